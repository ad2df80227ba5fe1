/** Plane geometry of convex polygons, as flat lists of coordinates [y0, z0, y1, z1, ...], counter-clockwise or clockwise alike. */
export type Polygon = readonly number[];

/** Area and moments about the origin: first S_y = sum y dA, S_z; second I_yy = sum y^2 dA, I_yz, I_zz. */
export interface Moments {
  A: number;
  S_y: number;
  S_z: number;
  I_yy: number;
  I_yz: number;
  I_zz: number;
}

export const noMoments = (): Moments => ({ A: 0, S_y: 0, S_z: 0, I_yy: 0, I_yz: 0, I_zz: 0 });

/** Adds the moments of the first `n` numbers of `p` to `into`; the area counts positive whichever way the polygon runs. */
export function addMoments(into: Moments, p: ArrayLike<number>, n = p.length): void {
  let A = 0,
    S_y = 0,
    S_z = 0,
    I_yy = 0,
    I_yz = 0,
    I_zz = 0;
  let y1 = p[n - 2]!,
    z1 = p[n - 1]!;
  for (let i = 0; i < n; i += 2) {
    const y2 = p[i]!,
      z2 = p[i + 1]!;
    const cross = y1 * z2 - y2 * z1;
    A += cross;
    S_y += cross * (y1 + y2);
    S_z += cross * (z1 + z2);
    I_yy += cross * (y1 * y1 + y1 * y2 + y2 * y2);
    I_zz += cross * (z1 * z1 + z1 * z2 + z2 * z2);
    I_yz += cross * (y1 * z2 + 2 * y1 * z1 + 2 * y2 * z2 + y2 * z1);
    y1 = y2;
    z1 = z2;
  }
  const sign = A < 0 ? -1 : 1;
  into.A += (sign * A) / 2;
  into.S_y += (sign * S_y) / 6;
  into.S_z += (sign * S_z) / 6;
  into.I_yy += (sign * I_yy) / 12;
  into.I_zz += (sign * I_zz) / 12;
  into.I_yz += (sign * I_yz) / 24;
}

export function momentsOf(polygons: readonly Polygon[]): Moments {
  const m = noMoments();
  for (const p of polygons) addMoments(m, p);
  return m;
}

/** Keeps the part of the first `n` numbers of `from` where a + b y + c z >= 0; writes it to `to` and returns how many numbers it has. */
export function clipInto(to: Float64Array, from: Float64Array, n: number, a: number, b: number, c: number): number {
  let k = 0;
  let y1 = from[n - 2]!,
    z1 = from[n - 1]!;
  let p1 = a + b * y1 + c * z1;
  for (let i = 0; i < n; i += 2) {
    const y2 = from[i]!,
      z2 = from[i + 1]!;
    const p2 = a + b * y2 + c * z2;
    if (p1 >= 0 !== p2 >= 0) {
      const t = p1 / (p1 - p2);
      to[k] = y1 + t * (y2 - y1);
      to[k + 1] = z1 + t * (z2 - z1);
      k += 2;
    }
    if (p2 >= 0) {
      to[k] = y2;
      to[k + 1] = z2;
      k += 2;
    }
    y1 = y2;
    z1 = z2;
    p1 = p2;
  }
  return k;
}

/** The part of a convex polygon where a + b y + c z >= 0; empty when none is. */
export function clip(p: Polygon, a: number, b: number, c: number): number[] {
  if (p.length + 4 > FROM.length) [FROM, TO] = [new Float64Array(2 * p.length), new Float64Array(2 * p.length)];
  FROM.set(p);
  const n = clipInto(TO, FROM, p.length, a, b, c);
  return n >= 6 ? Array.from(TO.subarray(0, n)) : [];
}
// One kind of array for the loop that everything runs through.
let FROM = new Float64Array(256);
let TO = new Float64Array(256);

/** The part of a convex polygon inside another one that runs counter-clockwise. */
export function clipTo(p: Polygon, window: Polygon): number[] {
  let out: number[] = [...p];
  for (let i = 0; i < window.length && out.length; i += 2) {
    const j = (i + 2) % window.length;
    const [y1, z1, y2, z2] = [window[i]!, window[i + 1]!, window[j]!, window[j + 1]!];
    // Left of the edge is inside.
    out = clip(out, -(y2 - y1) * z1 + (z2 - z1) * y1, -(z2 - z1), y2 - y1);
  }
  return out;
}

export const rectangle = (y1: number, y2: number, z1: number, z2: number): number[] => [y1, z1, y2, z1, y2, z2, y1, z2];

/** Radius of the regular polygon of `n` sides that has the area of a circle of radius 1. */
export const equalArea = (n: number): number => Math.sqrt((2 * Math.PI) / n / Math.sin((2 * Math.PI) / n));

/** A regular polygon of the same area as the circle. */
export function circle(y: number, z: number, R: number, n = 96): number[] {
  const r = R * equalArea(n);
  return Array.from({ length: n }, (_, i) => [
    y + r * Math.cos((2 * Math.PI * i) / n),
    z + r * Math.sin((2 * Math.PI * i) / n),
  ]).flat();
}

/** A ring as `n` convex pieces, both its circles as polygons of equal area; R_i may be 0. */
export function ring(R_i: number, R_o: number, n = 96): number[][] {
  const k = equalArea(n);
  const at = (R: number, i: number): [number, number] => [
    R * k * Math.cos((2 * Math.PI * i) / n),
    R * k * Math.sin((2 * Math.PI * i) / n),
  ];
  return Array.from({ length: n }, (_, i) =>
    R_i > 0 ? [...at(R_i, i), ...at(R_o, i), ...at(R_o, i + 1), ...at(R_i, i + 1)] : [0, 0, ...at(R_o, i), ...at(R_o, i + 1)],
  );
}

/** Total length of the union of intervals, each cut at [from, to]. */
export function unionLength(intervals: readonly (readonly [number, number])[], from = -Infinity, to = Infinity): number {
  const sorted = intervals
    .map(([a, b]) => [Math.max(a, from), Math.min(b, to)] as const)
    .filter(([a, b]) => b > a)
    .sort((p, q) => p[0] - q[0]);
  let length = 0;
  let end = -Infinity;
  for (const [a, b] of sorted) {
    if (b <= end) continue;
    length += b - Math.max(a, end);
    end = b;
  }
  return length;
}

export interface Box {
  readonly y1: number;
  readonly y2: number;
  readonly z1: number;
  readonly z2: number;
}

/** Area of the union of boxes with sides along the axes, cut at `bounds`. */
export function unionArea(boxes: readonly Box[], bounds: Box): number {
  const cut = boxes
    .map((b) => ({
      y1: Math.max(b.y1, bounds.y1),
      y2: Math.min(b.y2, bounds.y2),
      z1: Math.max(b.z1, bounds.z1),
      z2: Math.min(b.z2, bounds.z2),
    }))
    .filter((b) => b.y2 > b.y1 && b.z2 > b.z1);
  const ys = [...new Set(cut.flatMap((b) => [b.y1, b.y2]))].sort((a, b) => a - b);
  let area = 0;
  for (let i = 0; i + 1 < ys.length; i += 1) {
    const [a, b] = [ys[i]!, ys[i + 1]!];
    area += (b - a) * unionLength(cut.filter((x) => x.y1 <= a && x.y2 >= b).map((x) => [x.z1, x.z2]));
  }
  return area;
}
