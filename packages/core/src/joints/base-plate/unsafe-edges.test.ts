import { describe, expect, it } from 'vitest';
import { report, refused, all, check, pass, multiple, NONE, type Change, type Loose } from './unsafe-edges.testing.ts';

describe('contact lies only where there is concrete', () => {
  // c = 35 sqrt(265/(3 11.33)) = 97.7: under web and flanges the whole block of 200 x 300 bears, 60,000 mm2; alpha 1, f_jd 2/3 17 = 11.33: 680 kN.
  const small = { concrete: { B_y: 200, B_z: 300 }, anchors: NONE };
  it('a block smaller than the column bears with its own area', () => {
    const x = check(small, { N_Ed: -900 }, 'concrete-bearing');
    expect(x.resistance / 1e3).toBeCloseTo((60_000 * ((2 / 3) * 17)) / 1e3, 3);
    expect(x.pass).toBe(false);
    expect(check(small, { N_Ed: -679 }, 'concrete-bearing').pass).toBe(true);
  });
  it('and off centre the force stands eccentric on it', () => {
    const centred = check({ anchors: NONE, concrete: { B_y: 600, B_z: 700 } }, { N_Ed: -900 }, 'concrete-bearing');
    const off = report({ anchors: NONE, concrete: { B_y: 600, B_z: 700, y: 180 } }, { N_Ed: -900 });
    expect(1 / off.combinations[0]!.first!.multiple).toBeGreaterThan(1 / centred.multiple);
    expect(off.brokenRules.map((r) => r.id)).toContain('plate-on-block');
  });
  it('a plate past the block is a must', () => {
    expect(pass({ concrete: { B_y: 380, B_z: 540 }, anchors: NONE }, 'plate-on-block')).toBe(true);
    expect(pass({ concrete: { B_y: 380, B_z: 538 }, anchors: NONE }, 'plate-on-block')).toBe(false);
    expect(pass({ concrete: { B_y: undefined, B_z: undefined } }, 'plate-on-block')).toBe('skip');
  });
  it('a block beside the column is refused', () =>
    expect(refused({ concrete: { B_y: 200, B_z: 200, y: 600 }, anchors: NONE })).toMatch(
      /^concrete\.y: .*accepted is a block under/,
    ));
});

describe('an action with no path fails', () => {
  it('twist on friction alone, and on a key', () => {
    const key = { path: 'key', key: { type: 'plate', along: 'z', depth: 200, b: 200, t: 40, steel: { grade: 'S275' }, a: 6 } };
    for (const shear of [{ path: 'friction' }, key]) {
      const x = check({ shear }, { N_Ed: -500, V_z: 20, T: 50 }, 'base-twist');
      expect([x.demand, x.resistance, x.pass, x.multiple]).toEqual([50e6, 0, false, 0]);
      expect(report({ shear }, { N_Ed: -500, V_z: 20, T: 50 }).state).toBe('gives');
      expect(report({ shear }, { N_Ed: -500, V_z: 20 }).state).not.toBe('gives');
    }
  });
  it('anchors that take shear take the twist', () =>
    expect(all({ shear: { path: 'anchors' } }, { N_Ed: -500, V_z: 20, T: 5 }, 'base-twist')).toEqual([]));
  it('a shear across a key', () => {
    const shear = { path: 'key', key: { type: 'plate', along: 'z', depth: 200, b: 200, t: 40, steel: { grade: 'S275' }, a: 6 } };
    expect(report({ shear }, { N_Ed: -500, V_y: 20 }).state).toBe('gives');
    expect(report({ shear }, { N_Ed: -500, V_z: 20 }).state).not.toBe('gives');
  });
});

describe('anchors behind each other beside a web share one yield line', () => {
  // Plate 400 x 420 x 20: m_pl 20^2/4 265 = 26.5 kNmm/mm. Anchors at y 50 and 150 on each side, rows at z -65 and 65 share the plate's 400 mm: 200 each.
  const inner = {
    plate: { h: 400, b: 420, t: 20 },
    anchors: { d: 20, hole: 24, head: 70, head_t: 12, pattern: { type: 'rows', n_y: 4, n_z: 2, s_y: 100, s_z: 130 } },
  };
  const weld = 0.8 * 5 * Math.SQRT2;
  it('by the lever arm: the nearest ones bend it on m = 50 - 5 - 5.66', () => {
    const x = check(inner, { N_Ed: 500 }, 'plate-tstub-tension');
    expect(x.demand / 1e3).toBeCloseTo(250, 6);
    expect(x.resistance / 1e3).toBeCloseTo((2 * 26.5 * 200) / (45 - weld), 2); // 269.4: both rows 539
  });
  it('by the section method: all alike, on the mean of their distances', () => {
    const x = check({ ...inner, options: { method: 'section' } }, { N_Ed: 500 }, 'plate-anchor-local');
    expect(x.demand / 1e3).toBeCloseTo(125, 4);
    expect(x.resistance / 1e3).toBeCloseTo((26.5 * 200) / (95 - weld), 2); // 59.3
    expect(x.where).toBe('group [1, 0]');
  });
  it('one line is never longer than the plate: rows closer together carry no more', () => {
    const total = (s_z: number) =>
      check(
        { ...inner, anchors: { ...inner.anchors, pattern: { type: 'rows', n_y: 4, n_z: 2, s_y: 100, s_z } } },
        { N_Ed: 500 },
        'plate-tstub-tension',
      ).resistance / 1e3;
    for (const s_z of [90, 110, 130, 160]) expect(2 * total(s_z)).toBeLessThanOrEqual((2 * 26.5 * 400) / (45 - weld) + 1e-6);
  });
});

