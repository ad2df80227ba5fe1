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
