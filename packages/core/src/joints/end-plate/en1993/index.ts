import type { Solid } from '../../../detail/solid.ts';
import { once } from '../../../lazy.ts';
import { Clearances } from '../../beam-end/clearances.ts';
import { farNotes } from '../../beam-end/far-beam.ts';
import { type Prepared } from '../../../checks/check.ts';
import { prepared, type Sided } from '../../../checks/sided.ts';
import { upturned, type EndPlateModel } from '../model.ts';
import { endPlateRules } from './rules.ts';
import { shearChecks } from './shear.ts';
import { actionSlots, sheet, sideOf, type EndPlateCase } from './sheet.ts';
import { tensionChecks } from './tension.ts';

const CHECKS = [...shearChecks, ...tensionChecks];

/** A shear end plate laid out for checking to EN 1993-1-8 and EN 1993-1-1 (basis part 3). */
export function endPlateToEn1993(m: EndPlateModel, solid: () => Solid): Prepared & Sided<EndPlateCase> {
  const clearances = new Clearances(solid);
  return prepared({
    sheet,
    checks: CHECKS,
    rules: endPlateRules,
    upright: sideOf(m, clearances, false),
    upturned: once(() => sideOf(upturned(m), clearances, true)),
    actions: actionSlots,
    notes: farNotes(m.input.support),
  });
}
