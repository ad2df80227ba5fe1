import { createServer, request, type IncomingMessage, type Server } from 'node:http';
import { connect } from 'node:net';
import type { AddressInfo } from 'node:net';
import type { JobDocument, JointRecord } from '@ample/core';
import { hostile, mutated, notFinite, pick, randomOf, type Random } from '../../core/src/job/hostile.testing.ts';
import { makeApp } from './app.ts';
import { clientError } from './problem.ts';
import type { Services } from './services.ts';
import { storeJob } from './store/jobs.ts';
import { getJoint } from './store/joints.ts';
import { siblingsOf } from './store/joint-rows.ts';
import { jobStatements } from './store/statements.ts';

export interface RequestTally {
  readonly requests: number;
  readonly statuses: Readonly<Record<string, number>>;
  readonly slowest: number;
  readonly faults: readonly string[];
}

interface Shot {
  readonly method: string;
  readonly path: string;
  readonly headers: Readonly<Record<string, string>>;
  readonly body?: string;
}

/** What must stand in no answer: where code lies, and how it was called. */
const LEAKS = /node_modules|\/packages\/|file:\/\/|\n\s+at |\.ts:\d|SQLITE_|LibsqlError|TypeError|RangeError/;

/** Generated requests against a real server: none gives 5xx, none takes longer than `longest` ms, and every refusal is one sentence. */
export async function fuzzRequests(
  services: Services,
  demo: JobDocument,
  seed: number,
  count: number,
  longest = Infinity,
): Promise<RequestTally> {
  const server = createServer(makeApp(services));
  server.on('clientError', clientError);
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const statuses: Record<string, number> = {};
  const faults: string[] = [];
  let slowest = 0;
  const few = { ...demo, joints: demo.joints.slice(0, 4) };
  const jobId = await storeJob(services.database, jobStatements(few, 'fuzz'));
  const marks = await siblingsOf(services.database.db, jobId);
  const joints = await Promise.all(marks.map((m) => getJoint(services.database.db, m.id)));
  const next = async (i: number): Promise<void> => {
    const r = randomOf(seed + i);
    const shot = shotOf(r, jobId, joints, few);
    const t = performance.now();
    const { status, type, text } = await send(server, shot);
    const took = performance.now() - t;
    slowest = Math.max(slowest, took);
    statuses[status] = (statuses[status] ?? 0) + 1;
    const fault = faultOfAnswer(status, type, text) ?? (took > longest ? `took ${Math.round(took)} ms` : null);
    if (fault)
      faults.push(
        `seed ${seed + i}: ${shot.method} ${shot.path.slice(0, 80)} ${shot.body?.slice(0, 120) ?? ''}: ${status}: ${fault}`,
      );
  };
  for (let i = 0; i < count; i += 8) await Promise.all(Array.from({ length: Math.min(8, count - i) }, (_, k) => next(i + k)));
  // It still answers, and what was there before is there.
  const after = await send(server, { method: 'GET', path: `/api/jobs/${jobId}/joints`, headers: {} });
  if (after.status !== 200) faults.push(`afterwards the register answers ${after.status}`);
  server.closeAllConnections();
  await new Promise((resolve) => server.close(resolve));
  return { requests: count, statuses, slowest, faults };
}

