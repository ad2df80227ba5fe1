import { ENTRY_WORDS, readLengths, type Field, type FieldValue } from '@ample/core';

type Typed = Pick<Field<unknown>, 'type' | 'unit'>;

/** What was typed into a field: a number, a length in any unit, for a list also several with spaces between them; null when it is none. */
export function readEntry({ type, unit }: Typed, text: string): FieldValue | null {
  if (unit === 'mm') {
    const lengths = readLengths(text);
    if (!lengths || lengths.length === 1) return lengths?.[0] ?? null;
    return type === 'list' ? lengths.join(' ') : null;
  }
  const number = text
    .trim()
    .replace(/[\u2212\u2013]/g, '-')
    .replace(',', '.');
  return number !== '' && Number.isFinite(Number(number)) ? Number(number) : null;
}

/** What an entry of this type accepts, in words. */
export const accepts = ({ type, unit }: Typed): string =>
  unit !== 'mm'
    ? 'a number'
    : type === 'list'
      ? `${ENTRY_WORDS.mm}, or one for each spacing from the top, as in 60 80 80`
      : ENTRY_WORDS.mm;
