import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { chooseFew } from './choose.ts';

const X = Infinity;
/** Every choice of at most `most` columns: most rows served first, then the least cost. */
function byAll(costs: readonly (readonly number[])[], most: number): { unserved: number; total: number } {
  const width = costs[0]?.length ?? 0;
  let best = { unserved: X, total: X };
  for (let mask = 0; mask < 1 << width; mask += 1) {
    const set = Array.from({ length: width }, (_, c) => c).filter((c) => mask & (1 << c));
    if (set.length > most) continue;
    const least = costs.map((row) => Math.min(X, ...set.map((c) => row[c]!)));
    const unserved = least.filter((x) => x === X).length;
    const total = least.reduce((s, x) => s + (x === X ? 0 : x), 0);
    if (unserved < best.unserved || (unserved === best.unserved && total < best.total)) best = { unserved, total };
  }
  return best;
}

describe('a few details for many joints', () => {
  it('are the cheapest of each where there may be as many as there are joints', () => {
    const r = chooseFew(
      [
        [1, 5, 9],
        [4, 2, 9],
        [X, X, 3],
      ],
      3,
    );
    expect(r).toEqual({ picked: [0, 1, 2], serves: [0, 1, 2], total: 6, unserved: 0, proved: true });
  });
  it('are worth their price: two for three joints cost 8, not 6; one serves two of them', () => {
    const costs = [
      [1, 5, 9],
      [4, 2, 9],
      [X, X, 3],
    ];
    // With columns 0 and 2: 1 + 4 + 3. With 1 and 2: 5 + 2 + 3.
    expect(chooseFew(costs, 2)).toMatchObject({ picked: [0, 2], total: 8, unserved: 0 });
    // One alone: column 2 serves all three at 9 + 9 + 3.
    expect(chooseFew(costs, 1)).toMatchObject({ picked: [2], total: 21, unserved: 0 });
  });
  it('leave a joint out that nothing serves, and say so', () => {
    expect(chooseFew([[1], [X]], 3)).toEqual({ picked: [0], serves: [0, null], total: 1, unserved: 1, proved: true });
    expect(chooseFew([], 2)).toMatchObject({ picked: [], total: 0 });
    expect(chooseFew([[]], 2)).toMatchObject({ picked: [], unserved: 1 });
  });
  it('are what going through all of them finds', () => {
    const cost = fc.oneof({ weight: 4, arbitrary: fc.integer({ min: 1, max: 30 }) }, { weight: 1, arbitrary: fc.constant(X) });
    const tables = fc
      .tuple(fc.integer({ min: 1, max: 7 }), fc.integer({ min: 1, max: 9 }))
      .chain(([rows, columns]) =>
        fc.array(fc.array(cost, { minLength: columns, maxLength: columns }), { minLength: rows, maxLength: rows }),
      );
    fc.assert(
      fc.property(tables, fc.integer({ min: 1, max: 4 }), (costs, most) => {
        const r = chooseFew(costs, most);
        const all = byAll(costs, most);
        expect([r.proved, r.unserved, r.total]).toEqual([true, all.unserved, all.total]);
        expect(r.picked.length).toBeLessThanOrEqual(most);
        r.serves.forEach((c, j) => c !== null && expect(costs[j]![c]).toBeLessThan(X));
      }),
      { numRuns: 400 },
    );
  });
  it('never cost more when one more may be chosen', () => {
    const costs = Array.from({ length: 12 }, (_, j) => Array.from({ length: 30 }, (_c, c) => ((7 * j + 11 * c) % 23) + 1));
    const totals = [1, 2, 3, 4, 5, 6].map((k) => chooseFew(costs, k).total);
    expect(totals).toEqual([...totals].sort((a, b) => b - a));
  });
});
