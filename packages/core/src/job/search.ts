import { Refusal } from '../refusal.ts';
import { practiceOf, ratesOf, rulesOf, type GivenRules } from '../rules/index.ts';
import { basisOf } from '../standards/job-basis.ts';
import { costOf, costParts, type CostPart } from '../design/cost.ts';
import { leastMultiple, tryBuild } from '../design/judge.ts';
import type { SearchAsked } from '../design/search.ts';
import { withActions, type JudgedBy } from './actions.ts';
import type { JointDocument } from './document.ts';

type Searched = Pick<JointDocument, 'kind' | 'input' | 'combinations' | 'loads' | 'settings'>;
/** What a job goes by, with the house rules of its own and of the office. */
export type SearchedJob = JudgedBy & { readonly rules?: GivenRules | undefined; readonly office?: GivenRules | undefined };

/** What is searched for a joint of a job: under its actions, by the house rules. Throws a Refusal of a joint that nothing acts on. */
export function searchOf(joint: Searched, job: SearchedJob, kinds?: readonly string[]): SearchAsked {
  const basis = basisOf(job, joint.settings);
  const acting = (kind: string) => withActions({ ...joint, kind }, job).combinations;
  if (!acting(joint.kind).length)
    throw new Refusal('combinations', 'combinations: nothing acts on this joint; accepted are joints with actions.');
  const rules = rulesOf(job);
  return {
    ...{ kind: joint.kind, input: joint.input, acting, basis },
    ...{ practice: practiceOf(rules, basis.standard), rates: ratesOf(rules) },
    ...(kinds ? { kinds } : {}),
  };
}

/** What a joint costs as it stands, beside what is found. */
export interface PresentCost {
  readonly cost: number;
  readonly parts: readonly CostPart[];
  readonly multiple: number;
  readonly line: string;
}
export function presentCost({ kind, input, acting, basis, rates }: SearchAsked, line: string): PresentCost | null {
  const tried = tryBuild(kind, input, acting(kind), basis);
  if (!tried) return null;
  return { cost: costOf(tried.built, rates), parts: costParts(tried.built, rates), multiple: leastMultiple(tried.report), line };
}
