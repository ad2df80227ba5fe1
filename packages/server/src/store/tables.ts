import { randomUUID } from 'node:crypto';
import { and, asc, desc, eq } from 'drizzle-orm';
import type { JointContent, JointDocument, TakenTable } from '@ample/core';
import type { Handle } from './database.ts';
import { Conflict, NotFound } from './errors.ts';
import { Broken } from './json.ts';
import { createJoint, deleteJoint, getJoint, saveJoint, staleJoint } from './joints.ts';
import { joints, revisions, tables } from './schema.ts';
import { breathe } from './statements.ts';

/** A joint as a table leaves it: one that stands, with the version that it was planned from, or a new one. */
export interface TakenJoint {
  readonly id?: string;
  readonly version?: number;
  readonly content: JointContent;
}

/** Takes a table into a job, all of it or, where one joint was changed meanwhile, nothing. */
export async function takeTable(
  tx: Handle,
  jobId: string,
  table: { readonly name: string; readonly mapping: unknown; readonly joints: readonly TakenJoint[] },
  who: string,
): Promise<TakenTable> {
  const id = randomUUID();
  const label = `table ${table.name}`.slice(0, 200);
  await tx
    .insert(tables)
    .values({
      id,
      jobId,
      name: table.name,
      mapping: table.mapping,
      joints: table.joints.length,
      who,
      at: new Date().toISOString(),
    });
  // Judged before anything is stored: a detail that some of them share changes them all at the first.
  for (const { id: joint, version } of table.joints) {
    if (joint === undefined) continue;
    const stored = await getJoint(tx, joint);
    if (stored.jobId !== jobId) throw new NotFound('A joint of this table is not one of this job.');
    if (stored.version !== version) throw staleJoint(stored, version ?? 0);
  }
  for (const { id: joint, content } of table.joints) {
    if (joint === undefined) await createJoint(tx, jobId, content as JointDocument, who, label, id);
    else {
      const { version } = await getJoint(tx, joint);
      await saveJoint(tx, joint, version, content, who, label, 0, id);
    }
    await breathe();
  }
  return tableOf(tx, id);
}

type Row = typeof tables.$inferSelect;
const recordOf = ({ id, name, mapping, joints: n, who, at, droppedAt }: Row): TakenTable => ({
  ...{ id, name, joints: n, who, at, droppedAt },
  mapping: mapping instanceof Broken ? null : mapping,
});

export async function tableOf(db: Handle, id: string): Promise<TakenTable> {
  const [row] = await db.select().from(tables).where(eq(tables.id, id));
  if (!row) throw new NotFound('This table is not in the store.');
  return recordOf(row);
}

/** Tables that were taken into a job, newest first. */
export const listTables = async (db: Handle, jobId: string): Promise<TakenTable[]> =>
  (await db.select().from(tables).where(eq(tables.jobId, jobId)).orderBy(desc(tables.at)).limit(50)).map(recordOf);

/** Drops a table again whole: every joint is as it was before; refused where one of them was changed since. */
export async function dropTable(tx: Handle, jobId: string, id: string, who: string): Promise<TakenTable> {
  const [row] = await tx
    .select()
    .from(tables)
    .where(and(eq(tables.id, id), eq(tables.jobId, jobId)));
  if (!row) throw new NotFound('This table is not in the store.');
  if (row.droppedAt !== null) throw new Conflict('table', `table: ${row.name} was dropped already.`);
  const changed = await tx.select().from(revisions).where(eq(revisions.batch, id)).orderBy(asc(revisions.id));
  const now = new Map(
    (
      await tx
        .select({ id: joints.id, version: joints.version, mark: joints.mark, deletedAt: joints.deletedAt })
        .from(joints)
        .where(eq(joints.jobId, jobId))
    ).map((j) => [j.id, j]),
  );
  // A joint may have more than one change of it, where it shares its detail: the last is what it left, the first what was before.
  const last = new Map(changed.map((r) => [r.jointId!, r]));
  const first = new Map([...changed].reverse().map((r) => [r.jointId!, r]));
  const since = [...last].flatMap(([id, r]) => {
    const j = now.get(id);
    return j && j.version === r.version && j.deletedAt === null ? [] : [j?.mark ?? ''];
  });
  if (since.length)
    throw new Conflict(
      'table',
      `table: ${row.name} can't be dropped whole: ${since.slice(0, 8).join(', ')}${since.length > 8 ? ` and ${since.length - 8} more` : ''} changed since; take those back first.`,
    );
  const label = `table ${row.name} dropped`.slice(0, 200);
  for (const [joint, { before }] of first) {
    if (before === null || before instanceof Broken) await deleteJoint(tx, joint, who);
    else await saveJoint(tx, joint, (await getJoint(tx, joint)).version, before, who, label);
    await breathe();
  }
  await tx.update(tables).set({ droppedAt: new Date().toISOString() }).where(eq(tables.id, id));
  return tableOf(tx, id);
}
