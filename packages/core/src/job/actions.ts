import Joi from 'joi';
import {
  ACTION_NAMES,
  actionRow,
  CASE_ACTIONS,
  NO_ACTIONS,
  type ActionName,
  type Combination,
  type UnusedAction,
} from '../actions/combination.ts';
import { FORCE } from '../actions/schema.ts';
import { mayProve, type Basis, type Settings } from '../basis/basis.ts';
import type { Joint, JointKind } from '../joints/kind.ts';
import { kindOf } from '../joints/registry.ts';
import type { GivenProof, Proof } from '../joints/proof.ts';
import { tryCheckJoint, type CheckedJoint, type JointLike, type JointReport } from '../joints/report.ts';
import type { GivenRules } from '../rules/index.ts';
import { Refusal, refusalOf } from '../refusal.ts';
import { basisOf } from '../standards/job-basis.ts';
import { loadSets, loadsSchema, pruned, type JobLoads, type LoadSet } from '../standards/loads.ts';
import { size } from '../validate/sizes.ts';
import { analysisPrint } from './print.ts';
import { once } from '../lazy.ts';

/** What one load case does at a joint, kN and kNm. */
export type CaseForces = { readonly [K in ActionName]?: number };

/** What a joint has of load cases, besides its ready combinations. */
export interface JointLoads {
  /** Forces of each case that acts on it. */
  readonly forces?: Readonly<Record<string, CaseForces>>;
  /** Actions that this kind of joint does not take, each with the reason why it may be left out. */
  readonly aside?: { readonly [K in ActionName]?: string };
  /** What a plate analysis shows of those that are not set aside. */
  readonly proof?: Proof;
  /** Cases of its own in place of the job's. */
  readonly own?: JobLoads;
  /** The end of the member that stands here, as the analysis names it. */
  readonly end?: string;
}

export const jointLoadsSchema = once(() =>
  Joi.object({
    forces: Joi.object()
      .pattern(/^\S{1,40}$/, Joi.object(Object.fromEntries(CASE_ACTIONS.map((k) => [k, size(-FORCE, FORCE)]))))
      .max(40),
    aside: Joi.object(Object.fromEntries(ACTION_NAMES.map((k) => [k, Joi.string().trim().min(1).max(200)]))),
    proof: Joi.object({
      actions: Joi.array()
        .items(Joi.valid(...ACTION_NAMES).required())
        .max(ACTION_NAMES.length)
        .unique()
        .required(),
      carries: Joi.object().pattern(Joi.string().max(200), Joi.number().min(1).max(1e6)).min(1).max(400).required(),
      by: Joi.string().trim().min(1).max(80).required(),
      at: Joi.string().isoDate().max(40).required(),
      note: Joi.string().trim().min(1).max(2000).required(),
      of: Joi.string().max(40).required(),
    }),
    own: loadsSchema(),
    end: Joi.string().trim().min(1).max(60),
  }),
);

/** The part of a joint that says what acts on it. */
export interface Acted {
  readonly kind: string;
  readonly input?: unknown;
  readonly combinations: readonly Combination[];
  readonly loads?: JointLoads | undefined;
  readonly settings?: Partial<Settings> | undefined;
}
/** The part of a job that its joints are judged by. */
export type JudgedBy = Parameters<typeof basisOf>[0] & { readonly loads?: JobLoads | undefined };
/** A job with the rules that its details go by: its own, and those of its office. */
export type RuledJob = JudgedBy & { readonly rules?: GivenRules | undefined; readonly office?: GivenRules | undefined };
export const judgedBy = ({ basis, sections, steels, loads }: JudgedBy): JudgedBy => ({
  ...{ basis, sections, steels },
  ...(loads ? { loads } : {}),
});

/** How the combinations of a joint came out of its load cases. */
export interface CaseCount {
  /** Combinations of the list that the joint uses, and those that it does not, by the reason. */
  readonly used: number;
  readonly between: number;
  readonly leftOut: number;
  readonly service: number;
  /** They bring the same forces here as one before them, or none. */
  readonly same: number;
}

/** The same in words: "10 combinations of load cases; 4 bring the same here, 2 can't govern". */
export function caseWords({ used, between, leftOut, service, same }: CaseCount): string {
  const rest = [
    [same, 'bring the same here as another or nothing'],
    [between, "can't govern: they lie between others"],
    [service, 'are states of use, which this joint has no check for'],
    [leftOut, 'left out by the office'],
  ] as const;
  const told = rest.filter(([n]) => n > 0).map(([n, words]) => `${n} ${words}`);
  return `${used} combination${used === 1 ? '' : 's'} of load cases${told.length ? `; ${told.join(', ')}` : ''}`;
}

