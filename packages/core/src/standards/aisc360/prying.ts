import type { CheckDef, Loading, Outcome } from '../../checks/check.ts';
import type { FormulaSection, Run, Sheet } from '../../formula/index.ts';
import { firstReached, type Falling, type InFormat } from './available.ts';

/** Available tension of a bolt beside its shear, J3.8: symbols `V`, `n_b`, `F_nt`, `F_nv`, `A_b`. `left` is that of the bolt at any load. */
export const tensionBesideShear = (s: FormulaSection) => {
  const value = (r: Run, name: string): number => r.v[s.resolve(name).index]!;
  const f_rv = s.f('f_rv', 'MPa', 'V/(n_b*A_b)', 'shear stress of a bolt', 'AISC 360-22, J3.8');
  const reduced = {
    lrfd: s.f(
      'F_nt_r',
      'MPa',
      'max(0, min(F_nt, 1.3*F_nt-F_nt/(0.75*F_nv)*f_rv))',
      'tension left beside the shear, LRFD',
      'AISC 360-22, J3-3a',
    ),
    asd: s.f(
      'F_nt_r',
      'MPa',
      'max(0, min(F_nt, 1.3*F_nt-2*F_nt/F_nv*f_rv))',
      'tension left beside the shear, ASD',
      'AISC 360-22, J3-3b',
    ),
  };
  return {
    work: (r: Run, { lrfd }: InFormat): void => {
      f_rv(r);
      (lrfd ? reduced.lrfd : reduced.asd)(r);
    },
    /** Of what was worked: the whole tension, and 1.3 of it less what the shear takes, which is the same in both formats. */
    left: (r: Run, { lrfd }: InFormat): readonly [Falling, Falling] => {
      const tension = value(r, 'F_nt') * value(r, 'A_b');
      const whole = (lrfd ? 0.75 : 0.5) * tension;
      return [
        [whole, 0],
        [1.3 * whole, (tension * value(r, 'f_rv')) / value(r, 'F_nv')],
      ];
    },
  };
};

/** A fitting that its bolts pull at: formulas of its sizes in the symbols of the sheet. */
export interface Fitting {
  /** Bolt to the stem: to the face of a web, or to the middle of the other leg. */
  readonly b: string;
  readonly bWords: string;
  /** Bolt to the free edge. */
  readonly a: string;
  /** Length that each pair of bolts has. */
  readonly p: string;
  readonly t: string;
  readonly F_u: string;
  /** Hole along that length. */
  readonly d_h: string;
}

const CLAUSE = 'Manual, part 9';
const formulas = (s: FormulaSection, f: Fitting) => ({
  T: s.f('T', 'kN', 'N/n_b', 'tension of a bolt'),
  beside: tensionBesideShear(s),
  B: {
    lrfd: s.f('B', 'kN', '0.75*F_nt_r*A_b', 'available tension of a bolt, LRFD', 'AISC 360-22, J3.8'),
    asd: s.f('B', 'kN', 'F_nt_r*A_b/2', 'available tension of a bolt, ASD', 'AISC 360-22, J3.8'),
  },
  sizes: [
    s.f('b', 'mm', f.b, f.bWords, CLAUSE),
    s.f('a_e', 'mm', `min(${f.a}, 1.25*b)`, 'bolt to the free edge, as far as it counts', CLAUSE),
    s.f('b_1', 'mm', 'max(0.1[mm], b-d/2)', 'inside of the bolt to the stem', CLAUSE),
    s.f('a_1', 'mm', 'a_e+d/2', 'inside of the bolt to the edge', CLAUSE),
    s.f('rho', '-', 'b_1/a_1', 'ratio of the two', CLAUSE),
    s.f('p', 'mm', f.p, 'length of the fitting for each pair of bolts', CLAUSE),
    s.f('delta', '-', `max(0.01, 1-${f.d_h}/p)`, 'net over gross at the bolt line', CLAUSE),
  ],
  t_c: {
    lrfd: s.f('t_c', 'mm', `sqrt(4*B*b_1/(0.9*p*${f.F_u}))`, 'thickness without prying, for the full bolt', CLAUSE),
    asd: s.f('t_c', 'mm', `sqrt(1.67*4*B*b_1/(p*${f.F_u}))`, 'thickness without prying, for the full bolt', CLAUSE),
  },
  alpha: s.f(
    'alpha_1',
    '-',
    `((t_c/${f.t})^2-1)/(delta*(1+rho))`,
    'share of bending at the bolt line that breaks both together',
    CLAUSE,
  ),
  Q: [
    s.f('Q', '-', '1', 'the bolt alone gives, without prying: a thicker fitting does not help', CLAUSE),
    s.f('Q', '-', `(${f.t}/t_c)^2*(1+delta*alpha_1)`, 'fitting and bolt give together, with prying', CLAUSE),
    s.f('Q', '-', `(${f.t}/t_c)^2*(1+delta)`, 'the fitting gives: a stronger bolt does not help', CLAUSE),
  ],
  R: s.f('R_c', 'kN', 'B*Q', 'available tension of a bolt with prying', CLAUSE),
  // What the load makes of it; without bearing on the verdict.
  alpha_T: s.f(
    'alpha',
    '-',
    `min(1, max(0, (T/B*(t_c/${f.t})^2-1)/delta))`,
    'share of bending at the bolt line under this load',
    CLAUSE,
  ),
  q: s.f('q', 'kN', `B*delta*alpha*rho*(${f.t}/t_c)^2`, 'prying force at each bolt under this load', CLAUSE),
  total: s.f('T_q', 'kN', 'T+q', 'force of a bolt with prying under this load', CLAUSE),
  beta: s.f('beta', '-', '(B/T-1)/rho', 'what the bolt has to spare', CLAUSE),
  alpha_d: [
    s.f('alpha_d', '-', '1', 'share of bending that the thinnest fitting may have at the bolt line', CLAUSE),
    s.f('alpha_d', '-', 'min(1, beta/(delta*(1-beta)))', 'share of bending that the thinnest fitting may have', CLAUSE),
  ],
  t_min: {
    lrfd: s.f('t_min', 'mm', `sqrt(4*T*b_1/(0.9*p*${f.F_u}*(1+delta*alpha_d)))`, 'thickness that would do', CLAUSE),
    asd: s.f('t_min', 'mm', `sqrt(1.67*4*T*b_1/(p*${f.F_u}*(1+delta*alpha_d)))`, 'thickness that would do', CLAUSE),
  },
});

