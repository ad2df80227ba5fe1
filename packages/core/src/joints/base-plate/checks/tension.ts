import type { FormulaSection, Run } from '../../../formula/index.ts';
import { unionArea, unionLength } from '../../../geometry/polygon.ts';
import type { AnchorPlace, BaseModel } from '../model.ts';
import { anchor as shared, sheet } from './sheet.ts';
import type { CheckId } from './results.ts';
import { anchorList } from './words.ts';
import { barAnchorage } from './bars.ts';
import { factorsOf } from '../../../standards/en1993/standard.ts';

/** One mode of failure of the anchors in tension, for one group or row: N. */
export interface Mode {
  readonly id: CheckId;
  readonly where: string;
  readonly demand: number;
  readonly resistance: number;
  /** Anchors that it speaks of. */
  readonly idx: readonly number[];
  /** Works it again, for the record. */
  again(): void;
}

export interface Skipped {
  readonly id: CheckId;
  readonly skip: string;
}

const EDGES = ['y-', 'y+', 'z-', 'z+'] as const;
export type Edge = (typeof EDGES)[number];
export const edgeWords = (e: Edge): string => `edge ${e}`;

/** Distance from an anchor to a face of the block; infinite without one. */
export function edgeDistance(m: BaseModel, e: Edge, { y, z }: AnchorPlace): number {
  const { y1, y2, z1, z2 } = m.block;
  return e === 'y-' ? y - y1 : e === 'y+' ? y2 - y : e === 'z-' ? z - z1 : z2 - z;
}
export const ALL_EDGES = EDGES;

/** Chains of anchors whose squares touch: distances in y and in z both under `reach`. */
export function groupsOf(m: BaseModel, idx: readonly number[], reach: number): number[][] {
  const left = new Set(idx);
  const out: number[][] = [];
  while (left.size) {
    const first = left.values().next().value!;
    left.delete(first);
    const group = [first];
    for (let k = 0; k < group.length; k += 1) {
      const a = m.anchors[group[k]!]!;
      for (const j of left) {
        const b = m.anchors[j]!;
        if (Math.abs(a.y - b.y) < reach && Math.abs(a.z - b.z) < reach) {
          left.delete(j);
          group.push(j);
        }
      }
    }
    out.push(group.sort((a, b) => a - b));
  }
  return out;
}

const unique = (list: readonly number[]): number[] =>
  [...new Set(list.map((x) => Math.round(x * 1e6) / 1e6))].sort((a, b) => a - b);
/** Gaps between neighbouring lines of a group in y and in z; between neighbours of a circle. */
export function lineGaps(m: BaseModel, idx: readonly number[]): number[] {
  const { pattern } = m.input.anchors;
  if (pattern.type === 'circle') return idx.length > 1 ? [2 * pattern.R * Math.sin(Math.PI / pattern.n)] : [];
  const gaps = (of: (a: AnchorPlace) => number): number[] =>
    unique(idx.map((i) => of(m.anchors[i]!))).flatMap((x, i, all) => (i ? [x - all[i - 1]!] : []));
  return [...gaps((a) => a.y), ...gaps((a) => a.z)];
}

/** Union of squares round the anchors, cut at the block. */
const squares = (m: BaseModel, idx: readonly number[], side: number): number =>
  unionArea(
    idx.map((i) => {
      const { y, z } = m.anchors[i]!;
      return { y1: y - side / 2, y2: y + side / 2, z1: z - side / 2, z2: z + side / 2 };
    }),
    m.block,
  );

const leastEdgeOf = (m: BaseModel, idx: readonly number[]): number =>
  Math.min(...idx.flatMap((i) => EDGES.map((e) => edgeDistance(m, e, m.anchors[i]!))));

/** Centroid of the anchors of a group, and how far off it the resultant of their forces lies. */
function eccentricity(m: BaseModel, idx: readonly number[], F: readonly number[]): { y: number; z: number } {
  let [sum, y, z, cy, cz] = [0, 0, 0, 0, 0];
  for (const i of idx) {
    const a = m.anchors[i]!;
    sum += F[i]!;
    y += F[i]! * a.y;
    z += F[i]! * a.z;
    cy += a.y;
    cz += a.z;
  }
  const off = (x: number): number => (Math.abs(x) < 1e-9 ? 0 : Math.abs(x));
  return { y: off(y / sum - cy / idx.length), z: off(z / sum - cz / idx.length) };
}

/** Where a concrete body reaches, for drawing and for its formulas. */
export interface ConeGeometry {
  readonly idx: readonly number[];
  readonly narrow: { readonly c_max: number; readonly s_max: number } | null;
  readonly h_e: number;
  readonly A_c: number;
  readonly c_min: number;
}

const CONES = new WeakMap<BaseModel, Map<string, ConeGeometry>>();

