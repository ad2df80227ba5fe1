import { boltedWebChecks } from '../../../standards/en1993/beam-web.ts';
import {
  netInteraction,
  plateBlockInteraction,
  pulledDepth,
  PULLED_WEB,
  webInteractions,
} from '../../../standards/en1993/axial.ts';
import { blockTearing } from '../../../standards/en1993/plates.ts';
import { pulledPartChecks, type PulledPart } from '../../../standards/en1993/tying.ts';
import {
  groupBearing,
  groupShear,
  groupSlip,
  plateDistances,
  tieBearing,
  tieShear,
  webBearingPart,
  webEdges,
  type BearingPart,
} from '../../../standards/en1993/web-bolts.ts';
import type { CheckDef } from '../../../checks/check.ts';
import { lappedStrut, webLapBending } from '../../../standards/en1993/lap.ts';
import { sheet, type CleatsCase } from './sheet.ts';
import { where } from './skips.ts';
import { beamWelds } from './welds.ts';

type Check = CheckDef<CleatsCase>;
const edge = webEdges(sheet);
const depth = pulledDepth(sheet, 'h_c');
const webBearing = webBearingPart(edge);
const cleatBearing: BearingPart<CleatsCase> = {
  id: 'cleat-bearing-web-leg',
  tieId: 'tie-bearing-cleat',
  part: 'web leg',
  k: 'c',
  share: 'n_c',
  ver: { end: 'e1_m', edge: 'e2' },
  hor: { end: 'e2', edge: 'e1_m' },
  has: plateDistances,
};
const pulledCleat: PulledPart = {
  id: 'cleat',
  part: 'cleats',
  t: 't_c',
  h: 'h_c',
  e_end: 'e2',
  e_edge: 'e1_m',
  d_v: 'd_v_c',
  d_h: 'd_h_c',
  f_y: 'f_y_c',
  f_u: 'f_u_c',
  count: 'n_c',
};

/** Shear of one leg: gross section beside the bolts, net through them, block. `k` names the leg's rows, hole and edge. */
export function legShear(o: {
  id: 'web-leg' | 'support-leg';
  part: string;
  n1: string;
  d_v: string;
  A_nt: string;
  A_nv: string;
  words: string;
}): { gross: Check; holes: Check[] } {
  const clause = 'EN 1993-1-1, 6.2.6';
  const section = (id: string) => {
    const s = sheet.section(id);
    const V = s.f('V_1', 'kN', 'V_Ed/n_c', 'reaction on one cleat');
    return { s, V };
  };
  const gross = section(`${o.id}-gross`);
  const grossA = gross.s.f('A_v', 'mm2', 'h_c*t_c', 'shear area of the leg', 'EN 1993-1-1, 6.2.6(3)');
  const grossV = gross.s.f(
    'V_Rd',
    'kN',
    'A_v*f_y_c/(1.27*sqrt(3)*gamma_M0)',
    'shear resistance; 1.27 covers the bending that goes with the shear',
    'EN 1993-1-1, 6.2.6(2)',
  );
  const net = section(`${o.id}-net`);
  const netA = net.s.f('A_v_net', 'mm2', `t_c*(h_c-${o.n1}*${o.d_v})`, 'shear area less one line of holes');
  const netV = net.s.f('V_Rd', 'kN', 'A_v_net*f_u_c/(sqrt(3)*gamma_M2)', 'shear resistance of the net section', clause);
  const block = section(`${o.id}-block`);
  const areas = [
    block.s.f('A_nt', 'mm2', o.A_nt, `net area in tension, ${o.words}`),
    block.s.f('A_nv', 'mm2', o.A_nv, 'net area in shear along the bolt line'),
  ];
  const blockV = blockTearing(block.s, 'V_Rd', 0.5, 'f_u_c', 'f_y_c', 'gamma_M2');
  const check = (id: string, title: string, c: string, run: Check['run']): Check => ({
    id: `${o.id}-${id}`,
    title: `${title}, ${o.part}`,
    clause: c,
    part: o.part,
    load: 'combination',
    run,
  });
  return {
    gross: check('gross', 'Gross shear', clause, (r) => (grossA(r), { demand: gross.V(r), resistance: grossV(r), unit: 'kN' })),
    holes: [
      check('net', 'Net shear', clause, (r) => (netA(r), { demand: net.V(r), resistance: netV(r), unit: 'kN' })),
      check('block', 'Block tearing', 'EN 1993-1-8, 3.10.2', (r) => {
        for (const f of areas) f(r);
        return { demand: block.V(r), resistance: blockV(r), unit: 'kN' };
      }),
    ],
  };
}

