import { blockTearing, chiLT } from '../../../standards/en1993/plates.ts';
import { directional, filletPair, simplified } from '../../../standards/en1993/welds.ts';
import { NO_AXIAL } from '../../../standards/en1993/axial.ts';
import { NO_D2, webYieldLines } from '../../../standards/en1993/tying.ts';
import type { CheckDef } from '../../../checks/check.ts';
import { plateSlots, sheet, slots, type FinPlateCase } from './sheet.ts';
import { settingsOf } from '../../../standards/en1993/standard.ts';

const V = slots.V_Ed.index;
const part = 'plate';

const gross = sheet.section('plate-shear-gross');
const grossA = gross.f('A_v', 'mm2', 'h_p*t_p', 'shear area of the plate', 'EN 1993-1-1, 6.2.6(3)');
const grossV = gross.f(
  'V_Rd',
  'kN',
  'A_v*f_y_p/(1.27*sqrt(3)*gamma_M0)',
  'shear resistance; 1.27 covers the bending that goes with the shear',
  'EN 1993-1-1, 6.2.6(2)',
);

const net = sheet.section('plate-shear-net');
const netA = net.f('A_v_net', 'mm2', 't_p*(h_p-n1*d_v_p)', 'shear area less one line of holes');
const netV = net.f('V_Rd', 'kN', 'A_v_net*f_u_p/(sqrt(3)*gamma_M2)', 'shear resistance of the net section', 'EN 1993-1-1, 6.2.6');

const block = sheet.section('plate-block-shear');
const blockNt = block.f('A_nt', 'mm2', 't_p*(e2+B2-(n2-0.5)*d_h_p)', 'net area in tension, free edge to the first bolt line');
const blockNv = block.f('A_nv', 'mm2', 't_p*(h_p-e1-(n1-0.5)*d_v_p)', 'net area in shear, first row to the bottom of the plate');
const blockV = blockTearing(block, 'V_Rd', 0.5, 'f_u_p', 'f_y_p', 'gamma_M2');

const bending = sheet.section('plate-bending');
const deep = bending.f('h_lim', 'mm', '2.73*z', 'depth from which shear governs before bending');
const bendingW = bending.f('W_el', 'mm3', 't_p*h_p^2/6', 'elastic modulus of the plate');
const bendingV = bending.f(
  'V_Rd',
  'kN',
  'W_el*f_y_p/(z*gamma_M0)',
  'reaction at which the plate yields in bending at the weld',
  'EN 1993-1-1, 6.2.5',
);

const ltb = sheet.section('plate-ltb');
const ltbW = ltb.f('W_el', 'mm3', 't_p*h_p^2/6', 'elastic modulus of the plate');
const ltbLambda1 = ltb.f('lambda_1', '-', 'pi*sqrt(E/f_y_p)', 'reference slenderness', 'EN 1993-1-1, 6.3.1.3');
const ltbLambda = ltb.f(
  'lambda_LT',
  '-',
  '(2.8/lambda_1)*sqrt(z_p*h_p/(1.5*t_p^2))',
  'slenderness of the plate',
  'simple-joint practice',
);
const ltbChi = chiLT(ltb);
const ltbBuckling = ltb.f(
  'V_buckling',
  'kN',
  'W_el*chi_LT*f_y_p/(0.6*z*gamma_M1)',
  'reaction at which the plate buckles; 0.6 for the triangular moment',
);
const ltbCap = ltb.f('V_cap', 'kN', 'W_el*f_y_p/(z*gamma_M0)', 'reaction at which the plate yields in bending');
const ltbV = ltb.f('V_Rd', 'kN', 'min(V_buckling, V_cap)', 'resistance to lateral-torsional buckling', 'EN 1993-1-1, 6.3.2.2');

const weld = sheet.section('weld-strength');
const weldSize = filletPair(weld, 'h_p');
const v_par = weld.f('v_par', 'N/mm', 'V_Ed/(2*l_eff)', 'force along the weld per length');
const n_perp = weld.f('n_perp', 'N/mm', '3*V_Ed*z/l_eff^2', 'force across the weld per length, at its ends, from the moment V z');
const n_perp_N = weld.f(
  'n_perp',
  'N/mm',
  'N_Ed/(2*l_eff)+3*V_Ed*z/l_eff^2',
  'force across the weld per length, at its ends, with the axial force',
);
const weldDirectional = directional(weld);
const weldSimplified = simplified(weld);

const local = sheet.section('support-local-shear');
const localDemand = local.f('V_local', 'kN', 'V_Ed/2', 'shear on each side of the plate');
const localA = local.f('A_v', 'mm2', 'h_p*t_2', 'area of one vertical section of the web beside the plate');
const h_m = local.f('h_m', 'mm', 'min(h_p, h_p_2)', 'depth shared by the plates on both faces');
const localDemand2 = local.f(
  'V_local',
  'kN',
  '(V_Ed/h_p+V_Ed_2/h_p_2)*h_m/2',
  'shear on each side of the plates, from both beams',
);
const localA2 = local.f('A_v', 'mm2', 'h_m*t_2', 'area of one vertical section of the web beside the plates');
const localV = local.f(
  'V_Rd',
  'kN',
  'A_v*f_y_2/(sqrt(3)*gamma_M0)',
  'local shear resistance of the supporting web',
  'EN 1993-1-1, 6.2.6(2)',
);

