import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { inNewtons, type Combination } from '../../actions/combination.ts';
import { Run } from '../../formula/index.ts';
import { DEFAULT_BASIS } from '../../standards/job-basis.ts';
import { readJob } from '../../job/document.ts';
import { validate } from '../../validate/index.ts';
import type { StrengthResult } from '../../checks/check.ts';
import { baseToEn1993 } from './en1993/index.ts';
import { outerRow, rowTStub } from './en1993/plate.ts';
import { groupsOf } from '../../standards/anchorage.ts';
import { coneGeometry } from '../../standards/en1992-4/cone.ts';
import { shareShear } from '../../standards/en1992-4/edge.ts';
import { inTension } from './en1993/state.ts';
import { baseSchema, type BaseInput } from './input.ts';
import { baseModel } from './model.ts';

type Loose = Record<string, unknown>;
const W2 = readJob(JSON.parse(readFileSync(new URL('./jobs/w2.json', import.meta.url), 'utf8'))).joints[0]!.input as BaseInput;
/** A square plate on an SHS far from any edge: the anchors alone are looked at. */
const START = {
  column: { shape: 'RHS', h: 160, b: 160, t: 8, steel: { grade: 'S355' } },
  plate: { h: 400, b: 400, t: 40, steel: { grade: 'S275' } },
  concrete: { f_ck: 20 } as Loose,
  grout: { t: 30, f_ck: 30 } as Loose,
  anchors: {
    pattern: { type: 'rows', n_y: 2, n_z: 2, s_y: 300, s_z: 200 } as Loose,
    d: 20,
    cls: '8.8',
    type: 'headed',
    head: 40,
    head_t: 15,
    h_ef: 150,
    hole: 22,
  } as Loose,
  shear: { path: 'anchors' } as Loose,
  weld: { a_f: 6 } as Loose,
  options: {} as Loose,
};
const build = (change: { [K in keyof typeof START]?: Loose }): BaseInput => {
  const raw = Object.fromEntries(
    Object.entries(START).map(([k, v]) => [k, { ...v, ...(change[k as keyof typeof START] ?? {}) }]),
  );
  const checked = validate<BaseInput>(baseSchema(), raw);
  if ('error' in checked) throw new Error(checked.error.message);
  return checked.value;
};
const model = (change: Parameters<typeof build>[0]) => baseModel(build(change), DEFAULT_BASIS);
function check(input: BaseInput, c: Partial<Combination>, id: string): StrengthResult {
  const p = baseToEn1993(baseModel(input, DEFAULT_BASIS));
  const { results } = p.check(inNewtons({ name: 'C', V_Ed: 0, N_tie: 0, N_Ed: 0, ...c }), new Run(p.sheet));
  const r = results.find((x) => x.id === id);
  if (r?.type !== 'strength') throw new Error(`${id}: ${r?.type === 'skip' ? r.reason : 'missing'}`);
  return r;
}
const kN = (r: StrengthResult): number => r.resistance / 1e3;
const one = { pattern: { type: 'rows', n_y: 1, n_z: 2, s_z: 300 } };

