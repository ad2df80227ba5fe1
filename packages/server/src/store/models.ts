import { eq } from 'drizzle-orm';
import type { ModelRecord } from '@ample/core';
import type { Handle } from './database.ts';
import { Unreadable } from './errors.ts';
import { Broken } from './json.ts';
import { models } from './schema.ts';

/** The model of a job; null where it has none. */
export async function getModel(db: Handle, jobId: string): Promise<ModelRecord | null> {
  const [row] = await db.select().from(models).where(eq(models.jobId, jobId));
  if (!row) return null;
  const { jobId: _job, ...model } = row;
  if ((model.members as unknown) instanceof Broken || (model.places as unknown) instanceof Broken)
    throw new Unreadable('The model of this job can not be read: what is stored is not JSON. Take the model in again.');
  return model;
}

/** Stores a model in place of the one before. */
export async function keepModel(tx: Handle, jobId: string, model: Omit<ModelRecord, 'at'>): Promise<void> {
  const row = { ...model, at: new Date().toISOString() };
  await tx
    .insert(models)
    .values({ jobId, ...row })
    .onConflictDoUpdate({ target: models.jobId, set: row });
}

/** A model as what is written of its joints asks for it. */
export const placedModel = (model: ModelRecord | null) =>
  model ? { model: { members: model.members, places: new Map(model.places.map((p) => [p.mark, p])) } } : {};
