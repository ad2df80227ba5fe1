import { boltShear, slip } from '../../../standards/en1993/bolts.ts';
import { legBearing, supportBearing, supportLocalShear } from '../../../standards/en1993/end-bolts.ts';
import { blockTearing } from '../../../standards/en1993/plates.ts';
import { directional } from '../../../standards/en1993/welds.ts';
import { webGrossShear, notchBending, notchBuckling } from '../../../standards/en1993/beam-web.ts';
import type { FormulaSection, Run } from '../../../formula/index.ts';
import type { CheckDef } from '../../../checks/check.ts';
import { ROWS, sheet, slots, type EndPlateCase } from './sheet.ts';

type Check = CheckDef<EndPlateCase>;
const V = slots.V_Ed.index;

const bolt = sheet.section('bolt-group-shear');
const F_v_Rd = boltShear(bolt, 'L1');
const boltV = bolt.f(
  'V_Rd',
  'kN',
  '0.8*n_s*F_v_Rd',
  'all bolts; 0.8 for the tension that the turning beam end puts on them',
  'simple-joint practice',
);

const slipSection = sheet.section('bolt-group-slip');
const F_s_Rd = slip(slipSection, { pulled: ROWS.pulled });
const slipV = slipSection.f('V_Rd', 'kN', 'n_s*F_s_Rd', 'slip resistance of all bolts');

const gross = sheet.section('plate-shear-gross');
const grossA = gross.f('A_v', 'mm2', 'h_p*t_p', 'shear area of one section');
const grossV = gross.f(
  'V_Rd',
  'kN',
  '2*A_v*f_y_p/(1.27*sqrt(3)*gamma_M0)',
  'two sections, one each side of the web; 1.27 covers the bending that goes with the shear',
  'EN 1993-1-1, 6.2.6(2)',
);
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
// Two columns a side: the block of both, or that of the outer column with its half of the load.
const blockBoth = [
  block.f('A_nt', 'mm2', 't_p*(e2+p2-1.5*d_h_p)', 'net area in tension, side edge to the inner bolts'),
  block.f('A_nv', 'mm2', 't_p*(e1+L1-(n1-0.5)*d_v_p)', 'net area in shear, up the inner bolts to the top of the plate'),
];
const eccentricBoth = blockTearing(block, 'V_1', 0.5, 'f_u_p', 'f_y_p', 'gamma_M2');
const blockOuter = block.f('A_nt_o', 'mm2', 't_p*(e2-d_h_p/2)', 'net area in tension, side edge to the outer bolts');
const eccentricOuter = blockTearing(block, 'V_o', 0.5, 'f_u_p', 'f_y_p', 'gamma_M2', 'A_nt_o');
const blockColumns = block.f(
  'V_Rd',
  'kN',
  'min(2*V_1, 4*V_o)',
  'on each side the block of both columns, or that of the outer column with half the load',
);
const bending = sheet.section('plate-bending');
const deep = bending.f('h_lim', 'mm', '1.36*p_3', 'depth from which shear governs before bending');
const deepWide = bending.f('h_lim', 'mm', '1.36*(p_3+p2)', 'depth from which shear governs before bending, two columns a side');
const modulus = bending.f('W_el', 'mm3', 't_p*h_p^2/6', 'elastic modulus of one section');
const lever = [
  bending.f('lever', 'mm', '(p_3-t_w)/2', 'bolt line to the web'),
  bending.f('lever', 'mm', '(p_3+p2-t_w)/2', 'middle of the two columns to the web'),
];
const bendingV = bending.f('V_Rd', 'kN', '2*W_el*f_y_p/(lever*gamma_M0)', 'two sections in bending', 'EN 1993-1-1, 6.2.5');

const DEEP = 'The plate is deep enough (h_p >= 1.36 p_3): shear governs before bending.';
const DEEP_WIDE = 'The plate is deep enough (h_p >= 1.36 (p_3 + p_2)): shear governs before bending.';

const webPlate = sheet.section('beam-web-shear-plate');
const webPlateA = webPlate.f('A_v', 'mm2', '0.9*t_w*h_p', 'web over the depth of the plate');
const webPlateAN = webPlate.f('A_v', 'mm2', '0.9*t_w*min(h_p, h_N)', 'web over the depth of the plate or what the notch leaves');
const webPlateV = webPlate.f(
  'V_Rd',
  'kN',
  'A_v*f_y_w/(sqrt(3)*gamma_M0)',
  'the web alone carries the reaction over the plate',
  'EN 1993-1-1, 6.2.6(2)',
);

