import {
  houseWords,
  lineOf,
  multipleText,
  refusalOf,
  standardOf,
  STATE_WORDS,
  summaryOf,
  unitsOf,
  type JobDocument,
  type JointDocument,
  type StoredJoint,
  type JudgedRow,
} from '@ample/core';
import { calculationPages } from './calculation.ts';
import { jointPages } from './joint.ts';
import type { Level } from './level.ts';
import { loadsPages } from './loads.ts';
import { MUTED, type Paper } from './paper.ts';

export interface Progress {
  /** Parts done of all parts; a joint is one part. */
  (done: number, total: number, what: string): void;
}

/** What a document is sent out as. */
export interface Issued {
  readonly number: number;
  readonly reason: string;
  readonly who: string;
}
export const issuedWords = ({ number, reason, who }: Issued): string =>
  [`Issue ${number}${reason ? `: ${reason}` : ''}`, who].filter(Boolean).join(', ');

export interface ReportOptions {
  /** Revision letters of joints by mark; "A" where none is known. */
  readonly revisions?: Readonly<Record<string, string>>;
  readonly date: string;
  readonly progress?: Progress;
  readonly issue?: Issued;
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
  readonly joints: AsyncIterable<StoredJoint> | Iterable<StoredJoint>;
}
/** Revision letter of a joint. */
export const letter = (options: Pick<ReportOptions, 'revisions'>, mark: string): string =>
  options.revisions && Object.hasOwn(options.revisions, mark) ? options.revisions[mark]! : 'A';

/** A paper that is written away as it fills. */
export interface FlowingPaper extends Paper {
  /** Waits until what is written so far is on its way. */
  settle(): Promise<void>;
}

/** The calculation of one joint. */
export const jointAlone = (page: Paper, job: JobDocument, joint: JointDocument, options: ReportOptions): void =>
  jointPages(page, {
    ...{ job, joint, revision: letter(options, joint.mark), level: options.level ?? 'everything' },
    ...(options.issue ? { issued: issuedWords(options.issue) } : {}),
  });

/** The register of a job that is all in memory. */
export const printedJob = (job: JobDocument): PrintedJob => ({
  job,
  rows: job.joints.map((j): RegisterRow => ({ mark: j.mark, line: lineOf(j, job), summary: summaryOf(j, job) })),
  joints: job.joints,
});

/** The package of a job, written joint by joint: cover, register, each joint, each calculation. What can't be printed of one says so in its place. */
export async function writeJob(page: FlowingPaper, { job, rows, joints }: PrintedJob, options: ReportOptions): Promise<void> {
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
}

/** A page that says why something is not there. */
export function saidPage(page: Paper, job: Pick<JobDocument, 'name'>, what: string, sentence: string): void {
  page.upright(`${job.name} · ${what}`);
  page.heading(what, 18);
  page.paragraph(sentence, { colour: '#a4432f' });
}
const unreadablePage = (page: Paper, job: JobDocument, joint: StoredJoint): void =>
  saidPage(page, job, joint.mark, `This joint can't be read and was not checked. ${joint.unreadable}`);

/** How a joint stands, in a word. */
export const stateWords = ({ unreadable, summary }: RegisterRow): string =>
  unreadable !== undefined ? 'unreadable' : summary.refusal !== null ? 'refused' : STATE_WORDS[summary.state];

function cover(page: Paper, job: JobDocument, rows: readonly RegisterRow[], options: ReportOptions): void {
  const states = new Map<string, number>();
  for (const row of rows) states.set(stateWords(row), (states.get(stateWords(row)) ?? 0) + 1);
  page.cover('Joint calculations and details', job.name, [
    [job.number && `Job ${job.number}`, job.client, options.date].filter(Boolean).join(' · '),
    ...(options.issue ? [issuedWords(options.issue)] : []),
    `${rows.length} joints: ${[...states].map(([word, n]) => `${n} ${word}`).join(', ')}.`,
  ]);
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
        `${stateWords(row)}${summary.stale ? ', stale' : ''}`,
      ];
    }),
    (i) => rows[i]!.unreadable !== undefined || rows[i]!.summary.refusal !== null || rows[i]!.summary.state === 'gives',
  );
  const plates = rows.reduce((sum, r) => sum + r.summary.plateMass, 0);
  page.paragraph(`Plates ${unitsOf(job.basis).mass(plates)}, bolts ${rows.reduce((sum, r) => sum + r.summary.bolts, 0)}.`, {
    colour: MUTED,
  });
}