/** Cone of a group; narrow members by the rule of three or more near edges (EN 1992-4, 7.2.1.4(8)). */
export function coneGeometry(m: BaseModel, idx: readonly number[]): ConeGeometry {
  let known = CONES.get(m);
  if (!known) CONES.set(m, (known = new Map()));
  const key = idx.join();
  let found = known.get(key);
  if (!found) {
    const { h_ef } = m.input.anchors;
    const near = EDGES.map((e) => Math.min(...idx.map((i) => edgeDistance(m, e, m.anchors[i]!)))).filter((c) => c < 1.5 * h_ef);
    const narrow =
      near.length >= 3
        ? { c_max: Math.max(...near), s_max: Math.max(0, ...lineGaps(m, idx).filter((s) => s <= 3 * h_ef)) }
        : null;
    const h_e = narrow ? Math.max(narrow.c_max / 1.5, narrow.s_max / 3) : h_ef;
    found = { idx, narrow, h_e, A_c: squares(m, idx, 3 * h_e), c_min: leastEdgeOf(m, idx) };
    known.set(key, found);
  }
  return found;
}

/** The cone under one check's name: in tension, and in pry-out. */
class Cone {
  private readonly f;
  constructor(s: FormulaSection) {
    this.f = {
      c_max: s.found('c_max', 'mm', 'largest of the near edge distances', 'measured'),
      s_max: s.found('s_max', 'mm', 'largest gap between neighbours of the group', 'measured'),
      h_e: s.f('h_e', 'mm', 'h_ef', 'embedment that counts', 'EN 1992-4, 7.2.1.4'),
      h_e_narrow: s.f(
        'h_e',
        'mm',
        'max(c_max/1.5, s_max/3)',
        'embedment that counts, three or more edges are near',
        'EN 1992-4, 7.2.1.4(8)',
      ),
      N0: s.f('N_Rk_c_0', 'kN', 'k_1*sqrt(f_ck)*h_e^1.5', 'cone of one anchor, far from edges', 'EN 1992-4, 7.2.1.4(2)'),
      s_cr: s.f('s_cr_N', 'mm', '3*h_e', 'spacing at which cones part', 'EN 1992-4, 7.2.1.4(3)'),
      c_cr: s.f('c_cr_N', 'mm', '1.5*h_e', 'edge distance at which the cone is whole', 'EN 1992-4, 7.2.1.4(3)'),
      A0: s.f('A_c_N_0', 'mm2', 's_cr_N^2', 'area of one whole cone at the surface', 'EN 1992-4, 7.2.1.4(3)'),
      A: s.found(
        'A_c_N',
        'mm2',
        'area of the cones of the group at the surface',
        'union of the squares of side s_cr,N, cut at the block',
        'EN 1992-4, 7.2.1.4(3)',
      ),
      c_min: s.found('c_min', 'mm', 'least edge distance of the group', 'measured'),
      psi_s: s.f('psi_s_N', '-', 'min(1, 0.7+0.3*c_min/c_cr_N)', 'disturbance by an edge', 'EN 1992-4, 7.2.1.4(4)'),
      psi_s_far: s.f('psi_s_N', '-', '1', 'no edge near', 'EN 1992-4, 7.2.1.4(4)'),
      psi_re: s.f('psi_re_N', '-', 'min(1, 0.5+h_ef/200[mm])', 'shell spalling', 'EN 1992-4, 7.2.1.4(5)'),
      psi_re_wide: s.f('psi_re_N', '-', '1', 'bars near the anchor are far apart', 'EN 1992-4, 7.2.1.4(5)'),
      e_y: s.found('e_N_y', 'mm', 'resultant off the centroid of the group, in y', 'from the anchor forces'),
      e_z: s.found('e_N_z', 'mm', 'resultant off the centroid of the group, in z', 'from the anchor forces'),
      psi_ec: s.f('psi_ec_N', '-', '1/(1+2*e_N_y/s_cr_N)*(1/(1+2*e_N_z/s_cr_N))', 'eccentricity', 'EN 1992-4, 7.2.1.4(6)'),
      e_V: s.found('e_V', 'mm', 'shear off the centroid of the group', 'twist about the centroid over the shear'),
      psi_ec_V: s.f('psi_ec_N', '-', '1/(1+2*e_V/s_cr_N)', 'eccentricity of the shear', 'EN 1992-4, 7.2.2.4(3)'),
      z_M: s.found('z_M', 'mm', 'tension resultant to compression resultant', 'from the equilibrium'),
      psi_M: s.f('psi_M_N', '-', '2-z_M/(1.5*h_ef)', 'compression near the cone', 'EN 1992-4, 7.2.1.4(7)'),
      psi_M_none: s.f('psi_M_N', '-', '1', 'help of the compression is not counted', 'EN 1992-4, 7.2.1.4(7)'),
      N_Rk: s.f(
        'N_Rk_c',
        'kN',
        'N_Rk_c_0*(A_c_N/A_c_N_0)*psi_s_N*psi_re_N*psi_ec_N*psi_M_N',
        'characteristic strength of the cone',
        'EN 1992-4, 7.2.1.4(1)',
      ),
    };
  }

