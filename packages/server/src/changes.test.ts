import request from 'supertest';
import { describe, expect, it } from 'vitest';
import {
  contentOf,
  readJob,
  type ChangeList,
  type ChangeMoment,
  type CommentRecord,
  type JobRecord,
  type JointRecord,
  type JointThen,
  type RegisterPage,
  type RevisionRecord,
} from '@ample/core';
import { TERN, useServer } from './app.testing.ts';

const { get, send, app, written, jointOf } = useServer();
const newJob = (): Promise<JobRecord> => send('post', '/jobs/import', TERN);
const save = (j: JointRecord, change: object, label = 'changed'): Promise<JointRecord> =>
  send('put', `/joints/${j.id}`, { ...contentOf(j), ...change, version: j.version, label });
const NOW = '9999-12-31T00:00:00.000Z';
const listOf = (job: JobRecord, from: string, to = NOW): Promise<ChangeList> =>
  get(`/jobs/${job.id}/changes?from=${from}&to=${to}`);
const then = (job: JobRecord, from: string, list: ChangeList, to = NOW): Promise<JointThen[]> =>
  send('post', `/jobs/${job.id}/changes`, { from, to, ids: list.joints.map((j) => j.id) });
/** Two changes are never of one millisecond. */
const pause = () => new Promise((resolve) => setTimeout(resolve, 5));

describe('changes between two moments of a job', () => {
  it('are the joints that were changed, made, deleted and marked anew since, each judged at both', async () => {
    const job = await newJob();
    const start = new Date().toISOString();
    await pause();
    const joint = await jointOf(job, 'B2-14');
    const plate = { ...joint.input.plate, t: 12 };
    await save(joint, { input: { ...joint.input, plate }, mark: 'B2-14a' });
    const gone = await jointOf(job, 'C1-01');
    await request(app()).delete(`/api/joints/${gone.id}`).set('Host', 'localhost').expect(204);
    const made = await send<JointRecord>('post', `/joints/${(await jointOf(job, 'B1-02')).id}/copy`, { mark: 'NEW-1' });
    const list = await listOf(job, start);
    expect(list.job).toEqual([]);
    expect(list.same).toBe(TERN.joints.length - 2);
    const changes = await then(job, start, list);
    expect(changes.map((c) => [c.mark, c.change]).sort()).toEqual([
      ['B2-14a', 'changed'],
      ['C1-01', 'gone'],
      ['NEW-1', 'new'],
    ]);
    const changed = changes.find((c) => c.id === joint.id)!;
    expect(changed.differences.map((d) => [d.what, d.before, d.after])).toEqual([['Plate thickness', '10 mm', '12 mm']]);
    expect([changed.before!.verdict, changed.was!.mark, changed.is!.mark]).toEqual(['holds · 1.08 × C3', 'B2-14', 'B2-14a']);
    expect(changes.find((c) => c.id === gone.id)).toMatchObject({ after: null, is: null });
    expect(changes.find((c) => c.id === made.id)).toMatchObject({ before: null, was: null });
    // Up to the moment before any of it nothing changed, and nothing stood before the job did.
    expect((await listOf(job, start, start)).joints).toEqual([]);
    expect((await listOf(job, '2020-01-01T00:00:00.000Z')).joints).toHaveLength(TERN.joints.length);
  });

  it('judge every joint anew where the basis of the job changed, as it was then and as it is', async () => {
    const job = await newJob();
    const start = new Date().toISOString();
    await pause();
    const basis = { ...job.basis, set: 'recommended' };
    await send('put', `/jobs/${job.id}`, { version: job.version, basis });
    const list = await listOf(job, start);
    expect([list.job, list.before.basis.set, list.after.basis.set]).toEqual([['the basis changed'], 'UK', 'recommended']);
    expect(list.joints).toHaveLength(TERN.joints.length);
    const changes = await then(job, start, list);
    expect(changes.some((c) => c.change === 'judged' && c.before!.verdict !== c.after!.verdict)).toBe(true);
    expect(changes.every((c) => c.differences.length === 0)).toBe(true);
    // A later change leaves what stood between the two.
    await pause();
    const between = new Date().toISOString();
    await pause();
    await send('put', `/jobs/${job.id}`, { version: job.version + 1, basis: job.basis });
    expect((await listOf(job, start, between)).after.basis.set).toBe('recommended');
    expect((await listOf(job, start)).job).toEqual([]);
  });

  it('have their moments, newest first; signatures and comments are none', async () => {
    const job = await newJob();
    const joint = await jointOf(job, 'B1-02');
    await pause();
    await save(joint, { note: 'looked at' }, 'a note');
    await send('post', `/joints/${joint.id}/sign`, { version: 2, by: 'R. Amsel', note: 'by hand' });
    await send('post', `/joints/${joint.id}/comments`, { text: 'why?' });
    const moments = await get<ChangeMoment[]>(`/jobs/${job.id}/moments`);
    expect(moments.map((m) => [m.label, m.joints])).toEqual([
      ['a note', 1],
      ['imported', TERN.joints.length],
    ]);
  });

  it('refuse what is no moment, and are written as a PDF', async () => {
    const job = await newJob();
    const bad = await request(app()).get(`/api/jobs/${job.id}/changes?from=yesterday&to=${NOW}`).set('Host', 'localhost');
    expect([bad.status, (bad.body as { detail: string }).detail]).toEqual([
      400,
      'from: it is missing or no moment; accepted is a date and time as 2026-11-27T16:30:00.000Z.',
    ]);
    const start = new Date().toISOString();
    await pause();
    const joint = await jointOf(job, 'B2-14');
    await save(joint, { input: { ...joint.input, plate: { ...joint.input.plate, h: 310 } } });
    const state = await send<{ id: string; name: string }>('post', '/documents', {
      jobId: job.id,
      changes: { from: start, to: NOW },
    });
    expect(state.name).toMatch(/changes\.pdf$/);
    expect((await written(state.id)).headers['content-type']).toContain('application/pdf');
  });
});

