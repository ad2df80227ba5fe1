import { unionArea } from '../../geometry/polygon.ts';
import type { FormulaSection, Run } from '../../formula/index.ts';
import { eccentricity, edgeDistance, EDGES, leastEdgeOf, lineGaps, type Anchorage, type Edge } from '../anchorage.ts';

/*
 * Cast-in headed anchors to ACI 318-19, chapter 17, normal-weight concrete. Its factors stand for pounds and inches (24, 16, 7, 9, 160); here they turn
 * MPa and mm into N. Symbols of the sheet: `f_c`, `h_ef`, `d`, `A_se`, `F_ya`, `F_ua`, `A_brg`.
 */
const LB = 4.4482216152605;
const PSI = LB / 25.4 ** 2;
/** A factor of sqrt(psi) in^1.5 -> lb in sqrt(MPa) mm^1.5 -> N, and of sqrt(psi) in^2 -> lb. */
export const cone = (k: number): number => (k * LB) / (Math.sqrt(PSI) * 25.4 ** 1.5);
export const face = (k: number): number => (k * LB) / (Math.sqrt(PSI) * 25.4 ** 2);

/** Cone of a group in tension: embedment that counts where three edges or more are near, area at the surface, least edge (17.6.2). */
export interface Breakout {
  readonly idx: readonly number[];
  readonly narrow: { readonly c_max: number; readonly s_max: number } | null;
  readonly h_e: number;
  readonly A: number;
  readonly c_min: number;
}

export function breakoutOf(m: Anchorage, idx: readonly number[]): Breakout {
  const { h_ef } = m.input.anchors;
  const near = EDGES.map((e) => Math.min(...idx.map((i) => edgeDistance(m, e, m.anchors[i]!)))).filter((c) => c < 1.5 * h_ef);
  const narrow = near.length >= 3 ? { c_max: Math.max(...near), s_max: Math.max(0, ...lineGaps(m, idx)) } : null;
  const h_e = narrow ? Math.min(h_ef, Math.max(narrow.c_max / 1.5, narrow.s_max / 3)) : h_ef;
  const boxes = idx.map((i) => {
    const { y, z } = m.anchors[i]!;
    return { y1: y - 1.5 * h_e, y2: y + 1.5 * h_e, z1: z - 1.5 * h_e, z2: z + 1.5 * h_e };
  });
  const A = Math.min(unionArea(boxes, m.block), idx.length * 9 * h_e ** 2);
  return { idx, narrow, h_e, A, c_min: leastEdgeOf(m, idx) };
}

