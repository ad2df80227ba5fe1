import { readFileSync, statSync } from 'node:fs';
import {
  DocumentError,
  printable,
  readJobParts,
  readRulesFile,
  Refusal,
  type GivenRules,
  type JobDocument,
  type JointDocument,
  type ReadJob,
} from '@ample/core';

/** Input that can't be used: its message is one sentence for the user, exit code 2. */
export class BadInput extends Error {
  override readonly name = 'BadInput';
}

/** Does `work`; a stated refusal of it, or of its promise, becomes bad input of this file, joint or field. */
export function named<T>(where: string, work: () => T): T {
  const said = (e: unknown): never => {
    if (e instanceof DocumentError || e instanceof Refusal) throw new BadInput(`${where}: ${e.message}`);
    throw e;
  };
  try {
    const result = work();
    return result instanceof Promise ? (result.catch(said) as T) : result;
  } catch (e) {
    return said(e);
  }
}

/** The joint of this mark. */
export function markOf(job: JobDocument, mark: string, unreadable: ReadJob['unreadable'] = []): JointDocument {
  const joint = job.joints.find((j) => j.mark === mark);
  if (joint) return joint;
  const refused = unreadable.find((u) => u.what === 'joint' && u.name === mark);
  if (refused) throw new BadInput(refused.message);
  const known = job.joints.map((j) => j.mark).slice(0, 40);
  throw new BadInput(
    `mark: there is no joint "${mark}" in the job; accepted are ${known.join(', ') || 'none: the job has no joints'}.`,
  );
}

const LARGEST = 50 * 1024 * 1024;

/** Reads a file of JSON; `what` it must hold stands in the sentence of an empty one. */
export function readJson(path: string, what: string): unknown {
  const text = read(path);
  if (text.trim() === '') throw new BadInput(`${path}: the file is empty; it must hold ${what} as JSON.`);
  try {
    return JSON.parse(text) as unknown;
  } catch (e) {
    throw new BadInput(`${path}: the file is not JSON: ${printable((e as Error).message, 200)}.`);
  }
}

/** Reads and validates a job file; joints that can't be read stand beside the others. */
export function readJobFile(path: string): ReadJob {
  const raw = readJson(path, 'a job');
  return named(path, () => readJobParts(raw));
}

/** A job with the rules of an office, from their file; those of the job stand before them. */
export async function ofOffice(read: ReadJob, path: string | undefined): Promise<ReadJob> {
  const logo = read.job.rules?.logo ? read.job.rules : undefined;
  if (!logo && path === undefined) return read;
  const { drawnRules } = await import('@ample/exchange/logo');
  const drawn = (where: string, rules: () => GivenRules): GivenRules => named(where, () => drawnRules(rules()));
  const own = logo ? { rules: drawn('job', () => logo) } : {};
  const office = path === undefined ? {} : { office: drawn(path, () => readRulesFile(readJson(path, 'house rules'))) };
  return { ...read, job: { ...read.job, ...own, ...office } };
}

/** The bytes of a file of any kind. */
export function readBytes(path: string): Uint8Array {
  try {
    return readFileSync(path);
  } catch (e) {
    throw new BadInput(`${path}: the file can't be read (${(e as NodeJS.ErrnoException).code}).`);
  }
}

function read(path: string): string {
  try {
    if (statSync(path).size > LARGEST) throw new BadInput(`${path}: the file is larger than 50 MB; accepted are smaller files.`);
    return readFileSync(path, 'utf8');
  } catch (e) {
    if (e instanceof BadInput) throw e;
    throw new BadInput(`${path}: the file can't be read (${(e as NodeJS.ErrnoException).code}).`);
  }
}
