import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join, sep } from 'node:path';

/** Environment of the server: glibc would keep a heap of its own for every thread, 60 MB that hold nothing. */
export const LEAN = { MALLOC_ARENA_MAX: '2' };

const PACKAGES = ['core', 'exchange', 'server', 'cli'];

/** Packages of others, which are loaded as they are. */
function others(root) {
  const names = PACKAGES.flatMap((p) =>
    Object.keys(JSON.parse(readFileSync(join(root, 'packages', p, 'package.json'), 'utf8')).dependencies ?? {}),
  );
  return [...new Set(names)].filter((n) => !n.startsWith('@ample/')).flatMap((n) => [n, `${n}/*`]);
}

/**
 * The sources that `entry` needs as one file of JavaScript under `.tmp`: it starts in a tenth of the time that the sources take, in a third of the
 * memory. Null where it can't be made or written: the sources are then loaded themselves.
 */
export async function bundled(entry) {
  try {
    const { build } = await import('esbuild');
    // This very code may run from what it built: the project is known by the entry.
    const root = entry.slice(0, entry.lastIndexOf(`${sep}packages${sep}`));
    const { outputFiles } = await build({
      entryPoints: [entry],
      bundle: true,
      platform: 'node',
      format: 'esm',
      target: 'node20',
      write: false,
      logLevel: 'silent',
      external: others(root),
    });
    const code = outputFiles[0].contents;
    const folder = join(root, '.tmp/bundled');
    const file = join(folder, `${createHash('sha256').update(code).digest('hex').slice(0, 16)}.mjs`);
    if (!existsSync(file)) {
      mkdirSync(folder, { recursive: true });
      // Whole or not there: another process may look for it at the same time.
      const part = `${file}.${process.pid}`;
      writeFileSync(part, code);
      renameSync(part, file);
    }
    return file;
  } catch {
    return null;
  }
}

/** What node is given to run `entry`: the built file, or the sources with what understands them. */
export async function runnable(entry) {
  const file = await bundled(entry);
  return file ? [file] : ['--import', 'tsx', entry];
}
