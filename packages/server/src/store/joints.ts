import { randomUUID } from 'node:crypto';
import { and, asc, desc, eq, inArray, isNull, max, ne } from 'drizzle-orm';
import { ACTION_NAMES, kindOf, type Combination, type JointContent, type JointDocument, type JointRecord, type RevisionRecord, type SignOff } from '@ample/core';
import type { Handle } from './database.ts';
import { Conflict, NotFound, StaleSave } from './errors.ts';
import { combinations, joints, revisions } from './schema.ts';

type Row = typeof joints.$inferSelect;
const now = (): string => new Date().toISOString();

const combinationOf = (c: typeof combinations.$inferSelect): Combination => ({
  name: c.name, note: c.note, ...Object.fromEntries(ACTION_NAMES.filter((k) => c[k] !== null).map((k) => [k, c[k]])) as Pick<Combination, 'V_Ed' | 'N_Ed' | 'N_tie'>, ...(c.from === null ? {} : { from: c.from }),
});

function recordOf(row: Row, list: readonly Combination[]): JointRecord {
  return {
    id: row.id, jobId: row.jobId, version: row.version, mark: row.mark, kind: row.kind, note: row.note, input: row.input,
    line: kindOf(row.kind).line.print(row.input), combinations: list, updatedAt: row.updatedAt,
    ...(row.settings ? { settings: row.settings } : {}),
    ...(row.checkedBy ? { checked: { by: row.checkedBy, at: row.checkedAt!, fingerprint: row.checkedFingerprint! } } : {}),
  };
}

const contentOf = (j: JointContent): JointContent => ({ mark: j.mark, kind: j.kind, note: j.note, input: j.input, combinations: j.combinations, ...(j.settings ? { settings: j.settings } : {}) });

async function combinationsOf(db: Handle, ids: readonly string[]): Promise<Map<string, Combination[]>> {
  const out = new Map<string, Combination[]>(ids.map((id) => [id, []]));
  if (ids.length === 0) return out;
  const rows = await db.select().from(combinations).where(inArray(combinations.jointId, [...ids])).orderBy(asc(combinations.position));
  for (const row of rows) out.get(row.jointId)!.push(combinationOf(row));
  return out;
}

export async function listJoints(db: Handle, jobId: string): Promise<JointRecord[]> {
  const rows = await db.select().from(joints).where(and(eq(joints.jobId, jobId), isNull(joints.deletedAt))).orderBy(asc(joints.position));
  const lists = await combinationsOf(db, rows.map((r) => r.id));
  return rows.map((r) => recordOf(r, lists.get(r.id)!));
}

async function rowOf(db: Handle, id: string, deleted = false): Promise<Row> {
  const [row] = await db.select().from(joints).where(eq(joints.id, id));
  if (!row || (row.deletedAt !== null) !== deleted) throw new NotFound('This joint is not in the store; it may have been deleted.');
  return row;
}

export async function getJoint(db: Handle, id: string): Promise<JointRecord> {
  const row = await rowOf(db, id);
  return recordOf(row, (await combinationsOf(db, [id])).get(id)!);
}

async function refuseMarkTwice(db: Handle, jobId: string, mark: string, except = ''): Promise<void> {
  const [taken] = await db.select({ id: joints.id }).from(joints).where(and(eq(joints.jobId, jobId), eq(joints.mark, mark), isNull(joints.deletedAt), ne(joints.id, except)));
  if (taken) throw new Conflict('mark', `mark: "${mark}" is used by another joint of this job; accepted is a mark that is free.`);
}

async function putCombinations(tx: Handle, jointId: string, list: readonly Combination[]): Promise<void> {
  await tx.delete(combinations).where(eq(combinations.jointId, jointId));
  if (list.length === 0) return;
  await tx.insert(combinations).values(list.map((c, position) => ({ jointId, position, name: c.name, note: c.note ?? '', V_Ed: c.V_Ed, N_Ed: c.N_Ed, N_tie: c.N_tie, V_ser: c.V_ser ?? null, M_y: c.M_y ?? null, M_z: c.M_z ?? null, V_y: c.V_y ?? null, V_z: c.V_z ?? null, T: c.T ?? null, from: c.from ?? null })));
}