describe('concrete cone', () => {
  // N0 = 8.9 sqrt(20) 150^1.5 = 73.1 kN; psi_re = 0.5 + 150/200 -> 1. Two anchors 300 apart: A = (450 + 300) 450, over 450^2: 5/3.
  it('of one cast-in anchor, h_ef 150, C20 cracked, is 73.1 kN; of two 300 apart 5/3 of it', () => {
    expect(kN(check(build({ anchors: one }), { N_Ed: 40 }, 'anchor-cone'))).toBeCloseTo((73.12 * 5) / 3 / 1.5, 1);
  });
  it('of 2 x 2 at 300 x 200 covers 750 x 650', () => expect(coneGeometry(model({}), [0, 1, 2, 3]).A_c).toBe(750 * 650));
  it('is 12.7/8.9 higher uncracked, and falls to 0.5 + 80/200 of itself in a shell 80 deep', () => {
    const cracked = kN(check(build({ anchors: one }), { N_Ed: 40 }, 'anchor-cone'));
    expect(
      kN(check(build({ anchors: one, concrete: { cracked: false, splitting_bars: true } }), { N_Ed: 40 }, 'anchor-cone')) /
        cracked,
    ).toBeCloseTo(12.7 / 8.9, 9);
    // 80 deep: two single cones (240 < 300), each 8.9 sqrt(20) 80^1.5 0.9 = 25.63 kN.
    expect(kN(check(build({ anchors: { ...one, h_ef: 80 } }), { N_Ed: 40 }, 'anchor-cone'))).toBeCloseTo(
      (8.9 * Math.sqrt(20) * 80 ** 1.5 * 0.9) / 1e3 / 1.5,
      6,
    );
  });
  it('parts into groups where anchors stand further apart than 3 h_ef', () => {
    expect(groupsOf(model({ anchors: { h_ef: 90 } }), [0, 1, 2, 3], 270)).toEqual([
      [0, 2],
      [1, 3],
    ]);
  });
  it('takes eccentric anchor forces: 1/(1 + 2e/s) for each axis', () => {
    // Forces 2:1 across 300 mm: resultant 50 off the middle; s_cr = 450: 1/(1 + 100/450) = 0.818.
    const m = model({ anchors: one });
    const p = baseToEn1993(m);
    const r = new Run(p.sheet);
    const { results } = p.check(inNewtons({ name: 'C', V_Ed: 0, N_tie: 0, N_Ed: 60, M_y: 60 * 0.05 }), r);
    const cone = results.find((x) => x.id === 'anchor-cone') as StrengthResult;
    expect(cone.demand / 1e3).toBeCloseTo(60, 6);
    expect(kN(cone)).toBeCloseTo(((73.12 * 5) / 3 / 1.5) * (1 / (1 + 100 / 450)), 1);
  });
});

describe('pull-out, bond and hooks', () => {
  // Head 40 (under 6 x 15 + 20): pi/4 (40^2 - 20^2) = 942.5 mm2; 7.5 x 942.5 x 20 = 141.4 kN; /1.5.
  it('of a head is k_2 A_h f_ck', () =>
    expect(kN(check(build({ anchors: one }), { N_Ed: 40 }, 'anchor-pullout'))).toBeCloseTo(141.37 / 1.5, 2));
  it('counts no more of a thin head than 6 t + d', () =>
    expect(kN(check(build({ anchors: { ...one, head: 80, head_t: 5 } }), { N_Ed: 40 }, 'anchor-pullout'))).toBeCloseTo(
      (7.5 * (Math.PI / 4) * (50 ** 2 - 20 ** 2) * 20) / 1.5 / 1e3,
      6,
    ));
  // f_ctm = 0.3 20^(2/3) = 2.2104; f_ctd = 0.7 x 2.2104/1.5 = 1.0315; f_bd = 2.25 x 1.0315 = 2.321; pi 20 400 2.321 = 58.33 kN.
  it('of a ribbed straight bar 400 deep is 58.3 kN, 0.7 of it in poor bond', () => {
    const bar = { ...one, type: 'straight', h_ef: 400, head: undefined, head_t: undefined };
    expect(kN(check(build({ anchors: bar }), { N_Ed: 40 }, 'anchor-bond'))).toBeCloseTo(58.33, 1);
    expect(kN(check(build({ anchors: { ...bar, good_bond: false } }), { N_Ed: 40 }, 'anchor-bond'))).toBeCloseTo(0.7 * 58.33, 1);
    // Plain: 0.36 sqrt(20)/1.5 = 1.0733 MPa.
    expect(kN(check(build({ anchors: { ...bar, ribbed: false } }), { N_Ed: 40 }, 'anchor-bond'))).toBeCloseTo(
      (Math.PI * 20 * 400 * 1.0733) / 1e3,
      1,
    );
  });
  // EN 1992-1-1, 8.4.2(2): eta_2 = (132 - d)/100 over 32 mm: 0.96 for 36 and 1 for 30; the surface pi d l besides.
  it('of a thick bar falls with its diameter', () => {
    const bond = (d: number): number =>
      check(
        build({ anchors: { ...one, type: 'straight', h_ef: 400, head: undefined, head_t: undefined, d, hole: d + 6 } }),
        { N_Ed: 40 },
        'anchor-bond',
      ).resistance;
    expect(bond(36) / bond(30)).toBeCloseTo((36 / 30) * 0.96, 9);
  });
  it('of a hook with cover is 1/0.7 of a straight bar, but fails above 300 MPa', () => {
    const hook = { ...one, type: 'hooked', h_ef: 400, head: undefined, head_t: undefined, cls: '4.6' };
    expect(kN(check(build({ anchors: hook }), { N_Ed: 40 }, 'anchor-bond'))).toBeCloseTo(58.33 / 0.7, 1);
    const hard = check(build({ anchors: { ...hook, cls: '8.8' } }), { N_Ed: 40 }, 'hook-yield');
    expect([hard.demand, hard.resistance, hard.pass]).toEqual([640, 300, false]);
  });
  // Two bonded anchors 300 apart, d 20, h_ef 150, tau 7 and 12: s_cr = min(450, 7.3 x 20 x sqrt(12) = 505.8) = 450; A/A0 = 750/450 = 5/3.
  // N0 = 7 pi 20 150 = 65.97; tau_c = 7.7 sqrt(150 x 20)/(pi 20) = 6.712 < 7: (7/6.712)^1.5 > 1: psi_g0 = 1.414 - 0.414 x 1.065 = 0.973 -> 1.
  it('of bonded anchors is the bond of the product, group by group', () => {
    const r = check(
      build({
        anchors: {
          ...one,
          type: 'bonded',
          head: undefined,
          head_t: undefined,
          product: { tau_Rk: 7, tau_Rk_ucr: 12, gamma_inst: 1.2 },
        },
      }),
      { N_Ed: 40 },
      'anchor-bond',
    );
    expect(kN(r)).toBeCloseTo((65.97 * 5) / 3 / (1.5 * 1.2), 1);
  });
});

