import { describe, expect, it } from 'vitest';
import type { RuleResult } from '../../checks/check.ts';
import { report, refused, check, skipped, rule, pass, multiple, type Change, type Loose } from './unsafe-edges.testing.ts';

describe('hanger bars', () => {
  const bars = (change: Loose): Change => ({ anchors: { bars: { n: 4, d: 12, l_1: 300, l_2: 400, distance: 80, ...change } } });
  // 0.75 x 450 = 337.5 mm; rows along z: 2, so 4 bars.
  it.each([
    ['reinforcement-d', { d: 17 }, false],
    ['reinforcement-d', { d: 16 }, true],
    ['reinforcement-distance', { distance: 337 }, true],
    ['reinforcement-distance', { distance: 338 }, false],
    ['reinforcement-n', { n: 3 }, false],
    ['reinforcement-l2', {}, true],
    ['reinforcement-l2', { l_2: 200 }, false],
    ['reinforcement-distance', { distance: undefined }, 'missing'],
  ] as const)('%s with %o: %s', (id, change, expected) => expect(pass(bars(change), id)).toBe(expected));
});

describe('the column above', () => {
  const I = (change: Loose): Change => ({ column: { h: 280, b: 240, tw: 10, r: 14, ...change } });
  const M = { N_Ed: -400, M_y: 150 };
  it('of class 3 counts its elastic modulus', () => {
    // S355, epsilon 0.814: flange (240 - 10 - 28)/2/10 = 10.1 is over 10 epsilon = 8.1 and within 14 epsilon = 11.4.
    const [h, b, tw, tf, r] = [280, 240, 10, 10, 14];
    const I_y =
      (b * h ** 3 - (b - tw) * (h - 2 * tf) ** 3) / 12 +
      4 * ((1 - Math.PI / 4) * r * r * (h / 2 - tf - 0.2234 * r) ** 2 + 0.0075 * r ** 4);
    const x = check(I({ tf }), M, 'column-flange-compression');
    expect(x.resistance / (((I_y / (h / 2)) * 355) / (h - tf))).toBeCloseTo(1, 3);
    // A flange of 16 is of class 1: 101/16 = 6.3 <= 9 epsilon = 7.3; the plastic modulus counts.
    expect(check(I({ tf: 16 }), M, 'column-flange-compression').resistance).toBeGreaterThan(1.1 * x.resistance);
  });
  it('of class 4 is not whole', () => {
    // (240 - 10 - 28)/2/7 = 14.4 > 14 epsilon = 11.4.
    expect(skipped(I({ tf: 7 }), M, 'column-flange-compression')).toMatchObject({ missing: true });
    expect(report(I({ tf: 7 }), { N_Ed: -300, M_y: 20 }).state).toBe('not-whole');
    expect(report(I({ tf: 10 }), { N_Ed: -300, M_y: 20 }).state).not.toBe('not-whole');
  });
  it('over 600 mm deep gives its flange a quarter more than the flange alone, whatever the web', () => {
    const deep = (h: number): Change => ({
      column: { h, b: 300, tw: 25, tf: 20, r: 20 },
      plate: { h: 1000, b: 420 },
      anchors: { pattern: { type: 'rows', n_y: 2, n_z: 2, s_y: 240, s_z: 850 } },
    });
    const f_y = 345; // over 16 mm
    expect(check(deep(620), { N_Ed: -400, M_y: 600 }, 'column-flange-compression').resistance).toBeCloseTo(
      (300 * 20 * f_y) / 0.8,
      -1,
    );
    expect(check(deep(600), { N_Ed: -400, M_y: 600 }, 'column-flange-compression').resistance).toBeGreaterThan(
      (300 * 20 * f_y) / 0.8,
    );
  });
  it('is looked at in the section method too', () => {
    const x = check({ options: { method: 'section' } }, M, 'column-flange-compression');
    // W_pl,y of the column, fillets counted; f_y of 16 mm: 355.
    const W = 240 * 16 * 264 + (10 * 248 ** 2) / 4 + 4 * (1 - Math.PI / 4) * 196 * (124 - 0.2234 * 14);
    expect(x.demand).toBeCloseTo(150e6 / (W * 355), 3);
  });
  it('grows weaker as its shear grows with the load, and has nothing beside more than the web has', () => {
    // A = 2 240 16 + 248 10 + (4 - pi) 14^2 = 10,328 mm2; A_v = A - 2 240 16 + (10 + 28) 16 = 3,256; V_pl = 3,256 355/sqrt3 = 667 kN.
    const W = 240 * 16 * 264 + (10 * 248 ** 2) / 4 + 4 * (1 - Math.PI / 4) * 196 * (124 - 0.2234 * 14);
    const V_pl = ((248 * 10 + (4 - Math.PI) * 196 + 38 * 16) * 355) / Math.sqrt(3);
    const flange = (V: number): number => ((W - Math.max(0, (2 * V) / V_pl - 1) ** 2 * ((248 * 10) ** 2 / 40)) * 355) / 264;
    const at = (M_y: number, V_z: number) => check({}, { N_Ed: -100, M_y, V_z }, 'column-flange-compression');
    // 200 kN is 0.3 of V_pl: in full under this load, and not where the flange is used up, at some 1.9 times it.
    const x = at(200, 200);
    expect(x.resistance / flange(0)).toBeCloseTo(1, 4);
    const V = 200e3 * x.multiple;
    expect(V / V_pl).toBeGreaterThan(0.53);
    expect((x.demand * x.multiple) / flange(V)).toBeCloseTo(1, 4);
    expect(x.multiple).toBeLessThan((0.9999 * x.resistance) / x.demand);
    // With less moment the web goes first: at 667/300 times this load.
    expect(at(60, 300).multiple).toBeCloseTo(V_pl / 300e3, 6);
    expect(at(60, (0.999 * V_pl) / 1e3)).toMatchObject({ pass: true, multiple: expect.closeTo(1 / 0.999, 6) });
    expect(at(60, (1.001 * V_pl) / 1e3)).toMatchObject({ pass: false, resistance: 0, multiple: expect.closeTo(1 / 1.001, 6) });
  });
  it('sets M_j,Rd with the least of concrete and flange', () => {
    const weak = check({ column: { tf: 9, r: 14, b: 160, h: 280, tw: 6 } }, { N_Ed: -100, M_y: 60 }, 'base-moment-resistance');
    const flange = check(
      { column: { tf: 9, r: 14, b: 160, h: 280, tw: 6 } },
      { N_Ed: -100, M_y: 60 },
      'column-flange-compression',
    );
    expect(weak.multiple).toBeLessThanOrEqual(flange.multiple * (1 + 1e-9));
  });
});

