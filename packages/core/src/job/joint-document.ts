import Joi from 'joi';
import type { Combination } from '../actions/combination.ts';
import { combinationSchema } from '../actions/schema.ts';
import type { Settings } from '../basis/basis.ts';
import { LineError } from '../joints/kind.ts';
import { migrateInput, versionMark } from '../joints/migrate.ts';
import { KINDS, kindOf } from '../joints/registry.ts';
import { once } from '../lazy.ts';
import { refusalOf } from '../refusal.ts';
import { settingsSchema } from '../standards/job-basis.ts';
import { printable, validate } from '../validate/index.ts';
import { jointLoadsSchema, type JointLoads } from './actions.ts';
import { commentSchema, type CommentDocument } from './comments.ts';
import { houseMarkSchema, markSchema, type HouseMark } from './house-mark.ts';

export interface SignOff {
  readonly by: string;
  /** ISO date and time. */
  readonly at: string;
  /** Fingerprint of the joint as it was signed. */
  readonly fingerprint: string;
  /** What the checker says of it. */
  readonly note?: string;
}

export interface JointDocument {
  readonly mark: string;
  readonly kind: string;
  readonly line: string;
  readonly note: string;
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- each kind has its own input
  readonly input: any;
  /** Version of the input, as its kind counts; 1 when absent. */
  readonly input_version?: number;
  readonly combinations: readonly Combination[];
  /** What load cases do at it. */
  readonly loads?: JointLoads;
  /** The group of joints that share its detail. */
  readonly group?: string;
  /** The house detail that it is meant to have. */
  readonly house?: HouseMark;
  /** Settings that differ from the job's. */
  readonly settings?: Partial<Settings>;
  readonly checked?: SignOff;
  readonly comments?: readonly CommentDocument[];
}

/** Name of a group of joints that share one detail. */
const groupSchema = once(() => Joi.string().trim().min(1).max(24));

/** Version of an input, where it is not the first. */
export const inputVersionSchema = once(() => Joi.number().integer().min(1).max(1000));

/** What a joint is made of, in files and in requests. */
export const contentKeys = once(() => ({
  mark: markSchema().required(),
  kind: Joi.string()
    .valid(...KINDS.map((k) => k.id))
    .required(),
  note: Joi.string().max(2000).allow('').default(''),
  input: Joi.object().unknown(true).required(),
  input_version: inputVersionSchema(),
  combinations: Joi.array().items(combinationSchema()).max(200).unique('name').default([]),
  loads: jointLoadsSchema(),
  group: groupSchema(),
  house: houseMarkSchema(),
  settings: settingsSchema(),
}));

export const jointSchema = once(() =>
  Joi.object({
    ...contentKeys(),
    line: Joi.string().max(400),
    checked: Joi.object({
      by: Joi.string().max(80).required(),
      at: Joi.string().max(40).required(),
      fingerprint: Joi.string().max(40).required(),
      note: Joi.string().max(2000),
    }),
    comments: Joi.array().items(commentSchema()).max(500).unique('number'),
  }),
);

export class DocumentError extends Error {
  override readonly name = 'DocumentError';
  constructor(
    readonly field: string,
    message: string,
  ) {
    super(message);
  }
}

/** Throws a DocumentError of a field. */
export const refuse = ({ field, message }: { field: string; message: string }): never => {
  throw new DocumentError(field, message);
};

/** A value by its schema, or a DocumentError with the sentence that says why not. */
export function checkedBy<T>(schema: Joi.Schema, value: unknown, where: string): T {
  const checked = validate<T>(schema, value, where);
  return 'error' in checked ? refuse(checked.error) : checked.value;
}

/** Validates one joint's input by its kind and fills in its line; a line given without sizes supplies them. */
export function readJoint(joint: Omit<JointDocument, 'line'> & { line?: string }, where: string): JointDocument {
  const kind = kindOf(joint.kind);
  const { input_version, ...rest } = joint;
  const input = upToDate(kind, joint.input, input_version, where);
  let checked = validate<unknown>(kind.schema(), input, `${where}: input`);
  // An input that leaves the detail to its line.
  if ('error' in checked && joint.line !== undefined && checked.error.message.includes('is missing'))
    checked = validate<unknown>(kind.schema(), fromLine(joint.line, input, kind, where), `${where}: input`);
  if ('error' in checked) return refuse(checked.error);
  const line = kind.line.print(checked.value);
  if (joint.line !== undefined && joint.line !== line) {
    const parsed = fromLine(joint.line, checked.value, kind, where);
    if (kind.line.print(parsed) !== line)
      refuse({
        field: `${where}: line`,
        message: `${where}: line and input disagree: the line says "${printable(joint.line, 160)}", the input "${line}"; correct one or leave the line out.`,
      });
  }
  return { ...rest, input: checked.value, ...versionMark(kind), line };
}

function upToDate(kind: ReturnType<typeof kindOf>, input: unknown, version: number | undefined, where: string): unknown {
  try {
    return migrateInput(kind, input, version);
  } catch (e) {
    const { field, message } = refusalOf(e);
    return refuse({ field: `${where}: ${field}`, message: `${where}: ${message}` });
  }
}

/** A joint as it is stored, read by its kind, defaults of later versions filled in; or the sentence that says why it can't be. Never throws; `read` does. */
export function tryReadJoint(
  joint: Omit<JointDocument, 'line'>,
  read: (joint: Omit<JointDocument, 'line'>, where: string) => JointDocument = readJoint,
): { readonly joint: JointDocument } | { readonly unreadable: string } {
  try {
    return { joint: read(joint, `joint ${joint.mark}`) };
  } catch (e) {
    return { unreadable: refusalOf(e).message };
  }
}

function fromLine(line: string, base: unknown, kind: ReturnType<typeof kindOf>, where: string): unknown {
  try {
    return kind.line.parse(line, base ?? {});
  } catch (e) {
    if (e instanceof LineError) return refuse({ field: `${where}: line`, message: `${where}: line: ${e.message}` });
    throw e;
  }
}
