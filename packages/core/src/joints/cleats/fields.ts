import type { Standard } from '../../basis/standard.ts';
import { ANGLES, US_ANGLES, type AngleSection, type HoleKind } from '../../catalogue/index.ts';
import { lazyOnce } from '../../lazy.ts';
import { systemOf } from '../../units/system.ts';
import { levelFields } from '../beam-end/beam-level.ts';
import { fieldMakers, HOLE_CHOICES, range } from '../field-makers.ts';
import { boltFields, memberFields, otherSideFields, farBoltFields, supportEdgeFields } from '../beam-end/member-fields.ts';
import type { Edit, Field } from '../kind.ts';
import { groupHeight, lastPitch, withRowCount, type Pitch } from '../pitches.ts';
import { placeFields } from '../beam-end/row-places.ts';
import {
  boltedToBeam,
  boltedToSupport,
  bottomEnd,
  FIXINGS,
  supportBottomEnd,
  webEdge,
  type CleatsInput,
  type Fixing,
} from './input.ts';

type I = CleatsInput;
interface Rows {
  readonly n1: number;
  readonly p1: Pitch;
}
const { boltClass, boltSize, mm, choice, grade, pitch, leg, thickness } = fieldMakers<I>();
const cleat = (i: I, change: Partial<I['cleat']>): I => ({ ...i, cleat: { ...i.cleat, ...change } });
const bolts = (i: I, change: Partial<I['bolts']>): I => ({ ...i, bolts: { ...i.bolts, ...change } });
const support = (i: I, change: Partial<I['support_bolts']>): I => ({ ...i, support_bolts: { ...i.support_bolts, ...change } });
const web = (i: I, change: Partial<I['web']>): I => ({ ...i, web: { ...i.web, ...change } });

/** Another length at the lower end. */
const withBottom = (i: I, h: number): I => cleat(i, { h });
const alike = (i: I): boolean =>
  i.support_bolts.n1 === i.bolts.n1 && groupHeight(i.support_bolts) === groupHeight(i.bolts) && i.support_bolts.e1 === i.cleat.e1;
/** Support rows that matched those of the web go on matching them. */
const alikeStill = (before: I, after: I): I =>
  alike(before) ? support(after, { n1: after.bolts.n1, p1: after.bolts.p1, e1: after.cleat.e1 }) : after;
/** New web rows: the cleats grow or shrink at their lower end. */
export const withRows = (i: I, rows: Rows): I =>
  alikeStill(i, withBottom(bolts(i, rows), i.cleat.e1 + groupHeight(rows) + bottomEnd(i)));
const withSupportRows = (i: I, rows: Rows): I => support(i, rows);

const sizeName = (c: { leg_web: number; leg_support: number; t: number }): string => `${c.leg_web}x${c.leg_support}x${c.t}`;
export interface CleatSize {
  readonly name: string;
  readonly leg_web: number;
  readonly leg_support: number;
  readonly t: number;
  readonly r: number;
}
/** Rolled angles, each way round. */
const bothWays = (angles: readonly AngleSection[]): CleatSize[] =>
  angles.flatMap((s) =>
    [...(s.a === s.b ? [] : [[s.b, s.a] as const]), [s.a, s.b] as const].map(([w, l]) => ({
      name: sizeName({ leg_web: w, leg_support: l, t: s.t }),
      leg_web: w,
      leg_support: l,
      t: s.t,
      r: s.r,
    })),
  );
const ALL_SIZES = bothWays([...ANGLES, ...US_ANGLES]);
/** Those that shops of a standard have. */
export const cleatSizes = lazyOnce((standard: Standard) => bothWays(standard.materials.angles));
export const CLEAT_SIZES = bothWays(ANGLES);

const onWeb = { applies: (i: I) => boltedToBeam(i) };
const onSupport = { applies: (i: I) => boltedToSupport(i) };

