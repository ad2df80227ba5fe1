import { SI, type Units } from '../units/system.ts';
import type { UnitId } from '../units/units.ts';
import type { Ast } from './ast.ts';
import { compile } from './compile.ts';
import { nameParts } from './names.ts';

/** Typeset form of a formula, before any renderer: KaTeX on screen and the PDF both draw this one tree. */
export type Notation =
  | { readonly k: 'row'; readonly items: readonly Notation[] }
  | { readonly k: 'num'; readonly text: string; readonly unit?: string }
  | { readonly k: 'var'; readonly name: string; readonly head: string; readonly sub: string }
  | { readonly k: 'op'; readonly text: string }
  | { readonly k: 'word'; readonly text: string }
  | { readonly k: 'frac'; readonly num: Notation; readonly den: Notation }
  | { readonly k: 'sqrt'; readonly of: Notation }
  | { readonly k: 'sup'; readonly base: Notation; readonly exp: Notation }
  | { readonly k: 'fence'; readonly of: Notation; readonly open: string; readonly close: string };

export interface Substitution {
  readonly value: number;
  readonly unit: UnitId;
}

const LEVEL = { sum: 1, product: 2, power: 3, atom: 4 } as const;

function levelOf(ast: Ast): number {
  if (ast.t === 'neg') return LEVEL.sum;
  if (ast.t !== 'bin') return LEVEL.atom;
  if (ast.op === '+' || ast.op === '-') return LEVEL.sum;
  // A fraction is drawn with a bar, so it needs no brackets of its own in a product.
  if (ast.op === '*' || ast.op === '/') return LEVEL.product;
  return LEVEL.power;
}

const row = (...items: Notation[]): Notation => ({ k: 'row', items });
const op = (text: string): Notation => ({ k: 'op', text });
const fence = (of: Notation, open = '(', close = ')'): Notation => ({ k: 'fence', of, open, close });

/** Notation of a formula; `symbol` says how each symbol is shown (its letter, or its value). */
export function notationOf(ast: Ast, units: Units = SI, symbol: (name: string) => Notation = letter, times = false): Notation {
  const go = (a: Ast): Notation => notationOf(a, units, symbol, times);
  const within = (a: Ast, level: number): Notation => (levelOf(a) < level ? fence(go(a)) : go(a));
  switch (ast.t) {
    case 'num':
      if (ast.text === 'pi') return { k: 'word', text: 'π' };
      if (ast.unit === '-') return { k: 'num', text: ast.text };
      return {
        k: 'num',
        text: units.id === 'SI' ? ast.text : units.decimal(ast.value, ast.unit, WORKING_DIGITS),
        unit: units.name(ast.unit),
      };
    case 'sym':
      return symbol(ast.name);
    case 'neg':
      return row(op('−'), within(ast.a, LEVEL.product));
    case 'call': {
      if (ast.fn === 'sqrt') return { k: 'sqrt', of: go(ast.args[0]!) };
      if (ast.fn === 'abs') return fence(go(ast.args[0]!), '|', '|');
      const items = ast.args.flatMap((arg, i) => (i ? [{ k: 'word', text: ';' } as Notation, go(arg)] : [go(arg)]));
      return ast.args.length === 1 && ast.fn !== 'ln' ? go(ast.args[0]!) : row({ k: 'word', text: ast.fn }, fence(row(...items)));
    }
    case 'bin':
      if (ast.op === '/') return { k: 'frac', num: go(ast.a), den: go(ast.b) };
      if (ast.op === '^') return { k: 'sup', base: within(ast.a, LEVEL.atom), exp: go(ast.b) };
      if (ast.op === '*') {
        const a = within(ast.a, LEVEL.product);
        const b = within(ast.b, LEVEL.product);
        return times || startsWithNumber(ast.b) ? row(a, op('×'), b) : row(a, { k: 'word', text: ' ' }, b);
      }
      return row(go(ast.a), op(ast.op === '-' ? '−' : '+'), within(ast.b, ast.op === '-' ? LEVEL.product : LEVEL.sum));
  }
}

const startsWithNumber = (ast: Ast): boolean =>
  (ast.t === 'num' && ast.text !== 'pi') || (ast.t === 'bin' && ast.op !== '/' && startsWithNumber(ast.a));

export const letter = (name: string): Notation => ({ k: 'var', name, ...nameParts(name) });

/** Significant figures of printed workings: one more than the screens, so that a hand check closes to 0.1 %. */
export const WORKING_DIGITS = 4;

/**
 * The formula with its values put in. Values are printed in their own units; where these don't combine to the result's unit
 * the power of ten is printed, so the line can be worked by hand as it stands.
 */
export function substituted(
  ast: Ast,
  values: ReadonlyMap<string, Substitution>,
  result: Substitution,
  units: Units = SI,
): Notation {
  const names = [...values.keys()];
  const displayed = Float64Array.from(values.values(), (s) => units.shown(s.value, s.unit));
  const worked = compile(inUnits(ast, units), (name) => names.indexOf(name))(displayed);
  const exponent = Math.log10(units.shown(result.value, result.unit) / worked);
  const whole = Math.round(exponent);
  const consistent = Number.isFinite(exponent) && Math.abs(exponent - whole) < 1e-6;
  const number = (name: string): Notation => {
    const s = values.get(name)!;
    // Units that do not combine to a power of ten (kN beside kNm in a sum): fall back to N and mm throughout.
    const unit = consistent || result.value === 0 ? s.unit : baseUnit(s.unit);
    const text = units.decimal(s.value, unit, WORKING_DIGITS);
    const negative = s.value < 0;
    const num: Notation = scientific(s.value, unit, units) ?? { k: 'num', text };
    return negative ? fence(num) : num;
  };
  const body = notationOf(ast, units, number, true);
  if (!consistent || whole === 0) return body;
  const bracketed = levelOf(ast) < LEVEL.product ? fence(body) : body;
  return row(bracketed, op('×'), {
    k: 'sup',
    base: { k: 'num', text: '10' },
    exp: { k: 'num', text: whole < 0 ? `−${-whole}` : String(whole) },
  });
}

/** The formula for values as they are shown: sizes written into it are in the same units as those put in. */
function inUnits(ast: Ast, units: Units): Ast {
  switch (ast.t) {
    case 'num':
      return { ...ast, value: units.shown(ast.value, ast.unit) };
    case 'sym':
      return ast;
    case 'neg':
      return { ...ast, a: inUnits(ast.a, units) };
    case 'call':
      return { ...ast, args: ast.args.map((a) => inUnits(a, units)) };
    case 'bin':
      return { ...ast, a: inUnits(ast.a, units), b: inUnits(ast.b, units) };
  }
}

const BASE: Readonly<Partial<Record<UnitId, UnitId>>> = {
  kN: 'N',
  'kN/mm': 'N/mm',
  kNm: 'Nmm',
  'kNm/rad': 'Nmm',
  cm3: 'mm3',
  cm4: 'mm4',
};
const baseUnit = (unit: UnitId): UnitId => BASE[unit] ?? unit;

/** Large values as 8.763 × 10⁷; null for ordinary ones. */
export function scientific(value: number, unit: UnitId, units: Units = SI): Notation | null {
  const x = units.shown(value, unit);
  if (Math.abs(x) < 1e6) return null;
  const exponent = Math.floor(Math.log10(Math.abs(x)));
  return row({ k: 'num', text: SI.figure((x / 10 ** exponent) * 1.0000000000001, '-', WORKING_DIGITS) }, op('×'), {
    k: 'sup',
    base: { k: 'num', text: '10' },
    exp: { k: 'num', text: String(exponent) },
  });
}
