import { holeRules, slotTravel, supportHoleEdges } from '../../../standards/en1993/hole-rules.ts';
import { between, notchStability, ruleMaker } from '../../../standards/en1993/rules.ts';
import { supportRules } from '../../../standards/en1993/support-rules.ts';
import type { RuleDef } from '../../../checks/check.ts';
import { clearanceRules } from '../../beam-end/clearances.ts';
import { beamClearOfSupport } from '../../beam-end/support-clearance.ts';
import { sheet, type EndPlateCase } from './sheet.ts';
import { settingsOf } from '../../../standards/en1993/standard.ts';

type Rule = RuleDef<EndPlateCase>;
const rule = ruleMaker<EndPlateCase>(sheet);
const T33 = 'EN 1993-1-8, Table 3.3';
const PRACTICE = 'simple-joint practice';
const oneRow = (c: EndPlateCase): string | null => (c.n1 < 2 ? 'There is one bolt row only.' : null);
const indoors = (c: EndPlateCase): string | null =>
  settingsOf(c.m.basis).exposed ? null : 'The steel is not exposed to weather.';
const oneColumn = (c: EndPlateCase): string | null =>
  c.support.columns > 1 ? null : 'There is one column of bolts on each side.';
const full = (c: EndPlateCase): string | null =>
  c.m.input.plate.full_depth ? 'The plate takes the full depth of the beam.' : null;

const across = { size: (c: EndPlateCase) => (c.support.columns > 1 ? 'min(p2, p_3)' : 'p_3'), sizes: ['min(p2, p_3)', 'p_3'] };
const supportEdges = supportHoleEdges<EndPlateCase>();

export const endPlateRules: readonly Rule[] = [
  rule('detail-depth', 'Plate depth for torsional restraint', PRACTICE, { actual: 'h_p', limit: '0.6*h_b' }),
  rule(
    'detail-fit-top',
    'Plate clear of the top flange',
    'geometry',
    { actual: 'z_b1-e1', limit: (c) => (c.notchTop ? 'max(d_nt, t_f+r)' : 't_f+r'), limits: ['max(d_nt, t_f+r)', 't_f+r'] },
    { skip: full },
  ),
  rule(
    'detail-fit-bottom',
    'Plate clear of the bottom flange',
    'geometry',
    {
      actual: 'z_b1+L1+e1_bot',
      limit: (c) => (c.notchBottom ? 'h_b-max(d_nb, t_f+r)' : 'h_b-t_f-r'),
      limits: ['h_b-max(d_nb, t_f+r)', 'h_b-t_f-r'],
      sense: '<=',
    },
    { skip: full },
  ),
  rule('detail-rotation-thickness', 'Thickness for rotation', 'EN 1993-1-8, 6.4.2(2)', {
    actual: 't_p',
    limit: '0.36*d*sqrt(f_ub/f_y_p)',
    sense: '<=',
  }),
  between('detail-plate-thickness', 'Usual plate thickness', PRACTICE, 8, 12, (c) => c.m.input.plate.t),
  between('detail-gauge', 'Usual gauge', PRACTICE, 90, 140, (c) => c.m.input.bolts.p3),
  rule('detail-rows', 'Bolt rows', PRACTICE, { actual: 'n1', limit: '2', unit: '-' }),
  rule('detail-e1', 'End distance e1', T33, { actual: 'e1_m', limit: '1.2*d_0' }),
  rule('detail-e2', 'Edge distance e2', T33, { actual: 'e2', limit: '1.2*d_0' }),
  rule('detail-p1', 'Pitch p1', T33, { actual: 'p1', limit: '2.2*d_0' }, { skip: oneRow }),
  rule(
    'detail-p1-max',
    'Largest pitch p1',
    T33,
    { actual: (c) => (c.even ? 'p1' : 'p_big'), actuals: ['p1', 'p_big'], limit: 'min(14*t_p, 200[mm])', sense: '<=' },
    { skip: oneRow },
  ),
  rule('detail-p3', 'Gauge p3', T33, { actual: 'p_3', limit: '2.4*d_0' }),
  rule('detail-p2', 'Pitch across p2', T33, { actual: 'p2', limit: '2.4*d_0' }, { skip: oneColumn }),
  rule(
    'detail-p2-max',
    'Largest pitch across p2',
    T33,
    { actual: 'p2', limit: 'min(14*t_p, 200[mm])', sense: '<=' },
    { skip: oneColumn },
  ),
  rule(
    'detail-e1-max',
    'Largest end distance e1',
    T33,
    { actual: 'max(e1, e1_bot)', limit: '4*t_p+40[mm]', sense: '<=' },
    { skip: indoors },
  ),
  rule('detail-e2-max', 'Largest edge distance e2', T33, { actual: 'e2', limit: '4*t_p+40[mm]', sense: '<=' }, { skip: indoors }),
  rule(
    'weld-full-strength',
    'Weld stronger than the web in shear',
    'EN 1993-1-8, 4.5.3.3',
    { actual: 'k_a*s', limit: 't_w*f_y_w*beta_w*gamma_M2/(2*f_u_weld*gamma_M0)' },
    { must: (c) => settingsOf(c.m.basis).full_strength_weld },
  ),
  rule(
    'weld-full-strength-tension',
    'Weld stronger than the web in tension',
    'EN 1993-1-8, 4.5.3.2',
    { actual: 'k_a*s', limit: 't_w*f_y_w*beta_w*gamma_M2/(sqrt(2)*f_u_weld*gamma_M0)' },
    {
      must: (c) => settingsOf(c.m.basis).full_strength_weld,
      skip: (_c, loads) => (loads.tension ? null : 'No combination pulls the beam off its support.'),
    },
  ),
  rule('weld-throat-min', 'Least throat', 'EN 1993-1-8, 4.5.2(2)', { actual: 'k_a*s', limit: '3[mm]' }),
  rule('weld-leg-max', 'Leg no larger than the plate can take', 'workmanship', { actual: 's', limit: '1.2*t_p', sense: '<=' }),
  notchStability<EndPlateCase>(sheet, (c) => c.m.input.beam.steel),
  ...supportRules<EndPlateCase>(sheet, { width: 'b_p', depth: 'h_p', bolted: () => true }),
  ...holeRules<EndPlateCase>(sheet, {
    k: 'p',
    part: 'plate',
    kind: (c) => c.m.input.holes.plate,
    z: { size: 'e1_m' },
    x: { size: 'e2' },
    p_z: { size: 'p1', none: oneRow },
    p_x: across,
  }),
  ...holeRules<EndPlateCase>(sheet, {
    k: '2',
    part: 'support',
    kind: (c) => c.m.input.holes.support,
    ...supportEdges,
    p_z: { size: 'p1', none: oneRow },
    p_x: across,
  }),
  slotTravel<EndPlateCase>((c) => ({
    d: c.m.input.bolts.d,
    category: c.category,
    holes: [
      { part: 'plate', kind: c.m.input.holes.plate, level: 'none' },
      { part: 'support', kind: c.m.input.holes.support, level: 'none' },
    ],
  })),
  beamClearOfSupport<EndPlateCase>((c) => c.m.input.plate.t),
  ...clearanceRules<EndPlateCase>(),
];