export const cleatsFields: readonly Field<I>[] = [
  ...memberFields<I>(),
  ...levelFields<I>(),
  ...otherSideFields<I>(false),
  ...farBoltFields<I>(({ bolts: { p3 }, support_bolts: { n1, p1 } }) => ({ n1, p1, p3 })).map((f) => ({
    ...f,
    applies: (i: I) => i.arrangement === 'double' && boltedToSupport(i) && f.applies!(i),
  })),
  ...supportEdgeFields<I>(),
  {
    id: 'cleat.size',
    label: 'Angle, web leg first',
    quantity: 'none',
    type: 'choice',
    options: (standard) => {
      const u = systemOf(standard.units);
      return cleatSizes(standard).map((s) => ({
        value: s.name,
        label: [s.leg_web, s.leg_support, s.t].map((x) => u.length(x)).join('×'),
      }));
    },
    get: (i) => sizeName(i.cleat),
    set: (i, v) => {
      const s = ALL_SIZES.find((x) => x.name === v);
      return s ? cleat(i, { leg_web: s.leg_web, leg_support: s.leg_support, t: s.t, r: s.r }) : i;
    },
  },
  choice(
    'arrangement',
    'Arrangement',
    [
      ['double', 'on both sides of the web'],
      ['single', 'on one side'],
    ],
    (i) => i.arrangement,
    (i, v) => ({ ...i, arrangement: v as I['arrangement'] }),
  ),
  choice(
    'fixing',
    'Fixing',
    FIXINGS,
    (i) => i.fixing,
    (i, v) => ({ ...i, fixing: v as Fixing, ...(v === 'bolted' || i.weld ? {} : { weld: { s: 6 } }) }),
  ),
  thickness(
    'cleat.t',
    'Angle thickness',
    't',
    [6, 8, 10, 12, 15],
    (i) => i.cleat.t,
    (i, v) => cleat(i, { t: v }),
  ),
  mm(
    'cleat.leg_web',
    'Leg on the web',
    '',
    range(60, 250, 10),
    (i) => i.cleat.leg_web,
    (i, v) => cleat(i, { leg_web: v }),
  ),
  mm(
    'cleat.leg_support',
    'Leg on the support',
    '',
    range(60, 200, 10),
    (i) => i.cleat.leg_support,
    (i, v) => cleat(i, { leg_support: v }),
  ),
  mm(
    'cleat.r',
    'Root radius',
    'r',
    [8, 10, 11, 12, 13, 15, 16],
    (i) => i.cleat.r,
    (i, v) => cleat(i, { r: v }),
  ),
  mm('cleat.h', 'Cleat length', 'h', range(100, 1000, 10), (i) => i.cleat.h, withBottom),
  grade(
    'plate.grade',
    'Cleat steel',
    (i) => i.cleat.steel.grade,
    (i, v) => cleat(i, { steel: { grade: v } }),
  ),
  mm(
    'cleat.top',
    'Beam top to cleats',
    '',
    range(20, 400, 5),
    (i) => i.web.top_to_bolt - i.cleat.e1,
    (i, v) => web(i, { top_to_bolt: v + i.cleat.e1 }),
  ),
  {
    ...mm(
      'cleat.e1',
      'End distance, top',
      'e1',
      range(25, 100, 5),
      (i) => i.cleat.e1,
      (i, v) =>
        alikeStill(
          i,
          web(cleat(i, { e1: v, h: i.cleat.h + v - i.cleat.e1 }), { top_to_bolt: i.web.top_to_bolt + v - i.cleat.e1 }),
        ),
    ),
    ...onWeb,
  },
  {
    ...mm('cleat.e1_bot', 'End distance, bottom', 'e1_bot', range(25, 100, 5), bottomEnd, (i, v) =>
      cleat(i, { h: i.cleat.h + v - bottomEnd(i) }),
    ),
    ...onWeb,
  },
  {
    ...mm('cleat.e2', 'Edge, web leg', 'e2', range(25, 100, 5), webEdge, (i, v) =>
      cleat(i, { leg_web: i.cleat.leg_web + v - webEdge(i) }),
    ),
    ...onWeb,
  },
  mm(
    'gap',
    'Gap',
    'g_h',
    [5, 10, 15, 20, 25, 30],
    (i) => i.gap,
    (i, v) => ({ ...i, gap: v }),
  ),
  {
    ...mm(
      'web.e2b',
      'Beam end to bolts',
      'e_2b',
      range(30, 100, 5),
      (i) => i.web.e2b,
      (i, v) => web(i, { e2b: v }),
    ),
    ...onWeb,
  },
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
    label: 'Rows in the web',
    symbol: 'n1',
    quantity: 'none',
    type: 'number',
    steps: range(1, 20, 1),
    get: (i) => i.bolts.n1,
    set: (i, v) => withRows(i, withRowCount(i.bolts, Number(v))),
    ...onWeb,
  },
  { ...pitch('bolts.p1', 'Pitch in the web', 'p1', (i) => i.bolts, withRows), ...onWeb },
  {
    ...choice(
      'bolts.n2',
      'Lines in the web',
      [
        [1, 'one'],
        [2, 'two'],
      ],
      (i) => i.bolts.n2,
      (i, v) => bolts(i, { n2: Number(v), p2: Number(v) === 2 ? i.bolts.p2 || (i.bolts.d > 20 ? 70 : 60) : 0 }),
    ),
    ...onWeb,
  },
  {
    ...mm(
      'bolts.p2',
      'Gauge in the web',
      'p2',
      range(50, 150, 5),
      (i) => i.bolts.p2,
      (i, v) => bolts(i, { p2: v }),
    ),
    applies: (i) => boltedToBeam(i) && i.bolts.n2 > 1,
  },
  {
    ...mm(
      'bolts.p3',
      'Gauge across',
      'p3',
      range(80, 200, 10),
      (i) => i.bolts.p3,
      (i, v) => bolts(i, { p3: v }),
    ),
    ...onSupport,
  },
  {
    id: 'support_bolts.n1',
    label: 'Rows in the support',
    symbol: 'n1,s',
    quantity: 'none',
    type: 'number',
    steps: range(1, 20, 1),
    get: (i) => i.support_bolts.n1,
    set: (i, v) => withSupportRows(i, withRowCount(i.support_bolts, Number(v))),
    ...onSupport,
  },
  { ...pitch('support_bolts.p1', 'Pitch in the support', 'p1,s', (i) => i.support_bolts, withSupportRows), ...onSupport },
  {
    ...mm(
      'support_bolts.e1',
      'End distance in the support',
      'e1,s',
      range(25, 150, 5),
      (i) => i.support_bolts.e1,
      (i, v) => support(i, { e1: v }),
    ),
    ...onSupport,
  },
  {
    ...mm('support_bolts.e1_bot', 'End distance in the support, bottom', '', range(25, 150, 5), supportBottomEnd, (i, v) =>
      cleat(i, { h: i.cleat.h + v - supportBottomEnd(i) }),
    ),
    ...onSupport,
  },
  ...boltFields<I>(),
  ...(
    [
      ['cleat', 'Holes, web leg'],
      ['web', 'Holes, beam web'],
      ['leg', 'Holes, support leg'],
      ['support', 'Holes, support'],
    ] as const
  ).map(([k, label]) =>
    choice(
      `holes.${k}`,
      label,
      HOLE_CHOICES,
      (i) => i.holes[k],
      (i, v) => ({ ...i, holes: { ...i.holes, [k]: v as HoleKind } }),
    ),
  ),
  {
    ...leg(
      (i) => i.weld?.s ?? 6,
      (i, v) => ({ ...i, weld: { s: v } }),
    ),
    applies: (i) => i.fixing !== 'bolted',
  },
];

