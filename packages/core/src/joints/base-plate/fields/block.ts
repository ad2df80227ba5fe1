import { range } from '../../field-makers.ts';
import type { Field } from '../../kind.ts';
import { choice, concrete, drop, grout, mm, number, open, stress, TESTS, yesNo, type I } from './parts.ts';

/** Concrete, block and grout. */
export const blockFields: readonly Field<I>[] = [
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
];
