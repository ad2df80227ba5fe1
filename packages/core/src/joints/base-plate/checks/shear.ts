import type { Run } from '../../../formula/index.ts';
import { unionLength } from '../../../geometry/polygon.ts';
import { tightHole } from '../../../catalogue/index.ts';
import type { BaseModel } from '../model.ts';
import { leastEdge, leastSpacing } from './plate.ts';
import { barAnchorage } from './bars.ts';
import type { BaseResults } from './results.ts';
import { at, sheet } from './sheet.ts';
import {
  ALL_EDGES,
  bondReach,
  coneGeometry,
  edgeDistance,
  edgeWords,
  groupBond,
  pryCone,
  prySection as py,
  quiet,
  type Edge,
} from './tension.ts';
import type { Units } from '../../../units/system.ts';
import { fixed } from './words.ts';

const sv = sheet.section('anchor-steel-shear');
const ss = {
  V: sv.found('V_Ed_i', 'kN', 'shear of the worst anchor', 'shear and twist shared by all anchors'),
  gamma: sv.f('gamma_Ms', '-', 'max(f_ub/f_yb, 1.25)', 'partial factor, anchor steel in shear', 'EN 1992-4, Table 4.1'),
  gamma_hard: sv.f('gamma_Ms', '-', '1.5', 'partial factor, hard anchor steel in shear', 'EN 1992-4, Table 4.1'),
  V0: sv.f('V_Rk_s_0', 'kN', 'k_6*A_s*f_ub', 'characteristic shear strength of the anchor', 'EN 1992-4, 7.2.2.3.1'),
  f_g: sv.f('f_g', '-', '1', 'the grout is thin', 'EN 1992-4, 6.2.2.3'),
  f_g_less: sv.f('f_g', '-', '1-0.01*t_g/1[mm]', 'the grout takes its share', 'EN 1992-4, 7.2.2.3.1'),
  V_Rd: sv.f('V_Rd_s', 'kN', 'f_g*k_7*V_Rk_s_0/gamma_Ms', 'anchor steel in shear', 'EN 1992-4, 7.2.2.3.1'),
  alpha_bc: sv.f('alpha_bc', '-', '0.44-0.0003*f_yb/1[MPa]', 'factor of shear in grout', 'EN 1993-1-8, 6.2.2(7)'),
  V_Rd_bolt: sv.f('V_Rd_s', 'kN', 'alpha_bc*f_ub*A_s/gamma_M2', 'anchor in shear, as a bolt in grout', 'EN 1993-1-8, 6.2.2(7)'),
};
const la = sheet.section('anchor-shear-lever-arm');
const lv = {
  V: la.found('V_Ed_i', 'kN', 'shear of the worst anchor', 'shear and twist shared by all anchors'),
  N: la.found('N_Ed_i', 'kN', 'tension of that anchor', 'from the equilibrium, with prying'),
  gamma: la.f('gamma_Ms', '-', 'max(f_ub/f_yb, 1.25)', 'partial factor, anchor steel in shear', 'EN 1992-4, Table 4.1'),
  gamma_hard: la.f('gamma_Ms', '-', '1.5', 'partial factor, hard anchor steel in shear', 'EN 1992-4, Table 4.1'),
  V0: la.f('V_Rk_s_0', 'kN', 'k_6*A_s*f_ub', 'characteristic shear strength of the anchor', 'EN 1992-4, 7.2.2.3.1'),
  d_s: la.f('d_s', 'mm', 'sqrt(4*A_s/pi)', 'diameter of the stress area', ''),
  W: la.f('W_el', 'mm3', 'pi*d_s^3/32', 'modulus of the anchor', ''),
  M0: la.f('M_Rk_s_0', 'kNm', '1.2*W_el*f_ub', 'characteristic bending strength', 'EN 1992-4, 7.2.2.3.2'),
  M: la.f(
    'M_Rk_s',
    'kNm',
    'M_Rk_s_0*max(0, 1-N_Ed_i/N_Rd_s)',
    'bending strength left beside the tension',
    'EN 1992-4, 7.2.2.3.2',
  ),
  a_3: la.f('a_3', 'mm', '0.5*d', 'depth at which the anchor is held', 'EN 1992-4, 6.2.2.3'),
  a_3_none: la.f('a_3', 'mm', '0[mm]', 'held at the surface by a nut and washer', 'EN 1992-4, 6.2.2.3'),
  l_a: la.f('l_a', 'mm', 'a_3+t_g+t_p/2', 'lever arm', 'EN 1992-4, 6.2.2.3'),
  alpha_M: la.f('alpha_M', '-', '2', 'the plate can not turn', 'EN 1992-4, 6.2.2.3'),
  alpha_M_free: la.f('alpha_M', '-', '1', 'the plate can turn', 'EN 1992-4, 6.2.2.3'),
  V_Rd: la.f(
    'V_Rd_s',
    'kN',
    'min(alpha_M*M_Rk_s/l_a, k_7*V_Rk_s_0)/gamma_Ms',
    'anchor steel in shear with lever arm',
    'EN 1992-4, 7.2.2.3.2',
  ),
};
const pb = sheet.section('anchor-plate-bearing');
const bear = {
  e: pb.found('e', 'mm', 'least edge distance in the plate', 'measured'),
  p: pb.found('p', 'mm', 'least distance between anchors', 'measured'),
  alpha_b: pb.f('alpha_b', '-', 'min(e/(3*d_0), p/(3*d_0)-0.25, f_ub/f_u_p, 1)', 'bearing factor', 'EN 1993-1-8, Table 3.4'),
  alpha_b_one: pb.f('alpha_b', '-', 'min(e/(3*d_0), f_ub/f_u_p, 1)', 'bearing factor, one anchor', 'EN 1993-1-8, Table 3.4'),
  k_1: pb.f('k_b', '-', 'max(0, min(2.8*e/d_0-1.7, 1.4*p/d_0-1.7, 2.5))', 'factor k_1 of the width', 'EN 1993-1-8, Table 3.4'),
  k_1_one: pb.f('k_b', '-', 'max(0, min(2.8*e/d_0-1.7, 2.5))', 'factor k_1 of the width, one anchor', 'EN 1993-1-8, Table 3.4'),
  V: pb.found('V_Ed_i', 'kN', 'shear of the worst anchor', 'shear and twist shared by all anchors'),
  F: pb.f('F_b_Rd', 'kN', 'k_b*max(0, alpha_b)*f_u_p*d*t_p/gamma_M2', 'bearing of the plate', 'EN 1993-1-8, Table 3.4'),
};
const pry = {
  V: py.found('V_Ed_g', 'kN', 'shear of the anchors', 'what friction leaves; with twist alone the sum over the anchors'),
  f_re: py.f('f_re', '-', '0.75', 'hanger bars are counted on in tension', 'EN 1992-4, 7.2.2.4(5)'),
  f_re_none: py.f('f_re', '-', '1', 'no hanger bars', 'EN 1992-4, 7.2.2.4'),
  N_p: py.found('N_Rk_p', 'kN', 'characteristic bond of the group', 'as in the bond check, equal forces'),
  N_min: py.f('N_Rk', 'kN', 'min(N_Rk_c, N_Rk_p)', 'smaller of cone and bond', 'EN 1992-4, 7.2.2.4(2)'),
  N_c: py.f('N_Rk', 'kN', 'N_Rk_c', 'the cone', 'EN 1992-4, 7.2.2.4(1)'),
  V_Rd: py.f('V_Rd_cp', 'kN', 'f_re*k_8*N_Rk/gamma_C', 'pry-out of the group', 'EN 1992-4, 7.2.2.4'),
};
const ce = sheet.section('concrete-edge');
const edge = {
  c_1: ce.found('c_1', 'mm', 'front row to the edge', 'measured'),
  c_2_max: ce.found('c_2_max', 'mm', 'larger distance to a corner', 'measured'),
  s_2_max: ce.found('s_2_max', 'mm', 'largest gap in the front row', 'measured'),
  c_e: ce.f('c_e', 'mm', 'c_1', 'edge distance that counts', 'EN 1992-4, 7.2.2.5'),
  c_e_thin: ce.f(
    'c_e',
    'mm',
    'max(c_2_max/1.5, H/1.5, s_2_max/3)',
    'edge distance that counts, thin and narrow member',
    'EN 1992-4, 7.2.2.5(13)',
  ),
  l_f: ce.f('l_f', 'mm', 'min(h_ef, 12*d)', 'length that bears', 'EN 1992-4, 7.2.2.5(2)'),
  l_f_thick: ce.f('l_f', 'mm', 'min(h_ef, max(8*d, 300[mm]))', 'length that bears, over 24 mm', 'EN 1992-4, 7.2.2.5(2)'),
  alpha: ce.f('alpha', '-', '0.1*sqrt(l_f/c_e)', 'exponent of the diameter', 'EN 1992-4, 7.2.2.5(2)'),
  beta: ce.f('beta', '-', '0.1*(min(d, 60[mm])/c_e)^0.2', 'exponent of the length', 'EN 1992-4, 7.2.2.5(2)'),
  V0: ce.f(
    'V_Rk_c_0',
    'kN',
    'k_9*(min(d, 60[mm])/1[mm])^alpha*(l_f/1[mm])^beta*sqrt(f_ck)*c_e^1.5',
    'edge strength of one anchor',
    'EN 1992-4, 7.2.2.5(2)',
  ),
  A0: ce.f('A_c_V_0', 'mm2', '4.5*c_e^2', 'area of one anchor on the edge face', 'EN 1992-4, 7.2.2.5(3)'),
  l: ce.found(
    'l_V',
    'mm',
    'length of the body on the edge face',
    'union of 1.5 c_1 to both sides of each front anchor, cut at the corners',
  ),
  h: ce.found('h_V', 'mm', 'depth of the body on the edge face', 'min(1.5 c_1, H)'),
  A: ce.f('A_c_V', 'mm2', 'l_V*h_V', 'area on the edge face', 'EN 1992-4, 7.2.2.5(3)'),
  c_2: ce.found('c_2', 'mm', 'front row to the nearer corner', 'measured'),
  psi_s: ce.f('psi_s_V', '-', 'min(1, 0.7+0.3*c_2/(1.5*c_e))', 'disturbance by a corner', 'EN 1992-4, 7.2.2.5(4)'),
  psi_s_far: ce.f('psi_s_V', '-', '1', 'no corner near', 'EN 1992-4, 7.2.2.5(4)'),
  psi_h: ce.f('psi_h_V', '-', 'max(1, sqrt(1.5*c_e/H))', 'thin member', 'EN 1992-4, 7.2.2.5(5)'),
  psi_h_deep: ce.f('psi_h_V', '-', '1', 'a very deep block', 'EN 1992-4, 7.2.2.5(5)'),
  e_V: ce.found(
    'e_V',
    'mm',
    'shear off the middle of the front row',
    'from the column axis and the twist, within the row; times the part of the shear that is towards the edge',
  ),
  psi_ec: ce.f('psi_ec_V', '-', '1/(1+2*e_V/(3*c_e))', 'eccentricity', 'EN 1992-4, 7.2.2.5(6)'),
  psi_ec_none: ce.f('psi_ec_V', '-', '1', 'no shear towards the edge', 'EN 1992-4, 7.2.2.5(6)'),
  V_perp: ce.found('V_perp', 'kN', 'shear towards the edge, on the front row', 'what friction leaves'),
  V_par: ce.found('V_par', 'kN', 'shear along the edge, share of the front row', 'what friction leaves'),
  V: ce.f('V_Ed_e', 'kN', 'sqrt(V_perp^2+V_par^2)', 'shear of the front row', 'EN 1992-4, 7.2.2.5'),
  psi_alpha: ce.f(
    'psi_alpha_V',
    '-',
    'max(1, 1/sqrt((V_perp/V_Ed_e)^2+(0.5*V_par/V_Ed_e)^2))',
    'direction of the shear',
    'EN 1992-4, 7.2.2.5(7)',
  ),
  psi_re: ce.f('psi_re_V', '-', '1.4', 'edge bar and close stirrups, cracked', 'EN 1992-4, 7.2.2.5(8)'),
  psi_re_none: ce.f('psi_re_V', '-', '1', 'no edge reinforcement counted', 'EN 1992-4, 7.2.2.5(8)'),
  V_Rk: ce.f(
    'V_Rk_c',
    'kN',
    'V_Rk_c_0*(A_c_V/A_c_V_0)*psi_s_V*psi_h_V*psi_ec_V*psi_alpha_V*psi_re_V',
    'characteristic edge strength',
    'EN 1992-4, 7.2.2.5(1)',
  ),
  V_Rd: ce.f('V_Rd_c', 'kN', 'V_Rk_c/gamma_C', 'concrete edge', 'EN 1992-4, 7.2.2.5'),
};
const er = sheet.section('edge-reinforcement');
const loops = {
  V: er.found('V_perp', 'kN', 'shear towards the edge', 'what friction leaves'),
  c_1: er.found('c_1', 'mm', 'front row to the edge', 'measured'),
  z: er.f('z_s', 'mm', '0.85*min(2*h_ef, 2*c_1)', 'inner lever arm of the concrete member', 'EN 1992-4, 6.2.2.4'),
  N: er.f('N_Ed_re', 'kN', '(e_s/z_s+1)*V_perp', 'tension of the loops', 'EN 1992-4, 6.2.2.4'),
  steel: er.f(
    'N_Rd_re',
    'kN',
    'k_10*n_lo*pi/4*d_lo^2*min(f_yk_lo, 600[MPa])/gamma_S',
    'steel of the loops',
    'EN 1992-4, 7.2.2.6(1)',
  ),
  anchorage: barAnchorage(er, 'lo', 'loops', 'edge body', 'EN 1992-4, 7.2.2.6(2)'),
  R: er.f('N_Rd', 'kN', 'min(N_Rd_re, N_Rd_a)', 'loops across the edge body', 'EN 1992-4, 7.2.2.6'),
};
const is = sheet.section('interaction-steel');
const ist = {
  beta_N: is.found('beta_N', '-', 'utilisation in tension', 'force over resistance of that anchor'),
  beta_V: is.found('beta_V', '-', 'utilisation in shear', 'force over resistance of that anchor'),
  sum: is.f('u', '-', 'beta_N^2+beta_V^2', 'tension with shear', 'EN 1992-4, 7.2.3'),
  bolt: is.f('u', '-', 'beta_V+beta_N/1.4', 'tension with shear', 'EN 1993-1-8, Table 3.4'),
};
const ic = sheet.section('interaction-concrete');
const con = {
  beta_N: ic.found('beta_N', '-', 'largest utilisation in tension but for steel', 'from the checks above'),
  beta_V: ic.found('beta_V', '-', 'larger utilisation of pry-out and edge', 'from the checks above'),
  power: ic.f('u_p', '-', 'beta_N^1.5+beta_V^1.5', 'power sum', 'EN 1992-4, 7.2.3, Table 7.3'),
  linear: ic.f('u_l', '-', '(beta_N+beta_V)/1.2', 'linear sum', 'EN 1992-4, 7.2.3, Table 7.3'),
  both: ic.f('u', '-', 'max(min(u_p, u_l), beta_N, beta_V)', 'the better of both forms', 'EN 1992-4, 7.2.3'),
  bars: ic.f(
    'u',
    '-',
    'max(beta_N^(2/3)+beta_V^(2/3), beta_N, beta_V)',
    'with reinforcement that carries tension or shear alone',
    'EN 1992-4, 7.2.3.2',
  ),
};

