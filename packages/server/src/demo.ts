import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { readJob } from '@ample/core';
import { ROOT } from './root.ts';
import { jobStatements, type NewJob } from './store/statements.ts';

/** One job to EN 1993, and one to AISC 360 in inches, as their files stand in the project. */
const FILES = ['tern-quay', 'heron-street'];

/** The demo jobs as one, whole or not at all; its id is that of the first. */
export async function demoJobs(who: string): Promise<NewJob> {
  const made = await Promise.all(
    FILES.map(async (file) =>
      jobStatements(readJob(JSON.parse(await readFile(join(ROOT, `demo/${file}.json`), 'utf8'))), who, 'demo'),
    ),
  );
  return { id: made[0]!.id, statements: made.flatMap((x) => x.statements) };
}
