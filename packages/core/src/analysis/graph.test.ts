import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Couplings, dissect, type Graph } from './graph.ts';
import { patternOf } from './pattern.ts';

/** Nodes of a square grid of n by n, each coupled with the eight about it, five unknowns each; `tilt` turns its places. */
function grid(n: number, tilt = 0): Graph {
  const near = new Couplings(n * n);
  for (let i = 0; i + 1 < n; i += 1)
    for (let k = 0; k + 1 < n; k += 1) near.clique([i * n + k, i * n + k + 1, (i + 1) * n + k, (i + 1) * n + k + 1]);
  const [c, s] = [Math.cos(tilt), Math.sin(tilt)];
  const places = Float64Array.from({ length: 3 * n * n }, (_, j) => {
    const [x, y] = [Math.floor(j / 3) % n, Math.floor(j / 3 / n)];
    return [c * x - s * y, s * x + c * y, 0][j % 3]!;
  });
  return near.graph(new Int32Array(n * n).fill(5), places);
}
/** Work of the order in which its vertices are numbered, row by row: each row of unknowns waits for the one after it, 5 (n + 1) wide. */
const banded = (n: number): number => 5 * n * n * (5 * (n + 2)) ** 2;

describe('an order of elimination', () => {
  it('has each vertex once', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 60 }),
        fc.array(fc.tuple(fc.nat(59), fc.nat(59)), { maxLength: 200 }),
        fc.infiniteStream(fc.integer({ min: 0, max: 4 })),
        (n, edges, places) => {
          const near = new Couplings(n);
          for (const [a, b] of edges) near.clique([a % n, b % n]);
          const at = Float64Array.from({ length: 3 * n }, () => places.next().value as number);
          const order = dissect(near.graph(new Int32Array(n).fill(5), at));
          expect([...order].sort((a, b) => a - b)).toEqual(Array.from({ length: n }, (_, v) => v));
        },
      ),
    );
  });

  it('of a grid has half the share of a band at twice the size, as it should: some 0.39 at 40', () => {
    const share = (n: number): number => patternOf(grid(n)).work / banded(n);
    expect(share(40)).toBeLessThan(0.42);
    for (const n of [20, 40]) expect(share(2 * n) / share(n)).toBeLessThan(0.62);
  });

  it('cuts where little is between, though that lies aslant: two grids that one node joins', () => {
    const [n, m] = [14, 14 * 14];
    const near = new Couplings(2 * m + 1);
    for (const from of [0, m])
      for (let i = 0; i + 1 < n; i += 1)
        for (let k = 0; k + 1 < n; k += 1)
          near.clique([i * n + k, i * n + k + 1, (i + 1) * n + k, (i + 1) * n + k + 1].map((v) => v + from));
    near.clique([m - 1, 2 * m]);
    near.clique([m, 2 * m]);
    // One grid lies over the other: no straight cut tells them apart.
    const places = Float64Array.from({ length: 3 * (2 * m + 1) }, (_, j) => {
      const v = Math.floor(j / 3) % m;
      return [v % n, Math.floor(v / n), 0][j % 3]!;
    });
    const both = patternOf(near.graph(new Int32Array(2 * m + 1).fill(5), places)).work;
    const alone = patternOf(grid(n)).work;
    expect(both).toBeLessThan(4 * alone);
  });

  it('of a grid that is turned is not much worse than of one that is not', () => {
    expect(patternOf(grid(30, 0.4)).work).toBeLessThan(1.6 * patternOf(grid(30)).work);
  });
});
