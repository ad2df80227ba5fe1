import type { FormulaSection, Run } from '../../formula/index.ts';

/** Anchorage of reinforcement inside the body that would break out: of the hanger bars (`re`) in the cone, of the loops (`lo`) in the edge body. */
function barAnchorage(
  s: FormulaSection,
  k: 're' | 'lo',
  bars: string,
  body: string,
  clause: string,
): (r: Run, hooked: boolean) => number {
  const f_bd = s.f('f_bd', 'MPa', `2.25*eta_${k}*f_ctd_b`, `bond strength of the ${bars}`, 'EN 1992-1-1, 8.4.2(2)');
  const hook = s.f('alpha_1', '-', '0.7', 'hooked or looped bars', 'EN 1992-1-1, Table 8.2');
  const straight = s.f('alpha_1', '-', '1', 'straight bars', 'EN 1992-1-1, Table 8.2');
  const N_Rd_a = s.f('N_Rd_a', 'kN', `n_${k}*l_${k}*pi*d_${k}*f_bd/alpha_1`, `anchorage of the ${bars} in the ${body}`, clause);
  return (r, hooked) => {
    f_bd(r);
    (hooked ? hook : straight)(r);
    return N_Rd_a(r);
  };
}

/** Hanger bars across the cone, EN 1992-4, 7.2.1.9 and 7.2.1.10. */
export class HangerBars {
  private readonly f;
  constructor(s: FormulaSection) {
    this.f = {
      N_Rd_re: s.f('N_Rd_re', 'kN', 'n_re*pi/4*d_re^2*f_yk/gamma_S', 'steel of the hanger bars', 'EN 1992-4, 7.2.1.9'),
      anchorage: barAnchorage(s, 're', 'bars', 'cone', 'EN 1992-4, 7.2.1.10'),
      N_Rd: s.f('N_Rd', 'kN', 'min(N_Rd_re, N_Rd_a)', 'hanger bars', 'EN 1992-4, 7.2.1.9'),
    };
  }

  /** N_Rd of all bars, N. */
  work(r: Run, hooked: boolean): number {
    this.f.N_Rd_re(r);
    this.f.anchorage(r, hooked);
    return this.f.N_Rd(r);
  }
}

/** Loops across the body of an edge, EN 1992-4, 6.2.2.4 and 7.2.2.6. */
export class EdgeLoops {
  private readonly f;
  constructor(s: FormulaSection) {
    this.f = {
      V: s.found('V_perp', 'kN', 'shear towards the edge', 'what friction leaves'),
      c_1: s.found('c_1', 'mm', 'front row to the edge', 'measured'),
      z: s.f('z_s', 'mm', '0.85*min(2*h_ef, 2*c_1)', 'inner lever arm of the concrete member', 'EN 1992-4, 6.2.2.4'),
      N: s.f('N_Ed_re', 'kN', '(e_s/z_s+1)*V_perp', 'tension of the loops', 'EN 1992-4, 6.2.2.4'),
      steel: s.f(
        'N_Rd_re',
        'kN',
        'k_10*n_lo*pi/4*d_lo^2*min(f_yk_lo, 600[MPa])/gamma_S',
        'steel of the loops',
        'EN 1992-4, 7.2.2.6(1)',
      ),
      anchorage: barAnchorage(s, 'lo', 'loops', 'edge body', 'EN 1992-4, 7.2.2.6(2)'),
      R: s.f('N_Rd', 'kN', 'min(N_Rd_re, N_Rd_a)', 'loops across the edge body', 'EN 1992-4, 7.2.2.6'),
    };
  }

  /** Tension of the loops under the shear V towards the edge, and what they resist, N. */
  work(r: Run, V: number, c_1: number, hooked: boolean): { readonly demand: number; readonly resistance: number } {
    const { f } = this;
    f.V(r, V);
    f.c_1(r, c_1);
    f.z(r);
    const demand = f.N(r);
    f.steel(r);
    f.anchorage(r, hooked);
    return { demand, resistance: f.R(r) };
  }
}
