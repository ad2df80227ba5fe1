import { describe, expect, it } from 'vitest';
import { GroupBond } from './bond.ts';
import { block, worked } from './hand.testing.ts';
import { ConcreteInteraction } from './interaction.ts';
import { PryOut } from './pryout.ts';
import { EdgeLoops, HangerBars } from './reinforcement.ts';
import { Splitting } from './splitting.ts';
import { LeverArmShear, SteelShear, type SteelInShear } from './steel-shear.ts';

const NONE = { y: 0, z: 0 };
const along = (...zs: number[]) => zs.map((z) => ({ y: 0, z }));

describe('bond of anchors, EN 1992-4, 7.2.1.6', () => {
  const bonded = (zs: readonly number[], set: Parameters<typeof block>[1] = {}) =>
    block(along(...zs), { ...set, type: 'bonded' });
  // N0 = 8 x pi x 24 x 200 = 120.637 kN; s_cr = min(600, 7.3 x 24 x sqrt(12) = 606.9) = 600.
  const N0 = 120_637.16;

  it('of one is its surface, less near an edge', () => {
    const { r, of } = worked({}, (s) => new GroupBond(s));
    const m = bonded([0]);
    expect(of.reach(r, m)).toBe(600);
    expect(of.one(r, m)).toBeCloseTo(N0, 0);
    expect(of.design(r, m, [0], NONE)).toBeCloseTo(N0 / 1.5, 0);
    // c = 150: A/A0 = 450/600, psi_s = 0.7 + 0.3 x 150/300 = 0.85.
    expect(of.work(r, bonded([0], { faces: { z2: 150 } }), [0], NONE)).toBeCloseTo(N0 * 0.75 * 0.85, 0);
  });

  it('of close ones is helped by the group and hurt by what is off its middle', () => {
    const { r, of } = worked({}, (s) => new GroupBond(s));
    // tau_c = 7.7 x sqrt(200 x 25)/(pi x 24) = 7.2213 < 8: psi_g0 = max(1, 1.41421 - 0.41421 x 1.1660) = 1; A/A0 = 750/600.
    expect(of.work(r, bonded([-75, 75]), [0, 1], NONE)).toBeCloseTo(N0 * 1.25, 0);
    expect(of.work(r, bonded([-75, 75]), [0, 1], { y: 0, z: 37.5 })).toBeCloseTo((N0 * 1.25) / 1.125, 0);
    expect(of.work(r, bonded([-75, 75]), [0, 1], { y: 30, z: 0 })).toBeCloseTo((N0 * 1.25) / 1.1, 0);
    // tau = 4: N0 half; (4/7.2213)^1.5 = 0.41225; psi_g0 = 1.41421 - 0.41421 x 0.41225 = 1.243454; psi_g = 1.243454 - 0.5 x 0.243454.
    const weak = worked({ tau_Rk: 4 }, (s) => new GroupBond(s));
    expect(weak.of.work(weak.r, bonded([-75, 75]), [0, 1], NONE)).toBeCloseTo((N0 / 2) * 1.25 * 1.121727, -1);
    // Three, with gaps of 100 and 200: 150 on the mean; A/A0 = 900/600; psi_g0 = 1.732051 - 0.732051 x 0.41225 = 1.430263.
    expect(weak.of.work(weak.r, bonded([0, 100, 300]), [0, 1, 2], NONE)).toBeCloseTo((N0 / 2) * 1.5 * 1.215131, -1);
  });

  it('falls under load that stays, past what the product allows, and reaches less far then', () => {
    const { r, of } = worked({ alpha_sus: 0.9, psi_sus_0: 0.6 }, (s) => new GroupBond(s));
    const lasting = { product: { alpha_sus: 0.9, psi_sus_0: 0.6 } };
    // psi_sus = 0.6 + 1 - 0.9 = 0.7; s_cr = 7.3 x 24 x sqrt(8.4) = 507.78.
    expect(of.one(r, bonded([0], lasting))).toBeCloseTo(N0 * 0.7, 0);
    expect(of.reach(r, bonded([0], lasting))).toBeCloseTo(507.78, 2);
    const allowed = { product: { alpha_sus: 0.6, psi_sus_0: 0.6 } };
    expect(of.one(r, bonded([0], allowed))).toBeCloseTo(N0, 0);
  });
});

