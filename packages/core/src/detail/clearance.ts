import {
  flangeSpan,
  sameHole,
  type BoltPart,
  type MemberPart,
  type PlatePart,
  type Point,
  type Solid,
  type Vector,
} from './solid.ts';

/** A clear distance in mm against what is needed, and where it is measured. */
export interface Clearance {
  readonly actual: number;
  readonly needed: number;
  readonly at: Vector;
}

/** Largest distance worth stating; what has no neighbour is at least this far from one. */
const FAR = 1000;

/** The nearest of many distances, the first of equal ones. Kept as it goes: every joint measures hundreds, and lists of them would be most of the work. */
class Nearest {
  distance = FAR;
  at: Vector = [0, 0, 0];
  take(distance: number, x: number, y: number, z: number): void {
    if (distance >= this.distance) return;
    this.distance = distance;
    this.at = [x, y, z];
  }
}

/** Highest (+1) or lowest (-1) point of an outline at x. */
export function edgeAt(outline: readonly Point[], x: number, side: 1 | -1): number {
  let edge = -side * Infinity;
  for (let i = 0; i < outline.length; i += 1) {
    const [x1, z1] = outline[i]!;
    const [x2, z2] = outline[i + 1 === outline.length ? 0 : i + 1]!;
    if ((x1 - x) * (x2 - x) > 0 || x1 === x2) continue;
    const z = z1 + ((z2 - z1) * (x - x1)) / (x2 - x1);
    edge = side > 0 ? Math.max(edge, z) : Math.min(edge, z);
  }
  return edge;
}

/** Bolts through the beam web. */
const webBolts = (solid: Solid): readonly BoltPart[] => solid.bolts.filter((b) => b.axis === 'y');
const supportBolts = (solid: Solid): readonly BoltPart[] => solid.bolts.filter((b) => b.axis === 'x');
const beamOf = (solid: Solid): MemberPart => solid.members.find((m) => m.id === 'beam')!;
const supportOf = (solid: Solid): MemberPart | undefined => solid.members.find((m) => m.id === 'support');

/** Bolt centres to the inner faces of the flanges that are there at each bolt; a notch has taken its flange away. */
function toFlanges(solid: Solid, near: Nearest): void {
  const beam = beamOf(solid);
  let [x, top, bottom] = [NaN, false, false];
  for (const b of webBolts(solid)) {
    // Bolts of one line meet the same edges.
    if (b.x !== x) [x, top, bottom] = [b.x, edgeAt(beam.outline, b.x, 1) === 0, edgeAt(beam.outline, b.x, -1) === -beam.h];
    if (top) near.take(-b.z - beam.tf, b.x, b.y[0], b.z);
    if (bottom) near.take(b.z + beam.h - beam.tf, b.x, b.y[0], b.z);
  }
}

/** Washer edge to the start of the beam's root fillets: `actual` from the bolt centre. Null without bolts in the web. */
export function washerToFillet(solid: Solid): Clearance | null {
  const first = webBolts(solid)[0];
  if (!first) return null;
  const near = new Nearest();
  toFlanges(solid, near);
  return { actual: near.distance - beamOf(solid).r, needed: first.washerDiameter / 2, at: near.at };
}

/** Washers of bolts through a column flange to the column's root fillets, from the bolt centre. Null where there are none. */
export function washerToColumnFillet(solid: Solid): Clearance | null {
  const support = supportOf(solid);
  const first = supportBolts(solid)[0];
  if (support?.place?.type !== 'column_flange' || !first) return null;
  const near = new Nearest();
  for (const b of supportBolts(solid)) near.take(Math.abs(b.x) - support.tw / 2 - support.r, 0, b.x, b.z);
  return { actual: near.distance, needed: first.washerDiameter / 2, at: near.at };
}

/** Nearest two bolts of one direction, centre to centre, against the washer's diameter. */
export function washerToWasher(solid: Solid): Clearance | null {
  const first = solid.bolts[0];
  if (!first) return null;
  const near = new Nearest();
  for (const bolts of [webBolts(solid), supportBolts(solid)]) {
    for (let i = 0; i < bolts.length; i += 1) {
      const a = bolts[i]!;
      for (let k = i + 1; k < bolts.length; k += 1) {
        const b = bolts[k]!;
        const [x, z] = [(a.x + b.x) / 2, (a.z + b.z) / 2];
        const distance = Math.hypot(a.x - b.x, a.z - b.z);
        if (a.axis === 'y') near.take(distance, x, a.y[0], z);
        else near.take(distance, a.y[0], x, z);
      }
    }
  }
  return { actual: near.distance, needed: first.washerDiameter, at: near.at };
}

