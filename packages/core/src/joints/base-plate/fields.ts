import { boltName } from '../../units/system.ts';
import { en1993 } from '../../standards/en1993/standard.ts';
import { fieldMakers, range } from '../field-makers.ts';
import type { Edit, Field } from '../kind.ts';
import { aiscBaseFields } from './aisc360/fields.ts';
import { headOf } from './aisc360/heads.ts';
import type { BaseInput, LoopsInput, PatternInput } from './input.ts';

type I = BaseInput;
type Rows = Extract<PatternInput, { type: 'rows' }>;
type Circle = Extract<PatternInput, { type: 'circle' }>;
const { mm, choice, grade } = fieldMakers<I>();
const column = (i: I, c: Partial<I['column']>): I => ({ ...i, column: { ...i.column, ...c } });
const plate = (i: I, c: Partial<I['plate']>): I => ({ ...i, plate: { ...i.plate, ...c } });
const concrete = (i: I, c: Partial<I['concrete']>): I => ({ ...i, concrete: { ...i.concrete, ...c } });
const grout = (i: I, c: Partial<I['grout']>): I => ({ ...i, grout: { ...i.grout, ...c } });
const anchors = (i: I, c: Partial<I['anchors']>): I => ({ ...i, anchors: { ...i.anchors, ...c } });
const product = (i: I, c: Partial<I['anchors']['product']>): I => anchors(i, { product: { ...i.anchors.product, ...c } });
const weld = (i: I, c: Partial<I['weld']>): I => ({ ...i, weld: { ...i.weld, ...c } });
const options = (i: I, c: Partial<I['options']>): I => ({ ...i, options: { ...i.options, ...c } });
const pattern = (i: I, c: Partial<Rows> | Partial<Circle>): I =>
  anchors(i, { pattern: { ...i.anchors.pattern, ...c } as PatternInput });
const without = <T extends object, K extends keyof T>(o: T, ...keys: K[]): Omit<T, K> => {
  const out = { ...o };
  for (const k of keys) delete out[k];
  return out;
};

const inRows = (i: I): i is I & { anchors: { pattern: Rows } } => i.anchors.pattern.type === 'rows';
const rowsOf = (i: I): Rows =>
  i.anchors.pattern.type === 'rows' ? i.anchors.pattern : { type: 'rows', n_y: 2, n_z: 2, s_y: 200, s_z: 200, full: false };
const circleOf = (i: I): Circle =>
  i.anchors.pattern.type === 'circle' ? i.anchors.pattern : { type: 'circle', n: 6, R: 200, start: 0 };
const onCircle = (i: I): boolean => i.anchors.pattern.type === 'circle';
const anyAnchor = (i: I): boolean => i.anchors.pattern.type !== 'none';
const rectangular = (i: I): boolean => i.plate.shape === 'rectangle';
/** Depth and width that the plate has, whatever its shape. */
const plateH = (i: I): number => i.plate.h ?? i.plate.D!;
const plateB = (i: I): number => i.plate.b ?? i.plate.D!;
const spanOf = (p: Rows, along: 'y' | 'z'): number => (along === 'y' ? (p.n_y - 1) * p.s_y : (p.n_z - 1) * p.s_z);
/** Edge distance of the outermost anchors in one direction. */
export const edgeOf = (i: I, along: 'y' | 'z'): number =>
  ((along === 'y' ? plateB(i) : plateH(i)) - spanOf(rowsOf(i), along)) / 2;