/** Concrete breakout in tension, 17.6.2, under one check's name: in tension, and in pryout. */
export class TensionBreakout {
  private readonly f;
  constructor(s: FormulaSection) {
    const C = 'ACI 318-19, 17.6.2';
    this.f = {
      h_e: s.found(
        'h_e',
        'mm',
        'embedment that counts',
        'h_ef, or by the edges and spacings where three edges are near',
        `${C}.1.2`,
      ),
      k_c: s.found('k_c', 'cone', 'factor of the cone', '24 in pounds and inches', `${C}.2.1`),
      k_d: s.found('k_d', 'cone', 'factor of deep anchors', '16 in pounds and inches', `${C}.2.1`),
      N_b: s.f('N_b', 'kN', 'k_c*sqrt(f_c)*h_e^1.5', 'breakout of one anchor, far from edges', `${C}.2.1`),
      N_b_deep: s.f(
        'N_b',
        'kN',
        'max(k_c*sqrt(f_c)*h_e^1.5, k_d*sqrt(f_c)*h_e^1.5*(h_e/25.4[mm])^(1/6))',
        'breakout of one anchor 11 to 25 in deep, far from edges',
        `${C}.2.1, 17.6.2.2.3`,
      ),
      A_Nco: s.f('A_Nco', 'mm2', '9*h_e^2', 'area of one whole cone at the surface', `${C}.1.4`),
      A_Nc: s.found('A_Nc', 'mm2', 'area of the cones of the group', 'union of the squares, cut at the edges', `${C}.1.1`),
      e_y: s.found('e_y', 'mm', 'resultant off the centroid of the group, in y', 'from the anchor forces'),
      e_z: s.found('e_z', 'mm', 'resultant off the centroid of the group, in z', 'from the anchor forces'),
      psi_ec: s.f('psi_ec_N', '-', '1/(1+e_y/(1.5*h_e))*(1/(1+e_z/(1.5*h_e)))', 'eccentricity', `${C}.3.1`),
      c_min: s.found('c_a_min', 'mm', 'least edge distance', 'measured'),
      psi_ed: s.f('psi_ed_N', '-', 'min(1, 0.7+0.3*c_a_min/(1.5*h_e))', 'edge', `${C}.4.1`),
      psi_ed_far: s.f('psi_ed_N', '-', '1', 'no edge near', `${C}.4.1`),
      psi_c: s.f('psi_c_N', '-', '1', 'cracked', `${C}.5.1`),
      psi_c_un: s.f('psi_c_N', '-', '1.25', 'uncracked', `${C}.5.1`),
      N_cbg: s.f('N_cbg', 'kN', 'A_Nc/A_Nco*psi_ec_N*psi_ed_N*psi_c_N*N_b', 'breakout of the group, nominal', `${C}.1`),
    };
  }

  /** N_cbg, N. `F` the forces of all anchors; none where the group is loaded evenly. */
  work(r: Run, m: Anchorage, g: Breakout, F: readonly number[] | null): number {
    const { f } = this;
    f.h_e(r, g.h_e);
    f.k_c(r, cone(24));
    const deep = g.h_e >= 11 * 25.4 && g.h_e <= 25 * 25.4;
    if (deep) {
      f.k_d(r, cone(16));
      f.N_b_deep(r);
    } else f.N_b(r);
    f.A_Nco(r);
    f.A_Nc(r, g.A);
    const off = F ? eccentricity(m, g.idx, F) : { y: 0, z: 0 };
    f.e_y(r, off.y);
    f.e_z(r, off.z);
    f.psi_ec(r);
    if (Number.isFinite(g.c_min)) {
      f.c_min(r, g.c_min);
      f.psi_ed(r);
    } else f.psi_ed_far(r);
    (m.input.concrete.cracked ? f.psi_c : f.psi_c_un)(r);
    return f.N_cbg(r);
  }
}

/** A row of anchors in tension near a face, deep enough for the face to burst. */
export interface SideRow {
  readonly edge: Edge;
  readonly c_1: number;
  readonly c_2: number;
  readonly idx: readonly number[];
  /** Between the outer anchors of the row. */
  readonly s: number;
  readonly gaps: readonly number[];
}

export function sideRows(m: Anchorage, idx: readonly number[]): SideRow[] {
  return EDGES.flatMap((edge): SideRow[] => {
    const to = (i: number): number => edgeDistance(m, edge, m.anchors[i]!);
    const c_1 = Math.min(...idx.map(to));
    if (!(m.input.anchors.h_ef > 2.5 * c_1)) return [];
    const along = (i: number): number => (edge[0] === 'y' ? m.anchors[i]!.z : m.anchors[i]!.y);
    const row = idx.filter((i) => to(i) <= c_1 + 1).sort((a, b) => along(a) - along(b));
    const at = row.map(along);
    const [from, until] = edge[0] === 'y' ? [m.block.z1, m.block.z2] : [m.block.y1, m.block.y2];
    return [
      {
        edge,
        c_1,
        c_2: Math.min(at[0]! - from, until - at.at(-1)!),
        idx: row,
        s: at.at(-1)! - at[0]!,
        gaps: at.slice(1).map((x, i) => x - at[i]!),
      },
    ];
  });
}

