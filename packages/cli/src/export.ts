import { existsSync, mkdirSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { basisOf, jobFile, kindOf, type JobDocument, type PaperId, type ReadJob } from '@ample/core';
import { listCsv } from '@ample/exchange/csv';
import type { Level } from '@ample/exchange/level';
import { jobOffice, jointOffice, printedJob } from '@ample/exchange/office';
import { isOffice, type OfficeFormat } from '@ample/exchange/office-formats';
import { templateDxf } from '@ample/exchange/dxf';
import {
  bytesOf,
  drawingsPdf,
  drawnIn,
  exchangeText,
  freeName,
  modelOf,
  packageOf,
  type Beside,
  type DimensionForm,
  partsOf,
  SHOP_DEFAULTS,
  writeZip,
  type OutFile,
  type OutOptions,
  type OutSource,
  type Part,
  type Left,
  type ShopFormat,
} from '@ample/exchange/shop';
import { BadInput, markOf, named } from './input.ts';
import { streamOut, today, writeOut } from './output.ts';

export interface ExportOptions {
  readonly format?: ShopFormat | OfficeFormat;
  readonly level?: Level;
  readonly list?: string;
  readonly template?: boolean;
  readonly copy: 'shop' | 'calculation';
  readonly units?: 'mm' | 'in';
  readonly paper?: PaperId;
  readonly dimensions?: DimensionForm;
  readonly member: string;
  readonly sheet: string;
  readonly output: string;
}

/** A list or the template of one joint, as the text of its file. */
export function exportPart(job: JobDocument, mark: string, options: Pick<ExportOptions, 'list' | 'template'>): string {
  const joint = markOf(job, mark);
  const kind = kindOf(joint.kind);
  return named(`joint ${mark}`, () => {
    const { lists, template } = kind.build(joint.input, basisOf(job, joint.settings));
    if (options.template) {
      if (!template)
        throw new BadInput(`template: a ${kind.title.toLowerCase()} has no template; joints of another kind may have one.`);
      return templateDxf(template);
    }
    const list = lists.find((l) => l.id === options.list);
    if (!list)
      throw new BadInput(
        `list: ${options.list === undefined ? 'neither --format, --list nor --template is given' : `there is no list "${options.list}"`}; accepted for ${mark} are ${lists.map((l) => l.id).join(', ')}.`,
      );
    return listCsv(list);
  });
}

/** A number of millimetres within limits. */
function length(name: string, text: string, least: number, most: number): number {
  const x = Number(text);
  if (text.trim() === '' || !(x >= least && x <= most))
    throw new BadInput(`${name}: "${text}" can't be read; accepted is a length in mm from ${least} to ${most}.`);
  return x;
}

/** Length and width of a sheet, as 3000x1500. */
function sheetOf(text: string): OutOptions['sheet'] {
  const [a, b, more] = text.split(/x/i);
  if (a === undefined || b === undefined || more !== undefined)
    throw new BadInput(`sheet: "${text}" can't be read; accepted is length and width in mm, as 3000x1500.`);
  const [l, w] = [length('sheet', a, 100, 30000), length('sheet', b, 100, 10000)];
  return { length: Math.max(l, w), width: Math.min(l, w), gap: SHOP_DEFAULTS.sheet.gap };
}

/** Writes the calculation of a joint or a job in a format of the office. */
async function calculation(job: JobDocument, mark: string | undefined, format: OfficeFormat, { level, output }: ExportOptions) {
  const options = { date: today(), ...(level ? { level } : {}) };
  await streamOut(output, (out) =>
    mark === undefined
      ? jobOffice(printedJob(job), format, options, out)
      : jointOffice(job, markOf(job, mark), format, options, out),
  );
  return { written: 1, left: [] };
}

/** The calculation and the job file of a package. */
const beside = (job: JobDocument, joints: JobDocument['joints'], mark: string | undefined, { level }: ExportOptions): Beside => ({
  calculation: async () => {
    const { jobPdf, jointPdf } = await import('@ample/exchange/pdf');
    const options = { date: today(), ...(level ? { level } : {}) };
    return bytesOf((out) => (mark === undefined ? jobPdf(job, options, out) : jointPdf(job, joints[0]!, options, out)));
  },
  jobFile: () => `${JSON.stringify(jobFile({ ...job, joints }), null, 2)}\n`,
});

interface Exported {
  readonly written: number;
  readonly left: readonly Left[];
}

/** Writes the files of a format, of one joint or of a job: into a ZIP, a folder, or one file where there is only one. */
export async function exportFiles(
  { job, unreadable }: ReadJob,
  mark: string | undefined,
  format: ShopFormat | OfficeFormat,
  o: ExportOptions,
): Promise<Exported> {
  const joints = mark === undefined ? job.joints : [markOf(job, mark, unreadable)];
  if (isOffice(format)) return calculation(job, mark, format, o);
  const options: OutOptions = {
    copy: o.copy,
    unit: o.units ?? drawnIn(job),
    date: today(),
    member: length('member', o.member, 50, 30000),
    sheet: sheetOf(o.sheet),
    ...(o.paper ? { paper: o.paper } : {}),
    ...(o.dimensions ? { dimensions: o.dimensions } : {}),
  };
  const source: OutSource = { job, joints: () => joints, total: joints.length, ...(mark === undefined ? {} : { only: mark }) };
  const left: Left[] = [];
  if (format === 'json') {
    await streamOut(o.output, (out) => pipeline(exchangeText(source, options), out));
    return { written: 1, left };
  }
  if (format === 'drawings' || format === 'ifc') {
    const told = (l: Left): unknown => left.push(l);
    await streamOut(o.output, async (out) => {
      await (format === 'ifc' ? pipeline(modelOf(source, options, told), out) : drawingsPdf(source, options, out, told));
      if (left.length === joints.length) throw nothing(left, format);
    });
    return { written: 1, left };
  }
  const parts = format === 'zip' ? packageOf(source, options, beside(job, joints, mark, o)) : partsOf(source, format, options);
  return intoFiles(parts, left, options.date, format, o.output);
}

const nothing = (left: readonly Left[], format: string): BadInput =>
  new BadInput(left.map((l) => `joint ${l.joint}: ${l.left}`).join(' ') || `format: there is nothing to write as ${format}.`);

/** The parts of a format as files; what could not be made is gathered in `left`. */
async function intoFiles(
  parts: AsyncIterable<Part>,
  left: Left[],
  date: string,
  format: string,
  output: string,
): Promise<Exported> {
  async function* told(): AsyncGenerator<Part> {
    for await (const part of parts) {
      if ('left' in part) left.push(part);
      yield part;
    }
  }
  if (/\.zip$/i.test(output)) {
    let written = 0;
    await streamOut(output, async (out) => {
      written = await writeZip(told(), date, out);
      if (written === 0) throw nothing(left, format);
    });
    return { written, left };
  }
  const [files, names]: [OutFile[], Set<string>] = [[], new Set()];
  for await (const part of told()) if (!('left' in part)) files.push({ ...part, name: freeName(part.name, names) });
  if (files.length === 0) throw nothing(left, format);
  if (/[\\/]$/.test(output) || (existsSync(output) && statSync(output).isDirectory()))
    for (const f of files) {
      mkdirSync(dirname(join(output, f.name)), { recursive: true });
      writeOut(join(output, f.name), f.data);
    }
  else if (files.length === 1) writeOut(output, files[0]!.data);
  else
    throw new BadInput(
      `output: ${format} makes ${files.length} files, as ${files[0]!.name} and ${files[1]!.name}; give a name that ends in .zip, or a folder that ends in /.`,
    );
  return { written: files.length, left };
}
