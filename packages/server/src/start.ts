import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join, resolve } from 'node:path';
import { pino } from 'pino';
import { makeApp } from './app.ts';
import { storeDemo } from './demo.ts';
import { forgetServer, serverOf, tellServer } from './lock.ts';
import { clientError } from './problem.ts';
import { ROOT } from './root.ts';
import { openServices, type Services } from './services.ts';
import { StoreProblem } from './store/condition.ts';
import { warmUp } from './work/warm.ts';

export interface Running {
  readonly url: string;
  readonly services: Services;
  close(): Promise<void>;
}

/** Where the file is kept: AMPLE_DATA, or the folder `data` of the project. */
export const dataFolder = (): string => resolve(process.env['AMPLE_DATA'] ?? join(ROOT, 'data'));

/** The file of the store in a folder. */
export const storeFile = (folder: string): string => join(folder, 'ample-gusset.sqlite');

export interface StartOptions {
  readonly port: number;
  readonly data: string;
  /** Puts the demo jobs into a store that is new. */
  readonly seed?: boolean;
  /** Its threads are not made ready before the first work: who starts many servers for a few questions each waits less. */
  readonly cold?: boolean;
  readonly level?: string;
}

export async function startServer({ port, data, seed = false, cold = false, level = 'warn' }: StartOptions): Promise<Running> {
  const other = await serverOf(data);
  if (other)
    throw new StoreProblem(
      `Another server serves this store already, at ${other}; use that one, stop it, or set AMPLE_DATA to another folder.`,
    );
  const services = await openServices(storeFile(data), pino({ level }));
  if (seed && services.database.fresh) await storeDemo(services.database, 'demo');
  const server = createServer(makeApp(services, { pages: join(ROOT, 'packages/web/dist'), folder: data }));
  server.on('clientError', clientError);
  server.headersTimeout = 20_000;
  server.requestTimeout = 120_000;
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, '127.0.0.1', resolve);
  });
  const { port: actual } = server.address() as AddressInfo;
  const url = `http://127.0.0.1:${actual}`;
  tellServer(data, url);
  let closing = false;
  if (!cold)
    void warmUp(services.pool, () => closing).catch((e: unknown) => {
      if (!closing) services.log.warn({ err: e }, 'not warmed up');
    });
  return {
    url,
    services,
    close: async () => {
      closing = true;
      forgetServer(data);
      server.closeAllConnections();
      await new Promise((resolve) => server.close(resolve));
      await services.close();
    },
  };
}
