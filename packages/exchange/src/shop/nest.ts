import type { Flat, HouseRules, Piece, Point } from '@ample/core';
import { FlatDrawing, type LengthUnit } from './flat-dxf.ts';

/** A plate to be cut out of a sheet. */
export interface Wanted {
  readonly mark: string;
  readonly flat: Flat;
  readonly grade: string;
}
export interface SheetSize {
  readonly length: number;
  readonly width: number;
  /** Kept between plates and to the edges of the sheet. */
  readonly gap: number;
}
export interface Nested {
  readonly t: number;
  readonly grade: string;
  readonly sheets: readonly { readonly placed: readonly { readonly of: Wanted; readonly at: Point }[] }[];
  /** Plates that are larger than a sheet. */
  readonly tooLarge: readonly Wanted[];
}

/** Each plate of some pieces as often as it is needed. */
export const wantedOf = (pieces: readonly (Piece & { readonly joint: string })[]): Wanted[] =>
  pieces
    .filter((p) => p.shape === 'plate')
    .flatMap((p) => Array.from({ length: p.count }, () => ({ mark: `${p.joint}-${p.mark}`, flat: p.faces[0]!, grade: p.grade })));

/** Plates by thickness and steel on sheets, in shelves by falling width: each plate on the first shelf that has room for it. */
export function nest(list: readonly Wanted[], size: SheetSize): Nested[] {
  const groups = new Map<string, Wanted[]>();
  for (const w of list) groups.set(`${w.flat.t} ${w.grade}`, [...(groups.get(`${w.flat.t} ${w.grade}`) ?? []), w]);
  return [...groups.values()].map((group) => nestOne(group, size)).sort((a, b) => a.t - b.t || a.grade.localeCompare(b.grade));
}

interface Shelf {
  readonly sheet: number;
  readonly y: number;
  readonly height: number;
  x: number;
}

function nestOne(group: readonly Wanted[], { length, width, gap }: SheetSize): Nested {
  const fits = ({ flat }: Wanted): boolean => flat.length + 2 * gap <= length && flat.width + 2 * gap <= width;
  const sorted = group.filter(fits).sort((a, b) => b.flat.width - a.flat.width || b.flat.length - a.flat.length);
  const sheets: { placed: { of: Wanted; at: Point }[]; top: number }[] = [];
  const shelves: Shelf[] = [];
  for (const of of sorted) {
    const { flat } = of;
    let shelf = shelves.find((s) => s.height >= flat.width && s.x + flat.length + gap <= length);
    if (!shelf) {
      let sheet = sheets.findIndex((s) => s.top + flat.width + gap <= width);
      if (sheet < 0) sheet = sheets.push({ placed: [], top: gap }) - 1;
      shelf = { sheet, y: sheets[sheet]!.top, height: flat.width, x: gap };
      sheets[sheet]!.top += flat.width + gap;
      shelves.push(shelf);
    }
    sheets[shelf.sheet]!.placed.push({ of, at: [shelf.x, shelf.y] });
    shelf.x += flat.length + gap;
  }
  return { t: group[0]!.flat.t, grade: group[0]!.grade, sheets, tooLarge: group.filter((w) => !fits(w)) };
}

/** The sheets of one thickness and steel side by side in one drawing. */
export function nestedDxf(n: Nested, { length, width }: SheetSize, unit: LengthUnit, layers: HouseRules['layers'] = {}): string {
  const drawing = new FlatDrawing(unit, layers);
  n.sheets.forEach((s, i) => {
    const x = i * (length + 200);
    drawing.sheet([x, 0], length, width, `Sheet ${i + 1} of ${n.sheets.length}, ${n.t} mm ${n.grade}`);
    for (const { of, at } of s.placed) drawing.add(of.flat, of.mark, [x + at[0], at[1]]);
  });
  // Beside the sheets, so that none is forgotten.
  let y = 0;
  for (const of of n.tooLarge) {
    const at: Point = [n.sheets.length * (length + 200), y];
    drawing.add(of.flat, of.mark, at);
    drawing.say(`${of.mark}: larger than a sheet`, [at[0], y + of.flat.width + 20]);
    y += of.flat.width + 100;
  }
  return drawing.text();
}
