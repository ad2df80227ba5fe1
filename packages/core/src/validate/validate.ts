import type Joi from 'joi';
import { faultOf, printable } from './bounds.ts';

/** What each schema rule means, in words; `{label}` is the path of the field, `{value}` what was given. */
const MESSAGES: Readonly<Record<string, string>> = {
  'number.base': '{label}: {value} is not a number; accepted is a number.',
  'number.infinity': '{label}: an infinite value is not accepted; give a finite number.',
  'number.unsafe': '{label}: the number is too large to be held exactly; give a smaller one.',
  'number.min': '{label}: {value} is too small; accepted is {limit} or more.',
  'number.max': '{label}: {value} is too large; accepted is {limit} or less.',
  'number.integer': '{label}: {value} is not a whole number; accepted is a whole number.',
  'any.required': '{label}: the value is missing; it must be given.',
  'any.only': '{label}: {value} is not known; accepted are {valids}.',
  'any.unknown': '{label}: this field does not belong here; leave it out.',
  'object.unknown': '{label}: there is no such field; leave it out or correct its name.',
  'object.base': '{label}: {value} is not a group of fields; accepted is a group of fields.',
  'object.missing': '{label}: one of {peers} must be given.',
  'object.and': '{label}: {missing} is missing beside {present}; give all of them.',
  'object.with': '{label}: {peer} is missing beside {main}; give both.',
  'object.oxor': '{label}: {peers} exclude each other; give one of them.',
  'string.base': '{label}: {value} is not a text; accepted is a text.',
  'string.empty': '{label}: the text is empty; it must be given.',
  'string.min': '{label}: the text is shorter than {limit} characters; make it longer.',
  'string.max': '{label}: the text is longer than {limit} characters; make it shorter.',
  // A pattern's name says what it accepts.
  'string.pattern.name': '{label}: {value} can not be used; accepted are {name}.',
  'boolean.base': '{label}: {value} is not yes or no; accepted are true and false.',
  'pitch.count': '{label}: {given} spacings are given; accepted are {wanted}, one between each pair of rows, or one number.',
  'array.base': '{label}: {value} is not a list; accepted is a list.',
  'array.min': '{label}: the list has fewer than {limit} entries; accepted are {limit} or more.',
  'array.max': '{label}: the list is longer than {limit} entries; accepted are {limit} or fewer.',
  'array.unique': '{label}: the {path} of this one stands twice; accepted are different ones.',
};
const OTHER = '{label}: {value} can not be used here.';

const OPTIONS: Joi.ValidationOptions = {
  abortEarly: true,
  convert: false,
  errors: { label: 'path', wrap: { label: false, array: false }, render: false },
};

/** Joi works options out anew at each call that brings them; a schema that holds them already is several times faster. */
const PREPARED = new WeakMap<Joi.Schema, Joi.Schema>();
function prepared(schema: Joi.Schema): Joi.Schema {
  let found = PREPARED.get(schema);
  if (!found) PREPARED.set(schema, (found = schema.prefs(OPTIONS)));
  return found;
}

/** Validates against a schema, defaults filled in; the error names field, value and what would be accepted, in one line. `number` says a number of a field as its reader has it. */
export function validate<T>(
  schema: Joi.Schema,
  value: unknown,
  prefix = '',
  number?: (field: string, x: number) => string,
): { value: T } | { error: { field: string; message: string } } {
  const fault = faultOf(value);
  if (fault) return refused(prefix, fault.field, (label) => `${label}: ${fault.says}`);
  const result = prepared(schema).validate(value);
  if (!result.error) return { value: result.value as T };
  const { type, path, context } = result.error.details[0]!;
  const field = path.join('.');
  const said = Object.entries({ ...context }).map(([k, x]) => [
    k,
    number && typeof x === 'number' && (k === 'value' || k === 'limit') ? new Said(number(field, x)) : x,
  ]);
  return refused(prefix, field, (label) => fill(MESSAGES[type] ?? OTHER, { ...Object.fromEntries(said), label }));
}

function refused(
  prefix: string,
  path: string,
  message: (label: string) => string,
): { error: { field: string; message: string } } {
  // "joint B1: gap", "joint B1: input.gap".
  const field = prefix.endsWith(':')
    ? path
      ? `${prefix} ${path}`
      : prefix.slice(0, -1)
    : [prefix, path].filter(Boolean).join('.');
  return { error: { field, message: printable(message(field || 'value'), 400) } };
}

const fill = (template: string, context: Readonly<Record<string, unknown>>): string =>
  template.replace(/\{(\w+)\}/g, (_, key: string) => (key === 'value' ? given(context['value']) : listed(context[key])));

/** A number in words already. */
class Said {
  constructor(readonly words: string) {}
  toString(): string {
    return this.words;
  }
}

/** A value as given: what it is, where it is no single value. */
export function given(value: unknown): string {
  if (value instanceof Said) return value.words;
  if (value === undefined) return 'nothing';
  if (Array.isArray(value)) return 'a list';
  if (typeof value === 'object' && value !== null) return 'a group of fields';
  return typeof value === 'number' ? String(value) : `"${printable(String(value), 60)}"`;
}

const listed = (value: unknown): string =>
  Array.isArray(value)
    ? value
        .filter((v) => v !== undefined)
        .map(String)
        .join(', ')
    : String(value);
