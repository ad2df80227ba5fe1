import { readFileSync } from 'node:fs';
import request from 'supertest';
import { beforeAll, describe, expect, it } from 'vitest';
import {
  EXCHANGE_FORMAT,
  readExchange,
  type JobRecord,
  type JointPlan,
  type ModelMember,
  type ModelRecord,
  type NotProposed,
  type RegisterEntry,
  type TakenTable,
} from '@ample/core';
import { useServer } from './app.testing.ts';

const on = useServer();
let job: JobRecord;
beforeAll(async () => {
  job = await on.send<JobRecord>('post', '/jobs', { number: '77', name: 'Model yard', client: '' });
});

const member = (id: string, section: string, from: number[], to: number[], up = [0, 0, 1]) => ({
  id,
  name: id,
  section,
  grade: 'S275',
  from,
  to,
  up,
});
const FRAME = [
  member('C1', 'UC 254x254x89', [0, 0, 0], [0, 0, 4000], [1, 0, 0]),
  member('C2', 'UC 254x254x89', [6000, 0, 0], [6000, 0, 4000], [1, 0, 0]),
  member('B1', 'UB 457x191x67', [140, 0, 3500], [5860, 0, 3500]),
];
const exchange = (joints: object[] = [], members: object[] = FRAME) => ({ format: EXCHANGE_FORMAT, version: 1, members, joints });
interface Pushed {
  readonly joints: readonly JointPlan[];
  readonly left: readonly NotProposed[];
  readonly taken: TakenTable | null;
}
const push = (body: object, query = '', status = 200): Promise<Pushed> =>
  on.send<Pushed>('post', `/jobs/${job.id}/exchange${query}`, body, status);
const rows = async (): Promise<readonly RegisterEntry[]> =>
  (await on.get<{ rows: RegisterEntry[] }>(`/jobs/${job.id}/joints?after=-1&limit=50`)).rows;
const sendFile = (bytes: Buffer) =>
  request(on.app())
    .post('/api/model/read')
    .set('Host', 'localhost')
    .set('idempotency-key', crypto.randomUUID())
    .set('content-type', 'application/octet-stream')
    .send(bytes);

