import { and, desc, eq, lt } from 'drizzle-orm';
import { contentOf, inputVersion, KINDS, tryReadJoint, type JointContent, type RevisionRecord } from '@ample/core';
import type { Handle } from './database.ts';
import { Broken } from './json.ts';
import { revisions } from './schema.ts';

/** Keeps what a change made of a joint: who, when, what, before and after; `batch`: the table that it came with. */
export async function keepRevision(
  tx: Handle,
  joint: { id: string; jobId: string; version: number },
  who: string,
  label: string,
  before: JointContent | null,
  after: JointContent | null,
  batch: string | null = null,
): Promise<void> {
  await tx
    .insert(revisions)
    .values({
      jobId: joint.jobId,
      jointId: joint.id,
      version: joint.version,
      who,
      at: new Date().toISOString(),
      label,
      before: before && contentOf(before),
      after: after && contentOf(after),
      batch,
    });
}

/** Newest first: at most `most` of those before the revision with the id `before`. */
export async function listRevisions(
  db: Handle,
  jointId: string,
  before = Number.MAX_SAFE_INTEGER,
  most = 200,
): Promise<RevisionRecord[]> {
  const rows = await db
    .select()
    .from(revisions)
    .where(and(eq(revisions.jointId, jointId), lt(revisions.id, before)))
    .orderBy(desc(revisions.id))
    .limit(most);
  // A state that can't be read is shown as none: the others can be taken again.
  const whole = (content: JointContent | null): JointContent | null => {
    if (!content || content instanceof Broken) return null;
    // Nearly all are of now: only what a migration concerns is read as a joint, which takes a hundred times as long.
    const kind = KINDS.find((k) => k.id === content.kind);
    if (!kind || inputVersion(kind) === (content.input_version ?? 1)) return content;
    const read = tryReadJoint(content);
    return 'joint' in read ? contentOf(read.joint) : content;
  };
  return rows.map(({ id, version, who, at, label, before: was, after }) => ({
    id,
    version,
    who,
    at,
    label,
    before: whole(was),
    after: whole(after),
  }));
}
