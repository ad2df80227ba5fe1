import { HOLE_KINDS, HOLE_WORDS } from '../catalogue/index.ts';
import { boltName, isShopSize, type Units } from '../units/system.ts';
import type { Basis } from '../basis/basis.ts';
import { optionsOf, type Field, type FieldValue, type Move } from './kind.ts';
import { printPitch, readPitch, type Pitch } from './pitches.ts';

export const PLATE_STEPS = [6, 8, 10, 12, 15, 20, 25];
export const range = (from: number, to: number, step: number): number[] =>
  Array.from({ length: Math.floor((to - from) / step) + 1 }, (_, i) => from + i * step);

export const HOLE_CHOICES = HOLE_KINDS.map((k) => [k, HOLE_WORDS[k]] as const);

export interface RowsInput {
  readonly n1: number;
  readonly p1: Pitch;
}

/** Legs of fillets that the arrow keys step through, mm. */
const LEG_STEPS = [4, 5, 6, 8, 10, 12, 15];

/** A number in mm; `steps` are the practical values of the arrow keys. */
const inMillimetres = <I>(
  id: string,
  label: string,
  symbol: string,
  steps: readonly number[],
  get: (i: I) => number,
  set: (i: I, v: number) => I,
): Field<I> => ({ id, label, symbol, quantity: 'length', type: 'number', steps, get, set: (i, v) => set(i, Number(v)) });

/** Makers of the fields of one kind's input. */
// eslint-disable-next-line max-lines-per-function -- a table of makers
export const fieldMakers = <I>() => ({
  mm: inMillimetres<I>,
  /** Thickness of a plate: it steps through those that the office has. */
  thickness: (...of: Parameters<typeof inMillimetres<I>>): Field<I> => ({ ...inMillimetres(...of), follows: 'plates' }),
  /** Leg of fillets: those of the plate, or others by their name. */
  leg: (get: (i: I) => number, set: (i: I, v: number) => I, id = 'weld.s', label = 'Weld leg', symbol = 's'): Field<I> => ({
    ...inMillimetres(id, label, symbol, LEG_STEPS, get, set),
    follows: 'legs',
  }),
  /** Spacings of rows: one number for all, or each from the top; a list sets the number of rows. */
  pitch: (id: string, label: string, symbol: string, rows: (i: I) => RowsInput, set: (i: I, rows: RowsInput) => I): Field<I> => ({
    id,
    label,
    symbol,
    quantity: 'length',
    type: 'list',
    steps: range(40, 200, 5),
    follows: 'pitches',
    get: (i) => {
      const { p1 } = rows(i);
      return typeof p1 === 'number' ? p1 : printPitch(p1);
    },
    set: (i, v) => set(i, readPitch(String(v), rows(i)) ?? { n1: rows(i).n1, p1: Number(v) }),
  }),
  choice: (
    id: string,
    label: string,
    options: readonly (readonly [FieldValue, string])[],
    get: (i: I) => FieldValue,
    set: (i: I, v: FieldValue) => I,
  ): Field<I> => ({
    id,
    label,
    quantity: 'none',
    type: 'choice',
    options: options.map(([value, text]) => ({ value, label: text })),
    get,
    set,
  }),
  /** Size and class of bolts, as the standard has them. */
  boltSize: (get: (i: I) => number, set: (i: I, v: number) => I): Field<I> => ({
    id: 'bolts.d',
    label: 'Bolt size',
    quantity: 'none',
    type: 'choice',
    options: ({ materials }) => materials.diameters.map((value) => ({ value, label: boltName(value) })),
    get,
    set: (i, v) => set(i, Number(v)),
  }),
  boltClass: (get: (i: I) => string, set: (i: I, v: string) => I): Field<I> => ({
    id: 'bolts.cls',
    label: 'Class',
    quantity: 'none',
    type: 'choice',
    options: ({ materials }) => materials.classes.map((value) => ({ value, label: value })),
    get,
    set: (i, v) => set(i, String(v)),
  }),
  grade: (id: string, label: string, get: (i: I) => string | undefined, set: (i: I, v: string) => I): Field<I> => ({
    id,
    label,
    quantity: 'none',
    type: 'grade',
    options: ({ materials }) => materials.grades.map((value) => ({ value, label: value })),
    get,
    set: (i, v) => set(i, String(v)),
  }),
});

/** Up to the next multiple. */
export const upBy = (x: number, step: number): number => Math.ceil(x / step - 1e-9) * step;
/** Up to the next 5 mm. */
export const up5 = (x: number): number => upBy(x, 5);

/** Practical values of a field, in mm: those of the office where it has some; in a job in inches the nearest that a shop has, sixteenths, eighths over 15 mm, quarters over 100. */
export function fieldSteps<I>(
  { steps = [], quantity, follows }: Pick<Field<I>, 'steps' | 'quantity' | 'follows'>,
  units: Units,
  practice: Basis['practice'] = {},
): readonly number[] {
  // A list of plates is one of base plates too where there is none of these.
  const house = follows && (practice[follows] ?? (follows === 'base_plates' ? practice.plates : undefined));
  if (house) return [...house].sort((a, b) => a - b);
  // An even ladder goes by the steps of the office.
  const { step } = practice;
  if (step && isShopSize(units.id, step) && quantity === 'length' && isEven(steps))
    return range(upBy(steps[0]!, step), steps.at(-1)!, step);
  if (units.id === 'SI' || quantity !== 'length') return steps;
  const nearest = (x: number): number => {
    const part = 25.4 / (x < 15 ? 16 : x < 100 ? 8 : 4);
    return Math.round(x / part) * part;
  };
  return [...new Set(steps.map(nearest))];
}

/** Steps of sizes of plates and of what is set out on them; spans go by larger ones. */
const isEven = (steps: readonly number[]): boolean => {
  const by = steps[1]! - steps[0]!;
  return steps.length > 3 && by <= 25 && steps.every((x, i) => i === 0 || x - steps[i - 1]! === by);
};

/** A field moved up or down its practical values, `by` places; nothing where the ladder ends. */
export function stepMove<I>(
  { units, standard, practice }: Basis,
  fields: readonly Field<I>[],
  input: I,
  id: string,
  label: string,
  by: number,
): Move<I>[] {
  const field = fields.find((f) => f.id === id)!;
  const now = Number(field.get(input));
  if (!Number.isFinite(now)) return []; // a list of unequal values has no next step
  const options = optionsOf(field, standard);
  const ladder = (options?.map((o) => Number(o.value)) ?? fieldSteps(field, units, practice))
    .filter((x) => (by > 0 ? x > now + 1e-6 : x < now - 1e-6))
    .sort((a, b) => (a - b) * by);
  const next = ladder[Math.abs(by) - 1];
  const shown = (x: number): string => (field.quantity === 'length' && !options ? units.length(x) : String(x));
  return next === undefined ? [] : [{ label: `${label} ${shown(now)} → ${shown(next)}`, input: field.set(input, next) }];
}
