import { PassThrough, type Writable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { finished } from 'node:stream/promises';

/** Waits until a stream takes more, or takes nothing any more. */
export const drained = (out: Writable): Promise<void> =>
  new Promise((resolve) => {
    const done = (): void => {
      for (const event of ['drain', 'close', 'error']) out.off(event, done);
      resolve();
    };
    for (const event of ['drain', 'close', 'error']) out.on(event, done);
  });

/** What is written to a stream, as bytes. */
export async function bytesOf(write: (out: Writable) => Promise<void>): Promise<Uint8Array> {
  const out = new PassThrough();
  const [bytes] = await Promise.all([buffer(out), write(out)]);
  return bytes;
}

/** A paper of text that is written away as it fills. */
export class StreamPaper {
  constructor(private readonly out: Writable) {
    // Whoever finishes hears of it; until then an error of the disk must not end the process.
    out.on('error', () => undefined);
  }
  protected write(text: string): void {
    this.out.write(text);
  }
  /** Waits until there is room for more. */
  async settle(): Promise<void> {
    if (this.out.errored) throw this.out.errored;
    if (this.out.writableNeedDrain) await drained(this.out);
  }
  async finish(): Promise<void> {
    if (this.out.errored) throw this.out.errored;
    this.out.end();
    await finished(this.out);
  }
}
