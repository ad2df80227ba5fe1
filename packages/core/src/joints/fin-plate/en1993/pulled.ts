import { pulledDepth, PULLED_WEB } from '../../../standards/en1993/axial.ts';
import { filletPair } from '../../../standards/en1993/welds.ts';
import { NO_D2, pulledPartChecks, webYieldLines, type PulledPart } from '../../../standards/en1993/tying.ts';
import { tieBearing, tieShear } from '../../../standards/en1993/web-bolts.ts';
import type { CheckDef } from '../../../checks/check.ts';
import { edge, plateBearing, webBearing } from './bolts.ts';
import { FLANGE_PULL } from './plate.ts';
import { sheet, slots, type FinPlateCase } from './sheet.ts';

export { edge };
export const pulledPlate: PulledPart = {
  id: 'plate',
  part: 'plate',
  t: 't_p',
  h: 'h_p',
  e_end: 'e2',
  e_edge: 'e1_m',
  d_v: 'd_v_p',
  d_h: 'd_h_p',
  f_y: 'f_y_p',
  f_u: 'f_u_p',
  count: '',
};
/** Depth of web that takes a horizontal force (basis 2.10). */
export const depth = pulledDepth(sheet, 'h_p');

const N = slots.N_tie.index;
const tie = (
  id: string,
  title: string,
  clause: string,
  part: string,
  run: CheckDef<FinPlateCase>['run'],
): CheckDef<FinPlateCase> => ({ id, title: `Tying: ${title}`, clause, part, load: 'tie', run });

const weld = sheet.section('tie-weld');
const weldSize = filletPair(weld, 'h_p');
const weldN = weld.f(
  'N_Rd',
  'kN',
  'sqrt(2)*a*l_eff*f_u_weld/(beta_w*gamma_Mu)',
  'two fillets pulled across',
  'EN 1993-1-8, 4.5.3.2',
);

const support = webYieldLines(sheet.section('tie-support-web'), {
  m: 'm_pl_u',
  f: 'f_u_2',
  gamma: 'gamma_Mu',
  h: 'h_p',
  w: 't_p+2*s',
});

export const tieChecks: CheckDef<FinPlateCase>[] = [
  tieShear(sheet),
  tieBearing(sheet, plateBearing),
  tieBearing<FinPlateCase>(sheet, webBearing),
  ...pulledPartChecks<FinPlateCase>(sheet, pulledPlate, () => true),
  ...pulledPartChecks<FinPlateCase>(sheet, PULLED_WEB, edge, depth),
  tie(
    'tie-weld',
    'weld',
    'EN 1993-1-8, 4.5.3.2',
    'weld',
    (r) => (weldSize(r), { demand: r.v[N]!, resistance: weldN(r), unit: 'kN' }),
  ),
  tie('tie-support-web', 'yield lines in the supporting web', 'yield-line method', 'support', (r, c) => {
    if (c.m.support.type === 'column_flange') return { skip: FLANGE_PULL };
    if (c.m.support.d2 === null) return { missing: NO_D2 };
    return { demand: r.v[N]!, resistance: support(r), unit: 'kN' };
  }),
];
