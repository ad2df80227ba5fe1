import { ACTION_NAMES, NO_ACTIONS, type ActionName, type Combination } from '../actions/combination.ts';
import type { Run, Sheet } from '../formula/index.ts';
import { lazyOnce, once } from '../lazy.ts';
import { illinois } from '../numeric/illinois.ts';
import {
  judgeRules,
  type CheckDef,
  type CheckResult,
  type Least,
  type Loading,
  type Loads,
  type Prepared,
  type RuleDef,
  type RuleResult,
} from './check.ts';
import { answers, inProportion, isUnloaded, passesBy, utilisationOf } from './list.ts';
import type { Values } from './values.ts';

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
  /** Values of all slots that the actions do not set, NaN elsewhere, and where they came from. */
  readonly lay: Pick<Values, 'values' | 'origins'>;
  /** Shared values that hang on the actions, worked before all others. */
  acting?(run: Run): void;
  /** Geometry and other shared values that no action changes, worked before the checks. */
  common(run: Run, c: C): void;
}

/** Slots that take the actions, all as magnitudes; a joint has those that its checks read. */
export type ActionSlots = Readonly<Partial<Record<ActionName, number>>>;

const NO_LOAD = { skip: 'No shear force or axial force was given in this combination.' };
const NO_TIE = { skip: 'No tying force was given.' };

const isUplift = ({ V_Ed }: Combination): boolean => V_Ed < 0;

const AXIAL = ['none', 'tension', 'compression'] as const satisfies Loading['axial'][];
/** A number for each state of the loading. */
const stateOf = ({ shear, axial, tie }: Loading): number => (shear ? 6 : 0) + (tie ? 3 : 0) + AXIAL.indexOf(axial);

export function loadingOf(c: Combination): Loading {
  return { shear: c.V_Ed !== 0, axial: c.N_Ed > 0 ? 'tension' : c.N_Ed < 0 ? 'compression' : 'none', tie: c.N_tie > 0 };
}

/** Ids of checks with rules. Both are the same lists for all joints of a kind. */
const idsOf = lazyOnce((checks: Sided<never>['checks']) =>
  lazyOnce((rules: Sided<never>['rules']) => [...checks, ...rules].map(({ id }) => id)),
);
const placesOf = lazyOnce((checks: Sided<never>['checks']) => checks.map((_, i) => i));
/** Actions that have a place, with it. */
const actsOf = lazyOnce((slots: ActionSlots) =>
  ACTION_NAMES.flatMap((name) => (slots[name] === undefined ? [] : [{ name, slot: slots[name] }])),
);

/** A joint of listed checks, ready to be checked. */
export const prepared = <C>(p: Sided<C>): Prepared & Sided<C> => {
  const working = new Working(p);
  return {
    ...p,
    ids: idsOf(p.checks)(p.rules),
    ...(p.paths ? { counterparts: p.paths } : {}),
    check: (combination, run) => ({ results: working.check(combination, run), notes: p.notes?.(combination) ?? [] }),
    least: (combination, run, enough) => working.least(combination, run, enough),
    judge: (run, loads, musts) => working.judge(run, loads, musts),
    origins: (combination) => (combination && isUplift(combination) ? p.upturned() : p.upright).lay.origins,
  };
};

/** Bound of a utilisation less 1, so that a part without resistance does not throw an interpolation off. */
const OVER = 10;

/** What acts where one action acts alone: the checks that it loads grow with nothing else. */
type Alone = 'shear' | 'tie';

/** A side with what is worked of it once, whatever the size of the actions. */
class Laid<C> {
  private values: Float64Array | null = null;
  /** Places of the checks that may give first under one action alone. */
  readonly foremost: { [K in Alone]?: readonly number[] } = {};
  /** Places of the checks that apply under a state of the loading: whether one does is no matter of size. */
  readonly applying: (readonly number[] | undefined)[] = [];
  constructor(readonly side: Side<C>) {}

  /** Its values with those that all checks share; the run is used to work them. */
  whole(run: Run): Float64Array {
    if (!this.values) {
      run.v.set(this.side.lay.values);
      this.side.common(run, this.side.c);
      this.values = Float64Array.from(run.v);
    }
    return this.values;
  }
}

