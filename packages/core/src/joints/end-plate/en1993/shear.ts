import { boltShear, slip } from '../../../standards/en1993/bolts.ts';
import { blockTearing } from '../../../standards/en1993/plates.ts';
import { directional } from '../../../standards/en1993/welds.ts';
import { webGrossShear, notchBending, notchBuckling } from '../../../standards/en1993/beam-web.ts';
import type { FormulaSection, Run } from '../../../formula/index.ts';
import type { CheckDef } from '../../check.ts';
import { sheet, slots, type EndPlateCase } from './sheet.ts';

type Check = CheckDef<EndPlateCase>;
const V = slots.V_Ed.index;
const both = (c: EndPlateCase): boolean => c.m.input.support.other_side !== undefined;
export const onFlange = (c: EndPlateCase): boolean => c.m.support.type === 'column_flange';

const bolt = sheet.section('bolt-group-shear');
const F_v_Rd = boltShear(bolt, 'L1');
const boltV = bolt.f('V_Rd', 'kN', '0.8*n_s*F_v_Rd', 'all bolts; 0.8 for the tension that the turning beam end puts on them', 'simple-joint practice');

const slipSection = sheet.section('bolt-group-slip');
const F_s_Rd = slip(slipSection);
const slipV = slipSection.f('V_Rd', 'kN', 'n_s*F_s_Rd', 'slip resistance of all bolts');

/** Bearing of a bolt group in vertical shear, end row and inner rows apart, with the rule of 3.7. `k` is the suffix of the part. */
function bearingGroup(s: FormulaSection, o: { k: string; t: string; f_u: string; end: string; edge: string }) {
  const clause = 'EN 1993-1-8, Table 3.4';
  const d0 = `d_0_${o.k}`;
  const force = `f_hv_${o.k}*k1`;
  const alpha = {
    end: s.f('alpha_b_end', '-', `min(${o.end}/(3*${d0}), f_ub/${o.f_u}, 1)`, 'bearing of the row at the end', clause),
    endInner: s.f('alpha_b_end', '-', `min(p1/(3*${d0})-1/4, f_ub/${o.f_u}, 1)`, 'no end near: the row at the end bears as the others', clause),
    endFree: s.f('alpha_b_end', '-', `min(f_ub/${o.f_u}, 1)`, 'no end near and one row only', clause),
    inner: s.f('alpha_b_inner', '-', `min(p1/(3*${d0})-1/4, f_ub/${o.f_u}, 1)`, 'bearing of the other rows', clause),
    innerAsEnd: s.f('alpha_b_inner', '-', 'alpha_b_end', 'there is one row only', clause),
  };
  const k1Edge = s.f('k1', '-', `min(2.8*${o.edge}/${d0}-1.7, 1.4*p_3/${d0}-1.7, 2.5)`, 'distances across the force', clause);
  const k1 = s.f('k1', '-', `min(1.4*p_3/${d0}-1.7, 2.5)`, 'distances across the force; no edge near', clause);
  const F = (['end', 'inner'] as const).map((row) => s.f(`F_b_${row}_Rd`, 'kN', `${force}*alpha_b_${row}*${o.f_u}*d*${o.t}/gamma_M2`, `bearing resistance of one bolt, ${row === 'end' ? 'row at the end' : 'other rows'}`, clause));
  const F_v = boltShear(s, 'L1');
  const F_v2 = s.f('F_v_Rd', 'kN', '2*beta_Lf*beta_p*alpha_v*f_ub*A_bolt/gamma_M2', 'shear resistance of one bolt, cut in two planes', clause);
  const sum = s.f('V_Rd', 'kN', '2*F_b_end_Rd+(n_s-2)*F_b_inner_Rd', 'no bolt is stronger in bearing than in shear: the sum', 'EN 1993-1-8, 3.7');
  const lowest = s.f('V_Rd', 'kN', 'n_s*min(F_b_end_Rd, F_b_inner_Rd)', 'a bolt is stronger in bearing than in shear: all at the lowest', 'EN 1993-1-8, 3.7');
  return (r: Run, c: EndPlateCase, has: { end: boolean; edge: boolean; twoPlanes: boolean }): number => {
    (has.end ? alpha.end : c.n1 > 1 ? alpha.endInner : alpha.endFree)(r);
    (c.n1 > 1 ? alpha.inner : alpha.innerAsEnd)(r);
    (has.edge ? k1Edge : k1)(r);
    const [end, inner] = F.map((f) => f(r)) as [number, number];
    const { bolts } = c.m.input;
    let shear = F_v(r, { threads: bolts.threads_in_plane, longJoint: c.m.basis.settings.long_joint });
    if (has.twoPlanes) shear = F_v2(r);
    const value = (Math.max(end, inner) <= shear ? sum : lowest)(r);
    return Math.min(end, inner) > 0 ? value : 0;
  };
}

