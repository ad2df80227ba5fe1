import { SI, type Units } from '../units/system.ts';
import { STEEL_DENSITY } from '../catalogue/properties.ts';
/**
 * The solid detail of a joint: the one geometry that drawings, weights, bolt lengths and clearances read. Joint coordinates in mm:
 * x from the support face along the beam, y across (the viewer of the elevation stands at negative y), z up from the top of the beam.
 */
export type Point = readonly [number, number];
export type Vector = readonly [number, number, number];

export interface Hole {
  /** Place along the plate: x, or y of a plate across the beam. A level plate: x, and y under the name of z. */
  readonly x: number;
  readonly z: number;
  /** Size along x and along z. */
  readonly d_h: number;
  readonly d_v: number;
}

/** A plane in space: a point of it and the directions of its two axes, unit vectors square to each other. */
export interface AnyPlane {
  readonly origin: Vector;
  readonly u: Vector;
  readonly v: Vector;
}

export interface PlatePart {
  readonly type: 'plate';
  readonly id: string;
  readonly label: string;
  readonly grade: string;
  /** Names under which checks speak of it. */
  readonly parts: readonly string[];
  /** Plane that it lies in: along the beam, across it, level, or any other. */
  readonly plane: 'xz' | 'yz' | 'xy' | AnyPlane;
  /** Outline in its plane, with the range across it (of y, x, z or along the normal) that it fills. */
  readonly outline: readonly Point[];
  readonly y: readonly [number, number];
  readonly holes: readonly Hole[];
  /** A disc: its centre in its plane and its radius; the outline goes round it in short straight steps. */
  readonly round?: { readonly at: Point; readonly r: number };
  /** The leg of an angle: which angle, the width of this leg, and where its heel is along the first axis of its plane. */
  readonly leg?: { readonly of: string; readonly width: number; readonly heel: number };
}

export interface MemberPart {
  readonly type: 'member';
  readonly id: 'beam' | 'support' | 'column';
  readonly label: string;
  readonly grade: string;
  readonly h: number;
  readonly b: number;
  readonly tw: number;
  readonly tf: number;
  readonly r: number;
  readonly shape: 'I' | 'C' | 'RHS' | 'CHS';
  /** Outline of the web and flanges seen in the elevation (the supported beam, with its notches). */
  readonly outline: readonly Point[];
  /** Holes of the joint in its web, in the elevation. */
  readonly holes?: readonly Hole[];
  /**
   * How a support stands: which of its faces is at x = 0, the height of a supporting beam's top, and where a column ends over or under the joint (z;
   * absent where it runs on). Of a hollow one `h` is along the beam.
   */
  readonly place?: {
    readonly type: 'column_flange' | 'column_web' | 'beam_web' | 'hss_face';
    readonly top: number;
    readonly over?: number;
    readonly under?: number;
  };
}

export interface BoltPart {
  readonly type: 'bolt';
  /** Direction of the shank: across the beam web, or along the beam through the support. */
  readonly axis: 'y' | 'x';
  readonly row: number;
  readonly line: number;
  /** Place of the axis: x and z, or y and z of a bolt along x. */
  readonly x: number;
  readonly z: number;
  readonly d: number;
  readonly length: number;
  readonly grip: number;
  /** Its class, and its mass with nut and washers, kg. */
  readonly cls: string;
  readonly mass: number;
  /** Along its axis: the bearing face under the head and the washer's face under the nut. */
  readonly y: readonly [number, number];
  readonly head: number;
  readonly nut: number;
  readonly washer: number;
  readonly flats: number;
  readonly washerDiameter: number;
  /** Ids of the parts that it goes through, from the head on. */
  readonly joins: readonly string[];
}

export interface WeldPart {
  readonly type: 'weld';
  readonly leg: number;
  readonly length: number;
  /** Directions of its two legs from the root. */
  readonly legs: readonly [Vector, Vector];
  /** Root line in joint coordinates. */
  readonly from: readonly [number, number, number];
  readonly to: readonly [number, number, number];
  /** Ids of the two parts that it joins. */
  readonly joins: readonly [string, string];
  /** The edge is cut square and bears on the face: only what pulls goes through the weld. */
  readonly bears?: true;
}