/** A row more or less: in the web, and with it in the support where both were alike; welded to the beam, in the support alone. */
function changeRows(i: I, by: 1 | -1): I | null {
  if (boltedToBeam(i)) return i.bolts.n1 + by < 1 ? null : withRows(i, withRowCount(i.bolts, i.bolts.n1 + by));
  if (i.support_bolts.n1 + by < 1) return null;
  const pitchThere = lastPitch(i.support_bolts);
  return support(cleat(i, { h: i.cleat.h + by * pitchThere }), withRowCount(i.support_bolts, i.support_bolts.n1 + by));
}

export const cleatsEdits: readonly Edit<I>[] = [
  { id: 'row.add', label: 'Add a bolt row', apply: (i) => changeRows(i, 1) },
  { id: 'row.remove', label: 'Remove this bolt row', apply: (i) => changeRows(i, -1) },
];

export const cleatsField = (id: string): Field<I> => cleatsFields.find((f) => f.id === id)!;

/** The cleats stay where they are. */
const webPlaces = placeFields<I>({
  rows: (i) => i.bolts,
  top: (i) => i.web.top_to_bolt,
  bottom: cleatsFields.find((f) => f.id === 'cleat.e1_bot')!,
  place: (i, top, rows) =>
    alikeStill(i, web(bolts(cleat(i, { e1: i.cleat.e1 + top - i.web.top_to_bolt }), rows), { top_to_bolt: top })),
});
const supportPlaces = placeFields<I>(
  {
    rows: (i) => i.support_bolts,
    top: (i) => i.web.top_to_bolt - i.cleat.e1 + i.support_bolts.e1,
    bottom: cleatsFields.find((f) => f.id === 'support_bolts.e1_bot')!,
    place: (i, top, rows) => support(i, { ...rows, e1: top - i.web.top_to_bolt + i.cleat.e1 }),
  },
  'support-row',
);

/** Places of the rows in the web and on the support, by whatever they are measured from. */
export const cleatsPlaces = (id: string): Field<I> | undefined => webPlaces(id) ?? supportPlaces(id);
