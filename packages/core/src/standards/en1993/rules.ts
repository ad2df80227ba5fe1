import type { SteelInput } from '../../catalogue/index.ts';
import type { Formula, Sheet } from '../../formula/index.ts';
import type { Loads, RuleDef, RuleOutcome } from '../../checks/check.ts';
import type { Basis } from '../../basis/basis.ts';

export interface RuleOptions<C> {
  /** Must by default; false or a case that says false is advice. */
  readonly must?: boolean | ((c: C) => boolean);
  readonly skip?: (c: C, loads: Loads) => string | null;
  /** What it would need and does not have: it applies and can't be judged. */
  readonly missing?: (c: C) => string | null;
}

export interface SizeRule<C> {
  /** A formula, or the one of several that applies to a case. */
  readonly actual: string | ((c: C) => string);
  readonly actuals?: readonly string[];
  readonly limit: string | ((c: C) => string);
  readonly limits?: readonly string[];
  readonly sense?: '>=' | '<=';
  readonly unit?: 'mm' | '-';
}

/** Makes rules of one size against one limit, both formulas of the sheet. */
export const ruleMaker = <C>(sheet: Sheet) =>
  function rule(id: string, title: string, clause: string, size: SizeRule<C>, options: RuleOptions<C> = {}): RuleDef<C> {
    const s = sheet.section(id);
    const unit = size.unit ?? 'mm';
    const cases = (symbol: string, text: string, one: SizeRule<C>['limit'], all: readonly string[] = []): ((c: C) => Formula) => {
      const made = new Map((typeof one === 'string' ? [one] : all).map((expr) => [expr, s.f(symbol, unit, expr, text, clause)]));
      return (c) => made.get(typeof one === 'string' ? one : one(c))!;
    };
    const actual = cases('x', 'actual value', size.actual, size.actuals);
    const limit = cases('x_lim', 'limit', size.limit, size.limits);
    const must = options.must ?? true;
    return {
      id,
      title,
      clause,
      must: (c) => (typeof must === 'function' ? must(c) : must),
      run: (r, c, loads): RuleOutcome => {
        const reason = options.skip?.(c, loads);
        if (reason) return { skip: reason };
        const missing = options.missing?.(c);
        if (missing) return { missing };
        return { actual: actual(c)(r), limit: limit(c)(r), sense: size.sense ?? '>=', unit };
      },
    };
  };

/** A case of a joint, which knows the units of its job. */
export interface OfBasis {
  readonly m: { readonly basis: Basis };
}

/** Advice with two sides: sizes in mm that are usual. */
export const between = <C extends OfBasis>(
  id: string,
  title: string,
  clause: string,
  low: number,
  high: number,
  actual: (c: C) => number,
): RuleDef<C> => ({
  id,
  title,
  clause,
  must: () => false,
  run: (_r, c) => {
    const x = actual(c);
    return {
      actual: x,
      limit: x < low ? low : high,
      sense: x < low ? '>=' : '<=',
      unit: 'mm',
      note: `${c.m.basis.units.size(x)}, ${c.m.basis.units.length(low)} to ${c.m.basis.units.size(high)} is usual`,
    };
  },
});

/** S235 and S275, or a steel of one's own no stronger than S275. */
export const mild = (grade: string | undefined, f_y: number): boolean =>
  grade === 'S235' || grade === 'S275' || ((grade === undefined || !/^S\d+$/.test(grade)) && f_y <= 275);

interface NotchCase {
  readonly notchTop: boolean;
  readonly notchBottom: boolean;
  readonly flangeHeld: boolean;
  readonly l_n: number;
}

/** Stability of the web at a notch, top flange held (basis 2.7): limits of length and depth by the slenderness of the web. */
export function notchStability<C extends NotchCase & OfBasis>(sheet: Sheet, steelOf: (c: C) => SteelInput): RuleDef<C> {
  const clause = 'simple-joint practice';
  const s = sheet.section('beam-notch-stability');
  const slender = s.f('h_over_tw', '-', 'h_b/t_w', 'slenderness of the web');
  const limits = [
    s.f('slenderness_limit', '-', '54.3', 'limit for S275', clause),
    s.f('slenderness_limit', '-', '48', 'limit for S355', clause),
    s.f('slenderness_limit', '-', '54.3*sqrt(275[MPa]/f_y_w)', 'limit for other steel', clause),
  ];
  const K = [
    s.f('K', '-', '160000', 'coefficient for S275', clause),
    s.f('K', '-', '110000', 'coefficient for S355', clause),
    s.f('K', '-', '160000*(275[MPa]/f_y_w)^1.5', 'coefficient for other steel', clause),
  ];
  const full = s.f('l_n_max', 'mm', 'h_b', 'longest notch of a stocky web');
  const slenderMax = s.f('l_n_max', 'mm', 'K*h_b/h_over_tw^3', 'longest notch of a slender web');
  const depthOne = s.f('d_n_max', 'mm', 'h_b/2', 'deepest single notch');
  const depthTwo = s.f('d_n_max', 'mm', 'h_b/5', 'deepest notch of two');
  const d_n = s.f('d_n', 'mm', 'max(d_nt, d_nb)', 'depth of the deeper notch');
  return {
    id: 'beam-notch-stability',
    title: 'Notch: web stability',
    clause,
    must: () => true,
    run: (r, c) => {
      if (!c.notchTop && !c.notchBottom) return { skip: 'The beam is not notched.' };
      if (!c.flangeHeld)
        return { skip: 'The top flange is not held; the whole notched beam must be checked for lateral-torsional buckling.' };
      const u = c.m.basis.units;
      const { grade, f_y } = steelOf(c);
      const row = f_y !== undefined ? 2 : grade === 'S275' ? 0 : grade === 'S355' ? 1 : 2;
      const slenderness = slender(r);
      const limit = limits[row]!(r);
      K[row]!(r);
      const longest = (slenderness <= limit ? full : slenderMax)(r);
      const deepest = (c.notchTop && c.notchBottom ? depthTwo : depthOne)(r);
      const depth = d_n(r);
      return {
        actual: c.l_n,
        limit: longest,
        sense: '<=',
        unit: 'mm',
        pass: c.l_n <= longest && depth <= deepest,
        note: `length ${u.length(c.l_n)} of at most ${u.size(Math.round(longest))}; depth ${u.length(depth)} of at most ${u.size(Math.round(deepest))}`,
      };
    },
  };
}