/**
 * Tension of the bolts of a fitting with prying (Manual, part 9). Its ratio is not in proportion to the load: the shear takes tension from the bolt.
 * Symbols `N`, `V`, `n_b`, `d`, `A_b`, `F_nt`, `F_nv` of the sheet.
 */
export function pryingCheck<C extends InFormat>(
  sheet: Sheet,
  named: { readonly id: string; readonly title: string; readonly part: string },
  fitting: Fitting,
  out: { skip(c: C, l: Loading): string | null; missing?(c: C, l: Loading): string | null },
): CheckDef<C> {
  const section = sheet.section(named.id);
  const f = formulas(section, fitting);
  const say = limitsOf(named.title.toLowerCase());
  const [rho_, delta_] = [section.resolve('rho').index, section.resolve('delta').index];
  return {
    ...named,
    clause: CLAUSE,
    load: 'combination',
    // Where the shear leaves no tension at this load, the multiple is looked for.
    nonlinear: true,
    run: (r, c, l): Outcome => {
      const skip = out.skip(c, l);
      if (skip) return { skip };
      const missing = out.missing?.(c, l);
      if (missing) return { missing };
      const format = c.lrfd ? 'lrfd' : 'asd';
      const T = f.T(r);
      f.beside.work(r, c);
      const B = f.B[format](r);
      for (const x of f.sizes) x(r);
      if (!(B > 0)) return { demand: T, resistance: 0, unit: 'kN', say: say.none };
      f.t_c[format](r);
      const alpha = f.alpha(r);
      f.Q[alpha < 0 ? 0 : alpha <= 1 ? 1 : 2]!(r);
      const resistance = f.R(r);
      // (t_c/t)^2, so that the part alone gives at B over it.
      const [rho, delta] = [r.v[rho_]!, r.v[delta_]!];
      const part = { G: B / (1 + alpha * delta * (1 + rho)), rho, delta };
      if (r.steps) underLoad(r, f, T, B, format);
      return {
        demand: T,
        resistance,
        unit: 'kN',
        multiple: firstReached(T, withPrying(f.beside.left(r, c), part)),
        say: T > B ? say.bare : alpha < 0 ? say.bolts : alpha <= 1 ? say.both : say.part,
      };
    },
  };
}

/**
 * Strength with prying as the least of straight lines in the load: the bolt alone, B; part and bolt together, G + (B - G)/(1 + rho); the part alone,
 * G (1 + delta). `G` is the tension at which the part bends without prying.
 */
const withPrying = (
  bolt: readonly Falling[],
  { G, rho, delta }: { readonly G: number; readonly rho: number; readonly delta: number },
): readonly Falling[] => [
  ...bolt,
  ...bolt.map(([B, falls]): Falling => [G + (B - G) / (1 + rho), falls / (1 + rho)]),
  [G * (1 + delta), 0],
];

/** Which of fitting and bolt limits, and so what would help. */
const limitsOf = (title: string) => ({
  none: `${title}: the shear leaves the bolts no tension`,
  bare: `${title}: the bolts are too weak for the tension alone, and no thickness helps`,
  bolts: `${title}: the bolts limit, without prying; a thicker part does not help`,
  both: `${title}: the part and its bolts limit together, with prying; a thicker part or a stronger bolt helps`,
  part: `${title}: the part limits; a bigger bolt does not help`,
});

/** What the record says besides: prying under the load, and the thickness that would do where one does. */
function underLoad(r: Run, f: ReturnType<typeof formulas>, T: number, B: number, format: 'lrfd' | 'asd'): void {
  f.alpha_T(r);
  f.q(r);
  f.total(r);
  if (T > B) return;
  f.alpha_d[f.beta(r) >= 1 ? 0 : 1]!(r);
  f.t_min[format](r);
}
