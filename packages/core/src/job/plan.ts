import Joi from 'joi';
import {
  ACTION_NAMES,
  actionRow,
  END_FORCES,
  NO_ACTIONS,
  type ActionName,
  type Combination,
  type EndForce,
} from '../actions/combination.ts';
import { combinationSchema, FORCE } from '../actions/schema.ts';
import { rulesOf } from '../rules/index.ts';
import { namedSection } from '../catalogue/search.ts';
import { firstDetail } from '../design/first.ts';
import type { JointKind } from '../joints/kind.ts';
import { versionMark } from '../joints/migrate.ts';
import { kindByCode, kindOf, KINDS } from '../joints/registry.ts';
import { Refusal, refusalOf } from '../refusal.ts';
import { basisOf } from '../standards/job-basis.ts';
import { size } from '../validate/sizes.ts';
import { validate } from '../validate/index.ts';
import { actionsOf, forcesOf, loadsOf, type CaseForces, type JudgedBy, type RuledJob } from './actions.ts';
import { readJoint, type JointDocument } from './joint-document.ts';
import { canonical } from './print.ts';
import { markSchema } from './house-mark.ts';
import { contentOf, type JointContent } from './records.ts';
import { standingOf, type Standing } from './standing.ts';
import { once } from '../lazy.ts';

/** Forces of one load case or combination at a joint: end forces of its member, or its actions by their names, kN and kNm. */
export interface GivenRow {
  readonly name: string;
  readonly note?: string;
  readonly forces: { readonly [K in EndForce | ActionName]?: number };
}

/** What a table says of one joint. */
export interface GivenJoint {
  /** Empty where the member's end alone names the joint. */
  readonly mark: string;
  /** The end of the member that it joins, as the analysis names it. */
  readonly end?: string;
  readonly note?: string;
  readonly rows: readonly GivenRow[];
  /** Kind and members: of a new joint, or sections that replace those of one that stands. */
  readonly members?: Readonly<Record<string, string>>;
  /** How the members of a new joint lie to each other, as a model has it: `drop` in mm, `slope` and `skew` in degrees. */
  readonly place?: Readonly<Record<string, number>>;
}

export interface PlanChoices {
  /** What the table does not name: kept as it stands, or taken away. */
  readonly others: 'keep' | 'drop';
  /** What the names in the table are; `either`: cases where there is one of that name, else combinations. */
  readonly names: 'cases' | 'combinations' | 'either';
}

/** What names are likely to be: load cases where any of them is one of the job's. */
export const guessNames = (names: Iterable<string>, job: Pick<JudgedBy, 'loads'>): PlanChoices['names'] => {
  const cases = new Set(job.loads?.cases.map((c) => c.id));
  for (const name of names) if (cases.has(name)) return 'cases';
  return 'combinations';
};

const FORCES = [...new Set<string>([...END_FORCES, ...ACTION_NAMES])];
export const givenJointSchema = once(() =>
  Joi.object({
    mark: markSchema().allow('').required(),
    end: Joi.string().trim().max(60),
    note: Joi.string().max(2000),
    rows: Joi.array()
      .items(
        Joi.object({
          name: Joi.string().trim().min(1).max(40).required(),
          note: Joi.string().max(120).allow(''),
          forces: Joi.object(Object.fromEntries(FORCES.map((k) => [k, size(-FORCE, FORCE)]))).required(),
        }),
      )
      .max(500)
      .required(),
    members: Joi.object().pattern(Joi.string().max(40), Joi.string().max(60)),
    place: Joi.object({ drop: size(-1500, 1500), slope: size(-60, 60), skew: size(-60, 60) }),
  }),
);
export const planChoicesSchema = once(() =>
  Joi.object({
    others: Joi.valid('keep', 'drop').default('keep'),
    names: Joi.valid('cases', 'combinations', 'either').required(),
  }),
);

/** What would become of a joint. */
export interface JointPlan {
  readonly mark: string;
  /** `same`: nothing of it changes. `refused`: it stays as it is, and `message` says why. */
  readonly change: 'new' | 'changed' | 'same' | 'refused';
  readonly message?: string;
  readonly before: Standing | null;
  readonly after: Standing | null;
  /** Combinations and cases that the table does not name and that stay. */
  readonly kept: readonly string[];
  /** The joint as it would be stored; absent where it is refused or the same. */
  readonly content?: JointContent & { readonly kind: string };
}

/** Whether what a table says is of this joint: by its mark, or by the end of the member. */
export const isGivenFor = (joint: Pick<JointDocument, 'mark' | 'loads'>, { mark, end }: GivenJoint): boolean =>
  mark ? joint.mark === mark : end !== undefined && joint.loads?.end === end;

