import type { CheckDef, Outcome } from '../../../checks/check.ts';
import { RUPTURE, available, strengthCheck } from '../../../standards/aisc360/available.ts';
import { wholeWebShear } from '../../../standards/aisc360/beam-end.ts';
import { aiscSettings } from '../../../standards/aisc360/standard.ts';
import { moreUsed, sheet, worstOf, type MomentCase as Case } from './sheet.ts';

const J2 = 'AISC 360-22, J2.4';

/** Fillets of the flanges, each under its own force; the worse of the two. */
const flangeWeld: CheckDef<Case> = (() => {
  const s = sheet.section('mep-flange-weld');
  const D = {
    ten: s.f('D', 'kN', 'F_t', 'force of the tension flange'),
    com: s.f('D', 'kN', 'F_c', 'force of the compression flange'),
  };
  const k_ds = [
    s.f('k_ds', '-', '1', 'direction of the force not counted (setting)', J2),
    s.f('k_ds', '-', '1.5', 'the force lies across the fillets', 'AISC 360-22, J2-5'),
  ];
  const R_n = {
    ten: s.f(
      'R_n',
      'kN',
      '0.6*F_EXX*sqrt(0.5)*w_t*k_ds*(2*b_f-t_w)',
      'fillets outside and inside the flange',
      'AISC 360-22, J2-4',
    ),
    com: s.f(
      'R_n',
      'kN',
      '0.6*F_EXX*sqrt(0.5)*w_c*k_ds*(2*b_f-t_w)',
      'fillets outside and inside the flange',
      'AISC 360-22, J2-4',
    ),
  };
  const R_c = available(s, { symbol: 'R', unit: 'kN' }, RUPTURE.phi, RUPTURE.omega, J2);
  return {
    id: 'mep-flange-weld',
    title: 'Weld of the flanges',
    clause: J2,
    part: 'weld',
    load: 'combination',
    run: (r, c): Outcome => {
      if (c.m.input.welds.flanges === 'butt') return { skip: 'A complete penetration weld has the strength of the flange.' };
      const answer = (k: 'ten' | 'com') => {
        const demand = D[k](r);
        k_ds[aiscSettings(c.m.basis).directional ? 1 : 0]!(r);
        R_n[k](r);
        return { demand, resistance: R_c(r, c), unit: 'kN' as const };
      };
      return worstOf(r, ['ten', 'com'], answer, moreUsed);
    },
  };
})();

const beamWeb: CheckDef<Case> = (() => {
  const s = sheet.section('mep-beam-web-shear');
  const D = s.f('D', 'kN', 'V', 'shear force of the beam');
  const { strength } = wholeWebShear(s, 'F_y_b', 'AISC 360-22, G2.1, G1');
  return {
    id: 'mep-beam-web-shear',
    title: 'Shear of the beam’s web',
    clause: 'AISC 360-22, G2.1',
    part: 'beam',
    load: 'combination',
    run: (r, c): Outcome => ({ demand: D(r), resistance: strength(r, c), unit: 'kN' }),
  };
})();

export const weldChecks: readonly CheckDef<Case>[] = [
  flangeWeld,
  strengthCheck<Case>(
    sheet,
    { id: 'mep-web-weld-shear', title: 'Weld of the web in shear', clause: J2, part: 'weld' },
    {
      steps: (s) => {
        const L = s.f(
          'L_w',
          'mm',
          'max(0[mm], min(d_b/2-t_f, d_b-2*t_f-p_fi-p_b-2*d))',
          'web between mid-depth, or two diameters below the bolts in tension, and the compression flange',
          'AISC Design Guide 16',
        );
        return (r) => void L(r);
      },
      demand: 'V',
      demandWords: 'shear force of the beam',
      nominal: '2*0.6*F_EXX*sqrt(0.5)*w_w*L_w',
      words: 'two fillets along the web',
      ...RUPTURE,
    },
  ),
  beamWeb,
];
