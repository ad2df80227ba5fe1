import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compile, type Compiled } from './compile.ts';
import { dimensionOf } from './dimension.ts';
import { notationOf, substituted } from './notation.ts';
import { parseFormula } from './parse.ts';
import { Run, Sheet } from './sheet.ts';
import { texOf } from './tex.ts';

const run = (text: string, values: Record<string, number> = {}): number => {
  const names = Object.keys(values);
  const f: Compiled = compile(parseFormula(text), (name) => names.indexOf(name));
  return f(Float64Array.from(Object.values(values)));
};

describe('formula text', () => {
  it('keeps the usual order of operations', () => {
    expect(run('2+3*4')).toBe(14);
    expect(run('(2+3)*4')).toBe(20);
    expect(run('12/2/3')).toBe(2);
    expect(run('10-4-3')).toBe(3);
    expect(run('2*3^2')).toBe(18);
    expect(run('-x^2', { x: 3 })).toBe(-9);
    expect(run('min(3,x,2)', { x: 1 })).toBe(1);
    expect(run('40[mm]+x', { x: 2 })).toBe(42);
    expect(run('2[kN]')).toBe(2000);
  });

  it('agrees with plain arithmetic for any values', () => {
    const x = fc.double({ min: 0.01, max: 1e4, noNaN: true });
    fc.assert(
      fc.property(x, x, x, (a, b, c) => {
        expect(run('a*b/(1.27*sqrt(3)*c)', { a, b, c })).toBe((a * b) / (1.27 * Math.sqrt(3) * c));
        expect(run('a-(b-c)', { a, b, c })).toBe(a - (b - c));
        expect(run('max(a/b, c^2, 1)', { a, b, c })).toBe(Math.max(a / b, c * c, 1));
      }),
    );
  });

  it('refuses unknown functions, units and broken text', () => {
    expect(() => parseFormula('sin(x)')).toThrow(/unknown function/);
    expect(() => parseFormula('3[furlong]')).toThrow(/unknown unit/);
    expect(() => parseFormula('a b')).toThrow(/unexpected/);
    expect(() => parseFormula('a+')).toThrow(/unexpected/);
    expect(() => parseFormula('(a')).toThrow(/unexpected/);
    expect(() => parseFormula('a $ b')).toThrow(/unexpected character/);
  });
});

describe('units of formulas', () => {
  const units = { a: 'mm', A: 'mm2', f: 'MPa', F: 'kN' } as const;
  const dim = (text: string) => dimensionOf(parseFormula(text), (n) => units[n as keyof typeof units]);
  it('multiplies, divides and takes roots', () => {
    expect(dim('A*f')).toEqual([1, 0]);
    expect(dim('F/A')).toEqual([1, -2]);
    expect(dim('sqrt(A)')).toEqual([0, 1]);
    expect(dim('a^2+A')).toEqual([0, 2]);
  });
  it('refuses to add unlike quantities', () => {
    expect(() => dim('a+A')).toThrow(/unlike units/);
    expect(() => dim('min(F,f)')).toThrow(/unlike units/);
    expect(() => dim('4*a+40')).toThrow(/unlike units/);
    expect(dim('4*a+40[mm]')).toEqual([0, 1]);
  });
});