describe('anchor steel', () => {
  // M20: 245 mm2. 8.8: 196/1.5 = 130.7; 4.6: 98/2.0 = 49; as a bolt 0.9 x 800 x 245/1.25 = 141.1, x 0.85 with cut threads.
  it('in tension by either rule', () => {
    expect(kN(check(build({ anchors: one }), { N_Ed: 40 }, 'anchor-steel-tension'))).toBeCloseTo(130.67, 2);
    expect(kN(check(build({ anchors: { ...one, cls: '4.6' } }), { N_Ed: 40 }, 'anchor-steel-tension'))).toBeCloseTo(49, 6);
    expect(
      kN(check(build({ anchors: { ...one, tension_rule: 'EN 1993-1-8' } }), { N_Ed: 40 }, 'anchor-steel-tension')),
    ).toBeCloseTo(141.12, 2);
    expect(
      kN(
        check(
          build({ anchors: { ...one, tension_rule: 'EN 1993-1-8', cut_threads: true } }),
          { N_Ed: 40 },
          'anchor-steel-tension',
        ),
      ),
    ).toBeCloseTo(141.12 * 0.85, 2);
  });
  // Grout 60: lever arm. d_s = 17.66, W = 540.9, M0 = 1.2 x 540.9 x 800 = 519.2 Nm; l_a = 10 + 60 + 20 = 90; 2 x 519.2/90 = 11.54; /1.25 = 9.23.
  it('in shear with a lever arm over thick grout, less beside tension', () => {
    const thick = build({ grout: { t: 60, f_ck: 40 } });
    expect(kN(check(thick, { V_z: 20 }, 'anchor-shear-lever-arm'))).toBeCloseTo(9.23, 2);
    // 4 x 30 kN of tension: 1 - 30/130.67 of it.
    expect(kN(check(thick, { V_z: 20, N_Ed: 120 }, 'anchor-shear-lever-arm'))).toBeCloseTo(9.23 * (1 - 30 / 130.67), 2);
  });
  // 0.44 - 0.0003 x 640 = 0.248; x 800 x 245/1.25 = 38.89.
  it('in shear as a bolt in grout, with its own interaction', () => {
    const bolt = build({ anchors: { shear_rule: 'EN 1993-1-8' } });
    expect(kN(check(bolt, { V_z: 40 }, 'anchor-steel-shear'))).toBeCloseTo(38.89, 2);
    expect(check(bolt, { V_z: 40, N_Ed: 120 }, 'interaction-steel').utilisation!).toBeCloseTo(10 / 38.89 + 30 / 130.67 / 1.4, 3);
  });
  it('shares twist by the distance from the centroid', () => {
    // 2 x 2 at 300 x 200: J = 4 (150^2 + 100^2) = 130000; T 13 kNm: 0.1 kN/mm x 180.28 mm = 18.03 kN.
    const s = shareShear(model({}), 0, 0, 13e6);
    expect(s.each.map((x) => x.V / 1e3)).toEqual(Array.from({ length: 4 }, () => expect.closeTo(18.03, 2)));
    expect(s.each.reduce((sum, x) => sum + x.y, 0)).toBeCloseTo(0, 6);
  });
  it('can take no shear in wide holes without welded washers', () => {
    const r = check(build({ anchors: { hole: 26 } }), { V_z: 20 }, 'anchor-hole-for-shear');
    expect([r.demand, r.resistance, r.pass]).toEqual([26, 22, false]);
  });
});