const plateBearing = bearingGroup(sheet.section('plate-bearing'), { k: 'p', t: 't_p', f_u: 'f_u_p', end: 'e1', edge: 'e2' });
const supportSection = sheet.section('support-bearing');
const supportBearing = bearingGroup(supportSection, { k: '2', t: 't_2', f_u: 'f_u_2', end: 'e_bottom', edge: 'e_side' });
const supportBoth = supportSection.f('V_sum', 'kN', 'V_Ed+V_Ed_2', 'reactions of both beams');

const gross = sheet.section('plate-shear-gross');
const grossA = gross.f('A_v', 'mm2', 'h_p*t_p', 'shear area of one section');
const grossV = gross.f('V_Rd', 'kN', '2*A_v*f_y_p/(1.27*sqrt(3)*gamma_M0)', 'two sections, one each side of the web; 1.27 covers the bending that goes with the shear', 'EN 1993-1-1, 6.2.6(2)');
const net = sheet.section('plate-shear-net');
const netA = net.f('A_v_net', 'mm2', 't_p*(h_p-n1*d_v_p)', 'net area of one section');
const netV = net.f('V_Rd', 'kN', '2*A_v_net*f_u_p/(sqrt(3)*gamma_M2)', 'two net sections', 'EN 1993-1-1, 6.2.6');
const block = sheet.section('plate-block-shear');
const blockAreas = [
  block.f('A_nt', 'mm2', 't_p*(e2-d_h_p/2)', 'net area in tension, side edge to the bolt line'),
  block.f('A_nv', 'mm2', 't_p*(e1+L1-(n1-0.5)*d_v_p)', 'net area in shear, up the bolt line to the top of the plate'),
];
const eccentric = blockTearing(block, 'V_1', 0.5, 'f_u_p', 'f_y_p', 'gamma_M2');
const concentric = blockTearing(block, 'V_1', 1, 'f_u_p', 'f_y_p', 'gamma_M2', 'A_nt', 'A_nv', true);
const wide = block.f('h_lim', 'mm', '1.36*p_3', 'depth under which the block is eccentric');
const blockV = block.f('V_Rd', 'kN', '2*V_1', 'one block each side of the web');
const bending = sheet.section('plate-bending');
const deep = bending.f('h_lim', 'mm', '1.36*p_3', 'depth from which shear governs before bending');
const bendingSteps = [bending.f('W_el', 'mm3', 't_p*h_p^2/6', 'elastic modulus of one section'), bending.f('lever', 'mm', '(p_3-t_w)/2', 'bolt line to the web')];
const bendingV = bending.f('V_Rd', 'kN', '2*W_el*f_y_p/(lever*gamma_M0)', 'two sections in bending', 'EN 1993-1-1, 6.2.5');

