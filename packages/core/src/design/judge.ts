import type { Combination } from '../actions/combination.ts';
import { checkJoint, type JointReport } from '../joints/report.ts';
import type { Basis } from '../basis/basis.ts';
import { kindOf } from '../joints/registry.ts';
import { Refusal } from '../refusal.ts';
import { validate } from '../validate/index.ts';

/** Checks a trial detail; null where it is no joint at all (outside the schema, or can't be built). */
export function tryDetail(kind: string, input: unknown, combinations: readonly Combination[], basis: Basis): JointReport | null {
  const checked = validate<unknown>(kindOf(kind).schema, input);
  if ('error' in checked) return null;
  try {
    return checkJoint({ kind, input: checked.value, combinations }, basis);
  } catch (e) {
    if (e instanceof Refusal) return null;
    throw e;
  }
}

/** Least load multiple of a report; 99 when nothing is loaded. */
export const leastMultiple = (r: JointReport): number => r.combinations[r.worst]?.first?.multiple ?? 99;
