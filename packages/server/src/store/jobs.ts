import { createHash, randomUUID } from 'node:crypto';
import { count, desc, eq, isNull } from 'drizzle-orm';
import {
  EMPTY_JOB,
  jobFile,
  rulesOf,
  type ChangedJob,
  type CommentDocument,
  type GivenRules,
  type JobDocument,
  type JobListEntry,
  type JobRecord,
  type JointDocument,
  type JudgedBy,
  type RuledJob,
} from '@ample/core';
import { listCalculations } from './calculations.ts';
import type { Handle, OpenDatabase } from './database.ts';
import { NotFound, StaleSave, Unreadable } from './errors.ts';
import { commentsOfJob } from './comments.ts';
import { documentOf, eachJoint } from './joints.ts';
import { Broken } from './json.ts';
import { answeredBefore, keptRow, type Request } from './requests.ts';
import { getRules } from './rules.ts';
import { jobRevisions, jobs, joints, requests } from './schema.ts';
import { inserts, runAll, type NewJob } from './statements.ts';

type Row = typeof jobs.$inferSelect;
const now = (): string => new Date().toISOString();

/** A job whose basis or lists are damaged can't be worked with; its row says so, and the other jobs stand. */
function recordOf({ createdAt: _made, loads, rules, ...r }: Row): JobRecord {
  const broken = (['basis', 'sections', 'steels', 'loads', 'rules'] as const).find(
    (k) => ({ ...r, loads, rules })[k] instanceof Broken,
  );
  if (broken)
    throw new Unreadable(
      `The job ${r.name} can't be read: what is stored as its ${broken} is not JSON. Restore a backup, or mend the store.`,
    );
  return { ...r, ...(loads ? { loads } : {}), ...(rules ? { rules } : {}) };
}

export async function listJobs(db: Handle): Promise<JobListEntry[]> {
  const rows = await db
    .select({
      id: jobs.id,
      version: jobs.version,
      number: jobs.number,
      name: jobs.name,
      client: jobs.client,
      archived: jobs.archived,
      updatedAt: jobs.updatedAt,
    })
    .from(jobs)
    .orderBy(desc(jobs.updatedAt));
  const counts = await db
    .select({ jobId: joints.jobId, n: count() })
    .from(joints)
    .where(isNull(joints.deletedAt))
    .groupBy(joints.jobId);
  const byJob = new Map(counts.map((c) => [c.jobId, c.n]));
  return rows.map((r) => ({ ...r, joints: byJob.get(r.id) ?? 0 }));
}

export async function getJob(db: Handle, id: string): Promise<JobRecord> {
  const [row] = await db.select().from(jobs).where(eq(jobs.id, id));
  if (!row) throw new NotFound('This job is not in the store.');
  return recordOf(row);
}

export type JobContent = Pick<JobRecord, 'number' | 'name' | 'client' | 'basis' | 'sections' | 'steels' | 'archived'> & {
  /** Null takes them away. */
  readonly loads?: JobRecord['loads'] | null;
  readonly rules?: JobRecord['rules'] | null;
};

/** A new, empty job. */
export async function createJob(tx: Handle, head: Pick<JobRecord, 'number' | 'name' | 'client'>): Promise<JobRecord> {
  const id = randomUUID();
  const at = now();
  const { basis, sections, steels } = EMPTY_JOB;
  // Rules that can't be read keep nobody from a new job.
  const { close } = rulesOf({ office: await getRules(tx).then((r) => r.rules, unlessUnreadable) });
  await tx
    .insert(jobs)
    .values({
      id,
      version: 1,
      ...head,
      basis: { ...basis, close },
      sections: [...sections],
      steels: [...steels],
      archived: false,
      createdAt: at,
      updatedAt: at,
    });
  return getJob(tx, id);
}

function unlessUnreadable(e: unknown): GivenRules {
  if (e instanceof Unreadable) return {};
  throw e;
}

/** Stores a prepared job whole or not at all, once for each request; gives its id. */
export function storeJob(database: OpenDatabase, job: NewJob, request: Request | null = null): Promise<string> {
  return database.bulk(async (tx) => {
    // Bulk and write share one queue, so what is read beside the transaction is the latest there is.
    const before = await answeredBefore(database.db, request);
    if (before !== undefined) return before;
    await runAll(tx, [...job.statements, ...(request ? inserts(requests, [keptRow(request, job.id)]) : [])]);
    return job.id;
  });
}

export async function saveJob(
  tx: Handle,
  id: string,
  version: number,
  content: Partial<JobContent>,
  who: string,
): Promise<JobRecord> {
  const before = await getJob(tx, id);
  if (before.version !== version)
    throw new StaleSave(
      `The job was changed meanwhile: the save was made from version ${version}, stored is version ${before.version}.`,
      before,
    );
  const { sections, steels, ...rest } = content;
  await tx.insert(jobRevisions).values({ jobId: id, version, who, at: now(), before: changedJob(before) });
  await tx
    .update(jobs)
    .set({
      ...rest,
      ...(sections ? { sections: [...sections] } : {}),
      ...(steels ? { steels: [...steels] } : {}),
      version: version + 1,
      updatedAt: now(),
    })
    .where(eq(jobs.id, id));
  return getJob(tx, id);
}

/** The part of a job that is kept of its earlier states. */
export const changedJob = ({ name, number, basis, sections, steels, loads }: JobRecord): ChangedJob => ({
  ...{ name, number, basis, sections, steels },
  ...(loads ? { loads } : {}),
});

/** What of a job is its own: without its joints, and its calculations. */
async function ownHead(db: Handle, id: string): Promise<JobDocument> {
  const { number, name, client, basis, sections, steels, loads, rules } = await getJob(db, id);
  const calculations = (await listCalculations(db, id)).map(({ title, tool, input }) => ({ title, tool, input }));
  const own = { ...(loads ? { loads } : {}), ...(rules ? { rules } : {}) };
  return { ...EMPTY_JOB, number, name, client, basis, sections, steels, ...own, calculations };
}

/** A job with the rules of its office, which new details go by. */
export async function ruledJob(db: Handle, id: string): Promise<RuledJob> {
  const job = await getJob(db, id);
  return { ...job, office: (await getRules(db)).rules };
}

/** A job without its joints, as a document begins: with the rules of its office. */
export async function jobHead(db: Handle, id: string): Promise<JobDocument> {
  const { rules: office } = await getRules(db);
  return { ...(await ownHead(db, id)), office };
}

const commented = (list: readonly CommentDocument[] | undefined): { comments?: readonly CommentDocument[] } =>
  list?.length ? { comments: list } : {};

/** The whole job as its file. Joints that can't be read are left out: they are exported raw, one by one. */
export async function jobDocument(db: Handle, id: string): Promise<JobDocument> {
  const head = await ownHead(db, id);
  const joints: JointDocument[] = [];
  const said = await commentsOfJob(db, id);
  for await (const joint of eachJoint(db, id))
    if (joint.unreadable === undefined) joints.push({ ...documentOf(joint), ...commented(said.get(joint.id)) });
  return jobFile({ ...head, joints });
}

/** Changes with whatever the joints of a job are judged to. */
export const basisKey = (job: JudgedBy): string =>
  createHash('sha256')
    .update(JSON.stringify([job.basis, job.sections, job.steels, ...(job.loads ? [job.loads] : [])]))
    .digest('hex')
    .slice(0, 24);