/** Multiples nearer to each other than this are told apart by their last digits. */
const NEAR = 1e-9;

/** The least multiple of checks that were looked at, of equal ones that of the first in the list; and whether all pass. */
class LeastYet {
  place = -1;
  multiple = Infinity;
  passes = true;

  take(place: number, multiple: number): void {
    if (this.place >= 0 && (multiple > this.multiple || (multiple === this.multiple && place > this.place))) return;
    this.place = place;
    this.multiple = multiple;
  }
  of(checks: readonly { readonly id: string; readonly title: string }[]): Least {
    const { multiple, passes } = this;
    const check = checks[this.place];
    return { first: check ? { id: check.id, title: check.title, multiple } : null, passes };
  }
}

/** A combination whose values stand in a run. */
interface At<C> {
  readonly laid: Laid<C>;
  readonly side: Side<C>;
  readonly combination: Combination;
  readonly loading: Loading;
  /** It has shear or axial force. */
  readonly loaded: boolean;
  readonly run: Run;
}
/** Why a check has no load at all; null where it has. */
const idleIn = <C>({ loading, loaded }: At<C>, { load }: CheckDef<C>): { readonly skip: string } | null =>
  load === 'tie' ? (loading.tie ? null : NO_TIE) : loaded ? null : NO_LOAD;

/** The checks and rules of a joint at work on a run. */
class Working<C> {
  private readonly acts: ReturnType<typeof actsOf>;
  /** The places of all checks. */
  private readonly every: readonly number[];
  private readonly upright: Laid<C>;
  private readonly upturned: () => Laid<C>;
  constructor(private readonly p: Sided<C>) {
    this.acts = actsOf(p.actions);
    this.every = placesOf(p.checks);
    this.upright = new Laid(p.upright);
    this.upturned = once(() => new Laid(p.upturned()));
  }

  check(combination: Combination, run: Run): CheckResult[] {
    const at = this.start(combination, run);
    return answers(
      this.p.checks,
      run,
      at.side.c,
      at.loading,
      (check) => idleIn(at, check),
      (check, u) => (check.nonlinear ? this.multipleOf(check, at, u) : inProportion(u)),
    );
  }

  /** What gives first; null where a check is missing something: its results say what. */
  least(combination: Combination, run: Run, enough = 0): Least | null {
    const at = this.start(combination, run);
    const alone = this.aloneIn(at);
    const known = alone && at.laid.foremost[alone];
    return known ? this.leastOf(known, at) : this.leastOfAll(at, alone, enough);
  }

  /**
   * The least of all checks. Where utilisation grows faster than the load its multiple is solved only if it is over 1 at the least of the others:
   * else it can't be the least. Where one action acts alone, what gives first under it gives first at any size of it: its place is kept.
   */
  private leastOfAll(at: At<C>, alone: Alone | null, enough: number): Least | null {
    const { checks } = this.p;
    const { applying, foremost } = at.laid;
    const state = stateOf(at.loading);
    const applies: number[] = [];
    const all: { readonly i: number; readonly multiple: number }[] = [];
    const later: { readonly i: number; readonly u: number | null }[] = [];
    const yet = new LeastYet();
    const take = (i: number, multiple: number): void => {
      if (alone) all.push({ i, multiple });
      yet.take(i, multiple);
    };
    for (const i of applying[state] ?? this.every) {
      const check = checks[i]!;
      if (idleIn(at, check)) continue;
      const o = check.run(at.run, at.side.c, at.loading);
      if (!('demand' in o)) {
        if ('missing' in o) return null;
        continue;
      }
      applies.push(i);
      if (isUnloaded(o)) continue;
      const u = utilisationOf(o);
      yet.passes &&= passesBy(u, o.multiple);
      if (o.multiple === undefined && check.nonlinear) later.push({ i, u });
      else take(i, o.multiple ?? inProportion(u));
      if (!enough || (yet.passes && yet.multiple >= enough)) continue;
      // The bound of one that gives by what is solved later is no more than this.
      if (!yet.passes) for (const x of later) yet.take(x.i, inProportion(x.u));
      return yet.of(checks);
    }
    applying[state] ??= applies;
    for (const { i, u } of later)
      if (yet.place < 0 || !this.holdsAt(yet.multiple, checks[i]!, at)) take(i, this.multipleOf(checks[i]!, at, u));
    if (alone) foremost[alone] = all.filter((x) => x.multiple <= yet.multiple * (1 + NEAR)).map((x) => x.i);
    return yet.of(checks);
  }

