import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { readJob, type JobDocument } from '@ample/core';
import { ROOT } from './root.ts';

/** The demo job, as its file stands in the project. */
export const demoJob = async (): Promise<JobDocument> =>
  readJob(JSON.parse(await readFile(join(ROOT, 'demo/tern-quay.json'), 'utf8')));
