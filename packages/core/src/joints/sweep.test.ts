import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Combination } from '../actions/combination.ts';
import { anyCleats } from './cleats/any-input.testing.ts';
import { anyEndPlate } from './end-plate/any-input.testing.ts';
import { anyFinPlate } from './fin-plate/any-input.testing.ts';
import { load, SAMPLES } from './samples.testing.ts';
import { jumpAtZero, least } from './sweep.testing.ts';

const KINDS = [['fin-plate', anyFinPlate], ['end-plate', anyEndPlate], ['cleats', anyCleats]] as const;

describe('no verdict jumps where an action passes zero', () => {
  // A part with no resistance at all (1/multiple 1000) gives under any force in its direction, and under none at none.
  it.each(KINDS)('%s', (kind, any) => {
    let compared = 0;
    fc.assert(fc.property(any as fc.Arbitrary<unknown>, fc.constantFrom<Partial<Combination>>({ V_Ed: 120 }, { V_Ed: -80 }, { V_Ed: 40, N_Ed: 60 }, { V_Ed: 40, N_Ed: -60 }), (input, c) => {
      for (const action of ['V_Ed', 'N_Ed'] as const) {
        if (action === 'V_Ed' && !c.N_Ed) continue; // an empty combination puts no load on anything, the far beam's neither
        const found = jumpAtZero(kind, input, load({ ...c, [action]: 0 }), action);
        if (!found || found.words.includes('1000.0000')) continue;
        compared += 1;
        expect(found.jump, found.words).toBeLessThan(1e-3);
      }
    }), { numRuns: 1500, seed: 417 });
    expect(compared).toBeGreaterThan(300);
  });
});

describe('every action swept through its range in small steps', () => {
  // Between two steps the utilisation of a sound joint changes by no more than a bound that the step explains: 2 kN of force.
  it.each(SAMPLES)('%s', (kind, input) => {
    for (const [action, from, to, base] of [['N_Ed', -120, 120, { V_Ed: 60 }], ['V_Ed', -120, 120, { N_Ed: 40 }], ['V_Ed', -120, 120, { N_Ed: -40 }], ['N_tie', 0, 120, { V_Ed: 60 }]] as const) {
      let before: { u: number; by: string } | null = null;
      for (let x = from; x <= to; x += 2) {
        const now = least(kind, input, load({ ...base, [action]: x }))!;
        if (before) expect(Math.abs(now.u - before.u), `${action} ${x}: ${before.by} to ${now.by}`).toBeLessThan(0.03);
        before = now;
      }
    }
  });
});
