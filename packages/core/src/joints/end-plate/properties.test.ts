import { describe, expect, it } from 'vitest';
import type { Combination } from '../../actions/combination.ts';
import { DEFAULT_BASIS } from '../../standards/job-basis.ts';
import { checkJoint } from '../report.ts';
import type { StrengthResult } from '../../checks/check.ts';
import { anyJoint, grows } from '../any-joint.testing.ts';
import { endPlate } from './index.ts';
import type { EndPlateInput } from './input.ts';
import { anyEndPlate } from './any-input.testing.ts';

describe('any end plate', () => anyJoint(endPlate, anyEndPlate, 250));

/** W4 without its notch and far beam: 10x196x286 S275, 4 x 2 M20 8.8 at 70/106, beam 448 deep with a web of 8.1 in S355. */
const base: EndPlateInput = {
  beam: { h: 448, b: 151, tw: 8.1, tf: 13.1, r: 10.5, steel: { grade: 'S355' }, notch: { type: 'none' } },
  support: { type: 'column_flange', t: 13, b: 208, tw: 8.4, r: 11, steel: { grade: 'S355' } },
  plate: { t: 10, h: 286, b: 196, e1: 38, top: 54, full_depth: false, steel: { grade: 'S275' } },
  bolts: { d: 20, cls: '8.8', n1: 4, p1: 70, p3: 106, threads_in_plane: true, category: 'A', friction: 'B', packing: 0 },
  weld: { s: 8 },
  holes: { plate: 'normal', support: 'normal' },
};
const strengths = (input: EndPlateInput, c: Partial<Combination>): Map<string, StrengthResult> =>
  new Map(
    checkJoint({ kind: 'end-plate', input, combinations: [{ name: 'C', V_Ed: 0, N_Ed: 0, N_tie: 0, ...c }] }, DEFAULT_BASIS)
      .combinations[0]!.checks.filter((x): x is StrengthResult => x.type === 'strength')
      .map((x) => [x.id, x]),
  );

describe('axial force with shear (basis 2.11)', () => {
  const pulled = strengths(base, { V_Ed: 150, N_Ed: 60 });
  // m = (106 - 8.1 - 1.6 x 1.41421 x 5.6)/2 = 42.6143, n = min(45, 53.27) = 45, e_w = 9.25; l_eff = 286 (W4);
  // M_pl = 0.25 x 286 x 100 x 275 = 1.96625 kNm; F_1 = (360 - 18.5) 1.96625e6/(2 x 42.6143 x 45 - 9.25 x 87.6143) = 671474.. / 3024.85 = 221.989 kN.
  it('bends the plate with its yield strength', () => expect(pulled.get('plate-tstub')!.resistance / 1e3).toBeCloseTo(221.99, 1));
  // sum F_t = 8 x 0.9 x 800 x 245/1.25 = 1128.96; bolt at F_1: min(221.989 + 2 x 1966.25/45, 1128.96) = 309.378; F_t,Ed = 60/221.989 x 309.378/8 = 10.4525 kN;
  // F_v,Ed = 150/8 = 18.75; u = 18.75/(0.8 x 94.08) + 10.4525/(1.4 x 141.12) = 0.249123 + 0.052906 = 0.302029.
  it('puts prying and shear on the bolts together', () =>
    expect(pulled.get('combined-shear-tension')!.demand).toBeCloseTo(0.302029, 4));
  // n = 60000/(2 x 274.8) = 109.170, v = 272.926: sigma_perp = 13.7846, tau_par = 48.7368; sqrt(4 x 13.7846^2 + 3 x 48.7368^2) = 88.8017; /385.882 = 0.230126.
  it('puts both forces on the weld by the directional method', () =>
    expect(pulled.get('weld-strength')!.demand).toBeCloseTo(0.23013, 4));
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
  grows(
    'stronger plate steel',
    /^(tie-plate|plate-(net|block|shear-net)|tie-bolt-punching)/,
    (x) => at({ ...base, plate: { ...base.plate, steel: { grade: 'S275', f_u: 300 + x } } }),
    0,
    300,
  );
  grows('bigger weld', /^(weld-strength|tie-weld)$/, (s) => at({ ...base, weld: { s } }), 4, 12);
  grows('thicker support', /^(tie-)?support-/, (t) => at({ ...base, support: { ...base.support, t } }), 6, 30);
});

describe('a plate of the full depth', () => {
  const full = (notch: EndPlateInput['beam']['notch']): EndPlateInput => ({
    ...base,
    beam: { ...base.beam, notch },
    plate: { ...base.plate, full_depth: true, h: 460, e1: 125, top: -6 },
  });
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
    const [drawn] = endPlate.build(full({ type: 'single', l_n: 110, d_nt: 52 }), DEFAULT_BASIS).solid.welds;
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
