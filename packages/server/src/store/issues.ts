import { randomUUID } from 'node:crypto';
import { and, asc, desc, eq, gte, isNotNull, isNull, lte, max } from 'drizzle-orm';
import {
  canonical,
  contentOf,
  jobWords,
  type ChangedJob,
  type IssuedJoint,
  type IssueOfJoints,
  type IssueRecord,
  type IssueWhat,
  type JointContent,
  type JointRecord,
  type SinceIssue,
} from '@ample/core';
import type { Handle } from './database.ts';
import { NotFound } from './errors.ts';
import { changedJob, getJob } from './jobs.ts';
import { eachJoint } from './joints.ts';
import { Broken } from './json.ts';
import { issues, jobRevisions, revisions } from './schema.ts';

/** An issue that is being written: it has its number, and becomes one when its file is whole. */
export interface BegunIssue {
  readonly id: string;
  readonly number: number;
}
/** What was read of the store for it. */
export interface ReadForIssue {
  readonly at: string;
  readonly jobVersion: number;
  readonly joints: readonly IssuedJoint[];
}

type Row = typeof issues.$inferSelect;
const recordOf = ({ number, at, who, reason, name, what, joints, size, sha256 }: Row): IssueOfJoints => ({
  number,
  at: at!,
  who,
  reason,
  name,
  what: (what as unknown) instanceof Broken ? { format: 'unknown' } : what,
  joints: (joints as unknown) instanceof Broken ? [] : joints,
  size: size!,
  sha256: sha256!,
});
const ofJob = (jobId: string) => and(eq(issues.jobId, jobId), isNotNull(issues.sha256));

/** Takes the next number of a job; one that is begun and never written leaves a gap, so that no number is given twice. */
export async function beginIssue(
  tx: Handle,
  jobId: string,
  issue: { readonly who: string; readonly reason: string; readonly name: string; readonly what: IssueWhat },
): Promise<BegunIssue> {
  const [last] = await tx
    .select({ number: max(issues.number) })
    .from(issues)
    .where(eq(issues.jobId, jobId));
  const begun = { id: randomUUID(), number: (last?.number ?? 0) + 1 };
  await tx.insert(issues).values({ ...issue, ...begun, jobId });
  return begun;
}
export async function keepIssue(
  tx: Handle,
  id: string,
  file: ReadForIssue & { readonly size: number; readonly sha256: string },
): Promise<void> {
  await tx.update(issues).set(file).where(eq(issues.id, id));
}
export async function dropIssue(tx: Handle, id: string): Promise<void> {
  await tx.delete(issues).where(and(eq(issues.id, id), isNull(issues.sha256)));
}
/** Those that a server which went down was still writing. */
export async function dropUnwritten(tx: Handle): Promise<void> {
  await tx.delete(issues).where(isNull(issues.sha256));
}

/** What was sent out of a job, newest first. */
export async function listIssues(db: Handle, jobId: string): Promise<IssueRecord[]> {
  const rows = await db.select().from(issues).where(ofJob(jobId)).orderBy(desc(issues.number));
  return rows.map(recordOf).map((r) => ({ ...r, joints: r.joints.length }));
}
export async function getIssue(db: Handle, jobId: string, number: number): Promise<IssueOfJoints> {
  const [row] = await db
    .select()
    .from(issues)
    .where(and(ofJob(jobId), eq(issues.number, number)));
  if (!row) throw new NotFound(`This job has no issue ${number}.`);
  return recordOf(row);
}

/** What is another since an issue: each joint against the last issue up to that one that it was in. */
export async function sinceIssue(db: Handle, jobId: string, number: number): Promise<SinceIssue> {
  const rows = await db
    .select()
    .from(issues)
    .where(and(ofJob(jobId), lte(issues.number, number)))
    .orderBy(asc(issues.number));
  if (rows.at(-1)?.number !== number) throw new NotFound(`This job has no issue ${number}.`);
  const last = new Map<string, IssuedJoint & { readonly number: number; readonly jobVersion: number }>();
  for (const row of rows)
    for (const joint of recordOf(row).joints) last.set(joint.id, { ...joint, number: row.number, jobVersion: row.jobVersion! });

  const words = await jobWordsSince(db, jobId);
  const changed: SinceIssue['changed'][number][] = [];
  for await (const joint of eachJoint(db, jobId)) {
    const sent = last.get(joint.id);
    last.delete(joint.id);
    if (!sent) changed.push({ id: joint.id, mark: joint.mark, last: null });
    else if ((await words(sent.jobVersion)).length > 0 || (await isAnother(db, joint, sent.version)))
      changed.push({ id: joint.id, mark: joint.mark, last: sent.number });
  }
  return { number, job: await words(rows.at(-1)!.jobVersion!), changed, gone: [...last.values()].map((j) => j.mark) };
}

/** In what a job differs from its version, each asked for once. */
async function jobWordsSince(db: Handle, jobId: string): Promise<(version: number) => Promise<readonly string[]>> {
  const job = await getJob(db, jobId);
  const known = new Map<number, readonly string[]>([[job.version, []]]);
  return async (version) => {
    let words = known.get(version);
    if (!words)
      known.set(version, (words = jobWords((await jobOfVersion(db, jobId, version)) ?? changedJob(job), changedJob(job))));
    return words;
  };
}
/** A job as it was in a version; null where that can't be read. */
async function jobOfVersion(db: Handle, jobId: string, version: number): Promise<ChangedJob | null> {
  const [row] = await db
    .select({ before: jobRevisions.before })
    .from(jobRevisions)
    .where(and(eq(jobRevisions.jobId, jobId), gte(jobRevisions.version, version)))
    .orderBy(asc(jobRevisions.version))
    .limit(1);
  return !row || (row.before as unknown) instanceof Broken ? null : row.before;
}

/** Whether a joint is another than it was in a version. What can't be read any more counts as changed. */
async function isAnother(db: Handle, joint: JointRecord, version: number): Promise<boolean> {
  if (joint.version === version) return false;
  const [row] = await db
    .select({ after: revisions.after })
    .from(revisions)
    .where(and(eq(revisions.jointId, joint.id), lte(revisions.version, version)))
    .orderBy(desc(revisions.id))
    .limit(1);
  const then = row?.after;
  if (!then || (then as unknown) instanceof Broken) return true;
  const content = (c: JointContent): string => canonical({ ...contentOf(c), kind: c.kind ?? joint.kind });
  return content(then) !== content(joint);
}
