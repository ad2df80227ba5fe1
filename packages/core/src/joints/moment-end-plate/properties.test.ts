import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Combination } from '../../actions/combination.ts';
import { resultKey } from '../../checks/check.ts';
import { DEFAULT_BASIS } from '../../standards/job-basis.ts';
import { US_CUSTOMARY } from '../../units/system.ts';
import { validate } from '../../validate/index.ts';
import { mm } from '../any-joint.testing.ts';
import { tryCheckJoint, type JointReport } from '../report.ts';
import { anyMomentPlate, anyMoments } from './any-input.testing.ts';
import { W1, W2, W3, W4 } from './cases.testing.ts';
import { actions } from './hand.testing.ts';
import { momentEndPlate } from './index.ts';
import type { MomentPlateInput } from './input.ts';

const report = (input: MomentPlateInput, combinations: readonly Combination[]): JointReport | null => {
  const r = tryCheckJoint({ kind: momentEndPlate.id, input, combinations }, DEFAULT_BASIS);
  return 'report' in r ? r.report : null;
};
const strengths = (r: JointReport) =>
  new Map(r.combinations[0]!.checks.flatMap((x) => (x.type === 'strength' ? [[resultKey(x), x] as const] : [])));
const resistance = (input: MomentPlateInput, sense: 1 | -1 = 1): number | null => {
  const r = report(input, [actions(sense * 10)]);
  return r && strengths(r).get('moment-resistance')!.resistance;
};

describe('any moment end plate', () => {
  it('gives finite numbers or a stated refusal, and holds only what it could check', () => {
    let judged = 0;
    fc.assert(
      fc.property(anyMomentPlate, anyMoments, (input, c) => {
        const seen = validate(momentEndPlate.schema(), input);
        expect(seen, JSON.stringify(seen)).toHaveProperty('value');
        const result = tryCheckJoint({ kind: momentEndPlate.id, input, combinations: [c] }, DEFAULT_BASIS);
        if ('refusal' in result)
          return void expect(result.refusal.message).toMatch(/^[\w.]+: .*accepted (here )?(is|are) .*\.$/s);
        judged += 1;
        const { checks, missing, state } = result.report.combinations[0]!;
        for (const x of checks) {
          if (x.type === 'skip') expect(x.reason).toMatch(/\.$/);
          if (x.type === 'value') expect([x.id, Number.isFinite(x.value)]).toEqual([x.id, true]);
          if (x.type !== 'strength') continue;
          expect([x.id, ...[x.demand, x.resistance, x.multiple, x.utilisation ?? 0].map(Number.isFinite)]).toEqual([
            x.id,
            true,
            true,
            true,
            true,
          ]);
          // A weld that is weaker than the joint's resistance and not than its load is told in another way.
          if (!x.id.startsWith('weld')) expect([x.id, x.pass]).toEqual([x.id, x.multiple >= 1 - 1e-9]);
        }
        if (missing.length) expect(['not-whole', 'gives']).toContain(state);
        for (const x of result.report.rules)
          expect([x.id, Number.isFinite(x.actual), Number.isFinite(x.limit)]).toEqual([x.id, true, true]);
      }),
      { numRuns: 1200, seed: 417 },
    );
    expect(judged).toBeGreaterThan(500);
  });
  it('has a detail line that parses back to itself, in millimetres and in inches', () => {
    fc.assert(
      fc.property(anyMomentPlate, (input) => {
        const line = momentEndPlate.line.print(input);
        expect(momentEndPlate.line.parse(line, input)).toEqual(input);
        const inches = momentEndPlate.line.print(input, US_CUSTOMARY);
        expect(JSON.parse(JSON.stringify(momentEndPlate.line.parse(inches, input)))).toEqual(JSON.parse(JSON.stringify(input)));
      }),
      { numRuns: 400, seed: 417 },
    );
  });
  it('does not mind the order in which its rows are typed', () => {
    fc.assert(
      fc.property(anyMomentPlate, anyMoments, (input, c) => {
        const [one, two] = [report(input, [c]), report({ ...input, rows: [...input.rows].reverse() }, [c])];
        expect(one === null).toBe(two === null);
        if (one && two) expect(two.combinations[0]!.checks).toEqual(one.combinations[0]!.checks);
      }),
      { numRuns: 200, seed: 417 },
    );
  });
});

