import { randomUUID } from 'node:crypto';
import { count, desc, eq, isNull } from 'drizzle-orm';
import { EMPTY_JOB, type JobDocument, type JobListEntry, type JobRecord, type JointDocument } from '@ample/core';
import { createCalculation, listCalculations } from './calculations.ts';
import type { Handle } from './database.ts';
import { NotFound, StaleSave } from './errors.ts';
import { createJoint, listJoints } from './joints.ts';
import { jobs, joints } from './schema.ts';

type Row = typeof jobs.$inferSelect;
const now = (): string => new Date().toISOString();

const recordOf = (r: Row): JobRecord => ({
  id: r.id, version: r.version, number: r.number, name: r.name, client: r.client, basis: r.basis, sections: r.sections, steels: r.steels, archived: r.archived, updatedAt: r.updatedAt,
});

export async function listJobs(db: Handle): Promise<JobListEntry[]> {
  const rows = await db.select().from(jobs).orderBy(desc(jobs.updatedAt));
  const counts = await db.select({ jobId: joints.jobId, n: count() }).from(joints).where(isNull(joints.deletedAt)).groupBy(joints.jobId);
  const byJob = new Map(counts.map((c) => [c.jobId, c.n]));
  return rows.map(({ id, version, number, name, client, archived, updatedAt }) => ({ id, version, number, name, client, archived, updatedAt, joints: byJob.get(id) ?? 0 }));
}

export async function getJob(db: Handle, id: string): Promise<JobRecord> {
  const [row] = await db.select().from(jobs).where(eq(jobs.id, id));
  if (!row) throw new NotFound('This job is not in the store.');
  return recordOf(row);
}

export type JobContent = Pick<JobRecord, 'number' | 'name' | 'client' | 'basis' | 'sections' | 'steels' | 'archived'>;

/** A new job with all joints of its document, in one transaction: an import is whole or not at all. */
export async function createJob(tx: Handle, doc: JobDocument, who: string, label = 'imported'): Promise<JobRecord> {
  const id = randomUUID();
  const at = now();
  const { number, name, client, basis, sections, steels } = doc;
  await tx.insert(jobs).values({ id, version: 1, number, name, client, basis, sections: [...sections], steels: [...steels], archived: false, createdAt: at, updatedAt: at });
  for (const joint of doc.joints) await createJoint(tx, id, joint, who, label);
  for (const calculation of doc.calculations) await createCalculation(tx, id, calculation, who);
  return getJob(tx, id);
}

export async function saveJob(tx: Handle, id: string, version: number, content: Partial<JobContent>): Promise<JobRecord> {
  const before = await getJob(tx, id);
  if (before.version !== version) throw new StaleSave(`The job was changed meanwhile: the save was made from version ${version}, stored is version ${before.version}.`, before);
  const { sections, steels, ...rest } = content;
  await tx.update(jobs).set({ ...rest, ...(sections ? { sections: [...sections] } : {}), ...(steels ? { steels: [...steels] } : {}), version: version + 1, updatedAt: now() }).where(eq(jobs.id, id));
  return getJob(tx, id);
}

/** The whole job as its file. */
export async function jobDocument(db: Handle, id: string): Promise<JobDocument> {
  const { number, name, client, basis, sections, steels } = await getJob(db, id);
  const list = await listJoints(db, id);
  const documents: JointDocument[] = list.map(({ mark, kind, line, note, input, combinations, settings, checked }) => ({
    mark, kind, line, note, input, combinations, ...(settings ? { settings } : {}), ...(checked ? { checked } : {}),
  }));
  const calculations = (await listCalculations(db, id)).map(({ title, tool, input }) => ({ title, tool, input }));
  return { ...EMPTY_JOB, number, name, client, basis, sections, steels, joints: documents, calculations };
}
