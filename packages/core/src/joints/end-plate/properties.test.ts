import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Combination } from '../../actions/combination.ts';
import { BOLT_CLASS_NAMES, BOLT_DIAMETERS, HOLE_KINDS, STEEL_GRADES } from '../../catalogue/index.ts';
import { DEFAULT_BASIS } from '../../job/basis.ts';
import { checkJoint } from '../../job/check.ts';
import type { StrengthResult } from '../check.ts';
import { anyJoint, anyRows, grows, mm, preloaded } from '../any-joint.testing.ts';
import type { JointKind } from '../kind.ts';
import { groupHeight } from '../pitches.ts';
import { endPlate } from './index.ts';
import type { EndPlateInput } from './input.ts';

const grade = fc.constantFrom(...STEEL_GRADES).map((g) => ({ grade: g }));
const opt = <T>(a: fc.Arbitrary<T>) => fc.option(a, { nil: undefined });

const anyInput: fc.Arbitrary<EndPlateInput> = fc
  .record({
    beam: fc.constantFrom('UB 406x140x39', 'UB 254x102x22', 'IPE 300', 'UB 610x229x101', 'UB 533x210x92', 'PFC 300x90x41'), beamSteel: grade, supportSteel: grade, plateSteel: grade,
    notch: fc.oneof({ weight: 2, arbitrary: fc.constant({ type: 'none' as const }) }, fc.record({ type: fc.constant('single' as const), l_n: mm(40, 300), d_nt: mm(20, 90) }), fc.record({ type: fc.constant('double' as const), l_n: mm(40, 300), d_nt: mm(20, 70), d_nb: mm(20, 70) })),
    type: fc.constantFrom('column_flange' as const, 'column_web' as const, 'beam_web' as const), support: fc.constantFrom('UC 254x254x89', 'HEA 300', 'UB 610x229x101'),
    other: opt(fc.record({ V_Ed: mm(0, 400), bolts: opt(fc.record({ rows: anyRows, p3: mm(80, 180), drop: mm(-100, 200) })).map((b) => b && { ...b.rows, p3: b.p3, drop: b.drop }) }).map(({ V_Ed, bolts }) => ({ V_Ed, ...(bolts ? { bolts } : {}) }))), e_top: opt(mm(40, 300)), e_bottom: opt(mm(40, 300)), e_side: opt(mm(30, 150)),
    t: mm(4, 25), e1: mm(20, 70), e1_bot: mm(20, 70), e2: mm(20, 70), top: mm(5, 120), full: fc.constantFrom(false, false, false, true),
    d: fc.constantFrom(...BOLT_DIAMETERS), cls: fc.constantFrom(...BOLT_CLASS_NAMES), rows: anyRows, p3: mm(80, 180), p2: opt(mm(45, 90)),
    threads: fc.boolean(), category: fc.constantFrom('A' as const, 'B' as const, 'C' as const), friction: fc.constantFrom('A' as const, 'B' as const, 'C' as const, 'D' as const), packing: mm(0, 12), s: mm(4, 14),
    holePlate: fc.constantFrom(...HOLE_KINDS), holeSupport: fc.constantFrom(...HOLE_KINDS),
  })
  .map((a) => ({
    beam: { section: a.beam, steel: a.beamSteel, notch: a.notch },
    support: { type: a.type, section: a.support, steel: a.supportSteel, ...(a.other ? { other_side: a.other } : {}), ...(a.e_top ? { e_top: a.e_top } : {}), ...(a.e_bottom ? { e_bottom: a.e_bottom } : {}), ...(a.e_side ? { e_side: a.e_side } : {}) },
    plate: { t: a.t, h: a.full ? 650 : a.e1 + groupHeight(a.rows) + a.e1_bot, b: a.p3 + 2 * (a.p2 ?? 0) + 2 * a.e2, e1: a.e1, top: a.full ? -10 : a.top, full_depth: a.full, steel: a.plateSteel },
    bolts: { d: a.d, cls: a.cls, ...a.rows, ...(a.p2 ? { n2: 2, p2: a.p2 } : {}), p3: a.p3, threads_in_plane: a.threads, category: preloaded(a), friction: a.friction, packing: a.packing },
    weld: { s: a.s },
    holes: { plate: a.holePlate, support: a.holeSupport },
  }));

describe('any end plate', () => anyJoint(endPlate as JointKind<EndPlateInput, never>, anyInput, 250));

/** W4 without its notch and far beam: 10x196x286 S275, 4 x 2 M20 8.8 at 70/106, beam 448 deep with a web of 8.1 in S355. */
const base: EndPlateInput = {
  beam: { h: 448, b: 151, tw: 8.1, tf: 13.1, r: 10.5, steel: { grade: 'S355' }, notch: { type: 'none' } },
  support: { type: 'column_flange', t: 13, b: 208, tw: 8.4, r: 11, steel: { grade: 'S355' } },
  plate: { t: 10, h: 286, b: 196, e1: 38, top: 54, full_depth: false, steel: { grade: 'S275' } },
  bolts: { d: 20, cls: '8.8', n1: 4, p1: 70, p3: 106, threads_in_plane: true, category: 'A', friction: 'B', packing: 0 },
  weld: { s: 8 }, holes: { plate: 'normal', support: 'normal' },
};
const strengths = (input: EndPlateInput, c: Partial<Combination>): Map<string, StrengthResult> =>
  new Map(checkJoint({ kind: 'end-plate', input, combinations: [{ name: 'C', V_Ed: 0, N_Ed: 0, N_tie: 0, ...c }] }, DEFAULT_BASIS).combinations[0]!.checks.filter((x): x is StrengthResult => x.type === 'strength').map((x) => [x.id, x]));

