import { fieldMakers } from '../../field-makers.ts';
import type { Field } from '../../kind.ts';
import type { BaseInput, PatternInput } from '../input.ts';

export type I = BaseInput;
export type Rows = Extract<PatternInput, { type: 'rows' }>;
export type Circle = Extract<PatternInput, { type: 'circle' }>;
export const { mm, choice, grade } = fieldMakers<I>();
export const column = (i: I, c: Partial<I['column']>): I => ({ ...i, column: { ...i.column, ...c } });
export const plate = (i: I, c: Partial<I['plate']>): I => ({ ...i, plate: { ...i.plate, ...c } });
export const concrete = (i: I, c: Partial<I['concrete']>): I => ({ ...i, concrete: { ...i.concrete, ...c } });
export const grout = (i: I, c: Partial<I['grout']>): I => ({ ...i, grout: { ...i.grout, ...c } });
export const anchors = (i: I, c: Partial<I['anchors']>): I => ({ ...i, anchors: { ...i.anchors, ...c } });
export const product = (i: I, c: Partial<I['anchors']['product']>): I => anchors(i, { product: { ...i.anchors.product, ...c } });
export const weld = (i: I, c: Partial<I['weld']>): I => ({ ...i, weld: { ...i.weld, ...c } });
export const options = (i: I, c: Partial<I['options']>): I => ({ ...i, options: { ...i.options, ...c } });
export const pattern = (i: I, c: Partial<Rows> | Partial<Circle>): I =>
  anchors(i, { pattern: { ...i.anchors.pattern, ...c } as PatternInput });
export const without = <T extends object, K extends keyof T>(o: T, ...keys: K[]): Omit<T, K> => {
  const out = { ...o };
  for (const k of keys) delete out[k];
  return out;
};

export const inRows = (i: I): i is I & { anchors: { pattern: Rows } } => i.anchors.pattern.type === 'rows';
export const rowsOf = (i: I): Rows =>
  i.anchors.pattern.type === 'rows' ? i.anchors.pattern : { type: 'rows', n_y: 2, n_z: 2, s_y: 200, s_z: 200, full: false };
export const circleOf = (i: I): Circle =>
  i.anchors.pattern.type === 'circle' ? i.anchors.pattern : { type: 'circle', n: 6, R: 200, start: 0 };
export const onCircle = (i: I): boolean => i.anchors.pattern.type === 'circle';
export const anyAnchor = (i: I): boolean => i.anchors.pattern.type !== 'none';
export const rectangular = (i: I): boolean => i.plate.shape === 'rectangle';
/** Depth and width that the plate has, whatever its shape. */
export const plateH = (i: I): number => i.plate.h ?? i.plate.D!;
export const plateB = (i: I): number => i.plate.b ?? i.plate.D!;
export const spanOf = (p: Rows, along: 'y' | 'z'): number => (along === 'y' ? (p.n_y - 1) * p.s_y : (p.n_z - 1) * p.s_z);
/** Edge distance of the outermost anchors in one direction. */
export const edgeOf = (i: I, along: 'y' | 'z'): number =>
  ((along === 'y' ? plateB(i) : plateH(i)) - spanOf(rowsOf(i), along)) / 2;

export function withPattern(i: I, type: PatternInput['type']): I {
  if (type === i.anchors.pattern.type) return i;
  const [h, b, d] = [plateH(i), plateB(i), i.anchors.d];
  const made: PatternInput =
    type === 'none'
      ? { type }
      : type === 'rows'
        ? { type, n_y: 2, n_z: 2, s_y: Math.round(b - 5 * d), s_z: Math.round(h - 5 * d), full: false }
        : { type, n: 6, R: Math.round((Math.min(h, b) - 5 * d) / 2), start: 0 };
  return anchors(i, { pattern: made });
}

export function withShape(i: I, shape: I['plate']['shape']): I {
  if (shape === i.plate.shape) return i;
  const rest = without(i.plate, 'h', 'b', 'D');
  const D = Math.max(plateH(i), plateB(i));
  return {
    ...i,
    plate:
      shape === 'circle'
        ? { ...rest, shape, D: Math.ceil(Math.hypot(plateH(i), plateB(i)) / 10) * 10 }
        : { ...rest, shape, h: D, b: D },
  };
}

/** Where a coefficient of friction over that of sand and cement may come from, EN 1993-1-8, 6.2.2(6). */
export const TESTS = 'tests to EN 1990, Annex D';
/** A strength, MPa. */
export const stress = (
  id: string,
  label: string,
  steps: readonly number[],
  get: (i: I) => number,
  set: (i: I, v: number) => I,
): Field<I> => ({ ...number(id, label, steps, get, set), quantity: 'stress' });
export const number = (
  id: string,
  label: string,
  steps: readonly number[],
  get: (i: I) => number,
  set: (i: I, v: number) => I,
): Field<I> => ({ id, label, quantity: 'none', type: 'number', steps, get, set: (i, v) => set(i, Number(v)) });
/** A size that is absent where it is 0. */
export const open = (
  id: string,
  label: string,
  steps: readonly number[],
  get: (i: I) => number | undefined,
  set: (i: I, v: number | undefined) => I,
): Field<I> => ({
  id,
  label,
  quantity: 'length',
  type: 'number',
  steps: [0, ...steps],
  get: (i) => get(i) ?? 0,
  set: (i, v) => set(i, Number(v) > 0 ? Number(v) : undefined),
});
export const drop = <T extends object>(o: T): T => Object.fromEntries(Object.entries(o).filter(([, v]) => v !== undefined)) as T;
export const yesNo = (
  id: string,
  label: string,
  words: readonly [string, string],
  get: (i: I) => boolean,
  set: (i: I, v: boolean) => I,
): Field<I> =>
  choice(
    id,
    label,
    [
      [true, words[0]],
      [false, words[1]],
    ],
    get,
    (i, v) => set(i, v === true),
  );
export const bonded = (i: I): boolean => i.anchors.type === 'bonded';
export const headed = (i: I): boolean => i.anchors.type === 'headed' || i.anchors.type === 'washer';
export const bar = (i: I): boolean => i.anchors.type === 'straight' || i.anchors.type === 'hooked';
export const withKey = (i: I): boolean => i.shear.path.endsWith('key');
export type Key = NonNullable<I['shear']['key']>;
export const USUAL_KEY: Key = {
  type: 'I',
  along: 'z',
  depth: 150,
  b: 120,
  h: 120,
  tw: 8,
  tf: 12,
  steel: { grade: 'S275' },
  a: 6,
};
export const key = (i: I, c: Partial<Key>): I => ({ ...i, shear: { ...i.shear, key: { ...(i.shear.key ?? USUAL_KEY), ...c } } });
export const keyField = (id: keyof Key & string, label: string, steps: readonly number[], only?: Key['type']): Field<I> => ({
  ...mm(
    `key.${id}`,
    label,
    '',
    steps,
    (i) => Number(i.shear.key?.[id] ?? 0),
    (i, v) => key(i, { [id]: v }),
  ),
  applies: (i) => withKey(i) && (only === undefined || i.shear.key?.type === only),
});
