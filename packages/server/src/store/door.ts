import { setTimeout as sleep } from 'node:timers/promises';
import type { Client, Transaction } from '@libsql/client';

// The binding of SQLite ends the whole process when its thread is stopped while it is inside it. A door per task stands before every call: the pool
// shuts it and waits until the thread is out before it stops the thread, and a thread that comes to a shut door goes no further.

const [INSIDE, SHUT] = [0, 1];
/** How often the other side looks whether the thread is out, ms. */
const LOOK = 2;

/** The side of the pool. */
export class Door {
  /** What the thread gets of it. */
  readonly cells = new SharedArrayBuffer(2 * Int32Array.BYTES_PER_ELEMENT);
  private readonly view = new Int32Array(this.cells);
  private left = false;

  /** Lets nobody in any more; done when nobody is inside, from when on the thread may be stopped. */
  async shut(): Promise<void> {
    Atomics.store(this.view, SHUT, 1);
    while (!this.left && Atomics.load(this.view, INSIDE) > 0) await sleep(LOOK);
  }

  /** The task is over: a thread that ended by itself inside is not waited for. */
  leave(): void {
    this.left = true;
  }
}

let cells: Int32Array | null = null;
/** The door of the task that this thread does from now on. */
export function standBefore(door: SharedArrayBuffer): void {
  cells = new Int32Array(door);
}

/** Does `work`, which goes into SQLite, unless the thread is about to be stopped: then it waits here for that. On a thread without a door it is just done. */
export function inside<T>(work: () => T): T {
  const door = cells;
  if (!door) return work();
  // Entered before it is asked, so that one who shut it sees either this thread inside or nobody ever after.
  Atomics.add(door, INSIDE, 1);
  const out = (): void => void Atomics.sub(door, INSIDE, 1);
  if (Atomics.load(door, SHUT) === 1) {
    out();
    Atomics.wait(door, SHUT, 1);
  }
  let result: T;
  try {
    result = work();
  } catch (e) {
    out();
    throw e;
  }
  if (!(result instanceof Promise)) {
    out();
    return result;
  }
  return result.finally(out) as T;
}

type Calls = Pick<Client, 'execute' | 'batch' | 'migrate' | 'transaction' | 'executeMultiple' | 'close'> &
  Pick<Transaction, 'commit' | 'rollback'>;
const CALLS: ReadonlySet<PropertyKey> = new Set<keyof Calls>([
  'execute',
  'batch',
  'migrate',
  'transaction',
  'executeMultiple',
  'close',
  'commit',
  'rollback',
]);

/** A connection, or a transaction on it, that goes through the door of its thread. */
export function behindDoor<T extends object>(connection: T): T {
  return new Proxy(connection, {
    get(target, key) {
      const found: unknown = Reflect.get(target, key, target);
      if (typeof found !== 'function' || !CALLS.has(key)) return found;
      return (...args: unknown[]) => {
        const result: unknown = inside(() => Reflect.apply(found, target, args));
        return key === 'transaction' ? (result as Promise<Transaction>).then(behindDoor) : result;
      };
    },
  });
}
