import type { Field, FieldValue, Units } from '@ample/core';

type Typed = Pick<Field<unknown>, 'type' | 'quantity'>;

/** A value of a field as it is typed in the job's units; a list in one line. */
export function typedValue({ type, quantity }: Typed, value: FieldValue | undefined, units: Units): string {
  if (value === undefined) return '';
  if (typeof value === 'number') return units.typed(value, quantity);
  return type === 'list' ? units.typedList(String(value)) : String(value);
}

/** What was typed into a field: a number, a length in any unit, for a list also several with spaces between them; null when it is none. */
export function readEntry({ type, quantity }: Typed, text: string, units: Units): FieldValue | null {
  if (quantity !== 'length') return units.read(text, quantity);
  const lengths = units.readLengths(text);
  if (!lengths || lengths.length === 1) return lengths?.[0] ?? null;
  return type === 'list' ? lengths.join(' ') : null;
}

/** What an entry of this type accepts, in words. */
export const accepts = ({ type, quantity }: Typed, units: Units): string =>
  type === 'list'
    ? `${units.words(quantity)}, or one for each spacing from the top, as in ${units.id === 'SI' ? '60 80 80' : '2-1/2 3 3'}`
    : units.words(quantity);
