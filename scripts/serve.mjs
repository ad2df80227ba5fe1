// npm run demo, npm start: installs, builds, serves on one loopback port and prints the address. With --seed a new store begins with the demo job.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { LEAN, runnable } from './bundle.mjs';
import { build, install, ROOT } from './setup.mjs';

install();
build();
const server = spawn(
  process.execPath,
  [...(await runnable(join(ROOT, 'packages/server/src/main.ts'))), ...process.argv.slice(2)],
  { cwd: ROOT, stdio: 'inherit', env: { ...LEAN, ...process.env } },
);
server.on('exit', (code) => process.exit(code ?? 0));
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
