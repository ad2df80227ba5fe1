import { clearanceRules } from '../../beam-end/clearances.ts';
import { holeRules, slotTravel, supportHoleEdges } from '../../../standards/en1993/hole-rules.ts';
import { between, notchStability, ruleMaker } from '../../../standards/en1993/rules.ts';
import { supportRules } from '../../../standards/en1993/support-rules.ts';
import type { RuleDef } from '../../../checks/check.ts';
import { beamClearOfSupport } from '../../beam-end/support-clearance.ts';
import { sheet, type CleatsCase } from './sheet.ts';
import { ruleWhere } from './skips.ts';
import { settingsOf } from '../../../standards/en1993/standard.ts';

type Rule = RuleDef<CleatsCase>;
const rule = ruleMaker<CleatsCase>(sheet);
const T33 = 'EN 1993-1-8, Table 3.3';
const PRACTICE = 'simple-joint practice';
const oneRow = (c: CleatsCase): string | null => (c.n1 < 2 ? 'There is one bolt row only.' : null);
const oneSupportRow = (c: CleatsCase): string | null => (c.support.rows < 2 ? 'There is one bolt row only.' : null);
const oneLine = (c: CleatsCase): string | null => (c.n2 < 2 ? 'There is one bolt line only.' : null);
const indoors = (c: CleatsCase): string | null => (settingsOf(c.m.basis).exposed ? null : 'The steel is not exposed to weather.');
const notched = (c: CleatsCase): string | null => (c.notchTop || c.notchBottom ? null : 'The beam is not notched.');
const bolted = (c: CleatsCase): string | null => (c.m.toBeam && c.m.toSupport ? 'The cleats are bolted on both sides.' : null);
const LARGEST = 'min(14*t_c, 200[mm])';

const rows = { both: 'min(n1, n1_s)', web: 'n1', support: 'n1_s' };
const ends = { both: 'min(e1_m, e1_s_m)', web: 'e1_m', support: 'e1_s_m' };
const boltedSide = (c: CleatsCase): keyof typeof rows => (c.m.toBeam && c.m.toSupport ? 'both' : c.m.toBeam ? 'web' : 'support');