  /** N_Rk,c in N. */
  work(
    r: Run,
    m: BaseModel,
    geo: ConeGeometry,
    off: { readonly y: number; readonly z: number } | { readonly e_V: number },
    z_M: number | null,
  ): number {
    const { f } = this;
    if (geo.narrow) {
      f.c_max(r, geo.narrow.c_max);
      f.s_max(r, geo.narrow.s_max);
      f.h_e_narrow(r);
    } else f.h_e(r);
    f.N0(r);
    f.s_cr(r);
    f.c_cr(r);
    f.A0(r);
    f.A(r, geo.A_c);
    if (Number.isFinite(geo.c_min)) {
      f.c_min(r, geo.c_min);
      f.psi_s(r);
    } else f.psi_s_far(r);
    (m.input.concrete.wide_mesh ? f.psi_re_wide : f.psi_re)(r);
    if ('e_V' in off) {
      f.e_V(r, off.e_V);
      f.psi_ec_V(r);
    } else {
      f.e_y(r, off.y);
      f.e_z(r, off.z);
      f.psi_ec(r);
    }
    if (z_M === null) f.psi_M_none(r);
    else {
      f.z_M(r, z_M);
      f.psi_M(r);
    }
    return f.N_Rk(r);
  }
}

const coneSection = sheet.section('anchor-cone');
const cone = new Cone(coneSection);
const coneEnd = {
  N_Ed: coneSection.found('N_Ed_g', 'kN', 'force of the group', 'sum of its anchors, with prying'),
  N_Rd: coneSection.f('N_Rd_c', 'kN', 'N_Rk_c/gamma_Mc', 'concrete cone of the group', 'EN 1992-4, 7.2.1.4'),
};
export const prySection = sheet.section('anchor-pryout');
export const pryCone = new Cone(prySection);

const steel = sheet.section('anchor-steel-tension');
const st = {
  N_Ed: steel.found('N_Ed_i', 'kN', 'force of the worst anchor', 'from the equilibrium, with prying'),
  N_Rd: steel.f('N_Rd', 'kN', 'N_Rd_s', 'anchor steel in tension', ''),
};

/** Bearing area of a head: pull-out, blow-out and splitting each print it in their own section. */
const headFormulas = (section: typeof coneSection) => ({
  a_e: section.f('a_e', 'mm', 'min(a_h, 6*t_h+d)', 'width of the head that is stiff enough to bear', 'EN 1992-4, 7.2.1.5'),
  A_round: section.f('A_h', 'mm2', 'pi/4*(a_e^2-d^2)', 'bearing area of the head', 'EN 1992-4, 7.2.1.5'),
  A_square: section.f('A_h', 'mm2', 'a_e^2-pi/4*d^2', 'bearing area of the washer plate', 'EN 1992-4, 7.2.1.5'),
});

const po = sheet.section('anchor-pullout');
const pull = {
  ...headFormulas(po),
  N_Rk: po.f('N_Rk_p', 'kN', 'k_2*A_h*f_ck', 'characteristic pull-out strength', 'EN 1992-4, 7.2.1.5'),
  N_Rd: po.f('N_Rd_p', 'kN', 'N_Rk_p/gamma_Mc', 'pull-out of one anchor', 'EN 1992-4, 7.2.1.5'),
};

