import { Sheet } from '../../../formula/index.ts';

/** Symbols of a moment end plate. Forces in N, lengths in mm; shown in kN and kNm. */
export const sheet = new Sheet();

export const actions = {
  M_Ed: sheet.given('M_Ed', 'kNm', 'moment, tension at the top positive'),
  N_Ed: sheet.given('N_Ed', 'kN', 'axial force of the beam, tension positive'),
  V_Ed: sheet.given('V_Ed', 'kN', 'shear force of the beam'),
  N_col: sheet.given('N_col', 'kN', 'axial force of the column, tension positive'),
  M_col: sheet.given('M_col', 'kNm', 'moment of the column'),
  M_other: sheet.given('M_other', 'kNm', 'moment of the beam on the other face, tension at the top positive'),
};

export const g = {
  gamma_M0: sheet.given('gamma_M0', '-', 'partial factor, yielding'),
  gamma_M1: sheet.given('gamma_M1', '-', 'partial factor, instability'),
  gamma_M2: sheet.given('gamma_M2', '-', 'partial factor, fracture'),
  E: sheet.given('E', 'MPa', 'modulus of steel'),
  h_b: sheet.given('h_b', 'mm', 'depth of the beam'),
  b_b: sheet.given('b_b', 'mm', 'width of the beam'),
  t_w: sheet.given('t_w', 'mm', 'web of the beam'),
  t_f: sheet.given('t_f', 'mm', 'flange of the beam'),
  r_b: sheet.given('r_b', 'mm', 'root radius of the beam'),
  s_b: sheet.given('s_b', 'mm', 'root of the beam, flange to toe'),
  f_y_b: sheet.given('f_y_b', 'MPa', 'yield strength of the beam'),
  f_u_b: sheet.given('f_u_b', 'MPa', 'tensile strength of the beam'),
  h_c: sheet.given('h_c', 'mm', 'depth of the column'),
  b_c: sheet.given('b_c', 'mm', 'width of the column'),
  t_wc: sheet.given('t_wc', 'mm', 'web of the column'),
  t_fc: sheet.given('t_fc', 'mm', 'flange of the column'),
  r_c: sheet.given('r_c', 'mm', 'root radius of the column'),
  s_c: sheet.given('s_c', 'mm', 'root of the column, flange to toe'),
  f_y_c: sheet.given('f_y_c', 'MPa', 'yield strength of the column'),
  f_u_c: sheet.given('f_u_c', 'MPa', 'tensile strength of the column'),
  sigma_0: sheet.given('sigma_0', 'MPa', 'greatest compressive stress of the column web, as given for the joint'),
  h_h: sheet.given('h_h', 'mm', 'depth of the haunch at the plate'),
  l_h: sheet.given('l_h', 'mm', 'length of the haunch'),
  t_fh: sheet.given('t_fh', 'mm', 'flange of the haunch'),
  t_wh: sheet.given('t_wh', 'mm', 'web of the haunch'),
  b_p: sheet.given('b_p', 'mm', 'width of the plate'),
  t_p: sheet.given('t_p', 'mm', 'thickness of the plate'),
  h_p: sheet.given('h_p', 'mm', 'depth of the plate'),
  f_y_p: sheet.given('f_y_p', 'MPa', 'yield strength of the plate'),
  f_u_p: sheet.given('f_u_p', 'MPa', 'tensile strength of the plate'),
  d: sheet.given('d', 'mm', 'bolt diameter'),
  d_0: sheet.given('d_0', 'mm', 'hole'),
  w: sheet.given('w', 'mm', 'gauge'),
  A_s: sheet.given('A_s', 'mm2', 'stress area of a bolt'),
  f_ub: sheet.given('f_ub', 'MPa', 'tensile strength of the bolts'),
  alpha_v: sheet.given('alpha_v', '-', 'factor of bolt shear'),
  s_n: sheet.given('s_n', 'mm', 'bolt head across flats'),
  k_h: sheet.given('k_h', 'mm', 'height of the head'),
  k_n: sheet.given('k_n', 'mm', 'height of the nut'),
  d_w: sheet.given('d_w', 'mm', 'washer diameter'),
  t_was: sheet.given('t_was', 'mm', 'thickness of a washer'),
  n_was: sheet.given('n_was', '-', 'washers of a bolt'),
  n_r: sheet.given('n_r', '-', 'bolt rows'),
  a_w: sheet.given('a_w', 'mm', 'throat of the web weld'),
  a_h: sheet.given('a_h', 'mm', 'throat of the weld along the haunch web'),
  f_u_wb: sheet.given('f_u_wb', 'MPa', 'tensile strength of the weaker part at the beam welds'),
  beta_wb: sheet.given('beta_wb', '-', 'correlation factor of the weaker part at the beam welds'),
  f_u_wh: sheet.given('f_u_wh', 'MPa', 'tensile strength of the weaker part at the haunch web weld'),
  beta_wh: sheet.given('beta_wh', '-', 'correlation factor of the weaker part at the haunch web weld'),
  b_sp: sheet.given('b_sp', 'mm', 'width of the supplementary web plate'),
};

