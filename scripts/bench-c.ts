import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { basisOf, inNewtons, kindOf, readJob, Run, withActions, type FormulaDef, type Step } from '../packages/core/src/index.ts';
import { compile } from '../packages/core/src/formula/compile.ts';
import { C_HEAD, cFormula } from '../packages/core/src/formula/straight.ts';
import { printLines, type Line } from './bench-lines.ts';

// Usage: npm run bench -- c. One combination of a joint against its very formulas in C, where there is a compiler of it.
if (spawnSync('cc', ['--version']).status !== 0) {
  process.stdout.write('There is no C compiler here (cc): nothing to compare with.\n');
  process.exit(0);
}

function slotsOf(f: FormulaDef): (name: string) => number {
  const slots = new Map(f.uses.map((u) => [u.name, u.slot.index]));
  return (name) => slots.get(name)!;
}

/** What one working takes at its quickest, in microseconds. */
function quickest(work: () => void): number {
  let best = Infinity;
  for (let round = 0; round < 40; round += 1) {
    const start = performance.now();
    let n = 0;
    for (; performance.now() - start < 10; n += 20) for (let i = 0; i < 20; i += 1) work();
    best = Math.min(best, ((performance.now() - start) / n) * 1000);
  }
  return best;
}

/**
 * The steps in C, in this order: microseconds at their quickest. Each step has a value of its own, made of those that it was made of and of what was given
 * then: a part that is worked for several sides, rows or anchors is worked for each, where one place for all would let the compiler leave most of them out.
 */
function inC(steps: readonly Step[]): number {
  const folder = mkdtempSync(join(tmpdir(), 'ample-c-'));
  try {
    const values: number[] = steps.map((s) => s.value);
    const given = new Map<string, number>();
    const place = (slot: number, value: number): number => {
      const key = `${slot} ${value}`;
      if (!given.has(key)) given.set(key, values.push(value) - 1);
      return given.get(key)!;
    };
    const lines = steps.map(({ def, from, values: of }, i) => {
      // What was found by a method is given here.
      if (def.method !== undefined) return '';
      const places = new Map(def.uses.map((u, k) => [u.name, from[k]! < 0 ? place(u.slot.index, of[k]!) : from[k]!] as const));
      return `  v[${i}] = ${cFormula(def.ast, (name) => places.get(name)!)};\n`;
    });
    const text = `${C_HEAD}#include <stdio.h>
#include <time.h>
static double values[${values.length}] = {${values.map((x) => (Number.isFinite(x) ? x : 0)).join(',')}};
__attribute__((noinline)) void work(double *v) {
${lines.join('')}  __asm__ volatile("" ::: "memory");
}
int main(void) {
  double best = 1e9;
  for (int round = 0; round < 200; round += 1) {
    struct timespec a, b;
    clock_gettime(CLOCK_MONOTONIC, &a);
    for (int i = 0; i < 10000; i += 1) work(values);
    clock_gettime(CLOCK_MONOTONIC, &b);
    double t = ((b.tv_sec - a.tv_sec) * 1e6 + (b.tv_nsec - a.tv_nsec) / 1e3) / 10000;
    if (t < best) best = t;
  }
  printf("%.6f\\n", best);
  return 0;
}
`;
    writeFileSync(join(folder, 'work.c'), text);
    execFileSync('cc', ['-O2', '-o', join(folder, 'work'), join(folder, 'work.c'), '-lm'], { stdio: 'inherit' });
    return Number(execFileSync(join(folder, 'work'), { encoding: 'utf8' }));
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

const lines: Line[] = [];
for (const [file, marks] of [
  ['tern-quay', ['B1-01', 'B2-14', 'E1-01', 'C1-01', 'P1-04', 'R2-04']],
  ['heron-street', ['D2-02', 'D3-02', 'A1-01']],
] as const) {
  const job = readJob(JSON.parse(readFileSync(new URL(`../demo/${file}.json`, import.meta.url), 'utf8')));
  for (const mark of marks) {
    const joint = job.joints.find((j) => j.mark === mark)!;
    const { prepared } = kindOf(joint.kind).build(joint.input, basisOf(job, joint.settings));
    const acting = withActions(joint, job).combinations.map(inNewtons);
    const run = new Run(prepared.sheet);
    let [formulas, c, alone] = [0, 0, 0];
    for (const a of acting) {
      run.startTrace();
      prepared.check(a, run);
      c += inC(run.steps!);
      const worked = run.steps!.map((s) => s.def).filter((f) => f.method === undefined);
      formulas += worked.length;
      run.steps = null;
      // Its formulas alone, one after the other.
      const code = worked.map((def) => ({ at: def.slot.index, f: compile(def.ast, slotsOf(def)) }));
      alone += quickest(() => {
        for (const { at, f } of code) run.v[at] = f(run.v);
      });
    }
    const whole = quickest(() => {
      for (const a of acting) prepared.least?.(a, run) ?? prepared.check(a, run);
    });
    const [n, mean] = [acting.length, (x: number): number => x / acting.length];
    lines.push({
      what: `${mark}: ${Math.round(mean(formulas))} formulas, mean of ${n} combinations, times C (${mean(c).toFixed(3)} µs)`,
      value: alone / c,
      unit: '',
      aim: 15,
    });
    lines.push({ what: `  its whole combinations (${mean(whole).toFixed(2)} µs), times C`, value: whole / c, unit: '', aim: 15 });
  }
}
printLines(lines);