describe('splitting, EN 1992-4, 7.2.1.7', () => {
  // Cone of one 7.7 x 5 x 200^1.5 = 108.894 kN; pull-out 7.5 x 1511.1 x 25 = 283.332 kN; s_cr = 600.
  const CONE = 108_894.44;
  it('takes the lesser of pull-out and cone, the group, and at most twice of it in a deep block', () => {
    const { r, of } = worked({}, (s) => new Splitting(s));
    const two = block(along(-75, 75));
    expect(of.work(r, two, [0, 1], [1, 1], () => NaN)).toBeCloseTo((CONE * 1.25 * 2) / 1.5, 0);
    expect(of.work(r, two, [0, 1], [3, 1], () => NaN)).toBeCloseTo((CONE * 1.25 * 2) / 1.125 / 1.5, 0);
    // A bar without a head: its bond where that is less.
    const bar = block(along(0), { type: 'straight' });
    expect(of.work(r, bar, [0], [1], () => 60e3)).toBeCloseTo((60e3 * 2) / 1.5, 0);
    expect(of.work(r, bar, [0], [1], () => 600e3)).toBeCloseTo((CONE * 2) / 1.5, 0);
    const small = worked({ a_h: 26 }, (s) => new Splitting(s));
    // A_h = pi/4 (26^2 - 24^2) = 78.54: 7.5 x 78.54 x 25 = 14.726 kN.
    expect(small.of.work(small.r, block(along(0)), [0], [1], () => NaN)).toBeCloseTo((14_726.2 * 2) / 1.5, 0);
  });

  it('is helped by the depth of the block no more than an edge allows', () => {
    const at = (c: number, H: number): number => {
      const { r, of } = worked({ H }, (s) => new Splitting(s));
      return of.work(r, block(along(0), { H, faces: { z2: c } }), [0], [1], () => NaN);
    };
    // c = 150: A/A0 = 0.75, psi_s = 0.85; limit ((200 + 225)/300)^(2/3) = 1.261371.
    const edge = (CONE * 0.75 * 0.85) / 1.5;
    expect(at(150, Infinity)).toBeCloseTo(edge * 1.261371, 0);
    expect(at(150, 1000)).toBeCloseTo(edge * 1.261371, 0);
    // H = 360: 1.2^(2/3) = 1.129243.
    expect(at(150, 360)).toBeCloseTo(edge * 1.129243, 0);
    // No edge: (600/300)^(2/3) = 1.587401, and never over 2.
    const { r, of } = worked({ H: 600 }, (s) => new Splitting(s));
    expect(of.work(r, block(along(0), { H: 600 }), [0], [1], () => NaN)).toBeCloseTo((CONE * 1.587401) / 1.5, 0);
  });
});

describe('pry-out, EN 1992-4, 7.2.2.4', () => {
  it('is k_8 times the cone or the bond of the group, the lesser', () => {
    const { r, of } = worked({ k_8: 2 }, (s) => new PryOut(s));
    const m = block(along(-75, 75));
    const cone = 136_118.05;
    expect(of.work(r, m, 50e3, 0, false, null)).toBeCloseTo((2 * cone) / 1.5, 0);
    // 60 mm off the centroid: 1/(1 + 120/600).
    expect(of.work(r, m, 50e3, 60, false, null)).toBeCloseTo((2 * cone) / 1.2 / 1.5, 0);
    expect(of.work(r, m, 50e3, 0, true, null)).toBeCloseTo((0.75 * 2 * cone) / 1.5, 0);
    expect(of.work(r, m, 50e3, 60, false, (e) => 1e3 * e)).toBeCloseTo((2 * 60e3) / 1.5, 0);
    expect(of.work(r, m, 50e3, 0, false, () => 1e9)).toBeCloseTo((2 * cone) / 1.5, 0);
  });
});

describe('anchor steel in shear, EN 1992-4, 7.2.2.3', () => {
  const usual: SteelInShear = { hard: false, reduced: false, clamped: false, free: false, brittle: false, anchors: 4 };
  // V0 = 0.6 x 353 x 800 = 169.44 kN; gamma = max(800/640, 1.25).
  it('without a lever arm', () => {
    const { r, of } = worked({}, (s) => new SteelShear(s));
    expect(of.work(r, 10e3, usual)).toBeCloseTo(169_440 / 1.25, 6);
    expect(of.work(r, 10e3, { ...usual, hard: true })).toBeCloseTo(169_440 / 1.5, 6);
    expect(of.work(r, 10e3, { ...usual, reduced: true })).toBeCloseTo((169_440 * 0.7) / 1.25, 6);
    const soft = worked({ f_ub: 400, f_yb: 240 }, (s) => new SteelShear(s));
    // 400/240 = 1.6667.
    expect(soft.of.work(soft.r, 10e3, usual)).toBeCloseTo(84_720 / (400 / 240), 6);
    const brittle = worked({ k_7: 0.8 }, (s) => new SteelShear(s));
    expect(brittle.of.work(brittle.r, 10e3, usual)).toBeCloseTo((0.8 * 169_440) / 1.25, 6);
  });

  it('with one, beside tension; its multiple is where both together use it up', () => {
    const { r, of } = worked({}, (s) => new LeverArmShear(s));
    // d_s = sqrt(4 x 353/pi) = 21.2005; W = pi x 21.2005^3/32 = 935.48; M0 = 1.2 x 935.48 x 800 = 898.06 Nm; l = 12 + 30 + 12.5 = 54.5.
    const M0 = 898_061;
    expect(of.work(r, 5e3, 0, usual)).toBeCloseTo((2 * M0) / 54.5 / 1.25, -1);
    expect(of.work(r, 5e3, 0, { ...usual, free: true })).toBeCloseTo(M0 / 54.5 / 1.25, -1);
    expect(of.work(r, 5e3, 0, { ...usual, clamped: true })).toBeCloseTo((2 * M0) / 42.5 / 1.25, -1);
    expect(of.work(r, 5e3, 0, { ...usual, hard: true })).toBeCloseTo((2 * M0) / 54.5 / 1.5, -1);
    expect(of.work(r, 5e3, 60e3, usual)).toBeCloseTo((0.6 * 2 * M0) / 54.5 / 1.25, -1);
    expect(of.work(r, 5e3, 151e3, usual)).toBe(0);
    for (const [V, N] of [
      [5e3, 60e3],
      [5e3, 0],
      [1e3, 140e3],
    ] as const) {
      of.work(r, V, N, usual);
      const k = of.multiple(r, V, N, 150e3, usual);
      // At that multiple of both it is just used up.
      expect(of.work(r, k * V, k * N, usual)).toBeCloseTo(k * V, 3);
    }
    // With hardly an arm the shear itself governs, of several brittle ones at 0.8 of it.
    const short = worked({ t_g: 0, t_p: 1 }, (s) => new LeverArmShear(s));
    const held = { ...usual, clamped: true };
    expect(short.of.work(short.r, 5e3, 0, held)).toBeCloseTo(169_440 / 1.25, 6);
    expect(short.of.multiple(short.r, 5e3, 0, 150e3, held)).toBeCloseTo(169_440 / 1.25 / 5e3, 9);
    expect(short.of.multiple(short.r, 5e3, 0, 150e3, { ...held, brittle: true })).toBeCloseTo((0.8 * 169_440) / 1.25 / 5e3, 9);
    expect(short.of.multiple(short.r, 5e3, 0, 150e3, { ...held, brittle: true, anchors: 1 })).toBeCloseTo(27.1104, 4);
    expect(short.of.multiple(short.r, 0, 5e3, 150e3, held)).toBe(1e6);
  });
});

