import fc from 'fast-check';
import { expect, it } from 'vitest';
import type { Combination } from '../actions/combination.ts';
import { DEFAULT_BASIS } from '../standards/job-basis.ts';
import { tryCheckJoint } from './report.ts';
import type { StrengthResult } from '../checks/check.ts';
import { US_CUSTOMARY } from '../units/system.ts';
import { validate } from '../validate/index.ts';
import type { JointKind } from './kind.ts';
import type { Pitch } from './pitches.ts';

export const mm = (min: number, max: number) => fc.integer({ min: min * 2, max: max * 2 }).map((x) => x / 2);
/** Rows with equal or unequal spacings. */
export const anyRows: fc.Arbitrary<{ n1: number; p1: Pitch }> = fc.oneof(
  {
    weight: 3,
    arbitrary: fc
      .record({ n1: fc.integer({ min: 1, max: 6 }), p1: mm(35, 110) })
      .map(({ n1, p1 }) => ({ n1, p1: n1 > 1 ? p1 : 0 })),
  },
  {
    weight: 1,
    arbitrary: fc
      .array(mm(35, 110), { minLength: 2, maxLength: 5 })
      .filter((l) => new Set(l).size > 1)
      .map((p1) => ({ n1: p1.length + 1, p1 })),
  },
);
/** Categories B and C go with 8.8 and 10.9 alone. */
export const preloaded = (a: { readonly cls: string; readonly category: 'A' | 'B' | 'C' }): 'A' | 'B' | 'C' =>
  a.cls === '8.8' || a.cls === '10.9' ? a.category : 'A';
export const anyActions: fc.Arbitrary<Combination> = fc.record({
  name: fc.constant('C'),
  V_Ed: mm(-800, 800),
  N_Ed: fc.oneof(fc.constant(0), mm(-180, 180)),
  N_tie: mm(0, 350),
});

/** What holds for any joint of a kind: finite numbers or a stated refusal, a line that parses back, forces and multiples in proportion. */
export function anyJoint<
  I extends { readonly support: { readonly other_side?: unknown }; readonly beam: { readonly notch: unknown } },
>(kind: JointKind<I>, anyInput: fc.Arbitrary<I>, least: number): void {
  it('gives finite numbers or a stated refusal', () => {
    let judged = 0;
    fc.assert(
      fc.property(anyInput, anyActions, (input, c) => {
        expect(validate(kind.schema(), input)).toHaveProperty('value');
        const result = tryCheckJoint({ kind: kind.id, input, combinations: [c] }, DEFAULT_BASIS);
        if ('refusal' in result) return void expect(result.refusal.message).toMatch(/^[\w.]+: .*accepted (is|are) .*\.$/s);
        judged += 1;
        for (const x of result.report.combinations[0]!.checks) {
          if (x.type === 'skip') expect(x.reason).toMatch(/\.$/);
          else if (x.type === 'strength') {
            expect([x.id, Number.isFinite(x.demand), Number.isFinite(x.resistance), Number.isFinite(x.multiple)]).toEqual([
              x.id,
              true,
              true,
              true,
            ]);
            expect([x.id, x.utilisation === null || Number.isFinite(x.utilisation)]).toEqual([x.id, true]);
            expect([x.id, x.pass]).toEqual([x.id, x.multiple >= 1 - 1e-9]);
          }
        }
        for (const r of result.report.rules)
          expect([r.id, Number.isFinite(r.actual), Number.isFinite(r.limit)]).toEqual([r.id, true, true]);
      }),
      { numRuns: 1500, seed: 417 },
    );
    expect(judged).toBeGreaterThan(least);
  });
  it('has a detail line that parses back to itself', () => {
    fc.assert(
      fc.property(anyInput, (input) => {
        const line = kind.line.print(input);
        const back = kind.line.parse(line, input);
        expect(kind.line.print(back)).toBe(line);
        expect({ ...back, beam: { ...back.beam, notch: input.beam.notch } }).toEqual(input);
      }),
      { numRuns: 500, seed: 417 },
    );
  });
  it('has a line in inches that parses back to itself, to the millimetre', () => {
    const exact = (v: unknown): unknown => JSON.parse(JSON.stringify(v));
    fc.assert(
      fc.property(anyInput, (input) => {
        const line = kind.line.print(input, US_CUSTOMARY);
        expect(line).toMatch(/^[A-Z]{2} in \| /);
        const back = kind.line.parse(line, input);
        expect(exact({ ...back, beam: { ...back.beam, notch: input.beam.notch } })).toEqual(exact(input));
        // Without its mark it is read in the units of the job.
        expect(kind.line.print(kind.line.parse(line.replace(' in |', ' |'), input, US_CUSTOMARY))).toBe(kind.line.print(input));
        expect(kind.line.parse(kind.line.print(input).replace(' |', ' mm |'), input, US_CUSTOMARY)).toEqual(
          kind.line.parse(kind.line.print(input), input),
        );
      }),
      { numRuns: 500, seed: 417 },
    );
  });
  it('halves every multiple when all forces double', () => {
    let compared = 0;
    fc.assert(
      fc.property(anyInput, anyActions, (input, c) => {
        if (input.support.other_side) return;
        const at = (k: number) =>
          tryCheckJoint(
            { kind: kind.id, input, combinations: [{ ...c, V_Ed: c.V_Ed * k, N_Ed: c.N_Ed * k, N_tie: c.N_tie * k }] },
            DEFAULT_BASIS,
          );
        const [one, two] = [at(1), at(2)];
        if ('refusal' in one || 'refusal' in two) return;
        one.report.combinations[0]!.checks.forEach((x, i) => {
          const y = two.report.combinations[0]!.checks[i]!;
          if (x.type !== 'strength' || y.type !== 'strength') return void expect(y.type).toBe(x.type);
          compared += 1;
          expect(Math.abs(y.multiple * 2 - x.multiple), x.id).toBeLessThanOrEqual(1e-6 * x.multiple);
        });
      }),
      { numRuns: 800, seed: 417 },
    );
    expect(compared).toBeGreaterThan(least * 2);
  });
}

/** More of one thing never lowers the checks that it serves, over random pairs of its sizes. */
export function grows(
  name: string,
  ids: RegExp,
  strengths: (x: number) => ReadonlyMap<string, StrengthResult>,
  from: number,
  to: number,
): void {
  it(name, () => {
    let compared = 0;
    fc.assert(
      fc.property(mm(from, to), mm(from, to), (a, b) => {
        const [low, high] = [strengths(Math.min(a, b)), strengths(Math.max(a, b))];
        for (const [id, r] of low) {
          if (!ids.test(id) || !high.has(id)) continue;
          compared += 1;
          expect([id, high.get(id)!.multiple >= r.multiple * (1 - 1e-9)]).toEqual([id, true]);
        }
      }),
      { numRuns: 80, seed: 417 },
    );
    expect(compared).toBeGreaterThan(100);
  });
}
