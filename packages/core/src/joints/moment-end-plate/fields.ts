import { fieldMakers, PLATE_STEPS, range } from '../field-makers.ts';
import type { Edit, Field } from '../kind.ts';
import { european, open, parts, pick, size, steel, THROATS, toggle, written } from './field-parts.ts';
import { aiscMomentFields } from './aisc360/fields.ts';
import type { HaunchInput, MomentPlateInput, StiffenerInput, WebPlateInput } from './input.ts';

type I = MomentPlateInput;
const { boltClass, boltSize } = fieldMakers<I>();

const atColumn = (i: I): boolean => i.form === 'column';
const section = (part: 'beam' | 'column', label: string): Field<I> => ({
  id: `${part}.section`,
  label,
  quantity: 'none',
  type: 'section',
  shapes: ['I'],
  get: (i) => i[part]?.section ?? '',
  set: (i, v) => {
    const { h: _h, b: _b, tw: _tw, tf: _tf, r: _r, A: _A, a: _a, ...rest } = i[part]!;
    return { ...i, [part]: { ...rest, section: String(v) } };
  },
  ...(part === 'column' ? { applies: atColumn } : {}),
});

/** A new pair of stiffeners: as wide as the flange of the beam asks, in the steel of the column. */
export const newStiffener = (i: I, width: number): StiffenerInput => ({
  b: width,
  t: 10,
  a: 5,
  depth: 'full',
  fitted: true,
  steel: i.column?.steel ?? i.plate.steel,
});
const newHaunch = (i: I): HaunchInput => ({
  h: 250,
  l: 600,
  b: i.beam.b ?? 180,
  tf: Math.max(12, i.beam.tf ?? 12),
  tw: Math.max(10, i.beam.tw ?? 10),
  steel: i.beam.steel,
  tip: false,
});
const newWebPlate = (i: I): WebPlateInput => ({ t: 12, b: 200, sides: 1, weld: 'butt', steel: i.column?.steel ?? i.plate.steel });

function stiffenerFields(at: 'top' | 'bottom', words: string): Field<I>[] {
  const path = `stiffeners.${at}`;
  const applies = (i: I): boolean => i.stiffeners[at] !== undefined;
  return [
    parts(`${path}`, `Column stiffener ${words}`, path, 'none', 'a pair', (i) => newStiffener(i, 80), atColumn),
    size(`${path}.b`, `Stiffener ${words}: outstand`, 'b_s', range(40, 200, 5), { applies }),
    size(`${path}.t`, `Stiffener ${words}: thickness`, 't_s', PLATE_STEPS, { applies }),
    ...european([size(`${path}.a`, `Stiffener ${words}: throat`, 'a_s', THROATS, { applies })]),
    pick(
      `${path}.depth`,
      `Stiffener ${words}: depth`,
      [
        ['full', 'full depth'],
        ['half', 'half depth'],
      ],
      { applies },
    ),
    toggle(`${path}.fitted`, `Stiffener ${words}: fitted for contact`, { applies }),
    steel(`${path}.grade`, `${path}.steel`, `Stiffener ${words}: steel`, { applies }),
  ];
}

const filleted = (i: I): boolean => i.welds.flanges !== 'butt';
const haunched = (i: I): boolean => i.haunch !== undefined;
const plated = (i: I): boolean => i.web_plate !== undefined;
const framed = (i: I): boolean => i.frame !== undefined;

/** Rows from the top of the joint. */
export const sortedRows = (i: I): I['rows'] => [...i.rows].sort((a, b) => b.y - a.y);
/** The heights of the rows over the top of the beam, read back; a row that stays keeps what it is for. Null where they are none. */
export function withHeights(i: I, typed: string): I | null {
  const list = typed
    .trim()
    .split(/[\s,;]+/)
    .map(Number);
  if (!list.length || list.some((y) => !Number.isFinite(y))) return null;
  const rows = [...new Set(list)].map((y) => ({ y, role: i.rows.find((r) => r.y === y)?.role ?? ('auto' as const) }));
  return { ...i, rows: rows.sort((p, q) => q.y - p.y) };
}

