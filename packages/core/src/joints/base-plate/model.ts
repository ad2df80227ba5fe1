import type { AnchorPlace } from '../../standards/anchorage.ts';
import { type AnchorSize, type SteelStrength } from '../../catalogue/index.ts';
import { circle, clipTo, momentsOf, rectangle, ring, type Box, type Polygon } from '../../geometry/polygon.ts';
import type { Basis } from '../../basis/basis.ts';
import { Refusal } from '../../refusal.ts';
import { strength } from '../members.ts';
import { columnClass, columnModel, type ColumnClass, type ColumnModel } from './column.ts';
import type { BaseInput, PatternInput } from './input.ts';

/** A column base with every value looked up: what rules, checks, solid and drawing read. Lengths mm, strengths MPa. */
export interface BaseModel {
  readonly input: BaseInput;
  readonly basis: Basis;
  readonly column: ColumnModel;
  readonly columnSteel: SteelStrength;
  /** Class of the column's section in bending about each axis, EN 1993-1-1, Table 5.2. */
  readonly columnClass: ColumnClass;
  readonly plateSteel: SteelStrength;
  readonly keySteel: SteelStrength | null;
  /** Outline of the plate, counter-clockwise, and its box. */
  readonly plate: Polygon;
  readonly plateBox: Box;
  /** The part of the plate that stands on the block; how far the plate reaches past the block at most, negative where it stays inside. */
  readonly bearing: Polygon;
  readonly overhang: number;
  /** Faces of the block; infinite where there is no edge. */
  readonly block: Box;
  readonly H: number;
  readonly anchors: readonly AnchorPlace[];
  readonly size: AnchorSize;
  readonly f_yb: number;
  readonly f_ub: number;
  /** What the user is warned of, apart from rules. */
  readonly warnings: readonly string[];
}

/** Places of the anchors from the column axis: along +y within a row, rows from -z to +z; on a circle from +y towards +z. */
export function expand(pattern: PatternInput, y: number, z: number): AnchorPlace[] {
  if (pattern.type === 'none') return [];
  if (pattern.type === 'circle') {
    return Array.from({ length: pattern.n }, (_, i) => {
      const a = ((pattern.start + (360 * i) / pattern.n) * Math.PI) / 180;
      return { y: y + tidy(pattern.R * Math.cos(a)), z: z + tidy(pattern.R * Math.sin(a)) };
    });
  }
  const { n_y, n_z, s_y, s_z, full } = pattern;
  const out: AnchorPlace[] = [];
  for (let j = 0; j < n_z; j += 1)
    for (let i = 0; i < n_y; i += 1)
      if (full || i === 0 || i === n_y - 1 || j === 0 || j === n_z - 1)
        out.push({ y: y + (i - (n_y - 1) / 2) * s_y, z: z + (j - (n_z - 1) / 2) * s_z });
  return out;
}
/** A cosine of a right angle is zero. */
const tidy = (x: number): number => (Math.abs(x) < 1e-9 ? 0 : x);

