import { afterEach, describe, expect, it, vi } from 'vitest';
import { contentOf, type JobRecord, type JointRecord, type RegisterEntry, type RegisterPage } from '@ample/core';
import { TERN, useServer } from './app.testing.ts';

describe('the register in parts', () => {
  const { get, send, services } = useServer();
  afterEach(() => vi.restoreAllMocks());

  /** All parts, one asked for after the other, and the joints that threads judged for them. */
  async function swept(job: JobRecord, query: string): Promise<{ rows: RegisterEntry[]; judged: string[] }> {
    const run = vi.spyOn(services().pool, 'run');
    const rows: RegisterEntry[] = [];
    for (let after: number | null = -1; after !== null;) {
      const part: RegisterPage = await get<RegisterPage>(`/jobs/${job.id}/joints?limit=7${query}&after=${after}`);
      rows.push(...part.rows);
      after = part.next;
    }
    const judged = run.mock.calls.flatMap(([task, input]) => (task === 'judge' && 'ids' in input ? [...input.ids] : []));
    run.mockRestore();
    return { rows, judged };
  }
  /** Longer than what was judged ahead is held for. */
  const moment = (): Promise<void> => new Promise((r) => setTimeout(r, 2_300));
  const once = (rows: readonly RegisterEntry[]): string[] => rows.map((r) => r.id).sort();

  it('judges each joint once, what is judged ahead for the part that is asked for next among them', async () => {
    const job = await send<JobRecord>('post', '/jobs/import', TERN);
    const first = await swept(job, '');
    expect(first.rows.map((r) => r.mark)).toEqual(TERN.joints.map((j) => j.mark));
    expect(first.judged.sort()).toEqual(once(first.rows));

    const again = await swept(job, '');
    expect(again).toEqual({ rows: first.rows, judged: [] });

    await moment();
    const fresh = await swept(job, '&fresh=1');
    expect(fresh.rows).toEqual(first.rows);
    expect(fresh.judged.sort()).toEqual(once(first.rows));
  });

  it('judges anew whenever it is asked for: what was judged ahead waits for a moment only', async () => {
    const job = await send<JobRecord>('post', '/jobs/import', { ...TERN, joints: TERN.joints.slice(0, 9) });
    expect((await swept(job, '&fresh=1')).judged).toHaveLength(9);
    // What was judged ahead was taken once.
    expect((await swept(job, '&fresh=1')).judged).toHaveLength(9);
    await moment();
    expect((await swept(job, '&fresh=1')).judged).toHaveLength(9);
  });

  it('judges ahead only what has no verdict of now', async () => {
    const job = await send<JobRecord>('post', '/jobs/import', TERN);
    const { rows } = await swept(job, '');
    const [first, last] = [rows[0]!, rows.at(-1)!];
    for (const { id } of [first, last]) {
      const joint = await get<JointRecord>(`/joints/${id}`);
      await send('put', `/joints/${id}`, { ...contentOf(joint), note: 'looked at', version: joint.version, label: 'note' });
    }
    expect((await swept(job, '')).judged.sort()).toEqual([first.id, last.id].sort());
  });

  it('judges anew what was asked for while it was judged ahead', async () => {
    const job = await send<JobRecord>('post', '/jobs/import', { ...TERN, joints: TERN.joints.slice(0, 9) });
    const { pool } = services();
    const judge = pool.run.bind(pool);
    const judged: string[][] = [];
    vi.spyOn(pool, 'run').mockImplementation((async (task: 'judge', input: { ids: string[] }) => {
      const turn = task === 'judge' ? judged.push(input.ids) : 0;
      const answer = await judge(task, input as never);
      // What is judged ahead is not there yet when it is asked for.
      if (turn === 2) await new Promise((r) => setTimeout(r, 300));
      return answer;
    }) as never);
    const part = (after: number) => get<RegisterPage>(`/jobs/${job.id}/joints?limit=7&fresh=1&after=${after}`);
    const { next } = await part(-1);
    await part(next!);
    expect(judged.map((ids) => ids.length)).toEqual([7, 2]);
    await part(next!);
    expect(judged.map((ids) => ids.length)).toEqual([7, 2, 2]);
  });

  it('judges again what failed when it was judged ahead', async () => {
    const job = await send<JobRecord>('post', '/jobs/import', TERN);
    const { pool } = services();
    const judge = pool.run.bind(pool);
    let asked = 0;
    vi.spyOn(pool, 'run').mockImplementation(((task: 'judge', input: never) =>
      task === 'judge' && (asked += 1) === 2
        ? Promise.reject(new Error('a thread that was lost'))
        : judge(task, input)) as never);
    const part = (after: number) => get<RegisterPage>(`/jobs/${job.id}/joints?limit=7&after=${after}`);
    const { next } = await part(-1);
    await vi.waitFor(() => expect(asked).toBeGreaterThanOrEqual(2));
    expect((await part(next!)).rows.map((r) => r.mark)).toEqual(TERN.joints.slice(7, 14).map((j) => j.mark));
    expect(asked).toBeGreaterThanOrEqual(3);
  });
});
