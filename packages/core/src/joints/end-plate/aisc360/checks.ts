import type { CheckDef } from '../../../checks/check.ts';
import { N, RUPTURE, SHEAR_YIELD, V, YIELD, pulled, pushed, strengthCheck } from '../../../standards/aisc360/available.ts';
import { blockOf, endBoltChecks, fittingBlock, flangeUnknown, pushedSupport } from '../../../standards/aisc360/end-bolts.ts';
import { twoFillets } from '../../../standards/aisc360/fillets.ts';
import { pryingCheck } from '../../../standards/aisc360/prying.ts';
import { sheet, type EndPlateCase as Case } from './sheet.ts';

const plate = (id: string, title: string, clause: string) => ({ id, title, clause: `AISC 360-22, ${clause}`, part: 'plate' });
const web = (id: string, title: string, clause: string) => ({ id, title, clause: `AISC 360-22, ${clause}`, part: 'beam web' });

const plateChecks: readonly CheckDef<Case>[] = [
  strengthCheck<Case>(sheet, plate('ep-plate-shear-yield', 'Shear yielding of the plate', 'J4-3'), {
    ...V,
    nominal: '2*0.6*F_y_p*L*t_p',
    words: 'shear yielding in two sections',
    ...SHEAR_YIELD,
  }),
  strengthCheck<Case>(sheet, plate('ep-plate-shear-rupture', 'Shear rupture of the plate', 'J4-4'), {
    ...V,
    nominal: '2*0.6*F_u_p*max(0[mm], L-n*d_nv_p)*t_p',
    words: 'shear rupture through both lines of holes',
    ...RUPTURE,
  }),
  strengthCheck<Case>(sheet, plate('ep-plate-block-shear', 'Block shear of the plate', 'J4-5'), {
    ...V,
    steps: (s) => fittingBlock(s, { rows: 'n', L1: 'L1', l_ev: 'l_ev_p', l_eh: 'l_eh_p', t: 't_p', hv: 'd_nv_p', hh: 'd_nh_p' }),
    nominal: blockOf('F_y_p', 'F_u_p', 2),
    words: 'block shear on both sides',
    ...RUPTURE,
  }),
  pryingCheck<Case>(
    sheet,
    { id: 'ep-prying', title: 'Plate and bolts in tension, with prying', part: 'plate' },
    {
      b: '(g-t_w)/2',
      bWords: 'bolt to the face of the beam web',
      a: 'l_eh_p',
      p: 'min(L/n, s_p, g-t_w)',
      t: 't_p',
      F_u: 'F_u_p',
      d_h: 'd_hv_p',
    },
    { skip: (_c, l) => pulled(l) },
  ),
  pryingCheck<Case>(
    sheet,
    { id: 'ep-support-prying', title: 'Flange of the column and bolts in tension, with prying', part: 'support' },
    {
      b: '(g-t_wc)/2',
      bWords: 'bolt to the face of the column web',
      a: '(b_fc-g)/2',
      p: 'min(L/n, s_p, g-t_wc)',
      t: 't_s',
      F_u: 'F_u_s',
      d_h: 'd_hv_s',
    },
    { skip: (_c, l) => pulled(l), missing: (c) => flangeUnknown(c) },
  ),
];

const webChecks: readonly CheckDef<Case>[] = [
  twoFillets<Case>(sheet, { id: 'ep-weld', title: 'Weld to the beam web' }, 'L_e'),
  strengthCheck<Case>(sheet, web('ep-web-at-weld', 'Shear rupture of the web at the welds', 'J4-4'), {
    ...V,
    nominal: '0.6*F_u_w*t_w*L_e',
    words: 'shear rupture beside the welds',
    ...RUPTURE,
  }),
  strengthCheck<Case>(sheet, web('ep-web-shear-local', 'Shear yielding of the web over the plate', 'J4-3'), {
    ...V,
    nominal: '0.6*F_y_w*t_w*L_w',
    words: 'shear yielding over the depth of the plate',
    ...SHEAR_YIELD,
  }),
  strengthCheck<Case>(sheet, web('ep-web-tension-at-weld', 'Tension yielding of the web at the welds', 'J4-1'), {
    ...N,
    skip: (_c, l) => pulled(l),
    nominal: 'F_y_w*t_w*L_e',
    words: 'yielding of the web between the welds',
    ...YIELD,
  }),
  strengthCheck<Case>(sheet, web('ep-web-compression-at-weld', 'Compression of the web at the welds', 'J4-6'), {
    ...N,
    skip: (_c, l) => pushed(l),
    nominal: 'F_y_w*t_w*L_e',
    words: 'yielding of the web between the welds',
    ...YIELD,
  }),
];

export const endPlateChecks: readonly CheckDef<Case>[] = [
  ...endBoltChecks<Case>(sheet, 'ep'),
  ...plateChecks,
  ...webChecks,
  ...pushedSupport<Case>(sheet, 'ep', 'L'),
];
