import type Joi from 'joi';
import type { Field, JointKind } from './kind.ts';

/** What is worth knowing of a field while it is typed. */
export interface FieldHelp {
  readonly label: string;
  readonly symbol?: string;
  /** What is accepted, in words. */
  readonly accepted?: string;
  /** Practical values, those about the present one. */
  readonly usual: readonly number[];
}

/** An input with one value changed, by its path; null where the path is no group of it. */
function withValue(input: unknown, path: readonly string[], value: number): unknown {
  const [key, ...rest] = path;
  if (typeof input !== 'object' || input === null || key === undefined) return null;
  if (rest.length === 0) return { ...input, [key]: value };
  const inner = withValue((input as Record<string, unknown>)[key], rest, value);
  return inner === null ? null : { ...input, [key]: inner };
}

const FAR = 1e12;
/** The limit that the schema refuses a far value by, on this input. */
function limitOf(schema: Joi.ObjectSchema, input: unknown, id: string, value: number): number | undefined {
  const changed = withValue(input, id.split('.'), value);
  if (changed === null) return undefined;
  const found = schema.validate(changed, { convert: false }).error?.details[0];
  const limit: unknown = found?.path.join('.') === id && (found.type === 'number.min' || found.type === 'number.max') ? found.context?.['limit'] : undefined;
  return typeof limit === 'number' ? limit : undefined;
}

/** The limits that the input's own schema sets for a field; nothing where the field is worked out from others. */
function accepted<I>(schema: Joi.ObjectSchema, field: Field<I>, input: I): string | undefined {
  if (field.type === 'section') return 'a section of the catalogue or the job';
  if (field.options) return field.options.length <= 16 ? field.options.map((o) => o.label).join(', ') : undefined;
  const [min, max] = [limitOf(schema, input, field.id, -FAR), limitOf(schema, input, field.id, FAR)];
  const unit = field.unit ? ` ${field.unit}` : '';
  if (min === undefined && max === undefined) return undefined;
  return min === undefined ? `up to ${max}${unit}` : max === undefined ? `from ${min}${unit}` : `${min} to ${max}${unit}`;
}

const MOST = 5;
/** The practical values nearest to the present one, in order. */
function about(steps: readonly number[], value: number): number[] {
  const at = steps.findIndex((s) => s >= value);
  const middle = at < 0 ? steps.length - 1 : at;
  const from = Math.max(0, Math.min(middle - Math.floor(MOST / 2), steps.length - MOST));
  return steps.slice(from, from + MOST);
}

/** What a field is, its symbol, its limits by the schema, and usual values. */
export function fieldHelp<I>(kind: Pick<JointKind<I>, 'schema'>, field: Field<I>, input: I): FieldHelp {
  const says = accepted(kind.schema, field, input);
  const value = Number(field.get(input));
  return { label: field.label, ...(field.symbol ? { symbol: field.symbol } : {}), ...(says ? { accepted: says } : {}), usual: field.steps ? about(field.steps, Number.isFinite(value) ? value : 0) : [] };
}

/** The same in one line. */
export const fieldHelpWords = ({ label, symbol, accepted: says, usual }: FieldHelp): string =>
  `${label}${symbol ? `, ${symbol}` : ''}.${says ? ` Accepted: ${says}.` : ''}${usual.length ? ` Usual: ${usual.join(', ')}.` : ''}`;