/** Volume of weld metal, mm3. */
export const weldMetal = (welds: readonly WeldPart[]): number => welds.reduce((sum, w) => sum + (w.leg ** 2 / 2) * w.length, 0);

/** A butt weld of full penetration. */
export interface ButtPart {
  /** Thickness that it joins, and its length in all, mm. */
  readonly t: number;
  readonly length: number;
  readonly runs: number;
  readonly joins: readonly [string, string];
}

/** An anchor standing in concrete; its shank runs from `z[0]` at its end up to `z[1]`. */
export interface AnchorPart {
  readonly type: 'anchor';
  /** Its class, its length in all, and its mass with nut and end plate, kg. */
  readonly cls: string;
  readonly length: number;
  readonly mass: number;
  readonly x: number;
  readonly y: number;
  readonly d: number;
  readonly z: readonly [number, number];
  /** Underside of the washer at the plate, its thickness, and the nut over it. */
  readonly seat: number;
  readonly washer: number;
  readonly washerWidth: number;
  readonly nut: number;
  readonly flats: number;
  /** What it bears with at its lower end: its width and the range of z. */
  readonly head: {
    readonly shape: 'round' | 'square' | 'hook';
    readonly width: number;
    readonly z: readonly [number, number];
  } | null;
}

/** A body of concrete or grout, or of a key, standing on its outline in x and y. */
export interface PrismPart {
  readonly type: 'prism';
  readonly id: string;
  readonly label: string;
  readonly look: 'concrete' | 'grout' | 'steel';
  readonly parts: readonly string[];
  readonly outline: readonly Point[];
  readonly z: readonly [number, number];
}

/** Whether two bolts go through one hole: within half a millimetre both ways. */
export const sameHole = (p: Point, q: Point): boolean => Math.abs(p[0] - q[0]) <= 0.5 && Math.abs(p[1] - q[1]) <= 0.5;

/** Where the flanges of a section begin and end across its web; a channel's stand on one side. */
export const flangeSpan = (m: { readonly shape: string; readonly b: number; readonly tw: number }): readonly [number, number] =>
  m.shape === 'C' ? [-m.tw / 2, m.b - m.tw / 2] : [-m.b / 2, m.b / 2];

/** Parts of another joint through the same web: shown, and kept clear of; not made with this one. */
export interface OtherJoint {
  /** What its parts are called in a list. */
  readonly label: string;
  readonly plates: readonly PlatePart[];
  /** Bolts that are its alone. */
  readonly bolts: readonly BoltPart[];
  /** Reaction of its beam where a combination says no other, kN. */
  readonly V_Ed: number;
}

export interface Solid {
  readonly anchors?: readonly AnchorPart[];
  readonly prisms?: readonly PrismPart[];
  readonly plates: readonly PlatePart[];
  readonly members: readonly MemberPart[];
  readonly bolts: readonly BoltPart[];
  readonly welds: readonly WeldPart[];
  readonly butts?: readonly ButtPart[];
  readonly other?: OtherJoint;
  /** What loads its parts and is not among them, in words: an analysis of the parts tells it. */
  readonly absent?: readonly string[];
}

/** What has to be bought and made for one joint. */
export interface Quantities {
  readonly bolts: number;
  /** What the bolts are called; bolts where it is absent. */
  readonly fastener?: string;
  readonly boltLengths: readonly { readonly length: number; readonly count: number }[];
  /** So many of the bolts are preloaded; none where it is absent. */
  readonly preloaded?: number;
  /** kg */
  readonly plateMass: number;
  readonly boltMass: number;
  /** Block of concrete that the joint needs, m3, and its strength, MPa. */
  readonly concrete?: { readonly volume: number; readonly f_ck: number };
  /** Volume of weld metal, mm3. */
  readonly weldVolume: number;
}