describe('another program', () => {
  it('pushes members, and has joints where they meet, each with a first detail; nothing is stored when it only asks', async () => {
    const asked = await push(exchange(), '?propose=1&dry=1');
    expect(asked.joints.map((j) => [j.mark, j.change])).toEqual([
      ['C1-B', 'new'],
      ['C2-B', 'new'],
      ['B1-1', 'new'],
      ['B1-2', 'new'],
    ]);
    expect([asked.taken, await rows()]).toEqual([null, []]);
    const done = await push(exchange(), '?propose=1&prefer=end-plate');
    expect(done.taken).toMatchObject({ name: 'exchange', joints: 4, who: 'R. Amsel' });
    expect((await rows()).map((r) => [r.mark, r.kind])).toEqual([
      ['C1-B', 'column-base'],
      ['C2-B', 'column-base'],
      ['B1-1', 'end-plate'],
      ['B1-2', 'end-plate'],
    ]);
    // Pushed again it is the same four joints.
    const again = await push(exchange(), '?propose=1&prefer=end-plate');
    expect([again.joints.map((j) => j.change), again.taken]).toEqual([['same', 'same', 'same', 'same'], null]);
    const model = await on.get<ModelRecord>(`/jobs/${job.id}/model`);
    expect(model.members).toHaveLength(3);
    expect(model.places.find((p) => p.mark === 'B1-2')).toEqual({
      mark: 'B1-2',
      key: 'B1/to',
      at: [5860, 0, 3500],
      joins: ['B1', 'C2'],
    });
  });
  it('pushes forces, by mark or by the end of the member, and fetches verdicts', async () => {
    const { joints } = await push(
      exchange(
        [
          { mark: 'B1-1', rows: [{ name: 'C1', forces: { V_z: 90 } }] },
          { mark: '', end: 'B1 2', rows: [{ name: 'C1', forces: { V_z: 95 } }] },
          { mark: 'C1-B', rows: [{ name: 'C1', forces: { N: -300, V_z: 20 } }] },
        ],
        [],
      ),
    );
    expect(joints.map((j) => [j.mark, j.change])).toEqual([
      ['B1-1', 'changed'],
      ['B1-2', 'changed'],
      ['C1-B', 'changed'],
    ]);
    const fetched = await on.get<{
      joints: {
        mark: string;
        verdict: { state: string; first: { multiple: number } | null; combinations: object[] };
        at?: number[];
        joins?: string[];
        made: { bolts: object[] };
        revision: string;
      }[];
      members: ModelMember[];
    }>(`/jobs/${job.id}/exchange`);
    expect(fetched.members).toEqual(FRAME);
    const b1 = fetched.joints.find((j) => j.mark === 'B1-2')!;
    expect(b1.verdict.state).toBe('holds');
    expect(b1.verdict.first!.multiple).toBeGreaterThan(1);
    expect([b1.at, b1.joins, b1.revision, b1.made.bolts.length > 0]).toEqual([[5860, 0, 3500], ['B1', 'C2'], 'B', true]);
    // Nothing acts on the other foot: it is not said to hold.
    expect(fetched.joints.find((j) => j.mark === 'C2-B')!.verdict.state).toBe('none');
    // What was fetched can be pushed again, and changes nothing.
    const again = await push(fetched);
    expect(again.joints.map((j) => j.change)).toEqual(['same', 'same', 'same', 'same']);
    expect(again.taken).toBeNull();
  });
  it('pushes a detail, taken whole; what can not be is told and takes no other with it', async () => {
    const fetched = await on.get<{ joints: { mark: string; kind: string; input: { bolts: { d: number } }; line: string }[] }>(
      `/jobs/${job.id}/exchange`,
    );
    const b1 = fetched.joints.find((j) => j.mark === 'B1-1')!;
    const { line: _old, ...bare } = b1;
    const { joints, taken } = await push(
      exchange(
        [
          { ...bare, input: { ...b1.input, bolts: { ...b1.input.bolts, d: 24 } } },
          { mark: 'Z9', rows: [] },
          { ...bare, mark: 'B1-9', kind: 'nest' },
        ].slice(0, 2),
        [],
      ),
    );
    expect(joints.map((j) => [j.mark, j.change])).toEqual([
      ['B1-1', 'changed'],
      ['Z9', 'refused'],
    ]);
    expect(joints[1]!.message).toMatch(/kind: there is no joint Z9/);
    expect(taken!.joints).toBe(1);
    expect((await rows()).find((r) => r.mark === 'B1-1')!.line).toContain('M24');
    // It can be dropped again whole, as a table can.
    await on.send('post', `/jobs/${job.id}/tables/${taken!.id}/drop`, {});
    expect((await rows()).find((r) => r.mark === 'B1-1')!.line).not.toContain('M24');
  });
  it('is refused in a sentence where the form is wrong: nothing is stored', async () => {
    const bad = async (body: object | string, query = ''): Promise<string> => {
      const r = await request(on.app())
        .post(`/api/jobs/${job.id}/exchange${query}`)
        .set('Host', 'localhost')
        .set('content-type', 'application/json')
        .send(body);
      expect(r.status).toBe(400);
      return (r.body as { detail: string }).detail;
    };
    expect(await bad('{')).toMatch(/no JSON in UTF-8/);
    expect(await bad({ format: 'x', version: 1 })).toMatch(/format: .*accepted/);
    expect(await bad(exchange([], [{ id: 'a', from: [0, 0], to: [1, 1, 1] }]))).toMatch(/from/);
    expect(
      await bad(
        exchange([
          { mark: 'A', rows: [] },
          { mark: 'A', rows: [] },
        ]),
      ),
    ).toMatch(/joints/);
    expect(await bad(exchange(), '?propose=1&prefer=hinge')).toMatch(
      /prefer: "hinge" is no kind of joint; accepted are fin-plate/,
    );
    expect(await bad(exchange(), '?propose=1&reach=9000')).toMatch(/reach: .*accepted is a whole number from 0 to 500/);
    expect(await bad(exchange(), '?names=both')).toMatch(
      /names: "both" can not be used; accepted are cases, combinations, either/,
    );
  });
});

