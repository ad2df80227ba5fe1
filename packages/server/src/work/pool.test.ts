import { execFile } from 'node:child_process';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';
import { describe, expect, it } from 'vitest';
import { runnable } from '../../../../scripts/bundle.mjs';
import { useServer } from '../app.testing.ts';
import { storeDemo } from '../demo.ts';
import { Door } from '../store/door.ts';
import type { Pool } from './pool.ts';
import { warmUp } from './warm.ts';

const server = useServer();

describe('threads that read the store', () => {
  // A thread stopped inside SQLite takes the whole process with it: the child would end by a signal.
  it('are stopped at any moment, and the process stands', async () => {
    const storm = fileURLToPath(new URL('./storm.testing.ts', import.meta.url));
    const { file } = server.services().database;
    const { stdout } = await promisify(execFile)(process.execPath, [...(await runnable(storm)), file, '20']);
    expect(stdout).toBe('20 stopped');
  });

  it('answer until they are stopped, and others after them', async () => {
    const { pool, database } = server.services();
    const { file } = database;
    const id = await storeDemo(database, 'test');
    const read = (signal?: AbortSignal) => pool.run('exportJob', { file, id }, signal);
    const whole = await read();
    const abort = new AbortController();
    const stopped = read(abort.signal);
    setTimeout(() => abort.abort(), 5);
    await expect(stopped).rejects.toThrow(/abort/);
    await expect(read(AbortSignal.abort())).rejects.toThrow(/abort/);
    expect((await read()).text).toBe(whole.text);
    // A copy is one call of SQLite: who stops it waits until it is out.
    const copying = new AbortController();
    const target = join(file, '..', 'copy.sqlite');
    const copy = pool.run('backup', { file, target }, copying.signal).then(
      () => 'done',
      () => 'stopped',
    );
    copying.abort();
    expect(['done', 'stopped']).toContain(await copy);
    expect((await read()).text).toBe(whole.text);
  });
});

describe('a thread that is warmed up', () => {
  it('judges joints of both demo jobs by the pool, and no more once it is enough', async () => {
    const { pool } = server.services();
    const asked: number[] = [];
    const counted: Pool = {
      ...pool,
      run: (task, input, signal) => {
        expect(task).toBe('warm');
        asked.push((input as { from: number }).from);
        return pool.run(task, input, signal);
      },
    };
    await warmUp(counted, () => asked.length === 12);
    // 120 joints: the row of both jobs, round and on.
    expect(asked).toEqual([0, 10, 20, 30, 40, 50, 60, 70, 80, 90, 100, 110]);
    await warmUp(counted, () => true);
    expect(asked.length).toBe(12);
  });
  it('lets whoever asks have his turn: a question comes back before the warming is over', async () => {
    const { pool, database } = server.services();
    const id = await storeDemo(database, 'test');
    let enough = false;
    const warming = warmUp(pool, () => enough);
    await pool.run('exportJob', { file: database.file, id });
    enough = true;
    await warming;
  });
});

describe('a door', () => {
  it('is shut once nobody is inside, and waits for nobody who has left', async () => {
    const door = new Door();
    const cells = new Int32Array(door.cells);
    await door.shut();
    Atomics.store(cells, 0, 1);
    let shut = false;
    const shutting = door.shut().then(() => (shut = true));
    await new Promise((resolve) => setTimeout(resolve, 20));
    expect(shut).toBe(false);
    Atomics.store(cells, 0, 0);
    await shutting;
    Atomics.store(cells, 0, 1);
    door.leave();
    await door.shut();
  });
});
