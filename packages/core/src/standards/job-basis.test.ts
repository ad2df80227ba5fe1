import { describe, expect, it } from 'vitest';
import { CLOSE_FIELD } from '../basis/basis.ts';
import { basisFieldHelp } from '../basis/field.ts';
import { customSectionSchema, customSteelSchema, newSection, newSteel, SECTION_FIELDS, STEEL_FIELDS } from '../basis/own.ts';
import { validate } from '../validate/index.ts';
import { basisHelp, basisOf, basisSchema, basisTitle, basisWords, settingsSchema, usualBasis } from './job-basis.ts';
import { standardOf, STANDARDS } from './registry.ts';

const none = { sections: [], steels: [] };
const said = (basis: unknown): string => {
  const r = validate(basisSchema(), basis);
  return 'error' in r ? r.error.message : 'fine';
};

describe.each(STANDARDS.map((s) => [s.id, s] as const))('the fields of %s', (_, s) => {
  it('are all that its basis holds: a factor or a setting without a field could not be chosen', () => {
    const basis = basisOf({ basis: usualBasis(s), ...none });
    expect(s.settings.map((f) => f.id).sort()).toEqual(Object.keys(basis.settings).sort());
    for (const c of s.sets.choices) if (c.own) expect(s.factors.map((f) => f.id).sort()).toEqual(Object.keys(c.factors).sort());
  });
  it('have limits and a usual value that keeps them, wherever a number is typed', () => {
    for (const f of [...s.factors, ...s.settings, CLOSE_FIELD].filter((x) => x.type === 'number')) {
      expect([f.id, f.limits![0] <= Number(f.usual), Number(f.usual) <= f.limits![1]]).toEqual([f.id, true, true]);
      expect(basisFieldHelp(f)).toMatch(/Accepted: [\d.]+ to [\d.]+/);
    }
  });
  it('offer only choices that the schema takes', () => {
    for (const f of s.settings)
      for (const [value] of f.options ?? []) expect(settingsSchema().validate({ [f.id]: value }).error).toBeUndefined();
    for (const c of s.sets.choices) expect(said({ standard: s.id, [s.sets.key]: c.id })).toBe('fine');
    expect(said(usualBasis(s))).toBe('fine');
  });
});

describe('the fields of a basis', () => {
  const en = STANDARDS[0]!;
  it('say what they are, what is accepted and what is usual', () => {
    expect(basisHelp(en, 'factors.gamma_M2')).toBe(
      'γ_M2, fracture, bolts, welds. Divides net sections, bolts, bearing and welds. Accepted: 0.8 to 3. Usual: 1.25.',
    );
    expect(basisHelp(en, 'basis.close')).toMatch(/Accepted: 1 to 2\. Usual: 1\.1\.$/);
    expect(basisHelp(en, 'settings.throat_factor')).toMatch(/Accepted: 0\.5 to 1\. Usual: 0\.7\.$/);
    expect(basisHelp(en, 'settings.weld_method')).toMatch(
      /Accepted: directional method, 4\.5\.3\.2, simplified method, 4\.5\.3\.3\. Usual: directional method/,
    );
    expect(basisHelp(en, 'settings.long_joint')).toMatch(/Usual: yes\.$/);
    expect(basisHelp(en, 'section.h')).toBe('h. Depth over the flanges. Accepted: 40 to 1500 mm.');
    expect(basisHelp(en, 'steel.beta_w')).toMatch(/Accepted: 0\.5 to 1\.5\.$/);
  });
  it('of own sections and steels start from what is accepted', () => {
    expect(customSectionSchema().validate(newSection('Own 1')).error).toBeUndefined();
    expect(customSteelSchema().validate(newSteel('Steel 1')).error).toBeUndefined();
    for (const f of [...SECTION_FIELDS, ...STEEL_FIELDS]) expect(basisFieldHelp(f)).not.toMatch(/undefined|NaN/);
  });
});

describe('the basis of a job', () => {
  it('takes the factors of its set, typed ones only with a set that lets them be typed', () => {
    const factors = (basis: object) => basisOf({ basis: { ...usualBasis(), ...basis }, ...none }).factors;
    expect([factors({})['alpha_cc'], factors({ set: 'recommended' })['alpha_cc']]).toEqual([0.85, 1]);
    expect(factors({ set: 'custom', factors: { gamma_M2: 1.3 } })).toMatchObject({ gamma_M2: 1.3, gamma_M0: 1 });
    expect(factors({ set: 'UK', factors: { gamma_M2: 1.3 } })['gamma_M2']).toBe(1.25);
  });
  it.each<[object, string]>([
    [{ standard: 'XY 1' }, 'standard: "XY 1" is not known; accepted are EN 1993-1-8'],
    [{ set: 'LRFD' }, 'set: "LRFD" is not known; accepted are UK, recommended, custom.'],
    [{ format: 'LRFD' }, 'format: this field does not belong here; leave it out.'],
    [{ set: 'UK', factors: { gamma_M2: 1.3 } }, 'factors: this field does not belong here; leave it out.'],
    [{ set: 'custom', factors: { gamma_M2: 4 } }, 'factors.gamma_M2: 4 is too large; accepted is 3 or less.'],
    [{ set: 'custom', factors: { gamma: 1 } }, 'factors.gamma: there is no such field; leave it out or correct its name.'],
    [{ settings: { throat_factor: 0 } }, 'settings.throat_factor: 0 is too small; accepted is 0.5 or more.'],
  ])('%j: %s', (basis, sentence) => expect(said(basis)).toContain(sentence));
  it('has its defaults filled in', () =>
    expect(validate(basisSchema(), {})).toEqual({ value: { standard: 'EN 1993-1-8', set: 'UK', settings: {}, close: 1.1 } }));
  it('is named on title blocks and in sentences', () => {
    expect(basisWords(usualBasis())).toBe('EN 1993-1-8 UK');
    expect(basisWords({ standard: 'EN 1993-1-8', set: 'custom' }, ' · ')).toBe('EN 1993-1-8 · own factors');
    expect(basisTitle(usualBasis())).toBe('EN 1993-1-8 with EN 1993-1-1, UK National Annex');
    expect(() => standardOf('XY 1')).toThrow('standard: there is no standard "XY 1"; accepted are EN 1993-1-8');
  });
});

describe('steels of a job to AISC 360', () => {
  const aisc = standardOf('AISC 360-22');
  const steel = (grade: string, own: readonly { name: string; f_y: number; f_u: number; beta_w: number }[] = []) =>
    aisc.materials.steel({ grade }, 10, 'LRFD', 'plate.steel', own);
  it('are those of the United States, those of Europe, and its own', () => {
    expect(steel('A992').f_y / 6.894757).toBeCloseTo(50, 3);
    expect(steel('S355')).toMatchObject({ f_y: 355 });
    expect(steel('Heron 60', [{ name: 'Heron 60', f_y: 414, f_u: 517, beta_w: 1 }])).toMatchObject({ f_y: 414, f_u: 517 });
    // An own steel stands before one of the same name.
    expect(steel('A36', [{ name: 'A36', f_y: 300, f_u: 420, beta_w: 1 }])).toMatchObject({ f_y: 300 });
  });
  it('refuse an unknown one, whatever steels of its own the job has', () =>
    expect(() => steel('Heron 70', [{ name: 'Heron 60', f_y: 414, f_u: 517, beta_w: 1 }])).toThrow(
      /^plate\.steel: there is no steel grade "Heron 70"; accepted are A36, .*Heron 60\.$/,
    ));
});
