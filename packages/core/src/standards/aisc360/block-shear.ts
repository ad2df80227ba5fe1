import type { FormulaSection, Run } from '../../formula/index.ts';

/** A part with `n` rows and `m` lines of bolts, `L1` and `g_c` apart in all and between lines: its symbols on the sheet. */
export interface BlockPart {
  readonly t: string;
  readonly F_y: string;
  readonly F_u: string;
  /** Outer bolt line to the edge along an axial force. */
  readonly l_eh: string;
  /** Holes for net areas, vertical and horizontal. */
  readonly d_nv: string;
  readonly d_nh: string;
}

/** Block shear of areas that stand in the section with this ending, J4-5. */
export const blockPath = ({ F_y, F_u }: Pick<BlockPart, 'F_y' | 'F_u'>, q = ''): string =>
  `min(0.6*${F_u}*A_nv${q}, 0.6*${F_y}*A_gv${q})+U_bs${q}*${F_u}*A_nt${q}`;

/** Areas of the block that a reaction tears out, `l_ev` from the first row to the edge that it runs to. J4.3. */
export function blockAlong(s: FormulaSection, { t, l_eh, d_nv, d_nh }: BlockPart, l_ev: string, q = '') {
  const areas = [
    s.f(`A_gv${q}`, 'mm2', `(${l_ev}+L1)*${t}`, 'gross area in shear'),
    s.f(`A_nv${q}`, 'mm2', `A_gv${q}-(n-0.5)*${d_nv}*${t}`, 'net area in shear'),
    s.f(`A_nt${q}`, 'mm2', `(${l_eh}+(m-1)*g_c-(m-0.5)*${d_nh})*${t}`, 'net area in tension'),
  ];
  const U = [s.f(`U_bs${q}`, '-', '1', 'one bolt line', 'J4.3'), s.f(`U_bs${q}`, '-', '0.5', 'several bolt lines', 'J4.3')];
  return (r: Run, c: { readonly lines: number }): void => {
    for (const x of areas) x(r);
    U[c.lines > 1 ? 1 : 0]!(r);
  };
}

/**
 * `R_b`, the weaker of the blocks that an axial force tears out: between the outer rows, and where there is an edge beside them, `l_e` from the outer
 * row, out to it too. J4.3: any path of shear with a tension path square to it.
 */
export function pulledBlock(s: FormulaSection, { t, F_y, F_u, l_eh, d_nv, d_nh }: BlockPart, l_e: string, edge: string) {
  const shear = `min(0.6*${F_u}*A_nv_1, 0.6*${F_y}*A_gv_1)`;
  const between = [
    s.f('l_h', 'mm', `${l_eh}+(m-1)*g_c`, 'shear planes along the force'),
    s.f('A_nt_U', 'mm2', `(L1-(n-1)*${d_nv})*${t}`, 'net area in tension between the rows'),
    s.f('A_nv_1', 'mm2', `(l_h-(m-0.5)*${d_nh})*${t}`, 'net area of one shear plane'),
    s.f('A_gv_1', 'mm2', `l_h*${t}`, 'gross area of one shear plane'),
    s.f('R_U', 'kN', `2*${shear}+${F_u}*A_nt_U`, 'block between the rows', 'AISC 360-22, J4-5'),
  ];
  const out = [
    s.f('A_nt_L', 'mm2', `(${l_e}+L1-(n-0.5)*${d_nv})*${t}`, `net area in tension out to ${edge}`),
    s.f('R_L', 'kN', `${shear}+${F_u}*A_nt_L`, `block out to ${edge}`, 'AISC 360-22, J4-5'),
    s.f('R_b', 'kN', 'min(R_U, R_L)', 'the weaker block'),
  ];
  const alone = s.f('R_b', 'kN', 'R_U', 'the block between the rows');
  return (r: Run, isEdge = true): void => {
    for (const x of between) x(r);
    if (isEdge) for (const x of out) x(r);
    else alone(r);
  };
}
