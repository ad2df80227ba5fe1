import { describe, expect, it } from 'vitest';
import type { Combination } from '../../../actions/combination.ts';
import type { StrengthResult } from '../../../checks/check.ts';
import { inches as inch, inKip, ksi, kips, to } from '../../aisc360.testing.ts';
import { checkJoint } from '../../report.ts';
import type { EndPlateInput } from '../input.ts';

const steel = (f_y: number, f_u: number) => ({ f_y: ksi(f_y), f_u: ksi(f_u) });
/** A plate of 1/4 x 8 x 8-1/2 in, three rows of 3/4 in group 120-N at a gauge of 5-1/2 in, on the flange of a column. */
const E: EndPlateInput = {
  beam: {
    h: inch(15.9),
    b: inch(5.53),
    tw: inch(0.275),
    tf: inch(0.44),
    r: inch(0.842 - 0.44),
    steel: steel(50, 65),
    notch: { type: 'none' },
  },
  support: { type: 'column_flange', t: inch(0.56), tw: inch(0.34), b: inch(10), steel: steel(50, 65) },
  plate: { t: inch(0.25), h: inch(8.5), b: inch(8), e1: inch(1.25), top: inch(2), full_depth: false, steel: steel(36, 58) },
  bolts: {
    d: inch(0.75),
    cls: '120',
    n1: 3,
    p1: inch(3),
    p3: inch(5.5),
    threads_in_plane: true,
    category: 'A',
    friction: 'A',
    packing: 0,
  },
  weld: { s: inch(3 / 16) },
  holes: { plate: 'normal', support: 'normal' },
};
const load = (V: number, N = 0, more: object = {}): Combination => ({
  name: 'C',
  V_Ed: kips(V),
  N_Ed: kips(N),
  N_tie: 0,
  ...more,
});
const report = (input: EndPlateInput, c: Combination, b = to()) => checkJoint({ kind: 'end-plate', input, combinations: [c] }, b);
const results = (input: EndPlateInput, c: Combination, b = to()): Map<string, StrengthResult> =>
  new Map(report(input, c, b).combinations[0]!.checks.flatMap((x) => (x.type === 'strength' ? [[x.id, x]] : [])));

/*
 * V = 40, N = 10 kip, LRFD. A_b = 0.44179 in2; d_h = 13/16, d_h' = 7/8; R = 41.231.
 * Bolts: 6 x 0.75 x 54 x 0.44179 = 107.35. Bearing: first row of the plate l_c = 1.25 - 0.40625 = 0.84375: 1.2 x 0.84375 x 0.25 x 58 = 14.681; the others
 * 23.856 by their shear; 2 x 0.75 (14.681 + 2 x 23.856) = 93.59.
 * Plate: 2 x 0.6 x 36 x 8.5 x 0.25 = 91.8; 0.75 x 2 x 0.6 x 58 x (8.5 - 2.625) x 0.25 = 76.67; block: A_gv 1.8125, A_nv 1.26563, A_nt 0.20313:
 * 0.75 x 2 (min(44.04, 39.15) + 11.78) = 76.40.
 * Weld: L_e = 8.125; k_ds = 1 + 0.5 (10/41.231)^1.5 = 1.05972: 0.75 x 2 x 0.6 x 70 x 0.70711 x 0.1875 x 8.125 x 1.05972 = 71.92. Web: 0.75 x 0.6 x 65 x 0.275 x
 * 8.125 = 65.36; 0.6 x 50 x 0.275 x 8.5 = 70.13; 0.9 x 50 x 0.275 x 8.125 = 100.55.
 * Tension: f_rv = 40/(6 x 0.44179) = 15.090; 1.3 x 90 - 90/(0.75 x 54) x 15.090 = 83.467; 0.75 x 83.467 x 0.44179 = 27.656 against 1.6667.
 * Prying: b' = 2.6125 - 0.375 = 2.2375, a' = 1.625, rho 1.37692; p = 8.5/3, delta 0.71324; t_c = sqrt(4 x 27.656 x 2.2375/(0.9 x 2.8333 x 58)) = 1.29367;
 * alpha' = 15.2: Q = (0.25/1.29367)^2 x 1.71324 = 0.063981: 1.7695.
 */
