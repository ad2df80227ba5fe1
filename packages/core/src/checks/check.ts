import { inNewtons, type ActionName, type Combination } from '../actions/combination.ts';
import type { Origin, Run, Sheet } from '../formula/index.ts';
import type { UnitId } from '../units/units.ts';

/**
 * What a check answers: forces or stresses in N, mm and MPa; why it does not apply; or what is missing, so that it applies and can't be made:
 * a joint with such a check is not whole and never reads as holding.
 */
export type Outcome =
  | { readonly skip: string }
  | { readonly missing: string }
  | {
      readonly demand: number;
      readonly resistance: number;
      readonly unit: UnitId;
      readonly say?: string;
      /** Factor on the load at which it first reaches 1, where the check works that itself: it passes from 1 on. */
      readonly multiple?: number;
    };

/** State of the loading that decides which cases of a clause apply. */
export interface Loading {
  readonly shear: boolean;
  readonly axial: 'none' | 'tension' | 'compression';
  readonly tie: boolean;
}

export interface CheckDef<C> {
  readonly id: string;
  readonly title: string;
  readonly clause: string;
  readonly part: string;
  /** Which actions load it: those of the combination, or the tying force alone. */
  readonly load: 'combination' | 'tie';
  /** The resistance falls with the load itself (shear with bending): the multiple is then solved. */
  readonly nonlinear?: boolean;
  run(run: Run, c: C, loading: Loading): Outcome;
}

export type RuleOutcome =
  | { readonly skip: string }
  | { readonly missing: string }
  | {
      readonly actual: number;
      readonly limit: number;
      readonly sense: '>=' | '<=';
      readonly unit: UnitId;
      readonly pass?: boolean;
      readonly note?: string;
    };

export interface RuleDef<C> {
  readonly id: string;
  readonly title: string;
  readonly clause: string;
  must(c: C): boolean;
  run(run: Run, c: C, loads: Loads): RuleOutcome;
}

interface Named {
  readonly id: string;
  readonly title: string;
  readonly clause: string;
}

export interface StrengthResult extends Named {
  readonly type: 'strength';
  readonly part: string;
  /** Which of several like parts it speaks of: a side, an anchor, an edge. */
  readonly where?: string;
  /** Told for information: it never governs and never fails the joint. */
  readonly info?: true;
  /** In N, mm, MPa; shown in `unit`. */
  readonly demand: number;
  readonly resistance: number;
  readonly unit: UnitId;
  /** Null where the resistance is zero or negative: the check fails then. */
  readonly utilisation: number | null;
  /** Factor on the actions at which this check reaches 1; 0 where the part has no resistance at all. */
  readonly multiple: number;
  readonly pass: boolean;
  /** What the user is told of it besides, in a sentence without its stop. */
  readonly say?: string;
}

export interface SkipResult extends Named {
  readonly type: 'skip';
  readonly part: string;
  readonly reason: string;
  /** It applies, and could not be made: the reason says what is missing. */
  readonly missing?: true;
}

/** A value worth knowing that has no resistance beside it: a stiffness. Never governs. */
export interface ValueResult extends Named {
  readonly type: 'value';
  readonly part: string;
  readonly value: number;
  readonly unit: UnitId;
  /** What it means, in a few words. */
  readonly text: string;
}

export type CheckResult = StrengthResult | SkipResult | ValueResult;

/** Name of a result among those of one combination: the id of its check, with the part that it speaks of. */
export const resultKey = (r: CheckResult): string => (r.type === 'strength' && r.where ? `${r.id}@${r.where}` : r.id);

/** What the checks of one combination answer, and what else the user is told of it. */
export interface Checked {
  readonly results: readonly CheckResult[];
  readonly notes: readonly string[];
}

export interface RuleResult extends Named {
  readonly type: 'rule' | 'skip';
  readonly must: boolean;
  readonly pass: boolean;
  readonly actual: number;
  readonly limit: number;
  readonly sense: '>=' | '<=';
  readonly unit: UnitId;
  readonly note?: string;
  readonly reason?: string;
  /** It applies, and could not be judged: the reason says what is missing. */
  readonly missing?: true;
}

/** What the combinations of a joint hold, all of them together: some rules ask for more where a force pulls or lifts. */
export interface Loads {
  readonly shear: boolean;
  readonly axial: boolean;
  /** A force that pulls the beam off, tying included. */
  readonly tension: boolean;
  readonly uplift: boolean;
  /** All of them, in N and Nmm. */
  readonly combinations: readonly Combination[];
}

export const NO_LOADS: Loads = { shear: false, axial: false, tension: false, uplift: false, combinations: [] };
/** What combinations hold together; in N and Nmm. */
export const loadsIn = (combinations: readonly Combination[]): Loads => ({
  shear: combinations.some((c) => c.V_Ed !== 0),
  axial: combinations.some((c) => c.N_Ed !== 0),
  tension: combinations.some((c) => c.N_Ed > 0 || c.N_tie > 0),
  uplift: combinations.some((c) => c.V_Ed < 0),
  combinations,
});

