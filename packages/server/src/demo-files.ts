import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { readJob, type JobDocument } from '@ample/core';
import { ROOT } from './root.ts';

export const demoFile = async (file: string): Promise<unknown> =>
  JSON.parse(await readFile(join(ROOT, `demo/${file}.json`), 'utf8'));

/** One job to EN 1993, and one to AISC 360 in inches, as their files stand in the project. */
export const demoFiles = (): Promise<JobDocument[]> =>
  Promise.all(['tern-quay', 'heron-street'].map(async (file) => readJob(await demoFile(file))));
