import type { Standard } from '../basis/standard.ts';
import { Refusal } from '../refusal.ts';
import { aisc360 } from './aisc360/standard.ts';
import { en1993 } from './en1993/standard.ts';

/** The only list of standards; the first is what a new job is designed to. */
export const STANDARDS: readonly Standard[] = [en1993, aisc360];

/** The standard with this name; refuses an unknown one. */
export function standardOf(id: string): Standard {
  const found = STANDARDS.find((s) => s.id === id);
  if (!found)
    throw new Refusal(
      'standard',
      `standard: there is no standard "${id}"; accepted are ${STANDARDS.map((s) => s.id).join(', ')}.`,
    );
  return found;
}
