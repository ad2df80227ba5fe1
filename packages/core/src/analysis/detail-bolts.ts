import { STEEL_E } from '../catalogue/properties.ts';
import type { Basis } from '../basis/basis.ts';
import type { AnchorPart, BoltPart, Solid } from '../detail/solid.ts';
import type { Ground } from '../detail/ground.ts';
import { Refusal } from '../refusal.ts';
import { boxOf, contains, holeAt, type PlateHole } from './outline.ts';
import { normal, type AnalysedJoint, type Sheet, type Sheets } from './sheet.ts';
import { dot, plus, type Vec } from './vector.ts';

// Bolts and anchors of a detail: through which sheets, and what each of them bears.

/** Mean of flats and points of a head: what bears on the plate. */
export const headOf = (b: BoltPart): number => (b.flats * (1 + 2 / Math.sqrt(3))) / 2;

const axisOf = (b: BoltPart): { readonly point: Vec; readonly direction: Vec } => {
  const to = Math.sign(b.y[1] - b.y[0]) || 1;
  return b.axis === 'y'
    ? { point: [b.x, b.y[0], b.z], direction: [0, to, 0] }
    : { point: [b.y[0], b.x, b.z], direction: [to, 0, 0] };
};

interface Ply {
  readonly sheet: Sheet;
  /** Along the bolt from its head, mm, and the place in the sheet. */
  readonly at: number;
  readonly x: number;
  readonly y: number;
}
/** Sheets that a bolt goes through, from its head on. */
function pliesOf({ sheets }: Sheets, b: BoltPart): Ply[] {
  const { point, direction } = axisOf(b);
  const long = Math.abs(b.y[1] - b.y[0]);
  return sheets
    .filter((s) => (s.beyond || b.joins.includes(s.part)) && Math.abs(dot(normal(s), direction)) > 0.99)
    .flatMap((sheet): Ply[] => {
      const n = normal(sheet);
      const at = dot(plus(sheet.origin, point, -1), n) / dot(direction, n);
      if (at < -0.5 || at > long + 0.5) return [];
      const P = plus(plus(point, direction, at), sheet.origin, -1);
      const [x, y] = [dot(P, sheet.ex), dot(P, sheet.ey)];
      return contains(sheet.outline, x, y) ? [{ sheet, at, x, y }] : [];
    })
    .sort((a, c) => a.at - c.at);
}

/** Holes in the members too: as large as in the plates that the bolt goes through. */
export function drill(made: Sheets, bolts: readonly BoltPart[]): void {
  for (const b of bolts) {
    const plies = pliesOf(made, b);
    const own = (p: Ply) => holeAt(p.sheet.holes, p.x, p.y);
    const d = Math.max(0, ...plies.map((p) => own(p)?.d ?? 0)) || b.d + 2;
    for (const p of plies) {
      if (own(p)) continue;
      const i = made.sheets.indexOf(p.sheet);
      made.sheets[i] = { ...p.sheet, holes: [...p.sheet.holes, { x: p.x, y: p.y, d }] };
    }
  }
}

/** A bolt in its hole of a sheet: bearing along and across it, and its head through it. `d_m`: what bears of the head. */
function inHole(
  sheet: Sheet,
  [x, y]: readonly [number, number],
  { d, f_ub, d_m, anchor }: { readonly d: number; readonly f_ub: number; readonly d_m: number; readonly anchor?: true },
  basis: Basis,
) {
  const { field, materials } = basis.standard;
  const { f_u } = materials.steel({ grade: sheet.grade }, sheet.t, basis.set, 'steel', basis.steels);
  const hole = holeAt(sheet.holes, x, y)!;
  const part = { d, d0: hole.d, t: sheet.t, f_u, f_ub, ...(anchor ? { anchor } : {}) };
  const bear = ([0, 1] as const).map((along) =>
    field!.bearing({ ...part, ...slotOf(hole, along), ...spacing(sheet, hole, along) }, basis),
  );
  return {
    d0: hole.d,
    F_b: bear.map((b) => b.F_b_Rd),
    k_b: Math.min(...bear.map((b) => b.k_b)),
    punching: field!.punching({ d_m, t: sheet.t, f_u }, basis),
  };
}

/** How a hole is longer than wide, for a force along an axis of its sheet. */
function slotOf({ d, sx = 0, sy = 0 }: PlateHole, along: 0 | 1): { slot?: { long: number; across: boolean } } {
  if (!sx && !sy) return {};
  return { slot: { long: d + sx + sy, across: along === 0 ? sy > 0 : sx > 0 } };
}

/** Bolts of a joint, and those of another one through the same web. */
export const allBolts = ({ bolts, other }: Pick<Solid, 'bolts' | 'other'>): readonly BoltPart[] => [
  ...bolts,
  ...(other?.bolts ?? []),
];

