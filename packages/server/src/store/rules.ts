import { eq } from 'drizzle-orm';
import type { GivenRules, OfficeRules } from '@ample/core';
import type { Handle } from './database.ts';
import { StaleSave, Unreadable } from './errors.ts';
import { Broken } from './json.ts';
import { officeRules } from './schema.ts';

const ONLY = 1;

/** The house rules of the office; none before any are saved. */
export async function getRules(db: Handle): Promise<OfficeRules> {
  const [row] = await db.select().from(officeRules).where(eq(officeRules.id, ONLY));
  if (!row) return { version: 0, rules: {}, who: '', at: '' };
  if ((row.rules as unknown) instanceof Broken)
    throw new Unreadable('The house rules of the office can not be read: what is stored is not JSON. Save them again.');
  const { id: _only, ...rest } = row;
  return rest;
}

/** Saves them, made from a version. */
export async function saveRules(tx: Handle, version: number, rules: GivenRules, who: string): Promise<OfficeRules> {
  const [row] = await tx.select({ version: officeRules.version }).from(officeRules).where(eq(officeRules.id, ONLY));
  const stored = row?.version ?? 0;
  if (stored !== version)
    throw new StaleSave(
      `The house rules were changed meanwhile: the save was made from version ${version}, stored is version ${stored}.`,
      await getRules(tx),
    );
  const saved = { version: version + 1, rules, who, at: new Date().toISOString() };
  await tx
    .insert(officeRules)
    .values({ id: ONLY, ...saved })
    .onConflictDoUpdate({ target: officeRules.id, set: saved });
  return saved;
}
