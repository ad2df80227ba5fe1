import { cross, dot } from '../geometry/vector.ts';

export { cross, dot };

export type Vec = readonly [number, number, number];
export const plus = (a: Vec, b: Vec, k = 1): Vec => [a[0] + k * b[0], a[1] + k * b[1], a[2] + k * b[2]];
export const times = (a: Vec, k: number): Vec => [a[0] * k, a[1] * k, a[2] * k];
/** A place of a plane in space. */
export const placeOn = (
  { origin, ex, ey }: { readonly origin: Vec; readonly ex: Vec; readonly ey: Vec },
  x: number,
  y: number,
): Vec => plus(plus(origin, ex, x), ey, y);
/** Product of two lists of numbers. */
export const product = (a: Float64Array, b: Float64Array): number => {
  let s = 0;
  for (let i = 0; i < a.length; i += 1) s += a[i]! * b[i]!;
  return s;
};
/** The largest size among numbers. */
export function largest(list: Float64Array | Float32Array): number {
  let most = 0;
  for (let i = 0; i < list.length; i += 1) most = Math.max(most, Math.abs(list[i]!));
  return most;
}
/** Numbers between -1 and 1 that look random and are the same each time. */
export function scattered(n: number, seed: number): Float64Array {
  let s = seed;
  return Float64Array.from({ length: n }, () => {
    s = (Math.imul(s, 1664525) + 1013904223) >>> 0;
    return s / 2 ** 31 - 1;
  });
}
export const length = (a: Vec): number => Math.hypot(a[0], a[1], a[2]);
export const unit = (a: Vec): Vec => times(a, 1 / length(a));
/** Two directions square to a unit vector and to each other. */
export const square = (n: Vec): readonly [Vec, Vec] => {
  const least: Vec = Math.abs(n[0]) < 0.6 ? [1, 0, 0] : [0, 1, 0];
  const e1 = unit(cross(least, n));
  return [e1, cross(n, e1)];
};
