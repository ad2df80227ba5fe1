import { summaryOf, type CalculationDocument, type JobDocument, type JointDocument, type JointSummary } from '@ample/core';
import { calculationPdf, jobPdf, jointPdf } from '@ample/exchange/pdf';
import type { MessagePort } from 'node:worker_threads';
import { move } from 'piscina';

/** Runs in the worker pool: the same core as everywhere, away from the thread that answers requests. */
export function summaries({ job, joints }: { job: Pick<JobDocument, 'basis' | 'sections' | 'steels'>; joints: readonly JointDocument[] }): JointSummary[] {
  return joints.map((j) => summaryOf(j, job));
}

export interface DocumentTask {
  readonly job: JobDocument;
  /** One joint by its mark; the whole job without it. */
  readonly mark?: string;
  /** One calculation alone. */
  readonly calculation?: CalculationDocument;
  readonly revisions: Readonly<Record<string, string>>;
  readonly date: string;
  readonly port: MessagePort;
}

/** Writes a PDF and says how far it is over the port. */
export async function pdf({ job, mark, calculation, revisions, date, port }: DocumentTask): Promise<Uint8Array> {
  const joint = mark === undefined ? undefined : job.joints.find((j) => j.mark === mark);
  const options = { revisions, date, progress: (done: number, total: number, what: string) => port.postMessage({ done, total, what }) };
  const bytes = calculation ? await calculationPdf(job, calculation) : joint ? await jointPdf(job, joint, options) : await jobPdf(job, options);
  port.close();
  const copy = new Uint8Array(bytes);
  return move(copy) as unknown as Uint8Array;
}
