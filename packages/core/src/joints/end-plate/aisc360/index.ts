import { type Prepared } from '../../../checks/check.ts';
import { prepared, type Sided } from '../../../checks/sided.ts';
import type { Solid } from '../../../detail/solid.ts';
import { once } from '../../../lazy.ts';
import { Refusal } from '../../../refusal.ts';
import { weldedEndChecks } from '../../../standards/aisc360/beam-end.ts';
import { copeOf, tyingPath } from '../../beam-end/aisc360/lay-out.ts';
import { Clearances } from '../../beam-end/clearances.ts';
import { farNotes } from '../../beam-end/far-beam.ts';
import { upturned, type EndPlateModel } from '../model.ts';
import { endPlateChecks } from './checks.ts';
import { endPlateRules } from './rules.ts';
import { sheet, sideOf, slots, type EndPlateCase } from './sheet.ts';

const checks = [tyingPath<EndPlateCase>(), ...endPlateChecks, ...weldedEndChecks<EndPlateCase>(sheet, copeOf)];

/** Where each check breaks, by the path that is drawn for it. */
const PATHS: Readonly<Record<string, string>> = {
  'ep-bolt-shear': 'bolt-group-shear',
  'ep-bolt-bearing': 'plate-bearing',
  'ep-bolt-combined': 'combined-shear-tension',
  'ep-bolt-slip': 'bolt-group-slip',
  'ep-plate-shear-yield': 'plate-shear-gross',
  'ep-plate-shear-rupture': 'plate-shear-net',
  'ep-plate-block-shear': 'plate-block-shear',
  'ep-prying': 'plate-tstub',
  'ep-support-prying': 'support-flange',
  'ep-weld': 'weld-strength',
  'ep-web-at-weld': 'beam-web-shear-plate',
  'ep-web-shear-local': 'beam-web-shear-plate',
  'ep-web-tension-at-weld': 'tie-web-tension',
  'ep-web-compression-at-weld': 'tie-web-tension',
  'ep-support-web-yield': 'column-web-compression',
  'web-shear-yield': 'beam-web-shear-gross',
  'web-cope-flexure': 'beam-notch-bending',
  'ep-thickness': 'plate-bending',
  'ep-thickness-ductile': 'plate-bending',
  'ep-gauge': 'detail-gauge',
  'ep-gauge-clear': 'detail-gauge',
  'wrench-clear': 'detail-gauge',
  'gauge-fits-flange': 'detail-e2',
  'gauge-clears-fillet': 'detail-gauge',
  'edge-v-plate': 'detail-e1',
  'edge-h-plate': 'detail-e2',
  'edge-max': 'detail-e1',
  'spacing-min': 'detail-p1',
  'spacing-usual': 'detail-p1',
  'clear-min': 'detail-p1',
  'spacing-max': 'detail-p1-max',
  'weld-min': 'weld-strength',
  'plate-half-T': 'detail-depth',
  'plate-fits': 'detail-depth',
};

/** A shear end plate laid out for checking to AISC 360-22 (Manual, part 10). */
export function endPlateToAisc360(m: EndPlateModel, solid: () => Solid): Prepared & Sided<EndPlateCase> {
  if (m.columns > 1)
    throw new Refusal(
      'bolts.n2',
      'bolts.n2: two columns of bolts a side are not covered by AISC 360’s shear end plate; accepted is 1.',
    );
  const clearances = new Clearances(solid);
  return prepared({
    sheet,
    checks,
    rules: endPlateRules,
    upright: sideOf(m, clearances, false),
    upturned: once(() => sideOf(upturned(m), clearances, true)),
    actions: { V_Ed: slots.V.index, N_Ed: slots.N.index, V_far: slots.V_far.index },
    notes: farNotes(m.input.support),
    paths: PATHS,
    covers: { 'ep-bolt-bearing': ['support-bearing'] },
  });
}
