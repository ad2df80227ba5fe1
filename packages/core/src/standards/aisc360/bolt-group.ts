import { once } from '../../lazy.ts';
import { findCentre, type Place, type Trial } from './centre.ts';

/** A group of bolts that turns about its instantaneous centre (AISC Manual, part 7). */
export interface Centre {
  /** Load over the strength of one bolt; for a moment alone, moment over it, in mm. */
  readonly C: number;
  /** Centre from the centroid; null where the load goes through it, or is a moment alone. */
  readonly at: readonly [number, number] | null;
  /** Force on each bolt as a share of its strength, along x and y. */
  forces(): readonly (readonly [number, number])[];
}

/** Force of a bolt over its ultimate strength at a distance from the centre, the furthest at 0.34 in: 0.9815 there. */
const law = (share: number): number => (1 - Math.exp(-10 * 0.34 * share)) ** 0.55;

export const centroid = (points: readonly Place[]): Place => [
  points.reduce((s, p) => s + p[0], 0) / points.length,
  points.reduce((s, p) => s + p[1], 0) / points.length,
];

/**
 * What a trial centre makes of a load of direction `u` and moment `m` about the centroid, each per unit of load, with the derivatives of what is left
 * over by the place of the centre: the radii of all bolts change with it, that of the furthest in what each of the others carries besides.
 */
export function tryCentre(xs: readonly number[], ys: readonly number[], [x0, y0]: Place, u: Place, m: number): BoltTrial {
  const arm = m - (x0 * u[1] - y0 * u[0]);
  const sign = arm >= 0 ? 1 : -1;
  let far = 0;
  let most = 0;
  for (let i = 0; i < xs.length; i += 1) {
    const r = (xs[i]! - x0) ** 2 + (ys[i]! - y0) ** 2;
    if (r > most) {
      most = r;
      far = i;
    }
  }
  most = Math.sqrt(most);
  const [X, Y] = [(xs[far]! - x0) / most, (ys[far]! - y0) / most];
  // Sums of the forces square to the radii and of their moments, and their derivatives by x0 and y0.
  let [fx, fy, turned, fx_x, fx_y, fy_y, t_x, t_y] = [0, 0, 0, 0, 0, 0, 0, 0];
  let fy_x = 0;
  for (let i = 0; i < xs.length; i += 1) {
    const a = xs[i]! - x0;
    const b = ys[i]! - y0;
    const r = Math.sqrt(a * a + b * b);
    if (r === 0) continue;
    const share = r / most;
    const e = Math.exp(-3.4 * share);
    const R = (1 - e) ** 0.55;
    const p = a / r;
    const q = b / r;
    // By the radius, with the furthest bolt's own.
    const slope = (R * 0.55 * 3.4 * e) / ((1 - e) * most);
    const R_x = slope * (share * X - p);
    const R_y = slope * (share * Y - q);
    const turn = R / r;
    fx -= q * R;
    fy += p * R;
    turned += r * R;
    fx_x -= q * R_x + turn * q * p;
    fx_y -= q * R_y - turn * p * p;
    fy_x += p * R_x - turn * q * q;
    fy_y += p * R_y + turn * p * q;
    t_x += r * R_x - p * R;
    t_y += r * R_y - q * R;
  }
  const C = turned / Math.abs(arm);
  const C_x = (t_x + C * sign * u[1]) / Math.abs(arm);
  const C_y = (t_y - C * sign * u[0]) / Math.abs(arm);
  const over: Place = [sign * fx - C * u[0], sign * fy - C * u[1]];
  return {
    C,
    over,
    size: Math.sqrt(over[0] ** 2 + over[1] ** 2),
    by: [
      [sign * fx_x - C_x * u[0], sign * fy_x - C_x * u[1]],
      [sign * fx_y - C_y * u[0], sign * fy_y - C_y * u[1]],
    ],
  };
}
export interface BoltTrial extends Trial {
  readonly C: number;
}

/** Force on each bolt as a share of its strength, turned about the centre against a load whose moment about it has this sign. */
function forcesAbout(points: readonly Place[], [x0, y0]: Place, sign: number): Place[] {
  const radii = points.map(([x, y]) => Math.hypot(x - x0, y - y0));
  const most = Math.max(...radii);
  return points.map(([x, y], i): Place => {
    const r = radii[i]!;
    const R = law(r / most);
    return r === 0 ? [0, 0] : [(-sign * (y - y0) * R) / r, (sign * (x - x0) * R) / r];
  });
}

/**
 * The coefficient of a group for a load in the direction `u` (of length 1) with the moment `m` about the centroid for each unit of load,
 * counter-clockwise positive, mm. A load through the centroid takes n. Null where none is found, or one bolt would have to take a moment.
 */
export function instantaneousCentre(given: readonly Place[], u: Place, m: number): Centre | null {
  const n = given.length;
  const [xc, yc] = centroid(given);
  const points = given.map(([x, y]): Place => [x - xc, y - yc]);
  const J = points.reduce((s, [x, y]) => s + x * x + y * y, 0);
  const reach = Math.sqrt(J / n);
  if (Math.abs(m) <= 1e-9 * Math.max(reach, 1)) return { C: n, at: null, forces: () => points.map(() => u) };
  if (J === 0) return null;
  const elastic: Place = [(-u[1] * J) / (n * m), (u[0] * J) / (n * m)];
  const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])];
  const centre = findCentre((at) => tryCentre(xs, ys, at, u, m), elastic, reach, n);
  if (!centre) return null;
  const { at, found } = centre;
  const sign = m - (at[0] * u[1] - at[1] * u[0]) >= 0 ? 1 : -1;
  const forces = once(() => forcesAbout(points, at, sign));
  return { C: found.C, at: [at[0] + xc, at[1] + yc], forces };
}

/** The same by the elastic method: one over the largest force on a bolt under a unit load. */
export function elasticGroup(given: readonly Place[], u: Place, m: number): Centre | null {
  const n = given.length;
  const [xc, yc] = centroid(given);
  const J = given.reduce((s, [x, y]) => s + (x - xc) ** 2 + (y - yc) ** 2, 0);
  if (J === 0 && Math.abs(m) > 1e-9) return null;
  const forces = given.map(([x, y]): Place =>
    J === 0 ? [u[0] / n, u[1] / n] : [u[0] / n - (m * (y - yc)) / J, u[1] / n + (m * (x - xc)) / J],
  );
  const worst = Math.max(...forces.map((f) => Math.hypot(...f)));
  return { C: 1 / worst, at: null, forces: () => forces.map(([x, y]) => [x / worst, y / worst]) };
}

/** A moment alone: the group turns about its centroid; the coefficient is a length, mm. */
export function momentGroup(given: readonly Place[]): number {
  const [xc, yc] = centroid(given);
  const radii = given.map(([x, y]) => Math.hypot(x - xc, y - yc));
  const most = Math.max(...radii);
  return most === 0 ? 0 : radii.reduce((s, r) => s + r * law(r / most), 0);
}