export const cleatsRules: readonly Rule[] = [
  rule('detail-depth', 'Length of the cleats for torsional restraint', PRACTICE, { actual: 'h_c', limit: '0.6*h_b' }),
  rule('detail-fit-top', 'Cleats clear of the top flange', 'geometry', {
    actual: 'z_b1-e1',
    limit: (c) => (c.notchTop ? 'max(d_nt, t_f+r)' : 't_f+r'),
    limits: ['max(d_nt, t_f+r)', 't_f+r'],
  }),
  rule('detail-fit-bottom', 'Cleats clear of the bottom flange', 'geometry', {
    actual: 'z_b1-e1+h_c',
    limit: (c) => (c.notchBottom ? 'h_b-max(d_nb, t_f+r)' : 'h_b-t_f-r'),
    limits: ['h_b-max(d_nb, t_f+r)', 'h_b-t_f-r'],
    sense: '<=',
  }),
  rule(
    'detail-gap',
    'Gap at the beam end',
    PRACTICE,
    { actual: 'g_h', limit: (c) => (c.m.beam.h <= 610 ? '10[mm]' : '20[mm]'), limits: ['10[mm]', '20[mm]'] },
    { must: false },
  ),
  rule('detail-rows', 'Bolt rows', PRACTICE, {
    actual: (c) => rows[boltedSide(c)],
    actuals: Object.values(rows),
    limit: '2',
    unit: '-',
  }),
  between('detail-cleat-thickness', 'Usual thickness of cleats', PRACTICE, 8, 12, (c) => c.m.input.cleat.t),
  ...ruleWhere('support bolts', [between('detail-gauge', 'Usual gauge', PRACTICE, 90, 140, (c) => c.m.input.bolts.p3)]),
  rule('detail-e1', 'End distance e1', T33, {
    actual: (c) => ends[boltedSide(c)],
    actuals: Object.values(ends),
    limit: '1.2*d_0',
  }),
  ...ruleWhere('web bolts', [
    rule('detail-e2-web-leg', 'Edge distance, web leg', T33, { actual: 'e2', limit: '1.2*d_0' }),
    rule('detail-e2b', 'End distance in the beam web', T33, { actual: 'e_2b', limit: '1.2*d_0' }),
    rule(
      'detail-e1b',
      'Distance to the notch edge',
      T33,
      {
        actual: (c) => (c.notchBottom ? 'min(e_1b, e_1b_bot)' : 'e_1b'),
        actuals: ['min(e_1b, e_1b_bot)', 'e_1b'],
        limit: '1.2*d_0',
      },
      { skip: notched },
    ),
    rule('detail-p1', 'Pitch p1', T33, { actual: 'p1', limit: '2.2*d_0' }, { skip: oneRow }),
    rule(
      'detail-p1-max',
      'Largest pitch p1',
      T33,
      { actual: (c) => (c.even ? 'p1' : 'p_big'), actuals: ['p1', 'p_big'], limit: LARGEST, sense: '<=' },
      { skip: oneRow },
    ),
    rule('detail-p2', 'Gauge p2', T33, { actual: 'p2', limit: '2.4*d_0' }, { skip: oneLine }),
    rule('detail-p2-max', 'Largest gauge p2', T33, { actual: 'p2', limit: LARGEST, sense: '<=' }, { skip: oneLine }),
    rule(
      'detail-e2-web-leg-max',
      'Largest edge distance, web leg',
      T33,
      { actual: 'e2', limit: '4*t_c+40[mm]', sense: '<=' },
      { skip: indoors },
    ),
  ]),
  ...ruleWhere('support bolts', [
    rule('detail-e2-support-leg', 'Edge distance, support leg', T33, { actual: 'e2_s', limit: '1.2*d_0' }),
    rule('detail-p1-support', 'Pitch p1, support', T33, { actual: 'p1_s', limit: '2.2*d_0' }, { skip: oneSupportRow }),
    rule(
      'detail-p1-support-max',
      'Largest pitch p1, support',
      T33,
      { actual: (c) => (c.evenSupport ? 'p1_s' : 'p_big_s'), actuals: ['p1_s', 'p_big_s'], limit: LARGEST, sense: '<=' },
      { skip: oneSupportRow },
    ),
    rule(
      'detail-e2-support-leg-max',
      'Largest edge distance, support leg',
      T33,
      { actual: 'e2_s', limit: '4*t_c+40[mm]', sense: '<=' },
      { skip: indoors },
    ),
  ]),
  rule(
    'detail-e1-max',
    'Largest end distance e1',
    T33,
    {
      actual: (c) =>
        ({ both: 'max(e1, e1_bot, e1_s, e1_s_bot)', web: 'max(e1, e1_bot)', support: 'max(e1_s, e1_s_bot)' })[boltedSide(c)],
      actuals: ['max(e1, e1_bot, e1_s, e1_s_bot)', 'max(e1, e1_bot)', 'max(e1_s, e1_s_bot)'],
      limit: '4*t_c+40[mm]',
      sense: '<=',
    },
    { skip: indoors },
  ),
  rule('weld-throat-min', 'Least throat', 'EN 1993-1-8, 4.5.2(2)', { actual: 'k_a*s', limit: '3[mm]' }, { skip: bolted }),
  rule(
    'weld-toe',
    'Weld no thicker than the toe of the angle',
    'workmanship',
    { actual: 's', limit: 't_c', sense: '<=' },
    { skip: bolted },
  ),
  notchStability<CleatsCase>(sheet, (c) => c.m.input.beam.steel),
  ...supportRules<CleatsCase>(sheet, { width: '2*leg_s+t_w', depth: 'h_c', bolted: (c) => c.m.toSupport }),
  ...ruleWhere('web bolts', [
    ...holeRules<CleatsCase>(sheet, {
      k: 'c',
      part: 'web leg',
      kind: (c) => c.m.input.holes.cleat,
      z: { size: 'e1_m' },
      x: { size: 'e2' },
      p_z: { size: 'p1', none: oneRow },
      p_x: { size: 'p2', none: oneLine },
    }),
    ...holeRules<CleatsCase>(sheet, {
      k: 'w',
      part: 'beam web',
      kind: (c) => c.m.input.holes.web,
      x: { size: 'e_2b' },
      p_z: { size: 'p1', none: oneRow },
      p_x: { size: 'p2', none: oneLine },
      z: { size: (c) => (c.notchBottom ? 'min(e_1b, e_1b_bot)' : 'e_1b'), sizes: ['min(e_1b, e_1b_bot)', 'e_1b'], none: notched },
    }),
  ]),
  ...ruleWhere('support bolts', [
    ...holeRules<CleatsCase>(sheet, {
      k: 'l',
      part: 'support leg',
      kind: (c) => c.m.input.holes.leg,
      z: { size: 'e1_s_m' },
      x: { size: 'e2_s' },
      p_z: { size: 'p1_s', none: oneSupportRow },
    }),
    ...holeRules<CleatsCase>(sheet, {
      k: '2',
      part: 'support',
      kind: (c) => c.m.input.holes.support,
      ...supportHoleEdges<CleatsCase>(),
      p_z: { size: 'p1_s', none: oneSupportRow },
      p_x: { size: 'p_3', none: (c) => (c.single ? 'There is one line of support bolts.' : null) },
    }),
  ]),
  slotTravel<CleatsCase>((c) => ({
    d: c.m.input.bolts.d,
    category: c.category,
    holes: [
      ...(c.m.toBeam
        ? [
            { part: 'web leg', kind: c.m.input.holes.cleat, level: 'axial' as const },
            { part: 'beam web', kind: c.m.input.holes.web, level: 'axial' as const },
          ]
        : []),
      ...(c.m.toSupport
        ? [
            { part: 'support leg', kind: c.m.input.holes.leg, level: 'none' as const },
            { part: 'support', kind: c.m.input.holes.support, level: 'none' as const },
          ]
        : []),
    ],
  })),
  beamClearOfSupport<CleatsCase>((c) => c.m.input.gap),
  ...clearanceRules<CleatsCase>(),
];
