import type { Practice } from '../basis/practice.ts';
import { HOLE_WORDS, type HoleKind } from '../catalogue/index.ts';
import { withValues } from '../joints/given.ts';
import type { Field, FieldValue, JointKind } from '../joints/kind.ts';
import type { Units } from '../units/system.ts';

/** Fields of a detail that a house rule gives one value each: the gap, and every kind of hole. */
const RULED: readonly {
  readonly rule: 'gap' | 'holes';
  readonly of: (id: string) => boolean;
  readonly words: (v: FieldValue, u: Units) => string;
}[] = [
  { rule: 'gap', of: (id) => id === 'gap', words: (v, u) => `gap ${u.size(Number(v))}` },
  { rule: 'holes', of: (id) => id.startsWith('holes.'), words: (v) => `${HOLE_WORDS[v as HoleKind]} holes` },
];
type Ruled<I> = { readonly field: Field<I>; readonly value: FieldValue; readonly words: (v: FieldValue, u: Units) => string };
function ruledFields<I>(kind: Pick<JointKind<I>, 'fields'>, input: I, practice: Partial<Practice>): Ruled<I>[] {
  return RULED.flatMap(({ rule, of, words }) => {
    const value = practice[rule];
    if (value === undefined) return [];
    return kind.fields.filter((f) => of(f.id) && (!f.applies || f.applies(input))).map((field) => ({ field, value, words }));
  });
}

/** A detail with the gap and the holes that the office makes. */
export const asHoused = <I>(kind: Pick<JointKind<I>, 'fields'>, input: I, practice: Partial<Practice>): I =>
  withValues(input, ruledFields(kind, input, practice));

/** What of the gap and the holes is not as the office makes them, in words. */
export const notHoused = <I>(kind: Pick<JointKind<I>, 'fields'>, input: I, practice: Partial<Practice>, units: Units): string[] =>
  ruledFields(kind, input, practice).flatMap(({ field, value, words }) => {
    const now = field.get(input);
    return now === undefined || now === value ? [] : [words(now, units)];
  });
