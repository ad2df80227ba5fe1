import { describe, expect, it } from 'vitest';
import { inNewtons, type Combination } from '../../actions/combination.ts';
import type { StrengthResult } from '../../checks/check.ts';
import { Run } from '../../formula/index.ts';
import { DEFAULT_BASIS } from '../../standards/job-basis.ts';
import { tryCheckJoint } from '../report.ts';
import { W1, W2, W3, W4 } from './cases.testing.ts';
import { momentPlateToEn1993 } from './en1993/index.ts';
import { actions, missing, onColumn, results, state, strength } from './hand.testing.ts';
import type { MomentPlateInput } from './input.ts';
import { momentPlateModel } from './model.ts';

describe('the compression side', () => {
  it('counts the stress along the column: at 0.9 f_y k_wc = 1.7 - 0.9 = 0.8, 0.8 x 707.578 kN', () => {
    expect(strength(onColumn({ sigma_com: 0.9 * 345 }), actions(100), 'column-web-compression').resistance / 1e3).toBeCloseTo(
      0.8 * 707.578,
      1,
    );
    expect(strength(onColumn({ sigma_com: 0.69 * 345 }), actions(100), 'column-web-compression').resistance / 1e3).toBeCloseTo(
      707.578,
      1,
    );
  });
  // A_c = 2 x 280 x 18 + 244 x 10.5 + (4 - pi) 24^2 = 13136.4; I_c = 192.7e6, d_wc = 196: 3000 kN over A_c 228.4 MPa, 50 kNm x 98/I_c 25.4: 253.8 = 0.7357 f_y, so k_wc = 0.9643.
  it('counts the stress of the column that a combination brings, in place of the one given', () => {
    const own = { ...actions(100), N_col: -3000, M_col: -50 };
    expect(strength(onColumn({ sigma_com: 300 }), own, 'column-web-compression').resistance / 1e3).toBeCloseTo(
      0.96427 * 707.578,
      0,
    );
    expect(strength(W2, { ...actions(100), N_col: -3000 }, 'column-web-compression').resistance / 1e3).toBeCloseTo(707.578, 1);
    // A pull takes nothing; it leaves no stress to ask for.
    expect(strength(W2, { ...actions(100), N_col: 3000 }, 'column-web-compression').resistance / 1e3).toBeCloseTo(707.578, 1);
  });
  it.each(['moment-resistance', 'column-web-compression'])('looks for the load at which web and stress meet: %s', (id) => {
    const times = (k: number): Combination => ({ ...actions(200 * k), N_col: -3000 * k, M_col: -50 * k });
    const { multiple, utilisation } = strength(W2, times(1), id);
    // The stress grows with the load: 1 is reached before it would be in proportion.
    expect(multiple).toBeLessThan(0.995 / utilisation!);
    expect(strength(W2, times(multiple), id).utilisation).toBeCloseTo(1, 2);
  });
  it("counts the column's own shear where it adds to the panel's, and not where it relieves it (5.3(3))", () => {
    const panel = (V_col?: number, M = 210): StrengthResult =>
      strength(W2, { ...actions(M), ...(V_col === undefined ? {} : { V_col }) }, 'column-panel-shear');
    expect(panel(-50).demand - panel().demand).toBeCloseTo(50e3, 6);
    expect(panel(-50).multiple).toBeCloseTo(panel().resistance / panel(-50).demand, 9);
    expect([panel(50).demand, panel(0).demand]).toEqual([panel().demand, panel().demand]);
    // Without a moment its own shear is all that the panel has.
    expect(panel(-50, 0).demand).toBeCloseTo(50e3, 6);
    expect(results(W2, { ...actions(0), V_col: 50 }).find((x) => x.id === 'column-panel-shear')?.type).toBe('skip');
  });
  it('is not whole where the column stands over its yield, or where there is none for its forces', () => {
    expect(missing(W2, { ...actions(50), N_col: -5000 })).toContain('column-stress');
    expect(missing(W1, { ...actions(50), V_col: 20, N_col: -10 })).toContain('column-forces');
    expect(missing(W2, { ...actions(50), V_col: 20, N_col: -10 })).not.toContain('column-forces');
    expect(missing(W2, { ...actions(50), N_col: -100 })).toEqual([]);
  });
  // W2: b_eff 274.5, A_vc 4109.4: q = (274.5 x 10.5/4109.4)^2 = 0.49194; omega_1 = 1/sqrt(1 + 1.3 q) = 0.78103, omega_2 = 1/sqrt(1 + 5.2 q) = 0.53014.
  // beta 0.75: 0.78103 + 2 x 0.25 x 0.21897 = 0.89052; 1.5: 0.78103 - 0.5 x 0.25089 = 0.65559; of 707.578 at beta 1.
  it.each([
    [0.4, 1],
    [0.75, 0.89052],
    [1, 0.78103],
    [1.5, 0.65559],
    [2, 0.53014],
  ])("counts the panel's shear by beta: %s", (beta, omega) => {
    expect(strength(onColumn({ beta }), actions(100), 'column-web-compression').resistance / 1e3).toBeCloseTo(
      (omega / 0.78103) * 707.578,
      1,
    );
  });
  // V_pl 1042.119 kN; at 0.8 of it rho = 0.6^2 = 0.36; A_w = 420.8 x 9.4 = 3955.52, A_w^2/(4 t_w) = 416 121; W = 604.137e6/355 - 0.36 x 416 121 = 1 551 990: 550.956 kNm over 435.4 mm = 1265.40 kN.
  it('loses bending to shear over half of the resistance', () => {
    expect(strength(W2, actions(100, 0, 0.8 * 1042.119), 'beam-flange-compression').resistance / 1e3).toBeCloseTo(1265.4, 0);
    expect(strength(W2, actions(100, 0, 0.49 * 1042.119), 'beam-flange-compression').resistance / 1e3).toBeCloseTo(1387.54, 1);
  });
  it('takes the flange with a fifth of web from 600 mm on, and tells it a little before', () => {
    const haunched = (h: number): MomentPlateInput => ({
      ...W3,
      haunch: { ...W3.haunch!, h },
      rows: [45, -65, -145, -290, -355 - h + 70, -355 - h - 45].map((y) => ({ y, role: 'auto' })),
      plate: { ...W3.plate, bottom: 90 },
    });
    const F = (h: number): number => strength(haunched(h), actions(100), 'beam-flange-compression').resistance / 1e3;
    // Basis, section 11.2: 825 to 672 kN at + 0.1 mm of 245; the flange alone, 171.5 x 11.5 x 275/0.8 = 677.96 kN along the slope.
    expect(F(245)).toBeCloseTo(825, -1);
    expect(F(245.1)).toBeCloseTo(677.96 * Math.cos(Math.atan(245.1 / 1800)), 1);
  });
});

