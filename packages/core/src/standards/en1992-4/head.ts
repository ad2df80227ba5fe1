import type { FormulaSection, Run } from '../../formula/index.ts';
import type { Anchorage } from '../anchorage.ts';

/** Bearing area of a head: pull-out, blow-out and splitting each print it in their own section. */
export const headFormulas = (section: FormulaSection) => ({
  a_e: section.f('a_e', 'mm', 'min(a_h, 6*t_h+d)', 'width of the head that is stiff enough to bear', 'EN 1992-4, 7.2.1.5'),
  A_round: section.f('A_h', 'mm2', 'pi/4*(a_e^2-d^2)', 'bearing area of the head', 'EN 1992-4, 7.2.1.5'),
  A_square: section.f('A_h', 'mm2', 'a_e^2-pi/4*d^2', 'bearing area of the washer plate', 'EN 1992-4, 7.2.1.5'),
});

export const headArea = (r: Run, m: Anchorage, f: ReturnType<typeof headFormulas>): number => {
  f.a_e(r);
  return (m.input.anchors.type === 'headed' ? f.A_round : f.A_square)(r);
};

/** Pull-out of a head, EN 1992-4, 7.2.1.5. */
export class PullOut {
  private readonly f;
  constructor(s: FormulaSection) {
    this.f = {
      ...headFormulas(s),
      N_Rk: s.f('N_Rk_p', 'kN', 'k_2*A_h*f_ck', 'characteristic pull-out strength', 'EN 1992-4, 7.2.1.5'),
      N_Rd: s.f('N_Rd_p', 'kN', 'N_Rk_p/gamma_Mc', 'pull-out of one anchor', 'EN 1992-4, 7.2.1.5'),
    };
  }

  /** N_Rd,p of one anchor, N. */
  work(r: Run, m: Anchorage): number {
    headArea(r, m, this.f);
    this.f.N_Rk(r);
    return this.f.N_Rd(r);
  }
}