/** "8 bolts 65 long, 6 of 55". */
export const boltWords = (q: Quantities, units: Units = SI): string =>
  q.boltLengths
    .map(({ length, count }, i) =>
      i === 0 ? `${count} ${q.fastener ?? 'bolts'} ${units.length(length)} long` : `${count} of ${units.length(length)}`,
    )
    .join(', ') || `no ${q.fastener ?? 'bolts'}`;

/** Area of a polygon, positive where its points go anticlockwise. */
function signedArea(points: readonly Point[]): number {
  let sum = 0;
  points.forEach(([x, z], i) => {
    const [x2, z2] = points[(i + 1) % points.length]!;
    sum += x * z2 - x2 * z;
  });
  return sum / 2;
}
export const polygonArea = (points: readonly Point[]): number => Math.abs(signedArea(points));
/** Length round a polygon. */
export const perimeter = (points: readonly Point[]): number =>
  points.reduce((sum, [x, y], i) => {
    const [x2, y2] = points[(i + 1) % points.length]!;
    return sum + Math.hypot(x2 - x, y2 - y);
  }, 0);
/** The points of a polygon anticlockwise. */
export const anticlockwise = (points: readonly Point[]): readonly Point[] =>
  signedArea(points) < 0 ? [...points].reverse() : points;

/** Area of a plate without its holes, mm2. */
export const plateArea = ({ round, outline }: Pick<PlatePart, 'round' | 'outline'>): number =>
  round ? Math.PI * round.r ** 2 : polygonArea(outline);

export const plateThickness = ({ y }: Pick<PlatePart, 'y'>): number => Math.abs(y[1] - y[0]);

/** Gross mass of a plate, kg: fabricators buy the plate before its holes are drilled. */
export const plateMass = (p: PlatePart): number => plateArea(p) * plateThickness(p) * STEEL_DENSITY;

const PLANES: Readonly<Record<'xz' | 'yz' | 'xy', AnyPlane>> = {
  xz: { origin: [0, 0, 0], u: [1, 0, 0], v: [0, 0, 1] },
  yz: { origin: [0, 0, 0], u: [0, 1, 0], v: [0, 0, 1] },
  xy: { origin: [0, 0, 0], u: [1, 0, 0], v: [0, 1, 0] },
};
/** Direction across a plane in which the range of a plate counts: along +y, +x or +z for the planes of the joint, u × v for any other. */
const ACROSS: Readonly<Record<'xz' | 'yz' | 'xy', Vector>> = { xz: [0, 1, 0], yz: [1, 0, 0], xy: [0, 0, 1] };

/** The plane of a plate in space, with its normal. */
export function planeOf(plane: PlatePart['plane']): AnyPlane & { readonly n: Vector } {
  if (typeof plane === 'string') return { ...PLANES[plane], n: ACROSS[plane] };
  const [[a, b, c], [d, e, f]] = [plane.u, plane.v];
  return { ...plane, n: [b * f - c * e, c * d - a * f, a * e - b * d] };
}

/** Where a point of a plate is in space: along its two axes, and across it. */
export function inSpace(plane: PlatePart['plane'], u: number, v: number, across: number): Vector {
  const p = planeOf(plane);
  const at = (i: 0 | 1 | 2): number => p.origin[i] + u * p.u[i] + v * p.v[i] + across * p.n[i];
  return [at(0), at(1), at(2)];
}

/**
 * How much of a support is shown: beyond the beam, whose top is at 0, and beyond the plates on it; a column that ends sooner ends there. Heights of a
 * column; of a beam that lies as much.
 */
export function supportSpan({ members, plates }: Pick<Solid, 'members' | 'plates'>): readonly [low: number, high: number] {
  const { over = Infinity, under = -Infinity } = members.find((m) => m.place)?.place ?? {};
  const depths = members.flatMap((m) => (m.id === 'beam' ? [-m.h] : []));
  const feet = plates.flatMap((p) => (p.plane === 'yz' ? p.outline.map(([, z]) => z) : []));
  return [Math.max(Math.min(...depths, ...feet) - 250, under), Math.min(250, over)];
}
