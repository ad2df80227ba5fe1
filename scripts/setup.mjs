import { spawn, spawnSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = dirname(dirname(fileURLToPath(import.meta.url)));
const at = (...parts) => join(ROOT, ...parts);

/** Runs a command in the project and stops with its exit code when it fails. */
export function run(title, command, args, env = {}) {
  process.stdout.write(`\n== ${title}\n`);
  const { status } = spawnSync(command, args, {
    cwd: ROOT,
    stdio: 'inherit',
    env: { ...process.env, ...env },
    shell: process.platform === 'win32',
  });
  if (status !== 0) {
    process.stdout.write(`\n${title} failed.\n`);
    process.exit(status ?? 1);
  }
}

/** Runs commands of node beside each other; what each says is printed when it ends. Stops when one fails. */
export async function together(list) {
  await Promise.all(
    list.map(
      ([title, ...args]) =>
        new Promise((ended) => {
          const said = [];
          const child = spawn(process.execPath, args, { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'] });
          for (const out of [child.stdout, child.stderr]) out.on('data', (chunk) => said.push(chunk));
          child.on('close', (status) => {
            process.stdout.write(`\n== ${title}\n${Buffer.concat(said).toString()}`);
            if (status !== 0) {
              process.stdout.write(`\n${title} failed.\n`);
              process.exit(status ?? 1);
            }
            ended();
          });
        }),
    ),
  );
}

/** Installs the packages when they are missing or the lock file is newer than what is installed. */
export function install() {
  const installed = at('node_modules', '.package-lock.json');
  if (existsSync(installed) && statSync(installed).mtimeMs >= statSync(at('package-lock.json')).mtimeMs - 1000) return;
  run('Installing packages', 'npm', ['ci', '--no-audit', '--no-fund']);
}

function newest(path) {
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  return Math.max(
    stat.mtimeMs,
    ...readdirSync(path)
      .filter((n) => n !== 'node_modules' && n !== 'dist')
      .map((n) => newest(join(path, n))),
  );
}

/** Builds the pages when their sources are newer than the last build. */
export function build() {
  const built = at('packages/web/dist/index.html');
  const sources = ['packages/core/src', 'packages/exchange/src', 'packages/web', 'package-lock.json'].map((p) => newest(at(p)));
  if (existsSync(built) && statSync(built).mtimeMs > Math.max(...sources)) return;
  run('Building the pages', process.execPath, [
    at('node_modules/vite/bin/vite.js'),
    'build',
    'packages/web',
    '--logLevel',
    'warn',
  ]);
}

const CHROMIUM = ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'];

/** Path of a Chromium for the browser tests; installs Debian's when it is missing and we may. */
export function chromium() {
  const known = process.env.CHROMIUM_PATH ?? CHROMIUM.find((p) => existsSync(p));
  if (known) return known;
  const debian = existsSync('/etc/debian_version') && process.getuid?.() === 0;
  if (!debian) {
    process.stdout.write(
      '\nThe browser tests need Chromium. Install it (on Debian: apt-get install chromium) or set CHROMIUM_PATH to one.\n',
    );
    process.exit(1);
  }
  run('Installing Chromium', 'sh', [
    '-c',
    'apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq chromium >/dev/null',
  ]);
  return CHROMIUM[0];
}

/** Passed and failed tests of a Vitest JSON report. */
export function tally(file) {
  const report = JSON.parse(readFileSync(file, 'utf8'));
  return { passed: report.numPassedTests, failed: report.numFailedTests };
}
