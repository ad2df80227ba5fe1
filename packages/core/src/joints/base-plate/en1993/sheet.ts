import { Sheet } from '../../../formula/index.ts';

/** Symbols of a column base. Forces in N, lengths in mm; shown in kN and kNm. */
export const sheet = new Sheet();

export const actions = {
  N_Ed: sheet.given('N_Ed', 'kN', 'axial force of the column, tension positive'),
  M_y: sheet.given('M_y', 'kNm', 'moment that presses the +z side in'),
  M_z: sheet.given('M_z', 'kNm', 'moment that presses the +y side in'),
  V_z: sheet.given('V_z', 'kN', 'shear towards +z'),
  V_y: sheet.given('V_y', 'kN', 'shear towards +y'),
  T: sheet.given('T', 'kNm', 'twist from +y towards +z'),
};

export const g = {
  gamma_M0: sheet.given('gamma_M0', '-', 'partial factor, yielding'),
  gamma_M2: sheet.given('gamma_M2', '-', 'partial factor, fracture'),
  gamma_C: sheet.given('gamma_C', '-', 'partial factor, concrete'),
  gamma_S: sheet.given('gamma_S', '-', 'partial factor, reinforcement'),
  alpha_cc: sheet.given('alpha_cc', '-', 'long-term effects, concrete in compression'),
  alpha_ct: sheet.given('alpha_ct', '-', 'long-term effects, concrete in tension'),
  gamma_inst: sheet.given('gamma_inst', '-', 'partial factor, installation'),
  E: sheet.given('E', 'MPa', 'modulus of steel'),
  h: sheet.given('h', 'mm', 'depth of the column'),
  b: sheet.given('b', 'mm', 'width of the column'),
  t_w: sheet.given('t_w', 'mm', 'web of the column'),
  t_f: sheet.given('t_f', 'mm', 'flange of the column, or its wall'),
  r: sheet.given('r', 'mm', 'root radius of the column'),
  A_c: sheet.given('A_c', 'mm2', 'area of the column'),
  f_y_c: sheet.given('f_y_c', 'MPa', 'yield strength of the column'),
  f_u_w: sheet.given('f_u_w', 'MPa', 'tensile strength of the weaker part at the weld'),
  beta_w: sheet.given('beta_w', '-', 'correlation factor of the weaker part at the weld'),
  L_c: sheet.given('L_c', 'mm', 'length of the column'),
  t_p: sheet.given('t_p', 'mm', 'thickness of the plate'),
  f_y_p: sheet.given('f_y_p', 'MPa', 'yield strength of the plate'),
  f_u_p: sheet.given('f_u_p', 'MPa', 'tensile strength of the plate'),
  f_ck: sheet.given('f_ck', 'MPa', 'cylinder strength of the concrete'),
  H: sheet.given('H', 'mm', 'depth of the block'),
  alpha_g: sheet.given('alpha_g', '-', 'concentration factor as given'),
  t_g: sheet.given('t_g', 'mm', 'thickness of the grout'),
  f_ck_g: sheet.given('f_ck_g', 'MPa', 'strength of the grout'),
  C_fd: sheet.given('C_fd', '-', 'coefficient of friction'),
  d: sheet.given('d', 'mm', 'diameter of the anchor'),
  A_s: sheet.given('A_s', 'mm2', 'stress area of the anchor'),
  f_yb: sheet.given('f_yb', 'MPa', 'yield strength of the anchor'),
  f_ub: sheet.given('f_ub', 'MPa', 'tensile strength of the anchor'),
  h_ef: sheet.given('h_ef', 'mm', 'embedment to the bearing face of the head'),
  d_0: sheet.given('d_0', 'mm', 'hole in the plate'),
  t_wa: sheet.given('t_wa', 'mm', 'washer under the nut'),
  a_h: sheet.given('a_h', 'mm', 'diameter of the head, or side of the washer plate'),
  t_h: sheet.given('t_h', 'mm', 'thickness of the head or washer plate'),
  L_b_g: sheet.given('L_b_g', 'mm', 'free length of the anchor as given'),
  l_b: sheet.given('l_b', 'mm', 'bonded length'),
  k_1: sheet.given('k_1', 'cone', 'factor of the concrete cone'),
  k_2: sheet.given('k_2', '-', 'factor of pull-out'),
  k_3: sheet.given('k_3', 'cone', 'factor of the bond limit'),
  k_5: sheet.given('k_5', 'face', 'factor of blow-out'),
  k_6: sheet.given('k_6', '-', 'factor of steel in shear'),
  k_7: sheet.given('k_7', '-', 'factor of ductility'),
  k_8: sheet.given('k_8', '-', 'factor of pry-out'),
  k_9: sheet.given('k_9', 'cone', 'factor of edge failure'),
  eta_1: sheet.given('eta_1', '-', 'bond condition'),
  tau_Rk: sheet.given('tau_Rk', 'MPa', 'characteristic bond strength of the product'),
  tau_Rk_ucr: sheet.given('tau_Rk_ucr', 'MPa', 'characteristic bond strength in uncracked C20/25'),
  alpha_sus: sheet.given('alpha_sus', '-', 'share of permanent load'),
  psi_sus_0: sheet.given('psi_sus_0', '-', "product's factor of permanent load"),
  c_cr_sp: sheet.given('c_cr_sp', 'mm', 'edge distance for splitting'),
  h_min: sheet.given('h_min', 'mm', 'least depth of the block for the anchor'),
  a_f: sheet.given('a_f', 'mm', 'throat of the weld of flanges, walls or the ring'),
  a_w: sheet.given('a_w', 'mm', 'throat of the weld of the web'),
  n_re: sheet.given('n_re', '-', 'number of hanger bars'),
  d_re: sheet.given('d_re', 'mm', 'diameter of a hanger bar'),
  l_re: sheet.given('l_re', 'mm', 'length of a hanger bar inside the cone'),
  f_yk: sheet.given('f_yk', 'MPa', 'yield strength of the hanger bars'),
  eta_re: sheet.given('eta_re', '-', 'bond condition of the hanger bars'),
  n_lo: sheet.given('n_lo', '-', 'number of legs of the loops that cross the edge body'),
  d_lo: sheet.given('d_lo', 'mm', 'diameter of a loop'),
  l_lo: sheet.given('l_lo', 'mm', 'length of a leg inside the edge body'),
  f_yk_lo: sheet.given('f_yk_lo', 'MPa', 'yield strength of the loops'),
  eta_lo: sheet.given('eta_lo', '-', 'bond condition of the loops'),
  e_s: sheet.given('e_s', 'mm', 'line of the shear down to the loops'),
  k_10: sheet.given('k_10', '-', 'efficiency of the loops'),
  d_k: sheet.given('d_k', 'mm', 'depth of the key below the plate'),
  b_k: sheet.given('b_k', 'mm', 'width of the key across the shear'),
  t_k: sheet.given('t_k', 'mm', 'thickness of a plate key'),
  h_k: sheet.given('h_k', 'mm', 'depth of the key section'),
  t_wk: sheet.given('t_wk', 'mm', 'web of the key'),
  t_fk: sheet.given('t_fk', 'mm', 'flange of the key'),
  a_k: sheet.given('a_k', 'mm', 'throat of the weld of the key'),
  f_y_k: sheet.given('f_y_k', 'MPa', 'yield strength of the key'),
  f_u_k: sheet.given('f_u_k', 'MPa', 'tensile strength of the weaker part at the weld of the key'),
  beta_wk: sheet.given('beta_wk', '-', 'correlation factor of the weaker part at the weld of the key'),
};