/** Throat and effective length of the two web welds; of full depth they run between the fillets, or to what a notch leaves. */
export function webWeld(s: FormulaSection) {
  const a = s.f('a', 'mm', 'k_a*s', 'throat of the fillet weld', 'EN 1993-1-8, 4.5.2');
  const partial = s.f('l_eff', 'mm', 'h_p-2*a', 'effective length of one weld', 'EN 1993-1-8, 4.5.1');
  const full = s.f(
    'l_eff',
    'mm',
    'h_b-2*(t_f+r)',
    'effective length of one weld, between the root fillets',
    'EN 1993-1-8, 4.5.1',
  );
  const cut = [
    s.f('l_eff', 'mm', 'h_N-(t_f+r)-a', 'effective length of one weld, notch to root fillet', 'EN 1993-1-8, 4.5.1'),
    s.f('l_eff', 'mm', 'h_N-2*a', 'effective length of one weld, notch to notch', 'EN 1993-1-8, 4.5.1'),
  ];
  return (r: Run, c: EndPlateCase): void => {
    a(r);
    if (!c.m.input.plate.full_depth) partial(r);
    else if (c.notchTop || c.notchBottom) cut[c.notchTop && c.notchBottom ? 1 : 0]!(r);
    else full(r);
  };
}
const weld = sheet.section('weld-strength');
const weldSize = webWeld(weld);
const weldF = weld.f('F_w_Ed', 'kN/mm', 'V_Ed/(2*l_eff)', 'force along the weld per length');
const v_par = weld.f('v_par', 'N/mm', 'V_Ed/(2*l_eff)', 'force along the weld per length');
const n_perp = weld.f('n_perp', 'N/mm', 'N_Ed/(2*l_eff)', 'force across the weld per length');
const weldBoth = directional(weld);
const weldR = weld.f(
  'F_w_Rd',
  'kN/mm',
  'a*f_u_weld/(sqrt(3)*beta_w*gamma_M2)',
  'resistance of the weld per length',
  'EN 1993-1-8, 4.5.3.3',
);

const check = (id: string, title: string, clause: string, part: string, run: Check['run']): Check => ({
  id,
  title,
  clause,
  part,
  load: 'combination',
  run,
});

export const shearChecks: Check[] = [
  check('bolt-group-shear', 'Bolt shear', 'EN 1993-1-8, Table 3.4', 'bolts', (r, c) => {
    F_v_Rd(r, c);
    return { demand: r.v[V]!, resistance: boltV(r), unit: 'kN' };
  }),
  {
    ...check('bolt-group-slip', 'Slip of preloaded bolts', 'EN 1993-1-8, 3.9', 'bolts', (r, c, l) => {
      const { category } = c.m.input.bolts;
      if (category === 'A') return { skip: 'The bolts are category A (bearing type).' };
      F_s_Rd(r, l.axial);
      return { demand: r.v[category === 'B' ? slots.V_ser.index : V]!, resistance: slipV(r), unit: 'kN' };
    }),
    nonlinear: true,
  },
  legBearing<EndPlateCase>(sheet, ROWS, { id: 'plate-bearing', part: 'plate', t: 't_p', f_u: 'f_u_p', e1: 'e1' }),
  supportBearing<EndPlateCase>(sheet, ROWS),
  check(
    'plate-shear-gross',
    'Gross shear, plate',
    'EN 1993-1-1, 6.2.6',
    'plate',
    (r) => (grossA(r), { demand: r.v[V]!, resistance: grossV(r), unit: 'kN' }),
  ),
  check(
    'plate-shear-net',
    'Net shear, plate',
    'EN 1993-1-1, 6.2.6',
    'plate',
    (r) => (netA(r), { demand: r.v[V]!, resistance: netV(r), unit: 'kN' }),
  ),
  check('plate-block-shear', 'Block tearing, plate', 'EN 1993-1-8, 3.10.2', 'plate', (r, c) => {
    if (c.support.columns > 1) {
      for (const f of blockBoth) f(r);
      const inner = eccentricBoth(r);
      blockOuter(r);
      const outer = eccentricOuter(r);
      const V_Rd = blockColumns(r);
      return { demand: r.v[V]!, resistance: Math.min(inner, outer) > 0 ? V_Rd : 0, unit: 'kN' };
    }
    for (const f of blockAreas) f(r);
    const narrow = c.m.input.plate.h < wide(r) && c.n1 > 1;
    const one = (narrow ? eccentric : concentric)(r);
    const two = blockV(r);
    return { demand: r.v[V]!, resistance: one > 0 ? two : 0, unit: 'kN' };
  }),
  check('plate-bending', 'Plate bending beside the web', 'EN 1993-1-1, 6.2.5', 'plate', (r, c) => {
    const wide = c.support.columns > 1;
    if (c.m.input.plate.h >= (wide ? deepWide : deep)(r)) return { skip: wide ? DEEP_WIDE : DEEP };
    modulus(r);
    lever[wide ? 1 : 0]!(r);
    return { demand: r.v[V]!, resistance: bendingV(r), unit: 'kN' };
  }),
  webGrossShear(sheet),
  check('beam-web-shear-plate', 'Shear of the web over the plate', 'EN 1993-1-1, 6.2.6', 'beam web', (r, c) => {
    if (c.m.input.plate.full_depth)
      return { skip: 'The plate takes the full depth: the gross shear check of the web covers it.' };
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
  supportLocalShear<EndPlateCase>(sheet, ROWS),
];
