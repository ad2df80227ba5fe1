import { randomUUID } from 'node:crypto';
import { and, asc, eq, inArray, isNull, max, ne, or, sql } from 'drizzle-orm';
import {
  canonical,
  readJoint,
  sameDetail,
  withDetailOf,
  type Details,
  type JointContent,
  type JointDocument,
  type JointRecord,
  type SignOff,
} from '@ample/core';
import type { Handle } from './database.ts';
import { Conflict, NotFound, StaleSave, Unreadable } from './errors.ts';
import { recordOf } from './joint-record.ts';
import { standingAfter } from './joint-rows.ts';
import { Broken } from './json.ts';
import { keepRevision } from './revisions.ts';
import { joints } from './schema.ts';

type Row = typeof joints.$inferSelect;

const now = (): string => new Date().toISOString();

/** How many joints are read at a time: what is held in memory at once. */
const SLICE = 50;

/** The joints of a job in order, a few at a time, so that a job of any size needs the memory of those few. */
export async function* eachJoint(db: Handle, jobId: string): AsyncGenerator<JointRecord> {
  for (let after = -1; ;) {
    const rows = await db.select().from(joints).where(standingAfter(jobId, after)).orderBy(asc(joints.position)).limit(SLICE);
    for (const row of rows) yield recordOf(row);
    if (rows.length < SLICE) return;
    after = rows.at(-1)!.position;
  }
}

export async function listJoints(db: Handle, jobId: string): Promise<JointRecord[]> {
  const out: JointRecord[] = [];
  for await (const joint of eachJoint(db, jobId)) out.push(joint);
  return out;
}

/** Joints by their ids, in no order; `details` of those that are read one after another. */
export async function jointsById(db: Handle, ids: readonly string[], details?: Details): Promise<JointRecord[]> {
  const rows = await db
    .select()
    .from(joints)
    .where(inArray(joints.id, [...ids]));
  return rows.map((row) => recordOf(row, details));
}

/** Joints of a job by their marks, and by the ends of members that stand at them. */
export async function jointsNamed(
  db: Handle,
  jobId: string,
  marks: readonly string[],
  ends: readonly string[],
): Promise<JointRecord[]> {
  const end = sql<string>`json_extract(${joints.loads}, '$.end')`;
  const rows = await db
    .select()
    .from(joints)
    .where(
      and(
        eq(joints.jobId, jobId),
        isNull(joints.deletedAt),
        or(
          marks.length ? inArray(joints.mark, [...marks]) : undefined,
          ends.length ? and(sql`json_valid(${joints.loads})`, inArray(end, [...ends])) : undefined,
        ),
      ),
    );
  return rows.map((row) => recordOf(row));
}

/** A joint as its job's file has it. */
export const documentOf = ({
  mark,
  kind,
  line,
  note,
  input,
  input_version,
  combinations: list,
  loads,
  group,
  house,
  settings,
  checked,
}: JointDocument): JointDocument => ({
  mark,
  kind,
  line,
  note,
  input,
  ...(input_version === undefined ? {} : { input_version }),
  combinations: list,
  ...(loads ? { loads } : {}),
  ...(group === undefined ? {} : { group }),
  ...(house ? { house } : {}),
  ...(settings ? { settings } : {}),
  ...(checked ? { checked } : {}),
});

/** The row as it stands in the store, each column as its text, for a joint that can't be read. */
export async function rawJoint(db: Handle, id: string): Promise<{ readonly mark: string; readonly [column: string]: unknown }> {
  const row = await rowOf(db, id);
  return {
    ...row,
    ...Object.fromEntries(
      Object.entries(row).map(([k, v]) => [k, (v as unknown) instanceof Broken ? { broken: (v as unknown as Broken).text } : v]),
    ),
  };
}

