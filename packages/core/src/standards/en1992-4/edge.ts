import type { FormulaSection, Run } from '../../formula/index.ts';
import { unionLength } from '../../geometry/polygon.ts';
import { EDGES, edgeDistance, type Anchorage, type Edge } from '../anchorage.ts';

/** Geometry of one face of the block for shear: none of it depends on the load. */
export interface EdgeGeometry {
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

const FACES = new WeakMap<Anchorage, readonly EdgeGeometry[]>();

/** Faces of the block that are near enough to matter: c_1 up to max(10 h_ef, 60 d). */
export function shearFaces(m: Anchorage): readonly EdgeGeometry[] {
  const known = FACES.get(m);
  if (known) return known;
  const { h_ef, d, pattern } = m.input.anchors;
  const all = m.anchors.map((_, i) => i);
  const found = EDGES.flatMap((e): EdgeGeometry[] => {
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

export function shareShear(m: Anchorage, V_y: number, V_z: number, T: number): AnchorShear {
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
  m: Anchorage,
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

/** Concrete edge in shear, EN 1992-4, 7.2.2.5. */
export class ConcreteEdge {
  private readonly f;
  // eslint-disable-next-line max-lines-per-function -- a table of formulas
  constructor(s: FormulaSection) {
    this.f = {
      c_1: s.found('c_1', 'mm', 'front row to the edge', 'measured'),
      c_2_max: s.found('c_2_max', 'mm', 'larger distance to a corner', 'measured'),
      s_2_max: s.found('s_2_max', 'mm', 'largest gap in the front row', 'measured'),
      c_e: s.f('c_e', 'mm', 'c_1', 'edge distance that counts', 'EN 1992-4, 7.2.2.5'),
      c_e_thin: s.f(
        'c_e',
        'mm',
        'max(c_2_max/1.5, H/1.5, s_2_max/3)',
        'edge distance that counts, thin and narrow member',
        'EN 1992-4, 7.2.2.5(13)',
      ),
      l_f: s.f('l_f', 'mm', 'min(h_ef, 12*d)', 'length that bears', 'EN 1992-4, 7.2.2.5(2)'),
      l_f_thick: s.f('l_f', 'mm', 'min(h_ef, max(8*d, 300[mm]))', 'length that bears, over 24 mm', 'EN 1992-4, 7.2.2.5(2)'),
      alpha: s.f('alpha', '-', '0.1*sqrt(l_f/c_e)', 'exponent of the diameter', 'EN 1992-4, 7.2.2.5(2)'),
      beta: s.f('beta', '-', '0.1*(min(d, 60[mm])/c_e)^0.2', 'exponent of the length', 'EN 1992-4, 7.2.2.5(2)'),
      V0: s.f(
        'V_Rk_c_0',
        'kN',
        'k_9*(min(d, 60[mm])/1[mm])^alpha*(l_f/1[mm])^beta*sqrt(f_ck)*c_e^1.5',
        'edge strength of one anchor',
        'EN 1992-4, 7.2.2.5(2)',
      ),
      A0: s.f('A_c_V_0', 'mm2', '4.5*c_e^2', 'area of one anchor on the edge face', 'EN 1992-4, 7.2.2.5(3)'),
      l: s.found(
        'l_V',
        'mm',
        'length of the body on the edge face',
        'union of 1.5 c_1 to both sides of each front anchor, cut at the corners',
      ),
      h: s.found('h_V', 'mm', 'depth of the body on the edge face', 'min(1.5 c_1, H)'),
      A: s.f('A_c_V', 'mm2', 'l_V*h_V', 'area on the edge face', 'EN 1992-4, 7.2.2.5(3)'),
      c_2: s.found('c_2', 'mm', 'front row to the nearer corner', 'measured'),
      psi_s: s.f('psi_s_V', '-', 'min(1, 0.7+0.3*c_2/(1.5*c_e))', 'disturbance by a corner', 'EN 1992-4, 7.2.2.5(4)'),
      psi_s_far: s.f('psi_s_V', '-', '1', 'no corner near', 'EN 1992-4, 7.2.2.5(4)'),
      psi_h: s.f('psi_h_V', '-', 'max(1, sqrt(1.5*c_e/H))', 'thin member', 'EN 1992-4, 7.2.2.5(5)'),
      psi_h_deep: s.f('psi_h_V', '-', '1', 'a very deep block', 'EN 1992-4, 7.2.2.5(5)'),
      e_V: s.found(
        'e_V',
        'mm',
        'shear off the middle of the front row',
        'from the column axis and the twist, within the row; times the part of the shear that is towards the edge',
      ),
      psi_ec: s.f('psi_ec_V', '-', '1/(1+2*e_V/(3*c_e))', 'eccentricity', 'EN 1992-4, 7.2.2.5(6)'),
      psi_ec_none: s.f('psi_ec_V', '-', '1', 'no shear towards the edge', 'EN 1992-4, 7.2.2.5(6)'),
      V_perp: s.found('V_perp', 'kN', 'shear towards the edge, on the front row', 'what friction leaves'),
      V_par: s.found('V_par', 'kN', 'shear along the edge, share of the front row', 'what friction leaves'),
      V: s.f('V_Ed_e', 'kN', 'sqrt(V_perp^2+V_par^2)', 'shear of the front row', 'EN 1992-4, 7.2.2.5'),
      psi_alpha: s.f(
        'psi_alpha_V',
        '-',
        'max(1, 1/sqrt((V_perp/V_Ed_e)^2+(0.5*V_par/V_Ed_e)^2))',
        'direction of the shear',
        'EN 1992-4, 7.2.2.5(7)',
      ),
      psi_re: s.f('psi_re_V', '-', '1.4', 'edge bar and close stirrups, cracked', 'EN 1992-4, 7.2.2.5(8)'),
      psi_re_none: s.f('psi_re_V', '-', '1', 'no edge reinforcement counted', 'EN 1992-4, 7.2.2.5(8)'),
      V_Rk: s.f(
        'V_Rk_c',
        'kN',
        'V_Rk_c_0*(A_c_V/A_c_V_0)*psi_s_V*psi_h_V*psi_ec_V*psi_alpha_V*psi_re_V',
        'characteristic edge strength',
        'EN 1992-4, 7.2.2.5(1)',
      ),
      V_Rd: s.f('V_Rd_c', 'kN', 'V_Rk_c/gamma_C', 'concrete edge', 'EN 1992-4, 7.2.2.5'),
    };
  }

  /** Shear of the front row against V_Rd,c, N; null where no shear presses to that face or runs along it. */
  work(r: Run, m: Anchorage, f: EdgeGeometry, s: AnchorShear): { demand: number; resistance: number; V_perp: number } | null {
    const edge = this.f;
    const outward = f.edge.endsWith('+') ? 1 : -1;
    const inY = f.edge[0] === 'y';
    const across = outward * (inY ? s.V_y : s.V_z);
    // Twist presses single anchors to an edge that the whole shear spares.
    const byTwist =
      s.T === 0 ? 0 : f.front.reduce((sum, i) => sum + Math.max(0, outward * (inY ? s.each[i]!.y : s.each[i]!.z)), 0);
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
}