/** What changes with the sense of the moment: the tension and the compression flange. */
const side = (k: 'ten' | 'com', words: string) => ({
  t: sheet.given(`t_${k}`, 'mm', `thickness of the ${words} flange`),
  b: sheet.given(`b_${k}`, 'mm', `width of the ${words} flange`),
  f_y: sheet.given(`f_y_${k}`, 'MPa', `yield strength of the ${words} flange`),
  a: sheet.given(`a_${k}`, 'mm', `throat of the weld of the ${words} flange`),
  c: sheet.given(`c_${k}`, 'mm', `plate past the ${words} flange`),
  end: sheet.given(`e_${k}`, 'mm', `${words} flange to the end of the column`),
});
export const flange = { ten: side('ten', 'tension'), com: side('com', 'compression') };
/** The pair of stiffeners at the flange in hand. */
export const stiff = {
  b: sheet.given('b_s', 'mm', 'outstand of the stiffener'),
  t: sheet.given('t_s', 'mm', 'thickness of the stiffener'),
  a: sheet.given('a_s', 'mm', 'throat of the weld of the stiffener'),
  c: sheet.given('c_s', 'mm', 'corner cut of the stiffener'),
  f_y: sheet.given('f_y_s', 'MPa', 'yield strength of the stiffener'),
  f_u: sheet.given('f_u_ws', 'MPa', 'tensile strength of the weaker part at the weld of the stiffener'),
  beta_w: sheet.given('beta_ws', '-', 'correlation factor of the weaker part at the weld of the stiffener'),
  end: sheet.given('l_end', 'mm', "flange centre to the column's end"),
};
export const beta = sheet.given('beta', '-', 'transformation parameter, EN 1993-1-8, 5.3(9)');

