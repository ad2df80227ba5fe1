import { afterEach, describe, expect, it, vi } from 'vitest';
import type { JointContent } from '@ample/core';
import { api, ApiProblem } from './api.ts';

interface Sent {
  readonly method: string;
  readonly headers: Record<string, string>;
}
const content = (note: string): JointContent & { version: number; label: string } => ({
  mark: 'B1',
  kind: 'fin-plate',
  note,
  input: {},
  combinations: [],
  version: 1,
  label: 'x',
});

/** A server that answers as told, in order; `null` is a connection that breaks. */
function server(answers: readonly (Response | null)[]): Sent[] {
  const sent: Sent[] = [];
  vi.stubGlobal('fetch', (_url: string, init: Sent) => {
    sent.push(init);
    const answer = answers[sent.length - 1];
    return answer ? Promise.resolve(answer) : Promise.reject(new TypeError('broken'));
  });
  return sent;
}
const ok = (body: object): Response => new Response(JSON.stringify(body), { status: 200 });
const failing = (p: Promise<unknown>): Promise<number> =>
  p.then(
    () => -1,
    (e: unknown) => (e instanceof ApiProblem ? e.status : -2),
  );
afterEach(() => vi.unstubAllGlobals());

describe('requests whose answer was lost', () => {
  it('carry the same key when they are asked again in the same words, and a new one afterwards', async () => {
    const sent = server([null, ok({ id: 'a' }), ok({ id: 'b' })]);
    const job = { number: '1', name: 'Once', client: '' };
    expect(await failing(api.createJob(job))).toBe(0);
    await api.createJob(job);
    await api.createJob(job);
    const keys = sent.map((s) => s.headers['idempotency-key']);
    expect(keys[1]).toBe(keys[0]);
    expect(keys[2]).not.toBe(keys[0]);
  });
  it('asked twice at the same time are one', async () => {
    const sent = server([ok({ id: 'a' }), ok({ id: 'a' })]);
    await Promise.all([api.copyJob('j'), api.copyJob('j')]);
    expect(sent[0]!.headers['idempotency-key']).toBe(sent[1]!.headers['idempotency-key']);
  });
  it('are told to the server with the next save of the same joint, until one is answered', async () => {
    const sent = server([null, null, ok({}), ok({})]);
    expect(await failing(api.saveJoint('k', content('one')))).toBe(0);
    expect(await failing(api.saveJoint('k', content('two')))).toBe(0);
    await api.saveJoint('k', content('three'));
    await api.saveJoint('k', content('four'));
    const [one, two] = sent.map((s) => s.headers['idempotency-key']!);
    expect(sent[1]!.headers['x-ample-unanswered']).toBe(one);
    expect(sent[2]!.headers['x-ample-unanswered']).toBe(`${one},${two}`);
    expect(sent[3]!.headers['x-ample-unanswered']).toBeUndefined();
  });
  it('what only reads carries no key', async () => {
    const sent = server([ok([])]);
    await api.jobs();
    expect(sent[0]!.headers['idempotency-key']).toBeUndefined();
  });
  it('a register comes part by part, each asked for after the one before', async () => {
    const urls: string[] = [];
    const pages = [
      { rows: [1], total: 3, next: 7 },
      { rows: [2, 3], total: 3, next: null },
    ];
    vi.stubGlobal('fetch', (url: string) => {
      urls.push(url);
      return Promise.resolve(ok(pages[urls.length - 1]!));
    });
    const seen: unknown[] = [];
    for await (const part of api.registerParts('j')) seen.push(...part.rows);
    expect(seen).toEqual([1, 2, 3]);
    expect(urls.map((u) => new URL(u, 'http://x').searchParams.get('after'))).toEqual(['-1', '7']);
  });
});
