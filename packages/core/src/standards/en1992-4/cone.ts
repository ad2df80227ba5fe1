import type { FormulaSection, Run } from '../../formula/index.ts';
import { EDGES, edgeDistance, leastEdgeOf, lineGaps, squares, type Anchorage } from '../anchorage.ts';

/** Where a concrete body reaches, for drawing and for its formulas. */
export interface ConeGeometry {
  readonly idx: readonly number[];
  readonly narrow: { readonly c_max: number; readonly s_max: number } | null;
  readonly h_e: number;
  readonly A_c: number;
  readonly c_min: number;
}

const CONES = new WeakMap<Anchorage, Map<string, ConeGeometry>>();

/** Cone of a group; narrow members by the rule of three or more near edges (EN 1992-4, 7.2.1.4(8)). */
export function coneGeometry(m: Anchorage, idx: readonly number[]): ConeGeometry {
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
export class Cone {
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
    m: Anchorage,
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