/** Looks up sections, steels and anchors and refuses a base that can't be built as described. */
export function baseModel(input: BaseInput, basis: Basis): BaseModel {
  const u = basis.units;
  const { plate: p, concrete, anchors: a } = input;
  const column = columnModel(input.column, basis);
  const { anchors: known } = basis.standard.materials;
  const cls = a.cls === undefined ? undefined : known.strength(a.cls);
  if (a.cls !== undefined && !cls)
    throw new Refusal(
      'anchors.cls',
      `anchors.cls: there is no anchor class "${a.cls}"; accepted are ${known.classes.join(', ')}.`,
    );
  const size = known.size(a.d, a.A_s);
  if (!size)
    throw new Refusal(
      'anchors.d',
      `anchors.d: the stress area of an anchor of ${u.size(a.d)} is not in the table; accepted are ${known.diameters.map((d) => u.length(d)).join(', ')}, or any size with A_s.`,
    );
  const half = p.shape === 'circle' ? { y: p.D! / 2, z: p.D! / 2 } : { y: p.b! / 2, z: p.h! / 2 };
  const plateBox = { y1: p.y - half.y, y2: p.y + half.y, z1: p.z - half.z, z2: p.z + half.z };
  const edge = (centre: number, B: number | undefined): [number, number] =>
    B === undefined ? [-Infinity, Infinity] : [centre - B / 2, centre + B / 2];
  const [y1, y2] = edge(concrete.y, concrete.B_y);
  const [z1, z2] = edge(concrete.z, concrete.B_z);
  const plate = p.shape === 'circle' ? circle(p.y, p.z, p.D! / 2) : rectangle(plateBox.y1, plateBox.y2, plateBox.z1, plateBox.z2);
  const overhang = Math.max(y1 - plateBox.y1, plateBox.y2 - y2, z1 - plateBox.z1, plateBox.z2 - z2);
  const key = input.shear.key;
  const f_yb = a.f_yb ?? cls!.f_yb;
  const columnSteel = strength(input.column.steel, Math.max(column.t_f, column.t_w), basis, 'column.steel');
  const model: BaseModel = {
    input,
    basis,
    column,
    size,
    plateBox,
    f_yb,
    f_ub: a.f_ub ?? cls!.f_ub,
    columnSteel,
    columnClass: columnClass(column, columnSteel.f_y),
    plateSteel: strength(p.steel, p.t, basis, 'plate.steel'),
    keySteel: key ? strength(key.steel, key.type === 'I' ? Math.max(key.tf!, key.tw!) : key.t!, basis, 'shear.key.steel') : null,
    plate,
    overhang,
    bearing:
      overhang > 0
        ? clipTo(
            plate,
            rectangle(Math.max(y1, plateBox.y1), Math.min(y2, plateBox.y2), Math.max(z1, plateBox.z1), Math.min(z2, plateBox.z2)),
          )
        : plate,
    block: { y1, y2, z1, z2 },
    H: concrete.H ?? Infinity,
    anchors: expand(a.pattern, p.y + a.y, p.z + a.z),
    warnings: [],
  };
  refuseImpossible(model);
  return { ...model, warnings: warningsOf(model) };
}

/** Distance from a point to the edge of the plate; negative outside. */
export function plateEdge(m: BaseModel, { y, z }: AnchorPlace): number {
  const { plate: p } = m.input;
  if (p.shape === 'circle') return p.D! / 2 - Math.hypot(y - p.y, z - p.z);
  const { y1, y2, z1, z2 } = m.plateBox;
  return Math.min(y - y1, y2 - y, z - z1, z2 - z);
}

/** Distance from a point along a direction to the edge of the plate. */
export function plateEdgeAlong(m: BaseModel, y: number, z: number, u: number, v: number): number {
  const { plate: p } = m.input;
  if (p.shape === 'circle') {
    const [dy, dz] = [y - p.y, z - p.z];
    const along = dy * u + dz * v;
    const inside = (p.D! / 2) ** 2 - (dy * dy + dz * dz);
    return -along + Math.sqrt(Math.max(0, along * along + inside));
  }
  const { y1, y2, z1, z2 } = m.plateBox;
  const to = (at: number, low: number, high: number, d: number): number =>
    d > 1e-12 ? (high - at) / d : d < -1e-12 ? (low - at) / d : Infinity;
  return Math.min(to(y, y1, y2, u), to(z, z1, z2, v));
}

/** Whether a point lies in the steel of the column or, for a tube, inside it. */
function onColumn(c: ColumnModel, { y, z }: AnchorPlace): boolean {
  if (c.shape === 'CHS') return Math.hypot(y, z) <= c.h / 2;
  if (Math.abs(y) > c.b / 2 || Math.abs(z) > c.h / 2) return false;
  return c.shape === 'RHS' || Math.abs(z) >= c.h / 2 - c.t_f || Math.abs(y) <= c.t_w / 2;
}

const refuse = (field: string, what: string, accepted: string): never => {
  throw new Refusal(field, `${field}: ${what}; accepted is ${accepted}.`);
};

function refuseImpossible(m: BaseModel): void {
  refusePlaces(m);
  refuseAnchorPlaces(m);
  refuseAnchor(m);
  refuseMethod(m);
  refuseKey(m);
}

