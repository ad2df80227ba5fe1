import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SHEET } from '../drawing/items.ts';
import { DXF_LAYERS } from '../drawing/layers.ts';
import { PNG_6_BY_3 } from './logo.testing.ts';
import {
  hasBand,
  inCommas,
  letterFactor,
  logoIn,
  jobRulesSchema,
  logoSize,
  notationInCommas,
  readRules,
  readRulesFile,
  RULE_FIELDS,
  ruleHelp,
  rulesFile,
  rulesOf,
  sheetHeight,
  USUAL_RULES,
  withBand,
} from './index.ts';

describe('decimals after a comma', () => {
  it.each([
    ['87.9 kN against 137 kN: 0.642, gives at 1.56', '87,9 kN against 137 kN: 0,642, gives at 1,56'],
    ['gives at 12.9', 'gives at 12,9'],
    ['web 6.8 against 10 mm', 'web 6,8 against 10 mm'],
    ['−0.5 × 1.35 G + 1.5 Q', '−0,5 × 1,35 G + 1,5 Q'],
    ['0.4/1.4 of their shear', '0,4/1,4 of their shear'],
    ['drawn 1:2.5', 'drawn 1:2,5'],
    ['min(2 m + 0.625 e_x; b)', 'min(2 m + 0,625 e_x; b)'],
    // The whole sentence ends after a number.
    ['it is 2.5.', 'it is 2,5.'],
  ])('of values: %s', (given, shown) => expect(inCommas(given)).toBe(shown));
  it.each([
    'EN 1993-1-8, Table 3.4',
    'EN 1993-1-8, 3.10.2(3)',
    'Tables 3.3 and 3.4',
    'Bearing (EN 1993-1-8, 4.5)',
    'ASCE 7-22, 2.3.1-2',
    'expressions 6.10a and 6.10b',
    'the formula (6.10)',
    'M20 8.8',
    'FP | 10x100x290 S275 | 4xM20-8.8 @70',
    'class 10.9',
    '8.8 bolts',
    'anchors of grade 5.6',
    'AISC 360-22, J3.10',
    'version 1.2',
    'section C3.6',
  ])('of what is a name it leaves: %s', (given) => expect(inCommas(given)).toBe(given));
  it('of any number beside a unit, and changes nothing else', () => {
    const words = fc.constantFrom('', 'force of ', 'e = ', '−', '(', 'against ');
    const after = fc.constantFrom(' kN', ' mm', ' MPa', ' %');
    fc.assert(
      fc.property(words, fc.nat(99999), fc.nat(999), after, (before, a, b, unit) => {
        expect(inCommas(`${before}${a}.${b}${unit}`)).toBe(`${before}${a},${b}${unit}`);
      }),
    );
    fc.assert(fc.property(fc.string(), (s) => void expect(inCommas(s).replaceAll(',', '.')).toBe(s.replaceAll(',', '.'))));
  });
  it('in every part of a formula but its symbols', () => {
    const num = (text: string) => ({ k: 'num', text, unit: 'mm' }) as const;
    const given = {
      k: 'row',
      items: [
        { k: 'frac', num: num('1.5'), den: { k: 'sqrt', of: num('2.25') } },
        { k: 'sup', base: { k: 'fence', open: '(', close: ')', of: num('0.9') }, exp: { k: 'word', text: '0.5' } },
        { k: 'var', name: 'a_1.5', head: 'a', sub: '1.5' },
        { k: 'op', text: '×' },
      ],
    } as const;
    const text = JSON.stringify(notationInCommas(given));
    expect(text).toBe(
      JSON.stringify(given)
        .replace('"1.5","unit"', '"1,5","unit"')
        .replace('2.25', '2,25')
        .replace('0.9', '0,9')
        .replace('"0.5"', '"0,5"'),
    );
    expect(text).toContain('a_1.5');
  });
});

