import { Refusal } from '../refusal.ts';
import { practiceOf, ratesOf, rulesOf } from '../rules/index.ts';
import { basisOf } from '../standards/job-basis.ts';
import { ACTION_NAMES } from '../actions/combination.ts';
import { costParts, sumOf, type CostPart } from '../design/cost.ts';
import { leastMultiple, tryBuild } from '../design/judge.ts';
import { frontierOf, searchAll, type SearchAsked, type SearchProgress } from '../design/search.ts';
import { KINDS, kindOf } from '../joints/registry.ts';
import { withActions, type RuledJob } from './actions.ts';
import type { JointDocument } from './joint-document.ts';

export type SearchedJoint = Pick<JointDocument, 'kind' | 'input' | 'combinations' | 'loads' | 'settings'>;

/** What is searched for a joint of a job: under its actions, by the house rules. Throws a Refusal of a joint that nothing acts on. */
export function searchOf(joint: SearchedJoint, job: RuledJob, kinds?: readonly string[]): SearchAsked {
  const basis = basisOf(job, joint.settings);
  const acting = (kind: string) => withActions({ ...joint, kind }, job).combinations;
  if (acting(joint.kind).every((c) => ACTION_NAMES.every((k) => !c[k])))
    throw new Refusal('combinations', 'combinations: nothing acts on this joint; accepted are joints with actions.');
  const rules = rulesOf(job);
  return {
    ...{ kind: joint.kind, input: joint.input, acting, basis },
    ...{ practice: practiceOf(rules, basis.standard), rates: ratesOf(rules) },
    ...(kinds ? { kinds } : {}),
  };
}

/** What a search of a joint came to, with the joint as it stands. */
export interface Searched {
  readonly mark: string;
  readonly present: PresentCost | null;
  readonly result: SearchProgress;
  /** How many of the cheapest are told. */
  readonly top: number;
}

/** Searches for a joint. Throws a Refusal of one that nothing acts on, and of kinds that do not join what it joins. */
export function searched(
  joint: SearchedJoint & { readonly mark: string },
  job: RuledJob,
  { top, kinds }: { readonly top: number; readonly kinds?: readonly string[] | undefined },
): Searched {
  const own = kindOf(joint.kind);
  for (const id of kinds ?? [])
    if (kindOf(id).family !== own.family) {
      const family = KINDS.filter((k) => k.family === own.family).map((k) => k.id);
      throw new Refusal('kind', `kind: ${id} does not join what ${own.id} does; accepted are ${family.join(', ')}.`);
    }
  const asked = searchOf(joint, job, kinds);
  return { mark: joint.mark, top, present: presentCost(asked), result: searchAll(asked) };
}

/** For machines: what was gone through, what became of it, the cheapest that hold, and those that nothing is as cheap as and holds as much. */
export const plainSearch = ({ mark, present, result, top }: Searched) => ({
  mark,
  present,
  kinds: result.kinds,
  ...{ choices: result.choices, details: result.details, give: result.give, broken: result.broken },
  ...{ not_whole: result.notWhole, hold: result.found.length, lacks: result.lacks },
  cheapest: result.found.slice(0, top),
  frontier: frontierOf(result.found),
  nearest: result.nearest,
});

/** What a joint costs as it stands, beside what is found. */
export interface PresentCost {
  readonly cost: number;
  readonly parts: readonly CostPart[];
  readonly multiple: number;
  readonly line: string;
}
export function presentCost({ kind, input, acting, basis, rates }: SearchAsked): PresentCost | null {
  const tried = tryBuild(kind, input, acting(kind), basis);
  if (!tried) return null;
  const parts = costParts(tried.built, rates);
  const line = kindOf(kind).line.print(input, basis.units);
  return { cost: sumOf(parts), parts, multiple: leastMultiple(tried.report), line };
}
