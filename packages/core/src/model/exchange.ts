import Joi from 'joi';
import { jointSchema, readJoint, type JointDocument } from '../job/joint-document.ts';
import { isStale } from '../job/fingerprint.ts';
import { canonical } from '../job/print.ts';
import { unproved } from '../job/prove.ts';
import { givenJointSchema, planJoint, type GivenJoint, type JointPlan, type PlanChoices } from '../job/plan.ts';
import { contentOf, type ModelPlace } from '../job/records.ts';
import { standingOf } from '../job/standing.ts';
import { builtStored, type StoredJoint } from '../job/lists.ts';
import type { RuledJob } from '../job/actions.ts';
import { tryCheckStored } from '../job/actions.ts';
import type { JobDocument } from '../job/document.ts';
import { refusalOf, Refusal } from '../refusal.ts';
import { validate } from '../validate/index.ts';
import { size } from '../validate/sizes.ts';
import { membersSchema, type ModelMember } from './member.ts';
import type { Proposal } from './propose.ts';
import { once } from '../lazy.ts';

export const EXCHANGE_FORMAT = 'ample-gusset-exchange';
export const EXCHANGE_VERSION = 1;

/** Where the joint is in the model, and the members that meet there by their ids. */
const place = once(() => ({
  at: Joi.array().items(size(-1e7, 1e7)).length(3),
  joins: Joi.array().items(Joi.string().max(80)).max(8),
}));
/** What is told of a joint and not taken: how it stands, what it is made of. */
const toldKeys = once(() => ({
  verdict: Joi.object().unknown(true),
  made: Joi.object().unknown(true),
  revision: Joi.string().max(8),
}));
/** A joint with its detail, as in a job file. */
const detailed = once(() => jointSchema().keys({ ...place(), ...toldKeys() }));
/** A joint with its forces, and for a new one its kind and sections. */
const forced = once(() =>
  givenJointSchema().keys({ rows: givenJointSchema().extract('rows').optional().default([]), ...place() }),
);

export const exchangeSchema = once(() =>
  Joi.object({
    format: Joi.string().valid(EXCHANGE_FORMAT).required(),
    version: Joi.number().valid(EXCHANGE_VERSION).required(),
    job: Joi.object().unknown(true),
    members: membersSchema().default([]),
    joints: Joi.array()
      .items(
        Joi.alternatives().conditional(Joi.object({ input: Joi.exist() }).unknown(), { then: detailed(), otherwise: forced() }),
      )
      .max(5000)
      .unique((a: { mark?: string; end?: string }, b: { mark?: string; end?: string }) => (a.mark || a.end) === (b.mark || b.end))
      .default([]),
  }),
);
/** The two forms of a joint, for its schema. */
export const exchangeJointSchemas = { detailed, forced } as const;

type Placed = { readonly at?: readonly number[]; readonly joins?: readonly string[] };
export type ExchangeJoint = (Omit<JointDocument, 'line'> & { readonly line?: string } & Placed) | (GivenJoint & Placed);
/** What another program says: members of a model, joints with forces or with details. */
export interface Exchange {
  readonly members: readonly ModelMember[];
  readonly joints: readonly ExchangeJoint[];
}
const isDetailed = (j: ExchangeJoint): j is Extract<ExchangeJoint, { input: unknown }> => 'input' in j;

/** Reads the exchange form. Throws a Refusal that names the field. */
export function readExchange(document: unknown): Exchange {
  const checked = validate<Exchange>(exchangeSchema(), document ?? null);
  if ('error' in checked) throw new Refusal(checked.error.field, checked.error.message);
  return checked.value;
}

/** Whether what is said is of this joint. */
export const isExchangeFor = (joint: Pick<JointDocument, 'mark' | 'loads'>, said: ExchangeJoint): boolean =>
  said.mark ? joint.mark === said.mark : 'end' in said && said.end !== undefined && joint.loads?.end === said.end;

/** What would become of a joint by what another program says of it. Never throws. */
export function planExchange(said: ExchangeJoint, joint: JointDocument | null, job: RuledJob, choices: PlanChoices): JointPlan {
  if (!isDetailed(said)) return planJoint(said, joint, job, choices);
  const before = joint && standingOf(joint, job);
  try {
    const checked = readJoint(detailOf(said), `joint ${said.mark}`);
    const same = joint && canonical(contentOf(checked)) === canonical(contentOf(joint));
    if (same) return { mark: said.mark, change: 'same', before, after: before, kept: [] };
    const change = joint ? 'changed' : 'new';
    return { mark: said.mark, change, before, after: standingOf(checked, job), kept: [], content: contentOf(checked) };
  } catch (e) {
    return { mark: said.mark, change: 'refused', message: refusalOf(e).message, before, after: before, kept: [] };
  }
}
/** The joint alone, without where it is and what was told of it. A signature stays where it was given, and so does a proof. */
const detailOf = (said: Extract<ExchangeJoint, { input: unknown }>): Omit<JointDocument, 'line'> & { line?: string } => {
  const {
    at: _at,
    members: _members,
    checked: _signed,
    comments: _said,
    ...rest
  } = said as typeof said & Record<string, unknown>;
  for (const k of Object.keys(toldKeys())) delete (rest as Record<string, unknown>)[k];
  return unproved(rest as never);
};