  /** The least of checks at these places, all of them loaded. */
  private leastOf(places: readonly number[], at: At<C>): Least {
    const { checks } = this.p;
    const yet = new LeastYet();
    for (const i of places) {
      const check = checks[i]!;
      const o = check.run(at.run, at.side.c, at.loading);
      if (!('demand' in o)) continue;
      const u = utilisationOf(o);
      yet.passes &&= passesBy(u, o.multiple);
      yet.take(i, o.multiple ?? (check.nonlinear ? this.multipleOf(check, at, u) : inProportion(u)));
    }
    return yet.of(checks);
  }

  judge(run: Run, loads: Loads, musts?: boolean): RuleResult[] {
    this.lay(this.upright, { name: '', ...NO_ACTIONS }, run);
    return judgeRules(this.p.rules, this.p.upright.c, run, loads, musts);
  }

  /** Lays the values of a combination into the run; what is shared is worked again where it is traced. */
  private lay(laid: Laid<C>, combination: Combination, run: Run): void {
    const { side } = laid;
    run.v.set(run.steps ? side.lay.values : laid.whole(run));
    this.setActions(run, combination, 1);
    side.acting?.(run);
    if (run.steps) side.common(run, side.c);
  }

  private start(combination: Combination, run: Run): At<C> {
    const laid = isUplift(combination) ? this.upturned() : this.upright;
    const loading = loadingOf(combination);
    this.lay(laid, combination, run);
    return { laid, side: laid.side, combination, loading, loaded: loading.shear || loading.axial !== 'none', run };
  }

  /** The one action that acts, where the values of all others are 0 or open. */
  private aloneIn({ combination: c, loading, run }: At<C>): Alone | null {
    if (loading.axial !== 'none' || loading.shear === loading.tie) return null;
    for (const { name, slot } of this.acts) {
      if (name === 'V_Ed' || name === 'N_tie') continue;
      const value = run.v[slot]!;
      // The serviceability shear that follows the other is no action of its own.
      if (value > 0 && !(name === 'V_ser' && value === Math.abs(c.V_Ed))) return null;
    }
    return loading.shear ? 'shear' : 'tie';
  }

  private setActions(run: Run, c: Combination, k: number): void {
    for (const { name, slot } of this.acts) {
      const value = c[name] ?? (name === 'V_ser' ? c.V_Ed : undefined);
      // An action that is left open keeps what the joint itself says of it.
      if (value !== undefined) run.v[slot] = Math.abs(value) * k;
    }
  }

  /** Utilisation less 1 of a check at a factor on all actions, bounded. */
  private over(k: number, check: CheckDef<C>, { side, combination, loading, run }: At<C>): number {
    this.setActions(run, combination, k);
    const o = check.run(run, side.c, loading);
    if (!('demand' in o)) return -1;
    return Math.min((utilisationOf(o) ?? Infinity) - 1, OVER);
  }

  /** Leaves the run as it was before a check was looked at under other factors: other checks and the trace read the real actions. */
  private restore(check: CheckDef<C>, { side, combination, loading, run }: At<C>): void {
    this.setActions(run, combination, 1);
    check.run(run, side.c, loading);
  }

  /** Whether a check is clearly below 1 at a factor: it reaches 1 at a greater. */
  private holdsAt(k: number, check: CheckDef<C>, at: At<C>): boolean {
    return this.over(k, check, at) < -1e-9;
  }

  /** Factor on all actions at which a check reaches 1, where its resistance falls with the load; utilisation grows with the factor. */
  private multipleOf(check: CheckDef<C>, at: At<C>, utilisation: number | null): number {
    const { run } = at;
    const { steps } = run;
    run.steps = null;
    const over = (k: number): number => this.over(k, check, at);
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
    this.restore(check, at);
    run.steps = steps;
    return k < 1e-9 ? 0 : k;
  }
}