describe('the tension stiffener', () => {
  // W3 at 1500 kNm: rows 1 and 2 pull 1500/416.105 x (219.31 + 246.89) = 1680.6 kN. The bare web: m 36.89, e 45.65, p 110, the end 55 over row 1: patterns min(115.89 + 110, 220) + 225.89 and
  // min(157.31, 110) + 157.31 = 267.31; omega 0.84719; 0.84719 x 267.31 x 9.9 x 275 = 616.5 kN. 1680.6 - 616.5 is more than the flange's share, 5.001 x 152.58.
  it('takes what the bare web leaves where that is more than the share of the flange', () => {
    expect(strength(W3, actions(1500), 'stiffener-tension').demand / 1e3).toBeCloseTo(1064.1, 0);
    expect(strength(W3, actions(300), 'stiffener-tension').demand / 1e3).toBeCloseTo(152.583, 2);
  });
  // At 300 kNm row 1 pulls 300/416.105 x 219.31 = 158.116 kN, row 2 178.000. From the stiffener, 5 throats of weld: m_2 = 45 + 5.75 - 5 - 0.8 x 5 sqrt2 = 40.093,
  // and 65 - 5.75 - 5 - 5.657 = 48.593; m = 36.89: the web takes 158.116 x 40.093/76.983 = 82.347, and 178.000 x 48.593/85.483 = 101.185.
  it('leaves the web what its distance from each row says', () => {
    const shares = results(W3, actions(300)).filter((x) => x.type === 'strength' && x.id === 'column-web-share');
    expect(shares.map((x) => x.type === 'strength' && [x.where, Math.round(x.demand / 10) / 100])).toEqual([
      ['row 1', 82.35],
      ['row 2', 101.18],
    ]);
  });
});