const webPlate = sheet.section('beam-web-shear-plate');
const webPlateA = webPlate.f('A_v', 'mm2', '0.9*t_w*h_p', 'web over the depth of the plate');
const webPlateAN = webPlate.f('A_v', 'mm2', '0.9*t_w*min(h_p, h_N)', 'web over the depth of the plate or what the notch leaves');
const webPlateV = webPlate.f('V_Rd', 'kN', 'A_v*f_y_w/(sqrt(3)*gamma_M0)', 'the web alone carries the reaction over the plate', 'EN 1993-1-1, 6.2.6(2)');

/** Throat and effective length of the two web welds; of full depth they run between the fillets. */
export function webWeld(s: FormulaSection) {
  const a = s.f('a', 'mm', 'k_a*s', 'throat of the fillet weld', 'EN 1993-1-8, 4.5.2');
  const partial = s.f('l_eff', 'mm', 'h_p-2*a', 'effective length of one weld', 'EN 1993-1-8, 4.5.1');
  const full = s.f('l_eff', 'mm', 'h_b-2*(t_f+r)', 'effective length of one weld, between the root fillets', 'EN 1993-1-8, 4.5.1');
  return (r: Run, c: EndPlateCase): void => {
    a(r);
    (c.m.input.plate.full_depth ? full : partial)(r);
  };
}
const weld = sheet.section('weld-strength');
const weldSize = webWeld(weld);
const weldF = weld.f('F_w_Ed', 'kN/mm', 'V_Ed/(2*l_eff)', 'force along the weld per length');
const v_par = weld.f('v_par', 'N/mm', 'V_Ed/(2*l_eff)', 'force along the weld per length');
const n_perp = weld.f('n_perp', 'N/mm', 'N_Ed/(2*l_eff)', 'force across the weld per length');
const weldBoth = directional(weld);
const weldR = weld.f('F_w_Rd', 'kN/mm', 'a*f_u_weld/(sqrt(3)*beta_w*gamma_M2)', 'resistance of the weld per length', 'EN 1993-1-8, 4.5.3.3');

const local = sheet.section('support-local-shear');
const e_t = [local.f('e_t', 'mm', 'min(e_top, 5*d)', 'depth of web counted above the rows'), local.f('e_t', 'mm', '5*d', 'depth of web counted above the rows; no edge near')];
const e_b = [local.f('e_b', 'mm', 'min(e_bottom, p_3/2, 5*d)', 'depth of web counted below the rows'), local.f('e_b', 'mm', 'min(p_3/2, 5*d)', 'depth of web counted below the rows; no edge near')];
const localSteps = [
  local.f('A_v', 'mm2', 't_2*(e_t+L1+e_b)', 'gross area of the web along one bolt line'),
  local.f('A_v_net', 'mm2', 'A_v-n1*d_v_2*t_2', 'net area of the web along one bolt line'),
  local.f('V_gross', 'kN', 'A_v*f_y_2/(sqrt(3)*gamma_M0)', 'gross shear resistance', 'EN 1993-1-1, 6.2.6(2)'),
  local.f('V_net', 'kN', 'A_v_net*f_u_2/(sqrt(3)*gamma_M2)', 'net shear resistance', 'EN 1993-1-1, 6.2.6'),
];
const localV = local.f('V_Rd', 'kN', 'min(V_gross, V_net)', 'the lower of both');
const localOne = local.f('V_local', 'kN', 'V_Ed/2', 'shear along each bolt line');
const localTwo = local.f('V_local', 'kN', '(V_Ed+V_Ed_2)/2', 'shear along each bolt line, from both beams');

const check = (id: string, title: string, clause: string, part: string, run: Check['run']): Check => ({ id, title, clause, part, load: 'combination', run });