/** What gives first under one combination and at which multiple, as its results have it to the last digit. */
export interface Least {
  /** The check with the lowest multiple; null when nothing is loaded. */
  readonly first: { readonly id: string; readonly title: string; readonly multiple: number } | null;
  /** No check is over its resistance. */
  readonly passes: boolean;
}

/** A joint ready to be checked many times: values of everything but the actions are laid out once. Forces in N, moments in Nmm. */
export interface Prepared {
  readonly sheet: Sheet;
  /** All checks of one combination. The run may be traced; the numbers are the same. Every check answers: with a result, or with the reason why it does not apply. */
  check(combination: Combination, run: Run): Checked;
  /**
   * What its results come to, without any; null where a check is missing something: its results say what. With `enough` it may stop at the first
   * check whose multiple is below it, whose bound it then gives. Absent where the checks are worked together.
   */
  least?(combination: Combination, run: Run, enough?: number): Least | null;
  /** Detailing rules, judged once a joint, whatever the size of its forces; of `musts` alone, no further than the first that is broken. */
  judge(run: Run, loads: Loads, musts?: boolean): RuleResult[];
  /** Where each given value of a combination came from; of the joint alone without one. */
  origins(combination: Combination | null): ReadonlyMap<number, Origin>;
  /** Slots that take the actions. */
  readonly actions: Readonly<Partial<Record<ActionName, number>>>;
  /** What the same failure is called under the other standards of the kind, by the ids of these checks. */
  readonly counterparts?: Readonly<Record<string, string>>;
  /** Failures that a check counts besides, by what the others call them. */
  readonly covers?: Readonly<Record<string, readonly string[]>>;
  /** Ids of all checks and rules. */
  readonly ids: readonly string[];
}

/** The results of one combination, in N and Nmm. */
export const checkCombination = (p: Prepared, combination: Combination, run: Run): readonly CheckResult[] =>
  p.check(combination, run).results;
export const checkRules = (p: Prepared, run: Run, combinations: readonly Combination[] = []): RuleResult[] =>
  p.judge(run, loadsIn(combinations.map(inNewtons)));

/** Checks that apply only where `missing` gives no reason against it. */
export const checksWhere = <C>(missing: (c: C) => string | null, checks: readonly CheckDef<C>[]): CheckDef<C>[] =>
  checks.map((check) => ({
    ...check,
    run: (r, c, l): Outcome => {
      const reason = missing(c);
      return reason === null ? check.run(r, c, l) : { skip: reason };
    },
  }));

/** The same for rules. */
export const rulesWhere = <C>(missing: (c: C) => string | null, rules: readonly RuleDef<C>[]): RuleDef<C>[] =>
  rules.map((rule) => ({
    ...rule,
    run: (r, c, loads) => {
      const reason = missing(c);
      return reason === null ? rule.run(r, c, loads) : { skip: reason };
    },
  }));

/** What each rule says of a joint whose values stand in the run; of `musts` alone, no further than the first that is broken. */
export function judgeRules<C>(rules: readonly RuleDef<C>[], c: C, run: Run, loads: Loads, musts = false): RuleResult[] {
  if (!musts) return rules.map((rule) => judgeRule(rule, c, run, loads));
  const out: RuleResult[] = [];
  for (const rule of rules) {
    if (!rule.must(c)) continue;
    const result = judgeRule(rule, c, run, loads);
    out.push(result);
    if (isBroken(result)) break;
  }
  return out;
}
/** A rule that must be kept, and is not. */
export const isBroken = (r: RuleResult): boolean => r.type === 'rule' && r.must && !r.pass;

function judgeRule<C>(rule: RuleDef<C>, c: C, run: Run, loads: Loads): RuleResult {
  const outcome = rule.run(run, c, loads);
  const { id, title, clause } = rule;
  const must = rule.must(c);
  if (!('actual' in outcome)) {
    const skipped = { type: 'skip', id, title, clause, must, pass: true, actual: 0, limit: 0, sense: '>=', unit: '-' } as const;
    return 'skip' in outcome ? { ...skipped, reason: outcome.skip } : { ...skipped, reason: outcome.missing, missing: true };
  }
  const { actual, limit, sense, unit, note } = outcome;
  // A size that meets its limit but for floating-point noise keeps the rule.
  const met = sense === '>=' ? actual >= limit - 1e-9 * Math.abs(limit) : actual <= limit + 1e-9 * Math.abs(limit);
  const result = { type: 'rule', id, title, clause, must, pass: outcome.pass ?? met, actual, limit, sense, unit } as const;
  return note ? { ...result, note } : result;
}