/** How a joint stands, for another program. Stresses are left to the calculation: multiples and utilisations are pure numbers. */
export interface ExchangeVerdict {
  readonly state: string;
  readonly words: string;
  /** What gives first, at which multiple of the loads. */
  readonly first: {
    readonly check: string;
    readonly title: string;
    readonly multiple: number;
    readonly combination: string;
  } | null;
  readonly combinations: readonly {
    readonly name: string;
    readonly state: string;
    readonly multiple: number | null;
    readonly first: string | null;
  }[];
  readonly missing: readonly string[];
  readonly broken: readonly string[];
  readonly stale: boolean;
}

/** A joint as it is built and judged, worked once for all that is told of it; null where its row can't be read. */
const checkedOf = (joint: StoredJoint, job: JobDocument) => (joint.unreadable === undefined ? tryCheckStored(joint, job) : null);

function verdictOf(joint: StoredJoint, job: JobDocument, checked: ReturnType<typeof checkedOf>): ExchangeVerdict {
  const stale = isStale(joint, job);
  if (!checked || 'refusal' in checked) {
    const words = joint.unreadable ?? (checked && 'refusal' in checked ? checked.refusal.message : '');
    return { state: 'refused', words, first: null, combinations: [], missing: [], broken: [], stale };
  }
  const { report } = checked;
  const worst = report.combinations[report.worst];
  return {
    ...{ state: report.state, words: report.verdict, stale },
    first: worst?.first
      ? { check: worst.first.key, title: worst.first.title, multiple: worst.first.multiple, combination: worst.combination.name }
      : null,
    combinations: report.combinations.map((c) => ({
      ...{ name: c.combination.name, state: c.state },
      ...{ multiple: c.first?.multiple ?? null, first: c.first?.title ?? null },
    })),
    missing: report.missing.map((m) => `${m.title}: ${m.reason}`),
    broken: report.brokenRules.map((r) => r.title),
  };
}

/** One joint for another program: as in a job file, with where it is, how it stands and what it is made of. */
export function exchangeJoint(
  joint: StoredJoint,
  job: JobDocument,
  where?: Pick<ModelPlace, 'at' | 'joins'>,
  revision?: string,
): object {
  const { comments: _said, unreadable: _why, ...rest } = joint;
  const checked = checkedOf(joint, job);
  return {
    ...rest,
    ...(where ? { at: where.at, joins: where.joins } : {}),
    ...(revision === undefined ? {} : { revision }),
    verdict: verdictOf(joint, job, checked),
    ...madeOf(joint, job, checked),
  };
}
/** Pieces with their outlines and holes, bolts, anchors and welds; lengths in mm, masses in kg. None of a joint that can't be built. */
function madeOf(joint: StoredJoint, job: JobDocument, checked: ReturnType<typeof checkedOf>): { made?: object } {
  try {
    const { pieces, bolts, anchors, welds } = (checked && 'built' in checked ? checked.built : builtStored(joint, job)).shop;
    return { made: { pieces, bolts, anchors, welds } };
  } catch {
    return {};
  }
}
/** What stands before the joints. */
export const exchangeHead = ({ number, name, client, basis }: JobDocument, members: readonly ModelMember[]): object => ({
  ...{ format: EXCHANGE_FORMAT, version: EXCHANGE_VERSION },
  job: { number, name, client, standard: basis.standard },
  members,
});

/** What is told of joints and what a model proposes, as one list: forces that are told of a joint that is proposed are what its first detail is made for. */
export function withProposals(joints: readonly ExchangeJoint[], proposals: readonly Proposal[]): readonly ExchangeJoint[] {
  const used = new Set<Proposal>();
  const byMark = new Map(proposals.map((p) => [p.given.mark, p]));
  const byEnd = new Map(proposals.map((p) => [p.given.end, p]));
  const told = joints.map((joint): ExchangeJoint => {
    const own = joint.mark ? byMark.get(joint.mark) : 'end' in joint ? byEnd.get(joint.end) : undefined;
    if (!own) return joint;
    used.add(own);
    const place = { at: own.at, joins: own.members };
    if (isDetailed(joint)) return { ...place, ...joint };
    return { ...own.given, ...place, ...joint, mark: own.given.mark, members: { ...own.given.members, ...joint.members } };
  });
  const rest = proposals.filter((p) => !used.has(p)).map(({ given, at, members }) => ({ ...given, at, joins: members }));
  return [...told, ...rest];
}
/** Where joints are in a model, of those that say it. */
export function placesOf(joints: readonly ExchangeJoint[], proposals: readonly Proposal[]): ModelPlace[] {
  const keys = new Map(proposals.map((p) => [p.given.mark, p.key]));
  return joints.flatMap(({ mark, at, joins }) => (mark && at && joins ? [{ mark, at, joins, key: keys.get(mark) ?? '' }] : []));
}