// Values that many checks share.
const s = sheet.commonSection('bearing');
const f_cd = s.f('f_cd', 'MPa', 'alpha_cc*f_ck/gamma_C', 'design strength of the concrete', 'EN 1992-1-1, 3.1.6(1)');
const E_cm = s.f('E_cm', 'MPa', '22000[MPa]*((f_ck+8[MPa])/10[MPa])^0.3', 'modulus of the concrete', 'EN 1992-1-1, Table 3.1');
const b_1 = s.found('b_1', 'mm', 'loaded area along y', 'side of the loaded area');
const d_1 = s.found('d_1', 'mm', 'loaded area along z', 'side of the loaded area');
const e_y = s.found('e_y', 'mm', 'least distance from the loaded area to the face of the block, in y', 'measured');
const e_z = s.found('e_z', 'mm', 'least distance from the loaded area to the face of the block, in z', 'measured');
const K_y = s.f('K_y', '-', '1+2*e_y/b_1', 'scale that the block allows in y', 'EN 1992-1-1, 6.7(2)');
const K_y_far = s.f('K_y', '-', '3', 'no face of the block near in y: the largest scale', 'EN 1992-1-1, 6.7(2)');
const K_z = s.f('K_z', '-', '1+2*e_z/d_1', 'scale that the block allows in z', 'EN 1992-1-1, 6.7(2)');
const K_z_far = s.f('K_z', '-', '3', 'no face of the block near in z: the largest scale', 'EN 1992-1-1, 6.7(2)');
const K_H = s.f('K_H', '-', '1+H/max(b_1, d_1)', 'scale that the depth of the block allows', 'EN 1992-1-1, 6.7(3)');
const K_H_far = s.f('K_H', '-', '3', 'a very deep block: the largest scale', 'EN 1992-1-1, 6.7(3)');
const K_Hy = s.f('K_Hy', '-', '1+H/b_1', 'scale that the depth allows along y', 'EN 1992-1-1, 6.7(3)');
const K_Hz = s.f('K_Hz', '-', '1+H/d_1', 'scale that the depth allows along z', 'EN 1992-1-1, 6.7(3)');
const K_Hy_far = s.f('K_Hy', '-', '3', 'a very deep block: the largest scale', 'EN 1992-1-1, 6.7(3)');
const K_Hz_far = s.f('K_Hz', '-', '3', 'a very deep block: the largest scale', 'EN 1992-1-1, 6.7(3)');
const alpha = s.f(
  'alpha',
  '-',
  'max(1, min(3, K_y, K_z, K_H))',
  'concentration factor, the largest equal shape in the block',
  'EN 1993-1-8, 6.2.5(7)',
);
const alpha_two = s.f(
  'alpha',
  '-',
  'max(1, min(3, sqrt(min(3, K_y, K_Hy)*min(3, K_z, K_Hz))))',
  'concentration factor, a scale of its own each way',
  'EN 1993-1-8, 6.2.5(7)',
);
const alpha_given = s.f('alpha', '-', 'alpha_g', 'concentration factor as given', 'EN 1993-1-8, 6.2.5(7)');
const alpha_unknown = s.f('alpha', '-', '1.5', 'concentration factor, nothing of the block is known', 'EN 1993-1-8, 6.2.5(7)');
const beta_j = s.f('beta_j', '-', '2/3', 'joint coefficient, the grout meets its conditions', 'EN 1993-1-8, 6.2.5(7)');
const f_jd = s.f('f_jd', 'MPa', 'beta_j*alpha*f_cd', 'design bearing strength of the joint', 'EN 1993-1-8, 6.2.5(7)');
const f_jd_weak = s.f(
  'f_jd',
  'MPa',
  'min(beta_j*alpha*f_cd, alpha_cc*f_ck_g/gamma_C)',
  'design bearing strength, limited by the grout',
  'EN 1993-1-8, 6.2.5(7)',
);
const c = s.f(
  'c',
  'mm',
  't_p*sqrt(f_y_p/(3*f_jd*gamma_M0))',
  'cantilever of the plate that f_jd bends to its elastic moment',
  'EN 1993-1-8, 6.2.5(4)',
);
const A_eff = s.found(
  'A_eff',
  'mm2',
  'effective bearing area',
  'footprint of the steel widened by c, cut at the plate',
  'EN 1993-1-8, 6.2.5(4)',
);
export const bearing = {
  f_cd,
  E_cm,
  b_1,
  d_1,
  e_y,
  e_z,
  K_y,
  K_y_far,
  K_z,
  K_z_far,
  K_H,
  K_H_far,
  K_Hy,
  K_Hz,
  K_Hy_far,
  K_Hz_far,
  alpha,
  alpha_two,
  alpha_given,
  alpha_unknown,
  beta_j,
  f_jd,
  f_jd_weak,
  c,
  A_eff,
};