export function boltsOf({ solid, basis }: AnalysedJoint, made: Sheets) {
  const { field, materials } = basis.standard;
  return allBolts(solid).map((b, i) => {
    const plies = pliesOf(made, b);
    const name = i < solid.bolts.length ? `bolt ${i + 1}` : `far bolt ${i + 1 - solid.bolts.length}`;
    if (plies.length < 2) throw new Refusal('detail', `detail: ${name} does not go through two plates.`);
    const size = materials.bolt(b.d, 'bolts');
    const { f_ub, alpha_v } = materials.boltClass(b.cls, 'bolts');
    const { k_v, F_v_Rd, F_t_Rd } = field!.bolt({ d: b.d, A_s: size.A_s, f_ub, alpha_v }, basis);
    const d_m = headOf(b);
    const parts = plies.map(({ sheet, x, y }) => inHole(sheet, [x, y], { d: b.d, f_ub, d_m }, basis));
    const L_b = Math.abs(b.y[1] - b.y[0]) + 2 * b.washer + (b.head + b.nut) / 2;
    const outer = [parts[0]!, parts.at(-1)!];
    return {
      ...{ name, ...axisOf(b), plies: plies.map((p) => p.sheet.name) },
      ...{ d: b.d, d0: Math.max(...parts.map((p) => p.d0)), d_w: d_m, L_b },
      ...{ k_t: (STEEL_E * size.A_s) / L_b, F_t_Rd: Math.min(F_t_Rd, ...outer.map((p) => p.punching)), k_v, F_v_Rd },
      ...{ k_b: parts.map((p) => p.k_b), F_b_Rd: parts.map((p) => p.F_b) },
    };
  });
}

/** End distance and pitch along an axis of a sheet, edge distance and gauge across it: from the hole to the outline, the nearer way, and to the nearest other hole. */
function spacing(s: Sheet, hole: PlateHole, along: 0 | 1) {
  const to = (axis: 0 | 1): number => {
    const [x0, y0, x1, y1] = boxOf(s.outline);
    const most = axis === 0 ? Math.max(x1 - x0, 1) : Math.max(y1 - y0, 1);
    let best = most;
    for (const sign of [1, -1]) {
      const inside = (d: number): boolean => {
        const [x, y] = axis === 0 ? [hole.x + sign * d, hole.y] : [hole.x, hole.y + sign * d];
        return contains(s.outline, x, y);
      };
      for (let d = 0.5; d < best; d += 0.5)
        if (!inside(d)) {
          // The edge is within the last step.
          let [low, high] = [d - 0.5, d];
          for (let k = 0; k < 20; k += 1) {
            const middle = (low + high) / 2;
            if (inside(middle)) low = middle;
            else high = middle;
          }
          best = low;
        }
    }
    return best;
  };
  const others = (axis: 0 | 1): number | null => {
    const list = s.holes
      .map((o) => [Math.abs(o.x - hole.x), Math.abs(o.y - hole.y)] as const)
      .filter((d) => d[1 - axis]! < 1 && d[axis] > 1)
      .map((d) => d[axis]);
    return list.length ? Math.min(...list) : null;
  };
  const across = (1 - along) as 0 | 1;
  // Along a slot from the middle of its end (3.5, Figure 3.1).
  const half = ((along === 0 ? hole.sx : hole.sy) ?? 0) / 2;
  const pitch = others(along);
  return { end: to(along) - half, pitch: pitch && pitch - 2 * half, edge: to(across), gauge: others(across) };
}

/** Anchors through a plate, their other end in the ground. */
export function anchorsOf({ solid, basis }: AnalysedJoint, { sheets }: Sheets, ground: Ground | null): object[] {
  return (solid.anchors ?? []).map((a: AnchorPart, i) => {
    const plate = sheets.find((s) => s.name === ground!.bed.plate)!;
    const held = ground!.anchors[i]!;
    const on = inHole(plate, [a.x, a.y], { d: a.d, f_ub: held.f_ub, d_m: a.washerWidth, anchor: true }, basis);
    return {
      ...{ name: `anchor ${i}`, point: [a.x, a.y, 0], direction: [0, 0, 1], plies: [plate.name], ground: true },
      ...{ d: a.d, d0: on.d0, d_w: a.washerWidth, k_t: held.k_t, L_b: held.L_b },
      ...{ F_t_Rd: Math.min(held.F_t, on.punching), ...(held.concrete ? { concrete: held.concrete } : {}) },
      ...(held.shear ? { ...{ k_v: held.shear.k_v, F_v_Rd: held.shear.F_v }, ...{ k_b: [on.k_b], F_b_Rd: [on.F_b] } } : {}),
    };
  });
}
