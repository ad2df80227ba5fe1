import { describe, expect, it } from 'vitest';
import type { Combination } from '../../../actions/combination.ts';
import type { StrengthResult } from '../../../checks/check.ts';
import { inches as inch, inKip, ksi, kips, to } from '../../aisc360.testing.ts';
import { checkJoint } from '../../report.ts';
import type { CleatsInput } from '../input.ts';

const steel = (f_y: number, f_u: number) => ({ f_y: ksi(f_y), f_u: ksi(f_u) });
/** Case C of the basis: a pair of angles in shear and tension, on the flange of a column. */
export const C: CleatsInput = {
  beam: {
    h: inch(20.8),
    b: inch(8.22),
    tw: inch(0.375),
    tf: inch(0.522),
    r: inch(1.02 - 0.522),
    steel: steel(50, 65),
    notch: { type: 'none' },
  },
  support: { type: 'column_flange', t: inch(0.56), tw: inch(0.34), b: inch(10), steel: steel(50, 65) },
  cleat: { t: inch(0.4375), h: inch(14.5), e1: inch(1.25), leg_web: inch(3.5), leg_support: inch(4), r: 0, steel: steel(36, 58) },
  web: { e2b: inch(1.75), top_to_bolt: inch(4) },
  gap: inch(0.5),
  arrangement: 'double',
  fixing: 'bolted',
  bolts: {
    d: inch(0.75),
    cls: '120',
    n1: 5,
    n2: 1,
    p1: inch(3),
    p2: 0,
    p3: inch(2 * 2.5 + 0.375),
    threads_in_plane: true,
    category: 'A',
    friction: 'A',
    packing: 0,
  },
  support_bolts: { n1: 5, p1: inch(3), e1: inch(1.25) },
  holes: { cleat: 'normal', web: 'normal', leg: 'normal', support: 'normal' },
};
const load = (V: number, N = 0): Combination => ({ name: 'C', V_Ed: kips(V), N_Ed: kips(N), N_tie: 0 });
const report = (input: CleatsInput, c: Combination, b = to('ASD')) => checkJoint({ kind: 'cleats', input, combinations: [c] }, b);
const results = (input: CleatsInput, c: Combination, b = to('ASD')): Map<string, StrengthResult> =>
  new Map(report(input, c, b).combinations[0]!.checks.flatMap((x) => (x.type === 'strength' ? [[x.id, x]] : [])));

describe('case C of the basis: double angles, ASD', () => {
  it.each<[string, number, number]>([
    ['da-angle-shear-yield', 50, 182.7],
    ['da-web-bolt-shear', 61.033, 119.28],
    ['da-web-bolt-bearing', 61.033, 109.69],
    ['da-angle-shear-rupture', 50, 154.15],
    ['da-angle-block-shear', 50, 145.83],
    ['da-angle-block-shear-axial', 35, 239.31],
    ['web-shear-yield', 50, 156],
    ['web-block-shear-axial', 35, 119.13],
    ['da-angle-tension-yield', 35, 273.5],
    ['da-angle-tension-rupture', 35, 256.92],
    ['da-osl-bolt-shear', 50, 119.28],
    ['da-osl-bolt-bearing', 50, 119.28],
    ['da-osl-bolt-combined', 3.5, 17.511],
    ['da-osl-shear-rupture', 50, 154.15],
    ['da-osl-block-shear', 50, 152.17],
    ['da-prying', 3.5, 4.3482],
    ['da-support-prying', 3.5, 7.1035],
  ])('%s: %f against %f kip', (id, demand, strength) => {
    const found = results(C, load(50, 35)).get(id)!;
    expect(inKip(found.demand) / demand).toBeCloseTo(1, 4);
    expect(inKip(found.resistance) / strength).toBeCloseTo(1, 4);
  });
  it.each<[string, number]>([
    ['da-angle-block-shear-both', 0.37276],
    ['da-angle-combined', 0.30211],
  ])('%s: %f', (id, ratio) => expect(results(C, load(50, 35)).get(id)!.utilisation).toBeCloseTo(ratio, 4));
  // Legs of 5 in: 2.75 past the bolts. One plane yields at 0.6 x 36 x 2.75 x 0.4375 = 25.988; between the rows 2 x 25.988 + 58 (12 - 3.5) 0.4375 = 267.66, out to
  // the end 1.25 past the rows 25.988 + 58 (13.25 - 3.9375) 0.4375 = 262.29 on each leg.
  it('tears wide legs out to their end under a pull', () => {
    const wide = { ...C, cleat: { ...C.cleat, leg_web: inch(5) } };
    expect(inKip(results(wide, load(50, 35)).get('da-angle-block-shear-axial')!.resistance)).toBeCloseTo(262.2922, 3);
    // The smaller end counts, at the top or at the bottom: 14.5 - 12 - 1.125 = 1.375.
    for (const e1 of [1.125, 1.375]) {
      const shifted = { ...wide, cleat: { ...wide.cleat, e1: inch(e1) } };
      const strength = inKip(results(shifted, load(50, 35)).get('da-angle-block-shear-axial')!.resistance);
      expect(strength).toBeCloseTo(25.9875 + 58 * (13.125 - 3.9375) * 0.4375, 3);
    }
  });
  it('is governed by prying of the angles, and breaks no rule', () => {
    const r = report(C, load(50, 35));
    expect(r.combinations[0]!.governs).toBe('da-prying');
    expect(results(C, load(50, 35)).get('da-prying')!.utilisation).toBeCloseTo(0.8049, 4);
    expect(r.brokenRules).toEqual([]);
    // The fillet of a column that is given by sizes is not known.
    expect(r.missing.map((x) => x.id).filter((id) => !id.startsWith('clear-'))).toEqual(['gauge-clears-fillet']);
  });
  it('pulled and pushed through a web says that nothing covers it', () => {
    const onWeb = { ...C, support: { type: 'column_web' as const, t: inch(0.4), d2: inch(20), steel: steel(50, 65) } };
    expect(report(onWeb, load(50, 35)).missing.map((x) => x.id)).toContain('da-support-prying');
    expect(report(onWeb, load(50, -35)).missing.map((x) => x.id)).toContain('da-support-axial');
    expect(report(C, load(50, -35)).missing.map((x) => x.id)).toContain('da-support-web-yield');
  });
});

