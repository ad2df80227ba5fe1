import { randomUUID } from 'node:crypto';
import { and, asc, count, desc, eq, inArray, isNull, sql, type SQL } from 'drizzle-orm';
import { houseKey, readHouse, type HouseDetail, type HouseMark, type HouseRecord, type HouseVersion } from '@ample/core';
import type { Handle } from './database.ts';
import { Conflict, NotFound, StaleSave } from './errors.ts';
import { Broken } from './json.ts';
import { houseDetails, houseVersions, joints } from './schema.ts';

type VersionRow = typeof houseVersions.$inferSelect;
const now = (): string => new Date().toISOString();

/** A stored version by the kind of now; null where it can't be read any more. */
function detailOf(content: HouseDetail): HouseDetail | null {
  if ((content as unknown) instanceof Broken) return null;
  try {
    return readHouse(content);
  } catch {
    return null;
  }
}

const versionOf = ({ version, who, at, label, content }: VersionRow): HouseVersion | null => {
  const detail = detailOf(content);
  return detail && { version, who, at, label, detail };
};

/** House details with their newest version, by name; one that can't be read is left out, and its versions stay in the store. */
export async function listHouse(db: Handle, only?: SQL): Promise<HouseRecord[]> {
  const followers = db
    .select({ n: count() })
    .from(joints)
    .where(
      and(
        isNull(joints.deletedAt),
        sql`json_valid(${joints.house})`,
        eq(sql`json_extract(${joints.house}, '$.name')`, houseDetails.name),
      ),
    );
  const rows = await db
    .select({ house: houseDetails, newest: houseVersions, joints: sql<number>`(${followers})` })
    .from(houseDetails)
    .innerJoin(houseVersions, and(eq(houseVersions.houseId, houseDetails.id), eq(houseVersions.version, houseDetails.version)))
    .where(only)
    .orderBy(asc(houseDetails.name));
  return rows.flatMap(({ house: { id, retiredAt }, newest, joints: n }) => {
    const version = versionOf(newest);
    return version ? [{ id, joints: n, retired: retiredAt !== null, ...version }] : [];
  });
}

export async function getHouse(db: Handle, id: string): Promise<HouseRecord> {
  const [found] = await listHouse(db, eq(houseDetails.id, id));
  if (!found) throw new NotFound('This house detail is not in the store, or can not be read by this version.');
  return found;
}

/** All versions of a house detail, newest first. */
export async function houseVersionsOf(db: Handle, id: string): Promise<HouseVersion[]> {
  const rows = await db.select().from(houseVersions).where(eq(houseVersions.houseId, id)).orderBy(desc(houseVersions.version));
  return rows.map(versionOf).filter((v) => v !== null);
}

/** Changes whenever a version is added; versions never change or go. */
export const houseStamp = async (db: Handle): Promise<number> => (await db.select({ n: count() }).from(houseVersions))[0]?.n ?? 0;

/** The house details that these joints name, by `markKey`; null where that version is not kept here. */
export async function namedHouses(db: Handle, marks: readonly HouseMark[]): Promise<Map<string, HouseDetail | null>> {
  const out = new Map<string, HouseDetail | null>(marks.map((m) => [markKey(m), null]));
  if (marks.length === 0) return out;
  const rows = await db
    .select({ name: houseDetails.name, version: houseVersions.version, content: houseVersions.content })
    .from(houseDetails)
    .innerJoin(houseVersions, eq(houseVersions.houseId, houseDetails.id))
    .where(inArray(houseDetails.name, [...new Set(marks.map((m) => m.name))]));
  for (const { content, ...mark } of rows) if (out.has(markKey(mark))) out.set(markKey(mark), detailOf(content));
  return out;
}
export const markKey = ({ name, version }: HouseMark): string => `${version} ${name}`;

async function refuseNameTwice(tx: Handle, name: string): Promise<void> {
  const [taken] = await tx.select({ id: houseDetails.id }).from(houseDetails).where(eq(houseDetails.name, name));
  if (taken) throw new Conflict('name', `name: "${name}" is another house detail; accepted is a name that is free.`);
}

export async function createHouse(tx: Handle, detail: HouseDetail, who: string, label: string): Promise<HouseRecord> {
  await refuseNameTwice(tx, detail.name);
  const id = randomUUID();
  const at = now();
  await tx.insert(houseDetails).values({ id, name: detail.name, version: 1, createdAt: at, updatedAt: at });
  await tx.insert(houseVersions).values({ houseId: id, version: 1, content: detail, who, at, label });
  return getHouse(tx, id);
}

/** Adds a version, made from `version`; refuses when another one came between. The name stays: joints name it. */
export async function saveHouse(
  tx: Handle,
  id: string,
  version: number,
  detail: HouseDetail,
  who: string,
  label: string,
): Promise<HouseRecord> {
  const before = await getHouse(tx, id);
  if (before.version !== version)
    throw new StaleSave(
      `${before.detail.name} was changed meanwhile: the save was made from version ${version}, stored is version ${before.version}.`,
      before,
    );
  if (detail.name !== before.detail.name)
    throw new Conflict('name', `name: joints name ${before.detail.name}; accepted is the same name, or a new house detail.`);
  if (houseKey(detail) === houseKey(before.detail)) return before;
  const at = now();
  await tx
    .update(houseDetails)
    .set({ version: version + 1, updatedAt: at })
    .where(eq(houseDetails.id, id));
  await tx.insert(houseVersions).values({ houseId: id, version: version + 1, content: detail, who, at, label });
  return getHouse(tx, id);
}

/** A retired house detail is offered no more; what follows it goes on. */
export async function retireHouse(tx: Handle, id: string, retired: boolean): Promise<HouseRecord> {
  await getHouse(tx, id);
  await tx
    .update(houseDetails)
    .set({ retiredAt: retired ? now() : null })
    .where(eq(houseDetails.id, id));
  return getHouse(tx, id);
}

/** House details of a file: new ones are made, those that differ get a version more, the same are left. Whole or not at all. */
export async function importHouse(tx: Handle, details: readonly HouseDetail[], who: string): Promise<HouseRecord[]> {
  const standing = new Map((await listHouse(tx)).map((h) => [h.detail.name, h]));
  for (const detail of details) {
    const before = standing.get(detail.name);
    if (before) await saveHouse(tx, before.id, before.version, detail, who, 'from a file');
    else await createHouse(tx, detail, who, 'from a file');
  }
  return listHouse(tx);
}