/** The same joint drawn upside down. */
function flipped(i: MomentPlateInput): MomentPlateInput | null {
  if (i.haunch || i.beam.h === undefined) return null;
  const { end_above, end_below, ...column } = i.column ?? { steel: i.beam.steel, sides: 1 as const, other_checked: false };
  return {
    ...i,
    ...(i.column
      ? {
          column: {
            ...column,
            ...(end_below === undefined ? {} : { end_above: end_below }),
            ...(end_above === undefined ? {} : { end_below: end_above }),
          },
        }
      : {}),
    plate: { ...i.plate, top: i.plate.bottom, bottom: i.plate.top },
    rows: i.rows.map((r) => ({ ...r, y: -i.beam.h! - r.y })),
    welds: { ...i.welds, top: i.welds.bottom, bottom: i.welds.top },
    stiffeners: {
      ...(i.stiffeners.bottom ? { top: i.stiffeners.bottom } : {}),
      ...(i.stiffeners.top ? { bottom: i.stiffeners.top } : {}),
    },
  };
}

describe('the rows', () => {
  it('bring the same upside down under a moment of the other sign', () => {
    let compared = 0;
    fc.assert(
      fc.property(anyMomentPlate, anyMoments, (input, c) => {
        const turned = flipped(input);
        if (!turned) return;
        const [one, two] = [
          report(input, [c]),
          report(turned, [{ ...c, M_Ed: -c.M_Ed!, ...(c.M_other === undefined ? {} : { M_other: -c.M_other }) }]),
        ];
        if (!one || !two || c.M_Ed === 0) return;
        compared += 1;
        const other = two.combinations[0]!.checks.filter((x) => x.type === 'strength' && !x.where);
        for (const x of one.combinations[0]!.checks.filter((y) => y.type === 'strength' && !y.where)) {
          const y = other.find((z) => z.id === x.id);
          if (x.type === 'strength' && y?.type === 'strength') expect(y.resistance, x.id).toBeCloseTo(x.resistance, 3);
        }
      }),
      { numRuns: 600, seed: 417 },
    );
    expect(compared).toBeGreaterThan(40);
  });
  it('never bring less for a row more, a thicker plate or a stiffener, the plastic limit off', () => {
    let compared = 0;
    fc.assert(
      fc.property(anyMomentPlate, fc.integer({ min: 0, max: 2 }), (typed, which) => {
        // One yield strength, whatever the thickness: a step of the table is the code's own.
        const f = { f_y: 345, f_u: 470, beta_w: 0.9 };
        const input: MomentPlateInput = {
          ...typed,
          plate: { ...typed.plate, steel: f },
          options: { ...typed.options, plastic: 'off', prying: 'assume' },
        };
        const before = resistance(input);
        if (before === null) return;
        const more: MomentPlateInput =
          which === 0
            ? { ...input, plate: { ...input.plate, t: input.plate.t + 5 } }
            : which === 1
              ? { ...input, rows: [...input.rows, { y: Math.round((input.rows.at(-2)?.y ?? -100) - 60.5), role: 'auto' }] }
              : input.form === 'column' && !input.stiffeners.bottom
                ? {
                    ...input,
                    stiffeners: { ...input.stiffeners, bottom: { b: 80, t: 12, a: 5, depth: 'half', fitted: true, steel: f } },
                  }
                : input;
        const after = new Set(more.rows.map((r) => r.y)).size === more.rows.length ? resistance(more) : null;
        if (after === null) return;
        compared += 1;
        expect(after).toBeGreaterThanOrEqual(before * (1 - 1e-9));
      }),
      { numRuns: 800, seed: 417 },
    );
    expect(compared).toBeGreaterThan(150);
  });
  it('change their resistance by less than a thousandth when a row, a stiffener or the end of the column moves by 0.05 mm', () => {
    const moved = (change: (x: number) => MomentPlateInput, from: number, to: number): void => {
      let last: number | null = null;
      for (let x = from; x <= to; x += 0.05) {
        const now = resistance(change(x));
        if (now !== null && last !== null) expect(Math.abs(now - last) / last, String(x)).toBeLessThan(1e-3);
        last = now;
      }
      expect(last).not.toBeNull();
    };
    moved((y) => ({ ...W2, rows: W2.rows.map((r, i) => (i === 1 ? { ...r, y: -y } : r)) }), 60, 75);
    moved((e) => ({ ...W2, column: { ...W2.column!, end_above: e } }), 75, 90);
    moved((e) => ({ ...W3, column: { ...W3.column!, end_above: e } }), 70, 85);
  });
});