describe('tension with shear, EN 1992-4, 7.2.3', () => {
  it('takes the better of both sums, and is used up at its multiple', () => {
    const { r, of } = worked({}, (s) => new ConcreteInteraction(s));
    // 0.5 and 0.5: 2 x 0.5^1.5 = 0.7071 against 1/1.2 = 0.8333. 0.9 and 0.2: 0.8538 + 0.0894 = 0.9433 against 0.9167, which is more than 0.9.
    expect(of.work(r, 0.5, 0.5, false).value).toBeCloseTo(0.70711, 5);
    expect(of.work(r, 0.9, 0.2, false).value).toBeCloseTo(0.91667, 5);
    expect(of.work(r, 0.9, 0.05, false).value).toBe(0.9);
    // With bars for one of them: 0.3^(2/3) + 0.4^(2/3) = 0.44814 + 0.54288.
    expect(of.work(r, 0.3, 0.4, true).value).toBeCloseTo(0.99102, 4);
    for (const bars of [false, true])
      for (const [N, V] of [
        [0.5, 0.5],
        [0.9, 0.2],
        [0.2, 0.9],
        [0.05, 0.4],
        [0.3, 0],
        [1.4, 1.1],
      ] as const) {
        const { multiple } = of.work(r, N, V, bars);
        expect(of.work(r, N * multiple, V * multiple, bars).value).toBeCloseTo(1, 9);
      }
  });
});

describe('bars across the body that would break out', () => {
  it('hang by their steel or by their bond, the lesser', () => {
    const { r, of } = worked({}, (s) => new HangerBars(s));
    // Steel: 4 x 113.097 x 500/1.15 = 196.69 kN; bond: 2.25 x 1 x 1.2 = 2.7; 4 x 150 x pi x 12 x 2.7 = 61.07 kN, over 0.7 with hooks 87.25.
    expect(of.work(r, false)).toBeCloseTo(61_072.6, 0);
    expect(of.work(r, true)).toBeCloseTo(61_072.6 / 0.7, 0);
    const long = worked({ l_re: 900 }, (s) => new HangerBars(s));
    expect(long.of.work(long.r, true)).toBeCloseTo(196_691, 0);
  });

  it('loop round an edge with more than the shear, by their lever', () => {
    const { r, of } = worked({}, (s) => new EdgeLoops(s));
    // z = 0.85 x min(400, 2 x 120) = 204; N = (40/204 + 1) x 20 = 23.922 kN.
    const loops = of.work(r, 20e3, 120, true);
    expect(loops.demand).toBeCloseTo(23_921.57, 1);
    // Bond: 2.25 x 0.7 x 1.2 = 1.89; 3 x 120 x pi x 14 x 1.89/0.7 = 42.75 kN; straight 29.93.
    expect(loops.resistance).toBeCloseTo(42_750.8, 0);
    expect(of.work(r, 20e3, 120, false).resistance).toBeCloseTo(29_925.6, 0);
    // z = 0.85 x 400 where the edge is far.
    expect(of.work(r, 20e3, 500, true).demand).toBeCloseTo(20e3 * (40 / 340 + 1), 6);
    // Steel, at 600 at most: 3 x 153.938 x 600/1.15 = 240.95 kN.
    const long = worked({ l_lo: 9000 }, (s) => new EdgeLoops(s));
    expect(long.of.work(long.r, 20e3, 120, true).resistance).toBeCloseTo(240_946, 0);
  });
});
