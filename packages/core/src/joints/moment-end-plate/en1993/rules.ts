import type { Run } from '../../../formula/index.ts';
import type { Loads, RuleDef, RuleOutcome } from '../../../checks/check.ts';
import { flangeThroat } from '../input.ts';
import { columnEndDistance, endDistance, flangeFaces, type MomentPlateModel, type Stiffener } from '../model.ts';
import { turned } from '../turned.ts';
import { weaker } from '../../../standards/en1993/welds.ts';
import { factorsOf } from '../../../standards/en1993/standard.ts';
import { alongWeb, stiffenersAt } from '../solid.ts';
import { spread } from './compression.ts';
import { momentsOf } from './forces.ts';
import { workTurned } from './lay-out.ts';
import { ductileThickness } from './rotation.ts';
import { leg, weldThroats } from './welds.ts';

type M = MomentPlateModel;
type Rule = RuleDef<M>;
const T33 = 'EN 1993-1-8, Table 3.3';
const PRACTICE = 'practice';

const rule = (
  id: string,
  title: string,
  clause: string,
  run: (m: M, loads: Loads, r: Run) => RuleOutcome,
  must = true,
): Rule => ({ id, title, clause, must: () => must, run: (r, m, loads) => run(m, loads, r) });
const least = (actual: number, limit: number): RuleOutcome => ({ actual, limit, sense: '>=', unit: 'mm' });
const most = (actual: number, limit: number): RuleOutcome => ({ actual, limit, sense: '<=', unit: 'mm' });
const atColumn =
  (run: (m: M, c: NonNullable<M['column']>, r: Run) => RuleOutcome) =>
  (m: M, _loads: Loads, r: Run): RuleOutcome =>
    m.column ? run(m, m.column, r) : { skip: 'There is no column in this joint.' };
const atHaunch =
  (run: (m: M, h: NonNullable<M['haunch']>) => RuleOutcome) =>
  (m: M): RuleOutcome =>
    m.haunch ? run(m, m.haunch) : { skip: 'There is no haunch.' };

const ys = (m: M): number[] => m.rows.map((r) => r.y);
const pitches = (m: M): number[] =>
  ys(m)
    .slice(1)
    .map((y, i) => m.rows[i]!.y - y);
const widest = (m: M): number => Math.max(m.beam.dims.b, m.haunch?.b ?? 0);
const thickestWeb = (m: M): number => Math.max(m.beam.dims.tw, m.haunch?.tw ?? 0);
const epsilon = (f_y: number): number => Math.sqrt(235 / f_y);

/** Rows to the nearest face of a flange, less the leg of its weld; the flange in a haunch has the leg of the web's. */
function clearOfFlanges(m: M): number {
  const [top, bottom] = [flangeThroat(m.input, 'top'), flangeThroat(m.input, 'bottom')];
  const legs = [top, m.haunch ? m.input.welds.web : bottom, bottom].map(leg);
  return Math.min(
    ...ys(m).flatMap((y) => flangeFaces(m).map((f, i) => Math.min(Math.abs(y - f.top), Math.abs(y - f.bottom)) - legs[i]!)),
  );
}

function toolRoom(m: M): number {
  const across = (m.input.bolts.w - thickestWeb(m)) / 2;
  const column = m.column ? (m.input.bolts.w - m.column.dims.tw) / 2 : Infinity;
  const along = ys(m).flatMap((y) => flangeFaces(m).map((f) => Math.min(Math.abs(y - f.top), Math.abs(y - f.bottom))));
  const stiff = stiffenersAt(m).flatMap(({ z, s }) => ys(m).map((y) => Math.abs(y - z) - s.t / 2));
  return Math.min(across, column, ...along, ...stiff);
}