/** Geometry of one face of the block for shear: none of it depends on the load. */
interface EdgeGeometry {
  readonly edge: Edge;
  readonly c_1: number;
  readonly front: readonly number[];
  readonly thin: { readonly c_2_max: number; readonly s_2_max: number } | null;
  readonly c_e: number;
  readonly c_2: number;
  readonly l: number;
  readonly middle: number;
  /** Half of the length of the front row. */
  readonly half: number;
}

const FACES = new WeakMap<BaseModel, readonly EdgeGeometry[]>();

/** Faces of the block that are near enough to matter: c_1 up to max(10 h_ef, 60 d). */
export function shearFaces(m: BaseModel): readonly EdgeGeometry[] {
  const known = FACES.get(m);
  if (known) return known;
  const { h_ef, d, pattern } = m.input.anchors;
  const all = m.anchors.map((_, i) => i);
  const found = ALL_EDGES.flatMap((e): EdgeGeometry[] => {
    const distance = (i: number): number => edgeDistance(m, e, m.anchors[i]!);
    const c_1 = Math.min(...all.map(distance));
    if (!Number.isFinite(c_1) || c_1 > Math.max(10 * h_ef, 60 * d)) return [];
    const along = (i: number): number => (e[0] === 'y' ? m.anchors[i]!.z : m.anchors[i]!.y);
    const [from, to] = e[0] === 'y' ? [m.block.z1, m.block.z2] : [m.block.y1, m.block.y2];
    const front = all
      .filter((i) => distance(i) <= (pattern.type === 'circle' ? 1.25 * c_1 : c_1 + 1))
      .sort((a, b) => along(a) - along(b));
    const places = front.map(along);
    const corners = [places[0]! - from, to - places[places.length - 1]!] as const;
    const gaps = places.slice(1).map((x, i) => x - places[i]!);
    const thin =
      Math.max(...corners) < 1.5 * c_1 && m.H < 1.5 * c_1
        ? { c_2_max: Math.max(...corners), s_2_max: Math.max(0, ...gaps) }
        : null;
    const c_e = thin ? Math.max(thin.c_2_max / 1.5, m.H / 1.5, thin.s_2_max / 3) : c_1;
    return [
      {
        edge: e,
        c_1,
        front,
        thin,
        c_e,
        c_2: Math.min(...corners),
        l: unionLength(
          places.map((x) => [x - 1.5 * c_e, x + 1.5 * c_e]),
          from,
          to,
        ),
        middle: places.reduce((a, b) => a + b, 0) / places.length,
        half: (places[places.length - 1]! - places[0]!) / 2,
      },
    ];
  });
  FACES.set(m, found);
  return found;
}

