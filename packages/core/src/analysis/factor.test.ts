import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Couplings, dissect } from './graph.ts';
import { blockOf, patternOf, type Pattern } from './pattern.ts';
import { readFileSync } from 'node:fs';
import { compiledFactor } from './compiled.ts';
import { PlainFactor, type Factor } from './factor.ts';
import { LDL } from './ldl.wasm.ts';
import { solveDense } from './element.ts';

/** Numbers that are the same each time. */
const numbers = (seed: number): (() => number) => {
  let s = seed;
  return () => {
    s = (Math.imul(s, 1664525) + 1013904223) >>> 0;
    return s / 2 ** 32 - 0.5;
  };
};

/** A grid of vertices of mixed sizes with some far couplings, and a positive definite matrix over it. */
function model(nx: number, ny: number, seed: number, far = 3) {
  const next = numbers(seed);
  const n = nx * ny;
  const couplings = new Couplings(n);
  const at = (i: number, k: number): number => i * ny + k;
  const cliques: number[][] = [];
  for (let i = 0; i + 1 < nx; i += 1)
    for (let k = 0; k + 1 < ny; k += 1) cliques.push([at(i, k), at(i + 1, k), at(i + 1, k + 1), at(i, k + 1)]);
  for (let i = 0; i < far; i += 1) cliques.push([Math.floor((next() + 0.5) * n), Math.floor((next() + 0.5) * n)]);
  for (const c of cliques) couplings.clique(c);
  const sizes = Int32Array.from({ length: n }, (_, v) => 1 + (v % 5));
  const places = Float64Array.from({ length: 3 * n }, (_, k) =>
    k % 3 === 0 ? Math.floor(k / 3 / ny) : k % 3 === 1 ? Math.floor(k / 3) % ny : 0,
  );
  const pattern = patternOf(couplings.graph(sizes, places));
  const { first, unknowns } = pattern;
  const dense = new Float64Array(unknowns * unknowns);
  const matrix = new Float64Array(pattern.numbers);
  const put = (i: number, k: number, v: number): void => {
    dense[i * unknowns + k]! += v;
    if (i !== k) dense[k * unknowns + i]! += v;
  };
  for (const ids of cliques) {
    // A random vector over the clique: v v^T is positive semidefinite.
    const v = ids.flatMap((id) => Array.from({ length: sizes[id]! }, (_, c) => [first[id]! + c, next()] as const));
    v.forEach(([i, a], x) => v.forEach(([k, b], y) => y <= x && put(i, k, a * b * (i === k && x !== y ? 2 : 1))));
  }
  for (let i = 0; i < unknowns; i += 1) put(i, i, 0.05 + (i % 7) * 0.01);
  for (let a = 0; a < n; a += 1)
    for (let b = 0; b < n; b += 1) {
      let block;
      try {
        block = blockOf(pattern, a, b);
      } catch {
        continue;
      }
      // Rows are those of the later vertex.
      const [r, c] = block.turned ? [b, a] : [a, b];
      for (let x = 0; x < sizes[r]!; x += 1)
        for (let y = 0; y < sizes[c]!; y += 1)
          matrix[block.at + x * sizes[c]! + y] = dense[(first[r]! + x) * unknowns + first[c]! + y]!;
    }
  return { pattern, dense, matrix };
}
const solved = (f: Factor, pattern: Pattern, b: Float64Array): Float64Array => {
  const x = Float64Array.from(b);
  expect(x.length).toBe(pattern.unknowns);
  f.solve(x);
  return x;
};

