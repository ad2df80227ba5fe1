import { describe, expect, it } from 'vitest';
import { addStiffness, B_SIZE, CELL, cellB, elasticSection, POINTS, STRAINS, TRIANGLE } from './element.ts';

const UNIT = { E: 1, nu: 0.3 };
/** B, areas and the whole stiffness of a cell. */
function cell(corners: readonly (readonly [number, number])[], t: number, elastic = UNIT) {
  const B = new Float64Array(B_SIZE);
  const areas = new Float64Array(4);
  const [x, y] = [corners.map((c) => c[0]), corners.map((c) => c[1])];
  cellB(x, y, t, elastic, B, 0, areas, 0);
  const triangle = new Float64Array(TRIANGLE);
  const C = elasticSection(elastic, t);
  for (let p = 0; p < POINTS; p += 1) addStiffness(B, p * STRAINS * CELL, C, 0, areas[p]!, triangle, 0);
  const K = (i: number, k: number): number => (i >= k ? triangle[(i * (i + 1)) / 2 + k]! : triangle[(k * (k + 1)) / 2 + i]!);
  const times = (u: readonly number[]): number[] =>
    Array.from({ length: CELL }, (_, i) => u.reduce((s, v, k) => s + K(i, k) * v, 0));
  const strains = (u: readonly number[], p: number): number[] =>
    Array.from({ length: STRAINS }, (_, k) => u.reduce((s, v, c) => s + B[(p * STRAINS + k) * CELL + c]! * v, 0));
  return { B, areas, K, times, strains, corners, x, y };
}
const dot = (a: readonly number[], b: readonly number[]): number => a.reduce((s, v, i) => s + v * b[i]!, 0);
const SKEW = [
  [0, 0],
  [20, 3],
  [22, 14],
  [2, 9],
] as const;
/** Unknowns of each corner by its place. */
const field = (corners: readonly (readonly [number, number])[], f: (x: number, y: number) => readonly number[]): number[] =>
  corners.flatMap(([x, y]) => [...f(x, y)]);

/** Eigenvalues of a symmetric matrix by Jacobi turns. */
function eigenvalues(A: number[][]): number[] {
  const n = A.length;
  for (let sweep = 0; sweep < 60; sweep += 1)
    for (let p = 0; p < n; p += 1)
      for (let q = p + 1; q < n; q += 1) {
        if (Math.abs(A[p]![q]!) < 1e-18) continue;
        const theta = (A[q]![q]! - A[p]![p]!) / (2 * A[p]![q]!);
        const t = Math.sign(theta || 1) / (Math.abs(theta) + Math.hypot(theta, 1));
        const c = 1 / Math.hypot(t, 1);
        const s = t * c;
        for (let k = 0; k < n; k += 1) {
          const [a, b] = [A[k]![p]!, A[k]![q]!];
          A[k]![p] = c * a - s * b;
          A[k]![q] = s * a + c * b;
        }
        for (let k = 0; k < n; k += 1) {
          const [a, b] = [A[p]![k]!, A[q]![k]!];
          A[p]![k] = c * a - s * b;
          A[q]![k] = s * a + c * b;
        }
      }
  return A.map((row, i) => row[i]!).sort((a, b) => a - b);
}

