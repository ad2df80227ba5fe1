import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { TestProject } from 'vitest/node';
import { serve } from './server.ts';

declare module 'vitest' {
  interface ProvidedContext {
    /** Folder of a store with the demo jobs, every joint judged. */
    store: string;
  }
}

/** Makes the store of the demo jobs once; each file of tests starts from a copy of it. */
export default async function seed(project: TestProject): Promise<() => void> {
  const data = mkdtempSync(join(tmpdir(), 'ample-e2e-'));
  const server = await serve({ data, seed: true });
  const read = async <T>(path: string): Promise<T> => (await (await fetch(`${server.url}/api${path}`)).json()) as T;
  for (const { id } of await read<{ id: string }[]>('/jobs')) await read(`/jobs/${id}/joints?after=-1&limit=1000`);
  await server.close();
  project.provide('store', data);
  return () => rmSync(data, { recursive: true, force: true });
}
