import { actionRow, inNewtons, type ActionName, type Combination, type UnusedAction } from '../actions/combination.ts';
import { Run, type Sheet } from '../formula/index.ts';
import {
  isBroken,
  loadsIn,
  resultKey,
  type Checked,
  type CheckResult,
  type Least,
  type RuleResult,
  type StrengthResult,
} from '../checks/check.ts';
import type { KeptRules } from '../checks/kept-rules.ts';
import { failureItems, type Drawing, type Item } from '../drawing/index.ts';
import type { Joint } from './kind.ts';
import { lapsedWords, proofFor, proofResult, provedWords, type GivenProof } from './proof.ts';
import { kindOf } from './registry.ts';
import { refusalOf } from '../refusal.ts';
import { multipleText } from '../units/format.ts';
import type { Basis } from '../basis/basis.ts';
import { actionSymbol } from '../basis/standard.ts';

/**
 * State of a joint; `not-whole`: something that applies could not be checked; `none`: nothing to judge (no actions, or it can't be built).
 * Stale is the sign-off's, not the check's.
 */
export type State = 'holds' | 'close' | 'gives' | 'rule' | 'not-whole' | 'none';

/** A check or rule that applies and could not be made, and what it would need. */
export interface Missing {
  readonly id: string;
  readonly title: string;
  readonly reason: string;
}

export interface FirstToGive {
  readonly id: string;
  /** Names it among the results: its id, and the part that it speaks of. */
  readonly key: string;
  readonly title: string;
  readonly multiple: number;
}

/** How a joint stands under a combination. */
export interface StandsUnder {
  readonly combination: Combination;
  /** The check with the lowest load multiple; null when nothing is loaded. */
  readonly first: Least['first'];
  readonly missing: readonly Missing[];
  readonly state: State;
}

export interface CombinationReport extends StandsUnder {
  readonly checks: readonly CheckResult[];
  /** What else the user is told of this combination. */
  readonly notes: readonly string[];
  readonly first: FirstToGive | null;
  /** Key of the strength check with the highest utilisation. */
  readonly governs: string | null;
}

/** How a joint stands under all its combinations: what a register tells of it. */
export interface Summary<S extends StandsUnder = StandsUnder> {
  readonly combinations: readonly S[];
  readonly rules: readonly RuleResult[];
  /** Index of the combination that gives first, -1 without one. */
  readonly worst: number;
  readonly state: State;
  readonly brokenRules: readonly RuleResult[];
  /** What could not be checked, under any combination, and musts that could not be judged; each once. */
  readonly missing: readonly Missing[];
  readonly verdict: string;
}
export type JointReport = Summary<CombinationReport>;

/** Runs are reused: their arrays are the only state, and every combination overwrites them. */
const RUNS = new WeakMap<Sheet, Run>();
/** A run of a sheet, which whoever asks next gets too: a check that was refused half way leaves no place behind in it. */
export function runOf(sheet: Sheet): Run {
  let run = RUNS.get(sheet);
  if (!run) RUNS.set(sheet, (run = new Run(sheet)));
  run.where = '';
  run.suffix = '';
  return run;
}

export interface JointLike {
  readonly kind: string;
  readonly input: unknown;
  readonly combinations: readonly Combination[];
  /** What a plate analysis of this very joint shows besides. */
  readonly proof?: GivenProof | undefined;
}

/** The joint that a document describes. Throws a Refusal when it can't be built so. */
export const buildJoint = (joint: Pick<JointLike, 'kind' | 'input'>, basis: Basis): Joint =>
  kindOf(joint.kind).build(joint.input, basis);

/** What the checks say of a joint under these combinations, and what a plate analysis of this very joint proves besides. */
export function reportOf({ prepared, basis }: Joint, combinations: readonly Combination[], proof?: GivenProof): JointReport {
  const run = runOf(prepared.sheet);
  const acting = combinations.map(inNewtons);
  const reports = combinations.map((c, i) => reportCombination(c, prepared.check(acting[i]!, run), basis, proof));
  return summarise(reports, prepared.judge(run, loadsIn(acting)), basis);
}

