/**
 * Keeps what the command line says of the demo job and of every worked case, number by number, or compares with what was kept: a change of structure
 * changes no digit. Run: npx tsx scripts/record.ts keep; after each step: npx tsx scripts/record.ts compare. It stands in .tmp/record.
 */
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const ROOT = fileURLToPath(new URL('..', import.meta.url));
const kinds = join(ROOT, 'packages/core/src/joints');
const folder = join(ROOT, '.tmp/record');
const what = process.argv[2];
if (what !== 'keep' && what !== 'compare') throw new Error('say keep or compare');
mkdirSync(folder, { recursive: true });

const files = [
  join(ROOT, 'demo/tern-quay.json'),
  join(ROOT, 'demo/heron-street.json'),
  ...readdirSync(kinds)
    .filter((k) => existsSync(join(kinds, k, 'jobs')))
    .flatMap((k) => readdirSync(join(kinds, k, 'jobs')).map((f) => join(kinds, k, 'jobs', f))),
];

let differ = 0;
for (const file of files) {
  const name = file.replace(ROOT, '').replaceAll('/', '-').replace(/^-/, '');
  const said = spawnSync(process.execPath, [join(ROOT, 'packages/cli/bin/gusset.mjs'), 'check', file, '--json', '--trace'], {
    encoding: 'utf8',
    maxBuffer: 1 << 30,
  });
  if (said.status === 2) process.stdout.write(`${basename(file)}: ${said.stderr.split('\n')[0]}\n`);
  const kept = join(folder, `${basename(name)}.out`);
  if (what === 'keep') writeFileSync(kept, said.stdout);
  else {
    const [before, now] = [readFileSync(kept, 'utf8').split('\n'), said.stdout.split('\n')];
    const at = before.findIndex((l, i) => l !== now[i]);
    if (at >= 0 || before.length !== now.length) {
      differ += 1;
      process.stdout.write(`${name}: line ${at + 1}\n  was ${before[at]?.slice(0, 200)}\n  now ${now[at]?.slice(0, 200)}\n`);
    }
  }
}
process.stdout.write(what === 'keep' ? `${files.length} files kept\n` : `${files.length} files compared, ${differ} differ\n`);
process.exitCode = differ ? 1 : 0;
