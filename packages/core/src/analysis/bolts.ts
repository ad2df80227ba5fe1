import { Refusal } from '../refusal.ts';
import { isSolid, placeIn, type Mesh, type MeshPlate } from './mesh.ts';
import type { BoltInput } from './model.ts';
import { Links, type Row } from './rows.ts';
import type { Law, Link } from './link.ts';
import { holeAt } from './outline.ts';
import { NEVER, type Bearing, type Part, type ShearPlane } from './parts.ts';
import { cross, dot, plus, square, times, unit, type Vec } from './vector.ts';

// A bolt or an anchor as links: its axis over the rings of its heads, its shear planes, and the holes that press on it.

const RING = 16;

/** A bolt of a model, and where it goes through its plies. */
interface Placed {
  readonly links: Links;
  readonly plies: readonly MeshPlate[];
  readonly b: BoltInput;
  readonly of: number;
  readonly on: readonly Vec[];
  /** Two directions across it. */
  readonly across: readonly [Vec, Vec];
  /** The k-th of n places on a circle about it. */
  readonly around: (at: Vec, r: number, n: number, k: number) => Vec;
}

export function boltPart(links: Links, plies: readonly MeshPlate[], b: BoltInput, of: number, grounded: Set<Link>): Part {
  const on = plies.map((p) => crossing(p, b));
  requireContact(plies, on, b);
  const across = square(b.direction);
  const [e1, e2] = across;
  const around = (at: Vec, r: number, n: number, k: number): Vec => {
    const angle = (2 * Math.PI * k) / n;
    return plus(plus(at, e1, r * Math.cos(angle)), e2, r * Math.sin(angle));
  };
  const placed: Placed = { links, plies, b, of, on, across, around };
  const sheared = b.k_v !== undefined;
  const count = b.ground ? (sheared ? 1 : 0) : sheared ? plies.length - 1 : 0;
  const planes = Array.from({ length: count }, (_, i) => shearPlane(placed, i, count === 1));
  const axis = count === 1 ? planes[0]!.link : links.add(of, { type: 'tension', k: b.k_t, limit: b.F_t_Rd }, [axisRow(placed)]);
  if (b.ground) for (const link of [...planes.map((p) => p.link), axis]) grounded.add(link);
  return { kind: 'bolt', bolt: b, axis, planes };
}

function requireContact(plies: readonly MeshPlate[], on: readonly Vec[], b: BoltInput): void {
  on.slice(1).forEach((at, i) => {
    const gap = dot(plus(at, on[i]!, -1), b.direction) - (plies[i]!.t + plies[i + 1]!.t) / 2;
    if (Math.abs(gap) > 1)
      throw new Refusal(
        'bolts',
        `bolts: plates ${plies[i]!.name} and ${plies[i + 1]!.name} do not touch at ${b.name} (gap ${gap.toFixed(1)} mm); accepted are plies that do, in the order of its direction.`,
      );
  });
}

/** How far the plies under head and nut part along the bolt. */
function axisRow({ links, plies, b, on, around }: Placed): Row {
  const row: Row = new Map();
  const ring = (b.d0 + b.d_w) / 4;
  const head = (i: number, s: number): void => {
    for (let k = 0; k < RING; k += 1) links.point(row, plies[i]!, around(on[i]!, ring, RING, k), b.direction, s / RING);
  };
  head(plies.length - 1, 1);
  if (!b.ground) head(0, -1);
  return row;
}

/** The bolt where it is cut between two plies, or at the ground; `single`: with its axis, where it is cut nowhere else. */
function shearPlane(placed: Placed, i: number, single: boolean): ShearPlane {
  const { links, plies, b, of, on, across, around } = placed;
  const sides = b.ground ? [0] : [i, i + 1];
  const first = plies[i]!;
  const face = plus(on[i]!, b.direction, (b.ground ? -1 : 1) * (first.t / 2));
  const vertex = links.extra({
    ...{ size: 2 * sides.length, place: face, turns: false },
    directions: sides.flatMap(() => across),
    plates: sides.flatMap((s) => [plies[s]!, plies[s]!]),
  });
  const shear = [0, 1].map((c): Row => {
    const row: Row = new Map();
    if (b.ground) links.unknown(row, vertex, c, 1);
    else {
      links.unknown(row, vertex, 2 + c, 1);
      links.unknown(row, vertex, c, -1);
    }
    return row;
  });
  const [T, V] = [b.F_t_Rd, b.F_v_Rd!];
  const link = single
    ? links.add(of, { type: 'bolt', k_t: b.k_t, k_v: b.k_v!, T, V }, [axisRow(placed), ...shear])
    : links.add(of, { type: 'ellipsoid', k: b.k_v!, c: [1, 1], R: V }, shear);
  const bearing = sides.map((ply, s) =>
    bearingOf(
      links,
      b,
      of,
      {
        plate: plies[ply]!,
        at: on[ply]!,
        face,
        vertex,
        side: s,
        share: plies.length > 2 && ply > 0 && ply < plies.length - 1 ? 0.5 : 1,
        k_b: b.k_b![ply]!,
        F_b: b.F_b_Rd?.[ply],
      },
      around,
    ),
  );
  return { link, bearing };
}