describe('axial force', () => {
  // 800 deep, web 8, welded: d = 800 - 2 (20 + 5 sqrt2) = 745.86; epsilon sqrt(235/265) = 0.94169; lambda = 1.74303, rho less (lambda - 0.22)/lambda^2 = 0.50129;
  // A = 2 x 250 x 20 + 760 x 8 = 16 080; (16 080 - 0.49871 x 745.86 x 8) x 265 = 3472.6 kN.
  it('that presses on a slender web leaves out what buckles', () => {
    const slender: MomentPlateInput = {
      ...W1,
      beam: { h: 800, b: 250, tw: 8, tf: 20, r: 0, a: 5, steel: { grade: 'S275' } },
      plate: { ...W1.plate, b: 260 },
      rows: [-80, -160, -720].map((y) => ({ y, role: 'auto' })),
    };
    const u = (N: number): number => strength(slender, actions(0, N), 'moment-axial').utilisation!;
    expect(1000 / u(-1000)).toBeCloseTo(3472.6, 0);
  });
  // Basis, section 13: W2 filled from either end, 274 or 911 kN: the lesser, whatever the sense of the moment.
  it('that pulls is carried by the lesser of two fillings', () => {
    for (const M of [60, -60, 0]) {
      const all = results(W2, actions(M, 250));
      const both = all.find((x) => x.id === 'moment-axial') as StrengthResult;
      const moment = all.find((x) => x.id === 'moment-resistance');
      const u_M = moment?.type === 'strength' ? moment.utilisation! : 0;
      expect(250 / (both.utilisation! - u_M)).toBeCloseTo(274, -0.5);
    }
  });
  it('within 5 % is left out of the moment, and guarded', () => {
    // N_pl 3508 kN: 175 is within, 176 is not. Basis, section 13: u_N from 0 to 0.64 there.
    expect(results(W2, actions(60, 175)).find((x) => x.id === 'moment-axial')!.type).toBe('skip');
    expect(
      strength(W2, actions(60, 176), 'moment-axial').utilisation! -
        strength(W2, actions(60, 176), 'moment-resistance').utilisation!,
    ).toBeCloseTo(0.64, 2);
    expect(missing(W2, actions(200, 170))).toContain('axial-small');
    const accepted = { ...W2, column: { ...W2.column!, sigma_com: 0 }, options: { ...W2.options, small_axial: true } };
    expect(missing(accepted, actions(200, 170))).toEqual([]);
    expect(strength(accepted, actions(200, 170), 'axial-small').multiple).toBeCloseTo(1.032, 2);
  });
  // Table 3.4 with each bolt's own pull: V over the sum of 2 min((1 - B/(1.4 F_t,Rd)) F_v,Rd, bearing); F_v,Rd 135.552, bearing of W2 is never less than that.
  it('within 5 % loads the bolts beside their shear', () => {
    const p = momentPlateToEn1993(momentPlateModel(W2, DEFAULT_BASIS));
    const c = actions(0, 100, 900);
    const w = p.worked(inNewtons(c), new Run(p.sheet));
    const B = W2.rows.map((_, i) => {
      const F = (100e3 / w.axial!.N) * w.axial!.rows.get(i)!;
      const k = w.R.state.rows.findIndex((row) => row.index === i);
      const stubs = [w.R.state.plate.alone[k]!, w.R.state.column!.alone[k]!];
      return F / 2 + Math.max(...stubs.map((x) => (x.Q * F) / x.F));
    });
    const V_Rd = B.reduce((sum, b) => sum + 2 * (1 - b / (1.4 * 203.328e3)) * 135.552e3, 0);
    expect(strength(W2, c, 'bolt-tension-small').utilisation).toBeCloseTo(Math.max(900e3 / V_Rd, Math.max(...B) / 203.328e3), 4);
    expect(900e3 / V_Rd).toBeGreaterThan(Math.max(...B) / 203.328e3);
  });
  it('that pulls a joint with rows on one side alone has no path', () => {
    const one: MomentPlateInput = { ...W2, rows: [50, -70, -150].map((y) => ({ y, role: 'auto' })) };
    expect(missing(one, actions(50, 100))).toContain('axial-small');
    expect(state(one, actions(50, 300))).toBe('gives');
    expect(strength(one, actions(50, 300), 'moment-axial').utilisation).toBeNull();
  });
});

