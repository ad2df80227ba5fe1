import type { Solid } from '../../../detail/solid.ts';
import { once } from '../../../lazy.ts';
import { Clearances } from '../../beam-end/clearances.ts';
import { farNotes } from '../../beam-end/far-beam.ts';
import { boltedWebChecks, webPanelBending } from '../../../standards/en1993/beam-web.ts';
import { checksWhere, type CheckDef, type Prepared } from '../../../checks/check.ts';
import { prepared, type Sided } from '../../../checks/sided.ts';
import { upturned, type FinPlateModel } from '../model.ts';
import { axialChecks } from './axial.ts';
import { boltChecks } from './bolts.ts';
import { isLong, plateChecks, supportChecks, weldCheck } from './plate.ts';
import { tieChecks } from './pulled.ts';
import { finPlateRules } from './rules.ts';
import { refuseHollow } from './support.ts';
import { lap, actionSlots, sheet, sideOf, type FinPlateCase } from './sheet.ts';

const panel = webPanelBending(sheet, 'd_v_w', 'd_h_w');
const panelCheck: CheckDef<FinPlateCase> = {
  id: 'beam-web-panel-bending',
  title: 'Shear and bending, web panel',
  clause: 'EN 1993-1-1, 6.2.8',
  part: 'beam web',
  load: 'combination',
  nonlinear: true,
  run: (r, c) => {
    if (c.notchTop || c.notchBottom) return { skip: 'The beam is notched; the notch checks cover shear with bending.' };
    if (!isLong(c)) return { skip: 'The fin plate is short (t_p >= 0.15 z_p).' };
    if (c.n1 < 2) return { skip: 'There is one bolt row only, so no panel between rows.' };
    return panel(r);
  },
};

const bolted = (c: FinPlateCase): string | null =>
  c.m.welded ? 'The plate is welded to the beam web: there are no bolts.' : null;
const welded = (c: FinPlateCase): string | null => (c.m.welded ? null : 'The plate is bolted to the beam web.');
/** Checks that read bolts or holes. */
const OF_HOLES = new Set([
  'bolt-group-shear',
  'plate-bearing',
  'beam-web-bearing',
  'bolt-group-slip',
  'plate-shear-net',
  'plate-block-shear',
  'beam-web-shear-net',
  'beam-web-block-shear',
  'beam-second-line',
  'beam-web-panel-bending',
  'plate-net-interaction',
  'plate-block-interaction',
  'web-net-interaction',
  'web-block-interaction',
  'tie-bolt-shear',
  'tie-bearing-plate',
  'tie-bearing-web',
  'tie-plate-net',
  'tie-plate-block',
  'tie-web-net',
  'tie-web-block',
]);
const checks: CheckDef<FinPlateCase>[] = [
  ...boltChecks,
  ...plateChecks,
  ...boltedWebChecks<FinPlateCase>(sheet, 'd_v_w', 'd_h_w'),
  panelCheck,
  weldCheck,
  ...checksWhere(welded, lap.checks),
  ...supportChecks,
  ...axialChecks,
  ...tieChecks,
  ...checksWhere(welded, [lap.tieCheck]),
].map((check) => (OF_HOLES.has(check.id) ? checksWhere(bolted, [check])[0]! : check));

/** A fin plate laid out for checking to EN 1993-1-8 and EN 1993-1-1 (basis part 2). */
export function finPlateToEn1993(m: FinPlateModel, solid: () => Solid): Prepared & Sided<FinPlateCase> {
  refuseHollow(m.input.support);
  const clearances = new Clearances(solid);
  return prepared({
    sheet,
    checks,
    rules: finPlateRules,
    upright: sideOf(m, clearances, false),
    upturned: once(() => sideOf(upturned(m), clearances, true)),
    actions: actionSlots,
    notes: farNotes(m.input.support),
  });
}