/** The plate stands on its block, under the whole column. */
function refusePlaces(m: BaseModel): void {
  const u = m.basis.units;
  const { column, block } = m;
  const { plate: p } = m.input;
  if (
    Math.min(block.y2, m.plateBox.y2) <= Math.max(block.y1, m.plateBox.y1) ||
    Math.min(block.z2, m.plateBox.z2) <= Math.max(block.z1, m.plateBox.z1) ||
    m.bearing.length < 6
  )
    refuse('concrete.y', 'the plate does not stand on the block', 'a block under the plate');
  const half: readonly AnchorPlace[] =
    column.shape === 'CHS'
      ? [
          [1, 0],
          [-1, 0],
          [0, 1],
          [0, -1],
        ].map(([u, v]) => ({ y: (u! * column.h) / 2, z: (v! * column.h) / 2 }))
      : [
          [1, 1],
          [1, -1],
          [-1, 1],
          [-1, -1],
        ].map(([u, v]) => ({ y: (u! * column.b) / 2, z: (v! * column.h) / 2 }));
  if (half.some((q) => plateEdge(m, q) < 0))
    refuse(
      p.shape === 'circle' ? 'plate.D' : 'plate.h',
      'the plate does not reach under the whole column',
      `a plate that covers ${column.name}, ${u.sizes([column.h, column.b])}`,
    );
}

function refuseAnchorPlaces(m: BaseModel): void {
  const u = m.basis.units;
  const { column, block } = m;
  const { anchors: a } = m.input;
  if (a.pattern.type === 'rows')
    for (const [n, s, f] of [
      [a.pattern.n_y, a.pattern.s_y, 's_y'],
      [a.pattern.n_z, a.pattern.s_z, 's_z'],
    ] as const)
      if (n > 1 && s < a.d)
        refuse(`anchors.pattern.${f}`, `${u.size(s)} puts anchors into each other`, `more than ${u.size(a.d)}`);
  m.anchors.forEach((q, i) => {
    const at = `anchor ${i} at y ${u.near(q.y)}, z ${u.near(q.z)}`;
    if (plateEdge(m, q) <= a.hole / 2)
      refuse('anchors.pattern', `${at} has its hole outside the plate or cut by its edge`, 'a pattern inside the plate');
    if (q.y <= block.y1 || q.y >= block.y2 || q.z <= block.z1 || q.z >= block.z2)
      refuse('anchors.pattern', `${at} is outside the block`, 'a pattern inside the block');
    if (onColumn(column, q))
      refuse('anchors.pattern', `${at} is in the column or inside its walls`, 'a pattern clear of the column');
  });
  if (m.anchors.length && a.h_ef >= m.H)
    refuse('anchors.h_ef', `${u.size(a.h_ef)} is longer than the block is deep`, `less than ${u.size(m.H)}`);
}

function refuseAnchor(m: BaseModel): void {
  const u = m.basis.units;
  const { anchors: a } = m.input;
  if (a.hole < a.d) refuse('anchors.hole', `${u.size(a.hole)} is smaller than the anchor`, `at least ${u.size(a.d)}`);
  if ((a.type === 'headed' || a.type === 'washer') && (a.head === undefined || a.head_t === undefined))
    refuse(
      'anchors.head',
      'the size of the head or washer plate and its thickness are missing',
      `a size over ${u.size(a.d)} with head_t`,
    );
  if ((a.type === 'headed' || a.type === 'washer') && a.head! <= a.d)
    refuse('anchors.head', `${u.size(a.head!)} is no wider than the anchor`, `more than ${u.size(a.d)}`);
  if (a.type === 'bonded' && (a.product.tau_Rk === undefined || a.product.tau_Rk_ucr === undefined))
    refuse(
      'anchors.product.tau_Rk',
      'the bond strengths of the product are missing',
      "tau_Rk and tau_Rk_ucr from the supplier's approval document",
    );
}

