import { constantOf } from './arithmetic.ts';
import type { Ast, FunctionName } from './ast.ts';

/** How a language writes what formulas are made of. */
interface Language {
  /** The value of symbol `n` of the formula. */
  symbol(n: number): string;
  number(value: number): string;
  square(of: string): string;
  power(a: string, b: string): string;
  call(fn: FunctionName, args: readonly string[]): string;
}

/** Its shape, which is its own name: two formulas of one shape do the same arithmetic with other symbols. */
const SHAPE: Language = {
  symbol: (n) => `$${n}`,
  number: String,
  square: (x) => `${x}^2`,
  power: (a, b) => `(${a}^${b})`,
  call: (fn, args) => `${fn}(${args.join(',')})`,
};
const pairs = (name: string, args: readonly string[]): string => args.reduce((a, b) => `${name}(${a}, ${b})`);
/** Letters for slots; `v` is the values. */
const LETTERS = 'abcdefghijklmnopqrstuwxyz';
const slotName = (n: number): string => LETTERS[n] ?? `s${n}`;
const JS: Language = {
  symbol: (n) => `v[${slotName(n)}]!`,
  number: String,
  square: (x) => `square(${x})`,
  power: (a, b) => `(${a} ** ${b})`,
  call: (fn, args) => (fn === 'min' || fn === 'max' ? pairs(fn, args) : `${fn}(${args.join(', ')})`),
};
/** Numbers with their point, so that none is divided as a whole number. */
const cNumber = (value: number): string => (/^-?\d+$/.test(String(value)) ? `${value}.0` : String(value));
const cOf = (symbol: (n: number) => string): Language => ({
  symbol,
  number: cNumber,
  square: (x) => `square(${x})`,
  power: (a, b) => `pow(${a}, ${b})`,
  call: (fn, args) => {
    if (fn === 'min' || fn === 'max') return pairs(`${fn}_of`, args);
    return `${fn === 'abs' ? 'fabs' : fn === 'ln' ? 'log' : fn}(${args.join(', ')})`;
  },
});

/** A formula in a language, every pair in brackets, so that it is worked in the order of its tree; `names` gets its symbols in the order of first use. */
function written(ast: Ast, to: Language, names: string[]): string {
  const constant = constantOf(ast);
  if (constant !== null) return constant < 0 ? `(${to.number(constant)})` : to.number(constant);
  switch (ast.t) {
    case 'num':
      return to.number(ast.value);
    case 'sym': {
      if (!names.includes(ast.name)) names.push(ast.name);
      return to.symbol(names.indexOf(ast.name));
    }
    case 'neg':
      return `(-${written(ast.a, to, names)})`;
    case 'call':
      return to.call(
        ast.fn,
        ast.args.map((a) => written(a, to, names)),
      );
    case 'bin': {
      const a = written(ast.a, to, names);
      const b = written(ast.b, to, names);
      if (ast.op !== '^') return `(${a} ${ast.op} ${b})`;
      return constantOf(ast.b) === 2 ? to.square(a) : to.power(a, b);
    }
  }
}

/** The arithmetic of a formula without its names, and its symbols in the order of first use. */
export function shapeOf(ast: Ast): { readonly shape: string; readonly names: readonly string[] } {
  const names: string[] = [];
  return { shape: written(ast, SHAPE, names), names };
}

/** A formula as straight code of one shape: what makes it of the slots of its symbols. */
export function straightOf(ast: Ast): string {
  const names: string[] = [];
  const text = written(ast, JS, names);
  return `(${names.map((_, i) => slotName(i)).join(', ')}) => (${names.length ? 'v' : ''}) => ${text}`;
}

/** What a text of C with formulas starts with. */
export const C_HEAD = `#include <math.h>
static inline double square(double x) { return x * x; }
static inline double min_of(double a, double b) { return a < b ? a : b; }
static inline double max_of(double a, double b) { return a > b ? a : b; }
`;
/** A formula as C works it on an array of values. */
export const cFormula = (ast: Ast, slotOf: (name: string) => number): string => {
  const names: string[] = [];
  return written(
    ast,
    cOf((n) => `v[${slotOf(names[n]!)}]`),
    names,
  );
};
