import type { HoleKind } from '../../catalogue/index.ts';
import type { Aisc360Settings } from './settings.ts';

/** One part at one bolt. */
export interface Ply {
  readonly t: number;
  readonly F_u: number;
  readonly hole: HoleKind;
}

/**
 * Bearing and tearout of one bolt in one part, nominal, N (J3.11): `l_c` is the clear distance along the force, infinite where there is no edge or hole.
 * A long slot bears and tears less; which way its bolt pushes is not asked.
 */
export function plyStrength(
  s: Aisc360Settings,
  d: number,
  p: Ply,
  l_c: number,
): { readonly bearing: number; readonly tearout: number } {
  const [b, t] = s.deformation ? [2.4, 1.2] : [3, 1.5];
  const long = p.hole.startsWith('long_slot');
  return {
    bearing: (long ? Math.min(2, b) : b) * d * p.t * p.F_u,
    tearout: (long ? Math.min(1, t) : t) * Math.max(0, l_c) * p.t * p.F_u,
  };
}

export const weaker = (x: { readonly bearing: number; readonly tearout: number }): number => Math.min(x.bearing, x.tearout);
