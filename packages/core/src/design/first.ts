import type { Combination } from '../actions/combination.ts';
import type { Basis } from '../job/basis.ts';
import type { FirstDetail, MemberSeed } from '../joints/kind.ts';
import { kindOf } from '../joints/registry.ts';
import { leastMultiple, tryDetail } from './judge.ts';

/** A first detail that follows good practice and, where the usual range allows, holds every combination and keeps every must rule. */
export function firstDetail(kindId: string, seed: MemberSeed, combinations: readonly Combination[], basis: Basis): FirstDetail<unknown> {
  const judge = (input: unknown): number => {
    const report = tryDetail(kindId, input, combinations, basis);
    if (!report) return 0;
    // A broken rule ranks below any detail that keeps them all.
    return report.brokenRules.length ? Math.min(0.01, leastMultiple(report) / 1000) : leastMultiple(report);
  };
  return kindOf(kindId).first(seed, combinations, basis, judge);
}
