import type { CheckDef, Loading, Outcome } from '../../../checks/check.ts';
import type { FormulaSection, Run } from '../../../formula/index.ts';
import {
  BOTH_WAYS,
  N,
  RUPTURE,
  SHEAR_YIELD,
  V,
  YIELD,
  available,
  bothWays,
  buckling,
  pulled,
  pushed,
  ratioCheck,
  sheared,
  strengthCheck,
} from '../../../standards/aisc360/available.ts';
import { pulledBlock } from '../../../standards/aisc360/block-shear.ts';
import { blockOf, endBoltChecks, fittingBlock, flangeUnknown, pushedSupport } from '../../../standards/aisc360/end-bolts.ts';
import { pryingCheck } from '../../../standards/aisc360/prying.ts';
import { slipCheck } from '../../../standards/aisc360/slip.ts';
import { aiscSettings } from '../../../standards/aisc360/standard.ts';
import { coefficientOf } from '../../../standards/aisc360/eccentric.ts';
import { sheet, slots, type AnglesCase as Case } from './sheet.ts';

export const angle = (id: string, title: string, clause: string) => ({
  id,
  title,
  clause: clause.startsWith('Manual') || clause === 'stated method' ? clause : `AISC 360-22, ${clause}`,
  part: 'cleats',
});
const R = { demand: 'R', demandWords: 'resultant on the web leg' } as const;
const toBeam = (c: Case): string | null => (c.toBeam ? null : 'The angles are welded to the beam.');
const weldedToBeam = (c: Case): string | null => (c.toBeam ? 'The angles are bolted to the beam.' : null);
const weldedToSupport = (c: Case): string | null => (c.toSupport ? 'The angles are bolted to the support.' : null);
export const toSupport = (c: Case): string | null => (c.toSupport ? null : 'The angles are welded to the support.');
/** Forces as they act: down, and away from the support. */
const acting = (r: Run, l: Loading): [number, number] => [
  r.v[slots.V.index]!,
  (l.axial === 'compression' ? -1 : 1) * r.v[slots.N.index]!,
];

export const webBlock = (s: FormulaSection) =>
  fittingBlock(s, { rows: 'n', L1: 'L1', l_ev: 'l_ev_a', l_eh: 'l_eh_a', t: 't_a', hv: 'd_nv_a', hh: 'd_nh_a' });
export const oslBlock = (s: FormulaSection) =>
  fittingBlock(s, { rows: 'n_o', L1: 'L1_o', l_ev: 'l_ev_o', l_eh: 'l_eh_o', t: 't_a', hv: 'd_nv_o', hh: 'd_nh_o' });

const AXIAL = '2*R_b';
const axialBlock = (s: FormulaSection) => {
  const leg = { t: 't_a', F_y: 'F_y_a', F_u: 'F_u_a', l_eh: 'l_eh_a', d_nv: 'd_nv_a', d_nh: 'd_nh_a' };
  const block = pulledBlock(s, leg, 'l_em_a', 'one end, one leg');
  return (r: Run): void => block(r);
};
const noAxialBlock = (c: Case, l: Loading): string | null =>
  toBeam(c) ?? pulled(l) ?? (c.rows < 2 ? 'There is one bolt row only.' : null);

