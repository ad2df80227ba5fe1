import { cross, dot } from '../geometry/vector.ts';

export { cross, dot };

/** Points and directions of a model: x, y in plan, z upwards, mm. */
export type Vec = readonly [x: number, y: number, z: number];

export const sub = (a: Vec, b: Vec): Vec => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
export const add = (a: Vec, b: Vec): Vec => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
export const scale = (a: Vec, k: number): Vec => [a[0] * k, a[1] * k, a[2] * k];
export const length = (a: Vec): number => Math.hypot(...a);
export const apart = (a: Vec, b: Vec): number => length(sub(a, b));
/** The direction of a vector; straight up for none. */
export const unit = (a: Vec): Vec => {
  const l = length(a);
  return l > 0 ? scale(a, 1 / l) : [0, 0, 1];
};
/** What of a direction is square to an axis (both of length 1), of length 1; any such where it runs along it. */
export const squareTo = (a: Vec, axis: Vec): Vec => {
  const across = sub(a, scale(axis, dot(a, axis)));
  if (length(across) > 1e-6) return unit(across);
  return unit(cross(axis, Math.abs(axis[2]) < 0.9 ? [0, 0, 1] : [1, 0, 0]));
};
/** Degrees between 0 and 90 that a direction is off a line. */
export const degrees = (cosine: number): number => (Math.acos(Math.min(1, Math.abs(cosine))) * 180) / Math.PI;
