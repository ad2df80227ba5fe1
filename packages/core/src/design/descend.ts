import type { Combination } from '../actions/combination.ts';
import type { Basis } from '../basis/basis.ts';
import type { Practice } from '../basis/practice.ts';
import type { Joint, JointKind } from '../joints/kind.ts';
import { chosenOf, type Chosen, type SearchAxis, type SearchSpace } from '../joints/search.ts';
import { lazyOnce } from '../lazy.ts';
import type { CostRates } from '../rules/rates.ts';
import { validate } from '../validate/index.ts';
import { costOf } from './cost.ts';
import { asHoused } from './housed.ts';
import { Judge, leastMultiple } from './judge.ts';

/** What steps through a space of details, and from where. */
interface DescentAsked {
  readonly kind: JointKind;
  readonly space: SearchSpace;
  /** A detail of practice; the steps start from the choice that is nearest to it. */
  readonly from: unknown;
  readonly combinations: readonly Combination[];
  readonly basis: Basis;
  readonly practice: Practice;
  readonly rates: CostRates;
}

/** Where the steps end: a detail that holds and keeps its rules, such that no one step and no two together make a cheaper one. */
export interface Descent {
  readonly input: unknown;
  readonly chosen: readonly Chosen[];
  /** Least load multiple; null where nothing loads it. */
  readonly multiple: number | null;
  /** Details that were made on the way. */
  readonly details: number;
}

/** One choice, by the numbers of its values. */
type Choice = readonly number[];
interface Looked {
  readonly input: unknown;
  readonly joint: Joint;
  readonly cost: number;
}

/** How far a value may lie from where it is where one, two or three change together. */
const SPANS: Readonly<Record<number, number>> = { 1: Infinity, 2: 2, 3: 1 };
/** So many details are judged in full on the way to one that holds. */
const MOST = 1000;
/** A step to a detail that holds more is one by a five-hundredth. */
const MORE = 1.002;

type At = () => Choice;
/** Every choice that differs from where the steps are in so many axes, by at most `span` of their values each. */
function* together(values: readonly Choice[], at: At, axes: number, span: number, from = 0): Generator<Choice> {
  for (let i = from; i < values.length; i += 1)
    for (const k of values[i]!) {
      const here = at();
      if (k === here[i] || Math.abs(k - here[i]!) > span) continue;
      const moved = (): Choice => at().map((x, n) => (n === i ? k : x));
      if (axes === 1) yield moved();
      else yield* together(values, moved, axes - 1, span, i + 1);
    }
}
/** One axis to any of its values; two by a step or two each; three by one. */
const STEPS = [1, 2, 3].map(
  (axes) =>
    (values: readonly Choice[], at: At): Generator<Choice> =>
      together(values, at, axes, SPANS[axes]!),
);

class Descending {
  private readonly judge: Judge;
  private readonly seen = new Map<string, Looked | null>();
  /** What was judged and does not hold. */
  private readonly failed = new Set<Looked>();
  private at: Choice;
  private best: (Looked & { readonly choice: Choice; readonly multiple: number | null }) | null = null;
  private details = 0;
  constructor(
    private readonly asked: DescentAsked,
    /** Numbers of the values that may be taken, an axis each. */
    private readonly values: readonly Choice[],
    from: readonly (number | string)[],
  ) {
    this.judge = new Judge(asked.combinations, asked.basis, asked.practice.least_multiple);
    this.at = values.map((own, i) => nearest(asked.space.axes[i]!, own, from[i]!));
  }

  run(): Descent | null {
    if (!this.take(this.at) && !this.climb()) return null;
    // Before its forces a detail of practice is left as it is.
    if (this.best!.multiple !== null) while (STEPS.some((steps) => this.sweep(steps)));
    const { input, choice, multiple } = this.best!;
    return { input, chosen: chosenOf(this.asked.space, this.valuesOf(choice)), multiple, details: this.details };
  }

  private valuesOf(choice: Choice): (number | string)[] {
    return choice.map((k, i) => this.asked.space.axes[i]!.values[k]!);
  }

