import type { Run } from '../../../formula/index.ts';
import { beamEnd } from '../../../standards/en1993/beam-web.ts';
import { groupFactors, slipHoleFactor } from '../../../standards/en1993/bolts.ts';
import { endSlots, type EndBoltsCase, type EndRows } from '../../../standards/en1993/end-bolts.ts';
import { groupExtent, holeSlots, simpleJointSheet } from '../../../standards/en1993/simple-joint-sheet.ts';
import type { WebBoltsCase } from '../../../standards/en1993/web-bolts.ts';
import type { Side } from '../../../checks/sided.ts';
import { endSupport, LayOut, layOutEndBolts, layOutSimpleJoint, layOutWeld, simpleJointCase } from '../../beam-end/lay-out.ts';
import type { Clear } from '../../beam-end/clearances.ts';
import { groupHeight, pitches, printPitch } from '../../pitches.ts';
import type { CleatsModel } from '../model.ts';

export interface CleatsCase extends WebBoltsCase, EndBoltsCase, Clear {
  readonly m: CleatsModel;
  readonly single: boolean;
  readonly evenSupport: boolean;
}

const { sheet, slots } = simpleJointSheet();
export { sheet, slots };

export const cleatSlots = {
  t_c: sheet.given('t_c', 'mm', 'thickness of the cleats'),
  h_c: sheet.given('h_c', 'mm', 'length of the cleats, upright'),
  r_a: sheet.given('r_a', 'mm', 'root radius of the angle'),
  leg_w: sheet.given('leg_w', 'mm', 'leg on the beam web'),
  leg_s: sheet.given('leg_s', 'mm', 'leg on the support'),
  e1: sheet.given('e1', 'mm', 'end distance of the web bolts, top of the cleats to the first row'),
  n_c: sheet.given('n_c', '-', 'number of cleats'),
  n1_s: sheet.given('n1_s', '-', 'bolt rows in the support'),
  p1_s: sheet.given('p1_s', 'mm', 'pitch of the support bolts, the smallest of unequal ones'),
  p_big_s: sheet.given('p_big_s', 'mm', 'largest of unequal pitches of the support bolts'),
  p_sum_s: sheet.given('p_sum_s', 'mm', 'sum of unequal pitches of the support bolts'),
  e1_s: sheet.given('e1_s', 'mm', 'end distance of the support bolts, top of the cleats to the first row'),
  k_s_2: sheet.given('k_s_2', '-', 'hole factor for slip at the support, the smaller of leg and support'),
  f_y_c: sheet.given('f_y_c', 'MPa', 'yield strength of the cleats'),
  f_u_c: sheet.given('f_u_c', 'MPa', 'tensile strength of the cleats'),
};
export const ends = endSlots(sheet);
/** Support rows; the T-stubs are those of a pair of cleats. */
export const ROWS: EndRows = {
  n1: 'n1_s',
  p1: 'p1_s',
  L1: 'L1_s',
  e2: 'e2_s',
  e_in: 'e2_s',
  k: 'l',
  bolts: '2*n1_s',
  pulled: 'n_s',
};
export const holes = {
  cleat: holeSlots(sheet, 'c', 'web leg'),
  web: holeSlots(sheet, 'w', 'beam web'),
  leg: holeSlots(sheet, 'l', 'support leg'),
  support: holeSlots(sheet, '2', 'support'),
};

const g = sheet.commonSection('geometry');
const L1 = groupExtent(g);
const first = [
  g.f('B2', 'mm', '(n2-1)*p2', 'width of the web bolt group'),
  g.f('z_p', 'mm', 'g_h+e_2b', 'support face to the first bolt line'),
  g.f('z', 'mm', 'z_p+B2/2', 'support face to the centroid of the web bolts'),
  g.f('e1_bot', 'mm', 'h_c-e1-L1', 'end distance, last web row to the bottom of the cleats'),
  g.f('e1_m', 'mm', 'min(e1, e1_bot)', 'smaller end distance of the web bolts'),
  g.f('e2', 'mm', 'leg_w-z_p-B2', 'edge distance of the web leg'),
];
const z_N = [
  g.f('z_N', 'mm', 'z_b1+L1/2', 'top of the beam down to the middle of the bolts, where an axial force acts'),
  g.f('z_N', 'mm', 'z_b1-e1+h_c/2', 'top of the beam down to the middle of the cleats, where an axial force acts'),
];
const group = groupFactors(g);
const L1_s = [
  g.f('L1_s', 'mm', '(n1_s-1)*p1_s', 'height of the support bolts'),
  g.f('L1_s', 'mm', 'p_sum_s', 'height of the support bolts'),
];
const second = [
  g.f('n_s', '-', 'n_c*n1_s', 'number of support bolts'),
  g.f('e1_s_bot', 'mm', 'h_c-e1_s-L1_s', 'end distance, last support row to the bottom of the cleats'),
  g.f('e1_s_m', 'mm', 'min(e1_s, e1_s_bot)', 'smaller end distance of the support bolts'),
  g.f('e2_s', 'mm', 'leg_s-(p_3-t_w)/2', 'edge distance of the support leg'),
];
const end = beamEnd(g);