const s = sheet.commonSection('section');
const A11 = 'EN 1993-1-1, 6.2';
/** Section properties from the dimensions, root fillets counted; worked once a joint. */
export const section = {
  beam: {
    h_w: s.f('h_w', 'mm', 'h_b-2*t_f', 'web of the beam between the flanges', A11),
    a_1: s.f('a_1', 'mm2', '(1-pi/4)*r_b^2', 'area of a root fillet', A11),
    y_1: s.f('y_1', 'mm', 'h_w/2-0.22337*r_b', 'its centroid from mid-depth', A11),
    A_b: s.f('A_b', 'mm2', '2*b_b*t_f+h_w*t_w+4*a_1', 'area of the beam', A11),
    I_b: s.f('I_b', 'mm4', '(b_b*h_b^3-(b_b-t_w)*h_w^3)/12+4*(0.0075451*r_b^4+a_1*y_1^2)', 'second moment of the beam', A11),
    W_pl: s.f('W_pl', 'mm3', 'b_b*t_f*(h_b-t_f)+t_w*h_w^2/4+4*a_1*y_1', 'plastic modulus of the beam', A11),
    W_el: s.f('W_el', 'mm3', '2*I_b/h_b', 'elastic modulus of the beam', A11),
    d_b: s.f('d_b', 'mm', 'h_b-2*(t_f+s_b)', 'clear web of the beam', A11),
  },
  rolled: s.f('A_v', 'mm2', 'max(A_b-2*b_b*t_f+(t_w+2*r_b)*t_f, h_w*t_w)', 'shear area of the beam', 'EN 1993-1-1, 6.2.6(3)'),
  welded: s.f('A_v', 'mm2', 'h_w*t_w', 'shear area of the beam', 'EN 1993-1-1, 6.2.6(3)'),
  shear: s.f('V_pl', 'kN', 'A_v*f_y_b/(sqrt(3)*gamma_M0)', 'shear resistance of the beam', 'EN 1993-1-1, 6.2.6'),
  axial: s.f('N_pl', 'kN', 'A_b*f_y_b/gamma_M0', 'axial resistance of the beam', 'EN 1993-1-1, 6.2.3'),
  column: [
    s.f('d_wc', 'mm', 'h_c-2*(t_fc+s_c)', 'clear web of the column', A11),
    s.f('A_c', 'mm2', '2*b_c*t_fc+(h_c-2*t_fc)*t_wc+(4-pi)*r_c^2', 'area of the column', A11),
    s.f(
      'I_c',
      'mm4',
      '(b_c*h_c^3-(b_c-t_wc)*(h_c-2*t_fc)^3)/12+4*(0.0075451*r_c^4+(1-pi/4)*r_c^2*(h_c/2-t_fc-0.22337*r_c)^2)',
      'second moment of the column',
      A11,
    ),
  ],
  /** Stress along the column's web: as given, or elastic from the column's own forces, at the toe of the root. */
  stress: {
    given: s.f('sigma_com', 'MPa', 'sigma_0', 'stress along the web of the column, as given', 'EN 1993-1-8, 6.2.6.2(2)'),
    own: s.f(
      'sigma_com',
      'MPa',
      'max(0[MPa], abs(M_col)*d_wc/(2*I_c)-N_col/A_c)',
      'greatest stress along the web of the column, at the root',
      'EN 1993-1-8, 6.2.6.2(2)',
    ),
  },
  columnRolled: s.f(
    'A_vc',
    'mm2',
    'max(A_c-2*b_c*t_fc+(t_wc+2*r_c)*t_fc, (h_c-2*t_fc)*t_wc)',
    'shear area of the column',
    'EN 1993-1-1, 6.2.6(3)',
  ),
  columnWelded: s.f('A_vc', 'mm2', '(h_c-2*t_fc)*t_wc', 'shear area of the column', 'EN 1993-1-1, 6.2.6(3)'),
  /** With a supplementary plate: 6.2.6.1(6), one counts however many there are. */
  columnPlated: s.f('A_vc', 'mm2', 'A_vc+b_sp*t_wc', 'shear area with the supplementary plate', 'EN 1993-1-8, 6.2.6.1(6)'),
  webTension: {
    bare: s.f('t_wt', 'mm', 't_wc', 'web that counts in tension', 'EN 1993-1-8, 6.2.6.3'),
    butt1: s.f('t_wt', 'mm', '1.5*t_wc', 'web with one plate, butt welded', 'EN 1993-1-8, 6.2.6.3(8)'),
    butt2: s.f('t_wt', 'mm', '2*t_wc', 'web with two plates, butt welded', 'EN 1993-1-8, 6.2.6.3(8)'),
    fillet: s.f('t_wt', 'mm', '1.4*t_wc', 'web with plates by fillets', 'EN 1993-1-8, 6.2.6.3(8)'),
    filletStrong: s.f('t_wt', 'mm', '1.3*t_wc', 'web stronger than S355 with plates by fillets', 'EN 1993-1-8, 6.2.6.3(8)'),
  },
  webCompression: {
    bare: s.f('t_wd', 'mm', 't_wc', 'web that counts in compression', 'EN 1993-1-8, 6.2.6.2'),
    one: s.f('t_wd', 'mm', '1.5*t_wc', 'web with a plate on one side', 'EN 1993-1-8, 6.2.6.2(6)'),
    two: s.f('t_wd', 'mm', '2*t_wc', 'web with plates on both sides', 'EN 1993-1-8, 6.2.6.2(6)'),
  },
};

