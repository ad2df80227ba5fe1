/** The sources that `entry` needs as one file of JavaScript; null where it can't be made or written. */
export function bundled(entry: string): Promise<string | null>;
