import type { Writable } from 'node:stream';
import { CHANGE_WORDS, drawnChange, type ChangeList, type HouseRules, type JointThen, type Standing } from '@ample/core';
import { ofOffice } from '../report/office-paper.ts';
import { MUTED, type Paper } from '../report/paper.ts';
import { PdfPaper } from './paper.ts';

const said = (s: Standing | null): string => s?.verdict ?? '–';
/** "27 Nov 2026, 16:30 UTC": paper has no time zone of its own. */
const moment = (iso: string): string =>
  `${new Date(iso).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short', timeZone: 'UTC' })} UTC`;

/** Joints that are read at a time. */
const SLICE = 20;

/**
 * What changed in a job from one moment to another: how many joints and how they stand, then each joint that changed, drawn with what it was in
 * grey under it, and listed. `then` reads joints at both moments.
 */
export async function changesPdf(
  list: ChangeList,
  { from, to }: { readonly from: string; readonly to: string },
  then: (ids: readonly string[]) => Promise<readonly JointThen[]>,
  options: { readonly date: string; readonly rules: HouseRules; progress?(done: number, total: number, what: string): void },
  out: Writable,
): Promise<void> {
  const pdf = new PdfPaper(`${list.after.name}, changes`, '', out);
  const page = ofOffice(pdf, options.rules);
  const all: JointThen[] = [];
  const total = list.joints.length * 2 + 1;
  for (let i = 0; i < list.joints.length; i += SLICE) {
    all.push(...(await then(list.joints.slice(i, i + SLICE).map((j) => j.id))));
    options.progress?.(Math.min(list.joints.length, i + SLICE), total, 'verdicts');
    await page.settle();
  }
  const changes = all.filter((c) => c.change !== 'same');
  const same = list.same + all.length - changes.length;
  page.upright(`${list.after.name} · job ${list.after.number} · changes`);
  page.heading('Changes', 18);
  page.paragraph(`From ${moment(from)} to ${moment(to)}. Printed ${options.date}.`, { colour: MUTED });
  page.paragraph(
    [
      `${changes.length} joint${changes.length === 1 ? '' : 's'} changed, ${same} as ${same === 1 ? 'it was' : 'they were'}.`,
      ...list.job.map((w) => `In the job, ${w}.`),
    ].join(' '),
  );
  if (changes.length)
    page.table(
      [
        { title: 'Mark', width: 0.12 },
        { title: 'What', width: 0.12 },
        { title: 'Before', width: 0.38 },
        { title: 'After', width: 0.38 },
      ],
      changes.map((c) => [c.mark, CHANGE_WORDS[c.change], said(c.before), said(c.after)]),
      (i) => changes[i]!.after?.state === 'gives',
    );
  let done = list.joints.length;
  for (const c of changes) {
    options.progress?.((done += 1), total, c.mark);
    jointChange(page, list, c);
    await page.settle();
  }
  await pdf.finish();
}

function jointChange(page: Paper, { before, after }: ChangeList, c: JointThen): void {
  const drawn = c.was && c.is && c.differences.length ? drawnChange(c.was, c.is, before, after) : null;
  if (drawn?.former.length) {
    page.sheet(drawn.drawing, drawn.former);
    page.upright(`${after.name} · job ${after.number} · changes`);
  }
  page.heading(`${c.mark}: ${CHANGE_WORDS[c.change]}`);
  page.paragraph(`${said(c.before)}  →  ${said(c.after)}`, { size: 9 });
  if (drawn?.former.length)
    page.paragraph('Drawn on the sheet before this page: what it was in grey, what it is in ink.', { size: 9, colour: MUTED });
  if (c.differences.length)
    page.table(
      [
        { title: 'What', width: 0.34 },
        { title: 'Before', width: 0.33 },
        { title: 'After', width: 0.33 },
      ],
      c.differences.map((d) => [d.what, d.before || 'none', d.after || 'none']),
    );
}
