import type { Solid } from '../../../detail/solid.ts';
import { once } from '../../../lazy.ts';
import { Clearances } from '../../beam-end/clearances.ts';
import { farNotes } from '../../beam-end/far-beam.ts';
import { type CheckDef, type Prepared } from '../../../checks/check.ts';
import { prepared, type Sided } from '../../../checks/sided.ts';
import { upturned, type CleatsModel } from '../model.ts';
import { cleatsRules } from './rules.ts';
import { actionSlots, sheet, sideOf, type CleatsCase } from './sheet.ts';
import { supportSide, supportSideAxial, supportSideTie } from './support-side.ts';
import { webSide, webSideAxial, webSideTie } from './web-side.ts';
import { tieWelds, weldChecks } from './welds.ts';

const checks: CheckDef<CleatsCase>[] = [
  ...webSide,
  ...supportSide,
  ...weldChecks,
  ...webSideAxial,
  ...supportSideAxial,
  ...webSideTie,
  ...supportSideTie,
  ...tieWelds,
];

/** Angle cleats laid out for checking to EN 1993-1-8 and EN 1993-1-1 (basis part 4). */
export function cleatsToEn1993(m: CleatsModel, solid: () => Solid): Prepared & Sided<CleatsCase> {
  const clearances = new Clearances(solid);
  return prepared({
    sheet,
    checks,
    rules: cleatsRules,
    upright: sideOf(m, clearances, false),
    upturned: once(() => sideOf(upturned(m), clearances, true)),
    actions: actionSlots,
    notes: farNotes(m.input.support),
  });
}
