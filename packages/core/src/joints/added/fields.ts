import { CORNERS, type AddedPlate } from '../../detail/added.ts';
import type { Field, FieldValue } from '../kind.ts';
import { PLATE_STEPS, range } from '../field-makers.ts';
import type { WithAdded } from './schema.ts';

type I = WithAdded;
type Numbered = 'at' | 'u1' | 'u2' | 'v1' | 'v2' | 't' | 'leg' | 'cut_u' | 'cut_v';

const CORNER_WORDS: Readonly<Record<(typeof CORNERS)[number], string>> = {
  ...{ none: 'none', ul: 'upper left', ur: 'upper right', ll: 'lower left', lr: 'lower right' },
};
const PLANE_WORDS = [
  ['xz', 'the elevation'],
  ['yz', 'the view across'],
  ['xy', 'plan, level'],
] as const;

const place = range(-300, 300, 5);
const NUMBERS: Readonly<
  Record<Numbered, { readonly label: string; readonly steps: readonly number[]; readonly follows?: 'plates' | 'legs' }>
> = {
  at: { label: 'Its middle, across that view', steps: place },
  u1: { label: 'Left end', steps: place },
  u2: { label: 'Right end', steps: place },
  v1: { label: 'Lower end', steps: place },
  v2: { label: 'Upper end', steps: place },
  t: { label: 'Thickness', steps: PLATE_STEPS, follows: 'plates' },
  leg: { label: 'Fillet leg', steps: [4, 5, 6, 8, 10, 12], follows: 'legs' },
  cut_u: { label: 'Cut, sideways', steps: range(5, 300, 5) },
  cut_v: { label: 'Cut, up or down', steps: range(5, 300, 5) },
};

/** What opens at an added plate, in this order. */
export const addedFields = (index: number): string[] =>
  ['plane', 'at', 'u1', 'u2', 'v1', 'v2', 't', 'grade', 'leg', 'corner', 'cut_u', 'cut_v'].map((k) => `added.${index}.${k}`);

/** A field of an added plate by its name, `added.0.t`. */
export function addedField(id: string): Field<I> | undefined {
  const m = /^added\.(\d{1,2})\.(\w+)$/.exec(id);
  if (!m) return undefined;
  const [index, key] = [Number(m[1]), m[2]!];
  const of = ({ added = [] }: I): AddedPlate | undefined => added[index];
  const put = (i: I, plate: Partial<AddedPlate>): I => ({
    ...i,
    added: (i.added ?? []).map((p, k) => (k === index ? { ...p, ...plate } : p)),
  });
  const applies = (i: I): boolean => of(i) !== undefined;
  const choice = (
    label: string,
    options: readonly (readonly [FieldValue, string])[],
    get: Field<I>['get'],
    set: Field<I>['set'],
  ) => ({
    ...({ id, label, quantity: 'none', type: 'choice', get, set, applies } as const),
    options: options.map(([value, text]) => ({ value, label: text })),
  });
  if (key === 'plane')
    return choice(
      'It lies in',
      PLANE_WORDS,
      (i) => of(i)?.plane,
      (i, v) => put(i, { plane: v as 'xz' }),
    );
  if (key === 'corner')
    return choice(
      'Corner cut',
      CORNERS.map((c) => [c, CORNER_WORDS[c]]),
      (i) => of(i)?.corner,
      (i, v) => cutCorner(i, v as AddedPlate['corner'], of(i)!, put),
    );
  if (key === 'grade')
    return {
      ...{ id, label: 'Steel', quantity: 'none', type: 'grade', applies },
      options: ({ materials }) => materials.grades.map((value) => ({ value, label: value })),
      get: (i) => of(i)?.steel.grade,
      set: (i, v) => put(i, { steel: { grade: String(v) } }),
    };
  if (!Object.hasOwn(NUMBERS, key)) return undefined;
  const k = key as Numbered;
  return {
    ...{ id, quantity: 'length', type: 'number', ...NUMBERS[k] },
    get: (i) => of(i)?.[k],
    set: (i, v) => put(i, { [k]: Number(v) }),
    applies: k === 'cut_u' || k === 'cut_v' ? (i) => applies(i) && of(i)!.corner !== 'none' : applies,
  };
}

/** A corner that is cut is so by all but 25 mm of the plate, until it says otherwise; one that is not has no cut. */
function cutCorner(i: I, corner: AddedPlate['corner'], plate: AddedPlate, put: (i: I, plate: Partial<AddedPlate>) => I): I {
  if (corner !== 'none') {
    const by = (a: number, b: number): number => Math.max(5, b - a - 25);
    return put(i, { corner, cut_u: plate.cut_u ?? by(plate.u1, plate.u2), cut_v: plate.cut_v ?? by(plate.v1, plate.v2) });
  }
  const { cut_u: _u, cut_v: _v, ...whole } = plate;
  return { ...i, added: i.added!.map((p) => (p === plate ? { ...whole, corner } : p)) };
}
