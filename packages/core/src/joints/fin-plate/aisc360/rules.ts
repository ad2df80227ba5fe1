import { INCH } from '../../../catalogue/index.ts';
import type { RuleDef } from '../../../checks/check.ts';
import { clearanceRules } from '../../beam-end/clearances.ts';
import { beamClearOfSupport } from '../../beam-end/support-clearance.ts';
import { momentOf, sheet, type SinglePlateCase as Case } from './sheet.ts';
import { edgeIncrement, leastEdge, leastFillet } from '../../../standards/aisc360/rules.ts';
import { aiscSettings } from '../../../standards/aisc360/standard.ts';

type Rule = RuleDef<Case>;
type Sizes = { readonly actual: number; readonly limit: number; readonly sense?: '>=' | '<='; readonly note?: string };
const rule = (id: string, title: string, clause: string, run: (c: Case) => Sizes | { skip: string }, must = true): Rule => ({
  id,
  title,
  clause,
  must: () => must,
  run: (_r, c) => {
    const found = run(c);
    return 'skip' in found ? found : { sense: '>=', unit: 'mm', ...found };
  },
});
const MANUAL = 'Manual, part 10';
const EDGE = 'AISC 360-22, J3.5';
const d = (c: Case): number => c.m.input.bolts.d;
const notExtended = { skip: 'Conventional: covered by its limits.' };

/** Thickest plate that bends before its bolts break (Manual, 10-3): t_max = 6 M_max/(F_y L^2). */
const thickest = sheet.section('sp-max-thickness');
const maximum = {
  C: thickest.found(
    'C_m',
    'mm',
    'moment of the group over the strength of one bolt',
    'a group that turns about its centroid',
    'Manual, part 7',
  ),
  M: thickest.f('M_max', 'Nmm', 'F_nv/0.9*A_b*C_m', 'moment that breaks the bolts', 'Manual, 10-4'),
  t: thickest.f('t_max', 'mm', '6*M_max/(F_y_p*L^2)', 'thickest plate that bends first', 'Manual, 10-3'),
};
const maxThickness: Rule = {
  id: 'sp-max-thickness',
  title: 'Plate bends before its bolts break',
  clause: MANUAL,
  must: () => true,
  run: (r, c) => {
    if (!c.extended) return notExtended;
    const { plate, web, bolts } = c.m.input;
    const limit = bolts.d / 2 + INCH / 16 + 1e-6;
    const edges = plate.e2 >= 2 * bolts.d - 1e-6 && web.e2b >= 2 * bolts.d - 1e-6;
    const thin = c.lines === 1 ? Math.min(plate.t, c.m.beam.tw) <= limit : Math.max(plate.t, c.m.beam.tw) <= limit;
    if (edges && thin) return { skip: 'The bolts can move: plate and web are thin enough, with 2 d to their edges.' };
    maximum.C(r, momentOf(c));
    maximum.M(r);
    return { actual: plate.t, limit: maximum.t(r), sense: '<=', unit: 'mm' };
  },
};

