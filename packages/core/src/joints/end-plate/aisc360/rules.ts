import { INCH } from '../../../catalogue/index.ts';
import type { RuleDef } from '../../../checks/check.ts';
import {
  depthRules,
  edgeMax,
  edgeRule,
  exposedOf,
  gaugeRules,
  fillerRule,
  holesRule,
  leastWeld,
  MANUAL,
  sizeRule,
  spacingRules,
  wrenchRule,
} from '../../beam-end/aisc360/rules.ts';
import { clearanceRules } from '../../beam-end/clearances.ts';
import { beamClearOfSupport } from '../../beam-end/support-clearance.ts';
import type { EndPlateCase as Case } from './sheet.ts';

type Rule = RuleDef<Case>;
const d = (c: Case): number => c.m.input.bolts.d;

export const endPlateRules: readonly Rule[] = [
  sizeRule('ep-thickness', 'Least thickness of the plate', MANUAL, (c) => ({ actual: c.m.input.plate.t, limit: INCH / 4 })),
  sizeRule('ep-thickness-ductile', 'Plate thin enough to let the beam turn', MANUAL, (c) => ({
    actual: c.m.input.plate.t,
    limit: (3 / 8) * INCH,
    sense: '<=',
  })),
  sizeRule('ep-gauge', 'Gauge narrow enough', MANUAL, (c) => ({ actual: c.m.input.bolts.p3, limit: 5.5 * INCH, sense: '<=' })),
  sizeRule('ep-gauge-clear', 'Gauge wide enough for the wrench', 'house rule', (c) => ({
    actual: c.m.input.bolts.p3,
    limit: c.m.beam.tw + 2 * c.m.input.weld.s + 3 * d(c),
  })),
  wrenchRule<Case>('wrench-clear', 'Room for the wrench beside the web', (c) => (c.m.input.bolts.p3 - c.m.beam.tw) / 2),
  edgeRule('edge-v-plate', 'End distance, plate', 'horizontal edge', (c) => ({
    actual: Math.min(c.m.e1, c.m.e1_bot),
    d: d(c),
    hole: c.m.input.holes.plate,
  })),
  edgeRule('edge-h-plate', 'Edge distance, plate', 'vertical edge', (c) => ({
    actual: c.m.e2,
    d: d(c),
    hole: c.m.input.holes.plate,
  })),
  ...gaugeRules<Case>((c) => ({ g: c.m.input.bolts.p3, hole: c.m.input.holes.support })),
  ...spacingRules<Case>('', '', (c) => ({
    at: c.m.rows,
    d: d(c),
    hole: Math.max(c.m.hole.plate.d_v, c.m.hole.support.d_v),
    t: Math.min(c.m.input.plate.t, c.m.support.t),
    exposed: exposedOf(c.m),
  })),
  edgeMax('edge-max', '', (c) => ({ most: Math.max(c.m.e1, c.m.e1_bot, c.m.e2), t: c.m.input.plate.t })),
  fillerRule<Case>(),
  holesRule<Case>((c) => [c.m.input.holes.plate, c.m.input.holes.support]),
  leastWeld<Case>((c) => Math.min(c.m.input.plate.t, c.m.beam.tw)),
  ...depthRules<Case>(
    'Plate',
    (c) => c.m.input.plate.h,
    (c) => (c.m.input.plate.full_depth ? 'A plate of full depth passes the flanges.' : null),
  ),
  beamClearOfSupport<Case>((c) => c.m.input.plate.t),
  ...clearanceRules<Case>(),
];
