import type { Point } from '../detail/solid.ts';
import { path, text, TEXT, textWidth, type Item, type PathItem } from './items.ts';

const ARROW = 2.2;
function arrow([x, y]: Point, [dx, dy]: Point): PathItem {
  const [nx, ny] = [-dy, dx];
  return path(
    [
      [x, y],
      [x + dx * ARROW + nx * 0.55, y + dy * ARROW + ny * 0.55],
      [x + dx * ARROW - nx * 0.55, y + dy * ARROW - ny * 0.55],
    ],
    'none',
    true,
    'dimension',
  );
}

export interface DimensionSegment {
  readonly from: number;
  readonly to: number;
  readonly text: string;
  /** Field to edit; absent for a derived size. */
  readonly field?: string;
}

/**
 * Distances of several places from one level, upright (running dimensions of ISO 129-1): a ring at the origin, an arrow at each place, its text
 * beside the extension line. `foot` is where the extension lines start.
 */
export function runningDimension(
  level: number,
  foot: number,
  origin: number,
  places: readonly { readonly at: number; readonly text: string; readonly field: string }[],
): Item[] {
  const ends = [origin, ...places.map((p) => p.at)];
  const items: Item[] = [
    path(
      [
        [level, Math.min(...ends)],
        [level, Math.max(...ends)],
      ],
      'dimension',
    ),
    { k: 'circle', at: [level, origin], r: 0.9, line: 'dimension', fill: 'paper' },
    path(
      [
        [foot + 1.2, origin],
        [level + 1.4, origin],
      ],
      'dimension',
    ),
  ];
  for (const p of places) {
    items.push(
      path(
        [
          [foot + 1.2, p.at],
          [level + 1.4, p.at],
        ],
        'dimension',
      ),
    );
    if (Math.abs(p.at - origin) > ARROW) items.push(arrow([level, p.at], [0, Math.sign(origin - p.at)]));
    items.push(text([level + 1.8, p.at + TEXT * 0.35], p.text, { style: 'dimension', field: p.field }));
  }
  return items;
}

/**
 * A chain of dimensions along one line of the sheet. `axis` x: the line is horizontal at `level`, texts above it; y: vertical, texts to its
 * right. `foot` is where the extension lines start. A segment too short for its arrows takes them from outside, and a text too long for
 * its segment is lifted off the line.
 */
export function dimensionChain(axis: 'x' | 'y', level: number, foot: number, segments: readonly DimensionSegment[]): Item[] {
  const at = (along: number, across: number): Point => (axis === 'x' ? [along, across] : [across, along]);
  const direction = Math.sign(level - foot) || 1;
  const items: Item[] = [];
  const ends = new Set(segments.flatMap((s) => [s.from, s.to]));
  const start = foot + direction * 1.2;
  for (const e of ends)
    items.push({ ...path([at(e, start), at(e, level + direction * 1.4)], 'dimension'), measure: 'extension' });
  segments.forEach((s, i) => {
    const length = Math.abs(s.to - s.from);
    const inside = length > 2.4 * ARROW;
    const [a, b] = s.from < s.to ? [s.from, s.to] : [s.to, s.from];
    const reach = inside ? 0 : ARROW + 1.2;
    const measure = { axis, from: at(a, start), to: at(b, start), on: at(a, level), text: s.text };
    items.push({ ...path([at(a - reach, level), at(b + reach, level)], 'dimension'), measure });
    const sign = inside ? 1 : -1;
    items.push({ ...arrow(at(a, level), at(sign, 0)), measure }, { ...arrow(at(b, level), at(-sign, 0)), measure });
    const middle = (a + b) / 2;
    const options = { anchor: 'middle' as const, style: 'dimension' as const, measure, ...(s.field ? { field: s.field } : {}) };
    if (axis === 'y') {
      items.push(text([level + 1.2, middle + TEXT * 0.35], s.text, { ...options, anchor: 'start' }));
      return;
    }
    const fits = textWidth(s.text) < length + 1;
    // A text that does not fit stands a line higher, shifted away from its neighbour; without one, to the right.
    const shift = fits
      ? 0
      : i === 0 && segments.length > 1
        ? -textWidth(s.text) / 2 - 1
        : i === segments.length - 1
          ? textWidth(s.text) / 2 + 1
          : 0;
    items.push(text([middle + shift, level - 1.1 - (fits || i === 0 || i === segments.length - 1 ? 0 : TEXT)], s.text, options));
  });
  return items;
}
