import { describe, expect, it } from 'vitest';
import { toolFieldHelp, TOOLS } from '../bench/index.ts';
import {
  basisFieldHelp,
  CLOSE_FIELD,
  FACTOR_FIELDS,
  newSection,
  newSteel,
  SECTION_FIELDS,
  SETTING_FIELDS,
  STEEL_FIELDS,
} from './fields.ts';
import { DEFAULT_SETTINGS, UK_FACTORS } from './basis.ts';
import { basisSchema, customSectionSchema, customSteelSchema } from './schema.ts';

describe('the fields of a basis', () => {
  it('are all that a basis holds: a factor or a setting without a field could not be chosen', () => {
    expect(FACTOR_FIELDS.map((f) => f.id).sort()).toEqual(Object.keys(UK_FACTORS).sort());
    expect(SETTING_FIELDS.map((f) => f.id).sort()).toEqual(Object.keys(DEFAULT_SETTINGS).sort());
  });
  it('say what they are, what is accepted and what is usual', () => {
    expect(
      basisFieldHelp(
        'factors',
        FACTOR_FIELDS.find((f) => f.id === 'gamma_M2')!,
      ),
    ).toBe('γ_M2, fracture, bolts, welds. Divides net sections, bolts, bearing and welds. Accepted: 0.8 to 3. Usual: 1.25.');
    expect(basisFieldHelp('basis', CLOSE_FIELD)).toMatch(/Accepted: 1 to 2\. Usual: 1\.1\.$/);
    expect(
      basisFieldHelp(
        'settings',
        SETTING_FIELDS.find((f) => f.id === 'throat_factor')!,
      ),
    ).toMatch(/Accepted: 0\.5 to 1\. Usual: 0\.7\.$/);
    expect(
      basisFieldHelp(
        'settings',
        SETTING_FIELDS.find((f) => f.id === 'weld_method')!,
      ),
    ).toMatch(/Accepted: directional method, 4\.5\.3\.2, simplified method, 4\.5\.3\.3\. Usual: directional method/);
    expect(
      basisFieldHelp(
        'settings',
        SETTING_FIELDS.find((f) => f.id === 'long_joint')!,
      ),
    ).toMatch(/Usual: yes\.$/);
    expect(basisFieldHelp('section', SECTION_FIELDS[0]!)).toBe('h. Depth over the flanges. Accepted: 40 to 1500 mm.');
    expect(basisFieldHelp('steel', STEEL_FIELDS[2]!)).toMatch(/Accepted: 0\.5 to 1\.5\.$/);
  });
  it('have limits wherever a number is typed', () => {
    for (const [group, fields] of [
      ['factors', FACTOR_FIELDS],
      ['settings', SETTING_FIELDS],
      ['section', SECTION_FIELDS],
      ['steel', STEEL_FIELDS],
    ] as const)
      for (const f of fields) {
        const said = basisFieldHelp(group, f);
        expect(said).not.toMatch(/undefined|NaN/);
        if (f.type === 'number') expect(said).toMatch(/Accepted: [\d.]+ to [\d.]+/);
      }
  });
  it('offer only choices that the schema takes', () => {
    for (const f of SETTING_FIELDS)
      for (const [value] of f.options ?? []) expect(basisSchema.validate({ settings: { [f.id]: value } }).error).toBeUndefined();
    expect(customSectionSchema.validate(newSection('Own 1')).error).toBeUndefined();
    expect(customSteelSchema.validate(newSteel('Steel 1')).error).toBeUndefined();
  });
});

describe('the fields of a calculator', () => {
  const words = (tool: string, id: string): string => {
    const t = TOOLS.find((x) => x.id === tool)!;
    return toolFieldHelp(
      t,
      t.fields.find((f) => f.id === id)!,
    );
  };
  it('say what they are, what is accepted and what is usual, for every one', () => {
    expect(words('bolt', 't')).toMatch(/Accepted: [\d.]+ to [\d.]+ mm\. Usual: 10\.$/);
    for (const t of TOOLS)
      for (const f of t.fields) {
        const said = toolFieldHelp(t, f);
        expect(said).not.toMatch(/undefined|NaN|\[object/);
        expect([t.id, f.id, /Accepted: /.test(said)]).toEqual([t.id, f.id, true]);
      }
  });
});
