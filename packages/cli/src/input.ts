import { readFileSync, statSync } from 'node:fs';
import { DocumentError, printable, readJobParts, Refusal, type ReadJob } from '@ample/core';

/** Input that can't be used: its message is one sentence for the user, exit code 2. */
export class BadInput extends Error {
  override readonly name = 'BadInput';
}

const LARGEST = 50 * 1024 * 1024;

/** Reads and validates a job file; joints that can't be read stand beside the others. */
export function readJobFile(path: string): ReadJob {
  const text = read(path);
  if (text.trim() === '') throw new BadInput(`${path}: the file is empty; it must hold a job as JSON.`);
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch (e) {
    throw new BadInput(`${path}: the file is not JSON: ${printable((e as Error).message, 200)}.`);
  }
  try {
    return readJobParts(raw);
  } catch (e) {
    if (e instanceof DocumentError || e instanceof Refusal) throw new BadInput(`${path}: ${e.message}`);
    throw e;
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