export interface JointActions {
  readonly combinations: readonly Combination[];
  /** Null where no load case acts on the joint. */
  readonly count: CaseCount | null;
  readonly unused: readonly UnusedAction[];
}

/**
 * What a joint is judged under: its ready combinations, then those that its load cases make, each without the actions that its kind does not take.
 * Throws a Refusal where the cases can't be combined, or forces are given for a case that is none.
 */
export function actionsOf(joint: Acted, job: JudgedBy): JointActions {
  const kind = kindOf(joint.kind);
  const { combinations, count } = fromCases(joint, job, kind);
  const all = count ? [...joint.combinations, ...combinations] : joint.combinations;
  const strange = ACTION_NAMES.filter((k) => !kind.actions.some((a) => a.name === k) && all.some((c) => c[k]));
  if (strange.length === 0) return { combinations: all, count, unused: [] };
  const unused = strange.map((name): UnusedAction => {
    const most = all.reduce((a, c) => (Math.abs(c[name] ?? 0) > Math.abs(a[name] ?? 0) ? c : a));
    const aside = joint.loads?.aside?.[name];
    return { name, most: most[name]!, of: most.name, ...(aside === undefined ? {} : { aside }) };
  });
  return { combinations: all.map((c) => without(c, unused)), count, unused };
}

/** The joint with all that acts on it as ready combinations, as it is judged, and what was proved of it: done again it is the same. */
export function withActions<J extends Acted>(
  joint: J,
  job: JudgedBy,
  { combinations }: Pick<JointActions, 'combinations'> = actionsOf(joint, job),
): J & Pick<JointLike, 'proof'> {
  const { loads, ...rest } = joint;
  const acted = { ...(rest as J), combinations };
  return loads?.proof ? { ...acted, proof: givenProof(loads.proof, acted, basisOf(job, joint.settings)) } : acted;
}

/** A proof that was signed, and whether it speaks of the joint as it stands. */
const givenProof = (proof: Proof, { kind, input, combinations }: Acted, basis: Basis): GivenProof => ({
  ...proof,
  stands: !mayProve(basis) ? 'basis' : proof.of === analysisPrint({ kind, input, combinations }, basis) ? 'yes' : 'changed',
});

/** A combination without what its joint does not take; it tells of that. */
function without(c: Combination, unused: readonly UnusedAction[]): Combination {
  const here = unused.filter((u) => c[u.name]);
  if (here.length === 0) return c;
  const left = Object.fromEntries(Object.entries(c).filter(([k]) => !here.some((u) => u.name === k)));
  return { ...NO_ACTIONS, ...(left as unknown as Combination), unused: here.map((u) => ({ ...u, here: c[u.name]! })) };
}

/** The load cases of a joint: its own, or the job's. */
export const loadsOf = (joint: Pick<Acted, 'loads'>, job: Pick<JudgedBy, 'loads'>): JobLoads | undefined =>
  joint.loads?.own ?? job.loads;