describe('limits of the input', () => {
  it('alpha_bc is for bolts of 235 to 640 MPa', () => {
    const rule92 = (f_yb: number) =>
      refused({ shear: { path: 'anchors' }, anchors: { cls: undefined, f_yb, f_ub: 800, shear_rule: 'EN 1993-1-8' } });
    expect(rule92(640)).toBe('taken');
    expect(rule92(235)).toBe('taken');
    expect(rule92(641)).toMatch(/641.*accepted/);
    expect(rule92(234)).toMatch(/234.*accepted/);
  });
  it('bond grows no further than C60', () => {
    const bar = (f_ck: number) =>
      check(
        { concrete: { f_ck }, grout: { f_ck: 120 }, anchors: { type: 'straight', head: undefined, head_t: undefined } },
        { N_Ed: 100 },
        'anchor-bond',
      ).resistance;
    expect(bar(70)).toBeCloseTo(bar(60), 6);
    expect(bar(60)).toBeGreaterThan(bar(55));
  });
  it('spreads each way for itself in a block without a depth', () => {
    // Plate 540 x 380 on 1700 x 700: alike 700/380 = 1.842; each way sqrt(min(3, 3.148) 1.842) = 2.351; 600 deep sqrt(2.111 1.842) = 1.972.
    const N = (alpha_shape: string, H?: number) =>
      check(
        { concrete: { B_y: 700, B_z: 1700, H }, plate: { t: 80 }, options: { alpha_shape } },
        { N_Ed: -900 },
        'concrete-bearing',
      ).resistance;
    expect(N('separate') / N('equal')).toBeCloseTo(Math.sqrt((3 * 380) / 700), 6);
    expect(N('separate', 600) / N('equal', 600)).toBeCloseTo(Math.sqrt(((1140 / 540) * 380) / 700), 6);
    expect(N('equal')).toBe(N('equal', 600));
  });
  it('a key sheared far beyond its web keeps its flanges, never less', () => {
    // b t_f (h - t_f) f_y = 120 12 108 275 = 42.77 kNm.
    const steel = (V_z: number) =>
      check(
        {
          shear: {
            path: 'key',
            key: { type: 'I', along: 'z', depth: 150, b: 120, h: 120, tw: 8, tf: 12, steel: { grade: 'S275' }, a: 6 },
          },
        },
        { N_Ed: -900, V_z },
        'shear-key-steel',
      ).resistance / 1e6;
    expect(steel(600)).toBeCloseTo(42.768, 3);
    expect(steel(2000)).toBeCloseTo(42.768, 3);
    expect(steel(50)).toBeGreaterThan(45);
  });
  it.each<[string, Change, boolean | string]>([
    ['washer-over-hole', { anchors: { hole: 41 } }, true], // within the nut, 41 across flats
    ['washer-over-hole', { anchors: { hole: 50, washer_t: 10 } }, false],
    ['washer-over-hole', { anchors: { hole: 50, washer_t: 11 } }, true], // 0.4 x 27 = 10.8
    ['friction-source', { grout: { C_fd: 0.2 } }, true],
    ['friction-source', { grout: { C_fd: 0.3 } }, false],
    ['friction-source', { grout: { C_fd: 0.3, source: 'tests of the grout, report 7' } }, true],
    ['anchor-edge-product', { anchors: { product: { c_min: 580 } } }, true],
    ['anchor-edge-product', { anchors: { product: { c_min: 581 } } }, false], // 700 - 120
    ['anchor-spacing-product', { anchors: { product: { s_min: 240 } } }, true],
    ['anchor-spacing-product', { anchors: { product: { s_min: 241 } } }, false],
    ['anchor-depth-min', { anchors: { h_ef: 108 } }, true],
    ['anchor-depth-min', { anchors: { h_ef: 107 } }, false], // 4 x 27
    [
      'key-in-block',
      {
        concrete: { H: 300 },
        anchors: { h_ef: 150 },
        shear: { path: 'key', key: { type: 'plate', depth: 280, b: 200, t: 40, steel: { grade: 'S275' }, a: 6 } },
      },
      true,
    ],
    [
      'key-in-block',
      {
        concrete: { H: 300 },
        anchors: { h_ef: 150 },
        shear: { path: 'key', key: { type: 'plate', depth: 281, b: 200, t: 40, steel: { grade: 'S275' }, a: 6 } },
      },
      false,
    ],
    ['block-splitting', { concrete: { splitting_bars: false } }, false],
    ['block-splitting', {}, true],
  ])('%s %o: %s', (id, change, expected) => expect(pass(change, id)).toBe(expected));
  it('splitting is advice, never a must', () =>
    expect((rule({ concrete: { splitting_bars: false } }, 'block-splitting') as RuleResult).must).toBe(false));
});

