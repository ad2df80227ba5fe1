import type { CheckDef, Outcome } from '../../../checks/check.ts';
import { KSI } from '../../../catalogue/index.ts';
import { available, strengthCheck } from '../../../standards/aisc360/available.ts';
import { cone } from '../../../standards/aci318/anchors.ts';
import type { BaseCase as Case } from './case.ts';
import { lugFace } from './lug.ts';
import { sheet } from './sheet.ts';

const GUIDE = 'AISC Design Guide 1';
const LUG = 'ACI 318-19, 17.11';

const fs = sheet.section('bp-shear-friction');
const friction = {
  D: fs.f('D', 'kN', 'abs(V)', 'shear', GUIDE),
  cap: fs.found('tau_max', 'MPa', 'most stress that friction takes', '0.8 ksi', 'ACI 318-19, 22.9.4.4'),
  R: fs.f('R_n', 'kN', 'max(0[kN], min(mu*P, 0.2*f_c*B_p*N_p, tau_max*B_p*N_p))', 'friction under the plate', GUIDE),
  none: fs.f('R_n', 'kN', '0[kN]', 'no compression acts together with the shear', GUIDE),
  R_c: available(fs, { symbol: 'R', unit: 'kN' }, '0.75', '2', GUIDE),
};
const frictionCheck: CheckDef<Case> = {
  id: 'bp-shear-friction',
  title: 'Friction under the plate',
  clause: GUIDE,
  part: 'concrete',
  load: 'combination',
  run: (r, c): Outcome => {
    if (c.by !== 'friction') return { skip: 'Friction is not counted on.' };
    if (c.V === 0) return { skip: 'There is no shear.' };
    const demand = friction.D(r);
    friction.cap(r, 0.8 * KSI);
    (c.P > 0 ? friction.R : friction.none)(r);
    return { demand, resistance: friction.R_c(r, c), unit: 'kN' };
  },
};

const noLug = (c: Case): string | null => (c.by !== 'lug' ? 'There is no shear lug.' : c.V === 0 ? 'There is no shear.' : null);
const lug = (id: string, title: string, clause: string) => ({ id, title, clause, part: 'shear lug' });
const DEMAND = { demand: 'abs(V)', demandWords: 'shear' } as const;

const lb = sheet.section('bp-lug-bearing');
const bearing = {
  D: lb.f('D', 'kN', 'abs(V)', 'shear', `${LUG}.2`),
  h: lb.f('h_l', 'mm', 'd_l-t_g', 'depth of the lug in the concrete', `${LUG}.2.2`),
  f_uta: lb.f('f_uta', 'MPa', 'min(F_ua, 1.9*F_ya)', 'tensile strength of an anchor that counts', 'ACI 318-19, 17.6.1.2'),
  down: lb.f('psi_brg', '-', 'min(2, 1+4*P/(B_p*N_p*f_c))', 'compression', `${LUG}.2.3`),
  up: lb.f('psi_brg', '-', 'max(0, 1+P/(n_a*A_se*f_uta))', 'uplift', `${LUG}.2.3`),
  one: lb.f('psi_brg', '-', '1', 'allowable strength: the axial force is not counted', `${LUG}.2.3`),
  R: lb.f('R_n', 'kN', '1.7*f_c*b_l*h_l*psi_brg', 'concrete before the lug', `${LUG}.2.1`),
  R_c: available(lb, { symbol: 'R', unit: 'kN' }, '0.65', '2.31', LUG),
};
const lugBearing: CheckDef<Case> = {
  ...lug('bp-lug-bearing', 'Concrete before the shear lug', `${LUG}.2`),
  load: 'combination',
  run: (r, c): Outcome => {
    const none = noLug(c);
    if (none) return { skip: none };
    const demand = bearing.D(r);
    bearing.h(r);
    if (!c.lrfd) bearing.one(r);
    else if (c.P >= 0) bearing.down(r);
    else {
      bearing.f_uta(r);
      bearing.up(r);
    }
    bearing.R(r);
    return { demand, resistance: bearing.R_c(r, c), unit: 'kN' };
  },
};