const b = sheet.commonSection('bolts');
const T34 = 'EN 1993-1-8, Table 3.4';
export const bolts = {
  F_t_Rd: b.f('F_t_Rd', 'kN', '0.9*f_ub*A_s/gamma_M2', 'tension of a bolt', T34),
  threads: b.f('F_v_Rd', 'kN', 'alpha_v*f_ub*A_s/gamma_M2', 'shear of a bolt, threads in the plane', T34),
  shank: b.f('F_v_Rd', 'kN', '0.6*f_ub*(pi*d^2/4)/gamma_M2', 'shear of a bolt, shank in the plane', T34),
  d_m: b.f('d_m', 'mm', '(s_n+2*s_n/sqrt(3))/2', 'mean diameter of the head', T34),
  punchPlate: b.f('B_p_p', 'kN', '0.6*pi*d_m*t_p*f_u_p/gamma_M2', 'punching of the plate', T34),
  punchColumn: b.f('B_p_c', 'kN', '0.6*pi*d_m*t_fc*f_u_c/gamma_M2', 'punching of the column flange', T34),
  B_p: b.f('B_p_Rd', 'kN', 'min(B_p_p, B_p_c)', 'punching of the thinner part', T34),
  B_pSplice: b.f('B_p_Rd', 'kN', 'B_p_p', 'punching of the plate', T34),
  F_t: b.f('F_t', 'kN', 'min(F_t_Rd, B_p_Rd)', 'tension resistance of a bolt in every T-stub', T34),
  L_b: b.f('L_b', 'mm', 't_p+t_fc+n_was*t_was+(k_h+k_n)/2', 'length of the bolts that stretches', 'EN 1993-1-8, Table 6.11'),
  L_bSplice: b.f('L_b', 'mm', '2*t_p+n_was*t_was+(k_h+k_n)/2', 'length of the bolts that stretches', 'EN 1993-1-8, Table 6.11'),
  e_p: b.f('e_p', 'mm', '(b_p-w)/2', 'edge distance on the plate', 'EN 1993-1-8, 6.2.6.5'),
  e_c: b.f('e_c', 'mm', '(b_c-w)/2', 'edge distance on the column flange', 'EN 1993-1-8, 6.2.6.4'),
  e_min: b.f('e_min', 'mm', 'min(e_p, e_c)', 'the lesser edge distance', 'EN 1993-1-8, 6.2.6.4.1(2)'),
  e_minSplice: b.f('e_min', 'mm', 'e_p', 'edge distance', 'EN 1993-1-8, 6.2.6.5'),
};

const t = sheet.commonSection('joint');
export const joint = {
  H: t.f('H', 'mm', 'h_b', 'depth at the plate'),
  H_haunch: t.f('H', 'mm', 'h_b+h_h', 'depth at the plate, haunch included'),
  cos: t.f('cos_theta', '-', 'l_h/sqrt(l_h^2+h_h^2)', 'slope of the haunch flange'),
  t_ten: t.f('t_v_ten', 'mm', 't_ten', 'tension flange along the plate'),
  t_tenHaunch: t.f('t_v_ten', 'mm', 't_ten/cos_theta', 'tension flange along the plate, of the haunch'),
  t_com: t.f('t_v_com', 'mm', 't_com', 'compression flange along the plate'),
  t_comHaunch: t.f('t_v_com', 'mm', 't_com/cos_theta', 'compression flange along the plate, of the haunch'),
  y_com: t.f('y_com', 'mm', '-(H-t_v_com/2)', 'centre of compression', 'EN 1993-1-8, 6.2.7.1'),
};
