import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { type RowsFrom, ROWS_FROM } from '../../basis/basis.ts';
import { basisOf } from '../../standards/job-basis.ts';
import { checkJoint } from '../report.ts';
import { readJob } from '../../job/document.ts';
import { fingerprint } from '../../job/print.ts';
import type { Drawing, TitleBlock } from '../../drawing/index.ts';
import { validate } from '../../validate/index.ts';
import { kindOf } from '../registry.ts';

const demo = readJob(JSON.parse(readFileSync(new URL('../../../../../demo/tern-quay.json', import.meta.url), 'utf8')));
const basis = (rows_from: RowsFrom) => basisOf(demo, { rows_from });
const TITLE: TitleBlock = { job: '', number: '', revision: '', mark: '', kind: '', verdict: '', checked: '', basis: '' };
const jointOf = (mark: string) => demo.joints.find((j) => j.mark === mark)!;
const drawn = (mark: string, from: RowsFrom): Drawing => {
  const { kind, input } = jointOf(mark);
  const k = kindOf(kind);
  return k.build(input, basis(from)).drawing(TITLE, null);
};
const dimensions = (d: Drawing, field: RegExp): string[] =>
  d.items.flatMap((i) => (i.k === 'text' && i.field && field.test(i.field) ? [i.text] : []));

