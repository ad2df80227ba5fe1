import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { pino } from 'pino';
import request, { type Test } from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type {
  DocumentState,
  JobDocument,
  JobListEntry,
  JobRecord,
  JointRecord,
  RegisterPage,
  RevisionRecord,
  Sibling,
} from '@ample/core';
import { makeApp } from './app.ts';
import { sendRaw } from './fuzz.testing.ts';
import { clientError } from './problem.ts';
import { openServices, type Services } from './services.ts';
import { storeWords } from './store/condition.ts';
import { openDatabase } from './store/database.ts';

const demo = JSON.parse(readFileSync(new URL('../../../demo/tern-quay.json', import.meta.url), 'utf8')) as JobDocument;
const few: JobDocument = { ...demo, joints: demo.joints.slice(0, 5), calculations: [] };
let folder: string;
let services: Services;
let app: ReturnType<typeof makeApp>;
let server: Server;
let port: number;
const get = (path: string): Test => request(app).get(`/api${path}`).set('Host', 'localhost');
const send = (method: 'post' | 'put' | 'delete', path: string, body?: object, key?: string): Test => {
  const r = request(app)[method](`/api${path}`).set('Host', 'localhost');
  return (key ? r.set('idempotency-key', key) : r).send(body);
};
const imported = async (doc: object = few): Promise<JobRecord> =>
  (await send('post', '/jobs/import', doc).expect(200)).body as JobRecord;
const marksOf = async (id: string): Promise<Sibling[]> => (await get(`/jobs/${id}/marks`).expect(200)).body as Sibling[];
const jointOf = async (id: string): Promise<JointRecord> => (await get(`/joints/${id}`).expect(200)).body as JointRecord;
const damage = (sql: string, ...args: string[]): Promise<unknown> => services.database.bulk((tx) => tx.execute({ sql, args }));

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'ample-robust-'));
  services = await openServices(join(folder, 'store.sqlite'), pino({ level: 'silent' }));
  app = makeApp(services);
  server = createServer(app);
  server.on('clientError', clientError);
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  ({ port } = server.address() as AddressInfo);
});
afterAll(async () => {
  server.closeAllConnections();
  server.close();
  await services.close();
  rmSync(folder, { recursive: true, force: true });
});

/** Text of every page of a document of this order. */
async function issued(order: object): Promise<string[]> {
  const { id } = (await send('post', '/documents', order).expect(200)).body as DocumentState;
  const events = (await get(`/documents/${id}/events`)).text;
  expect(events).toContain('"status":"ready"');
  const file = await get(`/documents/${id}/file`)
    .buffer()
    .parse((res, done) => {
      const parts: Buffer[] = [];
      res.on('data', (c: Buffer) => parts.push(c));
      res.on('end', () => done(null, Buffer.concat(parts)));
    })
    .expect(200);
  const pdf = await getDocument({ data: new Uint8Array(file.body as Buffer), verbosity: 0 }).promise;
  return Promise.all(
    Array.from({ length: pdf.numPages }, async (_, i) =>
      (await (await pdf.getPage(i + 1)).getTextContent()).items.map((t) => ('str' in t ? t.str : '')).join(' '),
    ),
  );
}