describe('angles that are welded', () => {
  const beamWelded = { ...C, fixing: 'welded_to_beam' as const, weld: { s: inch(3 / 16) } };
  const supportWelded = { ...C, fixing: 'welded_to_support' as const, weld: { s: inch(1 / 4) } };
  // Legs of 4 in at the support, 14.5 long: 1 + 12.96 x 16/210.25 = 1.98627, its root 1.40935; two fillets of 1/4 in: 2 x 0.6 x 70 x 0.7071 x 0.25 x 14.5
  // = 215.32 kip, over 1.40935 = 152.78; ASD 76.39.
  it('at the support carry the reaction at the reach of the leg, and nothing else', () => {
    const found = results(supportWelded, load(50)).get('da-osl-weld')!;
    expect(inKip(found.resistance)).toBeCloseTo(76.39, 2);
    // t_min = 0.6 x 70 x 0.7071 x 0.25/(0.6 x 65) = 0.1904 in: a flange of 0.56 follows.
    expect(inKip(results(supportWelded, load(50)).get('da-support-at-weld')!.resistance)).toBeCloseTo(76.39, 2);
    expect(report(supportWelded, load(50, 5)).missing.map((x) => x.id)).toContain('da-osl-weld');
    expect(results(supportWelded, load(50)).has('da-osl-bolt-shear')).toBe(false);
  });
  it('along a toe are no larger than the leg is thick, or 1/16 in less from 1/4 in on', () => {
    const most = (t: number, w: number): boolean =>
      report({ ...beamWelded, cleat: { ...C.cleat, t: inch(t) }, weld: { s: inch(w) } }, load(20)).rules.find(
        (x) => x.id === 'weld-max-osl',
      )!.pass;
    expect([most(3 / 16, 3 / 16), most(3 / 16, 1 / 4), most(1 / 4, 3 / 16), most(1 / 4, 1 / 4), most(3 / 8, 5 / 16)]).toEqual([
      true,
      false,
      true,
      false,
      true,
    ]);
  });
  // On the web the C of each leg: its C of the basis' law times the unit 0.6 x 70 x 0.7071 x 3/16 = 5.568 kip for each inch, twice, over 2.
  it('to the beam take the resultant by the centre of their fillets, as far as the web follows', () => {
    const found = results(beamWelded, load(50)).get('da-web-weld')!;
    const at = results(beamWelded, load(50)).get('da-web-at-weld')!;
    // 2 x 0.6 x 70 x 0.7071 x 0.1875/(0.6 x 65) = 0.28556 in: a web of 0.375 follows, one of 0.25 to 0.87546 of it.
    expect(at.resistance).toBeCloseTo(found.resistance, 6);
    const thin = { ...beamWelded, beam: { ...beamWelded.beam, tw: inch(0.25) }, bolts: { ...C.bolts, p3: inch(5.25) } };
    const ratio =
      results(thin, load(50)).get('da-web-at-weld')!.resistance / results(thin, load(50)).get('da-web-weld')!.resistance;
    expect(ratio).toBeCloseTo(0.25 / 0.285563, 4);
    // Concentric it would take 0.85 x 14.5 + 1.5 x 2 x 3 = 21.325 in of it: eccentric it stays below.
    expect(inKip(found.resistance)).toBeLessThan(5.568 * 21.325);
    expect(inKip(found.resistance)).toBeGreaterThan(5.568 * 14);
  });
});

