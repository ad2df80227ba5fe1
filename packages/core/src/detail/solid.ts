/**
 * The solid detail of a joint: the one geometry that drawings, weights, bolt lengths and clearances read. Joint coordinates in mm:
 * x from the support face along the beam, y across (the viewer of the elevation stands at negative y), z up from the top of the beam.
 */
export type Point = readonly [number, number];

export interface Hole {
  readonly x: number;
  readonly z: number;
  /** Size along x and along z. */
  readonly d_h: number;
  readonly d_v: number;
}

export interface PlatePart {
  readonly type: 'plate';
  readonly id: string;
  readonly label: string;
  readonly grade: string;
  /** Outline in the x-z plane, with the range of y that it fills. */
  readonly outline: readonly Point[];
  readonly y: readonly [number, number];
  readonly holes: readonly Hole[];
}

export interface MemberPart {
  readonly type: 'member';
  readonly id: 'beam' | 'support';
  readonly label: string;
  readonly grade: string;
  readonly h: number;
  readonly b: number;
  readonly tw: number;
  readonly tf: number;
  readonly r: number;
  /** Outline of the web and flanges seen in the elevation (the supported beam, with its notches). */
  readonly outline: readonly Point[];
}

export interface BoltPart {
  readonly type: 'bolt';
  readonly row: number;
  readonly line: number;
  readonly x: number;
  readonly z: number;
  readonly d: number;
  readonly length: number;
  readonly grip: number;
  /** y of the bearing face under the head and of the washer's face under the nut; the nut is on the far side. */
  readonly y: readonly [number, number];
  readonly head: number;
  readonly nut: number;
  readonly washer: number;
  readonly flats: number;
  readonly washerDiameter: number;
}

export interface WeldPart {
  readonly type: 'weld';
  readonly leg: number;
  readonly length: number;
  /** Root line in joint coordinates. */
  readonly from: readonly [number, number, number];
  readonly to: readonly [number, number, number];
}

export interface Solid {
  readonly plates: readonly PlatePart[];
  readonly members: readonly MemberPart[];
  readonly bolts: readonly BoltPart[];
  readonly welds: readonly WeldPart[];
}

/** What has to be bought and made for one joint. */
export interface Quantities {
  readonly bolts: number;
  readonly boltLength: number;
  /** kg */
  readonly plateMass: number;
  readonly boltMass: number;
  /** Volume of weld metal, mm3. */
  readonly weldVolume: number;
}

export function polygonArea(points: readonly Point[]): number {
  let sum = 0;
  points.forEach(([x, z], i) => {
    const [x2, z2] = points[(i + 1) % points.length]!;
    sum += x * z2 - x2 * z;
  });
  return Math.abs(sum) / 2;
}

/** Gross mass of a plate, kg: fabricators buy the plate before its holes are drilled. */
export const plateMass = (p: PlatePart): number => polygonArea(p.outline) * Math.abs(p.y[1] - p.y[0]) * 7850e-9;
