import { INCH } from '../../../catalogue/index.ts';
import type { Side } from '../../../checks/sided.ts';
import { Sheet, type Run } from '../../../formula/index.ts';
import { lazyOnce, once } from '../../../lazy.ts';
import { plyStrength, weaker } from '../../../standards/aisc360/bearing.ts';
import { beamEndCommon, type BeamEndCase } from '../../../standards/aisc360/beam-end.ts';
import type { Centre } from '../../../standards/aisc360/bolt-group.ts';
import { ByDirection } from '../../../standards/aisc360/centre.ts';
import { eccentricBolts, eccentricFillets, type Eccentric } from '../../../standards/aisc360/eccentric.ts';
import { endBoltsCommon, type EndBoltsCase } from '../../../standards/aisc360/end-bolts.ts';
import { aiscSettings, isLrfd } from '../../../standards/aisc360/standard.ts';
import type { WeldCentre, WeldLine } from '../../../standards/aisc360/weld-group.ts';
import { rowStrengths } from '../../beam-end/aisc360/bears.ts';
import { columnFillet, columnSizes, jointSlots, layOutJoint, layOutWebBolts } from '../../beam-end/aisc360/lay-out.ts';
import type { Clear } from '../../beam-end/clearances.ts';
import type { CleatsModel } from '../model.ts';

/** Angles to AISC 360: geometry as it was looked up. */
export interface AnglesCase extends BeamEndCase, EndBoltsCase, Clear {
  readonly m: CleatsModel;
  readonly notchTop: boolean;
  readonly l_n: number;
  readonly toBeam: boolean;
  readonly toSupport: boolean;
  /** Sum of what the web bolts bear, each the least of its own, under `N` of `V` as they act; nominal, N. */
  webBears(r: Run, V: number, N: number): number;
  /** A single angle's groups under its reaction: the web bolts, the support bolts. */
  readonly webGroup: () => Eccentric<Centre>;
  readonly oslGroup: () => Eccentric<Centre>;
  /** Strength of the fillets of one web leg over that of a unit of length, mm. */
  weld(V: number, N: number): Eccentric<WeldCentre>;
}

export const sheet = new Sheet();
const g = sheet.given.bind(sheet);
export const slots = {
  ...jointSlots(sheet),
  n_a: g('n_a', '-', 'number of angles'),
  t_a: g('t_a', 'mm', 'thickness of the angles'),
  L: g('L', 'mm', 'length of the angles'),
  l_o: g('l_o', 'mm', 'leg at the support'),
  F_y_a: g('F_y_a', 'MPa', 'yield strength of the angles'),
  F_u_a: g('F_u_a', 'MPa', 'tensile strength of the angles'),
  g_w: g('g_w', 'mm', 'heel to the bolts in the web leg'),
  g_o: g('g_o', 'mm', 'heel to the bolts in the leg at the support'),
  l_ev_a: g('l_ev_a', 'mm', 'last row in the web to the end of the angle'),
  l_em_a: g('l_em_a', 'mm', 'smaller end distance of the angle at the web'),
  l_eh_a: g('l_eh_a', 'mm', 'bolts to the edge of the web leg'),
  d_hv_a: g('d_hv_a', 'mm', 'hole in the web leg, vertical'),
  d_hh_a: g('d_hh_a', 'mm', 'hole in the web leg, horizontal'),
  n_o: g('n_o', '-', 'rows in each leg at the support'),
  L_o: g('L1_o', 'mm', 'first row to last at the support'),
  s_o: g('s_o', 'mm', 'smallest spacing of rows at the support, the length of the angle where there is one'),
  l_ev_o: g('l_ev_o', 'mm', 'first row at the support to the top of the angle'),
  d_hv_o: g('d_hv_o', 'mm', 'hole in the leg at the support, vertical'),
  d_hh_o: g('d_hh_o', 'mm', 'hole in the leg at the support, horizontal'),
  d_hv_s: g('d_hv_s', 'mm', 'hole in the support, vertical'),
  d_hh_s: g('d_hh_s', 'mm', 'hole in the support, horizontal'),
};

const s = sheet.commonSection('geometry');
const hole = (symbol: string, from: string, words: string) =>
  s.f(symbol, 'mm', `${from}+1.5875[mm]`, words, 'AISC 360-22, B4.3b');