describe('the same under every law and method', () => {
  it('what no load changes has a multiple of 0 under a curved law too', () => {
    const holes = (law: string) =>
      check(
        {
          options: { law, method: 'section' },
          shear: { path: 'anchors' },
          anchors: { hole: 35, washers_welded: false, washer_t: 12 },
        },
        { N_Ed: -500, V_z: 20, M_y: 10 },
        'anchor-hole-for-shear',
      );
    expect([holes('winkler').multiple, holes('parabola').multiple, holes('uniform').multiple]).toEqual([0, 0, 0]);
    expect(holes('parabola').pass).toBe(false);
  });
  it('friction that does not carry the shear has the multiple of the shear alone under every law', () => {
    // V 300 against 0.2 400 = 80 kN: 3.75 times too much, at any multiple of the load.
    for (const law of ['winkler', 'parabola', 'uniform']) {
      const x = check(
        { options: { law, method: 'section' }, shear: { path: 'friction' } },
        { N_Ed: -400, V_z: 300, M_y: 20 },
        'base-friction',
      );
      expect([x.utilisation, x.multiple]).toEqual([expect.closeTo(3.75, 9), expect.closeTo(80 / 300, 9)]);
    }
  });
  it('the multiple of a curved law finds where equilibrium ends, to 0.2 %', () => {
    // A tube pressed in its middle: at most f_jd A, whatever the law.
    const tube: Change = {
      column: {
        section: 'CHS 219.1x8',
        shape: undefined,
        h: undefined,
        b: undefined,
        tw: undefined,
        tf: undefined,
        r: undefined,
      },
      anchors: { pattern: { type: 'circle', n: 6, R: 150 } },
    };
    for (const N_Ed of [-250, -400, -600, -700, -900]) {
      const limit = check(tube, { N_Ed }, 'concrete-bearing').multiple;
      for (const law of ['parabola', 'uniform'])
        expect(
          Math.abs(check({ ...tube, options: { law } }, { N_Ed, M_y: 1e-3 }, 'contact-pressure').multiple / limit - 1),
          `${law} ${N_Ed}`,
        ).toBeLessThan(2.5e-3);
    }
  });
  it('a lever arm that was asked for meets the section method without a jump', () => {
    const at = (M_z: number) => multiple({ options: { method: 'lever-arm' } }, { N_Ed: -420, M_y: 135, V_z: 130, M_z });
    expect(at(1e-6)).toBeCloseTo(at(0), 5);
  });
});