describe('prying fades out towards its limit length', () => {
  const u = (t: number) => 1 / check({ plate: { t } }, { N_Ed: 150, M_y: 80 }, 'anchor-cone').multiple;
  it('a thicker plate never pulls harder at the cone, and a tenth of a millimetre never by a jump', () => {
    let before = u(20);
    for (let t = 20.1; t < 45; t += 0.1) {
      const now = u(t);
      expect(now, `t ${t}`).toBeLessThanOrEqual(before * (1 + 1e-9));
      expect(before - now, `t ${t}`).toBeLessThan(0.02);
      before = now;
    }
  });
  it('ends well past the length where it used to vanish', () => {
    expect(u(27) / u(28)).toBeLessThan(1.1);
    expect(u(40)).toBeCloseTo(u(45), 9);
  });
});

describe('no verdict jumps from one method to another', () => {
  it('under compression the moment fades into the concentric case: the whole area bears', () => {
    const at = (M_y: number) => check({}, { N_Ed: -1800, M_y }, 'concrete-bearing').utilisation!;
    expect(at(1e-6)).toBeCloseTo(at(0), 6);
    for (let M = 5, before = at(0); M < 230; M += 5) {
      expect(at(M)).toBeGreaterThanOrEqual(before - 1e-9);
      expect(at(M) - before).toBeLessThan(0.04);
      before = at(M);
    }
  });
  it('and fades with the square of e/z_C: at half of it, 66 mm, a quarter is the strip', () => {
    // alpha (540 + 900)/540 = 2.667, f_jd = 2/3 2.667 17 = 30.22, c = 35 sqrt(265/(3 30.22)) = 59.84: flanges 359.7 wide from 64.2 to 199.8, web 129.7 wide.
    const f_jd = ((2 / 3) * 1440 * 17) / 540;
    const c = 35 * Math.sqrt(265 / (3 * f_jd));
    const [zi, zt, flange, web] = [124 - c, 140 + c, 240 + 2 * c, 10 + 2 * c];
    const beyond = (z0: number) =>
      [
        [-zt, -zi, flange],
        [-zi, zi, web],
        [zi, zt, flange],
      ].reduce(
        ([A, S], [a, b, w]) => {
          const from = Math.max(a!, z0);
          return b! > from ? [A! + (b! - from) * w!, S! + ((b! ** 2 - from ** 2) / 2) * w!] : [A!, S!];
        },
        [0, 0],
      ) as [number, number];
    let [low, high] = [-zt, zt];
    for (let i = 0; i < 60; i += 1) {
      const mid = (low + high) / 2;
      const [A, S] = beyond(mid);
      if (S / A < 66) low = mid;
      else high = mid;
    }
    // The strip: 30.22 135.7 359.7 = 1474.8 kN against 900 + 118.8/0.264 = 1350 kN: used up at 1966.4 kN.
    const N_fl = (1800 * (f_jd * (zt - zi) * flange)) / 1350e3;
    expect(N_fl).toBeCloseTo(1966.4, 1);
    expect(check({}, { N_Ed: -1800, M_y: 118.8 }, 'concrete-bearing').resistance / 1e3).toBeCloseTo(
      N_fl + 0.75 * ((f_jd * beyond(low)[0]) / 1e3 - N_fl),
      2,
    );
  });
  it('and at e = z_C, 132 mm, into the strip under one flange', () => {
    // 0.132 x 1800 = 237.6 kNm.
    const [a, b] = [
      check({}, { N_Ed: -1800, M_y: 237.6 * 0.999 }, 'concrete-bearing'),
      check({}, { N_Ed: -1800, M_y: 237.6 * 1.001 }, 'concrete-bearing-side'),
    ];
    expect(1 / a.multiple).toBeCloseTo(1 / b.multiple, 2);
  });
  it('a breath of moment about the other axis changes nothing', () => {
    const at = (M_z: number) => multiple({}, { N_Ed: -420, M_y: 135, V_z: 130, M_z });
    expect(at(1e-6)).toBeCloseTo(at(0), 5);
    for (const M_z of [0.1, 1, 5, 20, 60]) expect(at(M_z)).toBeLessThanOrEqual(at(0) + 1e-9);
  });
  it('a tube in uplift meets its own concentric case', () => {
    const tube = {
      column: {
        section: 'SHS 200x200x8',
        shape: undefined,
        h: undefined,
        b: undefined,
        tw: undefined,
        tf: undefined,
        r: undefined,
      },
      plate: { b: 460, h: 520, t: 22 },
      anchors: { pattern: { type: 'rows', n_y: 2, n_z: 2, s_y: 340, s_z: 430 } },
    };
    const at = (M_y: number, M_z = 0) => 1 / multiple(tube, { N_Ed: 180, M_y, M_z });
    expect(at(1e-6)).toBeCloseTo(at(0), 5);
    expect(at(0, 1e-6)).toBeCloseTo(at(0), 5);
    expect(at(10, 1e-6)).toBeCloseTo(at(10), 5);
  });
});