const bo = sheet.section('anchor-bond');
const bond = {
  eta_2: bo.f('eta_2', '-', '1', 'bars up to 32 mm', 'EN 1992-1-1, 8.4.2(2)'),
  eta_2_thick: bo.f('eta_2', '-', '(132[mm]-d)/100[mm]', 'bars over 32 mm', 'EN 1992-1-1, 8.4.2(2)'),
  f_bd: bo.f('f_bd', 'MPa', '2.25*eta_1*eta_2*f_ctd_b', 'bond strength, ribbed', 'EN 1992-1-1, 8.4.2(2)'),
  f_bd_plain: bo.f(
    'f_bd',
    'MPa',
    '0.36[MPa]*sqrt(f_ck/1[MPa])/gamma_C',
    'bond strength, plain',
    'value of the earlier ENV 1992-1-1',
  ),
  alpha_1: bo.f('alpha_1', '-', '0.7', 'hook with a cover over 3 d', 'EN 1992-1-1, Table 8.2'),
  alpha_1_one: bo.f('alpha_1', '-', '1', 'straight, or a cover up to 3 d', 'EN 1992-1-1, Table 8.2'),
  N_Rd_bar: bo.f('N_Rd_b', 'kN', 'pi*d*l_b*f_bd/alpha_1', 'bond of one anchor', 'EN 1993-1-8, 6.2.6.12(5)'),
  psi_sus: bo.f('psi_sus', '-', '1', 'permanent share within what the product allows', 'EN 1992-4, 7.2.1.6(2)'),
  psi_sus_over: bo.f('psi_sus', '-', 'psi_sus_0+1-alpha_sus', 'factor of permanent load', 'EN 1992-4, 7.2.1.6(2)'),
  N0: bo.f('N_Rk_p_0', 'kN', 'psi_sus*tau_Rk*pi*d*h_ef', 'bond of one anchor, far from edges', 'EN 1992-4, 7.2.1.6(2)'),
  s_cr: bo.f(
    's_cr_Np',
    'mm',
    'min(3*h_ef, 7.3*d*sqrt(psi_sus*tau_Rk_ucr/1[MPa]))',
    'spacing at which anchors part',
    'EN 1992-4, 7.2.1.6(3)',
  ),
  c_cr: bo.f('c_cr_Np', 'mm', 's_cr_Np/2', 'edge distance at which bond is whole', 'EN 1992-4, 7.2.1.6(3)'),
  A0: bo.f('A_p_N_0', 'mm2', 's_cr_Np^2', 'area of one anchor', 'EN 1992-4, 7.2.1.6(3)'),
  A: bo.found(
    'A_p_N',
    'mm2',
    'area of the group',
    'union of the squares of side s_cr,Np, cut at the block',
    'EN 1992-4, 7.2.1.6(3)',
  ),
  n: bo.found('n_g', '-', 'anchors of the group', 'count'),
  s_m: bo.found('s_m', 'mm', 'mean gap of the group', 'measured'),
  tau_c: bo.f('tau_Rk_c', 'MPa', 'k_3*sqrt(h_ef*f_ck)/(pi*d)', 'bond at which the concrete gives', 'EN 1992-4, 7.2.1.6(5)'),
  psi_g0: bo.f(
    'psi_g_0',
    '-',
    'max(1, sqrt(n_g)-(sqrt(n_g)-1)*(tau_Rk/tau_Rk_c)^1.5)',
    'group effect of close anchors',
    'EN 1992-4, 7.2.1.6(5)',
  ),
  psi_g: bo.f('psi_g', '-', 'max(1, psi_g_0-sqrt(min(1, s_m/s_cr_Np))*(psi_g_0-1))', 'group effect', 'EN 1992-4, 7.2.1.6(5)'),
  psi_g_one: bo.f('psi_g', '-', '1', 'a single anchor', 'EN 1992-4, 7.2.1.6(5)'),
  c_min: bo.found('c_min', 'mm', 'least edge distance of the group', 'measured'),
  psi_s: bo.f('psi_s_Np', '-', 'min(1, 0.7+0.3*c_min/c_cr_Np)', 'disturbance by an edge', 'EN 1992-4, 7.2.1.6(6)'),
  psi_s_far: bo.f('psi_s_Np', '-', '1', 'no edge near', 'EN 1992-4, 7.2.1.6(6)'),
  psi_re: bo.f('psi_re', '-', 'min(1, 0.5+h_ef/200[mm])', 'shell spalling', 'EN 1992-4, 7.2.1.6(7)'),
  psi_re_wide: bo.f('psi_re', '-', '1', 'bars near the anchor are far apart', 'EN 1992-4, 7.2.1.6(7)'),
  e_y: bo.found('e_N_y', 'mm', 'resultant off the centroid, in y', 'from the anchor forces'),
  e_z: bo.found('e_N_z', 'mm', 'resultant off the centroid, in z', 'from the anchor forces'),
  psi_ec: bo.f('psi_ec_Np', '-', '1/(1+2*e_N_y/s_cr_Np)*(1/(1+2*e_N_z/s_cr_Np))', 'eccentricity', 'EN 1992-4, 7.2.1.6(8)'),
  N_Rk: bo.f(
    'N_Rk_p',
    'kN',
    'N_Rk_p_0*(A_p_N/A_p_N_0)*psi_g*psi_s_Np*psi_re*psi_ec_Np',
    'characteristic bond of the group',
    'EN 1992-4, 7.2.1.6(1)',
  ),
  N_Rd: bo.f('N_Rd_p', 'kN', 'N_Rk_p/gamma_Mc', 'bond of the group', 'EN 1992-4, 7.2.1.6'),
};