function refuseMethod({ column, input: { plate: p, anchors: a, options } }: BaseModel): void {
  if (options.contact === 'full' && column.shape === 'I')
    refuse(
      'options.contact',
      'full contact is not offered for I columns: the plate between the flange tips has no support there',
      'effective',
    );
  if (options.contact === 'full' && options.law === 'uniform')
    refuse('options.contact', 'full contact does not go with the uniform law', 'effective, or the law winkler or parabola');
  if (options.method === 'lever-arm' && (column.shape === 'CHS' || p.shape === 'circle' || a.pattern.type === 'circle'))
    refuse(
      'options.method',
      'the lever-arm model is for I and rectangular columns on a rectangular plate with rows of anchors',
      'auto or section',
    );
}

function refuseKey({ basis: { units: u }, input: { shear, grout } }: BaseModel): void {
  if (shear.path.endsWith('key') && !shear.key)
    refuse('shear.key', 'the shear path needs a key and none is given', 'a key of type I or plate, or another path');
  if (shear.key && shear.path.endsWith('key') && shear.key.depth <= grout.t)
    refuse('shear.key.depth', `${u.size(shear.key.depth)} ends inside the grout`, `more than the grout, ${u.size(grout.t)}`);
  if (shear.key?.type === 'I' && shear.key.h! <= 2 * shear.key.tf!)
    refuse('shear.key.h', `${u.size(shear.key.h!)} leaves no web`, `more than ${u.size(2 * shear.key.tf!)}`);
}

function warningsOf(m: BaseModel): string[] {
  const { column, input } = m;
  const out: string[] = [];
  if (m.overhang > 0) out.push('the plate overhangs the block: only what stands on it bears');
  const a = Math.max(input.weld.a_f, input.weld.a_w) * Math.SQRT2;
  const near = (q: AnchorPlace): boolean => {
    const grown = { ...column, h: column.h + 2 * a, b: column.b + 2 * a, t_f: column.t_f + 2 * a, t_w: column.t_w + 2 * a };
    return onColumn(grown, q);
  };
  if (input.weld.type === 'fillet' && m.anchors.some(near)) out.push('an anchor stands on the weld');
  return out;
}

/** Widest the sections round the column may be: b_eff and l_eff parts, and the region that bears, for one cantilever length c (6.2.5(4)). */
export function effectivePieces(m: BaseModel, c: number): number[][] {
  const { h, b, t_w, t_f, shape } = m.column;
  const { plate: p } = m.input;
  // Contact lies only where there are plate and concrete.
  const clipped = (list: readonly Polygon[]): number[][] => list.map((q) => clipTo(q, m.bearing)).filter((q) => q.length >= 6);
  if (shape === 'CHS') {
    const R_i = Math.max(0, h / 2 - t_f - c);
    const concentric = p.shape === 'circle' && p.y === 0 && p.z === 0 && m.overhang <= 0;
    const R_o = concentric ? Math.min(h / 2 + c, p.D! / 2) : h / 2 + c;
    const pieces = ring(R_i, R_o);
    return concentric ? pieces : clipped(pieces);
  }
  const [H, B] = [h / 2 + c, b / 2 + c];
  if (shape === 'RHS') {
    const [hi, bi] = [h / 2 - t_f - c, b / 2 - t_f - c];
    if (hi <= 0 || bi <= 0) return clipped([rectangle(-B, B, -H, H)]);
    return clipped([rectangle(-B, B, -H, -hi), rectangle(-B, B, hi, H), rectangle(-B, -bi, -hi, hi), rectangle(bi, B, -hi, hi)]);
  }
  const clear = (h - 2 * t_f) / 2;
  if (c >= clear) return clipped([rectangle(-B, B, -H, H)]);
  const w = Math.min(t_w / 2 + c, B);
  return clipped([rectangle(-B, B, -H, -clear + c), rectangle(-w, w, -clear + c, clear - c), rectangle(-B, B, clear - c, H)]);
}

/** Area of those pieces. */
export function effectiveArea(m: BaseModel, c: number): number {
  const { plate: p } = m.input;
  if (m.column.shape !== 'CHS' || p.shape !== 'circle' || p.y !== 0 || p.z !== 0 || m.overhang > 0)
    return momentsOf(effectivePieces(m, c)).A;
  const { h, t_f } = m.column;
  return Math.PI * (Math.min(h / 2 + c, p.D! / 2) ** 2 - Math.max(0, h / 2 - t_f - c) ** 2);
}
