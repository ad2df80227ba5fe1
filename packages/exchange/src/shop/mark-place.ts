import type { Flat, Point } from '@ample/core';

/** Width of a letter of a mark over its height. */
const WIDE = 0.7;
const GAP = 3;

const inside = ([x, y]: Point, contour: readonly Point[]): boolean =>
  contour.reduce((odd, [x1, y1], i) => {
    const [x2, y2] = contour[(i + 1) % contour.length]!;
    return y1 > y !== y2 > y && x < x1 + ((y - y1) / (y2 - y1)) * (x2 - x1) ? !odd : odd;
  }, false);

/** Where a mark of so many letters stands on a face, clear of its holes and its edges: lower left corner of the text and height of its letters, mm; null where there is no room. */
export function markPlace(
  { contour, holes }: Pick<Flat, 'contour' | 'holes'>,
  letters: number,
): { readonly at: Point; readonly height: number } | null {
  const [X, Y] = [Math.max(...contour.map((p) => p[0])), Math.max(...contour.map((p) => p[1]))];
  for (const height of [10, 7, 5]) {
    const [w, h] = [letters * height * WIDE, height];
    for (let y = GAP; y + h + GAP <= Y; y += 5)
      for (let x = GAP; x + w + GAP <= X; x += 5) {
        const box: Point[] = [
          [x - GAP, y - GAP],
          [x + w + GAP, y - GAP],
          [x + w + GAP, y + h + GAP],
          [x - GAP, y + h + GAP],
        ];
        const clear = holes.every(({ at, d, slot }) => {
          const reach = (k: 'x' | 'y'): number => (slot?.along === k ? slot.long : d) / 2;
          return (
            at[0] + reach('x') < box[0]![0] ||
            at[0] - reach('x') > box[1]![0] ||
            at[1] + reach('y') < box[0]![1] ||
            at[1] - reach('y') > box[2]![1]
          );
        });
        // Just inside its corners, so that a box along an edge counts as in.
        const within = box.every(([bx, by], i) =>
          inside([bx + (i === 0 || i === 3 ? 1 : -1) * 1e-3, by + (i < 2 ? 1 : -1) * 1e-3], contour),
        );
        if (clear && within) return { at: [x, y], height };
      }
  }
  return null;
}
