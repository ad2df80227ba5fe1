import { createHash } from 'node:crypto';
import { and, eq, inArray, lt } from 'drizzle-orm';
import type { Handle } from './database.ts';
import { Conflict } from './errors.ts';
import { requests } from './schema.ts';

/** A request as its client named it, and what it asked. */
export interface Request {
  readonly key: string;
  readonly asked: string;
}

/** How long an answered request is remembered. */
const DAYS = 7;

export function askedOf(...parts: readonly (string | Uint8Array)[]): string {
  const hash = createHash('sha256');
  parts.forEach((part, i) => (i ? hash.update('\n') : hash).update(part));
  return hash.digest('hex');
}

/** Id of the record that came of this request before; undefined when it is new. The key of another request is refused. */
export async function answeredBefore(db: Handle, request: Request | null): Promise<string | undefined> {
  if (!request) return undefined;
  const [row] = await db.select().from(requests).where(eq(requests.key, request.key));
  if (row && row.asked !== request.asked)
    throw new Conflict(
      'idempotency-key',
      'idempotency-key: this key was used for another request; accepted is a new key for each.',
    );
  return row?.made;
}

export const keptRow = (request: Request, made: string): typeof requests.$inferInsert => ({
  key: request.key,
  asked: request.asked,
  made,
  at: new Date().toISOString(),
});

/** Does the work of a request once: asked again it gives, read anew, the record that came of the first time. */
export async function once<T extends { readonly id: string }>(
  tx: Handle,
  request: Request | null,
  work: () => Promise<T>,
  again: (id: string) => Promise<T>,
): Promise<T> {
  const before = await answeredBefore(tx, request);
  if (before !== undefined) return again(before);
  const made = await work();
  if (request) await tx.insert(requests).values(keptRow(request, made.id));
  return made;
}

/** How many of these keys, with commas between them, were requests that were done to this record. */
export async function answeredOf(db: Handle, made: string, keys: string): Promise<number> {
  const list = [
    ...new Set(
      keys
        .split(',')
        .map((k) => k.trim())
        .filter(Boolean),
    ),
  ].slice(0, 20);
  if (list.length === 0) return 0;
  return (
    await db
      .select({ key: requests.key })
      .from(requests)
      .where(and(eq(requests.made, made), inArray(requests.key, list)))
  ).length;
}

export async function forgetOld(tx: Handle): Promise<void> {
  await tx.delete(requests).where(lt(requests.at, new Date(Date.now() - DAYS * 86_400_000).toISOString()));
}