describe('axial force with shear (basis 2.11)', () => {
  const pulled = strengths(base, { V_Ed: 150, N_Ed: 60 });
  // m = (106 - 8.1 - 1.6 x 1.41421 x 5.6)/2 = 42.6143, n = min(45, 53.27) = 45, e_w = 9.25; l_eff = 286 (W4);
  // M_pl = 0.25 x 286 x 100 x 275 = 1.96625 kNm; F_1 = (360 - 18.5) 1.96625e6/(2 x 42.6143 x 45 - 9.25 x 87.6143) = 671474.. / 3024.85 = 221.989 kN.
  it('bends the plate with its yield strength', () => expect(pulled.get('plate-tstub')!.resistance / 1e3).toBeCloseTo(221.99, 1));
  // sum F_t = 8 x 0.9 x 800 x 245/1.25 = 1128.96; bolt at F_1: min(221.989 + 2 x 1966.25/45, 1128.96) = 309.378; F_t,Ed = 60/221.989 x 309.378/8 = 10.4525 kN;
  // F_v,Ed = 150/8 = 18.75; u = 18.75/(0.8 x 94.08) + 10.4525/(1.4 x 141.12) = 0.249123 + 0.052906 = 0.302029.
  it('puts prying and shear on the bolts together', () => expect(pulled.get('combined-shear-tension')!.demand).toBeCloseTo(0.302029, 4));
  // n = 60000/(2 x 274.8) = 109.170, v = 272.926: sigma_perp = 13.7846, tau_par = 48.7368; sqrt(4 x 13.7846^2 + 3 x 48.7368^2) = 88.8017; /385.882 = 0.230126.
  it('puts both forces on the weld by the directional method', () => expect(pulled.get('weld-strength')!.demand).toBeCloseTo(0.23013, 4));
  it('bears on the support in compression', () => {
    const pushed = strengths(base, { V_Ed: 150, N_Ed: -60 });
    expect([...pushed.keys()].filter((id) => /tstub|combined|flange/.test(id))).toEqual([]);
    // N = 286 x 8.1 x 355 = 822.39; V of the rolled beam; quadrature.
    expect(pushed.get('web-gross-interaction')!.demand).toBeGreaterThan(60 / 822.39);
  });
});

describe('more of a thing never lowers the checks that it serves', () => {
  const at = (i: EndPlateInput) => strengths(i, { V_Ed: 120, N_Ed: 40, N_tie: 90 });
  grows('thicker plate', /^(tie-)?plate-/, (t) => at({ ...base, plate: { ...base.plate, t } }), 4, 25);
  grows('stronger plate steel', /^(tie-plate|plate-(net|block|shear-net)|tie-bolt-punching)/, (x) => at({ ...base, plate: { ...base.plate, steel: { grade: 'S275', f_u: 300 + x } } }), 0, 300);
  grows('bigger weld', /^(weld-strength|tie-weld)$/, (s) => at({ ...base, weld: { s } }), 4, 12);
  grows('thicker support', /^(tie-)?support-/, (t) => at({ ...base, support: { ...base.support, t } }), 6, 30);
});

describe('a plate of the full depth', () => {
  const full = (notch: EndPlateInput['beam']['notch']): EndPlateInput => ({ ...base, beam: { ...base.beam, notch }, plate: { ...base.plate, full_depth: true, h: 460, e1: 125, top: -6 } });
  const weld = (notch: EndPlateInput['beam']['notch']) => strengths(full(notch), { V_Ed: 150, N_tie: 80 });
  // 448 - 2 (13.1 + 10.5) = 400.8: 150/(2 x 400.8) = 0.187126 kN/mm; tying: sqrt2 x 5.6 x 400.8 x 410/(0.85 x 1.1) = 1391.9 kN; web 8.1 x 400.8 x 470/1.1 = 1387.1 kN.
  it('is welded between the fillets', () => {
    expect(weld({ type: 'none' }).get('weld-strength')!.demand / 1e3).toBeCloseTo(0.187126, 5);
    expect(weld({ type: 'none' }).get('tie-weld')!.resistance / 1e3).toBeCloseTo(1391.9, 0);
    expect(weld({ type: 'none' }).get('tie-web-tension')!.resistance / 1e3).toBeCloseTo(1387.1, 0);
  });
  // A notch of 52: h_N = 396; 396 - 23.6 - 5.6 = 366.8: 0.204471; web 396 - 23.6 = 372.4: 8.1 x 372.4 x 470/1.1 = 1288.8 kN.
  it('is not welded where a notch has taken the web', () => {
    // On the solid as in the check: 448 - 52 - 23.6 = 372.4 from 52 below the top.
    const [drawn] = endPlate.solid(endPlate.model(full({ type: 'single', l_n: 110, d_nt: 52 }), DEFAULT_BASIS)).welds;
    expect([drawn!.from[2], drawn!.length]).toEqual([-52, expect.closeTo(372.4, 9)]);
    const one = weld({ type: 'single', l_n: 110, d_nt: 52 });
    expect(one.get('weld-strength')!.demand / 1e3).toBeCloseTo(0.204471, 5);
    expect(one.get('tie-web-tension')!.resistance / 1e3).toBeCloseTo(1288.8, 0);
    // Both: h_N = 448 - 92 = 356; 356 - 11.2 = 344.8: 0.217517; web 356: 1232.1 kN.
    const two = weld({ type: 'double', l_n: 110, d_nt: 52, d_nb: 40 });
    expect(two.get('weld-strength')!.demand / 1e3).toBeCloseTo(0.217517, 5);
    expect(two.get('tie-web-tension')!.resistance / 1e3).toBeCloseTo(1232.1, 0);
  });
});
