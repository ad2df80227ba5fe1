import type { Callout } from '../../drawing/index.ts';
import { BEAM_AT_GAP, BOLTED_SUPPORT } from '../beam-end/callouts.ts';

/** What stands behind each callout: the fields that it opens. */
export const cleatsCallouts: readonly Callout[] = [
  {
    id: 'cleat',
    title: 'Cleats',
    fields: [
      'cleat.size',
      'arrangement',
      'fixing',
      'cleat.h',
      'plate.grade',
      'cleat.top',
      'cleat.leg_web',
      'cleat.leg_support',
      'cleat.t',
      'cleat.r',
    ],
  },
  {
    id: 'bolts',
    title: 'Bolts in the web',
    fields: [
      'bolts.d',
      'bolts.cls',
      'bolts.n1',
      'bolts.p1',
      'bolts.n2',
      'bolts.p2',
      'cleat.e1',
      'cleat.e1_bot',
      'cleat.e2',
      'bolts.threads',
      'bolts.category',
      'bolts.friction',
      'holes.cleat',
      'holes.web',
      'bolts.packing',
    ],
  },
  {
    id: 'support-bolts',
    title: 'Bolts in the support',
    fields: [
      'bolts.d',
      'bolts.cls',
      'support_bolts.n1',
      'support_bolts.p1',
      'bolts.p3',
      'support_bolts.e1',
      'support_bolts.e1_bot',
      'holes.leg',
      'holes.support',
    ],
  },
  { id: 'weld', title: 'Weld', fields: ['weld.s', 'fixing'] },
  BEAM_AT_GAP,
  BOLTED_SUPPORT,
];