function common(r: Run, c: CleatsCase): void {
  L1(r, c);
  for (const f of first) f(r);
  z_N[c.m.toBeam ? 0 : 1]!(r);
  group(r, c.n1, c.n2, c.even);
  L1_s[c.evenSupport ? 0 : 1]!(r);
  for (const f of second) f(r);
  end(r, c);
}

/** The cleats themselves, with their rows at the support. */
function layOutCleats(lay: LayOut, m: CleatsModel, flipped: string): void {
  const { input } = m;
  const { cleat, support_bolts } = input;
  lay.put(cleatSlots.t_c, cleat.t, 'input', 'cleat.t');
  lay.put(cleatSlots.h_c, cleat.h, 'input', 'cleat.h');
  lay.put(cleatSlots.r_a, cleat.r, 'input', 'cleat.r');
  lay.put(cleatSlots.leg_w, cleat.leg_web, 'input', 'cleat.leg_web');
  lay.put(cleatSlots.leg_s, cleat.leg_support, 'input', 'cleat.leg_support');
  lay.put(cleatSlots.e1, m.e1, 'input', `cleat.e1${flipped}`);
  lay.put(cleatSlots.n_c, input.arrangement === 'single' ? 1 : 2, 'input', 'arrangement');
  const list = pitches(support_bolts);
  const typed = `support_bolts.p1: ${printPitch(support_bolts.p1)}`;
  lay.put(cleatSlots.n1_s, support_bolts.n1, 'input', 'support_bolts.n1');
  lay.put(cleatSlots.p1_s, list.length ? Math.min(...list) : 0, 'input', typed);
  if (typeof support_bolts.p1 !== 'number') {
    lay.put(cleatSlots.p_big_s, Math.max(...list), 'input', typed);
    lay.put(cleatSlots.p_sum_s, groupHeight(support_bolts), 'input', typed);
  }
  lay.put(cleatSlots.e1_s, m.e1_s, 'input', `support_bolts.e1${flipped}`);
  lay.put(
    cleatSlots.k_s_2,
    Math.min(slipHoleFactor(input.holes.leg), slipHoleFactor(input.holes.support)),
    'code',
    'EN 1993-1-8, Table 3.6',
  );
  lay.steel(cleatSlots.f_y_c, cleatSlots.f_u_c, m.cleatSteel, 'cleats', cleat.steel, cleat.t);
}

/** Lays out the values of one side (upright or upturned) with where each came from. */
export function sideOf(m: CleatsModel, clearances: Clear['clearances'], turned: boolean): Side<CleatsCase> {
  const lay = new LayOut(sheet);
  const { input } = m;
  const { bolts, support_bolts } = input;
  const single = input.arrangement === 'single';
  const flipped = turned ? ', joint turned upside down for uplift' : '';
  layOutSimpleJoint(lay, slots, m, [input.holes.cleat, input.holes.web], turned);
  lay.put(
    slots.planes,
    single ? 1 : 2,
    'code',
    single ? 'one cleat: the web bolts are cut in one plane' : 'a cleat on each side: the web bolts are cut in two planes',
  );
  lay.put(
    slots.n_f,
    single ? 1 : 2,
    'code',
    single ? 'one cleat: one friction face' : 'a cleat on each side: two friction faces',
  );
  lay.put(slots.n2, bolts.n2, 'input', 'bolts.n2');
  lay.put(slots.p2, bolts.p2, 'input', 'bolts.p2');
  lay.put(slots.g_h, input.gap, 'input', 'gap');
  lay.put(slots.e_2b, input.web.e2b, 'input', 'web.e2b');
  for (const k of ['cleat', 'web', 'leg', 'support'] as const) lay.hole(holes[k], m.hole[k], input.holes[k], bolts.d);
  const evenSupport = typeof support_bolts.p1 === 'number';
  layOutCleats(lay, m, flipped);
  layOutEndBolts(lay, ends, m, flipped);
  layOutWeld(lay, slots, [
    { part: 'cleats', steel: m.cleatSteel },
    m.toBeam ? { part: 'support', steel: m.support.steel } : { part: 'beam', steel: m.beamSteel },
  ]);
  const c: CleatsCase = {
    m,
    clearances,
    ...simpleJointCase(m, turned),
    n2: bolts.n2,
    p2: bolts.p2,
    e_2b: input.web.e2b,
    support: endSupport(m, support_bolts.n1, { single }),
    single,
    evenSupport,
  };
  return { c, lay, common };
}

/** Slots that take the actions of a combination. */
export const actionSlots = {
  V_Ed: slots.V_Ed.index,
  N_Ed: slots.N_Ed.index,
  N_tie: slots.N_tie.index,
  V_ser: slots.V_ser.index,
  V_far: ends.V_Ed_2.index,
};
