import { describe, expect, it } from 'vitest';
import { groupHeight, lastPitch, pitches, printPitch, readPitch, rowDepths, tidyPitch, withRowCount } from './pitches.ts';

describe('rows at equal pitches', () => {
  const rows = { n1: 4, p1: 70 };
  it('lie at their multiples', () => {
    expect(pitches(rows)).toEqual([70, 70, 70]);
    expect(rowDepths(rows)).toEqual([0, 70, 140, 210]);
    expect(groupHeight(rows)).toBe(210);
  });
  it('come and go at the bottom', () => {
    expect(withRowCount(rows, 5)).toEqual({ n1: 5, p1: 70 });
    // One row has no pitch; the usual comes back with the second.
    expect(withRowCount({ n1: 1, p1: 0 }, 2)).toEqual({ n1: 2, p1: 70 });
  });
});

describe('rows at unequal pitches', () => {
  const rows = { n1: 4, p1: [60, 80, 90] };
  it('lie at their sums', () => {
    expect(rowDepths(rows)).toEqual([0, 60, 140, 230]);
    expect(groupHeight(rows)).toBe(230);
    expect(lastPitch(rows)).toBe(90);
  });
  it('keep what is left of their list, and repeat the last', () => {
    expect(withRowCount(rows, 3)).toEqual({ n1: 3, p1: [60, 80] });
    expect(withRowCount(rows, 5)).toEqual({ n1: 5, p1: [60, 80, 90, 90] });
    expect(withRowCount(rows, 2)).toEqual({ n1: 2, p1: 60 });
    expect(withRowCount(rows, 1)).toEqual({ n1: 1, p1: 0 });
  });
  it('are one number where they are equal', () => {
    expect(tidyPitch([70, 70])).toBe(70);
    expect(tidyPitch([70, 60])).toEqual([70, 60]);
    expect(tidyPitch([])).toBe(0);
  });
});

describe('a pitch as typed', () => {
  const rows = { n1: 4, p1: 70 };
  it('is one for all rows, or one for each spacing, which sets the rows', () => {
    expect(readPitch('75', rows)).toEqual({ n1: 4, p1: 75 });
    expect(readPitch(' 60 80  80', rows)).toEqual({ n1: 4, p1: [60, 80, 80] });
    expect(readPitch('60, 80', rows)).toEqual({ n1: 3, p1: [60, 80] });
    expect(readPitch('70 70 70 70', rows)).toEqual({ n1: 5, p1: 70 });
  });
  it('is nothing else', () => {
    for (const t of ['', 'wide', '60 -80', '0', '60 x']) expect([t, readPitch(t, rows)]).toEqual([t, null]);
  });
  it('reads back what it prints', () => {
    for (const p1 of [70, [60, 80, 82.5]]) expect(readPitch(printPitch(p1), rows)).toEqual({ n1: 4, p1 });
  });
});
