import Joi from 'joi';
import { betweenOthers, combinationName } from '../actions/combining/prune.ts';
import type { MadeOf } from '../actions/combination.ts';
import type { Basis } from '../basis/basis.ts';
import { choiceOf } from '../basis/standard.ts';
import { once } from '../lazy.ts';
import { Refusal } from '../refusal.ts';
import { size } from '../validate/sizes.ts';
import { combine, COMBINATION_CODES, loadCodeOf, type LoadCode } from './combine.ts';
import type { GivenLoads } from './loads-screen.ts';

/** Load cases of a job, how they are combined, and what the office adds to the list and takes from it. */
export interface JobLoads extends GivenLoads {
  /** Combinations whose factors the office gives; they are never pruned. */
  readonly by_hand?: readonly {
    readonly name: string;
    readonly state: string;
    readonly factors: Readonly<Record<string, number>>;
  }[];
  /** Combinations that the office leaves out, by limit state and factors, each with its reason. */
  readonly left_out?: readonly { readonly state: string; readonly name: string; readonly reason: string }[];
}

const given = ({ schema, screen }: LoadCode): Joi.Schema =>
  schema()
    // A group of defaults is filled in even where defaults are not wanted.
    .fork('options', (options) => options.default(() => undefined))
    .keys({
      by_hand: Joi.array()
        .items(
          Joi.object({
            name: Joi.string().trim().min(1).max(20).required(),
            state: Joi.valid(...screen.states.map(([id]) => id)).required(),
            factors: Joi.object()
              .pattern(/^\S{1,40}$/, size(-10, 10))
              .min(1)
              .required(),
          }),
        )
        .unique('name')
        .max(200),
      left_out: Joi.array()
        .items(
          Joi.object({
            state: Joi.string().max(40).required(),
            name: Joi.string().max(2000).required(),
            reason: Joi.string().trim().min(1).max(200).required(),
          }),
        )
        .max(1000),
    })
    // What nobody chose stays open: what is usual may come from the job.
    .prefs({ noDefaults: true });

/** Judges the load cases of a job by the code that they name. */
export const loadsSchema = once(() =>
  COMBINATION_CODES.reduceRight<Joi.Schema>(
    (otherwise, code) =>
      Joi.alternatives().conditional(Joi.object({ code: Joi.valid(code.id).required() }).unknown(), {
        then: given(code),
        otherwise,
      }),
    Joi.object({ code: Joi.valid(...COMBINATION_CODES.map((c) => c.id)).required() }).unknown(),
  ),
);

/** Why a combination of the list is not used; null where it is. */
type Gone = string | null;

/** A combination of a job's cases under the short name by which joints have it. */
export interface LoadSet {
  /** "U3": the letter of its limit state, and its place among all of that state, those that can't govern included. */
  readonly name: string;
  readonly made: MadeOf;
  /** It lies between two others, so that no demand that is convex in the actions is worst in it. */
  readonly between: boolean;
  /** The office gave its factors. */
  readonly byHand: boolean;
  /** The office's reason for leaving it out. */
  readonly leftOut: Gone;
  /** A state of use, not of strength. */
  readonly service: boolean;
}

export interface LoadSets {
  readonly sets: readonly LoadSet[];
  /** How many were generated, and how many of them are different. */
  readonly generated: number;
  readonly distinct: number;
  /** What is told besides, a sentence each. */
  readonly notes: readonly string[];
}

/** Combinations of one job at most, those that can't govern included. */
const MOST_SETS = 2000;

type Of = Pick<Basis, 'standard' | 'set'>;

/** The code that combines cases for a basis. */
export const loadCode = ({ standard }: Pick<Basis, 'standard'>): LoadCode => loadCodeOf(standard.loads);

/** Load cases of a new job. */
export const noLoads = (of: Pick<Basis, 'standard'>): JobLoads => ({ code: of.standard.loads, cases: [] });

/** The cases as their code reads them: what the set or the format of the job says stands where they say nothing. Refuses cases of another code. */
function readable(loads: JobLoads, of: Of): object {
  const code = loadCode(of);
  if (loads.code !== code.id)
    throw new Refusal(
      'loads.code',
      `loads.code: these load cases are combined to ${loadCodeOf(loads.code).title} and the job is designed to ${of.standard.id}; accepted are cases to ${code.title}.`,
    );
  const choice = choiceOf(of.standard, of.set);
  const says = code.screen.given(choice);
  for (const k of code.screen.fixed ?? [])
    if (loads[k] !== undefined && loads[k] !== says[k])
      throw new Refusal(
        `loads.${k}`,
        `loads.${k}: "${String(loads[k])}" is not that of the job, ${choice.short}; accepted is ${says[k]}, or nothing.`,
      );
  const { by_hand: _added, left_out: _taken, ...rest } = loads;
  return { ...says, ...rest, keep_dominated: true };
}

