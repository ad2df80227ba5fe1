import { expect, it, vi } from 'vitest';
import { Sheet, type FormulaDef } from './sheet.ts';

// A formula is parsed when it is first needed: here each one of the product is, so that none waits with a slip of the pen in it.
it('every formula of every sheet can be read, and knows each of its symbols', async () => {
  const all: FormulaDef[] = [];
  const add = Sheet.prototype.addFormula;
  vi.spyOn(Sheet.prototype, 'addFormula').mockImplementation(function (this: Sheet, ...of) {
    const formula = add.apply(this, of);
    all.push(formula.def);
    return formula;
  });
  await import('../index.ts');
  expect(all.length).toBeGreaterThan(1500);
  for (const def of all) {
    expect([def.expr, def.uses.every((u) => u.slot.symbol === u.name)]).toEqual([def.expr, true]);
    expect(def.ast.t).not.toBe('');
  }
});
