import type { Callout } from '../../drawing/index.ts';

/** The beam whose end stands off its support by a gap, bolted through its web. */
export const BEAM_AT_GAP: Callout = {
  id: 'beam',
  title: 'Beam',
  fields: [
    'beam.section',
    'beam.grade',
    'gap',
    'web.e2b',
    'notch.type',
    'notch.l_n',
    'notch.d_nt',
    'notch.d_nb',
    'beam.slope',
    'beam.skew',
  ],
};

/** The support that is bolted through, with what its other side holds. */
export const BOLTED_SUPPORT: Callout = {
  id: 'support',
  title: 'Support',
  fields: [
    'support.type',
    'support.section',
    'support.grade',
    'support.level',
    'support.drop',
    'support.other.V',
    'support.other.bolts',
    'support.other.n1',
    'support.other.p1',
    'support.other.p3',
    'support.other.drop',
    'support.e_top',
    'support.e_bottom',
    'support.e_side',
  ],
};
