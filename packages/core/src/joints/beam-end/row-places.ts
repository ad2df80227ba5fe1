import {
  textWidth,
  dimensionChain,
  runningDimension,
  type Callout,
  type DimensionSegment,
  type Item,
} from '../../drawing/index.ts';
import { ROWS_FROM, type RowsFrom } from '../../basis/basis.ts';
import type { Field } from '../kind.ts';
import { tidy } from '../line-reader.ts';
import { rowDepths, tidyPitch, type Pitch } from '../pitches.ts';
import type { Units } from '../../units/system.ts';

/** What rows are measured from: a level `offset` mm below the top of the beam. From the middle upwards, else downwards. */
export interface Reference {
  readonly from: Exclude<RowsFrom, 'chain'>;
  readonly offset: number;
}

/** The reference of a joint whose beam is `h` deep and whose plate begins `plateTop` below the beam's top; null for a chain. */
export const referenceOf = (
  from: RowsFrom,
  { h, plateTop }: { readonly h: number; readonly plateTop: number },
): Reference | null => (from === 'chain' ? null : { from, offset: from === 'steel' ? 0 : from === 'middle' ? h / 2 : plateTop });

const shown = ({ from, offset }: Reference, depth: number): number => (from === 'middle' ? offset - depth : depth - offset);
const depthOf = ({ from, offset }: Reference, distance: number): number =>
  from === 'middle' ? offset - distance : offset + distance;
const tag = (r: Reference): string => `@${r.from}:${r.offset}`;

/** Parts of the bolt rows of a kind, as its input holds them. */
export interface RowAccess<I> {
  rows(i: I): { readonly n1: number; readonly p1: Pitch };
  /** Top of the beam to the first row. */
  top(i: I): number;
  /** The joint with its rows there; the plate stays where it is. */
  place(i: I, top: number, rows: { readonly n1: number; readonly p1: Pitch }): I;
  /** Last row to the lower end: kept when rows come or go. */
  readonly bottom: Field<I>;
}

/** Which rows of a joint: those on the beam, or those on its support where they may differ. */
export type RowsOf = 'row' | 'support-row';
const ID = /^(row|support-row)(?:s|\.(\d+))@(steel|middle|plate):(-?[\d.e+-]+)$/;

/** The field of one row's place, `row.2@steel:0`, or of all, `rows@steel:0`: they belong to a way of measuring, not to the input. */
export const placeFields =
  <I>(a: RowAccess<I>, of: RowsOf = 'row') =>
  (id: string): Field<I> | undefined => {
    const m = ID.exec(id);
    if (!m || m[1] !== of) return undefined;
    const reference: Reference = { from: m[3] as Reference['from'], offset: Number(m[4]) };
    const which = of === 'row' ? '' : ' of the support';
    const words = ROWS_FROM.find(([k]) => k === reference.from)![1];
    const depths = (i: I): number[] => rowDepths(a.rows(i)).map((d) => a.top(i) + d);
    const placed = (i: I, list: readonly number[]): I =>
      a.place(i, list[0]!, {
        n1: list.length,
        p1: list.length > 1 ? tidyPitch(list.slice(1).map((d, k) => tidy(d - list[k]!))) : 0,
      });
    if (m[2] === undefined) {
      return {
        id,
        label: `Rows${which} ${words}`,
        quantity: 'length',
        type: 'list',
        get: (i) =>
          depths(i)
            .map((d) => tidy(shown(reference, d)))
            .join(' '),
        set: (i, v) => {
          const list = String(v)
            .trim()
            .split(/[\s,;]+/)
            .map((x) => depthOf(reference, Number(x)))
            .sort((x, y) => x - y);
          const end = a.bottom.get(i)!;
          return a.bottom.set(placed(i, list), end);
        },
      };
    }
    const row = Number(m[2]);
    return {
      id,
      label: `Row ${row + 1}${which} ${words}`,
      quantity: 'length',
      type: 'number',
      get: (i) => {
        const d = depths(i)[row];
        return d === undefined ? undefined : tidy(shown(reference, d));
      },
      set: (i, v) =>
        placed(
          i,
          depths(i).map((d, k) => (k === row ? depthOf(reference, Number(v)) : d)),
        ),
    };
  };

/** Callouts with the list of pitches as the office gives them. */
export const calloutsFrom = (callouts: readonly Callout[], r: Reference | null): readonly Callout[] =>
  r
    ? callouts.map((c) => ({
        ...c,
        fields: c.fields.map((f) =>
          f === 'bolts.p1' ? `rows${tag(r)}` : f === 'support_bolts.p1' ? `support-rows${tag(r)}` : f,
        ),
      }))
    : callouts;

/** Said beside the scale, so that who reads the paper knows what the figures are taken from. */
export const measuredWords = (r: Reference | null): string => (r ? ` · rows ${ROWS_FROM.find(([k]) => k === r.from)![1]}` : '');

interface Chain {
  readonly of?: RowsOf;
  readonly level: number;
  readonly foot: number;
  /** Sheet height of a depth below the top of the beam. */
  readonly Y: (depth: number) => number;
  /** Depths of the rows below the top of the beam. */
  readonly rows: readonly number[];
  /** Beam to plate, and the whole chain of spacings with end distances. */
  readonly place?: readonly DimensionSegment[];
  readonly spacings: readonly DimensionSegment[];
  /** The plate as a whole, on a second line. */
  readonly outer?: { readonly level: number; readonly foot: number; readonly whole: DimensionSegment };
}

/** Dimensions of the rows, the plate's place and its depth, as the office gives them: one chain, or each row from the reference. */
export function rowDimensions(u: Units, r: Reference | null, c: Chain): Item[] {
  // Long figures push the second line out.
  const second = (segments: readonly DimensionSegment[], inner: readonly { readonly text: string }[]): Item[] => {
    if (!c.outer) return [];
    const { level, foot, whole } = c.outer;
    const out = Math.max(0, Math.max(...inner.map((x) => textWidth(x.text))) + 2.2 - (level - c.level));
    return dimensionChain('y', level + out, foot + out, [...segments, whole]);
  };
  if (!r)
    return [
      ...dimensionChain('y', c.level, c.foot, [...(c.place ?? []), ...c.spacings]),
      ...second([], [...(c.place ?? []), ...c.spacings]),
    ];
  const places = c.rows.map((d, i) => ({
    at: c.Y(d),
    text: u.length(tidy(shown(r, d))),
    field: `${c.of ?? 'row'}.${i}${tag(r)}`,
  }));
  return [...runningDimension(c.level, c.foot, c.Y(r.offset), places), ...second(c.place ?? [], places)];
}
