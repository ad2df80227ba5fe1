import { readFileSync } from 'node:fs';
import { readJob } from '../packages/core/src/index.ts';
import { analyse, jointField, jointModel, systemOf, type FieldOptions } from '../packages/core/src/field.ts';
import { cook, finPlate, oneBolt, roof, stub, tStub, weld } from '../packages/core/src/analysis/bench-models.testing.ts';
import { compiledFactor } from '../packages/core/src/analysis/compiled.ts';
import { PlainFactor, type Factor } from '../packages/core/src/analysis/factor.ts';
import { pageLines } from './bench-field-page.ts';
import { printLines, type Line } from './bench-lines.ts';

// Usage: npm run bench -- field. Known answers of the analysis, how long joints take, and the compiled factor against the plain one.
const job = readJob(JSON.parse(readFileSync(new URL('../demo/tern-quay.json', import.meta.url), 'utf8')));
const known: readonly (readonly [string, object, FieldOptions, number, (r: ReturnType<typeof analyse>) => number])[] = [
  ["S03 Cook's panel, 16 x 16", cook(16), { until: 'design' }, 23.96, (r) => r.design!.probes['tip']![1]],
  ['S08 barrel roof', roof(), { until: 'design' }, -0.3024, (r) => r.design!.probes['edge']![2]],
  ['L01 stub in bending', stub([0, 0, 0], [0, 165.58e6, 0]), {}, 1, (r) => r.multiple],
  ['L03 stub, N and M', stub([428_000, 0, 0], [0, 142.1e6, 0]), {}, 1, (r) => r.multiple],
  ['W01 fillets pulled', weld([0, 0, 572_300]), {}, 1, (r) => r.multiple],
  ['B02 bolt at 30 degrees', oneBolt(30), {}, 0.8521, (r) => r.multiple],
  ['B06 fin plate, kN', finPlate(), {}, 148.9, (r) => 60 * r.multiple],
  ['T01 T-stub, h = 3, kN', tStub(3), {}, 76.4, (r) => 50 * r.multiple],
];
for (const [name, model, options, answer, of] of known) {
  const from = performance.now();
  const value = of(analyse(model, options));
  const off = (100 * (value / answer - 1)).toFixed(2);
  process.stdout.write(
    `${name.padEnd(28)} ${value.toFixed(4).padStart(10)}  known ${answer}  ${off} %  ${((performance.now() - from) / 1000).toFixed(1)} s\n`,
  );
}

const lines: Line[] = [];
const timed = (what: string, aim: number, work: () => void): void => {
  const from = performance.now();
  work();
  lines.push({ what, value: (performance.now() - from) / 1000, unit: 's', aim });
};
const joint = (mark: string) => job.joints.find((j) => j.mark === mark)!;
timed('fin plate to the limit (B1-01)', 4, () => void jointField(joint('B1-01'), job));
timed(
  'eaves joint with stiffeners and haunch, preview to the design load (R1-01)',
  4,
  () => void jointField(joint('R1-01'), job, { preview: true, until: 'design' }),
);
timed('column base to the limit (P1-04)', 6, () => void jointField(joint('P1-04'), job));
timed('eaves joint, usual cells, to the design load', 12, () => void jointField(joint('R1-01'), job, { until: 'design' }));
timed('the same preview to the limit', 30, () => void jointField(joint('R1-01'), job, { preview: true }));

const system = systemOf(jointModel(joint('E1-01'), job).model);
const { pattern } = system.assembly;
const K = system.assembly.matrix();
system.inner(new Float64Array(system.n), system.fresh(), system.fresh(), K);
const best = (f: Factor): number => {
  let least = Infinity;
  for (let k = 0; k < 4; k += 1) {
    const from = performance.now();
    f.factor(K);
    least = Math.min(least, performance.now() - from);
  }
  return least;
};
const [plain, compiled] = [best(new PlainFactor(pattern)), best(compiledFactor(pattern)!)];
process.stdout.write(
  `factor of ${pattern.unknowns} unknowns, ${(pattern.work / 1e9).toFixed(2)} G multiplications: plain ${plain.toFixed(0)} ms, compiled ${compiled.toFixed(0)} ms, ratio ${(plain / compiled).toFixed(1)} (aim 4)\n`,
);
lines.push(...(await pageLines()));
printLines(lines);