describe('a combination', () => {
  const multiples = (input: MomentPlateInput, c: Combination): Map<string, number> =>
    new Map([...strengths(report(input, [c])!)].map(([k, x]) => [k, x.multiple]));
  it('doubled in all its actions has half of every multiple, but for the steps of the code', () => {
    let compared = 0;
    // Bolts in shear step as more rows are needed, and a flange brings its weld no more than its own strength.
    const steps = /^(bolt-shear|weld-(tension|compression)-flange)/;
    fc.assert(
      fc.property(anyMomentPlate, mm(20, 400), mm(0, 60), (input, M, V) => {
        const [one, two] = [report(input, [actions(M, 0, V)]), report(input, [actions(2 * M, 0, 2 * V)])];
        if (!one || !two) return;
        const other = strengths(two);
        for (const [key, x] of strengths(one)) {
          const y = other.get(key);
          if (!y || steps.test(key) || (x.id === 'beam-flange-compression' && x.resistance !== y.resistance)) continue;
          compared += 1;
          expect(Math.abs(2 * y.multiple - x.multiple), key).toBeLessThanOrEqual(2e-6 * x.multiple + 1e-9);
        }
      }),
      { numRuns: 150, seed: 417 },
    );
    expect(compared).toBeGreaterThan(800);
  });
  it('has bolts in shear just used up at their own multiple', () => {
    for (const [input, M, V] of [
      [W2, 180, 300],
      [W3, 260, 400],
      [W4, 120, 250],
      [W1, 60, 130],
    ] as const) {
      const c = actions(M, 0, V, input === W4 ? 0 : undefined);
      const k = multiples(input, c).get('bolt-shear')!;
      const at = (f: number): number => {
        const x = strengths(report(input, [actions(M * f, 0, V * f, input === W4 ? 0 : undefined)])!).get('bolt-shear')!;
        return x.demand / x.resistance;
      };
      expect(at(k * 0.999)).toBeLessThanOrEqual(1);
      expect(at(k * 1.001)).toBeGreaterThanOrEqual(1);
    }
  });
  it('passes through M = 0 and N = 0 without a step that the code does not make', () => {
    const at = (M: number, N: number): number => strengths(report(W2, [actions(M, N, 60)])!).get('bolt-tension')?.demand ?? 0;
    expect(at(1e-6, 0)).toBeLessThan(1);
    expect(at(-1e-6, 0)).toBeLessThan(1);
    expect(Math.abs(at(120, 1e-6) - at(120, 0))).toBeLessThan(1);
    const N = (M: number): number => strengths(report(W2, [actions(M, 300)])!).get('moment-axial')!.utilisation!;
    expect(N(1e-6)).toBeCloseTo(N(-1e-6), 4);
  });
});
