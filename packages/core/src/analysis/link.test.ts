import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { answer, force, stateOf, stiff, type Law } from './link.ts';

const at = (law: Law, d: readonly number[], before = new Float64Array(5)) => {
  const after = new Float64Array(5);
  answer(law, Float64Array.from(d), before, after, 0);
  return { F: [...force.slice(0, d.length)], K: [...stiff], after };
};
const BOLT: Law = { type: 'bolt', k_t: 800e3, k_v: 150e3, T: 141120, V: 94080 };
const WELD: Law = { type: 'ellipsoid', k: 80e3, c: [2, 2, 3], R: 2000 };
const CASES: readonly (readonly [string, Law, number, number])[] = [
  ['bolt axis', { type: 'tension', k: 800e3, limit: 160e3 }, 1, 1],
  ['contact', { type: 'compression', k: 5e4, limit: 900, slope: 1e-4 }, 1, 0.05],
  ['weld', WELD, 3, 0.1],
  ['shear plane', { type: 'ellipsoid', k: 150e3, c: [1, 1], R: 94e3 }, 2, 2],
  ['bolt', BOLT, 3, 1.5],
  ['slot', { type: 'ellipsoid', k: 150e3, c: [1, 2.7], R: 60e3, free: [3, 0] }, 2, 6],
  ['slot with clearance', { type: 'ellipsoid', k: 150e3, c: [1, 2.7], R: 60e3, free: [3, 0.5] }, 2, 4],
];

describe('the laws of links', () => {
  it.each(CASES)('have the stiffness of their force: %s', (_, law, n, most) => {
    const part = fc.array(fc.double({ min: -most, max: most, noNaN: true }), { minLength: n, maxLength: n });
    fc.assert(
      fc.property(part, part, (first, d) => {
        const before = at(law, first).after;
        const { F, K } = at(law, d, before);
        const step = most * 1e-7;
        const slopes = d.map((_v, j) => {
          const moved = (by: number) =>
            at(
              law,
              d.map((v, i) => (i === j ? v + by : v)),
              before,
            ).F;
          const [up, down] = [moved(step), moved(-step)];
          return { up: up.map((v, i) => (v - F[i]!) / step), down: down.map((v, i) => (F[i]! - v) / step) };
        });
        const big = Math.max(...K.map(Math.abs));
        // On a corner of the law the two sides differ; elsewhere both are the stiffness.
        fc.pre(slopes.every((s) => s.up.every((v, i) => Math.abs(v - s.down[i]!) < 1e-3 * big)));
        slopes.forEach(({ up, down }, j) =>
          up.forEach((v, i) => expect(Math.abs((v + down[i]!) / 2 - K[5 * i + j]!)).toBeLessThan(2e-3 * big)),
        );
      }),
      { numRuns: 200 },
    );
  });
  it.each(CASES)('never go backwards (convex): %s', (_, law, n, most) => {
    const part = fc.array(fc.double({ min: -most, max: most, noNaN: true }), { minLength: n, maxLength: n });
    fc.assert(
      fc.property(part, part, part, (first, a, b) => {
        const before = at(law, first).after;
        const [Fa, Fb] = [at(law, a, before).F, at(law, b, before).F];
        expect(a.reduce((s, v, i) => s + (v - b[i]!) * (Fa[i]! - Fb[i]!), 0)).toBeGreaterThan(-1e-6);
      }),
    );
  });
  it('hold a bolt at its resistance in tension, in shear, and on the line between', () => {
    const [T, V] = [141120, 94080];
    // Far along each way: what is beyond is the small spring beside it (1e-4 k d).
    expect(at(BOLT, [1, 0, 0]).F[0]! - 80).toBeCloseTo(T, 6);
    expect(at(BOLT, [0, 2, 0]).F[1]! - 30).toBeCloseTo(V, 6);
    const { F } = at(BOLT, [0.4, 1.2, 0.9]);
    const [t, v] = [F[0]! - 32, Math.hypot(F[1]! - 18, F[2]! - 13.5)];
    expect(v / V + t / (1.4 * T)).toBeCloseTo(1, 9);
    // Full tension leaves V (1 - 1/1.4).
    expect(Math.hypot(...at(BOLT, [3, 0.01, 0]).F.slice(1))).toBeLessThanOrEqual(V * (1 - 1 / 1.4) + 1);
  });
  it('hold a weld on its ellipsoid: R/sqrt2 across, R/sqrt3 along', () => {
    expect(at(WELD, [1, 0, 0]).F[0]! - 8).toBeCloseTo(2000 / Math.SQRT2, 6);
    expect(at(WELD, [0, 0, 1]).F[2]! - 8).toBeCloseTo(2000 / Math.sqrt(3), 6);
    const d = [0.05, -0.03, 0.08];
    const F = at(WELD, d).F.map((f, i) => f - 8 * d[i]!);
    expect(2 * F[0]! ** 2 + 2 * F[1]! ** 2 + 3 * F[2]! ** 2).toBeCloseTo(4e6, 2);
  });
  it('hold a bolt in a slot by its side alone, and by its end when it has gone along it; both together on an ellipse', () => {
    const SLOT: Law = { type: 'ellipsoid', k: 100e3, c: [1, 4], R: 60e3, free: [3, 0] };
    expect(Math.abs(at(SLOT, [2.9, 0]).F[0]!)).toBeLessThan(1);
    // 0.2 mm past the end and 0.1 mm on the side: 20 and 10 kN.
    const { F } = at(SLOT, [-3.2, 0.1]);
    expect(F[0]! / 1e3).toBeCloseTo(-20, 1);
    expect(F[1]! / 1e3).toBeCloseTo(10, 1);
    expect(at(SLOT, [0, 2]).F[1]! / 1e3).toBeCloseTo(30, 1);
    expect(at(SLOT, [5, 0]).F[0]! / 1e3).toBeCloseTo(60, 1);
    const both = at(SLOT, [4, 2]).F;
    expect(Math.hypot(both[0]!, 2 * both[1]!) / 60e3).toBeCloseTo(1, 2);
  });
  it.each(CASES)('asked again from where they came to are as they were: %s', (_, law, n, most) => {
    const d = Array.from({ length: n }, (_v, i) => (i === 1 ? -0.7 : 0.9) * most);
    const first = at(law, d);
    const again = at(law, d, first.after);
    again.F.forEach((f, i) => expect(Math.abs(f - first.F[i]!)).toBeLessThan(1e-6 * Math.max(1, Math.abs(first.F[i]!))));
    again.after.forEach((v, i) => expect(v).toBeCloseTo(first.after[i]!, 9));
  });
  it('unload along the first stiffness, and remember what was plastic', () => {
    const law: Law = { type: 'tension', k: 1000, limit: 100 };
    const { after } = at(law, [1.1]);
    expect(after[0]).toBeCloseTo(1, 3);
    expect(at(law, [1.05], after).F[0]! / 50).toBeCloseTo(1, 2);
    expect(at(law, [0.9], after).F[0]).toBeCloseTo(-1e-5, 5);
    expect(CASES.map(([, l]) => stateOf(l))).toEqual([1, 0, 3, 3, 3, 3, 3]);
  });
});
