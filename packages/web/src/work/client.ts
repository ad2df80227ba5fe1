import { wrap, type Remote } from 'comlink';
import type { CheckWorker } from './check.worker.ts';

let made: Remote<CheckWorker> | null = null;

/** The one checking worker of the page. */
export function checker(): Remote<CheckWorker> {
  made ??= wrap<CheckWorker>(new Worker(new URL('./check.worker.ts', import.meta.url), { type: 'module' }));
  return made;
}