const bl = sheet.section('anchor-blowout');
const blow = {
  c_1: bl.found('c_1', 'mm', 'row to the face of the block', 'measured'),
  c_2: bl.found('c_2', 'mm', 'row to the nearest corner, along the face', 'measured'),
  n: bl.found('n_r', '-', 'anchors of the row', 'count'),
  s_2: bl.found('s_2', 'mm', 'mean spacing of the row', 'measured'),
  ...headFormulas(bl),
  N0: bl.f('N_Rk_cb_0', 'kN', 'k_5*c_1*sqrt(A_h)*sqrt(f_ck)', 'blow-out of one anchor', 'EN 1992-4, 7.2.1.8(2)'),
  A0: bl.f('A_c_Nb_0', 'mm2', '(4*c_1)^2', 'area of one anchor on the face', 'EN 1992-4, 7.2.1.8(3)'),
  l: bl.found('l_Nb', 'mm', 'length of the row on the face', 'union of 2 c_1 to both sides of each anchor, cut at the corners'),
  h_up: bl.found('h_Nb', 'mm', 'height of the body on the face', 'min(2 c_1, h_ef) + min(2 c_1, H - h_ef)'),
  A: bl.f('A_c_Nb', 'mm2', 'l_Nb*h_Nb', 'area of the row on the face', 'EN 1992-4, 7.2.1.8(3)'),
  psi_s: bl.f('psi_s_Nb', '-', 'min(1, 0.7+0.3*c_2/(2*c_1))', 'disturbance by a corner', 'EN 1992-4, 7.2.1.8(4)'),
  psi_s_far: bl.f('psi_s_Nb', '-', '1', 'no corner near', 'EN 1992-4, 7.2.1.8(4)'),
  psi_g: bl.f(
    'psi_g_Nb',
    '-',
    'max(1, sqrt(n_r)+(1-sqrt(n_r))*min(s_2, 4*c_1)/(4*c_1))',
    'group effect',
    'EN 1992-4, 7.2.1.8(5)',
  ),
  e: bl.found('e_N', 'mm', 'resultant off the middle of the row', 'from the anchor forces'),
  psi_ec: bl.f('psi_ec_Nb', '-', '1/(1+2*e_N/(4*c_1))', 'eccentricity', 'EN 1992-4, 7.2.1.8(6)'),
  N_Rk: bl.f(
    'N_Rk_cb',
    'kN',
    'N_Rk_cb_0*(A_c_Nb/A_c_Nb_0)*psi_s_Nb*psi_g_Nb*psi_ec_Nb',
    'characteristic blow-out strength',
    'EN 1992-4, 7.2.1.8(1)',
  ),
  N_Rd: bl.f('N_Rd_cb', 'kN', 'N_Rk_cb/gamma_Mc', 'blow-out of the row', 'EN 1992-4, 7.2.1.8'),
};

const sp = sheet.section('anchor-splitting');
const split = {
  ...headFormulas(sp),
  N_p: sp.f('N_Rk_p', 'kN', 'k_2*A_h*f_ck', 'pull-out of one anchor', 'EN 1992-4, 7.2.1.5'),
  N_p_bar: sp.found('N_Rk_p', 'kN', 'bond of one anchor', 'characteristic value behind the bond check'),
  N_c: sp.f('N_Rk_c_0', 'kN', 'k_1*sqrt(f_ck)*h_ef^1.5', 'cone of one anchor', 'EN 1992-4, 7.2.1.4(2)'),
  N0: sp.f('N_Rk_sp_0', 'kN', 'min(N_Rk_p, N_Rk_c_0)', 'splitting strength of one anchor', 'EN 1992-4, 7.2.1.7(2)'),
  s_cr: sp.f('s_cr_sp', 'mm', '2*c_cr_sp', 'spacing at which anchors part', 'EN 1992-4, 7.2.1.7(2)'),
  A0: sp.f('A_c_N_0', 'mm2', 's_cr_sp^2', 'area of one anchor', 'EN 1992-4, 7.2.1.7(2)'),
  A: sp.found('A_c_N', 'mm2', 'area of the group', 'union of the squares of side s_cr,sp, cut at the block'),
  c_min: sp.found('c_min', 'mm', 'least edge distance of the group', 'measured'),
  psi_s: sp.f('psi_s_N', '-', 'min(1, 0.7+0.3*c_min/c_cr_sp)', 'disturbance by an edge', 'EN 1992-4, 7.2.1.4(4)'),
  psi_s_far: sp.f('psi_s_N', '-', '1', 'no edge near', 'EN 1992-4, 7.2.1.4(4)'),
  psi_re: sp.f('psi_re_N', '-', 'min(1, 0.5+h_ef/200[mm])', 'shell spalling', 'EN 1992-4, 7.2.1.4(5)'),
  psi_re_wide: sp.f('psi_re_N', '-', '1', 'bars near the anchor are far apart', 'EN 1992-4, 7.2.1.4(5)'),
  e_y: sp.found('e_N_y', 'mm', 'resultant off the centroid, in y', 'from the anchor forces'),
  e_z: sp.found('e_N_z', 'mm', 'resultant off the centroid, in z', 'from the anchor forces'),
  psi_ec: sp.f('psi_ec_N', '-', '1/(1+2*e_N_y/s_cr_sp)*(1/(1+2*e_N_z/s_cr_sp))', 'eccentricity', 'EN 1992-4, 7.2.1.4(6)'),
  psi_h_lim: sp.f(
    'psi_h_max',
    '-',
    'min(2, max(1, ((h_ef+1.5*c_min)/h_min)^(2/3)))',
    'largest help of a deep block',
    'EN 1992-4, 7.2.1.7(2)',
  ),
  psi_h: sp.f('psi_h_sp', '-', 'min(psi_h_max, (H/h_min)^(2/3))', 'depth of the block', 'EN 1992-4, 7.2.1.7(2)'),
  psi_h_deep: sp.f('psi_h_sp', '-', 'psi_h_max', 'a very deep block', 'EN 1992-4, 7.2.1.7(2)'),
  psi_h_two: sp.f('psi_h_max', '-', '2', 'no edge near', 'EN 1992-4, 7.2.1.7(2)'),
  N_Rk: sp.f(
    'N_Rk_sp',
    'kN',
    'N_Rk_sp_0*(A_c_N/A_c_N_0)*psi_s_N*psi_re_N*psi_ec_N*psi_h_sp',
    'characteristic splitting strength',
    'EN 1992-4, 7.2.1.7(2)',
  ),
  N_Rd: sp.f('N_Rd_sp', 'kN', 'N_Rk_sp/gamma_Mc', 'splitting of the group', 'EN 1992-4, 7.2.1.7'),
};

