import type { Writable } from 'node:stream';
import type { JobDocument, JointDocument } from '@ample/core';
import { DocxPaper } from './docx.ts';
import { HtmlPaper } from './html.ts';
import { jointPages } from './joint.ts';
import { letter, writeJob, type FlowingPaper, type PrintedJob, type ReportOptions } from './job.ts';
import type { OfficeFormat } from './office-formats.ts';
import { TextPaper } from './text.ts';

const paperOf = (
  format: OfficeFormat,
  title: string,
  author: string,
  out: Writable,
): FlowingPaper & { finish(): Promise<void> } =>
  format === 'txt' ? new TextPaper(out) : format === 'html' ? new HtmlPaper(title, out) : new DocxPaper(title, author, out);

/** The calculation of one joint in a format of the office: what the PDF says, in the same order. */
export async function jointOffice(
  job: JobDocument,
  joint: JointDocument,
  format: OfficeFormat,
  options: ReportOptions,
  out: Writable,
): Promise<void> {
  const paper = paperOf(format, `${job.name}, ${joint.mark}`, job.client, out);
  jointPages(paper, { job, joint, revision: letter(options, joint.mark), level: options.level ?? 'everything' });
  await paper.finish();
}

/** The calculation of a job, joint by joint. */
export async function jobOffice(printed: PrintedJob, format: OfficeFormat, options: ReportOptions, out: Writable): Promise<void> {
  const paper = paperOf(format, printed.job.name, printed.job.client, out);
  await writeJob(paper, printed, options);
  await paper.finish();
}
export { printedJob } from './job.ts';
