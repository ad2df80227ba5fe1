import { webWeldGroup } from '../../../standards/en1993/weld-group.ts';
import type { CheckDef } from '../../../checks/check.ts';
import { sheet, slots, type CleatsCase } from './sheet.ts';
import { where } from './skips.ts';

type Check = CheckDef<CleatsCase>;
const R = 'a*f_u_weld/(sqrt(3)*beta_w*gamma_M2)';
const simple = 'EN 1993-1-8, 4.5.3.3';
const length = 'EN 1993-1-8, 4.5.1';

/** Fillets that hold the web legs on the beam. */
export const beamWelds = webWeldGroup<CleatsCase>(sheet, {
  h: 'h_c',
  reach: 'leg_w',
  s: 's',
  f_u: 'f_u_weld',
  beta_w: 'beta_w',
  count: 'n_c',
});

/** Fillets down the toes of the support legs. The reaction comes down in the web, so each weld also turns in the plane of the support. */
const support = sheet.section('weld-support');
const supportSteps = [
  support.f('a', 'mm', 'k_a*s', 'throat of the fillet weld', 'EN 1993-1-8, 4.5.2'),
  support.f('l_eff', 'mm', 'h_c-2*a', 'effective length of one weld', length),
  support.f('V_1', 'kN', 'V_Ed/n_c', 'reaction on one cleat'),
  support.f('e_s', 'mm', 'leg_s+(2-n_c)*t_w/2', 'toe to the face of the web; to its middle for a single cleat'),
  support.f('f_h', 'kN/mm', '6*V_1*e_s/l_eff^2', 'horizontal force at the ends of the weld, in the plane of the support'),
  support.f('f_z', 'kN/mm', 'V_1/l_eff', 'force along the weld'),
];
const supportF = [
  support.f('F_w_Ed', 'kN/mm', 'sqrt(f_h^2+f_z^2)', 'force on the weld per length', simple),
  support.f(
    'F_w_Ed',
    'kN/mm',
    'sqrt(f_h^2+f_z^2+(N_Ed/n_c/l_eff)^2)',
    'force on the weld per length, with the axial force',
    simple,
  ),
];
const supportR = support.f('F_w_Rd', 'kN/mm', R, 'resistance of the weld per length', simple);

const tie = sheet.section('tie-weld');
const tieSteps = [
  tie.f('a', 'mm', 'k_a*s', 'throat of the fillet weld', 'EN 1993-1-8, 4.5.2'),
  tie.f('l_eff', 'mm', 'h_c-2*a', 'effective length of the weld of one cleat', length),
];
const tieN = tie.f('N_Rd', 'kN', 'n_c*l_eff*a*f_u_weld/(sqrt(3)*beta_w*gamma_Mu)', 'the welds of all cleats pulled', simple);
const N = slots.N_tie.index;

export const weldChecks: Check[] = [
  ...where('beam weld', beamWelds.checks),
  ...where('support weld', [
    {
      id: 'weld-support',
      title: 'Weld on the support',
      clause: 'EN 1993-1-8, 4.5.3',
      part: 'weld',
      load: 'combination',
      run: (r, _c, l) => {
        for (const f of supportSteps) f(r);
        return { demand: supportF[l.axial === 'none' ? 0 : 1]!(r), resistance: supportR(r), unit: 'kN/mm' };
      },
    },
  ]),
];

export const tieWelds: Check[] = [
  ...where('beam weld', [beamWelds.tieCheck]),
  ...where('support weld', [
    {
      id: 'tie-weld',
      title: 'Tying: weld on the support',
      clause: simple,
      part: 'weld',
      load: 'tie',
      run: (r) => {
        for (const f of tieSteps) f(r);
        return { demand: r.v[N]!, resistance: tieN(r), unit: 'kN' };
      },
    },
  ]),
];