describe('edges', () => {
  const near = { B_y: 4000, B_z: 2000, H: 1000, z: -850 };
  // Face at z = +150: front row at z = 100, c_1 = 50. Shear along the edge: psi_alpha = 2.
  it('shear along an edge counts half', () => {
    const along = check(build({ concrete: near }), { V_y: 20 }, 'concrete-edge');
    // Half the shear on the front row of two; towards +z there is none.
    expect(along.where).toBe('edge z+');
    expect(along.demand / 1e3).toBeCloseTo(10, 6);
    // d 20, l_f 150, c_1 50: alpha 0.1732, beta 0.0833; V0 = 1.7 x 20^0.1732 x 150^0.0833 x sqrt(20) x 50^1.5 = 6.86; A/A0 = (300 + 150) 75/(4.5 x 2500) = 3; x 2/1.5.
    const V0 = (1.7 * 20 ** (0.1 * Math.sqrt(3)) * 150 ** (0.1 * 0.4 ** 0.2) * Math.sqrt(20) * 50 ** 1.5) / 1e3;
    // s = 300 > 3 c_1 = 150: two whole bodies, A = 2 x 150 x 75 = 2 A0.
    expect(kN(along)).toBeCloseTo((V0 * 2 * 2) / 1.5, 3);
  });
  // c_1 50 <= 0.5 x 150. Row of two 300 apart > 4 c_1: each alone. N0 = 8.7 x 50 x sqrt(942.5) x sqrt(20) = 59.72; A = 200 x (100 + 100) over 200^2: 1.
  it('blow-out of a row that is split', () => {
    const r = check(build({ concrete: near }), { N_Ed: 40 }, 'anchor-blowout');
    expect(r.where).toBe('edge z+');
    expect(r.demand / 1e3).toBeCloseTo(10, 6);
    expect(kN(r)).toBeCloseTo(59.72 / 1.5, 1);
  });
  // No reinforcement: c_cr,sp = 225, s_cr,sp = 450, h_min = 300: N0 = min(141.4, 73.12); A = (225 + 200 + 50)(450 + 300)/450^2 = 1.759; psi_s = 0.7 + 0.3 x 50/225 = 0.7667;
  // psi_h <= max(1, ((150 + 75)/300)^(2/3)) = 1.
  it('splitting without bars', () => {
    const r = check(build({ concrete: { ...near, splitting_bars: false } }), { N_Ed: 40 }, 'anchor-splitting');
    expect(kN(r)).toBeCloseTo((73.12 * 1.7593 * 0.76667) / 1.5, 1);
  });
  // 4 bars 12: 4 x 113.1 x 500/1.15 = 196.7; anchorage 4 x 100 x pi 12 x 2.321/0.7 = 50.0 kN.
  it('hanger bars replace the cone', () => {
    const held = build({ anchors: { bars: { n: 4, d: 12, l_1: 100 } } });
    expect(kN(check(held, { N_Ed: 40 }, 'anchor-reinforcement'))).toBeCloseTo(50.0, 1);
    expect(check(held, { N_Ed: 40 }, 'anchor-cone').info).toBe(true);
  });
});

