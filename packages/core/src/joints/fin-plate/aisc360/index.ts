import { prepared, type Sided } from '../../../checks/sided.ts';
import type { Solid } from '../../../detail/solid.ts';
import { once } from '../../../lazy.ts';
import { Refusal } from '../../../refusal.ts';
import { beamEndChecks } from '../../../standards/aisc360/beam-end.ts';
import { loadedGroup } from '../../beam-end/aisc360/loaded-group.ts';
import { Clearances, type MeasuredChecks } from '../../beam-end/clearances.ts';
import { farNotes } from '../../beam-end/far-beam.ts';
import { upturned, type FinPlateModel } from '../model.ts';
import { boltChecks } from './bolts.ts';
import { plateChecks } from './plate.ts';
import { weldChecks } from './support.ts';
import { singlePlateRules } from './rules.ts';
import { sheet, sideOf, slots, type SinglePlateCase } from './sheet.ts';
import { copeOf, tyingPath } from '../../beam-end/aisc360/lay-out.ts';

const checks = [
  tyingPath<SinglePlateCase>(),
  ...boltChecks,
  ...plateChecks,
  ...weldChecks,
  ...beamEndChecks<SinglePlateCase>(sheet, copeOf),
];

/** Where each check breaks, by the path that is drawn for it. */
const PATHS: Readonly<Record<string, string>> = {
  'sp-bolt-shear': 'bolt-group-shear',
  'sp-bolt-bearing': 'plate-bearing',
  'sp-bolt-slip': 'bolt-group-slip',
  'sp-plate-shear-yield': 'plate-shear-gross',
  'sp-plate-shear-rupture': 'plate-shear-net',
  'sp-plate-block-shear': 'plate-block-shear',
  'sp-plate-tension-yield': 'tie-plate-gross',
  'sp-plate-tension-rupture': 'tie-plate-net',
  'sp-plate-block-shear-axial': 'tie-plate-block',
  'sp-plate-block-shear-both': 'plate-block-interaction',
  'sp-plate-compression': 'plate-axial-buckling',
  'sp-plate-combined': 'plate-axial-bending',
  'sp-plate-flexural-rupture': 'plate-shear-net',
  'sp-plate-buckling': 'plate-ltb',
  'sp-plate-stabilizer': 'plate-ltb',
  'sp-plate-torsion': 'plate-ltb',
  'sp-weld': 'weld-strength',
  'sp-support-at-weld': 'support-local-shear',
  'sp-support-web-yield': 'support-local-shear',
  'sp-support-axial': 'support-web-axial',
  'web-shear-yield': 'beam-web-shear-gross',
  'web-shear-rupture': 'beam-web-shear-net',
  'web-block-shear': 'beam-web-block-shear',
  'web-block-shear-axial': 'tie-web-block',
  'web-block-shear-both': 'web-block-interaction',
  'web-cope-flexure': 'beam-notch-bending',
  'web-cope-combined': 'beam-notch-bending',
  'sp-weld-five-eighths': 'weld-strength',
  'weld-min': 'weld-strength',
  'hss-punching': 'support-local-shear',
  'hss-wall': 'support-local-shear',
  'sp-gap-weld': 'detail-gap',
  'plate-half-T': 'detail-depth',
  'plate-fits': 'detail-depth',
};

/** A single plate laid out for checking to AISC 360-22, conventional or extended (Manual, part 10). */
export function finPlateToAisc360(m: FinPlateModel, solid: () => Solid): MeasuredChecks & Sided<SinglePlateCase> {
  if (m.welded)
    throw new Refusal(
      'fixing',
      'fixing: a plate welded to the beam web is no single plate of AISC 360, and its welds are not covered; accepted is bolted.',
    );
  const clearances = new Clearances(solid);
  const upright = sideOf(m, clearances, false);
  const turned = once(() => sideOf(upturned(m), clearances, true));
  const joint = prepared({
    sheet,
    checks,
    rules: singlePlateRules,
    upright,
    upturned: turned,
    actions: { V_Ed: slots.V.index, N_Ed: slots.N.index, V_far: slots.V_far.index },
    notes: farNotes(m.input.support),
    paths: PATHS,
    covers: { 'sp-bolt-bearing': ['beam-web-bearing'] },
  });
  return {
    ...joint,
    groups: ({ V_Ed, N_Ed }) => {
      if (V_Ed === 0 && N_Ed === 0) return [];
      const { c } = V_Ed < 0 ? turned() : upright;
      return loadedGroup('web', ['sp-bolt-shear', 'sp-bolt-bearing', 'sp-bolt-slip'], c.group(Math.abs(V_Ed), N_Ed));
    },
  };
}
