import type { Drawing, Frame, View } from './drawing.ts';
import type { Point } from '../detail/solid.ts';
import type { Item } from './items.ts';

type Viewed = Pick<View, 'plane' | 'frame'>;
interface Sheet extends Pick<Drawing, 'items'> {
  readonly views: readonly Viewed[];
}
type Shape = Exclude<Item, { k: 'text' }>;

/** Lines of the joint itself: what is written, dimensioned or pointed at stands beside it, and is another on every sheet. */
const isOfJoint = (item: Item): item is Shape =>
  item.k !== 'text' && (item.k === 'circle' ? item.line !== 'none' : ['outline', 'hidden'].includes(item.line));

const middle = (item: Shape): Point => {
  if (item.k === 'circle') return item.at;
  const n = item.points.length;
  return [item.points.reduce((s, p) => s + p[0], 0) / n, item.points.reduce((s, p) => s + p[1], 0) / n];
};

/** The view that an item is of: the one whose origin is nearest. */
const viewOf = (views: readonly Viewed[], [x, y]: Point): number =>
  views.reduce(
    (best, v, i) => {
      const far = Math.hypot(x - v.frame.at[0], y - v.frame.at[1]);
      return far < best.far ? { far, at: i } : best;
    },
    { far: Infinity, at: -1 },
  ).at;

const moved = (item: Shape, from: Frame, to: Frame): Shape => {
  const k = from.scale / to.scale;
  const p = ([x, y]: Point): Point => [to.at[0] + (x - from.at[0]) * k, to.at[1] + (y - from.at[1]) * k];
  return item.k === 'circle'
    ? { k: 'circle', at: p(item.at), r: item.r * k, line: 'old' }
    : { k: 'path', points: item.points.map(p), line: 'old', ...(item.closed ? { closed: true } : {}) };
};

/** Two lines are the same to a hundredth of a millimetre on the sheet. */
const key = (item: Shape): string =>
  item.k === 'circle'
    ? `o ${item.at.map((x) => x.toFixed(2)).join()} ${item.r.toFixed(2)}`
    : item.points.map((p) => p.map((x) => (Math.abs(x) < 0.005 ? 0 : x).toFixed(2)).join()).join(' ');

/** How a view of the same plane stands in another drawing; undefined where it has none. */
const counterpart = (views: readonly Viewed[], of: Viewed, nth: number): Viewed | undefined => {
  const alike = views.filter((v) => v.plane === of.plane);
  return alike[nth] ?? alike[0];
};

/**
 * What of an earlier drawing of a joint stands otherwise in the one of now: its lines, in their views and to the scale of the new sheet, in
 * the style of what was. Nothing where the joint looks the same.
 */
export function formerLines(before: Sheet, now: Sheet): Item[] {
  const standing = new Set(now.items.filter(isOfJoint).map(key));
  return before.items.filter(isOfJoint).flatMap((item): Item[] => {
    // The frame of the sheet and its title block are of no view.
    if (standing.has(key(item))) return [];
    const at = viewOf(before.views, middle(item));
    const view = before.views[at];
    if (!view) return [];
    const nth = before.views.slice(0, at).filter((v) => v.plane === view.plane).length;
    const to = counterpart(now.views, view, nth);
    if (!to) return [];
    const old = moved(item, view.frame, to.frame);
    return standing.has(key(old)) ? [] : [old];
  });
}
