import { en1993 } from '../../standards/en1993/standard.ts';
import { fieldMakers } from '../field-makers.ts';
import type { Field, FieldValue } from '../kind.ts';
import type { MomentPlateInput } from './input.ts';

type I = MomentPlateInput;
const { mm, choice, grade } = fieldMakers<I>();

type Tree = Record<string, unknown>;
/** A value at a path of the input; undefined where a part on the way is not there. */
export const read = (i: I, path: string): unknown =>
  path.split('.').reduce<unknown>((at, key) => (at as Tree | undefined)?.[key], i as unknown as Tree);
/** The input with a value at a path; undefined takes it out. */
export function written(i: I, path: string, value: unknown): I {
  const [key, ...rest] = path.split('.') as [string, ...string[]];
  const tree = i as unknown as Tree;
  const next = rest.length ? written((tree[key] ?? {}) as I, rest.join('.'), value) : value;
  if (next !== undefined) return { ...tree, [key]: next } as unknown as I;
  const { [key]: _gone, ...left } = tree;
  return left as unknown as I;
}

export const size = (
  path: string,
  label: string,
  symbol: string,
  steps: readonly number[],
  more: Partial<Field<I>> = {},
): Field<I> => ({
  ...mm(
    path,
    label,
    symbol,
    steps,
    (i) => read(i, path) as number,
    (i, v) => written(i, path, v),
  ),
  ...more,
});
export const pick = (
  path: string,
  label: string,
  options: readonly (readonly [FieldValue, string])[],
  more: Partial<Field<I>> = {},
): Field<I> => ({
  ...choice(
    path,
    label,
    options,
    (i) => read(i, path) as FieldValue,
    (i, v) => written(i, path, v),
  ),
  ...more,
});
export const toggle = (path: string, label: string, more: Partial<Field<I>> = {}): Field<I> => ({
  id: path,
  label,
  quantity: 'none',
  type: 'toggle',
  get: (i) => read(i, path) as boolean,
  set: (i, v) => written(i, path, v === true || v === 'true'),
  ...more,
});
export const steel = (id: string, path: string, label: string, more: Partial<Field<I>> = {}): Field<I> => ({
  ...grade(
    id,
    label,
    (i) => read(i, `${path}.grade`) as string | undefined,
    (i, v) => written(i, path, { grade: v }),
  ),
  ...more,
});
/** A size that may be left open; 0 leaves it open again. */
export const open = (
  path: string,
  label: string,
  symbol: string,
  steps: readonly number[],
  more: Partial<Field<I>> = {},
): Field<I> =>
  size(path, label, symbol, steps, { set: (i, v) => written(i, path, Number(v) > 0 ? Number(v) : undefined), ...more });

/** Throats of practice: legs of 6 to 20. */
export const THROATS = [4, 4.5, 5, 5.5, 6, 7, 8, 9, 10, 12, 14];
/** A leg: it is held as a throat. */
export const legField = (path: string, id: string, label: string, more: Partial<Field<I>> = {}): Field<I> =>
  size(id, label, 'w', LEGS, {
    get: (i) => {
      const a = read(i, path) as number | undefined;
      return a === undefined ? undefined : Number((a * Math.SQRT2).toPrecision(12));
    },
    set: (i, v) => written(i, path, Number(v) / Math.SQRT2),
    ...more,
  });
const LEGS = [3, 4, 5, 6, 7, 8, 10, 12, 14, 16].map((x) => (x / 16) * 25.4);

export const parts = (
  id: string,
  label: string,
  path: string,
  none: string,
  some: string,
  make: (i: I) => unknown,
  applies?: (i: I) => boolean,
): Field<I> => ({
  ...choice(
    id,
    label,
    [
      ['none', none],
      ['yes', some],
    ],
    (i) => (read(i, path) !== undefined ? 'yes' : 'none'),
    (i, v) => written(i, path, v === 'yes' ? (read(i, path) ?? make(i)) : undefined),
  ),
  ...(applies ? { applies } : {}),
});

/** Asked of joints to EN 1993 alone. */
export const european = (list: readonly Field<I>[]): Field<I>[] => list.map((f) => ({ ...f, under: [en1993.id] }));
