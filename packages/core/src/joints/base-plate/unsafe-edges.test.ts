import { describe, expect, it } from 'vitest';
import type { Combination } from '../../actions/combination.ts';
import { DEFAULT_BASIS } from '../../standards/job-basis.ts';
import { tryCheckJoint } from '../report.ts';
import type { RuleResult, StrengthResult } from '../../checks/check.ts';
import { validate } from '../../validate/index.ts';
import { baseSchema, type BaseInput } from './input.ts';

/*
 * What no engineer would let hold. The base: column 280 x 240, t_w 10, t_f 16, r 14, S355; plate 540 x 380 x 35 S275 (f_y 265 over 16 mm);
 * concrete C30/37 in the UK, f_cd 0.85 30/1.5 = 17; four anchors M27 8.8 at 240 x 430 with washer plates, welded with 8 and 5 mm throats.
 */
type Loose = Record<string, unknown>;
const START = {
  column: { shape: 'I', h: 280, b: 240, tw: 10, tf: 16, r: 14, steel: { grade: 'S355' }, L: 5200 } as Loose,
  plate: { h: 540, b: 380, t: 35, steel: { grade: 'S275' } } as Loose,
  concrete: { f_ck: 30, B_y: 1400, B_z: 1700, H: 900 } as Loose,
  grout: { t: 30, f_ck: 35 } as Loose,
  anchors: {
    pattern: { type: 'rows', n_y: 2, n_z: 2, s_y: 240, s_z: 430 },
    d: 27,
    cls: '8.8',
    type: 'washer',
    h_ef: 450,
    hole: 30,
    head: 95,
    head_t: 16,
    washers_welded: true,
  } as Loose,
  weld: { a_f: 8, a_w: 5, method: 'directional' } as Loose,
  shear: {} as Loose,
  options: {} as Loose,
};
type Change = { [K in keyof typeof START]?: Loose };
function base(change: Change): BaseInput {
  const raw = Object.fromEntries(
    Object.entries(START)
      .map(([k, v]) => [k, { ...v, ...(change[k as keyof typeof START] ?? {}) }])
      .filter(([, v]) => Object.keys(v as object).length),
  );
  const checked = validate<BaseInput>(baseSchema, JSON.parse(JSON.stringify(raw)));
  if ('error' in checked) throw new Error(checked.error.message);
  return checked.value;
}
const answer = (change: Change, c: Partial<Combination>) =>
  tryCheckJoint(
    { kind: 'column-base', input: base(change), combinations: [{ name: 'C', V_Ed: 0, N_tie: 0, N_Ed: 0, ...c }] },
    DEFAULT_BASIS,
  );
function report(change: Change, c: Partial<Combination>) {
  const result = answer(change, c);
  if ('refusal' in result) throw new Error(result.refusal.message);
  return result.report;
}
const refused = (change: Change): string => {
  const result = answer(change, { N_Ed: -100 });
  return 'refusal' in result ? result.refusal.message : 'taken';
};
const all = (change: Change, c: Partial<Combination>, id: string) =>
  report(change, c).combinations[0]!.checks.filter((x): x is StrengthResult => x.id === id && x.type === 'strength');
const check = (change: Change, c: Partial<Combination>, id: string): StrengthResult =>
  all(change, c, id).reduce((a, b) => (b.multiple < a.multiple ? b : a));
const skipped = (change: Change, c: Partial<Combination>, id: string) =>
  report(change, c).combinations[0]!.checks.find((x) => x.id === id && x.type === 'skip');
const rule = (change: Change, id: string) => report(change, { N_Ed: -500, V_z: 20 }).rules.find((x) => x.id === id)!;
const pass = (change: Change, id: string): boolean | string => {
  const found = rule(change, id);
  return found.type === 'rule' ? found.pass : 'missing' in found && found.missing ? 'missing' : 'skip';
};
const multiple = (change: Change, c: Partial<Combination>): number => report(change, c).combinations[0]!.first!.multiple;
const NONE = { pattern: { type: 'none' } };

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
