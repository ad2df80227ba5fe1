import { describe, expect, it } from 'vitest';
import { firstDetail } from '../design/first.ts';
import { dimensionOf, notationOf, symbolsOf, texOf } from '../formula/index.ts';
import { DEFAULT_BASIS } from '../standards/job-basis.ts';
import { UNITS } from '../units/units.ts';
import { KINDS } from './registry.ts';

describe.each(KINDS.map((k) => [k.title, k] as const))('every formula of %s', (_title, kind) => {
  const first = firstDetail(
    kind.id,
    {
      column: 'UC 254x254x89',
      columnGrade: 'S275',
      f_ck: '30',
      beam: 'UB 406x140x39',
      beamGrade: 'S275',
      support: 'UC 203x203x60',
      supportGrade: 'S275',
      supportType: 'column_flange',
    },
    [],
    DEFAULT_BASIS,
  );
  const { sheet, ids } = kind.build(first.input, DEFAULT_BASIS).prepared;

  it('gives the unit that it is declared with', () => {
    expect(sheet.formulas.length).toBeGreaterThan(150);
    for (const f of sheet.formulas.filter((x) => !x.method)) {
      const units = new Map(f.uses.map((u) => [u.name, u.slot.unit]));
      const where = `${f.slot.section}.${f.slot.symbol} = ${f.expr}`;
      const constant = symbolsOf(f.ast).length === 0;
      const dim = dimensionOf(f.ast, (name) => units.get(name)!);
      if (!constant || f.expr.includes('[')) expect([where, ...dim]).toEqual([where, ...UNITS[f.slot.unit].dim]);
      else expect(UNITS[f.slot.unit].dim, where).toEqual([0, 0]);
    }
  });
  it('can be typeset and says what it is', () => {
    for (const f of sheet.formulas) {
      expect(texOf(notationOf(f.ast)).length).toBeGreaterThan(0);
      expect(f.text, `${f.slot.section}.${f.slot.symbol}`).not.toBe('');
    }
  });
  it('has one id for each check and rule', () => {
    expect(new Set(ids).size).toBe(ids.length);
  });
});