describe('two beams on a column', () => {
  it('shear the panel by the difference of their moments, over beta = 2 too', () => {
    // Basis, section 11.3: M_Ed = 20 and M_other = -250 kNm.
    const x = strength(W4, actions(20, 0, 0, -250), 'column-panel-shear');
    expect(x.demand / 1e3).toBeGreaterThan(600);
    const level = strength(W4, actions(170, 0, 0, 110), 'column-panel-shear');
    expect(level.demand / 1e3).toBeCloseTo(159.583, 2);
    expect(results(W4, actions(120, 0, 0, 120)).find((y) => y.id === 'column-panel-shear')!.type).toBe('skip');
    expect(strength(W4, actions(0, 0, 0, 90), 'column-panel-shear').demand).toBeGreaterThan(0);
  });
  it('are not whole without the other moment, or its joint', () => {
    expect(missing(W4, actions(100))).toEqual(['moments-known']);
    expect(missing({ ...W4, column: { ...W4.column!, other_checked: false } }, actions(100, 0, 0, 50))).toEqual(['other-side']);
    expect(missing({ ...W4, column: { ...W4.column!, beta: 0.2 } }, actions(100, 0, 0, 50))).toEqual(['moments-known']);
    expect(missing({ ...W4, column: { ...W4.column!, beta: 0.45 } }, actions(100, 0, 0, 50))).toEqual([]);
    expect(missing(W2, actions(100, 0, 0, 50))).toContain('moments-known');
  });
});

describe('what a joint does not hold', () => {
  it('a moment with no row on its tension side', () => {
    const foot: MomentPlateInput = { ...W2, rows: [{ y: -385, role: 'shear' }] };
    expect(state(foot, actions(50))).toBe('gives');
  });
  it('with the plastic limit off, or welds below its resistance: not whole', () => {
    const off: MomentPlateInput = { ...W2, column: { ...W2.column!, sigma_com: 50 }, options: { ...W2.options, plastic: 'off' } };
    expect(state(off, actions(100))).toBe('not-whole');
    const thin: MomentPlateInput = { ...W2, column: { ...W2.column!, sigma_com: 50 }, welds: { ...W2.welds, top: 5 } };
    expect(missing(thin, actions(100))).toEqual(['weld-cover']);
    expect(strength(thin, actions(100), 'weld-tension-flange').multiple).toBeGreaterThan(1);
    expect(state(thin, actions(100))).toBe('not-whole');
    expect(state({ ...thin, welds: { ...thin.welds, design: 'force' } }, actions(100))).toBe('not-whole');
    // a_full = 14.6 x 355/(sqrt2 x 417.78) = 8.773 mm: 9 is enough, 5 is not.
    expect(
      strength({ ...thin, welds: { ...thin.welds, design: 'full' } }, actions(100), 'weld-tension-flange').demand,
    ).toBeCloseTo(8.773, 2);
  });
});

describe('refused in one sentence', () => {
  it.each([
    ['a row in a flange', { ...W2, rows: [{ y: -7, role: 'auto' }] }, /^rows\.0\.y: .*top flange/],
    ['a row off the plate', { ...W2, rows: [{ y: 96, role: 'auto' }] }, /^rows\.0\.y: .*off the plate/],
    [
      'two rows outside',
      { ...W2, plate: { ...W2.plate, top: 180 }, rows: [50, 120, -70].map((y) => ({ y, role: 'auto' })) },
      /^rows: 2 rows stand outside/,
    ],
    ['a row on the weld', { ...W2, rows: [{ y: 8, role: 'auto' }] }, /^rows\.0\.y: .*weld of the top flange/],
    ['a gauge on the root', { ...W2, bolts: { ...W2.bolts, w: 45 } }, /^bolts\.w: .*root/],
    ['a stress over yield', onColumn({ sigma_com: 400 }), /^column\.sigma_com: .*yield/],
    // 69 epsilon = 69 sqrt(235/345) = 56.9; (700 - 2 x 42)/10 = 61.6.
    [
      'a slender column web',
      onColumn({ h: 700, tw: 10 }),
      /^column\.section: .*d\/t_w = 61\.6, and 6\.2\.6\.1\(1\) covers up to 56\.9/,
    ],
    ['a slender beam', { ...W2, beam: { ...W2.beam, h: 900, tw: 5 } }, /^beam\.section: .*class 4/],
    ['a row past the column', onColumn({ end_above: 55 }), /^rows\.0\.y: .*column/],
    [
      'a stiffener that is all corner',
      { ...W2, stiffeners: { top: { b: 24, t: 10, a: 5, depth: 'full', fitted: true, steel: { grade: 'S355' } } } },
      /^stiffeners\.top\.b: .*corner cut/,
    ],
  ] as const)('%s', (_name, input, sentence) => {
    const said = state(input as MomentPlateInput, actions(50));
    expect(said).toMatch(sentence);
    expect(said).toMatch(/accepted (here )?(is|are) .*\.$/);
  });
});

