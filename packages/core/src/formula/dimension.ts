import { UNITS, type Dim, type UnitId } from '../units/units.ts';
import type { Ast } from './ast.ts';

const same = (a: Dim, b: Dim): boolean => a[0] === b[0] && a[1] === b[1];

/**
 * Dimension of a formula tree from the units of its symbols. Throws where unlike dimensions are added, compared or raised to
 * a power that is not a plain number. A zero literal takes any dimension.
 */
export function dimensionOf(ast: Ast, unitOf: (name: string) => UnitId): Dim {
  switch (ast.t) {
    case 'num':
      return UNITS[ast.unit].dim;
    case 'sym':
      return UNITS[unitOf(ast.name)].dim;
    case 'neg':
      return dimensionOf(ast.a, unitOf);
    case 'bin': {
      const a = dimensionOf(ast.a, unitOf);
      if (ast.op === '^') {
        // A pure number stays one, whatever its power.
        if (same(a, [0, 0]) && same(dimensionOf(ast.b, unitOf), [0, 0])) return a;
        if (ast.b.t !== 'num') throw new Error('the exponent must be a number');
        return [a[0] * ast.b.value, a[1] * ast.b.value];
      }
      const b = dimensionOf(ast.b, unitOf);
      if (ast.op === '*') return [a[0] + b[0], a[1] + b[1]];
      if (ast.op === '/') return [a[0] - b[0], a[1] - b[1]];
      if (!same(a, b)) throw new Error(`unlike units on the sides of "${ast.op}": [${a}] and [${b}]`);
      return a;
    }
    case 'call': {
      const dims = ast.args.map((arg) => dimensionOf(arg, unitOf));
      // A zero literal takes the dimension of what it is compared with.
      const isZero = (i: number): boolean => {
        const arg = ast.args[i]!;
        return arg.t === 'num' && arg.value === 0;
      };
      const first = dims.find((_, i) => !isZero(i)) ?? dims[0]!;
      if (ast.fn === 'ln' && !same(first, [0, 0])) throw new Error('a logarithm is of a pure number');
      if (ast.fn === 'sqrt') return [first[0] / 2, first[1] / 2];
      for (const [i, d] of dims.entries()) {
        if (!isZero(i) && !same(d, first)) throw new Error(`unlike units in ${ast.fn}: [${first}] and [${d}]`);
      }
      return first;
    }
  }
}
