import { addMoments, clip, clipInto, momentsOf, noMoments, type Moments, type Polygon } from '../../geometry/polygon.ts';
import { illinois } from '../../numeric/illinois.ts';

/**
 * A rigid plate pressed on concrete and held by anchors: one strain plane p = p_0 + p_y y + p_z z (mm, positive pressed in) in equilibrium
 * with N, M_y and M_z. Concrete takes pressure only, anchors take tension only, so there is a convex energy and at most one answer.
 * Forces in N, lengths in mm. N > 0 lifts; M_y > 0 presses the +z side in, M_z the +y side.
 */
export type ContactLaw = 'winkler' | 'parabola' | 'uniform';

export interface Region {
  /** Convex polygons that do not overlap. */
  readonly pieces: readonly Polygon[];
  /** The same, as the loops of the solver read them. */
  readonly flat: readonly Float64Array[];
  readonly moments: Moments;
  readonly pieceMoments: readonly Moments[];
}

export interface Bed {
  readonly region: Region;
  readonly law: ContactLaw;
  /** Stiffness of the concrete under the plate, N/mm3. */
  readonly k_w: number;
  readonly f_jd: number;
  readonly anchors: readonly { readonly y: number; readonly z: number; readonly k: number }[];
}

export interface Load {
  readonly N: number;
  readonly M_y: number;
  readonly M_z: number;
}

export interface Contact {
  readonly p_0: number;
  readonly p_y: number;
  readonly p_z: number;
  /** Compression of the concrete, and where it acts. */
  readonly C: number;
  readonly y_C: number;
  readonly z_C: number;
  readonly area: number;
  readonly sigma_max: number;
  readonly p_max: number;
  readonly F: readonly number[];
  readonly T: number;
  /** Largest of the three unbalanced sums, over the load. */
  readonly residual: number;
  readonly iterations: number;
  /** Uniform law without anchors: the cut-off part with its centroid at the load. */
  readonly block: boolean;
}

let SCRATCH = new Float64Array(256);
let SCRATCH2 = new Float64Array(256);

export function regionOf(pieces: readonly Polygon[]): Region {
  // Each cut of a convex polygon adds one corner; a piece is cut twice.
  const most = Math.max(0, ...pieces.map((p) => p.length)) + 8;
  if (most > SCRATCH.length) [SCRATCH, SCRATCH2] = [new Float64Array(most), new Float64Array(most)];
  return {
    pieces,
    flat: pieces.map((p) => Float64Array.from(p)),
    moments: momentsOf(pieces),
    pieceMoments: pieces.map((p) => momentsOf([p])),
  };
}

/** Inner forces, energy and tangent of one strain plane. */
interface State {
  E: number;
  R0: number;
  R1: number;
  R2: number;
  K00: number;
  K01: number;
  K02: number;
  K11: number;
  K12: number;
  K22: number;
  area: number;
}

/** Adds the part of a piece under k p (linear in p) whose moments are m. */
function addLinear(s: State, m: Moments, k: number, p0: number, py: number, pz: number): void {
  const r0 = p0 * m.A + py * m.S_y + pz * m.S_z;
  const r1 = p0 * m.S_y + py * m.I_yy + pz * m.I_yz;
  const r2 = p0 * m.S_z + py * m.I_yz + pz * m.I_zz;
  s.R0 += k * r0;
  s.R1 += k * r1;
  s.R2 += k * r2;
  s.E += (k / 2) * (p0 * r0 + py * r1 + pz * r2);
  s.K00 += k * m.A;
  s.K01 += k * m.S_y;
  s.K02 += k * m.S_z;
  s.K11 += k * m.I_yy;
  s.K12 += k * m.I_yz;
  s.K22 += k * m.I_zz;
  s.area += m.A;
}

const PART = noMoments();
function partMoments(p: Float64Array, n: number): Moments {
  PART.A = PART.S_y = PART.S_z = PART.I_yy = PART.I_yz = PART.I_zz = 0;
  if (n >= 6) addMoments(PART, p, n);
  return PART;
}