const R = s.f('R', 'kN', 'sqrt(V^2+N^2)', 'resultant of reaction and axial force');
const values = [
  hole('d_nv_a', 'd_hv_a', 'hole in the web leg for its net area, vertical'),
  hole('d_nh_a', 'd_hh_a', 'hole in the web leg for its net area, horizontal'),
  hole('d_nv_o', 'd_hv_o', 'hole in the leg at the support for its net area, vertical'),
  hole('d_nh_o', 'd_hh_o', 'hole in the leg at the support for its net area, horizontal'),
  s.f('l_eh_o', 'mm', 'l_o-g_o', 'bolts to the edge of the leg at the support'),
];
const bolts = endBoltsCommon(s, 'n_a*n_o');
const ends = beamEndCommon(s);
function common(r: Run, c: AnglesCase): void {
  for (const f of values) f(r);
  bolts(r);
  ends(r, c.toBeam);
}

/** Least of shear, bearing and tearout of each bolt in the web (basis 7, da-web-bolt-bearing): clear distances along the force. */
function webBears(m: CleatsModel, r: Run, V: number, N: number): number {
  const settings = aiscSettings(m.basis);
  const { bolts: b, cleat, web, holes } = m.input;
  const angles = m.input.arrangement === 'double' ? 2 : 1;
  const R = Math.hypot(V, N);
  const gaps = m.rows.slice(1).map((z, i) => z - m.rows[i]!);
  const along = (clear: number, force: number): number => (force === 0 ? Infinity : (clear * R) / Math.abs(force));
  const pull = Math.max(0, N);
  const shear = angles * r.v[slots.F_nv.index]! * (Math.PI / 4) * b.d ** 2;
  return m.rows.reduce((sum, _, i) => {
    const angle = {
      v: i < gaps.length ? gaps[i]! - m.hole.cleat.d_v : m.e1_bot - m.hole.cleat.d_v / 2,
      h: m.e2 - m.hole.cleat.d_h / 2,
    };
    const beam = {
      v: i > 0 ? gaps[i - 1]! - m.hole.web.d_v : m.notchTop ? m.top_to_bolt - m.d_nt - m.hole.web.d_v / 2 : Infinity,
      h: web.e2b - settings.underrun - m.hole.web.d_h / 2,
    };
    const ply = (t: number, F_u: number, kind: typeof holes.web, x: { v: number; h: number }): number =>
      weaker(plyStrength(settings, b.d, { t, F_u, hole: kind }, Math.min(along(x.v, V), along(x.h, pull))));
    return (
      sum +
      Math.min(
        shear,
        ply(angles * cleat.t, m.cleatSteel.f_u, holes.cleat, angle),
        ply(m.beam.tw, m.beamSteel.f_u, holes.web, beam),
      )
    );
  }, 0);
}

/** A single angle's group under its reaction at the lever `e`, to the left of its bolts. */
const lineGroup = (m: CleatsModel, rows: readonly number[], e: number): Eccentric<Centre> =>
  eccentricBolts(
    aiscSettings(m.basis).bolt_groups,
    rows.map((z): [number, number] => [0, -z]),
    [0, -1],
    e,
  );
/** Eccentricity of the web bolts of a single angle: none up to gauges of 3 in (Manual, part 10). */
export const webLever = (m: CleatsModel): number => (m.z_p <= 3 * INCH + 1e-6 ? 0 : m.z_p);
export const oslLever = (m: CleatsModel): number => m.heel + m.beam.tw / 2;

/** Fillets of one web leg: down the toe and along both ends, open towards the support. Its load acts at the heel, at mid-length. */
const legWeld = lazyOnce((m: CleatsModel) => {
  const { cleat, gap } = m.input;
  const [toe, back, half] = [cleat.leg_web, gap, cleat.h / 2];
  const lines: WeldLine[] = [
    { from: [toe, -half], to: [toe, half] },
    { from: [back, half], to: [toe, half] },
    { from: [back, -half], to: [toe, -half] },
  ];
  return lines;
});

