import DxfParser from 'dxf-parser';
import { describe, expect, it } from 'vitest';
import { built, options, tern } from './demo.testing.ts';
import { sheetOf } from './files.ts';
import { sheetDxf } from './sheet-dxf.ts';

interface Entity {
  readonly type: string;
  readonly layer: string;
  readonly text?: string;
  readonly block?: string;
  readonly actualMeasurement?: number;
  readonly angle?: number;
  readonly anchorPoint?: { x: number; y: number };
  readonly linearOrAngularPoint1?: { x: number; y: number };
  readonly linearOrAngularPoint2?: { x: number; y: number };
  readonly vertices?: readonly { x: number; y: number }[];
  readonly startPoint?: { x: number; y: number };
}
const MARKS = ['B2-14', 'E1-01', 'P1-01', 'R2-04'];
function read(mark: string, form: 'lines' | 'entities', unit: 'mm' | 'in' = 'mm') {
  const { drawing, items } = sheetOf(built(mark), tern, { ...options, copy: 'shop' });
  const file = new DxfParser().parseSync(sheetDxf({ ...drawing, items }, unit, { dimensions: form }))!;
  return {
    entities: file.entities as unknown as Entity[],
    blocks: file.blocks as unknown as Record<string, { entities: Entity[] }>,
  };
}
const place = ({ x, y }: { x: number; y: number }): string => `${x.toFixed(3)} ${y.toFixed(3)}`;
/** What an entity draws, so that two can be compared. */
const drawn = (e: Entity): string =>
  `${e.type} ${e.text ?? ''} ${(e.vertices ?? [e.startPoint ?? { x: 0, y: 0 }]).map(place).join(' ')}`;

describe('dimensions of a drawing in DXF', () => {
  it.each(MARKS)('as entities draw what they draw as lines: %s', (mark) => {
    const [lines, entities] = [read(mark, 'lines'), read(mark, 'entities')];
    const dimensions = entities.entities.filter((e) => e.type === 'DIMENSION');
    expect(dimensions.length).toBeGreaterThan(5);
    expect(lines.entities.filter((e) => e.type === 'DIMENSION')).toEqual([]);
    // All that is in no dimension is there as before; of a dimension all but extension lines, which each has for itself.
    const inBlocks = new Set(dimensions.flatMap((e) => entities.blocks[e.block!]!.entities.map(drawn)));
    const outside = new Set(entities.entities.filter((e) => e.type !== 'DIMENSION').map(drawn));
    const gone = lines.entities.filter((e) => !outside.has(drawn(e)));
    expect(gone.length).toBeGreaterThan(dimensions.length);
    for (const e of gone) expect(e.layer).toBe('DIMENSION');
    const lost = gone.filter((e) => !inBlocks.has(drawn(e)));
    const extension = new Set(dimensions.flatMap((e) => [e.linearOrAngularPoint1!, e.linearOrAngularPoint2!]).map(place));
    for (const e of lost) expect(extension.has(place(e.vertices![0]!)), drawn(e)).toBe(true);
    for (const [name, n] of dimensions.map((e, i) => [e.block, i] as const)) expect(name).toBe(`*D${n + 1}`);
  });
  it('measure what they say where the view is in true size', () => {
    const { entities } = read('B2-14', 'entities');
    const dimensions = entities.filter((e) => e.type === 'DIMENSION');
    // The elevation: 10, 40 and 50 along, 50, 40, three of 70, 40 and 290 down.
    expect(dimensions.map((e) => e.text).sort()).toEqual(['10', '290', '40', '40', '40', '50', '50', '70', '70', '70']);
    for (const e of dimensions) {
      expect(e.actualMeasurement).toBeCloseTo(Number(e.text), 6);
      const [a, b, on] = [e.linearOrAngularPoint1!, e.linearOrAngularPoint2!, e.anchorPoint!];
      expect(e.angle === 0 ? Math.abs(a.x - b.x) : Math.abs(a.y - b.y)).toBeCloseTo(Number(e.text), 6);
      // The line of the dimension is off what is measured.
      expect(e.angle === 0 ? Math.abs(on.y - a.y) : Math.abs(on.x - a.x)).toBeGreaterThan(5);
    }
  });
  it('in inches measure inches', () => {
    const of290 = read('B2-14', 'entities', 'in').entities.find((e) => e.text === '290')!;
    expect(of290.actualMeasurement).toBeCloseTo(290 / 25.4, 6);
  });
});
