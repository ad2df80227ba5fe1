import type { Combination } from '../actions/combination.ts';
import type { Basis } from '../basis/basis.ts';
import type { Practice } from '../basis/practice.ts';
import { givesFirstAt, type FirstDetail, type JointKind, type Start } from '../joints/kind.ts';
import { kindOf } from '../joints/registry.ts';
import type { Chosen, SearchSpace } from '../joints/search.ts';
import { orNone, Refusal } from '../refusal.ts';
import { practiceOf, ratesOf, type HouseRules } from '../rules/index.ts';
import { validate } from '../validate/index.ts';
import { descend } from './descend.ts';
import { Judge, leastMultiple, RULES, tryDetail } from './judge.ts';

/** Checks of one combination that a first detail may cost after the usual range has failed. */
const BUDGET = 1500;

/** What of the house rules a first detail goes by. */
export type Ruled = Pick<HouseRules, 'details' | 'rates'>;
const NO_RULES: Ruled = { details: {}, rates: {} };

/** A detail with why it is so. */
type First = FirstDetail<unknown>;
/** What a first detail is asked of, and by which rules. */
interface Asked {
  readonly kind: JointKind;
  readonly start: Start;
  readonly combinations: readonly Combination[];
  readonly basis: Basis;
  readonly rules: Ruled;
}

/** The cheapest detail that steps from one of practice lead to among what usual practice or the house makes; null where none of them holds. */
function byDescent({ kind, start, combinations, basis, rules }: Asked, practice: Practice, space: SearchSpace): First | null {
  // Before its forces: which detail the steps start from.
  const keeping = new Judge([], basis);
  const from = kind.first(start, [], basis, (input) => strengthIn(keeping, kind, input)).input;
  const led = descend({ kind, space, from, combinations, basis, practice, rates: ratesOf(rules) });
  if (!led) return null;
  const { chosen, multiple, details } = led;
  const housed = isHoused(rules);
  return {
    input: led.input,
    why: [
      ...(space.why?.(led.input) ?? []),
      multiple !== null
        ? `The cheapest detail ${housed ? 'that the house rules allow' : 'of usual practice'} that steps from a usual one lead to, ${details} looked at: ${wordsOf(chosen)}.`
        : `${housed ? 'The detail that the house rules allow nearest to a usual one' : 'A usual detail'}: ${wordsOf(chosen)}.`,
      givesFirstAt(multiple),
    ],
  };
}
const wordsOf = (chosen: readonly Chosen[]): string => chosen.map((c) => `${c.axis} ${c.value}`).join(', ');

/** The cheapest detail that steps lead to; null where none holds, or where the kind has no steps. */
function ledTo(asked: Asked): First | null {
  const { kind, start, combinations, basis, rules } = asked;
  const practice = practiceOf(rules, basis.standard);
  const space = orNone(() => kind.search({ start, present: null, combinations }, basis, practice));
  return !space || (space.raised && !isHoused(rules)) ? null : byDescent(asked, practice, space);
}
const isHoused = ({ details }: Ruled): boolean => Object.keys(details).length > 0;

/** What a trial detail is worth; 0 where it is no joint at all, or outside of what the kind takes. */
function strengthIn(judge: Judge, kind: JointKind, input: unknown): number {
  if ('error' in validate(kind.schema(), input)) return 0;
  const joint = judge.build(kind, input);
  return joint ? judge.strength(joint) : 0;
}

/** A first detail that follows good practice and, where the usual range or what lies a few steps beyond it allows, holds every combination and keeps every must rule; by the house rules where they say what details are made of. */
export function firstDetail(
  kindId: string,
  start: Start,
  combinations: readonly Combination[],
  basis: Basis,
  rules: Ruled = NO_RULES,
): First {
  const kind = kindOf(kindId);
  const housed = isHoused(rules);
  const asked: Asked = { kind, start, combinations, basis, rules };
  const found = ledTo(asked);
  if (found) return found;
  const none = 'No detail that the house rules allow was found to hold: this is one of usual practice.';
  const plain = housed ? ledTo({ ...asked, rules: NO_RULES }) : null;
  if (plain) return { ...plain, why: [...plain.why, none] };
  const judging = new Judge(combinations, basis, rules.details.least_multiple);
  const judge = (input: unknown): number => strengthIn(judging, kind, input);
  const usual = kind.first(start, combinations, basis, judge);
  const { input, taken } = climb(
    usual.input,
    judge,
    (i) =>
      kind
        .build(i, basis)
        .moves()
        .filter((m) => !m.given),
    Math.floor(BUDGET / Math.max(1, combinations.length)),
  );
  const why = [...usual.why, ...(taken.length ? [`Taken further: ${taken.join(', ')}.`] : []), ...(housed ? [none] : [])];
  const report = tryDetail(kindId, input, combinations, basis);
  if (!report) return { input, why };
  const least = leastMultiple(report);
  // What stops a detail that breaks a rule or gives is said, so that the next step is known.
  const stops = [
    ...report.missing.map((m) => `not checked: ${m.title.toLowerCase()}`),
    ...report.brokenRules.map((r) => r.title.toLowerCase()),
    ...(least < 1
      ? [`${report.combinations[report.worst]!.first!.title.toLowerCase()}, at ${least.toFixed(2)} of the load`]
      : []),
  ];
  if (stops.length) return { input, why: [...why, `What stops it: ${stops.join('; ')}.`] };
  return { input, why: taken.length ? [...why, givesFirstAt(least)] : why };
}

interface Step {
  readonly label: string;
  readonly input: unknown;
  readonly multiple: number;
}

/**
 * Takes a detail that does not hold further by its own moves: each time the one that helps most, and where none helps alone the first pair
 * that does, until it holds, nothing helps any more, or `budget` details have been judged.
 */
function climb(
  start: unknown,
  judge: (input: unknown) => number,
  movesOf: (input: unknown) => readonly { readonly label: string; readonly input: unknown }[],
  budget: number,
): { input: unknown; taken: readonly string[] } {
  const first: Step = { label: '', input: start, multiple: judge(start) };
  let now = first;
  const taken: string[] = [];
  let left = budget;
  const steps = (input: unknown): { label: string; input: unknown }[] => {
    try {
      return [...movesOf(input)];
    } catch (e) {
      if (e instanceof Refusal) return []; // it can't be built as it stands; its neighbours are not looked for
      throw e;
    }
  };
  const helps = (multiple: number): boolean => multiple > now.multiple * 1.002;
  while (now.multiple < 1 && left > 0) {
    const singles = steps(now.input)
      .slice(0, left)
      .map((m): Step => ({ ...m, multiple: judge(m.input) }));
    left -= singles.length;
    let next = singles.filter((s) => helps(s.multiple)).sort((a, b) => b.multiple - a.multiple)[0];
    for (const single of next ? [] : singles.sort((a, b) => b.multiple - a.multiple)) {
      if (next || left <= 0) break;
      for (const second of steps(single.input).slice(0, left)) {
        left -= 1;
        const multiple = judge(second.input);
        if (helps(multiple) && multiple > (next?.multiple ?? 0))
          next = { label: `${single.label}, ${second.label}`, input: second.input, multiple };
      }
    }
    if (!next) break;
    now = next;
    taken.push(next.label);
  }
  // Steps that end short of holding would only make the detail dearer; those that mend its rules stay.
  return now.multiple >= 1 || (now.multiple > RULES && first.multiple <= RULES)
    ? { input: now.input, taken }
    : { input: start, taken: [] };
}
