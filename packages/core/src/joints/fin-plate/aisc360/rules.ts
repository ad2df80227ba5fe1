import { leastSpacing } from '../../../standards/aisc360/rules.ts';
import { INCH } from '../../../catalogue/index.ts';
import type { RuleDef } from '../../../checks/check.ts';
import { clearanceRules } from '../../beam-end/clearances.ts';
import { beamClearOfSupport } from '../../beam-end/support-clearance.ts';
import { momentOf, sheet, type SinglePlateCase as Case } from './sheet.ts';
import {
  depthRules,
  edgeMax,
  edgeRule,
  exposedOf,
  fillerRule,
  holesRule,
  leastWeld,
  MANUAL,
  sizeRule,
  spacingRules,
  webRules,
  wrenchRule,
} from '../../beam-end/aisc360/rules.ts';

type Rule = RuleDef<Case>;
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

const wall = sheet.section('hss-punching');
const punched = wall.f('t_max', 'mm', 'F_u_s*t_s/F_y_p', 'thickest plate that yields before the wall is punched through', MANUAL);
const walls = sheet.section('hss-wall');
const slenderness = walls.f('lambda', '-', 'b_h/t_s', 'slenderness of the wall', 'AISC 360-22, B4.1b');
const most = {
  RHS: walls.f('lambda_max', '-', '1.4*sqrt(E/F_y_s)', 'walls that are not slender', 'AISC 360-22, Table B4.1a'),
  CHS: walls.f('lambda_max', '-', '0.11*E/F_y_s', 'a round wall that is not slender', 'AISC 360-22, Table B4.1a'),
};
const notHollow = { skip: 'The support is no hollow section.' };
/** A plate on the wall of a hollow section: outside these limits it is not covered. */
const ofHollow: readonly Rule[] = [
  {
    id: 'hss-punching',
    title: 'Plate yields before it punches through the wall',
    clause: MANUAL,
    must: () => true,
    run: (r, c) => (c.m.support.hollow ? { actual: c.m.input.plate.t, limit: punched(r), sense: '<=', unit: 'mm' } : notHollow),
  },
  {
    id: 'hss-wall',
    title: 'Wall of the hollow section not slender',
    clause: MANUAL,
    must: () => true,
    run: (r, c) =>
      c.m.support.hollow
        ? { actual: slenderness(r), limit: most[c.m.support.hollow.shape](r), sense: '<=', unit: '-' }
        : notHollow,
  },
];

const rows = (c: Case) => ({
  at: c.m.rows,
  d: d(c),
  hole: Math.max(c.m.hole.plate.d_v, c.m.hole.web.d_v),
  t: Math.min(c.m.input.plate.t, c.m.beam.tw),
  exposed: exposedOf(c.m),
});
const ofBolts: readonly Rule[] = [
  sizeRule('edge-2d-plate', 'Edge distance of 2 d, plate', MANUAL, (c) => ({ actual: c.m.input.plate.e2, limit: 2 * d(c) })),
  sizeRule('edge-2d-web', 'Edge distance of 2 d, web', MANUAL, (c) => ({ actual: c.m.input.web.e2b, limit: 2 * d(c) })),
  edgeRule('edge-v-plate', 'End distance, plate', 'horizontal edge', (c) => ({
    actual: Math.min(c.m.e1, c.m.e1_bot),
    d: d(c),
    hole: c.m.input.holes.plate,
  })),
  edgeRule('edge-h-plate', 'Edge distance, plate', 'vertical edge', (c) => ({
    actual: c.m.input.plate.e2,
    d: d(c),
    hole: c.m.input.holes.plate,
  })),
  ...webRules<Case>((c) => ({ e2b: c.m.input.web.e2b, hole: c.m.input.holes.web })),
  ...spacingRules<Case>('', '', rows),
  sizeRule('gauge-min', 'Spacing of bolt lines', 'AISC 360-22, J3.4', (c) =>
    c.lines < 2 ? { skip: 'There is one bolt line only.' } : { actual: c.m.input.bolts.p2, limit: leastSpacing(d(c)) },
  ),
  edgeMax('edge-max', '', (c) => ({ most: Math.max(c.m.e1, c.m.e1_bot, c.m.input.plate.e2), t: c.m.input.plate.t })),
  wrenchRule<Case>('sp-bolt-weld-clear', 'Room for the wrench between bolts and weld', (c) => c.m.z_p - c.m.input.weld.s),
  fillerRule<Case>(),
  holesRule<Case>((c) => [c.m.input.holes.plate, c.m.input.holes.web]),
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
  ...ofHollow,
];
export const singlePlateRules: readonly Rule[] = [
  ...ofBolts,
  sizeRule('sp-weld-five-eighths', 'Weld develops the plate', MANUAL, (c) => ({
    actual: c.m.input.weld.s,
    limit: (5 / 8) * c.m.input.plate.t,
  })),
  leastWeld<Case>((c) => Math.min(c.m.input.plate.t, c.m.support.t)),
  sizeRule('sp-gap-weld', 'Beam end clear of the weld', MANUAL, (c) => ({ actual: c.m.input.gap, limit: c.m.input.weld.s })),
  ...depthRules<Case>('Plate', (c) => c.m.input.plate.h),
  beamClearOfSupport<Case>((c) => c.m.input.gap),
  ...clearanceRules<Case>(),
];
