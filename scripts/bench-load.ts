import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { spawn } from 'node:child_process';
import type { DocumentState, JobDocument, JobRecord, RegisterPage, Sibling } from '../packages/core/src/index.ts';
import { LEAN, runnable } from './bundle.mjs';
import { callerOf } from './bench-call.ts';
import { printLines, type Line } from './bench-lines.ts';

// Usage: npm run bench -- load [joints] [combinations] [apart]. A server of its own under a large job, while another client asks for a joint. Its joints
// have the details of the demo job, 26; `apart`: no two are alike.
const [joints = 2000, combinations = 20] = process.argv.slice(2, 4).map(Number);
const apart = process.argv[4] === 'apart';
const ROOT = fileURLToPath(new URL('..', import.meta.url));
const lines: Line[] = [];
const note = (what: string, value: number, unit: string, aim: number): void => void lines.push({ what, value, unit, aim });

/** The first length of its plate or cleat that much longer, mm. */
const stretched = (input: object, by: number): object => {
  const part = (['plate', 'cleat'] as const).find((k) => k in input)!;
  const sizes = (input as Record<string, Record<string, unknown>>)[part]!;
  const [name, size] = Object.entries(sizes).find((e): e is [string, number] => typeof e[1] === 'number')!;
  return { ...input, [part]: { ...sizes, [name]: size + by } };
};

const demo = JSON.parse(readFileSync(join(ROOT, 'demo/tern-quay.json'), 'utf8')) as JobDocument;
const beams = demo.joints.filter((j) => j.kind !== 'column-base');
const big: Omit<JobDocument, 'joints'> & { readonly joints: readonly object[] } = {
  ...demo,
  name: 'Load',
  joints: Array.from({ length: joints }, (_, i) => {
    const from = beams[i % beams.length]!;
    // Combinations as they are asked for, and no more of load cases beside them.
    const { checked: _signature, loads: _cases, group: _shared, house: _detail, line: _line, ...joint } = from;
    return {
      ...joint,
      input: apart ? stretched(joint.input as object, i * 1e-4) : (joint.input as object),
      mark: `L${i}`,
      combinations: Array.from({ length: combinations }, (_c, k) => ({
        ...from.combinations[k % from.combinations.length]!,
        name: `K${k}`,
        note: '',
      })),
    };
  }),
};

const data = mkdtempSync(join(tmpdir(), 'ample-load-'));
const server = spawn(process.execPath, [...(await runnable(join(ROOT, 'packages/server/src/main.ts'))), '--seed'], {
  cwd: ROOT,
  env: { ...LEAN, ...process.env, AMPLE_DATA: data, PORT: '0' },
  stdio: ['ignore', 'pipe', 'inherit'],
});
// What fails here leaves no server behind.
process.once('exit', () => server.kill('SIGKILL'));
const url = await new Promise<string>((resolve, reject) => {
  server.stdout.on('data', (c: Buffer) => {
    const m = /http:\/\/127\.0\.0\.1:\d+/.exec(c.toString());
    if (m) resolve(m[0]);
  });
  server.once('exit', () => reject(new Error('the server ended before it was up')));
});
const call = callerOf(url);
const register = async (id: string): Promise<number> => {
  let rows = 0;
  for (let after: number | null = -1; after !== null;) {
    const page: RegisterPage = await call<RegisterPage>('GET', `/jobs/${id}/joints?after=${after}&limit=500`);
    rows += page.rows.length;
    after = page.next;
  }
  if (rows !== joints) throw new Error(`${rows} rows`);
  return rows;
};
// A server that has just started still loads the calculation in its threads.
await new Promise((r) => setTimeout(r, 6000));
const memory = (): number => Number(execFileSync('ps', ['-o', 'rss=', '-p', String(server.pid)]).toString()) / 1024;

/** Processor time of the server so far, s: on a machine with other work it says more than the clock. */
const cpu = (): number => {
  const fields = readFileSync(`/proc/${server.pid}/stat`, 'utf8').split(') ')[1]!.split(' ');
  return (Number(fields[11]) + Number(fields[12])) / 100;
};

const [other] = await call<JobRecord[]>('GET', '/jobs');
const [small] = await call<Sibling[]>('GET', `/jobs/${other!.id}/marks`);
/** How long the work takes, and what another client waits for a joint meanwhile. */
async function beside<T>(what: string, aim: number, work: () => Promise<T>): Promise<T> {
  const waits: number[] = [];
  let going = !process.env['ALONE'];
  const ask = (async () => {
    while (going) {
      const t = performance.now();
      await call('GET', `/joints/${small!.id}`);
      waits.push(performance.now() - t);
      await new Promise((r) => setTimeout(r, 15));
    }
  })();
  const [t, busy] = [performance.now(), cpu()];
  const answer = await work();
  note(what, (performance.now() - t) / 1000, 's', aim);
  note('  processor time of the server', cpu() - busy, 's', 2 * aim);
  going = false;
  await ask;
  if (waits.length) {
    waits.sort((a, b) => a - b);
    note('  beside it, a joint: median', waits[Math.floor(waits.length / 2)]!, 'ms', 100);
    note('  beside it, a joint: worst', waits.at(-1)!, 'ms', 500);
  }
  return answer;
}

note('memory of the idle server', memory(), 'MB', 400);
const job = await beside(`import of ${joints} joints × ${combinations} combinations`, 3, () =>
  call<JobRecord>('POST', '/jobs/import', big),
);
await beside('first register', 2, () => register(job.id));
await beside('register again', 0.3, () => register(job.id));
await beside('every joint re-checked from the register', 3, async () => {
  for (let after: number | null = -1; after !== null;)
    after = (await call<RegisterPage>('GET', `/jobs/${job.id}/joints?after=${after}&limit=100&fresh=1`)).next;
});
await call('PUT', `/jobs/${job.id}`, { version: job.version, basis: { ...job.basis, set: 'recommended' } });
await beside('every joint judged again after a change of basis', 3, () => register(job.id));
await beside('copy of the job', 3, () => call('POST', `/jobs/${job.id}/copy`));
await beside('export', 3, () => call('GET', `/jobs/${job.id}/export`));
if (process.env['ALONE']) {
  printLines(lines);
  server.kill('SIGKILL');
  process.exit(0);
}
let most = 0;
const watch = setInterval(() => {
  most = Math.max(most, memory());
}, 500);
let progress = 0;
await beside('document of the whole job, governing level', 600, async () => {
  const started = await call<DocumentState>('POST', '/documents', { jobId: job.id, level: 'governing' });
  const events = await fetch(`${url}/api/documents/${started.id}/events`);
  let last = '';
  const chunks = events.body!.getReader();
  for (let c = await chunks.read(); !c.done; c = await chunks.read()) {
    last = new TextDecoder().decode(c.value);
    progress += 1;
  }
  if (!last.includes('"ready"')) throw new Error(last);
});
clearInterval(watch);
note('  most memory of the server meanwhile', most, 'MB', 400);
note('  messages of progress, at least 100', -progress, '', -100);
server.kill('SIGTERM');
await new Promise((r) => server.once('exit', r));
rmSync(data, { recursive: true, force: true });
printLines(lines);
