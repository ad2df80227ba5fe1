export * from './compare.ts';
export { findModelSection, memberSchema, membersSchema, MOST_MEMBERS, type End, type ModelMember } from './member.ts';
export * from './exchange.ts';
export * from './propose.ts';
export * from './record.ts';
export type { Vec } from './space.ts';
