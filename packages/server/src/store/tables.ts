import { randomUUID } from 'node:crypto';
import { and, asc, desc, eq } from 'drizzle-orm';
import type { JointContent, JointDocument, TakenTable } from '@ample/core';
import type { Handle } from './database.ts';
import { Conflict, NotFound } from './errors.ts';
import { Broken } from './json.ts';
import { createJoint, deleteJoint, getJoint, saveJoint } from './joints.ts';
import { joints, revisions, tables } from './schema.ts';

/** A joint as a table leaves it: one that stands, with the version that it was planned from, or a new one. */
export interface TakenJoint {
  readonly id?: string;
  readonly version?: number;
  readonly content: JointContent;
}

/** Requests that wait have their turn between two joints. */
const breathe = (): Promise<void> => new Promise((resolve) => setImmediate(resolve));

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
  for (const { id: joint, version, content } of table.joints) {
    if (joint === undefined) await createJoint(tx, jobId, content as JointDocument, who, label, id);
    else {
      const { jobId: of } = await getJoint(tx, joint);
      if (of !== jobId) throw new NotFound('A joint of this table is not one of this job.');
      await saveJoint(tx, joint, version ?? 0, content, who, label, 0, id);
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
  const since = changed.flatMap((r) => {
    const j = now.get(r.jointId!);
    return j && j.version === r.version && j.deletedAt === null ? [] : [j?.mark ?? ''];
  });
  if (since.length)
    throw new Conflict(
      'table',
      `table: ${row.name} can't be dropped whole: ${since.slice(0, 8).join(', ')}${since.length > 8 ? ` and ${since.length - 8} more` : ''} changed since; take those back first.`,
    );
  const label = `table ${row.name} dropped`.slice(0, 200);
  for (const { jointId, version, before } of changed) {
    if (before === null || before instanceof Broken) await deleteJoint(tx, jointId!, who);
    else await saveJoint(tx, jointId!, version, before, who, label);
    await breathe();
  }
  await tx.update(tables).set({ droppedAt: new Date().toISOString() }).where(eq(tables.id, id));
  return tableOf(tx, id);
}