describe('comments on a joint', () => {
  it('are numbered, pinned, answered, resolved and opened again, each in the history; the register counts those open', async () => {
    const job = await newJob();
    const { id } = await jointOf(job, 'B1-02');
    const say = (body: object) => send<CommentRecord>('post', `/joints/${id}/comments`, body);
    const one = await say({ text: 'Is the gap enough?', pin: { check: 'beam-web-bearing' } });
    const two = await say({ text: 'Here', pin: { spot: [120.5, 60] } });
    expect([one.number, two.number, one.who, two.pin]).toEqual([1, 2, 'R. Amsel', { spot: [120.5, 60] }]);
    const change = (c: CommentRecord, body: object) => send<CommentRecord>('post', `/joints/${id}/comments/${c.id}`, body);
    expect((await change(one, { reply: 'It is 10' })).replies).toMatchObject([{ who: 'R. Amsel', text: 'It is 10' }]);
    expect((await change(one, { resolved: true })).resolved).toMatchObject({ who: 'R. Amsel' });
    const open = async () => (await get<RegisterPage>(`/jobs/${job.id}/joints?limit=100`)).rows.find((r) => r.id === id)!.open;
    expect(await open()).toBe(1);
    expect((await change(one, { resolved: false })).resolved).toBeUndefined();
    expect(await open()).toBe(2);
    expect((await get<RevisionRecord[]>(`/joints/${id}/revisions`)).map((r) => r.label).slice(0, 5)).toEqual([
      'comment 1 opened again',
      'comment 1 resolved',
      'comment 1 answered: It is 10',
      'comment 2: Here',
      'comment 1: Is the gap enough?',
    ]);
    // What is said changes no version: nobody's save is refused for it.
    expect((await jointOf(job, 'B1-02')).version).toBe(1);
    // They go with the file of the job, and with a copy of it.
    const file = await get<typeof TERN>(`/jobs/${job.id}/export`);
    const told = readJob(file).joints.find((j) => j.mark === 'B1-02')!.comments!;
    expect(told.map((c) => [c.number, c.text, c.replies.length])).toEqual([
      [1, 'Is the gap enough?', 1],
      [2, 'Here', 0],
    ]);
    const again = await send<JobRecord>('post', '/jobs/import', file);
    const copy = await send<JobRecord>('post', `/jobs/${job.id}/copy`, {});
    for (const other of [again, copy]) {
      const list = await get<CommentRecord[]>(`/joints/${(await jointOf(other, 'B1-02')).id}/comments`);
      expect(list.map((c) => [c.number, c.text, c.pin, c.replies.length])).toEqual([
        [1, 'Is the gap enough?', { check: 'beam-web-bearing' }, 1],
        [2, 'Here', { spot: [120.5, 60] }, 0],
      ]);
    }
  });
  it('are refused without a text, with a pin that is none, and where the joint is gone', async () => {
    const job = await newJob();
    const { id } = await jointOf(job, 'B1-02');
    const refused = (body: object, status = 400) => send<{ detail: string }>('post', `/joints/${id}/comments`, body, status);
    expect((await refused({ text: '  ' })).detail).toContain('text');
    expect((await refused({ text: 'x', pin: { spot: [1] } })).detail).toContain('pin.spot');
    const made = await send<CommentRecord>('post', `/joints/${id}/comments`, { text: 'x' });
    expect((await send<{ detail: string }>('post', `/joints/${id}/comments/${made.id}`, {}, 400)).detail).toMatch(/\.$/);
    await request(app()).delete(`/api/joints/${id}`).set('Host', 'localhost').expect(204);
    await refused({ text: 'late' }, 404);
    await send('post', `/joints/${id}/comments/${made.id}`, { reply: 'late' }, 404);
  });
});

describe('a signature with a note', () => {
  it('stands at the joint, in its history and in the file, and goes stale with the joint', async () => {
    const job = await newJob();
    const joint = await jointOf(job, 'B1-02');
    const signed = await send<JointRecord>('post', `/joints/${joint.id}/sign`, {
      version: 1,
      by: 'M. Teal',
      note: 'by hand, sheet 4',
    });
    expect(signed.checked).toMatchObject({ by: 'M. Teal', note: 'by hand, sheet 4' });
    const [last] = await get<RevisionRecord[]>(`/joints/${joint.id}/revisions`);
    expect(last!.label).toBe('signed by M. Teal: by hand, sheet 4');
    const file = await get<typeof TERN>(`/jobs/${job.id}/export`);
    expect(file.joints.find((j) => j.mark === 'B1-02')!.checked!.note).toBe('by hand, sheet 4');
    const row = async () => (await get<RegisterPage>(`/jobs/${job.id}/joints?limit=100`)).rows.find((r) => r.id === joint.id)!;
    expect((await row()).summary.stale).toBe(false);
    await save(signed, { input: { ...signed.input, gap: 12 } });
    expect((await row()).summary.stale).toBe(true);
    expect((await row()).checked!.note).toBe('by hand, sheet 4');
  });
});