export const shearChecks: Check[] = [
  check('bolt-group-shear', 'Bolt shear', 'EN 1993-1-8, Table 3.4', 'bolts', (r, c) => {
    F_v_Rd(r, { threads: c.m.input.bolts.threads_in_plane, longJoint: c.m.basis.settings.long_joint });
    return { demand: r.v[V]!, resistance: boltV(r), unit: 'kN' };
  }),
  check('bolt-group-slip', 'Slip of preloaded bolts', 'EN 1993-1-8, 3.9', 'bolts', (r, c) => {
    const { category } = c.m.input.bolts;
    if (category === 'A') return { skip: 'The bolts are category A (bearing type).' };
    F_s_Rd(r);
    return { demand: r.v[category === 'B' ? slots.V_ser.index : V]!, resistance: slipV(r), unit: 'kN' };
  }),
  check('plate-bearing', 'Bearing, plate', 'EN 1993-1-8, Table 3.4, 3.7', 'plate', (r, c) => ({ demand: r.v[V]!, resistance: plateBearing(r, c, { end: true, edge: true, twoPlanes: false }), unit: 'kN' })),
  check('support-bearing', 'Bearing, support', 'EN 1993-1-8, Table 3.4, 3.7', 'support', (r, c) => {
    const resistance = supportBearing(r, c, { end: c.m.e_bottom !== null, edge: c.m.input.support.e_side !== undefined, twoPlanes: both(c) });
    return { demand: both(c) ? supportBoth(r) : r.v[V]!, resistance, unit: 'kN' };
  }),
  check('plate-shear-gross', 'Gross shear, plate', 'EN 1993-1-1, 6.2.6', 'plate', (r) => (grossA(r), { demand: r.v[V]!, resistance: grossV(r), unit: 'kN' })),
  check('plate-shear-net', 'Net shear, plate', 'EN 1993-1-1, 6.2.6', 'plate', (r) => (netA(r), { demand: r.v[V]!, resistance: netV(r), unit: 'kN' })),
  check('plate-block-shear', 'Block tearing, plate', 'EN 1993-1-8, 3.10.2', 'plate', (r, c) => {
    for (const f of blockAreas) f(r);
    const narrow = c.m.input.plate.h < wide(r) && c.n1 > 1;
    const one = (narrow ? eccentric : concentric)(r);
    const two = blockV(r);
    return { demand: r.v[V]!, resistance: one > 0 ? two : 0, unit: 'kN' };
  }),
  check('plate-bending', 'Plate bending beside the web', 'EN 1993-1-1, 6.2.5', 'plate', (r, c) => {
    if (c.m.input.plate.h >= deep(r)) return { skip: 'The plate is deep enough (h_p >= 1.36 p_3): shear governs before bending.' };
    for (const f of bendingSteps) f(r);
    return { demand: r.v[V]!, resistance: bendingV(r), unit: 'kN' };
  }),
  webGrossShear(sheet),
  check('beam-web-shear-plate', 'Shear of the web over the plate', 'EN 1993-1-1, 6.2.6', 'beam web', (r, c) => {
    if (c.m.input.plate.full_depth) return { skip: 'The plate takes the full depth: the gross shear check of the web covers it.' };
    (c.notchTop || c.notchBottom ? webPlateAN : webPlateA)(r);
    return { demand: r.v[V]!, resistance: webPlateV(r), unit: 'kN' };
  }),
  check('weld-strength', 'Weld', 'EN 1993-1-8, 4.5.3', 'weld', (r, c, l) => {
    weldSize(r, c);
    if (l.axial === 'none') return { demand: weldF(r), resistance: weldR(r), unit: 'kN/mm' };
    v_par(r);
    n_perp(r);
    return { demand: weldBoth(r), resistance: 1, unit: '-' };
  }),
  notchBending(sheet),
  notchBuckling(),
  check('support-local-shear', 'Local shear, supporting web', 'EN 1993-1-1, 6.2.6', 'support', (r, c) => {
    if (onFlange(c)) return { skip: 'The flange passes the shear straight into the column web.' };
    e_t[c.m.e_top === null ? 1 : 0]!(r);
    e_b[c.m.e_bottom === null ? 1 : 0]!(r);
    for (const f of localSteps) f(r);
    return { demand: (both(c) ? localTwo : localOne)(r), resistance: localV(r), unit: 'kN' };
  }),
];
