import { describe, expect, it } from 'vitest';
import type { Combination } from '../../../actions/combination.ts';
import type { StrengthResult } from '../../../checks/check.ts';
import { INCH, KIP, KSI } from '../../../catalogue/index.ts';
import { basisOf, usualBasis } from '../../../standards/job-basis.ts';
import { aisc360 } from '../../../standards/aisc360/standard.ts';
import { validate } from '../../../validate/index.ts';
import { checkJoint } from '../../report.ts';
import { finPlate } from '../index.ts';
import type { FinPlateInput } from '../input.ts';

const inch = (x: number): number => Number((x * INCH).toPrecision(12));
const ksi = (x: number): number => Number((x * KSI).toPrecision(12));
const kip = (x: number): number => (x * KIP) / 1e3;
const steel = (f_y: number, f_u: number) => ({ f_y: ksi(f_y), f_u: ksi(f_u) });
const basis = (format = 'LRFD', settings: object = {}) =>
  basisOf({ basis: { ...usualBasis(aisc360), format, settings }, sections: [], steels: [] });

/** Case B of the basis: a coped beam on a conventional single plate, under shear and tension. */
const B: FinPlateInput = {
  beam: {
    h: inch(15.9),
    b: inch(5.53),
    tw: inch(0.275),
    tf: inch(0.44),
    r: inch(0.842 - 0.44),
    steel: steel(50, 65),
    notch: { type: 'single', l_n: inch(4.5), d_nt: inch(1.5) },
  },
  support: { type: 'beam_web', t: inch(0.4), d2: inch(20), steel: steel(50, 65) },
  plate: { t: inch(0.25), h: inch(8.5), e1: inch(1.25), e2: inch(1.5), steel: steel(50, 65), side: 'near' },
  fixing: 'bolted',
  web: { e2b: inch(1.75), top_to_bolt: inch(3) },
  gap: inch(0.5),
  bolts: {
    d: inch(0.75),
    cls: '120',
    n1: 3,
    n2: 1,
    p1: inch(3),
    p2: 0,
    threads_in_plane: true,
    category: 'A',
    friction: 'B',
    packing: 0,
  },
  weld: { s: inch(3 / 16) },
  holes: { plate: 'normal', web: 'normal' },
} as FinPlateInput;
const load = (V: number, N = 0): Combination => ({ name: 'C', V_Ed: kip(V), N_Ed: kip(N), N_tie: 0 });
const report = (input: FinPlateInput, c: Combination, b = basis()) =>
  checkJoint({ kind: 'fin-plate', input, combinations: [c] }, b);
const results = (input: FinPlateInput, c: Combination, b = basis()): Map<string, StrengthResult> =>
  new Map(report(input, c, b).combinations[0]!.checks.flatMap((x) => (x.type === 'strength' ? [[x.id, x]] : [])));

/** Demand and strength of a check under 36 and 9 kip, to four figures. */
function expectKips(input: FinPlateInput, id: string, demand: number, strength: number): void {
  const found = results(input, load(36, 9)).get(id)!;
  expect(found.demand / KIP / demand).toBeCloseTo(1, 4);
  expect(found.resistance / KIP / strength).toBeCloseTo(1, 4);
}

describe('case B of the basis, LRFD', () => {
  it.each<[string, number, number]>([
    ['sp-bolt-shear', 37.108, 47.153],
    ['sp-bolt-bearing', 37.108, 42.609],
    ['sp-plate-shear-yield', 36, 63.75],
    ['sp-plate-shear-rupture', 36, 42.961],
    ['sp-plate-block-shear', 36, 49.969],
    ['sp-plate-tension-yield', 9, 95.625],
    ['sp-plate-tension-rupture', 9, 71.602],
    ['sp-plate-block-shear-axial', 9, 67.336],
    ['sp-weld', 37.108, 75.238],
    ['sp-support-at-weld', 37.108, 198.9],
    ['web-shear-yield', 36, 118.8],
    ['web-shear-rupture', 36, 94.715],
    ['web-block-shear', 36, 56.977],
    ['web-block-shear-axial', 9, 74.07],
  ])('%s: %f against %f kip', (id, demand, strength) => expectKips(B, id, demand, strength));
  it.each<[string, number]>([
    ['sp-plate-block-shear-both', 0.73274],
    ['sp-plate-combined', 0.5725],
    ['web-block-shear-both', 0.64342],
    ['web-cope-combined', 0.28048],
  ])('%s: %f', (id, ratio) => expect(results(B, load(36, 9)).get(id)!.utilisation).toBeCloseTo(ratio, 4));
  it('web-cope-flexure: 180 against 859.84 kip-in', () => {
    const found = results(B, load(36, 9)).get('web-cope-flexure')!;
    expect([found.demand / KIP / INCH / 180, found.resistance / KIP / INCH / 859.84].map((x) => x.toFixed(4))).toEqual([
      '1.0000',
      '1.0000',
    ]);
  });
  it('is governed by bearing and tearout, breaks no rule, and is not whole: a girder web takes no axial force', () => {
    const r = report(B, load(36, 9));
    expect(r.combinations[0]!.governs).toBe('sp-bolt-bearing');
    expect(r.combinations[0]!.first!.multiple).toBeCloseTo(1 / 0.8709, 3);
    expect(r.brokenRules.map((x) => x.id)).toEqual([]);
    expect(r.missing.map((x) => x.id)).toEqual(
      ['sp-support-axial', 'clear-support'].filter((id) => r.missing.some((m) => m.id === id)),
    );
    expect(r.state).toBe('not-whole');
  });
  it('is slip-critical where it is asked to: C x 0.30 x 1.13 x 28, phi 1.00; class B 0.50; A307 can not be', () => {
    const critical = (friction: 'A' | 'B', cls = '120'): FinPlateInput => ({
      ...B,
      bolts: { ...B.bolts, category: 'C', friction, cls },
    });
    const [a, b] = [results(critical('A'), load(36)), results(critical('B'), load(36))];
    const C = a.get('sp-bolt-shear')!.resistance / (0.75 * 54 * (Math.PI / 4) * 0.75 ** 2 * KIP);
    expect(a.get('sp-bolt-slip')!.resistance / KIP).toBeCloseTo(C * 0.3 * 1.13 * 28, 6);
    expect(b.get('sp-bolt-slip')!.resistance / KIP).toBeCloseTo(C * 0.5 * 1.13 * 28, 6);
    expect(results(B, load(36)).has('sp-bolt-slip')).toBe(false);
    expect(() => results(critical('A', 'A307'), load(36))).toThrow(
      /^bolts\.category: C needs preloaded bolts, and class A307 can not be preloaded/,
    );
  });
  it('pulls a column web in yield lines: (F_y t_w^2/4)(4 sqrt(2 T a b (a + b))/(a b) + L (a + b)/(a b)), a = b', () => {
    const onWeb = {
      ...B,
      support: { type: 'column_web' as const, t: inch(0.4), d2: inch(10), steel: { f_y: ksi(50), f_u: ksi(65) } },
    };
    const [t_p, L] = [B.plate.t / INCH, B.plate.h / INCH];
    const a = (10 - t_p) / 2;
    const R = ((50 * 0.4 ** 2) / 4) * ((4 * Math.sqrt(2 * 10 * a * a * (2 * a))) / (a * a) + (L * 2 * a) / (a * a));
    for (const N of [9, -9]) {
      const found = results(onWeb, load(36, N)).get('sp-support-axial')!;
      expect([found.demand / KIP, found.resistance / KIP]).toEqual([expect.closeTo(9, 6), expect.closeTo(0.9 * R, 6)]);
    }
  });
  it('is a valid input, and reads from its line in inches', () => {
    expect(validate(finPlate.schema(), B)).toHaveProperty('value');
  });
});

