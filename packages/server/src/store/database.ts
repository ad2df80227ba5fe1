import { mkdirSync, readFileSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { createClient, type Client, type Transaction } from '@libsql/client';
import { drizzle, type LibSQLDatabase } from 'drizzle-orm/libsql';
import { migrate } from 'drizzle-orm/libsql/migrator';
import { ROOT } from '../root.ts';
import { APPLICATION_ID, newer, StoreProblem, storeStands, storeWords } from './condition.ts';
import { behindDoor, inside } from './door.ts';
import { moveCombinations } from './moves.ts';
import * as schema from './schema.ts';

export type Database = LibSQLDatabase<typeof schema>;
/** Either the database or a transaction on it. */
export type Handle = Pick<Database, 'select' | 'insert' | 'update' | 'delete'>;

export interface OpenDatabase {
  readonly file: string;
  readonly db: Database;
  /** Whether there was no store before it was opened. */
  readonly fresh: boolean;
  /** One write transaction after the other: SQLite has one writer, and a queue is kinder than "busy". */
  write<T>(work: (tx: Handle) => Promise<T>): Promise<T>;
  /** The same for many rows, with plain statements. */
  bulk<T>(work: (tx: Transaction) => Promise<T>): Promise<T>;
  close(): Promise<void>;
}

const MIGRATIONS = join(ROOT, 'packages/server/migrations');
interface Journal {
  readonly entries: readonly { readonly tag: string; readonly when: number }[];
}
const journal = (): Journal['entries'] =>
  (JSON.parse(readFileSync(`${MIGRATIONS}/meta/_journal.json`, 'utf8')) as Journal).entries;

/** How many migrations this version knows. */
export const migrationsKnown = (): number => journal().length;

/** How long a write may lie in the write-ahead file alone while nothing else is written; ms. */
const IDLE = 3000;
/** How long a connection waits for another that writes; ms. */
const BUSY = 5000;

export interface Reader {
  readonly db: Database;
  readonly client: Client;
}

/** A connection of its own that only reads, for a worker thread: behind the door by which it is stopped. */
export function openReader(file: string): Reader {
  const client = behindDoor(inside(() => createClient({ url: `file:${file}`, timeout: BUSY })));
  return { client, db: drizzle(client, { schema }) };
}

/**
 * Opens the file, copies it beside itself before it runs migrations that it lacks, and keeps every acknowledged write through a crash (WAL,
 * synchronous full). Throws a StoreProblem with a sentence where the file must not or can't be used.
 */
export async function openDatabase(file: string): Promise<OpenDatabase> {
  try {
    return await open(file);
  } catch (e) {
    if (e instanceof StoreProblem) throw e;
    const words = storeWords(e);
    if (words) throw new StoreProblem(`${file}: ${words.detail.replaceAll(': nothing was changed', '')}`, { cause: e });
    throw e;
  }
}

async function open(file: string): Promise<OpenDatabase> {
  mkdirSync(dirname(file), { recursive: true });
  const known = journal();
  const stands = storeStands(file, known.length);
  const client = createClient({ url: `file:${file}`, timeout: BUSY });
  try {
    if (stands) await refuseDamaged(client, file);
    const done = stands ? await migrationsOf(client) : [];
    const last = Math.max(0, ...done);
    if (last > known.at(-1)!.when) throw newer(file, done.length, known.length);
    await client.execute('PRAGMA journal_mode = WAL');
    await client.execute('PRAGMA synchronous = FULL');
    const lacking = known.filter((m) => m.when > last);
    if (done.length && lacking.length)
      await copyInto(client, `${file.replace(/\.sqlite$/, '')}.before-${lacking[0]!.tag}.${stamp()}.sqlite`);
    const db = drizzle(client, { schema });
    await migrate(db, { migrationsFolder: MIGRATIONS });
    await moveCombinations(client);
    if (lacking.length || (await version(client)) !== known.length) {
      await client.execute(`PRAGMA application_id = ${APPLICATION_ID}`);
      await client.execute(`PRAGMA user_version = ${known.length}`);
      // The header that the next start looks at is that of the main file.
      await client.execute('PRAGMA wal_checkpoint(TRUNCATE)');
    }
    return opened(file, client, db, !stands);
  } catch (e) {
    client.close();
    throw e;
  }
}

/** Copies the store of a connection, consistent while it is in use, to a file that is not there yet. */
export async function copyInto(client: Client, target: string): Promise<void> {
  await client.execute({ sql: 'VACUUM INTO ?', args: [target] });
}

/** Time as it may stand in the name of a file. */
export const stamp = (): string => new Date().toISOString().slice(0, 19).replaceAll(':', '');

async function version(client: Client): Promise<number> {
  return Number((await client.execute('PRAGMA user_version')).rows[0]![0]);
}

async function refuseDamaged(client: Client, file: string): Promise<void> {
  const said = String((await client.execute('PRAGMA quick_check(1)')).rows[0]?.[0]);
  if (said !== 'ok') throw new StoreProblem(`${file} is damaged (${said.replace(/\s+/g, ' ').slice(0, 120)}). Restore a backup.`);
}

/** When each migration that the store has seen was made; empty before the first. */
async function migrationsOf(client: Client): Promise<number[]> {
  const tables = await client.execute("SELECT name FROM sqlite_master WHERE type = 'table' AND name = '__drizzle_migrations'");
  if (tables.rows.length === 0) return [];
  return (await client.execute('SELECT created_at FROM __drizzle_migrations')).rows.map((r) => Number(r[0]));
}

function opened(file: string, client: Client, db: Database, fresh: boolean): OpenDatabase {
  let last: Promise<unknown> = Promise.resolve();
  let idle: NodeJS.Timeout | undefined;
  const walHolds = (): boolean => (statSync(`${file}-wal`, { throwIfNoEntry: false })?.size ?? 0) > 0;
  /** Moves what the write-ahead file holds into the main file, so that a copy of that one alone is whole; waits for no reader, since nobody would be answered meanwhile. */
  const checkpoint = async (): Promise<void> => {
    await client
      .executeMultiple(`PRAGMA busy_timeout = 0; PRAGMA wal_checkpoint(TRUNCATE); PRAGMA busy_timeout = ${BUSY}`)
      .catch(() => undefined);
  };
  const whenIdle = (): void => {
    clearTimeout(idle);
    // A reader that holds it has it tried again.
    idle = setTimeout(() => {
      last = last.then(checkpoint).then(() => {
        if (walHolds()) whenIdle();
      });
    }, IDLE);
    idle.unref();
  };
  const queued = <T>(work: () => Promise<T>): Promise<T> => {
    const next = last.then(work);
    last = next.catch(() => undefined).then(whenIdle);
    return next;
  };
  return {
    file,
    db,
    fresh,
    write: (work) => queued(() => db.transaction((tx) => work(tx as unknown as Handle))),
    bulk: (work) =>
      queued(async () => {
        const tx = await client.transaction('write');
        try {
          const answer = await work(tx);
          await tx.commit();
          return answer;
        } finally {
          tx.close();
        }
      }),
    close: async () => {
      clearTimeout(idle);
      await last;
      clearTimeout(idle);
      await checkpoint();
      client.close();
    },
  };
}
