import { and, desc, eq, inArray, notInArray } from 'drizzle-orm';
import { analysisPrint, basisOf, withActions, type FieldRecord, type FieldResultKept } from '@ample/core';
import type { Handle } from './database.ts';
import { Conflict } from './errors.ts';
import { getJob } from './jobs.ts';
import { readableJoint } from './joints.ts';
import { Broken } from './json.ts';
import { fields } from './schema.ts';

/** Analyses that are kept of one joint, the newest. */
const MOST = 60;

/** What the analysis of a joint depends on, as it stands. */
async function standing(db: Handle, jointId: string): Promise<{ readonly version: number; readonly fingerprint: string }> {
  const joint = await readableJoint(db, jointId);
  const job = await getJob(db, joint.jobId);
  return { version: joint.version, fingerprint: analysisPrint(withActions(joint, job), basisOf(job, joint.settings)) };
}

/** Of each combination the analysis of the joint as it stands; where there is none, the last one of what it was. A damaged one is none. */
export async function listFields(db: Handle, jointId: string, edition: string): Promise<FieldRecord[]> {
  const now = await standing(db, jointId);
  const kept = await db
    .select({ fingerprint: fields.fingerprint, combination: fields.combination })
    .from(fields)
    .where(eq(fields.jointId, jointId))
    .orderBy(desc(fields.at));
  const chosen = new Map<string, string>();
  for (const k of kept)
    if (k.fingerprint === now.fingerprint || !chosen.has(k.combination)) chosen.set(k.combination, k.fingerprint);
  if (!chosen.size) return [];
  const rows = await db
    .select()
    .from(fields)
    .where(and(eq(fields.jointId, jointId), inArray(fields.fingerprint, [...new Set(chosen.values())])));
  return rows
    .filter((r) => chosen.get(r.combination) === r.fingerprint && !((r.field as unknown) instanceof Broken))
    .map(({ field, version, fingerprint: of, who, at, edition: made }) => ({
      ...{ field, version, fingerprint: of, who, at, older: made !== edition },
    }));
}

/** Keeps an analysis of the joint as it stands; one of what it is no more is refused. */
export async function keepField(
  tx: Handle,
  jointId: string,
  given: { readonly fingerprint: string; readonly field: FieldResultKept },
  { who, edition }: { readonly who: string; readonly edition: string },
): Promise<FieldRecord> {
  const now = await standing(tx, jointId);
  if (now.fingerprint !== given.fingerprint)
    throw new Conflict(
      'fingerprint',
      'fingerprint: the joint, its actions or the basis of its job are not what was analysed; accepted is an analysis of the joint as it stands.',
    );
  const { field } = given;
  const [at, of] = [new Date().toISOString(), { jointId, fingerprint: now.fingerprint, combination: field.combination }];
  const row = { ...of, version: now.version, edition, who, at, field };
  await tx
    .insert(fields)
    .values(row)
    .onConflictDoUpdate({ target: [fields.jointId, fields.fingerprint, fields.combination], set: row });
  const newest = tx
    .select({ at: fields.at })
    .from(fields)
    .where(eq(fields.jointId, jointId))
    .orderBy(desc(fields.at))
    .limit(MOST);
  await tx.delete(fields).where(and(eq(fields.jointId, jointId), notInArray(fields.at, newest)));
  return { field, version: now.version, fingerprint: now.fingerprint, who, at, older: false };
}