const t = sheet.commonSection('anchor');
export const anchor = {
  gamma_Ms: t.f('gamma_Ms', '-', 'max(1.2*f_ub/f_yb, 1.4)', 'partial factor, anchor steel in tension', 'EN 1992-4, Table 4.1'),
  N_Rk_s: t.f('N_Rk_s', 'kN', 'A_s*f_ub', 'characteristic strength of the anchor steel', 'EN 1992-4, 7.2.1.3'),
  N_Rd_s: t.f('N_Rd_s', 'kN', 'N_Rk_s/gamma_Ms', 'anchor steel in tension', 'EN 1992-4, 7.2.1.3'),
  N_Rd_bolt: t.f('N_Rd_s', 'kN', '0.9*f_ub*A_s/gamma_M2', 'anchor steel in tension, as a bolt', 'EN 1993-1-8, Table 3.4'),
  N_Rd_cut: t.f(
    'N_Rd_s',
    'kN',
    '0.85*0.9*f_ub*A_s/gamma_M2',
    'anchor steel in tension, as a bolt with cut threads',
    'EN 1993-1-8, Table 3.4 and 3.6.1(3)',
  ),
  L_b: t.f('L_b', 'mm', '8*d+t_g+t_p+t_wa+0.4*d', 'free length of the anchor', 'EN 1993-1-8, Table 6.2'),
  L_b_given: t.f('L_b', 'mm', 'L_b_g', 'free length of the anchor as given', 'EN 1993-1-8, Table 6.2'),
  m_pl: t.f('m_pl', 'Nmm/mm', 't_p^2*f_y_p/(4*gamma_M0)', 'plastic moment of the plate', 'EN 1993-1-8, 6.2.4.1'),
  m_el: t.f('m_el', 'Nmm/mm', 't_p^2*f_y_p/(6*gamma_M0)', 'elastic moment of the plate', 'EN 1993-1-8, 6.2.5(4)'),
  gamma_Mc: t.f('gamma_Mc', '-', 'gamma_C*gamma_inst', 'partial factor, concrete modes in tension', 'EN 1992-4, Table 4.1'),
  f_ctm: t.f('f_ctm', 'MPa', '0.3[MPa]*(f_ck/1[MPa])^(2/3)', 'mean tensile strength of the concrete', 'EN 1992-1-1, Table 3.1'),
  f_ctm_high: t.f(
    'f_ctm',
    'MPa',
    '2.12[MPa]*ln(1+(f_ck+8[MPa])/10[MPa])',
    'mean tensile strength of the concrete',
    'EN 1992-1-1, Table 3.1',
  ),
  f_ctd: t.f('f_ctd', 'MPa', 'alpha_ct*0.7*f_ctm/gamma_C', 'design tensile strength of the concrete', 'EN 1992-1-1, 3.1.6(2)'),
  f_ctd_b: t.f(
    'f_ctd_b',
    'MPa',
    'min(f_ctd, alpha_ct*0.7*2.12[MPa]*ln(1+(60[MPa]+8[MPa])/10[MPa])/gamma_C)',
    'tensile strength that bond may count on: that of C60 at most',
    'EN 1992-1-1, 8.4.2(2)',
  ),
};

/** Coefficient of friction of a plate on sand-cement mortar, EN 1993-1-8, 6.2.2(6). */
export const SAND_CEMENT = 0.2;
const path = sheet.commonSection('shear-path');
export const ps = {
  V_Ed: path.f('V_Ed', 'kN', 'sqrt(V_z^2+V_y^2)', 'shear of the base', 'EN 1993-1-8, 6.2.2'),
  N_c: path.found(
    'N_c_Ed',
    'kN',
    'compression that friction counts on',
    'of the column, 0 for uplift; or of the contact where that is chosen',
  ),
  F_f: path.f('F_f_Rd', 'kN', 'C_fd*N_c_Ed', 'friction under the plate', 'EN 1993-1-8, 6.2.2(6)'),
  V_r: path.f('V_r', 'kN', 'max(0, V_Ed-F_f_Rd)', 'shear that is left after friction', 'EN 1993-1-8, 6.2.2'),
  V_r_all: path.f('V_r', 'kN', 'V_Ed', 'shear, friction is not counted on', 'EN 1993-1-8, 6.2.2'),
};