describe('one joint that can not be read', () => {
  it('stands in the register and in the document with its reason; the others are judged', async () => {
    const job = await imported();
    const [bad, strange, ...good] = await marksOf(job.id);
    await damage('UPDATE joints SET input = ? WHERE id = ?', '{"plate":', bad!.id);
    await damage("UPDATE joints SET kind = 'glued-plate' WHERE id = ?", strange!.id);
    const { rows, total } = (await get(`/jobs/${job.id}/joints`).expect(200)).body as RegisterPage;
    expect(total).toBe(5);
    expect(rows.map((r) => r.unreadable !== undefined)).toEqual([true, true, false, false, false]);
    expect(rows[0]!.unreadable).toMatch(/is not JSON/);
    expect(rows.slice(2).every((r) => r.summary.first !== null)).toBe(true);
    const pages = await issued({ jobId: job.id, level: 'verdict' });
    expect(pages.find((p) => p.includes("can't be read and was not checked"))).toContain(bad!.mark);
    expect(pages.filter((p) => p.includes("can't be read and was not checked"))).toHaveLength(2);
    expect(pages.join(' ').replace(/\s+/g, ' ')).toContain('2 unreadable');
    for (const g of good) expect(pages.some((p) => p.includes(g.mark))).toBe(true);
  });
  it('can be opened with its reason, exported raw, deleted; not signed, copied or issued', async () => {
    const job = await imported();
    const [bad] = await marksOf(job.id);
    await damage('UPDATE joints SET input = ? WHERE id = ?', '{"plate":', bad!.id);
    expect((await jointOf(bad!.id)).unreadable).toMatch(/is not JSON/);
    const raw = await get(`/joints/${bad!.id}/raw`)
      .expect(200)
      .expect('content-disposition', /-raw\.json/);
    expect(raw.body).toMatchObject({ mark: bad!.mark, input: { broken: '{"plate":' } });
    for (const refused of [
      send('post', `/joints/${bad!.id}/copy`, { mark: 'X1' }),
      send('post', `/joints/${bad!.id}/sign`, { version: 1, by: 'me' }),
      send('post', '/documents', { jobId: job.id, jointId: bad!.id }),
    ])
      expect(((await refused.expect(409)).body as { detail: string }).detail).toMatch(/is not JSON/);
    await send('delete', `/joints/${bad!.id}`).expect(204);
    expect(await marksOf(job.id)).toHaveLength(4);
  });
  it("is left out of the job's export, which can be imported again", async () => {
    const job = await imported();
    const [bad] = await marksOf(job.id);
    await damage("UPDATE joints SET kind = 'glued-plate' WHERE id = ?", bad!.id);
    const file = (await get(`/jobs/${job.id}/export`).expect(200)).body as JobDocument;
    expect(file.joints.map((j) => j.mark)).toEqual(few.joints.slice(1).map((j) => j.mark));
    await imported(file);
  });
});

describe('a request asked twice', () => {
  it('of a new job, an import, a joint, a copy makes one thing, and gives it twice', async () => {
    const job = await imported();
    const [first] = await marksOf(job.id);
    const { line: _line, checked: _checked, ...joint } = few.joints[0]!;
    const asked: [string, object | undefined][] = [
      ['/jobs', { name: 'Once' }],
      ['/jobs/import', few],
      [`/jobs/${job.id}/joints`, { ...joint, mark: 'N1' }],
      [`/joints/${first!.id}/copy`, { mark: 'N2' }],
      [`/jobs/${job.id}/copy`, undefined],
    ];
    for (const [path, body] of asked) {
      const key = crypto.randomUUID();
      const count = async (): Promise<number> =>
        ((await get('/jobs')).body as JobListEntry[]).reduce((n, j) => n + 1 + j.joints, 0);
      const one = (await send('post', path, body, key).expect(200)).body as { id: string };
      const between = await count();
      const two = (await send('post', path, body, key).expect(200)).body as { id: string };
      expect(two.id, path).toBe(one.id);
      expect(await count(), path).toBe(between);
    }
  });
  it('at the same time makes one thing', async () => {
    const key = crypto.randomUUID();
    const before = ((await get('/jobs')).body as JobListEntry[]).length;
    const both = await Promise.all([0, 1, 2].map(() => send('post', '/jobs/import', few, key).expect(200)));
    expect(new Set(both.map((b) => (b.body as JobRecord).id)).size).toBe(1);
    expect(((await get('/jobs')).body as JobListEntry[]).length).toBe(before + 1);
  });
  it("of a save is known as one's own; of another after it is refused; a key serves one request", async () => {
    const job = await imported();
    const joint = await jointOf((await marksOf(job.id))[0]!.id);
    const body = {
      mark: joint.mark,
      note: 'mine',
      input: joint.input as object,
      combinations: joint.combinations,
      version: 1,
      label: 'note',
    };
    const key = crypto.randomUUID();
    await send('put', `/joints/${joint.id}`, body, key).expect(200);
    expect((await send('put', `/joints/${joint.id}`, body, key).expect(200)).body).toMatchObject({ version: 2, note: 'mine' });
    await send('put', `/joints/${joint.id}`, body).expect(409);
    expect(
      ((await send('put', `/joints/${joint.id}`, { ...body, note: 'other' }, key).expect(409)).body as { detail: string }).detail,
    ).toMatch(/this key was used for another request/);
    await send('put', `/joints/${joint.id}`, { ...body, version: 2, note: 'later' }).expect(200);
    expect(((await send('put', `/joints/${joint.id}`, body, key).expect(409)).body as { detail: string }).detail).toMatch(
      /made from version 1, stored is version 3/,
    );
  });
  it('whose answer was lost does not stand against the next save; a save of somebody else does', async () => {
    const job = await imported();
    const joint = await jointOf((await marksOf(job.id))[0]!.id);
    const body = {
      mark: joint.mark,
      note: 'one',
      input: joint.input as object,
      combinations: joint.combinations,
      version: 1,
      label: 'x',
    };
    const [one, two] = [crypto.randomUUID(), crypto.randomUUID()];
    await send('put', `/joints/${joint.id}`, body, one).expect(200);
    await send('put', `/joints/${joint.id}`, { ...body, note: 'two' }, two)
      .set('x-ample-unanswered', one)
      .expect(200);
    // Asked again it is the same save, not a stale one.
    expect(
      (
        await send('put', `/joints/${joint.id}`, { ...body, note: 'two' }, two)
          .set('x-ample-unanswered', one)
          .expect(200)
      ).body,
    ).toMatchObject({ version: 3, note: 'two' });
    // Neither answer came: the third is made from version 1 still.
    const third = (
      await send('put', `/joints/${joint.id}`, { ...body, note: 'three' })
        .set('x-ample-unanswered', `${one}, ${two}`)
        .expect(200)
    ).body as JointRecord;
    expect(third).toMatchObject({ version: 4, note: 'three' });
    await send('put', `/joints/${joint.id}`, { ...body, note: 'other', version: 4 }).expect(200);
    await send('put', `/joints/${joint.id}`, { ...body, note: 'four', version: 1 })
      .set('x-ample-unanswered', `${one}, ${two}`)
      .expect(409);
    await send('put', `/joints/${joint.id}`, { ...body, note: 'made up', version: 1 })
      .set('x-ample-unanswered', 'made-up-1, made-up-2, made-up-3, made-up-4')
      .expect(409);
  });
  it('without a body needs a key, which a page of another site can not send', async () => {
    const job = await imported();
    const refused = await send('post', `/jobs/${job.id}/copy`).expect(400);
    expect(refused.body).toMatchObject({
      field: 'idempotency-key',
      detail: expect.stringMatching(/the header is missing/) as string,
    });
    await send('post', `/jobs/${job.id}/copy`, undefined, 'short').expect(400);
  });
});

