import { describe, expect, it } from 'vitest';
import { colourAt, greyOf } from './colours.ts';

describe('the scale of the field', () => {
  it('gets darker all the way, evenly enough to be read in grey', () => {
    const grey = Array.from({ length: 21 }, (_, i) => greyOf(colourAt(i / 20)));
    for (let i = 1; i < grey.length; i += 1) expect(grey[i]!).toBeLessThan(grey[i - 1]!);
    const steps = grey.slice(1).map((g, i) => grey[i]! - g);
    expect(Math.max(...steps) / Math.min(...steps)).toBeLessThan(4);
    expect([grey[0]! > 0.85, grey.at(-1)! < 0.12]).toEqual([true, true]);
  });
  it('ends at its ends, whatever is asked', () => {
    for (const x of [-1, Number.NaN]) expect(colourAt(x)).toEqual(colourAt(0));
    for (const x of [2, 1]) expect(colourAt(x)).toEqual(colourAt(1));
  });
});
