import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** Fingerprint of the calculation itself: a verdict that another edition of it gave is not taken for one of this. */
export function edition(): string {
  const hash = createHash('sha256');
  const root = dirname(fileURLToPath(import.meta.resolve('@ample/core')));
  const files = readdirSync(root, { recursive: true, encoding: 'utf8' }).filter((f) => /\.(ts|json)$/.test(f) && !/\.(test|testing)\.ts$/.test(f)).sort();
  for (const f of files) hash.update(f).update(readFileSync(join(root, f)));
  return hash.digest('hex').slice(0, 16);
}
