import { Refusal } from '../refusal.ts';

/** Sizes in sentences: tenths of a millimetre. */
export const tenth = (x: number): number => Math.round(x * 10) / 10;

/** Refuses a size in one sentence that names the field, the value and what would be accepted. */
export function refuseSize(field: string, value: number, what: string, accepted: string): never {
  throw new Refusal(field, `${field}: ${tenth(value)} mm ${what}; accepted is ${accepted}.`);
}
