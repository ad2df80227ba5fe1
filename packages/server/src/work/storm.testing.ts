import { isMainThread, Worker, workerData } from 'node:worker_threads';
import { Door, standBefore } from '../store/door.ts';
import { openReader } from '../store/database.ts';

// A process of its own, for the test of the door: threads that do nothing but ask SQLite are stopped, round after round.

interface Order {
  readonly file: string;
  readonly rounds: number;
  readonly door: SharedArrayBuffer;
}

/** A thread that asks without end, each time on a new statement. */
async function ask({ file, door }: Order): Promise<never> {
  standBefore(door);
  const { client } = openReader(file);
  for (let n = 0; ; n += 1) await client.execute(`SELECT ${n}`);
}

async function storm(file: string, rounds: number): Promise<void> {
  for (let round = 0; round < rounds; round += 1) {
    const door = new Door();
    const thread = new Worker(new URL(import.meta.url), { workerData: { file, rounds, door: door.cells } satisfies Order });
    // By then it asks; a thread that is only starting may be stopped as it is.
    while (Atomics.load(new Int32Array(door.cells), 0) === 0) await new Promise((resolve) => setTimeout(resolve, 1));
    await door.shut();
    await thread.terminate();
  }
  process.stdout.write(`${rounds} stopped`);
}

await (isMainThread ? storm(process.argv[2]!, Number(process.argv[3])) : ask(workerData as Order));
