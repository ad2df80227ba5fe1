import { findCentre, type Place } from './centre.ts';

/** A group of bolts that turns about its instantaneous centre (AISC Manual, part 7). */
export interface Centre {
  /** Load over the strength of one bolt; for a moment alone, moment over it, in mm. */
  readonly C: number;
  /** Centre from the centroid; null where the load goes through it, or is a moment alone. */
  readonly at: readonly [number, number] | null;
  /** Force on each bolt as a share of its strength, along x and y. */
  readonly forces: readonly (readonly [number, number])[];
}

/** Force of a bolt over its ultimate strength at a distance from the centre, the furthest at 0.34 in: 0.9815 there. */
const law = (share: number): number => (1 - Math.exp(-10 * 0.34 * share)) ** 0.55;

export const centroid = (points: readonly Place[]): Place => [
  points.reduce((s, p) => s + p[0], 0) / points.length,
  points.reduce((s, p) => s + p[1], 0) / points.length,
];

/** What a trial centre makes of a load of direction `u` and moment `m` about the centroid, each per unit of load. */
function tryCentre(points: readonly Place[], [x0, y0]: Place, u: Place, m: number) {
  const arm = m - (x0 * u[1] - y0 * u[0]);
  const sign = arm >= 0 ? 1 : -1;
  const radii = points.map(([x, y]) => Math.hypot(x - x0, y - y0));
  const most = Math.max(...radii);
  const R = radii.map((r) => law(r / most));
  const turned = radii.reduce((s, r, i) => s + r * R[i]!, 0);
  const C = turned / Math.abs(arm);
  const forces = points.map(([x, y], i): Place => {
    const r = radii[i]!;
    return r === 0 ? [0, 0] : [(-sign * (y - y0) * R[i]!) / r, (sign * (x - x0) * R[i]!) / r];
  });
  const over: Place = [forces.reduce((s, f) => s + f[0], 0) - C * u[0], forces.reduce((s, f) => s + f[1], 0) - C * u[1]];
  return { C, forces, over, size: Math.hypot(...over) };
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
  if (Math.abs(m) <= 1e-9 * Math.max(reach, 1)) return { C: n, at: null, forces: points.map(() => u) };
  if (J === 0) return null;
  const elastic: Place = [(-u[1] * J) / (n * m), (u[0] * J) / (n * m)];
  const centre = findCentre((at) => tryCentre(points, at, u, m), elastic, reach, n);
  if (!centre) return null;
  const { at, found } = centre;
  return { C: found.C, at: [at[0] + xc, at[1] + yc], forces: found.forces };
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
  return { C: 1 / worst, at: null, forces: forces.map(([x, y]) => [x / worst, y / worst]) };
}

/** A moment alone: the group turns about its centroid; the coefficient is a length, mm. */
export function momentGroup(given: readonly Place[]): number {
  const [xc, yc] = centroid(given);
  const radii = given.map(([x, y]) => Math.hypot(x - xc, y - yc));
  const most = Math.max(...radii);
  return most === 0 ? 0 : radii.reduce((s, r) => s + r * law(r / most), 0);
}
