import type { Ast } from './ast.ts';
import { shapeOf, straightOf } from './straight.ts';

const HEAD = `// Made by scripts/build-straight.ts from the formulas of all sheets: not to be changed by hand.
const { sqrt, min, max, abs, log: ln } = Math;
const square = (x: number): number => x * x;
`;

/** The straight code of formulas, each shape once, in an order of its own: the same formulas in any order give the same text. */
export function straightText(formulas: readonly Ast[]): string {
  const code = new Map(formulas.map((ast) => [shapeOf(ast).shape, straightOf(ast)]));
  const lines = [...code].sort(([a], [b]) => (a < b ? -1 : 1)).map(([shape, text]) => `  '${shape}': ${text},\n`);
  const used = lines.join('');
  return `${HEAD}/** By the shape of a formula: what makes it, ready to run, of the slots of its symbols. */
export const STRAIGHT: Readonly<Record<string, (...slots: number[]) => (v: Float64Array) => number>> = {
${used}};
`;
}
