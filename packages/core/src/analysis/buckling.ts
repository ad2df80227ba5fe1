import { factorOf, type Assembly } from './assembly.ts';
import { POINTS, slopesAt } from './element.ts';
import type { Factor } from './factor.ts';
import type { State } from './path.ts';
import type { FieldPicture } from './picture.ts';
import type { System } from './system.ts';
import { largest, product, scattered } from './vector.ts';

/** A way in which the joint buckles, elastic: at which multiple of the design load, and which plate moves most. */
export interface BucklingMode {
  readonly multiple: number;
  readonly plate: string;
  /** How each node moves, x, y, z, its largest part 1; where pictures were asked for. */
  readonly shape?: Float32Array;
}

const MOST = 60;
const TOLERANCE = 1e-7;

/**
 * First linear buckling multiples of a state: K phi = mu (-K_G) phi with its membrane forces, contact and links as they stand, steel elastic.
 * Subspace iteration on one factor; the start is the same each time. None where what presses nothing can buckle.
 */
export function bucklingOf(
  system: System,
  state: State,
  factor: Factor,
  { wanted = 2, shapes = false }: { readonly wanted?: number; readonly shapes?: boolean } = {},
): BucklingMode[] {
  const search: Search = { system, state, geometric: geometricOf(system, state), wanted, shapes };
  const alike = { assembly: system.assembly, factor };
  const assembly = system.against();
  if (!assembly) return modesIn(search, alike, 0) ?? [];
  // A web leaves the plane of symmetry: what moves against its image buckles first.
  const against = modesIn(search, { assembly, factor: factorOf(assembly) }, 0);
  const last = against?.[wanted - 1];
  const alikes = against && modesIn(search, alike, last ? state.lam / last.multiple : 0);
  return against && alikes ? [...against, ...alikes].sort((a, b) => a.multiple - b.multiple).slice(0, wanted) : [];
}

interface Search {
  readonly system: System;
  readonly state: State;
  readonly geometric: (z: Float64Array) => Float64Array;
  readonly wanted: number;
  readonly shapes: boolean;
}

/** What membrane forces of a state do to small movements: z to -K_G z, positive where they press. */
function geometricOf(system: System, { u, memory }: State): Search['geometric'] {
  const { mesh, numbering } = system;
  const { first } = numbering;
  const cells = mesh.cellPlate.length;
  const G = new Float64Array(16 * cells);
  system.membranes(u, memory, (c, p, N) => {
    const ids = [0, 1, 2, 3].map((k) => mesh.corners[4 * c + k]!);
    const [x, y] = [0, 1].map((k) => ids.map((id) => mesh.local[2 * id + k]!)) as [number[], number[]];
    const area = mesh.areas[c * POINTS + p]!;
    const g = slopesAt(x, y, p);
    for (let i = 0; i < 4; i += 1)
      for (let k = 0; k < 4; k += 1)
        G[16 * c + 4 * i + k]! -=
          area * (N[0]! * g[i]! * g[k]! + N[1]! * g[4 + i]! * g[4 + k]! + N[2]! * (g[i]! * g[4 + k]! + g[4 + i]! * g[k]!));
  });
  return (z) => {
    const out = new Float64Array(system.n);
    for (let c = 0; c < cells; c += 1)
      for (let i = 0; i < 4; i += 1)
        for (let k = 0; k < 4; k += 1) {
          const v = G[16 * c + 4 * i + k]!;
          const [a, b] = [first[mesh.corners[4 * c + i]!]!, first[mesh.corners[4 * c + k]!]!];
          for (let d = 0; d < 3; d += 1) out[a + d]! += v * z[b + d]!;
        }
    return out;
  };
}

/** Rounds after which a mode that is twice as far as those that are known would have shown itself. */
const SHOWN = 10;

/** Modes among the movements that one matrix solves for, null where it can't be solved; those whose inverse is less than `least` are not looked for to the end. */
function modesIn(
  { system, state, geometric, wanted, shapes }: Search,
  { assembly, factor }: { readonly assembly: Assembly; readonly factor: Factor },
  least: number,
): BucklingMode[] | null {
  if (factor.factor(system.elasticMatrix(state.u, state.memory, assembly)) >= 0) return null;
  const m = wanted + 6;
  const { n } = system;
  // Fixed numbers, so that the answer is the same each time.
  let Z: readonly Float64Array[] = Array.from({ length: m }, (_, k) => scattered(n, 12345 + 7919 * k));
  let before: readonly number[] = [];
  for (let k = 0; k < MOST; k += 1) {
    const pressed = Z.map((z) => geometric(z));
    const Y = pressed.map((p) => {
      const y = Float64Array.from(p);
      factor.solve(y);
      return y;
    });
    const turned = Y.map((y) => geometric(y));
    const A = Y.map((y) => pressed.map((p) => product(y, p)));
    const B = Y.map((y) => turned.map((t) => product(y, t)));
    const found = ritz(A, B);
    if (!found) return [];
    const { values, vectors } = found;
    Z = vectors.map((q) => combined(q, Y));
    const now = values.slice(0, wanted);
    const settled = before.length > 0 && now.every((v, i) => Math.abs(v - before[i]!) <= TOLERANCE * Math.abs(v));
    before = now;
    if (settled || (k >= SHOWN && now[0]! < least / 2)) break;
  }
  return before.flatMap((inverse, i) =>
    inverse > 1e-9
      ? [{ multiple: state.lam / inverse, plate: movesMost(system, Z[i]!), ...(shapes ? { shape: shapeOf(system, Z[i]!) } : {}) }]
      : [],
  );
}

