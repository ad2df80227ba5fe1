import { readFileSync } from 'node:fs';
import { inflateSync } from 'node:zlib';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { beforeAll, describe, expect, it } from 'vitest';
import { readJob, tryCheckStored, workingsOf } from '@ample/core';
import { bytesOf } from '../report/stream.ts';
import { jobPdf, jointPdf } from './index.ts';

const job = readJob(JSON.parse(readFileSync(new URL('../../../../demo/tern-quay.json', import.meta.url), 'utf8')));
const joint = job.joints.find((j) => j.mark === 'B2-14')!;
let bytes: Uint8Array;
beforeAll(async () => {
  bytes = await bytesOf((out) =>
    jointPdf(job, joint, { date: '2026-05-04', issue: { number: 7, reason: 'for approval', who: 'I. Marsh' } }, out),
  );
});

interface Entry {
  readonly title: string;
  readonly items: readonly Entry[];
  readonly dest: unknown;
}
const opened = (data: Uint8Array) => getDocument({ data: new Uint8Array(data), verbosity: 0 }).promise;

/** What is said in place of glyphs, read from the page streams themselves. */
function actualTexts(pdf: Uint8Array): string[] {
  const file = Buffer.from(pdf).toString('latin1');
  const found: string[] = [];
  for (const m of file.matchAll(/stream\r?\n([\s\S]*?)\r?\nendstream/g)) {
    let content: string;
    try {
      content = inflateSync(Buffer.from(m[1]!, 'latin1')).toString('latin1');
    } catch {
      continue;
    }
    // A text string is UTF-16 with its mark, or plain.
    for (const t of content.matchAll(/\/ActualText \(((?:\\[\s\S]|[^\\)])*)\)/g)) {
      const raw = Buffer.from(
        t[1]!
          .replace(/\\([()\\])/g, '$1')
          .replace(/\\n/g, '\n')
          .replace(/\\r/g, '\r'),
        'latin1',
      );
      found.push(
        raw[0] === 0xfe && raw[1] === 0xff ? Buffer.from(raw.subarray(2)).swap16().toString('utf16le') : raw.toString('latin1'),
      );
    }
  }
  return found;
}

describe('the PDF of a calculation', () => {
  it('has an outline of its joint, its headings and its checks, each leading to its page', async () => {
    const doc = await opened(bytes);
    const [top, ...more] = (await doc.getOutline()) as Entry[];
    expect([top!.title, more]).toEqual(['B2-14', []]);
    expect(top!.items.map((i) => i.title)).toEqual(
      expect.arrayContaining(['Inputs', 'Actions', 'Checks, combination C3', 'Detailing rules']),
    );
    const workings = top!.items.find((i) => i.title.startsWith('Workings'))!;
    const checked = tryCheckStored(joint, job);
    if ('refusal' in checked) throw new Error(checked.refusal.message);
    const { sections } = workingsOf(checked.joint, checked.built.basis, checked.report.worst, checked.built);
    expect(workings.items.map((i) => i.title)).toEqual(
      sections.filter((s) => s.type !== 'rule' && (s.type !== 'skip' || s.missing)).map((s) => s.title),
    );
    const pageOf = async (e: Entry): Promise<number> => doc.getPageIndex((e.dest as [never])[0]);
    expect([await pageOf(top!), await pageOf(top!.items[0]!)]).toEqual([0, 1]);
    const last = workings.items.at(-1)!;
    const text = (await (await doc.getPage((await pageOf(last)) + 1)).getTextContent()).items
      .map((t) => ('str' in t ? t.str : ''))
      .join('');
    expect(text).toContain(last.title);
  });
  it('of a job has one entry a joint, and one for each other heading of its own', async () => {
    const few = { ...job, joints: job.joints.slice(0, 3) };
    const doc = await opened(await bytesOf((out) => jobPdf(few, { date: '2026-05-04' }, out)));
    const titles = ((await doc.getOutline()) as Entry[]).map((e) => e.title);
    for (const { mark } of few.joints) expect(titles.filter((t) => t === mark)).toHaveLength(1);
    expect(titles).toContain('Register');
  });
  it('says each formula in one line of text, to be searched and copied', () => {
    // Table 3.4: 0.6 x 800 x 245 / 1.25 = 94.08 kN.
    expect(actualTexts(bytes)).toContain(
      ' F_v,Rd = (planes β_Lf β_p α_v f_ub A_bolt) / γ_M2 = (1 × 1 × 1 × 0.6 × 800 × 245) / 1.25 × 10^−3 = 94.08 kN ',
    );
    const checked = tryCheckStored(joint, job);
    if ('refusal' in checked) throw new Error(checked.refusal.message);
    const { sections } = workingsOf(checked.joint, checked.built.basis, checked.report.worst, checked.built);
    const steps = sections.filter((s) => s.type === 'rule' || s.type !== 'skip' || s.missing).flatMap((s) => s.steps);
    expect(actualTexts(bytes)).toHaveLength(steps.length);
  });
  it('says what it is sent out as, and its language', async () => {
    const doc = await opened(bytes);
    const text = (await (await doc.getPage(2)).getTextContent()).items.map((t) => ('str' in t ? t.str : '')).join('');
    expect(text).toContain('Issue 7: for approval, I. Marsh');
    expect(Buffer.from(bytes).toString('latin1')).toContain('/Lang (en-GB)');
  });
});
