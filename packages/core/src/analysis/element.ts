// The flat shell element: four nodes, five unknowns each (u, v, w, bx, by in the axes of the plate), constant B at 2 x 2 points.
// Membrane: bilinear with the incompatible modes of Wilson and Taylor, frozen at their elastic condensation. Bending and shear: DKMQ (Katili 1993).

/** Unknowns of a cell and of a node. */
export const CELL = 20;
export const NODE = 5;
/** Generalised strains at a point: ex, ey, gxy, kx, ky, kxy, gx, gy. */
export const STRAINS = 8;
export const POINTS = 4;
/** Numbers of B of a cell: point, strain, unknown. */
export const B_SIZE = POINTS * STRAINS * CELL;
/** Numbers of a symmetric matrix of a cell: its lower triangle by rows. */
export const TRIANGLE = (CELL * (CELL + 1)) / 2;
/** Shear correction. */
export const KAPPA = 5 / 6;

const G = 1 / Math.sqrt(3);
/** r and s of the four points, and of the four nodes. */
export const AT: readonly (readonly [number, number])[] = [
  [-G, -G],
  [G, -G],
  [G, G],
  [-G, G],
];
/** The point that lies across one where r, s or both turn round. */
export const pointAcross = (point: number, sr: 1 | -1, ss: 1 | -1): number => {
  const [r, s] = AT[point]!;
  return AT.findIndex(([a, b]) => a === sr * r && b === ss * s);
};
const CORNERS: readonly (readonly [number, number])[] = [
  [-1, -1],
  [1, -1],
  [1, 1],
  [-1, 1],
];

export interface Elastic {
  readonly E: number;
  readonly nu: number;
}

/** Bilinear shape functions at (r, s). */
export const shape = (r: number, s: number): [number, number, number, number] => [
  ((1 - r) * (1 - s)) / 4,
  ((1 + r) * (1 - s)) / 4,
  ((1 + r) * (1 + s)) / 4,
  ((1 - r) * (1 + s)) / 4,
];

interface Jacobian {
  readonly det: number;
  /** d r/dx, d r/dy, d s/dx, d s/dy. */
  readonly inv: readonly [number, number, number, number];
}
function jacobian(x: ArrayLike<number>, y: ArrayLike<number>, r: number, s: number): Jacobian {
  let [xr, yr, xs, ys] = [0, 0, 0, 0];
  for (let i = 0; i < 4; i += 1) {
    const [ri, si] = CORNERS[i]!;
    const [nr, ns] = [(ri * (1 + si * s)) / 4, (si * (1 + ri * r)) / 4];
    xr += nr * x[i]!;
    yr += nr * y[i]!;
    xs += ns * x[i]!;
    ys += ns * y[i]!;
  }
  const det = xr * ys - yr * xs;
  return { det, inv: [ys / det, -xs / det, -yr / det, xr / det] };
}

/**
 * Writes B of a cell (`B_SIZE` numbers at `at`) and the areas of its points.
 * x, y: the four corners in the plate's axes, mm, anticlockwise; t: thickness, mm.
 * Throws where a corner of the cell is not convex.
 */
export function cellB(
  x: ArrayLike<number>,
  y: ArrayLike<number>,
  t: number,
  { nu }: Pick<Elastic, 'nu'>,
  B: Float64Array,
  at: number,
  areas: Float64Array,
  areaAt: number,
): void {
  B.fill(0, at, at + B_SIZE);
  const incompatible = membraneModes(x, y, nu);
  for (let p = 0; p < POINTS; p += 1) {
    const [r, s] = AT[p]!;
    const j = jacobian(x, y, r, s);
    if (!(j.det > 0)) throw new Error('a cell is not convex');
    areas[areaAt + p] = j.det;
    const base = at + p * STRAINS * CELL;
    membraneRows(B, base, r, s, j, incompatible[p]!);
    bendingRows(B, base, x, y, t, nu, r, s, j);
  }
}

function membraneRows(B: Float64Array, base: number, r: number, s: number, j: Jacobian, extra: Float64Array): void {
  for (let i = 0; i < 4; i += 1) {
    const [dx, dy] = slope(i, r, s, j);
    B[base + NODE * i] = dx;
    B[base + CELL + NODE * i + 1] = dy;
    B[base + 2 * CELL + NODE * i] = dy;
    B[base + 2 * CELL + NODE * i + 1] = dx;
    for (let k = 0; k < 3; k += 1) for (let c = 0; c < 2; c += 1) B[base + k * CELL + NODE * i + c]! += extra[k * 8 + 2 * i + c]!;
  }
}

/** d N_i/dx and d N_i/dy at a point. */
function slope(i: number, r: number, s: number, { inv }: Jacobian): [number, number] {
  const [ri, si] = CORNERS[i]!;
  const [nr, ns] = [(ri * (1 + si * s)) / 4, (si * (1 + ri * r)) / 4];
  return [inv[0] * nr + inv[2] * ns, inv[1] * nr + inv[3] * ns];
}

