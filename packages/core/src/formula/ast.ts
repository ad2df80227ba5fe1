import type { UnitId } from '../units/units.ts';

/** The one form of a formula: it is evaluated, typeset, substituted and proved for units from this tree. */
export type Ast =
  | { readonly t: 'num'; readonly value: number; readonly text: string; readonly unit: UnitId }
  | { readonly t: 'sym'; readonly name: string }
  | { readonly t: 'neg'; readonly a: Ast }
  | { readonly t: 'bin'; readonly op: '+' | '-' | '*' | '/' | '^'; readonly a: Ast; readonly b: Ast }
  | { readonly t: 'call'; readonly fn: FunctionName; readonly args: readonly Ast[] };

export const FUNCTIONS = ['sqrt', 'min', 'max', 'abs', 'ln'] as const;
export type FunctionName = (typeof FUNCTIONS)[number];

/** Names of the symbols in a tree, in order of first use. */
export function symbolsOf(ast: Ast, into: string[] = []): string[] {
  switch (ast.t) {
    case 'num':
      break;
    case 'sym':
      if (!into.includes(ast.name)) into.push(ast.name);
      break;
    case 'neg':
      symbolsOf(ast.a, into);
      break;
    case 'bin':
      symbolsOf(ast.a, into);
      symbolsOf(ast.b, into);
      break;
    case 'call':
      for (const arg of ast.args) symbolsOf(arg, into);
  }
  return into;
}