interface Ply {
  readonly plate: MeshPlate;
  readonly at: Vec;
  readonly face: Vec;
  readonly vertex: number;
  /** Which of the two sides of the plane. */
  readonly side: number;
  /** Of its bearing, at this plane. */
  readonly share: number;
  readonly k_b: number;
  readonly F_b: number | readonly [number, number] | undefined;
}

/** A ply on the shank: its hole with what presses there. The couple of the way from its middle to the interface goes into it over a wider circle. */
function bearingOf(
  links: Links,
  b: BoltInput,
  of: number,
  { plate, at, face, vertex, side, share, k_b, F_b }: Ply,
  around: (at: Vec, r: number, n: number, k: number) => Vec,
): Bearing {
  const z = placeIn(plate, face)[2];
  const near = Array.from({ length: 6 }, (_, k) => nearestNode(links.mesh, plate, around(at, b.d_w, 6, k)));
  const [F_x, F_y] = typeof F_b === 'object' ? F_b : [F_b ?? NEVER, F_b ?? NEVER];
  // Between the two axes of the ply, as on an ellipse.
  const resistance = (r: Vec): number => share / Math.hypot(dot(r, plate.ex) / F_x, dot(r, plate.ey) / F_y);
  const [e1, e2] = square(b.direction);
  const ring = Array.from({ length: RING }, (_, k) => around(at, (b.d0 + b.d_w) / 4, RING, k));
  /** How far the ply, at places each with its share, goes along r against the shank. */
  const against = (r: Vec, on: readonly (readonly [Vec, number])[]): Row => {
    const row: Row = new Map();
    for (const [P, s] of on) links.point(row, plate, P, r, s);
    // Points off the mid-plane move with the rotation of the plate: u = z b.
    const axis = cross(plate.ez, r);
    for (const n of near) links.turnNode(row, plate, n, axis, z / near.length);
    links.unknown(row, vertex, 2 * side, -dot(r, e1));
    links.unknown(row, vertex, 2 * side + 1, -dot(r, e2));
    return row;
  };
  const across = (r: Vec): readonly [number, number] => [dot(r, e1), dot(r, e2)];
  const made = {
    ply: plate.name,
    resistance: F_b === undefined ? null : (x: number, y: number) => resistance(unit(plus(times(e1, x), e2, y))),
  };
  const { sx = 0, sy = 0 } = holeAt(plate.holes, ...onPlate(plate, at)) ?? {};
  if (!sx && !sy) {
    // A round hole presses in sixteen ways, on the front of the shank alone.
    const ways = ring.map((P) => unit(plus(P, at, -1)));
    const law = (r: Vec): Law => ({
      ...{ type: 'compression', k: (4 * k_b * share) / RING },
      ...{ limit: (Math.PI * resistance(r)) / RING, slope: 1e-4 },
    });
    const pressing = ways.map((r, k) => links.add(of, law(r), [against(r, [[ring[k]!, 1]])], [b.clearance]));
    return { ...made, links: pressing, ways: ways.map(across) };
  }
  // In a slot the sides press at once, the ends when the bolt has gone along it; both together no more than the ellipse lets them.
  const spread = (r: Vec) => ring.map((P) => [P, (2 * dot(unit(plus(P, at, -1)), r) ** 2) / RING] as const);
  const [R, k] = [share * Math.min(F_x, F_y), k_b * share];
  const law: Law = {
    ...{ type: 'ellipsoid', k, R, c: [(R / share / F_x) ** 2, (R / share / F_y) ** 2] },
    free: [b.clearance + sx / 2, b.clearance + sy / 2],
  };
  const axes = [plate.ex, plate.ey];
  const pressing = links.add(
    of,
    law,
    axes.map((r) => against(r, spread(r))),
  );
  return { ...made, links: [pressing], ways: axes.map(across) };
}

const onPlate = (plate: MeshPlate, at: Vec): [number, number] => {
  const [x, y] = placeIn(plate, at);
  return [x, y];
};

function nearestNode(mesh: Mesh, plate: MeshPlate, P: Vec): number {
  const [x, y] = placeIn(plate, P);
  let [best, at] = [Infinity, plate.nodes[0]!];
  for (const n of plate.nodes) {
    const d = Math.hypot(mesh.local[2 * n]! - x, mesh.local[2 * n + 1]! - y);
    if (d < best - 1e-9) [best, at] = [d, n];
  }
  return at;
}

/** Where a bolt passes the mid-plane of a ply. Refuses one that misses its hole, and plies that do not touch. */
function crossing(p: MeshPlate, b: BoltInput): Vec {
  const across = dot(p.ez, b.direction);
  if (Math.abs(across) < 0.99) throw new Refusal('bolts', `bolts: ${b.name} is not square to plate ${p.name}.`);
  const at = plus(b.point, b.direction, -placeIn(p, b.point)[2] / across);
  const [x, y] = placeIn(p, at);
  const near = Math.min(Infinity, ...p.holes.map((o) => Math.hypot(o.x - x, o.y - y)));
  if (near > 1 && near < b.d0)
    throw new Refusal('bolts', `bolts: ${b.name} misses its hole in plate ${p.name} by ${near.toFixed(1)} mm; accepted is 1 mm.`);
  if (near > 1 && !isSolid(p, x, y)) throw new Refusal('bolts', `bolts: ${b.name} does not pass through plate ${p.name}.`);
  return at;
}
