import type { Mark, Paths } from '../detail/mark.ts';
import type { Point, Vector } from '../detail/solid.ts';
import { dot } from '../geometry/vector.ts';
import { path, SHEET, text, TEXT, textWidth, wrap, type CircleItem, type Item } from './items.ts';
import { TITLE } from './title.ts';

/** A place on the sheet where a part can be added or taken away, by the id of one of the kind's edits. */
export interface Handle {
  readonly at: Point;
  readonly edit: string;
  readonly sign: '+' | '−';
  readonly label: string;
  /** Its label stands beside it on the screen: its place alone does not say what it does. */
  readonly told?: true;
}

/** A place that can be moved up and down on the sheet: the field that it sets, its width about `at`, and what of the field's value one millimetre of the sheet is, upwards. */
export interface Grip {
  readonly field: string;
  readonly at: Point;
  readonly width: number;
  readonly perSheet: number;
  /** Failure path that is shown while it is chosen. */
  readonly shows: { readonly id: string; readonly title: string; readonly detail: string } | null;
}

/** A set of fields that open together at a callout. */
export interface Callout {
  readonly id: string;
  readonly title: string;
  readonly fields: readonly string[];
}

/** A drawing sheet, all in mm of paper, y down. Renderers draw the items as they are; they work out no positions. */
export interface Drawing {
  readonly width: number;
  readonly height: number;
  readonly items: readonly Item[];
  readonly handles: readonly Handle[];
  /** Places that can be moved; none when absent. */
  readonly grips?: readonly Grip[];
  /** Where each member is on the sheet, by its callout: a box, left, top, right, bottom. */
  readonly areas: readonly { readonly callout: string; readonly box: Box }[];
  readonly callouts: readonly Callout[];
  /** Failure path of each check that has one, on the solid. */
  readonly paths: Paths;
  readonly views: readonly View[];
  /** Where a failure path is labelled, and from where its leader starts. */
  readonly labelAt: Point;
  readonly scale: string;
}

/** One view of the joint: the plane that it shows, its projection, and where it lies across that plane; of two that show a plane each shows what is nearer to it. */
export interface View {
  /** What it is called on the sheet. */
  readonly title: string;
  readonly plane: 'xz' | 'yz' | 'xy';
  readonly frame: Frame;
  readonly depth: number;
  /** What stands before its plane is cut away. */
  readonly cut?: true;
  /** The part of the sheet that it takes, without what is written beside it. */
  readonly box: Box;
}
/** Left, top, right, bottom on the sheet. */
export type Box = readonly [number, number, number, number];

/** Projection of one view: joint coordinates (first axis right, second up) to sheet mm. */
export interface Frame {
  readonly scale: number;
  readonly at: Point;
}
/** Right, up and towards the eye in each plane, and how the depth of a view counts towards the eye. */
const LOOKS: Readonly<
  Record<View['plane'], { readonly right: Vector; readonly up: Vector; readonly eye: Vector; readonly sign: 1 | -1 }>
> = {
  xz: { right: [1, 0, 0], up: [0, 0, 1], eye: [0, -1, 0], sign: -1 },
  yz: { right: [0, 1, 0], up: [0, 0, 1], eye: [1, 0, 0], sign: 1 },
  xy: { right: [1, 0, 0], up: [0, 1, 0], eye: [0, 0, 1], sign: 1 },
};
/** What stands less than this before a cut is cut, not cut away, mm. */
export const KERF = 1.5;

/** How a view looks at the joint. */
export interface Look {
  /** Towards the eye. */
  readonly eye: Vector;
  /** Where a place of the joint is on the sheet. */
  readonly at: (p: Vector) => Point;
  /** A way as it is seen: right and down, in its own unit. */
  readonly way: (v: Vector) => Point;
  /** How far a place stands before the plane of the view. */
  readonly before: (p: Vector) => number;
}
export function lookOf({ plane, frame, depth }: Pick<View, 'plane' | 'frame' | 'depth'>): Look {
  const { right, up, eye, sign } = LOOKS[plane];
  return {
    eye,
    at: (p) => project(frame, [dot(p, right), dot(p, up)]),
    way: (v) => [dot(v, right), -dot(v, up)],
    before: (p) => dot(p, eye) - sign * depth,
  };
}

/** Scales of practice, 1 to n, as rulers have them. */
const SERIES = [1, 2, 2.5, 3, 4, 5, 6, 7.5, 8, 10, 12.5, 15, 20, 25, 30, 40, 50, 75, 100, 200];
/** The scale of the series that fills the room best: the largest drawing that fits. */
export const scaleOf = (fits: (scale: number) => boolean): number => SERIES.find(fits) ?? SERIES.at(-1)!;

export const project = (f: Frame, [u, w]: Point): Point => [f.at[0] + u / f.scale, f.at[1] - w / f.scale];

/** A mark on the sheet, in the view that shows its place; nothing where none does. */
export function projected(views: readonly View[], m: Mark): Item[] {
  const across = (v: View): number => Math.abs(v.depth - m.at);
  const view = views
    .filter((v) => v.plane === m.plane)
    .reduce<View | null>((a, b) => (a && across(a) <= across(b) ? a : b), null);
  if (!view) return [];
  const { frame } = view;
  if (m.k === 'line')
    return [
      path(
        m.points.map((p) => project(frame, p)),
        m.line,
        m.closed,
        m.fill,
      ),
    ];
  const ring: CircleItem = { k: 'circle', at: project(frame, m.centre), r: m.r / frame.scale, line: m.line };
  return [m.fill ? { ...ring, fill: m.fill } : ring];
}

/** The path of a result on the solid; one that speaks of one of several parts may share that of its check. */
export const marksOf = (d: Pick<Drawing, 'paths'>, key: string): readonly Mark[] =>
  d.paths[key] ?? d.paths[key.split('@')[0]!] ?? [];

/** The failure path of one check with its label beside it: what gives, and at what load. */
export function failureItems(d: Drawing, id: string, title: string, detail: string): Item[] {
  const marks = marksOf(d, id).flatMap((m) => projected(d.views, m));
  if (!marks.length) return [];
  const [x, y] = d.labelAt;
  const ends = marks.flatMap((m) =>
    m.k === 'path' ? [m.points[Math.floor(m.points.length / 2)]!] : m.k === 'circle' ? [m.at] : [],
  );
  // From the mark nearest to the label, so that the leader crosses as little as it can.
  const far = ([px, py]: Point): number => Math.hypot(px - x, py - y);
  const tip = ends.reduce((a, b) => (far(b) < far(a) ? b : a));
  const room = SHEET.width - SHEET.margin - TITLE.width - x - 2;
  const lines = wrap(title, room, TEXT, 3);
  const below = y + lines.length * TEXT * 1.3;
  return [
    ...marks,
    // From the side of the label that the mark is on.
    path([tip, [tip[0] > x ? x + Math.max(...lines.map((l) => textWidth(l))) + 2 : x - 1, y - 1]], 'failure-thin'),
    ...lines.map((line, i) => text([x, y + i * TEXT * 1.3], line, { style: 'failure', bold: true })),
    ...wrap(detail, room, TEXT, 2).map((line, i) => text([x, below + i * TEXT * 1.3], line, { style: 'failure' })),
  ];
}
