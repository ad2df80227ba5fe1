import { writeFileSync } from 'node:fs';
import { PassThrough } from 'node:stream';
import type { Response } from 'express';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { Documents, type DocumentLimits, type Write } from './documents.ts';

const LIMITS: DocumentLimits = { kept: 2, waiting: 6, waitingOfJob: 3, unheard: 1000, left: 100 };
interface Job {
  readonly name: string;
  readonly signal: AbortSignal;
  finish(): Promise<void>;
  fail(e: Error): Promise<void>;
}
const settled = () => new Promise((r) => setImmediate(r));
let open: Documents | null = null;
afterEach(() => open?.close());

/** Documents whose writing ends when the test says so; `begun` lists what is being written, in order. */
function make(limits: Partial<DocumentLimits> = {}) {
  const begun: Job[] = [];
  const write: Write = (task, _progress, signal) =>
    new Promise((resolve, reject) => {
      signal.addEventListener('abort', () => reject(new Error('aborted')));
      begun.push({
        name: `${task.jobId}${task.jointId ?? ''}`,
        signal,
        finish: async () => {
          writeFileSync(task.out, 'pdf');
          resolve({ at: '2026-05-04T08:00:00.000Z', jobVersion: 1, joints: [] });
          await settled();
        },
        fail: async (e) => {
          reject(e);
          await settled();
        },
      });
    });
  const logged: unknown[] = [];
  const documents = new Documents(write, (e) => logged.push(e), { ...LIMITS, ...limits });
  open = documents;
  const order = (jobId: string, jointId?: string) =>
    documents.start('x.pdf', { file: '', jobId, edition: '', date: '', ...(jointId ? { jointId } : {}) }, jointId ? 1 : 50);
  return { begun, documents, order, logged, names: () => begun.map((b) => b.name) };
}
/** As much of a response as a stream of events needs. */
const listener = () => Object.assign(new PassThrough(), { writeHead: () => undefined }) as unknown as Response & PassThrough;

describe('the queue of documents', () => {
  it('writes two at once, of which one may be of a whole job', async () => {
    const { begun, order, names } = make();
    order('A');
    order('B');
    order('C', 'j1');
    order('C', 'j2');
    expect(names()).toEqual(['A', 'Cj1']);
    await begun[1]!.finish();
    expect(names()).toEqual(['A', 'Cj1', 'Cj2']);
    await begun[0]!.finish();
    expect(names().at(-1)).toBe('B');
  });
  it('takes the job next that was served longest ago', async () => {
    const { begun, order, names } = make();
    order('A', '1');
    order('A', '2');
    order('A', '3');
    order('A', '4');
    order('B', '1');
    await begun[0]!.finish();
    expect(names()).toEqual(['A1', 'A2', 'B1']);
    await begun[1]!.finish();
    expect(names().at(-1)).toBe('A3');
  });
  it('refuses when too many wait, of a job and in all, and takes more when one is done', async () => {
    const { begun, order } = make();
    for (let i = 0; i < 5; i += 1) order('A', String(i));
    expect(() => order('A', '9')).toThrow('3 documents of this job wait to be written; issue this one when one of them is done.');
    for (let i = 0; i < 3; i += 1) order('B', String(i));
    expect(() => order('C', '1')).toThrow('6 documents wait to be written; issue this one when one of them is done.');
    await begun[0]!.finish();
    expect(order('C', '1').status).toBe('waiting');
  });
  it('stops at once what is cancelled, waiting or being written', async () => {
    const { begun, documents, order, names } = make();
    const a = order('A', '1');
    order('A', '2');
    const c = order('A', '3');
    expect(documents.cancel(c.id)!.status).toBe('cancelled');
    expect(documents.cancel(a.id)!.status).toBe('cancelled');
    expect(begun[0]!.signal.aborted).toBe(true);
    await settled();
    expect(documents.get(a.id)).toEqual({ state: expect.objectContaining({ status: 'cancelled' }) as object, path: null });
    order('B', '1');
    expect(names()).toEqual(['A1', 'A2', 'B1']);
  });
  it('stops what nobody listens to, and not what somebody does', async () => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
    const { documents, order } = make();
    const [heard, unheard] = [order('A', '1'), order('A', '2')];
    const ear = listener();
    documents.stream(heard.id, ear);
    vi.advanceTimersByTime(1001);
    expect(documents.get(unheard.id)!.state.status).toBe('cancelled');
    expect(documents.get(heard.id)!.state.status).toBe('working');
    ear.emit('close');
    vi.advanceTimersByTime(101);
    expect(documents.get(heard.id)!.state.status).toBe('cancelled');
    vi.useRealTimers();
  });
  it('says why one failed, in words where there are some, and writes the next', async () => {
    const { begun, documents, order, logged } = make();
    const [a, b, c] = [order('A', '1'), order('A', '2'), order('A', '3')];
    await begun[0]!.fail(Object.assign(new Error('no space left'), { code: 'ENOSPC' }));
    await begun[1]!.fail(new Error('a defect'));
    expect(documents.get(a.id)!.state).toMatchObject({
      status: 'failed',
      message: expect.stringMatching(/disk .* is full/) as string,
    });
    expect(documents.get(b.id)!.state).toMatchObject({
      status: 'failed',
      message: 'The document could not be written; the log says why.',
    });
    expect(documents.get(c.id)!.state.status).toBe('working');
    expect(logged).toHaveLength(2);
  });
  it('keeps the newest that are ready', async () => {
    const { begun, documents, order } = make();
    const made = ['1', '2', '3'].map((j) => order('A', j));
    for (let i = 0; i < 3; i += 1) await begun[i]!.finish();
    expect(made.map((m) => documents.get(m.id)?.state.status)).toEqual([undefined, 'ready', 'ready']);
  });
});