/** Bilinear slopes at a point of a cell: d N/dx of its nodes, then d N/dy. */
export function slopesAt(x: ArrayLike<number>, y: ArrayLike<number>, point: number): Float64Array {
  const [r, s] = AT[point]!;
  const j = jacobian(x, y, r, s);
  const out = new Float64Array(8);
  for (let i = 0; i < 4; i += 1) [out[i], out[4 + i]] = slope(i, r, s, j);
  return out;
}

/** G T of the incompatible modes at each point (3 x 8): what they add to the membrane rows. */
function membraneModes(x: ArrayLike<number>, y: ArrayLike<number>, nu: number): Float64Array[] {
  const centre = jacobian(x, y, 0, 0);
  const D = [
    [1 / (1 - nu * nu), nu / (1 - nu * nu), 0],
    [nu / (1 - nu * nu), 1 / (1 - nu * nu), 0],
    [0, 0, 0.5 / (1 + nu)],
  ];
  const A = new Float64Array(16);
  const b = new Float64Array(32);
  const modes = AT.map(([r, s]) => {
    const j = jacobian(x, y, r, s);
    const rho = centre.det / j.det;
    const [g1x, g1y] = [rho * centre.inv[0] * -2 * r, rho * centre.inv[1] * -2 * r];
    const [g2x, g2y] = [rho * centre.inv[2] * -2 * s, rho * centre.inv[3] * -2 * s];
    return { j, r, s, G: [g1x, g2x, 0, 0, 0, 0, g1y, g2y, g1y, g2y, g1x, g2x] };
  });
  for (const { j, r, s, G } of modes) {
    const N = Array.from({ length: 4 }, (_, i) => slope(i, r, s, j));
    const row = (k: number, c: number): number => {
      const [dx, dy] = N[c >> 1]!;
      return k === 0 ? (c & 1 ? 0 : dx) : k === 1 ? (c & 1 ? dy : 0) : c & 1 ? dx : dy;
    };
    for (let m = 0; m < 4; m += 1) {
      const GD = [0, 1, 2].map((k) => [0, 1, 2].reduce((sum, l) => sum + G[l * 4 + m]! * D[l]![k]!, 0));
      for (let n = 0; n < 4; n += 1) A[m * 4 + n]! += j.det * [0, 1, 2].reduce((sum, k) => sum + GD[k]! * G[k * 4 + n]!, 0);
      for (let c = 0; c < 8; c += 1) b[m * 8 + c]! -= j.det * [0, 1, 2].reduce((sum, k) => sum + GD[k]! * row(k, c), 0);
    }
  }
  const T = solveDense(A, b, 4, 8);
  return modes.map(({ G }) => {
    const out = new Float64Array(24);
    for (let k = 0; k < 3; k += 1)
      for (let c = 0; c < 8; c += 1) for (let m = 0; m < 4; m += 1) out[k * 8 + c]! += G[k * 4 + m]! * T[m * 8 + c]!;
    return out;
  });
}

/** Solves A X = B (n x n, n x m) by elimination with pivots; both are overwritten. */
export function solveDense(A: Float64Array, X: Float64Array, n: number, m: number): Float64Array {
  for (let k = 0; k < n; k += 1) {
    let best = k;
    for (let i = k + 1; i < n; i += 1) if (Math.abs(A[i * n + k]!) > Math.abs(A[best * n + k]!)) best = i;
    for (let c = 0; c < n; c += 1) [A[k * n + c], A[best * n + c]] = [A[best * n + c]!, A[k * n + c]!];
    for (let c = 0; c < m; c += 1) [X[k * m + c], X[best * m + c]] = [X[best * m + c]!, X[k * m + c]!];
    for (let i = 0; i < n; i += 1) {
      if (i === k) continue;
      const f = A[i * n + k]! / A[k * n + k]!;
      if (f === 0) continue;
      for (let c = k; c < n; c += 1) A[i * n + c]! -= f * A[k * n + c]!;
      for (let c = 0; c < m; c += 1) X[i * m + c]! -= f * X[k * m + c]!;
    }
  }
  for (let k = 0; k < n; k += 1) for (let c = 0; c < m; c += 1) X[k * m + c]! /= A[k * n + k]!;
  return X;
}

/** Bubbles on the four sides, d/dr and d/ds. */
const bubble = (r: number, s: number): readonly (readonly [number, number])[] => [
  [-r * (1 - s), -(1 - r * r) / 2],
  [(1 - s * s) / 2, -s * (1 + r)],
  [-r * (1 + s), (1 - r * r) / 2],
  [-(1 - s * s) / 2, -s * (1 - r)],
];

