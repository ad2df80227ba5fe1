import { BEAM_KINDS as KINDS } from '../joints/beam-end/beam-kinds.testing.ts';
import { describe, expect, it } from 'vitest';
import { DEFAULT_BASIS } from '../standards/job-basis.ts';
import { firstDetail } from './first.ts';
import { optionsOf } from '../joints/kind.ts';

describe.each(KINDS.map((k) => [k.title, k] as const))('the fields of %s', (_t, kind) => {
  const input = firstDetail(
    kind.id,
    { beam: 'UB 457x191x67', beamGrade: 'S275', support: 'UC 254x254x89', supportGrade: 'S275', supportType: 'column_flange' },
    [],
    DEFAULT_BASIS,
  ).input;
  it('give back what was set, and leave the input before untouched', () => {
    const before = JSON.stringify(input);
    for (const f of kind.fields.filter((x) => !x.applies || x.applies(input))) {
      const options = optionsOf(f, DEFAULT_BASIS.standard);
      const value = options
        ? options.at(-1)!.value
        : f.type === 'section'
          ? 'UB 533x210x92'
          : f.steps![Math.floor(f.steps!.length / 2)]!;
      expect([f.id, f.get(f.set(input, value))]).toEqual([f.id, value]);
    }
    expect(JSON.stringify(input)).toBe(before);
  });
  it('change only their own dimension of the drawing', () => {
    const title = { job: '', number: '', revision: '', mark: '', kind: '', verdict: '', checked: '', basis: '' };
    const dims = (i: unknown) =>
      new Map(
        kind
          .build(i, DEFAULT_BASIS)
          .drawing(title, null)
          .items.flatMap((t) => (t.k === 'text' && t.field ? [[t.field, t.text] as const] : [])),
      );
    const start = dims(input);
    for (const id of start.keys()) {
      const f = kind.fields.find((x) => x.id === id)!;
      const after = dims(f.set(input, Number(f.get(input)) + 3));
      // The overall depth follows its parts, the free edge of a rolled angle closes its chain, and the last end distance closes the depth.
      const follows = (k: string): boolean =>
        k !== id &&
        (/\.h$/.test(k) ||
          k === 'cleat.e2' ||
          (/\.h$|^support_bolts\.e1$|^support_bolts\.p1$/.test(id) && k.endsWith('e1_bot')) ||
          (k.startsWith('support_bolts.') && !id.startsWith('support_bolts.')) ||
          (k === 'cleat.e1_bot' && id === 'support_bolts.e1_bot'));
      const changed = [...start].filter(([k, v]) => after.get(k) !== v && !follows(k)).map(([k]) => k);
      expect([id, changed]).toEqual([id, [id]]);
    }
  });
});
