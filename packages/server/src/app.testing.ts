import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import request from 'supertest';
import { afterAll, beforeAll, expect } from 'vitest';
import type { DocumentState, JobDocument, JobRecord, JointRecord, Sibling } from '@ample/core';
import { makeApp } from './app.ts';
import { openServices, type Services } from './services.ts';

export const TERN = JSON.parse(readFileSync(new URL('../../../demo/tern-quay.json', import.meta.url), 'utf8')) as JobDocument;

/** The application over a store of its own, for the tests of one file. */
export function useServer() {
  const folder = mkdtempSync(join(tmpdir(), 'ample-app-'));
  let services: Services;
  let app: ReturnType<typeof makeApp>;
  beforeAll(async () => {
    services = await openServices(join(folder, 'store.sqlite'), pino({ level: 'silent' }));
    app = makeApp(services);
  });
  afterAll(async () => {
    await services.close();
    rmSync(folder, { recursive: true, force: true });
  });
  return {
    app: () => app,
    services: () => services,
    /** Waits until a document is written, and gives what is served. */
    written: async (id: string): Promise<{ readonly headers: Record<string, string> }> => {
      for (let i = 0; i < 200; i += 1) {
        const r = await request(app).get(`/api/documents/${id}/file`).set('Host', 'localhost').buffer();
        if (r.status === 200) return r as { headers: Record<string, string> };
        await new Promise((resolve) => setTimeout(resolve, 100));
      }
      throw new Error('the document was never ready');
    },
    get: async <T>(path: string): Promise<T> =>
      (await request(app).get(`/api${path}`).set('Host', 'localhost').expect(200)).body as T,
    /** The state in which a document ended. */
    ended: async (id: string): Promise<DocumentState> => {
      const r = await request(app).get(`/api/documents/${id}/events`).set('Host', 'localhost').buffer();
      return JSON.parse(
        r.text
          .trim()
          .split('\n\n')
          .at(-1)!
          .replace(/^data: /, ''),
      ) as DocumentState;
    },
    /** A joint of a job by its mark. */
    jointOf: async (job: Pick<JobRecord, 'id'>, mark: string): Promise<JointRecord> => {
      const of = async <T>(path: string) =>
        (await request(app).get(`/api${path}`).set('Host', 'localhost').expect(200)).body as T;
      return of(`/joints/${(await of<Sibling[]>(`/jobs/${job.id}/marks`)).find((s) => s.mark === mark)!.id}`);
    },
    remove: async (path: string): Promise<void> => {
      await request(app)
        .delete(`/api${path}`)
        .set('Host', 'localhost')
        .expect((r) => expect(r.status).toBeLessThan(300));
    },
    /** Sends a body under a key of its own, and gives the answer, which has to have this status. */
    send: async <T>(method: 'post' | 'put', path: string, body: object, status = 200): Promise<T> => {
      const to = `/api${path}`;
      const answer = await (method === 'post' ? request(app).post(to) : request(app).put(to))
        .set('Host', 'localhost')
        .set('x-ample-user', 'R. Amsel')
        .set('idempotency-key', crypto.randomUUID())
        .send(body);
      expect([answer.status, answer.body]).toEqual([status, answer.body]);
      return answer.body as T;
    },
  };
}
