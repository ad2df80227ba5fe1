import { INCH } from '../../../catalogue/index.ts';
import type { CheckDef, Outcome } from '../../../checks/check.ts';
import type { FormulaSection, Run } from '../../../formula/index.ts';
import {
  RUPTURE,
  SHEAR_YIELD,
  V,
  YIELD,
  available,
  ratioCheck,
  sheared,
  strengthCheck,
} from '../../../standards/aisc360/available.ts';
import type { Centre } from '../../../standards/aisc360/bolt-group.ts';
import { coefficientOf, type Eccentric } from '../../../standards/aisc360/eccentric.ts';
import { aiscSettings } from '../../../standards/aisc360/standard.ts';
import { blockOf } from '../../../standards/aisc360/end-bolts.ts';
import { netModulus } from '../../../standards/aisc360/net-modulus.ts';
import { slipCheck } from '../../../standards/aisc360/slip.ts';
import { angle, oslBlock, webBlock } from './double.ts';
import { sheet, slots, type AnglesCase as Case } from './sheet.ts';

const GROUP = 'Manual, part 7; J3.7';
const coefficient = (s: FormulaSection, of: (c: Case) => Eccentric<Centre>) =>
  coefficientOf<Case>(s, {
    symbol: 'C',
    unit: '-',
    text: 'strength of the group over that of one bolt',
    clause: 'Manual, part 7',
    method: (c) => aiscSettings(c.m.basis).bolt_groups,
    group: of,
  });

/** Bolts of one leg: shear, bearing and slip of an eccentric group, rupture and block shear of the leg. */
// eslint-disable-next-line max-lines-per-function -- a table of checks
function legChecks(
  leg: 'web' | 'osl',
  words: string,
  o: {
    group(c: Case): Eccentric<Centre>;
    /** Sum of what its bolts bear under the reaction, nominal, N. */
    bears(r: Run, c: Case): number;
    readonly rows: string;
    readonly hv: string;
    block(s: FormulaSection): (r: Run) => void;
  },
): CheckDef<Case>[] {
  const named = (id: string, title: string, clause: string, part = 'cleats') => ({
    ...angle(`sa-${leg}-${id}`, `${title} ${words}`, clause),
    part,
  });
  return [
    strengthCheck<Case>(sheet, named('bolt-shear', 'Shear of the bolts', GROUP, 'bolts'), {
      ...V,
      steps: (s) => coefficient(s, o.group),
      nominal: 'C*F_nv*A_b',
      words: 'shear of the group',
      ...RUPTURE,
    }),
    strengthCheck<Case>(sheet, named('bolt-bearing', 'Bearing and tearout at the bolts', 'J3.11', 'bolts'), {
      ...V,
      steps: (s) => {
        const C = coefficient(s, o.group);
        const sum = s.found(
          'R_s',
          'kN',
          'bearing and tearout of all bolts, without eccentricity',
          'the sum of each bolt’s least of shear, bearing and tearout in both parts',
          'AISC 360-22, J3.11',
        );
        return (r, c, l) => {
          C(r, c, l);
          sum(r, o.bears(r, c));
        };
      },
      skip: (_c, l) => sheared(l),
      nominal: `C/${o.rows}*R_s`,
      words: 'bearing and tearout of the group',
      ...RUPTURE,
    }),
    slipCheck<Case>(
      sheet,
      { id: `sa-${leg}-bolt-slip`, title: `Slip of the bolts ${words}`, part: 'bolts' },
      { ...V, number: 'C', steps: (s) => coefficient(s, o.group) },
    ),
    strengthCheck<Case>(sheet, named('shear-rupture', 'Shear rupture of the leg', 'J4-4'), {
      ...V,
      nominal: `0.6*F_u_a*max(0[mm], L-${o.rows}*${o.hv})*t_a`,
      words: 'shear rupture through the holes',
      ...RUPTURE,
    }),
    strengthCheck<Case>(sheet, named('block-shear', 'Block shear of the leg', 'J4-5'), {
      ...V,
      steps: (s) => o.block(s),
      nominal: blockOf('F_y_a', 'F_u_a', 1),
      words: 'block shear',
      ...RUPTURE,
    }),
  ];
}