describe('pages', () => {
  it('of a register give every joint once, in order', async () => {
    const job = await imported(demo);
    const seen: string[] = [];
    for (let after: number | null = -1; after !== null;) {
      const page: RegisterPage = (await get(`/jobs/${job.id}/joints?after=${after}&limit=9`).expect(200)).body as RegisterPage;
      expect(page.rows.length).toBeLessThanOrEqual(9);
      expect(page.total).toBe(31);
      seen.push(...page.rows.map((r) => r.mark));
      after = page.next;
    }
    expect(seen).toEqual(demo.joints.map((j) => j.mark));
    expect(((await get(`/jobs/${job.id}/joints?limit=9999`).expect(400)).body as { detail: string }).detail).toBe(
      'limit: "9999" can not be used; accepted is a whole number from 1 to 500.',
    );
  });
  it('of revisions go back beyond the newest 200', async () => {
    const job = await imported();
    const joint = await jointOf((await marksOf(job.id))[0]!.id);
    const body = { mark: joint.mark, input: joint.input as object, combinations: joint.combinations };
    for (let v = 1; v <= 205; v += 1)
      await send('put', `/joints/${joint.id}`, { ...body, note: `n${v}`, version: v, label: `n${v}` }).expect(200);
    const newest = (await get(`/joints/${joint.id}/revisions`).expect(200)).body as RevisionRecord[];
    expect([newest.length, newest[0]!.label, newest.at(-1)!.label]).toEqual([200, 'n205', 'n6']);
    const older = (await get(`/joints/${joint.id}/revisions?before=${newest.at(-1)!.id}`).expect(200)).body as RevisionRecord[];
    expect(older.map((r) => r.label)).toEqual(['n5', 'n4', 'n3', 'n2', 'n1', 'imported']);
  }, 60_000);
});

