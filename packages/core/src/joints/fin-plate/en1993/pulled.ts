import { boltShearTie, bearing } from '../../../standards/en1993/bolts.ts';
import { blockTearing } from '../../../standards/en1993/plates.ts';
import { filletPair } from '../../../standards/en1993/welds.ts';
import { pulledPartChecks, webYieldLines, type PulledPart } from '../../../standards/en1993/tying.ts';
import type { Run, FormulaSection } from '../../../formula/index.ts';
import type { CheckDef } from '../../check.ts';
import { webEdge } from './bolts.ts';
import { FLANGE_PULL, NO_D2 } from './plate.ts';
import { sheet, slots, type FinPlateCase } from './sheet.ts';

export const pulledPlate: PulledPart = { id: 'plate', part: 'plate', t: 't_p', h: 'h_p', e_end: 'e2', e_edge: 'e1_m', d_v: 'd_v_p', d_h: 'd_h_p', f_y: 'f_y_p', f_u: 'f_u_p' };

const depth = sheet.commonSection('web-depth');
const depthPlate = depth.f('h_w', 'mm', 'h_p', 'depth of the web that takes the axial force: that of the plate');
const depthNotched = depth.f('h_w', 'mm', 'min(h_p, h_N)', 'depth of the web that takes the axial force: plate or notched beam');
export const pulledWeb: PulledPart = { id: 'web', part: 'beam web', t: 't_w', h: 'h_w', e_end: 'e_2b', e_edge: 'e_1b_m', d_v: 'd_v_w', d_h: 'd_h_w', f_y: 'f_y_w', f_u: 'f_u_w' };

/** Depth of web that takes a horizontal force (basis 2.10). */
export function pulledDepth(r: Run, c: FinPlateCase): void {
  (c.notchTop || c.notchBottom ? depthNotched : depthPlate)(r);
}

/** Whether the web has an edge that a block can tear out to. */
export const tieEdge = webEdge;

/** The block that the reaction tears out of a notched web, with its areas. */
export function beamBlock(s: FormulaSection) {
  const A_nt = s.f('A_nt', 'mm2', 't_w*(e_2b+B2-(n2-0.5)*d_h_w)', 'net area in tension of the block that the shear tears');
  const A_nv = s.f('A_nv', 'mm2', 't_w*(e_1b+L1-(n1-0.5)*d_v_w)', 'net area in shear of the block that the shear tears');
  const V = blockTearing(s, 'V_block', 0.5, 'f_u_w', 'f_y_w', 'gamma_M2');
  return (r: Run): number => {
    A_nt(r);
    A_nv(r);
    return V(r);
  };
}

const N = slots.N_tie.index;
const tie = (id: string, title: string, clause: string, part: string, run: CheckDef<FinPlateCase>['run']): CheckDef<FinPlateCase> => ({ id, title: `Tying: ${title}`, clause, part, load: 'tie', run });

const shear = sheet.section('tie-bolt-shear');
const F_v_u = boltShearTie(shear);
const shearN = shear.f('N_Rd', 'kN', 'n*F_v_u', 'resistance of all bolts');

function tieBearing(id: string, part: string, k: 'p' | 'w', end: string, edge: string, hasEdge: (r: Run, c: FinPlateCase) => boolean): CheckDef<FinPlateCase> {
  const s = sheet.section(id);
  const F = bearing(s, {
    end, pitch: 'p2', edge, gauge: 'p1', d_0: `d_0_${k}`, t: `t_${k}`, f_u: `f_u_${k}`, f_h: `f_hh_${k}`, gamma: 'gamma_Mu',
    alpha: 'alpha_b', k: 'k1', F: 'F_b_hor_u', words: 'horizontal',
  });
  const N_Rd = s.f('N_Rd', 'kN', 'n*F_b_hor_u', 'bearing resistance of all bolts');
  return tie(id, `bearing, ${part}`, 'EN 1993-1-8, Table 3.4', part, (r, c) => {
    F(r, { end: true, pitch: c.n2 > 1, edge: hasEdge(r, c), gauge: c.n1 > 1 });
    return { demand: r.v[N]!, resistance: N_Rd(r), unit: 'kN' };
  });
}

const weld = sheet.section('tie-weld');
const weldSize = filletPair(weld, 'h_p');
const weldN = weld.f('N_Rd', 'kN', 'sqrt(2)*a*l_eff*f_u_weld/(beta_w*gamma_Mu)', 'two fillets pulled across', 'EN 1993-1-8, 4.5.3.2');

const support = webYieldLines(sheet.section('tie-support-web'), { m: 'm_pl_u', f: 'f_u_2', gamma: 'gamma_Mu', h: 'h_p', w: 't_p+2*s' });

export const tieChecks: CheckDef<FinPlateCase>[] = [
  tie('tie-bolt-shear', 'bolt shear', 'EN 1993-1-8, Table 3.4', 'bolts', (r, c) => {
    F_v_u(r, { threads: c.m.input.bolts.threads_in_plane });
    return { demand: r.v[N]!, resistance: shearN(r), unit: 'kN' };
  }),
  tieBearing('tie-bearing-plate', 'plate', 'p', 'e2', 'e1_m', () => true),
  tieBearing('tie-bearing-web', 'beam web', 'w', 'e_2b', 'e_1b_m', webEdge),
  ...pulledPartChecks<FinPlateCase>(sheet, pulledPlate, () => true),
  ...pulledPartChecks<FinPlateCase>(sheet, pulledWeb, webEdge, pulledDepth),
  tie('tie-weld', 'weld', 'EN 1993-1-8, 4.5.3.2', 'weld', (r) => (weldSize(r), { demand: r.v[N]!, resistance: weldN(r), unit: 'kN' })),
  tie('tie-support-web', 'yield lines in the supporting web', 'yield-line method', 'support', (r, c) => {
    if (c.m.support.type === 'column_flange') return { skip: FLANGE_PULL };
    if (c.m.support.d2 === null) return { skip: NO_D2 };
    return { demand: r.v[N]!, resistance: support(r), unit: 'kN' };
  }),
];
