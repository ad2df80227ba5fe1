export * from './band.ts';
export * from './comma.ts';
export * from './rules.ts';
