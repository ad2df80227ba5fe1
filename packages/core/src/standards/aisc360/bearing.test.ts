import { describe, expect, it } from 'vitest';
import type { HoleKind } from '../../catalogue/index.ts';
import { plyStrength, weaker } from './bearing.ts';
import type { Aisc360Settings } from './settings.ts';

/** A bolt of 3/4 in in 1/4 in of 58 ksi, an inch from the edge; kips. d t F_u = 10.875, l_c t F_u = 14.5. */
const ply = (hole: HoleKind, deformation: boolean, l_c = 1) =>
  plyStrength({ deformation } as Aisc360Settings, 0.75, { t: 0.25, F_u: 58, hole }, l_c);

describe('bearing and tearout of one bolt, J3.11', () => {
  it.each([
    // (a)(1): where deformation at service load counts 2.4 and 1.2, else 3.0 and 1.5.
    ['normal', true, 2.4, 1.2],
    ['normal', false, 3, 1.5],
    ['oversize', true, 2.4, 1.2],
    ['short_slot_h', true, 2.4, 1.2],
    ['short_slot_v', false, 3, 1.5],
    // (c): across a long slot 2.0 and 1.0, whatever counts.
    ['long_slot_h', true, 2, 1],
    ['long_slot_v', true, 2, 1],
    ['long_slot_h', false, 2, 1],
    ['long_slot_v', false, 2, 1],
  ] as const)('in a hole of kind %s, deformation %s: %d d t F_u and %d l_c t F_u', (hole, deformation, b, t) => {
    const { bearing, tearout } = ply(hole, deformation);
    expect(bearing).toBeCloseTo(b * 10.875, 9);
    expect(tearout).toBeCloseTo(t * 14.5, 9);
  });
  it('tears by the clear distance: none is nothing, no edge is no limit', () => {
    expect(ply('normal', true, -0.1).tearout).toBe(0);
    expect(ply('normal', true, Infinity).tearout).toBe(Infinity);
    expect(ply('normal', true, 0.5).tearout).toBeCloseTo(0.5 * ply('normal', true).tearout, 9);
  });
  it('counts the weaker', () => {
    expect(weaker(ply('normal', true))).toBeCloseTo(1.2 * 14.5, 9);
    expect(weaker(ply('normal', true, 3))).toBeCloseTo(2.4 * 10.875, 9);
  });
});