  /** The detail of a choice, made and priced once. */
  private look(choice: Choice): Looked | null {
    const key = choice.join();
    const known = this.seen.get(key);
    if (known !== undefined) return known;
    const { kind, space, practice, rates } = this.asked;
    const made = space.make(this.valuesOf(choice));
    const input: unknown = made === null ? null : asHoused(kind, made, practice);
    const joint = input === null ? null : this.judge.build(kind, input);
    const looked = joint && { input, joint, cost: costOf(joint, rates) };
    if (looked) this.details += 1;
    this.seen.set(key, looked);
    return looked;
  }

  private readonly strengthOf = lazyOnce(({ input, joint }: Looked): number => {
    const { kind, space } = this.asked;
    const strict = space.strict ? this.judge.build(kind, space.strict(input)) : joint;
    return strict ? this.judge.strength(strict) : 0;
  });

  /** Goes to a choice where its detail holds and is cheaper than the best so far. */
  private take(choice: Choice): boolean {
    const looked = this.look(choice);
    if (!looked || this.failed.has(looked) || looked.cost > (this.best?.cost ?? Infinity) - 1e-9) return false;
    const report = this.judge.judge(looked.joint);
    if ('lack' in report || 'error' in validate(this.asked.kind.schema(), looked.input)) {
      this.failed.add(looked);
      return false;
    }
    this.best = { ...looked, choice, multiple: report.state === 'none' ? null : leastMultiple(report) };
    this.at = choice;
    return true;
  }

  private sweep(steps: (typeof STEPS)[number]): boolean {
    let taken = false;
    for (const choice of steps(this.values, () => this.at)) if (this.take(choice)) taken = true;
    return taken;
  }

  /** Steps that strengthen most, until some lead to details that hold; false where none does. */
  private climb(): boolean {
    const strength = (choice: Choice): number => {
      const looked = this.look(choice);
      return looked ? this.strengthOf(looked) : -1;
    };
    let now = strength(this.at);
    while (this.details < MOST) {
      let next: { readonly choice: Choice; readonly strength: number } | null = null;
      // Three together strengthen hardly more than two, and there are many.
      for (const steps of STEPS.slice(0, 2)) {
        for (const choice of steps(this.values, () => this.at)) {
          const strong = strength(choice);
          if (strong >= 1) this.take(choice);
          else if (strong > (next?.strength ?? Math.max(now, now * MORE))) next = { choice, strength: strong };
        }
        if (this.best) return true;
        if (next) break;
      }
      if (!next) return false;
      this.at = next.choice;
      now = next.strength;
    }
    return false;
  }
}

/** Number of the value that is nearest to one, of those that may be taken. */
function nearest({ values }: SearchAxis, own: Choice, to: number | string): number {
  const apart = (k: number): number => {
    const v = values[k]!;
    if (v === to) return 0;
    return typeof v === 'number' && typeof to === 'number' ? Math.abs(v - to) : Infinity;
  };
  return own.reduce((best, k) => (apart(k) < apart(best) ? k : best), own[0]!);
}

/**
 * Steps along the axes of a search, one or two at a time: from the choice that is nearest to a detail of practice to one that holds, and from there down
 * to where no step makes a cheaper one that does. What is unusual is left to where nothing else holds. null where the space has no detail that the
 * steps lead to and that holds, or says nothing of where they start.
 */
export function descend(asked: DescentAsked): Descent | null {
  const { space, from } = asked;
  const at = space.of?.(from);
  if (!at || space.axes.some((a) => a.values.length === 0)) return null;
  const all = space.axes.map(({ values }) => values.map((_, k) => k));
  const usual = space.axes.map(({ values, last }, i) => {
    const own = all[i]!.filter((k) => values[k] !== last || at[i] === last);
    return own.length ? own : all[i]!;
  });
  const first = new Descending(asked, usual, at).run();
  return first ?? (usual.some((own, i) => own.length < all[i]!.length) ? new Descending(asked, all, at).run() : null);
}