/**
 * What a table would make of a joint that stands, or of none: a new one gets its first detail. `stands`: how it stands now, where that is known.
 * Never throws: what can't be says so.
 */
export function planJoint(
  given: GivenJoint,
  joint: JointDocument | null,
  job: RuledJob,
  choices: PlanChoices,
  stands?: Standing,
): JointPlan {
  const mark = joint?.mark ?? given.mark;
  const before = joint && (stands ?? standingOf(joint, job));
  try {
    const made = joint ? changed(given, joint, job, choices) : fresh(given, job, choices);
    if (joint && canonical(contentOf(made.joint)) === canonical(contentOf(joint)))
      return { mark, change: 'same', before, after: before, kept: made.kept };
    const { line: _printed, ...told } = made.joint;
    const checked = readJoint(told, `joint ${mark}`);
    return {
      ...{ mark, change: joint ? 'changed' : 'new', before, kept: made.kept },
      after: standingOf(checked, job),
      content: contentOf(checked),
    };
  } catch (e) {
    return { mark, change: 'refused', message: refusalOf(e).message, before, after: before, kept: [] };
  }
}

interface Made {
  readonly joint: JointDocument;
  readonly kept: readonly string[];
}

const SECTIONS = { beam: 'beam.section', support: 'support.section', column: 'column.section' } as const;

function changed(given: GivenJoint, joint: JointDocument, job: JudgedBy, choices: PlanChoices): Made {
  const kind = kindOf(joint.kind);
  const { cases, combinations } = rowsOf(given, kind, loadsOf(joint, job)?.cases.map((c) => c.id) ?? [], choices);
  const [named, namedCases] = [new Set(combinations.map((c) => c.name)), new Set(Object.keys(cases))];
  const keep = choices.others === 'keep' || given.rows.length === 0;
  const stays = keep ? joint.combinations.filter((c) => !named.has(c.name)) : [];
  const before = joint.loads?.forces ?? {};
  const staying = Object.entries(before).filter(([id]) => keep && !namedCases.has(id));
  // What is in the old set keeps its place there.
  const list = [
    ...joint.combinations.flatMap((c) => (named.has(c.name) ? combinations.filter((x) => x.name === c.name) : keep ? [c] : [])),
    ...combinations.filter((c) => !joint.combinations.some((x) => x.name === c.name)),
  ];
  const forces = Object.fromEntries([
    ...Object.keys(before).flatMap((id) => (cases[id] ? [[id, cases[id]]] : keep ? [[id, before[id]!]] : [])),
    ...Object.entries(cases).filter(([id]) => !before[id]),
  ]) as Record<string, CaseForces>;
  const { forces: _before, ...rest } = joint.loads ?? {};
  const loads = { ...(Object.keys(forces).length ? { forces } : {}), ...rest, ...(given.end ? { end: given.end } : {}) };
  const { loads: _loads, ...bare } = joint;
  return {
    joint: {
      ...bare,
      input: withSections(given, joint, kind, job),
      combinations: list,
      ...(Object.keys(loads).length ? { loads } : {}),
      note: given.note ?? joint.note,
    },
    kept: given.rows.length ? [...stays.map((c) => c.name), ...staying.map(([id]) => id)] : [],
  };
}

/** The input with the sections of the table in place of its own. */
function withSections(given: GivenJoint, joint: JointDocument, kind: JointKind, job: JudgedBy): unknown {
  let input = joint.input as unknown;
  for (const [member, id] of Object.entries(SECTIONS)) {
    const asked = given.members?.[member];
    const field = kind.fields.find((f) => f.id === id);
    if (!asked || !field || (field.applies && !field.applies(input))) continue;
    const name = sectionName(asked, member, job);
    if (field.get(input) !== name) input = field.set(input, name);
  }
  return input;
}

function sectionName(asked: string, member: string, job: JudgedBy): string {
  const found = namedSection(asked, { own: job.sections });
  if (!found)
    throw new Refusal(
      member,
      `${member}: "${asked.slice(0, 60)}" is no section of the catalogue or the job; accepted is the name of one.`,
    );
  return found.name;
}

