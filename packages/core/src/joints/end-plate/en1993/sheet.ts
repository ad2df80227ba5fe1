import type { Run } from '../../../formula/index.ts';
import { beamEnd } from '../../../standards/en1993/beam-web.ts';
import { endSlots, type EndBoltsCase, type EndRows } from '../../../standards/en1993/end-bolts.ts';
import type { WebBoltsCase } from '../../../standards/en1993/web-bolts.ts';
import { groupExtent, holeSlots, simpleJointSheet } from '../../../standards/en1993/simple-joint-sheet.ts';
import type { Side } from '../../../checks/sided.ts';
import { endSupport, LayOut, layOutEndBolts, layOutSimpleJoint, layOutWeld, simpleJointCase } from '../../beam-end/lay-out.ts';
import type { Clear } from '../../beam-end/clearances.ts';
import type { EndPlateModel } from '../model.ts';

export interface EndPlateCase extends WebBoltsCase, EndBoltsCase, Clear {
  readonly m: EndPlateModel;
}

const { sheet, slots } = simpleJointSheet();
export { sheet, slots };

export const plateSlots = {
  t_p: sheet.given('t_p', 'mm', 'thickness of the end plate'),
  h_p: sheet.given('h_p', 'mm', 'depth of the end plate'),
  b_p: sheet.given('b_p', 'mm', 'width of the end plate'),
  e1: sheet.given('e1', 'mm', 'end distance, top of the plate to the first row'),
  f_y_p: sheet.given('f_y_p', 'MPa', 'yield strength of the plate'),
  f_u_p: sheet.given('f_u_p', 'MPa', 'tensile strength of the plate'),
};
export const ends = endSlots(sheet);
export const ROWS: EndRows = {
  n1: 'n1',
  p1: 'p1',
  L1: 'L1',
  e2: 'e2',
  e_in: 'e_in',
  k: 'p',
  bolts: '2*n1',
  pulled: '2*n1',
  columns: { n: 'n2', p: 'p2' },
};
export const plateHole = holeSlots(sheet, 'p', 'plate');
export const supportHole = holeSlots(sheet, '2', 'support');

const g = sheet.commonSection('geometry');
const extent = groupExtent(g);
const number = [g.f('n_s', '-', '2*n1', 'number of bolts'), g.f('n_s', '-', '2*n1*n2', 'number of bolts, two columns a side')];
const edge = [
  g.f('e2', 'mm', '(b_p-p_3)/2', 'edge distance, bolt line to the side of the plate'),
  g.f('e2', 'mm', '(b_p-p_3)/2-p2', 'edge distance, outer bolts to the side of the plate'),
];
const steps = [
  g.f('e1_bot', 'mm', 'h_p-e1-L1', 'end distance, last row to the bottom of the plate'),
  g.f('e1_m', 'mm', 'min(e1, e1_bot)', 'smaller end distance'),
  g.f('z_N', 'mm', 'z_b1+L1/2', 'top of the beam down to the middle of the bolts, where an axial force acts'),
  g.f('e_in', 'mm', '(b_p-p_3)/2', 'bolts beside the web to the side of the plate'),
];
const end = beamEnd(g);

function common(r: Run, c: EndPlateCase): void {
  extent(r, c);
  number[c.support.columns - 1]!(r);
  for (const f of steps) f(r);
  edge[c.support.columns - 1]!(r);
  end(r, c);
}

/** Lays out the values of one side (upright or upturned) with where each came from. */
export function sideOf(m: EndPlateModel, clearances: Clear['clearances'], turned: boolean): Side<EndPlateCase> {
  const lay = new LayOut(sheet);
  const { input } = m;
  const { plate, bolts, holes } = input;
  const flipped = turned ? ', joint turned upside down for uplift' : '';
  layOutSimpleJoint(lay, slots, m, [holes.plate, holes.support], turned);
  lay.put(slots.g_h, plate.t, 'input', 'plate.t: the beam ends at the plate');
  lay.hole(plateHole, m.hole.plate, holes.plate, bolts.d);
  lay.hole(supportHole, m.hole.support, holes.support, bolts.d);
  lay.put(plateSlots.t_p, plate.t, 'input', 'plate.t');
  lay.put(plateSlots.h_p, plate.h, 'input', 'plate.h');
  lay.put(plateSlots.b_p, plate.b, 'input', 'plate.b');
  lay.put(plateSlots.e1, m.e1, 'input', `plate.e1${flipped}`);
  lay.steel(plateSlots.f_y_p, plateSlots.f_u_p, m.plateSteel, 'plate', plate.steel, plate.t);
  if (m.columns > 1) {
    lay.put(slots.n2, m.columns, 'input', 'bolts.n2');
    lay.put(slots.p2, bolts.p2!, 'input', 'bolts.p2');
  }
  layOutEndBolts(lay, ends, m, flipped);
  layOutWeld(lay, slots, [
    { part: 'plate', steel: m.plateSteel },
    { part: 'beam', steel: m.beamSteel },
  ]);
  const c: EndPlateCase = {
    m,
    clearances,
    ...simpleJointCase(m, turned),
    support: endSupport(m, bolts.n1, { columns: m.columns }),
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
