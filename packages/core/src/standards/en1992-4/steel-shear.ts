import type { FormulaSection, Run } from '../../formula/index.ts';

/** What the steel of an anchor in shear depends on beside its symbols. */
export interface SteelInShear {
  /** f_ub over 800 MPa or a yield ratio over 0.8: the larger partial factor. */
  readonly hard: boolean;
  /** The grout takes its share. */
  readonly reduced: boolean;
  /** Held at the surface by a nut and washer; else half a diameter deep. */
  readonly clamped: boolean;
  /** The plate can turn. */
  readonly free: boolean;
  readonly brittle: boolean;
  readonly anchors: number;
}

/** Anchor steel in shear without lever arm, EN 1992-4, 7.2.2.3.1. */
export class SteelShear {
  private readonly f;
  constructor(s: FormulaSection) {
    this.f = {
      V: s.found('V_Ed_i', 'kN', 'shear of the worst anchor', 'shear and twist shared by all anchors'),
      gamma: s.f('gamma_Ms', '-', 'max(f_ub/f_yb, 1.25)', 'partial factor, anchor steel in shear', 'EN 1992-4, Table 4.1'),
      gamma_hard: s.f('gamma_Ms', '-', '1.5', 'partial factor, hard anchor steel in shear', 'EN 1992-4, Table 4.1'),
      V0: s.f('V_Rk_s_0', 'kN', 'k_6*A_s*f_ub', 'characteristic shear strength of the anchor', 'EN 1992-4, 7.2.2.3.1'),
      f_g: s.f('f_g', '-', '1', 'the grout is thin', 'EN 1992-4, 6.2.2.3'),
      f_g_less: s.f('f_g', '-', '1-0.01*t_g/1[mm]', 'the grout takes its share', 'EN 1992-4, 7.2.2.3.1'),
      V_Rd: s.f('V_Rd_s', 'kN', 'f_g*k_7*V_Rk_s_0/gamma_Ms', 'anchor steel in shear', 'EN 1992-4, 7.2.2.3.1'),
    };
  }

  /** V_Rd,s of one anchor under the shear V, N. */
  work(r: Run, V: number, k: SteelInShear): number {
    const { f } = this;
    f.V(r, V);
    (k.hard ? f.gamma_hard : f.gamma)(r);
    f.V0(r);
    (k.reduced ? f.f_g_less : f.f_g)(r);
    return f.V_Rd(r);
  }
}

/** Anchor steel in shear with lever arm, EN 1992-4, 7.2.2.3.2. */
export class LeverArmShear {
  private readonly f;
  constructor(s: FormulaSection) {
    this.f = {
      V: s.found('V_Ed_i', 'kN', 'shear of the worst anchor', 'shear and twist shared by all anchors'),
      N: s.found('N_Ed_i', 'kN', 'tension of that anchor', 'from the equilibrium, with prying'),
      gamma: s.f('gamma_Ms', '-', 'max(f_ub/f_yb, 1.25)', 'partial factor, anchor steel in shear', 'EN 1992-4, Table 4.1'),
      gamma_hard: s.f('gamma_Ms', '-', '1.5', 'partial factor, hard anchor steel in shear', 'EN 1992-4, Table 4.1'),
      V0: s.f('V_Rk_s_0', 'kN', 'k_6*A_s*f_ub', 'characteristic shear strength of the anchor', 'EN 1992-4, 7.2.2.3.1'),
      d_s: s.f('d_s', 'mm', 'sqrt(4*A_s/pi)', 'diameter of the stress area', ''),
      W: s.f('W_el', 'mm3', 'pi*d_s^3/32', 'modulus of the anchor', ''),
      M0: s.f('M_Rk_s_0', 'kNm', '1.2*W_el*f_ub', 'characteristic bending strength', 'EN 1992-4, 7.2.2.3.2'),
      M: s.f(
        'M_Rk_s',
        'kNm',
        'M_Rk_s_0*max(0, 1-N_Ed_i/N_Rd_s)',
        'bending strength left beside the tension',
        'EN 1992-4, 7.2.2.3.2',
      ),
      a_3: s.f('a_3', 'mm', '0.5*d', 'depth at which the anchor is held', 'EN 1992-4, 6.2.2.3'),
      a_3_none: s.f('a_3', 'mm', '0[mm]', 'held at the surface by a nut and washer', 'EN 1992-4, 6.2.2.3'),
      l_a: s.f('l_a', 'mm', 'a_3+t_g+t_p/2', 'lever arm', 'EN 1992-4, 6.2.2.3'),
      alpha_M: s.f('alpha_M', '-', '2', 'the plate can not turn', 'EN 1992-4, 6.2.2.3'),
      alpha_M_free: s.f('alpha_M', '-', '1', 'the plate can turn', 'EN 1992-4, 6.2.2.3'),
      V_Rd: s.f(
        'V_Rd_s',
        'kN',
        'min(alpha_M*M_Rk_s/l_a, k_7*V_Rk_s_0)/gamma_Ms',
        'anchor steel in shear with lever arm',
        'EN 1992-4, 7.2.2.3.2',
      ),
    };
  }

  /** V_Rd,s of one anchor under the shear V beside the tension N, N. */
  work(r: Run, V: number, N: number, k: SteelInShear): number {
    const { f } = this;
    f.V(r, V);
    f.N(r, N);
    (k.hard ? f.gamma_hard : f.gamma)(r);
    f.V0(r);
    f.d_s(r);
    f.W(r);
    f.M0(r);
    f.M(r);
    (k.clamped ? f.a_3_none : f.a_3)(r);
    f.l_a(r);
    (k.free ? f.alpha_M_free : f.alpha_M)(r);
    return f.V_Rd(r);
  }

  /** Factor on shear and tension together at which the anchor worked last is used up: V k = min(B (1 - k N/N_Rd), C), since its bending strength falls with its tension. */
  multiple(r: Run, V: number, N: number, N_Rd_s: number, k: SteelInShear): number {
    const value = (f: { readonly def: { readonly slot: { readonly index: number } } }): number => r.v[f.def.slot.index]!;
    const { f } = this;
    const gamma = value(f.gamma);
    const B = (value(f.alpha_M) * value(f.M0)) / (value(f.l_a) * gamma);
    const C = (value(f.V0) * (k.brittle && k.anchors > 1 ? 0.8 : 1)) / gamma;
    return V > 0 ? Math.min(B / (V + (B * N) / N_Rd_s), C / V) : 1e6;
  }
}
