import { ACTION_NAMES, NO_ACTIONS, type ActionName, type Combination } from '../actions/combination.ts';
import type { Origin, Run, Sheet } from '../formula/index.ts';
import { illinois } from '../numeric/illinois.ts';
import {
  judgeRules,
  type CheckDef,
  type CheckResult,
  type Loading,
  type Loads,
  type Prepared,
  type RuleDef,
  type RuleResult,
} from './check.ts';
import { answers, inProportion } from './list.ts';

/** A joint whose checks stand in a list and look at one side, upright or, for uplift, turned upside down. */
export interface Sided<C = unknown> {
  readonly sheet: Sheet;
  readonly checks: readonly CheckDef<C>[];
  readonly rules: readonly RuleDef<C>[];
  /** The joint as checked for downward reaction and, turned upside down, for uplift. */
  readonly upright: Side<C>;
  readonly upturned: () => Side<C>;
  readonly actions: ActionSlots;
  /** Paths of checks that are drawn under other names. */
  readonly paths?: Readonly<Record<string, string>>;
  /** Failures that a check counts besides, by what other standards call them. */
  readonly covers?: Readonly<Record<string, readonly string[]>>;
  /** What the user is told of a combination besides. */
  readonly notes?: (combination: Combination) => readonly string[];
}

export interface Side<C> {
  readonly c: C;
  /** Values of all slots that the actions do not set; NaN elsewhere. */
  readonly values: Float64Array;
  readonly origins: ReadonlyMap<number, Origin>;
  /** Geometry and other shared values, worked before the checks. */
  common(run: Run, c: C): void;
}

/** Slots that take the actions, all as magnitudes; a joint has those that its checks read. */
export type ActionSlots = Readonly<Partial<Record<ActionName, number>>>;

const NO_LOAD = { skip: 'No shear force or axial force was given in this combination.' };
const NO_TIE = { skip: 'No tying force was given.' };

const sideFor = <C>(p: Sided<C>, combination: Combination): Side<C> => (combination.V_Ed < 0 ? p.upturned() : p.upright);

export function loadingOf(c: Combination): Loading {
  return { shear: c.V_Ed !== 0, axial: c.N_Ed > 0 ? 'tension' : c.N_Ed < 0 ? 'compression' : 'none', tie: c.N_tie > 0 };
}

function setActions(run: Run, slots: ActionSlots, c: Combination, k: number): void {
  for (const name of ACTION_NAMES) {
    const slot = slots[name];
    if (slot === undefined) continue;
    const value = c[name] ?? (name === 'V_ser' ? c.V_Ed : undefined);
    // An action that is left open keeps what the joint itself says of it.
    if (value !== undefined) run.v[slot] = Math.abs(value) * k;
  }
}

/** A joint of listed checks, ready to be checked. */
export const prepared = <C>(p: Sided<C>): Prepared & Sided<C> => ({
  ...p,
  ids: [...p.checks, ...p.rules].map((c) => c.id),
  ...(p.paths ? { counterparts: p.paths } : {}),
  check: (combination, run) => ({ results: checkSided(p, combination, run), notes: p.notes?.(combination) ?? [] }),
  judge: (run, loads) => judgeSided(p, run, loads),
  origins: (combination) => (combination ? sideFor(p, combination) : p.upright).origins,
});

function checkSided<C>(p: Sided<C>, combination: Combination, run: Run): CheckResult[] {
  const side = sideFor(p, combination);
  const loading = loadingOf(combination);
  const loaded = loading.shear || loading.axial !== 'none';
  run.v.set(side.values);
  setActions(run, p.actions, combination, 1);
  side.common(run, side.c);
  return answers(
    p.checks,
    run,
    side.c,
    loading,
    (check) => (check.load === 'tie' ? (loading.tie ? null : NO_TIE) : loaded ? null : NO_LOAD),
    (check, u) => (check.nonlinear ? solveMultiple(p, check, side, combination, loading, run, u) : inProportion(u)),
  );
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
  setActions(run, p.actions, { name: '', ...NO_ACTIONS }, 1);
  common(run, c);
  return judgeRules(p.rules, c, run, loads);
}
