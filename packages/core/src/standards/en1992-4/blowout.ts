import type { FormulaSection, Run } from '../../formula/index.ts';
import { unionLength } from '../../geometry/polygon.ts';
import { eccentricity, edgeDistance, EDGES, type Anchorage, type Edge } from '../anchorage.ts';
import { headArea, headFormulas } from './head.ts';

/** Rows near a face: those in tension, split where their gaps exceed 4 c_1. */
export interface FaceRow {
  readonly edge: Edge;
  readonly c_1: number;
  readonly idx: readonly number[];
  readonly c_2: number;
  readonly l: number;
  readonly s_2: number;
}

export function faceRows(m: Anchorage, idx: readonly number[]): FaceRow[] {
  const { h_ef, pattern } = m.input.anchors;
  const out: FaceRow[] = [];
  for (const edge of EDGES) {
    const distance = (i: number): number => edgeDistance(m, edge, m.anchors[i]!);
    const c_1 = Math.min(...idx.map(distance));
    if (!(c_1 <= 0.5 * h_ef)) continue;
    const along = (i: number): number => (edge[0] === 'y' ? m.anchors[i]!.z : m.anchors[i]!.y);
    const [from, to] = edge[0] === 'y' ? [m.block.z1, m.block.z2] : [m.block.y1, m.block.y2];
    const row = idx
      .filter((i) => distance(i) <= (pattern.type === 'circle' ? 1.25 * c_1 : c_1 + 1))
      .sort((a, b) => along(a) - along(b));
    let part: number[] = [];
    const close = (): void => {
      const at = part.map(along);
      const gaps = at.slice(1).map((x, i) => x - at[i]!);
      out.push({
        edge,
        c_1,
        idx: part,
        c_2: Math.min(at[0]! - from, to - at[at.length - 1]!),
        l: unionLength(
          at.map((x) => [x - 2 * c_1, x + 2 * c_1]),
          from,
          to,
        ),
        s_2: gaps.length ? gaps.reduce((a, b) => a + b, 0) / gaps.length : 0,
      });
    };
    for (const i of row) {
      if (part.length && along(i) - along(part[part.length - 1]!) > 4 * c_1) {
        close();
        part = [];
      }
      part.push(i);
    }
    close();
  }
  return out;
}

/** Blow-out at the side of a row near a face, EN 1992-4, 7.2.1.8. */
export class BlowOut {
  private readonly f;
  constructor(s: FormulaSection) {
    this.f = {
      c_1: s.found('c_1', 'mm', 'row to the face of the block', 'measured'),
      c_2: s.found('c_2', 'mm', 'row to the nearest corner, along the face', 'measured'),
      n: s.found('n_r', '-', 'anchors of the row', 'count'),
      s_2: s.found('s_2', 'mm', 'mean spacing of the row', 'measured'),
      ...headFormulas(s),
      N0: s.f('N_Rk_cb_0', 'kN', 'k_5*c_1*sqrt(A_h)*sqrt(f_ck)', 'blow-out of one anchor', 'EN 1992-4, 7.2.1.8(2)'),
      A0: s.f('A_c_Nb_0', 'mm2', '(4*c_1)^2', 'area of one anchor on the face', 'EN 1992-4, 7.2.1.8(3)'),
      l: s.found(
        'l_Nb',
        'mm',
        'length of the row on the face',
        'union of 2 c_1 to both sides of each anchor, cut at the corners',
      ),
      h_up: s.found('h_Nb', 'mm', 'height of the body on the face', 'min(2 c_1, h_ef) + min(2 c_1, H - h_ef)'),
      A: s.f('A_c_Nb', 'mm2', 'l_Nb*h_Nb', 'area of the row on the face', 'EN 1992-4, 7.2.1.8(3)'),
      psi_s: s.f('psi_s_Nb', '-', 'min(1, 0.7+0.3*c_2/(2*c_1))', 'disturbance by a corner', 'EN 1992-4, 7.2.1.8(4)'),
      psi_s_far: s.f('psi_s_Nb', '-', '1', 'no corner near', 'EN 1992-4, 7.2.1.8(4)'),
      psi_g: s.f(
        'psi_g_Nb',
        '-',
        'max(1, sqrt(n_r)+(1-sqrt(n_r))*min(s_2, 4*c_1)/(4*c_1))',
        'group effect',
        'EN 1992-4, 7.2.1.8(5)',
      ),
      e: s.found('e_N', 'mm', 'resultant off the middle of the row', 'from the anchor forces'),
      psi_ec: s.f('psi_ec_Nb', '-', '1/(1+2*e_N/(4*c_1))', 'eccentricity', 'EN 1992-4, 7.2.1.8(6)'),
      N_Rk: s.f(
        'N_Rk_cb',
        'kN',
        'N_Rk_cb_0*(A_c_Nb/A_c_Nb_0)*psi_s_Nb*psi_g_Nb*psi_ec_Nb',
        'characteristic blow-out strength',
        'EN 1992-4, 7.2.1.8(1)',
      ),
      N_Rd: s.f('N_Rd_cb', 'kN', 'N_Rk_cb/gamma_Mc', 'blow-out of the row', 'EN 1992-4, 7.2.1.8'),
    };
  }

  /** N_Rd,cb of a row under the forces F, N. */
  work(r: Run, m: Anchorage, row: FaceRow, F: readonly number[]): number {
    const blow = this.f;
    const { h_ef } = m.input.anchors;
    blow.c_1(r, row.c_1);
    blow.n(r, row.idx.length);
    headArea(r, m, blow);
    blow.N0(r);
    blow.A0(r);
    blow.l(r, row.l);
    blow.h_up(r, Math.min(2 * row.c_1, h_ef) + Math.min(2 * row.c_1, m.H - h_ef));
    blow.A(r);
    if (Number.isFinite(row.c_2)) {
      blow.c_2(r, row.c_2);
      blow.psi_s(r);
    } else blow.psi_s_far(r);
    blow.s_2(r, row.s_2);
    blow.psi_g(r);
    const off = eccentricity(m, row.idx, F);
    blow.e(r, row.edge[0] === 'y' ? off.z : off.y);
    blow.psi_ec(r);
    blow.N_Rk(r);
    return blow.N_Rd(r);
  }
}