function faultOfAnswer(status: number, type: string, text: string): string | null {
  if (status >= 500 || status === 0) return text.slice(0, 200);
  if (LEAKS.test(text) && !/"text\/html|<!doctype/i.test(text)) return `leaks ${LEAKS.exec(text)![0]}: ${text.slice(0, 200)}`;
  if (status >= 400) {
    if (!type.includes('problem+json')) return `${type} is no problem+json: ${text.slice(0, 80)}`;
    const { detail } = JSON.parse(text) as { detail?: string };
    if (!detail || detail.includes('\n') || /undefined|\[object/.test(detail)) return `it says ${detail}`;
  } else if (type.includes('application/json')) {
    const bad = notFinite(JSON.parse(text));
    if (bad) return `${bad} is not finite`;
  }
  return null;
}

function shotOf(r: Random, jobId: string, joints: readonly JointRecord[], few: JobDocument): Shot {
  const joint = pick(r, joints);
  const content = { mark: joint.mark, note: joint.note, input: joint.input as unknown, combinations: joint.combinations };
  const id = (good: string): string =>
    r() < 0.85
      ? good
      : encodeURIComponent(
          String(pick(r, ['x', '../x', '%00', 'toString', '__proto__', '\u0000', 'a'.repeat(300), ' ', '1 OR 1=1'])),
        );
  const json = (method: string, path: string, body: unknown, changes = 2): Shot => ({
    method,
    path,
    headers: { 'content-type': 'application/json', ...(r() < 0.5 ? { 'idempotency-key': key(r) } : {}) },
    body: bodyOf(r, body, changes),
  });
  const made: readonly (() => Shot)[] = [
    () =>
      json(
        'PUT',
        `/api/joints/${id(joint.id)}`,
        { ...content, version: pick(r, [1, 2, 99]), label: 'x' },
        1 + Math.floor(r() * 2),
      ),
    () =>
      json(
        'POST',
        `/api/jobs/${id(jobId)}/joints`,
        { ...content, kind: joint.kind, mark: `F${Math.floor(r() * 1e6)}` },
        1 + Math.floor(r() * 2),
      ),
    () => json('POST', '/api/jobs/import', r() < 0.2 ? hostile(r) : few, 1 + Math.floor(r() * 4)),
    () => json('POST', '/api/jobs', { name: 'Fuzz', number: '1' }, 1),
    () =>
      json(
        'PUT',
        `/api/jobs/${id(jobId)}`,
        {
          version: 1,
          basis: few.basis,
          sections: [{ name: 'A', h: 300, b: 150, tw: 6, tf: 10, r: 12 }],
          steels: [{ name: 'B', f_y: 300, f_u: 400, beta_w: 0.8 }],
        },
        2,
      ),
    () => json('POST', `/api/joints/${id(joint.id)}/copy`, { mark: `C${Math.floor(r() * 1e6)}` }, 1),
    () => json('POST', `/api/joints/${id(joint.id)}/sign`, { version: 1, by: 'me' }, 1),
    () =>
      json(
        'POST',
        `/api/jobs/${id(jobId)}/calculations`,
        {
          title: 'Bolt',
          tool: 'bolt-group',
          input: {
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
          },
        },
        2,
      ),
    () => json('POST', '/api/documents', { jobId: 'none', level: 'verdict' }, 1),
    () => ({
      method: 'GET',
      path: `/api/joints/${id(joint.id)}${pick(r, ['', '/revisions', '/revisions?before=x', '/revisions?before=-1', '/lists/anchors', '/template', '/raw', '/nothing'])}`,
      headers: {},
    }),
    () => ({
      method: 'GET',
      path: `/api/jobs/${id(jobId)}${pick(r, ['', '/joints', '/joints?limit=1e9', '/joints?after=NaN&limit=5', '/joints?limit[a]=1', '/marks', '/export', '/calculations'])}`,
      headers: {},
    }),
    () => ({
      method: pick(r, ['GET', 'POST', 'PUT', 'DELETE', 'PATCH', 'OPTIONS', 'HEAD']),
      path: pick(r, [
        '/',
        '/api',
        '/api/',
        '/api/health',
        '/api/jobs',
        '/api/openapi.json',
        '/nothing',
        '/%ff',
        '/api/%ff',
        '/..%2f..%2fetc',
        '//',
        '/api/documents/x/file',
        '/api/documents/x/events',
      ]),
      headers: {},
    }),
    () => ({
      method: 'POST',
      path: `/api/${pick(r, [`jobs/${id(jobId)}/copy`, `joints/${id(joint.id)}/restore`])}`,
      headers: r() < 0.5 ? {} : { 'idempotency-key': pick(r, [key(r), 'short', 'bad key!', 'x'.repeat(200)]) },
    }),
    () => ({
      method: 'GET',
      path: '/api/jobs',
      headers: {
        'x-ample-user': pick(r, ['%', '%00', '%E0%A4%A', 'x'.repeat(2000), 'R. Amsel']),
        host: pick(r, ['localhost', 'evil.example', '127.0.0.1']),
      },
    }),
    () => ({
      method: 'POST',
      path: '/api/jobs',
      headers: {
        'content-type': pick(r, [
          'text/plain',
          'application/json; charset=x',
          'application/json; charset=utf-16',
          'multipart/form-data',
          '',
        ]),
        ...(r() < 0.3 ? { 'content-encoding': 'gzip' } : {}),
      },
      body: '{"name":"x"}',
    }),
    () => ({ method: 'GET', path: '/api/health', headers: { 'x-long': 'x'.repeat(20_000) } }),
  ];
  return pick(r, made)();
}

const key = (r: Random): string => `fuzz-${Math.floor(r() * 1e9)}`;

function bodyOf(r: Random, body: unknown, changes: number): string {
  const text = JSON.stringify(mutated(body, r, changes)) ?? 'null';
  const broken = r();
  if (broken < 0.03) return text.slice(0, Math.floor(r() * text.length));
  if (broken < 0.05) return text.replace(/:\d+/, ':NaN');
  // Deeper than any parser that calls itself; more keys and entries than anybody means.
  if (broken < 0.06) return `{"input":${'['.repeat(200_000)}${']'.repeat(200_000)}}`;
  if (broken < 0.065) return `{${Array.from({ length: 60_000 }, (_, i) => `"k${i}":1`).join()}}`;
  if (broken < 0.07) return `{"combinations":[${'1,'.repeat(400_000)}1]}`;
  return text;
}

function send(server: Server, shot: Shot): Promise<{ status: number; type: string; text: string }> {
  const { port } = server.address() as AddressInfo;
  return new Promise((resolve) => {
    const failed = (e: Error): void => resolve({ status: 0, type: '', text: e.message });
    // The address is sent as it is: a client that tidies it would hide half of the hostile ones.
    const req = request(
      { host: '127.0.0.1', port, method: shot.method, path: shot.path, headers: { host: 'localhost', ...shot.headers } },
      (res: IncomingMessage) => {
        const parts: Buffer[] = [];
        res.on('data', (c: Buffer) => parts.push(c));
        res.on('end', () =>
          resolve({
            status: res.statusCode ?? 0,
            type: res.headers['content-type'] ?? '',
            text:
              shot.method === 'HEAD' ? (res.statusCode! >= 400 ? '{"detail":"none"}' : '{}') : Buffer.concat(parts).toString(),
          }),
        );
        res.on('error', failed);
      },
    );
    req.on('error', failed);
    req.end(shot.body);
  });
}

/** What is no HTTP at all, and what the server says. */
export function sendRaw(port: number, text: string): Promise<string> {
  return new Promise((resolve, reject) => {
    const socket = connect(port, '127.0.0.1', () => socket.write(text));
    let answer = '';
    socket.on('data', (c) => {
      answer += c.toString();
    });
    socket.on('end', () => resolve(answer));
    socket.on('error', reject);
  });
}
