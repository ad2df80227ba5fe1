import type { Combination } from '../actions/combination.ts';
import type { Basis } from '../job/basis.ts';
import type { FirstDetail, Seed } from '../joints/kind.ts';
import { kindOf } from '../joints/registry.ts';
import { leastMultiple, tryDetail } from './judge.ts';

/** A first detail that follows good practice and, where the usual range allows, holds every combination and keeps every must rule. */
export function firstDetail(kindId: string, seed: Seed, combinations: readonly Combination[], basis: Basis): FirstDetail<unknown> {
  const judge = (input: unknown): number => {
    const report = tryDetail(kindId, input, combinations, basis);
    if (!report) return 0;
    // A broken rule ranks below any detail that keeps them all.
    return report.brokenRules.length ? Math.min(0.01, leastMultiple(report) / 1000) : leastMultiple(report);
  };
  const found = kindOf(kindId).first(seed, combinations, basis, judge);
  const report = tryDetail(kindId, found.input, combinations, basis);
  if (!report) return found;
  // What stops a detail that breaks a rule or gives is said, so that the next step is known.
  const stops = [
    ...report.brokenRules.map((r) => r.title.toLowerCase()),
    ...(leastMultiple(report) < 1 ? [`${report.combinations[report.worst]!.first!.title.toLowerCase()}, at ${leastMultiple(report).toFixed(2)} of the load`] : []),
  ];
  return stops.length ? { input: found.input, why: [...found.why, `What stops it: ${stops.join('; ')}.`] } : found;
}
