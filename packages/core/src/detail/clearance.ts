import type { BoltPart, MemberPart, Point, Solid } from './solid.ts';

/** A clear distance in mm against what is needed. */
export interface Clearance {
  readonly actual: number;
  readonly needed: number;
}

/** Largest distance worth stating; what has no neighbour is at least this far from one. */
const FAR = 1000;

/** Highest (+1) or lowest (-1) point of an outline at x. */
function edgeAt(outline: readonly Point[], x: number, side: 1 | -1): number {
  let edge = -side * Infinity;
  outline.forEach(([x1, z1], i) => {
    const [x2, z2] = outline[(i + 1) % outline.length]!;
    if ((x1 - x) * (x2 - x) > 0 || x1 === x2) return;
    const z = z1 + ((z2 - z1) * (x - x1)) / (x2 - x1);
    edge = side > 0 ? Math.max(edge, z) : Math.min(edge, z);
  });
  return edge;
}

/** Bolt centres to the inner faces of the flanges that are there at each bolt; a notch has taken its flange away. */
function toFlanges(solid: Solid, beam: MemberPart): number[] {
  return webBolts(solid).flatMap((b) => {
    const top = edgeAt(beam.outline, b.x, 1);
    const bottom = edgeAt(beam.outline, b.x, -1);
    return [...(top === 0 ? [-b.z - beam.tf] : []), ...(bottom === -beam.h ? [b.z + beam.h - beam.tf] : [])];
  });
}

/** Bolts through the beam web. */
const webBolts = (solid: Solid): readonly BoltPart[] => solid.bolts.filter((b) => b.axis === 'y');
const beamOf = (solid: Solid): MemberPart => solid.members.find((m) => m.id === 'beam')!;

/** Washer edge to the start of the root fillets: `actual` from the bolt centre. */
export function washerToFillet(solid: Solid): Clearance {
  const beam = beamOf(solid);
  return { actual: Math.min(FAR, ...toFlanges(solid, beam)) - beam.r, needed: solid.bolts[0]!.washerDiameter / 2 };
}

/** Nearest two bolts, centre to centre, against the washer's diameter. */
export function washerToWasher(solid: Solid): Clearance {
  let nearest = FAR;
  const bolts = webBolts(solid);
  bolts.forEach((a, i) => {
    for (const b of bolts.slice(i + 1)) nearest = Math.min(nearest, Math.hypot(a.x - b.x, a.z - b.z));
  });
  return { actual: nearest, needed: solid.bolts[0]!.washerDiameter };
}

/** A socket over head or nut: corner of the hexagon and a wall of 6 mm, towards flanges and towards the upright welds. */
export function socketRoom(solid: Solid): Clearance {
  const toWelds = webBolts(solid).flatMap((b) => solid.welds.filter((w) => w.from[0] === w.to[0]).map((w) => Math.abs(b.x - w.from[0]) - w.leg));
  return { actual: Math.min(FAR, ...toFlanges(solid, beamOf(solid)), ...toWelds), needed: solid.bolts[0]!.flats / Math.sqrt(3) + 6 };
}
