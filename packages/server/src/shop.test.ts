import JSZip from 'jszip';
import request from 'supertest';
import { beforeAll, describe, expect, it } from 'vitest';
import type { DocumentState, JobLists, JobRecord, RegisterEntry } from '@ample/core';
import { TERN, useServer } from './app.testing.ts';

const on = useServer();
let job: JobRecord;
let joint: RegisterEntry;
const MARKS = ['B1-01', 'E1-01', 'P1-04'];
beforeAll(async () => {
  job = await on.send<JobRecord>('post', '/jobs/import', { ...TERN, joints: TERN.joints.filter((j) => MARKS.includes(j.mark)) });
  joint = (await on.get<{ rows: RegisterEntry[] }>(`/jobs/${job.id}/joints?after=-1&limit=10`)).rows[0]!;
});

/** What the server writes for this order: its type and its bytes. */
async function made(order: object): Promise<{ readonly type: string; readonly name: string; readonly bytes: Buffer }> {
  const { id, name } = await on.send<DocumentState>('post', '/documents', order);
  // Listened to: what nobody waits for is given up.
  await on.ended(id);
  await on.written(id);
  const r = await request(on.app())
    .get(`/api/documents/${id}/file`)
    .set('Host', 'localhost')
    .buffer()
    .parse((res, done) => {
      const chunks: Buffer[] = [];
      res.on('data', (c: Buffer) => chunks.push(c));
      res.on('end', () => done(null, Buffer.concat(chunks)));
    });
  return { type: String(r.headers['content-type']), name, bytes: r.body as Buffer };
}

describe('files of a job', () => {
  it.each([
    ['csv', /^text\/csv/, /-lists\.csv$/],
    ['xlsx', /spreadsheetml/, /-lists\.xlsx$/],
    ['lists', /^application\/pdf/, /-lists\.pdf$/],
    ['json', /^application\/json/, /-exchange\.json$/],
    ['ifc', /./, /\.ifc$/],
    ['drawings', /^application\/pdf/, /-drawings\.pdf$/],
    ['docx', /wordprocessingml/, /\.docx$/],
    ['workbook', /spreadsheetml/, /hall\.xlsx$/],
    ['html', /^text\/html/, /\.html$/],
    ['txt', /^text\/plain/, /\.txt$/],
  ])('%s is one file of its own type', async (format, type, name) => {
    const file = await made({ jobId: job.id, format });
    expect([file.type, file.name]).toEqual([expect.stringMatching(type), expect.stringMatching(name)]);
    expect(file.bytes.length).toBeGreaterThan(500);
  });
  it.each(['dxf', 'nc1', 'svg', 'nest', 'zip'])('%s is a ZIP with its index', async (format) => {
    const { type, bytes } = await made({ jobId: job.id, format });
    expect(type).toMatch(/zip/);
    const zip = await JSZip.loadAsync(bytes);
    const index = (await zip.file('index.csv')!.async('string')).trim().split('\r\n');
    expect(index.length - 1).toBe(Object.keys(zip.files).filter((f) => f !== 'index.csv' && !f.endsWith('/')).length);
  });
  it('of one joint has its revision on it', async () => {
    const { bytes, name } = await made({ jobId: job.id, jointId: joint.id, format: 'nc1' });
    expect(name).toContain(joint.mark);
    const zip = await JSZip.loadAsync(bytes);
    expect(await zip.file(`${joint.mark}-p1.nc1`)!.async('string')).toContain('revision A');
  });
  it('of a calculation has the plate analysis where that is asked for; it is cancelled while it is worked', async () => {
    const { rows } = await on.get<{ rows: RegisterEntry[] }>(`/jobs/${job.id}/joints?after=-1&limit=10`);
    const order = { jobId: job.id, jointId: rows.find((r) => r.mark === 'P1-04')!.id, level: 'analysed', format: 'txt' };
    const { bytes } = await made(order);
    expect(bytes.toString()).toMatch(/plate analysis[\s\S]*C4\. Stops at 1\.\d+ of the load: concrete of anchor \d\./i);
    const { id } = await on.send<DocumentState>('post', '/documents', order);
    await new Promise((resolve) => setTimeout(resolve, 1500));
    await on.remove(`/documents/${id}`);
    expect((await on.get<DocumentState>(`/documents/${id}`).catch(() => ({ status: 'gone' }))).status).not.toBe('ready');
    // The server stands, and writes the next.
    expect((await made({ jobId: job.id, format: 'csv' })).bytes.length).toBeGreaterThan(500);
  }, 300_000);
  it('is refused where it has no sense, in a sentence', async () => {
    for (const order of [
      { jobId: job.id, format: 'dwg' },
      { jobId: job.id, copy: 'shop' },
      { jobId: job.id, calculationId: 'x', format: 'dxf' },
    ])
      await on.send('post', '/documents', order, 400);
  });
});

describe('the lists of a job', () => {
  it('add up over its joints, with what each kind has of its own', async () => {
    const { lists, left } = await on.get<JobLists>(`/jobs/${job.id}/lists`);
    expect(left).toEqual([]);
    expect(lists.map((l) => l.id)).toEqual([
      'fittings',
      'steel',
      'bolts',
      'anchor-list',
      'welds',
      'P1-04 anchors',
      'P1-04 setting-out',
    ]);
    const fittings = lists[0]!;
    expect(fittings.rows.map((r) => r[0])).toEqual(['B1-01-p1', 'E1-01-p1', 'P1-04-p1']);
    // 10 x 100 x 220, 10 x 200 x 290, 35 x 360 x 570.
    const mass = (10 * 100 * 220 + 10 * 200 * 290 + 35 * 360 * 570) * 7850e-9;
    expect(fittings.total![9]).toBeCloseTo(mass, 2);
  });
  it('of a job that is not there is 404', async () => {
    await request(on.app()).get('/api/jobs/none/lists').set('Host', 'localhost').expect(404);
  });
});
