import type { FieldStrengths } from '../../basis/standard.ts';
import { holeSize } from '../../catalogue/index.ts';

/** Stiffness of a bolt in a hole, N/mm: twice that of Table 6.11 with its k_b and k_t, which is of two bolts. */
export function bearingStiffness(end: number, pitch: number | null, d: number, t: number, f_u: number): number {
  const k_b = Math.min((0.25 * end) / d + 0.5, pitch === null ? 1.25 : (0.25 * pitch) / d + 0.375, 1.25);
  const k_t = Math.min((1.5 * t) / 16, 2.5);
  return 12 * k_b * k_t * d * f_u;
}

/** Resistances that a plate analysis gives to its bolts and welds: EN 1993-1-8, Table 3.4, 3.6.1, 4.5.3; stiffnesses of one bolt by half of Table 6.11. */
export const fieldStrengths: FieldStrengths = {
  yield: (f_y, { factors: { gamma_M0 } }) => f_y / gamma_M0!,
  bolt: ({ d, A_s, f_ub, alpha_v }, { factors: { gamma_M2 } }) => ({
    F_t_Rd: (0.9 * f_ub * A_s) / gamma_M2!,
    F_v_Rd: (alpha_v * f_ub * A_s) / gamma_M2!,
    k_v: (8 * d * d * f_ub) / 16,
  }),
  punching: ({ d_m, t, f_u }, { factors: { gamma_M2 } }) => (0.6 * Math.PI * d_m * t * f_u) / gamma_M2!,
  bearing: ({ d, d0, t, f_u, f_ub, end, pitch, edge, gauge, slot, anchor }, { factors: { gamma_M2 } }) => {
    const alpha_b = Math.min(end / (3 * d0), pitch === null ? 1 : pitch / (3 * d0) - 0.25, f_ub / f_u, 1);
    const k1 = Math.min((2.8 * edge) / d0 - 1.7, gauge === null ? 2.5 : (1.4 * gauge) / d0 - 1.7, 2.5);
    // Note 1: holes that are not normal round ones.
    const oversize = !anchor && d0 > holeSize(d, 'normal').d_0 + 0.1;
    const f_h = slot?.across ? 0.6 : oversize ? 0.8 : 1;
    return { F_b_Rd: (f_h * Math.max(0, k1 * alpha_b) * f_u * d * t) / gamma_M2!, k_b: bearingStiffness(end, pitch, d, t, f_u) };
  },
  weld: ({ f_u, beta_w }, { factors: { gamma_M2 } }) => ({ fu: f_u, beta_w, gamma_M2: gamma_M2! }),
};