function fromCases(joint: Acted, job: JudgedBy, kind: JointKind): { combinations: Combination[]; count: CaseCount | null } {
  const forces = Object.entries(joint.loads?.forces ?? {});
  if (forces.length === 0) return { combinations: [], count: null };
  const loads = loadsOf(joint, job);
  for (const [id] of forces)
    if (!loads?.cases.some((c) => c.id === id))
      throw new Refusal(
        `loads.forces.${id}`,
        `loads.forces.${id}: there is no load case "${id}"; accepted are ${loads?.cases.length ? loads.cases.map((c) => c.id).join(', ') : 'none: give the load cases of the job first'}.`,
      );
  const names = CASE_ACTIONS.filter((k) => forces.some(([, f]) => f[k] !== undefined));
  const slips = kind.actions.some((a) => a.name === 'V_ser');
  const { sets } = loadSets(loads!, basisOf(job, joint.settings));
  const used = sets.filter((s) => s.leftOut === null && (slips || !s.service));
  const summed = used.map((set) => ({ set, sums: names.map((k) => sumOf(forces, set, k)) }));
  const seen = new Set<string>();
  const apart = summed.filter(({ set, sums }) => {
    const key = `${set.made.state}:${sums.map((x) => x.toPrecision(12)).join()}`;
    if (seen.has(key) || sums.every((x) => x === 0)) return false;
    seen.add(key);
    return true;
  });
  // Where fewer cases act than the job has, more of them lie between others.
  const acting = forces.map(([id]) => id);
  const between =
    kind.everySet || loads!['keep_dominated'] === true
      ? null
      : pruned(
          apart.map(({ set }) => set),
          acting,
        );
  const taking = between ? apart.filter(({ set }) => !between.has(set)) : apart;
  const service = used.some((s) => s.service);
  const taken = new Set(joint.combinations.map((c) => c.name));
  const combinations = taking.map(
    ({ set, sums }) =>
      ({
        ...NO_ACTIONS,
        ...Object.fromEntries(names.map((k, i) => [k, actionRow(k).least === 0 ? Math.abs(sums[i]!) : sums[i]!])),
        // In a state of strength nothing slips in service; where no state of use is asked, the design reaction serves.
        ...(service && !set.service ? { V_ser: 0 } : {}),
        name: freeName(set.name, taken),
        note: set.made.name,
        made: set.made,
      }) as Combination,
  );
  const leftOut = sets.filter((s) => s.leftOut !== null).length;
  const count: CaseCount = {
    used: taking.length,
    between: apart.length - taking.length,
    leftOut,
    service: sets.length - leftOut - used.length,
    same: used.length - apart.length,
  };
  return { combinations, count };
}

/** Factor times force over the cases: effects are linear in them. */
function sumOf(forces: readonly (readonly [string, CaseForces])[], set: LoadSet, name: ActionName): number {
  const sum = forces.reduce((x, [id, f]) => x + (set.made.factors[id] ?? 0) * (f[name] ?? 0), 0);
  return Object.is(sum, -0) ? 0 : sum;
}

/** A name that no ready combination has. */
function freeName(name: string, taken: ReadonlySet<string>): string {
  let free = name;
  while (taken.has(free)) free += "'";
  return free;
}

/**
 * Rows of a table of actions: those that bear the name of a load case are its forces, the others ready combinations. Throws a Refusal where a case
 * brings what acts alone.
 */
export function splitByCase(
  rows: readonly Combination[],
  loads: JobLoads | undefined,
): { readonly combinations: readonly Combination[]; readonly loads?: JointLoads } {
  const isCase = (c: Combination): boolean => loads?.cases.some((x) => x.id === c.name) ?? false;
  const given = rows.filter(isCase);
  const forces = Object.fromEntries(given.map((c) => [c.name, forcesOf(c.name, c)]));
  return { combinations: rows.filter((c) => !isCase(c)), ...(given.length ? { loads: { forces } } : {}) };
}

/** What a load case of this name brings of these actions: those that are not nought. Throws a Refusal where one of them acts alone. */
export function forcesOf(name: string, actions: CaseForces): CaseForces {
  const alone = ACTION_NAMES.find((k) => actions[k] && !CASE_ACTIONS.includes(k));
  if (alone)
    throw new Refusal(
      `${name}.${alone}`,
      `${name}: ${alone}: no load case brings this action; accepted is a ready combination of its own.`,
    );
  return Object.fromEntries(CASE_ACTIONS.flatMap((k) => (actions[k] ? [[k, actions[k]]] : [])));
}

/** A stored joint checked under all that acts on it, or why it can't be; `joint` has every action as a ready combination. */
export function tryCheckStored<J extends Acted & { readonly input: unknown }>(
  stored: J,
  job: JudgedBy,
):
  | { readonly joint: J & Pick<JointLike, 'proof'>; readonly report: JointReport; readonly built: Joint }
  | Extract<CheckedJoint, { refusal: unknown }> {
  try {
    const joint = withActions(stored, job);
    const checked = tryCheckJoint(joint, basisOf(job, stored.settings));
    return 'refusal' in checked ? checked : { joint, ...checked };
  } catch (e) {
    return { refusal: refusalOf(e) };
  }
}

/** What a joint is judged under; null where its load cases can't be combined. */
export function tryCombinations(joint: Acted, job: JudgedBy): readonly Combination[] | null {
  try {
    return actionsOf(joint, job).combinations;
  } catch (e) {
    if (e instanceof Refusal) return null;
    throw e;
  }
}
