export * from './bounds.ts';
export * from './validate.ts';
export * from './limits.ts';
