import type { Point } from '../detail/solid.ts';
import { path, SHEET, text, TEXT, textWidth, type Item, type PathItem } from './items.ts';

/** A leader from `tip` to a shelf at `shelf`, text above the shelf. */
export function leader(tip: Point, at: Point, lines: readonly string[], callout: string, toLeft = false): Item[] {
  const width = Math.max(...lines.map((l) => textWidth(l)));
  // A long text to the left pushes its shelf to the right, so that it stays inside the frame.
  const shelf: Point = toLeft ? [Math.max(at[0], SHEET.margin + 3 + width), at[1]] : at;
  const end: Point = [shelf[0] + (toLeft ? -width : width) + (toLeft ? -1 : 1), shelf[1]];
  const items: Item[] = [path([tip, shelf, end], 'thin'), { k: 'circle', at: tip, r: 0.5, line: 'none', fill: 'ink' }];
  lines.forEach((line, i) => {
    items.push(
      text([toLeft ? end[0] + 0.5 : shelf[0] + 0.5, shelf[1] - 1.1 - (lines.length - 1 - i) * (TEXT + 0.8)], line, { callout }),
    );
  });
  return items;
}

/** How weld symbols read: the arrow side stands over the line in ISO 2553, with the dashed line of system A; under it, alone, in AWS A2.4. */
export type WeldSymbols = 'ISO 2553' | 'AWS A2.4';

/**
 * Weld symbol for fillets, on both sides of a joint or on the arrow side alone: arrow, reference line, triangles with their upright leg to the left, the
 * size before them. `shelf` is where the reference line starts, running to the left.
 */
export function filletSymbol(tip: Point, shelf: Point, size: string, callout: string, by: WeldSymbols, sides: 1 | 2 = 2): Item[] {
  const length = textWidth(size) + 8;
  const [x, y] = shelf;
  const t = x - 2.2;
  /** Over the line (-1) or under it (1). */
  const fillet = (side: 1 | -1): Item[] => [
    path(
      [
        [t - 3.4, y],
        [t - 3.4, y + side * 3.4],
        [t, y],
      ],
      'thin',
      true,
    ),
    text([t - 4.2, side < 0 ? y - 0.9 : y + TEXT * 0.75 + 0.6], size, { anchor: 'end', callout }),
  ];
  const dashed = path(
    [
      [x - 0.6, y + 1],
      [x - length, y + 1],
    ],
    'hidden',
  );
  return [
    path([tip, shelf, [x - length, y]], 'thin'),
    arrowHead(tip, shelf),
    ...(sides === 2 ? [...fillet(-1), ...fillet(1)] : by === 'ISO 2553' ? [...fillet(-1), dashed] : fillet(1)),
  ];
}

/** Weld symbol of a complete penetration weld, a single bevel on the arrow's side: its letters stand in the tail. */
export function penetrationSymbol(tip: Point, shelf: Point, tail: string, callout: string, by: WeldSymbols): Item[] {
  const [x, y] = shelf;
  const t = x - 3.2;
  // ISO draws the arrow's side over the solid line, AWS under it.
  const side = by === 'ISO 2553' ? -1 : 1;
  const end = x - 8;
  return [
    path([tip, shelf, [end, y]], 'thin'),
    arrowHead(tip, shelf),
    path(
      [
        [t - 3, y + side * 3],
        [t - 3, y],
        [t, y + side * 3],
      ],
      'thin',
    ),
    path(
      [
        [end - 2, y - 2],
        [end, y],
        [end - 2, y + 2],
      ],
      'thin',
    ),
    text([end - 3, y + TEXT * 0.35], tail, { anchor: 'end', callout }),
  ];
}

function arrowHead(tip: Point, from: Point): PathItem {
  const length = Math.hypot(from[0] - tip[0], from[1] - tip[1]) || 1;
  const [dx, dy] = [(from[0] - tip[0]) / length, (from[1] - tip[1]) / length];
  return path(
    [
      tip,
      [tip[0] + dx * 2.4 - dy * 0.6, tip[1] + dy * 2.4 + dx * 0.6],
      [tip[0] + dx * 2.4 + dy * 0.6, tip[1] + dy * 2.4 - dx * 0.6],
    ],
    'none',
    true,
    'ink',
  );
}

/** A wavy break line between two points of the sheet. */
export function breakLine(from: Point, to: Point): PathItem {
  const n = 16;
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const length = Math.hypot(dx, dy) || 1;
  const points: Point[] = [];
  for (let i = 0; i <= n; i += 1) {
    const t = i / n;
    const wave = Math.sin(t * Math.PI * 2) * Math.min(1.4, length / 12);
    points.push([from[0] + dx * t - (dy / length) * wave, from[1] + dy * t + (dx / length) * wave]);
  }
  return path(points, 'thin');
}

/** Lines at 45 degrees inside a box of the sheet: hatching of a weld or a cut. */
export function hatch([x1, y1]: Point, [x2, y2]: Point, step = 1.2): PathItem[] {
  const items: PathItem[] = [];
  const h = y2 - y1;
  for (let s = x1 - h; s < x2; s += step) {
    const a = Math.max(x1, s);
    const b = Math.min(x2, s + h);
    if (b > a)
      items.push(
        path(
          [
            [a, y1 + (a - s)],
            [b, y1 + (b - s)],
          ],
          'thin',
        ),
      );
  }
  return items;
}
