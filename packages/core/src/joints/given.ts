import type { Section } from '../catalogue/index.ts';
import type { Field, JointKind } from './kind.ts';

/** Whether a field is of what is given: a member, its steel, or where the joint stands. */
export const isGivenField = (kind: Pick<JointKind, 'given'>, { id }: Pick<Field<unknown>, 'id'>): boolean =>
  kind.given.includes(id.split('.')[0]!);

/** The depth that sections are sorted by, mm. */
export const depthOf = (s: Section): number => (s.shape === 'CHS' ? s.d : s.h);
