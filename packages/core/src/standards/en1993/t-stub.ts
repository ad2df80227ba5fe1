import type { FormulaSection, Run } from '../../formula/index.ts';

/** Symbols of a T-stub in a section that already holds m, n, l_eff_1 and l_eff_2. Strengths and factors are names. */
export interface TStub {
  readonly t: string;
  readonly f: string;
  readonly gamma: string;
  readonly gammaBolt: string;
  /** Symbol for the number of bolts. */
  readonly bolts: string;
  /** The prying force of mode 2 may have a nearer edge, `n_2` of the section. */
  readonly nearer?: true;
}

/**
 * EN 1993-1-8, 6.2.4, Table 6.2, method 2: modes 1 to 3 of a T-stub with the washer counted in mode 1. Gives the lowest and its mode;
 * no resistance where m, n or the denominator of mode 1 is not positive.
 */
export function tStub(s: FormulaSection, o: TStub) {
  const clause = 'EN 1993-1-8, Table 6.2';
  const steps = [
    s.f('e_w', 'mm', 'd_w/4', 'quarter of the washer', clause),
    s.f('M_pl_1', 'kNm', `0.25*l_eff_1*${o.t}^2*${o.f}/${o.gamma}`, 'plastic moment, mode 1', clause),
    s.f('M_pl_2', 'kNm', `0.25*l_eff_2*${o.t}^2*${o.f}/${o.gamma}`, 'plastic moment, mode 2', clause),
    s.f('sum_F_t', 'kN', `${o.bolts}*0.9*f_ub*A_s/${o.gammaBolt}`, 'tension resistance of all bolts', 'EN 1993-1-8, Table 3.4'),
  ];
  const space = s.f('mode_1', 'mm2', '2*m*n-e_w*(m+n)', 'denominator of mode 1', clause);
  const F_1 = s.f('F_1', 'kN', '(8*n-2*e_w)*M_pl_1/mode_1', 'mode 1: the flange yields at four lines', clause);
  const F_2 = s.f('F_2', 'kN', '(2*M_pl_2+n*sum_F_t)/(m+n)', 'mode 2: the flange yields and the bolts break', clause);
  const F_2n = o.nearer
    ? s.f(
        'F_2',
        'kN',
        '(2*M_pl_2+n_2*sum_F_t)/(m+n_2)',
        'mode 2: the flange yields and the bolts break, the prying force at the nearer edge',
        clause,
      )
    : null;
  const F_3 = s.f('F_3', 'kN', 'sum_F_t', 'mode 3: the bolts break', clause);
  const F = s.f('F_T_Rd', 'kN', 'min(F_1, F_2, F_3)', 'the lowest mode', clause);
  const modes = [1, 2, 3].map((i) => s.f('mode', '-', String(i), `mode ${i} is the lowest`, clause));
  const [m, n] = [s.resolve('m').index, s.resolve('n').index];
  return (r: Run, nearer = false): { resistance: number; mode: 1 | 2 | 3 } => {
    for (const f of steps) f(r);
    const sound = space(r) > 0 && r.v[m]! > 0 && r.v[n]! > 0;
    const [a, b, c] = [F_1(r), (nearer ? F_2n! : F_2)(r), F_3(r)];
    const lowest = F(r);
    const mode = a <= b && a <= c ? 1 : b <= c ? 2 : 3;
    modes[mode - 1]!(r);
    return { resistance: sound ? lowest : 0, mode };
  };
}
