import type { Solid } from '../../../detail/solid.ts';
import { once } from '../../../lazy.ts';
import { measuredOn } from '../../beam-end/clearances.ts';
import { type Prepared } from '../../../checks/check.ts';
import { prepared, type Sided } from '../../../checks/sided.ts';
import { upturned, type EndPlateModel } from '../model.ts';
import { endPlateRules } from './rules.ts';
import { shearChecks } from './shear.ts';
import { sheet, sideOf, slots, type EndPlateCase } from './sheet.ts';
import { tensionChecks } from './tension.ts';

/** A shear end plate laid out for checking to EN 1993-1-8 and EN 1993-1-1 (basis part 3). */
export function endPlateToEn1993(m: EndPlateModel, solid: () => Solid): Prepared & Sided<EndPlateCase> {
  const clearances = once(() => measuredOn(solid()));
  return prepared({
    sheet,
    checks: [...shearChecks, ...tensionChecks],
    rules: endPlateRules,
    upright: sideOf(m, clearances, false),
    upturned: once(() => sideOf(upturned(m), clearances, true)),
    actions: { V_Ed: slots.V_Ed.index, N_Ed: slots.N_Ed.index, N_tie: slots.N_tie.index, V_ser: slots.V_ser.index },
  });
}