describe('a cell of the shell', () => {
  it('bends in its plane with the exact energy E I L/2: 833.3333', () => {
    // u = x y, v = -x^2/2 on 20 x 10, E 1, t 1: I = 10^3/12, L = 20.
    const c = cell(
      [
        [-10, -5],
        [10, -5],
        [10, 5],
        [-10, 5],
      ],
      1,
    );
    const u = field(c.corners, (x, y) => [x * y, (-x * x) / 2, 0, 0, 0]);
    expect(dot(u, c.times(u)) / 2).toBeCloseTo(833.3333, 3);
  });
  it('has the known membrane stiffness where it is skew', () => {
    const { K } = cell(SKEW, 1);
    const known = [0.265282, 0.661021, 0.556593, 0.908255, 0.249135, 0.604787, 0.576329, 0.976986];
    const membrane = [0, 1, 5, 6, 10, 11, 15, 16];
    membrane.forEach((i, k) => expect(K(i, i)).toBeCloseTo(known[k]!, 5));
    const values = eigenvalues(membrane.map((i) => membrane.map((k) => K(i, k))));
    for (const v of values.slice(0, 3)) expect(Math.abs(v)).toBeLessThan(1e-12);
    expect(values[3]).toBeCloseTo(0.12581, 4);
    expect(values[4]).toBeCloseTo(0.43195, 4);
  });
  it('has six movements without strain, and no seventh', () => {
    const { K } = cell(SKEW, 2);
    const values = eigenvalues(Array.from({ length: CELL }, (_, i) => Array.from({ length: CELL }, (_, k) => K(i, k))));
    for (const v of values.slice(0, 6)) expect(Math.abs(v)).toBeLessThan(1e-10 * values.at(-1)!);
    expect(values[6]).toBeGreaterThan(1e-6 * values.at(-1)!);
  });
  it('strains nowhere in a rigid movement', () => {
    const c = cell(SKEW, 3);
    // w = 1 + 2 x + 3 y with bx = -2, by = -3; u, v turned in the plane.
    const u = field(c.corners, (x, y) => [0.5 - 0.1 * y, 0.2 + 0.1 * x, 1 + 2 * x + 3 * y, -2, -3]);
    for (let p = 0; p < 4; p += 1) for (const e of c.strains(u, p)) expect(Math.abs(e)).toBeLessThan(1e-12);
  });
  it('has constant membrane strain and constant curvature at every point of any shape', () => {
    const c = cell(SKEW, 3);
    const membrane = field(c.corners, (x, y) => [0.3 * x + 0.1 * y, 0.2 * x - 0.4 * y, 0, 0, 0]);
    // w = (a x^2 + b y^2 + 2 c x y)/2 with bx = -w,x, by = -w,y: no shear.
    const [a, b, t] = [0.2, -0.3, 0.1];
    const bend = field(c.corners, (x, y) => [0, 0, (a * x * x + b * y * y + 2 * t * x * y) / 2, -a * x - t * y, -b * y - t * x]);
    for (let p = 0; p < 4; p += 1) {
      const em = c.strains(membrane, p);
      [0.3, -0.4, 0.3, 0, 0, 0, 0, 0].forEach((v, k) => expect(em[k]).toBeCloseTo(v, 12));
      const eb = c.strains(bend, p);
      [0, 0, 0, -a, -b, -2 * t].forEach((v, k) => expect(eb[k]).toBeCloseTo(v, 10));
      for (const k of [6, 7]) expect(Math.abs(eb[k]!)).toBeLessThan(1e-12);
    }
  });
  it('passes the patch test: an inner skew quad in a constant field has no force on it', () => {
    // Eight nodes: an outer square, an inner quad, five cells; the inner nodes follow the field and must be in balance.
    const nodes = [
      [0, 0],
      [24, 0],
      [24, 24],
      [0, 24],
      [4, 6],
      [17, 3],
      [15, 19],
      [8, 14],
    ] as const;
    const cells = [
      [0, 1, 5, 4],
      [1, 2, 6, 5],
      [2, 3, 7, 6],
      [3, 0, 4, 7],
      [4, 5, 6, 7],
    ];
    const fields = [
      (x: number, y: number) => [0.3 * x + 0.1 * y, 0.2 * x - 0.4 * y, 0, 0, 0],
      (x: number, y: number) => [0, 0, (0.2 * x * x - 0.3 * y * y + 0.2 * x * y) / 2, -0.2 * x - 0.1 * y, 0.3 * y - 0.1 * x],
    ];
    for (const f of fields) {
      const F = nodes.map(() => [0, 0, 0, 0, 0]);
      let most = 0;
      for (const ids of cells) {
        const c = cell(
          ids.map((i) => nodes[i]!),
          3,
        );
        const force = c.times(ids.flatMap((i) => f(nodes[i]![0], nodes[i]![1])));
        ids.forEach((i, k) => F[i]!.forEach((_, n) => (F[i]![n]! += force[5 * k + n]!)));
        most = Math.max(most, ...force.map(Math.abs));
      }
      for (const inner of F.slice(4)) for (const v of inner) expect(Math.abs(v)).toBeLessThan(1e-9 * most);
    }
  });
  it('refuses a corner that turns in', () => {
    expect(() =>
      cell(
        [
          [0, 0],
          [10, 0],
          [2, 2],
          [0, 10],
        ],
        1,
      ),
    ).toThrow('not convex');
  });
});