describe('typeset formulas', () => {
  const tex = (text: string) => texOf(notationOf(parseFormula(text)));
  it('prints fractions, roots and subscripts from the same text', () => {
    expect(tex('h_p*t_p*f_y/(1.27*sqrt(3)*gamma_M0)')).toBe(
      '\\dfrac{{h_{\\mathrm{p}}}\\,{t_{\\mathrm{p}}}\\,{f_{\\mathrm{y}}}}{1.27\\,\\sqrt{3}\\,{\\gamma_{\\mathrm{M0}}}}'.replace(
        '1.27\\,',
        '1.27\\,',
      ),
    );
    expect(tex('e1')).toBe('{e_{\\mathrm{1}}}');
  });
  it('keeps brackets that change the value and no others', () => {
    expect(tex('a-(b-c)')).toContain('\\left(');
    expect(tex('(a+b)*c')).toContain('\\left(');
    expect(tex('(a*b)+c')).not.toContain('\\left(');
    expect(tex('(a+b)/c')).not.toContain('\\left(');
    expect(tex('(a/b)^2')).toContain('\\left(');
  });
  it('puts values in, with the power of ten that joins their units', () => {
    const ast = parseFormula('A*f');
    const values = new Map([
      ['A', { value: 245, unit: 'mm2' as const }],
      ['f', { value: 800, unit: 'MPa' as const }],
    ]);
    const n = substituted(ast, values, { value: 196000, unit: 'kN' });
    expect(texOf(n)).toBe('245\\times 800\\times {10}^{-3}');
  });
});

describe('a sheet', () => {
  it('gives the same number traced and untraced, and knows where each symbol came from', () => {
    const sheet = new Sheet();
    const t = sheet.given('t', 'mm', 'thickness');
    const s = sheet.section('demo');
    const A = s.f('A', 'mm2', 't*t', 'area');
    const B = s.f('B', 'mm2', '2*A', 'twice the area');
    const plain = new Run(sheet);
    const traced = new Run(sheet);
    traced.startTrace();
    for (const r of [plain, traced]) {
      r.v[t.index] = 3.3;
      A(r);
      B(r);
    }
    expect([...traced.v]).toEqual([...plain.v]);
    expect(plain.steps).toBeNull();
    expect(traced.steps!.map((step) => step.from)).toEqual([[-1], [0]]);
  });
  it('refuses unknown symbols when a formula is worked or looked at, and those that are defined further down', () => {
    const sheet = new Sheet();
    const s = sheet.section('demo');
    const lost = s.f('A', 'mm2', 'nothing*2', 'x');
    const early = s.f('B', 'mm2', 'later*2', 'x');
    s.f('later', 'mm2', '1[mm]*1[mm]', 'x');
    for (const f of [lost, early]) {
      expect(() => f(new Run(sheet))).toThrow(/unknown symbol (nothing|later) in "demo"/);
      expect(() => f.def.uses).toThrow(/unknown symbol/);
    }
  });
  it('means by a symbol what it means where the formula stands', () => {
    const sheet = new Sheet();
    const p = sheet.given('p', 'mm', 'shared');
    const s = sheet.section('demo');
    const before = s.f('A', 'mm', '2*p', 'of the shared one');
    s.f('p', 'mm', '3*p', 'of its own');
    const after = s.f('B', 'mm', '2*p', 'of its own');
    expect([before.def.uses[0]!.slot.section, after.def.uses[0]!.slot.section]).toEqual(['', 'demo']);
    const run = new Run(sheet);
    run.v[p.index] = 5;
    expect(before(run)).toBe(10);
  });
});

describe('a long product', () => {
  // Worked in a loop where it is three factors or more; the digits are those of the operators one after the other.
  it('has the digits of its operators from left to right', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0.01, max: 1e4, noNaN: true }), { minLength: 6, maxLength: 6 }), (x) => {
        const sheet = new Sheet();
        const slots = ['p', 'q', 'r', 's', 't', 'u'].map((name) => sheet.given(name, '-', name));
        const f = sheet.section('product').f('y', '-', '0.6*p*q/r*s/t*u', 'a product');
        const g = sheet.section('mixed').f('y', '-', 'p*q*(r+s)/t*u', 'no chain: a sum stands in it');
        const run = new Run(sheet);
        slots.forEach((slot, i) => {
          run.v[slot.index] = x[i]!;
        });
        const [p, q, r, s, t, u] = x as [number, number, number, number, number, number];
        expect(f(run)).toBe(((((0.6 * p * q) / r) * s) / t) * u);
        expect(g(run)).toBe(((p * q * (r + s)) / t) * u);
      }),
      { numRuns: 200, seed: 417 },
    );
  });
});