/** Builds and checks one joint under all its combinations. Throws a Refusal when it can't be built as described. */
export const checkJoint = (joint: JointLike, basis: Basis): JointReport =>
  reportOf(buildJoint(joint, basis), joint.combinations, joint.proof);

export function reportCombination(
  combination: Combination,
  { results, notes }: Checked,
  basis: Basis,
  given?: GivenProof,
): CombinationReport {
  const proof = given && proofFor(combination, given);
  const checks = proof ? [...results, proofResult(combination, proof.multiple, basis)] : results;
  let first: StrengthResult | null = null;
  let governs: StrengthResult | null = null;
  let passes = true;
  const said: string[] = [];
  for (const c of checks) {
    if (c.type !== 'strength') continue;
    if (c.say !== undefined) said.push(c.say);
    if (c.info) continue;
    passes &&= c.pass;
    if (!first || c.multiple < first.multiple) first = c;
    if (!governs || (c.utilisation ?? Infinity) > (governs.utilisation ?? Infinity)) governs = c;
  }
  const missing = [...missingOf(checks), ...(proof ? [] : unusedOf(combination, basis, given))];
  const state = stateUnder(first, passes, missing, basis);
  return {
    combination,
    checks,
    notes:
      said.length || combination.unused
        ? [
            ...notes,
            ...said,
            ...asideOf(combination, basis),
            ...(proof && given ? [provedWords(given, combination.name, basis)] : []),
          ]
        : notes,
    first: first && { id: first.id, key: resultKey(first), title: first.title, multiple: first.multiple },
    governs: governs && resultKey(governs),
    missing,
    state,
  };
}

function stateUnder(
  first: { readonly multiple: number } | null,
  passes: boolean,
  missing: readonly Missing[],
  basis: Basis,
): State {
  if (!passes || (first !== null && first.multiple < 1)) return 'gives';
  if (missing.length) return 'not-whole';
  if (!first) return 'none';
  return first.multiple < basis.close ? 'close' : 'holds';
}

/**
 * How a joint stands under a combination, `acting` its actions in N and Nmm: what its report says, made without results where its checks can. With
 * `enough` the multiple of one that gives below it may be a bound.
 */
export function standsUnder(
  { prepared, basis }: Joint,
  combination: Combination,
  acting: Combination,
  run: Run,
  enough?: number,
  proof?: GivenProof,
): StandsUnder {
  // What a plate analysis shows stands among the results.
  const least = (proof && combination.unused ? null : prepared.least?.(acting, run, enough)) ?? null;
  if (!least) return reportCombination(combination, prepared.check(acting, run), basis, proof);
  const missing = unusedOf(combination, basis);
  return { combination, first: least.first, missing, state: stateUnder(least.first, least.passes, missing, basis) };
}

/** The summary of a joint under these combinations: that of its report, in less time. `rules` of a joint that others have too. */
export function summaryUnder(
  joint: Joint,
  combinations: readonly Combination[],
  proof?: GivenProof,
  rules: Pick<KeptRules, 'judge'> = joint.prepared,
): Summary {
  const run = runOf(joint.prepared.sheet);
  const acting = combinations.map(inNewtons);
  const standings = combinations.map((c, i) => standsUnder(joint, c, acting[i]!, run, undefined, proof));
  return summarise(standings, rules.judge(run, loadsIn(acting)), joint.basis);
}

function missingOf(list: readonly (CheckResult | RuleResult)[]): Missing[] {
  const out: Missing[] = [];
  for (const c of list)
    if (c.type === 'skip' && c.missing && !('must' in c && !c.must)) out.push({ id: c.id, title: c.title, reason: c.reason! });
  return out;
}

const actionWords = ({ name, most, of }: UnusedAction, basis: Basis): string => {
  const { quantity } = actionRow(name);
  return `up to ${basis.units.stated(most, quantity)} ${basis.units.unitOf(quantity)} in ${of}`;
};

/** What is missing where no check takes an action. */
export const unusedId = (name: ActionName): string => `unused-${name}`;

