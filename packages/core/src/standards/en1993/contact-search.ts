import { clipInto } from '../../geometry/polygon.ts';
import { cross, dot, type Triple } from '../../geometry/vector.ts';
import { scratch, type Region, type Bed } from './contact-bed.ts';
import { type State, partMoments, stateOf } from './contact-state.ts';

/** K x = r for a symmetric 3 x 3 tangent, in lengths scaled by L; a tiny diagonal term where it is singular. */
export function solve3(s: State, r: Triple, L: number): Triple {
  const a = s.K00,
    b = s.K01 / L,
    c = s.K02 / L,
    d0 = s.K11 / (L * L),
    e = s.K12 / (L * L),
    f0 = s.K22 / (L * L);
  const tiny = 1e-13 * (a + d0 + f0);
  const [a1, d, f] = [a + tiny, d0 + tiny, f0 + tiny];
  const [r0, r1, r2] = [r[0], r[1] / L, r[2] / L];
  // Cholesky; the diagonal term keeps it positive.
  const l11 = Math.sqrt(a1);
  const l21 = b / l11,
    l31 = c / l11;
  const l22 = Math.sqrt(Math.max(d - l21 * l21, tiny));
  const l32 = (e - l31 * l21) / l22;
  const l33 = Math.sqrt(Math.max(f - l31 * l31 - l32 * l32, tiny));
  const y0 = r0 / l11,
    y1 = (r1 - l21 * y0) / l22,
    y2 = (r2 - l31 * y0 - l32 * y1) / l33;
  const x2 = y2 / l33,
    x1 = (y1 - l32 * x2) / l22,
    x0 = (y0 - l21 * x1 - l31 * x2) / l11;
  return [x0, x1 / L, x2 / L];
}

/** The answer of a search that has proved that there is none. */
export const NEVER = 'never';

const TOLERANCE = 1e-10;

const MOST = 80;

export interface Found {
  readonly x: Triple;
  readonly s: State;
  readonly residual: number;
  readonly iterations: number;
}

/**
 * Planes past which no load is in equilibrium, however strong concrete and anchors are: the faces of the cone of all that corners of the
 * contact region can push and anchors can pull. In lengths over L.
 */
function limitsOf({ region, anchors }: Bed, L: number): readonly Triple[] {
  let known = LIMITS.get(region);
  if (
    !known ||
    known.anchors.length !== anchors.length ||
    known.anchors.some((a, i) => a.y !== anchors[i]!.y || a.z !== anchors[i]!.z)
  ) {
    const corners = hullOf(
      region.pieces.flatMap((p) => Array.from({ length: p.length / 2 }, (_, i): [number, number] => [p[2 * i]!, p[2 * i + 1]!])),
    );
    const rays: Triple[] = [
      ...corners.map(([y, z]): Triple => [1, y / L, z / L]),
      ...anchors.map((a): Triple => [-1, -a.y / L, -a.z / L]),
    ];
    const planes: Triple[] = [];
    for (let i = 0; i < rays.length; i += 1)
      for (let j = 0; j < rays.length; j += 1) {
        if (i === j) continue;
        const n = cross(rays[i]!, rays[j]!);
        const size = Math.hypot(...n);
        if (size > 1e-9 && rays.every((q) => dot(n, q) <= 1e-9 * size)) planes.push([n[0] / size, n[1] / size, n[2] / size]);
      }
    LIMITS.set(region, (known = { anchors, planes }));
  }
  return known.planes;
}

const LIMITS = new WeakMap<Region, { readonly anchors: Bed['anchors']; readonly planes: readonly Triple[] }>();

/** Corners of the convex hull of points, anticlockwise. */
function hullOf(points: readonly [number, number][]): [number, number][] {
  const sorted = [...points].sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  const half = (list: readonly [number, number][]): [number, number][] => {
    const out: [number, number][] = [];
    for (const p of list) {
      for (
        let n = out.length;
        n >= 2 &&
        (out[n - 1]![0] - out[n - 2]![0]) * (p[1] - out[n - 2]![1]) -
          (out[n - 1]![1] - out[n - 2]![1]) * (p[0] - out[n - 2]![0]) <=
          1e-9;
        n -= 1
      )
        out.pop();
      out.push(p);
    }
    return out.slice(0, -1);
  };
  return [...half(sorted), ...half(sorted.reverse())];
}

/** Whether no concrete and no anchors, however strong, could balance the load. */
export function beyond(bed: Bed, F: Triple, L: number): boolean {
  const scaled: Triple = [F[0], F[1] / L, F[2] / L];
  const margin = 1e-9 * Math.hypot(...scaled);
  return limitsOf(bed, L).some((n) => dot(n, scaled) > margin);
}

/**
 * Proof that there is no equilibrium under a law with a limit: a plane that no anchor resists, over which the load does more work than the concrete at
 * its most can take. A plate that sinks or turns that way never stops.
 */
function runsAway(bed: Bed, F: Triple, [p0, py, pz]: Triple, L: number): boolean {
  if (bed.law === 'winkler') return false;
  // Sunk until no anchor stretches.
  const d0 = bed.anchors.reduce((d, a) => Math.max(d, -(py * a.y + pz * a.z)), p0);
  const work = F[0] * d0 + F[1] * py + F[2] * pz;
  const least =
    1e-6 * Math.max(Math.abs(F[0]), Math.abs(F[1]) / L, Math.abs(F[2]) / L) * (Math.abs(d0) + L * (Math.abs(py) + Math.abs(pz)));
  if (!(work > least) || !Number.isFinite(work)) return false;
  let most = 0;
  for (const piece of bed.region.flat) {
    const m = partMoments(scratch.one, clipInto(scratch.one, piece, piece.length, d0, py, pz));
    most += bed.f_jd * (d0 * m.A + py * m.S_y + pz * m.S_z);
  }
  return work > most + least;
}

