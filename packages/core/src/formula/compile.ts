import { called, constantOf, worked } from './arithmetic.ts';
import type { Ast } from './ast.ts';
import { shapeOf } from './straight.ts';
import { STRAIGHT } from './straight-code.ts';

/** A formula ready to run on the value slots of a calculation. */
export type Compiled = (v: Float64Array) => number;

/**
 * A formula ready to run: by the straight code that was made of its shape when the product was built, so that the browser can forbid `eval`; of a
 * shape that none was made of, by closures. Traced and untraced runs have the same code, so their numbers are identical.
 */
export function compile(ast: Ast, slotOf: (name: string) => number): Compiled {
  const { shape, names } = shapeOf(ast);
  return Object.hasOwn(STRAIGHT, shape) ? STRAIGHT[shape]!(...names.map(slotOf)) : closures(ast, slotOf);
}

/** A formula tree as nested closures. The straight code of its shape gives the same to the last digit. */
export function closures(ast: Ast, slotOf: (name: string) => number): Compiled {
  const constant = constantOf(ast);
  if (constant !== null) return () => constant;
  switch (ast.t) {
    case 'num':
      return () => ast.value;
    case 'sym': {
      const slot = slotOf(ast.name);
      return (v) => v[slot]!;
    }
    case 'neg': {
      const a = closures(ast.a, slotOf);
      return (v) => -a(v);
    }
    case 'call': {
      const args = ast.args.map((arg) => closures(arg, slotOf));
      return (v) =>
        called(
          ast.fn,
          args.map((a) => a(v)),
        );
    }
    case 'bin': {
      const { op } = ast;
      const a = closures(ast.a, slotOf);
      const b = closures(ast.b, slotOf);
      return (v) => worked(op, a(v), b(v));
    }
  }
}
