// npm run backup -- FILE, npm run restore -- FILE: the store that AMPLE_DATA names.
import { spawnSync } from 'node:child_process';
import { join, resolve } from 'node:path';
import { runnable } from './bundle.mjs';
import { install, ROOT } from './setup.mjs';

install();
const [what, file] = process.argv.slice(2);
// Files are named from where the command was given.
const from = process.env.INIT_CWD ?? process.cwd();
const args = [
  ...(await runnable(join(ROOT, 'packages/server/src/store-command.ts'))),
  what,
  ...(file ? [resolve(from, file)] : []),
];
process.exit(spawnSync(process.execPath, args, { cwd: ROOT, stdio: 'inherit' }).status ?? 1);
