import type { Writable } from 'node:stream';
import { multipleText, rulesOf, type JobDocument, type JointDocument } from '@ample/core';
import { DocxPaper } from './docx.ts';
import { HtmlPaper } from './html.ts';
import { jointAlone, letter, stateWords, writeJob, type FlowingPaper, type PrintedJob, type ReportOptions } from './job.ts';
import type { OfficeFormat } from './office-formats.ts';
import { ofOffice } from './office-paper.ts';
import { TextPaper } from './text.ts';
import { Book, type RegisterLine } from './workbook.ts';

const paperOf = (
  format: Exclude<OfficeFormat, 'workbook'>,
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
  if (format === 'workbook') {
    const book = await Book.on(out, `${job.name}, ${joint.mark}`, options.date, rulesOf(job));
    book.joint(joint, job, letter(options, joint.mark), options.level ?? 'everything', false);
    return book.finish();
  }
  const paper = paperOf(format, `${job.name}, ${joint.mark}`, job.client, out);
  jointAlone(ofOffice(paper, rulesOf(job)), job, joint, options);
  await paper.finish();
}

/** The calculation of a job, joint by joint. */
export async function jobOffice(printed: PrintedJob, format: OfficeFormat, options: ReportOptions, out: Writable): Promise<void> {
  if (format === 'workbook') return jobBook(printed, options, out);
  const paper = paperOf(format, printed.job.name, printed.job.client, out);
  await writeJob(ofOffice(paper, rulesOf(printed.job)), printed, options);
  await paper.finish();
}

/** The workbook of a job: a sheet a joint, and the register, which takes its utilisations from them. */
async function jobBook({ job, rows, joints }: PrintedJob, options: ReportOptions, out: Writable): Promise<void> {
  const book = await Book.on(out, job.name, options.date, rulesOf(job));
  const lines: RegisterLine[] = [];
  let done = 0;
  for await (const joint of joints) {
    const row = rows[done];
    done += 1;
    options.progress?.(done, rows.length + 1, joint.mark);
    const booked = book.joint(joint, job, letter(options, joint.mark), options.level ?? 'governing', true);
    await book.settle();
    const said = row?.unreadable ?? row?.summary.refusal ?? null;
    lines.push({
      mark: joint.mark,
      members: row?.summary.members ?? '',
      line: row?.line ?? '',
      first: said ?? row?.summary.first?.title ?? '–',
      multiple: said ? '–' : multipleText(row?.summary.first?.multiple ?? null),
      state: row ? stateWords(row) : '',
      booked,
    });
  }
  book.register(job, lines);
  options.progress?.(rows.length + 1, rows.length + 1, 'file');
  await book.finish();
}
export { printedJob } from './job.ts';