/** Side-face blowout, 17.6.4. */
export class SideBlowout {
  private readonly f;
  constructor(s: FormulaSection) {
    const C = 'ACI 318-19, 17.6.4';
    this.f = {
      c_1: s.found('c_a1', 'mm', 'row to the face', 'measured'),
      k: s.found('k_sb', 'face', 'factor of blowout', '160 in pounds and inches', `${C}.1`),
      one: s.f('N_sb_1', 'kN', 'k_sb*c_a1*sqrt(A_brg)*sqrt(f_c)', 'blowout of one anchor', `${C}.1`),
      c_2: s.found('c_a2', 'mm', 'row to the corner', 'measured'),
      s: s.found('s_o', 'mm', 'between the outer anchors of the row', 'measured'),
      n: s.found('n_r', '-', 'anchors of the row', 'count'),
      alone: s.f('N_sb', 'kN', 'N_sb_1', 'one anchor, far from a corner', `${C}.1`),
      corner: s.f('N_sb', 'kN', 'N_sb_1*(1+max(1, c_a2/c_a1))/4', 'one anchor near a corner', `${C}.1.1`),
      row: s.f('N_sb', 'kN', 'N_sb_1*(1+s_o/(6*c_a1))', 'a close row', `${C}.2`),
      wide: s.f('N_sb', 'kN', 'N_sb_1*n_r', 'a row so wide that each stands alone', `${C}.1`),
    };
  }

  work(r: Run, x: SideRow): number {
    const { f } = this;
    f.c_1(r, x.c_1);
    f.k(r, face(160));
    f.one(r);
    if (x.idx.length > 1) {
      f.s(r, x.s);
      f.n(r, x.idx.length);
      return (Math.max(...x.gaps) < 6 * x.c_1 ? f.row : f.wide)(r);
    }
    if (!(x.c_2 < 3 * x.c_1)) return f.alone(r);
    f.c_2(r, x.c_2);
    return f.corner(r);
  }
}

/** A row of anchors that the shear breaks off towards a face. */
export interface ShearRow {
  readonly edge: Edge;
  readonly idx: readonly number[];
  /** To the face, as it counts; and how it was before a thin and narrow block reduced it. */
  readonly c_1: number;
  readonly reduced: boolean;
  readonly c_2: number;
  readonly A: number;
}

/** Front row (`front`) or back row of anchors towards a face of the block; null without that face. */
export function shearRow(
  m: Anchorage,
  edge: Edge,
  front: boolean,
  all: readonly number[] = m.anchors.map((_, i) => i),
): ShearRow | null {
  const to = (i: number): number => edgeDistance(m, edge, m.anchors[i]!);
  const least = Math.min(...all.map(to));
  if (!Number.isFinite(least)) return null;
  const c_a1 = front ? least : Math.max(...all.map(to));
  const idx = all.filter((i) => Math.abs(to(i) - c_a1) <= 1);
  const along = (i: number): number => (edge[0] === 'y' ? m.anchors[i]!.z : m.anchors[i]!.y);
  const at = idx.map(along).sort((a, b) => a - b);
  const [from, until] = edge[0] === 'y' ? [m.block.z1, m.block.z2] : [m.block.y1, m.block.y2];
  const sides = [at[0]! - from, until - at.at(-1)!] as const;
  const gaps = at.slice(1).map((x, i) => x - at[i]!);
  const thin = Math.max(...sides) < 1.5 * c_a1 && m.H < 1.5 * c_a1;
  const c_1 = thin ? Math.min(c_a1, Math.max(Math.max(...sides) / 1.5, m.H / 1.5, Math.max(0, ...gaps) / 3)) : c_a1;
  const side = sides.reduce((sum, x) => sum + Math.min(x, 1.5 * c_1), 0);
  const between = gaps.reduce((sum, x) => sum + Math.min(x, 3 * c_1), 0);
  const A = Math.min((side + between) * Math.min(1.5 * c_1, m.H), idx.length * 4.5 * c_1 ** 2);
  return { edge, idx, c_1, reduced: thin, c_2: Math.min(...sides), A };
}

