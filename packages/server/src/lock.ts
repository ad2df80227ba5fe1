import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const FILE = 'server.json';

/** Address of a server that serves the store of this folder now; null without one. What a killed server left behind is not taken for one. */
export async function serverOf(folder: string): Promise<string | null> {
  try {
    const { url } = JSON.parse(readFileSync(join(folder, FILE), 'utf8')) as { url: string };
    const answer = await fetch(`${url}/api/health`, { signal: AbortSignal.timeout(2000) });
    const { folder: theirs } = (await answer.json()) as { folder?: string };
    return theirs === folder ? url : null;
  } catch {
    return null;
  }
}

export const tellServer = (folder: string, url: string): void =>
  writeFileSync(join(folder, FILE), JSON.stringify({ url, pid: process.pid }));
export const forgetServer = (folder: string): void => rmSync(join(folder, FILE), { force: true });