describe('a model file', () => {
  it('is read: IFC or the exchange form, to members; hostile ones are refused in a sentence', async () => {
    const read = await sendFile(Buffer.from(JSON.stringify(exchange())));
    expect([read.status, (read.body as { members: object[] }).members]).toEqual([200, FRAME]);
    const ifc = await on.send<{ id: string }>('post', '/documents', { jobId: job.id, format: 'ifc' });
    await on.written(ifc.id);
    const file = await request(on.app())
      .get(`/api/documents/${ifc.id}/file`)
      .set('Host', 'localhost')
      .buffer()
      .parse((res, done) => {
        const chunks: Buffer[] = [];
        res.on('data', (c: Buffer) => chunks.push(c));
        res.on('end', () => done(null, Buffer.concat(chunks)));
      });
    const ours = await sendFile(file.body as Buffer);
    expect([ours.status, (ours.body as { members: object[]; left: object[] }).members.length]).toEqual([200, 6]);
    for (const [bytes, says] of [
      [Buffer.from('%PDF-1.7'), /no JSON in UTF-8, and does not begin as an IFC file; accepted/],
      [Buffer.from('ISO-10303-21;\nnoise'), /line \d+ is not in the form/],
      [Buffer.from([0xff, 0xfe, 0x00]), /accepted/],
      [Buffer.alloc(0), /the body is empty/],
    ] as const) {
      const r = await sendFile(bytes);
      expect([r.status, (r.body as { detail: string }).detail]).toEqual([400, expect.stringMatching(says)]);
    }
  });
  it('is kept with where its joints are, in place of the one before', async () => {
    const places = [{ mark: 'B1-1', key: 'B1/from', at: [140, 0, 3500], joins: ['B1', 'C1'] }];
    const kept = await on.send<ModelRecord>('put', `/jobs/${job.id}/model`, {
      name: 'yard.ifc',
      members: FRAME.slice(0, 2),
      places,
    });
    expect(kept).toMatchObject({ name: 'yard.ifc', who: 'R. Amsel', places });
    expect((await on.get<ModelRecord>(`/jobs/${job.id}/model`)).members).toHaveLength(2);
    const wrong = await request(on.app())
      .put(`/api/jobs/${job.id}/model`)
      .set('Host', 'localhost')
      .send({ name: 'x', members: [{ id: 1 }] });
    expect(wrong.status).toBe(400);
  });
});

describe('the description of the interface', () => {
  it('names every route with its parameters, and the form of the exchange', async () => {
    const api = await on.get<{
      paths: Record<
        string,
        Record<
          string,
          {
            parameters?: { name: string; in: string }[];
            requestBody?: { content: Record<string, { schema: { properties?: object } }> };
          }
        >
      >;
    }>('/openapi.json');
    const post = api.paths['/api/jobs/{id}/exchange']!['post']!;
    expect(post.parameters!.map((p) => `${p.in} ${p.name}`)).toEqual(
      expect.arrayContaining(['path id', 'query propose', 'query names', 'header idempotency-key']),
    );
    expect(Object.keys(post.requestBody!.content['application/json']!.schema.properties!)).toEqual(
      expect.arrayContaining(['members', 'joints']),
    );
    // Every query that a route reads is told.
    const sources = ['jobs', 'joints', 'changes', 'model', 'issues']
      .map((f) => readFileSync(new URL(`./routes/${f}.ts`, import.meta.url), 'utf8'))
      .join('\n');
    const asked = [...sources.matchAll(/query\['(\w+)'\]|whole\(query, '(\w+)'|choice\(query, '(\w+)'/g)].map(
      (m) => m[1] ?? m[2] ?? m[3]!,
    );
    const told = new Set(
      Object.values(api.paths).flatMap((p) =>
        Object.values(p).flatMap((o) => (o.parameters ?? []).filter((x) => x.in === 'query').map((x) => x.name)),
      ),
    );
    expect([...new Set(asked)].filter((q) => !told.has(q))).toEqual([]);
    expect(readExchange(exchange()).members).toHaveLength(3);
  });
});
