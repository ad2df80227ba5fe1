import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { fileURLToPath } from 'node:url';
import { LEAN, runnable } from '../scripts/bundle.mjs';

export interface Served {
  readonly url: string;
  close(): Promise<void>;
}

/** The server as `npm start` runs it, in a process of its own, on a free port. */
export async function serve({ data, seed }: { readonly data: string; readonly seed: boolean }): Promise<Served> {
  const main = fileURLToPath(new URL('../packages/server/src/main.ts', import.meta.url));
  const child = spawn(process.execPath, [...(await runnable(main)), '--cold', ...(seed ? ['--seed'] : [])], {
    stdio: ['ignore', 'pipe', 'inherit'],
    env: { ...LEAN, ...process.env, PORT: '0', AMPLE_DATA: data, LOG_LEVEL: 'error' },
  });
  // It goes with the tests, whatever ends them.
  process.once('exit', () => child.kill('SIGKILL'));
  const url = await new Promise<string>((resolve, reject) => {
    let said = '';
    child.stdout.on('data', (chunk: Buffer) => {
      said += chunk.toString();
      const found = /is at (\S+)/.exec(said)?.[1];
      if (found) resolve(found);
    });
    child.once('exit', (code) => reject(new Error(`The server ended with ${code} before it answered: ${said}`)));
  });
  return {
    url,
    close: async () => {
      if (child.exitCode !== null || child.signalCode !== null) return;
      const ended = once(child, 'exit');
      child.kill('SIGTERM');
      await ended;
    },
  };
}
