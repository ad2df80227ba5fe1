// Plane stress with transverse shear: von Mises with all five stresses, backward Euler, consistent tangent (associated, hardening H).
import { KAPPA } from './element.ts';

export interface Steel {
  readonly E: number;
  readonly nu: number;
  /** Yield strength, MPa: f_y over its partial factor. */
  readonly fy: number;
  /** Slope of the hardening, MPa. */
  readonly H: number;
}

/** State of a layer: five plastic strains and alpha, the equivalent plastic strain. */
export const LAYER = 6;
const SQRT2 = Math.SQRT2;

/** What a layer answers, written by `layer`: stresses x, y, xy, xz, yz; tangent 5 x 5. */
export const stress = new Float64Array(5);
export const tangent = new Float64Array(25);

/**
 * Stress and tangent of one layer at a strain (x, y, xy, xz, yz), from its state before; the new state is written to `after`.
 * Answers true where it yields.
 */
export function layer(
  e: Float64Array,
  steel: Steel,
  before: Float64Array,
  beforeAt: number,
  after: Float64Array,
  afterAt: number,
): boolean {
  const { E, nu, fy, H } = steel;
  const G = E / (2 * (1 + nu));
  const plane = E / (1 - nu);
  const ex = e[0]! - before[beforeAt]!;
  const ey = e[1]! - before[beforeAt + 1]!;
  const a = (plane * (ex + ey)) / SQRT2;
  const b = (2 * G * (ey - ex)) / SQRT2;
  const c = G * (e[2]! - before[beforeAt + 2]!);
  const p = KAPPA * G * (e[3]! - before[beforeAt + 3]!);
  const q = KAPPA * G * (e[4]! - before[beforeAt + 4]!);
  const alpha = before[beforeAt + 5]!;
  const A = (a * a) / 3;
  const Bq = b * b + 2 * c * c;
  const C = 2 * (p * p + q * q);
  const limit = fy + H * alpha;
  for (let k = 0; k < LAYER; k += 1) after[afterAt + k] = before[beforeAt + k]!;
  if (1.5 * (A + Bq + C) <= limit * limit) {
    elastic(steel, a, b, c, p, q);
    return false;
  }
  const [ka, kb, kc] = [E / (3 * (1 - nu)), 2 * G, 2 * KAPPA * G];
  const vmAt = (g: number): number => Math.sqrt(1.5 * (A / (1 + g * ka) ** 2 + Bq / (1 + g * kb) ** 2 + C / (1 + g * kc) ** 2));
  const g = multiplier(A, Bq, C, ka, kb, kc, limit, H);
  const vm = vmAt(g);
  const [fa, fb, fc] = [1 / (1 + g * ka), 1 / (1 + g * kb), 1 / (1 + g * kc)];
  const [sa, sb, sc, sp, sq] = [a * fa, b * fb, c * fb, p * fc, q * fc];
  const n = [sa / 3, sb, 2 * sc, 2 * sp, 2 * sq] as const;
  after[afterAt]! += (g * (n[0] - n[1])) / SQRT2;
  after[afterAt + 1]! += (g * (n[0] + n[1])) / SQRT2;
  after[afterAt + 2]! += g * n[2];
  after[afterAt + 3]! += g * n[3];
  after[afterAt + 4]! += g * n[4];
  after[afterAt + 5] = alpha + (2 / 3) * g * vm;
  stress[0] = (sa - sb) / SQRT2;
  stress[1] = (sa + sb) / SQRT2;
  stress[2] = sc;
  stress[3] = sp;
  stress[4] = sq;
  const X = [plane * fa, 2 * G * fb, G * fb, KAPPA * G * fc, KAPPA * G * fc] as const;
  const U = [X[0] * n[0], X[1] * n[1], X[2] * n[2], X[3] * n[3], X[4] * n[4]] as const;
  const beta = ((4 / 9) * H * vm * vm) / (1 - (2 / 3) * H * g);
  const den = n[0] * U[0] + n[1] * U[1] + n[2] * U[2] + n[3] * U[3] + n[4] * U[4] + beta;
  turned(X, U, den);
  return true;
}

