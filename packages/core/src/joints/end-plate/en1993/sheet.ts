import type { Run } from '../../../formula/index.ts';
import { beamEnd, type BeamWebCase } from '../../../standards/en1993/beam-web.ts';
import { holeSlots, simpleJointSheet } from '../../../standards/en1993/simple-joint-sheet.ts';
import type { Side } from '../../check.ts';
import { LayOut, layOutSimpleJoint, layOutWeld } from '../../lay-out.ts';
import type { EndPlateModel } from '../model.ts';

export interface EndPlateCase extends BeamWebCase {
  readonly m: EndPlateModel;
}

const { sheet, slots } = simpleJointSheet();
export { sheet, slots };

export const plateSlots = {
  t_p: sheet.given('t_p', 'mm', 'thickness of the end plate'),
  h_p: sheet.given('h_p', 'mm', 'depth of the end plate'),
  b_p: sheet.given('b_p', 'mm', 'width of the end plate'),
  e1: sheet.given('e1', 'mm', 'end distance, top of the plate to the first row'),
  p_3: sheet.given('p_3', 'mm', 'gauge of the two bolt lines'),
  f_y_p: sheet.given('f_y_p', 'MPa', 'yield strength of the plate'),
  f_u_p: sheet.given('f_u_p', 'MPa', 'tensile strength of the plate'),
  e_top: sheet.given('e_top', 'mm', "first row up to the support's top edge"),
  e_bottom: sheet.given('e_bottom', 'mm', "last row down to the support's lower edge"),
  e_side: sheet.given('e_side', 'mm', "bolt to the support's side edge"),
  V_Ed_2: sheet.given('V_Ed_2', 'kN', 'reaction of the beam on the far face of the support'),
  b_c: sheet.given('b_c', 'mm', 'flange width of the column'),
  t_wc: sheet.given('t_wc', 'mm', 'web thickness of the column'),
  r_c: sheet.given('r_c', 'mm', 'root radius of the column'),
  d_w: sheet.given('d_w', 'mm', 'diameter of the washer'),
  s_b: sheet.given('s_b', 'mm', 'width across flats of bolt head and nut'),
};
export const plateHole = holeSlots(sheet, 'p', 'plate');
export const supportHole = holeSlots(sheet, '2', 'support');

const g = sheet.commonSection('geometry');
const steps = [
  g.f('L1', 'mm', '(n1-1)*p1', 'height of the bolt group'),
  g.f('n_s', '-', '2*n1', 'number of bolts'),
  g.f('e1_bot', 'mm', 'h_p-e1-L1', 'end distance, last row to the bottom of the plate'),
  g.f('e1_m', 'mm', 'min(e1, e1_bot)', 'smaller end distance'),
  g.f('e2', 'mm', '(b_p-p_3)/2', 'edge distance, bolt line to the side of the plate'),
];
const end = beamEnd(g);

function common(r: Run, c: EndPlateCase): void {
  for (const f of steps) f(r);
  end(r, c);
}

/** Lays out the values of one side (upright or upturned) with where each came from. */
export function sideOf(m: EndPlateModel, turned: boolean): Side<EndPlateCase> {
  const lay = new LayOut(sheet);
  const { input, support } = m;
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
  lay.put(plateSlots.p_3, bolts.p3, 'input', 'bolts.p3');
  lay.steel(plateSlots.f_y_p, plateSlots.f_u_p, m.plateSteel, 'plate', plate.steel, plate.t);
  if (m.e_top !== null) lay.put(plateSlots.e_top, m.e_top, 'input', `support.e_top${flipped}`);
  if (m.e_bottom !== null) lay.put(plateSlots.e_bottom, m.e_bottom, 'input', `support.e_bottom${flipped}`);
  if (input.support.e_side !== undefined) lay.put(plateSlots.e_side, input.support.e_side, 'input', 'support.e_side');
  if (input.support.other_side) lay.put(plateSlots.V_Ed_2, input.support.other_side.V_Ed * 1e3, 'input', 'support.other_side.V_Ed');
  if (m.column) {
    const kind = support.dims?.fromCatalogue ? 'catalogue' : 'input';
    const ref = (dim: string): string => (support.dims?.fromCatalogue ? `${support.dims.name}: ${dim}` : `support.${dim}`);
    lay.put(plateSlots.b_c, m.column.b, kind, ref('b'));
    lay.put(plateSlots.t_wc, m.column.tw, kind, ref('tw'));
    lay.put(plateSlots.r_c, m.column.r, kind, ref('r'));
  }
  lay.put(plateSlots.d_w, m.bolt.d_w, 'catalogue', `M${bolts.d}: washer`);
  lay.put(plateSlots.s_b, m.bolt.s, 'catalogue', `M${bolts.d}: width across flats`);
  layOutWeld(lay, slots, [{ part: 'plate', steel: m.plateSteel }, { part: 'beam', steel: m.beamSteel }]);
  const c: EndPlateCase = {
    m, n1: bolts.n1, n2: 1, p2: 0, e_2b: 0, notchTop: m.notchTop, notchBottom: m.notchBottom, l_n: m.l_n, channel: m.beam.shape === 'C', flangeHeld: m.basis.settings.flange_held,
  };
  return { c, values: lay.values, origins: lay.origins, common };
}
