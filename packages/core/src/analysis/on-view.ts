import type { Point } from '../detail/solid.ts';
import { KERF, lookOf, type Box, type View } from '../drawing/drawing.ts';
import { contains } from './outline.ts';
import type { FieldPicture, Shown } from './picture.ts';
import { isMember, isSigned, scaleTop } from './picture-words.ts';
import { cross, dot, plus, unit, type Vec } from './vector.ts';

/** Cells of one plate that are shown in one colour: the value, and each cell's corners on the sheet. */
export interface Shade {
  readonly plate: number;
  readonly value: number;
  readonly cells: readonly (readonly Point[])[];
}
/** A state on one view of the drawing. */
export interface ShadedView {
  readonly view: View;
  /** The part of the sheet where something is shown, within that of the view. */
  readonly box: Box;
  /** What lies farther from the eye first. */
  readonly shades: readonly Shade[];
  /** The node where it is largest, in size where it has a sign, of what the view shows; null where nothing is there. */
  readonly largest: number | null;
  /** The node under a point of the sheet, of the plate that is seen there; null where there is none. */
  readonly nodeAt: (p: Point) => number | null;
  /** Where a place of the joint is on the sheet. */
  readonly at: (place: Vec) => Point;
  /** A force or a way of the joint as it is seen: right and down, in its own unit. */
  readonly way: (v: Vec) => Point;
}
export interface ShadeOptions {
  /** How many times as large as they are displacements are drawn. */
  readonly scale: number;
  /** Plates that are left out. */
  readonly hidden?: ReadonlySet<string>;
  /** A plate that is drawn over the others. */
  readonly first?: string | null;
}

/** Shades from nothing to the end of the scale. */
const LEVELS = 24;
/** A plate whose normal leans less than this out of the sheet is seen on its edge. */
const ON_EDGE = 0.1;

interface Cell {
  readonly ids: readonly number[];
  readonly points: readonly Point[];
  readonly value: number;
  /** It is seen on its edge. */
  readonly edge: boolean;
}

/**
 * What a state shows, on a view of the drawing. Plates are seen as the view sees them; one that is seen on its edge is a strip as thick as it is, which shows the
 * largest value across the view. Of a cut what stands before it is left out, of others the walls of members that stand before what the view is of.
 */
export function shadedView(picture: FieldPicture, what: Shown, view: View, options: ShadeOptions): ShadedView {
  const { places, moves, plates, plateOf, cells, t } = picture;
  const { eye, at, way, before } = lookOf(view);
  const { scale, hidden, first } = options;
  const values = picture[what];
  const place = (n: number, k = 0): Vec => [0, 1, 2].map((i) => places[3 * n + i]! + k * moves[3 * n + i]!) as unknown as Vec;
  const byPlate = new Map<number, { readonly list: Cell[]; near: number; readonly normal: Vec }>();
  for (let c = 0; c < cells.length; c += 4) {
    const ids = [0, 1, 2, 3].map((k) => cells[c + k]!);
    const plate = plateOf[ids[0]!]!;
    const name = plates[plate]!;
    if (hidden?.has(name)) continue;
    const corners = ids.map((n) => place(n));
    let of = byPlate.get(plate);
    if (!of) {
      const normal = unit(cross(plus(corners[1]!, corners[0]!, -1), plus(corners[3]!, corners[0]!, -1)));
      byPlate.set(plate, (of = { list: [], near: -Infinity, normal }));
    }
    const near = corners.map(before);
    const edge = Math.abs(dot(of.normal, eye)) < ON_EDGE;
    if (Math.min(...near) > KERF && (view.cut || (isMember(name) && !edge))) continue;
    of.near = Math.max(of.near, ...near);
    const drawn = ids.map((n) => place(n, scale));
    const value = ids.reduce((s, n) => s + values[n]!, 0) / 4;
    of.list.push({ ids, value, edge, points: edge ? strip(drawn, of.normal, eye, t[plate]!).map(at) : drawn.map(at) });
  }
  const order = [...byPlate].sort(
    ([p, a], [q, b]) => Number(plates[p] === first) - Number(plates[q] === first) || a.near - b.near,
  );
  for (const [, { list }] of order) list.sort((a, b) => Math.abs(a.value) - Math.abs(b.value));
  const shown = order.flatMap(([, { list }]) => list);
  return {
    view,
    box: boxOf(
      view.box,
      shown.flatMap(({ ids }) => ids.map((n) => at(place(n)))),
    ),
    at,
    way,
    shades: order.flatMap(([plate, { list }]) => shadesOf(plate, list, scaleTop(picture, what), isSigned(what))),
    largest: largestOf(shown, values),
    nodeAt: (p) => {
      const under = shown.findLast(({ points }) => contains(points, ...p));
      if (!under) return null;
      if (under.edge) return under.ids.reduce((a, b) => (Math.abs(values[b]!) > Math.abs(values[a]!) ? b : a));
      const far = (n: number): number => {
        const [x, y] = at(place(n, scale));
        return Math.hypot(x - p[0], y - p[1]);
      };
      return under.ids.reduce((a, b) => (far(b) < far(a) ? b : a));
    },
  };
}

/** A cell on its edge: from its one end to the other, as thick as the plate. */
function strip(corners: readonly Vec[], normal: Vec, eye: Vec, t: number): readonly Vec[] {
  const along = unit(cross(normal, eye));
  const far = (p: Vec): number => dot(p, along);
  const a = corners.reduce((x, y) => (far(y) < far(x) ? y : x));
  const b = corners.reduce((x, y) => (far(y) > far(x) ? y : x));
  return [plus(a, normal, t / 2), plus(b, normal, t / 2), plus(b, normal, -t / 2), plus(a, normal, -t / 2)];
}

/** Cells of one plate by their shade, the darker later. */
function shadesOf(plate: number, list: readonly Cell[], top: number, signed: boolean): Shade[] {
  const of = new Map<number, Point[][]>();
  for (const { value, points } of list) {
    const share = Math.max(signed ? -1 : 0, Math.min(1, value / top));
    const level = Math.round(LEVELS * share);
    const those = of.get(level);
    if (those) those.push([...points]);
    else of.set(level, [[...points]]);
  }
  return [...of]
    .sort(([a], [b]) => Math.abs(a) - Math.abs(b))
    .map(([level, cells]) => ({ plate, value: (level / LEVELS) * top, cells }));
}

/** Round points, with a little beside them, and within the box of the view. */
function boxOf(within: Box, points: readonly Point[]): Box {
  const ends = [Infinity, Infinity, -Infinity, -Infinity];
  for (const [x, y] of points) {
    [ends[0], ends[1]] = [Math.min(ends[0]!, x), Math.min(ends[1]!, y)];
    [ends[2], ends[3]] = [Math.max(ends[2]!, x), Math.max(ends[3]!, y)];
  }
  const [x1, y1, x2, y2] = ends as [number, number, number, number];
  const room = 0.06 * Math.max(x2 - x1, y2 - y1) + 1;
  const [left, top, right, bottom] = within;
  return points.length
    ? [Math.max(left, x1 - room), Math.max(top, y1 - room), Math.min(right, x2 + room), Math.min(bottom, y2 + room)]
    : within;
}

function largestOf(shown: readonly Cell[], values: Float32Array): number | null {
  let [most, at]: [number, number | null] = [0, null];
  for (const { ids } of shown) for (const n of ids) if (Math.abs(values[n]!) > most) [most, at] = [Math.abs(values[n]!), n];
  return at;
}
