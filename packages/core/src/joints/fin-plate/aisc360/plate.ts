import { INCH } from '../../../catalogue/index.ts';
import type { CheckDef, Loading } from '../../../checks/check.ts';
import type { FormulaSection, Run } from '../../../formula/index.ts';
import { blockAlong, blockPath, pulledBlock, type BlockPart } from '../../../standards/aisc360/block-shear.ts';
import { netModulus } from '../../../standards/aisc360/net-modulus.ts';
import {
  BOTH_WAYS,
  N,
  RUPTURE,
  V,
  YIELD,
  available,
  bothWays,
  buckling,
  pulled,
  pushed,
  ratioCheck,
  strengthCheck,
} from '../../../standards/aisc360/available.ts';
import { sheet, slots, type SinglePlateCase as Case } from './sheet.ts';

const PLATE = 'plate';
const conventional = (c: Case): string | null => (c.extended ? null : 'Covered by the limits of the conventional configuration.');

const BLOCK: BlockPart = { t: 't_p', F_y: 'F_y_p', F_u: 'F_u_p', l_eh: 'l_eh_p', d_nv: 'd_nv_p', d_nh: 'd_nh_p' };
const vertical = (s: FormulaSection, q = '') => blockAlong(s, BLOCK, 'l_ev_p', q);
const axial = (s: FormulaSection) => {
  const block = pulledBlock(s, BLOCK, 'l_em_p', 'one end');
  return (r: Run): void => block(r);
};

const netRupture = strengthCheck<Case>(
  sheet,
  {
    id: 'sp-plate-flexural-rupture',
    title: 'Flexural rupture of the plate',
    clause: 'AISC 360-22, F13; Manual, part 9',
    part: PLATE,
  },
  {
    symbol: 'M',
    unit: 'Nmm',
    skip: (c) => conventional(c),
    steps: (s) => {
      const Z_net = s.found('Z_net', 'mm3', 'plastic modulus of the net plate', 'the plate less each hole', 'Manual, part 9');
      return (r, { m }) => {
        const { h, t } = m.input.plate;
        const hole = m.hole.plate.d_v + INCH / 16;
        Z_net(
          r,
          netModulus(
            h,
            t,
            hole,
            m.rows.map((z) => h / 2 - m.e1 - z),
          ),
        );
      };
    },
    demand: 'V*a',
    demandWords: 'moment at the first bolt line',
    nominal: 'F_u_p*Z_net',
    words: 'rupture at the bolt line',
    ...RUPTURE,
  },
);

const torsion = sheet.section('sp-plate-torsion');
const twist = {
  D: torsion.f('D', 'Nmm', 'V*(t_p+t_w)/2', 'twist by the lap of plate and web'),
  v: {
    lrfd: torsion.f('v', 'MPa', '0.6*F_y_p', 'available shear stress, LRFD'),
    asd: torsion.f('v', 'MPa', '0.6*F_y_p/1.5', 'available shear stress, ASD'),
  },
  R: torsion.f(
    'M_c',
    'Nmm',
    'max(0, v-V/(L*t_p))*L*t_p^2/2',
    'torsion that the plate takes besides its shear, no slab counted',
    'Manual, 10-7',
  ),
  slab: {
    lrfd: torsion.f(
      'M_s',
      'Nmm',
      '2*V^2*(t_w+t_p)*b_f/(0.9*F_y_w*L_s*t_w^2)',
      'torsion that the slab takes, LRFD',
      'Manual, 10-7',
    ),
    asd: torsion.f(
      'M_s',
      'Nmm',
      '2*V^2*(t_w+t_p)*b_f/(F_y_w/1.67*L_s*t_w^2)',
      'torsion that the slab takes, ASD',
      'Manual, 10-7',
    ),
  },
  withSlab: torsion.f(
    'M_c',
    'Nmm',
    'max(0, v-V/(L*t_p))*L*t_p^2/2+M_s',
    'torsion that the plate takes besides its shear, and the slab',
    'Manual, 10-7',
  ),
};

/**
 * Factor on the load at which plate and slab first fall short of the twist: the twist and the plate's shear grow with it, what the slab takes
 * with its square. Where they never do, the shear that uses the plate up ends it.
 */
function firstShort(plate: number, shear: number, twisting: number, slab: number): number {
  const falls = shear + twisting;
  const root = falls ** 2 - 4 * plate * slab;
  return Math.min(plate / shear, root < 0 ? Infinity : (2 * plate) / (falls + Math.sqrt(root)));
}

