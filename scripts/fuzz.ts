import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import type { JobDocument } from '../packages/core/src/index.ts';
import { fuzzFiles } from '../packages/cli/src/fuzz.testing.ts';
import { fuzzRequests } from '../packages/server/src/fuzz.testing.ts';
import { openServices } from '../packages/server/src/services.ts';

const count = Number(process.argv[2] ?? 10_000);
const seed = Number(process.argv[3] ?? Math.floor(Math.random() * 2 ** 31));
if (!Number.isInteger(count) || count < 1 || !Number.isInteger(seed)) {
  process.stderr.write('Give how many, and the seed if it is to be repeated: npm run fuzz -- 100000 7\n');
  process.exit(1);
}
const demo = JSON.parse(readFileSync(fileURLToPath(new URL('../demo/tern-quay.json', import.meta.url)), 'utf8')) as JobDocument;
process.stdout.write(`seed ${seed}\n`);

const files = fuzzFiles(demo, seed, Math.ceil(count / 10));
process.stdout.write(
  `${files.files} job files: ${Object.entries(files.codes)
    .map(([code, n]) => `${n} exit ${code}`)
    .join(', ')}; slowest ${Math.round(files.slowest)} ms; ${files.faults.length} faults\n`,
);

const folder = mkdtempSync(join(tmpdir(), 'ample-fuzz-'));
const services = await openServices(join(folder, 'store.sqlite'), pino({ level: 'silent' }));
const requests = await fuzzRequests(services, demo, seed, count, 2000);
await services.close();
rmSync(folder, { recursive: true, force: true });
process.stdout.write(
  `${requests.requests} requests: ${Object.entries(requests.statuses)
    .map(([status, n]) => `${n} × ${status}`)
    .join(', ')}; slowest ${Math.round(requests.slowest)} ms; ${requests.faults.length} faults\n`,
);
for (const f of [...files.faults, ...requests.faults].slice(0, 50)) process.stdout.write(`${f}\n`);
process.exitCode = files.faults.length + requests.faults.length ? 1 : 0;
