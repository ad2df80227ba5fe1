import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createClient } from '@libsql/client';
import { pino } from 'pino';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { JobDocument, JobRecord, JointRecord, RegisterPage, RevisionRecord } from '@ample/core';
import { makeApp } from './app.ts';
import { openServices, type Services } from './services.ts';

const demo = JSON.parse(readFileSync(new URL('../../../demo/tern-quay.json', import.meta.url), 'utf8')) as JobDocument;
const HOST = 'localhost';
let folder: string;
let services: Services;
let app: ReturnType<typeof makeApp>;
const get = (path: string) => request(app).get(`/api${path}`).set('Host', HOST);
const send = (method: 'post' | 'put' | 'delete', path: string, body?: object) =>
  (method === 'post'
    ? request(app).post(`/api${path}`)
    : method === 'put'
      ? request(app).put(`/api${path}`)
      : request(app).delete(`/api${path}`)
  )
    .set('Host', HOST)
    .set('x-ample-user', 'R. Amsel')
    .set('idempotency-key', crypto.randomUUID())
    .send(body);

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'ample-server-'));
  services = await openServices(join(folder, 'store.sqlite'), pino({ level: 'silent' }));
  app = makeApp(services);
});
afterAll(async () => {
  await services.close();
  rmSync(folder, { recursive: true, force: true });
});

const importDemo = async (): Promise<JobRecord> => (await send('post', '/jobs/import', demo).expect(200)).body as JobRecord;
const registerOf = async (id: string) => ({
  job: (await get(`/jobs/${id}`).expect(200)).body as JobRecord,
  joints: ((await get(`/jobs/${id}/joints`).expect(200)).body as RegisterPage).rows,
});
/** What a document told of itself, to its end. */
const eventsOf = async (id: string): Promise<{ readonly status: string }[]> => {
  const told = await get(`/documents/${id}/events`)
    .expect(200)
    .expect('content-type', /event-stream/);
  return told.text
    .trim()
    .split('\n\n')
    .map((e) => JSON.parse(e.replace('data: ', '')) as { status: string });
};
const jointOf = async (id: string) => (await get(`/joints/${id}`).expect(200)).body as JointRecord;

describe('jobs', () => {
  it('imports a job file and exports the same one', async () => {
    const job = await importDemo();
    const back = (
      await get(`/jobs/${job.id}/export`)
        .expect(200)
        .expect('content-disposition', /2417-Tern-Quay-ferry-hall\.json/)
    ).body;
    expect(back).toEqual(demo);
  });
  it('gives a register with what every check says', async () => {
    const { joints } = await registerOf((await importDemo()).id);
    expect(joints).toHaveLength(31);
    const states = new Set(joints.map((j) => j.summary.state));
    for (const s of ['holds', 'close', 'gives', 'rule', 'not-whole']) expect(states).toContain(s);
    expect(joints.find((j) => j.mark === 'B2-03')!.summary.stale).toBe(true);
    expect(joints.find((j) => j.mark === 'B2-14')!.summary.verdict).toBe('holds · 1.08 × C3');
  });
  it('makes, copies, archives', async () => {
    const made = (await send('post', '/jobs', { name: 'Gannet store', number: '31' }).expect(200)).body as JobRecord;
    const archived = (await send('put', `/jobs/${made.id}`, { version: made.version, archived: true }).expect(200))
      .body as JobRecord;
    expect(archived.archived).toBe(true);
    const copy = (await send('post', `/jobs/${(await importDemo()).id}/copy`).expect(200)).body as JobRecord;
    expect(copy.name).toBe('Tern Quay ferry hall, copy');
    expect((await registerOf(copy.id)).joints).toHaveLength(31);
  });
  it('judges every joint again when the basis changes', async () => {
    const job = await importDemo();
    const before = (await registerOf(job.id)).joints.find((j) => j.mark === 'B1-02')!.summary.first!.multiple;
    await send('put', `/jobs/${job.id}`, {
      version: 1,
      basis: { ...job.basis, set: 'custom', factors: { gamma_M2: 1.5 } },
    }).expect(200);
    const after = (await registerOf(job.id)).joints.find((j) => j.mark === 'B1-02')!.summary.first!.multiple;
    expect(after / before).toBeCloseTo(1.25 / 1.5, 6);
  });
});

