import { createWriteStream, mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PassThrough } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { readJob, type JobDocument } from '../packages/core/src/index.ts';
import { jobPdf } from '../packages/exchange/src/pdf/index.ts';
import {
  packageOf,
  SHOP_DEFAULTS,
  writeOut,
  writeZip,
  type OutOptions,
  type OutSource,
} from '../packages/exchange/src/shop/index.ts';
import { printLines, type Line } from './bench-lines.ts';

// Usage: npm run bench -- out [joints]. What leaves the product, of a job of so many joints and of a package of 300.
const [joints = 2000] = process.argv.slice(2).map(Number);
const demo = readJob(JSON.parse(readFileSync(new URL('../demo/tern-quay.json', import.meta.url), 'utf8')));
const jobOf = (n: number): JobDocument => ({
  ...demo,
  name: 'Out',
  calculations: [],
  joints: Array.from({ length: n }, (_, i) => ({ ...demo.joints[i % demo.joints.length]!, mark: `L${i}` })),
});
const folder = mkdtempSync(join(tmpdir(), 'ample-out-'));
const lines: Line[] = [];
let most = 0;
const watch = setInterval(() => (most = Math.max(most, process.memoryUsage().rss)), 50);
const options: OutOptions = { ...SHOP_DEFAULTS, unit: 'mm', date: '2026-01-01' };
const sourceOf = (job: JobDocument): OutSource => ({ job, joints: () => job.joints, total: job.joints.length });

async function timed(what: string, aim: number, write: (path: string) => Promise<unknown>): Promise<void> {
  const path = join(folder, what.replace(/\W+/g, '-'));
  const from = performance.now();
  most = 0;
  await write(path);
  lines.push({
    what: `${what} (${Math.round(statSync(path).size / 1e5) / 10} MB)`,
    value: (performance.now() - from) / 1000,
    unit: 's',
    aim,
  });
}

try {
  const big = jobOf(joints);
  for (const [format, aim] of [
    ['dxf', 20],
    ['nc1', 20],
    ['xlsx', 5],
    ['ifc', 30],
  ] as const)
    await timed(`${format} of ${joints} joints`, aim, (path) =>
      writeOut(sourceOf(big), format, options, createWriteStream(path)),
    );
  const job = jobOf(300);
  await timed('package of 300 joints', 120, (path) =>
    writeZip(
      packageOf(sourceOf(job), options, {
        calculation: async () => {
          const out = new PassThrough();
          return (await Promise.all([buffer(out), jobPdf(job, { date: '2026-01-01' }, out)]))[0];
        },
        jobFile: () => JSON.stringify(job),
      }),
      options.date,
      createWriteStream(path),
    ),
  );
  lines.push({ what: 'memory while the package was written', value: most / 1e6, unit: 'MB', aim: 500 });
} finally {
  clearInterval(watch);
  rmSync(folder, { recursive: true, force: true });
}
printLines(lines);