describe('plate', () => {
  const m = baseModel(W2, DEFAULT_BASIS);
  // Table 6.6 for two anchors: half of l_nc = min(4m + 1.25 e_x, e + 2m + 0.625 e_x, 0.5 b_p, 0.5 w + 2m + 0.625 e_x); l_cp: 2 pi m, pi m + w, pi m + 2e.
  it.each([
    [60, 40, 200, 100],
    [90, 45, 120, 50],
    [30, 60, 260, 70],
    [140, 50, 90, 160],
  ])('a row of two, %i from the wall, e_x %i, w %i, e %i, is Table 6.6', (distance, e_x, w, e) => {
    const run = new Run(baseToEn1993(m).sheet);
    const p = baseToEn1993(m);
    p.check(inNewtons({ name: 'C', V_Ed: 0, N_tie: 0, N_Ed: -1 }), run);
    const s = rowTStub(run, m, outerRow(distance, e_x, [-w / 2, w / 2], -w / 2 - e, w / 2 + e), 300);
    const x = distance - 0.8 * Math.SQRT2 * 8;
    expect(s.m).toBeCloseTo(x, 9);
    const straight = Math.min(4 * x + 1.25 * e_x, e + 2 * x + 0.625 * e_x, 0.5 * (w + 2 * e), 0.5 * w + 2 * x + 0.625 * e_x);
    const round = Math.min(2 * Math.PI * x, Math.PI * x + w, Math.PI * x + 2 * e, w + 2 * e);
    expect(s.l_nc / 2).toBeCloseTo(straight, 9);
    expect(s.l_1 / 2).toBeCloseTo(Math.min(straight, round), 9);
    expect(s.F_12).toBeCloseTo(((35 ** 2 * 265) / 4) * (s.l_1 / x), 4);
  });
  it('pries by Table 6.2 where that is chosen: mode 1 or 2, and less on the anchors of a thick plate', () => {
    const thin = { ...W2, plate: { ...W2.plate, t: 20 }, anchors: { ...W2.anchors, L_b: 100 } };
    const c = { N_Ed: -420, M_y: 100 };
    const strict = check(thin, c, 'plate-tstub-tension');
    const table = check({ ...thin, options: { ...thin.options, prying: 'table-6.2' } }, c, 'plate-tstub-tension');
    expect(table.resistance).toBeGreaterThan(strict.resistance);
    const pried = check(thin, c, 'anchor-steel-tension').demand;
    expect(pried).toBeGreaterThan(strict.demand / 2);
    expect(check({ ...thin, options: { ...thin.options, prying: 'table-6.2' } }, c, 'anchor-steel-tension').demand).toBeLessThan(
      pried,
    );
  });
});