/** Newton's method with a line search on the energy; null where it does not arrive: the tangent has lost its rank. */
export function newton(bed: Bed, k: number, F: Triple, start: Triple, L: number): Found | null | typeof NEVER {
  const scale = Math.max(Math.abs(F[0]), Math.abs(F[1]) / L, Math.abs(F[2]) / L);
  let [p0, py, pz] = start;
  let s = stateOf(bed, k, p0, py, pz);
  const energy = (t: State, x0: number, x1: number, x2: number): number => t.E - F[0] * x0 - F[1] * x1 - F[2] * x2;
  let E = energy(s, p0, py, pz);
  for (let i = 0; i < MOST; i += 1) {
    const r: Triple = [F[0] - s.R0, F[1] - s.R1, F[2] - s.R2];
    const residual = Math.max(Math.abs(r[0]), Math.abs(r[1]) / L, Math.abs(r[2]) / L) / scale;
    if (residual < TOLERANCE) return { x: [p0, py, pz], s, residual, iterations: i };
    // A plate that sinks or turns by a metre has nothing to rest on.
    if (Math.abs(p0) + L * (Math.abs(py) + Math.abs(pz)) > 1e3) return null;
    if ((i % 4 === 3 || s.K00 === 0) && runsAway(bed, F, [p0, py, pz], L)) return NEVER;
    if (s.K00 === 0) return null;
    const d = solve3(s, r, L);
    const slope = -(r[0] * d[0] + r[1] * d[1] + r[2] * d[2]);
    let t = 1;
    let next = s,
      E2 = E;
    for (let h = 0; h < 24; h += 1) {
      next = stateOf(bed, k, p0 + t * d[0], py + t * d[1], pz + t * d[2]);
      E2 = energy(next, p0 + t * d[0], py + t * d[1], pz + t * d[2]);
      // Near the answer the energy is flat to its last digit: a step that lowers the residual will do there.
      const r2 = Math.max(Math.abs(F[0] - next.R0), Math.abs(F[1] - next.R1) / L, Math.abs(F[2] - next.R2) / L) / scale;
      if (E2 <= E + 1e-4 * t * slope || (residual < 1e-5 && r2 < residual)) break;
      t /= 2;
    }
    p0 += t * d[0];
    py += t * d[1];
    pz += t * d[2];
    s = next;
    E = E2;
  }
  return null;
}

/** Displacement in mm that no sound answer comes near; a load close to what the base can hold still turns it far. */
const RUNAWAY = 1e11;

/**
 * The sure way, for what Newton's steps lose: two or three anchors alone in a line, contact that begins far from the start. Each step is held by a
 * ridge that shrinks while the energy falls and grows where it does not, so that the convex energy falls at every step; without a lowest
 * point the plane runs away, and there is no equilibrium.
 */
function ridged(bed: Bed, k: number, F: Triple, start: Triple, L: number): Found | null | typeof NEVER {
  const scale = Math.max(Math.abs(F[0]), Math.abs(F[1]) / L, Math.abs(F[2]) / L);
  const off = (t: State): number => Math.max(Math.abs(F[0] - t.R0), Math.abs(F[1] - t.R1) / L, Math.abs(F[2] - t.R2) / L) / scale;
  const energy = (t: State, x: Triple): number => t.E - F[0] * x[0] - F[1] * x[1] - F[2] * x[2];
  const stiff = k * bed.region.moments.A + bed.anchors.reduce((sum, a) => sum + a.k, 0);
  let x = start;
  let s = stateOf(bed, k, ...x);
  let [E, ridge] = [energy(s, x), 1e-6];
  let best: Found | null = null;
  for (let i = 0; i < 400 && ridge < 1e8; i += 1) {
    const residual = off(s);
    if (!best || residual < best.residual) best = { x, s, residual, iterations: i };
    if (residual < TOLERANCE) return best;
    if (Math.abs(x[0]) + L * (Math.abs(x[1]) + Math.abs(x[2])) > RUNAWAY) return null;
    const held: State = {
      ...s,
      K00: s.K00 + ridge * stiff,
      K11: s.K11 + ridge * stiff * L * L,
      K22: s.K22 + ridge * stiff * L * L,
    };
    const d = solve3(held, [F[0] - s.R0, F[1] - s.R1, F[2] - s.R2], L);
    if (i % 4 === 0 && runsAway(bed, F, x, L)) return NEVER;
    const to: Triple = [x[0] + d[0], x[1] + d[1], x[2] + d[2]];
    const next = stateOf(bed, k, ...to);
    const lower = energy(next, to);
    if (lower < E || (residual < 1e-5 && off(next) < residual)) {
      [x, s, E] = [to, next, lower];
      ridge = Math.max(ridge * 0.1, 1e-15);
    } else ridge *= 8;
  }
  return best && best.residual < 1e-7 ? best : null;
}

export function searched(bed: Bed, k: number, F: Triple, start: Triple, L: number): Found | null {
  const found =
    newton(bed, k, F, start, L) ?? (beyond(bed, F, L) ? NEVER : (ridged(bed, k, F, start, L) ?? ridged(bed, k, F, [0, 0, 0], L)));
  return found === NEVER ? null : found;
}