async function rowOf(db: Handle, id: string, deleted = false): Promise<Row> {
  const [row] = await db.select().from(joints).where(eq(joints.id, id));
  if (!row || (row.deletedAt !== null) !== deleted)
    throw new NotFound('This joint is not in the store; it may have been deleted.');
  return row;
}

export async function getJoint(db: Handle, id: string): Promise<JointRecord> {
  return recordOf(await rowOf(db, id));
}

/** A joint to work with: refuses one that can't be read. */
export async function readableJoint(db: Handle, id: string): Promise<JointRecord> {
  const joint = await getJoint(db, id);
  if (joint.unreadable !== undefined) throw new Unreadable(joint.unreadable);
  return joint;
}

async function refuseMarkTwice(db: Handle, jobId: string, mark: string, except = ''): Promise<void> {
  const [taken] = await db
    .select({ id: joints.id })
    .from(joints)
    .where(and(eq(joints.jobId, jobId), eq(joints.mark, mark), isNull(joints.deletedAt), ne(joints.id, except)));
  if (taken) throw new Conflict('mark', `mark: "${mark}" is used by another joint of this job; accepted is a mark that is free.`);
}

export async function createJoint(
  tx: Handle,
  jobId: string,
  joint: JointDocument,
  who: string,
  label = 'made',
  batch: string | null = null,
): Promise<JointRecord> {
  await refuseMarkTwice(tx, jobId, joint.mark);
  const other = await otherDetail(tx, jobId, joint);
  if (other !== undefined)
    throw new Conflict(
      'group',
      `group: the detail of ${joint.mark} is not that of ${other}, with which it would share ${joint.group}; accepted is the same detail, or no group.`,
    );
  const [{ last } = { last: null }] = await tx
    .select({ last: max(joints.position) })
    .from(joints)
    .where(eq(joints.jobId, jobId));
  const id = randomUUID();
  const at = now();
  await tx
    .insert(joints)
    .values({
      id,
      jobId,
      version: 1,
      position: (last ?? 0) + 1,
      mark: joint.mark,
      kind: joint.kind,
      note: joint.note,
      input: joint.input,
      inputVersion: joint.input_version ?? 1,
      combinations: joint.combinations,
      loads: joint.loads ?? null,
      group: joint.group ?? null,
      house: joint.house ?? null,
      settings: joint.settings ?? null,
      checkedBy: joint.checked?.by ?? null,
      checkedAt: joint.checked?.at ?? null,
      checkedFingerprint: joint.checked?.fingerprint ?? null,
      checkedNote: joint.checked?.note ?? null,
      createdAt: at,
      updatedAt: at,
    });
  await keepRevision(tx, { id, jobId, version: 1 }, who, label, null, joint, batch);
  return getJoint(tx, id);
}

/** The refusal of a save that was made from an older version than the one stored. */
export const staleJoint = (stored: JointRecord, version: number): StaleSave =>
  new StaleSave(
    `${stored.mark} was changed meanwhile: the save was made from version ${version}, stored is version ${stored.version}.`,
    stored,
  );

/**
 * Saves the changeable part of a joint made from `version`; refuses when another save came between. `own`: saves of the same client since then,
 * which it never heard of.
 */
export async function saveJoint(
  tx: Handle,
  id: string,
  made: number,
  content: JointContent,
  who: string,
  label: string,
  own = 0,
  batch: string | null = null,
): Promise<JointRecord> {
  const before = await getJoint(tx, id);
  const version = before.version === made + own ? before.version : made;
  if (before.version !== version) throw staleJoint(before, version);
  await refuseMarkTwice(tx, before.jobId, content.mark, id);
  await tx
    .update(joints)
    .set({
      version: version + 1,
      mark: content.mark,
      kind: content.kind,
      note: content.note,
      input: content.input,
      inputVersion: content.input_version ?? 1,
      combinations: content.combinations,
      loads: content.loads ?? null,
      group: content.group ?? null,
      house: content.house ?? null,
      settings: content.settings ?? null,
      updatedAt: now(),
    })
    .where(eq(joints.id, id));
  await keepRevision(tx, { id, jobId: before.jobId, version: version + 1 }, who, label, before, content, batch);
  const saved = await getJoint(tx, id);
  if (
    saved.group !== undefined &&
    (!sameDetail(before, saved) || canonical(before.house ?? null) !== canonical(saved.house ?? null))
  )
    await spread(tx, saved, who, label, batch);
  return saved;
}