const webAxial = sheet.section('support-web-axial');
const webAxialN = webYieldLines(webAxial, { m: 'm_pl', f: 'f_y_2', gamma: 'gamma_M0', h: 'h_p', w: 't_p+2*s' });

export const FLANGE_LINE = 'The fin plate lies on the line of the column web, so the flange is not sheared locally.';
export const FLANGE_PULL = 'The plate pulls on the line of the column web.';
const onFlange = (c: FinPlateCase): boolean => c.m.support.type === 'column_flange';

/** A plate is long when thin against its reach: t_p < 0.15 z_p. */
export const isLong = (c: FinPlateCase): boolean => c.m.input.plate.t < 0.15 * c.m.z_p;
const SHORT = "The fin plate is short (t_p >= 0.15 z_p): lateral-torsional buckling can't govern.";

export const plateChecks: CheckDef<FinPlateCase>[] = [
  {
    id: 'plate-shear-gross',
    title: 'Gross shear, plate',
    clause: 'EN 1993-1-1, 6.2.6',
    part,
    load: 'combination',
    run: (r) => (grossA(r), { demand: r.v[V]!, resistance: grossV(r), unit: 'kN' }),
  },
  {
    id: 'plate-shear-net',
    title: 'Net shear, plate',
    clause: 'EN 1993-1-1, 6.2.6',
    part,
    load: 'combination',
    run: (r) => (netA(r), { demand: r.v[V]!, resistance: netV(r), unit: 'kN' }),
  },
  {
    id: 'plate-block-shear',
    title: 'Block tearing, plate',
    clause: 'EN 1993-1-8, 3.10.2',
    part,
    load: 'combination',
    run: (r) => (blockNt(r), blockNv(r), { demand: r.v[V]!, resistance: blockV(r), unit: 'kN' }),
  },
  {
    id: 'plate-bending',
    title: 'Plate bending at the weld',
    clause: 'EN 1993-1-1, 6.2.5',
    part,
    load: 'combination',
    run: (r) => {
      if (r.v[plateSlots.h_p.index]! >= deep(r))
        return { skip: 'The plate is deep enough (h_p >= 2.73 z): shear governs before bending.' };
      bendingW(r);
      return { demand: r.v[V]!, resistance: bendingV(r), unit: 'kN' };
    },
  },
  {
    id: 'plate-ltb',
    title: 'Plate buckling sideways',
    clause: 'EN 1993-1-1, 6.3.2.2',
    part,
    load: 'combination',
    run: (r, c) => {
      if (!isLong(c)) return { skip: SHORT };
      ltbW(r);
      ltbLambda1(r);
      ltbChi(r, ltbLambda(r));
      ltbBuckling(r);
      ltbCap(r);
      return { demand: r.v[V]!, resistance: ltbV(r), unit: 'kN' };
    },
  },
];

/** Lateral-torsional reduction for the interaction with compression: 1 for a short plate. Its own section of the sheet. */
export function plateBuckling(id: string) {
  const s = sheet.section(id);
  const lambda1 = s.f('lambda_1', '-', 'pi*sqrt(E/f_y_p)', 'reference slenderness', 'EN 1993-1-1, 6.3.1.3');
  const lambda = s.f(
    'lambda_LT',
    '-',
    '(2.8/lambda_1)*sqrt(z_p*h_p/(1.5*t_p^2))',
    'slenderness of the plate for lateral-torsional buckling',
    'simple-joint practice',
  );
  return { s, lambda1, lambda, chi: chiLT(s) };
}

export const weldCheck: CheckDef<FinPlateCase> = {
  id: 'weld-strength',
  title: 'Weld',
  clause: 'EN 1993-1-8, 4.5.3',
  part: 'weld',
  load: 'combination',
  run: (r, c, l) => {
    weldSize(r);
    v_par(r);
    (l.axial === 'none' ? n_perp : n_perp_N)(r);
    return settingsOf(c.m.basis).weld_method === 'simplified'
      ? weldSimplified(r)
      : { demand: weldDirectional(r), resistance: 1, unit: '-' };
  },
};

export const supportChecks: CheckDef<FinPlateCase>[] = [
  {
    id: 'support-local-shear',
    title: 'Local shear, supporting web',
    clause: 'EN 1993-1-1, 6.2.6',
    part: 'support',
    load: 'combination',
    run: (r, c) => {
      if (onFlange(c)) return { skip: FLANGE_LINE };
      const both = c.m.input.support.other_side !== undefined;
      if (both) h_m(r);
      const demand = (both ? localDemand2 : localDemand)(r);
      (both ? localA2 : localA)(r);
      return { demand, resistance: localV(r), unit: 'kN' };
    },
  },
  {
    id: 'support-web-axial',
    title: 'Axial force on the supporting web',
    clause: 'yield-line method',
    part: 'support',
    load: 'combination',
    run: (r, c, l) => {
      if (l.axial === 'none') return { skip: NO_AXIAL };
      if (onFlange(c)) return { skip: FLANGE_PULL };
      if (c.m.support.d2 === null) return { missing: NO_D2 };
      return { demand: r.v[slots.N_Ed.index]!, resistance: webAxialN(r), unit: 'kN' };
    },
  },
];
