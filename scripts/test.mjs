// npm test: everything on a fresh machine: packages, Chromium, types, lint, unit tests, build, browser tests.
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { build, chromium, install, ROOT, run, tally, together } from './setup.mjs';

const bin = (path) => join(ROOT, 'node_modules', path);
install();
const CHROMIUM_PATH = chromium();
mkdirSync(join(ROOT, '.tmp'), { recursive: true });
const reports = { unit: join(ROOT, '.tmp/unit.json'), browser: join(ROOT, '.tmp/browser.json') };
const vitest = (config, report) => [
  bin('vitest/vitest.mjs'),
  'run',
  '--config',
  config,
  '--reporter=default',
  '--reporter=json',
  `--outputFile.json=${report}`,
];

await together([
  ['Types', bin('typescript-native/bin/tsc'), '-p', 'tsconfig.json'],
  ['Lint', bin('eslint/bin/eslint.js'), '.'],
  ['Format', bin('prettier/bin/prettier.cjs'), '--check', '--log-level', 'warn', '.'],
]);
run('Unit tests', process.execPath, vitest('vitest.config.ts', reports.unit));
build();
run('Browser tests', process.execPath, vitest('e2e/vitest.config.ts', reports.browser), { CHROMIUM_PATH });

const [unit, browser] = [tally(reports.unit), tally(reports.browser)];
process.stdout.write(`\n${unit.passed + browser.passed} passed, ${unit.failed + browser.failed} failed\n`);