// Dunavant's rule of degree 5 on a triangle: stress times (1, y, z) and its tangent are of degree 3 at most.
const [A1, B1, W1] = [0.05971587178977, 0.470142064105115, 0.132394152788506];
const [A2, B2, W2] = [0.797426985353087, 0.101286507323456, 0.125939180544827];
const RULE: readonly (readonly [number, number, number, number])[] = [
  [1 / 3, 1 / 3, 1 / 3, 0.225],
  [A1, B1, B1, W1],
  [B1, A1, B1, W1],
  [B1, B1, A1, W1],
  [A2, B2, B2, W2],
  [B2, A2, B2, W2],
  [B2, B2, A2, W2],
];

/** Adds the parabolic part, 0 <= p <= p_c, of a piece. */
function addParabola(s: State, p: Float64Array, n: number, f: number, p_c: number, p0: number, py: number, pz: number): void {
  for (let i = 2; i + 3 < n; i += 2) {
    const [ya, za, yb, zb, yc, zc] = [p[0]!, p[1]!, p[i]!, p[i + 1]!, p[i + 2]!, p[i + 3]!];
    const area = Math.abs((yb - ya) * (zc - za) - (yc - ya) * (zb - za)) / 2;
    s.area += area;
    for (const [l1, l2, l3, w] of RULE) {
      const y = l1 * ya + l2 * yb + l3 * yc;
      const z = l1 * za + l2 * zb + l3 * zc;
      const x = (p0 + py * y + pz * z) / p_c;
      const dA = area * w;
      const sigma = f * x * (2 - x) * dA;
      const slope = ((2 * f * (1 - x)) / p_c) * dA;
      s.R0 += sigma;
      s.R1 += sigma * y;
      s.R2 += sigma * z;
      s.E += f * p_c * x * x * (1 - x / 3) * dA;
      s.K00 += slope;
      s.K01 += slope * y;
      s.K02 += slope * z;
      s.K11 += slope * y * y;
      s.K12 += slope * y * z;
      s.K22 += slope * z * z;
    }
  }
}

/** Adds a part under the constant stress f, reached at p_1 with the energy W_1 per area. */
function addConstant(s: State, m: Moments, f: number, p_1: number, W_1: number, p0: number, py: number, pz: number): void {
  s.R0 += f * m.A;
  s.R1 += f * m.S_y;
  s.R2 += f * m.S_z;
  s.E += W_1 * m.A + f * ((p0 - p_1) * m.A + py * m.S_y + pz * m.S_z);
  s.area += m.A;
}

/** `k`: stiffness of a law that yields at f_jd; null for the law that never does. */
function stateOf(bed: Bed, k: number, p0: number, py: number, pz: number): State {
  const s: State = { E: 0, R0: 0, R1: 0, R2: 0, K00: 0, K01: 0, K02: 0, K11: 0, K12: 0, K22: 0, area: 0 };
  const { law, f_jd, region } = bed;
  const p_c = law === 'parabola' ? (2 * f_jd) / k : f_jd / k;
  const { flat, pieceMoments } = region;
  for (let i = 0; i < flat.length; i += 1) {
    const piece = flat[i]!;
    let low = Infinity,
      high = -Infinity;
    for (let j = 0; j < piece.length; j += 2) {
      const p = p0 + py * piece[j]! + pz * piece[j + 1]!;
      if (p < low) low = p;
      if (p > high) high = p;
    }
    if (high <= 0) continue;
    if (law === 'winkler') {
      addLinear(
        s,
        low >= 0 ? pieceMoments[i]! : partMoments(SCRATCH, clipInto(SCRATCH, piece, piece.length, p0, py, pz)),
        k,
        p0,
        py,
        pz,
      );
      continue;
    }
    const W_1 = law === 'parabola' ? (2 / 3) * f_jd * p_c : (f_jd * p_c) / 2;
    if (low >= p_c) {
      addConstant(s, pieceMoments[i]!, f_jd, p_c, W_1, p0, py, pz);
      continue;
    }
    const n = clipInto(SCRATCH, piece, piece.length, p0, py, pz);
    if (n < 6) continue;
    const rising = clipInto(SCRATCH2, SCRATCH, n, p_c - p0, -py, -pz);
    if (law === 'parabola') addParabola(s, SCRATCH2, rising, f_jd, p_c, p0, py, pz);
    else if (rising >= 6) addLinear(s, partMoments(SCRATCH2, rising), k, p0, py, pz);
    if (high > p_c)
      addConstant(s, partMoments(SCRATCH2, clipInto(SCRATCH2, SCRATCH, n, p0 - p_c, py, pz)), f_jd, p_c, W_1, p0, py, pz);
  }
  for (const a of bed.anchors) {
    const p = p0 + py * a.y + pz * a.z;
    if (p >= 0) continue;
    const f = a.k * p; // negative: the anchor pulls down
    s.R0 += f;
    s.R1 += f * a.y;
    s.R2 += f * a.z;
    s.E += (f * p) / 2;
    s.K00 += a.k;
    s.K01 += a.k * a.y;
    s.K02 += a.k * a.z;
    s.K11 += a.k * a.y * a.y;
    s.K12 += a.k * a.y * a.z;
    s.K22 += a.k * a.z * a.z;
  }
  return s;
}

