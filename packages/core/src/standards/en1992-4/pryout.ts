import type { FormulaSection, Run } from '../../formula/index.ts';
import type { Anchorage } from '../anchorage.ts';
import { Cone, coneGeometry } from './cone.ts';

/** Pry-out of all anchors together, EN 1992-4, 7.2.2.4. */
export class PryOut {
  private readonly cone;
  private readonly f;
  constructor(s: FormulaSection) {
    this.cone = new Cone(s);
    this.f = {
      V: s.found('V_Ed_g', 'kN', 'shear of the anchors', 'what friction leaves; with twist alone the sum over the anchors'),
      f_re: s.f('f_re', '-', '0.75', 'hanger bars are counted on in tension', 'EN 1992-4, 7.2.2.4(5)'),
      f_re_none: s.f('f_re', '-', '1', 'no hanger bars', 'EN 1992-4, 7.2.2.4'),
      N_p: s.found('N_Rk_p', 'kN', 'characteristic bond of the group', 'as in the bond check, equal forces'),
      N_min: s.f('N_Rk', 'kN', 'min(N_Rk_c, N_Rk_p)', 'smaller of cone and bond', 'EN 1992-4, 7.2.2.4(2)'),
      N_c: s.f('N_Rk', 'kN', 'N_Rk_c', 'the cone', 'EN 1992-4, 7.2.2.4(1)'),
      V_Rd: s.f('V_Rd_cp', 'kN', 'f_re*k_8*N_Rk/gamma_C', 'pry-out of the group', 'EN 1992-4, 7.2.2.4'),
    };
  }

  /** V_Rd,cp under the shear V, off the centroid by e_V; N and mm. `bond`: characteristic bond of the group, of anchors that hold by it. */
  work(r: Run, m: Anchorage, V: number, e_V: number, bars: boolean, bond: ((e_V: number) => number) | null): number {
    const { f } = this;
    f.V(r, V);
    const all = m.anchors.map((_, i) => i);
    this.cone.work(r, m, coneGeometry(m, all), { e_V }, null);
    if (bond) {
      f.N_p(r, bond(e_V));
      f.N_min(r);
    } else f.N_c(r);
    (bars ? f.f_re : f.f_re_none)(r);
    return f.V_Rd(r);
  }
}
