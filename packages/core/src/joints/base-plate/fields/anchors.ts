import { boltName } from '../../../units/system.ts';
import { headOf } from '../aisc360/heads.ts';
import { range } from '../../field-makers.ts';
import type { Field } from '../../kind.ts';
import { washerFor, withType } from './types.ts';
import {
  anchors,
  bar,
  bonded,
  choice,
  circleOf,
  drop,
  headed,
  inRows,
  mm,
  number,
  onCircle,
  open,
  pattern,
  plateB,
  plateH,
  product,
  rowsOf,
  stress,
  without,
  withPattern,
  yesNo,
  type I,
} from './parts.ts';

/** The anchors: where they stand, what they are, how they hold. */
export const anchorFields: readonly Field<I>[] = [
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
];
