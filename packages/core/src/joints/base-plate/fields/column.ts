import { range } from '../../field-makers.ts';
import type { Field } from '../../kind.ts';
import {
  choice,
  column,
  drop,
  edgeOf,
  grade,
  inRows,
  mm,
  open,
  plate,
  plateB,
  plateH,
  rectangular,
  rowsOf,
  spanOf,
  without,
  withShape,
  yesNo,
  type I,
} from './parts.ts';

export const COLUMN_SHAPES = ['I', 'RHS', 'CHS'] as const;

/** Column and plate. */
export const columnFields: readonly Field<I>[] = [
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
  {
    ...mm(
      'plate.t',
      'Plate thickness',
      't_p',
      [12, 15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80],
      (i) => i.plate.t,
      (i, v) => plate(i, { t: v }),
    ),
    follows: 'base_plates',
  },
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
];