const shearChecks: readonly CheckDef<Case>[] = [
  strengthCheck<Case>(sheet, angle('da-angle-shear-yield', 'Shear yielding of the angles', 'J4-3'), {
    ...V,
    nominal: '2*0.6*F_y_a*L*t_a',
    words: 'shear yielding of both',
    ...SHEAR_YIELD,
  }),
  strengthCheck<Case>(sheet, angle('da-angle-shear-rupture', 'Shear rupture of the web legs', 'J4-4'), {
    ...V,
    skip: (c) => toBeam(c),
    nominal: '2*0.6*F_u_a*max(0[mm], L-n*d_nv_a)*t_a',
    words: 'shear rupture through the holes',
    ...RUPTURE,
  }),
  strengthCheck<Case>(sheet, angle('da-angle-block-shear', 'Block shear of the web legs', 'J4-5'), {
    ...V,
    skip: (c) => toBeam(c),
    steps: webBlock,
    nominal: blockOf('F_y_a', 'F_u_a', 2),
    words: 'block shear of both legs',
    ...RUPTURE,
  }),
  strengthCheck<Case>(sheet, angle('da-osl-shear-rupture', 'Shear rupture of the legs at the support', 'J4-4'), {
    ...V,
    skip: (c) => toSupport(c),
    nominal: '2*0.6*F_u_a*max(0[mm], L-n_o*d_nv_o)*t_a',
    words: 'shear rupture through the holes',
    ...RUPTURE,
  }),
  strengthCheck<Case>(sheet, angle('da-osl-block-shear', 'Block shear of the legs at the support', 'J4-5'), {
    ...V,
    skip: (c) => toSupport(c),
    steps: oslBlock,
    nominal: blockOf('F_y_a', 'F_u_a', 2),
    words: 'block shear of both legs',
    ...RUPTURE,
  }),
];

const bearing = sheet.section('da-web-bolt-bearing');
const bears = {
  D: bearing.f('D', 'kN', 'R', R.demandWords),
  R: bearing.found(
    'R_n',
    'kN',
    'bearing and tearout of the web bolts',
    'the sum of each bolt’s least of shear, bearing and tearout in angles and web',
    'AISC 360-22, J3.11',
  ),
  R_c: available(bearing, { symbol: 'R', unit: 'kN' }, '0.75', '2', 'AISC 360-22, J3.11'),
};
const webBolts: readonly CheckDef<Case>[] = [
  strengthCheck<Case>(
    sheet,
    { ...angle('da-web-bolt-shear', 'Shear of the bolts in the web', 'J3.7'), part: 'bolts' },
    {
      ...R,
      skip: (c) => toBeam(c),
      nominal: 'n*2*F_nv*A_b',
      words: 'shear in two planes; the gauge is not counted up to 3 in',
      ...RUPTURE,
    },
  ),
  {
    ...angle('da-web-bolt-bearing', 'Bearing and tearout at the bolts in the web', 'J3.11'),
    part: 'bolts',
    load: 'combination',
    run: (r, c, l): Outcome => {
      const none = toBeam(c);
      if (none) return { skip: none };
      const demand = bears.D(r);
      bears.R(r, c.webBears(r, ...acting(r, l)));
      return { demand, resistance: bears.R_c(r, c), unit: 'kN' };
    },
  },
  unless(
    toBeam,
    slipCheck<Case>(
      sheet,
      { id: 'da-web-bolt-slip', title: 'Slip of the bolts in the web', part: 'bolts' },
      { ...R, number: '2*n' },
    ),
  ),
];
/** A check that stands only where `skip` says nothing. */
function unless(skip: (c: Case) => string | null, check: CheckDef<Case>): CheckDef<Case> {
  return {
    ...check,
    run: (r, c, l): Outcome => {
      const none = skip(c);
      return none ? { skip: none } : check.run(r, c, l);
    },
  };
}

const slender = (s: FormulaSection) => ({
  lambda: s.f('lambda', '-', '1.2*g_w*sqrt(12)/t_a', 'slenderness of the web legs', 'AISC 360-22, J4.4'),
  F_cr: buckling(s, 'F_y_a'),
  F_sq: s.f('F_cr', 'MPa', 'F_y_a', 'stocky: yielding', 'AISC 360-22, J4-6'),
});
/** Stress at which the web legs give under a push. */
function crushed(r: Run, c: Case, f: ReturnType<typeof slender>): void {
  if (f.lambda(r) <= 25) return void f.F_sq(r);
  f.F_cr(r, c.m.cleatSteel.f_y);
}

