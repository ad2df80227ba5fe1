import type { Ast, FunctionName } from './ast.ts';

/** A function of a formula. */
export function called(fn: FunctionName, args: readonly number[]): number {
  return (fn === 'ln' ? Math.log : Math[fn])(...(args as [number]));
}
/** Two numbers by an operator. */
export function worked(op: (Ast & { t: 'bin' })['op'], a: number, b: number): number {
  if (op === '+') return a + b;
  if (op === '-') return a - b;
  if (op === '*') return a * b;
  if (op === '/') return a / b;
  // A square as a product everywhere: a power may differ from it in the last digit.
  return b === 2 ? a * a : a ** b;
}

/** The value of a tree without symbols; null of any other. */
export function constantOf(ast: Ast): number | null {
  switch (ast.t) {
    case 'num':
      return ast.value;
    case 'sym':
      return null;
    case 'neg': {
      const a = constantOf(ast.a);
      return a === null ? null : -a;
    }
    case 'call': {
      const args = ast.args.map(constantOf);
      return args.some((x) => x === null) ? null : called(ast.fn, args as number[]);
    }
    case 'bin': {
      const a = constantOf(ast.a);
      const b = constantOf(ast.b);
      return a === null || b === null ? null : worked(ast.op, a, b);
    }
  }
}
