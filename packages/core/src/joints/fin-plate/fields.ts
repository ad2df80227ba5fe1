import { aisc360 } from '../../standards/aisc360/standard.ts';
import { type HoleKind } from '../../catalogue/index.ts';
import { levelFields } from '../beam-end/beam-level.ts';
import { fieldMakers, HOLE_CHOICES, PLATE_STEPS as PLATES, range } from '../field-makers.ts';
import { boltFields, memberFields, otherSideFields } from '../beam-end/member-fields.ts';
import type { Edit, Field } from '../kind.ts';
import { groupHeight as heightOf, withRowCount, type Pitch } from '../pitches.ts';
import { placeFields } from '../beam-end/row-places.ts';
import { bottomEnd, plateWidth, type FinPlateInput } from './input.ts';

type I = FinPlateInput;
const { boltClass, boltSize, mm, choice, grade, leg, pitch, thickness } = fieldMakers<I>();

const plate = (i: I, change: Partial<I['plate']>): I => ({ ...i, plate: { ...i.plate, ...change } });
const bolts = (i: I, change: Partial<I['bolts']>): I => ({ ...i, bolts: { ...i.bolts, ...change } });
const web = (i: I, change: Partial<I['web']>): I => ({ ...i, web: { ...i.web, ...change } });

/** A new pitch or number of rows: the plate grows or shrinks at its lower end, both end distances stay. */
export const withRows = (i: I, rows: { readonly n1: number; readonly p1: Pitch }): I =>
  plate(bolts(i, rows), { h: i.plate.e1 + heightOf(rows) + bottomEnd(i) });

/** The slab that holds a beam against twisting, by its span. */
const slabField: Field<I> = {
  ...mm(
    'slab.span',
    'Slab on the beam, its span (0: none)',
    'L_s',
    [0, ...[15, 20, 25, 30, 35, 40].map((ft) => ft * 304.8)],
    (i) => i.slab?.span ?? 0,
    (i, v) => {
      const { slab: _old, ...rest } = i;
      return v === 0 ? rest : { ...rest, slab: { span: v } };
    },
  ),
  under: [aisc360.id],
};

export const finPlateFields: readonly Field<I>[] = [
  ...memberFields<I>({ welded: true }),
  ...levelFields<I>(),
  slabField,
  ...otherSideFields<I>(true),
  choice(
    'fixing',
    'On the beam',
    [
      ['bolted', 'bolted'],
      ['welded', 'welded all round'],
    ],
    (i) => i.fixing,
    (i, v) => ({ ...i, fixing: v as I['fixing'], ...(v === 'welded' && !i.beam_weld ? { beam_weld: { s: 6 } } : {}) }),
  ),
  choice(
    'plate.side',
    'Side of the web',
    [
      ['near', 'near'],
      ['far', 'far'],
    ],
    (i) => i.plate.side,
    (i, v) => plate(i, { side: v as 'near' }),
  ),
  thickness(
    'plate.t',
    'Plate thickness',
    't_p',
    PLATES,
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
  grade(
    'plate.grade',
    'Plate steel',
    (i) => i.plate.steel.grade,
    (i, v) => plate(i, { steel: { grade: v } }),
  ),
  mm(
    'plate.top',
    'Beam top to plate',
    '',
    range(20, 400, 5),
    (i) => i.web.top_to_bolt - i.plate.e1,
    (i, v) => web(i, { top_to_bolt: v + i.plate.e1 }),
  ),
  mm(
    'plate.e1',
    'End distance, top',
    'e1',
    range(25, 100, 5),
    (i) => i.plate.e1,
    (i, v) => web(plate(i, { e1: v, h: i.plate.h + v - i.plate.e1 }), { top_to_bolt: i.web.top_to_bolt + v - i.plate.e1 }),
  ),
  mm('plate.e1_bot', 'End distance, bottom', 'e1_bot', range(25, 100, 5), bottomEnd, (i, v) =>
    plate(i, { h: i.plate.h + v - bottomEnd(i) }),
  ),
  mm(
    'plate.e2',
    'Edge distance',
    'e2',
    range(30, 100, 5),
    (i) => i.plate.e2,
    (i, v) => plate(i, { e2: v }),
  ),
  mm(
    'gap',
    'Gap',
    'g_h',
    [5, 10, 15, 20, 25, 30],
    (i) => i.gap,
    (i, v) => ({ ...i, gap: v }),
  ),
  mm(
    'web.e2b',
    'Beam end to bolts',
    'e_2b',
    range(30, 100, 5),
    (i) => i.web.e2b,
    (i, v) => web(i, { e2b: v }),
  ),
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
    'Bolt lines',
    [
      [1, 'one'],
      [2, 'two'],
    ],
    (i) => i.bolts.n2,
    (i, v) => bolts(i, { n2: Number(v), p2: Number(v) === 2 ? i.bolts.p2 || (i.bolts.d > 20 ? 70 : 60) : 0 }),
  ),
  {
    ...mm(
      'bolts.p2',
      'Gauge',
      'p2',
      range(50, 150, 5),
      (i) => i.bolts.p2,
      (i, v) => bolts(i, { p2: v }),
    ),
    applies: (i) => i.bolts.n2 > 1,
  },
  ...boltFields<I>(),
  choice(
    'holes.plate',
    'Holes in the plate',
    HOLE_CHOICES,
    (i) => i.holes.plate,
    (i, v) => ({ ...i, holes: { ...i.holes, plate: v as HoleKind } }),
  ),
  choice(
    'holes.web',
    'Holes in the web',
    HOLE_CHOICES,
    (i) => i.holes.web,
    (i, v) => ({ ...i, holes: { ...i.holes, web: v as HoleKind } }),
  ),
  {
    ...leg(
      (i) => i.beam_weld?.s ?? 6,
      (i, v) => ({ ...i, beam_weld: { s: v } }),
      'beam_weld.s',
      'Weld leg on the beam',
      '',
    ),
    applies: (i) => i.fixing === 'welded',
  },
  {
    ...mm(
      'plate.lap',
      'Lap on the web',
      '',
      range(50, 250, 10),
      (i) => plateWidth(i) - i.gap,
      (i, v) => plate(i, { e2: i.plate.e2 + v - (plateWidth(i) - i.gap) }),
    ),
    applies: (i) => i.fixing === 'welded',
  },
  leg(
    (i) => i.weld.s,
    (i, v) => ({ ...i, weld: { s: v } }),
  ),
];

export const finPlateEdits: readonly Edit<I>[] = [
  { id: 'row.add', label: 'Add a bolt row', apply: (i) => withRows(i, withRowCount(i.bolts, i.bolts.n1 + 1)) },
  {
    id: 'row.remove',
    label: 'Remove this bolt row',
    apply: (i) => (i.bolts.n1 > 1 ? withRows(i, withRowCount(i.bolts, i.bolts.n1 - 1)) : null),
  },
];

/** Places of the rows, by whatever they are measured from: the plate stays. */
export const finPlatePlaces = placeFields<I>({
  rows: (i) => i.bolts,
  top: (i) => i.web.top_to_bolt,
  bottom: finPlateFields.find((f) => f.id === 'plate.e1_bot')!,
  place: (i, top, rows) => web(bolts(plate(i, { e1: i.plate.e1 + top - i.web.top_to_bolt }), rows), { top_to_bolt: top }),
});

/** The field with this id. */
export const finPlateField = (id: string): Field<I> => finPlateFields.find((f) => f.id === id)!;
