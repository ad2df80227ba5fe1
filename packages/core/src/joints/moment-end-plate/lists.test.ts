import { describe, expect, it } from 'vitest';
import { DEFAULT_BASIS } from '../../standards/job-basis.ts';
import { to } from '../aisc360.testing.ts';
import { D, fillet } from './aisc360/cases.testing.ts';
import { W1, W2, W3, W4 } from './cases.testing.ts';
import { momentEndPlate } from './index.ts';
import type { MomentPlateInput } from './input.ts';

const built = (input: MomentPlateInput, basis = DEFAULT_BASIS) => momentEndPlate.build(input, basis);
const rows = (input: MomentPlateInput, id: string, basis = DEFAULT_BASIS) =>
  built(input, basis).lists.find((l) => l.id === id)!.rows;
const column = (list: readonly (readonly (string | number)[])[], k: number): number[] => list.map((r) => Number(r[k]));
const sum = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0);

describe('shop lists of a moment end plate', () => {
  it.each([
    ['flush', W1],
    ['extended', W2],
    ['haunch with stiffeners', W3],
    ['two-sided', W4],
  ])('%s: add up to the quantities of the solid', (_, input) => {
    const q = built(input).quantities;
    const plates = rows(input, 'fittings');
    // Each row to a hundredth of a kilogram.
    expect(Math.abs(sum(column(plates, 9)) - q.plateMass)).toBeLessThan(0.005 * plates.length + 1e-9);
    for (const r of plates) expect(Number(r[9])).toBeCloseTo(Number(r[1]) * Number(r[8]), 1);
    const bolts = rows(input, 'bolts');
    expect(sum(column(bolts, 0))).toBe(q.bolts);
    expect(sum(column(bolts, 6))).toBeCloseTo(q.boltMass, 1);
    // Fillets: throat squared times length is half of the leg squared.
    const volume = sum(rows(input, 'welds').map((r) => Number(r[1]) ** 2 * Number(r[6])));
    expect(volume / q.weldVolume).toBeCloseTo(1, 4);
    // In cm3, each row to a tenth.
    const listed = sum(rows(input, 'welds').map((r) => Number(r[7])));
    expect(Math.abs(listed - q.weldVolume / 1000)).toBeLessThan(0.05 * rows(input, 'welds').length + 1e-9);
  });
  // 220 x 20 x 565 as it is cut, holes not taken off: 0.22 x 0.02 x 0.565 x 7850 = 19.516.
  it('the plate by hand', () => {
    const [plate] = rows(W2, 'fittings');
    const h = 450 + 95 + 20;
    expect(plate!.slice(0, 8)).toEqual(['p1', 1, `PL 20×220×${h}`, 'S355', 20, 220, h, 8]);
    expect(Number(plate![8])).toBeCloseTo(19.52, 6);
  });
  // Two stiffeners a flange, each with two fillets at both ends and two along the web: 12 runs; (80 - 15) twice two and the web between the cuts twice.
  it('the fillets of a stiffener by hand', () => {
    const s = { b: 80, t: 10, a: 5, c: 15, depth: 'full', fitted: true, steel: { grade: 'S355' } } as const;
    const stiff = rows({ ...W2, stiffeners: { bottom: s } }, 'welds').filter((r) => String(r[2]).startsWith('stiffener'));
    expect(stiff.map((r) => r.slice(0, 7))).toEqual(
      ['near', 'far'].map((k) => ['fillet', 5, `stiffener-bottom-${k}`, 'support', 'level', 6, 4 * 65 + 2 * (280 - 36 - 30)]),
    );
    const half = rows({ ...W2, stiffeners: { bottom: { ...s, depth: 'half' } } }, 'welds').find(
      (r) => r[2] === 'stiffener-bottom-near',
    )!;
    expect([half[5], half[6]]).toEqual([4, 2 * 65 + 2 * (140 - 18 - 15)]);
  });
  it('in inches, by legs', () => {
    const { flanges: _butt, ...welds } = D.welds;
    const list = rows({ ...D, welds: { ...welds, top: fillet(0.5), bottom: fillet(0.5) } }, 'welds', to());
    expect(list.map((r) => r[1])).toEqual(['1/2', '1/4']);
    expect(rows(D, 'bolts', to())[0]!.slice(0, 3)).toEqual([8, '7/8 in', '150']);
    // Complete penetration has no fillets at the flanges, and no volume before the shop has chosen its preparation.
    expect(rows(D, 'welds', to()).map((r) => [r[0], r[1], r[5], r[7]])).toEqual([
      ['fillet', '1/4', 2, expect.any(Number)],
      ['butt', expect.any(String), 1, ''],
      ['butt', expect.any(String), 1, ''],
    ]);
  });
  it('ribs stand among the plates', () => {
    const ribbed = { ...D, rib: { t: 12.7, l: 150, steel: { grade: 'A572-50' } } };
    expect(rows(ribbed, 'fittings', to()).map((r) => [r[1], r[3]])).toEqual([
      [1, expect.anything()],
      [2, 'A572-50'],
    ]);
  });
});

describe('the template of the plate', () => {
  it('has its contour, its holes and the section of the beam in true size', () => {
    const { title, layers } = built(W3).template!;
    expect(title).toBe('End plate');
    const of = (name: string) => layers.find((l) => l.name === name)!;
    const ys = of('PLATE').closed[0]!.map((p) => p[1]);
    const h = built(W3).solid.plates[0]!;
    expect(Math.max(...ys) - Math.min(...ys)).toBeCloseTo(W3.plate.top + W3.plate.bottom + (W3.beam.h ?? 0) + W3.haunch!.h, 6);
    expect(of('HOLES').circles.length).toBe(h.holes.length);
    expect(of('HOLES').circles[0]!.r).toBe(h.holes[0]!.d_h / 2);
    // Three flanges and two webs where there is a haunch.
    expect(of('BEAM').closed.length).toBe(5);
    expect(built(W2).template!.layers.find((l) => l.name === 'BEAM')!.closed.length).toBe(3);
    expect(of('HOLES').texts.map((t) => t.text)[0]).toMatch(/^row 1: \d+ from the top$/);
    // The axis of the plate and those of its bolts run past it at both ends.
    const axes = of('AXES').lines;
    expect(axes.map(([[x]]) => x).sort((a, b) => a - b)).toEqual([-W3.bolts.w / 2, 0, W3.bolts.w / 2]);
    for (const [from, to] of axes) {
      expect(from[0]).toBe(to[0]);
      expect(Math.max(from[1], to[1])).toBeGreaterThan(Math.max(...ys));
      expect(Math.min(from[1], to[1])).toBeLessThan(Math.min(...ys));
    }
  });
});