const axialChecks: readonly CheckDef<Case>[] = [
  strengthCheck<Case>(sheet, angle('da-angle-block-shear-axial', 'Block shear of the web legs under axial force', 'J4-5'), {
    ...N,
    skip: noAxialBlock,
    steps: axialBlock,
    nominal: AXIAL,
    words: 'block shear of both legs along the pull',
    ...RUPTURE,
  }),
  ratioCheck<Case>(sheet, angle('da-angle-block-shear-both', 'Block shear of the web legs under both forces', 'stated method'), {
    skip: (c, l) => noAxialBlock(c, l) ?? sheared(l),
    steps: (s) => {
      const paths = [webBlock(s), axialBlock(s)] as const;
      const both = bothWays(
        s,
        { expr: blockOf('F_y_a', 'F_u_a', 2), words: 'block shear' },
        { expr: AXIAL, words: 'block shear along the pull' },
      );
      return (r, c) => {
        for (const p of paths) p(r);
        both(r, c);
      };
    },
    ...BOTH_WAYS,
  }),
  strengthCheck<Case>(sheet, angle('da-angle-tension-yield', 'Tension yielding of the web legs', 'J4-1'), {
    ...N,
    skip: (_c, l) => pulled(l),
    nominal: '2*F_y_a*L*t_a',
    words: 'tension yielding of both',
    ...YIELD,
  }),
  strengthCheck<Case>(sheet, angle('da-angle-tension-rupture', 'Tension rupture of the web legs', 'J4-2'), {
    ...N,
    skip: (c, l) => toBeam(c) ?? pulled(l),
    nominal: '2*F_u_a*max(0[mm], L-n*d_nv_a)*t_a',
    words: 'tension rupture through the holes',
    ...RUPTURE,
  }),
  strengthCheck<Case>(sheet, angle('da-angle-compression', 'Web legs in compression', 'J4.4, E3'), {
    ...N,
    skip: (c, l) => toBeam(c) ?? pushed(l),
    steps: (s) => {
      const f = slender(s);
      return (r, c) => crushed(r, c, f);
    },
    nominal: '2*F_cr*L*t_a',
    words: 'buckling of both between heel and bolts',
    ...YIELD,
  }),
  ratioCheck<Case>(sheet, angle('da-angle-combined', 'Angles under both forces', 'stated method'), {
    skip: (_c, l) => (l.axial === 'none' ? 'There is no axial force.' : sheared(l)),
    steps: (s) => {
      const V_n = s.f('V_n', 'kN', '2*0.6*F_y_a*L*t_a', 'shear yielding', 'AISC 360-22, J4-3');
      const V_c = available(s, { symbol: 'V', unit: 'kN' }, '1', '1.5', 'AISC 360-22, J4.2');
      const f = slender(s);
      const N_n = s.f('N_n', 'kN', '2*F_cr*L*t_a', 'yielding, or buckling under a push', 'AISC 360-22, J4.1, J4.4');
      const N_c = available(s, { symbol: 'N', unit: 'kN' }, '0.9', '1.67', 'AISC 360-22, J4.1, J4.4');
      return (r, c, l) => {
        V_n(r);
        V_c(r, c);
        if (l.axial === 'compression' && c.toBeam) crushed(r, c, f);
        else f.F_sq(r);
        N_n(r);
        N_c(r, c);
      };
    },
    ratio: 'sqrt((V/V_c)^2+(N/N_c)^2)',
    words: 'both forces together',
  }),
];

const prying: readonly CheckDef<Case>[] = [
  pryingCheck<Case>(
    sheet,
    { id: 'da-prying', title: 'Angles and bolts in tension, with prying', part: 'cleats' },
    {
      b: 'g_o-t_a/2',
      bWords: 'bolt to the middle of the web leg',
      a: 'l_eh_o',
      p: 'min(L/n_o, s_o, 2*g_o-t_a)',
      t: 't_a',
      F_u: 'F_u_a',
      d_h: 'd_hv_o',
    },
    { skip: (c, l) => toSupport(c) ?? pulled(l) },
  ),
  pryingCheck<Case>(
    sheet,
    { id: 'da-support-prying', title: 'Flange of the column and bolts in tension, with prying', part: 'support' },
    {
      b: '(2*g_o+t_w-t_wc)/2',
      bWords: 'bolt to the face of the column web',
      a: '(b_fc-2*g_o-t_w)/2',
      p: 'min(L/n_o, s_o, 2*g_o+t_w-t_wc)',
      t: 't_s',
      F_u: 'F_u_s',
      d_h: 'd_hv_s',
    },
    { skip: (c, l) => toSupport(c) ?? pulled(l), missing: (c) => flangeUnknown(c) },
  ),
];

