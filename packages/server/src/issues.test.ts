import { createHash } from 'node:crypto';
import request from 'supertest';
import { beforeAll, describe, expect, it } from 'vitest';
import {
  contentOf,
  type DocumentState,
  type IssueOfJoints,
  type IssueRecord,
  type JobRecord,
  type JointRecord,
  type RegisterEntry,
  type SinceIssue,
} from '@ample/core';
import { TERN, useServer } from './app.testing.ts';

const on = useServer();
const MARKS = ['B1-01', 'B1-02', 'E1-01'];
let job: JobRecord;
beforeAll(async () => {
  job = await on.send<JobRecord>('post', '/jobs/import', { ...TERN, joints: TERN.joints.filter((j) => MARKS.includes(j.mark)) });
});

const rows = async (): Promise<readonly RegisterEntry[]> =>
  (await on.get<{ rows: RegisterEntry[] }>(`/jobs/${job.id}/joints?after=-1&limit=10`)).rows;
const list = (): Promise<IssueRecord[]> => on.get<IssueRecord[]>(`/jobs/${job.id}/issues`);
const since = (n: number): Promise<SinceIssue> => on.get<SinceIssue>(`/jobs/${job.id}/issues/${n}/since`);

async function fileOf(id: string): Promise<Buffer> {
  const r = await request(on.app())
    .get(`/api/documents/${id}/file`)
    .set('Host', 'localhost')
    .buffer()
    .parse((res, done) => {
      const chunks: Buffer[] = [];
      res.on('data', (c: Buffer) => chunks.push(c));
      res.on('end', () => done(null, Buffer.concat(chunks)));
    });
  return r.body as Buffer;
}
/** Sends an order out and waits for its file. */
async function sent(order: object): Promise<{ readonly state: DocumentState; readonly bytes: Buffer }> {
  const state = await on.send<DocumentState>('post', '/documents', { jobId: job.id, ...order });
  await on.written(state.id);
  return { state, bytes: await fileOf(state.id) };
}
/** Moves a joint on by one version: a thicker plate. */
async function thicken(mark: string, t: number): Promise<void> {
  const row = (await rows()).find((j) => j.mark === mark)!;
  const joint = await on.get<JointRecord>(`/joints/${row.id}`);
  const input = joint.input as { plate: object };
  const thicker = { ...input, plate: { ...input.plate, t } };
  await on.send('put', `/joints/${joint.id}`, { version: joint.version, ...contentOf(joint), input: thicker });
}

