import { randomUUID } from 'node:crypto';
import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import type { CalculationDocument, CalculationRecord } from '@ample/core';
import type { Handle } from './database.ts';
import { NotFound, StaleSave } from './errors.ts';
import { calculations } from './schema.ts';

/** As stored; the answer is worked out by whoever shows it. */
export type StoredCalculation = Omit<CalculationRecord, 'toolTitle' | 'answer' | 'state'>;
type Row = typeof calculations.$inferSelect;
const now = (): string => new Date().toISOString();
const recordOf = ({ id, jobId, version, title, tool, input, updatedAt }: Row): StoredCalculation => ({
  id,
  jobId,
  version,
  title,
  tool,
  input,
  updatedAt,
});

export async function listCalculations(db: Handle, jobId: string): Promise<StoredCalculation[]> {
  return (
    await db
      .select()
      .from(calculations)
      .where(and(eq(calculations.jobId, jobId), isNull(calculations.deletedAt)))
      .orderBy(asc(calculations.createdAt), sql`rowid`)
  ).map(recordOf);
}

export async function getCalculation(db: Handle, id: string): Promise<StoredCalculation> {
  const [row] = await db
    .select()
    .from(calculations)
    .where(and(eq(calculations.id, id), isNull(calculations.deletedAt)));
  if (!row) throw new NotFound('This calculation is not in the store.');
  return recordOf(row);
}

export async function createCalculation(
  tx: Handle,
  jobId: string,
  c: CalculationDocument,
  who: string,
): Promise<StoredCalculation> {
  const id = randomUUID();
  const at = now();
  await tx
    .insert(calculations)
    .values({ id, jobId, version: 1, title: c.title, tool: c.tool, input: c.input, who, createdAt: at, updatedAt: at });
  return getCalculation(tx, id);
}

export async function saveCalculation(
  tx: Handle,
  id: string,
  version: number,
  c: CalculationDocument,
  who: string,
): Promise<StoredCalculation> {
  const before = await getCalculation(tx, id);
  if (before.version !== version)
    throw new StaleSave(
      `The calculation was changed meanwhile: the save was made from version ${version}, stored is version ${before.version}.`,
      before,
    );
  await tx
    .update(calculations)
    .set({ title: c.title, tool: c.tool, input: c.input, who, version: version + 1, updatedAt: now() })
    .where(eq(calculations.id, id));
  return getCalculation(tx, id);
}

export async function deleteCalculation(tx: Handle, id: string): Promise<void> {
  await getCalculation(tx, id);
  await tx.update(calculations).set({ deletedAt: now() }).where(eq(calculations.id, id));
}

export async function restoreCalculation(tx: Handle, id: string): Promise<StoredCalculation> {
  await tx.update(calculations).set({ deletedAt: null }).where(eq(calculations.id, id));
  return getCalculation(tx, id);
}