describe('joints', () => {
  const content = (j: JointRecord) => ({
    mark: j.mark,
    note: j.note,
    input: j.input,
    combinations: j.combinations,
    loads: j.loads,
  });
  const first = async (): Promise<JointRecord> => jointOf((await registerOf((await importDemo()).id)).joints[0]!.id);

  it('saves from a version and refuses a stale save with the stored joint', async () => {
    const joint = await first();
    const thicker = {
      ...content(joint),
      input: { ...joint.input, plate: { ...joint.input.plate, t: 12 } },
      label: 'plate 10 → 12',
    };
    const saved = (await send('put', `/joints/${joint.id}`, { ...thicker, version: 1 }).expect(200)).body as JointRecord;
    expect(saved.version).toBe(2);
    expect(saved.line).toContain('12x100x220');
    const refused = await send('put', `/joints/${joint.id}`, { ...thicker, version: 1 })
      .expect(409)
      .expect('content-type', /problem\+json/);
    expect(refused.body.detail).toMatch(/made from version 1, stored is version 2/);
    expect(refused.body.current).toMatchObject({ id: joint.id, version: 2 });
  });
  it('keeps every change with who, before and after', async () => {
    const joint = await first();
    await send('put', `/joints/${joint.id}`, { ...content(joint), note: 'seen', version: 1, label: 'note' }).expect(200);
    const list = (await get(`/joints/${joint.id}/revisions`).expect(200)).body as RevisionRecord[];
    expect(list.map((r) => [r.label, r.who])).toEqual([
      ['note', 'R. Amsel'],
      ['imported', 'R. Amsel'],
    ]);
    expect(list[0]!.before!.note).toBe('');
    expect(list[0]!.after!.note).toBe('seen');
  });
  it('copies to a new mark, deletes and brings back; a mark stands once', async () => {
    const joint = await first();
    const copy = (await send('post', `/joints/${joint.id}/copy`, { mark: 'B9-01' }).expect(200)).body as JointRecord;
    expect(copy.checked).toBeUndefined();
    const twice = await send('post', `/joints/${joint.id}/copy`, { mark: 'B9-01' }).expect(409);
    expect(twice.body).toMatchObject({ field: 'mark' });
    await send('delete', `/joints/${copy.id}`).expect(204);
    await get(`/joints/${copy.id}`).expect(404);
    expect((await send('post', `/joints/${copy.id}/restore`).expect(200)).body).toMatchObject({ mark: 'B9-01', line: copy.line });
  });
  it('keeps the proof of a joint with it, and leaves it out of a copy: it was signed for one joint', async () => {
    const joint = await first();
    const proof = { actions: ['T'], carries: { C1: 1.3 }, by: 'R. Quill', at: '2026-11-30', note: 'mesh looked at', of: '0f' };
    const loads = { ...joint.loads, end: 'B7/1', proof };
    const saved = await send('put', `/joints/${joint.id}`, { ...content(joint), loads, version: 1, label: 'proof' }).expect(200);
    expect((saved.body as JointRecord).loads).toEqual(loads);
    const copy = (await send('post', `/joints/${joint.id}/copy`, { mark: 'B9-02' }).expect(200)).body as JointRecord;
    expect(copy.loads).toEqual({ ...joint.loads, end: 'B7/1' });
    const wrong = { ...loads, proof: { ...proof, carries: { C1: 0.9 } } };
    const refused = await send('put', `/joints/${joint.id}`, { ...content(joint), loads: wrong, version: 2, label: '' }).expect(
      400,
    );
    expect(refused.body.detail).toMatch(/loads\.proof\.carries.*0\.9/);
  });
  it('signs a joint; changing its actions makes the signature stale, taking them back mends it', async () => {
    const joint = await first();
    const signed = (await send('post', `/joints/${joint.id}/sign`, { version: 1, by: 'K. Dunlin' }).expect(200))
      .body as JointRecord;
    expect(signed.checked!.by).toBe('K. Dunlin');
    const stale = async () => (await registerOf(joint.jobId)).joints[0]!.summary.stale;
    expect(await stale()).toBe(false);
    await send('put', `/joints/${joint.id}`, {
      ...content(joint),
      loads: { forces: { ...joint.loads!.forces, G: { V_Ed: joint.loads!.forces!['G']!.V_Ed! + 1 } } },
      version: 1,
      label: 'actions',
    }).expect(200);
    expect(await stale()).toBe(true);
    await send('put', `/joints/${joint.id}`, { ...content(joint), version: 2, label: 'undo' }).expect(200);
    expect(await stale()).toBe(false);
  });
});

