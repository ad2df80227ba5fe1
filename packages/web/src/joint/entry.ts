import type { Field, FieldValue } from '@ample/core';

/** What was typed for a length: a number, for a list also several with spaces between them; null when it is neither. A comma is a decimal mark. */
export function readLength(type: Field<unknown>['type'], text: string): FieldValue | null {
  const parts = text.trim().split(/\s+/).map((t) => t.replace(',', '.'));
  if (parts[0] === '' || parts.some((t) => !Number.isFinite(Number(t)))) return null;
  if (parts.length === 1) return Number(parts[0]);
  return type === 'list' ? parts.join(' ') : null;
}

/** What an entry of this type accepts, in words. */
export const accepts = (type: Field<unknown>['type']): string => (type === 'list' ? 'a length in mm, or one for each spacing from the top, as in 60 80 80' : 'a length in mm');