describe('shear keys', () => {
  const key = (k: Loose, c: Partial<Combination>, id: string) =>
    check(
      build({
        concrete: { f_ck: 30, B_y: 1200, B_z: 1200, H: 900 },
        shear: { path: 'key', key: { along: 'z', depth: 150, steel: { grade: 'S275' }, a: 8, ...k } },
      }),
      { N_Ed: -300, V_z: 100, ...c },
      id,
    );
  const plate = { type: 'plate', b: 160, t: 40 };
  // d_eff 120, b 160, f_cd 17: 326.4 kN. Lever 30 + 60 = 90: M = 9 kNm; W = 160 x 40^2/4 = 64000; x 265 = 16.96 (V 100 < half of 979).
  it('of a plate: bearing, bending, edge', () => {
    expect(kN(key(plate, {}, 'shear-key-bearing'))).toBeCloseTo(326.4, 3);
    const s = key(plate, {}, 'shear-key-steel');
    expect([s.demand / 1e6, s.resistance / 1e6]).toEqual([expect.closeTo(9, 9), expect.closeTo(16.96, 6)]);
    // c_1 = 600 - 20 = 580: width limited to 1200, height 700 to the depth; less 160 x 120; f_ctd = 0.7 x 0.3 30^(2/3)/1.5 = 1.3517.
    expect(kN(key(plate, {}, 'shear-key-edge'))).toBeCloseTo(((1200 * 700 - 160 * 120) * 1.3517) / 1e3, 0);
  });
  // s = 9e6/(160 x 8 x 48) = 146.5; tau_t = 100e3/(2 x 160 x 8) = 39.06; x, y = 131.2, 76.0: sqrt(76.0^2 + 3 x 131.2^2) = 239.6 against 410/(0.85 x 1.25) = 385.9.
  it('of a plate: both faces of the weld', () => {
    const r = key(plate, {}, 'shear-key-weld');
    expect([r.demand, r.resistance]).toEqual([expect.closeTo(239.6, 0), expect.closeTo(385.88, 1)]);
  });
  it('does not work across its direction', () => expect(key(plate, { V_z: 0, V_y: 60 }, 'shear-key-bearing').pass).toBe(false));
});

describe('joints that can not be built', () => {
  it.each([
    [
      'an anchor outside the plate',
      { anchors: { pattern: { type: 'rows', n_y: 2, n_z: 2, s_y: 390, s_z: 200 } } },
      /anchors\.pattern: anchor 0 at y −195, z −100 has its hole outside the plate or cut by its edge; accepted is/,
    ],
    ['an anchor outside the block', { concrete: { B_y: 280, B_z: 900, H: 900 } }, /is outside the block/],
    [
      'an anchor longer than the block',
      { concrete: { H: 140 } },
      /anchors\.h_ef: 150 mm is longer than the block is deep; accepted is less than 140 mm/,
    ],
    [
      'an anchor inside the column',
      { anchors: { pattern: { type: 'rows', n_y: 1, n_z: 1 } } },
      /is in the column or inside its walls/,
    ],
    [
      'full contact with the uniform law',
      { options: { contact: 'full', law: 'uniform' } },
      /full contact does not go with the uniform law/,
    ],
    ['a head without size', { anchors: { head: undefined, head_t: undefined } }, /anchors\.head: the size of the head/],
    [
      'a product without bond',
      { anchors: { type: 'bonded' } },
      /anchors\.product\.tau_Rk: the bond strengths of the product are missing/,
    ],
    ['a key that is not there', { shear: { path: 'key' } }, /shear\.key: the shear path needs a key/],
    [
      'a plate smaller than its column',
      { plate: { h: 150, b: 400 }, anchors: { pattern: { type: 'none' } } },
      /the plate does not reach under the whole column/,
    ],
  ] as const)('%s', (_words, change, message) => expect(() => model(change as never)).toThrow(message));
  it('are I columns with full contact, and lever arms on circles', () => {
    expect(() => baseModel({ ...W2, options: { ...W2.options, contact: 'full' } }, DEFAULT_BASIS)).toThrow(
      /not offered for I columns/,
    );
    expect(() =>
      model({ plate: { shape: 'circle', h: undefined, b: undefined, D: 600 }, options: { method: 'lever-arm' } } as never),
    ).toThrow(/lever-arm model is for I and rectangular columns/);
  });
});

describe('anchors that count as pulled', () => {
  // More than a thousandth of the most pulled one; none where all of them together are next to nothing beside what presses.
  it('are those with more than a thousandth of the largest force', () => {
    expect(inTension([100e3, 200, 50, -10], 0, 0)).toEqual([0, 1]);
    expect(inTension([100e3, 5e3], 0, 0)).toEqual([0, 1]);
    expect(inTension([0, 0], -1e6, 1e6)).toEqual([]);
    expect(inTension([0.5, 0.1], -1e6, 1e6)).toEqual([]);
  });
});