describe('issues of a job', () => {
  it('are kept with number, reason, who, what and the fingerprint of the very file', async () => {
    expect(await list()).toEqual([]);
    const { state, bytes } = await sent({ format: 'txt', issue: { reason: 'for approval' } });
    expect(state.issue).toBe(1);
    const [kept] = await list();
    expect(kept).toMatchObject({
      ...{ number: 1, reason: 'for approval', name: state.name, joints: 3, size: bytes.length },
      what: { format: 'txt', level: 'governing' },
      sha256: createHash('sha256').update(bytes).digest('hex'),
    });
    expect(Date.parse(kept!.at)).toBeGreaterThan(Date.now() - 60_000);
    const one = await on.get<IssueOfJoints>(`/jobs/${job.id}/issues/1`);
    expect(one.joints.map((j) => [j.mark, j.version])).toEqual(MARKS.map((m) => [m, 1]));
    // What it is sent out as stands on it.
    expect(bytes.toString()).toContain('Issue 1: for approval');
  });

  it('a document that is not asked to be kept has no number', async () => {
    const { state, bytes } = await sent({ format: 'txt' });
    expect(state.issue).toBeUndefined();
    expect(bytes.toString()).not.toContain('Issue ');
    expect(await list()).toHaveLength(1);
  });

  it('tell what is another since: what was changed, and not what was changed back or signed', async () => {
    expect(await since(1)).toEqual({ number: 1, job: [], changed: [], gone: [] });
    await thicken('B1-01', 12);
    expect((await since(1)).changed).toEqual([{ id: (await rows())[0]!.id, mark: 'B1-01', last: 1 }]);
    await thicken('B1-01', 10);
    expect((await since(1)).changed).toEqual([]);
    const { id, version } = (await rows())[1]!;
    await on.send('post', `/joints/${id}/sign`, { version, by: 'Ines Marsh' });
    expect((await since(1)).changed).toEqual([]);
  });

  it('what changed alone is issued, and counts as sent from then on', async () => {
    await thicken('B1-02', 12);
    const { state, bytes } = await sent({ format: 'txt', issue: { reason: 'B1-02 thicker' }, since: 1 });
    expect(state.issue).toBe(2);
    const text = bytes.toString();
    expect([text.includes('B1-02:'), text.includes('B1-01:'), text.includes('1 joints')]).toEqual([true, false, true]);
    expect((await list())[0]).toMatchObject({ number: 2, joints: 1, what: { format: 'txt', since: 1 } });
    // Against the first issue it is still another; against the second nothing is.
    expect((await since(1)).changed.map((j) => j.mark)).toEqual(['B1-02']);
    expect((await since(2)).changed).toEqual([]);
    const zip = await sent({ format: 'nest', since: 1 });
    expect(zip.state.name).toMatch(/since-1-nest\.zip$/);
  });

  it('nothing that changed is said in a sentence, and takes no number', async () => {
    const { id } = await on.send<DocumentState>('post', '/documents', {
      ...{ jobId: job.id, format: 'txt', since: 2 },
      issue: { reason: '' },
    });
    expect(await on.ended(id)).toMatchObject({
      status: 'failed',
      message: 'No joint changed since issue 2: there is nothing to issue.',
    });
    expect((await list()).map((i) => i.number)).toEqual([2, 1]);
  });

  it('one joint is kept with its mark; a joint that is new was in none, one that went is told', async () => {
    const [first] = await rows();
    const { state } = await sent({ jointId: first!.id, issue: { reason: 'to the shop' }, format: 'nc1' });
    expect(state.issue).toBe(3);
    expect((await list())[0]).toMatchObject({ joints: 1, what: { format: 'nc1', mark: 'B1-01' } });
    const copy = await on.send<JointRecord>('post', `/joints/${first!.id}/copy`, { mark: 'B1-77' });
    const e1 = (await rows()).find((j) => j.mark === 'E1-01')!;
    await on.remove(`/joints/${e1.id}`);
    expect(await since(3)).toEqual({
      ...{ number: 3, job: [], gone: ['E1-01'] },
      changed: [{ id: copy.id, mark: 'B1-77', last: null }],
    });
  });

  it('another basis makes every joint another, and says in what', async () => {
    const { version, basis } = await on.get<JobRecord>(`/jobs/${job.id}`);
    await on.send('put', `/jobs/${job.id}`, { version, basis: { ...basis, set: 'recommended' } });
    const now = await since(3);
    expect(now.job.join(' ')).toMatch(/basis/);
    expect(now.changed.map((j) => j.mark).sort()).toEqual(['B1-01', 'B1-02', 'B1-77']);
  });

  it('are asked for by their number, and refused in a sentence otherwise', async () => {
    const wrong = await request(on.app()).get(`/api/jobs/${job.id}/issues/9`).set('Host', 'localhost');
    expect([wrong.status, wrong.body.detail]).toEqual([404, 'This job has no issue 9.']);
    const odd = await request(on.app()).get(`/api/jobs/${job.id}/issues/-1/since`).set('Host', 'localhost');
    expect([odd.status, odd.body.field]).toEqual([400, 'number']);
    const house = await request(on.app())
      .post('/api/documents')
      .set('Host', 'localhost')
      .send({ houseId: 'x', issue: { reason: 'x' } });
    expect(house.status).toBe(400);
  });

  it('the same request again is answered with the same document, not with another number', async () => {
    const order = { jobId: job.id, format: 'csv', issue: { reason: 'again' } };
    const post = () =>
      request(on.app()).post('/api/documents').set('Host', 'localhost').set('idempotency-key', 'issue-again-1').send(order);
    const [a, b] = [await post(), await post()];
    expect(b.body.id).toBe(a.body.id);
    await on.written(a.body.id as string);
    expect((await list()).filter((i) => i.reason === 'again')).toHaveLength(1);
  });

  it('a cancelled one is none', async () => {
    const { id } = await on.send<DocumentState>('post', '/documents', {
      jobId: job.id,
      format: 'zip',
      issue: { reason: 'stopped' },
    });
    await on.remove(`/documents/${id}`);
    await expect.poll(async () => (await list()).some((i) => i.reason === 'stopped'), { timeout: 20_000 }).toBe(false);
  });
});
