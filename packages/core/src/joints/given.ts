import { fieldApplies, type Field, type FieldValue, type JointKind } from './kind.ts';

/** The part of the input that a field is of: a member, the plate, the bolts. */
export const memberOf = ({ id }: Pick<Field<unknown>, 'id'>): string => id.split('.')[0]!;

/** Whether a field is of what is given: a member, its steel, or where the joint stands. */
export const isGivenField = (kind: Pick<JointKind, 'given'>, field: Pick<Field<unknown>, 'id'>): boolean =>
  kind.given.includes(memberOf(field));

/** An input with values in some of its fields: of those that mean something in it, and have another. */
export const withValues = <I>(input: I, values: readonly { readonly field: Field<I>; readonly value: FieldValue }[]): I =>
  values.reduce((i, { field: f, value }) => (f.get(i) === value || f.applies?.(i) === false ? i : f.set(i, value)), input);

/** The fields of what is given that mean something on a joint under a standard. */
export const givenFields = (kind: JointKind, input: unknown, standard: string): Field<unknown>[] =>
  kind.fields.filter((f) => isGivenField(kind, f) && fieldApplies(f, input, { id: standard }));

/** The parts of an input that are given, as far as it has them. */
export const givenOf = ({ given }: Pick<JointKind, 'given'>, input: unknown): Readonly<Record<string, unknown>> =>
  Object.fromEntries(Object.entries(input as Readonly<Record<string, unknown>>).filter(([k]) => given.includes(k)));