/** The plastic multiplier g > 0 of vm(g) = fy + H (alpha + 2/3 g vm(g)): Newton on K/vm - 1, which is nearly linear, kept between bounds. */
function multiplier(A: number, B: number, C: number, ka: number, kb: number, kc: number, limit: number, H: number): number {
  let [low, high, g] = [0, Infinity, 0];
  for (let i = 0; i < 60; i += 1) {
    const [fa, fb, fc] = [1 / (1 + g * ka), 1 / (1 + g * kb), 1 / (1 + g * kc)];
    const square = 1.5 * (A * fa * fa + B * fb * fb + C * fc * fc);
    const vm = Math.sqrt(square);
    const K = limit + (2 / 3) * H * g * vm;
    const value = K / vm - 1;
    if (Math.abs(value) < 1e-12) break;
    if (value < 0) low = g;
    else high = g;
    const dvm = (-1.5 * (A * fa * fa * fa * ka + B * fb * fb * fb * kb + C * fc * fc * fc * kc)) / vm;
    const slope = (-limit * dvm) / square + (2 / 3) * H;
    const next = g - value / slope;
    const to = next > low && next < high ? next : high === Infinity ? Math.max(2 * g, 1e-9) : (low + high) / 2;
    if (to === g) break;
    g = to;
  }
  return g;
}

function elastic({ E, nu }: Steel, a: number, b: number, c: number, p: number, q: number): void {
  stress[0] = (a - b) / SQRT2;
  stress[1] = (a + b) / SQRT2;
  stress[2] = c;
  stress[3] = p;
  stress[4] = q;
  tangent.fill(0);
  const d = E / (1 - nu * nu);
  const G = E / (2 * (1 + nu));
  tangent[0] = tangent[6] = d;
  tangent[1] = tangent[5] = nu * d;
  tangent[12] = G;
  tangent[18] = tangent[24] = KAPPA * G;
}

/** Tangent X - U U^T/den, turned from the axes of a and b back to x and y. */
function turned(X: readonly number[], U: readonly number[], den: number): void {
  const D = (i: number, k: number): number => (i === k ? X[i]! : 0) - (U[i]! * U[k]!) / den;
  const [aa, ab, bb] = [D(0, 0), D(0, 1), D(1, 1)];
  tangent[0] = (aa - 2 * ab + bb) / 2;
  tangent[6] = (aa + 2 * ab + bb) / 2;
  tangent[1] = tangent[5] = (aa - bb) / 2;
  for (let k = 2; k < 5; k += 1) {
    tangent[k] = tangent[5 * k] = (D(0, k) - D(1, k)) / SQRT2;
    tangent[5 + k] = tangent[5 * k + 1] = (D(0, k) + D(1, k)) / SQRT2;
    for (let l = 2; l < 5; l += 1) tangent[5 * k + l] = D(k, l);
  }
}

/** von Mises stress of the five of a layer. */
export const vonMises = (s: ArrayLike<number>): number =>
  Math.sqrt(s[0]! ** 2 + s[1]! ** 2 - s[0]! * s[1]! + 3 * (s[2]! ** 2 + s[3]! ** 2 + s[4]! ** 2));

/** Squared von Mises stress off the mid-plane by z, as if elastic, of generalised strains. */
export function elasticSquare(g: ArrayLike<number>, at: number, { E, nu }: Pick<Steel, 'E' | 'nu'>, z: number): number {
  const [d, G] = [E / (1 - nu * nu), E / (2 * (1 + nu))];
  const [ex, ey] = [g[at]! + z * g[at + 3]!, g[at + 1]! + z * g[at + 4]!];
  const t = G * (g[at + 2]! + z * g[at + 5]!);
  const [sx, sy] = [d * (ex + nu * ey), d * (ey + nu * ex)];
  const [q1, q2] = [KAPPA * G * g[at + 6]!, KAPPA * G * g[at + 7]!];
  return sx * sx + sy * sy - sx * sy + 3 * (t * t + q1 * q1 + q2 * q2);
}

