export * from './read.ts';
export * from './roles.ts';
export * from './rows.ts';
