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
  webRules,
  wrenchRule,
} from '../../beam-end/aisc360/rules.ts';
import { clearanceRules } from '../../beam-end/clearances.ts';
import { beamClearOfSupport } from '../../beam-end/support-clearance.ts';
import type { AnglesCase as Case } from './sheet.ts';

type Rule = RuleDef<Case>;
const d = (c: Case): number => c.m.input.bolts.d;
const double = (c: Case): boolean => c.m.input.arrangement === 'double';
const onWeb = { skip: 'The angles are welded to the beam.' };
const onSupport = { skip: 'The angles are welded to the support.' };
const bolted = { skip: 'The angles are bolted.' };
/** Gauge of the bolts at the support, across the web. */
const gauge = (c: Case): number => c.m.input.bolts.p3;

const thickness: readonly Rule[] = [
  sizeRule('osl-gauge-spread', 'Gauge at the support narrow enough', MANUAL, (c) =>
    !double(c)
      ? { skip: 'It is a single angle.' }
      : !c.toSupport
        ? onSupport
        : { actual: gauge(c), limit: 5.5 * INCH, sense: '<=' },
  ),
  sizeRule('da-thickness-ductile', 'Angles thin enough to let the beam turn', MANUAL, (c) =>
    double(c) ? { actual: c.m.input.cleat.t, limit: (5 / 8) * INCH, sense: '<=' } : { skip: 'It is a single angle.' },
  ),
  sizeRule('sa-thickness', 'Least thickness of a single angle', MANUAL, (c) =>
    double(c)
      ? { skip: 'There is a pair of angles.' }
      : { actual: c.m.input.cleat.t, limit: (d(c) <= (7 / 8) * INCH + 1e-6 ? 3 / 8 : 1 / 2) * INCH },
  ),
];

const edges: readonly Rule[] = [
  edgeRule('edge-v-angle', 'End distance, web leg', 'horizontal edge', (c) =>
    c.toBeam ? { actual: Math.min(c.m.e1, c.m.e1_bot), d: d(c), hole: c.m.input.holes.cleat } : onWeb,
  ),
  edgeRule('edge-h-web-leg', 'Edge distance, web leg', 'vertical edge', (c) =>
    c.toBeam ? { actual: c.m.e2, d: d(c), hole: c.m.input.holes.cleat } : onWeb,
  ),
  edgeRule('edge-v-osl', 'End distance, leg at the support', 'horizontal edge', (c) =>
    c.toSupport ? { actual: Math.min(c.m.e1_s, c.m.e1_s_bot), d: d(c), hole: c.m.input.holes.leg } : onSupport,
  ),
  edgeRule('edge-h-osl', 'Edge distance, leg at the support', 'vertical edge', (c) =>
    c.toSupport ? { actual: c.m.e2_s, d: d(c), hole: c.m.input.holes.leg } : onSupport,
  ),
  ...webRules<Case>((c) => (c.toBeam ? { e2b: c.m.input.web.e2b, hole: c.m.input.holes.web } : onWeb)),
  ...gaugeRules<Case>((c) => (c.toSupport ? { g: gauge(c), hole: c.m.input.holes.support } : onSupport)),
  edgeMax('edge-max', '', (c) => ({
    most: Math.max(...(c.toBeam ? [c.m.e1, c.m.e1_bot, c.m.e2] : []), ...(c.toSupport ? [c.m.e1_s, c.m.e1_s_bot, c.m.e2_s] : [])),
    t: c.m.input.cleat.t,
  })),
];

const rows: readonly Rule[] = [
  ...spacingRules<Case>('-web', ', web', (c) =>
    c.toBeam
      ? {
          at: c.m.rows,
          d: d(c),
          hole: Math.max(c.m.hole.cleat.d_v, c.m.hole.web.d_v),
          t: Math.min(c.m.input.cleat.t, c.m.beam.tw),
          exposed: exposedOf(c.m),
        }
      : onWeb,
  ),
  ...spacingRules<Case>('-osl', ', support', (c) =>
    c.toSupport
      ? {
          at: c.m.supportRows,
          d: d(c),
          hole: Math.max(c.m.hole.leg.d_v, c.m.hole.support.d_v),
          t: Math.min(c.m.input.cleat.t, c.m.support.t),
          exposed: exposedOf(c.m),
        }
      : onSupport,
  ),
  wrenchRule<Case>('wrench-clear', 'Room for the wrench beside the web legs', (c) =>
    c.toSupport ? c.m.heel - c.m.input.cleat.t : onSupport,
  ),
  fillerRule<Case>(),
  holesRule<Case>((c) => {
    const { holes } = c.m.input;
    return [...(c.toBeam ? [holes.cleat, holes.web] : []), ...(c.toSupport ? [holes.leg, holes.support] : [])];
  }),
];

const welds: readonly Rule[] = [
  leastWeld<Case>((c) =>
    c.m.input.weld && !(c.toBeam && c.toSupport) ? Math.min(c.m.input.cleat.t, c.toBeam ? c.m.support.t : c.m.beam.tw) : bolted,
  ),
  sizeRule('weld-max-osl', 'Largest fillet along the toes', 'AISC 360-22, J2.2b', (c) => {
    const { weld, cleat } = c.m.input;
    if (!weld || (c.toBeam && c.toSupport)) return bolted;
    return { actual: weld.s, limit: cleat.t < INCH / 4 - 1e-6 ? cleat.t : cleat.t - INCH / 16, sense: '<=' };
  }),
];

export const angleRules: readonly Rule[] = [
  ...thickness,
  ...edges,
  ...rows,
  ...welds,
  ...depthRules<Case>('Angles', (c) => c.m.input.cleat.h),
  beamClearOfSupport<Case>((c) => c.m.input.gap),
  ...clearanceRules<Case>(),
];
