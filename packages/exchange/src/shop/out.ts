import { once } from 'node:events';
import { PassThrough, type Writable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { finished, pipeline } from 'node:stream/promises';
import { itemsOf, itemsOfStored, type JobDocument, type JointItems, type StoredJoint } from '@ample/core';
import { isWhole, outName, safeName, singleOf, type FilesFormat, type ShopFormat } from './formats.ts';
import { jointFiles, sheetsOf, shopJoint, wholeFiles, type OutFile, type ShopOptions } from './files.ts';
import { IfcModel } from '../ifc/write.ts';
import { PdfPaper } from '../pdf/paper.ts';
import { OXIDE } from '../report/paper.ts';
import { writeZip, type Left, type Part } from './zip.ts';

/** What is asked to be made, of a job whose joints come one at a time or of one joint alone. */
export interface OutSource {
  /** The job; its list of joints is not looked at. */
  readonly job: JobDocument;
  /** Its joints from the first on, each time it is asked. */
  readonly joints: () => AsyncIterable<StoredJoint> | Iterable<StoredJoint>;
  readonly total: number;
  /** Mark of the one joint. */
  readonly only?: string;
}
export interface OutOptions extends Omit<ShopOptions, 'revision'> {
  /** Revision letters by mark; A where none is known. */
  readonly revisions?: Readonly<Record<string, string>>;
  readonly progress?: (done: number, total: number, what: string) => void;
}

/** What a package holds beside what is made here: the calculation as it is printed, and the job file. */
export interface Beside {
  readonly calculation: () => Promise<Uint8Array>;
  readonly jobFile: () => Promise<string> | string;
}

/** Everything of a job or a joint, in folders: what could not be made says so once. */
export async function* packageOf(source: OutSource, options: OutOptions, beside: Beside): AsyncGenerator<Part> {
  const { job, total, only } = source;
  const model = new IfcModel(job, options.date);
  const chunks = [model.head()];
  const items: JointItems[] = [];
  const whole = { job: { number: job.number, name: job.name }, ...(only === undefined ? {} : { only }) };
  let done = 0;
  for await (const stored of source.joints()) {
    options.progress?.(++done, total + 1, stored.mark);
    const joint = shopJoint(stored, job);
    if ('refusal' in joint) {
      yield { joint: joint.mark, left: joint.refusal };
      continue;
    }
    const each = { ...options, revision: revisionOf(options, joint.mark) };
    for (const format of ['dxf', 'nc1', 'svg'] as const)
      for (const file of jointFiles(joint, job, format, each))
        yield { ...file, name: `${FOLDERS[format]}/${file.name}`, joint: joint.mark };
    items.push(itemsOf(joint.mark, joint.built));
    chunks.push(model.joint(joint));
  }
  chunks.push(model.end());
  for (const format of ['csv', 'xlsx', 'nest'] as const)
    for (const file of await wholeFiles(only ?? job.name, items, job, format, options))
      yield { ...file, name: `${format === 'nest' ? 'sheets' : 'lists'}/${file.name}` };
  const drawings = new PassThrough();
  const [sheets] = await Promise.all([
    buffer(drawings),
    drawingsPdf({ ...source }, { ...options, progress: undefined }, drawings),
  ]);
  yield { name: outName('drawings', whole), data: sheets };
  yield { name: outName('ifc', whole), data: chunks.join('') };
  yield { name: `${safeName([job.number, only ?? job.name].filter(Boolean).join(' '))}.pdf`, data: await beside.calculation() };
  yield { name: 'job.json', data: await beside.jobFile() };
  options.progress?.(total + 1, total + 1, 'file');
}
const FOLDERS = { dxf: 'drawings', nc1: 'machines', svg: 'drawings' } as const;
const revisionOf = ({ revisions }: OutOptions, mark: string): string =>
  revisions && Object.hasOwn(revisions, mark) ? revisions[mark]! : 'A';

/** Every file of a format: joint by joint, or as a whole at the end; what can't be made of a joint says so in its place. */
export async function* partsOf(source: OutSource, format: FilesFormat, options: OutOptions): AsyncGenerator<Part> {
  const { job, total, only } = source;
  const whole: JointItems[] = [];
  let done = 0;
  for await (const stored of source.joints()) {
    options.progress?.(++done, total + 1, stored.mark);
    if (isWhole(format)) {
      const found = itemsOfStored(stored, job);
      if ('items' in found) whole.push(found.items);
      else yield { joint: found.mark, left: found.refusal };
      continue;
    }
    const joint = shopJoint(stored, job);
    if ('refusal' in joint) {
      yield { joint: joint.mark, left: joint.refusal };
      continue;
    }
    for (const file of jointFiles(joint, job, format, { ...options, revision: revisionOf(options, joint.mark) }))
      yield { ...file, joint: joint.mark };
  }
  if (isWhole(format)) for (const file of await wholeFiles(only ?? job.name, whole, job, format, options)) yield file;
  options.progress?.(total + 1, total + 1, 'file');
}

/** The text of a model, joint by joint, and what could not be put into it. */
export async function* modelOf(source: OutSource, options: OutOptions, left: (part: Left) => void): AsyncGenerator<string> {
  const { job, total } = source;
  const model = new IfcModel(job, options.date);
  yield model.head();
  let done = 0;
  for await (const stored of source.joints()) {
    options.progress?.(++done, total + 1, stored.mark);
    const joint = shopJoint(stored, job);
    if ('refusal' in joint) left({ joint: joint.mark, left: joint.refusal });
    else yield model.joint(joint);
  }
  yield model.end();
  options.progress?.(total + 1, total + 1, 'file');
}

/** Sheets of joints and of their pieces, a page each; a joint that can't be built has a page that says so. */
export async function drawingsPdf(source: OutSource, options: OutOptions, out: Writable): Promise<void> {
  const { job, total, only } = source;
  const paper = new PdfPaper(`${only ?? job.name}: drawings`, job.client, out);
  let done = 0;
  for await (const stored of source.joints()) {
    options.progress?.(++done, total + 1, stored.mark);
    const joint = shopJoint(stored, job);
    if ('refusal' in joint) {
      paper.upright(`${job.name} · ${joint.mark}`);
      paper.heading(joint.mark, 18);
      paper.paragraph(`There is no drawing of this joint. ${joint.refusal}`, { colour: OXIDE });
    } else
      for (const sheet of sheetsOf(joint, job, { ...options, revision: revisionOf(options, joint.mark) })) paper.sheet(sheet);
    await paper.settle();
  }
  options.progress?.(total + 1, total + 1, 'file');
  await paper.finish();
}

/** Writes what is asked for to a stream, and ends it. */
export async function writeOut(
  source: OutSource,
  format: Exclude<ShopFormat, 'zip'>,
  options: OutOptions,
  out: Writable,
): Promise<void> {
  if (format === 'drawings') return drawingsPdf(source, options, out);
  if (format === 'ifc') {
    const left: Left[] = [];
    await pipeline(
      modelOf(source, options, (l) => left.push(l)),
      out,
    );
    if (source.only !== undefined && left[0]) throw new NothingToWrite(`${left[0].joint}: ${left[0].left}`);
    return;
  }
  if (singleOf(format, source.only) === null) return void (await writeZip(partsOf(source, format, options), options.date, out));
  let file: OutFile | undefined;
  let left = '';
  for await (const part of partsOf(source, format, options))
    if ('left' in part) left = `${part.joint}: ${part.left}`;
    else file ??= part;
  if (!file || (source.only !== undefined && left)) {
    out.destroy();
    await once(out, 'close').catch(() => undefined);
    throw new NothingToWrite(left || 'There is nothing to write.');
  }
  out.end(file.data);
  await finished(out);
}

/** A joint can't be built, so that there is no file of it. */
export class NothingToWrite extends Error {
  override readonly name = 'DocumentError';
}