/** Concrete breakout in shear, 17.7.2. */
export class ShearBreakout {
  private readonly f;
  /** `along`: the shear runs along the face and not towards it, 17.7.2.1(c). */
  constructor(
    s: FormulaSection,
    private readonly along = false,
  ) {
    const C = 'ACI 318-19, 17.7.2';
    this.f = {
      c_1: s.found('c_a1', 'mm', 'row to the edge, as it counts', 'measured', `${C}.1.2`),
      l_e: s.f('l_e', 'mm', 'min(h_ef, 8*d)', 'length that bears', `${C}.2.1`),
      k_7: s.found('k_7', 'face', 'factor of one anchor', '7 in pounds and inches', `${C}.2.1`),
      k_9: s.found('k_9', 'cone', 'factor of thick anchors', '9 in pounds and inches', `${C}.2.1`),
      V_b: s.f('V_b', 'kN', 'min(k_7*(l_e/d)^0.2*sqrt(d), k_9)*sqrt(f_c)*c_a1^1.5', 'breakout of one anchor', `${C}.2.1`),
      A_Vco: s.f('A_Vco', 'mm2', '4.5*c_a1^2', 'area of one anchor on the face', `${C}.1.3`),
      A_Vc: s.found('A_Vc', 'mm2', 'area of the row on the face', 'cut at corners and at the depth of the block', `${C}.1.1`),
      c_2: s.found('c_a2', 'mm', 'row to the nearer corner', 'measured'),
      psi_ed: s.f('psi_ed_V', '-', 'min(1, 0.7+0.3*c_a2/(1.5*c_a1))', 'corner', `${C}.4.1`),
      psi_ed_far: s.f('psi_ed_V', '-', '1', along ? 'shear along the face' : 'no corner near', `${C}.4.1`),
      psi_c: s.f('psi_c_V', '-', '1', 'cracked', `${C}.5.1`),
      psi_c_bars: s.f('psi_c_V', '-', '1.2', 'cracked, edge bars', `${C}.5.1`),
      psi_c_un: s.f('psi_c_V', '-', '1.4', 'uncracked', `${C}.5.1`),
      H: s.found('h_a', 'mm', 'depth of the block', 'given'),
      psi_h: s.f('psi_h_V', '-', 'max(1, sqrt(1.5*c_a1/h_a))', 'thin member', `${C}.6.1`),
      psi_h_deep: s.f('psi_h_V', '-', '1', 'a very deep block', `${C}.6.1`),
      V_cbg: along
        ? s.f(
            'V_cbg',
            'kN',
            '2*A_Vc/A_Vco*psi_ed_V*psi_c_V*psi_h_V*V_b',
            'breakout of the row along the face, nominal',
            `${C}.1(c)`,
          )
        : s.f('V_cbg', 'kN', 'A_Vc/A_Vco*psi_ed_V*psi_c_V*psi_h_V*V_b', 'breakout of the row, nominal', `${C}.1`),
    };
  }

  work(r: Run, m: Anchorage, x: ShearRow): number {
    const { f } = this;
    f.c_1(r, x.c_1);
    f.l_e(r);
    f.k_7(r, face(7));
    f.k_9(r, cone(9));
    f.V_b(r);
    f.A_Vco(r);
    f.A_Vc(r, x.A);
    if (!this.along && Number.isFinite(x.c_2)) {
      f.c_2(r, x.c_2);
      f.psi_ed(r);
    } else f.psi_ed_far(r);
    const { cracked, edge_bars } = m.input.concrete;
    (!cracked ? f.psi_c_un : edge_bars === 'stirrups' ? f.psi_c_bars : f.psi_c)(r);
    if (Number.isFinite(m.H)) {
      f.H(r, m.H);
      f.psi_h(r);
    } else f.psi_h_deep(r);
    return f.V_cbg(r);
  }
}
