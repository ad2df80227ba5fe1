import { describe, expect, it } from 'vitest';
import { END, FIN, CLEATS, judge, resultOf, strengthOf, withSettings } from './samples.testing.ts';

const single = { type: 'single' as const, l_n: 150, d_nt: 50 };
const double = { type: 'double' as const, l_n: 150, d_nt: 40, d_nb: 40 };

describe('an axial force at a notch', () => {
  // Two notches of 40: h_N = 322, A = 2576, W = 8 x 322^2/6 = 138245.3; bolts' middle at 96 + 105 = 201 = 40 + 161: no eccentricity.
  // V (10 + 150) = 50 x 160 = 8 kNm of 38.0175: 60/708.4 + 8/38.0175 = 0.295126.
  it('acts with the moment of the reaction', () => {
    for (const N of [60, -60])
      expect(
        strengthOf('fin-plate', { ...FIN, beam: { ...FIN.beam, notch: double } }, { V_Ed: 50, N_Ed: N }, 'beam-notch-bending')
          .demand,
      ).toBeCloseTo(60 / 708.4 + 8 / 38.0174583, 6);
  });
  // One notch of 50: h_N 352, stem 339.2 x 8 = 2713.6, flange 178 x 12.8 = 2278.4: A = 4992; y = (2278.4 x 6.4 + 2713.6 x 182.4)/4992 = 102.0718; e = 402 - 102.0718 - 201 = 98.9282;
  // I = 178 x 12.8^3/12 + 2278.4 x 95.6718^2 + 8 x 339.2^3/12 + 2713.6 x 80.3282^2 = 64.4133e6; W = I/(352 - 102.0718) = 257727: M_Rd = 70.875 kNm.
  // 60/1372.8 + (8 + 60 x 0.0989282)/70.875 = 0.240329.
  it('turns about the centroid of the tee', () => {
    const y = (2278.4 * 6.4 + 2713.6 * 182.4) / 4992;
    const I = (178 * 12.8 ** 3) / 12 + 2278.4 * (y - 6.4) ** 2 + (8 * 339.2 ** 3) / 12 + 2713.6 * (182.4 - y) ** 2;
    const M_Rd = ((I / (352 - y)) * 275) / 1e6;
    expect(M_Rd).toBeCloseTo(70.875, 2);
    const r = strengthOf(
      'fin-plate',
      { ...FIN, beam: { ...FIN.beam, notch: single } },
      { V_Ed: 50, N_Ed: 60 },
      'beam-notch-bending',
    );
    expect(r.demand).toBeCloseTo(60 / 1372.8 + (8 + 0.06 * (201 - y)) / M_Rd, 6);
    expect(r.demand).toBeCloseTo(0.2403, 3);
  });
  it.each([
    ['end-plate', END],
    ['cleats', CLEATS],
  ] as const)('counts in every kind, and alone: %s', (kind, input) => {
    const notched = { ...input, beam: { ...input.beam, notch: single } };
    expect(strengthOf(kind, notched, { V_Ed: 0, N_Ed: 60 }, 'beam-notch-bending').demand).toBeGreaterThan(0.08);
    expect(strengthOf(kind, notched, { V_Ed: 50, N_Ed: 60 }, 'beam-notch-bending').utilisation).toBeGreaterThan(
      strengthOf(kind, notched, { V_Ed: 50 }, 'beam-notch-bending').utilisation! + 0.08,
    );
  });
  it('counts at the second bolt line', () => {
    const two = {
      ...FIN,
      plate: { ...FIN.plate, e2: 50 },
      beam: { ...FIN.beam, notch: single },
      bolts: { ...FIN.bolts, n2: 2, p2: 60 },
    };
    const [V, both] = [{ V_Ed: 50 }, { V_Ed: 50, N_Ed: -60 }].map(
      (c) => strengthOf('fin-plate', two, c, 'beam-second-line').utilisation!,
    );
    // V (10 + 50 + 60) = 6 kNm; N adds 60/1372.8 + 60 x 0.0989/70.875.
    expect(both! - V!).toBeCloseTo(60 / 1372.8 + (60 * 0.0989282) / 70.875, 3);
  });
});

describe('a flange that is not held', () => {
  const notched = { ...FIN, beam: { ...FIN.beam, notch: single } };
  it('leaves a notched beam not whole, under uplift too', () => {
    expect(resultOf('fin-plate', notched, { V_Ed: 50 }, 'beam-notch-ltb')).toMatchObject({
      type: 'skip',
      reason: expect.stringContaining('held') as string,
    });
    expect(judge('fin-plate', notched, { V_Ed: 50 }).missing).toEqual([]);
    expect(judge('fin-plate', notched, { V_Ed: 50 }, withSettings({ flange_held: false })).missing.map((m) => m.id)).toContain(
      'beam-notch-ltb',
    );
    expect(judge('fin-plate', notched, { V_Ed: -20 }).missing[0]).toMatchObject({
      id: 'beam-notch-ltb',
      reason: expect.stringMatching(/^Uplift compresses the bottom flange/) as string,
    });
    expect(judge('fin-plate', notched, { V_Ed: -20 }, withSettings({ bottom_flange_held: true })).missing).toEqual([]);
    expect(judge('fin-plate', FIN, { V_Ed: -20 }).missing).toEqual([]);
  });
});

describe('a slender web', () => {
  // I 900 x 250 x 8 x 16 in S355: h_w/t_w = 108.5 over 72 sqrt(235/355) = 58.58: lambda_w = 868/(86.4 x 8 x 0.813616) = 1.543463, chi = 0.537752:
  // 0.537752 x 868 x 8 x 355/sqrt3 = 765.349 kN.
  const slender = {
    ...FIN,
    beam: { h: 900, b: 250, tw: 8, tf: 16, r: 0, steel: { grade: 'S355' }, notch: { type: 'none' as const } },
    plate: { ...FIN.plate, h: 640, t: 10 },
    bolts: { ...FIN.bolts, n1: 9 },
    gap: 20,
  };
  it('buckles in shear by EN 1993-1-5', () =>
    expect(strengthOf('fin-plate', slender, { V_Ed: 200 }, 'beam-web-shear-gross').resistance).toBeCloseTo(765348.6, 0));
  // S275 at the limit 72 x 0.924416 = 66.558: a web 376.4 deep and 5.66 thick is just stocky, one of 5.65 slender.
  it('starts at 72 epsilon', () => {
    const at = (tw: number) =>
      strengthOf('fin-plate', { ...FIN, beam: { ...FIN.beam, tw } }, { V_Ed: 20 }, 'beam-web-shear-gross').resistance;
    const A_v = (tw: number) => 2 * 178 * 12.8 + 376.4 * tw + (4 - Math.PI) * 10.2 ** 2 - 2 * 178 * 12.8 + (tw + 20.4) * 12.8;
    expect(at(5.66)).toBeCloseTo((A_v(5.66) * 275) / Math.sqrt(3), 3);
    expect(at(5.65)).toBeCloseTo(
      ((0.83 / (376.4 / (86.4 * 5.65 * Math.sqrt(235 / 275)))) * 376.4 * 5.65 * 275) / Math.sqrt(3),
      3,
    );
  });
});
