import { type HoleKind } from '../../catalogue/index.ts';
import { levelFields } from '../beam-end/beam-level.ts';
import { fieldMakers, HOLE_CHOICES, PLATE_STEPS, range } from '../field-makers.ts';
import { boltFields, memberFields, otherSideFields, farBoltFields, supportEdgeFields } from '../beam-end/member-fields.ts';
import type { Edit, Field } from '../kind.ts';
import { groupHeight as heightOf, withRowCount, type Pitch } from '../pitches.ts';
import { placeFields } from '../beam-end/row-places.ts';
import { bottomEnd, columns, columnSpread, edgeDistance, widthFor, type EndPlateInput } from './input.ts';

type I = EndPlateInput;
const { boltClass, boltSize, mm, choice, grade, leg, pitch, thickness } = fieldMakers<I>();
const plate = (i: I, change: Partial<I['plate']>): I => ({ ...i, plate: { ...i.plate, ...change } });
const bolts = (i: I, change: Partial<I['bolts']>): I => ({ ...i, bolts: { ...i.bolts, ...change } });

/** A new pitch or number of rows: the plate grows or shrinks at its lower end, both end distances stay. */
export const withRows = (i: I, rows: { readonly n1: number; readonly p1: Pitch }): I =>
  plate(bolts(i, rows), { h: i.plate.e1 + heightOf(rows) + bottomEnd(i) });

const usualAcross = (i: I): number => (i.bolts.d > 20 ? 70 : 60);

/** Another number of columns or pitch across: the plate is as wide as its edge distances then ask. */
export function withColumns(i: I, n2: number, p2: number): I {
  const { n2: _n2, p2: _p2, ...one } = i.bolts;
  const next: I = { ...i, bolts: n2 > 1 ? { ...one, n2, p2 } : one };
  return plate(next, { b: widthFor(next, edgeDistance(i)) });
}

export const endPlateFields: readonly Field<I>[] = [
  ...memberFields<I>(),
  ...levelFields<I>(),
  ...otherSideFields<I>(false),
  ...farBoltFields<I>(({ bolts: { n1, p1, p3 } }) => ({ n1, p1, p3 })),
  ...supportEdgeFields<I>(),
  thickness(
    'plate.t',
    'Plate thickness',
    't_p',
    PLATE_STEPS,
    (i) => i.plate.t,
    (i, v) => plate(i, { t: v }),
  ),
  mm(
    'plate.h',
    'Plate depth',
    'h_p',
    range(100, 1000, 10),
    (i) => i.plate.h,
    (i, v) => plate(i, { h: v }),
  ),
  mm(
    'plate.b',
    'Plate width',
    'b_p',
    range(120, 400, 10),
    (i) => i.plate.b,
    (i, v) => plate(i, { b: v }),
  ),
  grade(
    'plate.grade',
    'Plate steel',
    (i) => i.plate.steel.grade,
    (i, v) => plate(i, { steel: { grade: v } }),
  ),
  choice(
    'plate.full',
    'Depth',
    [
      [false, 'between the flanges'],
      [true, 'full depth of the beam'],
    ],
    (i) => i.plate.full_depth,
    (i, v) => plate(i, { full_depth: v === true }),
  ),
  mm(
    'plate.top',
    'Beam top to plate',
    '',
    range(20, 400, 5),
    (i) => i.plate.top,
    (i, v) => plate(i, { top: v }),
  ),
  mm(
    'plate.e1',
    'End distance, top',
    'e1',
    range(25, 100, 5),
    (i) => i.plate.e1,
    (i, v) => plate(i, { e1: v, h: i.plate.h + v - i.plate.e1 }),
  ),
  mm('plate.e1_bot', 'End distance, bottom', 'e1_bot', range(25, 100, 5), bottomEnd, (i, v) =>
    plate(i, { h: i.plate.h + v - bottomEnd(i) }),
  ),
  mm('plate.e2', 'Edge distance', 'e2', range(25, 100, 5), edgeDistance, (i, v) => plate(i, { b: widthFor(i, v) })),
  boltSize(
    (i) => i.bolts.d,
    (i, v) => bolts(i, { d: v }),
  ),
  boltClass(
    (i) => i.bolts.cls,
    (i, v) => bolts(i, { cls: v }),
  ),
  {
    id: 'bolts.n1',
    label: 'Rows',
    symbol: 'n1',
    quantity: 'none',
    type: 'number',
    steps: range(1, 20, 1),
    get: (i) => i.bolts.n1,
    set: (i, v) => withRows(i, withRowCount(i.bolts, Number(v))),
  },
  pitch('bolts.p1', 'Pitch', 'p1', (i) => i.bolts, withRows),
  choice(
    'bolts.n2',
    'Columns of bolts',
    [
      [1, 'one each side'],
      [2, 'two each side'],
    ],
    columns,
    (i, v) => withColumns(i, Number(v), i.bolts.p2 ?? usualAcross(i)),
  ),
  {
    ...mm('bolts.p2', 'Pitch across', 'p2', range(40, 120, 5), columnSpread, (i, v) => withColumns(i, columns(i), v)),
    applies: (i) => columns(i) > 1,
  },
  // A wider gauge widens the plate: the edge distances stay.
  mm(
    'bolts.p3',
    'Gauge',
    'p3',
    range(80, 200, 10),
    (i) => i.bolts.p3,
    (i, v) => plate(bolts(i, { p3: v }), { b: i.plate.b + v - i.bolts.p3 }),
  ),
  ...boltFields<I>(),
  choice(
    'holes.plate',
    'Holes in the plate',
    HOLE_CHOICES,
    (i) => i.holes.plate,
    (i, v) => ({ ...i, holes: { ...i.holes, plate: v as HoleKind } }),
  ),
  choice(
    'holes.support',
    'Holes in the support',
    HOLE_CHOICES,
    (i) => i.holes.support,
    (i, v) => ({ ...i, holes: { ...i.holes, support: v as HoleKind } }),
  ),
  leg(
    (i) => i.weld.s,
    (i, v) => ({ ...i, weld: { s: v } }),
  ),
];

export const endPlateEdits: readonly Edit<I>[] = [
  { id: 'row.add', label: 'Add a bolt row', apply: (i) => withRows(i, withRowCount(i.bolts, i.bolts.n1 + 1)) },
  {
    id: 'row.remove',
    label: 'Remove this bolt row',
    apply: (i) => (i.bolts.n1 > 1 ? withRows(i, withRowCount(i.bolts, i.bolts.n1 - 1)) : null),
  },
];

export const endPlateField = (id: string): Field<I> => endPlateFields.find((f) => f.id === id)!;

/** Places of the rows, by whatever they are measured from: the plate stays. */
export const endPlatePlaces = placeFields<I>({
  rows: (i) => i.bolts,
  top: (i) => i.plate.top + i.plate.e1,
  bottom: endPlateFields.find((f) => f.id === 'plate.e1_bot')!,
  place: (i, top, rows) => plate(bolts(i, rows), { e1: top - i.plate.top }),
});
