import { sheet } from './sheet.ts';

const cp = sheet.section('contact-pressure');
export const contact = {
  A: cp.found('A_con', 'mm2', 'area of the contact region', 'effective area, or the whole plate where full contact is chosen'),
  k_w: cp.f(
    'k_w',
    'N/mm3',
    'E_cm/(1.275*sqrt(A_con))',
    'stiffness of the concrete under the plate',
    'EN 1993-1-8, Table 6.11: k_13 spread over the area',
  ),
  k_w_in: cp.found('k_w', 'N/mm3', 'stiffness of the concrete under the plate', 'as given: options.k_w'),
  k_a: cp.found('k_a', 'N/mm', 'stiffness of one anchor', 'E A_s/L_b, or as given'),
  p_0: cp.found('p_0', 'mm', 'strain plane at the column axis', "Newton's method on the energy of concrete and anchors"),
  p_y: cp.found('p_y', '-', 'slope of the strain plane along y', "Newton's method on the energy of concrete and anchors"),
  p_z: cp.found('p_z', '-', 'slope of the strain plane along z', "Newton's method on the energy of concrete and anchors"),
  C: cp.found('C', 'kN', 'compression of the concrete', 'integral of the stress'),
  y_C: cp.found('y_C', 'mm', 'place of the compression, y', 'integral of the stress'),
  z_C: cp.found('z_C', 'mm', 'place of the compression, z', 'integral of the stress'),
  area: cp.found('A_C', 'mm2', 'area in contact', 'measured'),
  T: cp.found('F_sum', 'kN', 'tension of all anchors', 'sum'),
  y_T: cp.found('y_T', 'mm', 'place of the tension, y', 'sum of F y over T'),
  z_T: cp.found('z_T', 'mm', 'place of the tension, z', 'sum of F z over T'),
  N: cp.f('N_sum', 'kN', 'F_sum-C', 'sum of forces, against N', 'equilibrium'),
  My: cp.f('M_y_sum', 'kNm', 'C*z_C-F_sum*z_T', 'sum of moments about y, against M_y', 'equilibrium'),
  Mz: cp.f('M_z_sum', 'kNm', 'C*y_C-F_sum*y_T', 'sum of moments about z, against M_z', 'equilibrium'),
  residual: cp.found('r_e', '-', 'residual of the equilibrium, over the actions', 'largest of the three sums'),
  p_max: cp.found('p_max', 'mm', 'deepest point of the contact', 'measured'),
  sigma: cp.f('sigma_max', 'MPa', 'k_w*p_max', 'largest pressure', 'law: stress in proportion to penetration'),
  sigma_law: cp.found('sigma_max', 'MPa', 'largest pressure', 'by the law of the concrete'),
  p_c2: cp.f('p_c2', 'mm', '2*f_jd/k_w', 'penetration at which the parabola ends', 'stated method'),
  u_par: cp.f('u', '-', 'max(p_max/(1.75*p_c2), C/(f_jd*A_con))', 'utilisation of the parabola', 'stated method'),
  u_uni: cp.f('u', '-', 'C/(f_jd*A_con)', 'utilisation of the uniform block with anchors', 'stated method'),
};
const cb = sheet.section('concrete-bearing');
export const N_j = cb.f('N_j_Rd', 'kN', 'f_jd*A_eff', 'concrete under the whole effective area', 'EN 1993-1-8, 6.2.8.2');
/** Both sides press under a moment: the whole area in plastic equilibrium, fading to what lies under the flanges alone, or to the section method. */
export const both = {
  A_b: cb.found(
    'A_b',
    'mm2',
    'part of the effective area whose centroid is under the load',
    'the largest part: a straight cut',
    'EN 1993-1-8, 6.2.5, plastic equilibrium',
  ),
  N_pl: cb.f('N_pl_Rd', 'kN', 'f_jd*A_b', 'concrete under that part', 'EN 1993-1-8, 6.2.5'),
  N_fl: cb.found(
    'N_fl_Rd',
    'kN',
    'axial force at which the strip under one flange is used up',
    'N over the larger utilisation of both sides',
    'EN 1993-1-8, 6.2.8.3',
  ),
  N_se: cb.found(
    'N_fl_Rd',
    'kN',
    'axial force at which the section method is used up: no row of anchors stands on the side that would lift',
    'N over its utilisation',
  ),
  M_e: cb.found('M_e', 'kNm', 'moment, with the part of a shear key', 'from the actions'),
  z_C: cb.found('z_C', 'mm', 'eccentricity at which one side lifts', 'middle of the flange'),
  t_e: cb.f('t_e', '-', '(abs(M_e)/(abs(N_Ed)*z_C))^2', 'how near the load is to lifting one side', 'stated method'),
  N_j: cb.f(
    'N_j_Rd',
    'kN',
    'N_fl_Rd+(1-t_e)*(max(N_pl_Rd, N_fl_Rd)-N_fl_Rd)',
    'concrete in bearing: the whole area, and towards lifting the strip under one flange',
    'EN 1993-1-8, 6.2.5, 6.2.8.3',
  ),
};
const pc = sheet.section('plate-compression-bending');
export const comp = {
  c_req: pc.found('c_req', 'mm', 'cantilever whose effective area carries N', 'bisection on f_jd A_eff(c) = N'),
  t_req: pc.f(
    't_req',
    'mm',
    'c_req*sqrt(3*f_jd*gamma_M0/f_y_p)',
    'thickness of the plate that would do',
    'EN 1993-1-8, 6.2.5(4)',
  ),
  s_max: pc.found('sigma_max', 'MPa', 'largest pressure', 'from the contact'),
  m_c: pc.f('m_Ed', 'Nmm/mm', 'sigma_max*c^2/2', 'moment of the cantilever c', 'EN 1993-1-8, 6.2.5(4)'),
  m_line: pc.found(
    'm_Ed',
    'Nmm/mm',
    'moment of the pressure beyond a tangent line, over its length',
    'all directions, every 2 degrees',
  ),
  m_panel: pc.found(
    'm_Ed',
    'Nmm/mm',
    'moment of the panel inside the tube',
    '3.3/16 sigma R^2 of a circle, sigma s^2/8 of a strip',
  ),
};
const bl = sheet.section('base-moment-biaxial-linear');
export const biax = {
  M_y_Ed: bl.found('M_y_Ed', 'kNm', 'moment about y, with the part of a shear key', 'from the actions'),
  M_z_Ed: bl.found('M_z_Ed', 'kNm', 'moment about z, with the part of a shear key', 'from the actions'),
  M_y_Rd: bl.found('M_N_y_Rd', 'kNm', 'moment resistance about y beside N', 'lever-arm model'),
  M_z_Rd: bl.found('M_N_z_Rd', 'kNm', 'moment resistance about z beside N', 'lever-arm model'),
  u: bl.f('u', '-', 'abs(M_y_Ed)/M_N_y_Rd+abs(M_z_Ed)/M_N_z_Rd', 'straight line between the axes', 'stated method'),
};
