import { and, asc, count, eq, gt, inArray, isNull, sql } from 'drizzle-orm';
import type { IssuedJoint, JudgedRow, RegisterEntry, Sibling, Standing } from '@ample/core';
import type { Handle } from './database.ts';
import { Broken } from './json.ts';
import { joints, verdicts } from './schema.ts';
import { signOf } from './joint-record.ts';

const LIGHT = {
  id: joints.id,
  jobId: joints.jobId,
  version: joints.version,
  position: joints.position,
  mark: joints.mark,
  kind: joints.kind,
  note: joints.note,
  group: joints.group,
  house: joints.house,
  updatedAt: joints.updatedAt,
  checkedBy: joints.checkedBy,
  checkedAt: joints.checkedAt,
  checkedFingerprint: joints.checkedFingerprint,
  checkedNote: joints.checkedNote,
  open: sql<number>`(select count(*) from comments c where c.joint_id = ${joints.id} and c.resolved_at is null)`,
};

export type LightJoint = Omit<RegisterEntry, keyof JudgedRow> & {
  readonly position: number;
  /** Whether it names a house detail. */
  readonly housed: boolean;
};

/** Joints of a job after a position. */
export const standingAfter = (jobId: string, after: number) =>
  and(eq(joints.jobId, jobId), isNull(joints.deletedAt), gt(joints.position, after));

/** What of the joints needs no reading of their input: `limit` of them after a position. `kept` is the verdict that has the key of now; null where it must be worked out. */
export async function lightJoints(
  db: Handle,
  jobId: string,
  after: number,
  limit: number,
  keyOf: (j: LightJoint) => string,
): Promise<(LightJoint & { readonly kept: JudgedRow | null })[]> {
  const rows = await db
    .select({ ...LIGHT, verdict: { key: verdicts.key, row: verdicts.row } })
    .from(joints)
    .leftJoin(verdicts, eq(verdicts.jointId, joints.id))
    .where(standingAfter(jobId, after))
    .orderBy(asc(joints.position))
    .limit(limit);
  return rows.map(({ verdict, checkedBy, checkedAt, checkedFingerprint, checkedNote, group, house, ...r }) => {
    const light = {
      ...r,
      housed: house !== null,
      ...(group === null ? {} : { group }),
      ...signOf({ checkedBy, checkedAt, checkedFingerprint, checkedNote }),
    };
    return { ...light, kept: verdict?.key === keyOf(light) && !(verdict.row instanceof Broken) ? verdict.row : null };
  });
}

/** A joint as far as its verdict is kept by it. */
export type VersionedJoint = Pick<LightJoint, 'id' | 'version' | 'updatedAt' | 'housed'>;

/** The same joints as far as it takes to know which of them have no verdict of now. */
export async function versionedJoints(
  db: Handle,
  jobId: string,
  after: number,
  limit: number,
  keyOf: (j: VersionedJoint) => string,
): Promise<(VersionedJoint & { readonly judged: boolean })[]> {
  const rows = await db
    .select({
      ...{ id: joints.id, version: joints.version, updatedAt: joints.updatedAt },
      ...{ housed: sql<number>`${joints.house} is not null`, key: verdicts.key },
    })
    .from(joints)
    .leftJoin(verdicts, eq(verdicts.jointId, joints.id))
    .where(standingAfter(jobId, after))
    .orderBy(asc(joints.position))
    .limit(limit);
  return rows.map(({ key, housed, ...r }) => {
    const joint = { ...r, housed: housed !== 0 };
    return { ...joint, judged: key === keyOf(joint) };
  });
}

/** Marks of joints by the end of the member that they stand at. */
export async function endsOf(db: Handle, jobId: string): Promise<ReadonlyMap<string, string>> {
  const end = sql<string | null>`json_extract(${joints.loads}, '$.end')`;
  const rows = await db
    .select({ end, mark: joints.mark })
    .from(joints)
    .where(and(eq(joints.jobId, jobId), isNull(joints.deletedAt)));
  return new Map(rows.flatMap((r) => (r.end ? [[r.end, r.mark] as const] : [])));
}

/** The joints of a job by id, mark and version, in order. */
export const markedVersions = (db: Handle, jobId: string): Promise<IssuedJoint[]> =>
  db
    .select({ id: joints.id, mark: joints.mark, version: joints.version })
    .from(joints)
    .where(and(eq(joints.jobId, jobId), isNull(joints.deletedAt)))
    .orderBy(asc(joints.position));

/** Changes with whatever the verdict of a joint depends on; a signature changes it without a new version, so the time of change is part. */
export const verdictKey = (
  { edition, basis, house }: JudgedUnder,
  { version, updatedAt, housed }: Omit<VersionedJoint, 'id'>,
): string => `${edition}/${basis}/${version}/${updatedAt}${housed ? `/${house}` : ''}`;

/** What besides a joint its verdict depends on: the calculation, the basis of the job, and what house details are kept. */
export interface JudgedUnder {
  readonly edition: string;
  readonly basis: string;
  readonly house: number;
}

/** How joints stand by their kept verdicts, those that are of now, by id. */
export async function keptStandings(db: Handle, ids: readonly string[], under: JudgedUnder): Promise<Map<string, Standing>> {
  const rows = await db
    .select({
      ...{ id: joints.id, version: joints.version, updatedAt: joints.updatedAt, house: joints.house },
      ...{ key: verdicts.key, row: verdicts.row },
    })
    .from(joints)
    .innerJoin(verdicts, eq(verdicts.jointId, joints.id))
    .where(inArray(joints.id, [...ids]));
  return new Map(
    rows.flatMap(({ id, key, row, house, ...of }): [string, Standing][] => {
      if (key !== verdictKey(under, { ...of, housed: house !== null }) || row instanceof Broken) return [];
      const { state, refusal, verdict } = row.summary;
      return [[id, { state, verdict: refusal ?? verdict }]];
    }),
  );
}

export async function siblingsOf(db: Handle, jobId: string): Promise<Sibling[]> {
  const rows = await db
    .select({ id: joints.id, mark: joints.mark, group: joints.group })
    .from(joints)
    .where(and(eq(joints.jobId, jobId), isNull(joints.deletedAt)))
    .orderBy(asc(joints.position));
  return rows.map(({ group, ...r }) => ({ ...r, ...(group === null ? {} : { group }) }));
}

export async function countJoints(db: Handle, jobId: string): Promise<number> {
  const [row] = await db
    .select({ n: count() })
    .from(joints)
    .where(and(eq(joints.jobId, jobId), isNull(joints.deletedAt)));
  return row?.n ?? 0;
}

/** Keeps what was judged; a joint that changed meanwhile has another key and is judged again. */
export async function keepVerdicts(
  tx: Handle,
  list: readonly { readonly id: string; readonly key: string; readonly row: JudgedRow }[],
): Promise<void> {
  if (list.length === 0) return;
  await tx
    .insert(verdicts)
    .values(list.map(({ id, key, row }) => ({ jointId: id, key, row })))
    .onConflictDoUpdate({ target: verdicts.jointId, set: { key: sql`excluded.key`, row: sql`excluded.row` } });
}