const leg = legShear({
  id: 'web-leg',
  part: 'web leg',
  n1: 'n1',
  d_v: 'd_v_c',
  A_nt: 't_c*(e2+B2-(n2-0.5)*d_h_c)',
  A_nv: 't_c*(h_c-e1-(n1-0.5)*d_v_c)',
  words: 'free edge to the first bolt line',
});
const [gross, net, block, secondLine, notch, buckling] = boltedWebChecks<CleatsCase>(sheet, 'd_v_w', 'd_h_w') as [
  Check,
  Check,
  Check,
  Check,
  Check,
  Check,
];
const [grossN, netN, blockN] = webInteractions<CleatsCase>(sheet, depth, edge) as [Check, Check, Check];

/** Web bolts, web legs and beam web. */
/*
 * V acts at the support face and turns about the bolts, or the welds, on the beam web: the leg between them carries V z in its plane
 * (basis 2.5 for a plate; the guides leave it out because usual legs are short).
 */
const bend = sheet.section('web-leg-bending');
const bendLever = [
  bend.f('z_leg', 'mm', 'z', 'support face to the middle of the web bolts'),
  bend.f('z_leg', 'mm', 'leg_w-x_w', 'support face to the centroid of the welds on the web'),
];
const bendLimit = bend.f('h_lim', 'mm', '2.73*z_leg', 'length from which shear governs before bending');
const bendW = bend.f('W_el', 'mm3', 't_c*h_c^2/6', 'elastic modulus of the leg');
const bendV1 = bend.f('V_1', 'kN', 'V_Ed/n_c', 'reaction on one cleat');
const bendV = bend.f(
  'V_Rd',
  'kN',
  'W_el*f_y_c/(z_leg*gamma_M0)',
  'reaction at which the leg yields in its plane',
  'EN 1993-1-1, 6.2.5',
);
const legBending: Check = {
  id: 'web-leg-bending',
  title: 'Bending of the web leg',
  clause: 'EN 1993-1-1, 6.2.5',
  part: 'web leg',
  load: 'combination',
  run: (r, c) => {
    if (!c.m.toBeam) beamWelds.centre(r);
    bendLever[c.m.toBeam ? 0 : 1]!(r);
    if (c.m.input.cleat.h >= bendLimit(r))
      return { skip: 'The cleat is long enough upright (h >= 2.73 z): shear governs before bending.' };
    bendW(r);
    return { demand: bendV1(r), resistance: bendV(r), unit: 'kN' };
  },
};

export const webSide: Check[] = [
  ...where('web bolts', [
    groupShear(sheet),
    groupBearing(sheet, cleatBearing),
    groupBearing<CleatsCase>(sheet, webBearing),
    groupSlip(sheet),
  ]),
  leg.gross,
  ...where('web bolts', leg.holes),
  legBending,
  gross,
  ...where('web bolts', [net, block, secondLine]),
  notch,
  buckling,
];

const pair = (c: CleatsCase): string | null => (c.single ? null : 'A cleat on each side of the web: the forces are in line.');

export const webSideAxial: Check[] = [
  lappedStrut<CleatsCase>(
    sheet,
    {
      id: 'web-leg-compression',
      title: 'Compression, web leg',
      part: 'web leg',
      t: 't_c',
      h: 'h_c',
      f_y: 'f_y_c',
      count: 'n_c',
      end: 'buckling length: held at the heel, sway possible at the beam',
    },
    (c) => c.single,
  ),
  webLapBending<CleatsCase>(sheet, pair, 't_c'),
  ...where('web bolts', [
    netInteraction<CleatsCase>(sheet, pulledCleat, 't_c*(h_c-n1*d_v_c)', 'web leg'),
    plateBlockInteraction<CleatsCase>(sheet, pulledCleat),
  ]),
  grossN,
  ...where('web bolts', [netN, blockN]),
];

export const webSideTie: Check[] = [
  ...where('web bolts', [
    tieShear(sheet),
    tieBearing(sheet, cleatBearing),
    tieBearing<CleatsCase>(sheet, webBearing),
    ...pulledPartChecks<CleatsCase>(sheet, pulledCleat, () => true),
  ]),
  ...pulledPartChecks<CleatsCase>(sheet, PULLED_WEB, edge, depth).map((check, i) =>
    i === 0 ? check : where('web bolts', [check])[0]!,
  ),
];
