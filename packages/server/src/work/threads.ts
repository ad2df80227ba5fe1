import { fileURLToPath } from 'node:url';
import { bundled } from '../../../../scripts/bundle.mjs';

const here = (path: string): string => fileURLToPath(new URL(path, import.meta.url));

/** The code of a worker thread: one built file, or the sources where it can't be built. */
export const threadFile = async (): Promise<string> => (await bundled(here('./tasks.ts'))) ?? here('./worker.mjs');