const combinedCheck = ratioCheck<Case>(
  sheet,
  { id: 'sp-plate-combined', title: 'Plate under shear, axial force and bending', clause: 'Manual, 10-5', part: PLATE },
  {
    skip: (c, l) => (!c.extended && l.axial === 'none' ? 'Conventional, without axial force.' : null),
    steps: (s) => {
      const V_n = s.f('V_n', 'kN', '0.6*F_y_p*L*t_p', 'shear yielding', 'AISC 360-22, J4-3');
      const V_c = available(s, { symbol: 'V', unit: 'kN' }, '1', '1.5', 'AISC 360-22, J4.2');
      const N_n = {
        tension: s.f('N_n', 'kN', 'F_y_p*L*t_p', 'tension yielding', 'AISC 360-22, J4-1'),
        slender: s.f('lambda', '-', '1.2*a*sqrt(12)/t_p', 'slenderness', 'AISC 360-22, J4.4'),
        F_cr: buckling(s, 'F_y_p'),
        buckled: s.f('N_n', 'kN', 'F_cr*L*t_p', 'compression', 'AISC 360-22, E3-1'),
      };
      const N_c = available(s, { symbol: 'N', unit: 'kN' }, '0.9', '1.67', 'AISC 360-22, J4.1, J4.4');
      const M_r = [
        s.f('M_r', 'Nmm', '0', 'conventional: no moment in the plate'),
        s.f('M_r', 'Nmm', 'V*a', 'moment at the first bolt line'),
      ];
      const M_n = s.f('M_n', 'Nmm', 'F_y_p*t_p*L^2/4', 'plastic moment', 'AISC 360-22, J4.5');
      const M_c = available(s, { symbol: 'M', unit: 'Nmm' }, '0.9', '1.67', 'AISC 360-22, J4.5');
      return (r, c, l) => {
        V_n(r);
        V_c(r, c);
        along(r, c, l, N_n);
        N_c(r, c);
        M_r[c.extended ? 1 : 0]!(r);
        M_n(r);
        M_c(r, c);
      };
    },
    ratio: 'sqrt((V/V_c)^2+(N/N_c+M_r/M_c)^2)',
    words: 'all three together',
  },
);

type Axial = { tension: F; slender: F; F_cr: ReturnType<typeof buckling>; buckled: F };
type F = (r: Run) => number;
/** Nominal strength of the plate along the axial force: yielding, or buckling where it is pushed and slender. */
function along(r: Run, c: Case, l: Loading, N: Axial): void {
  if (l.axial !== 'compression' || N.slender(r) <= 25) return void N.tension(r);
  N.F_cr(r, c.m.plateSteel.f_y);
  N.buckled(r);
}

const compression = sheet.section('sp-plate-compression');
const squash = {
  D: compression.f('D', 'kN', 'N', 'axial compression'),
  tension: compression.f('R_n', 'kN', 'F_y_p*L*t_p', 'yielding of the plate', 'AISC 360-22, J4-6'),
  slender: compression.f('lambda', '-', '1.2*a*sqrt(12)/t_p', 'slenderness', 'AISC 360-22, J4.4'),
  F_cr: buckling(compression, 'F_y_p'),
  buckled: compression.f('R_n', 'kN', 'F_cr*L*t_p', 'buckling of the plate', 'AISC 360-22, E3-1'),
  R_c: available(compression, { symbol: 'R', unit: 'kN' }, '0.9', '1.67', 'AISC 360-22, J4.4'),
};

const bend = sheet.section('sp-plate-buckling');
const bending = {
  D: bend.f('D', 'Nmm', 'V*a', 'moment at the first bolt line'),
  x: bend.f('x', '-', 'a*L/t_p^2', 'slenderness of the plate', 'AISC 360-22, F11'),
  yield: bend.f('M_n', 'Nmm', 'F_y_p*t_p*L^2/4', 'plastic moment', 'AISC 360-22, F11-1'),
  inelastic: bend.f(
    'M_n',
    'Nmm',
    'min(F_y_p*t_p*L^2/4, 1.84*(1.52-0.274*x*F_y_p/E)*F_y_p*t_p*L^2/6)',
    'lateral-torsional buckling',
    'AISC 360-22, F11-3',
  ),
  elastic: bend.f(
    'M_n',
    'Nmm',
    'min(F_y_p*t_p*L^2/4, 1.9*E*1.84/x*t_p*L^2/6)',
    'elastic lateral-torsional buckling',
    'AISC 360-22, F11-4',
  ),
  M_c: available(bend, { symbol: 'M', unit: 'Nmm' }, '0.9', '1.67', 'AISC 360-22, F1'),
};