/** A new joint: its kind and members are asked of the table, its detail of the product. */
function fresh(given: GivenJoint, job: RuledJob, choices: PlanChoices): Made {
  const { mark, members = {} } = given;
  if (!mark)
    throw new Refusal(
      'mark',
      `mark: no joint stands at the member end ${given.end ?? ''}; accepted is the mark of one, or a mark for a new one.`,
    );
  const basis = basisOf(job);
  const kinds = KINDS.filter((k) => k.standards.includes(basis.standard.id));
  const asked = members['kind'] ?? '';
  const kind =
    kinds.find((k) => [k.id, k.title.toLowerCase(), k.called(basis.standard)?.toLowerCase()].includes(asked.toLowerCase())) ??
    kindByCode(asked);
  if (!kind)
    throw new Refusal(
      'kind',
      `kind: there is no joint ${mark}, and ${asked ? `"${asked.slice(0, 40)}" is no kind of joint` : 'no kind for a new one'}; accepted are ${kinds.map((k) => k.id).join(', ')}.`,
    );
  const seed: Record<string, string> = {};
  for (const f of kind.seeds(basis.standard)) {
    const typed = members[f.id];
    const option = f.options?.find((o) => typed && [o.value.toLowerCase(), o.label.toLowerCase()].includes(typed.toLowerCase()));
    seed[f.id] =
      f.type === 'section' && typed
        ? sectionName(typed, f.id, job)
        : (option?.value ?? (f.options ? f.start : (typed ?? f.start)));
  }
  const missing = kind.seeds(basis.standard).find((f) => !f.optional && (!f.applies || f.applies(seed)) && !seed[f.id]);
  if (missing)
    throw new Refusal(
      missing.id,
      `${missing.id}: the value is missing for the new joint ${mark}; accepted is one such as ${missing.example ?? 'that of a joint like it'}.`,
    );
  const { cases, combinations } = rowsOf(given, kind, job.loads?.cases.map((c) => c.id) ?? [], choices);
  const loads = { ...(Object.keys(cases).length ? { forces: cases } : {}), ...(given.end ? { end: given.end } : {}) };
  const acted = { kind: kind.id, combinations, ...(Object.keys(loads).length ? { loads } : {}) };
  for (const [k, x] of Object.entries(given.place ?? {})) seed[k] = String(x);
  const { input } = firstDetail(kind.id, seed, actionsOf(acted, job).combinations, basis, rulesOf(job));
  return { joint: { ...acted, mark, line: '', note: given.note ?? '', input, ...versionMark(kind) }, kept: [] };
}

/** Rows of a table as actions of a kind: those that bear the name of a load case, and ready combinations. */
function rowsOf(
  given: GivenJoint,
  kind: JointKind,
  cases: readonly string[],
  { names }: PlanChoices,
): { readonly cases: Readonly<Record<string, CaseForces>>; readonly combinations: readonly Combination[] } {
  const found: Record<string, CaseForces> = {};
  const combinations: Combination[] = [];
  for (const { name, note, forces } of given.rows) {
    if (found[name] || combinations.some((c) => c.name === name))
      throw new Refusal('name', `name: "${name}" stands twice for ${given.mark || given.end}; accepted is one row for each.`);
    const actions = Object.fromEntries(
      Object.entries(forces).map(([k, x]) => [(END_FORCES as readonly string[]).includes(k) ? kind.ends[k as EndForce] : k, x]),
    ) as CaseForces;
    const isCase = names !== 'combinations' && cases.includes(name);
    // The force of a single case taken for a combination would stand without its factor.
    if (names === 'cases' && !isCase)
      throw new Refusal(
        'name',
        `name: "${name}" is no load case; accepted are ${cases.join(', ') || 'none yet: give the load cases of the job'}, or names that are read as combinations.`,
      );
    if (!isCase) {
      const checked = validate<Combination>(
        combinationSchema(),
        { ...NO_ACTIONS, ...positive(actions), name, note: note ?? '' },
        name,
      );
      if ('error' in checked) throw new Refusal(checked.error.field, checked.error.message);
      combinations.push(checked.value);
      continue;
    }
    found[name] = forcesOf(name, actions);
  }
  return { cases: found, combinations };
}

/** Tables give a tying force with the sign of what pulls. */
const positive = (actions: CaseForces): CaseForces =>
  Object.fromEntries(Object.entries(actions).map(([k, x]) => [k, actionRow(k as ActionName).least === 0 ? Math.abs(x ?? 0) : x]));

/** What a change is to a user who has to decide on it. */
export type PlanGroup = 'new' | 'same' | 'holds' | 'state' | 'refused';
const sound = (s: Standing | null): boolean => s?.state === 'holds' || s?.state === 'close';
/** `holds`: it changes, and holds as before; `state`: its state is another one, or it did not hold and does not hold now. */
export const groupOf = ({ change, before, after }: JointPlan): PlanGroup =>
  change !== 'changed' ? change : sound(before) && sound(after) ? 'holds' : 'state';