/** Actions that the joint was given, that none of its checks takes, and that nobody set aside. */
const unusedOf = ({ unused = [] }: Combination, basis: Basis, proof?: GivenProof): Missing[] =>
  unused.flatMap((u) =>
    u.aside === undefined
      ? [
          {
            id: unusedId(u.name),
            title: `${actionSymbol(basis, u.name)} has no path in this joint`,
            reason: `${actionWords(u, basis)}: no check of this joint takes it. Choose a joint that does, or set it aside with a reason${lapsedWords(proof)}`,
          },
        ]
      : [],
  );

/** Those that were set aside, with the reason. */
const asideOf = ({ unused = [] }: Combination, basis: Basis): string[] =>
  unused.flatMap((u) =>
    u.aside === undefined ? [] : [`${actionSymbol(basis, u.name)} set aside (${actionWords(u, basis)}): ${u.aside}`],
  );

/** Each missing check once, for all combinations. */
const onceEach = (list: readonly Missing[]): Missing[] =>
  list.filter((m, i) => list.findIndex((n) => n.id === m.id && n.reason === m.reason) === i);

export function summarise<S extends StandsUnder>(
  combinations: readonly S[],
  rules: readonly RuleResult[],
  basis: Basis,
): Summary<S> {
  let worst = -1;
  combinations.forEach((c, i) => {
    if (c.first && (worst < 0 || c.first.multiple < combinations[worst]!.first!.multiple)) worst = i;
  });
  const brokenRules = rules.filter(isBroken);
  const missing = onceEach([...combinations.flatMap((c) => c.missing), ...missingOf(rules)]);
  const strength: State = combinations.some((c) => c.state === 'gives')
    ? 'gives'
    : worst < 0
      ? 'none'
      : combinations[worst]!.first!.multiple < basis.close
        ? 'close'
        : 'holds';
  const idle = strength === 'none' && combinations.every((c) => c.missing.length === 0);
  const state: State =
    strength === 'gives' ? 'gives' : brokenRules.length ? 'rule' : missing.length && !idle ? 'not-whole' : strength;
  const report = { combinations, rules, worst, state, brokenRules, missing };
  return { ...report, verdict: verdictOf(report) };
}

export const STATE_WORDS: Readonly<Record<State | 'stale', string>> = {
  holds: 'holds',
  close: 'holds, close',
  gives: 'gives',
  rule: 'detailing rule broken',
  'not-whole': 'not whole',
  none: 'not judged',
  stale: 'stale',
};

/** The one verdict of a joint, the same on screen, on paper and in the CLI. */
function verdictOf(r: Omit<Summary, 'verdict'>): string {
  const worst = r.combinations[r.worst];
  const rules =
    r.brokenRules.length === 0
      ? ''
      : r.brokenRules.length === 1
        ? ` · rule broken: ${r.brokenRules[0]!.title}`
        : ` · ${r.brokenRules.length} rules broken`;
  const left =
    r.missing.length === 0 || r.state === 'none'
      ? ''
      : r.missing.length === 1
        ? ` · not checked: ${r.missing[0]!.title}`
        : ` · ${r.missing.length} parts not checked`;
  if (!worst?.first)
    return `${r.state === 'not-whole' ? 'not whole' : r.state === 'gives' ? 'gives' : 'no actions given'}${rules}${left}`;
  const word = r.state === 'gives' ? 'gives' : left ? 'not whole' : 'holds';
  return `${word} · ${multipleText(worst.first.multiple)} × ${worst.combination.name}${rules}${left}`;
}

/** The path along which a joint gives first under a combination, labelled; by the part that the check speaks of. None without a combination. */
export const firstPath = (drawing: Drawing, c: CombinationReport | undefined): Item[] =>
  c?.first
    ? failureItems(drawing, c.first.key, c.first.title, `gives at ${multipleText(c.first.multiple)} × ${c.combination.name}`)
    : [];

export type CheckedJoint =
  | { readonly report: JointReport; readonly built: Joint }
  | { readonly refusal: { readonly field: string; readonly message: string } };

/** Checks a joint and turns whatever stops it into a value, for registers and batches: no joint takes its neighbours with it. */
export function tryCheckJoint(joint: JointLike, basis: Basis): CheckedJoint {
  try {
    const built = buildJoint(joint, basis);
    return { built, report: reportOf(built, joint.combinations, joint.proof) };
  } catch (e) {
    return { refusal: refusalOf(e) };
  }
}