describe('loops that carry the shear towards an edge', () => {
  // Edge z+: c_1 = 400 - 215 = 185; z_s = 0.85 min(900, 370) = 314.5; N = (60/314.5 + 1) 100 = 119.08 kN.
  // Bond: f_bd = 2.25 0.7 0.3 30^(2/3)/1.5 = 3.041; 4 x 150 pi 12 3.041/0.7 = 98.27 kN. Steel 4 x 113.1 500/1.15 = 196.7 kN.
  const plinth = (loops?: Loose): Change => ({
    concrete: { B_y: 600, B_z: 800 },
    shear: { path: 'anchors' },
    anchors: loops ? { loops } : {},
  });
  const LOOPS = { n: 4, d: 12, l_1: 150, l_2: 500, distance: 60, e_s: 60 };
  const V = { N_Ed: -100, V_z: 100 };
  it('replace the concrete edge', () => {
    expect(check(plinth(), V, 'concrete-edge').multiple).toBeLessThan(0.4);
    const x = check(plinth(LOOPS), V, 'edge-reinforcement');
    expect([x.demand / 1e3, x.resistance / 1e3]).toEqual([expect.closeTo(119.08, 2), expect.closeTo(98.27, 2)]);
    expect(all(plinth(LOOPS), V, 'concrete-edge').every((y) => y.info)).toBe(true);
  });
  it('on the lever arm of a shallow anchor: 0.85 2 h_ef', () => {
    // h_ef 150: z_s = 0.85 300 = 255; (60/255 + 1) 100 = 123.53 kN.
    const shallow = plinth(LOOPS);
    expect(check({ ...shallow, anchors: { ...shallow.anchors, h_ef: 150 } }, V, 'edge-reinforcement').demand / 1e3).toBeCloseTo(
      123.53,
      2,
    );
  });
  it('by steel where the anchorage is long', () =>
    expect(check(plinth({ ...LOOPS, l_1: 400 }), V, 'edge-reinforcement').resistance / 1e3).toBeCloseTo(
      (4 * (Math.PI / 4) * 144 * 500) / 1.15 / 1e3,
      3,
    ));
  it.each([
    ['loops-d', { d: 16 }, true],
    ['loops-d', { d: 18 }, false],
    ['loops-n', { n: 4 }, true],
    ['loops-n', { n: 3 }, false],
    ['loops-l1', { l_1: 48 }, true],
    ['loops-l1', { l_1: 47 }, false],
    ['loops-l1', { l_1: 119, hooked: false }, false],
    // 0.75 of the least edge distance, 185 or 300 - 120 = 180: 135 mm.
    ['loops-distance', { distance: 135 }, true],
    ['loops-distance', { distance: 136 }, false],
    ['loops-distance', { distance: undefined }, 'missing'],
    // l_bd = 0.7 x 12 x 434.8/(4 x 3.041) = 300.2 mm.
    ['loops-l2', { l_2: 301 }, true],
    ['loops-l2', { l_2: 300 }, false],
    ['loops-l2', { l_2: undefined }, 'missing'],
  ] as const)('%s with %o: %s', (id, change, expected) => expect(pass(plinth({ ...LOOPS, ...change }), id)).toBe(expected));
  it('a joint whose loops are not wholly given is not whole', () => {
    const found = report(plinth({ ...LOOPS, l_1: 400, l_2: undefined }), { N_Ed: -100, V_z: 50 });
    expect(found.state).toBe('not-whole');
    expect(found.missing.map((x) => x.id)).toContain('loops-l2');
  });
});
