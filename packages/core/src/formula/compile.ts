import type { Ast } from './ast.ts';

/** A formula ready to run on the value slots of a calculation. */
export type Compiled = (v: Float64Array) => number;

/**
 * Turns a formula tree into nested closures over value slots. Closures rather than generated code, so that the browser can
 * forbid `eval`; the same closures serve traced and untraced runs, so their numbers are identical.
 */
export function compile(ast: Ast, slotOf: (name: string) => number): Compiled {
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
      const a = compile(ast.a, slotOf);
      return (v) => -a(v);
    }
    case 'call':
      return compileCall(ast, slotOf);
    case 'bin':
      return compileBinary(ast, slotOf);
  }
}

function compileCall(ast: Ast & { t: 'call' }, slotOf: (name: string) => number): Compiled {
  const [a, b, ...rest] = ast.args.map((arg) => compile(arg, slotOf)) as [Compiled, Compiled?, ...Compiled[]];
  if (ast.fn === 'sqrt') return (v) => Math.sqrt(a(v));
  if (ast.fn === 'abs') return (v) => Math.abs(a(v));
  if (ast.fn === 'ln') return (v) => Math.log(a(v));
  const pick = ast.fn === 'min' ? Math.min : Math.max;
  if (!b) return a;
  if (rest.length === 0) return (v) => pick(a(v), b(v));
  return (v) => {
    let x = pick(a(v), b(v));
    for (const f of rest) x = pick(x, f(v));
    return x;
  };
}

/** Longest chain that is quicker as closures than in a loop. */
const CHAIN = 2;

/**
 * A product or quotient of symbols and constants alone, as in `alpha_v*f_ub*A_s/gamma_M2`: worked from left to right in one loop, in the
 * same order as the closures would, so that no digit differs. Null for anything else.
 */
function compileChain(ast: Ast & { t: 'bin' }, slotOf: (name: string) => number): Compiled | null {
  const factors: { slot: number; constant: number; divide: boolean }[] = [];
  let at: Ast = ast;
  for (;;) {
    const constant = constantOf(at);
    if (constant !== null || at.t === 'sym') {
      factors.unshift({ slot: at.t === 'sym' ? slotOf(at.name) : -1, constant: constant ?? 0, divide: false });
      break;
    }
    if (at.t !== 'bin' || (at.op !== '*' && at.op !== '/')) return null;
    const right = constantOf(at.b);
    if (right === null && at.b.t !== 'sym') return null;
    factors.unshift({ slot: at.b.t === 'sym' ? slotOf(at.b.name) : -1, constant: right ?? 0, divide: at.op === '/' });
    at = at.a;
  }
  if (factors.length <= CHAIN) return null;
  const slots = Int32Array.from(factors, (f) => f.slot);
  const constants = Float64Array.from(factors, (f) => f.constant);
  const divides = Uint8Array.from(factors, (f) => (f.divide ? 1 : 0));
  return (v) => {
    let x = slots[0]! < 0 ? constants[0]! : v[slots[0]!]!;
    for (let i = 1; i < slots.length; i += 1) {
      const s = slots[i]!;
      const y = s < 0 ? constants[i]! : v[s]!;
      x = divides[i] ? x / y : x * y;
    }
    return x;
  };
}

function compileBinary(ast: Ast & { t: 'bin' }, slotOf: (name: string) => number): Compiled {
  const { op } = ast;
  const chain = compileChain(ast, slotOf);
  if (chain) return chain;
  const a = compile(ast.a, slotOf);
  const constant = constantOf(ast.b);
  if (op === '^') {
    if (constant === 2)
      return (v) => {
        const x = a(v);
        return x * x;
      };
    const b = compile(ast.b, slotOf);
    return (v) => a(v) ** b(v);
  }
  // Symbols read straight from their slots save a call each; they are half of all operands.
  if (ast.b.t === 'sym') {
    const s = slotOf(ast.b.name);
    if (ast.a.t === 'sym') {
      const r = slotOf(ast.a.name);
      if (op === '*') return (v) => v[r]! * v[s]!;
      if (op === '/') return (v) => v[r]! / v[s]!;
      if (op === '+') return (v) => v[r]! + v[s]!;
      return (v) => v[r]! - v[s]!;
    }
    if (op === '*') return (v) => a(v) * v[s]!;
    if (op === '/') return (v) => a(v) / v[s]!;
    if (op === '+') return (v) => a(v) + v[s]!;
    return (v) => a(v) - v[s]!;
  }
  if (constant !== null) {
    if (op === '*') return (v) => a(v) * constant;
    if (op === '/') return (v) => a(v) / constant;
    if (op === '+') return (v) => a(v) + constant;
    return (v) => a(v) - constant;
  }
  const b = compile(ast.b, slotOf);
  if (op === '*') return (v) => a(v) * b(v);
  if (op === '/') return (v) => a(v) / b(v);
  if (op === '+') return (v) => a(v) + b(v);
  return (v) => a(v) - b(v);
}

function constantOf(ast: Ast): number | null {
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
      if (args.some((x) => x === null)) return null;
      return (ast.fn === 'ln' ? Math.log : Math[ast.fn])(...(args as [number]));
    }
    case 'bin': {
      const a = constantOf(ast.a);
      const b = constantOf(ast.b);
      if (a === null || b === null) return null;
      return ast.op === '+' ? a + b : ast.op === '-' ? a - b : ast.op === '*' ? a * b : ast.op === '/' ? a / b : a ** b;
    }
  }
}
