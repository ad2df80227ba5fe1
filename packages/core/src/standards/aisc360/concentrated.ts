import type { FormulaSection, Run } from '../../formula/index.ts';
import { SHEAR_YIELD, RUPTURE, YIELD, available, type InFormat } from './available.ts';

/*
 * Concentrated forces on the web of a member, AISC 360-22, J10. Symbols of the sheet: `d_c`, `b_cf`, `t_cf`, `t_wc`, `k_c`, `F_y_c`, `E` of the member, `t_we` its web
 * with a doubler, `l_b` the length of bearing, `t_p` the end plate that it spreads through.
 */

/** Where the force stands: how near to the end of the member its reduced forms begin. */
export interface Place {
  /** Distance of the force to the nearer end, mm; infinite where the member runs on. */
  readonly end: number;
}

/** Web local yielding, J10.2, spread through an end plate (Design Guide 4): 6 k in place of 5 k. */
export const webYielding = (s: FormulaSection) => {
  const C_t = [
    s.f('C_t', '-', '1', 'away from the end of the column', 'AISC 360-22, J10-2'),
    s.f('C_t', '-', '0.5', 'nearer to its end than the depth of the column', 'AISC 360-22, J10-3'),
  ];
  const R_n = s.f('R_wy_n', 'kN', 'C_t*(6*k_c+l_b+2*t_p)*F_y_c*t_we', 'local yielding of the web', 'AISC 360-22, J10-2');
  const R_c = available(s, { symbol: 'R_wy', unit: 'kN' }, SHEAR_YIELD.phi, SHEAR_YIELD.omega, 'AISC 360-22, J10.2');
  const depth = s.resolve('d_c').index;
  return (r: Run, c: InFormat, at: Place): number => {
    C_t[at.end < r.v[depth]! ? 1 : 0]!(r);
    R_n(r);
    return R_c(r, c);
  };
};

/** Web local crippling, J10.3. */
export const webCrippling = (s: FormulaSection) => {
  const root = 'sqrt(E*F_y_c*t_cf/t_we)';
  const R_n = {
    away: s.f('R_cr_n', 'kN', `0.8*t_we^2*(1+3*(l_b/d_c)*(t_we/t_cf)^1.5)*${root}`, 'crippling of the web', 'AISC 360-22, J10-4'),
    short: s.f(
      'R_cr_n',
      'kN',
      `0.4*t_we^2*(1+3*(l_b/d_c)*(t_we/t_cf)^1.5)*${root}`,
      'crippling of the web near the end of the column',
      'AISC 360-22, J10-5a',
    ),
    long: s.f(
      'R_cr_n',
      'kN',
      `0.4*t_we^2*(1+(4*l_b/d_c-0.2)*(t_we/t_cf)^1.5)*${root}`,
      'crippling of the web near the end of the column, a long bearing',
      'AISC 360-22, J10-5b',
    ),
  };
  const R_c = available(s, { symbol: 'R_cr', unit: 'kN' }, RUPTURE.phi, RUPTURE.omega, 'AISC 360-22, J10.3');
  const [depth, l_b] = [s.resolve('d_c').index, s.resolve('l_b').index];
  return (r: Run, c: InFormat, at: Place): number => {
    const d = r.v[depth]!;
    (at.end >= d / 2 ? R_n.away : r.v[l_b]! <= 0.2 * d ? R_n.short : R_n.long)(r);
    return R_c(r, c);
  };
};

/** Web compression buckling under forces on both flanges, J10.5. */
export const webBuckling = (s: FormulaSection) => {
  const h = s.f('h', 'mm', 'd_c-2*k_c', 'web between the fillets');
  const R_n = [
    s.f('R_bu_n', 'kN', '24*t_we^3*sqrt(E*F_y_c)/h', 'compression buckling of the web', 'AISC 360-22, J10-8'),
    s.f('R_bu_n', 'kN', '12*t_we^3*sqrt(E*F_y_c)/h', 'compression buckling of the web near the end', 'AISC 360-22, J10.5'),
  ];
  const R_c = available(s, { symbol: 'R_bu', unit: 'kN' }, YIELD.phi, YIELD.omega, 'AISC 360-22, J10.5');
  const depth = s.resolve('d_c').index;
  return (r: Run, c: InFormat, at: Place): number => {
    h(r);
    R_n[at.end < r.v[depth]! / 2 ? 1 : 0]!(r);
    return R_c(r, c);
  };
};

/** Panel zone in shear, J10.6; `N_c` the axial force of the column, `A_c` its area, `d_b` the depth of the beam. */
export const panelZone = (s: FormulaSection) => {
  const share = {
    lrfd: s.f('p', '-', 'N_c/(F_y_c*A_c)', 'share of the yield strength that the column carries', 'AISC 360-22, J10.6'),
    asd: s.f('p', '-', '1.6*N_c/(F_y_c*A_c)', 'share of the yield strength that the column carries', 'AISC 360-22, J10.6'),
  };
  const R_n = s.f('R_0', 'kN', '0.6*F_y_c*d_c*t_we', 'shear yielding of the panel', 'AISC 360-22, J10-9');
  const flanges = s.f(
    'R_0',
    'kN',
    '0.6*F_y_c*d_c*t_we*(1+3*b_cf*t_cf^2/(d_b*d_c*t_we))',
    'shear yielding of the panel with its flanges',
    'AISC 360-22, J10-11',
  );
  const factor = {
    little: s.f('f_N', '-', '1', 'little axial force', 'AISC 360-22, J10.6'),
    stiff: s.f('f_N', '-', 'max(0, 1.4-p)', 'beside the axial force', 'AISC 360-22, J10-10'),
    deformed: s.f('f_N', '-', 'max(0, 1.9-1.2*p)', 'beside the axial force', 'AISC 360-22, J10-12'),
  };
  const nominal = s.f('R_n', 'kN', 'R_0*f_N', 'strength of the panel', 'AISC 360-22, J10.6');
  const R_c = available(s, { symbol: 'R', unit: 'kN' }, YIELD.phi, YIELD.omega, 'AISC 360-22, J10.6');
  /** `deformed`: the analysis of the frame counts the panel's deformation. The strength, and as straight lines in the load: whole, and falling with the axial force. */
  return (
    r: Run,
    c: InFormat,
    deformed: boolean,
  ): { readonly R: number; readonly lines: readonly (readonly [number, number])[] } => {
    const p = (c.lrfd ? share.lrfd : share.asd)(r);
    const R_0 = (deformed ? flanges : R_n)(r);
    (p <= (deformed ? 0.75 : 0.4) ? factor.little : deformed ? factor.deformed : factor.stiff)(r);
    nominal(r);
    const R = R_c(r, c);
    const whole = c.lrfd ? R_0 * Number(YIELD.phi) : R_0 / Number(YIELD.omega);
    const [level, falls] = deformed ? [1.9, 1.2] : [1.4, 1];
    return {
      R,
      lines: [
        [whole, 0],
        [level * whole, falls * p * whole],
      ],
    };
  };
};