const ofBolts: readonly Rule[] = [
  rule('edge-2d-plate', 'Edge distance of 2 d, plate', MANUAL, (c) => ({ actual: c.m.input.plate.e2, limit: 2 * d(c) })),
  rule('edge-2d-web', 'Edge distance of 2 d, web', MANUAL, (c) => ({ actual: c.m.input.web.e2b, limit: 2 * d(c) })),
  rule('edge-v-plate', 'End distance, plate', EDGE, (c) => ({
    actual: Math.min(c.m.e1, c.m.e1_bot),
    limit: leastEdge(d(c)) + edgeIncrement(d(c), c.m.input.holes.plate, 'horizontal edge'),
  })),
  rule('edge-h-plate', 'Edge distance, plate', EDGE, (c) => ({
    actual: c.m.input.plate.e2,
    limit: leastEdge(d(c)) + edgeIncrement(d(c), c.m.input.holes.plate, 'vertical edge'),
  })),
  rule('edge-v-web', 'End distance, coped web', EDGE, (c) =>
    c.copedTop || c.copedBottom
      ? {
          actual: Math.min(
            c.copedTop ? c.m.top_to_bolt - c.m.d_nt : Infinity,
            c.copedBottom ? c.m.beam.h - c.m.d_nb - c.m.top_to_bolt - c.m.L1 : Infinity,
          ),
          limit: leastEdge(d(c)) + edgeIncrement(d(c), c.m.input.holes.web, 'horizontal edge'),
        }
      : { skip: 'The beam is not coped.' },
  ),
  rule('edge-h-web', 'Edge distance, web', EDGE, (c) => ({
    actual: c.m.input.web.e2b,
    limit: leastEdge(d(c)) + edgeIncrement(d(c), c.m.input.holes.web, 'vertical edge'),
  })),
  rule('spacing-min', 'Spacing of rows', 'AISC 360-22, J3.4', (c) =>
    c.rows < 2 ? { skip: 'There is one bolt row only.' } : { actual: smallest(c), limit: (8 / 3) * d(c) },
  ),
  rule(
    'spacing-usual',
    'Spacing of rows of 3 d',
    'AISC 360-22, J3.4',
    (c) => (c.rows < 2 ? { skip: 'There is one bolt row only.' } : { actual: smallest(c), limit: 3 * d(c) }),
    false,
  ),
  rule('clear-min', 'Clear distance between holes', 'AISC 360-22, J3.4', (c) =>
    c.rows < 2
      ? { skip: 'There is one bolt row only.' }
      : { actual: smallest(c) - Math.max(c.m.hole.plate.d_v, c.m.hole.web.d_v), limit: d(c) },
  ),
  rule('gauge-min', 'Spacing of bolt lines', 'AISC 360-22, J3.4', (c) =>
    c.lines < 2 ? { skip: 'There is one bolt line only.' } : { actual: c.m.input.bolts.p2, limit: (8 / 3) * d(c) },
  ),
  rule('edge-max', 'Largest edge distance', 'AISC 360-22, J3.6', (c) => ({
    actual: Math.max(c.m.e1, c.m.e1_bot, c.m.input.plate.e2),
    limit: Math.min(12 * c.m.input.plate.t, 6 * INCH),
    sense: '<=',
  })),
  rule(
    'spacing-max',
    'Largest spacing',
    'AISC 360-22, J3.6',
    (c) => {
      const t = Math.min(c.m.input.plate.t, c.m.beam.tw);
      return c.rows < 2
        ? { skip: 'There is one bolt row only.' }
        : {
            actual: Math.max(...c.m.rows.slice(1).map((z, i) => z - c.m.rows[i]!)),
            limit: aiscSettings(c.m.basis).exposed ? Math.min(14 * t, 7 * INCH) : Math.min(24 * t, 12 * INCH),
            sense: '<=',
          };
    },
    false,
  ),
  rule('sp-bolt-weld-clear', 'Room for the wrench between bolts and weld', 'house rule', (c) => ({
    actual: c.m.z_p - c.m.input.weld.s,
    limit: 1.25 * d(c) + (3 / 8) * INCH,
  })),
  {
    id: 'hole-slip-critical',
    title: 'Oversize and long slots are slip-critical',
    clause: 'AISC 360-22, J3.3',
    must: () => true,
    run: (_r, c) => {
      const wide = [c.m.input.holes.plate, c.m.input.holes.web].filter((h) => h === 'oversize' || h === 'long_slot_v').length;
      if (!wide) return { skip: 'No oversize holes, and no long slots along the reaction.' };
      const critical = c.m.input.bolts.category !== 'A';
      return {
        actual: critical ? 1 : 0,
        limit: 1,
        sense: '>=',
        unit: '-',
        note: critical ? 'the bolts are slip-critical' : 'the bolts bear: they would move before they do',
      };
    },
  },
  {
    id: 'sp-conventional-limits',
    title: 'Limits of the conventional configuration',
    clause: MANUAL,
    must: () => true,
    run: (_r, c) => {
      if (c.extended) return { skip: 'The plate is extended.' };
      const broken = c.notConventional.length;
      return {
        actual: broken,
        limit: 0,
        sense: '<=',
        unit: '-',
        note: broken ? `it would need ${c.notConventional.join('; ')}` : 'all are kept',
      };
    },
  },
  maxThickness,
];
const smallest = (c: Case): number => Math.min(...c.m.rows.slice(1).map((z, i) => z - c.m.rows[i]!));

export const singlePlateRules: readonly Rule[] = [
  ...ofBolts,
  rule('sp-weld-five-eighths', 'Weld develops the plate', MANUAL, (c) => ({
    actual: c.m.input.weld.s,
    limit: (5 / 8) * c.m.input.plate.t,
  })),
  rule('weld-min', 'Least size of the weld', 'AISC 360-22, Table J2.4', (c) => ({
    actual: c.m.input.weld.s,
    limit: leastFillet(Math.min(c.m.input.plate.t, c.m.support.t)),
  })),
  rule('sp-gap-weld', 'Beam end clear of the weld', MANUAL, (c) => ({ actual: c.m.input.gap, limit: c.m.input.weld.s })),
  rule('plate-half-T', 'Plate of half the clear web', MANUAL, (c) => ({
    actual: c.m.input.plate.h,
    limit: (c.m.beam.h - 2 * (c.m.beam.tf + c.m.beam.r)) / 2,
  })),
  rule('plate-fits', 'Plate between the fillets', MANUAL, (c) => {
    const k = c.m.beam.tf + c.m.beam.r;
    return {
      actual: c.m.input.plate.h,
      limit: c.m.beam.h - (c.copedTop ? c.m.d_nt : k) - (c.copedBottom ? c.m.d_nb : k),
      sense: '<=',
    };
  }),
  beamClearOfSupport<Case>((c) => c.m.input.gap),
  ...clearanceRules<Case>(),
];
