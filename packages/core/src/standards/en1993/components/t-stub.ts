import type { FormulaSection, Run } from '../../../formula/index.ts';

const TABLE_62 = 'EN 1993-1-8, Table 6.2';
/** What the modes of a T-stub are called where it stands; m, n, M_pl_1 and M_pl_2 are in the section. */
interface ModeNames {
  readonly F_1: string;
  readonly F_2: string;
  readonly F_12: string;
  /** Resistance of all its bolts or anchors. */
  readonly sum: string;
  readonly bolts: 'bolts' | 'anchors';
}

/** EN 1993-1-8, 6.2.4, Table 6.2: the modes of every T-stub, of rows of bolts and of anchors alike. */
export const stubModes = (s: FormulaSection, { F_1, F_2, F_12, sum, bolts }: ModeNames) => ({
  method1: s.f(F_1, 'kN', '4*M_pl_1/m', `mode 1: it yields at the web and at the ${bolts}`, TABLE_62),
  F_2: s.f(F_2, 'kN', `(2*M_pl_2+n*${sum})/(m+n)`, `mode 2: it yields at the web and the ${bolts} break`, TABLE_62),
  F_12: s.f(F_12, 'kN', '2*M_pl_1/m', 'no prying: it yields at the web alone', TABLE_62),
});
/** Length up to which bolts or anchors pry: `number` of rows or anchors, `l` the effective length of one side of them, `t` the thickness. */
export const pryingLength = (s: FormulaSection, bolts: 'bolts' | 'anchors', number: string, l: string, t: string) =>
  s.f('L_b_lim', 'mm', `8.8*m^3*A_s*${number}/(${l}*${t}^3)`, `${bolts} no longer than this pry`, TABLE_62);

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

/** A T-stub of rows of bolts as it is worked: 6.2.4 with both methods of mode 1, with prying and without. Forces in N, of all its bolts. */
export interface Stub {
  readonly rows: number;
  readonly l_cp: number;
  readonly l_nc: number;
  readonly m: number;
  readonly n: number;
  readonly F_1: number;
  readonly F_2: number;
  readonly F_3: number;
  /** Without prying: modes 1 and 2 in one. */
  readonly F_12: number;
  /** Whether prying forces form. */
  readonly pried: boolean;
  readonly mode: 1 | 2 | 3 | '1-2';
  readonly F: number;
  /** Prying force of one bolt when the T-stub is at its resistance. */
  readonly Q: number;
  /** Elongation length of the bolts over the limit up to which prying forms. */
  readonly length: number;
  /** Resistance on the other side of that limit. */
  readonly F_other: number;
}

/** What a T-stub is worked by. */
export interface StubOptions {
  /** `assume`: prying always, as the note of Table 6.2 allows; `check`: by the length of the bolts. */
  readonly prying: 'assume' | 'check';
  readonly mode1: 'method1' | 'method2';
}

