import type { Writable } from 'node:stream';
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

/** A paper of text that is written away as it fills. */
export class StreamPaper {
  private full = false;
  constructor(private readonly out: Writable) {
    // Whoever finishes hears of it; until then an error of the disk must not end the process.
    out.on('error', () => undefined);
  }
  protected write(text: string): void {
    this.full = !this.out.write(text);
  }
  /** Waits until there is room for more. */
  async settle(): Promise<void> {
    if (this.out.errored) throw this.out.errored;
    if (this.full && this.out.writableNeedDrain) await drained(this.out);
    this.full = false;
  }
  async finish(): Promise<void> {
    if (this.out.errored) throw this.out.errored;
    this.out.end();
    await finished(this.out);
  }
}
