import type { FormulaSection, Run } from '../../../formula/index.ts';

/** Anchorage of reinforcement inside the body that would break out: of the hanger bars (`re`) in the cone, of the loops (`lo`) in the edge body. */
export function barAnchorage(
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
