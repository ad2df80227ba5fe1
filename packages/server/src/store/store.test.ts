import {
  chmodSync,
  copyFileSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { gunzipSync } from 'node:zlib';
import { join } from 'node:path';
import { createClient } from '@libsql/client';
import { afterAll, describe, expect, it } from 'vitest';
import { kindOf, readJob, summaryOf, type JobDocument } from '@ample/core';
import { backUp, restore } from './backup.ts';
import { StoreProblem, storeWords } from './condition.ts';
import { migrationsKnown, openDatabase } from './database.ts';
import { createJob, getJob, jobDocument, listJobs, storeJob } from './jobs.ts';
import { createJoint, getJoint, listJoints, saveJoint } from './joints.ts';
import { listRevisions } from './revisions.ts';
import { keepVerdicts, lightJoints, siblingsOf, versionedJoints } from './joint-rows.ts';
import { copyStatements, jobStatements } from './statements.ts';

const root = mkdtempSync(join(tmpdir(), 'ample-store-'));
afterAll(() => rmSync(root, { recursive: true, force: true }));
let n = 0;
const fresh = (): string => {
  const folder = join(root, String(++n));
  mkdirSync(folder);
  return join(folder, 'ample-gusset.sqlite');
};
const demo = readJob(JSON.parse(readFileSync(new URL('../../../../demo/tern-quay.json', import.meta.url), 'utf8')) as unknown);
const head = (name: string) => ({ number: '', name, client: '' });

/** A store with one job, closed again. */
async function storeWith(name: string, file = fresh()): Promise<string> {
  const d = await openDatabase(file);
  await d.write((tx) => createJob(tx, head(name)));
  await d.close();
  return file;
}
const namesIn = async (file: string): Promise<string[]> => {
  const d = await openDatabase(file);
  const names = (await listJobs(d.db)).map((j) => j.name);
  await d.close();
  return names;
};

describe('a store that is copied', () => {
  it('is whole in its main file alone after a clean stop', async () => {
    const file = await storeWith('Dunlin pier');
    const copy = fresh();
    copyFileSync(file, copy);
    expect(await namesIn(copy)).toEqual(['Dunlin pier']);
    expect(existsSync(`${file}-wal`) && readFileSync(`${file}-wal`).length > 0).toBe(false);
  });
  it('is whole in its main file when nothing was written for a while', async () => {
    const file = fresh();
    const d = await openDatabase(file);
    await d.write((tx) => createJob(tx, head('Idle')));
    await expect.poll(() => readFileSync(`${file}-wal`).length, { timeout: 8000 }).toBe(0);
    const copy = fresh();
    copyFileSync(file, copy);
    expect(await namesIn(copy)).toEqual(['Idle']);
    await d.close();
  });
  it('is not waited for while somebody reads: the thread that answers never stands still, and it is done once the reader is', async () => {
    const file = fresh();
    const d = await openDatabase(file);
    await d.write((tx) => createJob(tx, head('First')));
    const reader = createClient({ url: `file:${file}` });
    const held = await reader.transaction('read');
    await held.execute('SELECT count(*) FROM jobs');
    await d.write((tx) => createJob(tx, head('Second')));
    let still = 0;
    let last = performance.now();
    const beat = setInterval(() => {
      still = Math.max(still, performance.now() - last);
      last = performance.now();
    }, 20);
    await new Promise((r) => setTimeout(r, 4500));
    clearInterval(beat);
    expect(readFileSync(`${file}-wal`).length).toBeGreaterThan(0);
    // Waiting for the reader would be 5 s.
    expect(still).toBeLessThan(2500);
    held.close();
    reader.close();
    await expect.poll(() => readFileSync(`${file}-wal`).length, { timeout: 8000 }).toBe(0);
    await d.close();
  }, 20_000);
  it('says whether there was one before, so that nothing is seeded over a loss', async () => {
    const file = fresh();
    const first = await openDatabase(file);
    expect(first.fresh).toBe(true);
    await first.close();
    const again = await openDatabase(file);
    expect(again.fresh).toBe(false);
    await again.close();
  });
  it('is refused when only its write-ahead file came along', async () => {
    const file = fresh();
    writeFileSync(`${file}-wal`, 'x');
    await expect(openDatabase(file)).rejects.toThrow(/is missing, but its write-ahead file .* stands/);
    expect(existsSync(file)).toBe(false);
    // What a clean stop leaves of it is empty, and stands in nobody's way.
    writeFileSync(`${file}-wal`, '');
    const d = await openDatabase(file);
    expect(d.fresh).toBe(true);
    await d.close();
  });
});

describe('a store that can not be used', () => {
  it('of a newer version is refused in a sentence and not touched', async () => {
    const file = await storeWith('Later');
    const client = createClient({ url: `file:${file}` });
    await client.execute(`PRAGMA user_version = ${migrationsKnown() + 3}`);
    await client.execute('PRAGMA wal_checkpoint(TRUNCATE)');
    client.close();
    const before = readFileSync(file);
    await expect(openDatabase(file)).rejects.toThrow(
      `written by a newer version of this product (store version ${migrationsKnown() + 3}; this one knows up to ${migrationsKnown()})`,
    );
    expect(readFileSync(file).equals(before)).toBe(true);
  });
  it('of a newer version is known by its migrations too, where the header was lost', async () => {
    const file = await storeWith('Later');
    const client = createClient({ url: `file:${file}` });
    await client.execute("INSERT INTO __drizzle_migrations (hash, created_at) VALUES ('later', 9999999999999)");
    client.close();
    await expect(openDatabase(file)).rejects.toThrow(/written by a newer version/);
  });
  it('that is another file, cut off, empty or damaged inside is named in words', async () => {
    const other = fresh();
    writeFileSync(other, 'Minutes of the meeting. '.repeat(20));
    await expect(openDatabase(other)).rejects.toThrow(/is not a store of this product, or it is damaged/);
    const empty = fresh();
    writeFileSync(empty, '');
    await expect(openDatabase(empty)).rejects.toThrow(/is empty: it was cut off or never copied/);
    const cut = await storeWith('Cut');
    truncateSync(cut, 8192);
    await expect(openDatabase(cut)).rejects.toThrow(/is damaged/);
    const scribbled = await storeWith('Scribbled');
    const bytes = readFileSync(scribbled);
    bytes.fill(0x5a, 4096, bytes.length);
    writeFileSync(scribbled, bytes);
    await expect(openDatabase(scribbled)).rejects.toThrow(/is damaged/);
    const strange = fresh();
    const client = createClient({ url: `file:${strange}` });
    await client.execute('PRAGMA application_id = 12345');
    await client.execute('CREATE TABLE t (a)');
    client.close();
    await expect(openDatabase(strange)).rejects.toThrow(/belongs to another program/);
  });
  it('whose folder is a file, or read-only, is named in words', async () => {
    const inAFile = join(await storeWith('File'), 'deeper', 'a.sqlite');
    await expect(openDatabase(inAFile)).rejects.toThrow(StoreProblem);
    await expect(openDatabase(inAFile)).rejects.toThrow(/can not be opened/);
    if (process.getuid?.() === 0) return; // root may write anywhere
    const file = await storeWith('Locked away');
    chmodSync(file, 0o444);
    chmodSync(join(file, '..'), 0o555);
    await expect(openDatabase(file)).rejects.toThrow(/read-only/);
    chmodSync(join(file, '..'), 0o755);
  });
  it('while it is open: the disk full, the file read-only, another writer; each error has its words', async () => {
    const words = (code: string): string =>
      storeWords(Object.assign(new Error('x'), { cause: Object.assign(new Error('y'), { code }) }))!.detail;
    expect(words('SQLITE_FULL')).toMatch(/disk that holds the store is full: nothing was changed/);
    expect(words('SQLITE_READONLY_DBMOVED')).toMatch(/read-only/);
    expect(words('SQLITE_BUSY_SNAPSHOT')).toMatch(/Another program holds the store/);
    expect(words('SQLITE_CORRUPT_VTAB')).toMatch(/damaged.*restore a backup/);
    expect(words('SQLITE_IOERR_FSYNC')).toMatch(/disk .* reports an error/);
    expect(storeWords(new Error('x'))).toBeNull();
    const file = fresh();
    const d = await openDatabase(file);
    const other = createClient({ url: `file:${file}`, timeout: 0 });
    const held = await other.transaction('write');
    const busy = createClient({ url: `file:${file}`, timeout: 50 });
    const e = await busy.transaction('write').then(
      () => null,
      (x: unknown) => x,
    );
    expect(storeWords(e)?.title).toBe('The store is busy');
    held.close();
    other.close();
    busy.close();
    await d.close();
  });
  it('full: a write that finds no room is refused in words and leaves nothing behind', async () => {
    const d = await openDatabase(fresh());
    const e = await d
      .bulk(async (tx) => {
        const pages = Number((await tx.execute('PRAGMA page_count')).rows[0]![0]);
        await tx.execute(`PRAGMA max_page_count = ${pages + 4}`);
        for (const s of jobStatements(demo, 'me').statements) await tx.execute(s);
      })
      .then(
        () => null,
        (x: unknown) => x,
      );
    expect(storeWords(e)).toMatchObject({ status: 507, title: 'The disk is full' });
    expect(await listJobs(d.db)).toEqual([]);
    await d.close();
  });
});

describe('backup and restore', () => {
  it('copies a store in use to one file, and brings it back; what stood there is kept', async () => {
    const file = fresh();
    const d = await openDatabase(file);
    const id = await storeJob(d, jobStatements(demo, 'me'));
    const target = join(root, 'backup.sqlite');
    await backUp(file, target);
    await expect(backUp(file, target)).rejects.toThrow(/is there already/);
    await d.write((tx) => createJob(tx, head('After the backup')));
    await d.close();
    const kept = (await restore(file, target))!;
    expect(readdirSync(join(file, '..')).filter((f) => f.startsWith('restore-'))).toEqual([]);
    expect(await namesIn(file)).toEqual(['Tern Quay ferry hall']);
    expect((await namesIn(kept)).sort()).toEqual(['After the backup', 'Tern Quay ferry hall']);
    const back = await openDatabase(file);
    expect(await jobDocument(back.db, id)).toEqual(demo);
    await back.close();
  });
  it('restores nothing from what is no store, and says so', async () => {
    const file = await storeWith('Mine');
    const bad = join(root, 'bad.sqlite');
    writeFileSync(bad, 'nothing of the kind'.repeat(20));
    await expect(restore(file, bad)).rejects.toThrow(/is not a store of this product/);
    await expect(restore(file, join(root, 'none.sqlite'))).rejects.toThrow(/There is no file/);
    await expect(restore(file, file)).rejects.toThrow(/is the store itself/);
    expect(await namesIn(file)).toEqual(['Mine']);
    expect(readdirSync(join(file, '..')).filter((f) => f.startsWith('restore-'))).toEqual([]);
  });
});

describe('one damaged row', () => {
  it('stands in its register with its reason, and takes no other with it', async () => {
    const file = fresh();
    const d = await openDatabase(file);
    const id = await storeJob(d, jobStatements(demo, 'me'));
    const marks = await siblingsOf(d.db, id);
    await d.bulk(async (tx) => {
      await tx.execute({ sql: 'UPDATE joints SET input = \'{"plate":\' WHERE id = ?', args: [marks[0]!.id] });
      await tx.execute({ sql: "UPDATE joints SET kind = 'glued-plate' WHERE id = ?", args: [marks[1]!.id] });
      await tx.execute({
        sql: "UPDATE joints SET input = json_set(input, '$.plate.steel.grade', 7) WHERE id = ?",
        args: [marks[2]!.id],
      });
      await tx.execute({ sql: "UPDATE joints SET combinations = 'x' WHERE id = ?", args: [marks[3]!.id] });
    });
    const said = await Promise.all(marks.slice(0, 5).map(async (m) => (await getJoint(d.db, m.id)).unreadable));
    expect(said[0]).toMatch(/input: what is stored is not JSON; export it raw to mend it, or delete the joint/);
    expect(said[1]).toMatch(/there is no kind of joint "glued-plate"/);
    expect(said[2]).toMatch(/input\.plate\.steel\.grade: 7 is not a text/);
    expect(said[3]).toMatch(/combinations: what is stored is not JSON/);
    expect(said[4]).toBeUndefined();
    expect((await lightJoints(d.db, id, -1, 100, () => '')).map((j) => j.mark)).toEqual(demo.joints.map((j) => j.mark));
    await d.write((tx) => keepVerdicts(tx, [{ id: marks[4]!.id, key: 'then', row: { line: '' } as never }]));
    const judged = async (key: string) =>
      (await versionedJoints(d.db, id, -1, 100, () => key)).filter((j) => j.judged).map((j) => j.id);
    expect([await judged('then'), await judged('now')]).toEqual([[marks[4]!.id], []]);
    expect((await jobDocument(d.db, id)).joints.map((j) => j.mark)).toEqual(demo.joints.slice(4).map((j) => j.mark));
    const copy = await storeJob(d, await copyStatements(d.db, id, 'me'));
    const copied = await siblingsOf(d.db, copy);
    expect(copied.map((m) => m.mark)).toEqual(marks.map((m) => m.mark));
    expect((await getJoint(d.db, copied[0]!.id)).unreadable).toBe(said[0]);
    await d.close();
  });
  it('of a job is named when it is opened; the list and the other jobs stand', async () => {
    const d = await openDatabase(fresh());
    const bad = await d.write((tx) => createJob(tx, head('Bad')));
    const good = await d.write((tx) => createJob(tx, head('Good')));
    await d.bulk((tx) => tx.execute({ sql: "UPDATE jobs SET basis = '{' WHERE id = ?", args: [bad.id] }));
    expect(new Set((await listJobs(d.db)).map((j) => j.name))).toEqual(new Set(['Bad', 'Good']));
    await expect(getJob(d.db, bad.id)).rejects.toThrow(/can't be read: what is stored as its basis is not JSON/);
    expect((await getJob(d.db, good.id)).name).toBe('Good');
    await d.close();
  });
  it('of an older version gets the defaults of this one', async () => {
    const d = await openDatabase(fresh());
    const id = await storeJob(
      d,
      jobStatements({ ...demo, joints: demo.joints.filter((j) => j.mark === 'P2-01') } as JobDocument, 'me'),
    );
    const [mark] = await siblingsOf(d.db, id);
    await d.bulk((tx) =>
      tx.execute({
        sql: "UPDATE joints SET input = json_remove(input, '$.options.psi_M', '$.anchors.clamped') WHERE id = ?",
        args: [mark!.id],
      }),
    );
    const joint = await getJoint(d.db, mark!.id);
    expect(joint.unreadable).toBeUndefined();
    expect(joint.input).toEqual(demo.joints.find((j) => j.mark === 'P2-01')!.input);
    await d.close();
  });
});

describe('a store of an earlier version', () => {
  it('opens with all that it holds: joints of every kind, their verdicts and their changes', async () => {
    const file = fresh();
    writeFileSync(file, gunzipSync(readFileSync(new URL('./kept/0005.sqlite.gz', import.meta.url))));
    const d = await openDatabase(file);
    const [job] = await listJobs(d.db);
    expect(job).toMatchObject({ name: 'Kept store' });
    const joints = await listJoints(d.db, job!.id);
    expect(joints.map((j) => [j.mark, j.kind, j.unreadable])).toEqual([
      ['B2-14', 'fin-plate', undefined],
      ['E2-01', 'end-plate', undefined],
      ['A1-03', 'cleats', undefined],
      ['P2-01', 'column-base', undefined],
    ]);
    const whole = await getJob(d.db, job!.id);
    expect(joints.map((j) => summaryOf(j, whole).refusal)).toEqual([null, null, null, null]);
    expect((await listRevisions(d.db, joints[0]!.id)).map((r) => [r.version, r.label, r.after?.note])).toEqual([
      [2, 'note', 'changed once'],
      [1, 'imported', ''],
    ]);
    await d.close();
    const [copy] = readdirSync(join(file, '..')).filter((f) => f.includes('before-0006'));
    expect(copy).toBeDefined();
  });
  it('keeps with each joint and change the version of its input, and reads older ones by the changes since', async () => {
    const file = await storeWith('Versions');
    const d = await openDatabase(file);
    const [job] = await listJobs(d.db);
    const fin = demo.joints.find((j) => j.kind === 'fin-plate')!;
    const made = await d.write((tx) => createJoint(tx, job!.id, { ...fin, mark: 'V1' }, 'R. Amsel'));
    const kind = kindOf('fin-plate');
    const gap = (made.input as { gap: number }).gap;
    Object.assign(kind, {
      migrations: [{ name: 'a gap 2 mm wider', apply: (i: { gap: number }) => ({ ...i, gap: i.gap + 2 }) }],
    });
    try {
      const read = await getJoint(d.db, made.id);
      expect([(read.input as { gap: number }).gap, read.input_version]).toEqual([gap + 2, 2]);
      const saved = await d.write((tx) => saveJoint(tx, made.id, 1, read, 'R. Amsel', 'kept'));
      expect([(saved.input as { gap: number }).gap, (await getJoint(d.db, made.id)).input_version]).toEqual([gap + 2, 2]);
      const gaps = (await listRevisions(d.db, made.id)).map((r) =>
        [r.before, r.after].map((c) => (c?.input as { gap: number } | undefined)?.gap),
      );
      expect(gaps).toEqual([
        [gap + 2, gap + 2],
        [undefined, gap + 2],
      ]);
    } finally {
      Object.assign(kind, { migrations: undefined });
    }
    await d.close();
  });
});
