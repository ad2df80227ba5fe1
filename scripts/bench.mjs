// npm run bench: prints what was measured beside what was aimed at. Nothing passes or fails here.
import { HOW } from './bundle.mjs';
import { build, chromium, install, ROOT, run } from './setup.mjs';

install();
if (process.argv[2] === 'first' && process.argv[3] === 'search')
  run('First details against the search', process.execPath, [
    '--import',
    'tsx',
    `${ROOT}/scripts/bench-first-search.ts`,
    ...process.argv.slice(4),
  ]);
else if (process.argv[2] === 'first')
  run('First details', process.execPath, ['--import', 'tsx', `${ROOT}/scripts/bench-first.ts`, ...process.argv.slice(3)]);
else if (process.argv[2] === 'moments')
  run('First details of moment end plates', process.execPath, ['--import', 'tsx', `${ROOT}/scripts/bench-moments.ts`]);
else if (process.argv[2] === 'out')
  // In the heap that a thread of the server has.
  run('What leaves the product', process.execPath, [
    '--max-old-space-size=256',
    ...['--import', 'tsx', `${ROOT}/scripts/bench-out.ts`, ...process.argv.slice(3)],
  ]);
else if (process.argv[2] === 'field')
  run('Plate analysis', process.execPath, ['--import', 'tsx', `${ROOT}/scripts/bench-field.ts`]);
else if (process.argv[2] === 'search') run('Searches', process.execPath, ['--import', 'tsx', `${ROOT}/scripts/bench-search.ts`]);
else if (process.argv[2] === 'c') {
  // Built as the server is: names that stand in other files cost time in the sources.
  const file = `${ROOT}/.tmp/bench-c.mjs`;
  const { build: bundle } = await import('esbuild');
  await bundle({ ...HOW, entryPoints: [`${ROOT}/scripts/bench-c.ts`], outfile: file });
  run('Against C', process.execPath, [file]);
} else if (process.argv[2] === 'job') {
  build();
  run('A job of many joints', process.execPath, ['--import', 'tsx', `${ROOT}/scripts/bench-job.ts`, ...process.argv.slice(3)], {
    CHROMIUM_PATH: chromium(),
  });
} else if (process.argv[2] === 'load')
  run('A large job', process.execPath, ['--import', 'tsx', `${ROOT}/scripts/bench-load.ts`, ...process.argv.slice(3)]);
else {
  build();
  run('Bench', process.execPath, ['--import', 'tsx', `${ROOT}/scripts/bench.ts`], { CHROMIUM_PATH: chromium() });
}