describe('the order of elimination', () => {
  it('is of every vertex once, the same each time, and cuts a grid through its middle', () => {
    const n = 21 * 9;
    const couplings = new Couplings(n);
    const at = (i: number, k: number): number => i * 9 + k;
    for (let i = 0; i < 20; i += 1)
      for (let k = 0; k < 8; k += 1) couplings.clique([at(i, k), at(i + 1, k), at(i + 1, k + 1), at(i, k + 1)]);
    const places = Float64Array.from({ length: 3 * n }, (_, j) =>
      j % 3 === 0 ? Math.floor(j / 27) : j % 3 === 1 ? Math.floor(j / 3) % 9 : 0,
    );
    const graph = couplings.graph(new Int32Array(n).fill(5), places);
    const order = dissect(graph);
    expect([...order].sort((a, b) => a - b)).toEqual(Array.from({ length: n }, (_, v) => v));
    expect(dissect(graph)).toEqual(order);
    // The last nine are a column across the shorter way, near the middle.
    const columns = new Set([...order.slice(-9)].map((v) => Math.floor(v / 9)));
    expect(columns.size).toBe(1);
    expect(Math.abs([...columns][0]! - 10)).toBeLessThanOrEqual(4);
  });
});

describe('the factor of a sparse matrix', () => {
  it('solves what elimination with pivots solves, for any mesh', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 9 }), fc.integer({ min: 2, max: 7 }), fc.nat(1e6), (nx, ny, seed) => {
        const { pattern, dense, matrix } = model(nx, ny, seed);
        const next = numbers(seed + 1);
        const b = Float64Array.from({ length: pattern.unknowns }, next);
        const f = new PlainFactor(pattern);
        expect(f.factor(matrix)).toBe(-1);
        const x = solved(f, pattern, b);
        const known = solveDense(Float64Array.from(dense), Float64Array.from(b), pattern.unknowns, 1);
        const size = Math.max(...known.map(Math.abs));
        x.forEach((v, i) => expect(Math.abs(v - known[i]!)).toBeLessThan(1e-8 * size));
      }),
      { numRuns: 40 },
    );
  });
  it('factors again after other numbers, and answers the same to the last digit', () => {
    const one = model(8, 6, 5);
    const b = Float64Array.from({ length: one.pattern.unknowns }, numbers(9));
    const f = new PlainFactor(one.pattern);
    f.factor(one.matrix);
    const before = solved(f, one.pattern, b);
    f.factor(one.matrix.map((v) => 2 * v));
    solved(f, one.pattern, b).forEach((v, i) => expect(v).toBeCloseTo(before[i]! / 2, 9));
    f.factor(one.matrix);
    expect(solved(f, one.pattern, b)).toEqual(before);
  });
  it('is the same compiled as in plain JavaScript, to rounding', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 14 }), fc.integer({ min: 2, max: 9 }), fc.nat(1e6), (nx, ny, seed) => {
        const { pattern, matrix } = model(nx, ny, seed);
        const b = Float64Array.from({ length: pattern.unknowns }, numbers(seed + 1));
        const [plain, compiled] = [new PlainFactor(pattern), compiledFactor(pattern)!];
        expect([plain.factor(matrix), compiled.factor(matrix)]).toEqual([-1, -1]);
        const [x, y] = [solved(plain, pattern, b), solved(compiled, pattern, b)];
        const size = Math.max(...x.map(Math.abs));
        y.forEach((v, i) => expect(Math.abs(v - x[i]!)).toBeLessThan(1e-10 * size));
        // The same once more, to the last digit.
        expect([compiled.factor(matrix), solved(compiled, pattern, b)]).toEqual([-1, y]);
      }),
      { numRuns: 30 },
    );
  });
  it('is compiled from the source that stands beside it', async () => {
    const { compiled } = await import('../../../../scripts/build-ldl.mjs');
    expect(compiled()).toBe(LDL);
    expect(readFileSync(new URL('../../assembly/ldl.ts', import.meta.url), 'utf8')).toContain('export function factor');
  });
  it('names an unknown that nothing holds', () => {
    const { pattern, matrix } = model(5, 5, 3);
    const f = new PlainFactor(pattern);
    const { at } = blockOf(pattern, 12, 12);
    // The second unknown of vertex 12: all that is coupled to it away, and its own stiffness less than nothing.
    matrix[at + pattern.sizes[12]! + 1] = -5;
    expect(f.factor(matrix)).toBe(pattern.first[12]! + 1);
    expect(compiledFactor(pattern)!.factor(matrix)).toBe(pattern.first[12]! + 1);
  });
});
