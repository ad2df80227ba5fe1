import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SHEET, type TitleBlock } from '../drawing/index.ts';
import type { PlatePart, Point } from '../detail/solid.ts';
import { SI, US_CUSTOMARY } from '../units/system.ts';
import { piecesOf } from './pieces.ts';
import { plateSheet } from './plate-sheet.ts';

const title: TitleBlock = {
  job: 'J',
  number: '1',
  revision: 'A',
  mark: 'M-p1',
  kind: 'PL',
  verdict: 'Copy for the shop',
  checked: '',
  basis: 'EN',
};
const plate = (outline: Point[], holes: readonly (readonly [number, number, number, number])[]): PlatePart => ({
  type: 'plate',
  id: 'plate',
  label: 'PL 10×100×290',
  grade: 'S275',
  parts: [],
  plane: 'xz',
  outline,
  y: [0, 10],
  holes: holes.map(([x, z, d_h, d_v]) => ({ x, z, d_h, d_v })),
});
const box = (w: number, h: number): Point[] => [
  [0, 0],
  [w, 0],
  [w, h],
  [0, h],
];
const sheetOf = (p: PlatePart, units = SI) =>
  plateSheet(piecesOf({ plates: [p], members: [], bolts: [], welds: [] })[0]!, units, title);
const texts = (s: ReturnType<typeof sheetOf>, style?: string): string[] =>
  s.items.flatMap((i) => (i.k === 'text' && (!style || i.style === style) ? [i.text] : []));

describe('the sheet of a plate', () => {
  // Four holes of 22 at 40, 110, 180, 250 along a plate of 290 x 100: 40 70 70 70 40 and the whole; 50 50 and the whole.
  it('has every hole and the whole dimensioned, and says how many holes of which size', () => {
    const s = sheetOf(
      plate(
        box(290, 100),
        [40, 110, 180, 250].map((x) => [x, 50, 22, 22] as const),
      ),
    );
    expect(texts(s, 'dimension')).toEqual(['40', '70', '70', '70', '40', '290', '50', '50', '100']);
    expect(texts(s)).toEqual(
      expect.arrayContaining(['PL 10×100×290 S275', '1 wanted, 2.28 kg each', '4 × hole 22', 'Copy for the shop', 'M-p1']),
    );
    // The largest scale of the series at which it fits: 290 / 1.5 = 193 mm would, of the trade's series 1 to 2.
    expect(s.scale).toBe('1:2');
  });
  it('has the corners that are cut, slots as slots, and inches where the job has them', () => {
    const cut: Point[] = [
      [12, 0],
      [190, 0],
      [190, 80],
      [0, 80],
      [0, 12],
    ];
    const s = sheetOf(plate(cut, [[100, 40, 50, 22]]));
    expect(texts(s, 'dimension')).toEqual(['100', '90', '12', '178', '190', '40', '40', '12', '68', '80']);
    expect(texts(s)).toContain('1 × slot 22 × 50');
    expect(texts(sheetOf(plate(box(10 * 25.4, 4 * 25.4), []), US_CUSTOMARY), 'dimension')).toEqual(['10', '4']);
  });
  it('keeps to its frame and clear of its title block, whatever the plate', () => {
    const size = fc.integer({ min: 40, max: 3000 });
    fc.assert(
      fc.property(
        size,
        size,
        fc.array(fc.tuple(fc.double({ min: 0.1, max: 0.9, noNaN: true }), fc.double({ min: 0.1, max: 0.9, noNaN: true })), {
          maxLength: 8,
        }),
        (w, h, at) => {
          const s = sheetOf(
            plate(
              box(w, h),
              at.map(([x, y]) => [x * w, y * h, 6, 6] as const),
            ),
          );
          const frame = SHEET.margin;
          for (const i of s.items.slice(4)) {
            const points = i.k === 'path' ? i.points : [i.at];
            for (const [x, y] of points) {
              expect(x).toBeGreaterThanOrEqual(frame - 1e-9);
              expect(x).toBeLessThanOrEqual(SHEET.width - frame + 1e-9);
              expect(y).toBeGreaterThanOrEqual(frame - 1e-9);
              expect(y).toBeLessThanOrEqual(SHEET.height - frame + 1e-9);
            }
          }
        },
      ),
      { numRuns: 200, seed: 15 },
    );
  });
});
