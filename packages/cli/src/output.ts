import { createWriteStream, rmSync, writeFileSync, type WriteStream } from 'node:fs';
import { BadInput } from './input.ts';

/** Writes a whole file. */
export function writeOut(path: string, data: string | Uint8Array): void {
  try {
    writeFileSync(path, data);
  } catch (e) {
    throw new BadInput(
      `output: "${path}" can't be written (${(e as NodeJS.ErrnoException).code}); give a path in a folder that exists.`,
    );
  }
}

/** Writes a stream to a file and gives its length; a file that could not be finished is taken away again. */
export async function streamOut(path: string, write: (out: WriteStream) => Promise<void>): Promise<number> {
  const out = createWriteStream(path);
  try {
    await write(out);
    return out.bytesWritten;
  } catch (e) {
    const { code, syscall } = e as NodeJS.ErrnoException;
    if (syscall !== 'open') rmSync(path, { force: true });
    throw code ? new BadInput(`output: "${path}" can't be written (${code}); give a path in a folder that exists.`) : e;
  }
}

/** The date that stands on what is written. */
export const today = (): string => new Date().toISOString().slice(0, 10);
