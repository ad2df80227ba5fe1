/** Plate analysis, for those that ask for it: it is no part of what every page loads. */
export * from './analysis/index.ts';
export * from './job/field.ts';
export * from './job/field-worst.ts';
export { counterpartWords, type Counterpart } from './job/field-counterparts.ts';
