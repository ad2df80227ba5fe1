import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from '../root.ts';

/** Fingerprint of the calculation itself: a verdict that another edition of it gave is not taken for one of this. */
export function edition(): string {
  const hash = createHash('sha256');
  const root = join(ROOT, 'packages/core/src');
  const files = readdirSync(root, { recursive: true, encoding: 'utf8' })
    .filter((f) => /\.(ts|json)$/.test(f) && !/\.(test|testing)\.ts$/.test(f))
    .sort();
  for (const f of files) hash.update(f).update(readFileSync(join(root, f)));
  return hash.digest('hex').slice(0, 16);
}
