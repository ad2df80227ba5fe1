import type Joi from 'joi';

/** An input with one value changed, by its path; null where the path is no group of it. */
function withValue(input: unknown, path: readonly string[], value: number): unknown {
  const [key, ...rest] = path;
  if (typeof input !== 'object' || input === null || key === undefined) return null;
  if (rest.length === 0) return { ...input, [key]: value };
  const inner = withValue((input as Record<string, unknown>)[key], rest, value);
  return inner === null ? null : { ...input, [key]: inner };
}

/** How a number of a schema is shown to who types it. */
export interface ShownAs {
  readonly show: (x: number) => string;
  readonly unit: string;
}

const FAR = 1e12;
/** The limit that the schema refuses a far value by, on this input. */
function limitOf(schema: Joi.ObjectSchema, input: unknown, id: string, value: number): number | undefined {
  const changed = withValue(input, id.split('.'), value);
  if (changed === null) return undefined;
  const found = schema.validate(changed, { convert: false }).error?.details[0];
  const limit: unknown =
    found?.path.join('.') === id && (found.type === 'number.min' || found.type === 'number.max')
      ? found.context?.['limit']
      : undefined;
  return typeof limit === 'number' ? limit : undefined;
}

/** The limits of the number at a path of an input, as its schema refuses by them; undefined where it sets none there. `of` says how such a number is shown. */
export function limitWords(schema: Joi.ObjectSchema, input: unknown, id: string, of?: ShownAs): string | undefined {
  const [min, max] = [limitOf(schema, input, id, -FAR), limitOf(schema, input, id, FAR)];
  if (min === undefined && max === undefined) return undefined;
  const number = of?.show ?? String;
  const unit = of?.unit ? ` ${of.unit}` : '';
  return min === undefined
    ? `up to ${number(max!)}${unit}`
    : max === undefined
      ? `from ${number(min)}${unit}`
      : `${number(min)} to ${number(max)}${unit}`;
}