const rs = sheet.section('anchor-reinforcement');
const bars = {
  N_Rd_re: rs.f('N_Rd_re', 'kN', 'n_re*pi/4*d_re^2*f_yk/gamma_S', 'steel of the hanger bars', 'EN 1992-4, 7.2.1.9'),
  anchorage: barAnchorage(rs, 're', 'bars', 'cone', 'EN 1992-4, 7.2.1.10'),
  N_Rd: rs.f('N_Rd', 'kN', 'min(N_Rd_re, N_Rd_a)', 'hanger bars', 'EN 1992-4, 7.2.1.9'),
};

const headArea = (r: Run, m: BaseModel, f: ReturnType<typeof headFormulas>): number => {
  f.a_e(r);
  return (m.input.anchors.type === 'headed' ? f.A_round : f.A_square)(r);
};

/** N_Rd,b of a cast-in bar. */
function barBond(r: Run, m: BaseModel): number {
  const { anchors: a } = m.input;
  (a.d <= 32 ? bond.eta_2 : bond.eta_2_thick)(r);
  (a.ribbed ? bond.f_bd : bond.f_bd_plain)(r);
  const cover =
    leastEdgeOf(
      m,
      m.anchors.map((_, i) => i),
    ) -
    a.d / 2;
  (a.type === 'hooked' && cover > 3 * a.d ? bond.alpha_1 : bond.alpha_1_one)(r);
  return bond.N_Rd_bar(r);
}

/** Bond of a group of post-installed anchors; N_Rk,p in N. */
export function groupBond(r: Run, m: BaseModel, idx: readonly number[], off: { readonly y: number; readonly z: number }): number {
  const { product } = m.input.anchors;
  (product.alpha_sus <= product.psi_sus_0 ? bond.psi_sus : bond.psi_sus_over)(r);
  bond.N0(r);
  const s_cr = bond.s_cr(r);
  bond.c_cr(r);
  bond.A0(r);
  bond.A(r, squares(m, idx, s_cr));
  bond.n(r, idx.length);
  if (idx.length > 1) {
    const gaps = lineGaps(m, idx);
    bond.s_m(r, gaps.length ? gaps.reduce((a, b) => a + b, 0) / gaps.length : s_cr);
    bond.tau_c(r);
    bond.psi_g0(r);
    bond.psi_g(r);
  } else bond.psi_g_one(r);
  const c_min = leastEdgeOf(m, idx);
  if (Number.isFinite(c_min)) {
    bond.c_min(r, c_min);
    bond.psi_s(r);
  } else bond.psi_s_far(r);
  (m.input.concrete.wide_mesh ? bond.psi_re_wide : bond.psi_re)(r);
  bond.e_y(r, off.y);
  bond.e_z(r, off.z);
  bond.psi_ec(r);
  return bond.N_Rk(r);
}

export const bondReach = (r: Run, m: BaseModel): number => {
  const { product } = m.input.anchors;
  (product.alpha_sus <= product.psi_sus_0 ? bond.psi_sus : bond.psi_sus_over)(r);
  return bond.s_cr(r);
};

/** Rows near a face: those in tension, split where their gaps exceed 4 c_1. */
interface FaceRow {
  readonly edge: Edge;
  readonly c_1: number;
  readonly idx: readonly number[];
  readonly c_2: number;
  readonly l: number;
  readonly s_2: number;
}

