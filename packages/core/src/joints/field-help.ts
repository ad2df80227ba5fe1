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

interface Described {
  readonly type?: string;
  readonly rules?: readonly { readonly name: string; readonly args?: { readonly limit?: unknown } }[];
  readonly whens?: readonly { readonly then?: Described; readonly otherwise?: Described }[];
}

const limit = (d: Described, name: string): number | undefined => {
  const found = d.rules?.find((r) => r.name === name)?.args?.limit;
  return typeof found === 'number' ? found : undefined;
};

/** Limits of a value, the widest where they depend on others. */
function limits(d: Described): { min: number | undefined; max: number | undefined } {
  const all = [d, ...(d.whens ?? []).flatMap((w) => [w.then, w.otherwise]).filter((x): x is Described => x !== undefined && x.type === 'number')];
  const mins = all.map((x) => limit(x, 'min')).filter((x) => x !== undefined);
  const maxes = all.map((x) => limit(x, 'max')).filter((x) => x !== undefined);
  return { min: mins.length ? Math.min(...mins) : undefined, max: maxes.length ? Math.max(...maxes) : undefined };
}

/** The limits that the input's own schema sets for a field; nothing where the field is worked out from others. */
function accepted(schema: Joi.ObjectSchema, field: Field<unknown>): string | undefined {
  if (field.type === 'section') return 'a section of the catalogue or the job';
  if (field.options) return field.options.length <= 6 ? field.options.map((o) => o.label).join(', ') : undefined;
  let described: Described;
  try {
    described = schema.extract(field.id).describe() as Described;
  } catch {
    return undefined; // no value of the input by itself: other sizes follow from it
  }
  const { min, max } = limits(described);
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
  const says = accepted(kind.schema, field as Field<unknown>);
  const value = Number(field.get(input));
  return { label: field.label, ...(field.symbol ? { symbol: field.symbol } : {}), ...(says ? { accepted: says } : {}), usual: field.steps ? about(field.steps, Number.isFinite(value) ? value : 0) : [] };
}

/** The same in one line. */
export const fieldHelpWords = ({ label, symbol, accepted: says, usual }: FieldHelp): string =>
  `${label}${symbol ? `, ${symbol}` : ''}.${says ? ` Accepted: ${says}.` : ''}${usual.length ? ` Usual: ${usual.join(', ')}.` : ''}`;