it('a column web just stout enough is judged: 616/11 = 56.0', () => {
  expect(strength(onColumn({ h: 700, tw: 11 }), actions(50), 'column-panel-shear').resistance).toBeGreaterThan(0);
});

describe('detailing rules', () => {
  const broken = (input: MomentPlateInput): string[] => {
    const r = tryCheckJoint({ kind: 'moment-end-plate', input, combinations: [actions(50)] }, DEFAULT_BASIS);
    if ('refusal' in r) throw new Error(r.refusal.message);
    return r.report.brokenRules.map((x) => x.id);
  };
  const stiff = (b: number, t: number) => ({ b, t, a: 6, depth: 'full' as const, fitted: true, steel: { grade: 'S355' } });
  it.each([
    ['pitch under 2.2 d_0 = 57.2', { ...W2, rows: [50, -70, -127, -385].map((y) => ({ y, role: 'auto' })) }, ['pitch-min']],
    ['pitch of 57.2', { ...W2, rows: [50, -70, -127.2, -385].map((y) => ({ y, role: 'auto' })) }, []],
    [
      'edge on the plate under 1.2 d_0 = 31.2',
      { ...W2, plate: { ...W2.plate, b: 190 }, bolts: { ...W2.bolts, w: 130 } },
      ['edge-distance-min'],
    ],
    // 44/2 + 3 = 25 from the weld: 14.6 + 9 sqrt2 + 25 = 52.33.
    ['a row near a flange', { ...W2, rows: [50, -52, -150, -385].map((y) => ({ y, role: 'auto' })) }, ['bolt-clear-of-flange']],
    ['a row clear of it', { ...W2, rows: [50, -53, -150, -385].map((y) => ({ y, role: 'auto' })) }, []],
    // 14 epsilon t = 14 x 0.81362 x 8 = 91.1.
    ['a stiffener too slender', { ...W2, stiffeners: { bottom: stiff(92, 8) } }, ['stiffener-outstand-com']],
    ['a stiffener stout enough', { ...W2, stiffeners: { bottom: stiff(91, 8) } }, []],
    ['a stiffener that stops before the bolts', { ...W2, stiffeners: { bottom: stiff(60, 8) } }, ['stiffener-reaches-ten']],
    ['a plate narrower than the flange', { ...W2, plate: { ...W2.plate, b: 188 } }, ['plate-wider-than-flange']],
    ['compression at the end of the column', onColumn({ end_below: 60 }), ['column-end-stiffened']],
  ] as const)('%s', (_name, input, ids) => expect(broken(input as MomentPlateInput)).toEqual(ids));
});

describe('factors of the job', () => {
  const own = (gammas: object) => ({ ...DEFAULT_BASIS, set: 'custom', factors: { ...DEFAULT_BASIS.factors, ...gammas } });
  const rule = (id: string, basis = DEFAULT_BASIS) => {
    const input: MomentPlateInput = {
      ...W2,
      stiffeners: {
        bottom: { b: 90, t: 12, a: 6, c: 12, depth: 'full', fitted: false, steel: { f_y: 275, f_u: 430, beta_w: 0.85 } },
      },
    };
    const r = tryCheckJoint({ kind: 'moment-end-plate', input, combinations: [actions(100)] }, basis);
    if ('refusal' in r) throw new Error(r.refusal.message);
    return r.report.rules.find((x) => x.id === id)!;
  };
  // 2 (90 - 12) 12 x 275 = 514.8 kN, over 1.1 468.0; 4 x 78 x 6 x 430/(sqrt(2) x 0.85 x 1.25) = 535.71 kN, at 1.5 in place of 1.25 446.43.
  it('stand in the rules of stiffeners too', () => {
    expect(rule('stiffener-end-com').limit / 1e3).toBeCloseTo(514.8, 6);
    expect(rule('stiffener-end-com', own({ gamma_M0: 1.1 })).limit / 1e3).toBeCloseTo(468, 6);
    expect(rule('stiffener-end-com').actual / 1e3).toBeCloseTo(535.71, 2);
    expect(rule('stiffener-end-com', own({ gamma_M2: 1.5 })).actual / 1e3).toBeCloseTo(446.43, 2);
  });
});