export function faceRows(m: BaseModel, idx: readonly number[]): FaceRow[] {
  const { h_ef, pattern } = m.input.anchors;
  const out: FaceRow[] = [];
  for (const edge of EDGES) {
    const distance = (i: number): number => edgeDistance(m, edge, m.anchors[i]!);
    const c_1 = Math.min(...idx.map(distance));
    if (!(c_1 <= 0.5 * h_ef)) continue;
    const along = (i: number): number => (edge[0] === 'y' ? m.anchors[i]!.z : m.anchors[i]!.y);
    const [from, to] = edge[0] === 'y' ? [m.block.z1, m.block.z2] : [m.block.y1, m.block.y2];
    const row = idx
      .filter((i) => distance(i) <= (pattern.type === 'circle' ? 1.25 * c_1 : c_1 + 1))
      .sort((a, b) => along(a) - along(b));
    let part: number[] = [];
    const close = (): void => {
      const at = part.map(along);
      const gaps = at.slice(1).map((x, i) => x - at[i]!);
      out.push({
        edge,
        c_1,
        idx: part,
        c_2: Math.min(at[0]! - from, to - at[at.length - 1]!),
        l: unionLength(
          at.map((x) => [x - 2 * c_1, x + 2 * c_1]),
          from,
          to,
        ),
        s_2: gaps.length ? gaps.reduce((a, b) => a + b, 0) / gaps.length : 0,
      });
    };
    for (const i of row) {
      if (part.length && along(i) - along(part[part.length - 1]!) > 4 * c_1) {
        close();
        part = [];
      }
      part.push(i);
    }
    close();
  }
  return out;
}

function blowout(r: Run, m: BaseModel, row: FaceRow, F: readonly number[]): number {
  const { h_ef } = m.input.anchors;
  blow.c_1(r, row.c_1);
  blow.n(r, row.idx.length);
  headArea(r, m, blow);
  blow.N0(r);
  blow.A0(r);
  blow.l(r, row.l);
  blow.h_up(r, Math.min(2 * row.c_1, h_ef) + Math.min(2 * row.c_1, m.H - h_ef));
  blow.A(r);
  if (Number.isFinite(row.c_2)) {
    blow.c_2(r, row.c_2);
    blow.psi_s(r);
  } else blow.psi_s_far(r);
  blow.s_2(r, row.s_2);
  blow.psi_g(r);
  const off = eccentricity(m, row.idx, F);
  blow.e(r, row.edge[0] === 'y' ? off.z : off.y);
  blow.psi_ec(r);
  blow.N_Rk(r);
  return blow.N_Rd(r);
}

function splitting(r: Run, m: BaseModel, idx: readonly number[], F: readonly number[]): number {
  const { type } = m.input.anchors;
  if (type === 'headed' || type === 'washer') {
    headArea(r, m, split);
    split.N_p(r);
  } else
    split.N_p_bar(
      r,
      type === 'bonded'
        ? quiet(r, () => {
            bondReach(r, m);
            return bond.N0(r);
          })
        : factorsOf(m.basis).gamma_C * quiet(r, () => barBond(r, m)),
    );
  split.N_c(r);
  split.N0(r);
  const s_cr = split.s_cr(r);
  split.A0(r);
  split.A(r, squares(m, idx, s_cr));
  const c_min = leastEdgeOf(m, idx);
  if (Number.isFinite(c_min)) {
    split.c_min(r, c_min);
    split.psi_s(r);
    split.psi_h_lim(r);
  } else {
    split.psi_s_far(r);
    split.psi_h_two(r);
  }
  (m.input.concrete.wide_mesh ? split.psi_re_wide : split.psi_re)(r);
  const off = eccentricity(m, idx, F);
  split.e_y(r, off.y);
  split.e_z(r, off.z);
  split.psi_ec(r);
  (Number.isFinite(m.H) ? split.psi_h : split.psi_h_deep)(r);
  split.N_Rk(r);
  return split.N_Rd(r);
}

/** Works without a record. */
export function quiet<T>(r: Run, work: () => T): T {
  const { steps } = r;
  r.steps = null;
  const out = work();
  r.steps = steps;
  return out;
}

const total = (idx: readonly number[], F: readonly number[]): number => idx.reduce((sum, i) => sum + F[i]!, 0);

/** Values of the modes that all anchors share, laid out once: steel, head, bond. */
export function tensionShared(m: BaseModel, r: Run): void {
  const { anchors: a } = m.input;
  shared.gamma_Mc(r);
  if (a.tension_rule === 'EN 1992-4') {
    shared.gamma_Ms(r);
    shared.N_Rk_s(r);
    shared.N_Rd_s(r);
  } else (a.cut_threads ? shared.N_Rd_cut : shared.N_Rd_bolt)(r);
  (a.L_b === undefined ? shared.L_b : shared.L_b_given)(r);
}