it('a column whose fillet is given is checked behind a push, and its bolts keep off it', () => {
  const input: CleatsInput = { ...C, support: { ...C.support, r: inch(0.5) } };
  // g/2 = 2.6875 in against k_1 + d = 0.34/2 + 0.5 + 0.75 in.
  const rule = report(input, load(50, 35)).rules.find((x) => x.id === 'gauge-clears-fillet')!;
  expect([rule.type, rule.actual / 25.4, rule.limit / 25.4]).toEqual([
    'rule',
    expect.closeTo(2.6875, 9),
    expect.closeTo(1.42, 9),
  ]);
  // ASD: 50 x 0.34 x (5 (0.56 + 0.5) + 14.5)/1.50 kip.
  expect(inKip(results(input, load(50, -35)).get('da-support-web-yield')!.resistance)).toBeCloseTo(
    (50 * 0.34 * (5 * 1.06 + 14.5)) / 1.5,
    6,
  );
});

describe('a single angle', () => {
  const single: CleatsInput = { ...C, arrangement: 'single', cleat: { ...C.cleat, t: inch(0.375) } };
  const r = results(single, load(30), to('LRFD'));
  // Gauge 2.25 in: no eccentricity in the web leg: 5 bolts of 54 x 0.4418 = 23.856 kip, 0.75: 89.46. At the support e = 2.5 + 0.1875 = 2.6875 in.
  it('takes its web bolts without eccentricity up to 3 in, and those at the support at the reach of the web', () => {
    expect(inKip(r.get('sa-web-bolt-shear')!.resistance)).toBeCloseTo(0.75 * 5 * 54 * (Math.PI / 4) * 0.75 ** 2, 3);
    const osl = inKip(r.get('sa-osl-bolt-shear')!.resistance) / (0.75 * 54 * (Math.PI / 4) * 0.75 ** 2);
    // Check figures of one line of five at 3 in: C = 4.393 at 2 in, 3.899 at 3 in.
    expect(osl).toBeLessThan(4.393);
    expect(osl).toBeGreaterThan(3.899);
  });
  // 0.375 x 14.5: 0.6 x 36 x 5.4375 = 117.45; M_n = 36 x 0.375 x 14.5^2/4 = 709.6 kip-in, 0.9: 638.6; demand 30 x 2.6875 = 80.63.
  it('bends its leg at the support', () => {
    expect(inKip(r.get('sa-angle-shear-yield')!.resistance)).toBeCloseTo(117.45, 2);
    const flexure = r.get('sa-leg-flexure')!;
    expect(flexure.utilisation).toBeCloseTo(80.625 / 638.64, 4);
    expect(r.get('sa-leg-combined')!.utilisation).toBeCloseTo(Math.hypot(30 / 117.45, 80.625 / 638.64), 4);
  });
  it('has no path for axial force and is refused welded, or with two lines in the web', () => {
    expect(report(single, load(30, 5), to('LRFD')).missing.map((x) => x.id)).toContain('sa-axial');
    expect(() => report({ ...single, fixing: 'welded_to_beam', weld: { s: 6 } }, load(30))).toThrow(
      /single angle is covered bolted/,
    );
    const lines = { ...C, cleat: { ...C.cleat, leg_web: inch(6) }, bolts: { ...C.bolts, n2: 2, p2: inch(2.5) } };
    expect(() => report(lines, load(30))).toThrow(/two lines of bolts in the web legs are not covered/);
  });
});
