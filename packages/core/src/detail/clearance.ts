import { flangeSpan, sameHole, type BoltPart, type MemberPart, type PlatePart, type Point, type Solid, type Vector } from './solid.ts';

/** A clear distance in mm against what is needed, and where it is measured. */
export interface Clearance {
  readonly actual: number;
  readonly needed: number;
  readonly at: Vector;
}

/** Largest distance worth stating; what has no neighbour is at least this far from one. */
const FAR = 1000;

interface Reach {
  readonly distance: number;
  readonly at: Vector;
}
const nearest = (list: readonly Reach[]): Reach => list.reduce((a, b) => (b.distance < a.distance ? b : a), { distance: FAR, at: [0, 0, 0] });

/** Highest (+1) or lowest (-1) point of an outline at x. */
export function edgeAt(outline: readonly Point[], x: number, side: 1 | -1): number {
  let edge = -side * Infinity;
  outline.forEach(([x1, z1], i) => {
    const [x2, z2] = outline[(i + 1) % outline.length]!;
    if ((x1 - x) * (x2 - x) > 0 || x1 === x2) return;
    const z = z1 + ((z2 - z1) * (x - x1)) / (x2 - x1);
    edge = side > 0 ? Math.max(edge, z) : Math.min(edge, z);
  });
  return edge;
}

/** Bolts through the beam web. */
const webBolts = (solid: Solid): readonly BoltPart[] => solid.bolts.filter((b) => b.axis === 'y');
const supportBolts = (solid: Solid): readonly BoltPart[] => solid.bolts.filter((b) => b.axis === 'x');
const beamOf = (solid: Solid): MemberPart => solid.members.find((m) => m.id === 'beam')!;
const supportOf = (solid: Solid): MemberPart | undefined => solid.members.find((m) => m.id === 'support');

/** Bolt centres to the inner faces of the flanges that are there at each bolt; a notch has taken its flange away. */
function toFlanges(solid: Solid, beam: MemberPart): Reach[] {
  return webBolts(solid).flatMap((b) => {
    const at: Vector = [b.x, b.y[0], b.z];
    const top = edgeAt(beam.outline, b.x, 1);
    const bottom = edgeAt(beam.outline, b.x, -1);
    return [...(top === 0 ? [{ distance: -b.z - beam.tf, at }] : []), ...(bottom === -beam.h ? [{ distance: b.z + beam.h - beam.tf, at }] : [])];
  });
}

/** Washer edge to the start of the beam's root fillets: `actual` from the bolt centre. Null without bolts in the web. */
export function washerToFillet(solid: Solid): Clearance | null {
  const first = webBolts(solid)[0];
  if (!first) return null;
  const beam = beamOf(solid);
  const { distance, at } = nearest(toFlanges(solid, beam));
  return { actual: distance - beam.r, needed: first.washerDiameter / 2, at };
}

/** Washers of bolts through a column flange to the column's root fillets, from the bolt centre. Null where there are none. */
export function washerToColumnFillet(solid: Solid): Clearance | null {
  const support = supportOf(solid);
  const first = supportBolts(solid)[0];
  if (support?.place?.type !== 'column_flange' || !first) return null;
  const { distance, at } = nearest(supportBolts(solid).map((b) => ({ distance: Math.abs(b.x) - support.tw / 2 - support.r, at: [0, b.x, b.z] })));
  return { actual: distance, needed: first.washerDiameter / 2, at };
}

/** Nearest two bolts of one direction, centre to centre, against the washer's diameter. */
export function washerToWasher(solid: Solid): Clearance | null {
  const first = solid.bolts[0];
  if (!first) return null;
  const pairs = [webBolts(solid), supportBolts(solid)].flatMap((bolts) => bolts.flatMap((a, i) => bolts.slice(i + 1).map((b): Reach => ({
    distance: Math.hypot(a.x - b.x, a.z - b.z), at: a.axis === 'y' ? [(a.x + b.x) / 2, a.y[0], (a.z + b.z) / 2] : [a.y[0], (a.x + b.x) / 2, (a.z + b.z) / 2],
  }))));
  const { distance, at } = nearest(pairs);
  return { actual: distance, needed: first.washerDiameter, at };
}

/** Bolts through the support: to the web of the beam with its weld, to the beam's flanges that reach over them, and to the support's own parts. */
function besideSupportBolts(solid: Solid): Reach[] {
  const beam = beamOf(solid);
  const support = supportOf(solid);
  const [y1, y2] = flangeSpan(beam);
  const end = Math.min(...beam.outline.map(([x]) => x)) + 1;
  const there = (side: 1 | -1): boolean => edgeAt(beam.outline, end, side) === (side > 0 ? 0 : -beam.h);
  return supportBolts(solid).flatMap((b): Reach[] => {
    const at: Vector = [b.y[0], b.x, b.z];
    const weld = solid.welds.find((w) => w.from[0] === w.to[0] && Math.sign(w.from[1]) === Math.sign(b.x) && (w.from[2] - b.z) * (w.to[2] - b.z) <= 0);
    const aside = Math.max(0, y1 - b.x, b.x - y2);
    const under = (gap: number): Reach => ({ distance: Math.hypot(aside, Math.max(0, gap)), at });
    const place = support?.place;
    const away = !support || !place ? [] : place.type === 'column_flange' ? [Math.abs(b.x) - support.tw / 2] : place.type === 'column_web' ? [support.h / 2 - support.tf - Math.abs(b.x)]
      : [place.top - support.tf - b.z, b.z - (place.top - support.h + support.tf)];
    return [
      { distance: Math.abs(b.x) - beam.tw / 2 - (weld?.leg ?? 0), at },
      ...(there(1) ? [under(-b.z - beam.tf)] : []), ...(there(-1) ? [under(b.z + beam.h - beam.tf)] : []),
      ...away.map((distance): Reach => ({ distance, at })),
    ];
  });
}

