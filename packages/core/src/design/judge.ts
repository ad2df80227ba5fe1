import { inNewtons, type Combination } from '../actions/combination.ts';
import { isBroken, loadsIn, type Loads } from '../checks/check.ts';
import type { Joint, JointKind } from '../joints/kind.ts';
import {
  reportOf,
  runOf,
  standsUnder,
  summarise,
  summaryUnder,
  type JointReport,
  type StandsUnder,
  type Summary,
} from '../joints/report.ts';
import type { Basis } from '../basis/basis.ts';
import { kindOf } from '../joints/registry.ts';
import { orNone, Refusal } from '../refusal.ts';
import { validate } from '../validate/index.ts';

/** Builds and checks a trial detail; null where it is no joint at all (outside the schema, or can't be built). */
export function tryBuild(
  kindId: string,
  input: unknown,
  combinations: readonly Combination[],
  basis: Basis,
): { readonly built: Joint; readonly report: JointReport } | null {
  const kind = kindOf(kindId);
  const checked = validate<unknown>(kind.schema(), input);
  if ('error' in checked) return null;
  // Checks refuse too, when they are first asked for.
  return orNone(() => {
    const built = kind.build(checked.value, basis);
    return { built, report: reportOf(built, combinations) };
  });
}

/** What the checks say of a trial detail; null where it is no joint at all. */
export const tryDetail = (...of: Parameters<typeof tryBuild>): JointReport | null => tryBuild(...of)?.report ?? null;

/** A detail that breaks a rule is worth at most this. */
export const RULES = 0.01;

/** Least load multiple of a report; 99 when nothing is loaded. */
export const leastMultiple = (r: Summary): number => r.combinations[r.worst]?.first?.multiple ?? 99;

/** What a detail that does not hold lacks first: a rule that must be kept, strength under some combination, or a check that could not be made. */
export interface Lacked {
  readonly title: string;
  readonly lack: 'broken' | 'give' | 'notWhole';
}

/**
 * Judges the details of a search in turn, each no further than it takes to show that it does not hold: its rules first, then the combinations, from
 * those that brought others down. One that holds has the summary of its report.
 */
export class Judge {
  private readonly order: number[];
  private readonly acting: readonly Combination[];
  private readonly loads: Loads;
  /** `least`: the multiple that a detail holds at least. */
  constructor(
    readonly combinations: readonly Combination[],
    private readonly basis: Basis,
    private readonly least = 1,
  ) {
    this.order = combinations.map((_, i) => i);
    this.acting = combinations.map(inNewtons);
    this.loads = loadsIn(this.acting);
  }

  judge(joint: Joint): Summary | Lacked {
    try {
      return this.judged(joint);
    } catch (e) {
      // What the checks of the kind do not cover can't be shown to hold.
      if (e instanceof Refusal) return { lack: 'notWhole', title: e.message };
      throw e;
    }
  }

  private judged(joint: Joint): Summary | Lacked {
    const { prepared } = joint;
    const run = runOf(prepared.sheet);
    const rules = prepared.judge(run, this.loads, true);
    const broken = rules.find(isBroken);
    if (broken) return { lack: 'broken', title: broken.title };
    const standings = new Array<StandsUnder>(this.order.length);
    for (const [n, i] of this.order.entries()) {
      const standing = standsUnder(joint, this.combinations[i]!, this.acting[i]!, run, 1);
      standings[i] = standing;
      if (standing.state !== 'gives') continue;
      // What brought this one down is likely to bring the next one down.
      this.order.splice(n, 1);
      this.order.unshift(i);
      return { lack: 'give', title: standing.first!.title };
    }
    const report = summarise(standings, rules, this.basis);
    // Where nothing loads it a detail that keeps its rules is one: a first detail comes before its forces.
    if (report.state === 'holds' || report.state === 'close' || report.state === 'none') {
      if (leastMultiple(report) >= this.least) return report;
      return { lack: 'give', title: report.combinations[report.worst]!.first!.title };
    }
    const title = report.missing[0]?.title ?? report.verdict;
    return { lack: report.state === 'gives' ? 'give' : 'notWhole', title };
  }

  /** Least load multiple as a share of the one that is asked; of one that breaks rules that must be kept less than of any that keeps them, and the less the more are broken. */
  strength(joint: Joint): number {
    const report = orNone(() => summaryUnder(joint, this.combinations));
    if (!report) return 0;
    const least = leastMultiple(report) / this.least;
    return report.brokenRules.length ? Math.min(RULES, least / 1000) / report.brokenRules.length : least;
  }

  build(kind: JointKind, input: unknown): Joint | null {
    return orNone(() => kind.build(input, this.basis));
  }
}
