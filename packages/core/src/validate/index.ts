export * from './bounds.ts';
export * from './validate.ts';
