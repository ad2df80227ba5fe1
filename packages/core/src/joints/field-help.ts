import type Joi from 'joi';
import { limitWords } from '../validate/limits.ts';
import type { Basis } from '../basis/basis.ts';
import { DEFAULT_BASIS } from '../standards/job-basis.ts';
import { fieldSteps } from './field-makers.ts';
import type { Standard } from '../basis/standard.ts';
import type { Units } from '../units/system.ts';
import { optionsOf, type Field, type FieldValue, type JointKind } from './kind.ts';

/** What is worth knowing of a field while it is typed. */
export interface FieldHelp {
  readonly label: string;
  readonly symbol?: string;
  /** What is accepted, in words. */
  readonly accepted?: string;
  /** Practical values, those about the present one. */
  readonly usual: readonly string[];
}

/** The limits that the input's own schema sets for a field; nothing where the field is worked out from others. */
function accepted<I>(schema: Joi.ObjectSchema, field: Field<I>, input: I, basis: Basis): string | undefined {
  const { units } = basis;
  if (field.type === 'section') return 'a section of the catalogue or the job';
  const options = optionsOf(field, basis.standard);
  if (options) return options.length <= 24 ? options.map((o) => o.label).join(', ') : undefined;
  return limitWords(
    schema,
    input,
    field.id,
    field.quantity === 'length' ? { show: (x) => units.length(x), unit: units.name('mm') } : undefined,
  );
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
export function fieldHelp<I>(
  kind: Pick<JointKind<I>, 'schema'>,
  field: Field<I>,
  input: I,
  basis: Basis = DEFAULT_BASIS,
): FieldHelp {
  const { units, practice } = basis;
  const says = accepted(kind.schema(), field, input, basis);
  const steps = fieldSteps(field, units, practice);
  const value = Number(field.get(input));
  return {
    label: field.label,
    ...(field.symbol ? { symbol: field.symbol } : {}),
    ...(says ? { accepted: says } : {}),
    usual: steps.length
      ? about(steps, Number.isFinite(value) ? value : 0).map((x) => (field.quantity === 'length' ? units.length(x) : String(x)))
      : [],
  };
}

/** The same in one line. */
export const fieldHelpWords = ({ label, symbol, accepted: says, usual }: FieldHelp): string =>
  `${label}${symbol ? `, ${symbol}` : ''}.${says ? ` Accepted: ${says}.` : ''}${usual.length ? ` Usual: ${usual.join(', ')}.` : ''}`;

/** A value of a field as paper and lists say it, with its unit. */
export function fieldWords(
  field: Pick<Field<unknown>, 'options' | 'quantity' | 'type'>,
  value: FieldValue | undefined,
  { standard, units }: { readonly standard: Standard; readonly units: Units },
): string {
  if (value === undefined) return 'own dimensions';
  const option = optionsOf(field as Field<unknown>, standard)?.find((o) => o.value === value)?.label;
  if (option !== undefined) return option;
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  const unit = field.quantity === 'none' ? '' : ` ${units.unitOf(field.quantity)}`;
  if (typeof value === 'string') return field.type === 'list' ? `${units.typedList(value)}${unit}` : value;
  return `${field.quantity === 'length' ? units.figure(value, 'mm') : units.stated(value, field.quantity)}${unit}`;
}
