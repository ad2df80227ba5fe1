import { setFlagsFromString } from 'node:v8';
import { MessageChannel, type MessagePort } from 'node:worker_threads';
import { DocumentError } from '@ample/core';
import { Piscina } from 'piscina';
import { Door } from '../store/door.ts';
import { NotFound, Unreadable } from '../store/errors.ts';
import type * as tasks from './tasks.ts';
import type { ReadForIssue } from '../store/issues.ts';
import type { Answer } from './answer.ts';
import type { DocumentTask } from './document.ts';
import type { Order } from './thread.ts';
import { threadFile } from './threads.ts';

type Quick =
  | 'warm'
  | 'judge'
  | 'planTable'
  | 'listChanges'
  | 'judgeThen'
  | 'readJoints'
  | 'importJob'
  | 'exportJob'
  | 'backup'
  | 'listJob'
  | 'listSince'
  | 'readModel'
  | 'planModel'
  | 'exchangeJob'
  | 'searchJoint';
type Input<K extends Quick> = Parameters<(typeof tasks)[K]>[0];
/** A task's answer without its refusals, which are thrown. */
type Output<K extends Quick> = Extract<Awaited<ReturnType<(typeof tasks)[K]>>, { ok: unknown }>['ok'];

export interface Pool {
  /** `signal` ends the thread of a task that takes long. */
  run<K extends Quick>(task: K, input: Input<K>, signal?: AbortSignal): Promise<Output<K>>;
  pdf(
    task: Omit<DocumentTask, 'port'>,
    progress: (p: { done: number; total: number; what: string }) => void,
    signal: AbortSignal,
  ): Promise<ReadForIssue>;
  close(): Promise<void>;
}

/** A file of another program, and thousands of details. */
const LONG: ReadonlySet<Quick> = new Set(['readModel', 'searchJoint']);

/** Heap of one thread, MB: a hostile or huge job ends its own work and nothing else. */
const HEAP = 256;
/** What a thread makes and throws away again, MB: more would be held and not needed. */
const YOUNG = 8;

/**
 * How much of a function runs before it is compiled once more, for speed; four times what is usual. The first thousand joints touch so much code that
 * compiling it again cost as much as they did.
 */
const PATIENCE = '--interrupt-budget=600000';

/** Worker threads: some for what a screen waits for, others for documents, so that the long ones never stand before the short. */
export async function openPool(): Promise<Pool> {
  setFlagsFromString(PATIENCE);
  const options = {
    filename: await threadFile(),
    execArgv: [],
    idleTimeout: 1_000,
    resourceLimits: { maxOldGenerationSizeMb: HEAP, maxYoungGenerationSizeMb: YOUNG },
  };
  const quick = new Threads({ ...options, minThreads: 1, maxThreads: 2 });
  const slow = new Threads({ ...options, minThreads: 0, maxThreads: 2 });
  return {
    // What may take long waits with the documents.
    run: async (name, input, signal) => revived(await (LONG.has(name) ? slow : quick).run(name, input, signal)),
    pdf: async (task, progress, signal) => {
      const { port1, port2 } = new MessageChannel();
      port1.on('message', progress);
      try {
        return revived<ReadForIssue>(await slow.run('pdf', { ...task, port: port2 }, signal, [port2]));
      } finally {
        port1.close();
      }
    },
    close: async () => {
      await Promise.all([quick.close(), slow.close()]);
    },
  };
}

/** Threads that are only ever stopped outside of the store. */
class Threads {
  private readonly pool: Piscina<Order, Answer<never>>;
  private readonly doors = new Set<Door>();
  private closing = false;

  constructor(options: ConstructorParameters<typeof Piscina>[0]) {
    this.pool = new Piscina(options);
  }

  async run(
    task: Order['task'],
    input: unknown,
    signal: AbortSignal | undefined,
    transferList: MessagePort[] = [],
  ): Promise<Answer<never>> {
    const door = new Door();
    this.doors.add(door);
    const stopped = new AbortController();
    const stop = (): void => void door.shut().then(() => stopped.abort(signal?.reason));
    if (signal?.aborted || this.closing) stopped.abort(signal?.reason);
    signal?.addEventListener('abort', stop);
    try {
      return await this.pool.run({ task, input, door: door.cells }, { signal: stopped.signal, transferList });
    } finally {
      signal?.removeEventListener('abort', stop);
      door.leave();
      this.doors.delete(door);
    }
  }

  async close(): Promise<void> {
    this.closing = true;
    await Promise.all([...this.doors].map((door) => door.shut()));
    await this.pool.destroy();
  }
}

/** The answer of a task; a stated refusal is thrown again as what it was. */
function revived<T>(answer: Answer<T>): T {
  if ('ok' in answer) return answer.ok;
  const { name, field, message } = answer.refused;
  if (name === 'NotFound') throw new NotFound(message);
  if (name === 'Unreadable') throw new Unreadable(message);
  if (name === 'store') throw Object.assign(new Error(message), { code: field });
  throw new DocumentError(field, message);
}