describe('a shear end plate to AISC 360, by hand', () => {
  it.each<[string, number, number]>([
    ['ep-bolt-shear', 40, 107.35],
    ['ep-bolt-bearing', 40, 93.59],
    ['ep-plate-shear-yield', 40, 91.8],
    ['ep-plate-shear-rupture', 40, 76.67],
    ['ep-plate-block-shear', 40, 76.4],
    ['ep-weld', 41.231, 71.92],
    ['ep-web-at-weld', 40, 65.355],
    ['ep-web-shear-local', 40, 70.125],
    ['ep-web-tension-at-weld', 10, 100.55],
    ['ep-bolt-combined', 1.6667, 27.656],
    ['ep-prying', 1.6667, 1.7695],
  ])('%s: %f against %f kip', (id, demand, strength) => {
    const found = results(E, load(40, 10)).get(id)!;
    expect(inKip(found.demand) / demand).toBeCloseTo(1, 3);
    expect(inKip(found.resistance) / strength).toBeCloseTo(1, 3);
  });
  // Allowable strengths: 0.75/(1/2) = 1.5 times less; shear yielding 1.0/(1/1.5); F_nt' by 2.0 F_nt/F_nv at the loads of that format.
  it('in ASD has two thirds of the strength, and its own interaction', () => {
    const asd = results(E, load(40, 10), to('ASD'));
    expect(inKip(asd.get('ep-bolt-shear')!.resistance)).toBeCloseTo(107.35 / 1.5, 2);
    expect(inKip(asd.get('ep-plate-shear-yield')!.resistance)).toBeCloseTo(91.8 / 1.5, 3);
    // 1.3 x 90 - 2 x 90/54 x 15.090 = 66.70; x 0.44179/2 = 14.734.
    expect(inKip(asd.get('ep-bolt-combined')!.resistance)).toBeCloseTo(14.734, 2);
  });
  // Six of 28 kip at 0.30: 6 x 0.30 x 1.13 x 28 = 56.952 kip without tension; 1.13 x 28 x 6 = 189.84 kip of it takes all of the clamping.
  it('that is slip-critical slips at the share of its load where tension has left that much of the clamping', () => {
    const critical: EndPlateInput = { ...E, bolts: { ...E.bolts, category: 'C' } };
    const slip = (c: Combination, b = to()): StrengthResult => results(critical, c, b).get('ep-bolt-slip')!;
    expect(inKip(slip(load(40)).resistance)).toBeCloseTo(56.952, 6);
    // 56.952 (1 - 50/189.84) = 41.952 at the load; at m times it 56.952 - 15 m = 40 m.
    expect(inKip(slip(load(40, 50)).resistance)).toBeCloseTo(41.952, 6);
    expect(slip(load(40, 50)).multiple).toBeCloseTo(56.952 / 55, 9);
    // 200 kip take more than all: nothing is left at the load, and 56.952 - 60 m = 10 m.
    expect(slip(load(10, 200)).resistance).toBe(0);
    expect(slip(load(10, 200)).multiple).toBeCloseTo(56.952 / 70, 9);
    // ASD: 1.5 times the tension counts, and the strength is over 1.5: 37.968 - 60 m = 10 m.
    expect(slip(load(10, 200), to('ASD')).multiple).toBeCloseTo(37.968 / 70, 9);
  });
  it('shares the holes of a supporting web with the beam on its far face', () => {
    const onWeb: EndPlateInput = { ...E, support: { type: 'beam_web', t: inch(0.2), d2: inch(20), steel: steel(50, 65) } };
    const both = { ...onWeb, support: { ...onWeb.support, other_side: { V_Ed: kips(40) } } };
    // The web, 0.2 in of 65 ksi: bearing 23.4 for each bolt; half of it is this beam's.
    expect(inKip(results(onWeb, load(40)).get('ep-bolt-bearing')!.resistance)).toBeCloseTo(0.75 * 2 * (14.681 + 2 * 23.4), 1);
    expect(inKip(results(both, load(40)).get('ep-bolt-bearing')!.resistance)).toBeCloseTo(0.75 * 2 * 3 * 11.7, 1);
  });
  it('keeps its rules, and names those that it breaks', () => {
    expect(report(E, load(40, 10)).brokenRules).toEqual([]);
    const bad = {
      ...E,
      plate: { ...E.plate, t: inch(0.5), b: inch(9) },
      bolts: { ...E.bolts, p3: inch(6.5) },
      weld: { s: inch(1 / 8) },
    };
    expect(
      report(bad, load(40))
        .brokenRules.map((x) => x.id)
        .sort(),
    ).toEqual(['ep-gauge', 'ep-thickness-ductile', 'weld-min']);
  });
  it('pushed against a web, pulled off one or tied it is not whole; two columns a side are refused', () => {
    const onWeb: EndPlateInput = { ...E, support: { type: 'beam_web', t: inch(0.5), d2: inch(20), steel: steel(50, 65) } };
    expect(report(onWeb, load(40, 10)).missing.map((x) => x.id)).toContain('ep-support-prying');
    expect(report(onWeb, load(40, -10)).missing.map((x) => x.id)).toContain('ep-support-axial');
    expect(report(E, load(40, 0, { N_tie: 20 })).missing.map((x) => x.id)).toContain('action-path');
    const wide = { ...E, plate: { ...E.plate, b: inch(14) }, bolts: { ...E.bolts, n2: 2, p2: inch(3) } };
    expect(() => report(wide, load(40))).toThrow(/two columns of bolts a side are not covered/);
  });
});