/*
 * The same with two lines 3 in apart; holes 7/8 net. Web: A_gv = (1.5 + 6) 0.275 = 2.0625, A_nv = 2.0625 - 2.5 x 0.875 x 0.275 = 1.46094, A_nt =
 * (1.5 + 3 - 1.5 x 0.875) 0.275 = 0.87656, U_bs = 0.5: 0.75 (0.6 x 65 x 1.46094 + 0.5 x 65 x 0.87656) = 64.099.
 * Along the beam one plane in shear has A_nv = (4.5 - 1.3125) 0.275 = 0.87656: 34.186. Between the rows 2 x 34.186 + 65 (6 - 1.75) 0.275 = 144.341: 108.255 where
 * the beam has no cope; out to the cope, 1.5 over the first row, 34.186 + 65 (7.5 - 2.1875) 0.275 = 129.147: 96.860.
 * Plate, 1/4 in: A_nv = (7.25 - 2.1875) 0.25 = 1.26563, A_nt = (1.5 + 3 - 1.3125) 0.25 = 0.79688: 0.75 x 65 (0.6 x 1.26563 + 0.5 x 0.79688) = 56.443; along the
 * beam one plane 0.6 x 65 x 0.79688 = 31.078: out to one end 31.078 + 65 x 1.26563 = 113.344: 85.008, between the rows 131.219.
 */
describe('case B with two bolt lines: block shear by hand', () => {
  const two: FinPlateInput = { ...B, bolts: { ...B.bolts, n2: 2, p2: inch(3) } };
  const notched = (notch: FinPlateInput['beam']['notch']): FinPlateInput => ({ ...two, beam: { ...two.beam, notch } });
  const strength = (input: FinPlateInput, id: string, V = 36): number => results(input, load(V, 9)).get(id)!.resistance / KIP;
  it.each<[string, number, number]>([
    ['web-block-shear', 36, 64.099],
    ['web-block-shear-axial', 9, 96.86],
    ['sp-plate-block-shear', 36, 56.443],
    ['sp-plate-block-shear-axial', 9, 85.008],
  ])('%s: %f against %f kip', (id, demand, R) => expectKips(two, id, demand, R));
  it('a pull tears a block of the web out to its cope only where it has one', () => {
    expect(strength(notched({ type: 'none' }), 'web-block-shear-axial')).toBeCloseTo(108.255, 3);
    // The row nearest to the end of a narrow web counts: 15.9 - 5.65 - 9 = 1.25 under the last.
    const both = notched({ type: 'double', l_n: inch(4.5), d_nt: inch(1.5), d_nb: inch(5.65) });
    expect(strength(both, 'web-block-shear-axial')).toBeCloseTo(0.75 * (34.1859375 + 65 * (7.25 - 2.1875) * 0.275), 3);
    // Under uplift the cope is at the bottom.
    expect(strength(two, 'web-block-shear-axial', -36)).toBeCloseTo(96.86, 3);
  });
  it('counts it together with the reaction', () =>
    expect(results(two, load(36, 9)).get('web-block-shear-both')!.utilisation).toBeCloseTo(
      Math.hypot(36 / 64.099, 9 / 96.86),
      4,
    ));
  it('of one line stays between the rows: out to the cope the same block is stronger', () => {
    expect(strength(B, 'web-block-shear-axial')).toBeCloseTo(74.07, 2);
    // 11.395 + 65 (7.5 - 2.1875) 0.275 = 106.356: 79.77.
    expect(0.75 * (0.6 * 65 * (1.5 - 0.4375) * 0.275 + 65 * 5.3125 * 0.275)).toBeGreaterThan(74.07);
  });
});
