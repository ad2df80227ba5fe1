import { describe, expect, it } from 'vitest';
import { filletSymbol } from './symbols.ts';
import type { Item, PathItem } from './items.ts';

const SHELF = [100, 50] as const;
const symbol = (by: 'ISO 2553' | 'AWS A2.4', sides: 1 | 2): Item[] => filletSymbol([120, 70], SHELF, '1/4', 'weld', by, sides);
/** Closed triangles of the symbol, over (-1) or under (1) the reference line; the arrow's head has no outline. */
const triangles = (items: readonly Item[]): (1 | -1)[] =>
  items.flatMap((i) =>
    i.k === 'path' && i.closed && i.line === 'thin' ? [i.points.some(([, y]) => y < SHELF[1]) ? -1 : 1] : [],
  );
const dashed = (items: readonly Item[]): PathItem[] => items.filter((i): i is PathItem => i.k === 'path' && i.line === 'hidden');

describe('the symbol of a fillet on the arrow side', () => {
  it('stands over the line with a dashed line under it in ISO 2553', () => {
    expect(triangles(symbol('ISO 2553', 1))).toEqual([-1]);
    expect(dashed(symbol('ISO 2553', 1)).map((d) => d.points[0]![1] > SHELF[1])).toEqual([true]);
  });
  it('stands under the line, alone, in AWS A2.4', () => {
    expect(triangles(symbol('AWS A2.4', 1))).toEqual([1]);
    expect(dashed(symbol('AWS A2.4', 1))).toEqual([]);
    const size = symbol('AWS A2.4', 1).find((i) => i.k === 'text')!;
    expect(size.k === 'text' && size.at[1] > SHELF[1] && size.at[0] < SHELF[0]).toBe(true);
  });
  it('has its upright leg to the left', () => {
    for (const by of ['ISO 2553', 'AWS A2.4'] as const)
      for (const i of symbol(by, 1))
        if (i.k === 'path' && i.closed && i.line === 'thin') {
          const left = Math.min(...i.points.map((p) => p[0]));
          expect(i.points.filter((p) => p[0] === left)).toHaveLength(2);
        }
  });
});
it('on both sides it is the same in both: twice, with the size at each', () => {
  for (const by of ['ISO 2553', 'AWS A2.4'] as const) {
    expect(triangles(symbol(by, 2)).sort()).toEqual([-1, 1]);
    expect(dashed(symbol(by, 2))).toEqual([]);
    expect(symbol(by, 2).filter((i) => i.k === 'text' && i.text === '1/4')).toHaveLength(2);
  }
});