type Triple = readonly [number, number, number];

/** K x = r for a symmetric 3 x 3 tangent, in lengths scaled by L; a tiny diagonal term where it is singular. */
function solve3(s: State, r: Triple, L: number): Triple {
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
const NEVER = 'never';
const TOLERANCE = 1e-10;
const MOST = 80;

interface Found {
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

const cross = (a: Triple, b: Triple): Triple => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
const dot = (a: Triple, b: Triple): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

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
function beyond(bed: Bed, F: Triple, L: number): boolean {
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
    const m = partMoments(SCRATCH, clipInto(SCRATCH, piece, piece.length, d0, py, pz));
    most += bed.f_jd * (d0 * m.A + py * m.S_y + pz * m.S_z);
  }
  return work > most + least;
}

/** Newton's method with a line search on the energy; null where it does not arrive: the tangent has lost its rank. */
function newton(bed: Bed, k: number, F: Triple, start: Triple, L: number): Found | null | typeof NEVER {
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

function searched(bed: Bed, k: number, F: Triple, start: Triple, L: number): Found | null {
  const found =
    newton(bed, k, F, start, L) ?? (beyond(bed, F, L) ? NEVER : (ridged(bed, k, F, start, L) ?? ridged(bed, k, F, [0, 0, 0], L)));
  return found === NEVER ? null : found;
}

/** Whether a bed can be in equilibrium with a load, whatever its law makes of the pressure. */
export const balances = (bed: Bed, load: Load): boolean =>
  solved(bed.law === 'winkler' ? bed : { ...bed, law: 'uniform' }, load) !== null;

/** Solves a bed under a load, from the strain plane `near` where one is known. Null: no equilibrium. The load must not be zero. */
export function solveContact(bed: Bed, load: Load, near?: Contact): Contact | null {
  if (bed.law === 'uniform' && load.N < 0) {
    const block = uniformBlock(bed, load);
    if (block) return block;
  }
  const F = forcesOf(load);
  const L = lengthOf(bed);
  if (near) {
    const found = searched(bed, bed.k_w, F, [near.p_0, near.p_y, near.p_z], L);
    return found && answer(bed, found);
  }
  let found = solved(bed, load);
  if (found && bed.law === 'uniform') {
    // All compressed area at f_jd: the linear rise is made steeper until it is a step.
    // With nothing in contact there is no rise to steepen.
    for (let k = bed.k_w; highest(bed, found.x) > 0 && bed.f_jd / k >= 1e-4 * highest(bed, found.x) && k < 1e12 * bed.k_w;) {
      k *= 6;
      const steep: Found | null | typeof NEVER = newton(bed, k, F, found.x, L);
      const next: Found | null =
        steep === NEVER
          ? null
          : (steep ?? (bed.f_jd / k < 0.01 * highest(bed, found.x) ? null : searched(bed, k, F, found.x, L)));
      // There is an equilibrium however steep the rise is: where it is lost to rounding, the last one found stands.
      if (!next) break;
      found = next;
    }
  }
  return found && answer(bed, found);
}

const forcesOf = (load: Load): Triple => [-load.N, load.M_z, load.M_y];

/** The strain plane of the bed's own stiffness, from that of concrete and anchors acting both ways. */
function solved(bed: Bed, load: Load): Found | null {
  const F = forcesOf(load);
  const L = lengthOf(bed);
  const s: State = { E: 0, R0: 0, R1: 0, R2: 0, K00: 0, K01: 0, K02: 0, K11: 0, K12: 0, K22: 0, area: 0 };
  addLinear(s, bed.region.moments, bed.k_w, 0, 0, 0);
  for (const a of bed.anchors) {
    s.K00 += a.k;
    s.K01 += a.k * a.y;
    s.K02 += a.k * a.z;
    s.K11 += a.k * a.y * a.y;
    s.K12 += a.k * a.y * a.z;
    s.K22 += a.k * a.z * a.z;
  }
  return searched(bed, bed.k_w, F, solve3(s, F, L), L);
}

const lengthOf = (bed: Bed): number => {
  const { A, I_yy, I_zz } = bed.region.moments;
  return Math.sqrt((I_yy + I_zz) / A);
};

/** Deepest point of the contact region. */
function highest(bed: Bed, [p0, py, pz]: Triple): number {
  let high = -Infinity;
  for (const piece of bed.region.flat)
    for (let j = 0; j < piece.length; j += 2) high = Math.max(high, p0 + py * piece[j]! + pz * piece[j + 1]!);
  return high;
}

function answer(bed: Bed, { x, s, residual, iterations }: Found): Contact {
  const [p_0, p_y, p_z] = x;
  const F = bed.anchors.map((a) => a.k * Math.max(0, -(p_0 + p_y * a.y + p_z * a.z)));
  const T = F.reduce((a, b) => a + b, 0);
  const pulled = (of: (a: Bed['anchors'][number]) => number): number => bed.anchors.reduce((sum, a, i) => sum + F[i]! * of(a), 0);
  const C = s.R0 + T;
  const p_max = Math.max(0, highest(bed, x));
  const sigma_max =
    bed.law === 'winkler' ? bed.k_w * p_max : bed.law === 'parabola' ? stressOf(p_max, bed) : C > 0 ? bed.f_jd : 0;
  return {
    p_0,
    p_y,
    p_z,
    C,
    y_C: C > 0 ? (s.R1 + pulled((a) => a.y)) / C : 0,
    z_C: C > 0 ? (s.R2 + pulled((a) => a.z)) / C : 0,
    area: s.area,
    sigma_max,
    p_max,
    F,
    T,
    residual,
    iterations,
    block: false,
  };
}

function stressOf(p: number, { f_jd, k_w }: Bed): number {
  const x = Math.min(1, (p * k_w) / (2 * f_jd));
  return f_jd * (2 * x - x * x);
}

/** Pieces of the region in contact, for drawing. */
export const contactPieces = (bed: Bed, c: Contact): number[][] =>
  bed.region.pieces.map((p) => clip(p, c.p_0, c.p_y, c.p_z)).filter((p) => p.length);

/** Where f is zero between a and b, whose values there differ in sign; a where they do not. */
function root(f: (x: number) => number, a: number, b: number, fb: number, fa = f(a)): number {
  // All of the region beyond the load already: the cut takes nothing off.
  if (fa === 0 || Math.sign(fa) === Math.sign(fb)) return a;
  const { x, near, low, high } = illinois(
    f,
    { low: a, high: b, fLow: fa, fHigh: fb },
    {
      near: (y) => Math.abs(y) < 1e-11 * (Math.abs(fa) + Math.abs(fb)),
      narrow: (l, h) => Math.abs(h - l) <= 1e-13 * (Math.abs(a) + Math.abs(b)),
      halve: 5,
      most: 60,
    },
  );
  return near ? x : (low + high) / 2;
}

/** A part of a region cut off by a straight line, by the line's direction and distance from the origin. */
export interface Part {
  readonly theta: number;
  readonly offset: number;
  readonly m: Moments;
}

/**
 * The straight cut whose cut-off part has its centroid at `e`: of all parts with that centroid it has the largest area, so its stress is the plastic
 * limit without anchors. Null where the point lies outside the region.
 */
export function largestPart(region: Region, e: { readonly y: number; readonly z: number }): Part | null {
  let known = PARTS.get(region);
  if (!known) PARTS.set(region, (known = new Map()));
  // A load and its multiples press at one place: next to all of the work of a search for multiples is spared.
  const key = `${e.y.toPrecision(13)} ${e.z.toPrecision(13)}`;
  let part = known.get(key);
  if (part === undefined) {
    if (known.size > 64) known.clear();
    known.set(key, (part = cutAt(region, e)));
  }
  return part;
}

const PARTS = new WeakMap<Region, Map<string, Part | null>>();

function cutAt(region: Region, e: { readonly y: number; readonly z: number }): Part | null {
  const { moments, flat: pieces } = region;
  const L = Math.sqrt((moments.I_yy + moments.I_zz) / moments.A);
  const centre = { y: moments.S_y / moments.A, z: moments.S_z / moments.A };
  const full = Math.hypot(e.y - centre.y, e.z - centre.z) < 1e-9 * L;
  const part = (theta: number, offset: number): Moments => {
    const m = noMoments();
    for (const p of pieces) {
      const n = clipInto(SCRATCH, p, p.length, -offset, Math.cos(theta), Math.sin(theta));
      if (n >= 6) addMoments(m, SCRATCH, n);
    }
    return m;
  };
  const reach = (theta: number): [number, number] => {
    let low = Infinity,
      high = -Infinity;
    for (const p of pieces)
      for (let j = 0; j < p.length; j += 2) {
        const u = Math.cos(theta) * p[j]! + Math.sin(theta) * p[j + 1]!;
        low = Math.min(low, u);
        high = Math.max(high, u);
      }
    return [low, high];
  };
  /** Offset at which the part's centroid lies at the load's distance along theta, with its sideways error. */
  const cut = (theta: number): { offset: number; m: Moments; side: number } | null => {
    const [c, s] = [Math.cos(theta), Math.sin(theta)];
    const goal = c * e.y + s * e.z;
    const [from, to] = reach(theta);
    if (goal >= to) return null;
    // How far the part's centroid lies beyond the load; next to nothing is left at the far end.
    const beyond = (offset: number): number => {
      const m = part(theta, offset);
      return (m.A > 0 ? (c * m.S_y + s * m.S_z) / m.A : to) - goal;
    };
    const offset = root(beyond, from, to, to - goal);
    const m = part(theta, offset);
    return m.A > 0 ? { offset, m, side: -s * (m.S_y / m.A - e.y) + c * (m.S_z / m.A - e.z) } : null;
  };
  let best: Part | null = null;
  if (full) best = { theta: 0, offset: reach(0)[0], m: moments };
  else {
    const towards = Math.atan2(e.z - centre.z, e.y - centre.y);
    // A load on an axis of symmetry needs no search for the direction.
    const straight = cut(towards);
    if (straight && Math.abs(straight.side) < 1e-9 * L) return { theta: towards, offset: straight.offset, m: straight.m };
    const n = 24;
    let last: { theta: number; side: number } | null = null;
    for (let i = 0; i <= n; i += 1) {
      const theta = towards - Math.PI / 2 + (Math.PI * i) / n;
      const here = cut(theta);
      if (here && last && Math.sign(here.side) !== Math.sign(last.side)) {
        const at = root((x) => cut(x)?.side ?? NaN, last.theta, theta, here.side, last.side);
        const f = cut(at);
        if (f && Math.abs(f.side) < 1e-6 * L && (!best || f.m.A > best.m.A)) best = { theta: at, offset: f.offset, m: f.m };
      }
      last = here && { theta, side: here.side };
    }
  }
  return best;
}

/** A uniform block at the load without anchors; null when its stress is over f_jd, or the load lies outside the region. */
function uniformBlock(bed: Bed, load: Load): Contact | null {
  const e = { y: load.M_z / -load.N, z: load.M_y / -load.N };
  const best = largestPart(bed.region, e);
  if (!best) return null;
  const { m, theta, offset } = best;
  const sigma = -load.N / m.A;
  if (sigma > bed.f_jd) return null;
  const unit = 1e-3; // the strain plane is known but for its size; this one serves for drawing the zero line
  const [p_0, p_y, p_z] = [-offset * unit, Math.cos(theta) * unit, Math.sin(theta) * unit];
  const [y_C, z_C] = [m.S_y / m.A, m.S_z / m.A];
  return {
    p_0,
    p_y,
    p_z,
    C: -load.N,
    y_C,
    z_C,
    area: m.A,
    sigma_max: sigma,
    p_max: highest(bed, [p_0, p_y, p_z]),
    F: bed.anchors.map(() => 0),
    T: 0,
    residual: Math.max(Math.abs(y_C - e.y), Math.abs(z_C - e.z)) / lengthOf(bed),
    iterations: 0,
    block: true,
  };
}
