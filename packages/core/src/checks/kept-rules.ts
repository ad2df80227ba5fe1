import type { Loads, Prepared, RuleResult } from './check.ts';
import type { Run } from '../formula/index.ts';

/** Rules of one joint under the loads of many: judged once for all loads that are alike, unless a rule looks at single combinations. */
export class KeptRules {
  private readonly kept = new Map<string, RuleResult[]>();
  constructor(private readonly prepared: Prepared) {}

  judge(run: Run, loads: Loads): RuleResult[] {
    const { combinations, ...alike } = loads;
    const key = Object.values(alike).join();
    const known = this.kept.get(key);
    if (known) return known;
    let looked = false;
    const told = this.prepared.judge(run, {
      ...alike,
      get combinations() {
        looked = true;
        return combinations;
      },
    });
    if (!looked) this.kept.set(key, told);
    return told;
  }
}