/** A joint of a group that its detail is not that of; undefined where there is none. */
async function otherDetail(
  tx: Handle,
  jobId: string,
  joint: Pick<JointDocument, 'kind' | 'input' | 'group'>,
  except = '',
): Promise<string | undefined> {
  if (joint.group === undefined) return undefined;
  const [row] = await tx
    .select()
    .from(joints)
    .where(and(eq(joints.jobId, jobId), eq(joints.group, joint.group), isNull(joints.deletedAt), ne(joints.id, except)))
    .limit(1);
  return row && !sameDetail(recordOf(row), joint) ? row.mark : undefined;
}

/** A detail that joints share is one: what is saved of it at one of them is that of all. Refuses whole where one of them can't take it. */
async function spread(tx: Handle, from: JointRecord, who: string, label: string, batch: string | null): Promise<void> {
  const rows = await tx
    .select()
    .from(joints)
    .where(and(eq(joints.jobId, from.jobId), eq(joints.group, from.group!), isNull(joints.deletedAt), ne(joints.id, from.id)));
  for (const row of rows) {
    const joint = recordOf(row);
    if (
      joint.unreadable !== undefined ||
      (sameDetail(joint, from) && canonical(joint.house ?? null) === canonical(from.house ?? null))
    )
      continue;
    const { line: _printed, house: _before, ...told } = documentOf(joint);
    const next = readJoint(
      { ...told, ...(from.house ? { house: from.house } : {}), input: withDetailOf(joint, from) },
      `joint ${joint.mark}`,
    );
    await tx
      .update(joints)
      .set({ version: joint.version + 1, input: next.input as unknown, house: next.house ?? null, updatedAt: now() })
      .where(eq(joints.id, joint.id));
    await keepRevision(
      tx,
      { id: joint.id, jobId: joint.jobId, version: joint.version + 1 },
      who,
      `${label} at ${from.mark}, which shares its detail`.slice(0, 200),
      joint,
      next,
      batch,
    );
  }
}

/** Signs a joint off, or takes the signature back with null. */
export async function signJoint(
  tx: Handle,
  id: string,
  version: number,
  sign: SignOff | null,
  who: string,
): Promise<JointRecord> {
  const before = await getJoint(tx, id);
  if (before.version !== version)
    throw new StaleSave(
      `${before.mark} was changed meanwhile: it was read at version ${version}, stored is version ${before.version}.`,
      before,
    );
  await tx
    .update(joints)
    .set({
      checkedBy: sign?.by ?? null,
      checkedAt: sign?.at ?? null,
      checkedFingerprint: sign?.fingerprint ?? null,
      checkedNote: sign?.note ?? null,
      updatedAt: now(),
    })
    .where(eq(joints.id, id));
  await keepRevision(
    tx,
    { id, jobId: before.jobId, version },
    who,
    sign ? `signed by ${sign.by}${sign.note ? `: ${sign.note}` : ''}`.slice(0, 200) : 'signature taken back',
    before,
    before,
  );
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
  // A detail that was changed meanwhile is shared no more: the joint keeps its own.
  const apart = await otherDetail(tx, row.jobId, recordOf(row), id);
  await tx
    .update(joints)
    .set({ deletedAt: null, ...(apart === undefined ? {} : { group: null }) })
    .where(eq(joints.id, id));
  const joint = await getJoint(tx, id);
  await keepRevision(tx, joint, who, 'brought back', null, joint);
  return joint;
}
