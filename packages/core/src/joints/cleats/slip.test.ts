import { describe, expect, it } from 'vitest';
import { CLEATS, resultOf, strengthOf } from '../beam-end/samples.testing.ts';

// M20-8.8: A_s 245, F_p,C = 0.7 x 800 x 245 = 137.2 kN; class B: mu 0.4; UK: 1.25 at the ultimate limit, 1.1 in service. Forces in N.
const F_pC = 137_200;
const preloaded = (category: 'A' | 'B' | 'C', arrangement: 'double' | 'single' = 'double') => ({
  ...CLEATS,
  arrangement,
  bolts: { ...CLEATS.bolts, category },
});
const [B, C] = [1.1, 1.25];

describe('slip of cleats whose bolts are preloaded, by hand', () => {
  describe('at the support: eight bolts, one face each', () => {
    it.each([
      // In service what is given of it counts, else the whole.
      ['B', { V_Ed: 100, V_ser: 70 }, 70e3, (8 * 0.4 * F_pC) / B],
      ['B', { V_Ed: 100 }, 100e3, (8 * 0.4 * F_pC) / B],
      ['C', { V_Ed: 100, V_ser: 70 }, 100e3, (8 * 0.4 * F_pC) / C],
      // 40 kN pull 5 kN out of each: 3.9.2.
      ['B', { V_Ed: 100, N_Ed: 40, V_ser: 70 }, 70e3, (8 * 0.4 * (F_pC - 0.8 * 5e3)) / B],
      ['C', { V_Ed: 100, N_Ed: 40, V_ser: 70 }, 100e3, (8 * 0.4 * (F_pC - 0.8 * 5e3)) / C],
    ] as const)('category %s under %o', (category, load, demand, resistance) => {
      const found = strengthOf('cleats', preloaded(category), load, 'support-bolt-slip');
      expect(found.demand).toBeCloseTo(demand, 6);
      expect(found.resistance).toBeCloseTo(resistance, 6);
    });
    it('is solved for its multiple, since the tension grows with the load', () => {
      // 70 k = 8 x 0.4 (137.2 - 4 k)/1.1: k = 399.127/(70 + 11.636) = 4.8891.
      const { multiple } = strengthOf('cleats', preloaded('B'), { V_Ed: 100, N_Ed: 40, V_ser: 70 }, 'support-bolt-slip');
      expect(multiple).toBeCloseTo((3.2 * 137.2) / 1.1 / (70 + (3.2 * 4) / 1.1), 9);
    });
    it('of one cleat has four bolts, and the moment of the reaction about their line besides', () => {
      // Four at 70: S = 4 x 15 x 70^2/12 = 24 500; 60 to their line and 105 to the outer bolts: 0.2571 of V beside a quarter.
      const worst = Math.hypot(1 / 4, (60 * 105) / 24_500);
      const found = strengthOf('cleats', preloaded('C', 'single'), { V_Ed: 100 }, 'support-bolt-slip');
      expect(found.resistance).toBeCloseTo((0.4 * F_pC) / C / worst, 6);
    });
  });

  describe('in the web: four bolts, two faces, 60 from the support', () => {
    // 25 or 17.5 down on each, and 60 x 105/24 500 = 0.2571 of the reaction along the beam on the outer ones.
    const share = (60 * 105) / 24_500;
    it.each([
      ['B', { V_Ed: 100, V_ser: 70 }, 70e3, (2 * 0.4 * F_pC) / B],
      ['C', { V_Ed: 100, V_ser: 70 }, 100e3, (2 * 0.4 * F_pC) / C],
    ] as const)('category %s: the worst bolt slips at once with the group', (category, load, V, one) => {
      const found = strengthOf('cleats', preloaded(category), load, 'bolt-group-slip');
      expect(found.demand).toBeCloseTo(V, 6);
      expect(found.resistance).toBeCloseTo(one / Math.hypot(1 / 4, share), 6);
    });
    it.each([
      ['B', 70e3, B],
      ['C', 100e3, C],
    ] as const)('category %s with 40 kN along the beam: a quarter of it on each bolt', (category, V, gamma) => {
      const found = strengthOf('cleats', preloaded(category), { V_Ed: 100, N_Ed: 40, V_ser: 70 }, 'bolt-group-slip');
      expect(found.demand).toBeCloseTo(Math.hypot(V / 4, share * V + 10e3), 6);
      expect(found.resistance).toBeCloseTo((2 * 0.4 * F_pC) / gamma, 6);
    });
  });

  it('is none of bolts that bear', () => {
    for (const id of ['support-bolt-slip', 'bolt-group-slip'])
      expect(resultOf('cleats', preloaded('A'), { V_Ed: 100 }, id).type).toBe('skip');
  });
});