/** Shear left for the anchors, and what each takes. */
export interface AnchorShear {
  readonly V_y: number;
  readonly V_z: number;
  readonly T: number;
  /** Twist about the centroid of the anchors. */
  readonly twist: number;
  readonly each: readonly { readonly y: number; readonly z: number; readonly V: number }[];
}

export function shareShear(m: BaseModel, V_y: number, V_z: number, T: number): AnchorShear {
  const n = m.anchors.length;
  const g_y = m.anchors.reduce((s, a) => s + a.y, 0) / n;
  const g_z = m.anchors.reduce((s, a) => s + a.z, 0) / n;
  const exact = T - g_y * V_z + g_z * V_y;
  const twist = Math.abs(exact) < 1e-9 * (Math.abs(V_y) + Math.abs(V_z) + Math.abs(T)) ? 0 : exact;
  const J = m.anchors.reduce((s, a) => s + (a.y - g_y) ** 2 + (a.z - g_z) ** 2, 0);
  const spin = twist === 0 ? 0 : twist / J;
  const each = m.anchors.map((a) => {
    const y = V_y / n - spin * (a.z - g_z);
    const z = V_z / n + spin * (a.y - g_y);
    return { y, z, V: Math.hypot(y, z) };
  });
  return { V_y, V_z, T, twist, each };
}

