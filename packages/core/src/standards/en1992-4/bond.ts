import type { FormulaSection, Run } from '../../formula/index.ts';
import { leastEdgeOf, lineGaps, squares, type Anchorage } from '../anchorage.ts';

/** Bond of post-installed anchors, EN 1992-4, 7.2.1.6. */
export class GroupBond {
  private readonly f;
  constructor(s: FormulaSection) {
    this.f = {
      psi_sus: s.f('psi_sus', '-', '1', 'permanent share within what the product allows', 'EN 1992-4, 7.2.1.6(2)'),
      psi_sus_over: s.f('psi_sus', '-', 'psi_sus_0+1-alpha_sus', 'factor of permanent load', 'EN 1992-4, 7.2.1.6(2)'),
      N0: s.f('N_Rk_p_0', 'kN', 'psi_sus*tau_Rk*pi*d*h_ef', 'bond of one anchor, far from edges', 'EN 1992-4, 7.2.1.6(2)'),
      s_cr: s.f(
        's_cr_Np',
        'mm',
        'min(3*h_ef, 7.3*d*sqrt(psi_sus*tau_Rk_ucr/1[MPa]))',
        'spacing at which anchors part',
        'EN 1992-4, 7.2.1.6(3)',
      ),
      c_cr: s.f('c_cr_Np', 'mm', 's_cr_Np/2', 'edge distance at which bond is whole', 'EN 1992-4, 7.2.1.6(3)'),
      A0: s.f('A_p_N_0', 'mm2', 's_cr_Np^2', 'area of one anchor', 'EN 1992-4, 7.2.1.6(3)'),
      A: s.found(
        'A_p_N',
        'mm2',
        'area of the group',
        'union of the squares of side s_cr,Np, cut at the block',
        'EN 1992-4, 7.2.1.6(3)',
      ),
      n: s.found('n_g', '-', 'anchors of the group', 'count'),
      s_m: s.found('s_m', 'mm', 'mean gap of the group', 'measured'),
      tau_c: s.f('tau_Rk_c', 'MPa', 'k_3*sqrt(h_ef*f_ck)/(pi*d)', 'bond at which the concrete gives', 'EN 1992-4, 7.2.1.6(5)'),
      psi_g0: s.f(
        'psi_g_0',
        '-',
        'max(1, sqrt(n_g)-(sqrt(n_g)-1)*(tau_Rk/tau_Rk_c)^1.5)',
        'group effect of close anchors',
        'EN 1992-4, 7.2.1.6(5)',
      ),
      psi_g: s.f('psi_g', '-', 'max(1, psi_g_0-sqrt(min(1, s_m/s_cr_Np))*(psi_g_0-1))', 'group effect', 'EN 1992-4, 7.2.1.6(5)'),
      psi_g_one: s.f('psi_g', '-', '1', 'a single anchor', 'EN 1992-4, 7.2.1.6(5)'),
      c_min: s.found('c_min', 'mm', 'least edge distance of the group', 'measured'),
      psi_s: s.f('psi_s_Np', '-', 'min(1, 0.7+0.3*c_min/c_cr_Np)', 'disturbance by an edge', 'EN 1992-4, 7.2.1.6(6)'),
      psi_s_far: s.f('psi_s_Np', '-', '1', 'no edge near', 'EN 1992-4, 7.2.1.6(6)'),
      psi_re: s.f('psi_re', '-', 'min(1, 0.5+h_ef/200[mm])', 'shell spalling', 'EN 1992-4, 7.2.1.6(7)'),
      psi_re_wide: s.f('psi_re', '-', '1', 'bars near the anchor are far apart', 'EN 1992-4, 7.2.1.6(7)'),
      e_y: s.found('e_N_y', 'mm', 'resultant off the centroid, in y', 'from the anchor forces'),
      e_z: s.found('e_N_z', 'mm', 'resultant off the centroid, in z', 'from the anchor forces'),
      psi_ec: s.f('psi_ec_Np', '-', '1/(1+2*e_N_y/s_cr_Np)*(1/(1+2*e_N_z/s_cr_Np))', 'eccentricity', 'EN 1992-4, 7.2.1.6(8)'),
      N_Rk: s.f(
        'N_Rk_p',
        'kN',
        'N_Rk_p_0*(A_p_N/A_p_N_0)*psi_g*psi_s_Np*psi_re*psi_ec_Np',
        'characteristic bond of the group',
        'EN 1992-4, 7.2.1.6(1)',
      ),
      N_Rd: s.f('N_Rd_p', 'kN', 'N_Rk_p/gamma_Mc', 'bond of the group', 'EN 1992-4, 7.2.1.6'),
    };
  }

  private sustained(r: Run, m: Anchorage): void {
    const { product } = m.input.anchors;
    (product.alpha_sus <= product.psi_sus_0 ? this.f.psi_sus : this.f.psi_sus_over)(r);
  }

  /** Characteristic bond of one anchor far from edges, N. */
  one(r: Run, m: Anchorage): number {
    this.reach(r, m);
    return this.f.N0(r);
  }

  /** Spacing at which anchors part, mm. */
  reach(r: Run, m: Anchorage): number {
    this.sustained(r, m);
    return this.f.s_cr(r);
  }

  /** N_Rk,p of a group, N. */
  work(r: Run, m: Anchorage, idx: readonly number[], off: { readonly y: number; readonly z: number }): number {
    const bond = this.f;
    this.sustained(r, m);
    bond.N0(r);
    const s_cr = bond.s_cr(r);
    bond.c_cr(r);
    bond.A0(r);
    bond.A(r, squares(m, idx, s_cr));
    bond.n(r, idx.length);
    if (idx.length > 1) {
      const gaps = lineGaps(m, idx);
      bond.s_m(r, gaps.length ? gaps.reduce((a, b) => a + b, 0) / gaps.length : s_cr);
      bond.tau_c(r);
      bond.psi_g0(r);
      bond.psi_g(r);
    } else bond.psi_g_one(r);
    const c_min = leastEdgeOf(m, idx);
    if (Number.isFinite(c_min)) {
      bond.c_min(r, c_min);
      bond.psi_s(r);
    } else bond.psi_s_far(r);
    (m.input.concrete.wide_mesh ? bond.psi_re_wide : bond.psi_re)(r);
    bond.e_y(r, off.y);
    bond.e_z(r, off.z);
    bond.psi_ec(r);
    return bond.N_Rk(r);
  }

  /** N_Rd,p of a group, N. */
  design(r: Run, m: Anchorage, idx: readonly number[], off: { readonly y: number; readonly z: number }): number {
    this.work(r, m, idx, off);
    return this.f.N_Rd(r);
  }
}
