import type { Point, Vector } from './solid.ts';

/** Lines of a technical drawing; a renderer gives each its width, dash and colour. */
export type LineStyle = 'outline' | 'thin' | 'hidden' | 'centre' | 'dimension' | 'failure' | 'failure-thin' | 'force' | 'none';
export type FillStyle =
  | 'plate'
  | 'cut'
  | 'steel'
  | 'paper'
  | 'ink'
  | 'dimension'
  | 'failure'
  | 'failure-soft'
  | 'concrete'
  | 'press-1'
  | 'press-2'
  | 'press-3'
  | 'press-4';
export type TextStyle = 'ink' | 'muted' | 'dimension' | 'failure' | 'force';

export interface PathItem {
  readonly k: 'path';
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
}
export type Item = PathItem | CircleItem | TextItem;

/** A place on the sheet where a part can be added or taken away, by the id of one of the kind's edits. */
export interface Handle {
  readonly at: Point;
  readonly edit: string;
  readonly sign: '+' | '−';
  readonly label: string;
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
  /** Where each member is on the sheet, by its callout: a box, left, top, right, bottom. */
  readonly areas: readonly { readonly callout: string; readonly box: readonly [number, number, number, number] }[];
  readonly callouts: readonly Callout[];
  /** Failure path of each check that has one. */
  readonly failures: Readonly<Record<string, readonly Item[]>>;
  /** Views on the sheet: the plane of the joint that each shows, its projection, and where it lies across that plane. */
  readonly views: readonly View[];
  /** Where a failure path is labelled, and from where its leader starts. */
  readonly labelAt: Point;
  readonly scale: string;
}

/** One view of the joint: what lies between `left` and `right` on the sheet is in its plane, at `depth` on the third axis. */
export interface View {
  readonly plane: 'xz' | 'yz' | 'xy';
  readonly frame: Frame;
  readonly left: number;
  readonly right: number;
  /** Upper and lower end on the sheet, where views stand over each other. */
  readonly top?: number;
  readonly bottom?: number;
  readonly depth: number;
}

export const SHEET = { width: 264, height: 172, margin: 3 } as const;
export const TEXT = 3.4;

/** Projection of one view: joint coordinates (first axis right, second up) to sheet mm. */
export interface Frame {
  readonly scale: number;
  readonly at: Point;
}
/** Scales of practice, 1 to n, as rulers have them. */
const SERIES = [1, 2, 2.5, 3, 4, 5, 6, 7.5, 8, 10, 12.5, 15, 20, 25, 30, 40, 50, 75, 100, 200];
/** The scale of the series that fills the room best: the largest drawing that fits. */
export const scaleOf = (fits: (scale: number) => boolean): number => SERIES.find(fits) ?? SERIES.at(-1)!;

export const project = (f: Frame, [u, w]: Point): Point => [f.at[0] + u / f.scale, f.at[1] - w / f.scale];