async function keepRevision(tx: Handle, joint: { id: string; jobId: string; version: number }, who: string, label: string, before: JointContent | null, after: JointContent | null): Promise<void> {
  await tx.insert(revisions).values({ jobId: joint.jobId, jointId: joint.id, version: joint.version, who, at: now(), label, before: before && contentOf(before), after: after && contentOf(after) });
}

export async function createJoint(tx: Handle, jobId: string, joint: JointDocument, who: string, label = 'made'): Promise<JointRecord> {
  await refuseMarkTwice(tx, jobId, joint.mark);
  const [{ last } = { last: null }] = await tx.select({ last: max(joints.position) }).from(joints).where(eq(joints.jobId, jobId));
  const id = randomUUID();
  const at = now();
  await tx.insert(joints).values({
    id, jobId, version: 1, position: (last ?? 0) + 1, mark: joint.mark, kind: joint.kind, note: joint.note, input: joint.input, settings: joint.settings ?? null,
    checkedBy: joint.checked?.by ?? null, checkedAt: joint.checked?.at ?? null, checkedFingerprint: joint.checked?.fingerprint ?? null, createdAt: at, updatedAt: at,
  });
  await putCombinations(tx, id, joint.combinations);
  await keepRevision(tx, { id, jobId, version: 1 }, who, label, null, joint);
  return getJoint(tx, id);
}

/** Saves the changeable part of a joint made from `version`; refuses when another save came between. */
export async function saveJoint(tx: Handle, id: string, version: number, content: JointContent, who: string, label: string): Promise<JointRecord> {
  const before = await getJoint(tx, id);
  if (before.version !== version) throw new StaleSave(`${before.mark} was changed meanwhile: the save was made from version ${version}, stored is version ${before.version}.`, before);
  await refuseMarkTwice(tx, before.jobId, content.mark, id);
  await tx.update(joints).set({ version: version + 1, mark: content.mark, kind: content.kind, note: content.note, input: content.input, settings: content.settings ?? null, updatedAt: now() }).where(eq(joints.id, id));
  await putCombinations(tx, id, content.combinations);
  await keepRevision(tx, { id, jobId: before.jobId, version: version + 1 }, who, label, before, content);
  return getJoint(tx, id);
}

/** Signs a joint off, or takes the signature back with null. */
export async function signJoint(tx: Handle, id: string, version: number, sign: SignOff | null, who: string): Promise<JointRecord> {
  const before = await getJoint(tx, id);
  if (before.version !== version) throw new StaleSave(`${before.mark} was changed meanwhile: it was read at version ${version}, stored is version ${before.version}.`, before);
  await tx.update(joints).set({ checkedBy: sign?.by ?? null, checkedAt: sign?.at ?? null, checkedFingerprint: sign?.fingerprint ?? null, updatedAt: now() }).where(eq(joints.id, id));
  await keepRevision(tx, { id, jobId: before.jobId, version }, who, sign ? `signed by ${sign.by}` : 'signature taken back', before, before);
  return getJoint(tx, id);
}

export async function deleteJoint(tx: Handle, id: string, who: string): Promise<void> {
  const joint = await getJoint(tx, id);
  await tx.update(joints).set({ deletedAt: now() }).where(eq(joints.id, id));
  await keepRevision(tx, joint, who, 'deleted', joint, null);
}

export async function restoreJoint(tx: Handle, id: string, who: string): Promise<JointRecord> {
  const row = await rowOf(tx, id, true);
  await refuseMarkTwice(tx, row.jobId, row.mark);
  await tx.update(joints).set({ deletedAt: null }).where(eq(joints.id, id));
  const joint = await getJoint(tx, id);
  await keepRevision(tx, joint, who, 'brought back', null, joint);
  return joint;
}

/** Newest first. */
export async function listRevisions(db: Handle, jointId: string, most = 200): Promise<RevisionRecord[]> {
  const rows = await db.select().from(revisions).where(eq(revisions.jointId, jointId)).orderBy(desc(revisions.id)).limit(most);
  return rows.map(({ id, version, who, at, label, before, after }) => ({ id, version, who, at, label, before, after }));
}