describe('bolt rows as an office gives them', () => {
  // B2-14: UB 406x140x39, 398 deep; plate top 50 down, e1 40, four rows at 70: rows 90, 160, 230, 300 below the top of steel.
  it.each<[RowsFrom, string[]]>([
    ['steel', ['90', '160', '230', '300']],
    // Middle of the beam at 199: 199 - 90 = 109 above it, 300 - 199 = 101 below.
    ['middle', ['109', '39', '\u221231', '\u2212101']],
    ['plate', ['40', '110', '180', '250']],
  ])('from %s', (from, rows) => {
    expect(dimensions(drawn('B2-14', from), /^row\./)).toEqual(rows);
    expect(dimensions(drawn('B2-14', from), /p1|e1/)).toEqual([]);
    expect(dimensions(drawn('B2-14', from), /^plate\.(top|h)$/)).toEqual(['50', '290']);
  });
  it('as a chain of spacings, which is usual', () => {
    expect(dimensions(drawn('B2-14', 'chain'), /^row/)).toEqual([]);
    expect(dimensions(drawn('B2-14', 'chain'), /p1|e1/)).toEqual(['40', '70', '70', '70', '40']);
  });
  it('in every kind that joins a beam: each dimension is a field that reads as it is drawn', () => {
    for (const joint of demo.joints.filter((j) => kindOf(j.kind).measured))
      for (const [from] of ROWS_FROM.slice(1)) {
        const kind = kindOf(joint.kind);
        const d = drawn(joint.mark, from);
        const texts = d.items.flatMap((i) => (i.k === 'text' && i.field && /^(support-)?row\./.test(i.field) ? [i] : []));
        for (const t of texts)
          expect(Number(kind.placeField!(t.field!)!.get(joint.input))).toBeCloseTo(Number(t.text.replace('\u2212', '-')), 1);
        if (joint.kind === 'cleats') expect(texts.some((t) => t.field!.startsWith('support-row.'))).toBe(true);
        const list = d.callouts.flatMap((c) => c.fields).find((f) => f.startsWith('rows@'));
        if (texts.length) expect(String(kind.placeField!(list!)!.get(joint.input)).split(' ')).toHaveLength(joint.input.bolts.n1);
      }
  });
  it('says which rows it is of, and from where', () => {
    const { placeField } = kindOf('cleats');
    expect(placeField!('row.1@steel:0')!.label).toBe('Row 2 from the top of steel');
    expect(placeField!('rows@middle:0')!.label).toBe('Rows from the middle of the beam');
    expect(placeField!('support-row.0@steel:0')!.label).toBe('Row 1 of the support from the top of steel');
    expect(placeField!('support-rows@plate:0')!.label).toBe('Rows of the support from the top of the plate');
  });
  it('a row is moved alone: the plate and the other rows stay', () => {
    for (const mark of ['B2-14', 'E1-01', 'A1-01']) {
      const { kind, input } = jointOf(mark);
      const k = kindOf(kind);
      const places = (i: typeof input): number[] =>
        Array.from({ length: input.bolts.n1 }, (_, r) => Number(k.placeField!(`row.${r}@steel:0`)!.get(i)));
      const before = places(input);
      const moved = k.placeField!('row.1@steel:0')!.set(input, before[1]! + 10);
      expect(places(moved)).toEqual(before.map((p, r) => (r === 1 ? p + 10 : p)));
      const size = (i: typeof input): unknown[] => [
        i.plate?.h ?? i.cleat.h,
        Math.max(...k.build(i, basis('chain')).solid.plates[0]!.outline.map(([, z]) => z)),
      ];
      expect(size(moved)).toEqual(size(input));
      // The first one too: what is above it becomes its end distance.
      const up = k.placeField!('row.0@steel:0')!.set(input, before[0]! + 5);
      expect(places(up)).toEqual([before[0]! + 5, ...before.slice(1)]);
      expect(size(up)).toEqual(size(input));
    }
  });
  it('rows on the support of cleats by themselves', () => {
    const { kind, input } = jointOf('A1-03');
    const k = kindOf(kind);
    const f = k.placeField!('support-row.3@steel:0')!;
    const moved = f.set(input, Number(f.get(input)) - 10);
    expect(Number(f.get(moved))).toBe(Number(f.get(input)) - 10);
    expect(moved.bolts).toEqual(input.bolts);
    expect(moved.cleat).toEqual(input.cleat);
  });
  it('typed as a list they set how many there are, and the end distance below them stays', () => {
    const { kind, input } = jointOf('B2-14');
    const k = kindOf(kind);
    const five = k.placeField!('rows@middle:199')!.set(input, '109 39 -31 -101 -171');
    expect(five.bolts).toMatchObject({ n1: 5, p1: 70 });
    // 40 + 4 x 70 + 40 = 360.
    expect(five.plate.h).toBe(360);
    expect(k.placeField!('rows@steel:0')!.get(five)).toBe('90 160 230 300 370');
  });
  it('rows that cross are refused by the schema, in a sentence', () => {
    const { kind, input } = jointOf('B2-14');
    const k = kindOf(kind);
    const crossed = k.placeField!('row.1@steel:0')!.set(input, 235);
    expect(
      'error' in validate(k.schema(), crossed) && (validate(k.schema(), crossed) as { error: { message: string } }).error.message,
    ).toMatch(/bolts\.p1\.1: -5 is too small; accepted is 10 or more/);
  });
  it('reading a place and setting it changes nothing', () => {
    const { kind, input } = jointOf('B3-02');
    const k = kindOf(kind);
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: input.bolts.n1 - 1 }),
        fc.constantFrom('steel', 'middle', 'plate'),
        fc.double({ min: 0, max: 400, noNaN: true }),
        (row, from, offset) => {
          const f = k.placeField!(`row.${row}@${from}:${Math.round(offset * 10) / 10}`)!;
          expect(f.set(input, f.get(input)!)).toEqual(input);
        },
      ),
    );
  });
  it('changes no result and no signature', () => {
    const joint = jointOf('B2-14');
    const report = (from: RowsFrom) => checkJoint(joint, basis(from));
    expect(report('middle')).toEqual(report('chain'));
    expect(fingerprint(joint, basis('middle'))).toBe(fingerprint(joint, basis('chain')));
  });
  it('a name that is no place is no field', () => {
    const k = kindOf('fin-plate');
    for (const id of ['plate.e2', 'row.1@moon:0', 'row@steel', 'rows@steel:x']) expect(k.placeField!(id)).toBeUndefined();
  });
});
