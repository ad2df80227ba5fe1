import { once } from 'node:events';
import type { Writable } from 'node:stream';
import { finished, pipeline } from 'node:stream/promises';
import {
  builtStored,
  exchangeHead,
  exchangeJoint,
  itemsOf,
  layOn,
  refusalOf,
  rulesOf,
  SHEET,
  sheetHeight,
  type JobDocument,
  type JointItems,
  type PaperId,
  type ModelPlace,
  type ModelMember,
  type StoredJoint,
} from '@ample/core';
import { isWhole, outName, safeName, singleOf, type FilesFormat, type ShopFormat } from './formats.ts';
import { drawnIn, jointFiles, machineFiles, sheetsOf, shopJoint, wholeFiles, type OutFile, type ShopOptions } from './files.ts';
import { IfcModel } from '../ifc/write.ts';
import { PdfPaper } from '../pdf/paper.ts';
import type { Picture } from '../report/paper.ts';
import { letter, saidPage } from '../report/job.ts';
import { bytesOf } from '../report/stream.ts';
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
  /** What drawings are put on, several sheets on a larger one; what is usual with the units of the job when left out. */
  readonly paper?: PaperId;
  /** The model that the joints are of: its members, and where each joint is by its mark. */
  readonly model?: { readonly members: readonly ModelMember[]; readonly places: ReadonlyMap<string, ModelPlace> };
}

/** What is made of one joint: whatever goes wrong is told in its place, and takes nothing else with it. */
export function partsOfJoint(mark: string, make: () => readonly OutFile[]): Part[] {
  try {
    return make().map((file) => ({ ...file, joint: mark }));
  } catch (e) {
    return [{ joint: mark, left: refusalOf(e).message }];
  }
}

/** Every file of a format: joint by joint, or as a whole at the end; what can't be made of a joint says so in its place. */
export async function* partsOf(source: OutSource, format: FilesFormat, options: OutOptions): AsyncGenerator<Part> {
  const { job, total, only } = source;
  const whole: JointItems[] = [];
  let done = 0;
  for await (const stored of source.joints()) {
    const { mark } = stored;
    options.progress?.(++done, total + 1, mark);
    const each = { ...options, revision: letter(options, mark) };
    yield* partsOfJoint(mark, () => {
      if (isWhole(format)) whole.push(itemsOf(mark, builtStored(stored, job)));
      else if (format === 'nc1') return machineFiles({ mark, built: builtStored(stored, job) }, job, each);
      else return jointFiles(shopJoint(stored, job), job, format, each);
      return [];
    });
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
    try {
      model.joint(shopJoint(stored, job));
    } catch (e) {
      left({ joint: stored.mark, left: refusalOf(e).message });
    }
    yield model.take();
  }
  yield model.end();
  options.progress?.(total + 1, total + 1, 'file');
}

/** The exchange form, joint by joint. A joint that can't be checked says so in its verdict. */
export async function* exchangeText(source: OutSource, options: OutOptions): AsyncGenerator<string> {
  const { job, total } = source;
  const head = JSON.stringify(exchangeHead(job, options.model?.members ?? []));
  yield `${head.slice(0, -1)},"joints":[`;
  let done = 0;
  for await (const stored of source.joints()) {
    const { mark } = stored;
    const joint = exchangeJoint(stored, job, options.model?.places.get(mark), options.revisions?.[mark]);
    yield `${done > 0 ? ',' : ''}\n${JSON.stringify(joint)}`;
    done += 1;
    options.progress?.(done, total + 1, mark);
  }
  yield ']}\n';
  options.progress?.(total + 1, total + 1, 'file');
}

const usualPaper = (job: JobDocument): PaperId => {
  const { paper } = rulesOf(job);
  return paper !== 'usual' ? paper : drawnIn(job) === 'in' ? 'letter' : 'A4';
};