describe('prying says what limits, and is right about it', () => {
  const of = (t: number, d = 0.75): [said: string, strength: number] => {
    const input = { ...E, plate: { ...E.plate, t: inch(t) }, bolts: { ...E.bolts, d: inch(d) } };
    const { notes, checks } = report(input, load(20, 30)).combinations[0]!;
    const x = checks.find((c) => c.id === 'ep-prying')!;
    return [notes.find((n) => n.startsWith('plate and bolts in tension'))!, x.type === 'strength' ? x.resistance : 0];
  };
  it('a thin plate limits: a bigger bolt does not help', () => {
    const [said, strength] = of(0.375);
    expect(said).toContain('the part limits; a bigger bolt does not help');
    // Bolts of 7/8: what they add by their own size, inside of the bolt to stem and edge, is under a tenth; their area is a third more.
    expect(of(0.375, 0.875)[1] / strength).toBeLessThan(1.1);
    expect(of(0.5)[1]).toBeGreaterThan(1.5 * strength);
  });
  it('a thick one leaves it to the bolts: a thicker plate does not help', () => {
    const [said, strength] = of(1.5);
    expect(said).toContain('the bolts limit, without prying; a thicker part does not help');
    expect(of(2)[1]).toBeCloseTo(strength, 6);
  });
  it('between them both limit', () => expect(of(1.05)[0]).toContain('limit together'));
  it('no thickness helps bolts that are too weak for the tension alone', () => {
    const { notes } = report({ ...E, bolts: { ...E.bolts, d: inch(0.5) } }, load(5, 120)).combinations[0]!;
    expect(notes.join()).toContain('too weak for the tension alone, and no thickness helps');
  });
  // Tension alone: neither part nor bolts lose by it, so that the strength over it is the multiple, whatever limits.
  it.each([0.2, 0.375, 0.6, 0.9, 1.05, 1.3, 1.5, 2])('of a plate of %d in gives at its strength over a tension alone', (t) => {
    const input = { ...E, plate: { ...E.plate, t: inch(t) } };
    for (const N of [5, 30, 90]) {
      const x = results(input, load(0, N)).get('ep-prying')!;
      expect(x.multiple).toBeCloseTo(x.resistance / x.demand, 9);
    }
  });
  it('is not said where nothing pulls', () =>
    expect(report(E, load(20)).combinations[0]!.notes.filter((n) => n.includes('prying'))).toEqual([]));
});