describe('bad input', () => {
  const joint = () => structuredClone(demo.joints[0]!);
  it.each<[string, (j: ReturnType<typeof joint>) => unknown, RegExp]>([
    [
      'zero thickness',
      (j) => ({ ...j, input: { ...j.input, plate: { ...j.input.plate, t: 0 } } }),
      /^joint B1-01: input\.plate\.t: 0 is too small; accepted is 3 or more\.$/,
    ],
    [
      'negative pitch',
      (j) => ({ ...j, input: { ...j.input, bolts: { ...j.input.bolts, p1: -70 } } }),
      /bolts\.p1: -70 is too small/,
    ],
    ['text for a number', (j) => ({ ...j, input: { ...j.input, gap: 'ten' } }), /gap: "ten" is not a number/],
    ['an unknown field', (j) => ({ ...j, input: { ...j.input, glue: 1 } }), /glue: there is no such field/],
    [
      'a force of 10^9',
      (j) => ({ ...j, combinations: [{ name: 'C1', V_Ed: 1e9 }] }),
      /V_Ed: 1000000000 is too large; accepted is 1000000 or less/,
    ],
    ['an unknown kind', (j) => ({ ...j, kind: 'glued-plate' }), /kind: "glued-plate" is not known; accepted are/],
    ['a hostile mark', (j) => ({ ...j, mark: '../../etc' }), /mark: "\.\.\/\.\.\/etc" can not be used; accepted are letters/],
  ])('%s is refused in one sentence', async (_name, change, sentence) => {
    const job = (await send('post', '/jobs', { name: 'Empty' })).body as JobRecord;
    const { line: _line, checked: _checked, ...body } = change(joint()) as ReturnType<typeof joint>;
    const answer = await send('post', `/jobs/${job.id}/joints`, body)
      .expect(400)
      .expect('content-type', /problem\+json/);
    expect(answer.body.detail).toMatch(sentence);
    expect((await registerOf(job.id)).joints).toHaveLength(0);
  });
  it('refuses what is no job file, and leaves nothing behind', async () => {
    const before = (await get('/jobs')).body.length;
    for (const [body, sentence] of [
      [{}, /format: nothing is not a job/],
      [{ ...demo, version: 99 }, /version: 99 is not known here; accepted are versions up to 1/],
      [{ ...demo, joints: [demo.joints[0], demo.joints[0]] }, /this mark stands twice/],
      [{ ...demo, name: 7 }, /name: 7 is not a text/],
      [{ ...demo, joints: [{ ...demo.joints[0], line: 'FP | nonsense' }] }, /line: "nonsense" can't be read here/],
      [
        JSON.parse(
          '{"__proto__": {"x": 1}, "constructor": 1, "format": "ample-gusset-job", "version": 1, "name": "x", "joints": "y"}',
        ),
        /./,
      ],
    ] as const) {
      const answer = await send('post', '/jobs/import', body as object).expect(400);
      expect(answer.body.detail).toMatch(sentence);
    }
    expect((await get('/jobs')).body).toHaveLength(before);
  });
  it('refuses broken JSON, and NaN in it', async () => {
    const answer = await request(app)
      .post('/api/jobs/import')
      .set('Host', HOST)
      .set('content-type', 'application/json')
      .send('{"name": NaN}')
      .expect(400);
    expect(answer.body).toMatchObject({
      field: 'file',
      detail: 'file: it is not JSON; accepted is a job file as this product exports it.',
    });
  });
  it('refuses a 100 MB upload and stays up', async () => {
    const answer = await request(app)
      .post('/api/jobs/import')
      .set('Host', HOST)
      .set('content-type', 'application/json')
      .send(`{"x":"${'a'.repeat(100 * 1024 * 1024)}"}`)
      .catch((e: Error) => e);
    // The server may close the connection while the client still writes; either way it says no and lives.
    if (!(answer instanceof Error)) expect(answer.status).toBe(413);
    await get('/health').expect(200);
  });
  it('answers only loopback hosts, without CORS, with the usual headers', async () => {
    const strange = await request(app).get('/api/jobs').set('Host', 'joints.example').expect(421);
    expect(strange.body.detail).toMatch(/only on localhost/);
    const usual = await get('/jobs').set('Origin', 'http://joints.example').expect(200);
    expect(usual.headers['access-control-allow-origin']).toBeUndefined();
    expect(usual.headers['x-content-type-options']).toBe('nosniff');
    expect(usual.headers['content-security-policy']).toMatch(/default-src 'self'/);
    // WebAssembly may run, text made into script may not.
    expect(usual.headers['content-security-policy']).toMatch(/script-src 'self' 'wasm-unsafe-eval'(;|$)/);
  });
  it('says what is not there', async () => {
    await get('/joints/none').expect(404);
    await get('/nothing')
      .expect(404)
      .expect('content-type', /problem\+json/);
    await send('post', '/documents', { jobId: 'none' }).expect(404);
  });
});

describe('documents and description', () => {
  it('writes a PDF in a worker, with progress, and the verdict of the screen in it', async () => {
    const { job, joints } = await registerOf((await importDemo()).id);
    const joint = joints.find((j) => j.mark === 'B2-14')!;
    const started = (await send('post', '/documents', { jobId: job.id, jointId: joint.id }).expect(200)).body as { id: string };
    expect((await eventsOf(started.id)).at(-1)).toMatchObject({ status: 'ready', name: '2417-B2-14.pdf' });
    const file = await get(`/documents/${started.id}/file`)
      .buffer()
      .parse((res, done) => {
        const parts: Buffer[] = [];
        res.on('data', (c: Buffer) => parts.push(c));
        res.on('end', () => done(null, Buffer.concat(parts)));
      })
      .expect(200);
    expect((file.body as Buffer).subarray(0, 5).toString()).toBe('%PDF-');
  });
  it('cancels a document', async () => {
    const job = await importDemo();
    const started = (await send('post', '/documents', { jobId: job.id }).expect(200)).body as { id: string };
    await send('delete', `/documents/${started.id}`).expect(200);
    expect((await eventsOf(started.id)).at(-1)!.status).toBe('cancelled');
    await get(`/documents/${started.id}/file`).expect(404);
  });
  it('keeps calculations with their job: attached, changed, in its file, taken out and brought back', async () => {
    const job = await importDemo();
    const start = {
      rows: 3,
      cols: 1,
      pitch: 70,
      gauge: 60,
      points: '',
      V_x: 0,
      V_z: -80,
      x_a: 60,
      z_a: 70,
      M: 0,
      method: 'elastic',
      F_Rd: 94,
    };
    const made = (
      await send('post', `/jobs/${job.id}/calculations`, { title: 'Bracket', tool: 'bolt-group', input: start }).expect(200)
    ).body;
    expect(made).toMatchObject({ version: 1, state: 'holds', answer: expect.stringMatching(/^Worst of 3 bolts/) as string });
    const changed = (
      await send('put', `/calculations/${made.id}`, {
        title: 'Bracket',
        tool: 'bolt-group',
        input: { ...start, V_z: -900 },
        version: 1,
      }).expect(200)
    ).body;
    expect(changed).toMatchObject({ version: 2, state: 'gives' });
    await send('put', `/calculations/${made.id}`, { title: 'Bracket', tool: 'bolt-group', input: start, version: 1 }).expect(409);
    const bad = (
      await send('post', `/jobs/${job.id}/calculations`, {
        title: 'Bracket',
        tool: 'bolt-group',
        input: { ...start, rows: 0 },
      }).expect(400)
    ).body;
    expect(bad.detail).toContain('rows: 0 is too small');
    const file = (await get(`/jobs/${job.id}/export`).expect(200)).body;
    expect(file.calculations.at(-1)).toEqual({ title: 'Bracket', tool: 'bolt-group', input: { ...start, V_z: -900 } });
    const again = (await send('post', '/jobs/import', file).expect(200)).body as JobRecord;
    expect((await get(`/jobs/${again.id}/calculations`).expect(200)).body.at(-1)).toMatchObject({
      title: 'Bracket',
      state: 'gives',
    });
    const started = (await send('post', '/documents', { jobId: job.id, calculationId: made.id }).expect(200)).body as {
      id: string;
    };
    expect((await get(`/documents/${started.id}/events`)).text).toContain('"status":"ready"');
    await send('delete', `/calculations/${made.id}`).expect(204);
    await get(`/calculations/${made.id}`).expect(404);
    await send('post', `/calculations/${made.id}/restore`).expect(200);
    await get(`/calculations/${made.id}`).expect(200);
  });
  it('stores the six actions of a column base, and gives its lists and template as files', async () => {
    const job = await importDemo();
    const { joints } = await registerOf(job.id);
    const row = joints.find((j) => j.mark === 'P2-01')!;
    const base = await jointOf(row.id);
    expect(base.combinations.find((c) => c.name === 'C5')).toEqual({
      name: 'C5',
      note: 'wind oblique',
      V_Ed: 0,
      N_Ed: -280,
      N_tie: 0,
      M_y: 58,
      M_z: 50,
      V_z: 24,
      V_y: 22,
    });
    expect(row.summary).toMatchObject({ refusal: null, bolts: 6 });
    const list = await get(`/joints/${base.id}/lists/setting-out`)
      .expect(200)
      .expect('content-type', /text\/csv/);
    expect(list.text.split('\r\n')).toHaveLength(8);
    expect(list.headers['content-disposition']).toMatch(/P2-01.*setting-out.*\.csv/);
    await get(`/joints/${base.id}/template`).expect(200).expect('content-type', /dxf/);
    await get(`/joints/${base.id}/lists/none`).expect(404);
    await get(`/joints/${joints[0]!.id}/template`).expect(404);
    // What the base does not take is stored and told.
    await send('put', `/joints/${base.id}`, {
      mark: base.mark,
      note: '',
      input: base.input,
      combinations: [{ name: 'C1', V_Ed: 50, N_Ed: -200 }],
      version: base.version,
    }).expect(200);
    const told = (await registerOf(base.jobId)).joints.find((j) => j.id === base.id)!;
    expect(told.summary).toMatchObject({
      state: 'not-whole',
      verdict: expect.stringContaining('V_Ed has no path in this joint') as string,
    });
  });
  it('describes every route that it serves', async () => {
    const doc = (await get('/openapi.json').expect(200)).body;
    expect(doc.openapi).toBe('3.1.0');
    expect(Object.keys(doc.paths)).toEqual(
      expect.arrayContaining(['/api/jobs', '/api/jobs/{id}', '/api/joints/{id}', '/api/documents/{id}/events']),
    );
    expect(doc.paths['/api/joints/{id}'].put.requestBody.content['application/json'].schema.required).toContain('version');
  });
  it('keeps jobs, joints, actions and revisions as rows', async () => {
    const client = createClient({ url: `file:${join(folder, 'store.sqlite')}` });
    const n = async (table: string) => Number((await client.execute(`select count(*) as n from ${table}`)).rows[0]!['n']);
    expect(await n('joints')).toBeGreaterThan(15);
    expect(await n('revisions')).toBeGreaterThan(15);
    client.close();
  });
});
