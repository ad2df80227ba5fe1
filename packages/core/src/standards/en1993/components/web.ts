import type { FormulaSection, Run } from '../../../formula/index.ts';

/**
 * EN 1993-1-8, Table 6.3: omega of a column web under transverse force beside panel shear, in a section that holds b_eff. The sheet holds beta and
 * A_vc; `t` names the thickness.
 */
export function panelShearFactor(s: FormulaSection, t: string) {
  const clause = 'EN 1993-1-8, Table 6.3';
  const steps = [
    s.f('q', '-', `(b_eff*${t}/A_vc)^2`, 'share of the shear area that the width takes, squared', clause),
    s.f('omega_1', '-', '1/sqrt(1+1.3*q)', 'factor for beta = 1', clause),
    s.f('omega_2', '-', '1/sqrt(1+5.2*q)', 'factor for beta = 2', clause),
  ];
  const beta = s.resolve('beta').index;
  const none = s.f('omega', '-', '1', 'little shear in the panel', clause);
  const low = s.f('omega', '-', 'omega_1+2*(1-beta)*(1-omega_1)', 'beta between 0.5 and 1', clause);
  const one = s.f('omega', '-', 'omega_1', 'beta = 1', clause);
  const high = s.f('omega', '-', 'omega_1+(beta-1)*(omega_2-omega_1)', 'beta between 1 and 2', clause);
  const two = s.f('omega', '-', 'omega_2', 'beta = 2', clause);
  return (r: Run): number => {
    for (const f of steps) f(r);
    const b = r.v[beta]!;
    return (b <= 0.5 ? none : b < 1 ? low : b === 1 ? one : b < 2 ? high : two)(r);
  };
}

/** EN 1993-1-8, 6.2.6.2(1): crushing and buckling of a web, in a section that holds b_eff and omega. Names of thickness, clear depth and yield strength. */
export function webCompression(
  s: FormulaSection,
  o: { readonly t: string; readonly d: string; readonly f: string; readonly k_wc: boolean },
) {
  const clause = 'EN 1993-1-8, 6.2.6.2(1)';
  const k = o.k_wc ? '*k_wc' : '';
  const slenderness = s.f(
    'lambda_p',
    '-',
    `0.932*sqrt(b_eff*${o.d}*${o.f}/(E*${o.t}^2))`,
    'plate slenderness of the web',
    clause,
  );
  const stocky = s.f('rho', '-', '1', 'stocky: no buckling', clause);
  const slender = s.f('rho', '-', '(lambda_p-0.2)/lambda_p^2', 'reduction for plate buckling', clause);
  const crushing = s.f('F_crush', 'kN', `omega${k}*b_eff*${o.t}*${o.f}/gamma_M0`, 'crushing', clause);
  const buckling = s.f('F_buckle', 'kN', `omega${k}*rho*b_eff*${o.t}*${o.f}/gamma_M1`, 'buckling', clause);
  const lesser = s.f('F_web', 'kN', 'min(F_crush, F_buckle)', 'resistance of the web', clause);
  return (
    r: Run,
  ): {
    readonly crushing: number;
    readonly buckling: number;
    readonly F: number;
    readonly rho: number;
    readonly lambda_p: number;
  } => {
    const lambda_p = slenderness(r);
    const rho = (lambda_p <= 0.72 ? stocky : slender)(r);
    return { lambda_p, rho, crushing: crushing(r), buckling: buckling(r), F: lesser(r) };
  };
}

/** A web with a pair of stiffeners under a transverse force. EN 1993-1-5, 9.4. In a section that holds F_crush, F_web and E. */
export function stiffenedWeb(s: FormulaSection) {
  const clause = 'EN 1993-1-5, 9.4';
  const f = s.f('f_y_st', 'MPa', 'min(f_y_s, f_y_c)', 'the weaker of stiffener and web', clause);
  const epsilon = s.f('epsilon_s', '-', 'sqrt(235[MPa]/f_y_st)', 'yield strength factor', clause);
  const inner = s.f('L_in', 'mm', '15*epsilon_s*t_wc+t_s/2', 'web that acts with it, inwards', clause);
  const outer = s.f('L_out', 'mm', '15*epsilon_s*t_wc+t_s/2', 'web that acts with it, outwards', clause);
  const outerEnd = s.f(
    'L_out',
    'mm',
    'min(15*epsilon_s*t_wc+t_s/2, l_end)',
    "web that acts with it, to the column's end",
    clause,
  );
  const rest = [
    s.f('A_s_eff', 'mm2', '2*b_s*t_s+t_wc*(L_in+L_out)', 'effective section', clause),
    s.f('I_s', 'mm4', 't_s*(2*b_s+t_wc)^3/12', 'second moment of the pair', clause),
    s.f('i_s', 'mm', 'sqrt(I_s/A_s_eff)', 'radius of gyration', clause),
    s.f('lambda_s', '-', '0.75*(h_c-2*t_fc)/(93.9*epsilon_s*i_s)', 'slenderness over 0.75 of the depth', clause),
  ];
  const short = s.f('chi', '-', '1', 'stocky', 'EN 1993-1-1, 6.3.1.2');
  const phi = s.f('phi_s', '-', '0.5*(1+0.49*(lambda_s-0.2)+lambda_s^2)', 'curve c', 'EN 1993-1-1, 6.3.1.2');
  const curve = s.f('chi', '-', '1/(phi_s+sqrt(phi_s^2-lambda_s^2))', 'curve c', 'EN 1993-1-1, 6.3.1.2');
  const section = s.f('F_sec', 'kN', 'A_s_eff*f_y_st/gamma_M0', 'the section yields', clause);
  const buckling = s.f('F_buck', 'kN', 'chi*A_s_eff*f_y_st/gamma_M1', 'it buckles', clause);
  const contact = s.f(
    'F_cont',
    'kN',
    '2*(b_s-c_s)*t_s*f_y_s/gamma_M0+F_crush',
    'contact at the flange with the web beside it',
    clause,
  );
  const F = s.f('F_stiff', 'kN', 'max(F_web, min(F_sec, F_buck, F_cont))', 'resistance with the stiffeners', clause);
  const lambda = s.resolve('lambda_s').index;
  return (
    r: Run,
    toEnd: boolean,
  ): { readonly section: number; readonly buckling: number; readonly contact: number; readonly F: number } => {
    f(r);
    epsilon(r);
    inner(r);
    (toEnd ? outerEnd : outer)(r);
    for (const x of rest) x(r);
    if (r.v[lambda]! <= 0.2) short(r);
    else {
      phi(r);
      curve(r);
    }
    return { section: section(r), buckling: buckling(r), contact: contact(r), F: F(r) };
  };
}
