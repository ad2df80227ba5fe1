import type { Writable } from 'node:stream';
import { rulesOf, type CalculationDocument, type JobDocument, type JointDocument } from '@ample/core';
import { calculationPages } from '../report/calculation.ts';
import { jointAlone, printedJob, writeJob, type PrintedJob, type ReportOptions } from '../report/job.ts';
import { ofOffice } from '../report/office-paper.ts';
import { PdfPaper } from './paper.ts';

export { changesPdf } from './changes.ts';
export { housePdf } from './house.ts';
export type { Issued, PrintedJob, Progress, RegisterRow, ReportOptions } from '../report/job.ts';

/** The package of one joint. */
export async function jointPdf(job: JobDocument, joint: JointDocument, options: ReportOptions, out: Writable): Promise<void> {
  const page = new PdfPaper(`${job.name}, ${joint.mark}`, job.client, out);
  jointAlone(ofOffice(page, rulesOf(job)), job, joint, options);
  await page.finish();
}

/** One calculation of the bench. */
export async function calculationPdf(job: JobDocument, calculation: CalculationDocument, out: Writable): Promise<void> {
  const page = new PdfPaper(`${job.name}, ${calculation.title}`, job.client, out);
  calculationPages(ofOffice(page, rulesOf(job)), job, calculation);
  await page.finish();
}

/** The package of a job, written joint by joint: cover, register, each joint, each calculation. */
export async function writeJobPdf(printed: PrintedJob, options: ReportOptions, out: Writable): Promise<void> {
  const page = new PdfPaper(printed.job.name, printed.job.client, out);
  await writeJob(ofOffice(page, rulesOf(printed.job)), printed, options);
  await page.finish();
}

/** The package of a job that is all in memory. */
export const jobPdf = (job: JobDocument, options: ReportOptions, out: Writable): Promise<void> =>
  writeJobPdf(printedJob(job), options, out);
