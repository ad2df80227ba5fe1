import type { Point } from '../detail/solid.ts';
import { dimensionChain, path, scaleOf, SHEET, sheetFrame, text, TITLE, type Item, type TitleBlock } from '../drawing/index.ts';
import type { Units } from '../units/system.ts';
import type { Flat, FlatHole, Piece } from './pieces.ts';

/** A sheet of one piece for the shop, mm of paper, y down. */
export interface PlateSheet {
  readonly width: number;
  readonly height: number;
  readonly items: readonly Item[];
  readonly scale: string;
}

/** The room for the faces: left, top, and how wide and high they may be, with what stands round them. */
const ROOM = { x: 44, y: 22, w: 196, h: 92 } as const;
/** Between the two legs of an angle, for their dimensions. */
const BETWEEN = 40;
const CHAIN = 9;

/** A piece with its contour and every hole dimensioned from its lower left corner; the legs of an angle one under the other, each from its heel. */
export function plateSheet(piece: Piece, u: Units, title: TitleBlock): PlateSheet {
  const { faces } = piece;
  const gaps = BETWEEN * (faces.length - 1);
  const n = scaleOf((s) => faces[0]!.length / s <= ROOM.w && faces.reduce((h, f) => h + f.width, 0) / s + gaps <= ROOM.h);
  let top = ROOM.y;
  const drawn = faces.flatMap((f, i) => {
    const at = { x: ROOM.x, y: top + f.width / n };
    top = at.y + BETWEEN;
    return faceItems(f, u, n, at, faces.length > 1 ? `Leg ${i + 1}, from the heel` : '');
  });
  const scale = `1:${n}`;
  return { width: SHEET.width, height: SHEET.height, items: [...sheetFrame(title, scale), ...drawn, ...notes(piece, u)], scale };
}

/** What is said of the piece beside its drawing. */
function notes(piece: Piece, u: Units): Item[] {
  const holes = piece.faces.flatMap((f) => f.holes);
  const kinds = new Map<string, number>();
  for (const h of holes) kinds.set(holeWords(h, u), (kinds.get(holeWords(h, u)) ?? 0) + 1);
  const lines = [
    `${piece.label} ${piece.grade}`,
    `${piece.count} wanted, ${u.mass(piece.mass)} each`,
    ...[...kinds].map(([words, count]) => `${count} × ${words}`),
  ];
  const [x, y] = [SHEET.margin + 6, SHEET.height - SHEET.margin - TITLE.height + 5];
  return lines.map((line, i) => text([x, y + i * 5], line, i === 0 ? { bold: true } : {}));
}
const holeWords = ({ d, slot }: FlatHole, u: Units): string =>
  slot ? `slot ${u.length(d)} × ${u.length(slot.long)}` : `hole ${u.length(d)}`;

/** Distinct places in order, those within a hundredth of a millimetre as one. */
const places = (list: readonly number[]): number[] =>
  [...list].sort((a, b) => a - b).filter((x, i, all) => i === 0 || x - all[i - 1]! > 0.01);

/** One face: its lower left corner at `at`, chains of its holes and of its corners under it and at its left. */
function faceItems(f: Flat, u: Units, n: number, at: { readonly x: number; readonly y: number }, said: string): Item[] {
  const X = (x: number): number => at.x + x / n;
  const Y = (y: number): number => at.y - y / n;
  const on = ([x, y]: Point): Point => [X(x), Y(y)];
  const outline: Item =
    f.disc === null
      ? path(f.contour.map(on), 'outline', true, 'plate')
      : { k: 'circle', at: on([f.disc / 2, f.disc / 2]), r: f.disc / 2 / n, line: 'outline', fill: 'plate' };
  const chain = (axis: 'x' | 'y', list: readonly number[], level: number): Item[] => {
    const ends = places(list);
    if (ends.length < 2) return [];
    const foot = axis === 'x' ? at.y : at.x;
    const map = axis === 'x' ? X : Y;
    return dimensionChain(
      axis,
      level,
      foot,
      ends.slice(1).map((to, i) => ({ from: map(ends[i]!), to: map(to), text: u.near(to - ends[i]!) })),
    );
  };
  const holes = (k: 0 | 1): number[] => f.holes.map((h) => h.at[k]);
  const corners = (k: 0 | 1): number[] => (f.disc === null ? f.contour.map((p) => p[k]) : []);
  const cut = (k: 0 | 1, size: number): boolean => places(corners(k)).some((x) => x > 0.01 && x < size - 0.01);
  const [L, W] = [f.length, f.width];
  // Levels from the face outwards: holes, corners that are cut, the whole.
  const levels = (k: 0 | 1, size: number): number[][] => [
    ...(f.holes.length ? [[0, ...holes(k), size]] : []),
    ...(cut(k, size) ? [corners(k)] : []),
    [0, size],
  ];
  return [
    ...(said ? [text([at.x, Y(W) - 3], said, { style: 'muted' })] : []),
    outline,
    ...f.holes.flatMap((h) => holeItems(h, n, on)),
    ...levels(0, L).flatMap((list, i) => chain('x', list, at.y + CHAIN * (i + 1))),
    ...levels(1, W).flatMap((list, i) => chain('y', list, at.x - CHAIN * 1.4 * (i + 1))),
  ];
}

function holeItems({ at, d, slot }: FlatHole, n: number, on: (p: Point) => Point): Item[] {
  const [x, y] = on(at);
  const r = d / 2 / n;
  const reach = (k: 'x' | 'y'): number => (slot?.along === k ? slot.long / 2 / n : r) + 1.6;
  const centre = [
    path(
      [
        [x - reach('x'), y],
        [x + reach('x'), y],
      ],
      'centre',
    ),
    path(
      [
        [x, y - reach('y')],
        [x, y + reach('y')],
      ],
      'centre',
    ),
  ];
  if (!slot) return [{ k: 'circle', at: [x, y], r, line: 'outline', fill: 'paper' }, ...centre];
  const e = (slot.long - d) / 2 / n;
  const half = (from: number, cx: number, cy: number): Point[] =>
    Array.from({ length: 13 }, (_, i): Point => [
      cx + r * Math.cos(from + (i * Math.PI) / 12),
      cy + r * Math.sin(from + (i * Math.PI) / 12),
    ]);
  const round =
    slot.along === 'x'
      ? [...half(-Math.PI / 2, x + e, y), ...half(Math.PI / 2, x - e, y)]
      : [...half(0, x, y + e), ...half(Math.PI, x, y - e)];
  return [path(round, 'outline', true, 'paper'), ...centre];
}
