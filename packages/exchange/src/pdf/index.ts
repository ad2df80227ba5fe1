import { basisOf, fingerprint, kindOf, multipleText, significant, STATE_WORDS, tryCheckJoint, type CalculationDocument, type JobDocument, type JointDocument } from '@ample/core';
import { calculationPages } from './calculation.ts';
import { jointPages, titleOf } from './joint.ts';
import { MARGIN, Page } from './page.ts';

export { titleOf };

export interface Progress {
  /** Parts done of all parts; a joint is one part. */
  (done: number, total: number, what: string): void;
}

export interface ReportOptions {
  /** Revision letters of joints by mark; "A" where none is known. */
  readonly revisions?: Readonly<Record<string, string>>;
  readonly date: string;
  readonly progress?: Progress;
  /** Asked between joints; when it says true the document is given up with a CancelledError. */
  readonly cancelled?: () => boolean;
}

export class CancelledError extends Error {
  override readonly name = 'CancelledError';
}

const MUTED = '#5b6470';

/** The package of one joint. */
export async function jointPdf(job: JobDocument, joint: JointDocument, options: ReportOptions): Promise<Buffer> {
  const page = new Page(`${job.name}, ${joint.mark}`, job.client);
  jointPages(page, { job, joint, revision: options.revisions?.[joint.mark] ?? 'A' });
  return page.finish();
}

/** One calculation of the bench. */
export async function calculationPdf(job: JobDocument, calculation: CalculationDocument): Promise<Buffer> {
  const page = new Page(`${job.name}, ${calculation.title}`, job.client);
  calculationPages(page, job, calculation);
  return page.finish();
}

/** The package of a job: cover, register, each joint. Gives the event loop a turn between joints, so that it can be cancelled. */
export async function jobPdf(job: JobDocument, options: ReportOptions): Promise<Buffer> {
  const page = new Page(job.name, job.client);
  const total = job.joints.length + job.calculations.length + 1;
  cover(page, job, options);
  for (const [i, joint] of job.joints.entries()) {
    options.progress?.(i + 1, total, joint.mark);
    await new Promise((resolve) => setImmediate(resolve));
    if (options.cancelled?.()) throw new CancelledError('The document was cancelled.');
    jointPages(page, { job, joint, revision: options.revisions?.[joint.mark] ?? 'A' });
  }
  for (const [i, c] of job.calculations.entries()) {
    options.progress?.(job.joints.length + i + 1, total, c.title);
    await new Promise((resolve) => setImmediate(resolve));
    if (options.cancelled?.()) throw new CancelledError('The document was cancelled.');
    calculationPages(page, job, c);
  }
  options.progress?.(total, total, 'file');
  return page.finish();
}

function cover(page: Page, job: JobDocument, options: ReportOptions): void {
  page.upright('');
  page.y = 200;
  page.runs('Joint calculations and details', MARGIN, page.y, 'sans', 11, MUTED);
  page.y += 34;
  page.runs(job.name, MARGIN, page.y, 'bold', 24);
  page.y += 24;
  page.paragraph([job.number && `Job ${job.number}`, job.client, options.date].filter(Boolean).join(' · '), { size: 11 });
  const rows = job.joints.map((joint) => {
    const basis = basisOf(job, joint.settings);
    const result = tryCheckJoint(joint, basis);
    const stale = joint.checked && joint.checked.fingerprint !== fingerprint(joint, basis);
    return { joint, result, stale };
  });
  const states = new Map<string, number>();
  for (const { result } of rows) {
    const word = 'report' in result ? STATE_WORDS[result.report.state] : 'can not be checked';
    states.set(word, (states.get(word) ?? 0) + 1);
  }
  page.paragraph(`${job.joints.length} joints: ${[...states].map(([word, n]) => `${n} ${word}`).join(', ')}.`, { size: 11 });
  page.paragraph(`${job.basis.standard} and EN 1993-1-1. Made with Ample Gusset; the signing engineer remains responsible for actions, assumptions and use.`, { size: 9, colour: MUTED });

  page.upright(`${job.name} · job ${job.number} · register`);
  page.heading('Register', 15);
  page.table(
    [{ title: 'Mark', width: 0.09 }, { title: 'Members', width: 0.24 }, { title: 'Detail line', width: 0.36, font: 'mono' }, { title: 'First to give', width: 0.16 }, { title: 'Multiple', width: 0.07, align: 'right' }, { title: 'State', width: 0.08 }],
    rows.map(({ joint, result, stale }) => {
      const kind = kindOf(joint.kind);
      if ('refusal' in result) return [joint.mark, kind.members(joint.input), joint.line, result.refusal.message, '–', 'refused'];
      const { report } = result;
      const first = report.combinations[report.worst]?.first;
      return [joint.mark, kind.members(joint.input), joint.line, first?.title ?? '–', multipleText(first?.multiple ?? null), `${STATE_WORDS[report.state]}${stale ? ', stale' : ''}`];
    }),
    (i) => { const r = rows[i]!.result; return 'refusal' in r || r.report.state === 'gives'; },
  );
  const mass = rows.reduce((sum, { joint, result }) => {
    if ('refusal' in result) return sum;
    const kind = kindOf(joint.kind);
    const q = kind.quantities(kind.model(joint.input, basisOf(job, joint.settings)));
    return { plate: sum.plate + q.plateMass, bolts: sum.bolts + q.bolts };
  }, { plate: 0, bolts: 0 });
  page.paragraph(`Plates ${significant(mass.plate)} kg, bolts ${mass.bolts}.`, { colour: MUTED });
}
