import { holeSize } from '../../catalogue/index.ts';
import { fieldMakers, range, up5, type RowsInput } from '../field-makers.ts';
import type { Field, FieldValue } from '../kind.ts';
import { onWeb, type SupportType } from '../members.ts';
import { groupHeight, tidyPitch, withRowCount, type Pitch } from '../pitches.ts';
import type { FarBoltsInput } from './far-beam.ts';
import type { Notch } from './input.ts';
import { supportFields, withSection, type Members } from './support-fields.ts';
import type { BoltsInput } from './lay-out.ts';

/** Fields of the members, alike in every kind that joins a beam to a support; `welded` to it, which the face of a hollow section may be. */
export function memberFields<I extends Members>({ welded = false } = {}): Field<I>[] {
  const { grade } = fieldMakers<I>();
  return [
    {
      id: 'beam.section',
      label: 'Beam',
      quantity: 'none',
      type: 'section',
      get: (i) => i.beam.section,
      set: (i, v) => ({ ...i, beam: withSection(i.beam, String(v)) }),
    },
    grade(
      'beam.grade',
      'Beam steel',
      (i) => i.beam.steel.grade,
      (i, v) => ({ ...i, beam: { ...i.beam, steel: { grade: v } } }),
    ),
    ...notchFields<I>(),
    ...(['slope', 'skew'] as const).map((k): Field<I> => ({
      id: `beam.${k}`,
      label: k === 'slope' ? 'Slope, degrees' : 'Skew in plan, degrees',
      quantity: 'none',
      type: 'number',
      steps: [0],
      get: (i) => i.beam[k] ?? 0,
      set: (i, v) => {
        const { [k]: _angle, ...beam } = i.beam;
        return { ...i, beam: Number(v) === 0 ? (beam as I['beam']) : { ...i.beam, [k]: Number(v) } };
      },
    })),
    ...supportFields<I>(welded),
  ];
}

/** The notch of a beam and its sizes. */
// eslint-disable-next-line max-lines-per-function -- a table of fields
function notchFields<I extends Members>(): Field<I>[] {
  const { mm, choice } = fieldMakers<I>();
  const notch = (i: I, change: Partial<Notch>): I => ({ ...i, beam: { ...i.beam, notch: { ...i.beam.notch, ...change } } });
  const notched = (i: I): boolean => i.beam.notch.type !== 'none';
  return [
    choice(
      'notch.type',
      'Notch',
      [
        ['none', 'none'],
        ['single', 'top'],
        ['double', 'top and bottom'],
      ],
      (i) => i.beam.notch.type,
      (i, v) => ({
        ...i,
        beam: {
          ...i.beam,
          notch:
            v === 'none'
              ? { type: 'none' }
              : {
                  type: v as Notch['type'],
                  l_n: i.beam.notch.l_n ?? 120,
                  d_nt: i.beam.notch.d_nt ?? 50,
                  ...(v === 'double' ? { d_nb: i.beam.notch.d_nb ?? 50 } : {}),
                },
        },
      }),
    ),
    {
      ...mm(
        'notch.l_n',
        'Notch length',
        'l_n',
        range(50, 300, 10),
        (i) => i.beam.notch.l_n ?? 0,
        (i, v) => notch(i, { l_n: v }),
      ),
      applies: notched,
    },
    {
      ...mm(
        'notch.d_nt',
        'Notch depth, top',
        'd_nt',
        range(30, 150, 5),
        (i) => i.beam.notch.d_nt ?? 0,
        (i, v) => notch(i, { d_nt: v }),
      ),
      applies: notched,
    },
    {
      ...mm(
        'notch.d_nb',
        'Notch depth, bottom',
        'd_nb',
        range(30, 150, 5),
        (i) => i.beam.notch.d_nb ?? 0,
        (i, v) => notch(i, { d_nb: v }),
      ),
      applies: (i) => i.beam.notch.type === 'double',
    },
  ];
}

