import type { Callout } from '../../drawing/index.ts';

const STIFFENER = (at: 'top' | 'bottom'): readonly string[] =>
  ['', '.b', '.t', '.a', '.w', '.depth', '.fitted', '.grade'].map((k) => `stiffeners.${at}${k}`);

export const momentCallouts: readonly Callout[] = [
  {
    id: 'plate',
    title: 'Plate',
    fields: ['plate.t', 'plate.b', 'plate.top', 'plate.bottom', 'plate.grade', 'rib', 'rib.t', 'rib.l', 'rib.grade'],
  },
  {
    id: 'bolts',
    title: 'Bolts',
    fields: ['bolts.d', 'bolts.cls', 'bolts.w', 'rows', 'rows.lowest', 'bolts.threads_in_plane', 'bolts.washers'],
  },
  {
    id: 'weld',
    title: 'Welds',
    fields: [
      'welds.flanges',
      ...['top', 'bottom', 'web', 'haunch', 'w_top', 'w_bottom', 'w_web', 'w_tension', 'design', 'sawn'].map((k) => `welds.${k}`),
    ],
  },
  {
    id: 'beam',
    title: 'Beam',
    fields: [
      'beam.section',
      'beam.grade',
      'haunch',
      'haunch.h',
      'haunch.l',
      'haunch.b',
      'haunch.tf',
      'haunch.tw',
      'haunch.grade',
      'haunch.tip',
      'frame',
      'frame.L_b',
      'frame.braced',
    ],
  },
  {
    id: 'support',
    title: 'Column',
    fields: [
      'column.section',
      'column.grade',
      'column.sides',
      'column.other_checked',
      'column.end_above',
      'column.end_below',
      'column.sigma_com',
      ...STIFFENER('top'),
      ...STIFFENER('bottom'),
      'web_plate',
      'web_plate.t',
      'web_plate.b',
      'web_plate.sides',
      'web_plate.weld',
    ],
  },
  {
    id: 'method',
    title: 'Method',
    fields: ['options.prying', 'options.mode1', 'options.plastic', 'options.shear_rows', 'options.small_axial'],
  },
];
