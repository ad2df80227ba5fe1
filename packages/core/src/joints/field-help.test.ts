import { describe, expect, it } from 'vitest';
import { readFileSync } from 'node:fs';
import { readJob } from '../job/document.ts';
import { fieldHelp, fieldHelpWords } from './field-help.ts';
import { kindOf, KINDS } from './registry.ts';

const demo = readJob(JSON.parse(readFileSync(new URL('../../../../demo/tern-quay.json', import.meta.url), 'utf8')));
const inputOf = (kind: string): unknown => demo.joints.find((j) => j.kind === kind)!.input;
const words = (kind: string, id: string): string =>
  fieldHelpWords(
    fieldHelp(
      kindOf(kind),
      kindOf(kind).fields.find((f) => f.id === id)!,
      inputOf(kind),
    ),
  );

describe('what a field says of itself', () => {
  it('is its name, symbol, limits and usual values', () => {
    expect(words('fin-plate', 'plate.t')).toBe('Plate thickness, t_p. Accepted: 3 to 60 mm. Usual: 6, 8, 10, 12, 15.');
    expect(words('fin-plate', 'beam.section')).toBe('Beam. Accepted: a section of the catalogue or the job.');
    expect(words('fin-plate', 'notch.type')).toBe('Notch. Accepted: none, top, top and bottom.');
    expect(words('column-base', 'concrete.f_ck')).toMatch(/Accepted: 12 to 90/);
  });
  it('takes the limits that this joint has, which may depend on other fields', () => {
    const fin = kindOf('fin-plate');
    const p2 = fin.fields.find((f) => f.id === 'bolts.p2')!;
    const [one, two] = [1, 2].map(
      (n2) =>
        fieldHelp(fin, p2, {
          ...(inputOf('fin-plate') as { bolts: object }),
          bolts: { ...(inputOf('fin-plate') as { bolts: object }).bolts, n2, p2: 60 },
        }).accepted,
    );
    expect([one, two]).toEqual(['0 to 500 mm', '10 to 500 mm']);
  });
  it('is there for every field of every kind', () => {
    for (const kind of KINDS)
      for (const field of kind.fields) {
        const said = fieldHelpWords(fieldHelp(kind, field, inputOf(kind.id)));
        expect(said).not.toMatch(/undefined|NaN|Infinity/);
        // Limits are those that the schema refuses by: a number typed without any would be a hole in one of them.
        if (field.type === 'number') expect(said.length).toBeGreaterThan(field.label.length + 2);
      }
  });
});