/** Formulas of a T-stub of rows; `t` and `f` name thickness and yield strength. */
function stubFormulas(s: FormulaSection, t: string, f: string) {
  const clause = 'EN 1993-1-8, Table 6.2';
  const first = [
    s.f('l_eff_1', 'mm', 'min(l_cp, l_nc)', 'effective length, mode 1', 'EN 1993-1-8, 6.2.6.4.1(4)'),
    s.f('l_eff_2', 'mm', 'l_nc', 'effective length, mode 2', 'EN 1993-1-8, 6.2.6.4.1(4)'),
    s.f('M_pl_1', 'kNm', `0.25*l_eff_1*${t}^2*${f}/gamma_M0`, 'plastic moment, mode 1', clause),
    s.f('M_pl_2', 'kNm', `0.25*l_eff_2*${t}^2*${f}/gamma_M0`, 'plastic moment, mode 2', clause),
    s.f('sum_F_t', 'kN', '2*n_b*F_t', 'tension resistance of all its bolts', clause),
  ];
  const { method1, F_2, F_12 } = stubModes(s, { F_1: 'F_T_1', F_2: 'F_T_2', F_12: 'F_T_12', sum: 'sum_F_t', bolts: 'bolts' });
  const e_w = s.f('e_w', 'mm', 'd_w/4', 'quarter of the washer', clause);
  const method2 = s.f(
    'F_T_1',
    'kN',
    '(8*n-2*e_w)*M_pl_1/(2*m*n-e_w*(m+n))',
    'mode 1, method 2: the washer spreads the bolt',
    clause,
  );
  const F_3 = s.f('F_T_3', 'kN', 'sum_F_t', 'mode 3: the bolts break', clause);
  const limit = pryingLength(s, 'bolts', 'n_b', 'l_eff_1', t);
  const pried = s.f('F_T_Rd', 'kN', 'min(F_T_1, F_T_2, F_T_3)', 'the lowest mode', clause);
  const bare = s.f('F_T_Rd', 'kN', 'min(F_T_12, F_T_3)', 'the lowest mode, without prying', clause);
  const spare = s.f('Q_max', 'kN', 'F_t-F_T_Rd/(2*n_b)', 'what the force leaves of a bolt', clause);
  const Q = {
    method1: s.f('Q_Rd', 'kN', 'min(M_pl_1/n/n_b, Q_max)', 'prying force of a bolt at the resistance, mode 1', clause),
    method2: s.f(
      'Q_Rd',
      'kN',
      'min((M_pl_1+F_T_Rd*e_w/4)/(n-e_w/2)/n_b, Q_max)',
      'prying force of a bolt at the resistance, mode 1, method 2',
      clause,
    ),
    mode2: s.f('Q_Rd', 'kN', 'Q_max', 'prying force of a bolt at the resistance, mode 2', clause),
    none: s.f('Q_Rd', 'kN', '0[kN]', 'no prying force', clause),
  };
  return { first, method1, e_w, method2, F_2, F_3, F_12, limit, pried, bare, spare, Q };
}

/**
 * EN 1993-1-8, 6.2.4, Table 6.2: a T-stub of `n_b` rows of two bolts in a section that already holds m, n, l_cp, l_nc and n_b. The sheet holds
 * F_t (one bolt), A_s, L_b, d_w and gamma_M0; `t` and `f` name thickness and yield strength.
 */
export function rowStub(s: FormulaSection, t: string, f: string) {
  const { first, method1, e_w, method2, F_2, F_3, F_12, limit, pried, bare, spare, Q } = stubFormulas(s, t, f);
  const at = (name: string): number => s.resolve(name).index;
  const [l_cp, l_nc, m, n, n_b, L_b] = ['l_cp', 'l_nc', 'm', 'n', 'n_b', 'L_b'].map(at) as [
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  return (r: Run, { prying, mode1 }: StubOptions): Stub => {
    const v = r.v;
    for (const x of first) x(r);
    // A washer that reaches over the whole lever leaves method 2 without a meaning: method 1 is the safe one.
    const washer = mode1 === 'method2' && 2 * v[m]! * v[n]! > e_w(r) * (v[m]! + v[n]!);
    const [F_T_1, F_T_2, F_T_3, F_T_12] = [(washer ? method2 : method1)(r), F_2(r), F_3(r), F_12(r)];
    const length = v[L_b]! / limit(r);
    const pries = prying === 'assume' || length <= 1;
    const F = (pries ? pried : bare)(r);
    const mode = pries ? (F_T_1 <= F_T_2 && F_T_1 <= F_T_3 ? 1 : F_T_2 <= F_T_3 ? 2 : 3) : F_T_12 <= F_T_3 ? '1-2' : 3;
    spare(r);
    return {
      rows: v[n_b]!,
      l_cp: v[l_cp]!,
      l_nc: v[l_nc]!,
      m: v[m]!,
      n: v[n]!,
      F_1: F_T_1,
      F_2: F_T_2,
      F_3: F_T_3,
      F_12: F_T_12,
      pried: pries,
      mode,
      F,
      Q: (mode === 1 ? (washer ? Q.method2 : Q.method1) : mode === 2 ? Q.mode2 : Q.none)(r),
      length,
      F_other: pries ? Math.min(F_T_12, F_T_3) : Math.min(F_T_1, F_T_2, F_T_3),
    };
  };
}
