import type { FormulaSection, Run } from '../../formula/index.ts';
import { eccentricity, leastEdgeOf, squares, type Anchorage } from '../anchorage.ts';
import { headArea, headFormulas } from './head.ts';

/** Splitting of the block, EN 1992-4, 7.2.1.7. */
export class Splitting {
  private readonly f;
  constructor(s: FormulaSection) {
    this.f = {
      ...headFormulas(s),
      N_p: s.f('N_Rk_p', 'kN', 'k_2*A_h*f_ck', 'pull-out of one anchor', 'EN 1992-4, 7.2.1.5'),
      N_p_bar: s.found('N_Rk_p', 'kN', 'bond of one anchor', 'characteristic value behind the bond check'),
      N_c: s.f('N_Rk_c_0', 'kN', 'k_1*sqrt(f_ck)*h_ef^1.5', 'cone of one anchor', 'EN 1992-4, 7.2.1.4(2)'),
      N0: s.f('N_Rk_sp_0', 'kN', 'min(N_Rk_p, N_Rk_c_0)', 'splitting strength of one anchor', 'EN 1992-4, 7.2.1.7(2)'),
      s_cr: s.f('s_cr_sp', 'mm', '2*c_cr_sp', 'spacing at which anchors part', 'EN 1992-4, 7.2.1.7(2)'),
      A0: s.f('A_c_N_0', 'mm2', 's_cr_sp^2', 'area of one anchor', 'EN 1992-4, 7.2.1.7(2)'),
      A: s.found('A_c_N', 'mm2', 'area of the group', 'union of the squares of side s_cr,sp, cut at the block'),
      c_min: s.found('c_min', 'mm', 'least edge distance of the group', 'measured'),
      psi_s: s.f('psi_s_N', '-', 'min(1, 0.7+0.3*c_min/c_cr_sp)', 'disturbance by an edge', 'EN 1992-4, 7.2.1.4(4)'),
      psi_s_far: s.f('psi_s_N', '-', '1', 'no edge near', 'EN 1992-4, 7.2.1.4(4)'),
      psi_re: s.f('psi_re_N', '-', 'min(1, 0.5+h_ef/200[mm])', 'shell spalling', 'EN 1992-4, 7.2.1.4(5)'),
      psi_re_wide: s.f('psi_re_N', '-', '1', 'bars near the anchor are far apart', 'EN 1992-4, 7.2.1.4(5)'),
      e_y: s.found('e_N_y', 'mm', 'resultant off the centroid, in y', 'from the anchor forces'),
      e_z: s.found('e_N_z', 'mm', 'resultant off the centroid, in z', 'from the anchor forces'),
      psi_ec: s.f('psi_ec_N', '-', '1/(1+2*e_N_y/s_cr_sp)*(1/(1+2*e_N_z/s_cr_sp))', 'eccentricity', 'EN 1992-4, 7.2.1.4(6)'),
      psi_h_lim: s.f(
        'psi_h_max',
        '-',
        'min(2, max(1, ((h_ef+1.5*c_min)/h_min)^(2/3)))',
        'largest help of a deep block',
        'EN 1992-4, 7.2.1.7(2)',
      ),
      psi_h: s.f('psi_h_sp', '-', 'min(psi_h_max, (H/h_min)^(2/3))', 'depth of the block', 'EN 1992-4, 7.2.1.7(2)'),
      psi_h_deep: s.f('psi_h_sp', '-', 'psi_h_max', 'a very deep block', 'EN 1992-4, 7.2.1.7(2)'),
      psi_h_two: s.f('psi_h_max', '-', '2', 'no edge near', 'EN 1992-4, 7.2.1.7(2)'),
      N_Rk: s.f(
        'N_Rk_sp',
        'kN',
        'N_Rk_sp_0*(A_c_N/A_c_N_0)*psi_s_N*psi_re_N*psi_ec_N*psi_h_sp',
        'characteristic splitting strength',
        'EN 1992-4, 7.2.1.7(2)',
      ),
      N_Rd: s.f('N_Rd_sp', 'kN', 'N_Rk_sp/gamma_Mc', 'splitting of the group', 'EN 1992-4, 7.2.1.7'),
    };
  }

  /** N_Rd,sp of a group under the forces F, N. `bar`: characteristic bond of one anchor without a head, N. */
  work(r: Run, m: Anchorage, idx: readonly number[], F: readonly number[], bar: () => number): number {
    const split = this.f;
    const { type } = m.input.anchors;
    if (type === 'headed' || type === 'washer') {
      headArea(r, m, split);
      split.N_p(r);
    } else split.N_p_bar(r, bar());
    split.N_c(r);
    split.N0(r);
    const s_cr = split.s_cr(r);
    split.A0(r);
    split.A(r, squares(m, idx, s_cr));
    const c_min = leastEdgeOf(m, idx);
    if (Number.isFinite(c_min)) {
      split.c_min(r, c_min);
      split.psi_s(r);
      split.psi_h_lim(r);
    } else {
      split.psi_s_far(r);
      split.psi_h_two(r);
    }
    (m.input.concrete.wide_mesh ? split.psi_re_wide : split.psi_re)(r);
    const off = eccentricity(m, idx, F);
    split.e_y(r, off.y);
    split.e_z(r, off.z);
    split.psi_ec(r);
    (Number.isFinite(m.H) ? split.psi_h : split.psi_h_deep)(r);
    split.N_Rk(r);
    return split.N_Rd(r);
  }
}
