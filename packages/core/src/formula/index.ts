export * from './ast.ts';
export * from './cell.ts';
export * from './dimension.ts';
export * from './names.ts';
export * from './notation.ts';
export { parseFormula } from './parse.ts';
export * from './sheet.ts';
export * from './tex.ts';
