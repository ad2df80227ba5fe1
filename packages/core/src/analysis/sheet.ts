import type { Combination } from '../actions/combination.ts';
import type { Basis } from '../basis/basis.ts';
import type { Ground } from '../detail/ground.ts';
import { polygonArea, type Hole, type MemberPart, type Point, type Solid } from '../detail/solid.ts';
import type { PlateHole } from './outline.ts';
import { cross, type Vec } from './vector.ts';

/** A joint as it is analysed: built from its solid detail alone, whatever its kind is. */
export interface AnalysedJoint {
  readonly solid: Solid;
  readonly basis: Basis;
  ground(combination: Combination): Ground | null;
}

/** A flat part of a detail before it is a plate of the model: a plate, a leg of an angle, a web or a flange. */
export interface Sheet {
  readonly name: string;
  /** Id of the part of the detail that it belongs to. */
  readonly part: string;
  readonly grade: string;
  readonly t: number;
  readonly origin: Vec;
  readonly ex: Vec;
  readonly ey: Vec;
  readonly outline: readonly Point[];
  readonly holes: readonly PlateHole[];
  /** Name under which it is told, where it is one of many that are one piece. */
  readonly called?: string;
  /** It is of another joint, whose bolts it shares. */
  readonly beyond?: true;
  /** Its cells may be larger: it is far from what is joined. */
  readonly far?: true;
  /** It stands for a part of a round wall, whose surface is up to so much beyond its own, mm. */
  readonly round?: number;
}
/** Two sheets that are one piece: a rolled root, or the corner of a profile. */
export interface Root {
  readonly a: string;
  readonly b: string;
  readonly p0: Vec;
  readonly p1: Vec;
  readonly type: 'butt' | 'seam';
  readonly toe: number;
}
export interface CutEnd {
  readonly name: string;
  readonly part: string;
  readonly sheets: readonly string[];
  readonly point: Vec;
  readonly normal: Vec;
  /** Of an upright member: the end over the joint. */
  readonly upper?: true;
  /** The end of which member the actions act on; null where it is held. */
  readonly loaded: 'beam' | 'column' | null;
  /** Where those actions stand. */
  readonly acts?: Vec;
}
export interface Sheets {
  readonly sheets: Sheet[];
  readonly roots: Root[];
  readonly ends: CutEnd[];
}

/** How far the root of a rolled section stiffens its walls; that of a channel, on one side of its web alone, is left out. */
export const toeOf = (m: Pick<MemberPart, 'shape' | 'r'>): number => (m.shape === 'C' ? 0 : 0.8 * m.r);

/** Length of a member beyond what is joined to it, as a share of its depth. */
export const STUB = 1.2;
export const rect = (x0: number, y0: number, x1: number, y1: number): Point[] => [
  [x0, y0],
  [x1, y0],
  [x1, y1],
  [x0, y1],
];
export const X: Vec = [1, 0, 0];
export const Y: Vec = [0, 1, 0];
export const Z: Vec = [0, 0, 1];

/** A hole of a detail in a sheet: what is drilled a little longer than wide is round. */
export function sheetHole({ x, z, d_h, d_v }: Hole): PlateHole {
  const d = Math.min(d_h, d_v);
  if (Math.abs(d_h - d_v) <= 0.6) return { x, y: z, d: d_h };
  return { x, y: z, d, ...(d_h > d ? { sx: d_h - d } : { sy: d_v - d }) };
}

/** Area of a sheet without its holes, mm2. */
export const netArea = (s: Pick<Sheet, 'outline' | 'holes'>): number =>
  polygonArea(s.outline) - s.holes.reduce((sum, { d, sx = 0, sy = 0 }) => sum + (Math.PI / 4) * d ** 2 + d * (sx + sy), 0);

/** Across a sheet. */
export const normal = (s: Pick<Sheet, 'ex' | 'ey'>): Vec => cross(s.ex, s.ey);
