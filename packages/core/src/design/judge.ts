import type { Combination } from '../actions/combination.ts';
import type { Joint } from '../joints/kind.ts';
import { reportOf, type JointReport, type Summary } from '../joints/report.ts';
import type { Basis } from '../basis/basis.ts';
import { kindOf } from '../joints/registry.ts';
import { orNone } from '../refusal.ts';
import { validate } from '../validate/index.ts';

/** Builds and checks a trial detail; null where it is no joint at all (outside the schema, or can't be built). */
export function tryBuild(
  kindId: string,
  input: unknown,
  combinations: readonly Combination[],
  basis: Basis,
): { readonly built: Joint; readonly report: JointReport } | null {
  const kind = kindOf(kindId);
  const checked = validate<unknown>(kind.schema, input);
  if ('error' in checked) return null;
  // Checks refuse too, when they are first asked for.
  return orNone(() => {
    const built = kind.build(checked.value, basis);
    return { built, report: reportOf(built, combinations) };
  });
}

/** What the checks say of a trial detail; null where it is no joint at all. */
export const tryDetail = (...of: Parameters<typeof tryBuild>): JointReport | null => tryBuild(...of)?.report ?? null;

/** Least load multiple of a report; 99 when nothing is loaded. */
export const leastMultiple = (r: Summary): number => r.combinations[r.worst]?.first?.multiple ?? 99;
