import type { Run } from '../../../formula/index.ts';
import { columnSlots } from '../../../standards/en1993/column-web.ts';
import { groupFactors } from '../../../standards/en1993/bolts.ts';
import { beamEnd } from '../../../standards/en1993/beam-web.ts';
import { webWeldGroup } from '../../../standards/en1993/weld-group.ts';
import type { WebBoltsCase } from '../../../standards/en1993/web-bolts.ts';
import { groupExtent, holeSlots, simpleJointSheet } from '../../../standards/en1993/simple-joint-sheet.ts';
import type { Side } from '../../../checks/sided.ts';
import { LayOut, layOutColumn, layOutSimpleJoint, layOutWeld, simpleJointCase } from '../../beam-end/lay-out.ts';
import type { Clear } from '../../beam-end/clearances.ts';
import type { FinPlateModel } from '../model.ts';

/** A model with the names that the shared beam web checks read. */
export interface FinPlateCase extends WebBoltsCase, Clear {
  readonly m: FinPlateModel;
}

const { sheet, slots } = simpleJointSheet();
export { sheet, slots };

export const plateSlots = {
  t_p: sheet.given('t_p', 'mm', 'thickness of the fin plate'),
  h_p: sheet.given('h_p', 'mm', 'depth of the fin plate'),
  e1: sheet.given('e1', 'mm', 'end distance, top of the plate to the first row'),
  e2: sheet.given('e2', 'mm', 'edge distance, last bolt line to the free edge of the plate'),
  f_y_p: sheet.given('f_y_p', 'MPa', 'yield strength of the plate'),
  f_u_p: sheet.given('f_u_p', 'MPa', 'tensile strength of the plate'),
  s_b: sheet.given('s_b', 'mm', 'leg of the fillet on the beam web'),
  f_u_wb: sheet.given('f_u_wb', 'MPa', 'tensile strength of the weaker part at the weld on the beam web'),
  beta_wb: sheet.given('beta_wb', '-', 'correlation factor of the weaker part at the weld on the beam web'),
  V_Ed_2: sheet.given('V_Ed_2', 'kN', 'reaction of the beam on the other face of the support'),
  h_p_2: sheet.given('h_p_2', 'mm', 'depth of the fin plate on the other face of the support'),
};
export const column = columnSlots(sheet);
export const plateHole = holeSlots(sheet, 'p', 'plate');
export const webHole = holeSlots(sheet, 'w', 'beam web');

const g = sheet.commonSection('geometry');
const extent = groupExtent(g);
const B2 = g.f('B2', 'mm', '(n2-1)*p2', 'width of the bolt group');
const e1_bot = g.f('e1_bot', 'mm', 'h_p-e1-L1', 'end distance, last row to the bottom of the plate');
const e1_m = g.f('e1_m', 'mm', 'min(e1, e1_bot)', 'smaller end distance');
const z_p = g.f('z_p', 'mm', 'g_h+e_2b', 'weld to the first bolt line');
const z_free = g.f('z_p', 'mm', 'g_h', 'free length of the plate, support weld to the beam end');
const w_p = g.f('w_p', 'mm', 'g_h+e_2b+B2+e2', 'width of the plate, its reach from the support face');
const z_N = [
  g.f('z_N', 'mm', 'z_b1+L1/2', 'top of the beam down to the middle of the bolts, where an axial force acts'),
  g.f('z_N', 'mm', 'z_b1-e1+h_p/2', 'top of the beam down to the middle of the plate, where an axial force acts'),
];
const z = g.f('z', 'mm', 'z_p+B2/2', 'weld to the centroid of the bolts');
/** The plate lapped on the web and welded to it. */
export const lap = webWeldGroup<FinPlateCase>(sheet, {
  h: 'h_p',
  reach: 'w_p',
  s: 's_b',
  f_u: 'f_u_wb',
  beta_w: 'beta_wb',
  count: '',
});
const z_lap = g.f('z', 'mm', 'w_p-x_w', 'weld to the centroid of the welds on the beam web');
const group = groupFactors(g);
const end = beamEnd(g);

/** Values that all checks share, worked once a combination. */
function common(r: Run, c: FinPlateCase): void {
  extent(r, c);
  B2(r);
  e1_bot(r);
  e1_m(r);
  z_N[c.m.welded ? 1 : 0]!(r);
  if (c.m.welded) {
    z_free(r);
    w_p(r);
    lap.centre(r);
    z_lap(r);
    end(r, c);
    return;
  }
  z_p(r);
  z(r);
  group(r, c.n1, c.n2, c.even);
  end(r, c);
}

export function caseOf(m: FinPlateModel, clearances: Clear['clearances'], turned: boolean): FinPlateCase {
  const { bolts, web } = m.input;
  return { m, clearances, ...simpleJointCase(m, turned), n2: bolts.n2, e_2b: web.e2b, p2: bolts.p2 };
}

/** Lays out the values of one side (upright or upturned) with where each came from. */
export function sideOf(m: FinPlateModel, clearances: Clear['clearances'], turned: boolean): Side<FinPlateCase> {
  const lay = new LayOut(sheet);
  const { input } = m;
  const { bolts, plate, holes } = input;
  layOutSimpleJoint(lay, slots, m, [holes.plate, holes.web], turned);
  lay.put(slots.n2, bolts.n2, 'input', 'bolts.n2');
  lay.put(slots.p2, bolts.p2, 'input', 'bolts.p2');
  lay.put(slots.g_h, input.gap, 'input', 'gap');
  lay.put(slots.e_2b, input.web.e2b, 'input', 'web.e2b');
  lay.hole(plateHole, m.hole.plate, holes.plate, bolts.d);
  lay.hole(webHole, m.hole.web, holes.web, bolts.d);
  lay.put(plateSlots.t_p, plate.t, 'input', 'plate.t');
  lay.put(plateSlots.h_p, plate.h, 'input', 'plate.h');
  lay.put(plateSlots.e1, m.e1, 'input', `plate.e1${turned ? ', joint turned upside down for uplift' : ''}`);
  lay.put(plateSlots.e2, plate.e2, 'input', 'plate.e2');
  lay.steel(plateSlots.f_y_p, plateSlots.f_u_p, m.plateSteel, 'plate', plate.steel, plate.t);
  if (m.support.dims) layOutColumn(lay, column, m.support, m.support.dims);
  const other = input.support.other_side;
  if (other) {
    lay.put(plateSlots.V_Ed_2, other.V_Ed * 1e3, 'input', 'support.other_side.V_Ed');
    lay.put(plateSlots.h_p_2, other.h_p, 'input', 'support.other_side.h_p');
  }
  if (input.beam_weld) {
    lay.put(plateSlots.s_b, input.beam_weld.s, 'input', 'beam_weld.s');
    layOutWeld(lay, { f_u_weld: plateSlots.f_u_wb, beta_w: plateSlots.beta_wb }, [
      { part: 'plate', steel: m.plateSteel },
      { part: 'beam', steel: m.beamSteel },
    ]);
  }
  layOutWeld(lay, slots, [
    { part: 'plate', steel: m.plateSteel },
    { part: 'support', steel: m.support.steel },
  ]);
  return { c: caseOf(m, clearances, turned), lay, common };
}

/** Slots that take the actions of a combination. */
export const actionSlots = {
  V_Ed: slots.V_Ed.index,
  N_Ed: slots.N_Ed.index,
  N_tie: slots.N_tie.index,
  V_ser: slots.V_ser.index,
  V_far: plateSlots.V_Ed_2.index,
};