describe('house rules', () => {
  it('of a job stand before those of the office, and these before what is usual', () => {
    const office = { office: 'Ruddock', decimal: 'comma', layers: { HOLES: 'DRILL', MARK: 'STAMP' } } as const;
    const rules = { decimal: 'point', layers: { HOLES: 'BORE' } } as const;
    expect(rulesOf({ office, rules })).toEqual({
      ...USUAL_RULES,
      office: 'Ruddock',
      decimal: 'point',
      layers: { HOLES: 'BORE', MARK: 'STAMP' },
    });
    expect(rulesOf({})).toEqual(USUAL_RULES);
  });
  it('are read as they were written', () => {
    const rules = {
      office: 'Ruddock & Pipit',
      dxf_text: 3.5,
      paper: 'A2',
      logo: PNG_6_BY_3,
      layers: { TEXT: 'A-ANNO' },
    } as const;
    expect(readRulesFile(JSON.parse(JSON.stringify(rulesFile(rules))))).toEqual(rules);
  });
  it.each([
    [{ decimal: 'dot' }, /rules.*decimal.*"dot".*point/],
    [{ dxf_text: 0 }, /dxf_text.*1/],
    [{ dxf_text: 'NaN' }, /dxf_text/],
    [{ layers: { HOLES: 'a<b' } }, /layers\.HOLES.*letters, figures/],
    [{ layers: { HOLES: '' } }, /layers\.HOLES/],
    [{ layers: { WALLS: 'x' } }, /WALLS/],
    [{ office: 'x'.repeat(61) }, /office.*60/],
    [{ office: 'a\u0000b' }, /office/],
    [{ colour: 'red' }, /colour/],
    [{ logo: 'data:image/svg+xml;base64,PHN2Zz4=' }, /^logo: .* is no PNG; accepted is a PNG/],
    [{ logo: 'data:image/png;base64,not base64!' }, /its text is not base64/],
    [{ logo: 'data:image/png;base64,AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA' }, /it is no PNG/],
    [{ logo: 'data:image/png;base64,iVBORw0K' }, /it is no PNG/],
  ])('refuse in one sentence %j', (rules, said) => {
    expect(() => readRules(rules)).toThrow(said);
    expect(() => readRulesFile({ format: 'another', version: 1, rules: {} })).toThrow(
      /"another" in version 1 is no file of house rules/,
    );
  });
  it('have the limit of close for the office alone: a job has its own in its basis', () => {
    expect(readRules({ close: 1.25 })).toEqual({ close: 1.25 });
    expect(() => readRules({ close: 0.9 })).toThrow(/rules\.close: 0\.9 is too small; accepted is 1 or more/);
    expect(rulesOf({ office: { close: 1.25 } }).close).toBe(1.25);
    expect(rulesOf({}).close).toBe(1.1);
    expect(jobRulesSchema().validate({ close: 1.25 }).error?.message).toContain('not allowed');
    expect(jobRulesSchema().validate({ paper: 'A3' }).error).toBeUndefined();
  });
  it('refuse a logo that says it is larger than any', () => {
    const bytes = Buffer.from(PNG_6_BY_3.split(',')[1]!, 'base64');
    bytes.writeUInt32BE(100_000, 16);
    expect(() => logoSize(`data:image/png;base64,${bytes.toString('base64')}`)).toThrow(/it is 100000 x 3 dots/);
    expect(logoSize(PNG_6_BY_3)).toEqual({ width: 6, height: 3 });
  });
  it('are each told in a line', () => {
    for (const f of [...RULE_FIELDS.map((r) => r.id), 'office', 'address', 'logo', ...DXF_LAYERS.map((l) => l.id)])
      expect(ruleHelp(`rules.${f}`)).toMatch(/Accepted: /);
    expect([ruleHelp('rules.nothing'), ruleHelp('factors.gamma_M0')]).toEqual([undefined, undefined]);
  });
  it('give letters their height: 2.45 mm is usual', () => {
    expect(letterFactor({ ...USUAL_RULES, dxf_dimension_text: 4.9 }, 'dimension')).toBe(2);
    expect(letterFactor({ ...USUAL_RULES, dxf_dimension_text: 4.9 }, 'ink')).toBe(1);
  });
});

describe('the band of the office', () => {
  const sheet = { width: SHEET.width, height: SHEET.height, items: [] };
  it('is not there where there is nothing to say', () => {
    expect([hasBand(USUAL_RULES), sheetHeight(USUAL_RULES)]).toEqual([false, SHEET.height]);
    expect(withBand(sheet, USUAL_RULES)).toBe(sheet);
  });
  it('stands under the frame, all of it on the sheet, whatever the name is', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 60 }), fc.string({ maxLength: 120 }), fc.boolean(), (office, address, logo) => {
        const rules = { office, address, logo: logo ? PNG_6_BY_3 : '' };
        fc.pre(hasBand(rules));
        const banded = withBand(sheet, rules);
        expect(banded.height).toBe(sheetHeight(rules));
        for (const i of banded.items) {
          if (i.k === 'text') {
            const [x, y] = i.at;
            expect(y > SHEET.height - SHEET.margin && y < banded.height - SHEET.margin).toBe(true);
            expect(x >= SHEET.margin && x <= SHEET.width - SHEET.margin).toBe(true);
          }
          if (i.k === 'image') expect(i.at[1] + i.height).toBeLessThanOrEqual(banded.height - SHEET.margin);
        }
      }),
    );
  });
  it('has the logo as large as its box takes, in proportion', () => {
    // 6 x 3 dots into 60 x 10: 20 x 10; into 5 x 10: 5 x 2.5, in the middle of the height.
    expect(logoIn(PNG_6_BY_3, [1, 2], 60, 10)).toMatchObject({ at: [1, 2], width: 20, height: 10 });
    expect(logoIn(PNG_6_BY_3, [1, 2], 5, 10)).toMatchObject({ at: [1, 5.75], width: 5, height: 2.5 });
  });
});
