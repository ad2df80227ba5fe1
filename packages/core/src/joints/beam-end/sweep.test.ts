import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Combination } from '../../actions/combination.ts';
import { anyCleats } from '../cleats/any-input.testing.ts';
import { anyEndPlate } from '../end-plate/any-input.testing.ts';
import { anyFinPlate } from '../fin-plate/any-input.testing.ts';
import { anyBase } from '../base-plate/any-input.testing.ts';
import { load, SAMPLES } from './samples.testing.ts';
import { jumpAtZero, least } from './sweep.testing.ts';

const KINDS = [
  ['fin-plate', anyFinPlate],
  ['end-plate', anyEndPlate],
  ['cleats', anyCleats],
] as const;

describe('no verdict jumps where an action passes zero', () => {
  // A part with no resistance at all (1/multiple 1000) gives under any force in its direction, and under none at none.
  it.each(KINDS)('%s', (kind, any) => {
    let compared = 0;
    fc.assert(
      fc.property(
        any as fc.Arbitrary<unknown>,
        fc.constantFrom<Partial<Combination>>({ V_Ed: 120 }, { V_Ed: -80 }, { V_Ed: 40, N_Ed: 60 }, { V_Ed: 40, N_Ed: -60 }),
        (input, c) => {
          for (const action of ['V_Ed', 'N_Ed'] as const) {
            if (action === 'V_Ed' && !c.N_Ed) continue; // an empty combination puts no load on anything, the far beam's neither
            const found = jumpAtZero(kind, input, load({ ...c, [action]: 0 }), action);
            if (!found || found.words.includes('1000.0000')) continue;
            compared += 1;
            expect(found.jump, found.words).toBeLessThan(1e-3);
          }
        },
      ),
      { numRuns: 1500, seed: 417 },
    );
    expect(compared).toBeGreaterThan(300);
  });
});

describe('no verdict of a base jumps where an action passes zero', () => {
  const LOADS: Partial<Combination>[] = [
    { N_Ed: -600 },
    { N_Ed: 90 },
    { N_Ed: -300, M_y: 40 },
    { N_Ed: 60, M_y: 30, V_z: 20 },
    { N_Ed: -200, M_y: 35, M_z: 12, V_z: 15, V_y: 8 },
    { M_y: 30, T: 2, V_z: 10 },
  ];
  it('of every action', () => {
    let compared = 0;
    fc.assert(
      fc.property(
        anyBase,
        fc.constantFrom(...LOADS),
        fc.constantFrom<(keyof Combination)[]>('N_Ed', 'M_y', 'M_z', 'V_z', 'V_y', 'T'),
        (input, c, action) => {
          const found = jumpAtZero('column-base', input, load({ ...c, [action]: 0 }), action);
          if (!found || found.words.includes('1000.0000')) return;
          compared += 1;
          expect(found.jump, found.words).toBeLessThan(2e-3);
        },
      ),
      { numRuns: 700, seed: 417 },
    );
    expect(compared).toBeGreaterThan(150);
  });
  // Multiples of the curved laws are found to 0.2 %, on both sides.
  it.each([
    ['lever arm', { method: 'lever-arm' }, 2e-3],
    ['section', { method: 'section' }, 2e-3],
    ['full contact', { contact: 'full' }, 2e-3],
    ['parabola', { law: 'parabola' }, 8e-3],
    ['uniform', { law: 'uniform' }, 1.2e-2],
    ['Table 6.2', { prying: 'table-6.2' }, 5e-3],
  ] as const)('by %s', (_, options, most) => {
    let compared = 0;
    fc.assert(
      fc.property(
        anyBase,
        fc.constantFrom(...LOADS),
        fc.constantFrom<(keyof Combination)[]>('N_Ed', 'M_y', 'M_z', 'V_z', 'T'),
        (input, c, action) => {
          const found = jumpAtZero(
            'column-base',
            { ...input, options: { ...input.options, ...options } },
            load({ ...c, [action]: 0 }),
            action,
          );
          if (!found || found.words.includes('1000.0000')) return;
          compared += 1;
          expect(found.jump, found.words).toBeLessThan(most);
        },
      ),
      { numRuns: 160, seed: 73 },
    );
    expect(compared).toBeGreaterThan(12);
  });
});

describe('every action swept through its range in small steps', () => {
  // Between two steps the utilisation of a sound joint changes by no more than a bound that the step explains: 2 kN of force.
  it.each(SAMPLES)('%s', (kind, input) => {
    for (const [action, from, to, base] of [
      ['N_Ed', -120, 120, { V_Ed: 60 }],
      ['V_Ed', -120, 120, { N_Ed: 40 }],
      ['V_Ed', -120, 120, { N_Ed: -40 }],
      ['N_tie', 0, 120, { V_Ed: 60 }],
    ] as const) {
      let before: { u: number; by: string } | null = null;
      for (let x = from; x <= to; x += 2) {
        const now = least(kind, input, load({ ...base, [action]: x }))!;
        if (before) expect(Math.abs(now.u - before.u), `${action} ${x}: ${before.by} to ${now.by}`).toBeLessThan(0.03);
        before = now;
      }
    }
  });
});

describe('stronger or thicker is never worse', () => {
  // Three clauses say otherwise: 3.7(1), by which bearings add up only while none is stronger than its bolt; the notch, whose arm a thicker end plate makes longer;
  // and Table 6.2, by which a plate that yields first pries the harder the thicker it is.
  const EXCUSED = /-bearing$|^beam-notch|^beam-second|^combined-shear-tension$/;
  const LOADS: Partial<Combination>[] = [{ V_Ed: 120 }, { V_Ed: 60, N_Ed: 50 }, { V_Ed: 60, N_Ed: -50 }, { V_Ed: -50 }];
  const changed = (input: unknown, what: string, value: string): unknown =>
    JSON.parse(JSON.stringify(input).replace(new RegExp(`"${what}":"[^"]+"`, 'g'), `"${what}":"${value}"`));
  it.each(KINDS)('%s: steel of a higher grade, bolts of a higher class, a thicker plate', (kind, any) => {
    let compared = 0;
    fc.assert(
      fc.property(
        any as fc.Arbitrary<unknown> as fc.Arbitrary<Record<string, unknown>>,
        fc.constantFrom(...LOADS),
        fc.constantFrom('grade', 'cls', 't'),
        (input, c, what) => {
          const plate = input['plate'] as { t: number } | undefined;
          const steps =
            what === 'grade'
              ? ['S235', 'S275', 'S355'].map((v) => changed(input, what, v))
              : what === 'cls'
                ? ['5.6', '8.8', '10.9'].map((v) => changed(input, what, v))
                : plate
                  ? [6, 8, 10, 12, 15].map((t) => ({ ...input, plate: { ...plate, t } }))
                  : [];
          let before: ReturnType<typeof least> = null;
          for (const step of steps) {
            const now = least(kind, step, load(c));
            if (before && now && now.u < 900 && !EXCUSED.test(now.by)) {
              compared += 1;
              expect(now.u, `${what}: ${before.by} ${before.u} to ${now.by} ${now.u}`).toBeLessThanOrEqual(
                Math.max(before.u, 0.05) * (1 + 1e-6),
              );
            }
            before = now;
          }
        },
      ),
      { numRuns: 900, seed: 12 },
    );
    expect(compared).toBeGreaterThan(150);
  });
});