/** Sheets of joints and of their pieces, in true size, as many on a page as the paper takes; a joint that can't be built has a page that says so, and is told. */
export async function drawingsPdf(
  source: OutSource,
  options: OutOptions,
  out: Writable,
  left: (part: Left) => void = () => undefined,
): Promise<void> {
  const { job, total, only } = source;
  const paper = new PdfPaper(`${only ?? job.name}: drawings`, job.client, out);
  const on = layOn(options.paper ?? usualPaper(job), { width: SHEET.width, height: sheetHeight(rulesOf(job)) });
  let waiting: { picture: Picture; title?: string }[] = [];
  const put = (): void => {
    if (waiting.length) paper.sheets(waiting, on);
    waiting = [];
  };
  let done = 0;
  for await (const stored of source.joints()) {
    options.progress?.(++done, total + 1, stored.mark);
    try {
      const revision = letter(options, stored.mark);
      sheetsOf(shopJoint(stored, job), job, { ...options, revision }).forEach((picture, i) => {
        waiting.push({ picture, ...(i === 0 ? { title: stored.mark } : {}) });
        if (waiting.length === on.places.length) put();
      });
    } catch (e) {
      const { message } = refusalOf(e);
      put();
      left({ joint: stored.mark, left: message });
      saidPage(paper, job, stored.mark, `There is no drawing of this joint. ${message}`);
    }
    await paper.settle();
  }
  put();
  options.progress?.(total + 1, total + 1, 'file');
  await paper.finish();
}

/** What a package holds beside what is made here: the calculation as it is printed, and the job file. */
export interface Beside {
  readonly calculation: () => Promise<Uint8Array>;
  readonly jobFile: () => Promise<string> | string;
}
const FOLDERS = { dxf: 'drawings', nc1: 'machines', svg: 'drawings' } as const;

/** Everything of a job or a joint, in folders; what could not be made of a joint is told once. */
export async function* packageOf(source: OutSource, options: OutOptions, beside: Beside): AsyncGenerator<Part> {
  const { job, total, only } = source;
  const model = new IfcModel(job, options.date);
  const chunks = [model.head()];
  const items: JointItems[] = [];
  const whole = { job: { number: job.number, name: job.name }, ...(only === undefined ? {} : { only }) };
  let done = 0;
  for await (const stored of source.joints()) {
    const { mark } = stored;
    options.progress?.(++done, total + 1, mark);
    const each = { ...options, revision: letter(options, mark) };
    yield* partsOfJoint(mark, () => {
      const joint = shopJoint(stored, job);
      const files = (['dxf', 'nc1', 'svg'] as const).flatMap((format) =>
        jointFiles(joint, job, format, each).map((file) => ({ ...file, name: `${FOLDERS[format]}/${file.name}` })),
      );
      items.push(itemsOf(mark, joint.built));
      model.joint(joint);
      return files;
    });
    chunks.push(model.take());
  }
  chunks.push(model.end());
  for (const format of ['csv', 'xlsx', 'lists', 'nest'] as const)
    for (const file of await wholeFiles(only ?? job.name, items, job, format, options))
      yield { ...file, name: `${format === 'nest' ? 'sheets' : 'lists'}/${file.name}` };
  const sheets = await bytesOf((out) => drawingsPdf(source, { ...options, progress: undefined }, out));
  yield { name: outName('drawings', whole), data: sheets };
  yield { name: outName('ifc', whole), data: chunks.join('') };
  yield { name: `${safeName([job.number, only ?? job.name].filter(Boolean).join(' '))}.pdf`, data: await beside.calculation() };
  yield { name: 'job.json', data: await beside.jobFile() };
  options.progress?.(total + 1, total + 1, 'file');
}

/** Writes what is asked for to a stream, and ends it. */
export async function writeOut(
  source: OutSource,
  format: Exclude<ShopFormat, 'zip'>,
  options: OutOptions,
  out: Writable,
): Promise<void> {
  if (format === 'json') return pipeline(exchangeText(source, options), out);
  if (format === 'drawings' || format === 'ifc') {
    const left: Left[] = [];
    const told = (l: Left): unknown => left.push(l);
    await (format === 'ifc' ? pipeline(modelOf(source, options, told), out) : drawingsPdf(source, options, out, told));
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