/** The place in joint coordinates of a point of the sheet; the inverse of `project` in the view that holds it. */
export function lift(d: Drawing, [sx, sy]: Point): Vector {
  const v =
    d.views.find((x) => sx >= x.left && sx <= x.right && sy >= (x.top ?? -Infinity) && sy <= (x.bottom ?? Infinity)) ??
    d.views[0]!;
  const u = (sx - v.frame.at[0]) * v.frame.scale;
  const z = (v.frame.at[1] - sy) * v.frame.scale;
  return v.plane === 'xz' ? [u, v.depth, z] : v.plane === 'yz' ? [v.depth, u, z] : [u, z, v.depth];
}

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
  for (const e of ends) items.push(path([at(e, foot + direction * 1.2), at(e, level + direction * 1.4)], 'dimension'));
  segments.forEach((s, i) => {
    const length = Math.abs(s.to - s.from);
    const inside = length > 2.4 * ARROW;
    const [a, b] = s.from < s.to ? [s.from, s.to] : [s.to, s.from];
    const reach = inside ? 0 : ARROW + 1.2;
    items.push(path([at(a - reach, level), at(b + reach, level)], 'dimension'));
    const sign = inside ? 1 : -1;
    items.push(arrow(at(a, level), at(sign, 0)), arrow(at(b, level), at(-sign, 0)));
    const middle = (a + b) / 2;
    const options = { anchor: 'middle' as const, style: 'dimension' as const, ...(s.field ? { field: s.field } : {}) };
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

/**
 * Weld symbol of ISO 2553 for fillets, on both sides of a joint or on the arrow side alone (then with the dashed line of system A): arrow,
 * reference line, triangles, the leg with the letter z before it. `shelf` is where the reference line starts, running to the left.
 */
export function filletSymbol(tip: Point, shelf: Point, size: string, callout: string, sides: 1 | 2 = 2): Item[] {
  const label = size;
  const length = textWidth(label) + 8;
  const [x, y] = shelf;
  const t = x - 2.2;
  const other: Item[] =
    sides === 2
      ? [
          path(
            [
              [t - 3.4, y],
              [t - 3.4, y + 3.4],
              [t, y],
            ],
            'thin',
            true,
          ),
          text([t - 4.2, y + TEXT * 0.75 + 0.6], label, { anchor: 'end', callout }),
        ]
      : [
          path(
            [
              [x - 0.6, y + 1],
              [x - length, y + 1],
            ],
            'hidden',
          ),
        ];
  return [
    path([tip, shelf, [x - length, y]], 'thin'),
    arrowHead(tip, shelf),
    path(
      [
        [t - 3.4, y],
        [t - 3.4, y - 3.4],
        [t, y],
      ],
      'thin',
      true,
    ),
    text([t - 4.2, y - 0.9], label, { anchor: 'end', callout }),
    ...other,
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

export interface TitleBlock {
  readonly job: string;
  readonly number: string;
  readonly revision: string;
  readonly mark: string;
  readonly kind: string;
  readonly verdict: string;
  readonly checked: string;
  readonly basis: string;
  /** Unit of the figures on the sheet; mm when absent. */
  readonly units?: string;
}

export const TITLE = { width: 84, height: 25 } as const;

/** Frame and title block at the lower right of the sheet. */
export function sheetFrame(t: TitleBlock, scale: string): Item[] {
  const { width, height, margin } = SHEET;
  const [x, y] = [width - margin - TITLE.width, height - margin - TITLE.height];
  const mid = x + 40;
  const right = width - margin;
  const verdict = wrap(t.verdict, 42, 3.2, 3);
  const full = verdict.length > 2;
  const [start, leading] = full ? [11.1, 3.8] : [11.6, 4];
  return [
    path(
      [
        [margin, margin],
        [right, margin],
        [right, height - margin],
        [margin, height - margin],
      ],
      'outline',
      true,
    ),
    path(
      [
        [x, y],
        [right, y],
        [right, height - margin],
        [x, height - margin],
      ],
      'outline',
      true,
      'paper',
    ),
    path(
      [
        [x, y + 7],
        [right, y + 7],
      ],
      'thin',
    ),
    path(
      [
        [mid, y],
        [mid, height - margin],
      ],
      'thin',
    ),
    text([x + 2, y + 4.7], fit(t.job, 38, 3.1), { size: 3.1 }),
    text([mid + 2, y + 4.7], fit(`Job ${t.number} · rev ${t.revision}`, 42, 3.1), { size: 3.1 }),
    text([x + 2, y + 14.5], fit(t.mark, 37, 6), { size: 6, bold: true }),
    text([x + 2, y + 19], fit(t.kind, 38, 2.9), { size: 2.9, style: 'muted' }),
    text([x + 2, y + 23], fit(`${t.basis} · ${scale} · ${t.units ?? 'mm'}`, 38, 2.6), { size: 2.6, style: 'muted' }),
    ...verdict.map((line, i) => text([mid + 2, y + start + i * leading], line, { size: 3.2, bold: true })),
    ...wrap(t.checked, 42, 2.9, verdict.length > 1 ? 1 : 2).map((line, i) =>
      text([mid + 2, y + (full ? 23.2 : 16.6 + (verdict.length - 1) * 4 + i * 3.8)], line, { size: 2.9 }),
    ),
  ];
}

/** Cuts a text to a width on the sheet. */
export const fit = (value: string, width: number, size: number): string => {
  const room = Math.floor(width / (size * 0.54));
  return value.length <= room ? value : `${value.slice(0, room - 1)}…`;
};

function wrap(value: string, width: number, size: number, most: number): string[] {
  const room = Math.floor(width / (size * 0.54));
  const lines: string[] = [''];
  for (const word of value.split(' ')) {
    const last = lines[lines.length - 1]!;
    if ((last + ' ' + word).trim().length <= room) lines[lines.length - 1] = (last + ' ' + word).trim();
    else lines.push(word);
  }
  return lines.length > most ? [...lines.slice(0, most - 1), fit(`${lines[most - 1]!} ${lines[most]!}`, width, size)] : lines;
}

/** The failure path of one check with its label beside it: what gives, and at what load. */
export function failureItems(d: Drawing, id: string, title: string, detail: string): Item[] {
  // A result that speaks of one of several parts may share the path of its check.
  const marks = d.failures[id] ?? d.failures[id.split('@')[0]!];
  if (!marks?.length) return [];
  const [x, y] = d.labelAt;
  const ends = marks.flatMap((m) =>
    m.k === 'path' ? [m.points[Math.floor(m.points.length / 2)]!] : m.k === 'circle' ? [m.at] : [],
  );
  // From the mark nearest to the label, so that the leader crosses as little as it can.
  const far = ([px, py]: Point): number => Math.hypot(px - x, py - y);
  const tip = ends.reduce((a, b) => (far(b) < far(a) ? b : a));
  const lines = wrap(title, SHEET.width - SHEET.margin - TITLE.width - x - 2, TEXT, 3);
  return [
    ...marks,
    // From the side of the label that the mark is on.
    path([tip, [tip[0] > x ? x + Math.max(...lines.map((l) => textWidth(l))) + 2 : x - 1, y - 1]], 'failure-thin'),
    ...lines.map((line, i) => text([x, y + i * TEXT * 1.3], line, { style: 'failure', bold: true })),
    text([x, y + lines.length * TEXT * 1.3], detail, { style: 'failure' }),
  ];
}

/** A section's name as drawings print it. */
export const prettyName = (name: string): string => name.replace(/(\d)x(?=\d)/g, '$1×');
