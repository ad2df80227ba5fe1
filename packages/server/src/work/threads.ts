import { join } from 'node:path';
import { bundled } from '../../../../scripts/bundle.mjs';
import { ROOT } from '../root.ts';

const here = (file: string): string => join(ROOT, 'packages/server/src/work', file);

/** The code of a worker thread: one built file, or the sources where it can't be built. */
export const threadFile = async (): Promise<string> => (await bundled(here('thread.ts'))) ?? here('worker.mjs');
