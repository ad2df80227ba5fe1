import { and, asc, desc, eq, gt, inArray, isNotNull, lte, max, sql } from 'drizzle-orm';
import {
  canonical,
  compareJobs,
  EMPTY_JOB,
  jobWords,
  tryReadJoint,
  type ChangedJob,
  type ChangeList,
  type ChangeMoment,
  type JobDocument,
  type JointContent,
  type JointDocument,
  type JointThen,
} from '@ample/core';
import type { Handle } from './database.ts';
import { Broken } from './json.ts';
import { changedJob, getJob } from './jobs.ts';
import { jobRevisions, joints, revisions } from './schema.ts';

/** Two moments of a job, ISO date and time; what changed at that very moment counts as done. */
export interface Between {
  readonly from: string;
  readonly to: string;
}

/** Moments at which a job changed, newest first: what came with one table is one. */
export async function changeMoments(db: Handle, jobId: string, most = 200): Promise<ChangeMoment[]> {
  const rows = await db
    .select({
      at: max(revisions.at),
      who: revisions.who,
      label: revisions.label,
      joints: sql<number>`count(distinct ${revisions.jointId})`,
    })
    .from(revisions)
    // Signatures and comments change nothing of a joint.
    .where(and(eq(revisions.jobId, jobId), sql`${revisions.before} is not ${revisions.after}`))
    .groupBy(sql`coalesce(${revisions.batch}, ${revisions.at} || ${revisions.label})`)
    .orderBy(desc(max(revisions.at)))
    .limit(most);
  const own = await db
    .select({ at: jobRevisions.at, who: jobRevisions.who })
    .from(jobRevisions)
    .where(eq(jobRevisions.jobId, jobId))
    .orderBy(desc(jobRevisions.at))
    .limit(most);
  return [
    ...rows.map((r) => ({ ...r, at: r.at ?? '' })),
    ...own.map((r) => ({ ...r, label: 'the job: basis, load cases or own sections', joints: 0 })),
  ]
    .sort((a, b) => (a.at < b.at ? 1 : -1))
    .slice(0, most);
}

/** The job as it was at a moment: what stood until the first change after it. */
async function jobAt(db: Handle, jobId: string, at: string): Promise<ChangedJob> {
  const now = changedJob(await getJob(db, jobId));
  const [next] = await db
    .select({ before: jobRevisions.before })
    .from(jobRevisions)
    .where(and(eq(jobRevisions.jobId, jobId), gt(jobRevisions.at, at)))
    .orderBy(asc(jobRevisions.at))
    .limit(1);
  return !next || (next.before as unknown) instanceof Broken ? now : next.before;
}

/** What joints held at a moment, by their ids; one that was not made yet, or was deleted, is not among them. */
async function contentsAt(db: Handle, jobId: string, at: string, ids?: readonly string[]): Promise<Map<string, JointContent>> {
  const last = db
    .select({ id: max(revisions.id).as('last') })
    .from(revisions)
    .where(
      and(
        eq(revisions.jobId, jobId),
        lte(revisions.at, at),
        isNotNull(revisions.jointId),
        ids ? inArray(revisions.jointId, [...ids]) : undefined,
      ),
    )
    .groupBy(revisions.jointId)
    .as('last');
  const rows = await db
    .select({ id: revisions.jointId, after: revisions.after, kind: joints.kind })
    .from(revisions)
    .innerJoin(last, eq(last.id, revisions.id))
    .innerJoin(joints, eq(joints.id, revisions.jointId));
  return new Map(
    // The first revisions ever kept did not say their kind: it could not change then.
    rows.flatMap(({ id, after, kind }) =>
      id && after && !((after as unknown) instanceof Broken) ? [[id, { ...after, kind: after.kind ?? kind }]] : [],
    ),
  );
}

/** What is different between two moments, before anything is judged. */
export async function changeList(db: Handle, jobId: string, { from, to }: Between): Promise<ChangeList> {
  const [before, after] = [await jobAt(db, jobId, from), await jobAt(db, jobId, to)];
  const [was, is] = [await contentsAt(db, jobId, from), await contentsAt(db, jobId, to)];
  const order = await db.select({ id: joints.id }).from(joints).where(eq(joints.jobId, jobId)).orderBy(asc(joints.position));
  const job = jobWords(before, after);
  const both = order.map((j) => j.id).filter((id) => was.has(id) || is.has(id));
  const differs = both.filter((id) => job.length > 0 || canonical(was.get(id) ?? null) !== canonical(is.get(id) ?? null));
  return {
    ...{ before, after, job },
    joints: differs.map((id) => ({ id, mark: (is.get(id) ?? was.get(id))!.mark })),
    same: both.length - differs.length,
  };
}

const asRead = (content: JointContent | undefined): JointDocument[] => {
  if (!content) return [];
  const read = tryReadJoint(content);
  return 'joint' in read ? [read.joint] : [];
};

/** These joints at two moments, each judged under its job of then. */
export async function jointsThen(db: Handle, jobId: string, between: Between, ids: readonly string[]): Promise<JointThen[]> {
  const [before, after] = [await jobAt(db, jobId, between.from), await jobAt(db, jobId, between.to)];
  const was = await contentsAt(db, jobId, between.from, ids);
  const is = await contentsAt(db, jobId, between.to, ids);
  const doc = (job: ChangedJob, content: JointContent | undefined): JobDocument => ({
    ...{ ...EMPTY_JOB, ...job },
    joints: asRead(content),
  });
  return ids.flatMap((id): JointThen[] => {
    const [a, b] = [was.get(id), is.get(id)];
    // A mark that was changed is no joint that went and another that came.
    const old = doc(before, a && b ? { ...a, mark: b.mark } : a);
    const [change] = compareJobs(old, doc(after, b)).joints;
    return change ? [{ ...change, id, was: a ?? null, is: b ?? null }] : [];
  });
}