interface AtSupport {
  readonly support: {
    readonly type: SupportType;
    readonly other_side?: { readonly V_Ed: number; readonly h_p?: number; readonly bolts?: FarBoltsInput };
    readonly e_top?: number;
    readonly e_bottom?: number;
    readonly e_side?: number;
  };
}

/** A beam on the far face of the same web; `depth` where its plate is welded there, so that its depth matters. */
export function otherSideFields<I extends AtSupport>(depth: boolean): Field<I>[] {
  const shared = (i: I): boolean => onWeb(i.support.type);
  const other = (i: I, change: { V_Ed: number; h_p?: number; bolts?: FarBoltsInput } | null): I => {
    const { other_side: _old, ...support } = i.support;
    return { ...i, support: change ? { ...support, other_side: change } : support };
  };
  const usual = (i: I): { h_p?: number } => (depth ? { h_p: i.support.other_side?.h_p ?? 200 } : {});
  return [
    {
      id: 'support.other.V',
      label: 'Beam on the far face, V (0: none)',
      quantity: 'force',
      type: 'number',
      steps: [0, 50, 100, 150, 200, 300, 400],
      applies: shared,
      get: (i) => i.support.other_side?.V_Ed ?? 0,
      set: (i, v) =>
        other(
          i,
          Number(v) === 0
            ? null
            : { ...usual(i), ...(i.support.other_side?.bolts ? { bolts: i.support.other_side.bolts } : {}), V_Ed: Number(v) },
        ),
    },
    ...(depth
      ? [
          {
            id: 'support.other.depth',
            label: 'its plate depth',
            quantity: 'length' as const,
            type: 'number' as const,
            steps: range(100, 600, 10),
            applies: (i: I) => shared(i) && i.support.other_side !== undefined,
            get: (i: I) => i.support.other_side?.h_p ?? 0,
            set: (i: I, v: FieldValue) => other(i, { V_Ed: i.support.other_side?.V_Ed ?? 0, h_p: Number(v) }),
          },
        ]
      : []),
  ];
}

/** Bolts of the beam on the far face: those of this joint, or rows of its own. `own` gives the rows of this joint, to start from. */
export function farBoltFields<I extends AtSupport>(own: (i: I) => Omit<FarBoltsInput, 'drop'>): Field<I>[] {
  const { mm, choice, pitch } = fieldMakers<I>();
  const has = (i: I): boolean => onWeb(i.support.type) && i.support.other_side !== undefined;
  const now = (i: I): FarBoltsInput => i.support.other_side?.bolts ?? { ...own(i), drop: 0 };
  const set = (i: I, bolts: FarBoltsInput | null): I => {
    if (!i.support.other_side) return i;
    const { bolts: _old, ...other_side } = i.support.other_side;
    return { ...i, support: { ...i.support, other_side: bolts ? { ...other_side, bolts } : other_side } };
  };
  const rows = { applies: (i: I): boolean => has(i) && i.support.other_side?.bolts !== undefined };
  return [
    {
      ...choice(
        'support.other.bolts',
        'its bolts',
        [
          ['same', 'those of this joint'],
          ['own', 'rows of its own'],
        ],
        (i) => (i.support.other_side?.bolts ? 'own' : 'same'),
        (i, v) => set(i, v === 'own' ? now(i) : null),
      ),
      applies: has,
    },
    {
      id: 'support.other.n1',
      label: 'its rows',
      quantity: 'none',
      type: 'number',
      steps: range(1, 20, 1),
      get: (i) => now(i).n1,
      set: (i, v) => set(i, { ...now(i), ...withRowCount(now(i), Number(v)) }),
      ...rows,
    },
    { ...pitch('support.other.p1', 'its pitch', '', now, (i, r) => set(i, { ...now(i), ...r })), ...rows },
    {
      ...mm(
        'support.other.p3',
        'its gauge',
        '',
        range(80, 200, 10),
        (i) => now(i).p3,
        (i, v) => set(i, { ...now(i), p3: v }),
      ),
      ...rows,
    },
    {
      ...mm(
        'support.other.drop',
        'its first row below this one',
        '',
        range(-140, 210, 5),
        (i) => now(i).drop,
        (i, v) => set(i, { ...now(i), drop: v }),
      ),
      ...rows,
    },
  ];
}

