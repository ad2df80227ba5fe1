import type { Found, Formula, Run, Sheet } from '../../../formula/index.ts';
import type { AnchorPlace } from '../../../standards/anchorage.ts';
import { pryingLength, stubModes } from '../../../standards/en1993/components/t-stub.ts';
import { plateEdge, plateEdgeAlong, type BaseModel } from '../model.ts';
import { sheet } from './sheet.ts';

/** Yield lines, modes and prying of a row, or of one anchor: the same formulas under two checks (basis 9.1 to 9.3). */
class TStub {
  readonly distance: Found;
  readonly m: Formula;
  readonly m_web: Formula;
  readonly e_x: Found;
  readonly n: Formula;
  readonly n_a: Found;
  readonly l_nc: Found;
  readonly l_cp: Found;
  readonly formulas: Readonly<Record<'l_1' | 'l_eff_nc' | 'l_eff_cp' | 'M_1' | 'M_2' | 'F_t' | 'L_b_lim' | 'slack', Formula>>;
  readonly modes: ReturnType<typeof stubModes>;
  /** Share of the prying force that is counted: whole up to the limit length, fading to none at one and a half of it. */
  readonly phi: { readonly whole: Formula; readonly fading: Formula; readonly none: Formula };
  readonly q: Formula;

  // eslint-disable-next-line max-lines-per-function -- a table of formulas
  constructor(s: Sheet, id: string) {
    const x = s.section(id);
    this.distance = x.found('x_a', 'mm', 'anchor to the steel', 'measured');
    this.m = x.f(
      'm',
      'mm',
      'max(1[mm], x_a-0.8*sqrt(2)*a_f)',
      'anchor to the yield line at the weld',
      'EN 1993-1-8, Figure 6.10',
    );
    this.m_web = x.f(
      'm',
      'mm',
      'max(1[mm], x_a-0.8*sqrt(2)*a_w)',
      'anchor to the yield line at the weld of the web',
      'EN 1993-1-8, Figure 6.10',
    );
    this.e_x = x.found('e_x', 'mm', 'anchor to the edge of the plate', 'measured');
    this.n = x.f('n', 'mm', 'min(e_x, 1.25*m)', 'anchor to the prying force', 'EN 1993-1-8, Table 6.2');
    this.n_a = x.found('n_a', '-', 'anchors', 'count');
    this.l_nc = x.found(
      'l_nc',
      'mm',
      'yield line, straight patterns',
      'sum over both sides of each anchor of min(2 m + 0.625 e_x; half the gap or the edge)',
      'EN 1993-1-8, Table 6.6',
    );
    this.l_cp = x.found(
      'l_cp',
      'mm',
      'yield line, circular patterns',
      'sum over both sides of each anchor of min(pi m; the gap or twice the edge)',
      'EN 1993-1-8, Table 6.6',
    );
    this.formulas = {
      l_1: x.f('l_1', 'mm', 'min(l_nc, l_cp)', 'yield line that governs', 'EN 1993-1-8, Table 6.6'),
      l_eff_nc: x.f('l_eff_nc', 'mm', 'l_nc/2', 'effective length, straight patterns', 'EN 1993-1-8, Table 6.6'),
      l_eff_cp: x.f('l_eff_cp', 'mm', 'l_cp/2', 'effective length, circular patterns', 'EN 1993-1-8, Table 6.6'),
      M_1: x.f('M_pl_1', 'kNm', 'm_pl*l_1/2', 'plastic moment, mode 1', 'EN 1993-1-8, Table 6.2'),
      M_2: x.f('M_pl_2', 'kNm', 'm_pl*l_nc/2', 'plastic moment, mode 2', 'EN 1993-1-8, Table 6.2'),
      F_t: x.f('F_t', 'kN', 'n_a*N_Rd_s', 'mode 3: the anchors', 'EN 1993-1-8, Table 6.2'),
      L_b_lim: pryingLength(x, 'anchors', 'n_a', 'l_1', 't_p'),
      slack: x.f(
        'L_b_over',
        'mm',
        'L_b-L_b_lim',
        'free length over that limit: above 0 there is no prying',
        'EN 1993-1-8, Table 6.2',
      ),
    };
    this.modes = stubModes(x, { F_1: 'F_1', F_2: 'F_2', F_12: 'F_12', sum: 'F_t', bolts: 'anchors' });
    const limit = 'EN 1993-1-8, Table 6.2, made continuous';
    this.phi = {
      whole: x.f('phi_Q', '-', '1', 'the anchor is short: the plate pries', 'EN 1993-1-8, Table 6.2'),
      fading: x.f(
        'phi_Q',
        '-',
        '3-2*L_b/L_b_lim',
        'a little over the limit length: prying fades out up to one and a half of it',
        limit,
      ),
      none: x.f('phi_Q', '-', '0', 'the anchor is long: no prying', 'EN 1993-1-8, Table 6.2'),
    };
    this.q = x.f('q', '-', 'phi_Q*m/(2*n)', 'prying force over the force of the anchor', 'EN 1993-1-8, 6.2.6.11(2)');
  }
}

