import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { inNewtons, type Combination } from '../actions/combination.ts';
import type { Basis } from '../basis/basis.ts';
import type { Prepared } from '../checks/check.ts';
import { prepared, type Sided } from '../checks/sided.ts';
import { at, Run, Sheet } from '../formula/index.ts';
import { DEFAULT_BASIS } from '../standards/job-basis.ts';
import { to } from './aisc360.testing.ts';
import { anyActions } from './any-joint.testing.ts';
import { anyCleats } from './cleats/any-input.testing.ts';
import { anyEndPlate } from './end-plate/any-input.testing.ts';
import { anyFinPlate } from './fin-plate/any-input.testing.ts';
import { anyMomentPlate, anyMoments } from './moment-end-plate/any-input.testing.ts';
import { runOf, standsUnder, summaryUnder, tryCheckJoint } from './report.ts';

const BASES: readonly Basis[] = [DEFAULT_BASIS, to('LRFD'), to('ASD', { bolt_groups: 'elastic' })];
const anyCombinations = fc
  .array(fc.tuple(anyActions, fc.constantFrom(0.05, 0.3, 1)), { minLength: 1, maxLength: 3 })
  .map((list) =>
    list.map(([c, k], i) => ({ ...c, name: `C${i}`, V_Ed: c.V_Ed * k, N_Ed: c.N_Ed * k, N_tie: i === 1 ? c.N_tie : 0 })),
  );
const NOTHING = { V_Ed: 0, N_Ed: 0, N_tie: 0 };
/** One action after the other on one joint, of any size; some beside others that are not of its size. */
const anyOneByOne = fc
  .array(
    fc
      .tuple(fc.integer({ min: 1, max: 100_000 }), fc.integer({ min: 1, max: 400 }))
      .chain(([x, y]) =>
        fc.constantFrom<Omit<Combination, 'name'>>(
          { ...NOTHING, V_Ed: x / 100 },
          { ...NOTHING, V_Ed: x / 100 },
          { ...NOTHING, V_Ed: -x / 100 },
          { ...NOTHING, N_tie: x / 100 },
          { ...NOTHING, V_Ed: x / 100, N_tie: y },
          { ...NOTHING, V_Ed: x / 100, V_ser: y },
          { ...NOTHING, V_Ed: x / 100, V_far: y },
          { ...NOTHING, V_Ed: x / 100, N_Ed: y },
        ),
      ),
    { minLength: 3, maxLength: 7 },
  )
  .map((list) => list.map((c, i): Combination => ({ ...c, name: `C${i}` })));
/** A moment plate turned out at random holds little: small shares of its moments are asked for, and what no force asks for is said. */
const anyFrames = fc
  .array(fc.tuple(anyMoments, fc.constantFrom(0.02, 0.1, 1)), { minLength: 1, maxLength: 3 })
  .map((list) => list.map(([c, k], i) => ({ ...c, name: `C${i}`, M_Ed: (c.M_Ed ?? 0) * k, V_Ed: c.V_Ed * k, N_Ed: c.N_Ed * k })));
const whole = anyMomentPlate.map((x) => ({
  ...x,
  ...(x.column ? { column: { ...x.column, other_checked: true } } : {}),
  options: { ...x.options, plastic: 'en' as const },
}));

const KINDS: readonly (readonly [string, fc.Arbitrary<unknown>, fc.Arbitrary<Combination[]>, readonly Basis[]])[] = [
  ['fin-plate', anyFinPlate, anyCombinations, BASES],
  ['end-plate', anyEndPlate, anyCombinations, BASES],
  ['cleats', anyCleats, anyCombinations, BASES],
  ['fin-plate', anyFinPlate, anyOneByOne, BASES],
  ['end-plate', anyEndPlate, anyOneByOne, BASES],
  ['cleats', anyCleats, anyOneByOne, BASES],
  ['moment-end-plate', whole, anyFrames, [DEFAULT_BASIS]],
];

describe.each(KINDS)('%s in short', (kind, any, combined, bases) => {
  it('comes to what its results come to, to the last digit', () => {
    const seen: Record<string, number> = {};
    fc.assert(
      fc.property(any, combined, fc.constantFrom(...bases), (input, combinations, basis) => {
        const full = tryCheckJoint({ kind, input, combinations }, basis);
        if ('refusal' in full) return;
        const { report, built } = full;
        const short = summaryUnder(built, combinations);
        expect([short.state, short.verdict, short.worst]).toEqual([report.state, report.verdict, report.worst]);
        expect(short.missing).toEqual(report.missing);
        const run = new Run(built.prepared.sheet);
        for (const [i, c] of report.combinations.entries()) {
          seen[c.state] = (seen[c.state] ?? 0) + 1;
          const brief = short.combinations[i]!;
          const first = c.first && { id: c.first.id, title: c.first.title, multiple: c.first.multiple };
          expect([brief.state, brief.missing, brief.first]).toEqual([
            c.state,
            c.missing,
            first && expect.objectContaining(first),
          ]);
          // Whether it gives at all is told alike by the short way to it; where it does not, the rest too.
          const whether = standsUnder(built, combinations[i]!, inNewtons(combinations[i]!), run, 1);
          expect(whether.state === 'gives').toBe(c.state === 'gives');
          if (c.state === 'gives') expect(whether.first!.multiple).toBeLessThan(1);
          else expect(whether).toEqual(brief);
        }
      }),
      { numRuns: 3000 },
    );
    // Joints of every state were met.
    expect(seen['gives']).toBeGreaterThan(20);
    expect((seen['holds'] ?? 0) + (seen['not-whole'] ?? 0)).toBeGreaterThan(20);
  });
});

it.each(KINDS.slice(0, 3))(
  'each check of a %s answers by itself what it answers among the others',
  (kind, any, combined, bases) => {
    const answered = new Set<string>();
    fc.assert(
      fc.property(any, combined, fc.constantFrom(...bases), (input, combinations, basis) => {
        const full = tryCheckJoint({ kind, input, combinations }, basis);
        if ('refusal' in full) return;
        const joint = full.built.prepared as Prepared & Sided;
        const run = new Run(joint.sheet);
        const alone = joint.checks.map((check) => prepared({ ...joint, checks: [check] }));
        for (const c of combinations.map(inNewtons)) {
          const among = joint.check(c, run).results;
          expect(alone.map((one) => one.check(c, run).results[0])).toEqual(among);
          for (const r of among) if (r.type === 'strength') answered.add(r.id);
        }
      }),
      { numRuns: 1000 },
    );
    expect(answered.size).toBeGreaterThan(25);
  },
);

it('a run that a refused check left half way is clean for the next', () => {
  const sheet = new Sheet();
  const run = runOf(sheet);
  expect(() => at(run, 'row 3', () => never())).toThrow('refused');
  run.suffix = 'minor axis';
  expect(run.where).toBe('row 3');
  expect([runOf(sheet) === run, run.where, run.suffix]).toEqual([true, '', '']);
});
const never = (): never => {
  throw new Error('refused');
};
