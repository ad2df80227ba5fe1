import { boxOf } from '../../analysis/outline.ts';
import { addedName, addedOutline, type AddedPlate } from '../../detail/added.ts';
import { inSpace, type Point } from '../../detail/solid.ts';
import { KERF, lookOf, path, SHEET, text, type Drawing, type View } from '../../drawing/index.ts';
import type { Units } from '../../units/system.ts';
import { addedFields } from './fields.ts';
import { MOST_ADDED } from './schema.ts';

const LETTERS = 2.8;
/** Room of a name, and from one to the next below it. */
const [ROOM, LINE] = [20, 4.4];
/** Where the sheet says that plates can be added: under the views, on the left. */
const FOOT: Point = [9, SHEET.height - 5];

/** A drawing with the plates that were added to the joint, named, and the places where one more is added or one is taken away. */
export function drawAdded(drawing: Drawing, added: readonly AddedPlate[], units: Units): Drawing {
  const names: { readonly i: number; readonly at: Point; readonly words: string }[] = [];
  const lines = added.flatMap((plate, i) => {
    const seen = drawing.views.flatMap((v) => seenIn(v, plate) ?? []);
    const [first] = seen;
    if (first) names.push({ i, at: freePlace(first.outline, names), words: `${addedName(i)} PL ${units.length(plate.t)}` });
    return seen.map(({ outline, hidden }) => path(outline, hidden ? 'hidden' : 'outline', true));
  });
  return {
    ...drawing,
    items: [
      ...drawing.items,
      ...lines,
      ...names.map(({ i, at: [x, y], words }) => text([x + 2.6, y + 1], words, { size: LETTERS, callout: `added.${i}` })),
    ],
    callouts: [
      ...drawing.callouts,
      ...added.map((_, i) => ({ id: `added.${i}`, title: `Added plate ${addedName(i)}`, fields: addedFields(i) })),
    ],
    handles: [
      ...drawing.handles,
      ...names.map(
        ({ i, at }) => ({ at, edit: `added.remove.${i}`, sign: '−', label: `Take plate ${addedName(i)} away` }) as const,
      ),
      ...(added.length < MOST_ADDED
        ? [{ at: FOOT, edit: 'added.add', sign: '+', label: 'Add a rib or a stiffener', told: true } as const]
        : []),
    ],
  };
}

/** Within a plate, or under a strip; below the names that are there. */
function freePlace(outline: readonly Point[], names: readonly { readonly at: Point }[]): Point {
  const [left, high, right, low] = boxOf(outline);
  let at: Point = low - high < 8 ? [left + 2, low + 3.5] : right - left < 8 ? [right + 3, (low + high) / 2] : middle(outline);
  while (names.some((n) => Math.abs(n.at[0] - at[0]) < ROOM && Math.abs(n.at[1] - at[1]) < LINE - 0.1))
    at = [at[0], at[1] + LINE];
  return at;
}

/** What a view shows of a plate: its outline, or a strip where it is seen on its edge, hidden where it lies behind a cut; null of what is cut away before it. */
function seenIn(view: View, plate: AddedPlate): { readonly outline: Point[]; readonly hidden: boolean } | null {
  const look = lookOf(view);
  const { at, t, plane } = plate;
  const corners = addedOutline(plate).flatMap(([u, v]) => [-t / 2, t / 2].map((d) => inSpace(plane, u, v, at + d)));
  const near = corners.map(look.before);
  if (view.cut && Math.min(...near) > KERF) return null;
  const hidden = view.cut === true && Math.max(...near) < -KERF;
  const on = corners.map(look.at);
  if (plane === view.plane) return { outline: on.filter((_, i) => i % 2 === 0), hidden };
  const [x1, y1, x2, y2] = boxOf(on);
  const outline: Point[] = [
    [x1, y1],
    [x2, y1],
    [x2, y2],
    [x1, y2],
  ];
  return { outline, hidden };
}

const middle = (points: readonly Point[]): Point => [
  points.reduce((s, p) => s + p[0], 0) / points.length,
  points.reduce((s, p) => s + p[1], 0) / points.length,
];
