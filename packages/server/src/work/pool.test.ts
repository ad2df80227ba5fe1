import { execFile } from 'node:child_process';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';
import { describe, expect, it } from 'vitest';
import { runnable } from '../../../../scripts/bundle.mjs';
import { useServer } from '../app.testing.ts';
import { storeDemo } from '../demo.ts';
import { Door } from '../store/door.ts';

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