const lugSteel = [
  strengthCheck<Case>(sheet, lug('bp-lug-bending', 'Shear lug in bending', 'AISC 360-22, F11'), {
    skip: noLug,
    demand: 'abs(V)*(t_g+(d_l-t_g)/2)',
    demandWords: 'shear at the middle of the concrete',
    symbol: 'M',
    unit: 'kNm',
    nominal: 'F_y_l*b_l*t_l^2/4',
    words: 'plastic moment of the lug',
    phi: '0.9',
    omega: '1.67',
  }),
  strengthCheck<Case>(sheet, lug('bp-lug-shear', 'Shear lug in shear', 'AISC 360-22, J4.2'), {
    skip: noLug,
    ...DEMAND,
    nominal: '0.6*F_y_l*b_l*t_l',
    words: 'shear of the lug',
    phi: '1',
    omega: '1.5',
  }),
  strengthCheck<Case>(sheet, lug('bp-lug-weld', 'Weld of the shear lug', 'AISC 360-22, J2.4'), {
    skip: noLug,
    steps: (s) => {
      const along = s.f('f_v', 'N/mm', 'abs(V)/(2*b_l)', 'shear on each of the two fillets', 'elastic');
      const across = s.f(
        'f_n',
        'N/mm',
        'abs(V)*(t_g+(d_l-t_g)/2)/(t_l*b_l)',
        'bending of the lug pulls one and presses the other',
        'elastic',
      );
      return (r) => {
        along(r);
        across(r);
      };
    },
    demand: 'sqrt(f_v^2+f_n^2)',
    demandWords: 'resultant on a fillet',
    unit: 'N/mm',
    nominal: '0.6*F_EXX*w_l/sqrt(2)',
    words: 'strength of a fillet',
    phi: '0.75',
    omega: '2',
  }),
];

const bs = sheet.section('bp-lug-breakout');
const breakout = {
  D: bs.f('D', 'kN', 'abs(V)', 'shear', `${LUG}.3`),
  h: bs.f('h_l', 'mm', 'd_l-t_g', 'depth of the lug in the concrete', `${LUG}.2.2`),
  c_1: bs.found('c_a1', 'mm', 'face of the lug to the edge', 'measured', `${LUG}.3.2`),
  k: bs.found('k_9', 'cone', 'factor of the breakout', '9 in pounds and inches', `${LUG}.3.4`),
  V_b: bs.f('V_b', 'kN', 'k_9*sqrt(f_c)*c_a1^1.5', 'breakout, far from corners', `${LUG}.3.4`),
  A: bs.found(
    'A_Vc',
    'mm2',
    'area on the face',
    'width and depth cut at corners and at the depth of the block; without the lug itself',
    `${LUG}.3.3`,
  ),
  c_2: bs.found('c_a2', 'mm', 'lug to the nearer corner', 'measured'),
  ed: bs.f('psi_ed', '-', 'min(1, 0.7+0.3*c_a2/(1.5*c_a1))', 'corner', 'ACI 318-19, 17.7.2.4'),
  far: bs.f('psi_ed', '-', '1', 'no corner near', 'ACI 318-19, 17.7.2.4'),
  cracked: bs.f('psi_c', '-', '1', 'cracked', 'ACI 318-19, 17.7.2.5'),
  bars: bs.f('psi_c', '-', '1.2', 'cracked, edge bars', 'ACI 318-19, 17.7.2.5'),
  whole: bs.f('psi_c', '-', '1.4', 'uncracked', 'ACI 318-19, 17.7.2.5'),
  thin: bs.f('psi_h', '-', 'max(1, sqrt(1.5*c_a1/h_a))', 'thin member', 'ACI 318-19, 17.7.2.6'),
  deep: bs.f('psi_h', '-', '1', 'a very deep block', 'ACI 318-19, 17.7.2.6'),
  R: bs.f('V_cb', 'kN', 'A_Vc/(4.5*c_a1^2)*psi_ed*psi_c*psi_h*V_b', 'breakout before the lug', `${LUG}.3.1`),
  R_c: bs.f('V_c', 'kN', '0.65*V_cb', 'design strength', 'ACI 318-19, 17.5.3'),
};
const lugBreakout: CheckDef<Case> = {
  ...lug('bp-lug-breakout', 'Concrete edge before the shear lug', `${LUG}.3`),
  load: 'combination',
  run: (r, c): Outcome => {
    const none = noLug(c);
    if (none) return { skip: none };
    const face = lugFace(c.m, c.towards);
    if (!face) return { skip: 'The block has no edge that the shear pushes to.' };
    if (!c.lrfd) return { missing: 'ACI 318 is strength design: give LRFD combinations for the lug before its edge.' };
    const demand = breakout.D(r);
    breakout.h(r);
    breakout.c_1(r, face.c_1);
    breakout.k(r, cone(9));
    breakout.V_b(r);
    breakout.A(r, face.A);
    if (Number.isFinite(face.c_2)) {
      breakout.c_2(r, face.c_2);
      breakout.ed(r);
    } else breakout.far(r);
    const { cracked, edge_bars } = c.m.input.concrete;
    (!cracked ? breakout.whole : edge_bars === 'stirrups' ? breakout.bars : breakout.cracked)(r);
    (Number.isFinite(c.m.H) ? breakout.thin : breakout.deep)(r);
    breakout.R(r);
    return { demand, resistance: breakout.R_c(r), unit: 'kN' };
  },
};

export const shearChecks: readonly CheckDef<Case>[] = [frictionCheck, lugBearing, ...lugSteel, lugBreakout];
