import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import { fileURLToPath } from 'node:url';
import { createClient } from '@libsql/client';
import { drizzle, type LibSQLDatabase } from 'drizzle-orm/libsql';
import { migrate } from 'drizzle-orm/libsql/migrator';
import * as schema from './schema.ts';

export type Database = LibSQLDatabase<typeof schema>;
/** Either the database or a transaction on it. */
export type Handle = Pick<Database, 'select' | 'insert' | 'update' | 'delete'>;

export interface OpenDatabase {
  readonly db: Database;
  /** One write transaction after the other: SQLite has one writer, and a queue is kinder than "busy". */
  write<T>(work: (tx: Handle) => Promise<T>): Promise<T>;
  close(): void;
}

/** Opens the file, runs the migrations that it lacks, and keeps every acknowledged write through a crash (WAL, synchronous full). */
export async function openDatabase(file: string): Promise<OpenDatabase> {
  mkdirSync(dirname(file), { recursive: true });
  const client = createClient({ url: `file:${file}` });
  await client.execute('PRAGMA journal_mode = WAL');
  await client.execute('PRAGMA synchronous = FULL');
  const db = drizzle(client, { schema });
  await migrate(db, { migrationsFolder: fileURLToPath(new URL('../../migrations', import.meta.url)) });
  let last: Promise<unknown> = Promise.resolve();
  return {
    db,
    write: (work) => {
      const next = last.then(() => db.transaction((tx) => work(tx as unknown as Handle)));
      last = next.catch(() => undefined);
      return next;
    },
    close: () => client.close(),
  };
}