/** Rules of one pair of stiffeners. */
function stiffenerRules(at: 'top' | 'bottom', k: 'ten' | 'com', words: string): Rule[] {
  type Run = (m: M, s: Stiffener, c: NonNullable<M['column']>, loads: Loads) => RuleOutcome;
  const with_ =
    (run: Run) =>
    (m: M, loads: Loads): RuleOutcome => {
      const s = m.stiffeners[at];
      return s && m.column ? run(m, s, m.column, loads) : { skip: `There is no stiffener at the ${words} flange.` };
    };
  const strength = (m: M, s: Stiffener): number => (2 * (s.b - s.c) * s.t * s.steel.f_y) / factorsOf(m.basis).gamma_M0;
  const f_vw = (m: M, s: Stiffener): number => {
    const w = weaker(s.steel, m.column!.steel);
    return w.f_u / (w.beta_w * factorsOf(m.basis).gamma_M2);
  };
  return [
    rule(
      `bolt-clear-of-stiffener-${k}`,
      `Bolts clear of the ${words} stiffener`,
      PRACTICE,
      with_((m, s) => {
        const { z } = stiffenersAt(m).find((x) => x.at === at)!;
        return least(Math.min(...ys(m).map((y) => Math.abs(y - z) - s.t / 2 - leg(s.a))), m.bolt.d_w / 2 + 3);
      }),
    ),
    rule(
      `stiffener-outstand-${k}`,
      `Outstand of the ${words} stiffener`,
      'EN 1993-1-5, 9.2',
      with_((_m, s) => most(s.b, 14 * epsilon(s.steel.f_y) * s.t)),
    ),
    rule(
      `stiffener-fits-${k}`,
      `The ${words} stiffener fits the column`,
      'geometry',
      with_((_m, s, c) => most(2 * s.b + c.dims.tw, c.dims.b)),
    ),
    rule(
      `stiffener-web-weld-${k}`,
      `Weld of the ${words} stiffener to the web`,
      'EN 1993-1-8, 4.5.3.2',
      with_((m, s, _c, loads) => {
        const l_w = alongWeb(m, s);
        const beta = Math.max(1, ...loads.combinations.map((x) => momentsOf(m, x).beta));
        const force = strength(m, s) * beta;
        return { actual: (4 * s.a * l_w * f_vw(m, s)) / Math.sqrt(3), limit: force, sense: '>=', unit: 'kN' };
      }),
    ),
    rule(
      `stiffener-end-${k}`,
      `End of the ${words} stiffener`,
      'EN 1993-1-8, 4.5.3.2',
      with_((m, s) =>
        s.fitted
          ? { skip: 'It is fitted for contact.' }
          : { actual: (4 * (s.b - s.c) * s.a * f_vw(m, s)) / Math.SQRT2, limit: strength(m, s), sense: '>=', unit: 'kN' },
      ),
    ),
  ];
}

const webPlate =
  (run: (m: M, p: NonNullable<M['webPlate']>, c: NonNullable<M['column']>, r: Run) => RuleOutcome) =>
  (m: M, _loads: Loads, r: Run): RuleOutcome =>
    m.webPlate && m.column ? run(m, m.webPlate, m.column, r) : { skip: 'There is no supplementary web plate.' };

/** How far past the flanges a supplementary plate must reach: over the widths of tension and compression. */
const webPlateLength = (m: M, r: Run): number => {
  const t = turned(m, 1);
  workTurned(t, r);
  return t.y_ten - t.y_com + spread.ten.inner(r) + spread.com.inner(r);
};

