import type { CheckDef } from '../../../checks/check.ts';
import { N, RUPTURE, SHEAR_YIELD, YIELD, strengthCheck } from '../../../standards/aisc360/available.ts';
import { FILLET_UNKNOWN } from '../../../standards/aisc360/end-bolts.ts';
import { twoFillets } from '../../../standards/aisc360/fillets.ts';
import { columnFillet } from '../../beam-end/aisc360/lay-out.ts';
import { sheet, type SinglePlateCase as Case } from './sheet.ts';

/** The weld of the plate, and what it is welded to. */
export const weldChecks: readonly CheckDef<Case>[] = [
  twoFillets<Case>(sheet, { id: 'sp-weld', title: 'Weld to the support' }, 'L'),
  strengthCheck<Case>(
    sheet,
    { id: 'sp-support-at-weld', title: 'Support at the weld', clause: 'AISC 360-22, J4-4', part: 'support' },
    {
      demand: 'sqrt((V+V_far)^2+N^2)',
      demandWords: 'forces on the support, of both beams',
      nominal: '2*0.6*F_u_s*t_s*L',
      words: 'shear rupture beside the welds',
      ...RUPTURE,
    },
  ),
  strengthCheck<Case>(
    sheet,
    { id: 'sp-support-web-yield', title: 'Column web under the axial force', clause: 'AISC 360-22, J10-2', part: 'support' },
    {
      skip: (c, l) =>
        l.axial === 'none'
          ? 'There is no axial force.'
          : c.m.support.type === 'column_flange'
            ? null
            : 'The plate is not on a column flange.',
      missing: (c) => (columnFillet(c.m) ? null : FILLET_UNKNOWN),
      ...N,
      nominal: 'F_y_s*t_wc*(5*k_c+L)',
      words: 'local yielding of the column web, away from its end',
      ...SHEAR_YIELD,
    },
  ),
  strengthCheck<Case>(
    sheet,
    { id: 'sp-support-axial', title: 'Support under the axial force', clause: 'Manual, part 9', part: 'support' },
    {
      skip: (c, l) =>
        l.axial === 'none'
          ? 'There is no axial force.'
          : c.m.support.type === 'column_flange'
            ? 'The web of the column takes it.'
            : null,
      missing: (c) =>
        c.m.support.hollow
          ? 'An axial force on the face of a hollow section is not covered: give it another path.'
          : c.m.support.type === 'beam_web'
            ? 'An axial force on the web of a girder is not covered: give it another path.'
            : c.m.support.d2 === null
              ? 'The clear depth of the column web is not known: give its section, or d2.'
              : null,
      steps: (s) => {
        const b = s.f('b_s', 'mm', '(T_c-t_p)/2', 'plate to either fillet', 'Manual, part 9');
        return (r) => void b(r);
      },
      ...N,
      nominal: 'F_y_s*t_s^2/4*(4*sqrt(2*T_c*b_s*b_s*(b_s+b_s))/(b_s*b_s)+L*(b_s+b_s)/(b_s*b_s))',
      words: 'yield lines of the column web',
      ...YIELD,
    },
  ),
];