const ROW = new TStub(sheet, 'plate-tstub-tension');

const LOCAL = new TStub(sheet, 'plate-anchor-local');

/** What a row, or an anchor alone, gives: lengths mm, forces N. */
export interface TStubValues {
  readonly m: number;
  readonly n: number;
  readonly e_x: number;
  readonly n_a: number;
  readonly l_1: number;
  readonly l_nc: number;
  readonly F_12: number;
  readonly F_1: number;
  readonly F_2: number;
  readonly F_3: number;
  /** Share of the prying force that is counted, 0 to 1. */
  readonly phi: number;
  /** Resistance of the plate by the rule that the user chose, and its mode. */
  readonly F_Rd: number;
  readonly mode: '1-2' | '1' | '2';
  /** Prying force over the anchor force, by the strict rule. */
  readonly q: number;
}

interface Shape {
  readonly kind: 'row' | 'local';
  readonly distance: number;
  readonly byWeb: boolean;
  readonly e_x: number;
  readonly n_a: number;
  /** Both lengths for one m. */
  lengths(m: number): { readonly nc: number; readonly cp: number };
}

function work(r: Run, model: BaseModel, shape: Shape, L_b: number): TStubValues {
  const s = shape.kind === 'row' ? ROW : LOCAL;
  s.distance(r, shape.distance);
  const m = (shape.byWeb ? s.m_web : s.m)(r);
  s.e_x(r, shape.e_x);
  const n = s.n(r);
  s.n_a(r, shape.n_a);
  const { nc, cp } = shape.lengths(m);
  s.l_nc(r, nc);
  s.l_cp(r, cp);
  const l_1 = s.formulas.l_1(r);
  s.formulas.l_eff_cp(r);
  s.formulas.l_eff_nc(r);
  s.formulas.M_1(r);
  s.formulas.M_2(r);
  const F_12 = s.modes.F_12(r);
  const F_3 = s.formulas.F_t(r);
  const F_1 = s.modes.method1(r);
  const F_2 = s.modes.F_2(r);
  const limit = s.formulas.L_b_lim(r);
  s.formulas.slack(r);
  const phi = (L_b <= limit ? s.phi.whole : L_b < 1.5 * limit ? s.phi.fading : s.phi.none)(r);
  const q = s.q(r);
  const byTable = model.input.options.prying === 'table-6.2' && phi > 0;
  const F_Rd = byTable ? F_12 + phi * (Math.min(F_1, F_2) - F_12) : F_12;
  return {
    m,
    n,
    e_x: shape.e_x,
    n_a: shape.n_a,
    l_1,
    l_nc: nc,
    F_12,
    F_1,
    F_2,
    F_3,
    phi,
    F_Rd,
    mode: !byTable ? '1-2' : F_1 <= F_2 ? '1' : '2',
    q,
  };
}

/** Halves of the yield line on one side of an anchor: `gap` to the next anchor there, or `edge` to the side of the plate. */
const halves = (m: number, e_x: number, side: { readonly gap?: number; readonly edge?: number }): { nc: number; cp: number } => ({
  nc: Math.min(2 * m + 0.625 * e_x, side.gap === undefined ? side.edge! : side.gap / 2),
  cp: Math.min(Math.PI * m, side.gap === undefined ? 2 * side.edge! : side.gap),
});

interface RowGeometry {
  /** Row to the wall it bends about, and to the edge of the plate behind it. */
  readonly distance: number;
  readonly e_x: number;
  readonly byWeb: boolean;
  /** Anchors of the row. */
  readonly n_a: number;
  /** Both ends of each yield line: that of an anchor, or one that several share. */
  readonly sides: readonly (readonly [{ gap?: number; edge?: number }, { gap?: number; edge?: number }])[];
}

