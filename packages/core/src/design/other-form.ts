import type { Combination } from '../actions/combination.ts';
import type { Basis } from '../basis/basis.ts';
import type { FirstDetail } from '../joints/kind.ts';
import { kindOf } from '../joints/registry.ts';
import { FASTENING } from './fastened.ts';
import { firstDetail, type Ruled } from './first.ts';
import { leastMultiple, tryDetail } from './judge.ts';

/** Fields that mean the same in every kind that has them, by their ids: what a change of form can keep. */
const CARRIED = ['bolts.d', 'bolts.cls', ...FASTENING, 'plate.grade'] as const;

/**
 * The same members and actions in another form of joint: a first detail of that kind, with the bolts and the plate's steel of the present
 * one wherever the detail stays as sound as it was without them.
 */
export function otherForm(
  fromKind: string,
  input: unknown,
  toKind: string,
  combinations: readonly Combination[],
  basis: Basis,
  rules?: Ruled,
): FirstDetail<unknown> {
  const from = kindOf(fromKind);
  const to = kindOf(toKind);
  const first = firstDetail(toKind, from.seedOf(input), combinations, basis, rules);
  let kept = first.input;
  const carried: string[] = [];
  const sound = (trial: unknown): boolean => {
    const report = tryDetail(toKind, trial, combinations, basis);
    return report !== null && report.brokenRules.length === 0 && leastMultiple(report) >= 1;
  };
  for (const id of CARRIED) {
    const [a, b] = [from.fields.find((f) => f.id === id), to.fields.find((f) => f.id === id)];
    if (!a || !b) continue;
    const value = a.get(input);
    if (value === undefined || value === b.get(kept)) continue;
    const trial = b.set(kept, value);
    if (!sound(trial)) continue;
    kept = trial;
    carried.push(b.label.toLowerCase());
  }
  return { input: kept, why: carried.length ? [...first.why, `Kept from the present joint: ${carried.join(', ')}.`] : first.why };
}
