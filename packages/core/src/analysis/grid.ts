import { contains, distance, offHole } from './outline.ts';
import type { PlateInput } from './model.ts';

/** A place where cells are small: how small, along one axis. */
export interface Feature {
  readonly at: number;
  readonly size: number;
}
/** Features of a plate along its two axes; `line`: a grid line goes through it. */
export interface Features {
  readonly x: readonly (Feature & { readonly line: boolean })[];
  readonly y: readonly (Feature & { readonly line: boolean })[];
}

/** Cells of a plate over lines in its two axes, those with too little steel left out. */
export interface Grid {
  readonly xs: Float64Array;
  readonly ys: Float64Array;
  /** Solid share of the cell between lines i, i + 1 and k, k + 1; 0 where there is none. */
  readonly solid: Float64Array;
}
const GROWTH = 0.45;
/** Largest cell away from everything: so many times the size, or so many mm. */
const LARGEST = 2.5;
const AWAY = 20;
const LEAST_SOLID = 0.05;
const SAMPLES = 8;

/** Lines along one axis: through ends and features, between them so close as the features ask. */
export function linesAlong(ends: readonly [number, number], features: Features['x'], h: number, h1: number): Float64Array {
  const [low, high] = ends;
  const wanted = [low, high, ...features.filter((f) => f.line && f.at > low && f.at < high).map((f) => f.at)].sort(
    (a, b) => a - b,
  );
  const lines = apart(wanted, 0.35 * h1);
  const sizeAt = (x: number): number =>
    features.reduce((s, f) => Math.min(s, f.size + GROWTH * Math.abs(x - f.at)), Math.max(LARGEST * h, AWAY));
  const out: number[] = [low];
  for (let i = 1; i < lines.length; i += 1) out.push(...divided(lines[i - 1]!, lines[i]!, sizeAt));
  return Float64Array.from(out);
}

/** Sorted lines without those that are too near to one farther out, from both ends alike: what is symmetric stays so. */
export function apart(wanted: readonly number[], least: number): number[] {
  const [low, high] = [wanted[0]!, wanted.at(-1)!];
  const middle = (low + high) / 2;
  const kept = (from: readonly number[]): number[] =>
    from.reduce<number[]>((out, x) => (out.length && Math.abs(x - out.at(-1)!) <= least ? out : [...out, x]), []);
  const below = kept(wanted.filter((x) => x === low || x <= middle - least / 2));
  const above = kept(wanted.filter((x) => x === high || x >= middle + least / 2).reverse()).reverse();
  const near = wanted.filter((x) => x > low && x < high && Math.abs(x - middle) < least / 2);
  const between = near.length ? near.reduce((s, x) => s + x / near.length, 0) : null;
  const clear = between !== null && between - below.at(-1)! > least && above[0]! - between > least;
  return [...below, ...(clear ? [between] : []), ...above];
}

/** Divides an interval so that each part is as long as the size asks there; its end is the last. */
function divided(a: number, b: number, sizeAt: (x: number) => number): number[] {
  const steps = 400;
  const dx = (b - a) / steps;
  const sum = new Float64Array(steps + 1);
  for (let i = 0; i < steps; i += 1) sum[i + 1] = sum[i]! + dx / sizeAt(a + (i + 0.5) * dx);
  const parts = Math.max(1, Math.ceil(sum[steps]! - 1e-6));
  const out: number[] = [];
  let i = 0;
  for (let k = 1; k < parts; k += 1) {
    const to = (sum[steps]! * k) / parts;
    while (sum[i + 1]! < to) i += 1;
    out.push(a + (i + (to - sum[i]!) / (sum[i + 1]! - sum[i]!)) * dx);
  }
  return [...out, b];
}

/** The grid of a plate over given lines. */
export function gridOf({ outline, holes }: Pick<PlateInput, 'outline' | 'holes'>, xs: Float64Array, ys: Float64Array): Grid {
  const solid = new Float64Array((xs.length - 1) * (ys.length - 1));
  for (let i = 0; i + 1 < xs.length; i += 1)
    for (let k = 0; k + 1 < ys.length; k += 1) {
      const f = shareOf(outline, holes, [xs[i]!, xs[i + 1]!], [ys[k]!, ys[k + 1]!]);
      solid[i * (ys.length - 1) + k] = f < LEAST_SOLID ? 0 : f;
    }
  return { xs, ys, solid };
}

type Ends = readonly [number, number];
/** Share of a cell that is steel. */
function shareOf(outline: PlateInput['outline'], holes: PlateInput['holes'], [x0, x1]: Ends, [y0, y1]: Ends): number {
  const [cx, cy, reach] = [(x0 + x1) / 2, (y0 + y1) / 2, Math.hypot(x1 - x0, y1 - y0) / 2];
  const near = holes.filter((o) => offHole(o, cx, cy) < o.d / 2 + reach);
  // Off every edge it is of one piece.
  if (!near.length && distance(outline, cx, cy) > reach) return contains(outline, cx, cy) ? 1 : 0;
  let inside = 0;
  for (let a = 0; a < SAMPLES; a += 1)
    for (let b = 0; b < SAMPLES; b += 1) {
      const x = x0 + ((a + 0.5) / SAMPLES) * (x1 - x0);
      const y = y0 + ((b + 0.5) / SAMPLES) * (y1 - y0);
      if (contains(outline, x, y) && !near.some((o) => offHole(o, x, y) < o.d / 2)) inside += 1;
    }
  return inside / SAMPLES ** 2;
}

/** Evenly divided. */
export const evenly = (from: number, to: number, n: number): Float64Array =>
  Float64Array.from({ length: n + 1 }, (_, i) => from + ((to - from) * i) / n);
