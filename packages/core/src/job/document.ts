import Joi from 'joi';
import { TOOLS, toolOf } from '../bench/index.ts';
import { type CustomSection, type JobBasis } from '../basis/basis.ts';
import { customSectionSchema, customSteelSchema } from '../basis/own.ts';
import type { CustomSteel } from '../catalogue/index.ts';
import { once } from '../lazy.ts';
import { Refusal } from '../refusal.ts';
import { jobRulesSchema, readRules, type GivenRules } from '../rules/rules.ts';
import { basisOf, basisSchema, usualBasis } from '../standards/job-basis.ts';
import { loadSets, loadsSchema, type JobLoads } from '../standards/loads.ts';
import { given, printable, validate } from '../validate/index.ts';
import type { JudgedBy } from './actions.ts';
import { checkedBy, DocumentError, jointSchema, readJoint, refuse, type JointDocument } from './joint-document.ts';
import { sameDetail } from './shared.ts';

export const JOB_FORMAT = 'ample-gusset-job';
export const JOB_VERSION = 1;

/** A calculation of the bench that belongs to a job. */
export interface CalculationDocument {
  readonly title: string;
  readonly tool: string;
  readonly input: unknown;
}

export interface JobDocument {
  readonly format: typeof JOB_FORMAT;
  readonly version: number;
  readonly number: string;
  readonly name: string;
  readonly client: string;
  readonly basis: JobBasis;
  readonly sections: readonly CustomSection[];
  readonly steels: readonly CustomSteel[];
  /** What of the house rules is the job's own. */
  readonly rules?: GivenRules | undefined;
  /** The rules of the office, no part of its file: they stand where the job says nothing. */
  readonly office?: GivenRules | undefined;
  /** Load cases and how they are combined; absent where the job has ready combinations alone. */
  readonly loads?: JobLoads | undefined;
  readonly joints: readonly JointDocument[];
  readonly calculations: readonly CalculationDocument[];
}

export const calculationSchema = once(() =>
  Joi.object({
    title: Joi.string().trim().min(1).max(120).required(),
    tool: Joi.string()
      .valid(...TOOLS.map((t) => t.id))
      .required(),
    input: Joi.object().unknown(true).required(),
  }),
);

export const jobSchema = once(() =>
  Joi.object({
    format: Joi.string().valid(JOB_FORMAT).required(),
    version: Joi.number().valid(JOB_VERSION).required(),
    number: Joi.string().max(40).allow('').default(''),
    name: Joi.string().max(120).required(),
    client: Joi.string().max(120).allow('').default(''),
    basis: basisSchema().default(usualBasis()),
    sections: Joi.array().items(customSectionSchema()).max(500).unique('name').default([]),
    steels: Joi.array().items(customSteelSchema()).max(100).unique('name').default([]),
    loads: loadsSchema(),
    rules: jobRulesSchema(),
    joints: Joi.array().items(jointSchema()).max(5000).unique('mark').default([]),
    calculations: Joi.array().items(calculationSchema()).max(500).default([]),
  }),
);

/** One migration takes a document of version `from` to the next. None is needed before the second version exists. */
export interface Migration {
  readonly from: number;
  readonly name: string;
  apply(document: Record<string, unknown>): Record<string, unknown>;
}
export const MIGRATIONS: readonly Migration[] = [];

/** Brings an older document up to date, one migration after the other. */
export function migrate(
  document: Record<string, unknown>,
  migrations: readonly Migration[] = MIGRATIONS,
  current = JOB_VERSION,
): Record<string, unknown> {
  let doc = document;
  while (typeof doc['version'] === 'number' && doc['version'] < current) {
    const step = migrations.find((m) => m.from === doc['version']);
    if (!step) break;
    doc = { ...step.apply(doc), version: step.from + 1 };
  }
  return doc;
}

/** A joint or a calculation of a file that can't be read, and why. */
export interface Unreadable {
  readonly what: 'joint' | 'calculation';
  /** Its mark or title, or its place in the list where it has none. */
  readonly name: string;
  readonly field: string;
  readonly message: string;
}

export interface ReadJob {
  /** With every joint and calculation that can be read. */
  readonly job: JobDocument;
  readonly unreadable: readonly Unreadable[];
}

/** Reads a job from parsed JSON: migrated, validated, defaults filled in, each joint against its own kind. Whole or not at all: throws DocumentError. */
export function readJob(raw: unknown): JobDocument {
  const { job, unreadable } = readJobParts(raw);
  return unreadable[0] ? refuse(unreadable[0]) : job;
}

