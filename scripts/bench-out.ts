import { createWriteStream, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PassThrough } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { proposeJoints, readJob, type JobDocument } from '../packages/core/src/index.ts';
import { jobPdf } from '../packages/exchange/src/pdf/index.ts';
import {
  packageOf,
  SHOP_DEFAULTS,
  writeOut,
  writeZip,
  type OutOptions,
  type OutSource,
} from '../packages/exchange/src/shop/index.ts';
import { readIfc, type ReadModel } from '../packages/exchange/src/ifc/read.ts';
import { jobOffice, printedJob } from '../packages/exchange/src/report/office.ts';
import { building } from './building.ts';
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
  process.stderr.write(`${what}: ${((performance.now() - from) / 1000).toFixed(2)} s, ${Math.round(most / 1e6)} MB\n`);
}

try {
  // Before all else, so that the memory is its own.
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
  await timed(`calculation of ${joints} joints as a workbook, what governs`, 120, (path) =>
    jobOffice(printedJob(big), 'workbook', { date: '2026-01-01' }, createWriteStream(path)),
  );
  const file = building(5000);
  let read: ReadModel = { members: [], left: [] };
  await timed('model of 5000 members read from IFC', 10, async (path) => {
    read = await readIfc(file);
    writeFileSync(path, file);
  });
  await timed(`joints proposed in ${read.members.length} members`, 2, (path) =>
    Promise.resolve(writeFileSync(path, String(proposeJoints(read.members, demo).joints.length))),
  );
} finally {
  clearInterval(watch);
  rmSync(folder, { recursive: true, force: true });
}
printLines(lines);
