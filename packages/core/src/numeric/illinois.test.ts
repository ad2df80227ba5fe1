import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { illinois, type Stop } from './illinois.ts';

const stop: Stop = {
  near: (y) => Math.abs(y) < 1e-13,
  narrow: (a, b) => Math.abs(b - a) <= 1e-13 * Math.abs(b),
  halve: 8,
  most: 80,
};
const solve = (f: (x: number) => number, low: number, high: number, s = stop) =>
  illinois(f, { low, high, fLow: f(low), fHigh: f(high) }, s);

describe('a root by Illinois', () => {
  it('is found whichever way the function runs', () => {
    expect(solve((x) => x * x - 2, 0, 2).x).toBeCloseTo(Math.SQRT2, 12);
    expect(solve((x) => 2 - x * x, 0, 2).x).toBeCloseTo(Math.SQRT2, 12);
  });
  it('takes a handful of evaluations', () => {
    let n = 0;
    solve(
      (x) => {
        n += 1;
        return Math.exp(x) - 5;
      },
      0,
      4,
    );
    expect(n).toBeLessThan(16);
  });
  it('halves where the secants creep: a wall after a long flat', () => {
    const found = solve((x) => (x < 3 ? -1 : 10), 0, 100);
    expect(found.near).toBe(false);
    expect(found.low).toBeCloseTo(3, 6);
    expect(found.high).toBeCloseTo(3, 6);
  });
  it('keeps the root between its ends', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 9.9, noNaN: true }), fc.integer({ min: 1, max: 5 }), (root, power) => {
        const { low, high, x } = solve((t) => (t - root) ** (2 * power - 1), 0, 10, { ...stop, most: 12 });
        expect(low).toBeLessThanOrEqual(root + 1e-9);
        expect(high).toBeGreaterThanOrEqual(root - 1e-9);
        expect(x).toBeGreaterThanOrEqual(0);
        expect(x).toBeLessThanOrEqual(10);
      }),
    );
  });
});