/** Distances from the bolts to the edges of the support; 0 is far away. */
export const supportEdgeFields = <I extends AtSupport>(): Field<I>[] =>
  (
    [
      ['e_top', 'Row 1 to the top of the support'],
      ['e_bottom', 'Last row to its lower edge'],
      ['e_side', 'Bolts to its side edge'],
    ] as const
  ).map(([k, label]): Field<I> => ({
    id: `support.${k}`,
    label: `${label} (0: far)`,
    quantity: 'length',
    type: 'number',
    steps: [0, 40, 50, 60, 80, 100, 150, 200],
    get: (i) => i.support[k] ?? 0,
    set: (i, v) => {
      const { [k]: _old, ...support } = i.support;
      return { ...i, support: Number(v) === 0 ? support : { ...support, [k]: Number(v) } };
    },
  }));

interface Bolted {
  readonly bolts: BoltsInput;
}

/** How the bolts are used, alike in every bolted kind. */
export function boltFields<I extends Bolted>(): Field<I>[] {
  const { mm, choice } = fieldMakers<I>();
  const bolts = (i: I, change: Partial<BoltsInput>): I => ({ ...i, bolts: { ...i.bolts, ...change } });
  return [
    choice(
      'bolts.threads',
      'In the shear plane',
      [
        [true, 'threads'],
        [false, 'shank'],
      ],
      (i) => i.bolts.threads_in_plane,
      (i, v) => bolts(i, { threads_in_plane: v === true }),
    ),
    {
      id: 'bolts.category',
      label: 'Category',
      quantity: 'none',
      type: 'choice',
      options: ({ materials }) => materials.preload.categories.map(([value, label]) => ({ value, label })),
      get: (i) => i.bolts.category,
      set: (i, v) => bolts(i, { category: v as 'A' }),
    },
    {
      id: 'bolts.friction',
      label: 'Friction class',
      quantity: 'none',
      type: 'choice',
      options: ({ materials }) => materials.preload.surfaces.map(([value, label]) => ({ value, label })),
      get: (i) => i.bolts.friction,
      set: (i, v) => bolts(i, { friction: v as 'A' }),
      applies: (i) => i.bolts.category !== 'A',
    },
    mm(
      'bolts.packing',
      'Packing',
      't_pk',
      [0, 2, 4, 6, 8, 10, 12],
      (i) => i.bolts.packing,
      (i, v) => bolts(i, { packing: v }),
    ),
  ];
}

/** Least pitch, gauge and end distance of a bolt in steps of 5 mm (EN 1993-1-8, Table 3.3). */
export function leastDistances(d: number): { readonly p1: number; readonly p2: number; readonly e1: number } {
  const { d_0 } = holeSize(d, 'normal');
  return { p1: up5(2.2 * d_0), p2: up5(2.4 * d_0), e1: up5(1.2 * d_0) };
}

/** A pitch that is nowhere less than `least`. */
export const widened = (p1: Pitch, least: number): Pitch =>
  typeof p1 === 'number' ? p1 && Math.max(p1, least) : tidyPitch(p1.map((p) => Math.max(p, least)));

/** A row more within the height of the present ones, evenly, in steps of 5 mm; null where it does not go in. */
export function closerRows(rows: RowsInput, d: number): RowsInput | null {
  const p1 = Math.floor(groupHeight(rows) / rows.n1 / 5) * 5;
  return rows.n1 > 1 && p1 >= leastDistances(d).p1 ? { n1: rows.n1 + 1, p1 } : null;
}
