import { finPlateModel } from './model.ts';
import { marksOf, projected } from '../../drawing/index.ts';
import { describe, expect, it } from 'vitest';
import { firstDetail } from '../../design/first.ts';
import { failureItems, type Drawing } from '../../drawing/index.ts';
import { DEFAULT_BASIS } from '../../standards/job-basis.ts';
import { finPlateToEn1993 } from './en1993/index.ts';
import { finPlate } from './index.ts';
import type { FinPlateInput } from './input.ts';

const title = {
  job: 'Tern Quay ferry hall',
  number: '2417',
  revision: 'A',
  mark: 'B2-14',
  kind: 'Fin plate',
  verdict: 'holds · 1.08 × C3',
  checked: 'not yet checked',
  basis: 'EN 1993-1-8 UK',
};
const draw = (input: FinPlateInput, V_Ed = 100): Drawing =>
  finPlate.build(input, DEFAULT_BASIS).drawing(title, { name: 'C', V_Ed, N_Ed: 0, N_tie: 0 });
const first = (beam: string, support: string, supportType: string): FinPlateInput =>
  firstDetail(
    'fin-plate',
    { beam, beamGrade: 'S275', support, supportGrade: 'S275', supportType },
    [{ name: 'C', V_Ed: 40, N_Ed: 0, N_tie: 0 }],
    DEFAULT_BASIS,
  ).input as FinPlateInput;

describe('failure paths', () => {
  const input = first('UB 406x140x39', 'UC 203x203x60', 'column_flange');
  it('exist for every check that can give', () => {
    const drawing = draw(input);
    const { checks } = finPlateToEn1993(finPlateModel(input, DEFAULT_BASIS), () => finPlate.build(input, DEFAULT_BASIS).solid);
    for (const c of checks.filter((x) => x.id !== 'beam-notch-ltb'))
      expect([c.id, marksOf(drawing, c.id).length > 0]).toEqual([c.id, true]);
  });
  it('lie on the other side under uplift', () => {
    const drawn = (V: number): number[] => {
      const d = draw(input, V);
      const items = marksOf(d, 'plate-block-shear').flatMap((m) => projected(d.views, m));
      return items.flatMap((i) => (i.k === 'path' ? i.points.map((p) => p[1]) : []));
    };
    const top = (V: number): number => Math.min(...drawn(V));
    const bottom = (V: number): number => Math.max(...drawn(V));
    const plate = draw(input).items.find((i) => i.k === 'path' && i.fill === 'plate');
    if (plate?.k !== 'path') throw new Error('no plate');
    const ys = plate.points.map((p) => p[1]);
    expect(bottom(100)).toBeCloseTo(Math.max(...ys), 6);
    expect(top(100)).toBeGreaterThan(Math.min(...ys) + 1);
    expect(top(-100)).toBeCloseTo(Math.min(...ys), 6);
    expect(bottom(-100)).toBeLessThan(Math.max(...ys) - 1);
  });
  it('are labelled with what gives and when', () => {
    const items = failureItems(draw(input), 'plate-block-shear', 'Block tearing, plate', 'gives at 1.08 × C3');
    expect(items.filter((i) => i.k === 'text').map((i) => (i.k === 'text' ? i.text : ''))).toEqual([
      'Block tearing, plate',
      'gives at 1.08 × C3',
    ]);
    expect(failureItems(draw(input), 'no-such-check', 'x', 'y')).toEqual([]);
  });
});
