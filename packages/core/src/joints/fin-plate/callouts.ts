import type { Callout } from '../../drawing/index.ts';
import { BEAM_AT_GAP } from '../beam-end/callouts.ts';

/** What stands behind each callout: the fields that it opens. */
export const finPlateCallouts: readonly Callout[] = [
  {
    id: 'plate',
    title: 'Plate',
    fields: [
      'fixing',
      'plate.side',
      'plate.lap',
      'plate.t',
      'plate.h',
      'plate.grade',
      'plate.top',
      'plate.e1',
      'plate.e1_bot',
      'plate.e2',
    ],
  },
  {
    id: 'bolts',
    title: 'Bolts',
    fields: [
      'bolts.d',
      'bolts.cls',
      'bolts.n1',
      'bolts.p1',
      'bolts.n2',
      'bolts.p2',
      'bolts.threads',
      'bolts.category',
      'bolts.friction',
      'holes.plate',
      'holes.web',
      'bolts.packing',
    ],
  },
  { id: 'weld', title: 'Weld', fields: ['weld.s', 'beam_weld.s'] },
  { ...BEAM_AT_GAP, fields: [...BEAM_AT_GAP.fields, 'slab.span'] },
  {
    id: 'support',
    title: 'Support',
    fields: [
      'support.type',
      'support.section',
      'support.hollow',
      'support.face',
      'support.grade',
      'support.level',
      'support.drop',
      'support.other.V',
      'support.other.depth',
    ],
  },
];
