import {
  groupBearing,
  groupShear,
  groupSlip,
  plateDistances,
  webBearingPart,
  webEdges,
  type BearingPart,
} from '../../../standards/en1993/web-bolts.ts';
import type { CheckDef } from '../../../checks/check.ts';
import { sheet, type FinPlateCase } from './sheet.ts';

/** Whether the web has an edge that a bolt can bear or a block can tear out to; works its distance. */
export const edge = webEdges(sheet);
export const webBearing = webBearingPart(edge);
export const plateBearing: BearingPart<FinPlateCase> = {
  id: 'plate-bearing',
  tieId: 'tie-bearing-plate',
  part: 'plate',
  k: 'p',
  share: '',
  ver: { end: 'e1_m', edge: 'e2' },
  hor: { end: 'e2', edge: 'e1_m' },
  has: plateDistances,
};

export const boltChecks: CheckDef<FinPlateCase>[] = [
  groupShear(sheet),
  groupBearing(sheet, plateBearing),
  groupBearing<FinPlateCase>(sheet, webBearing),
  groupSlip(sheet),
];
