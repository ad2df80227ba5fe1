import { wrap, type Remote } from 'comlink';
import type { CheckWorker } from './check.worker.ts';
import type { TableWorker } from './table.worker.ts';

interface Made {
  readonly worker: Worker;
  readonly remote: Remote<CheckWorker>;
}
const made = new Map<string, Made>();
declare const __BUILD__: string;
/** An entry of its own in the built pages; the development server gives the source. */
const entry = (name: string): string => (import.meta.env.DEV ? `/src/work/${name}.ts` : `/assets/${name}.js?${__BUILD__}`);
const WORKER = entry('check.worker');

function workerFor(purpose: string): Made {
  let found = made.get(purpose);
  if (!found) {
    const worker = new Worker(WORKER, { type: 'module' });
    made.set(purpose, (found = { worker, remote: wrap<CheckWorker>(worker) }));
  }
  return found;
}

/** The worker that judges every edit; nothing long runs in it. */
export const checker = (): Remote<CheckWorker> => workerFor('check').remote;

/**
 * Runs a search in a worker of its own, one for each purpose, so that no edit waits for it. A new search ends the one before it, whose answer
 * nobody wants any more: that one then never answers.
 */
const busy = new Map<string, object>();
export async function search<T>(purpose: string, work: (worker: Remote<CheckWorker>) => Promise<T>): Promise<T> {
  if (busy.has(purpose)) {
    workerFor(purpose).worker.terminate();
    made.delete(purpose);
  }
  const mine = {};
  busy.set(purpose, mine);
  try {
    return await work(workerFor(purpose).remote);
  } finally {
    if (busy.get(purpose) === mine) busy.delete(purpose);
  }
}

/** Reads tables in a worker of their own; `end` stops whatever it is at. */
export function tableReader(): { readonly remote: Remote<TableWorker>; readonly end: () => void } {
  const worker = new Worker(entry('table.worker'), { type: 'module' });
  return { remote: wrap<TableWorker>(worker), end: () => worker.terminate() };
}
