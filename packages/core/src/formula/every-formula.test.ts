import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Ast } from './ast.ts';
import { closures, compile } from './compile.ts';
import { everyFormula } from './every-formula.testing.ts';
import { parseFormula } from './parse.ts';
import { Run, Sheet, type FormulaDef } from './sheet.ts';
import { C_HEAD, cFormula, shapeOf, straightOf } from './straight.ts';
import { STRAIGHT } from './straight-code.ts';
import { straightText } from './straight-text.testing.ts';

let all: FormulaDef[] = [];
beforeAll(async () => {
  all = await everyFormula();
});

// A formula is parsed when it is first needed: here each one of the product is, so that none waits with a slip of the pen in it.
it('every formula of every sheet can be read, and knows each of its symbols', () => {
  expect(all.length).toBeGreaterThan(1500);
  for (const def of all) {
    expect([def.expr, def.uses.every((u) => u.slot.symbol === u.name)]).toEqual([def.expr, true]);
    expect(def.ast.t).not.toBe('');
  }
});

describe('straight code', () => {
  it('is that of the formulas as they stand: else npx tsx scripts/build-straight.ts', () => {
    const kept = readFileSync(new URL('straight-code.ts', import.meta.url), 'utf8');
    expect(straightText(all.map((f) => f.ast))).toBe(kept);
    // In any order.
    expect(straightText(all.map((f) => f.ast).reverse())).toBe(kept);
  });

  it('of every formula gives what its tree gives, to the last digit, for any values', () => {
    const places = 24;
    const value = fc.oneof(
      fc.double({ min: 0, max: 1e7, noNaN: true }),
      fc.double({ min: -1e7, max: 1e7 }),
      fc.constantFrom(0, -0, 1, NaN, Infinity, -Infinity),
    );
    const different = new Map(all.map((f) => [f.expr, f.ast]));
    expect(different.size).toBeGreaterThan(1000);
    const made = [...different].map(([expr, ast]) => {
      const { shape, names } = shapeOf(ast);
      expect([expr, Object.hasOwn(STRAIGHT, shape), names.length <= places]).toEqual([expr, true, true]);
      const slotOf = (name: string): number => names.indexOf(name);
      return { expr, straight: compile(ast, slotOf), tree: closures(ast, slotOf) };
    });
    fc.assert(
      fc.property(fc.array(value, { minLength: places, maxLength: places }), (values) => {
        const v = Float64Array.from(values);
        const off = made.find(({ straight, tree }) => !Object.is(straight(v), tree(v)));
        expect(off?.expr).toBeUndefined();
      }),
      { numRuns: 60 },
    );
  });

  it('is one for all formulas of a shape, whatever their symbols', () => {
    expect(shapeOf(parseFormula('alpha_v*f_ub*A_s/gamma_M2'))).toEqual({
      shape: '((($0 * $1) * $2) / $3)',
      names: ['alpha_v', 'f_ub', 'A_s', 'gamma_M2'],
    });
    expect(shapeOf(parseFormula('b*d*c/a')).shape).toBe(shapeOf(parseFormula('alpha_v*f_ub*A_s/gamma_M2')).shape);
    // A symbol that stands twice is another shape; so is another order, and another number.
    expect(shapeOf(parseFormula('a*a*c/d')).shape).toBe('((($0 * $0) * $1) / $2)');
    expect(shapeOf(parseFormula('a*(b*c)/d')).shape).toBe('(($0 * ($1 * $2)) / $3)');
    expect(shapeOf(parseFormula('2*a')).shape).not.toBe(shapeOf(parseFormula('3*a')).shape);
  });

  it('is written out by hand as expected', () => {
    expect(straightOf(parseFormula('min(a^2, b*sqrt(3), 1.5[kN])'))).toBe(
      '(a, b) => (v) => min(min(square(v[a]!), (v[b]! * 1.7320508075688772)), 1500)',
    );
    expect(straightOf(parseFormula('-x^1.5-(3-5)'))).toBe('(a) => (v) => ((-(v[a]! ** 1.5)) - (-2))');
    expect(straightOf(parseFormula('2*3'))).toBe('() => () => 6');
  });

  it('where a shape has none: closures do the same', () => {
    const text = 'x/(y+0.123456789)';
    const ast: Ast = parseFormula(text);
    expect(Object.hasOwn(STRAIGHT, shapeOf(ast).shape)).toBe(false);
    const sheet = new Sheet();
    const [x, y] = [sheet.given('x', '-', 'x'), sheet.given('y', '-', 'y')];
    const f = sheet.section('s').f('z', '-', text, 'z');
    const run = new Run(sheet);
    run.v[x.index] = 3;
    run.v[y.index] = 0.5;
    // 3 / (0.5 + 0.123456789) = 4.811881…
    expect(f(run)).toBe(3 / (0.5 + 0.123456789));
  });

  it('can be written in C, with whole numbers as such with a point', () => {
    const slots = ['a', 'b', 'c'];
    const c = (text: string): string => cFormula(parseFormula(text), (name) => slots.indexOf(name));
    expect(c('a/2*b^2')).toBe('((v[0] / 2.0) * square(v[1]))');
    expect(c('min(a,b,c)^0.5+ln(1e-7*c)')).toBe('(pow(min_of(min_of(v[0], v[1]), v[2]), 0.5) + log((1e-7 * v[2])))');
    expect(c('abs(c-a)')).toBe('fabs((v[2] - v[0]))');
    expect(C_HEAD).toContain('#include <math.h>');
  });
});
