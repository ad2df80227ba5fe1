import type { FillStyle, LineStyle, TextStyle } from '../detail/style.ts';
import type { Point } from '../detail/solid.ts';

/** One distance that a drawing gives, for formats that know dimensions: its line and the feet of its extension lines, on the sheet. */
export interface Measure {
  readonly axis: 'x' | 'y';
  readonly from: Point;
  readonly to: Point;
  /** A point on the dimension line. */
  readonly on: Point;
  readonly text: string;
}

export interface PathItem {
  readonly k: 'path';
  /** The dimension that it is a part of; `extension`: a line from what is measured to the dimensions that begin or end there. */
  readonly measure?: Measure | 'extension';
  readonly points: readonly Point[];
  readonly closed?: boolean;
  readonly line: LineStyle;
  readonly fill?: FillStyle;
}
export interface CircleItem {
  readonly k: 'circle';
  readonly at: Point;
  readonly r: number;
  readonly line: LineStyle;
  readonly fill?: FillStyle;
}
export interface TextItem {
  readonly k: 'text';
  readonly measure?: Measure;
  readonly at: Point;
  readonly text: string;
  /** Height of the letters' em, mm on the sheet. */
  readonly size: number;
  readonly anchor: 'start' | 'middle' | 'end';
  readonly style: TextStyle;
  readonly bold?: boolean;
  /** Degrees anticlockwise about `at`. */
  readonly rotate?: number;
  /** Field that this dimension edits in place. */
  readonly field?: string;
  /** Callout whose popover this text opens. */
  readonly callout?: string;
  /** It says how the joint was judged, not what it is: left out of the copy for the shop. */
  readonly judged?: true;
}
/** A picture that is not ours: the logo of an office. */
export interface ImageItem {
  readonly k: 'image';
  /** Its upper left corner. */
  readonly at: Point;
  readonly width: number;
  readonly height: number;
  /** A PNG as a data URI. */
  readonly href: string;
}
export type Item = PathItem | CircleItem | TextItem;
/** What stands on a paper that leaves the product. */
export type PaperItem = Item | ImageItem;

const LOADED: readonly string[] = [
  'failure',
  'failure-thin',
  'failure-soft',
  'force',
  'press-1',
  'press-2',
  'press-3',
  'press-4',
];
/** What a shop makes the joint from: the drawing without failure, forces, pressures, and what says how it was judged. */
export const forShop = (items: readonly Item[]): Item[] =>
  items.filter((i) =>
    i.k === 'text' ? !i.judged && !LOADED.includes(i.style) : !LOADED.includes(i.line) && !(i.fill && LOADED.includes(i.fill)),
  );

export const SHEET = { width: 264, height: 172, margin: 3 } as const;
export const TEXT = 3.4;

export const path = (points: readonly Point[], line: LineStyle, closed = false, fill?: FillStyle): PathItem => ({
  k: 'path',
  points,
  line,
  closed,
  ...(fill ? { fill } : {}),
});
export const text = (at: Point, value: string, options: Partial<Omit<TextItem, 'k' | 'at' | 'text'>> = {}): TextItem => ({
  k: 'text',
  at,
  text: value,
  size: TEXT,
  anchor: 'start',
  style: 'ink',
  ...options,
});

/** Width that a text takes on the sheet, mm; near enough for laying out. */
export const textWidth = (value: string, size = TEXT): number => value.length * size * 0.54;

/** Cuts a text to a width on the sheet. */
export const fit = (value: string, width: number, size: number): string => {
  const room = Math.floor(width / (size * 0.54));
  return value.length <= room ? value : `${value.slice(0, room - 1)}…`;
};

export function wrap(value: string, width: number, size: number, most: number): string[] {
  const room = Math.floor(width / (size * 0.54));
  const lines: string[] = [''];
  for (const word of value.split(' ')) {
    const last = lines[lines.length - 1]!;
    if ((last + ' ' + word).trim().length <= room) lines[lines.length - 1] = (last + ' ' + word).trim();
    else lines.push(word);
  }
  return lines.length > most ? [...lines.slice(0, most - 1), fit(`${lines[most - 1]!} ${lines[most]!}`, width, size)] : lines;
}

/** A section's name as drawings print it. */
export const prettyName = (name: string): string => name.replace(/(\d)x(?=\d)/g, '$1×');
