import { rulesWhere, type RuleDef } from '../../../checks/check.ts';
import { clearanceRules } from '../../beam-end/clearances.ts';
import { beamClearOfSupport } from '../../beam-end/support-clearance.ts';
import { holeRules, slotTravel } from '../../../standards/en1993/hole-rules.ts';
import { mild, notchStability, ruleMaker } from '../../../standards/en1993/rules.ts';
import { seatRule } from '../../../standards/en1993/support-rules.ts';
import { FLANGE_LINE } from './plate.ts';
import { plateSlots, sheet, slots, type FinPlateCase } from './sheet.ts';
import { settingsOf } from '../../../standards/en1993/standard.ts';

type Rule = RuleDef<FinPlateCase>;
const rule = ruleMaker<FinPlateCase>(sheet);
const notched = (c: FinPlateCase): boolean => c.notchTop || c.notchBottom;
const oneLine = (c: FinPlateCase): string | null => (c.n2 < 2 ? 'There is one bolt line only.' : null);
const oneRow = (c: FinPlateCase): string | null => (c.n1 < 2 ? 'There is one bolt row only.' : null);
const indoors = (c: FinPlateCase): string | null =>
  settingsOf(c.m.basis).exposed ? null : 'The steel is not exposed to weather.';
const T33 = 'EN 1993-1-8, Table 3.3';
const PRACTICE = 'simple-joint practice';

const rotation = sheet.section('detail-rotation-thickness');
const rotationLimits = {
  plate: [
    rotation.f('t_p_limit', 'mm', '0.5*d', 'limit of the plate, S235 or S275'),
    rotation.f('t_p_limit', 'mm', '0.42*d', 'limit of the plate, other steel'),
  ],
  web: [
    rotation.f('t_w_limit', 'mm', '0.5*d', 'limit of the web, S235 or S275'),
    rotation.f('t_w_limit', 'mm', '0.42*d', 'limit of the web, other steel'),
  ],
};

const rotationRule: Rule = {
  id: 'detail-rotation-thickness',
  title: 'Thickness for rotation',
  clause: PRACTICE,
  must: () => true,
  run: (r, c) => {
    const { input, plateSteel, beamSteel } = c.m;
    const u = c.m.basis.units;
    const plateLimit = rotationLimits.plate[mild(input.plate.steel.grade, plateSteel.f_y) ? 0 : 1]!(r);
    const webLimit = rotationLimits.web[mild(input.beam.steel.grade, beamSteel.f_y) ? 0 : 1]!(r);
    const t_p = r.v[plateSlots.t_p.index]!;
    const t_w = r.v[slots.t_w.index]!;
    const plate = t_p <= plateLimit;
    const web = t_w <= webLimit;
    const both = c.n2 > 1;
    const say = `plate ${u.length(t_p)} against ${u.size(plateLimit)}, web ${u.length(t_w)} against ${u.size(webLimit)}: ${both ? 'two bolt lines need both' : 'one bolt line needs either'}`;
    return { actual: t_p, limit: plateLimit, sense: '<=', unit: 'mm', pass: both ? plate && web : plate || web, note: say };
  },
};

const bolted = (c: FinPlateCase): string | null =>
  c.m.welded ? 'The plate is welded to the beam web: there are no bolts.' : null;
const welded = (c: FinPlateCase): string | null => (c.m.welded ? null : 'The plate is bolted to the beam web.');
/** Rules of bolts and holes. */
const OF_HOLES = /^detail-(rows|rotation-thickness|edge-2d|e1|e2|e2b|e1b|p1|p2)/;

/** A plate welded at both ends has no holes to give: the beam end turns by bending the plate alone. */
const weldedRotation: Rule = {
  id: 'detail-rotation-welded',
  title: 'Rotation of a plate welded at both ends',
  clause: PRACTICE,
  must: () => false,
  run: (_r, c) => ({
    actual: c.m.input.gap,
    limit: 6 * c.m.input.plate.t,
    sense: '>=',
    unit: 'mm',
    note: `free length ${c.m.basis.units.size(c.m.input.gap)} of plate ${c.m.basis.units.size(c.m.input.plate.t)}: it turns by bending sideways or yielding only; keep it for beams whose ends turn little`,
  }),
};

