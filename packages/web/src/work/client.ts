import { wrap, type Remote } from 'comlink';
import type { CheckWorker } from './check.worker.ts';
import type { FieldWorker } from './field.worker.ts';
import type { HouseWorker } from './house.worker.ts';
import type { ModelWorker } from './model.worker.ts';
import type { SearchWorker } from './search.worker.ts';
import type { StandardWorker } from './standard.worker.ts';
import { checkWorker, early, entry } from './start.ts';
import type { TableWorker } from './table.worker.ts';

interface Made {
  readonly worker: Worker;
  readonly remote: Remote<CheckWorker>;
}
const wrapped = (worker: Worker): Made => ({ worker, remote: wrap<CheckWorker>(worker) });
const made = new Map<string, Made>(early ? [['check', wrapped(early)]] : []);

function workerFor(purpose: string): Made {
  let found = made.get(purpose);
  if (!found) made.set(purpose, (found = wrapped(checkWorker())));
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

interface Own<T> {
  readonly remote: Remote<T>;
  /** Stops whatever it is at. */
  readonly end: () => void;
}
function ownWorker<T>(name: string): Own<T> {
  const worker = new Worker(entry(name), { type: 'module' });
  return { remote: wrap<T>(worker), end: () => worker.terminate() };
}
/** Reads tables. */
export const tableReader = (): Own<TableWorker> => ownWorker('table.worker');
/** Works out the resistances of a house detail. */
export const houseWorker = (): Own<HouseWorker> => ownWorker('house.worker');
/** Loads the plates of a joint. */
export const fieldWorker = (): Own<FieldWorker> => ownWorker('field.worker');
/** Judges every detail that the house rules allow. */
export const searchWorker = (): Own<SearchWorker> => ownWorker('search.worker');
/** Chooses few details for many joints. */
export const standardWorker = (): Own<StandardWorker> => ownWorker('standard.worker');
/** Looks for joints in a model. */
export const modelWorker = (): Own<ModelWorker> => ownWorker('model.worker');
