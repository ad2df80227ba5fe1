import type { SteelStrength } from '../../catalogue/index.ts';
import type { Run, FormulaSection } from '../../formula/index.ts';

/** The part whose weld is the weaker (EN 1993-1-8, 4.5.3.2(6)). */
export const weaker = <S extends Pick<SteelStrength, 'f_u' | 'beta_w'>>(x: S, y: S): S =>
  x.f_u < y.f_u || (x.f_u === y.f_u && x.beta_w > y.beta_w) ? x : y;

/** Throat and effective length of two fillets along a plate of depth `h` (a symbol), EN 1993-1-8, 4.5.1; no end returns. */
export function filletPair(s: FormulaSection, h: string) {
  const a = s.f('a', 'mm', 'k_a*s', 'throat of the fillet weld', 'EN 1993-1-8, 4.5.2');
  const l_eff = s.f('l_eff', 'mm', `${h}-2*a`, 'effective length of one weld', 'EN 1993-1-8, 4.5.1');
  return (r: Run): number => {
    a(r);
    return l_eff(r);
  };
}

/** Directional method, 4.5.3.2: utilisation of one fillet from `n_perp` and `v_par` of the section (N/mm). */
export function directional(s: FormulaSection) {
  const clause = 'EN 1993-1-8, 4.5.3.2';
  const steps = [
    s.f('sigma_perp', 'MPa', 'n_perp/(sqrt(2)*a)', 'normal stress on the throat', clause),
    s.f('tau_perp', 'MPa', 'n_perp/(sqrt(2)*a)', 'shear stress across the weld', clause),
    s.f('tau_par', 'MPa', 'v_par/a', 'shear stress along the weld', clause),
    s.f('sigma_eq', 'MPa', 'sqrt(sigma_perp^2+3*(tau_perp^2+tau_par^2))', 'equivalent stress', clause),
    s.f('f_eq_Rd', 'MPa', 'f_u_weld/(beta_w*gamma_M2)', 'strength against the equivalent stress', clause),
    s.f('f_perp_Rd', 'MPa', '0.9*f_u_weld/gamma_M2', 'strength against the normal stress', clause),
  ];
  const u = s.f('u_w', '-', 'max(sigma_eq/f_eq_Rd, sigma_perp/f_perp_Rd)', 'utilisation of the weld', clause);
  return (r: Run): number => {
    for (const f of steps) f(r);
    return u(r);
  };
}

/** Simplified method, 4.5.3.3: force per mm against the resistance per mm. */
export function simplified(s: FormulaSection) {
  const clause = 'EN 1993-1-8, 4.5.3.3';
  const F = s.f('F_w_Ed', 'kN/mm', 'sqrt(n_perp^2+v_par^2)', 'force on the weld per length', clause);
  const R = s.f('F_w_Rd', 'kN/mm', 'a*f_u_weld/(sqrt(3)*beta_w*gamma_M2)', 'resistance of the weld per length', clause);
  return (r: Run): { demand: number; resistance: number; unit: 'kN/mm' } => ({ demand: F(r), resistance: R(r), unit: 'kN/mm' });
}
