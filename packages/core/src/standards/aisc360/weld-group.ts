import { findCentre, type Place } from './centre.ts';

/** A straight fillet of a group. */
export interface WeldLine {
  readonly from: Place;
  readonly to: Place;
}

/** A group of fillets that turns about its instantaneous centre (AISC Manual, part 8). */
export interface WeldCentre {
  /** Load over the strength of one unit of length along its axis, 0.60 F_EXX times the throat: a length, mm. */
  readonly C: number;
  readonly at: Place | null;
}

const lengthOf = ({ from, to }: WeldLine): number => Math.hypot(to[0] - from[0], to[1] - from[1]);
const centroidOf = (lines: readonly WeldLine[]): Place => {
  const L = lines.reduce((s, l) => s + lengthOf(l), 0);
  const mean = (i: 0 | 1): number => lines.reduce((s, l) => s + (lengthOf(l) * (l.from[i] + l.to[i])) / 2, 0) / L;
  return [mean(0), mean(1)];
};

interface Element {
  readonly at: Place;
  readonly along: Place;
  readonly length: number;
}

/** Pieces of the lines, each at its middle, about the centroid; ends of the lines besides, of no length, since one of them may be critical. */
function cut(lines: readonly WeldLine[], [xc, yc]: Place, pieces: number): Element[] {
  return lines.flatMap((l) => {
    const L = lengthOf(l);
    const along: Place = [(l.to[0] - l.from[0]) / L, (l.to[1] - l.from[1]) / L];
    const place = (t: number): Place => [l.from[0] + along[0] * t - xc, l.from[1] + along[1] * t - yc];
    return [
      ...Array.from({ length: pieces }, (_, i) => ({ at: place((L * (i + 0.5)) / pieces), along, length: L / pieces })),
      { at: place(0), along, length: 0 },
      { at: place(L), along, length: 0 },
    ];
  });
}

/** Deformations over the size of the weld at its strength and at its end, J2.4; theta in degrees. */
const atStrength = (theta: number): number => 0.209 * (theta + 2) ** -0.32;
const atEnd = (theta: number): number => Math.min(0.17, 1.087 * (theta + 6) ** -0.65);

/** What a trial centre makes of a load of direction `u` with the moment `m` about the centroid, each per unit of load. */
function tryCentre(elements: readonly Element[], [x0, y0]: Place, u: Place, m: number) {
  const arm = m - (x0 * u[1] - y0 * u[0]);
  const sign = arm >= 0 ? 1 : -1;
  const moved = elements.map(({ at: [x, y], along, length }) => {
    const [rx, ry] = [x - x0, y - y0];
    const r = Math.hypot(rx, ry);
    // It moves square to its radius; theta is between that and the weld.
    const across = r === 0 ? 0 : Math.abs(rx * along[0] + ry * along[1]) / r;
    const theta = (Math.asin(Math.min(1, across)) * 180) / Math.PI;
    return { rx, ry, r, theta, across, length, reach: r === 0 ? Infinity : atEnd(theta) / r };
  });
  const turn = Math.min(...moved.map((e) => e.reach));
  let [fx, fy, turned] = [0, 0, 0];
  for (const e of moved) {
    if (e.length === 0 || e.r === 0) continue;
    const p = (e.r * turn) / atStrength(e.theta);
    const f = e.length * (1 + 0.5 * e.across ** 1.5) * (p * (1.9 - 0.9 * p)) ** 0.3;
    fx += (-sign * e.ry * f) / e.r;
    fy += (sign * e.rx * f) / e.r;
    turned += f * e.r;
  }
  const C = turned / Math.abs(arm);
  const over: Place = [fx - C * u[0], fy - C * u[1]];
  return { C, over, size: Math.hypot(...over) };
}

/** Polar second moment of the lines about their centroid, mm3, with their length. */
function linear(lines: readonly WeldLine[], [xc, yc]: Place): { readonly L: number; readonly J: number } {
  let [L, J] = [0, 0];
  for (const l of lines) {
    const length = lengthOf(l);
    const d = Math.hypot((l.from[0] + l.to[0]) / 2 - xc, (l.from[1] + l.to[1]) / 2 - yc);
    L += length;
    J += length ** 3 / 12 + length * d ** 2;
  }
  return { L, J };
}

/**
 * The coefficient of a group of fillets under a load in the direction `u` through `at` (Manual, part 8, J2.4). A load through the centroid has no
 * centre: lines along and across it take the larger of R_l + R_t and 0.85 R_l + 1.5 R_t, other directions count as along. Null where none is found.
 */
export function weldCentre(lines: readonly WeldLine[], u: Place, at: Place, pieces = 200): WeldCentre | null {
  const c = centroidOf(lines);
  const m = (at[0] - c[0]) * u[1] - (at[1] - c[1]) * u[0];
  const { L, J } = linear(lines, c);
  if (Math.abs(m) <= 1e-9 * L) return { C: concentric(lines, u), at: null };
  const elements = cut(lines, c, pieces);
  const centre = findCentre(
    (p) => tryCentre(elements, p, u, m),
    [(-u[1] * J) / (L * m), (u[0] * J) / (L * m)],
    Math.sqrt(J / L),
    L,
  );
  return centre && { C: centre.found.C, at: [centre.at[0] + c[0], centre.at[1] + c[1]] };
}

function concentric(lines: readonly WeldLine[], u: Place): number {
  let [along, across] = [0, 0];
  let other = 0;
  for (const l of lines) {
    const L = lengthOf(l);
    const cos = Math.abs((l.to[0] - l.from[0]) * u[0] + (l.to[1] - l.from[1]) * u[1]) / L;
    if (cos > 1 - 1e-9) along += L;
    else if (cos < 1e-9) across += L;
    else other += L;
  }
  if (other > 0) return along + across + other;
  return Math.max(along + across, 0.85 * along + 1.5 * across);
}

/** The same by the elastic method: one over the largest force per length under a unit load, at a line's end. */
export function elasticWeld(lines: readonly WeldLine[], u: Place, at: Place): WeldCentre {
  const c = centroidOf(lines);
  const m = (at[0] - c[0]) * u[1] - (at[1] - c[1]) * u[0];
  const { L, J } = linear(lines, c);
  const worst = Math.max(
    ...lines.flatMap((l) =>
      [l.from, l.to].map(([x, y]) => Math.hypot(u[0] / L - (m * (y - c[1])) / J, u[1] / L + (m * (x - c[0])) / J)),
    ),
  );
  return { C: 1 / worst, at: null };
}
