import type { CheckDef, Loading, Outcome } from '../../checks/check.ts';
import type { Formula, FormulaSection, Run, Sheet } from '../../formula/index.ts';
import type { UnitId } from '../../units/units.ts';

/** A case that knows its format of design. */
export interface InFormat {
  readonly lrfd: boolean;
}

/** Nominal strength to available strength: phi R_n in LRFD, R_n/Omega in ASD (AISC 360-22, B3). The factors are of the check. */
export function available(s: FormulaSection, R: { symbol: string; unit: UnitId }, phi: string, omega: string, clause: string) {
  const factor = {
    phi: s.f('phi', '-', phi, 'resistance factor', clause),
    omega: s.f('Omega', '-', omega, 'safety factor', clause),
  };
  const strength = {
    lrfd: s.f(`${R.symbol}_c`, R.unit, `phi*${R.symbol}_n`, 'available strength, LRFD', 'AISC 360-22, B3.1'),
    asd: s.f(`${R.symbol}_c`, R.unit, `${R.symbol}_n/Omega`, 'available strength, ASD', 'AISC 360-22, B3.2'),
  };
  return (r: Run, c: InFormat): number => {
    (c.lrfd ? factor.phi : factor.omega)(r);
    return (c.lrfd ? strength.lrfd : strength.asd)(r);
  };
}

/* What many checks share: the action they take, the factors of their limit state, why they do not apply. */
export const V = { demand: 'V', demandWords: 'beam reaction' } as const;
export const N = { demand: 'N', demandWords: 'axial force' } as const;
export const RUPTURE = { phi: '0.75', omega: '2' } as const;
export const YIELD = { phi: '0.9', omega: '1.67' } as const;
export const SHEAR_YIELD = { phi: '1', omega: '1.5' } as const;
export const pulled = (l: Loading): string | null => (l.axial === 'tension' ? null : 'No force pulls the beam.');
export const pushed = (l: Loading): string | null => (l.axial === 'compression' ? null : 'No force pushes the beam.');
export const sheared = (l: Loading): string | null => (l.shear ? null : 'There is no reaction.');

/** A strength that falls as the load grows: `level - falls k` at a factor k on the load. */
export type Falling = readonly [level: number, falls: number];
/** Factor on the load at which a demand that grows with it reaches the least of such strengths. */
export const firstReached = (demand: number, strengths: readonly Falling[]): number =>
  Math.max(0, Math.min(...strengths.map(([level, falls]) => level / (demand + falls))));

interface Named {
  readonly id: string;
  readonly title: string;
  readonly clause: string;
  readonly part: string;
}

interface Strength<C> {
  /** Formulas before the nominal strength, or values that a method finds. */
  steps(s: FormulaSection): (r: Run, c: C, l: Loading) => void;
  /** Symbol and unit of the strength: `R` gives R_n and R_c. */
  readonly symbol?: string;
  readonly unit?: UnitId;
  /** The nominal strength; one formula, or the one of several that a case takes. */
  readonly nominal: string | { readonly all: readonly string[]; pick(c: C): number };
  readonly words: string;
  readonly phi: string;
  readonly omega: string;
  /** The force or moment that the part takes. */
  readonly demand: string;
  readonly demandWords: string;
  skip?(c: C, l: Loading): string | null;
  missing?(c: C, l: Loading): string | null;
  readonly nonlinear?: true;
}

/** A check of a demand against an available strength, all of it formulas of one section of the sheet. */
export function strengthCheck<C extends InFormat>(
  sheet: Sheet,
  named: Named,
  o: Partial<Strength<C>> & Omit<Strength<C>, 'steps'>,
): CheckDef<C> {
  const s = sheet.section(named.id);
  const unit = o.unit ?? 'kN';
  const symbol = o.symbol ?? 'R';
  const steps = o.steps?.(s);
  const demand = s.f('D', unit, o.demand, o.demandWords);
  const list = typeof o.nominal === 'string' ? [o.nominal] : o.nominal.all;
  const nominal: Formula[] = list.map((expr) => s.f(`${symbol}_n`, unit, expr, o.words, named.clause));
  const factored = available(s, { symbol, unit }, o.phi, o.omega, named.clause);
  return {
    ...named,
    load: 'combination',
    ...(o.nonlinear ? { nonlinear: true } : {}),
    run: (r, c, l): Outcome => {
      const skip = o.skip?.(c, l);
      if (skip) return { skip };
      const missing = o.missing?.(c, l);
      if (missing) return { missing };
      steps?.(r, c, l);
      const D = demand(r);
      nominal[typeof o.nominal === 'string' ? 0 : o.nominal.pick(c)]!(r);
      return { demand: D, resistance: factored(r, c), unit };
    },
  };
}

/** A check of a sum of ratios against 1; the sum grows with the load in proportion. */
export function ratioCheck<C>(
  sheet: Sheet,
  named: Named,
  o: {
    steps?(s: FormulaSection): (r: Run, c: C, l: Loading) => void;
    readonly ratio: string;
    readonly words: string;
    skip?(c: C, l: Loading): string | null;
    missing?(c: C, l: Loading): string | null;
  },
): CheckDef<C> {
  const s = sheet.section(named.id);
  const steps = o.steps?.(s);
  const ratio = s.f('u', '-', o.ratio, o.words, named.clause);
  return {
    ...named,
    load: 'combination',
    run: (r, c, l): Outcome => {
      const skip = o.skip?.(c, l);
      if (skip) return { skip };
      const missing = o.missing?.(c, l);
      if (missing) return { missing };
      steps?.(r, c, l);
      return { demand: ratio(r), resistance: 1, unit: '-' };
    },
  };
}

/** Two strengths of one part, along the reaction and along the axial force, and the ratio of both together. */
export function bothWays<C extends InFormat>(
  s: FormulaSection,
  V: { expr: string; words: string },
  N: { expr: string; words: string },
) {
  const ways = (
    [
      ['R_V', V],
      ['R_N', N],
    ] as const
  ).map(([symbol, { expr, words }]) => ({
    nominal: s.f(`${symbol}_n`, 'kN', expr, words, 'AISC 360-22, J4-5'),
    available: available(s, { symbol, unit: 'kN' }, RUPTURE.phi, RUPTURE.omega, 'AISC 360-22, J4.3'),
  }));
  return (r: Run, c: C): void => {
    for (const way of ways) {
      way.nominal(r);
      way.available(r, c);
    }
  };
}
export const BOTH_WAYS = { ratio: 'sqrt((V/R_V_c)^2+(N/R_N_c)^2)', words: 'both forces together' } as const;

/** Stress at which a part buckles under compression, after its slenderness `lambda` (AISC 360-22, E3); `F_y` names its yield strength on the sheet. */
export function buckling(s: FormulaSection, F_y: string) {
  const F_e = s.f('F_e', 'MPa', 'pi^2*E/lambda^2', 'elastic buckling stress', 'AISC 360-22, E3-4');
  const inelastic = s.f('F_cr', 'MPa', `0.658^(${F_y}/F_e)*${F_y}`, 'buckling stress', 'AISC 360-22, E3-2');
  const elastic = s.f('F_cr', 'MPa', '0.877*F_e', 'buckling stress, slender', 'AISC 360-22, E3-3');
  return (r: Run, f_y: number): void => void (f_y / F_e(r) <= 2.25 ? inelastic : elastic)(r);
}
