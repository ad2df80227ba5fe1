type Point = readonly [number, number];

/** Whether a point is inside a closed outline. */
export function contains(outline: readonly Point[], x: number, y: number): boolean {
  let inside = false;
  for (let i = 0, k = outline.length - 1; i < outline.length; k = i, i += 1) {
    const [xi, yi] = outline[i]!;
    const [xk, yk] = outline[k]!;
    if (yi > y !== yk > y && x < ((xk - xi) * (y - yi)) / (yk - yi) + xi) inside = !inside;
  }
  return inside;
}

/** How far a point is from an outline. */
export function distance(outline: readonly Point[], x: number, y: number): number {
  let best = Infinity;
  for (let i = 0, k = outline.length - 1; i < outline.length; k = i, i += 1) {
    const [a, b] = [outline[k]!, outline[i]!];
    const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
    const s = Math.max(0, Math.min(1, ((x - a[0]) * dx + (y - a[1]) * dy) / (dx * dx + dy * dy || 1)));
    best = Math.min(best, Math.hypot(x - a[0] - s * dx, y - a[1] - s * dy));
  }
  return best;
}

/** Least and most of an outline along each axis. */
export const boxOf = (outline: readonly Point[]): readonly [number, number, number, number] => [
  Math.min(...outline.map((p) => p[0])),
  Math.min(...outline.map((p) => p[1])),
  Math.max(...outline.map((p) => p[0])),
  Math.max(...outline.map((p) => p[1])),
];

/** A hole of a plate. One that is longer than wide has a centre line: sx along the first axis of the plate, or sy along the second, mm. */
export interface PlateHole {
  readonly x: number;
  readonly y: number;
  readonly d: number;
  readonly sx?: number;
  readonly sy?: number;
}
/** How far a point is from the centre of a hole, or from its centre line. */
export const offHole = ({ x, y, sx = 0, sy = 0 }: PlateHole, px: number, py: number): number =>
  Math.hypot(Math.max(0, Math.abs(px - x) - sx / 2), Math.max(0, Math.abs(py - y) - sy / 2));
/** The hole about a place of a plate. */
export const holeAt = (holes: readonly PlateHole[], x: number, y: number): PlateHole | undefined =>
  holes.find((o) => Math.hypot(o.x - x, o.y - y) <= 1);
