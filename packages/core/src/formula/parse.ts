import { UNITS, type UnitId } from '../units/units.ts';
import { FUNCTIONS, type Ast, type FunctionName } from './ast.ts';

const TOKEN = /\s*(?:(\d+(?:\.\d+)?(?:e-?\d+)?)(?:\[([^\]]+)\])?|([A-Za-z][A-Za-z0-9_]*)|([-+*/^(),]))/y;

interface Token {
  readonly kind: 'num' | 'name' | 'op' | 'end';
  readonly text: string;
  readonly unit?: string | undefined;
}

function tokens(text: string): Token[] {
  const out: Token[] = [];
  TOKEN.lastIndex = 0;
  while (TOKEN.lastIndex < text.trimEnd().length) {
    const at = TOKEN.lastIndex;
    const m = TOKEN.exec(text);
    if (!m) throw new Error(`formula "${text}": unexpected character at ${at}`);
    if (m[1] !== undefined) out.push({ kind: 'num', text: m[1], unit: m[2] });
    else if (m[3] !== undefined) out.push({ kind: 'name', text: m[3] });
    else out.push({ kind: 'op', text: m[4]! });
  }
  out.push({ kind: 'end', text: '' });
  return out;
}

/**
 * Parses formula text: `+ - * / ^`, parentheses, `sqrt min max abs`, `pi`, numbers with an optional unit as in `40[mm]`.
 * Throws on anything else; formulas are program text, so this is a defect and not a user's error.
 */
export function parseFormula(text: string): Ast {
  const list = tokens(text);
  let i = 0;
  const peek = (): Token => list[i]!;
  const fail = (): never => {
    throw new Error(`formula "${text}": unexpected "${peek().text || 'end'}"`);
  };
  const accept = (op: string): boolean => {
    if (peek().kind !== 'op' || peek().text !== op) return false;
    i += 1;
    return true;
  };

  /** Operations of one rank, from the left. */
  const chain = (ops: readonly ('+' | '-' | '*' | '/')[], next: () => Ast): Ast => {
    let a = next();
    for (;;) {
      const op = ops.find(accept);
      if (!op) return a;
      a = { t: 'bin', op, a, b: next() };
    }
  };
  const sum = (): Ast => chain(['+', '-'], product);
  const product = (): Ast => chain(['*', '/'], unary);
  const unary = (): Ast => (accept('-') ? { t: 'neg', a: unary() } : power());
  const power = (): Ast => {
    const a = atom();
    return accept('^') ? { t: 'bin', op: '^', a, b: unary() } : a;
  };
  const atom = (): Ast => {
    const token = peek();
    if (token.kind === 'num') {
      i += 1;
      const unit = (token.unit ?? '-') as UnitId;
      if (!(unit in UNITS)) throw new Error(`formula "${text}": unknown unit "${unit}"`);
      return { t: 'num', value: Number(token.text) * UNITS[unit].scale, text: token.text, unit };
    }
    if (token.kind === 'name') {
      i += 1;
      if (!accept('('))
        return token.text === 'pi' ? { t: 'num', value: Math.PI, text: 'pi', unit: '-' } : { t: 'sym', name: token.text };
      if (!FUNCTIONS.includes(token.text as FunctionName)) throw new Error(`formula "${text}": unknown function "${token.text}"`);
      const args = [sum()];
      while (accept(',')) args.push(sum());
      if (!accept(')')) fail();
      return { t: 'call', fn: token.text as FunctionName, args };
    }
    if (accept('(')) {
      const inner = sum();
      if (!accept(')')) fail();
      return inner;
    }
    return fail();
  };

  const ast = sum();
  if (peek().kind !== 'end') fail();
  return ast;
}
