/** Writes the straight code of every formula's shape: npx tsx scripts/build-straight.ts */
import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { everyFormula } from '../packages/core/src/formula/every-formula.testing.ts';
import { straightText } from '../packages/core/src/formula/straight-text.testing.ts';

const FILE = fileURLToPath(new URL('../packages/core/src/formula/straight-code.ts', import.meta.url));
writeFileSync(FILE, straightText((await everyFormula()).map((f) => f.ast)));
