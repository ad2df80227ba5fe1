import { describe, expect, it } from 'vitest';
import type { Combination } from '../../actions/combination.ts';
import { DEFAULT_BASIS } from '../../standards/job-basis.ts';
import { checkJoint, tryCheckJoint } from '../report.ts';
import { anyJoint, grows } from '../any-joint.testing.ts';
import type { CheckResult, StrengthResult } from '../../checks/check.ts';
import { validate } from '../../validate/index.ts';
import { cleats } from './index.ts';
import type { CleatsInput, Fixing } from './input.ts';
import { anyCleats } from './any-input.testing.ts';

describe('any angle cleats', () => anyJoint(cleats, anyCleats, 120));

/** 2 L 150x90x10 of 260 in S275, 3 M20 8.8 at 70, gauge 120, gap 10, beam 400 deep with a web of 8 in S275, on a flange. */
const base: CleatsInput = {
  beam: { h: 400, b: 160, tw: 8, tf: 12, r: 10, steel: { grade: 'S275' }, notch: { type: 'none' } },
  support: { type: 'column_flange', t: 14, b: 250, tw: 9, r: 12, steel: { grade: 'S275' } },
  cleat: { t: 10, h: 260, e1: 60, leg_web: 90, leg_support: 90, r: 11, steel: { grade: 'S275' } },
  web: { e2b: 40, top_to_bolt: 110 },
  gap: 10,
  arrangement: 'double',
  fixing: 'bolted',
  bolts: {
    d: 20,
    cls: '8.8',
    n1: 3,
    n2: 1,
    p1: 70,
    p2: 0,
    p3: 120,
    threads_in_plane: true,
    category: 'A',
    friction: 'B',
    packing: 0,
  },
  support_bolts: { n1: 3, p1: 70, e1: 60 },
  holes: { cleat: 'normal', web: 'normal', leg: 'normal', support: 'normal' },
};
const all = (input: CleatsInput, c: Partial<Combination>): readonly CheckResult[] =>
  checkJoint({ kind: 'cleats', input, combinations: [{ name: 'C', V_Ed: 0, N_Ed: 0, N_tie: 0, ...c }] }, DEFAULT_BASIS)
    .combinations[0]!.checks;
const strengths = (input: CleatsInput, c: Partial<Combination>): Map<string, StrengthResult> =>
  new Map(
    all(input, c)
      .filter((x): x is StrengthResult => x.type === 'strength')
      .map((x) => [x.id, x]),
  );
const welded = (fixing: Fixing, s = 6): CleatsInput => ({ ...base, fixing, weld: { s } });

describe('cleats welded to the beam', () => {
  const found = strengths(welded('welded_to_beam'), { V_Ed: 160 });
  // a = 4.2; l_h = 90 - 10 - 4.2 = 75.8; L = 260 + 151.6 = 411.6; x_w = 75.8^2/411.6 = 13.959; I_p = 260^3/12 + 151.6 x 130^2 + 75.8^3/6 +
  // 151.6 (37.9 - 13.959)^2 + 260 x 13.959^2 = 4.23685e6; T = 80 x (90 - 13.959) = 6.0833 kNm; f_x = 6.0833e6 x 130/I_p = 186.65;
  // f_z = 80000/411.6 + 6.0833e6 x 61.841/I_p = 194.36 + 88.79 = 283.15; F = 339.14 N/mm; F_w,Rd = 4.2 x 410/(sqrt3 x 0.85 x 1.25) = 935.71 N/mm.
  it('take the reaction and its moment in a group of three lines', () => {
    expect(found.get('weld-beam')!.demand).toBeCloseTo(339.14, 1);
    expect(found.get('weld-beam')!.resistance).toBeCloseTo(935.71, 1);
  });
  // Both sides on the web: 678.28 N/mm against 8 x 275/sqrt3 = 1270.17.
  it('shear the web beside the welds', () => {
    expect(found.get('beam-web-at-weld')!.demand).toBeCloseTo(678.28, 1);
    expect(found.get('beam-web-at-weld')!.resistance).toBeCloseTo(1270.17, 1);
  });
  it('say that there are no bolts in the web', () => {
    const skips = all(welded('welded_to_beam'), { V_Ed: 160, N_tie: 50 })
      .filter((x) => x.type === 'skip' && x.reason.includes('no bolts in its web'))
      .map((x) => x.id);
    expect(skips).toEqual(
      expect.arrayContaining([
        'bolt-group-shear',
        'beam-web-bearing',
        'beam-web-shear-net',
        'web-leg-block',
        'tie-bolt-shear',
        'tie-cleat-net',
        'tie-web-block',
      ]),
    );
  });
});

describe('cleats welded to the support', () => {
  const found = strengths(welded('welded_to_support'), { V_Ed: 160, N_tie: 60 });
  // l_eff = 260 - 8.4 = 251.6; f_y = 6 x 80000 x 90/251.6^2 = 682.44; f_z = 317.97; F = 752.88 N/mm.
  it('turn in the plane of the support', () => expect(found.get('weld-support')!.demand).toBeCloseTo(752.88, 1));
  // Leg: m = 90 - 10 - 8.8 = 71.2; M_pl = 0.25 x 260 x 100 x 410/1.1 = 2.42273 kNm; N = 2 x 2.42273/0.0712 = 68.054 kN.
  it('bend at the heels when the beam is pulled', () =>
    expect(found.get('tie-cleat-tstub')!.resistance / 1e3).toBeCloseTo(68.054, 2));
  it('keep their web bolts, in two planes', () =>
    expect(found.get('bolt-group-shear')!.resistance).toBe(strengths(base, { V_Ed: 160 }).get('bolt-group-shear')!.resistance));
});

