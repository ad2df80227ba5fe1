export * from './band.ts';
export * from './comma.ts';
export * from './practice.ts';
export * from './rates.ts';
export * from './rules.ts';