/**
 * Where the shear towards an edge acts along the front row. The whole shear acts on a line through the column axis that the twist moves by T/V; where the
 * twist alone presses single anchors to the edge, at the centroid of those forces, and between the two in proportion.
 */
function offRow(
  m: BaseModel,
  f: EdgeGeometry,
  s: AnchorShear,
  at: {
    readonly outward: number;
    readonly inY: boolean;
    readonly across: number;
    readonly byTwist: number;
    readonly V_perp: number;
  },
): number {
  const { outward, inY, across, byTwist, V_perp } = at;
  // The twist moves it no further than the row reaches.
  const line = Math.max(-f.half, Math.min(f.half, ((inY ? -1 : 1) * outward * s.T) / V_perp));
  if (across >= byTwist) return line;
  let [sum, moment] = [0, 0];
  for (const i of f.front) {
    const v = Math.max(0, outward * (inY ? s.each[i]!.y : s.each[i]!.z));
    sum += v;
    moment += v * (inY ? m.anchors[i]!.z : m.anchors[i]!.y);
  }
  const own = moment / sum;
  return own + Math.max(0, across / byTwist) * (line - own);
}

function workEdge(
  r: Run,
  m: BaseModel,
  f: EdgeGeometry,
  s: AnchorShear,
): { demand: number; resistance: number; V_perp: number } | null {
  const outward = f.edge.endsWith('+') ? 1 : -1;
  const inY = f.edge[0] === 'y';
  const across = outward * (inY ? s.V_y : s.V_z);
  // Twist presses single anchors to an edge that the whole shear spares.
  const byTwist = s.T === 0 ? 0 : f.front.reduce((sum, i) => sum + Math.max(0, outward * (inY ? s.each[i]!.y : s.each[i]!.z)), 0);
  const V_perp = Math.max(0, across, byTwist);
  const V_par = (Math.abs(inY ? s.V_z : s.V_y) * f.front.length) / m.anchors.length;
  if (V_perp === 0 && V_par === 0) return null;
  edge.c_1(r, f.c_1);
  if (f.thin) {
    edge.c_2_max(r, f.thin.c_2_max);
    edge.s_2_max(r, f.thin.s_2_max);
    edge.c_e_thin(r);
  } else edge.c_e(r);
  (m.input.anchors.d <= 24 ? edge.l_f : edge.l_f_thick)(r);
  edge.alpha(r);
  edge.beta(r);
  edge.V0(r);
  edge.A0(r);
  edge.l(r, f.l);
  edge.h(r, Math.min(1.5 * f.c_e, m.H));
  edge.A(r);
  if (Number.isFinite(f.c_2)) {
    edge.c_2(r, f.c_2);
    edge.psi_s(r);
  } else edge.psi_s_far(r);
  (Number.isFinite(m.H) ? edge.psi_h : edge.psi_h_deep)(r);
  edge.V_perp(r, V_perp);
  edge.V_par(r, V_par);
  const demand = edge.V(r);
  if (V_perp > 0) {
    // Of the whole shear only its part towards the edge is off the middle.
    const e_V = Math.abs(offRow(m, f, s, { outward, inY, across, byTwist, V_perp }) - f.middle) * (V_perp / demand);
    edge.e_V(r, e_V < 1e-9 ? 0 : e_V);
    edge.psi_ec(r);
  } else edge.psi_ec_none(r);
  edge.psi_alpha(r);
  (m.input.concrete.edge_bars === 'stirrups' && m.input.concrete.cracked ? edge.psi_re : edge.psi_re_none)(r);
  edge.V_Rk(r);
  return { demand, resistance: edge.V_Rd(r), V_perp };
}