export const plateChecks: readonly CheckDef<Case>[] = [
  strengthCheck<Case>(
    sheet,
    { id: 'sp-plate-shear-yield', title: 'Shear yielding of the plate', clause: 'AISC 360-22, J4-3', part: PLATE },
    { ...V, nominal: '0.6*F_y_p*L*t_p', words: 'shear yielding', phi: '1', omega: '1.5' },
  ),
  strengthCheck<Case>(
    sheet,
    { id: 'sp-plate-shear-rupture', title: 'Shear rupture of the plate', clause: 'AISC 360-22, J4-4', part: PLATE },
    { ...V, nominal: '0.6*F_u_p*(L-n*d_nv_p)*t_p', words: 'shear rupture through the holes', ...RUPTURE },
  ),
  strengthCheck<Case>(
    sheet,
    { id: 'sp-plate-block-shear', title: 'Block shear of the plate', clause: 'AISC 360-22, J4-5', part: PLATE },
    { ...V, steps: vertical, nominal: blockPath(BLOCK), words: 'block shear', ...RUPTURE },
  ),
  strengthCheck<Case>(
    sheet,
    { id: 'sp-plate-tension-yield', title: 'Tension yielding of the plate', clause: 'AISC 360-22, J4-1', part: PLATE },
    { ...N, skip: (_c, l) => pulled(l), nominal: 'F_y_p*L*t_p', words: 'tension yielding', ...YIELD },
  ),
  strengthCheck<Case>(
    sheet,
    { id: 'sp-plate-tension-rupture', title: 'Tension rupture of the plate', clause: 'AISC 360-22, J4-2', part: PLATE },
    {
      ...N,
      skip: (_c, l) => pulled(l),
      nominal: 'F_u_p*min((L-n*d_nv_p)*t_p, 0.85*L*t_p)',
      words: 'tension rupture through the holes',
      ...RUPTURE,
    },
  ),
  strengthCheck<Case>(
    sheet,
    {
      id: 'sp-plate-block-shear-axial',
      title: 'Block shear of the plate under axial force',
      clause: 'AISC 360-22, J4-5',
      part: PLATE,
    },
    { ...N, skip: (_c, l) => pulled(l), steps: axial, nominal: 'R_b', words: 'the weaker block', ...RUPTURE },
  ),
  ratioCheck<Case>(
    sheet,
    {
      id: 'sp-plate-block-shear-both',
      title: 'Block shear of the plate under both forces',
      clause: 'stated method',
      part: PLATE,
    },
    {
      skip: (_c, l) => pulled(l) ?? (l.shear ? null : 'There is no reaction.'),
      steps: (s) => {
        const paths = [vertical(s, '_V'), axial(s)] as const;
        const both = bothWays(
          s,
          { expr: blockPath(BLOCK, '_V'), words: 'block shear' },
          { expr: 'R_b', words: 'block shear along the axial force' },
        );
        return (r, c) => {
          paths[0](r, c);
          paths[1](r);
          both(r, c);
        };
      },
      ...BOTH_WAYS,
    },
  ),
  {
    id: 'sp-plate-compression',
    title: 'Plate in compression',
    clause: 'AISC 360-22, J4.4, E3',
    part: PLATE,
    load: 'combination',
    run: (r, c, l) => {
      const none = pushed(l);
      if (none) return { skip: none };
      const demand = squash.D(r);
      along(r, c, l, squash);
      return { demand, resistance: squash.R_c(r, c), unit: 'kN' };
    },
  },
  combinedCheck,
  netRupture,
  {
    id: 'sp-plate-buckling',
    title: 'Lateral-torsional buckling of the plate',
    clause: 'AISC 360-22, F11',
    part: PLATE,
    load: 'combination',
    run: (r, c) => {
      const none = conventional(c);
      if (none) return { skip: none };
      const demand = bending.D(r);
      const x = bending.x(r);
      const limit = r.v[slots.E.index]! / c.m.plateSteel.f_y;
      (x <= 0.08 * limit ? bending.yield : x <= 1.9 * limit ? bending.inelastic : bending.elastic)(r);
      return { demand, resistance: bending.M_c(r, c), unit: 'Nmm' };
    },
  },
  strengthCheck<Case>(
    sheet,
    { id: 'sp-plate-stabilizer', title: 'Plate without lateral stabilizers', clause: 'Manual, 10-6', part: PLATE },
    {
      ...V,
      skip: conventional,
      nominal: '10342.13589[MPa]*pi*L*t_p^3/a^2',
      words: 'reaction up to which the plate needs no stabilizer plates: else they, or a shorter or thicker plate',
      ...YIELD,
    },
  ),
  {
    id: 'sp-plate-torsion',
    title: 'Torsion of the plate',
    clause: 'Manual, 10-7',
    part: PLATE,
    load: 'combination',
    run: (r, c) => {
      const none = conventional(c);
      if (none) return { skip: none };
      const demand = twist.D(r);
      const v = (c.lrfd ? twist.v.lrfd : twist.v.asd)(r);
      const slab = c.m.input.slab ? (c.lrfd ? twist.slab.lrfd : twist.slab.asd)(r) : 0;
      const { h, t } = c.m.input.plate;
      const multiple = firstShort((v * h * t ** 2) / 2, (r.v[slots.V.index]! * t) / 2, demand, slab);
      return { demand, resistance: (c.m.input.slab ? twist.withSlab : twist.R)(r), unit: 'Nmm', multiple };
    },
  },
];