/** Bolts through the support: to the web of the beam with its weld, to the beam's flanges that reach over them, and to the support's own parts. */
function besideSupportBolts(solid: Solid, near: Nearest): void {
  const bolts = supportBolts(solid);
  if (bolts.length === 0) return;
  const beam = beamOf(solid);
  const support = supportOf(solid);
  const place = support?.place;
  const [y1, y2] = flangeSpan(beam);
  const end = Math.min(...beam.outline.map(([x]) => x)) + 1;
  const [above, below] = [edgeAt(beam.outline, end, 1) === 0, edgeAt(beam.outline, end, -1) === -beam.h];
  for (const b of bolts) {
    const put = (distance: number): void => near.take(distance, b.y[0], b.x, b.z);
    const weld = solid.welds.find(
      (w) => w.from[0] === w.to[0] && Math.sign(w.from[1]) === Math.sign(b.x) && (w.from[2] - b.z) * (w.to[2] - b.z) <= 0,
    );
    const aside = Math.max(0, y1 - b.x, b.x - y2);
    const under = (gap: number): void => put(Math.hypot(aside, Math.max(0, gap)));
    put(Math.abs(b.x) - beam.tw / 2 - (weld?.leg ?? 0));
    if (above) under(-b.z - beam.tf);
    if (below) under(b.z + beam.h - beam.tf);
    if (!support || !place) continue;
    if (place.type === 'column_flange') put(Math.abs(b.x) - support.tw / 2);
    else if (place.type === 'hss_face') put(support.b / 2 - support.r - Math.abs(b.x));
    else if (place.type === 'column_web') put(support.h / 2 - support.tf - Math.abs(b.x));
    else {
      put(place.top - support.tf - b.z);
      put(b.z - (place.top - support.h + support.tf));
    }
  }
}

/** A socket over head or nut: corner of the hexagon and a wall of 6 mm, towards webs, flanges, upright welds and the legs across. */
export function socketRoom(solid: Solid): Clearance | null {
  const first = solid.bolts[0];
  if (!first) return null;
  const near = new Nearest();
  toFlanges(solid, near);
  const upright = solid.welds.filter((w) => w.from[0] === w.to[0] && w.from[2] !== w.to[2]);
  for (const b of webBolts(solid)) for (const w of upright) near.take(Math.abs(b.x - w.from[0]) - w.leg, b.x, b.y[0], b.z);
  // A leg or plate across stands beside bolts along the beam's web, and a leg along the web beside bolts through the support.
  for (const p of solid.plates) {
    if (p.plane === 'yz') for (const b of webBolts(solid)) near.take(b.x - p.y[1], b.x, b.y[0], b.z);
    else for (const b of supportBolts(solid)) near.take(Math.max(p.y[0] - b.x, b.x - p.y[1]), b.y[0], b.x, b.z);
  }
  besideSupportBolts(solid, near);
  return { actual: near.distance, needed: first.flats / Math.sqrt(3) + 6, at: near.at };
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
    points.flatMap((p) =>
      plates
        .filter((x) => x.plane === 'yz')
        .map((x): Clearance => ({ actual: toRectangle(p, x.outline), needed: washer / 2, at: [0, ...p] })),
    );
  const [mineAlone, theirsAlone] = [mine.filter((p) => alone(p, theirs)), theirs.filter((p) => alone(p, mine))];
  const all = [
    ...toPlates(theirsAlone, solid.plates),
    ...toPlates(mineAlone, solid.other.plates),
    ...theirsAlone.flatMap((p) =>
      mineAlone.map((q): Clearance => ({
        actual: Math.hypot(p[0] - q[0], p[1] - q[1]),
        needed: washer,
        at: [0, (p[0] + q[0]) / 2, (p[1] + q[1]) / 2],
      })),
    ),
  ];
  return all.reduce(
    (a, b) => (b.needed - b.actual > a.needed - a.actual ? b : a),
    all[0] ?? { actual: washer / 2, needed: washer / 2, at: [0, ...mine[0]!] },
  );
}

/**
 * Plates and legs on a supporting web, with their upright welds, to the root fillets of the support's flanges; on the face of a rectangular
 * hollow section to where its corners begin. Null on a flange and on a round section.
 */
export function seatOnWeb(solid: Solid): Clearance | null {
  const support = supportOf(solid);
  if (!support?.place || support.place.type === 'column_flange' || support.shape === 'CHS') return null;
  const { type, top } = support.place;
  const root = support.tf + support.r;
  const near = new Nearest();
  const room = (y: number, z: number): number =>
    type === 'hss_face'
      ? support.b / 2 - support.r - Math.abs(y)
      : type === 'column_web'
        ? support.h / 2 - root - Math.abs(y)
        : Math.min(top - root - z, z - (top - support.h + root));
  const corner = (x: number, y: number, z: number): void => near.take(room(y, z), x, y, z);
  for (const p of solid.plates)
    for (const [u, z] of p.outline) {
      if (p.plane === 'yz') corner(0, u, z);
      else if (u === 0) p.y.forEach((y) => corner(0, y, z));
    }
  return { actual: near.distance, needed: 0, at: near.at };
}