/** Movements together, of length one. */
function combined(q: readonly number[], Y: readonly Float64Array[]): Float64Array {
  const z = new Float64Array(Y[0]!.length);
  q.forEach((c, i) => {
    const y = Y[i]!;
    for (let j = 0; j < z.length; j += 1) z[j]! += c * y[j]!;
  });
  const size = Math.sqrt(product(z, z)) || 1;
  for (let j = 0; j < z.length; j += 1) z[j]! /= size;
  return z;
}

/** B q = x A q, largest x first: Cholesky of A, Jacobi turns of what is left. Null where A is not positive. */
function ritz(
  A: readonly (readonly number[])[],
  B: readonly (readonly number[])[],
): { values: number[]; vectors: number[][] } | null {
  const n = A.length;
  const scale = Math.max(...A.map((row, i) => row[i]!));
  if (!(scale > 0)) return null;
  const L = A.map((row) => row.map(() => 0));
  for (let i = 0; i < n; i += 1)
    for (let j = 0; j <= i; j += 1) {
      let s = (A[i]![j]! + A[j]![i]!) / 2;
      for (let k = 0; k < j; k += 1) s -= L[i]![k]! * L[j]![k]!;
      L[i]![j] = i === j ? Math.sqrt(Math.max(s, 1e-14 * scale)) : s / L[j]![j]!;
    }
  const solve = (b: readonly number[]): number[] => {
    const x = [...b];
    for (let i = 0; i < n; i += 1) {
      for (let k = 0; k < i; k += 1) x[i]! -= L[i]![k]! * x[k]!;
      x[i]! /= L[i]![i]!;
    }
    return x;
  };
  const half = Array.from({ length: n }, (_, c) => solve(B.map((row) => row[c]!)));
  const C = Array.from({ length: n }, (_, r) => solve(half.map((column) => column[r]!)));
  const V = jacobi(C);
  const order = C.map((row, i) => [row[i]!, i] as const).sort((a, b) => b[0] - a[0]);
  return {
    values: order.map(([v]) => v),
    vectors: order.map(([, i]) => {
      const q = V.map((row) => row[i]!);
      for (let r = n - 1; r >= 0; r -= 1) {
        for (let k = r + 1; k < n; k += 1) q[r]! -= L[k]![r]! * q[k]!;
        q[r]! /= L[r]![r]!;
      }
      return q;
    }),
  };
}

/** Turns a symmetric matrix to its diagonal; answers the directions. */
function jacobi(C: number[][]): number[][] {
  const n = C.length;
  const V = C.map((_, i) => C.map((_x, k): number => (i === k ? 1 : 0)));
  for (let sweep = 0; sweep < 40; sweep += 1)
    for (let p = 0; p < n; p += 1)
      for (let q = p + 1; q < n; q += 1) {
        const off = C[p]![q]!;
        if (Math.abs(off) < 1e-15 * (Math.abs(C[p]![p]!) + Math.abs(C[q]![q]!))) continue;
        const theta = (C[q]![q]! - C[p]![p]!) / (2 * off);
        const t = Math.sign(theta || 1) / (Math.abs(theta) + Math.hypot(theta, 1));
        const c = 1 / Math.hypot(t, 1);
        const s = t * c;
        for (let k = 0; k < n; k += 1) {
          const [a, b] = [C[k]![p]!, C[k]![q]!];
          C[k]![p] = c * a - s * b;
          C[k]![q] = s * a + c * b;
        }
        for (let k = 0; k < n; k += 1) {
          const [a, b] = [C[p]![k]!, C[q]![k]!];
          C[p]![k] = c * a - s * b;
          C[q]![k] = s * a + c * b;
          const [x, y] = [V[k]![p]!, V[k]![q]!];
          V[k]![p] = c * x - s * y;
          V[k]![q] = s * x + c * y;
        }
      }
  return V;
}

/** A movement of all unknowns as one of the nodes. */
function shapeOf(system: System, z: Float64Array): Float32Array {
  const nodes = system.mesh.plateOf.length;
  const shape = new Float32Array(3 * nodes);
  for (let n = 0; n < nodes; n += 1) shape.set(system.moveOf(z, n), 3 * n);
  const most = largest(shape) || 1;
  return shape.map((v) => v / most);
}

function movesMost({ mesh, numbering }: System, z: Float64Array): string {
  let [best, plate] = [0, 0];
  for (let n = 0; n < mesh.plateOf.length; n += 1) {
    const w = Math.abs(z[numbering.first[n]! + 2]!);
    if (w > best) [best, plate] = [w, mesh.plateOf[n]!];
  }
  return mesh.plates[plate]!.name;
}

/** What a multiple means for the plastic result; empty where it means nothing. */
export const bucklingWords = ({ multiple, plate }: BucklingMode): string =>
  multiple < 3
    ? `Plate ${plate} buckles at ${multiple.toFixed(1)} of the load, elastic: under 3, buckling governs and the plastic result is not valid.`
    : multiple < 15
      ? `Plate ${plate} buckles at ${multiple.toFixed(1)} of the load, elastic: check it to EN 1993-1-5.`
      : '';

/** A picture moved in a way that it buckles, as far as the load moves it, so that it is seen at the same scale. */
export function buckledPicture(picture: FieldPicture, shape: Float32Array): FieldPicture {
  const most = largest(picture.moves);
  return { ...picture, moves: shape.map((v) => most * v) };
}