const LAST: { key: string; sets: LoadSets } = { key: '', sets: { sets: [], generated: 0, distinct: 0, notes: [] } };

/**
 * All combinations of a job's load cases, those that the office adds last; each says whether it can govern and whether it is left out. Refuses what
 * can't be combined, naming the field. Kept until other cases are asked for: the joints of a job share them.
 */
export function loadSets(loads: JobLoads, of: Of): LoadSets {
  const key = JSON.stringify([of.standard.id, of.set, loads]);
  if (LAST.key !== key) Object.assign(LAST, { sets: worked(loads, of), key });
  return LAST.sets;
}

function worked(loads: JobLoads, of: Of): LoadSets {
  if (loads.cases.length === 0) return { sets: [], generated: 0, distinct: 0, notes: [] };
  const input = readable(loads, of);
  const { screen } = loadCode(of);
  const all = ofLoads(() => combine(input));
  if (all.combinations.length > MOST_SETS)
    throw new Refusal(
      'loads.cases',
      `loads.cases: these cases make ${all.combinations.length} combinations; accepted are ${MOST_SETS} or fewer: tie cases together or make them exclusive.`,
    );
  const numbers = new Map<string, number>();
  const letter = new Map(screen.states.map(([id, , l]) => [id, l]));
  const left = new Map((loads.left_out ?? []).map((l) => [`${l.state} ${l.name}`, l.reason]));
  const sets = all.combinations.map((c): LoadSet => {
    const n = (numbers.get(c.state) ?? 0) + 1;
    numbers.set(c.state, n);
    const leftOut = left.get(`${c.state} ${c.name}`) ?? null;
    left.delete(`${c.state} ${c.name}`);
    return {
      name: `${letter.get(c.state)!}${n}`,
      made: c,
      between: false,
      byHand: false,
      leftOut,
      service: screen.service.includes(c.state),
    };
  });
  const notes = [...all.notes, ...[...left.keys()].map((k) => `${k}: left out, and no longer made of these cases`)];
  const between =
    loads['keep_dominated'] === true
      ? new Set<LoadSet>()
      : pruned(
          sets,
          loads.cases.map((c) => c.id),
        );
  const told = sets.map((s) => (between.has(s) ? { ...s, between: true } : s));
  return { sets: [...told, ...byHand(loads, sets, screen.service)], generated: all.generated, distinct: all.distinct, notes };
}

/** Sets that lie between others of their state which are used, and so can't govern, where these cases act. */
export function pruned(sets: readonly LoadSet[], acting: readonly string[]): ReadonlySet<LoadSet> {
  const gone = new Set<LoadSet>();
  for (const state of new Set(sets.map((s) => s.made.state))) {
    const list = sets.filter((s) => s.made.state === state && s.leftOut === null && !s.byHand);
    for (const i of betweenOthers(list.map((s) => acting.map((id) => s.made.factors[id] ?? 0)))) gone.add(list[i]!);
  }
  return gone;
}

/** Refusals of the code name its own fields; here they stand among the job's. */
export function ofLoads<T>(work: () => T): T {
  try {
    return work();
  } catch (e) {
    if (!(e instanceof Refusal) || e.field.startsWith('loads')) throw e;
    throw new Refusal(`loads.${e.field}`, `loads.${e.message}`);
  }
}

/** Combinations whose factors the office gives. */
function byHand(loads: JobLoads, made: readonly LoadSet[], service: readonly string[]): LoadSet[] {
  const taken = new Set(made.map((s) => s.name));
  return (loads.by_hand ?? []).map(({ name, state, factors }, k): LoadSet => {
    const strange = Object.keys(factors).find((id) => !loads.cases.some((c) => c.id === id));
    if (strange !== undefined)
      throw new Refusal(
        `loads.by_hand.${k}.factors`,
        `loads.by_hand.${k}.factors: ${name} has a factor of "${strange}", which is no load case; accepted are ${loads.cases.map((c) => c.id).join(', ')}.`,
      );
    if (taken.has(name))
      throw new Refusal(
        `loads.by_hand.${k}.name`,
        `loads.by_hand.${k}.name: "${name}" is the name of a generated combination; accepted is another name.`,
      );
    const acting = loads.cases.filter((c) => factors[c.id]);
    return {
      name,
      made: {
        state,
        clause: '',
        leading: null,
        name: combinationName(
          loads.cases,
          loads.cases.map((c) => factors[c.id] ?? 0),
        ),
        factors: Object.fromEntries(acting.map((c) => [c.id, factors[c.id]!])),
        why: Object.fromEntries(acting.map((c) => [c.id, `${factors[c.id]}: given by the office`])),
      },
      between: false,
      byHand: true,
      leftOut: null,
      service: service.includes(state),
    };
  });
}