/** Curvature and shear rows of DKMQ. */
function bendingRows(
  B: Float64Array,
  base: number,
  x: ArrayLike<number>,
  y: ArrayLike<number>,
  t: number,
  nu: number,
  r: number,
  s: number,
  j: Jacobian,
): void {
  const add = (strain: number, node: number, unknown: number, value: number): void => {
    B[base + strain * CELL + NODE * node + unknown]! += value;
  };
  for (let i = 0; i < 4; i += 1) {
    const [dx, dy] = slope(i, r, s, j);
    add(3, i, 3, dx);
    add(4, i, 4, dy);
    add(5, i, 3, dy);
    add(5, i, 4, dx);
  }
  const P = bubble(r, s);
  // Shares of the shear strain along each side in gr and gs.
  const gr = [(1 - s) / 2, 0, -(1 + s) / 2, 0];
  const gs = [0, (1 + r) / 2, 0, -(1 - r) / 2];
  for (let k = 0; k < 4; k += 1) {
    const [i, n] = [k, (k + 1) % 4];
    const [ex, ey] = [x[n]! - x[i]!, y[n]! - y[i]!];
    const L = Math.hypot(ex, ey);
    const [co, si] = [ex / L, ey / L];
    const phi = (2 / (KAPPA * (1 - nu))) * (t / L) ** 2;
    const [px, py] = [j.inv[0] * P[k]![0] + j.inv[2] * P[k]![1], j.inv[1] * P[k]![0] + j.inv[3] * P[k]![1]];
    const db = -1.5 / (1 + phi);
    const shear = ((phi / (1 + phi)) * L) / 2;
    const [fx, fy] = [j.inv[0] * gr[k]! + j.inv[2] * gs[k]!, j.inv[1] * gr[k]! + j.inv[3] * gs[k]!];
    // e_k: the mean turning of the side against its chord.
    const row: readonly (readonly [number, number, number])[] = [
      [i, 2, -1 / L],
      [i, 3, co / 2],
      [i, 4, si / 2],
      [n, 2, 1 / L],
      [n, 3, co / 2],
      [n, 4, si / 2],
    ];
    for (const [node, unknown, e] of row) {
      add(3, node, unknown, px * co * db * e);
      add(4, node, unknown, py * si * db * e);
      add(5, node, unknown, (py * co + px * si) * db * e);
      add(6, node, unknown, fx * shear * e);
      add(7, node, unknown, fy * shear * e);
    }
  }
}

/** Elastic section stiffness (8 x 8) of a plate of thickness t: membrane, bending, shear. */
export function elasticSection({ E, nu }: Elastic, t: number): Float64Array {
  const C = new Float64Array(64);
  const put = (block: number, scale: number): void => {
    const d = (scale * E) / (1 - nu * nu);
    const at = (i: number, k: number): number => (block + i) * STRAINS + block + k;
    C[at(0, 0)] = C[at(1, 1)] = d;
    C[at(0, 1)] = C[at(1, 0)] = nu * d;
    C[at(2, 2)] = ((1 - nu) / 2) * d;
  };
  put(0, t);
  put(3, t ** 3 / 12);
  C[6 * 8 + 6] = C[7 * 8 + 7] = (KAPPA * E * t) / (2 * (1 + nu));
  return C;
}

const CB = new Float64Array(STRAINS * CELL);
/** Adds B^T C B of one point, times an area, to the triangle of a cell. C: 8 x 8, symmetric. */
export function addStiffness(
  B: Float64Array,
  base: number,
  C: Float64Array,
  cAt: number,
  area: number,
  K: Float64Array,
  at: number,
): void {
  // Displacements in the plane strain the membrane alone, the others bend and shear.
  for (let i = 0; i < STRAINS; i += 1) {
    const row = i * CELL;
    for (let c = 0; c < CELL; c += 1) {
      const [from, to] = c % NODE < 2 ? [0, 3] : [3, STRAINS];
      let sum = 0;
      for (let k = from; k < to; k += 1) sum += C[cAt + i * STRAINS + k]! * B[base + k * CELL + c]!;
      CB[row + c] = sum * area;
    }
  }
  let n = at;
  for (let a = 0; a < CELL; a += 1) {
    const plane = a % NODE < 2;
    const b = base + a;
    for (let c = 0; c <= a; c += 1) {
      K[n]! += plane
        ? B[b]! * CB[c]! + B[b + CELL]! * CB[CELL + c]! + B[b + 2 * CELL]! * CB[2 * CELL + c]!
        : B[b + 3 * CELL]! * CB[3 * CELL + c]! +
          B[b + 4 * CELL]! * CB[4 * CELL + c]! +
          B[b + 5 * CELL]! * CB[5 * CELL + c]! +
          B[b + 6 * CELL]! * CB[6 * CELL + c]! +
          B[b + 7 * CELL]! * CB[7 * CELL + c]!;
      n += 1;
    }
  }
}