function caseOf(m: CleatsModel, clearances: Clear['clearances']): AnglesCase {
  const { bolts: b, holes, cleat } = m.input;
  const angles = m.input.arrangement === 'double' ? 2 : 1;
  const settings = aiscSettings(m.basis);
  const welds = new ByDirection<Eccentric<WeldCentre>>();
  return {
    m,
    clearances,
    notchTop: m.notchTop,
    l_n: m.l_n,
    lrfd: isLrfd(m.basis),
    slip: { bolts: b, holes: [holes.cleat, holes.web, holes.leg, holes.support], units: m.basis.units },
    copedTop: m.notchTop,
    copedBottom: m.notchBottom,
    rows: m.toBeam ? b.n1 : 0,
    lines: m.toBeam ? 1 : 0,
    toBeam: m.toBeam,
    toSupport: m.toSupport,
    onColumnFlange: m.support.type === 'column_flange',
    column: columnSizes(m),
    filletKnown: columnFillet(m) !== null,
    webGroup: once(() => lineGroup(m, m.rows, webLever(m))),
    oslGroup: once(() => lineGroup(m, m.supportRows, oslLever(m))),
    webBears: (r, V, N) => webBears(m, r, V, N),
    bears: (r) => {
      const [V, far] = [r.v[slots.V.index]!, r.v[slots.V_far.index]!];
      const strengths = rowStrengths(settings, {
        at: m.supportRows,
        d: b.d,
        shear: r.v[slots.F_nv.index]! * (Math.PI / 4) * b.d ** 2,
        fitting: { t: cleat.t, F_u: m.cleatSteel.f_u, hole: holes.leg, d_v: m.hole.leg.d_v, end: m.e1_s },
        support: { t: m.support.t, F_u: m.support.steel.f_u, hole: holes.support, d_v: m.hole.support.d_v, end: m.e_bottom },
        share: V / (V + far),
      });
      return angles * strengths.reduce((sum, x) => sum + x, 0);
    },
    weld: (V, N) => welds.of(V, N, (v, n) => eccentricFillets(settings.bolt_groups, legWeld(m), [n, -v], [0, 0])),
  };
}

/** Lays out the values of one side with where each came from. */
export function sideOf(m: CleatsModel, clearances: Clear['clearances'], turned: boolean): Side<AnglesCase> {
  const { cleat, holes, gap, web, arrangement, support_bolts } = m.input;
  const lay = layOutJoint(slots, sheet, m, { gap, gapRef: 'gap', turned });
  if (m.toBeam) layOutWebBolts(lay, slots, m, { e2b: web.e2b, hole: m.hole.web, kind: holes.web, turned });
  lay.input(slots.n_a, arrangement === 'double' ? 2 : 1, 'arrangement');
  lay.input(slots.t_a, cleat.t, 'cleat.t');
  lay.input(slots.L, cleat.h, 'cleat.h');
  lay.input(slots.l_o, cleat.leg_support, 'cleat.leg_support');
  lay.steel(slots.F_y_a, slots.F_u_a, m.cleatSteel, 'cleat', cleat.steel, cleat.t);
  lay.input(slots.g_w, m.z_p, 'gap and web.e2b');
  lay.input(slots.g_o, m.heel, 'bolts.p3 and the beam web');
  lay.input(slots.l_ev_a, m.e1_bot, 'cleat.h, cleat.e1 and the rows');
  lay.input(slots.l_em_a, Math.min(m.e1, m.e1_bot), 'cleat.h, cleat.e1 and the rows');
  lay.input(slots.l_eh_a, m.e2, 'cleat.leg_web, gap and web.e2b');
  lay.hole(slots.d_hv_a, slots.d_hh_a, m.hole.cleat, holes.cleat);
  lay.input(slots.n_o, support_bolts.n1, 'support_bolts.n1');
  lay.input(slots.L_o, m.supportRows.at(-1)! - m.supportRows[0]!, 'support_bolts.p1');
  lay.input(slots.s_o, Math.min(cleat.h, ...m.supportRows.slice(1).map((z, i) => z - m.supportRows[i]!)), 'support_bolts.p1');
  lay.input(slots.l_ev_o, m.e1_s, 'support_bolts.e1 and the rows');
  lay.hole(slots.d_hv_o, slots.d_hh_o, m.hole.leg, holes.leg);
  lay.hole(slots.d_hv_s, slots.d_hh_s, m.hole.support, holes.support);
  return { c: caseOf(m, clearances), lay, acting: R, common };
}
