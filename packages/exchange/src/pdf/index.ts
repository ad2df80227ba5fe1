import type { Writable } from 'node:stream';
import {
  multipleText,
  refusalOf,
  lineOf,
  unitsOf,
  houseWords,
  standardOf,
  STATE_WORDS,
  summaryOf,
  type CalculationDocument,
  type JobDocument,
  type JointDocument,
  type JudgedRow,
} from '@ample/core';
import { calculationPages } from './calculation.ts';
import { loadsPages } from './loads.ts';
import { jointPages } from './joint.ts';
import type { Level } from './level.ts';
import { MARGIN, Page } from './page.ts';

export { changesPdf } from './changes.ts';
export { housePdf } from './house.ts';

export interface Progress {
  /** Parts done of all parts; a joint is one part. */
  (done: number, total: number, what: string): void;
}

export interface ReportOptions {
  /** Revision letters of joints by mark; "A" where none is known. */
  readonly revisions?: Readonly<Record<string, string>>;
  readonly date: string;
  readonly progress?: Progress;
  /** Governing for a whole job, everything for one joint when absent. */
  readonly level?: Level;
}

/** One line of the register on the cover. */
export interface RegisterRow extends JudgedRow {
  readonly mark: string;
}

/** A job as it is printed: its joints one at a time, in the order of the rows. */
export interface PrintedJob {
  /** The job; its list of joints is not looked at. */
  readonly job: JobDocument;
  readonly rows: readonly RegisterRow[];
  readonly joints: AsyncIterable<PrintedJoint> | Iterable<PrintedJoint>;
}
/** A joint, or what is left of one that can't be read, with the reason. */
export type PrintedJoint = JointDocument & { readonly unreadable?: string };

const MUTED = '#5b6470';
const letter = (options: ReportOptions, mark: string): string =>
  options.revisions && Object.hasOwn(options.revisions, mark) ? options.revisions[mark]! : 'A';

/** The package of one joint. */
export async function jointPdf(job: JobDocument, joint: JointDocument, options: ReportOptions, out: Writable): Promise<void> {
  const page = new Page(`${job.name}, ${joint.mark}`, job.client, out);
  jointPages(page, { job, joint, revision: letter(options, joint.mark), level: options.level ?? 'everything' });
  await page.finish();
}

/** One calculation of the bench. */
export async function calculationPdf(job: JobDocument, calculation: CalculationDocument, out: Writable): Promise<void> {
  const page = new Page(`${job.name}, ${calculation.title}`, job.client, out);
  calculationPages(page, job, calculation);
  await page.finish();
}

/** The package of a job, written joint by joint: cover, register, each joint, each calculation. What can't be printed of one says so in its place. */
export async function writeJobPdf({ job, rows, joints }: PrintedJob, options: ReportOptions, out: Writable): Promise<void> {
  const page = new Page(job.name, job.client, out);
  const total = rows.length + job.calculations.length + (job.loads ? 2 : 1);
  let done = 0;
  const part = async (what: string, draw: () => void): Promise<void> => {
    options.progress?.(++done, total, what);
    try {
      draw();
    } catch (e) {
      saidPage(page, job, what, `This part can't be printed. ${refusalOf(e).message}`);
    }
    await page.settle();
  };
  cover(page, job, rows, options);
  await page.settle();
  if (job.loads) await part('load cases', () => loadsPages(page, job));
  for await (const joint of joints)
    await part(joint.mark, () =>
      joint.unreadable !== undefined
        ? unreadablePage(page, job, joint)
        : jointPages(page, { job, joint, revision: letter(options, joint.mark), level: options.level ?? 'governing' }),
    );
  for (const c of job.calculations) await part(c.title, () => calculationPages(page, job, c));
  options.progress?.(total, total, 'file');
  await page.finish();
}

function saidPage(page: Page, job: JobDocument, what: string, sentence: string): void {
  page.upright(`${job.name} · ${what}`);
  page.heading(what, 18);
  page.paragraph(sentence, { colour: '#a4432f' });
}
const unreadablePage = (page: Page, job: JobDocument, joint: PrintedJoint): void =>
  saidPage(page, job, joint.mark, `This joint can't be read and was not checked. ${joint.unreadable}`);

/** The package of a job that is all in memory. */
export function jobPdf(job: JobDocument, options: ReportOptions, out: Writable): Promise<void> {
  const rows = job.joints.map((j): RegisterRow => ({ mark: j.mark, line: lineOf(j, job), summary: summaryOf(j, job) }));
  return writeJobPdf({ job, rows, joints: job.joints }, options, out);
}

function cover(page: Page, job: JobDocument, rows: readonly RegisterRow[], options: ReportOptions): void {
  page.upright('');
  page.y = 200;
  page.runs('Joint calculations and details', MARGIN, page.y, 'sans', 11, MUTED);
  page.y += 34;
  page.runs(job.name, MARGIN, page.y, 'bold', 24);
  page.y += 24;
  page.paragraph([job.number && `Job ${job.number}`, job.client, options.date].filter(Boolean).join(' · '), { size: 11 });
  const stateOf = ({ unreadable, summary }: RegisterRow): string =>
    unreadable !== undefined ? 'unreadable' : summary.refusal !== null ? 'refused' : STATE_WORDS[summary.state];
  const states = new Map<string, number>();
  for (const row of rows) states.set(stateOf(row), (states.get(stateOf(row)) ?? 0) + 1);
  page.paragraph(`${rows.length} joints: ${[...states].map(([word, n]) => `${n} ${word}`).join(', ')}.`, { size: 11 });
  page.paragraph(
    `${standardOf(job.basis.standard).title}. Made with Ample Gusset; the signing engineer remains responsible for actions, assumptions and use.`,
    { size: 9, colour: MUTED },
  );

  page.upright(`${job.name} · job ${job.number} · register`);
  page.heading('Register', 15);
  page.table(
    [
      { title: 'Mark', width: 0.09 },
      { title: 'Members', width: 0.24 },
      { title: 'Detail line', width: 0.36, font: 'mono' },
      { title: 'First to give', width: 0.16 },
      { title: 'Multiple', width: 0.07, align: 'right' },
      { title: 'State', width: 0.08 },
    ],
    rows.map((row) => {
      const { mark, line, summary, unreadable } = row;
      const said = unreadable ?? summary.refusal;
      return [
        mark,
        summary.members,
        row.house ? `${line}  ·  ${houseWords(row.house)}` : line,
        said ?? summary.first?.title ?? '–',
        said ? '–' : multipleText(summary.first?.multiple ?? null),
        `${stateOf(row)}${summary.stale ? ', stale' : ''}`,
      ];
    }),
    (i) => rows[i]!.unreadable !== undefined || rows[i]!.summary.refusal !== null || rows[i]!.summary.state === 'gives',
  );
  const plates = rows.reduce((sum, r) => sum + r.summary.plateMass, 0);
  page.paragraph(`Plates ${unitsOf(job.basis).mass(plates)}, bolts ${rows.reduce((sum, r) => sum + r.summary.bolts, 0)}.`, {
    colour: MUTED,
  });
}
