/** Compiles the factor and solve of the analysis to WebAssembly, and writes it as text beside it: node scripts/build-ldl.mjs */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const here = (path) => fileURLToPath(new URL(`../${path}`, import.meta.url));
const SOURCE = 'packages/core/assembly/ldl.ts';

/** The module in base64. */
export function compiled() {
  const folder = mkdtempSync(join(tmpdir(), 'ample-ldl-'));
  try {
    const out = join(folder, 'ldl.wasm');
    const asc = here('node_modules/assemblyscript/bin/asc.js');
    const options = ['-O3', '--noAssert', '--enable', 'simd', '--runtime', 'stub', '--maximumMemory', '32768', '-o', out];
    execFileSync(process.execPath, [asc, here(SOURCE), ...options], { stdio: 'inherit' });
    return readFileSync(out).toString('base64');
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

if (process.argv[1] === fileURLToPath(import.meta.url))
  writeFileSync(
    here('packages/core/src/analysis/ldl.wasm.ts'),
    `// Made by scripts/build-ldl.mjs from assembly/ldl.ts: not to be changed by hand.\nexport const LDL =\n  '${compiled()}';\n`,
  );
