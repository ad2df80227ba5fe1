export * from './analyse.ts';
export { readFieldModel, type FieldModel } from './model.ts';