/** A row outside a wall; `along` are the places of its anchors, `from` and `to` the sides of the plate. */
export function outerRow(distance: number, e_x: number, along: readonly number[], from: number, to: number): RowGeometry {
  const v = [...along].sort((a, b) => a - b);
  return {
    distance,
    e_x,
    byWeb: false,
    n_a: v.length,
    sides: v.map(
      (x, i) =>
        [
          i === 0 ? { edge: x - from } : { gap: x - v[i - 1]! },
          i === v.length - 1 ? { edge: to - x } : { gap: v[i + 1]! - x },
        ] as const,
    ),
  };
}

export const rowTStub = (r: Run, m: BaseModel, row: RowGeometry, L_b: number): TStubValues =>
  work(
    r,
    m,
    {
      kind: 'row',
      distance: row.distance,
      byWeb: row.byWeb,
      e_x: row.e_x,
      n_a: row.n_a,
      lengths: (x) =>
        row.sides
          .flat()
          .map((side) => halves(x, row.e_x, side))
          .reduce((a, b) => ({ nc: a.nc + b.nc, cp: a.cp + b.cp }), { nc: 0, cp: 0 }),
    },
    L_b,
  );

/**
 * A row between the flanges, bending about the web (basis 9.1). `all` are all anchors, `z` runs along the web. Anchors behind each other on one side of
 * the web share one yield line along it: it counts once, at the mean of their own distances, for equal forces F (m_1 + m_2) = m_pl l.
 */
export function innerRow(m: BaseModel, row: readonly AnchorPlace[], all: readonly AnchorPlace[]): RowGeometry {
  const { t_w } = m.column;
  const { plateBox: p } = m;
  const first = row[0]!;
  const edgeOf = (q: AnchorPlace): number => (q.y > 0 ? p.y2 - q.y : q.y - p.y1);
  return {
    distance: Math.max(...webSides(row).map((side) => side.reduce((sum, q) => sum + Math.abs(q.y), 0) / side.length)) - t_w / 2,
    e_x: Math.min(...row.map(edgeOf)),
    byWeb: true,
    n_a: row.length,
    sides: webSides(row).map((of) => {
      const q = of[0]!;
      const same = all.filter((o) => Math.sign(o.y) === Math.sign(q.y) && Math.abs(o.z - first.z) > 1e-6).map((o) => o.z - q.z);
      const side = (sign: number, edge: number): { gap?: number; edge?: number } => {
        const gaps = same.map((d) => d * sign).filter((d) => d > 0);
        return gaps.length ? { gap: Math.min(...gaps) } : { edge };
      };
      return [side(-1, q.z - p.z1), side(1, p.z2 - q.z)] as const;
    }),
  };
}

/** Anchors of a row by the side of the web that they stand on, nearest first. */
export const webSides = <P extends AnchorPlace>(row: readonly P[]): P[][] =>
  [-1, 1]
    .map((s) => row.filter((q) => Math.sign(q.y) === s).sort((a, b) => Math.abs(a.y) - Math.abs(b.y)))
    .filter((side) => side.length > 0);

/** Nearest steel of an anchor: distance to it, direction from the steel to the anchor, and which weld bends the plate there. */
function nearestSteel(m: BaseModel, q: AnchorPlace): { distance: number; u: number; v: number; byWeb: boolean } {
  const { shape, h, b, t_f, t_w } = m.column;
  if (shape === 'CHS') {
    const R = Math.hypot(q.y, q.z);
    return { distance: R - h / 2, u: q.y / R, v: q.z / R, byWeb: false };
  }
  if (shape === 'I' && Math.abs(q.z) < h / 2 - t_f)
    return { distance: Math.abs(q.y) - t_w / 2, u: Math.sign(q.y), v: 0, byWeb: true };
  const y = Math.min(Math.max(q.y, -b / 2), b / 2);
  const z = Math.min(Math.max(q.z, -h / 2), h / 2);
  const d = Math.hypot(q.y - y, q.z - z);
  return { distance: d, u: (q.y - y) / d, v: (q.z - z) / d, byWeb: false };
}