const lever = (s: FormulaSection) =>
  s.f('e', 'mm', 'g_o+t_w/2', 'middle of the web to the bolts at the support', 'Manual, part 10');
const bending: readonly CheckDef<Case>[] = [
  strengthCheck<Case>(sheet, angle('sa-leg-flexure', 'Flexural yielding of the leg at the support', 'F11'), {
    symbol: 'M',
    unit: 'Nmm',
    steps: (s) => {
      const e = lever(s);
      return (r) => void e(r);
    },
    demand: 'V*(g_o+t_w/2)',
    demandWords: 'moment of the reaction',
    nominal: 'F_y_a*t_a*L^2/4',
    words: 'plastic moment of the leg',
    ...YIELD,
  }),
  ratioCheck<Case>(sheet, angle('sa-leg-combined', 'Leg at the support under shear and bending', 'stated method'), {
    skip: (_c, l) => sheared(l),
    steps: (s) => {
      const e = lever(s);
      const V_n = s.f('V_n', 'kN', '0.6*F_y_a*L*t_a', 'shear yielding', 'AISC 360-22, J4-3');
      const V_c = available(s, { symbol: 'V', unit: 'kN' }, '1', '1.5', 'AISC 360-22, J4.2');
      const M_n = s.f('M_n', 'Nmm', 'F_y_a*t_a*L^2/4', 'plastic moment', 'AISC 360-22, F11-1');
      const M_c = available(s, { symbol: 'M', unit: 'Nmm' }, '0.9', '1.67', 'AISC 360-22, F1');
      return (r, c) => {
        e(r);
        V_n(r);
        V_c(r, c);
        M_n(r);
        M_c(r, c);
      };
    },
    ratio: 'sqrt((V/V_c)^2+(V*e/M_c)^2)',
    words: 'both together',
  }),
  strengthCheck<Case>(sheet, angle('sa-leg-flexural-rupture', 'Flexural rupture of the leg at the support', 'F13'), {
    symbol: 'M',
    unit: 'Nmm',
    steps: (s) => {
      const Z = s.found('Z_net', 'mm3', 'plastic modulus of the net leg', 'the leg less each hole', 'Manual, part 9');
      return (r, { m }) => {
        const { h, t } = m.input.cleat;
        const heights = m.supportRows.map((z) => h / 2 - m.e1_s - z);
        Z(r, netModulus(h, t, m.hole.leg.d_v + INCH / 16, heights));
      };
    },
    demand: 'V*(g_o+t_w/2)',
    demandWords: 'moment of the reaction',
    nominal: 'F_u_a*Z_net',
    words: 'rupture at the bolt line',
    ...RUPTURE,
  }),
];

/** A single angle under its reaction (basis 7): axial force is not covered. */
export const singleAngleChecks: readonly CheckDef<Case>[] = [
  strengthCheck<Case>(sheet, angle('sa-angle-shear-yield', 'Shear yielding of the angle', 'J4-3'), {
    ...V,
    nominal: '0.6*F_y_a*L*t_a',
    words: 'shear yielding',
    ...SHEAR_YIELD,
  }),
  ...legChecks('web', 'in the web', {
    group: (c) => c.webGroup(),
    bears: (r, c) => c.webBears(r, r.v[slots.V.index]!, 0),
    rows: 'n',
    hv: 'd_nv_a',
    block: webBlock,
  }),
  ...legChecks('osl', 'at the support', {
    group: (c) => c.oslGroup(),
    bears: (r, c) => c.bears(r),
    rows: 'n_o',
    hv: 'd_nv_o',
    block: oslBlock,
  }),
  ...bending,
  {
    id: 'sa-axial',
    title: 'Path of the axial force',
    clause: 'stated method',
    part: 'cleats',
    load: 'combination',
    run: (_r, _c, l): Outcome =>
      l.axial === 'none'
        ? { skip: 'There is no axial force.' }
        : { missing: 'A single angle is covered for shear alone: axial force has no path in this method.' },
  },
];