export const momentPlateFields: readonly Field<I>[] = [
  section('beam', 'Beam section'),
  steel('beam.grade', 'beam.steel', 'Beam steel'),
  section('column', 'Column section'),
  steel('column.grade', 'column.steel', 'Column steel', { applies: atColumn }),
  pick(
    'column.sides',
    'Beams on',
    [
      [1, 'one face'],
      [2, 'both faces'],
    ],
    { applies: atColumn, set: (i, v) => written(i, 'column.sides', Number(v)) },
  ),
  toggle('column.other_checked', 'Joint on the other face is checked', { applies: (i) => i.column?.sides === 2 }),
  open('column.end_above', 'Top of the beam to the end of the column', 'e_a', range(20, 300, 10), { applies: atColumn }),
  open('column.end_below', 'Foot of the beam to the end of the column', 'e_b', range(20, 300, 10), { applies: atColumn }),
  ...european([
    {
      ...open('column.sigma_com', "Greatest stress of the column's web", 'σ_com', range(50, 300, 25), { applies: atColumn }),
      quantity: 'stress',
    },
  ]),
  { ...size('plate.t', 'Plate thickness', 't_p', [...PLATE_STEPS, 30, 35, 40]), follows: 'plates' },
  size('plate.b', 'Plate width', 'b_p', range(120, 400, 10)),
  size('plate.top', 'Plate past the top flange', 'c_t', range(10, 150, 5)),
  size('plate.bottom', 'Plate past the bottom flange', 'c_b', range(10, 150, 5)),
  steel('plate.grade', 'plate.steel', 'Plate steel'),
  boltSize(
    (i) => i.bolts.d,
    (i, v) => written(i, 'bolts.d', v),
  ),
  boltClass(
    (i) => i.bolts.cls,
    (i, v) => written(i, 'bolts.cls', v),
  ),
  size('bolts.w', 'Gauge', 'w', range(70, 200, 10)),
  {
    id: 'rows',
    label: 'Rows, over the top of the beam',
    symbol: 'y',
    quantity: 'length',
    type: 'list',
    get: (i) =>
      sortedRows(i)
        .map((r) => Math.round(r.y * 1e6) / 1e6)
        .join(' '),
    set: (i, v) => withHeights(i, String(v)) ?? i,
  },
  ...european([
    pick(
      'rows.lowest',
      'Lowest row',
      [
        ['auto', 'counts in tension'],
        ['shear', 'for shear alone'],
      ],
      {
        get: (i) => sortedRows(i).at(-1)!.role,
        set: (i, v) => ({
          ...i,
          rows: sortedRows(i).map((r, k, all) => (k === all.length - 1 ? { ...r, role: v as 'auto' | 'shear' } : r)),
        }),
      },
    ),
  ]),
  toggle('bolts.threads_in_plane', 'Threads in the shear plane'),
  ...european([
    pick(
      'bolts.washers',
      'Washers of a bolt',
      [
        [2, 'under head and nut'],
        [1, 'under the nut'],
        [0, 'none'],
      ],
      { set: (i, v) => written(i, 'bolts.washers', Number(v)) },
    ),
    size('welds.top', 'Throat, top flange', 'a', THROATS, { applies: filleted }),
    size('welds.bottom', 'Throat, bottom flange', 'a', THROATS, { applies: filleted }),
    size('welds.web', 'Throat, web', 'a_w', THROATS),
    size('welds.haunch', 'Throat along the haunch', 'a_h', THROATS, {
      applies: haunched,
      get: (i) => i.welds.haunch ?? i.welds.web,
    }),
    pick('welds.design', 'Welds are designed for', [
      ['resistance', "the joint's resistance"],
      ['force', 'the forces of the combinations'],
      ['full', 'full strength'],
    ]),
    toggle('welds.sawn', 'Compression end sawn for contact'),
  ]),
  pick(
    'welds.flanges',
    'Welds of the flanges',
    [
      ['fillet', 'fillets'],
      ['butt', 'complete penetration'],
    ],
    { get: (i) => i.welds.flanges ?? 'fillet', set: (i, v) => written(i, 'welds.flanges', v === 'butt' ? v : undefined) },
  ),
  ...aiscMomentFields,
  ...stiffenerFields('top', 'at the top'),
  ...stiffenerFields('bottom', 'at the bottom'),
  parts('web_plate', 'Supplementary web plate', 'web_plate', 'none', 'one', newWebPlate, atColumn),
  size('web_plate.t', 'Thickness of the web plate', 't_s', PLATE_STEPS, { applies: plated }),
  size('web_plate.b', 'Width of the web plate', 'b_s', range(100, 600, 10), { applies: plated }),
  pick(
    'web_plate.sides',
    'Web plates',
    [
      [1, 'on one side'],
      [2, 'on both sides'],
    ],
    { applies: plated, set: (i, v) => written(i, 'web_plate.sides', Number(v)) },
  ),
  pick(
    'web_plate.weld',
    'Weld of the web plate',
    [
      ['butt', 'butt'],
      ['fillet', 'fillets'],
    ],
    { applies: plated },
  ),
  parts('haunch', 'Haunch under the beam', 'haunch', 'none', 'a haunch', newHaunch),
  size('haunch.h', 'Depth of the haunch', 'h_h', range(100, 600, 10), { applies: haunched }),
  size('haunch.l', 'Length of the haunch', 'l_h', range(300, 3000, 50), { applies: haunched }),
  size('haunch.b', 'Width of its flange', 'b_h', range(100, 400, 5), { applies: haunched }),
  size('haunch.tf', 'Flange of the haunch', 't_fh', PLATE_STEPS, { applies: haunched }),
  size('haunch.tw', 'Web of the haunch', 't_wh', PLATE_STEPS, { applies: haunched }),
  toggle('haunch.tip', 'Stiffener at its end', { applies: haunched }),
  steel('haunch.grade', 'haunch.steel', 'Haunch steel', { applies: haunched }),
  ...european([
    pick('options.prying', 'Prying is', [
      ['assume', 'assumed'],
      ['check', 'checked by the length of the bolts'],
    ]),
    pick('options.mode1', 'Mode 1 by', [
      ['method1', 'method 1'],
      ['method2', 'method 2, washers counted'],
    ]),
    pick('options.plastic', 'Plastic distribution', [
      ['en', 'limited by 1.9 F_t,Rd'],
      ['uk', 'limited where plates are thick'],
      ['off', 'not limited (not to the code)'],
    ]),
    pick('options.shear_rows', 'Rows that lose shear', [
      ['required', 'those that the moment needs'],
      ['all', 'all that pull'],
    ]),
    toggle('options.small_axial', 'The leave to neglect 5 % of axial force is accepted'),
    parts('frame', 'Frame, for the class of stiffness', 'frame', 'not given', 'given', () => ({ L_b: 7000, braced: true })),
    size('frame.L_b', 'Span of the beam', 'L_b', range(3000, 15000, 500), { applies: framed }),
    toggle('frame.braced', 'Braced', { applies: framed }),
  ]),
];