export const momentRules: readonly Rule[] = [
  rule('end-distance-min', 'End distance on the plate', T33, (m) => least(endDistance(m), 1.2 * m.d_0)),
  rule('edge-distance-min', 'Edge distance on the plate', T33, (m) =>
    least((m.input.plate.b - m.input.bolts.w) / 2, 1.2 * m.d_0),
  ),
  rule(
    'edge-distance-column',
    'Edge distance on the column',
    T33,
    atColumn((m, c) => least((c.dims.b - m.input.bolts.w) / 2, 1.2 * m.d_0)),
  ),
  rule(
    'end-distance-column',
    'End distance on the column',
    T33,
    atColumn((m) => {
      const free = columnEndDistance(m);
      return free === Infinity ? { skip: 'The column runs on past the joint.' } : least(free, 1.2 * m.d_0);
    }),
  ),
  rule(
    'edge-distance-max',
    'Largest edge distance on the plate',
    T33,
    (m) => most((m.input.plate.b - m.input.bolts.w) / 2, 4 * m.input.plate.t + 40),
    false,
  ),
  rule('pitch-min', 'Pitch of the rows', T33, (m) =>
    m.rows.length > 1 ? least(Math.min(...pitches(m)), 2.2 * m.d_0) : { skip: 'There is one row only.' },
  ),
  rule(
    'pitch-max',
    'Largest pitch of the tension rows',
    T33,
    (m) => {
      const upper = pitches(m).filter((_, i) => m.rows[i + 1]!.y > -m.H / 2);
      return upper.length
        ? most(Math.max(...upper), Math.min(14 * Math.min(m.input.plate.t, m.column?.dims.tf ?? Infinity), 200))
        : { skip: 'There is one row above mid-depth.' };
    },
    false,
  ),
  rule('gauge-min', 'Gauge', T33, (m) => least(m.input.bolts.w, 2.4 * m.d_0)),
  rule('bolt-clear-of-web', 'Bolts clear of the web weld', PRACTICE, (m) =>
    least((m.input.bolts.w - thickestWeb(m)) / 2 - leg(m.input.welds.web), m.bolt.d_w / 2),
  ),
  rule(
    'bolt-clear-of-column-fillet',
    'Bolts clear of the column root',
    PRACTICE,
    atColumn((m, c) => least((m.input.bolts.w - c.dims.tw) / 2 - c.s, m.bolt.d_w / 2)),
  ),
  rule('bolt-clear-of-flange', 'Bolts clear of the flange welds', PRACTICE, (m) => least(clearOfFlanges(m), m.bolt.d_w / 2 + 3)),
  rule(
    'bolt-clear-of-haunch',
    'Bolts clear of the sloping haunch flange',
    PRACTICE,
    atHaunch((m, h) => {
      const inner = h.t_v - m.H;
      const above = ys(m).filter((y) => y > inner);
      if (!above.length) return { skip: 'No row stands above the haunch flange.' };
      const behind = (m.bolt.washer + m.bolt.nut + 0.3 * m.bolt.d) * Math.tan(h.theta);
      return least(Math.min(...above) - inner - leg(flangeThroat(m.input, 'bottom')) - behind, m.bolt.d_w / 2 + 3);
    }),
  ),
  rule('tool-room', 'Room for the spanner', PRACTICE, (m) => least(toolRoom(m), 0.8 * m.bolt.s + 2), false),
  rule('plate-wider-than-flange', 'Plate as wide as the flange', PRACTICE, (m) => least(m.input.plate.b, widest(m))),
  rule(
    'plate-not-wider-than-column',
    'Plate no wider than the column',
    PRACTICE,
    atColumn((m, c) => most(m.input.plate.b, c.dims.b)),
    false,
  ),
  rule('plate-past-flange-ten', 'Plate past the top flange', PRACTICE, (m) =>
    least(m.input.plate.top, leg(flangeThroat(m.input, 'top'))),
  ),
  rule('plate-past-flange-com', 'Plate past the bottom flange', PRACTICE, (m) =>
    least(m.input.plate.bottom, leg(flangeThroat(m.input, 'bottom'))),
  ),
  rule(
    'plate-thickness-ductility',
    'Plate thin enough to bend first',
    'EN 1993-1-8, 6.4.2(2)',
    (m) => most(m.input.plate.t, ductileThickness(m.input.bolts.d, m.f_ub, m.plateSteel.f_y)),
    false,
  ),
  rule('weld-throat-min', 'Least throat', 'EN 1993-1-8, 4.5.2(2)', (m) => least(Math.min(...weldThroats(m)), 3)),
  rule(
    'flange-on-column',
    'Flanges of the beam on the column',
    'EN 1993-1-8, 6.2.6.2',
    atColumn((m, c) => most(widest(m), c.dims.b)),
  ),
  rule(
    'column-end-stiffened',
    'Compression at the end of the column',
    'EN 1993-1-8, 6.2.6.2',
    atColumn((m, _c, r) => {
      const t = turned(m, 1);
      workTurned(t, r);
      const free = (['com', 'ten'] as const).flatMap((k): (readonly [number, number])[] => {
        const { end, t_v, stiffener } = t[k];
        return end === null || stiffener ? [] : [[end + t_v / 2, spread[k].outer(r)]];
      });
      if (!free.length) return { skip: 'The column runs on, or its end is stiffened.' };
      const [actual, limit] = free.reduce((a, b) => (a[0] - a[1] < b[0] - b[1] ? a : b));
      return least(actual, limit);
    }),
  ),
  ...stiffenerRules('top', 'ten', 'top'),
  rule('stiffener-reaches-ten', 'Stiffener past the bolts', 'EN 1993-1-8, 6.2.6.4.2', (m) => {
    const list = [m.stiffeners.top, m.stiffeners.bottom].filter((s) => s !== null);
    return list.length && m.column
      ? least(m.column.dims.tw / 2 + Math.min(...list.map((s) => s.b)), m.input.bolts.w / 2 + m.d_0 / 2)
      : { skip: 'There is no stiffener.' };
  }),
  ...stiffenerRules('bottom', 'com', 'bottom'),
  rule(
    'web-plate-grade',
    'Steel of the supplementary plate',
    'EN 1993-1-8, 6.2.6.1(8)',
    webPlate((_m, p, c) => ({ actual: p.strength.f_y, limit: c.steel.f_y, sense: '>=', unit: 'MPa' })),
  ),
  rule(
    'web-plate-reach',
    'Supplementary plate across the web',
    'EN 1993-1-8, 6.2.6.1(10)',
    webPlate((_m, p, c) => least(p.b, c.dims.h - 2 * (c.dims.tf + c.s) - 6)),
  ),
  rule(
    'web-plate-length',
    'Length of the supplementary plate',
    'EN 1993-1-8, 6.2.6.1(11)',
    webPlate((m, p, _c, r) =>
      p.l === undefined
        ? { skip: 'Its length follows from the widths of tension and compression.' }
        : least(p.l, webPlateLength(m, r)),
    ),
  ),
  rule(
    'web-plate-thickness',
    'Thickness of the supplementary plate',
    'EN 1993-1-8, 6.2.6.1(9)',
    webPlate((_m, p, c) => least(p.t, c.dims.tw)),
  ),
  rule(
    'web-plate-width',
    'Slenderness of the supplementary plate',
    'EN 1993-1-8, 6.2.6.1(14)',
    webPlate((_m, p) => most(p.b, 40 * epsilon(p.strength.f_y) * p.t)),
  ),
  rule(
    'haunch-angle',
    'Slope of the haunch',
    'EN 1993-1-8, 6.2.6.7(2)',
    atHaunch((_m, h) => ({ actual: (h.theta * 180) / Math.PI, limit: 45, sense: '<=', unit: 'deg' })),
  ),
  rule(
    'haunch-flange',
    'Flange of the haunch',
    'EN 1993-1-8, 6.2.6.7(2)',
    atHaunch((m, h) => ({ actual: h.b * h.tf, limit: m.beam.dims.b * m.beam.dims.tf, sense: '>=', unit: 'mm2' })),
  ),
  rule(
    'haunch-web',
    'Web of the haunch',
    'EN 1993-1-8, 6.2.6.7(2)',
    atHaunch((m, h) => least(h.tw, m.beam.dims.tw)),
  ),
  rule(
    'haunch-grade',
    'Steel of the haunch',
    'EN 1993-1-8, 6.2.6.7(2)',
    atHaunch((m, h) => ({ actual: h.flange.f_y, limit: m.beam.steel.f_y, sense: '>=', unit: 'MPa' })),
  ),
];
