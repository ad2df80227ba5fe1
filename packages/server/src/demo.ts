import { readFile } from 'node:fs/promises';
import { readJob, type JobDocument } from '@ample/core';

/** The demo job, as its file stands in the project. */
export const demoJob = async (): Promise<JobDocument> => readJob(JSON.parse(await readFile(new URL('../../../demo/tern-quay.json', import.meta.url), 'utf8')));
