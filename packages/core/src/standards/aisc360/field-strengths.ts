import type { FieldStrengths, Under } from '../../basis/standard.ts';
import { KSI } from '../../catalogue/us.ts';
import { bearingStiffness } from '../en1993/field-strengths.ts';
import { plyStrength, weaker } from './bearing.ts';
import { aiscSettings, isLrfd } from './settings.ts';

/** phi R_n in LRFD, R_n/Omega in ASD. */
const available = (under: Under, phi: number, omega: number): number => (isLrfd(under) ? phi : 1 / omega);
const rupture = (under: Under): number => available(under, 0.75, 2);

/**
 * Strengths that a plate analysis gives to its plates, bolts and welds: AISC 360-22, J2.4, J3.7, J3.11. Plates yield at 0.90 F_y (B3, D2-1), in shear
 * too, which J4.2 counts higher. Bolts count by their gross area with threads in the plane. A fillet is right along its line, 0.60 F_EXX; across it the
 * analysis gives it 1.22 of that, the standard 1.5. Stiffnesses are no strengths: those of EN 1993-1-8.
 */
export const fieldStrengths: FieldStrengths = {
  yield: (f_y, under) => f_y * available(under, 0.9, 1.67),
  bolt: ({ d, f_ub, alpha_v }, under) => {
    const A_b = (Math.PI / 4) * d * d;
    return {
      F_t_Rd: rupture(under) * 0.75 * f_ub * A_b,
      F_v_Rd: rupture(under) * alpha_v * f_ub * A_b,
      k_v: (8 * d * d * f_ub) / 16,
    };
  },
  punching: () => Infinity,
  bearing: ({ d, d0, t, f_u, end, pitch, slot }, under) => {
    const l_c = Math.min(end - d0 / 2, pitch === null ? Infinity : pitch - d0);
    const R_n = weaker(
      plyStrength(aiscSettings(under), d, { t, F_u: f_u, hole: slot && slot.long > 2 * d ? 'long_slot_h' : 'normal' }, l_c),
    );
    return { F_b_Rd: rupture(under) * R_n, k_b: bearingStiffness(end, pitch, d, t, f_u) };
  },
  weld: (_steel, under) => ({
    fu: 0.6 * Math.sqrt(3) * Number(aiscSettings(under).electrode) * KSI,
    beta_w: 1,
    gamma_M2: 1 / rupture(under),
  }),
};
