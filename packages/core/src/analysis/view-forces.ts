import type { Point } from '../detail/solid.ts';
import type { Units } from '../units/system.ts';
import type { FieldState } from './analyse.ts';
import type { ShadedView } from './on-view.ts';
import type { DrawnBolt, FieldPicture } from './picture.ts';
import { length, times, unit, type Vec } from './vector.ts';

/** Length of an arrow and of a bar at the resistance, mm of the joint. */
const FULL = 70;
const BAR = 45;
/** The least share of a force that is drawn. */
const LEAST = 0.005;
/** How long a bar of a weld is by the share of its strength. */
export const barLength = (share: number): number => BAR * Math.min(1.2, share);
/** The arrows of a bolt: from where, which way, and how long by the share of its resistance; none of next to nothing. */
export const boltArrows = ({
  at,
  axis,
  share,
  shear,
}: DrawnBolt): { readonly at: Vec; readonly way: Vec; readonly long: number }[] =>
  [{ at, F: axis, share }, ...shear]
    .filter((f) => f.share >= LEAST)
    .map((f) => ({ at: f.at, way: unit(f.F), long: FULL * Math.min(1.2, Math.max(0.12, f.share)) }));
/** Whether what is told at a place stands to its left: away from the other places. */
export const leftOf = (notes: ViewForces['notes']): ((at: Point) => boolean) => {
  const middle = notes.reduce((sum, { at }) => sum + at[0], 0) / Math.max(1, notes.length);
  return (at) => at[0] < middle - 1;
};
/** The least share of a resistance that is told. */
const TOLD = 0.02;
/** Bolts as near to each other on the sheet lie behind each other, mm. */
const BEHIND = 1;

/** Forces on one view, on the sheet. */
export interface ViewForces {
  /** Forces of bolts, from foot to tip: as long as the share of their resistance. */
  readonly arrows: readonly (readonly [Point, Point])[];
  /** Forces of welds, standing off their lines. */
  readonly bars: readonly (readonly [Point, Point])[];
  /** At each bolt, or at each that others lie behind: what it carries, in words, a line each. */
  readonly notes: readonly { readonly at: Point; readonly lines: readonly string[] }[];
}

/** The forces of bolts as arrows with their numbers, tension T, of it what is pried, and shear V, on a view. */
export function viewBolts(
  { picture, bolts }: Pick<FieldState, 'bolts'> & { readonly picture: FieldPicture },
  seen: ShadedView,
  u: Units,
): Pick<ViewForces, 'arrows' | 'notes'> {
  const arrows: (readonly [Point, Point])[] = [];
  const heaps: { readonly at: Point; readonly names: Set<string> }[] = [];
  const far = ([x, y]: Point, [a, b]: Point): number => Math.hypot(x - a, y - b);
  for (const b of picture.bolts) {
    for (const { at, way, long } of boltArrows(b)) {
      const tip = arrow(seen, at, times(way, long));
      if (tip) arrows.push(tip);
    }
    const at = seen.at(b.at);
    const heap = heaps.find((h) => far(h.at, at) < BEHIND);
    if (heap) heap.names.add(b.name);
    else heaps.push({ at, names: new Set([b.name]) });
  }
  return { arrows, notes: heaps.flatMap(({ at, names }) => noteOf(at, picture, bolts, names, u)) };
}

/** What bolts behind each other carry: the least to the most of them, of what is worth telling. */
function noteOf(
  at: Point,
  picture: FieldPicture,
  bolts: FieldState['bolts'],
  names: ReadonlySet<string>,
  u: Units,
): ViewForces['notes'] {
  const words = (F: number): string => u.figure(Math.round(F / 10) * 10, 'kN');
  const said = (title: string, list: readonly { readonly F: number; readonly share: number }[]): string[] => {
    if (!list.some(({ share }) => share >= TOLD)) return [];
    const [least, most] = [Math.min(...list.map((x) => x.F)), Math.max(...list.map((x) => x.F))].map(words);
    return [`${title} ${least === most ? '' : `${least} to `}${most}`];
  };
  const drawn = picture.bolts.filter((b) => names.has(b.name));
  const pulled = bolts
    .filter((b) => names.has(b.name))
    .map((b, i) => ({ ...b, F: Math.max(0, b.F_t), share: drawn[i]?.share ?? 0 }));
  const lines = [
    ...said('T', pulled),
    ...said(
      'pried',
      pulled.map((b) => ({ F: b.pried, share: b.F > 0 ? (b.share * b.pried) / b.F : 0 })),
    ),
    ...said(
      'V',
      drawn.flatMap((b) => b.shear.map(({ F, share }) => ({ F: length(F), share }))),
    ),
  ];
  return lines.length ? [{ at, lines }] : [];
}

/** The line forces of welds as bars. */
export function viewWelds({ welds: { at, out, share } }: FieldPicture, seen: ShadedView): ViewForces['bars'] {
  const vec = (list: Float32Array, i: number): Vec => [list[3 * i]!, list[3 * i + 1]!, list[3 * i + 2]!];
  return Array.from(share, (s, i) => arrow(seen, vec(at, i), times(vec(out, i), barLength(s)))).filter((bar) => bar !== null);
}

/** From a place along a way, where that is seen. */
function arrow(seen: ShadedView, at: Vec, way: Vec): readonly [Point, Point] | null {
  const [x, y] = seen.at(at);
  const [dx, dy] = seen.way(way).map((v) => v / seen.view.frame.scale) as [number, number];
  return Math.hypot(dx, dy) < 0.5
    ? null
    : [
        [x, y],
        [x + dx, y + dy],
      ];
}