/** Tensile strength of the concrete, which bond and the edge before a key read. */
export function concreteTension(m: BaseModel, r: Run): void {
  (m.input.concrete.f_ck <= 50 ? shared.f_ctm : shared.f_ctm_high)(r);
  shared.f_ctd(r);
  shared.f_ctd_b(r);
}

/**
 * All modes of the anchors `idx` in tension under the forces F (N, with prying): the worst group or row of each mode, or why it is skipped.
 * `compression`: the concrete force and its distance from the tension resultant, where its help to the cone may be counted.
 */
export function tensionModes(
  r: Run,
  m: BaseModel,
  idx: readonly number[],
  F: readonly number[],
  compression: { readonly C: number; readonly z: number } | null,
): (Mode | Skipped)[] {
  const { anchors: a, concrete, options } = m.input;
  const out: (Mode | Skipped)[] = [];
  /** The worst of several: each is worked without a record, the worst again with it. */
  const worst = (
    id: CheckId,
    candidates: readonly { readonly where: string; readonly idx: readonly number[]; work(): number }[],
  ): void => {
    let best: Mode | null = null;
    for (const x of candidates) {
      const demand = total(x.idx, F);
      const resistance = quiet(r, x.work);
      if (!best || demand * best.resistance > best.demand * resistance)
        best = { id, where: x.where, demand, resistance, idx: x.idx, again: () => void x.work() };
    }
    if (best) out.push(best);
  };
  const strongest = idx.reduce((p, q) => (F[q]! > F[p]! * (1 + 1e-9) ? q : p));
  const one = [strongest];
  worst('anchor-steel-tension', [
    {
      where: `anchor ${strongest}`,
      idx: one,
      work: () => {
        st.N_Ed(r, F[strongest]!);
        return st.N_Rd(r);
      },
    },
  ]);

  if (a.bars)
    worst('anchor-reinforcement', [
      {
        where: anchorList(idx),
        idx,
        work: () => {
          bars.N_Rd_re(r);
          bars.anchorage(r, a.bars!.hooked);
          return bars.N_Rd(r);
        },
      },
    ]);
  const counted =
    options.psi_M &&
    compression &&
    compression.C >= 0.8 * total(idx, F) &&
    compression.z < 1.5 * a.h_ef &&
    leastEdgeOf(m, idx) >= 1.5 * a.h_ef
      ? compression.z
      : null;
  worst(
    'anchor-cone',
    groupsOf(m, idx, 3 * a.h_ef).map((group) => ({
      where: anchorList(group),
      idx: group,
      work: () => {
        coneEnd.N_Ed(r, total(group, F));
        cone.work(r, m, coneGeometry(m, group), eccentricity(m, group, F), counted);
        return coneEnd.N_Rd(r);
      },
    })),
  );

  const head = a.type === 'headed' || a.type === 'washer';
  if (head)
    worst('anchor-pullout', [
      {
        where: `anchor ${strongest}`,
        idx: one,
        work: () => {
          headArea(r, m, pull);
          pull.N_Rk(r);
          return pull.N_Rd(r);
        },
      },
    ]);
  else if (a.type === 'bonded') {
    worst(
      'anchor-bond',
      groupsOf(
        m,
        idx,
        quiet(r, () => bondReach(r, m)),
      ).map((group) => ({
        where: anchorList(group),
        idx: group,
        work: () => {
          groupBond(r, m, group, eccentricity(m, group, F));
          return bond.N_Rd(r);
        },
      })),
    );
  } else worst('anchor-bond', [{ where: `anchor ${strongest}`, idx: one, work: () => barBond(r, m) }]);

  if (head) {
    const rows = faceRows(m, idx);
    if (rows.length)
      worst(
        'anchor-blowout',
        rows.map((row) => ({ where: edgeWords(row.edge), idx: row.idx, work: () => blowout(r, m, row, F) })),
      );
    else out.push({ id: 'anchor-blowout', skip: 'all edge distances exceed 0.5 h_ef' });
  }

  if (concrete.cracked && concrete.splitting_bars)
    out.push({ id: 'anchor-splitting', skip: 'cracked concrete assumed and splitting reinforcement present' });
  else {
    const c_cr = a.product.c_cr_sp ?? (a.type === 'bonded' ? 2 : 1.5) * a.h_ef;
    const h_min = a.product.h_min ?? 2 * a.h_ef;
    const needed = groupsOf(m, idx, 2 * c_cr).filter(
      (group) => !(leastEdgeOf(m, group) >= (group.length > 1 ? 1.2 : 1) * c_cr && m.H >= h_min),
    );
    if (needed.length)
      worst(
        'anchor-splitting',
        needed.map((group) => ({ where: anchorList(group), idx: group, work: () => splitting(r, m, group, F) })),
      );
    else out.push({ id: 'anchor-splitting', skip: 'edge distance and depth are enough' });
  }
  return out;
}