/** One row by its number from the top, as the drawing names it to move it. */
export function rowField(id: string): Field<I> | undefined {
  const number = Number(/^row\.(\d+)$/.exec(id)?.[1] ?? NaN);
  if (!(number >= 1)) return undefined;
  return {
    id,
    label: `Row ${number}, over the top of the beam`,
    symbol: 'y',
    quantity: 'length',
    type: 'number',
    steps: range(-3500, 400, 5),
    get: (i) => sortedRows(i)[number - 1]?.y,
    set: (i, v) => ({ ...i, rows: sortedRows(sortedAs(i, number - 1, Number(v))) }),
  };
}
const sortedAs = (i: I, index: number, y: number): I => ({
  ...i,
  rows: sortedRows(i).map((r, k) => (k === index ? { ...r, y } : r)),
});

/** Usual distance between two rows, mm. */
const pitchOf = (i: I): number => (i.bolts.d > 24 ? 110 : i.bolts.d > 20 ? 90 : 70);

/** A row more inside, under the rows at the top flange. */
export function withRow(i: I): I | null {
  const rows = sortedRows(i);
  const inside = rows.filter((r) => r.y < 0);
  if (!inside.length) return null;
  const pitch = pitchOf(i);
  // Under the last of the rows that stand together at the top; halfway where the next one is near.
  let k = 0;
  while (k + 1 < inside.length && inside[k]!.y - inside[k + 1]!.y <= 1.5 * pitch) k += 1;
  const next = inside[k + 1];
  const y = inside[k]!.y - pitch;
  if (next && y - next.y < 0.8 * pitch) return null;
  return { ...i, rows: [...rows, { y, role: 'auto' as const }].sort((a, b) => b.y - a.y) };
}

export function withoutRow(i: I): I | null {
  const rows = sortedRows(i);
  if (rows.length < 2) return null;
  const inside = rows.filter((r) => r.y < 0);
  const gone = inside.length > 2 ? inside[inside.length - 2]! : rows[0]!;
  return { ...i, rows: rows.filter((r) => r !== gone) };
}

export const momentPlateEdits: readonly Edit<I>[] = [
  { id: 'row.add', label: 'Add a bolt row', apply: withRow },
  { id: 'row.remove', label: 'Remove a bolt row', apply: withoutRow },
];
