import { describe, expect, it } from 'vitest';
import { CLEATS, ruleOf, strengthOf } from '../beam-end/samples.testing.ts';

// Cleats 290 high with four rows at 70: 290 - 3 x 70 = 80 is shared by the ends over and under the rows at the support.
const at = (e1: number) => ({ ...CLEATS, support_bolts: { ...CLEATS.support_bolts, e1 } });

describe('the ends of the legs at the support', () => {
  it('are both held to the least: the smaller of 30 and 50, of 50 and 30, or the 40 of the web leg', () => {
    expect([30, 40, 50].map((e1) => ruleOf('cleats', at(e1), 'detail-e1').actual)).toEqual([30, 40, 30]);
  });
  it('bear by the end that the bolts press: the one over the rows under a reaction, alpha_b = e1/66', () => {
    // V_Rd = 8 x 2.5 x e1/66 x 410 x 20 x 10/1.25 N = 19879 e1: all rows at the lowest, for bolts are stronger in bearing than in shear.
    for (const e1 of [30, 40, 50])
      expect(strengthOf('cleats', at(e1), { V_Ed: 100 }, 'cleat-bearing-support-leg').resistance).toBeCloseTo(
        (8 * 2.5 * e1 * 410 * 20 * 10) / 66 / 1.25,
        3,
      );
  });
});
