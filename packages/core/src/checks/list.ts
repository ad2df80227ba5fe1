import type { Run } from '../formula/index.ts';
import type { CheckDef, CheckResult, Loading, Outcome } from './check.ts';
import { leftOut, strengthOf, unloaded } from './results.ts';

/** What a list of checks answers of a case whose values stand in the run. `idle` says why a check has no load at all; `multipleOf` solves what is not in proportion. */
export function answers<C>(
  checks: readonly CheckDef<C>[],
  run: Run,
  c: C,
  loading: Loading,
  idle: (check: CheckDef<C>) => { readonly skip: string } | null,
  multipleOf: (check: CheckDef<C>, utilisation: number | null) => number,
): CheckResult[] {
  return checks.map((check) => {
    const outcome: Outcome = idle(check) ?? check.run(run, c, loading);
    if (!('demand' in outcome)) return 'skip' in outcome ? leftOut(check, outcome.skip) : leftOut(check, outcome.missing, true);
    if (isUnloaded(outcome)) return unloaded(check);
    const { demand, resistance, unit, multiple: own } = outcome;
    const utilisation = utilisationOf(outcome);
    const found = strengthOf(check, demand, resistance, unit, utilisation, own ?? multipleOf(check, utilisation));
    const result = own === undefined ? found : { ...found, pass: passesBy(utilisation, own) };
    return outcome.say === undefined ? result : { ...result, say: outcome.say };
  });
}

/** What a check answers that has a demand. */
type Strength = Extract<Outcome, { readonly demand: number }>;
/** Without a load at this one it may have some at a greater: then it says at which. */
export const isUnloaded = ({ demand, multiple }: Strength): boolean =>
  demand === 0 && (multiple === undefined || multiple === Infinity);
/** Demand over resistance; null without resistance. */
export const utilisationOf = ({ demand, resistance }: Strength): number | null => (resistance > 0 ? demand / resistance : null);
/** By its own multiple where a check has one, else by its utilisation. */
export const passesBy = (utilisation: number | null, own: number | undefined): boolean =>
  own === undefined ? utilisation !== null && utilisation <= 1 : own >= 1;

/** Factor on the load at which a check that grows with it in proportion reaches 1; none where it has no resistance. */
export const inProportion = (utilisation: number | null): number => (utilisation === null ? 0 : 1 / utilisation);