/** A socket over head or nut: corner of the hexagon and a wall of 6 mm, towards webs, flanges, upright welds and the legs across. */
export function socketRoom(solid: Solid): Clearance | null {
  const first = solid.bolts[0];
  if (!first) return null;
  const toWelds = webBolts(solid).flatMap((b) => solid.welds.filter((w) => w.from[0] === w.to[0] && w.from[2] !== w.to[2])
    .map((w): Reach => ({ distance: Math.abs(b.x - w.from[0]) - w.leg, at: [b.x, b.y[0], b.z] })));
  // A leg or plate across stands beside bolts along the beam's web, and a leg along the web beside bolts through the support.
  const across = solid.plates.filter((p) => p.plane === 'yz');
  const along = solid.plates.filter((p) => p.plane === 'xz');
  const toLegs = [
    ...webBolts(solid).flatMap((b) => across.map((p): Reach => ({ distance: b.x - p.y[1], at: [b.x, b.y[0], b.z] }))),
    ...supportBolts(solid).flatMap((b) => along.map((p): Reach => ({ distance: Math.max(p.y[0] - b.x, b.x - p.y[1]), at: [b.y[0], b.x, b.z] }))),
  ];
  const { distance, at } = nearest([...toFlanges(solid, beamOf(solid)), ...toWelds, ...toLegs, ...besideSupportBolts(solid)]);
  return { actual: distance, needed: first.flats / Math.sqrt(3) + 6, at };
}

/** A point to a rectangle, negative inside it. */
function toRectangle([y, z]: Point, outline: readonly Point[]): number {
  const [ys, zs] = [outline.map((p) => p[0]), outline.map((p) => p[1])];
  const dy = Math.max(Math.min(...ys) - y, y - Math.max(...ys));
  const dz = Math.max(Math.min(...zs) - z, z - Math.max(...zs));
  return dy <= 0 && dz <= 0 ? Math.max(dy, dz) : Math.hypot(Math.max(dy, 0), Math.max(dz, 0));
}

/**
 * Two joints through one web: a bolt goes through a hole of both, or its washer stays clear of the other joint's plates and bolts. The worst
 * place; null where no other joint has bolts of its own pattern there.
 */
export function boltsOfTwoJoints(solid: Solid): Clearance | null {
  const own = supportBolts(solid);
  const first = own[0];
  if (!solid.other || !first) return null;
  const theirs = solid.other.plates.flatMap((p) => p.holes.map((h): Point => [h.x, h.z]));
  const mine = own.map((b): Point => [b.x, b.z]);
  const washer = first.washerDiameter;
  const alone = (p: Point, others: readonly Point[]): boolean => !others.some((q) => sameHole(p, q));
  const toPlates = (points: readonly Point[], plates: readonly PlatePart[]): Clearance[] =>
    points.flatMap((p) => plates.filter((x) => x.plane === 'yz').map((x): Clearance => ({ actual: toRectangle(p, x.outline), needed: washer / 2, at: [0, ...p] })));
  const [mineAlone, theirsAlone] = [mine.filter((p) => alone(p, theirs)), theirs.filter((p) => alone(p, mine))];
  const all = [
    ...toPlates(theirsAlone, solid.plates), ...toPlates(mineAlone, solid.other.plates),
    ...theirsAlone.flatMap((p) => mineAlone.map((q): Clearance => ({ actual: Math.hypot(p[0] - q[0], p[1] - q[1]), needed: washer, at: [0, (p[0] + q[0]) / 2, (p[1] + q[1]) / 2] }))),
  ];
  return all.reduce((a, b) => (b.needed - b.actual > a.needed - a.actual ? b : a), all[0] ?? { actual: washer / 2, needed: washer / 2, at: [0, ...mine[0]!] });
}

/** Plates and legs on a supporting web, with their upright welds, to the root fillets of the support's flanges. Null on a flange. */
export function seatOnWeb(solid: Solid): Clearance | null {
  const support = supportOf(solid);
  if (!support?.place || support.place.type === 'column_flange') return null;
  const { type, top } = support.place;
  const root = support.tf + support.r;
  const corners = solid.plates.flatMap((p): Vector[] => {
    if (p.plane === 'yz') return p.outline.map(([y, z]) => [0, y, z]);
    return p.outline.filter(([x]) => x === 0).flatMap(([, z]) => p.y.map((y): Vector => [0, y, z]));
  });
  const { distance, at } = nearest(corners.map((c) => ({
    distance: type === 'column_web' ? support.h / 2 - root - Math.abs(c[1]) : Math.min(top - root - c[2], c[2] - (top - support.h + root)), at: c,
  })));
  return { actual: distance, needed: 0, at };
}
