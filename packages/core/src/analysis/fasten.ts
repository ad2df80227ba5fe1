import { inSpace, planeOf, type PlatePart, type Solid, type WeldPart } from '../detail/solid.ts';
import { Refusal } from '../refusal.ts';
import { edgesMeeting, isFlat, laidOn, local } from './detail-welds.ts';
import { boxOf, contains, distance } from './outline.ts';
import { normal, type Sheet } from './sheet.ts';
import { plateSheet, sheetsOf } from './sheets.ts';
import { cross, dot, length, placeOn, plus, times, unit, type Vec } from './vector.ts';

/** A plate that comes to a detail, the leg of its fillets, and the field and the name by which it is spoken of. */
export interface Comer {
  readonly part: PlatePart;
  readonly leg: number;
  readonly field: string;
  readonly name: string;
}

/**
 * The fillets of plates that come to a detail: on both sides of each edge that stands on a face of another part, or round one that lies on a face. Throws a
 * Refusal of a plate that touches nothing along an edge, or that stands in another part.
 */
export function fasten(solid: Solid, comers: readonly Comer[]): WeldPart[] {
  const all = sheetsOf(solid).sheets.map(boxed);
  const shafts = shaftsOf(solid);
  return comers.flatMap((c) => {
    const own = plateSheet(c.part);
    const body = boxed(own);
    const near = all.filter((b) => meets(b, body)).map((b) => b.sheet);
    keepClear(own, near, shafts, c);
    const welds = near.flatMap((b) => [...standing(own, b, c.leg), ...lying(own, b, c.leg)]);
    if (!welds.length)
      throw new Refusal(
        c.field,
        `${c.field}: plate ${c.name} has no edge on another part, and does not lie on one; accepted is a plate that is held.`,
      );
    all.push(body);
    return welds;
  });
}

/** A sheet with the least and the most of its body along x, y and z. */
interface Boxed {
  readonly sheet: Sheet;
  readonly low: Vec;
  readonly high: Vec;
}
function boxed(sheet: Sheet): Boxed {
  const n = times(normal(sheet), sheet.t / 2);
  const points = sheet.outline.flatMap(([x, y]) => {
    const p = placeOn(sheet, x, y);
    return [plus(p, n), plus(p, n, -1)];
  });
  const of = (f: (...values: number[]) => number): Vec => [0, 1, 2].map((k) => f(...points.map((p) => p[k]!))) as unknown as Vec;
  return { sheet, low: of(Math.min), high: of(Math.max) };
}
/** Whether two bodies touch, or nearly: welds are found within a millimetre and what a round wall bulges. */
const meets = (a: Boxed, b: Boxed): boolean =>
  [0, 1, 2].every((k) => {
    const room = 2 + (a.sheet.round ?? 0);
    return a.low[k]! < b.high[k]! + room && b.low[k]! < a.high[k]! + room;
  });

const weld = (leg: number, from: Vec, to: Vec, legs: readonly [Vec, Vec], a: Sheet, b: Sheet): WeldPart => ({
  ...{ type: 'weld', leg, length: length(plus(to, from, -1)), legs, from, to, joins: [a.part, b.part] },
});

/** On both sides of each edge on a face. */
function standing(a: Sheet, b: Sheet, leg: number): WeldPart[] {
  if (isFlat(a, b)) return [];
  const n = normal(a);
  return edgesMeeting(a, b).flatMap(({ from, to }) => {
    const middle = times(plus(from, to), 0.5);
    const up = times(normal(b), dot(plus(middle, b.origin, -1), normal(b)) > 0 ? 1 : -1);
    return ([1, -1] as const).map((side) => {
      const off = times(n, (side * a.t) / 2);
      return weld(leg, plus(from, off), plus(to, off), [times(n, side), up], a, b);
    });
  });
}

/** Round a plate that lies on a face. */
function lying(a: Sheet, b: Sheet, leg: number): WeldPart[] {
  const laid = laidOn(a, b);
  if (!laid) return [];
  const up = times(normal(a), -laid.side);
  const [x0, y0, x1, y1] = boxOf(a.outline);
  const centre = placeOn(laid.down, (x0 + x1) / 2, (y0 + y1) / 2);
  return edgesMeeting(laid.down, b).map(({ from, to }) => {
    const out = unit(cross(unit(plus(to, from, -1)), up));
    const away = dot(out, plus(from, centre, -1)) > 0 ? out : times(out, -1);
    return weld(leg, from, to, [away, up], a, b);
  });
}

/** Places that are looked at each way over a plate. */
const PLACES = 16;
/** What is nearer to a face than this touches it, mm. */
const TOUCH = 0.5;

/** Refuses a plate that stands in another part, in a bolt or in an anchor. */
function keepClear(own: Sheet, others: readonly Sheet[], shafts: readonly Shaft[], { field, name }: Comer): void {
  const refuse = (what: string): never => {
    throw new Refusal(field, `${field}: plate ${name} stands in ${what}; accepted is a plate beside it.`);
  };
  for (const p of placesOf(own)) {
    for (const b of others) {
      const z = Math.abs(dot(plus(p, b.origin, -1), normal(b)));
      // Half of its own thickness comes on top where both lie alike.
      const reach = b.t / 2 + (isFlat(own, b) ? own.t / 2 : 0) - TOUCH;
      const [x, y] = local(b, p);
      if (z < reach && contains(b.outline, x, y) && distance(b.outline, x, y) > TOUCH) refuse(b.called ?? b.name);
    }
    for (const s of shafts) {
      const d = plus(p, s.from, -1);
      const along = dot(d, s.way);
      const far = length(plus(d, s.way, -along));
      if (along > 0 && along < s.long && far < s.r + own.t / 2) refuse(s.name);
    }
  }
}

/** Places within a sheet, off its edges, on its middle plane. */
function placesOf(s: Sheet): Vec[] {
  const [x0, y0, x1, y1] = boxOf(s.outline);
  const at = (from: number, to: number, i: number): number => from + ((to - from) * (i + 0.5)) / PLACES;
  const grid = Array.from(
    { length: PLACES * PLACES },
    (_, i) => [at(x0, x1, i % PLACES), at(y0, y1, Math.floor(i / PLACES))] as const,
  );
  return grid
    .filter(([x, y]) => contains(s.outline, x, y) && distance(s.outline, x, y) > TOUCH)
    .map(([x, y]) => placeOn(s, x, y));
}

interface Shaft {
  readonly name: string;
  readonly from: Vec;
  readonly way: Vec;
  readonly long: number;
  readonly r: number;
}
/** Bolts and anchors with their heads, nuts and washers, as cylinders. */
function shaftsOf({ bolts, anchors = [] }: Solid): Shaft[] {
  return [
    ...bolts.map((b): Shaft => {
      const plane = b.axis === 'y' ? 'xz' : 'yz';
      const from = b.y[0] - b.head;
      return {
        ...{ name: 'a bolt', from: inSpace(plane, b.x, b.z, from), way: planeOf(plane).n },
        ...{ long: b.y[1] + b.nut - from, r: b.washerDiameter / 2 },
      };
    }),
    ...anchors.map((a): Shaft => ({
      ...{ name: 'an anchor', from: [a.x, a.y, a.z[0]], way: [0, 0, 1] },
      ...{ long: a.z[1] - a.z[0], r: a.washerWidth / 2 },
    })),
  ];
}
