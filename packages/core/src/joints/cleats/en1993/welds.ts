import type { Run } from '../../../formula/index.ts';
import type { CheckDef } from '../../check.ts';
import { sheet, slots, type CleatsCase } from './sheet.ts';
import { where } from './skips.ts';

type Check = CheckDef<CleatsCase>;
const R = 'a*f_u_weld/(sqrt(3)*beta_w*gamma_M2)';
const simple = 'EN 1993-1-8, 4.5.3.3';
const length = 'EN 1993-1-8, 4.5.1';

/*
 * Fillets on the beam web: down the toe of each web leg and along both its ends, an elastic group in the plane of the web. The reaction
 * acts at the support face, as for web bolts.
 */
const group = sheet.commonSection('weld-beam-group');
const groupSteps = [
  group.f('a_b', 'mm', 'k_a*s', 'throat of the fillet weld', 'EN 1993-1-8, 4.5.2'),
  group.f('l_h', 'mm', 'leg_w-g_h-a_b', 'effective length along one end of the leg, from its toe to the beam end', length),
  group.f('L_w', 'mm', 'h_c+2*l_h', 'effective length of the welds of one cleat', length),
  group.f('x_w', 'mm', 'l_h^2/L_w', 'centroid of the welds, from the toe'),
  group.f('I_p', 'mm3', 'h_c^3/12+2*l_h*(h_c/2)^2+l_h^3/6+2*l_h*(l_h/2-x_w)^2+h_c*x_w^2', 'polar second moment of the welds as lines'),
  group.f('V_c', 'kN', 'V_Ed/n_c', 'reaction on one cleat'),
  group.f('T_c', 'kNm', 'V_c*(leg_w-x_w)', 'moment about the centroid of the welds'),
];
const f_x = [group.f('f_x', 'kN/mm', 'T_c*(h_c/2)/I_p', 'horizontal force at the worst corner'), group.f('f_x', 'kN/mm', 'T_c*(h_c/2)/I_p+N_Ed/n_c/L_w', 'horizontal force at the worst corner, with the axial force')];
const f_z = group.f('f_z', 'kN/mm', 'V_c/L_w+T_c*(l_h-x_w)/I_p', 'vertical force at the worst corner, at the beam end');

const beam = sheet.section('weld-beam');
const beamF = beam.f('F_w_Ed', 'kN/mm', 'sqrt(f_x^2+f_z^2)', 'force on the weld per length', simple);
const beamR = beam.f('F_w_Rd', 'kN/mm', R.replace('a*', 'a_b*'), 'resistance of the weld per length', simple);

const web = sheet.section('beam-web-at-weld');
const webF = web.f('f_web', 'kN/mm', 'n_c*sqrt(f_x^2+f_z^2)', 'force that the welds of all cleats put into the web per length');
const webR = web.f('f_Rd', 'kN/mm', 't_w*f_y_w/(sqrt(3)*gamma_M0)', 'shear strength of the beam web per length', 'EN 1993-1-1, 6.2.6(2)');

/** Fillets down the toes of the support legs. The reaction comes down in the web, so each weld also turns in the plane of the support. */
const support = sheet.section('weld-support');
const supportSteps = [
  support.f('a', 'mm', 'k_a*s', 'throat of the fillet weld', 'EN 1993-1-8, 4.5.2'),
  support.f('l_eff', 'mm', 'h_c-2*a', 'effective length of one weld', length),
  support.f('V_1', 'kN', 'V_Ed/n_c', 'reaction on one cleat'),
  support.f('e_s', 'mm', 'leg_s+(2-n_c)*t_w/2', 'toe to the face of the web; to its middle for a single cleat'),
  support.f('f_y', 'kN/mm', '6*V_1*e_s/l_eff^2', 'horizontal force at the ends of the weld, in the plane of the support'),
  support.f('f_z', 'kN/mm', 'V_1/l_eff', 'force along the weld'),
];
const supportF = [
  support.f('F_w_Ed', 'kN/mm', 'sqrt(f_y^2+f_z^2)', 'force on the weld per length', simple),
  support.f('F_w_Ed', 'kN/mm', 'sqrt(f_y^2+f_z^2+(N_Ed/n_c/l_eff)^2)', 'force on the weld per length, with the axial force', simple),
];
const supportR = support.f('F_w_Rd', 'kN/mm', R, 'resistance of the weld per length', simple);

const tieR = 'a*f_u_weld/(sqrt(3)*beta_w*gamma_Mu)';
const tieBeam = sheet.section('tie-weld');
const tieBeamSteps = [tieBeam.f('a', 'mm', 'k_a*s', 'throat of the fillet weld', 'EN 1993-1-8, 4.5.2'), tieBeam.f('L_w', 'mm', 'h_c+2*(leg_w-g_h-a)', 'effective length of the welds of one cleat', length)];
const tieSupportL = tieBeam.f('L_w', 'mm', 'h_c-2*a', 'effective length of the weld of one cleat', length);
const tieN = tieBeam.f('N_Rd', 'kN', `n_c*L_w*${tieR}`, 'the welds of all cleats pulled', simple);
const N = slots.N_tie.index;

const axial = (l: { axial: string }): number => (l.axial === 'none' ? 0 : 1);
function beamWeld(r: Run, l: { axial: string }): void {
  for (const f of groupSteps) f(r);
  f_x[axial(l)]!(r);
  f_z(r);
}

export const weldChecks: Check[] = [
  ...where('beam weld', [
    {
      id: 'weld-beam', title: 'Weld on the beam web', clause: 'EN 1993-1-8, 4.5.3', part: 'weld', load: 'combination',
      run: (r, _c, l) => (beamWeld(r, l), { demand: beamF(r), resistance: beamR(r), unit: 'kN/mm' }),
    },
    {
      id: 'beam-web-at-weld', title: 'Shear of the web at the weld', clause: 'EN 1993-1-1, 6.2.6', part: 'beam web', load: 'combination',
      run: (r, _c, l) => (beamWeld(r, l), { demand: webF(r), resistance: webR(r), unit: 'kN/mm' }),
    },
  ]),
  ...where('support weld', [{
    id: 'weld-support', title: 'Weld on the support', clause: 'EN 1993-1-8, 4.5.3', part: 'weld', load: 'combination',
    run: (r, _c, l) => {
      for (const f of supportSteps) f(r);
      return { demand: supportF[axial(l)]!(r), resistance: supportR(r), unit: 'kN/mm' };
    },
  }]),
];

export const tieWeld: Check = {
  id: 'tie-weld', title: 'Tying: weld', clause: simple, part: 'weld', load: 'tie',
  run: (r, c) => {
    if (c.m.toBeam && c.m.toSupport) return { skip: 'The cleats are bolted to beam and support.' };
    for (const f of tieBeamSteps) f(r);
    if (c.m.toBeam) tieSupportL(r);
    return { demand: r.v[N]!, resistance: tieN(r), unit: 'kN' };
  },
};