describe('a single cleat', () => {
  const one = strengths({ ...base, arrangement: 'single' }, { V_Ed: 90, N_tie: 40 });
  const two = strengths(base, { V_Ed: 90, N_tie: 40 });
  // e = 60: S = 3 x 8 x 70^2/12 = 9800; beta = 60 x 140/(2 x 9800) = 0.428571; V = 0.8 x 94.08/sqrt((1/3)^2 + 0.428571^2) = 138.623 kN.
  it('turns its support bolts in their plane', () =>
    expect(one.get('support-bolt-shear')!.resistance / 1e3).toBeCloseTo(138.623, 2));
  it('has half of the planes and half of the tie', () => {
    expect(one.get('bolt-group-shear')!.resistance).toBeCloseTo(two.get('bolt-group-shear')!.resistance / 2, 6);
    for (const id of ['tie-cleat-tstub', 'tie-cleat-net', 'tie-bolt-shear', 'tie-support-flange', 'tie-bolt-punching'])
      expect([id, one.get(id)!.resistance]).toEqual([id, expect.closeTo(two.get(id)!.resistance / 2, 6)]);
    expect(one.get('beam-web-bearing')!.resistance).toBe(two.get('beam-web-bearing')!.resistance);
    expect(one.get('web-leg-gross')!.demand).toBe(90e3);
  });
});

describe('axial force with shear (basis 2.11)', () => {
  const pulled = strengths(base, { V_Ed: 100, N_Ed: 50 });
  // m = (120 - 8 - 20 - 17.6)/2 = 37.2; c = 120 - 8 - 20 - 22 = 70; e_1A = min(60, 46) = 46; l = 92 + 2 x 70 = 232; n = min(90 - 56, 46.5) = 34;
  // M_pl = 0.25 x 232 x 100 x 275 = 1.595 kNm; F_1 = (8 x 34 - 18.5) 1.595e6/(2 x 37.2 x 34 - 9.25 x 71.2) = 404332500/1871 = 216.105 kN;
  // sum F_t = 6 x 141.12 = 846.72; F_2 = (3.19e6 + 34 x 846720)/71.2 = 449.132 kN.
  it('bends the legs with their yield strength', () =>
    expect(pulled.get('cleat-tstub')!.resistance / 1e3).toBeCloseTo(216.105, 2));
  // Bolt: min(216.105 + 2 x 1595/34, 846.72) = 309.929; x 50/216.105/6 = 11.9513; F_v = 100/6 = 16.667; 16.667/(0.8 x 94.08) + 11.9513/197.568 = 0.281936.
  it('puts prying and shear on the support bolts', () =>
    expect(pulled.get('combined-shear-tension')!.demand).toBeCloseTo(0.281936, 4));
  // Worst web bolt: z = 50, beta = 50 x 140/(2 x 9800) = 0.357143: vertical 33.333, horizontal 35.714 + 16.667 = 52.381: 62.088 kN of 188.16.
  it('adds N/n to the worst web bolt', () => expect(pulled.get('bolt-group-shear')!.demand / 1e3).toBeCloseTo(62.088, 2));
});

describe('what is not said', () => {
  it('makes the support bolts as those of the web', () => {
    const { support_bolts: _s, holes: _h, ...short } = base;
    const checked = validate<CleatsInput>(cleats.schema(), short);
    expect('value' in checked && checked.value.support_bolts).toEqual({ n1: 3, p1: 70, e1: 60 });
  });
  it('asks for a weld where the cleats are welded', () => {
    expect(validate(cleats.schema(), { ...base, fixing: 'welded_to_beam' })).toMatchObject({ error: { field: 'weld' } });
  });
  it('refuses bolts in the heel', () => {
    const r = tryCheckJoint(
      { kind: 'cleats', input: { ...base, bolts: { ...base.bolts, p3: 40 } }, combinations: [] },
      DEFAULT_BASIS,
    );
    expect('refusal' in r && r.refusal.message).toBe(
      'bolts.p3: 40 mm puts the support bolts into the heel of the cleats; accepted is more than 59 mm.',
    );
  });
});

describe('more of a thing never lowers the checks that it serves', () => {
  const at = (i: CleatsInput) => strengths(i, { V_Ed: 120, N_Ed: 40, N_tie: 90 });
  grows('thicker angles', /leg|cleat/, (t) => at({ ...base, cleat: { ...base.cleat, t } }), 6, 14);
  grows(
    'stronger angles',
    /leg-(net|block)|tie-cleat|cleat-(bearing|net)/,
    (x) => at({ ...base, cleat: { ...base.cleat, steel: { grade: 'S275', f_u: 300 + x } } }),
    0,
    300,
  );
  grows('bigger weld on the beam', /^(weld|tie-weld)/, (s) => at(welded('welded_to_beam', s)), 4, 10);
  grows('bigger weld on the support', /^(weld|tie-weld)/, (s) => at(welded('welded_to_support', s)), 4, 10);
  grows('thicker support', /support-(bearing|flange)/, (t) => at({ ...base, support: { ...base.support, t } }), 6, 30);
});
