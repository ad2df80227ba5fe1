import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { createHash } from 'node:crypto';
import { createClient } from '@libsql/client';
import { afterAll, describe, expect, it } from 'vitest';
import { createCalculation, listCalculations } from './calculations.ts';
import { openDatabase } from './database.ts';
import { getJob } from './jobs.ts';
import { getJoint, listJoints } from './joints.ts';

const folder = mkdtempSync(join(tmpdir(), 'ample-old-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const MIGRATIONS = fileURLToPath(new URL('../../migrations/', import.meta.url));
const journal = JSON.parse(readFileSync(join(MIGRATIONS, 'meta/_journal.json'), 'utf8')) as {
  entries: { tag: string; when: number }[];
};

/** A store as the first version left it: its own tables, one job with a joint and a combination. */
async function oldStore(file: string): Promise<void> {
  const client = createClient({ url: `file:${file}` });
  const first = journal.entries[0]!;
  const sql = readFileSync(join(MIGRATIONS, `${first.tag}.sql`), 'utf8');
  for (const statement of sql.split('--> statement-breakpoint')) await client.execute(statement);
  await client.execute('CREATE TABLE __drizzle_migrations (id SERIAL PRIMARY KEY, hash text NOT NULL, created_at numeric)');
  await client.execute({
    sql: 'INSERT INTO __drizzle_migrations (hash, created_at) VALUES (?, ?)',
    args: [createHash('sha256').update(sql).digest('hex'), first.when],
  });
  const at = '2026-11-01T08:00:00Z';
  await client.execute({
    sql: 'INSERT INTO jobs VALUES (?,?,?,?,?,?,?,?,?,?,?)',
    args: [
      'j1',
      1,
      '31',
      'Gannet store',
      '',
      JSON.stringify({ standard: 'EN 1993-1-8', set: 'UK', settings: {}, close: 1.1 }),
      '[]',
      '[]',
      0,
      at,
      at,
    ],
  });
  const input = {
    beam: { section: 'UB 406x140x39', steel: { grade: 'S275' }, notch: { type: 'none' } },
    support: { type: 'column_flange', section: 'UC 203x203x60', steel: { grade: 'S275' } },
    plate: { t: 10, h: 290, e1: 40, e2: 50, steel: { grade: 'S275' } },
    web: { e2b: 40, top_to_bolt: 90 },
    gap: 10,
    bolts: { d: 20, cls: '8.8', n1: 4, n2: 1, p1: 70, p2: 0, threads_in_plane: true, category: 'A', friction: 'B', packing: 0 },
    weld: { s: 8 },
    holes: { plate: 'normal', web: 'normal' },
  };
  await client.execute({
    sql: 'INSERT INTO joints (id, job_id, version, position, mark, kind, note, input, created_at, updated_at) VALUES (?,?,?,?,?,?,?,?,?,?)',
    args: ['a', 'j1', 1, 0, 'B1', 'fin-plate', '', JSON.stringify(input), at, at],
  });
  await client.execute({
    sql: 'INSERT INTO combinations (joint_id, position, name, note, v_ed, n_ed, n_tie) VALUES (?,?,?,?,?,?,?)',
    args: ['a', 0, 'C1', 'gravity', 142.1 + 0.2, 0, 0],
  });
  client.close();
}

describe('a store of the first version', () => {
  it('is brought up to date when it is opened, with everything in it', async () => {
    const file = join(folder, 'old.db');
    await oldStore(file);
    const { db, write, close } = await openDatabase(file);
    expect((await getJob(db, 'j1')).name).toBe('Gannet store');
    const [joint] = await listJoints(db, 'j1');
    expect(joint).toMatchObject({
      mark: 'B1',
      line: 'FP | 10x100x290 S275 | 4xM20-8.8 @70 | e 40/50 | gap 10 | top 50 | fw 8',
      combinations: [{ name: 'C1', note: 'gravity', V_Ed: 142.1 + 0.2, N_Ed: 0, N_tie: 0 }],
    });
    expect('from' in (await getJoint(db, 'a')).combinations[0]!).toBe(false);
    expect(readdirSync(folder).filter((f) => f.includes('.before-0001_calculations.'))).toHaveLength(1);
    expect(await listCalculations(db, 'j1')).toEqual([]);
    await write((tx) => createCalculation(tx, 'j1', { title: 'Bolt', tool: 'bolt', input: {} }, 'me'));
    expect(await listCalculations(db, 'j1')).toHaveLength(1);
    await close();
  });
  it('opens again without doing anything twice', async () => {
    const { db, close } = await openDatabase(join(folder, 'old.db'));
    expect(await listJoints(db, 'j1')).toHaveLength(1);
    expect(await listCalculations(db, 'j1')).toHaveLength(1);
    await close();
  });
});
