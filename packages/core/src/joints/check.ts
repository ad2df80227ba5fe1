import type { ActionName, Combination } from '../actions/combination.ts';
import type { Origin, Run, Sheet } from '../formula/index.ts';
import { illinois } from '../numeric/illinois.ts';
import type { UnitId } from '../units/units.ts';

/**
 * What a check answers: forces or stresses in N, mm and MPa; why it does not apply; or what is missing, so that it applies and can't be made:
 * a joint with such a check is not whole and never reads as holding.
 */
export type Outcome =
  | { readonly skip: string }
  | { readonly missing: string }
  | { readonly demand: number; readonly resistance: number; readonly unit: UnitId };

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
}

export const NO_LOADS: Loads = { shear: false, axial: false, tension: false, uplift: false };
export const loadsOf = (combinations: readonly Combination[]): Loads => ({
  shear: combinations.some((c) => c.V_Ed !== 0),
  axial: combinations.some((c) => c.N_Ed !== 0),
  tension: combinations.some((c) => c.N_Ed > 0 || c.N_tie > 0),
  uplift: combinations.some((c) => c.V_Ed < 0),
});

/** A joint ready to be checked many times: values of everything but the actions are laid out once. Forces in N, moments in Nmm. */
export interface Prepared {
  readonly sheet: Sheet;
  /** All checks of one combination. The run may be traced; the numbers are the same. Every check answers: with a result, or with the reason why it does not apply. */
  check(combination: Combination, run: Run): Checked;
  /** Detailing rules, judged once a joint, whatever the size of its forces. */
  judge(run: Run, loads: Loads): RuleResult[];
  /** Where each given value of a combination came from; of the joint alone without one. */
  origins(combination: Combination | null): ReadonlyMap<number, Origin>;
  /** Slots that take the actions. */
  readonly actions: Readonly<Partial<Record<ActionName, number>>>;
  /** Ids of all checks and rules. */
  readonly ids: readonly string[];
}

/** A joint whose checks stand in a list and look at one side, upright or, for uplift, turned upside down. */
export interface Sided<C = unknown> {
  readonly sheet: Sheet;
  readonly checks: readonly CheckDef<C>[];
  readonly rules: readonly RuleDef<C>[];
  /** The joint as checked for downward reaction and, turned upside down, for uplift. */
  readonly upright: Side<C>;
  readonly upturned: () => Side<C>;
  readonly actions: ActionSlots;
}

export interface Side<C> {
  readonly c: C;
  /** Values of all slots that the actions do not set; NaN elsewhere. */
  readonly values: Float64Array;
  readonly origins: ReadonlyMap<number, Origin>;
  /** Geometry and other shared values, worked before the checks. */
  common(run: Run, c: C): void;
}

/** Slots that take the actions, all as magnitudes. */
export interface ActionSlots {
  readonly V_Ed: number;
  readonly N_Ed: number;
  readonly N_tie: number;
  readonly V_ser: number;
}

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

const NO_LOAD = { skip: 'No shear force or axial force was given in this combination.' };
const NO_TIE = { skip: 'No tying force was given.' };
const NOTHING = { skip: 'This combination puts no load on it.' };

/** Results are made for every check under every combination: plain literals, since copying with a spread is most of their cost. */
const leftOut = <C>(
  { id, title, clause, part }: CheckDef<C>,
  why: { readonly skip: string } | { readonly missing: string },
): SkipResult =>
  'skip' in why
    ? { type: 'skip', id, title, clause, part, reason: why.skip }
    : { type: 'skip', id, title, clause, part, reason: why.missing, missing: true };

const sideFor = <C>(p: Sided<C>, combination: Combination): Side<C> => (combination.V_Ed < 0 ? p.upturned() : p.upright);

export function loadingOf(c: Combination): Loading {
  return { shear: c.V_Ed !== 0, axial: c.N_Ed > 0 ? 'tension' : c.N_Ed < 0 ? 'compression' : 'none', tie: c.N_tie > 0 };
}

function setActions(run: Run, slots: ActionSlots, c: Combination, k: number): void {
  run.v[slots.V_Ed] = Math.abs(c.V_Ed) * k;
  run.v[slots.N_Ed] = Math.abs(c.N_Ed) * k;
  run.v[slots.N_tie] = c.N_tie * k;
  run.v[slots.V_ser] = Math.abs(c.V_ser ?? c.V_Ed) * k;
}

/** A joint of listed checks, ready to be checked. */
export const prepared = <C>(p: Sided<C>): Prepared & Sided<C> => ({
  ...p,
  ids: [...p.checks, ...p.rules].map((c) => c.id),
  check: (combination, run) => ({ results: checkSided(p, combination, run), notes: [] }),
  judge: (run, loads) => judgeSided(p, run, loads),
  origins: (combination) => (combination ? sideFor(p, combination) : p.upright).origins,
});

/** The results of one combination, in N and Nmm. */
export const checkCombination = (p: Prepared, combination: Combination, run: Run): readonly CheckResult[] =>
  p.check(combination, run).results;