/** Reads a job; a joint or calculation that can't be read is named and takes no other with it. Throws DocumentError where the job itself can't be. */
export function readJobParts(raw: unknown): ReadJob {
  if (typeof raw !== 'object' || raw === null || Array.isArray(raw))
    return refuse({
      field: 'file',
      message: 'The file is not a job: it must be a JSON object with "format", "version" and "joints".',
    });
  const doc = migrate(raw as Record<string, unknown>);
  if (doc['format'] !== JOB_FORMAT)
    refuse({
      field: 'format',
      message: `format: ${given(doc['format'])} is not a job of this product; accepted is "${JOB_FORMAT}".`,
    });
  if (doc['version'] !== JOB_VERSION)
    refuse({
      field: 'version',
      message: `version: ${given(doc['version'])} is not known here; accepted are versions up to ${JOB_VERSION}.`,
    });
  const { joints = [], calculations = [], ...rest } = doc;
  const result = validate<JobDocument>(jobSchema(), rest);
  if ('error' in result) return refuse(result.error);
  for (const [field, list] of Object.entries({ joints, calculations }))
    if (!Array.isArray(list)) refuse({ field, message: `${field}: ${given(list)} is not a list; accepted is a list.` });
  result.value.sections.forEach(validateCustomSection);
  if (result.value.rules) readRules(result.value.rules);
  validateLoads(result.value);
  const unreadable: Unreadable[] = [];
  const taken = new Set<string>();
  const groups = new Map<string, JointDocument>();
  const read = {
    joints: readEach(joints as unknown[], 'joint', 'mark', 5000, unreadable, (j, where) => {
      const joint = checkedBy<JointDocument>(jointSchema(), j, `${where}:`);
      if (taken.has(joint.mark))
        refuse({ field: `${where}: mark`, message: `${where}: mark: this mark stands twice; accepted are different marks.` });
      const whole = readJoint(joint, where);
      const first = joint.group === undefined ? undefined : groups.get(joint.group);
      if (first && !sameDetail(first, whole))
        refuse({
          field: `${where}: group`,
          message: `${where}: group: its detail is not that of ${first.mark}, with which it shares ${joint.group}; accepted is the same detail, or no group.`,
        });
      if (joint.group !== undefined) groups.set(joint.group, first ?? whole);
      taken.add(joint.mark);
      return whole;
    }),
    calculations: readEach(calculations as unknown[], 'calculation', 'title', 500, unreadable, (c, where) =>
      readCalculation(checkedBy<CalculationDocument>(calculationSchema(), c, `${where}:`), where),
    ),
  };
  return { job: { ...result.value, ...read }, unreadable };
}

/** Reads the records of a list, each by itself; those that can't be are added to `unreadable`. */
function readEach<T>(
  list: readonly unknown[],
  what: Unreadable['what'],
  nameKey: string,
  most: number,
  unreadable: Unreadable[],
  read: (record: unknown, where: string) => T,
): T[] {
  if (list.length > most)
    refuse({ field: `${what}s`, message: `${what}s: the list is longer than ${most} entries; accepted are ${most} or fewer.` });
  return list.flatMap((record, i) => {
    const typed =
      typeof record === 'object' && record !== null && Object.hasOwn(record, nameKey)
        ? (record as Record<string, unknown>)[nameKey]
        : undefined;
    const name = typeof typed === 'string' && typed ? printable(typed, 60) : `${i + 1} of the list`;
    try {
      return [read(record, `${what} ${name}`)];
    } catch (e) {
      if (!(e instanceof DocumentError) && !(e instanceof Refusal)) throw e;
      unreadable.push({ what, name, field: e.field, message: e.message });
      return [];
    }
  });
}

/** Validates one calculation by its calculator, defaults filled in. */
export function readCalculation(c: CalculationDocument, where: string): CalculationDocument {
  return { ...c, input: checkedBy(toolOf(c.tool).schema(), c.input, `${where}: input`) };
}

/** Refuses load cases that can't be combined under the basis of their job, naming the field. */
export function validateLoads(job: JudgedBy): void {
  if (job.loads) loadSets(job.loads, basisOf(job));
}

/** Checks a custom section as a member would: refuses one that has no web. */
export function validateCustomSection(s: CustomSection): void {
  if (s.h <= 2 * (s.tf + s.r))
    throw new Refusal(
      'sections.h',
      `sections.h: ${s.name} is ${s.h} mm deep and has no web between its fillets; accepted is more than ${2 * (s.tf + s.r)} mm.`,
    );
}

/** A job as its file has it: without what is the office's. */
export const jobFile = ({ office: _not, ...job }: JobDocument): JobDocument => job;

export const EMPTY_JOB: JobDocument = {
  format: JOB_FORMAT,
  version: JOB_VERSION,
  number: '',
  name: '',
  client: '',
  basis: usualBasis(),
  sections: [],
  steels: [],
  joints: [],
  calculations: [],
};
