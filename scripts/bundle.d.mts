/** The sources that `entry` needs as one file of JavaScript; null where it can't be made or written. */
export function bundled(entry: string): Promise<string | null>;
/** What node is given to run `entry`: the built file, or the sources with what understands them. */
export function runnable(entry: string): Promise<string[]>;
/** Environment of the server: glibc would keep a heap of its own for every thread. */
export const LEAN: Record<string, string>;