export const checkRules = (p: Prepared, run: Run, combinations: readonly Combination[] = []): RuleResult[] =>
  p.judge(run, loadsOf(combinations));

function checkSided<C>(p: Sided<C>, combination: Combination, run: Run): CheckResult[] {
  const side = sideFor(p, combination);
  const loading = loadingOf(combination);
  const loaded = loading.shear || loading.axial !== 'none';
  run.v.set(side.values);
  setActions(run, p.actions, combination, 1);
  side.common(run, side.c);
  const results: CheckResult[] = [];
  for (const check of p.checks) {
    const idle = check.load === 'tie' ? (loading.tie ? null : NO_TIE) : loaded ? null : NO_LOAD;
    const outcome: Outcome = idle ?? check.run(run, side.c, loading);
    if (!('demand' in outcome)) {
      results.push(leftOut(check, outcome));
      continue;
    }
    const { id, title, clause, part } = check;
    const { demand, resistance, unit } = outcome;
    if (demand === 0) {
      results.push(leftOut(check, NOTHING));
      continue;
    }
    const utilisation = resistance > 0 ? demand / resistance : null;
    const multiple = check.nonlinear
      ? solveMultiple(p, check, side, combination, loading, run, utilisation)
      : utilisation === null
        ? 0
        : 1 / utilisation;
    results.push({
      type: 'strength',
      id,
      title,
      clause,
      part,
      demand,
      resistance,
      unit,
      utilisation,
      multiple,
      pass: utilisation !== null && utilisation <= 1,
    });
  }
  return results;
}

/** Factor on all actions at which a check reaches 1, where its resistance falls with the load; utilisation grows with the factor. */
function solveMultiple<C>(
  p: Sided<C>,
  check: CheckDef<C>,
  side: Side<C>,
  combination: Combination,
  loading: Loading,
  run: Run,
  utilisation: number | null,
): number {
  const steps = run.steps;
  run.steps = null;
  /** Utilisation less 1 at a factor; bounded, so that a part without resistance does not throw the interpolation off. */
  const over = (k: number): number => {
    setActions(run, p.actions, combination, k);
    const o = check.run(run, side.c, loading);
    if (!('demand' in o)) return -1;
    return o.resistance > 0 ? Math.min(o.demand / o.resistance - 1, 10) : 10;
  };
  // Utilisation grows faster than the load: 1/utilisation bounds the answer above when the check holds, below when it gives. Without
  // resistance at this load there may be some at a smaller one.
  const proportional = utilisation === null ? 0 : 1 / utilisation;
  const low = utilisation === null ? 0 : Math.min(1, proportional);
  const high = utilisation === null ? 1 : Math.max(1, proportional);
  const fLow = low > 0 ? over(low) : -1;
  const fHigh = over(high);
  let k = Math.abs(fHigh) < 1e-12 ? high : low;
  if (Math.abs(fHigh) >= 1e-12 && Math.abs(fLow) >= 1e-12) {
    k = illinois(
      over,
      { low, high, fLow, fHigh },
      { near: (f) => Math.abs(f) < 1e-13, narrow: (a, b) => b - a <= 1e-13 * b, halve: 8, most: 80 },
    ).x;
  }
  // Leave the run as it was: other checks and the trace read the real actions.
  setActions(run, p.actions, combination, 1);
  check.run(run, side.c, loading);
  run.steps = steps;
  return k < 1e-9 ? 0 : k;
}

function judgeSided<C>(p: Sided<C>, run: Run, loads: Loads): RuleResult[] {
  const { c, values, common } = p.upright;
  run.v.set(values);
  setActions(run, p.actions, { name: '', V_Ed: 0, N_Ed: 0, N_tie: 0 }, 1);
  common(run, c);
  return judgeRules(p.rules, c, run, loads);
}

/** What each rule says of a joint whose values stand in the run. */
export function judgeRules<C>(rules: readonly RuleDef<C>[], c: C, run: Run, loads: Loads): RuleResult[] {
  return rules.map((rule) => {
    const outcome = rule.run(run, c, loads);
    const { id, title, clause } = rule;
    const must = rule.must(c);
    if (!('actual' in outcome))
      return {
        type: 'skip',
        id,
        title,
        clause,
        must,
        pass: true,
        actual: 0,
        limit: 0,
        sense: '>=',
        unit: '-',
        ...('skip' in outcome ? { reason: outcome.skip } : { reason: outcome.missing, missing: true }),
      };
    const { actual, limit, sense, unit, note } = outcome;
    // A size that meets its limit but for floating-point noise keeps the rule.
    const met = sense === '>=' ? actual >= limit - 1e-9 * Math.abs(limit) : actual <= limit + 1e-9 * Math.abs(limit);
    return {
      type: 'rule',
      id,
      title,
      clause,
      must,
      pass: outcome.pass ?? met,
      actual,
      limit,
      sense,
      unit,
      ...(note ? { note } : {}),
    };
  });
}