/** Places over half the thickness, and weights that add up to 1, of two Gauss-Lobatto rules, one on each half: both faces and the middle are among them. */
export interface Rule {
  readonly z: Float64Array;
  readonly weight: Float64Array;
}
const twoHalves = (at: readonly number[], weights: readonly number[]): Rule => {
  const n = at.length;
  const z = new Float64Array(2 * n - 1);
  const weight = new Float64Array(2 * n - 1);
  for (let i = 0; i < n; i += 1) {
    z[n - 1 + i] = at[i]!;
    z[n - 1 - i] = -at[i]!;
    weight[n - 1 + i]! += weights[i]! / 2;
    weight[n - 1 - i]! += weights[i]! / 2;
  }
  return { z, weight };
};
/** Nine layers: five places on each half; for a preview seven. */
export const NINE = twoHalves(
  [0, 0.5 - 0.5 * Math.sqrt(3 / 7), 0.5, 0.5 + 0.5 * Math.sqrt(3 / 7), 1],
  [1 / 20, 49 / 180, 16 / 45, 49 / 180, 1 / 20],
);
export const SEVEN = twoHalves([0, 0.5 - 0.5 / Math.sqrt(5), 0.5 + 0.5 / Math.sqrt(5), 1], [1 / 12, 5 / 12, 5 / 12, 1 / 12]);

const strain = new Float64Array(5);
/** Resultants n (3), m (3), q (2) and the 8 x 8 tangent of a section, written by `section`. */
export const resultants = new Float64Array(8);
export const stiffness = new Float64Array(64);

/** Layers over the thickness at a generalised strain g (8). Answers true where any layer yields. */
export function section(
  g: ArrayLike<number>,
  gAt: number,
  t: number,
  steel: Steel,
  rule: Rule,
  before: Float64Array,
  beforeAt: number,
  after: Float64Array,
  afterAt: number,
): boolean {
  resultants.fill(0);
  stiffness.fill(0);
  let yields = false;
  for (let l = 0; l < rule.z.length; l += 1) {
    const z = (rule.z[l]! * t) / 2;
    const w = rule.weight[l]! * t;
    for (let k = 0; k < 3; k += 1) strain[k] = g[gAt + k]! + z * g[gAt + 3 + k]!;
    strain[3] = g[gAt + 6]!;
    strain[4] = g[gAt + 7]!;
    if (layer(strain, steel, before, beforeAt + l * LAYER, after, afterAt + l * LAYER)) yields = true;
    for (let k = 0; k < 3; k += 1) {
      resultants[k]! += w * stress[k]!;
      resultants[3 + k]! += w * z * stress[k]!;
      for (let i = 0; i < 3; i += 1) {
        const d = w * tangent[5 * k + i]!;
        stiffness[k * 8 + i]! += d;
        stiffness[k * 8 + 3 + i]! += z * d;
        stiffness[(3 + k) * 8 + i]! += z * d;
        stiffness[(3 + k) * 8 + 3 + i]! += z * z * d;
      }
      for (let i = 0; i < 2; i += 1) {
        const d = w * tangent[5 * k + 3 + i]!;
        stiffness[k * 8 + 6 + i]! += d;
        stiffness[(6 + i) * 8 + k]! += d;
        stiffness[(3 + k) * 8 + 6 + i]! += z * d;
        stiffness[(6 + i) * 8 + 3 + k]! += z * d;
      }
    }
    for (let k = 0; k < 2; k += 1) {
      resultants[6 + k]! += w * stress[3 + k]!;
      for (let i = 0; i < 2; i += 1) stiffness[(6 + k) * 8 + 6 + i]! += w * tangent[5 * (3 + k) + 3 + i]!;
    }
  }
  return yields;
}
