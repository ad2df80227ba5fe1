import { readFileSync, statSync } from 'node:fs';
import { DocumentError, printable, readJobParts, readRulesFile, Refusal, type GivenRules, type ReadJob } from '@ample/core';

/** Input that can't be used: its message is one sentence for the user, exit code 2. */
export class BadInput extends Error {
  override readonly name = 'BadInput';
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
  try {
    return readJobParts(raw);
  } catch (e) {
    if (e instanceof DocumentError || e instanceof Refusal) throw new BadInput(`${path}: ${e.message}`);
    throw e;
  }
}

/** A job with the rules of an office, from their file; those of the job stand before them. */
export async function ofOffice(read: ReadJob, path: string | undefined): Promise<ReadJob> {
  const { drawnRules } = await import('@ample/exchange/logo');
  const named = (where: string, rules: () => GivenRules): GivenRules => {
    try {
      return drawnRules(rules());
    } catch (e) {
      if (e instanceof Refusal) throw new BadInput(`${where}: ${e.message}`);
      throw e;
    }
  };
  const own = read.job.rules?.logo ? { rules: named('job', () => read.job.rules!) } : {};
  const office = path === undefined ? {} : { office: named(path, () => readRulesFile(readJson(path, 'house rules'))) };
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