/** Whether grout and anchor leave a lever arm (basis 11.3). */
export function leverChoice(m: BaseModel): 'none' | 'reduced' | 'lever' {
  const { grout, anchors: a } = m.input;
  if (grout.t <= a.d / 2 && grout.f_ck >= 30) return 'none';
  if (grout.t <= 40 && grout.t <= 5 * a.d && grout.f_ck >= 30 && m.anchors.length >= 2) return 'reduced';
  return 'lever';
}

/** Utilisations that the interactions read. */
export interface TensionState {
  /** Forces with prying, N; zero where there is none. */
  readonly F: readonly number[];
  readonly any: boolean;
  readonly beta_concrete: number;
  readonly N_Rd_s: number;
  readonly bars: boolean;
}

/** All checks of the anchors in shear, and with tension (basis 11.2 to 12). */
export function anchorShearChecks(r: Run, m: BaseModel, out: BaseResults, s: AnchorShear, tension: TensionState): void {
  const { anchors: a } = m.input;
  const limit = tightHole(a.d);
  if (a.hole > limit && !a.washers_welded) {
    out.strength('anchor-hole-for-shear', a.hole, limit, 'mm', { multiple: 0 });
    out.notes.push('anchors can not take shear in these holes: close holes, welded washers or a shear key are needed');
  }
  const strongest = s.each.reduce((best, x, i) => (x.V > s.each[best]!.V * (1 + 1e-9) ? i : best), 0);
  const V_max = s.each[strongest]!.V;
  const bolt = a.shear_rule === 'EN 1993-1-8';
  const lever = !bolt && leverChoice(m) === 'lever';
  const hard = !(m.f_ub <= 800 && m.f_yb / m.f_ub <= 0.8);
  let V_Rd = 0;
  if (lever) {
    const work = (i: number): number => {
      lv.V(r, s.each[i]!.V);
      lv.N(r, tension.F[i]!);
      (hard ? lv.gamma_hard : lv.gamma)(r);
      lv.V0(r);
      lv.d_s(r);
      lv.W(r);
      lv.M0(r);
      lv.M(r);
      (a.clamped ? lv.a_3_none : lv.a_3)(r);
      lv.l_a(r);
      (a.free_rotation ? lv.alpha_M_free : lv.alpha_M)(r);
      return lv.V_Rd(r);
    };
    let worst = { i: 0, u: -1 };
    m.anchors.forEach((_, i) => {
      const R = quiet(r, () => work(i));
      const u = R > 0 ? s.each[i]!.V / R : s.each[i]!.V > 0 ? Infinity : 0;
      if (u > worst.u * (1 + 1e-9)) worst = { i, u };
    });
    const { i } = worst;
    at(r, `anchor ${i}`, () => {
      V_Rd = work(i);
      const V = s.each[i]!.V;
      // V k = min(B (1 - k N/N_Rd), C): the anchor's bending strength falls with its tension.
      const l_a = r.v[lv.l_a.def.slot.index]!,
        M0 = r.v[lv.M0.def.slot.index]!,
        gamma = r.v[lv.gamma.def.slot.index]!,
        alpha_M = r.v[lv.alpha_M.def.slot.index]!;
      const B = (alpha_M * M0) / (l_a * gamma);
      const C = (r.v[lv.V0.def.slot.index]! * (a.brittle && m.anchors.length > 1 ? 0.8 : 1)) / gamma;
      const multiple = V > 0 ? Math.min(B / (V + (B * tension.F[i]!) / tension.N_Rd_s), C / V) : 1e6;
      out.strength('anchor-shear-lever-arm', V, V_Rd, 'kN', { where: `anchor ${i}`, multiple });
    });
  } else
    at(r, `anchor ${strongest}`, () => {
      ss.V(r, V_max);
      if (bolt) {
        ss.alpha_bc(r);
        V_Rd = ss.V_Rd_bolt(r);
      } else {
        (hard ? ss.gamma_hard : ss.gamma)(r);
        ss.V0(r);
        (leverChoice(m) === 'reduced' ? ss.f_g_less : ss.f_g)(r);
        V_Rd = ss.V_Rd(r);
      }
      out.strength('anchor-steel-shear', V_max, V_Rd, 'kN', { where: `anchor ${strongest}` });
    });

  const single = m.anchors.length < 2;
  bear.e(r, leastEdge(m));
  if (!single) bear.p(r, leastSpacing(m));
  (single ? bear.alpha_b_one : bear.alpha_b)(r);
  (single ? bear.k_1_one : bear.k_1)(r);
  bear.V(r, V_max);
  out.strength('anchor-plate-bearing', V_max, bear.F(r), 'kN');

  const V_r = Math.hypot(s.V_y, s.V_z);
  const all = m.anchors.map((_, i) => i);
  // Twist counts as an eccentricity of the shear, or by the forces that it puts on the anchors: the worse.
  const twist = Math.abs(s.twist);
  const s_cr = Math.min(3 * coneGeometry(m, all).h_e, a.type === 'bonded' ? quiet(r, () => bondReach(r, m)) : Infinity);
  const byAnchors =
    s.T === 0
      ? 0
      : Math.max(
          s.each.reduce((sum, x) => sum + x.V, 0),
          (2 * twist) / s_cr,
        );
  const pryOut = (V_g: number, e_V: number): number => {
    pry.V(r, V_g);
    pryCone.work(r, m, coneGeometry(m, all), { e_V }, null);
    if (a.type === 'bonded') {
      pry.N_p(
        r,
        quiet(r, () => {
          bondReach(r, m);
          return groupBond(r, m, all, { y: e_V, z: 0 });
        }),
      );
      pry.N_min(r);
    } else pry.N_c(r);
    (a.bars ? pry.f_re : pry.f_re_none)(r);
    return pry.V_Rd(r);
  };
  const ways = [...(V_r > 0 ? [{ V: V_r, e: twist / V_r }] : []), ...(byAnchors > 0 ? [{ V: byAnchors, e: 0 }] : [])];
  const worstWay =
    ways.length === 1
      ? ways[0]!
      : ways.map((w) => ({ ...w, u: quiet(r, () => w.V / pryOut(w.V, w.e)) })).reduce((x, y) => (y.u > x.u ? y : x));
  let beta_V = at(r, 'whole group', () =>
    out.strength('anchor-pryout', worstWay.V, pryOut(worstWay.V, worstWay.e), 'kN', { where: 'whole group' }),
  );

  let best: { f: EdgeGeometry; u: number } | null = null;
  for (const f of shearFaces(m)) {
    const x = quiet(r, () => workEdge(r, m, f, s));
    if (!x) continue;
    const u = x.demand / x.resistance;
    if (!best || u > best.u * (1 + 1e-9)) best = { f, u };
  }
  if (best) {
    const { f } = best;
    at(r, edgeWords(f.edge), () => {
      const x = workEdge(r, m, f, s)!;
      const carried = a.loops !== undefined && x.V_perp > 0;
      const u = out.strength('concrete-edge', x.demand, x.resistance, 'kN', { where: edgeWords(f.edge), info: carried });
      if (!carried) beta_V = Math.max(beta_V, u);
      else out.notes.push(`loops carry the shear towards the edge; the concrete alone would be used to ${fixed(u)}`);
    });
    // Every edge that the shear presses to has to be crossed by the loops; the nearest has the most tension.
    for (const face of a.loops ? shearFaces(m) : []) {
      const x = quiet(r, () => workEdge(r, m, face, s));
      if (!x || x.V_perp <= 0) continue;
      at(r, edgeWords(face.edge), () => {
        loops.V(r, x.V_perp);
        loops.c_1(r, face.c_1);
        loops.z(r);
        const N = loops.N(r);
        loops.steel(r);
        loops.anchorage(r, a.loops!.hooked);
        beta_V = Math.max(beta_V, out.strength('edge-reinforcement', N, loops.R(r), 'kN', { where: edgeWords(face.edge) }));
      });
    }
  } else out.skip('concrete-edge', 'no concrete edge within max(10 h_ef, 60 d) in the shear direction');

  if (!tension.any) return;
  if (lever) out.skip('interaction-steel', 'lever-arm formula already contains the tension');
  else {
    const u = (i: number): number => {
      const [n, v] = [tension.F[i]! / tension.N_Rd_s, s.each[i]!.V / V_Rd];
      return bolt ? v + n / 1.4 : n * n + v * v;
    };
    const i = all.reduce((p, q) => (u(q) > u(p) * (1 + 1e-9) ? q : p));
    at(r, `anchor ${i}`, () => {
      ist.beta_N(r, tension.F[i]! / tension.N_Rd_s);
      ist.beta_V(r, s.each[i]!.V / V_Rd);
      const value = (bolt ? ist.bolt : ist.sum)(r);
      out.strength('interaction-steel', value, 1, '-', {
        where: `anchor ${i}`,
        multiple: bolt ? 1 / value : 1 / Math.sqrt(value),
      });
    });
  }
  const beta_N = tension.beta_concrete;
  con.beta_N(r, beta_N);
  con.beta_V(r, beta_V);
  const least = Math.max(beta_N, beta_V);
  if (tension.bars !== (a.loops !== undefined && out.list.some((x) => x.id === 'edge-reinforcement'))) {
    const value = con.bars(r);
    const power = beta_N ** (2 / 3) + beta_V ** (2 / 3);
    out.strength('interaction-concrete', value, 1, '-', { multiple: Math.min(power ** -1.5, 1 / least) });
  } else {
    con.power(r);
    con.linear(r);
    const value = con.both(r);
    const power = (beta_N ** 1.5 + beta_V ** 1.5) ** (-1 / 1.5);
    out.strength('interaction-concrete', value, 1, '-', {
      multiple: Math.min(Math.max(power, 1.2 / (beta_N + beta_V)), 1 / least),
    });
  }
}

export const twistNote = (u: Units, T: number, what: string): string =>
  `the twist of ${u.quantity(Math.abs(T), 'kNm')} is not carried by ${what}: give it another path`;
