import type { Ast } from './ast.ts';

const LEVEL = { '+': 1, '-': 1, '*': 2, '/': 2, '^': 3 } as const;

/**
 * A formula as a cell of a spreadsheet takes it (OpenFormula, ISO/IEC 26300-4), without its equals sign. `symbol` gives what stands for each symbol,
 * `size` the number of a size that is written into the formula. A sign binds there closer than a power, and powers from the left: both are bracketed.
 */
export function cellFormula(ast: Ast, symbol: (name: string) => string, size: (num: Ast & { t: 'num' }) => number): string {
  const go = (a: Ast): string => cellFormula(a, symbol, size);
  const within = (a: Ast, least: number): string => {
    const text = go(a);
    return a.t === 'neg' || (a.t === 'bin' && LEVEL[a.op] < least) ? `(${text})` : text;
  };
  switch (ast.t) {
    case 'num':
      return ast.text === 'pi' ? 'PI()' : String(size(ast)).replace('e', 'E');
    case 'sym':
      return symbol(ast.name);
    case 'neg':
      return `-${within(ast.a, 4)}`;
    case 'call':
      return `${ast.fn.toUpperCase()}(${ast.args.map(go).join(',')})`;
    case 'bin': {
      const level = LEVEL[ast.op];
      // What is taken from the left stands bare there; on the right an equal level is bracketed, where order counts.
      const right = ast.op === '+' || ast.op === '*' ? level : level + 1;
      return `${within(ast.a, ast.op === '^' ? 4 : level)}${ast.op}${within(ast.b, right)}`;
    }
  }
}