describe('verdicts', () => {
  it('are kept over a restart, and worked out again when the basis, the joint or the calculation is another', async () => {
    const file = join(folder, 'verdicts.sqlite');
    const open = (): Promise<Services> => openServices(file, pino({ level: 'silent' }));
    const one = await open();
    const a = makeApp(one);
    const job = (await request(a).post('/api/jobs/import').set('Host', 'localhost').send(few)).body as JobRecord;
    const rows = async (x: typeof a): Promise<RegisterPage['rows']> =>
      ((await request(x).get(`/api/jobs/${job.id}/joints`).set('Host', 'localhost').expect(200)).body as RegisterPage).rows;
    const before = await rows(a);
    await one.close();
    const two = await open();
    const b = makeApp(two);
    expect(await rows(b)).toEqual(before);
    const direct = await openDatabase(file);
    // A kept verdict is given as it is kept: these words no check says.
    await direct.bulk((tx) => tx.execute("UPDATE verdicts SET row = json_set(row, '$.summary.verdict', 'as it was kept')"));
    expect((await rows(b)).map((r) => r.summary.verdict)).toEqual(before.map(() => 'as it was kept'));
    // One that another edition of the calculation gave is not believed.
    expect(String((await direct.bulk((tx) => tx.execute('SELECT key FROM verdicts'))).rows[0]![0])).toMatch(
      new RegExp(`^${two.edition}/`),
    );
    await direct.bulk((tx) => tx.execute("UPDATE verdicts SET key = 'other' || substr(key, 6)"));
    expect(await rows(b)).toEqual(before);
    await direct.close();
    await two.close();
  });
});

describe('what is no request', () => {
  it('is answered as a problem too, outside the API and by the parser', async () => {
    expect(await sendRaw(port, 'NONSENSE\r\n\r\n')).toMatch(
      /^HTTP\/1\.1 400 Bad Request\r\ncontent-type: application\/problem\+json[\s\S]*"detail":"request: it is not HTTP/,
    );
    expect(await sendRaw(port, `GET / HTTP/1.1\r\nhost: localhost\r\nx: ${'y'.repeat(30_000)}\r\n\r\n`)).toMatch(
      /^HTTP\/1\.1 431 [\s\S]*"detail":"headers: they are longer/,
    );
    await request(app)
      .post('/nothing')
      .set('Host', 'localhost')
      .expect(404)
      .expect('content-type', /problem\+json/);
    await request(app)
      .get('/api/jobs/%ff')
      .set('Host', 'localhost')
      .expect(400)
      .expect('content-type', /problem\+json/);
  });
  it('is refused where it is hostile and large', async () => {
    const joint = await jointOf((await marksOf((await imported()).id))[0]!.id);
    const texts = [
      `{"input":${'['.repeat(400_000)}${']'.repeat(400_000)}}`,
      `{${Array.from({ length: 90_000 }, (_, i) => `"k${i}":1`).join()}}`,
      `{"combinations":[${'1,'.repeat(450_000)}1]}`,
    ];
    for (const text of texts)
      await request(app)
        .put(`/api/joints/${joint.id}`)
        .set('Host', 'localhost')
        .set('content-type', 'application/json')
        .send(text)
        .expect(400);
    await request(app)
      .post('/api/jobs/import')
      .set('Host', 'localhost')
      .set('content-type', 'application/json')
      .send(`{"format":"ample-gusset-job","version":1,"name":"x","joints":[${'1,'.repeat(6_000_000)}1]}`)
      .expect(400);
  });
});

describe('an error of the disk in a thread', () => {
  it('keeps its words on the way back', async () => {
    const e = await services.pool
      .run('backup', { file: services.database.file, target: join(folder, 'not', 'there.sqlite') })
      .then(
        () => null,
        (x: unknown) => x,
      );
    expect(storeWords(e)?.title).toBe('The store can not be opened');
  });
});

describe('the backup of a store in use', () => {
  it('is one file that opens by itself', async () => {
    const job = await imported(demo);
    const answer = await get('/backup')
      .buffer()
      .parse((res, done) => {
        const parts: Buffer[] = [];
        res.on('data', (c: Buffer) => parts.push(c));
        res.on('end', () => done(null, Buffer.concat(parts)));
      })
      .expect(200)
      .expect('content-disposition', /ample-gusset-.*\.sqlite/);
    const file = join(folder, 'taken.sqlite');
    writeFileSync(file, answer.body as Buffer);
    const d = await openDatabase(file);
    const found = await d.bulk((tx) => tx.execute({ sql: 'SELECT count(*) FROM joints WHERE job_id = ?', args: [job.id] }));
    expect(Number(found.rows[0]![0])).toBe(31);
    await d.close();
  });
});
