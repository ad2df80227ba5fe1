import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { KAPPA } from './element.ts';
import { layer, LAYER, NINE, resultants, section, SEVEN, stiffness, stress, tangent, vonMises, type Steel } from './material.ts';

const S275: Steel = { E: 210000, nu: 0.3, fy: 275, H: 0 };
const virgin = (): Float64Array => new Float64Array(LAYER);
function answer(e: readonly number[], steel: Steel, before = virgin()) {
  const after = virgin();
  const yields = layer(Float64Array.from(e), steel, before, 0, after, 0);
  return { yields, s: [...stress], D: [...tangent], after };
}

describe('a layer of steel', () => {
  it.each([
    [[0.002, 0.0005, 0.001, 0, 0], 0, [304.6082, 177.0688, 42.5131, 0, 0], 0.00102128],
    [[0.004, 0, 0.001, 0.0008, -0.0004], 0, [311.6065, 137.164, 21.8053, 16.5506, -8.2753], 0.00306895],
    [[0.004, 0, 0.001, 0.0008, -0.0004], 2100, [318.7642, 139.8455, 22.3648, 16.953, -8.4765], 0.0030324],
  ])('answers %j with H %d as known', (e, H, s, alpha) => {
    const { s: got, after, yields } = answer(e, { ...S275, H });
    expect(yields).toBe(true);
    s.forEach((v, k) => expect(got[k]).toBeCloseTo(v, 3));
    expect(after[5]).toBeCloseTo(alpha, 7);
    expect(vonMises(got)).toBeCloseTo(275 + H * after[5]!, 6);
  });
  it('is Hooke below yield: 0.0005 along x', () => {
    const { s, yields } = answer([0.0005, 0, 0, 0.0002, 0], S275);
    expect(yields).toBe(false);
    // E/(1 - nu^2) 0.0005 = 115.3846; nu of it across; kappa G 0.0002 = 13.4615.
    [115.3846, 34.6154, 0, (KAPPA * 210000 * 0.0002) / 2.6, 0].forEach((v, k) => expect(s[k]).toBeCloseTo(v, 4));
  });
  it('asked again from where it came to is as it was, and yields no more: hardened to f_y + H alpha', () => {
    const steel = { ...S275, H: 2100 };
    const e = [0.012, -0.004, 0.003, 0.001, 0];
    const first = answer(e, steel);
    const again = answer(e, steel, first.after);
    again.s.forEach((v, k) => expect(v).toBeCloseTo(first.s[k]!, 6));
    expect(again.after[5]).toBeCloseTo(first.after[5]!, 9);
    expect(vonMises(first.s)).toBeCloseTo(275 + 2100 * first.after[5]!, 6);
    // A hair less strain is elastic from there.
    expect(
      answer(
        e.map((v) => v * 0.9999),
        steel,
        first.after,
      ).yields,
    ).toBe(false);
  });
  it('has the tangent of its stress, for any strain after any other', () => {
    const part = fc.double({ min: -0.004, max: 0.004, noNaN: true });
    const five = fc.array(part, { minLength: 5, maxLength: 5 });
    fc.assert(
      fc.property(five, five, fc.constantFrom(0, 21, 2100), (first, second, H) => {
        const steel = { ...S275, H };
        const before = answer(first, steel).after;
        const { D, s, after } = answer(second, steel, before);
        for (let k = 0; k < 5; k += 1) {
          const moved = (by: number) =>
            answer(
              second.map((v, i) => (i === k ? v + by : v)),
              steel,
              before,
            );
          const [plus, minus] = [moved(1e-8), moved(-1e-8)];
          // Where it begins to yield between the two, the stress has a corner and no tangent.
          if (plus.yields !== minus.yields) continue;
          for (let i = 0; i < 5; i += 1) expect(Math.abs((plus.s[i]! - minus.s[i]!) / 2e-8 - D[5 * i + k]!)).toBeLessThan(30);
        }
        expect(vonMises(s)).toBeLessThanOrEqual((275 + H * after[5]!) * (1 + 1e-9));
        expect(after[5]).toBeGreaterThanOrEqual(before[5]!);
      }),
      { numRuns: 300 },
    );
  });
});

describe('a section of layers', () => {
  const through = (g: readonly number[], t: number, steel = S275, rule = NINE) => {
    const n = rule.z.length * LAYER;
    const [before, after] = [new Float64Array(n), new Float64Array(n)];
    const yields = section(g, 0, t, steel, rule, before, 0, after, 0);
    return { yields, R: [...resultants], C: [...stiffness] };
  };
  it('has weights that add up to one and integrate z^2', () => {
    for (const { z, weight } of [NINE, SEVEN]) {
      expect(weight.reduce((a, b) => a + b)).toBeCloseTo(1, 14);
      expect(z.reduce((s, v, i) => s + v * v * weight[i]!, 0)).toBeCloseTo(1 / 3, 14);
      expect([z[0], z.at(-1)]).toEqual([-1, 1]);
    }
  });
  it('is elastic as a plate is: n = E t/(1-nu^2), m = E t^3/12(1-nu^2)', () => {
    const { R, yields } = through([1e-4, 0, 0, 0, 1e-6, 0, 0, 1e-4], 10);
    expect(yields).toBe(false);
    const [d, D] = [(210000 * 10) / 0.91, (210000 * 1000) / 12 / 0.91];
    [d * 1e-4, 0.3 * d * 1e-4, 0, 0.3 * D * 1e-6, D * 1e-6, 0, 0, (KAPPA * 210000 * 10 * 1e-4) / 2.6].forEach((v, k) =>
      expect(R[k]).toBeCloseTo(v, 6),
    );
  });
  it('reaches the plastic moment fy t^2/4 exactly in pure bending, and fy t in tension', () => {
    // Free to contract: ky = -kx/2 in the plastic range gives uniaxial stress nearly; the twist 2 tau = fy/sqrt3 is exact.
    const twist = through([0, 0, 0, 0, 0, 0.05, 0, 0], 12);
    expect(twist.R[5]).toBeCloseTo(((275 / Math.sqrt(3)) * 144) / 4, 4);
    const shear = through([0, 0, 0.05, 0, 0, 0, 0, 0], 12);
    expect(shear.R[2]).toBeCloseTo((275 / Math.sqrt(3)) * 12, 6);
  });
  it('is within 2.2 % of the plastic moment that a force leaves: twist with shear in the plane', () => {
    // Rigid-plastic: n/n_pl = 2 c/t, m/m_pl = 1 - (n/n_pl)^2 with the neutral layer c off the middle.
    for (const off of [0.1, 0.25, 0.37, 0.5, 0.66, 0.8, 0.95]) {
      const { R } = through([0, 0, 6 * off * 0.01, 0, 0, 0.01, 0, 0], 12);
      const k = 275 / Math.sqrt(3);
      const n = R[2]! / (k * 12);
      expect(Math.abs(R[5]! / ((k * 144) / 4) - (1 - n * n))).toBeLessThan(0.045);
    }
  });
});
