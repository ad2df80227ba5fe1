import { prepared, type Sided } from '../../../checks/sided.ts';
import type { Solid } from '../../../detail/solid.ts';
import { once } from '../../../lazy.ts';
import { Refusal } from '../../../refusal.ts';
import { beamEndChecks } from '../../../standards/aisc360/beam-end.ts';
import { copeOf, tyingPath } from '../../beam-end/aisc360/lay-out.ts';
import { loadedGroup } from '../../beam-end/aisc360/loaded-group.ts';
import { Clearances, type MeasuredChecks } from '../../beam-end/clearances.ts';
import { farNotes } from '../../beam-end/far-beam.ts';
import { upturned, type CleatsModel } from '../model.ts';
import { doubleAngleChecks } from './double.ts';
import { angleRules } from './rules.ts';
import { sheet, sideOf, slots, type AnglesCase } from './sheet.ts';
import { singleAngleChecks } from './single.ts';

const end = beamEndChecks<AnglesCase>(sheet, copeOf);
const tying = tyingPath<AnglesCase>();
const CHECKS = { double: [tying, ...doubleAngleChecks, ...end], single: [tying, ...singleAngleChecks, ...end] } as const;

/** Checks of a pair and of a single angle that break along one path: what follows `da-` or `sa-`. */
const EITHER: Readonly<Record<string, string>> = {
  'angle-shear-yield': 'web-leg-gross',
  'web-bolt-shear': 'bolt-group-shear',
  'web-bolt-bearing': 'cleat-bearing-web-leg',
  'web-bolt-slip': 'bolt-group-slip',
  'osl-bolt-shear': 'support-bolt-shear',
  'osl-bolt-bearing': 'cleat-bearing-support-leg',
  'osl-bolt-slip': 'support-bolt-slip',
  'osl-shear-rupture': 'support-leg-net',
  'osl-block-shear': 'support-leg-block',
};
/** Where each check breaks, by the path that is drawn for it. */
const PATHS: Readonly<Record<string, string>> = {
  ...Object.fromEntries(
    Object.entries(EITHER).flatMap(([id, of]) => [
      [`da-${id}`, of],
      [`sa-${id}`, of],
    ]),
  ),
  'da-angle-shear-rupture': 'web-leg-net',
  'da-angle-block-shear': 'web-leg-block',
  'da-angle-block-shear-axial': 'tie-cleat-block',
  'da-angle-block-shear-both': 'cleat-block-interaction',
  'da-angle-tension-yield': 'tie-cleat-gross',
  'da-angle-tension-rupture': 'tie-cleat-net',
  'da-angle-compression': 'web-leg-compression',
  'da-angle-combined': 'web-leg-gross',
  'da-osl-bolt-combined': 'combined-shear-tension',
  'da-prying': 'cleat-tstub',
  'da-support-prying': 'support-flange',
  'da-support-web-yield': 'column-web-compression',
  'da-web-weld': 'weld-beam',
  'da-web-at-weld': 'beam-web-at-weld',
  'da-osl-weld': 'weld-support',
  'da-support-at-weld': 'support-local-shear',
  'sa-web-shear-rupture': 'web-leg-net',
  'sa-web-block-shear': 'web-leg-block',
  'sa-leg-flexure': 'support-leg-bending',
  'sa-leg-combined': 'support-leg-bending',
  'sa-leg-flexural-rupture': 'support-leg-net',
  'web-shear-yield': 'beam-web-shear-gross',
  'web-shear-rupture': 'beam-web-shear-net',
  'web-block-shear': 'beam-web-block-shear',
  'web-block-shear-axial': 'tie-web-block',
  'web-block-shear-both': 'web-block-interaction',
  'web-cope-flexure': 'beam-notch-bending',
  'web-cope-combined': 'beam-notch-bending',
  'osl-gauge-spread': 'detail-gauge',
  'gauge-fits-flange': 'detail-e2-support-leg',
  'gauge-clears-fillet': 'detail-gauge',
  'wrench-clear': 'detail-gauge',
  'edge-v-angle': 'detail-e1',
  'edge-h-web-leg': 'detail-e2-web-leg',
  'edge-v-osl': 'detail-e1',
  'edge-h-osl': 'detail-e2-support-leg',
  'edge-h-web': 'detail-e2b',
  'edge-max': 'detail-e1',
  'spacing-min-web': 'detail-p1',
  'spacing-max-web': 'detail-p1-max',
  'spacing-min-osl': 'detail-p1-support',
  'spacing-max-osl': 'detail-p1-support-max',
  'weld-min': 'weld-support',
  'weld-max-osl': 'weld-support',
  'plate-half-T': 'detail-depth',
  'plate-fits': 'detail-depth',
};

/** Angles laid out for checking to AISC 360-22 (Manual, part 10). */
export function anglesToAisc360(m: CleatsModel, solid: () => Solid): MeasuredChecks & Sided<AnglesCase> {
  const { arrangement, bolts, fixing } = m.input;
  if (m.toBeam && bolts.n2 > 1)
    throw new Refusal('bolts.n2', 'bolts.n2: two lines of bolts in the web legs are not covered to AISC 360; accepted is 1.');
  if (arrangement === 'single' && fixing !== 'bolted')
    throw new Refusal('fixing', 'fixing: a single angle is covered bolted to beam and support to AISC 360; accepted is bolted.');
  const clearances = new Clearances(solid);
  const upright = sideOf(m, clearances, false);
  const turned = once(() => sideOf(upturned(m), clearances, true));
  const joint = prepared({
    sheet,
    checks: CHECKS[arrangement],
    rules: angleRules,
    upright,
    upturned: turned,
    actions: { V_Ed: slots.V.index, N_Ed: slots.N.index, V_far: slots.V_far.index },
    notes: farNotes(m.input.support),
    paths: PATHS,
    covers: Object.fromEntries(
      ['da', 'sa'].flatMap((of) => [
        [`${of}-web-bolt-bearing`, ['beam-web-bearing']],
        [`${of}-osl-bolt-bearing`, ['support-bearing']],
      ]),
    ),
  });
  if (arrangement === 'double') return joint;
  return {
    ...joint,
    groups: ({ V_Ed }) => {
      if (V_Ed === 0) return [];
      const { c } = V_Ed < 0 ? turned() : upright;
      const ids = (leg: string): string[] => ['shear', 'bearing', 'slip'].map((x) => `sa-${leg}-bolt-${x}`);
      // Seen on the leg at the support the reaction is to the right of its bolts.
      return [...loadedGroup('web', ids('web'), c.webGroup()), ...loadedGroup('support', ids('osl'), c.oslGroup(), true)];
    },
  };
}
