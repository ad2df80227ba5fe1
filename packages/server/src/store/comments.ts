import { randomUUID } from 'node:crypto';
import { and, asc, eq, isNull, max } from 'drizzle-orm';
import type { CommentDocument, CommentRecord, Pin } from '@ample/core';
import type { Handle } from './database.ts';
import { Conflict, NotFound } from './errors.ts';
import { Broken } from './json.ts';
import { getJoint } from './joints.ts';
import { keepRevision } from './revisions.ts';
import { comments, joints } from './schema.ts';

type Row = typeof comments.$inferSelect;
const now = (): string => new Date().toISOString();

/** A damaged pin is none, damaged answers are left out: what was said stands. */
const documentOf = ({ number, who, at, text, pin, version, replies, resolvedBy, resolvedAt }: Row): CommentDocument => ({
  ...{ number, who, at, text, version },
  ...(pin && !((pin as unknown) instanceof Broken) ? { pin } : {}),
  replies: Array.isArray(replies) ? replies : [],
  ...(resolvedAt === null ? {} : { resolved: { who: resolvedBy ?? '', at: resolvedAt } }),
});
const recordOf = (row: Row): CommentRecord => ({ id: row.id, jointId: row.jointId, ...documentOf(row) });

/** Comments of a joint, as they were made. */
export const listComments = async (db: Handle, jointId: string): Promise<CommentRecord[]> =>
  (await db.select().from(comments).where(eq(comments.jointId, jointId)).orderBy(asc(comments.number))).map(recordOf);

/** Those of every joint of a job, by the ids of the joints. */
export async function commentsOfJob(db: Handle, jobId: string): Promise<Map<string, CommentDocument[]>> {
  const rows = await db.select().from(comments).where(eq(comments.jobId, jobId)).orderBy(asc(comments.number));
  const out = new Map<string, CommentDocument[]>();
  for (const r of rows) out.set(r.jointId, [...(out.get(r.jointId) ?? []), documentOf(r)]);
  return out;
}

async function rowOf(tx: Handle, id: string): Promise<Row> {
  const [row] = await tx
    .select({ comment: comments })
    .from(comments)
    .innerJoin(joints, and(eq(joints.id, comments.jointId), isNull(joints.deletedAt)))
    .where(eq(comments.id, id));
  if (!row) throw new NotFound('This comment is not in the store; its joint may have been deleted.');
  return row.comment;
}

/** What is said of a joint stands in its history. */
async function told(tx: Handle, jointId: string, who: string, label: string): Promise<void> {
  const joint = await getJoint(tx, jointId);
  await keepRevision(tx, joint, who, label.slice(0, 200), joint, joint);
}

export async function addComment(
  tx: Handle,
  jointId: string,
  comment: { readonly text: string; readonly pin?: Pin },
  who: string,
): Promise<CommentRecord> {
  const joint = await getJoint(tx, jointId);
  const [{ last } = { last: null }] = await tx
    .select({ last: max(comments.number) })
    .from(comments)
    .where(eq(comments.jointId, jointId));
  const id = randomUUID();
  const number = (last ?? 0) + 1;
  const { text, pin } = comment;
  await tx
    .insert(comments)
    .values({ ...{ id, jobId: joint.jobId, jointId, number, who, at: now(), text }, pin: pin ?? null, version: joint.version });
  await told(tx, jointId, who, `comment ${number}: ${text}`);
  return recordOf(await rowOf(tx, id));
}

/** Answers a comment, resolves it, or opens it again. */
export async function changeComment(
  tx: Handle,
  id: string,
  change: { readonly reply?: string; readonly resolved?: boolean },
  who: string,
): Promise<CommentRecord> {
  const row = await rowOf(tx, id);
  const at = now();
  const { reply, resolved } = change;
  const before = documentOf(row);
  if (before.replies.length >= 200 && reply !== undefined)
    throw new Conflict('reply', 'reply: this comment has 200 answers; accepted is a new comment.');
  await tx
    .update(comments)
    .set({
      ...(reply === undefined ? {} : { replies: [...before.replies, { who, at, text: reply }] }),
      ...(resolved === undefined ? {} : { resolvedBy: resolved ? who : null, resolvedAt: resolved ? at : null }),
    })
    .where(eq(comments.id, id));
  if (reply !== undefined) await told(tx, row.jointId, who, `comment ${row.number} answered: ${reply}`);
  if (resolved !== undefined) await told(tx, row.jointId, who, `comment ${row.number} ${resolved ? 'resolved' : 'opened again'}`);
  return recordOf(await rowOf(tx, id));
}
