import { unionArea } from '../geometry/polygon.ts';

export interface AnchorPlace {
  readonly y: number;
  readonly z: number;
}

/** Anchors in a block of concrete, as the modes of failure of the concrete read them. Lengths in mm, strengths in MPa. */
export interface Anchorage {
  readonly anchors: readonly AnchorPlace[];
  /** Faces of the block; infinite where there is no edge. */
  readonly block: { readonly y1: number; readonly y2: number; readonly z1: number; readonly z2: number };
  /** Depth of the block; infinite where it is very deep. */
  readonly H: number;
  readonly input: {
    readonly anchors: {
      readonly pattern: { readonly type: 'rows' | 'none' } | { readonly type: 'circle'; readonly n: number; readonly R: number };
      readonly type: 'headed' | 'washer' | 'straight' | 'hooked' | 'bonded';
      readonly d: number;
      readonly h_ef: number;
      readonly product: { readonly alpha_sus: number; readonly psi_sus_0: number };
    };
    readonly concrete: { readonly wide_mesh: boolean; readonly cracked: boolean; readonly edge_bars: 'none' | 'stirrups' };
  };
}

export const EDGES = ['y-', 'y+', 'z-', 'z+'] as const;
export type Edge = (typeof EDGES)[number];
export const edgeWords = (e: Edge): string => `edge ${e}`;

/** Distance from an anchor to a face of the block; infinite without one. */
export function edgeDistance(m: Anchorage, e: Edge, { y, z }: AnchorPlace): number {
  const { y1, y2, z1, z2 } = m.block;
  return e === 'y-' ? y - y1 : e === 'y+' ? y2 - y : e === 'z-' ? z - z1 : z2 - z;
}

/** Chains of anchors whose squares touch: distances in y and in z both under `reach`. */
export function groupsOf(m: Anchorage, idx: readonly number[], reach: number): number[][] {
  const left = new Set(idx);
  const out: number[][] = [];
  while (left.size) {
    const first = left.values().next().value!;
    left.delete(first);
    const group = [first];
    for (let k = 0; k < group.length; k += 1) {
      const a = m.anchors[group[k]!]!;
      for (const j of left) {
        const b = m.anchors[j]!;
        if (Math.abs(a.y - b.y) < reach && Math.abs(a.z - b.z) < reach) {
          left.delete(j);
          group.push(j);
        }
      }
    }
    out.push(group.sort((a, b) => a - b));
  }
  return out;
}

const unique = (list: readonly number[]): number[] =>
  [...new Set(list.map((x) => Math.round(x * 1e6) / 1e6))].sort((a, b) => a - b);
/** Gaps between neighbouring lines of a group in y and in z; between neighbours of a circle. */
export function lineGaps(m: Anchorage, idx: readonly number[]): number[] {
  const { pattern } = m.input.anchors;
  if (pattern.type === 'circle') return idx.length > 1 ? [2 * pattern.R * Math.sin(Math.PI / pattern.n)] : [];
  const gaps = (of: (a: AnchorPlace) => number): number[] =>
    unique(idx.map((i) => of(m.anchors[i]!))).flatMap((x, i, all) => (i ? [x - all[i - 1]!] : []));
  return [...gaps((a) => a.y), ...gaps((a) => a.z)];
}

/** Union of squares round the anchors, cut at the block. */
export const squares = (m: Anchorage, idx: readonly number[], side: number): number =>
  unionArea(
    idx.map((i) => {
      const { y, z } = m.anchors[i]!;
      return { y1: y - side / 2, y2: y + side / 2, z1: z - side / 2, z2: z + side / 2 };
    }),
    m.block,
  );

export const leastEdgeOf = (m: Anchorage, idx: readonly number[]): number =>
  Math.min(...idx.flatMap((i) => EDGES.map((e) => edgeDistance(m, e, m.anchors[i]!))));

/** Centroid of the anchors of a group, and how far off it the resultant of their forces lies. */
export function eccentricity(m: Anchorage, idx: readonly number[], F: readonly number[]): { y: number; z: number } {
  let [sum, y, z, cy, cz] = [0, 0, 0, 0, 0];
  for (const i of idx) {
    const a = m.anchors[i]!;
    sum += F[i]!;
    y += F[i]! * a.y;
    z += F[i]! * a.z;
    cy += a.y;
    cz += a.z;
  }
  const off = (x: number): number => (Math.abs(x) < 1e-9 ? 0 : Math.abs(x));
  return { y: off(y / sum - cy / idx.length), z: off(z / sum - cz / idx.length) };
}
