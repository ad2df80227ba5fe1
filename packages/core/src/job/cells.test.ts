import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { cellFormula, parseFormula, Run } from '../formula/index.ts';
import { buildJoint, reportCombination } from '../joints/report.ts';
import { inNewtons, type Combination } from '../actions/combination.ts';
import { basisOf } from '../standards/job-basis.ts';
import { withActions } from './actions.ts';
import { cellsOf, QUOTIENT, type Cells } from './cells.ts';
import { readJob } from './document.ts';

const demo = (name: string) =>
  readJob(JSON.parse(readFileSync(new URL(`../../../../demo/${name}.json`, import.meta.url), 'utf8')));
const jobs = [demo('tern-quay'), demo('heron-street')];
const all = jobs.flatMap((job) =>
  job.joints.map((stored) => {
    const [joint, basis] = [withActions(stored, job), basisOf(job, stored.settings)];
    return { joint, basis, built: buildJoint(joint, basis) };
  }),
);

/** Works a workbook as a spreadsheet would, with some given cells changed. A small reader of the test's own. */
function worked({ given, sections }: Cells, change: (name: string, value: number) => number = (_, x) => x): Map<string, number> {
  const values = new Map(given.map((c) => [c.name, change(c.name, c.value)]));
  for (const c of sections.flatMap((s) => s.cells))
    values.set(c.name, c.formula === undefined ? c.value : evaluated(c.formula, values));
  return values;
}
function evaluated(formula: string, values: ReadonlyMap<string, number>): number {
  const js = formula
    .replace(/[A-Za-z_][\w.]*(?!\w*\()/g, (word) => (/^(PI|SQRT|MIN|MAX|ABS|LN)$/.test(word) ? word : `at('${word}')`))
    .replaceAll('^', '**');
  const at = (name: string): number => {
    if (!values.has(name)) throw new Error(`${name} in ${formula} is not there yet`);
    return values.get(name)!;
  };

  const run = new Function('at', 'PI', 'SQRT', 'MIN', 'MAX', 'ABS', 'LN', `return ${js}`) as (...a: unknown[]) => number;
  return run(at, () => Math.PI, Math.sqrt, Math.min, Math.max, Math.abs, Math.log);
}

describe('a formula in a cell', () => {
  const cell = (text: string): string =>
    cellFormula(
      parseFormula(text),
      (name) => name,
      (n) => n.value,
    );
  it('keeps its meaning where a spreadsheet would take signs and powers in another order', () => {
    expect(cell('-a^2')).toBe('-(a^2)');
    expect(cell('a^-b')).toBe('a^(-b)');
    expect(cell('a^b^2')).toBe('a^(b^2)');
    expect(cell('(a+b)^2')).toBe('(a+b)^2');
  });
  it('brackets what stands right of a minus or a slash, and no more', () => {
    expect(cell('a-(b-c)')).toBe('a-(b-c)');
    expect(cell('a/(b*c)')).toBe('a/(b*c)');
    expect(cell('a*b/c - d + e')).toBe('a*b/c-d+e');
    expect(cell('(a+b)*c')).toBe('(a+b)*c');
    expect(cell('min(a, b/2, 1e-3)*sqrt(pi)')).toBe('MIN(a,b/2,0.001)*SQRT(PI())');
  });
});

describe('a calculation in cells', () => {
  it('works to the same numbers, joint by joint, every formula from those above it', () => {
    let formulas = 0;
    for (const { joint, basis, built } of all)
      joint.combinations.forEach((_, i) => {
        const cells = cellsOf(joint, basis, i, built, new Set());
        const values = worked(cells);
        for (const c of cells.sections.flatMap((s) => s.cells)) {
          if (c.formula !== undefined) formulas += 1;
          expect(values.get(c.name), `${joint.mark} ${c.name} = ${c.formula}`).toBeCloseTo(
            c.value,
            9 - Math.ceil(Math.log10(1 + Math.abs(c.value))),
          );
        }
      });
    expect(formulas).toBeGreaterThan(10_000);
  });

  it('names every cell once, in names that no spreadsheet takes for a place', () => {
    const taken = new Set<string>();
    const names = all.flatMap(({ joint, basis, built }) => {
      const { given, sections } = cellsOf(joint, basis, 0, built, taken, { prefix: joint.mark });
      return [...given, ...sections.flatMap((s) => s.cells)].map((c) => c.name);
    });
    expect(new Set(names.map((n) => n.toLowerCase())).size).toBe(names.length);
    for (const n of names) {
      expect(n).toMatch(/^[A-Za-z_][\w.]*$/);
      expect(n).not.toMatch(/^([a-z]{1,3}\d+|r\d*(c\d*)?|c\d*)$/i);
    }
  });

  it('follows what is given: a larger force gives the utilisation that the check gives', () => {
    let [followed, checks] = [0, 0];
    for (const { joint, basis, built } of all) {
      const before = joint.combinations.findIndex((c) => c.V_Ed && !c.N_Ed && !c.M_Ed && !c.N_tie);
      // Rows and pressures of these are found by iteration: their numbers stand.
      if (before < 0 || ['column-base', 'moment-end-plate'].includes(joint.kind)) continue;
      const combination = joint.combinations[before]!;
      const cells = cellsOf(joint, basis, before, built, new Set());
      const force = cells.given.find((c) => c.source.startsWith('combination') && c.value !== 0)!;
      const values = worked(cells, (name, x) => (name === force.name ? 1.25 * x : x));
      const more: Combination = { ...combination, V_Ed: 1.25 * combination.V_Ed! };
      const after = reportCombination(more, built.prepared.check(inNewtons(more), new Run(built.prepared.sheet)), basis).checks;
      for (const { result, demand, resistance, utilisation } of cells.checks) {
        const again = after.find((c) => c.type === 'strength' && c.id === result.id && c.where === result.where);
        if (again?.type !== 'strength' || demand === null || utilisation !== QUOTIENT) continue;
        checks += 1;
        const u =
          evaluated(demand, values) /
          (resistance === null ? basis.units.shown(result.resistance, result.unit) : evaluated(resistance, values));
        if (Math.abs(u / again.utilisation! - 1) < 1e-9) followed += 1;
        else expect(`${joint.mark} ${result.id}: ${u} for ${again.utilisation}`).toBe('');
      }
    }
    expect(checks).toBeGreaterThan(150);
    expect(followed).toBe(checks);
  });

  it('of one check is what it takes values from, and no other check', () => {
    const { joint, basis, built } = all.find(({ joint: j }) => j.mark === 'B2-14')!;
    const { checks, sections } = cellsOf(joint, basis, 0, built, new Set(), { only: (c) => c.id === 'beam-web-bearing' });
    expect(checks.map((c) => c.result.id)).toEqual(['beam-web-bearing']);
    expect(sections.map((s) => s.title)).toContain('Bearing, beam web');
    expect(sections.map((s) => s.title)).not.toContain('Weld');
  });

  it('in kip and inches is worked in kip and inches', () => {
    const { joint, basis, built } = all.find(({ joint: j }) => j.mark === 'D1-03')!;
    expect(basis.units.id).toBe('US');
    const { given, sections } = cellsOf(joint, basis, 0, built, new Set());
    // A plate of 1/2 in; no formula converts what is in kip, inches and ksi already.
    expect(given.find((c) => c.symbol === 't_p')?.value).toBeCloseTo(0.5, 12);
    const formulas = sections.flatMap((s) => s.cells).map((c) => c.formula ?? '');
    expect(formulas.some((f) => /\*1000|4448|25\.4/.test(f))).toBe(false);
  });
});