const UNIT = '0.6*F_EXX*sqrt(0.5)*w';
const webWeld = (s: FormulaSection) =>
  coefficientOf<Case>(s, {
    symbol: 'C_w',
    unit: 'mm',
    text: 'strength of the fillets of one leg over that of a unit of length',
    clause: 'Manual, part 8',
    method: (c) => aiscSettings(c.m.basis).bolt_groups,
    group: (c, r, l) => c.weld(...acting(r, l)),
  });
const noCentre = (c: Case): string | null =>
  c.toBeam || c.weld(1, 0).counts !== null ? null : 'The fillets of the web leg have no centre under this load.';
const welds: readonly CheckDef<Case>[] = [
  strengthCheck<Case>(
    sheet,
    { ...angle('da-web-weld', 'Weld of the web legs', 'Manual, part 8; J2.4'), part: 'weld' },
    {
      ...R,
      skip: (c) => weldedToBeam(c),
      missing: noCentre,
      steps: webWeld,
      nominal: `2*${UNIT}*C_w`,
      words: 'fillets of both legs: down the toes and along both ends',
      ...RUPTURE,
    },
  ),
  strengthCheck<Case>(
    sheet,
    { ...angle('da-web-at-weld', 'Beam web at the welds', 'J4-4'), part: 'beam web' },
    {
      ...R,
      skip: (c) => weldedToBeam(c),
      missing: noCentre,
      steps: (s) => {
        const C = webWeld(s);
        const t = s.f(
          't_min',
          'mm',
          '2*0.6*F_EXX*sqrt(0.5)*w/(0.6*F_u_w)',
          'web as strong as the fillets on both its faces',
          'Manual, part 9',
        );
        return (r, c, l) => {
          C(r, c, l);
          t(r);
        };
      },
      nominal: `2*${UNIT}*C_w*min(1, t_w/t_min)`,
      words: 'the fillets, as far as the web follows',
      ...RUPTURE,
    },
  ),
  strengthCheck<Case>(
    sheet,
    { ...angle('da-osl-weld', 'Weld of the legs at the support', 'Manual, part 10'), part: 'weld' },
    {
      ...V,
      skip: (c) => weldedToSupport(c),
      missing: (_c, l) =>
        l.axial === 'none'
          ? null
          : 'Legs welded to the support are covered for shear alone: axial force has no path in this method.',
      nominal: `2*${UNIT}*L/sqrt(1+12.96*l_o^2/L^2)`,
      words: 'fillets down both toes',
      ...RUPTURE,
    },
  ),
  strengthCheck<Case>(
    sheet,
    { ...angle('da-support-at-weld', 'Support at the welds', 'J4-4'), part: 'support' },
    {
      ...V,
      skip: (c) => weldedToSupport(c),
      steps: (s) => {
        const t = s.f('t_min', 'mm', '0.6*F_EXX*sqrt(0.5)*w/(0.6*F_u_s)', 'support as strong as a fillet', 'Manual, part 9');
        return (r) => void t(r);
      },
      nominal: `2*${UNIT}*L/sqrt(1+12.96*l_o^2/L^2)*min(1, t_s/(t_min*(V+V_far)/V))`,
      words: 'the fillets, as far as the support follows; it also takes the beam on the other face',
      ...RUPTURE,
    },
  ),
];

/** The checks of a part that apply where it is bolted to the support. */
const bolted = (checks: readonly CheckDef<Case>[]): CheckDef<Case>[] => checks.map((check) => unless(toSupport, check));

/** A pair of angles under shear and axial force (basis 7). */
export const doubleAngleChecks: readonly CheckDef<Case>[] = [
  ...webBolts,
  ...bolted(endBoltChecks<Case>(sheet, 'da-osl')),
  ...shearChecks,
  ...axialChecks,
  ...prying,
  ...welds,
  ...bolted(pushedSupport<Case>(sheet, 'da', 'L')),
];