const rules: readonly Rule[] = [
  rule('detail-depth', 'Plate depth for torsional restraint', PRACTICE, { actual: 'h_p', limit: '0.6*h_b' }),
  rule('detail-fit-top', 'Plate clear of the top flange', 'geometry', {
    actual: 'z_b1-e1',
    limit: (c) => (c.notchTop ? 'max(d_nt, t_f+r)' : 't_f+r'),
    limits: ['max(d_nt, t_f+r)', 't_f+r'],
  }),
  rule('detail-fit-bottom', 'Plate clear of the bottom flange', 'geometry', {
    actual: 'z_b1+L1+e1_bot',
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
  rule('detail-rows', 'Bolt rows', PRACTICE, { actual: 'n1', limit: '2', unit: '-' }),
  rotationRule,
  rule('detail-edge-2d-plate', 'Edge distance for rotation, plate', PRACTICE, { actual: 'e2', limit: '2*d' }),
  rule('detail-edge-2d-web', 'End distance for rotation, beam web', PRACTICE, { actual: 'e_2b', limit: '2*d' }),
  rule('detail-e1', 'End distance e1', T33, { actual: 'e1_m', limit: '1.2*d_0' }),
  rule('detail-e2', 'Edge distance e2', T33, { actual: 'e2', limit: '1.2*d_0' }),
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
    { skip: (c) => (notched(c) ? null : 'The beam is not notched.') },
  ),
  rule('detail-p1', 'Pitch p1', T33, { actual: 'p1', limit: '2.2*d_0' }, { skip: oneRow }),
  rule(
    'detail-p1-max',
    'Largest pitch p1',
    T33,
    { actual: (c) => (c.even ? 'p1' : 'p_big'), actuals: ['p1', 'p_big'], limit: 'min(14*min(t_p, t_w), 200[mm])', sense: '<=' },
    { skip: oneRow },
  ),
  rule('detail-p2', 'Gauge p2', T33, { actual: 'p2', limit: '2.4*d_0' }, { skip: oneLine }),
  rule(
    'detail-p2-max',
    'Largest gauge p2',
    T33,
    { actual: 'p2', limit: 'min(14*min(t_p, t_w), 200[mm])', sense: '<=' },
    { skip: oneLine },
  ),
  rule(
    'detail-e1-max',
    'Largest end distance e1',
    T33,
    { actual: 'max(e1, e1_bot)', limit: '4*min(t_p, t_w)+40[mm]', sense: '<=' },
    { skip: indoors },
  ),
  rule(
    'detail-e2-max',
    'Largest edge distance e2',
    T33,
    { actual: 'e2', limit: '4*min(t_p, t_w)+40[mm]', sense: '<=' },
    { skip: indoors },
  ),
  rule(
    'detail-e2b-max',
    'Largest end distance in the beam web',
    T33,
    { actual: 'e_2b', limit: '4*min(t_p, t_w)+40[mm]', sense: '<=' },
    { skip: indoors },
  ),
  rule(
    'weld-full-strength',
    'Weld as strong as the plate',
    'EN 1993-1-8, 4.5.3.2',
    { actual: 'k_a*s', limit: 't_p*f_y_p*beta_w*gamma_M2/(sqrt(2)*f_u_weld*gamma_M0)' },
    { must: (c) => settingsOf(c.m.basis).full_strength_weld },
  ),
  rule('weld-throat-min', 'Least throat', 'EN 1993-1-8, 4.5.2(2)', { actual: 'k_a*s', limit: '3[mm]' }),
  rule('weld-leg-max', 'Leg no larger than the plate can take', 'workmanship', { actual: 's', limit: '1.2*t_p', sense: '<=' }),
  rule('weld-clear-of-beam', 'Weld clear of the beam end', 'geometry', { actual: 's', limit: 'g_h', sense: '<=' }),
  rule('weld-length-min', 'Least effective length', 'EN 1993-1-8, 4.5.1(2)', {
    actual: 'h_p-2*k_a*s',
    limit: 'max(30[mm], 6*k_a*s)',
  }),
  ...rulesWhere(welded, [
    rule('weld-beam-throat-min', 'Least throat, weld on the beam web', 'EN 1993-1-8, 4.5.2(2)', {
      actual: 'k_a*s_b',
      limit: '3[mm]',
    }),
    rule('weld-beam-toe', 'Weld on the beam web no thicker than the plate', 'workmanship', {
      actual: 's_b',
      limit: 't_p',
      sense: '<=',
    }),
    weldedRotation,
  ]),
  rule(
    'support-punching',
    'Plate yields before it punches the web',
    PRACTICE,
    { actual: 't_p', limit: 't_2*f_u_2/(f_y_p*gamma_M2)', sense: '<=' },
    { skip: (c) => (c.m.support.type === 'column_flange' ? FLANGE_LINE : null) },
  ),
  notchStability<FinPlateCase>(sheet, (c) => c.m.input.beam.steel),
  seatRule<FinPlateCase>(sheet, 't_p+2*s', 'h_p'),
  ...rulesWhere(bolted, [
    ...holeRules<FinPlateCase>(sheet, {
      k: 'p',
      part: 'plate',
      kind: (c) => c.m.input.holes.plate,
      z: { size: 'e1_m' },
      x: { size: 'e2' },
      p_z: { size: 'p1', none: oneRow },
      p_x: { size: 'p2', none: oneLine },
    }),
    ...holeRules<FinPlateCase>(sheet, {
      k: 'w',
      part: 'beam web',
      kind: (c) => c.m.input.holes.web,
      x: { size: 'e_2b' },
      p_z: { size: 'p1', none: oneRow },
      p_x: { size: 'p2', none: oneLine },
      z: {
        size: (c) => (c.notchBottom ? 'min(e_1b, e_1b_bot)' : 'e_1b'),
        sizes: ['min(e_1b, e_1b_bot)', 'e_1b'],
        none: (c) => (notched(c) ? null : 'The beam is not notched.'),
      },
    }),
    slotTravel<FinPlateCase>((c) => ({
      d: c.m.input.bolts.d,
      category: c.category,
      holes: [
        { part: 'plate', kind: c.m.input.holes.plate, level: 'axial' },
        { part: 'beam web', kind: c.m.input.holes.web, level: 'axial' },
      ],
    })),
  ]),
  beamClearOfSupport<FinPlateCase>((c) => c.m.input.gap),
  ...clearanceRules<FinPlateCase>(),
];

export const finPlateRules: readonly Rule[] = rules.map((r) =>
  OF_HOLES.test(r.id) && r.id !== 'detail-rotation-welded' ? rulesWhere(bolted, [r])[0]! : r,
);