/** One anchor's own pattern, bending the plate about the nearest steel (basis 9.2). */
export function anchorTStub(r: Run, model: BaseModel, i: number, L_b: number): TStubValues {
  const q = model.anchors[i]!;
  const { distance, u, v, byWeb } = nearestSteel(model, q);
  const e_x = plateEdgeAlong(model, q.y, q.z, u, v);
  const others = model.anchors.filter((_, j) => j !== i);
  const { column, input } = model;
  const butt = input.weld.type === 'butt';
  const r_y = column.h / 2 + 0.8 * Math.SQRT2 * (butt ? 0 : input.weld.a_f);
  const sideOf = (sign: 1 | -1, m: number): { gap?: number; edge?: number } => {
    const [tu, tv] = [-v * sign, u * sign];
    if (column.shape === 'CHS') {
      const own = Math.atan2(q.z, q.y);
      const turns = others
        .map((o) => (((sign * (Math.atan2(o.z, o.y) - own)) % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI))
        .filter((t) => t > 1e-9);
      return { gap: r_y * (turns.length ? Math.min(...turns) : 2 * Math.PI) };
    }
    const near = others
      .map((o) => ({ t: (o.y - q.y) * tu + (o.z - q.z) * tv, n: (o.y - q.y) * u + (o.z - q.z) * v }))
      .filter(({ t, n }) => t > 1e-9 && Math.abs(n) <= t / 2);
    if (near.length) return { gap: Math.min(...near.map((x) => x.t)) };
    return { edge: plateEdgeAlong(model, q.y - m * u, q.z - m * v, tu, tv) };
  };
  return work(
    r,
    model,
    {
      kind: 'local',
      distance,
      byWeb,
      e_x,
      n_a: 1,
      lengths: (m) =>
        [1, -1]
          .map((sign) => halves(m, e_x, sideOf(sign as 1 | -1, m)))
          .reduce((a, b) => ({ nc: a.nc + b.nc, cp: a.cp + b.cp }), { nc: 0, cp: 0 }),
    },
    L_b,
  );
}

/** Where the yield line of an anchor's own pattern lies, for drawing: the foot on the steel's weld, its direction and both reaches. */
export function anchorLine(
  model: BaseModel,
  i: number,
  t: TStubValues,
): { y: number; z: number; tu: number; tv: number; half: number } {
  const q = model.anchors[i]!;
  const { u, v } = nearestSteel(model, q);
  return { y: q.y - t.m * u, z: q.z - t.m * v, tu: -v, tv: u, half: t.l_1 / 2 };
}

/**
 * Prying force of one anchor under its own force F (basis 9.3). By the strict rule it is in proportion to F, and while the plate holds at most half of what
 * the strip beyond the anchors can hold; by Table 6.2 it grows faster than F and ends where that strip is plastic, Q n = m_pl l.
 */
export function pryingForce(t: TStubValues, m_pl: number, F: number, rule: 'strict' | 'table-6.2'): number {
  if (t.phi === 0) return 0;
  return rule === 'strict'
    ? t.q * F
    : Math.min(t.phi * Math.max(0, (F * t.m - (m_pl * t.l_nc) / t.n_a) / t.n), mostPrying(t, m_pl));
}

/** What the statics of the strip allow one anchor: the plate's plastic moment along the line through the anchors. */
const mostPrying = (t: TStubValues, m_pl: number): number => (t.phi * m_pl * t.l_nc) / (t.n_a * t.n);

/** Force of a row without prying at which its anchors, prying included, reach R: the other way round. */
export function withoutPrying(t: TStubValues, m_pl: number, R: number, rule: 'strict' | 'table-6.2'): number {
  if (t.phi === 0) return R;
  if (rule === 'strict') return R / (1 + t.q);
  return Math.max(Math.min(R, (t.phi * m_pl * t.l_nc + t.n * R) / (t.phi * t.m + t.n)), R - t.n_a * mostPrying(t, m_pl));
}

export const leastEdge = (m: BaseModel): number => Math.min(...m.anchors.map((q) => plateEdge(m, q)));

export function leastSpacing(m: BaseModel): number {
  let s = Infinity;
  m.anchors.forEach((a, i) =>
    m.anchors.slice(i + 1).forEach((b) => {
      s = Math.min(s, Math.hypot(a.y - b.y, a.z - b.z));
    }),
  );
  return s;
}
