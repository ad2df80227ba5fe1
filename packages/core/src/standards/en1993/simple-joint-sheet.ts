import { Sheet, type FormulaSection, type Run, type Slot } from '../../formula/index.ts';

/**
 * Symbols common to the pinned joints of a beam with a web: actions, factors, beam, bolts, support. Actions are magnitudes; an
 * uplift is checked on the joint turned upside down (basis 2.12). Suffixes: `_w` beam web, `_2` support; a kind adds its own.
 */
export function simpleJointSheet() {
  const sheet = new Sheet();
  const g = (symbol: string, unit: Slot['unit'], text: string): Slot => sheet.given(symbol, unit, text);
  const slots = {
    V_Ed: g('V_Ed', 'kN', 'beam reaction'),
    N_Ed: g('N_Ed', 'kN', 'axial force acting with the reaction, as a magnitude'),
    N_tie: g('N_tie', 'kN', 'tying force, acting alone'),
    V_ser: g('V_ser', 'kN', 'reaction at serviceability; the design reaction when none is given'),
    gamma_M0: g('gamma_M0', '-', 'partial factor for yielding'),
    gamma_M1: g('gamma_M1', '-', 'partial factor for instability'),
    gamma_M2: g('gamma_M2', '-', 'partial factor for fracture, bolts and welds'),
    gamma_Mu: g('gamma_Mu', '-', 'partial factor for fracture, bolts and welds in tying'),
    gamma_M3: g('gamma_M3', '-', 'partial factor for slip of the chosen category'),
    E: g('E', 'MPa', 'modulus of elasticity'),
    h_b: g('h_b', 'mm', 'depth of the beam'),
    b: g('b', 'mm', 'flange width of the beam'),
    t_w: g('t_w', 'mm', 'web thickness of the beam'),
    t_f: g('t_f', 'mm', 'flange thickness of the beam'),
    r: g('r', 'mm', 'root radius of the beam'),
    A_b: g('A_b', 'mm2', 'area of the beam'),
    f_y_w: g('f_y_w', 'MPa', 'yield strength of the beam, by its flange thickness'),
    f_u_w: g('f_u_w', 'MPa', 'tensile strength of the beam'),
    l_n: g('l_n', 'mm', 'length of the notch from the beam end'),
    d_nt: g('d_nt', 'mm', 'depth of the notch at the top'),
    d_nb: g('d_nb', 'mm', 'depth of the notch at the bottom'),
    d: g('d', 'mm', 'bolt diameter'),
    A_s: g('A_s', 'mm2', 'tensile stress area of the bolt'),
    f_ub: g('f_ub', 'MPa', 'tensile strength of the bolt'),
    alpha_v: g('alpha_v', '-', 'factor for bolt shear, by class and by what lies in the shear plane'),
    n1: g('n1', '-', 'number of bolt rows'),
    n2: g('n2', '-', 'number of bolt lines'),
    p1: g('p1', 'mm', 'vertical pitch of the bolts, the smallest of unequal ones'),
    p_big: g('p_big', 'mm', 'largest of unequal pitches'),
    p_sum: g('p_sum', 'mm', 'sum of unequal pitches'),
    S_z: g('S_z', 'mm2', 'sum of the squared heights of one bolt line over its centroid, unequal pitches'),
    z_far: g('z_far', 'mm', 'height of the farthest row over the centroid, unequal pitches'),
    p2: g('p2', 'mm', 'horizontal pitch of the bolts'),
    t_pk: g('t_pk', 'mm', 'total packing at the bolts'),
    planes: g('planes', '-', 'shear planes of each bolt'),
    d_0: g('d_0', 'mm', 'normal round hole of the bolt, for minimum distances'),
    z_b1: g('z_b1', 'mm', 'top of the beam down to the first bolt row'),
    g_h: g('g_h', 'mm', 'gap from the support face to the beam end'),
    e_2b: g('e_2b', 'mm', 'beam end to the first bolt line'),
    k_a: g('k_a', '-', 'throat over leg of a fillet weld'),
    s: g('s', 'mm', 'leg of the fillet weld'),
    t_2: g('t_2', 'mm', 'thickness of the support where the joint meets it'),
    d_2: g('d_2', 'mm', 'clear depth of the supporting web between fillets'),
    f_y_2: g('f_y_2', 'MPa', 'yield strength of the support'),
    f_u_2: g('f_u_2', 'MPa', 'tensile strength of the support'),
    f_u_weld: g('f_u_weld', 'MPa', 'tensile strength of the weaker part at the weld'),
    beta_w: g('beta_w', '-', 'correlation factor of the weaker part at the weld'),
    mu: g('mu', '-', 'slip factor'),
    k_s: g('k_s', '-', 'hole factor for slip, the smaller of both parts'),
    n_f: g('n_f', '-', 'friction faces'),
  };
  return { sheet, slots };
}

/** Height of the bolt group, equal or unequal pitches. */
export function groupExtent(s: FormulaSection) {
  const even = s.f('L1', 'mm', '(n1-1)*p1', 'height of the bolt group');
  const uneven = s.f('L1', 'mm', 'p_sum', 'height of the bolt group');
  return (r: Run, c: { readonly even: boolean }): void => void (c.even ? even : uneven)(r);
}

/** Symbols of the holes in one part; `k` is its suffix (`p` plate, `w` beam web). */
export function holeSlots(sheet: Sheet, k: string, part: string) {
  return {
    d_0: sheet.given(`d_0_${k}`, 'mm', `hole size in the ${part} for end distances (slot width or diameter)`),
    d_v: sheet.given(`d_v_${k}`, 'mm', `vertical size of the hole in the ${part}`),
    d_h: sheet.given(`d_h_${k}`, 'mm', `horizontal size of the hole in the ${part}`),
    f_hv: sheet.given(`f_hv_${k}`, '-', `bearing factor of the hole in the ${part}, vertical force`),
    f_hh: sheet.given(`f_hh_${k}`, '-', `bearing factor of the hole in the ${part}, horizontal force`),
  };
}