function withPattern(i: I, type: PatternInput['type']): I {
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

function withShape(i: I, shape: I['plate']['shape']): I {
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
const TESTS = 'tests to EN 1990, Annex D';
/** A strength, MPa. */
const stress = (
  id: string,
  label: string,
  steps: readonly number[],
  get: (i: I) => number,
  set: (i: I, v: number) => I,
): Field<I> => ({ ...number(id, label, steps, get, set), quantity: 'stress' });
const number = (
  id: string,
  label: string,
  steps: readonly number[],
  get: (i: I) => number,
  set: (i: I, v: number) => I,
): Field<I> => ({ id, label, quantity: 'none', type: 'number', steps, get, set: (i, v) => set(i, Number(v)) });
/** A size that is absent where it is 0. */
const open = (
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
const drop = <T extends object>(o: T): T => Object.fromEntries(Object.entries(o).filter(([, v]) => v !== undefined)) as T;
const yesNo = (
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
const bonded = (i: I): boolean => i.anchors.type === 'bonded';
const headed = (i: I): boolean => i.anchors.type === 'headed' || i.anchors.type === 'washer';
const bar = (i: I): boolean => i.anchors.type === 'straight' || i.anchors.type === 'hooked';
const withKey = (i: I): boolean => i.shear.path.endsWith('key');
type Key = NonNullable<I['shear']['key']>;
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
const key = (i: I, c: Partial<Key>): I => ({ ...i, shear: { ...i.shear, key: { ...(i.shear.key ?? USUAL_KEY), ...c } } });
const keyField = (id: keyof Key & string, label: string, steps: readonly number[], only?: Key['type']): Field<I> => ({
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
const BARS = { n: 4, d: 12, l_1: 150, hooked: true, good_bond: true, f_yk: 500 };
const reinforcement = { bars: BARS, loops: { ...BARS, e_s: 60, enclosing: true } } as const;
type Bars = LoopsInput | NonNullable<I['anchors']['bars']>;
/** Fields of the bars across the cone, and of the loops across the body of an edge. */
function barFields(of: 'bars' | 'loops', any: string, body: string): Field<I>[] {
  const given = (i: I): Bars | undefined => i.anchors[of];
  const set = (i: I, c: Partial<LoopsInput>): I => anchors(i, { [of]: drop({ ...reinforcement[of], ...given(i), ...c }) });
  const each: Field<I>[] = [
    number(
      `${of}.n`,
      'Number of bars',
      range(2, 24, 2),
      (i) => given(i)?.n ?? 0,
      (i, v) => set(i, { n: v }),
    ),
    mm(
      `${of}.d`,
      'Bar diameter',
      '',
      [8, 10, 12, 14, 16],
      (i) => given(i)?.d ?? 0,
      (i, v) => set(i, { d: v }),
    ),
    mm(
      `${of}.l_1`,
      `Length in the ${body}`,
      'l_1',
      range(50, 600, 10),
      (i) => given(i)?.l_1 ?? 0,
      (i, v) => set(i, { l_1: v }),
    ),
    open(
      `${of}.l_2`,
      `Anchorage beyond the ${body} (0: not given)`,
      range(100, 1500, 10),
      (i) => given(i)?.l_2,
      (i, v) => set(i, { l_2: v }),
    ),
    open(
      `${of}.distance`,
      'Distance from the anchors (0: not given)',
      range(10, 400, 5),
      (i) => given(i)?.distance,
      (i, v) => set(i, { distance: v }),
    ),
    ...(of === 'loops'
      ? [
          mm(
            'loops.e_s',
            'Shear line down to the bars',
            'e_s',
            range(0, 200, 5),
            (i) => i.anchors.loops?.e_s ?? 0,
            (i, v) => set(i, { e_s: v }),
          ),
          yesNo(
            'loops.enclosing',
            'Loops',
            ['touch or enclose the anchors', 'stand beside them'],
            (i) => i.anchors.loops?.enclosing ?? true,
            (i, v) => set(i, { enclosing: v }),
          ),
        ]
      : []),
  ];
  return [
    yesNo(
      `${of}.any`,
      any,
      ['yes', 'none'],
      (i) => given(i) !== undefined,
      (i, v) => (v ? set(i, {}) : { ...i, anchors: without(i.anchors, of) as I['anchors'] }),
    ),
    ...each.map((f) => ({ ...f, applies: (i: I) => given(i) !== undefined })),
  ];
}

export const COLUMN_SHAPES = ['I', 'RHS', 'CHS'] as const;

const all: readonly Field<I>[] = [
  {
    id: 'column.section',
    label: 'Column',
    quantity: 'none',
    type: 'section',
    shapes: COLUMN_SHAPES,
    get: (i) => i.column.section,
    set: (i, v) => ({ ...i, column: { ...without(i.column, 'shape', 'h', 'b', 'tw', 'tf', 'r', 't', 'd'), section: String(v) } }),
  },
  grade(
    'column.grade',
    'Column steel',
    (i) => i.column.steel.grade,
    (i, v) => column(i, { steel: { grade: v } }),
  ),
  open(
    'column.L',
    'Column length (0: not given)',
    [3000, 3500, 4000, 4500, 5000, 6000],
    (i) => i.column.L,
    (i, v) => ({ ...i, column: drop({ ...i.column, L: v }) as I['column'] }),
  ),
  yesNo(
    'column.braced',
    'Frame',
    ['braced', 'not braced'],
    (i) => i.column.braced,
    (i, v) => column(i, { braced: v }),
  ),
  choice(
    'plate.shape',
    'Plate shape',
    [
      ['rectangle', 'rectangle'],
      ['circle', 'circle'],
    ],
    (i) => i.plate.shape,
    (i, v) => withShape(i, v as 'circle'),
  ),
  mm(
    'plate.t',
    'Plate thickness',
    't_p',
    [12, 15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80],
    (i) => i.plate.t,
    (i, v) => plate(i, { t: v }),
  ),
  { ...mm('plate.h', 'Plate along z', 'h_p', range(150, 1200, 10), plateH, (i, v) => plate(i, { h: v })), applies: rectangular },
  { ...mm('plate.b', 'Plate along y', 'b_p', range(150, 1200, 10), plateB, (i, v) => plate(i, { b: v })), applies: rectangular },
  {
    ...mm(
      'plate.D',
      'Plate diameter',
      'D_p',
      range(200, 1200, 10),
      (i) => i.plate.D ?? 0,
      (i, v) => plate(i, { D: v }),
    ),
    applies: (i) => !rectangular(i),
  },
  grade(
    'plate.grade',
    'Plate steel',
    (i) => i.plate.steel.grade,
    (i, v) => plate(i, { steel: { grade: v } }),
  ),
  mm(
    'plate.y',
    'Plate off the column, y',
    '',
    range(-100, 100, 10),
    (i) => i.plate.y,
    (i, v) => plate(i, { y: v }),
  ),
  mm(
    'plate.z',
    'Plate off the column, z',
    '',
    range(-100, 100, 10),
    (i) => i.plate.z,
    (i, v) => plate(i, { z: v }),
  ),
  // The anchors stay where they are: the plate grows at its edges.
  {
    ...mm(
      'edge.z',
      'Edge distance along z',
      '',
      range(30, 150, 5),
      (i) => edgeOf(i, 'z'),
      (i, v) => plate(i, { h: spanOf(rowsOf(i), 'z') + 2 * v }),
    ),
    applies: (i) => inRows(i) && rectangular(i),
  },
  {
    ...mm(
      'edge.y',
      'Edge distance along y',
      '',
      range(30, 150, 5),
      (i) => edgeOf(i, 'y'),
      (i, v) => plate(i, { b: spanOf(rowsOf(i), 'y') + 2 * v }),
    ),
    applies: (i) => inRows(i) && rectangular(i),
  },
  choice(
    'pattern.type',
    'Anchors stand',
    [
      ['rows', 'in rows'],
      ['circle', 'on a circle'],
      ['none', 'nowhere: no anchors'],
    ],
    (i) => i.anchors.pattern.type,
    (i, v) => withPattern(i, v as 'rows'),
  ),
  {
    ...number(
      'pattern.n_z',
      'Rows along z',
      range(1, 8, 1),
      (i) => rowsOf(i).n_z,
      (i, v) =>
        pattern(i, {
          n_z: v,
          ...(v > 1 && rowsOf(i).s_z < i.anchors.d ? { s_z: Math.round((plateH(i) - 5 * i.anchors.d) / (v - 1)) } : {}),
        }),
    ),
    applies: inRows,
  },
  {
    ...number(
      'pattern.n_y',
      'Anchors a row, along y',
      range(1, 8, 1),
      (i) => rowsOf(i).n_y,
      (i, v) =>
        pattern(i, {
          n_y: v,
          ...(v > 1 && rowsOf(i).s_y < i.anchors.d ? { s_y: Math.round((plateB(i) - 5 * i.anchors.d) / (v - 1)) } : {}),
        }),
    ),
    applies: inRows,
  },
  {
    ...mm(
      'pattern.s_z',
      'Spacing along z',
      's_z',
      range(80, 1000, 10),
      (i) => rowsOf(i).s_z,
      (i, v) => pattern(i, { s_z: v }),
    ),
    applies: (i) => inRows(i) && rowsOf(i).n_z > 1,
  },
  {
    ...mm(
      'pattern.s_y',
      'Spacing along y',
      's_y',
      range(80, 1000, 10),
      (i) => rowsOf(i).s_y,
      (i, v) => pattern(i, { s_y: v }),
    ),
    applies: (i) => inRows(i) && rowsOf(i).n_y > 1,
  },
  {
    ...choice(
      'pattern.full',
      'Pattern',
      [
        [false, 'edge rows only'],
        [true, 'full grid'],
      ],
      (i) => rowsOf(i).full,
      (i, v) => pattern(i, { full: v === true }),
    ),
    applies: (i) => inRows(i) && rowsOf(i).n_y > 2 && rowsOf(i).n_z > 2,
  },
  {
    ...number(
      'pattern.n',
      'Anchors on the circle',
      [4, 6, 8, 10, 12, 16],
      (i) => circleOf(i).n,
      (i, v) => pattern(i, { n: v }),
    ),
    applies: onCircle,
  },
  {
    ...mm(
      'pattern.R',
      'Radius of the circle',
      'R',
      range(80, 800, 5),
      (i) => circleOf(i).R,
      (i, v) => pattern(i, { R: v }),
    ),
    applies: onCircle,
  },
  {
    ...number(
      'pattern.start',
      'First anchor, degrees from +y',
      [0, 15, 22.5, 30, 45],
      (i) => circleOf(i).start,
      (i, v) => pattern(i, { start: v }),
    ),
    applies: onCircle,
  },
  mm(
    'anchors.y',
    'Anchors off the plate, y',
    '',
    range(-100, 100, 10),
    (i) => i.anchors.y,
    (i, v) => anchors(i, { y: v }),
  ),
  mm(
    'anchors.z',
    'Anchors off the plate, z',
    '',
    range(-100, 100, 10),
    (i) => i.anchors.z,
    (i, v) => anchors(i, { z: v }),
  ),
  {
    id: 'anchors.d',
    label: 'Anchor size',
    quantity: 'none',
    type: 'choice',
    options: ({ materials }) => materials.anchors.diameters.map((value) => ({ value, label: boltName(value) })),
    get: (i) => i.anchors.d,
    set: (i, v) =>
      anchors(
        { ...i, anchors: without(i.anchors, 'A_s', 'A_brg') as I['anchors'] },
        {
          d: Number(v),
          hole: Number(v) + i.anchors.hole - i.anchors.d,
          ...(i.anchors.type === 'washer' ? washerFor(Number(v)) : {}),
          // A heavy hex head grows with its rod.
          ...(i.anchors.type === 'headed' && i.anchors.head === headOf(i.anchors.d).head ? headOf(Number(v)) : {}),
        },
      ),
  },
  {
    id: 'anchors.cls',
    label: 'Class',
    quantity: 'none',
    type: 'choice',
    options: ({ materials }) => materials.anchors.classes.map((value) => ({ value, label: value })),
    get: (i) => i.anchors.cls ?? '',
    set: (i, v) => ({ ...i, anchors: { ...without(i.anchors, 'f_yb', 'f_ub'), cls: String(v) } as I['anchors'] }),
  },
  choice(
    'anchors.type',
    'Anchor',
    [
      ['washer', 'cast in, end plate'],
      ['headed', 'cast in, headed'],
      ['straight', 'cast in, straight'],
      ['hooked', 'cast in, hooked'],
      ['bonded', 'post-installed, bonded'],
    ],
    (i) => i.anchors.type,
    (i, v) => withType(i, v as I['anchors']['type']),
  ),
  mm(
    'anchors.h_ef',
    'Embedment',
    'h_ef',
    range(100, 1500, 10),
    (i) => i.anchors.h_ef,
    (i, v) => anchors(i, { h_ef: v }),
  ),
  {
    ...mm(
      'anchors.head',
      'Head diameter or plate side',
      '',
      range(20, 200, 5),
      (i) => i.anchors.head ?? 0,
      (i, v) => anchors({ ...i, anchors: without(i.anchors, 'A_brg') as I['anchors'] }, { head: v }),
    ),
    applies: headed,
  },
  {
    ...mm(
      'anchors.head_t',
      'Thickness of it',
      '',
      [8, 10, 12, 15, 16, 18, 20, 25, 30],
      (i) => i.anchors.head_t ?? 0,
      (i, v) => anchors(i, { head_t: v }),
    ),
    applies: headed,
  },
  mm(
    'anchors.hole',
    'Hole in the plate',
    'd_0',
    range(10, 90, 1),
    (i) => i.anchors.hole,
    (i, v) => anchors(i, { hole: v }),
  ),
  yesNo(
    'anchors.welded',
    'Washers',
    ['welded to the plate', 'loose'],
    (i) => i.anchors.washers_welded,
    (i, v) => anchors(i, { washers_welded: v }),
  ),
  mm(
    'anchors.washer_t',
    'Washer thickness',
    '',
    [5, 8, 10, 12, 15, 20],
    (i) => i.anchors.washer_t,
    (i, v) => anchors(i, { washer_t: v }),
  ),
  open(
    'anchors.L_b',
    'Free length (0: by the rule)',
    range(100, 1000, 10),
    (i) => i.anchors.L_b,
    (i, v) => ({ ...i, anchors: drop({ ...i.anchors, L_b: v }) as I['anchors'] }),
  ),
  {
    ...yesNo(
      'anchors.ribbed',
      'Surface',
      ['ribbed', 'plain'],
      (i) => i.anchors.ribbed,
      (i, v) => anchors(i, { ribbed: v }),
    ),
    applies: bar,
  },
  {
    ...yesNo(
      'anchors.bond',
      'Bond',
      ['good', 'poor'],
      (i) => i.anchors.good_bond,
      (i, v) => anchors(i, { good_bond: v }),
    ),
    applies: bar,
  },
  choice(
    'anchors.tension',
    'Steel in tension by',
    [
      ['EN 1992-4', 'EN 1992-4'],
      ['EN 1993-1-8', 'EN 1993-1-8, as a bolt'],
    ],
    (i) => i.anchors.tension_rule,
    (i, v) => anchors(i, { tension_rule: v as 'EN 1992-4' }),
  ),
  choice(
    'anchors.shear',
    'Steel in shear by',
    [
      ['EN 1992-4', 'EN 1992-4'],
      ['EN 1993-1-8', 'EN 1993-1-8, in grout'],
    ],
    (i) => i.anchors.shear_rule,
    (i, v) => anchors(i, { shear_rule: v as 'EN 1992-4' }),
  ),
  {
    ...yesNo(
      'anchors.cut',
      'Threads',
      ['cut, not to EN 1090', 'rolled, or cut to EN 1090'],
      (i) => i.anchors.cut_threads,
      (i, v) => anchors(i, { cut_threads: v }),
    ),
    applies: (i) => i.anchors.tension_rule === 'EN 1993-1-8',
  },
  {
    ...stress(
      'product.tau',
      'tau_Rk of the product',
      range(3, 25, 1),
      (i) => i.anchors.product.tau_Rk ?? 0,
      (i, v) => product(i, { tau_Rk: v }),
    ),
    applies: bonded,
  },
  {
    ...stress(
      'product.tau_ucr',
      'tau_Rk,ucr in C20/25',
      range(3, 25, 1),
      (i) => i.anchors.product.tau_Rk_ucr ?? 0,
      (i, v) => product(i, { tau_Rk_ucr: v }),
    ),
    applies: bonded,
  },
  {
    ...number(
      'product.inst',
      'gamma_inst',
      [1, 1.2, 1.4],
      (i) => i.anchors.product.gamma_inst,
      (i, v) => product(i, { gamma_inst: v }),
    ),
    applies: bonded,
  },
  {
    ...number(
      'product.sus',
      'alpha_sus, permanent share',
      [0, 0.2, 0.4, 0.6, 0.8, 1],
      (i) => i.anchors.product.alpha_sus,
      (i, v) => product(i, { alpha_sus: v }),
    ),
    applies: bonded,
  },
  {
    ...number(
      'product.sus0',
      'psi_sus,0 of the product',
      [0.6, 0.7, 0.8, 1],
      (i) => i.anchors.product.psi_sus_0,
      (i, v) => product(i, { psi_sus_0: v }),
    ),
    applies: bonded,
  },
  open(
    'product.c_cr',
    'c_cr,sp (0: assumed)',
    range(100, 1000, 10),
    (i) => i.anchors.product.c_cr_sp,
    (i, v) => anchors(i, { product: drop({ ...i.anchors.product, c_cr_sp: v }) as I['anchors']['product'] }),
  ),
  open(
    'product.h_min',
    'h_min (0: assumed)',
    range(100, 2000, 10),
    (i) => i.anchors.product.h_min,
    (i, v) => anchors(i, { product: drop({ ...i.anchors.product, h_min: v }) as I['anchors']['product'] }),
  ),
  open(
    'product.c_min',
    'c_min (0: not given)',
    range(50, 500, 5),
    (i) => i.anchors.product.c_min,
    (i, v) => anchors(i, { product: drop({ ...i.anchors.product, c_min: v }) as I['anchors']['product'] }),
  ),
  open(
    'product.s_min',
    's_min (0: not given)',
    range(50, 500, 5),
    (i) => i.anchors.product.s_min,
    (i, v) => anchors(i, { product: drop({ ...i.anchors.product, s_min: v }) as I['anchors']['product'] }),
  ),
  ...barFields('bars', 'Hanger bars across the cone', 'cone'),
  ...barFields('loops', 'Loops across the body of an edge', 'edge body'),
  stress(
    'concrete.f_ck',
    'Concrete strength',
    [20, 25, 28, 30, 32, 35, 40, 45, 50],
    (i) => i.concrete.f_ck,
    (i, v) => concrete(i, { f_ck: v }),
  ),
  open(
    'concrete.B_z',
    'Block along z (0: no edge)',
    range(300, 4000, 50),
    (i) => i.concrete.B_z,
    (i, v) => ({ ...i, concrete: drop({ ...i.concrete, B_z: v }) as I['concrete'] }),
  ),
  open(
    'concrete.B_y',
    'Block along y (0: no edge)',
    range(300, 4000, 50),
    (i) => i.concrete.B_y,
    (i, v) => ({ ...i, concrete: drop({ ...i.concrete, B_y: v }) as I['concrete'] }),
  ),
  open(
    'concrete.H',
    'Block depth (0: very deep)',
    range(200, 3000, 50),
    (i) => i.concrete.H,
    (i, v) => ({ ...i, concrete: drop({ ...i.concrete, H: v }) as I['concrete'] }),
  ),
  mm(
    'concrete.z',
    'Block centre off the column, z',
    '',
    range(-500, 500, 10),
    (i) => i.concrete.z,
    (i, v) => concrete(i, { z: v }),
  ),
  mm(
    'concrete.y',
    'Block centre off the column, y',
    '',
    range(-500, 500, 10),
    (i) => i.concrete.y,
    (i, v) => concrete(i, { y: v }),
  ),
  yesNo(
    'concrete.cracked',
    'Concrete',
    ['cracked', 'uncracked'],
    (i) => i.concrete.cracked,
    (i, v) => concrete(i, { cracked: v }),
  ),
  yesNo(
    'concrete.split',
    'Bars against splitting',
    ['yes', 'none'],
    (i) => i.concrete.splitting_bars,
    (i, v) => concrete(i, { splitting_bars: v }),
  ),
  choice(
    'concrete.edge',
    'Edge reinforcement',
    [
      ['none', 'none'],
      ['stirrups', 'edge bar and stirrups to 100 mm'],
    ],
    (i) => i.concrete.edge_bars,
    (i, v) => concrete(i, { edge_bars: v as 'none' }),
  ),
  yesNo(
    'concrete.mesh',
    'Bars near the anchors',
    ['150 mm apart or more', 'closer, or not known'],
    (i) => i.concrete.wide_mesh,
    (i, v) => concrete(i, { wide_mesh: v }),
  ),
  number(
    'concrete.alpha',
    'alpha as given (0: from the block)',
    [0, 1, 1.5, 2, 2.5, 3],
    (i) => i.concrete.alpha ?? 0,
    (i, v) => ({ ...i, concrete: drop({ ...i.concrete, alpha: v > 0 ? v : undefined }) as I['concrete'] }),
  ),
  mm(
    'grout.t',
    'Grout',
    't_g',
    [10, 20, 25, 30, 35, 40, 50, 60],
    (i) => i.grout.t,
    (i, v) => grout(i, { t: v }),
  ),
  stress(
    'grout.f_ck',
    'Grout strength',
    [25, 30, 35, 40, 50, 60],
    (i) => i.grout.f_ck,
    (i, v) => grout(i, { f_ck: v }),
  ),
  number(
    'grout.C_fd',
    'Friction (0: that of the standard)',
    [0, 0.2, 0.3, 0.4, 0.55, 0.7],
    (i) => i.grout.C_fd ?? 0,
    (i, v) => ({ ...i, grout: drop({ ...i.grout, C_fd: v > 0 ? v : undefined }) }),
  ),
  {
    ...yesNo(
      'grout.source',
      'Where it comes from',
      [TESTS, 'not said'],
      (i) => Boolean(i.grout.source),
      (i, v) => ({ ...i, grout: drop({ ...i.grout, source: v ? (i.grout.source ?? TESTS) : undefined }) }),
    ),
    applies: (i) => (i.grout.C_fd ?? 0) > 0.2,
  },
  choice(
    'shear.path',
    'Shear goes by',
    [
      ['friction+anchors', 'friction, rest by anchors'],
      ['friction', 'friction alone'],
      ['anchors', 'anchors alone'],
      ['friction+key', 'friction, rest by a key'],
      ['key', 'a key alone'],
    ],
    (i) => i.shear.path,
    (i, v) => ({
      ...i,
      shear: {
        ...i.shear,
        path: v as I['shear']['path'],
        ...(String(v).endsWith('key') && !i.shear.key ? { key: { ...USUAL_KEY, depth: Math.max(150, i.grout.t + 100) } } : {}),
      },
    }),
  ),
  choice(
    'shear.N_from',
    'Friction counts on',
    [
      ['column', 'the compression of the column'],
      ['contact', 'the force of the contact'],
    ],
    (i) => i.shear.N_from,
    (i, v) => ({ ...i, shear: { ...i.shear, N_from: v as 'column' } }),
  ),
  {
    ...choice(
      'key.type',
      'Shear key',
      [
        ['I', 'I stub'],
        ['plate', 'plate'],
      ],
      (i) => i.shear.key?.type ?? 'I',
      (i, v) => ({
        ...i,
        shear: {
          ...i.shear,
          key: {
            ...without(i.shear.key ?? USUAL_KEY, 'h', 'tw', 'tf', 't'),
            type: v as Key['type'],
            ...(v === 'plate' ? { t: 30 } : { h: 120, tw: 8, tf: 12 }),
          } as Key,
        },
      }),
    ),
    applies: withKey,
  },
  {
    ...choice(
      'key.along',
      'Key works along',
      [
        ['z', 'z'],
        ['y', 'y'],
      ],
      (i) => i.shear.key?.along ?? 'z',
      (i, v) => key(i, { along: v as 'z' }),
    ),
    applies: withKey,
  },
  keyField('depth', 'Key depth below the plate', range(60, 400, 10)),
  keyField('b', 'Key width across the shear', range(60, 400, 10)),
  keyField('h', 'Key section depth', range(60, 400, 10), 'I'),
  keyField('tw', 'Key web', [6, 8, 10, 12, 15], 'I'),
  keyField('tf', 'Key flange', [8, 10, 12, 15, 20, 25], 'I'),
  keyField('t', 'Key thickness', [15, 20, 25, 30, 40, 50, 60], 'plate'),
  keyField('a', 'Key weld throat', [4, 5, 6, 8, 10]),
  choice(
    'weld.type',
    'Column weld',
    [
      ['fillet', 'fillet'],
      ['butt', 'full penetration butt'],
    ],
    (i) => i.weld.type,
    (i, v) => weld(i, { type: v as 'fillet' }),
  ),
  {
    ...mm(
      'weld.a_f',
      'Throat, flanges or walls',
      'a',
      [3, 4, 5, 6, 7, 8, 10, 12, 15],
      (i) => i.weld.a_f,
      (i, v) => weld(i, { a_f: v }),
    ),
    applies: (i) => i.weld.type === 'fillet',
  },
  {
    ...mm(
      'weld.a_w',
      'Throat, web',
      'a',
      [3, 4, 5, 6, 7, 8, 10, 12],
      (i) => i.weld.a_w,
      (i, v) => weld(i, { a_w: v }),
    ),
    applies: (i) => i.weld.type === 'fillet',
  },
  {
    ...choice(
      'weld.method',
      'Weld method',
      [
        ['job', 'as the job'],
        ['directional', 'directional'],
        ['simplified', 'simplified'],
      ],
      (i) => i.weld.method,
      (i, v) => weld(i, { method: v as 'job' }),
    ),
    applies: (i) => i.weld.type === 'fillet',
  },
  {
    ...yesNo(
      'weld.bearing',
      'Column end',
      ['machined, bears on the plate', 'compression by the welds'],
      (i) => i.weld.bearing,
      (i, v) => weld(i, { bearing: v }),
    ),
    applies: (i) => i.weld.type === 'fillet',
  },
  choice(
    'options.method',
    'Method',
    [
      ['auto', 'as fits'],
      ['lever-arm', 'lever arm'],
      ['section', 'general section'],
    ],
    (i) => i.options.method,
    (i, v) => options(i, { method: v as 'auto' }),
  ),
  choice(
    'options.law',
    'Concrete',
    [
      ['winkler', 'elastic'],
      ['parabola', 'parabola'],
      ['uniform', 'uniform block'],
    ],
    (i) => i.options.law,
    (i, v) => options(i, { law: v as 'winkler' }),
  ),
  choice(
    'options.contact',
    'Contact',
    [
      ['effective', 'effective area'],
      ['full', 'whole plate'],
    ],
    (i) => i.options.contact,
    (i, v) => options(i, { contact: v as 'full' }),
  ),
  choice(
    'options.prying',
    'Prying',
    [
      ['strict', 'strict, 6.2.6.11(2)'],
      ['table-6.2', 'Table 6.2'],
    ],
    (i) => i.options.prying,
    (i, v) => options(i, { prying: v as 'strict' }),
  ),
  choice(
    'options.loaded',
    'Loaded area of alpha',
    [
      ['plate', 'the plate'],
      ['effective', 'the effective area'],
    ],
    (i) => i.options.loaded_area,
    (i, v) => options(i, { loaded_area: v as 'plate' }),
  ),
  choice(
    'options.shape',
    'Spread of alpha',
    [
      ['equal', 'the same shape'],
      ['separate', 'each way for itself'],
    ],
    (i) => i.options.alpha_shape,
    (i, v) => options(i, { alpha_shape: v as 'equal' }),
  ),
  yesNo(
    'options.psi_M',
    'Compression helps the cone',
    ['counted', 'not counted'],
    (i) => i.options.psi_M,
    (i, v) => options(i, { psi_M: v }),
  ),
];
/** Choices of EN 1993-1-8, EN 1992-1-1 and EN 1992-4 alone. */
const TO_EN = new Set([
  'anchors.type',
  'anchors.ribbed',
  'anchors.bond',
  'anchors.L_b',
  'anchors.tension',
  'anchors.shear',
  'anchors.cut',
  'concrete.split',
  'concrete.mesh',
  'grout.source',
  'shear.path',
  'shear.N_from',
  'key.type',
  'key.along',
  'key.h',
  'key.tw',
  'key.tf',
  'key.a',
  'weld.a_f',
  'weld.a_w',
  'weld.method',
]);
const toEn = (id: string): boolean => TO_EN.has(id) || /^(options|product|bars|loops)\./.test(id);
const allFields = [...all.map((f) => (toEn(f.id) ? { ...f, under: [en1993.id] } : f)), ...aiscBaseFields];
/** What a base without anchors has no use for is not asked. */
export const baseFields: readonly Field<I>[] = allFields.map((f) =>
  f.id.startsWith('anchors.') ? { ...f, applies: (i: I) => anyAnchor(i) && (f.applies?.(i) ?? true) } : f,
);

/** Washer plate that suits an anchor: 3.5 d wide and 0.6 d thick (basis 16.2). */
export const washerFor = (d: number): { head: number; head_t: number } => ({
  head: Math.ceil((3.5 * d) / 5) * 5,
  head_t: Math.ceil(0.6 * d),
});

function withType(i: I, type: I['anchors']['type']): I {
  const a = i.anchors;
  const { d } = a;
  const bare = without(a, 'head', 'head_t', 'A_brg') as I['anchors'];
  if (type === 'washer') return { ...i, anchors: { ...bare, type, ...washerFor(d) } };
  if (type === 'headed')
    return { ...i, anchors: { ...bare, type, head: Math.ceil((2 * d) / 5) * 5 + 5, head_t: Math.ceil(0.7 * d) } };
  if (type === 'bonded')
    return {
      ...i,
      anchors: {
        ...bare,
        type,
        product: {
          ...a.product,
          tau_Rk: a.product.tau_Rk ?? 7,
          tau_Rk_ucr: a.product.tau_Rk_ucr ?? 11,
          gamma_inst: Math.max(a.product.gamma_inst, 1.2),
        },
      },
    };
  return { ...i, anchors: { ...bare, type } };
}

const moreRows =
  (by: 1 | -1, along: 'n_y' | 'n_z') =>
  (i: I): I | null => {
    if (!inRows(i)) return null;
    const p = i.anchors.pattern;
    const n = p[along] + by;
    if (n < 1) return null;
    const s = along === 'n_y' ? 's_y' : 's_z';
    // The outer rows stay where they are, and the others share the room between them.
    const span = spanOf(p, along === 'n_y' ? 'y' : 'z') || (along === 'n_y' ? plateB(i) : plateH(i)) - 5 * i.anchors.d;
    return pattern(i, { [along]: n, [s]: n > 1 ? Math.round((span / (n - 1)) * 10) / 10 : 0 });
  };
export const baseEdits: readonly Edit<I>[] = [
  { id: 'row.add', label: 'Add an anchor row', apply: moreRows(1, 'n_z') },
  { id: 'row.remove', label: 'Remove an anchor row', apply: moreRows(-1, 'n_z') },
  { id: 'line.add', label: 'Add an anchor to each row', apply: moreRows(1, 'n_y') },
  { id: 'line.remove', label: 'Remove an anchor from each row', apply: moreRows(-1, 'n_y') },
  {
    id: 'ring.add',
    label: 'Add an anchor to the circle',
    apply: (i) => (onCircle(i) ? pattern(i, { n: circleOf(i).n + 1 }) : null),
  },
  {
    id: 'ring.remove',
    label: 'Remove an anchor from the circle',
    apply: (i) => (onCircle(i) && circleOf(i).n > 3 ? pattern(i, { n: circleOf(i).n - 1 }) : null),
  },
];

export const baseField = (id: string): Field<I> => baseFields.find((f) => f.id === id)!;
