import type { SteelStrength } from '../../../catalogue/index.ts';
import { STEEL_E } from '../../../catalogue/properties.ts';
import type { Combination } from '../../../actions/combination.ts';
import { Values } from '../../../checks/values.ts';
import type { Run } from '../../../formula/index.ts';
import { factorsOf, factorSource } from '../../../standards/en1993/standard.ts';
import { weaker } from '../../../standards/en1993/welds.ts';
import type { Member, MomentPlateModel } from '../model.ts';
import type { Flange, Turned } from '../turned.ts';
import { bolts, flange, g, joint, section, sheet } from './sheet.ts';

/** Lays out what a joint brings to its symbols, each with where it came from. */
export function layOut(m: MomentPlateModel): Values {
  const lay = new Values(sheet);
  for (const k of ['gamma_M0', 'gamma_M1', 'gamma_M2'] as const)
    lay.put(g[k], factorsOf(m.basis)[k], 'basis', factorSource(m.basis, k));
  lay.put(g.E, STEEL_E, 'code', 'EN 1993-1-1, 3.2.6');
  layOutMembers(lay, m);
  layOutPlate(lay, m);
  layOutHaunch(lay, m);
  return lay;
}

type Slots = Readonly<Record<'h' | 'b' | 'tw' | 'tf', (typeof g)[keyof typeof g]>>;
function layOutMember(lay: Values, { dims }: Member, slots: Slots, field: string): void {
  for (const k of ['h', 'b', 'tw', 'tf'] as const)
    lay.put(
      slots[k],
      dims[k],
      dims.fromCatalogue ? 'catalogue' : 'input',
      dims.fromCatalogue ? `${dims.name}: ${k}` : `${field}.${k}`,
    );
}

function layOutMembers(lay: Values, { beam, column, input }: MomentPlateModel): void {
  layOutMember(lay, beam, { h: g.h_b, b: g.b_b, tw: g.t_w, tf: g.t_f }, 'beam');
  lay.put(g.r_b, beam.dims.fillet, 'catalogue', `${beam.dims.name}: root radius`);
  lay.put(g.s_b, beam.s, 'catalogue', `${beam.dims.name}: root`);
  lay.steel(g.f_y_b, g.f_u_b, beam.steel, 'beam', input.beam.steel, Math.max(beam.dims.tf, beam.dims.tw));
  if (!column) return;
  layOutMember(lay, column, { h: g.h_c, b: g.b_c, tw: g.t_wc, tf: g.t_fc }, 'column');
  lay.put(g.r_c, column.dims.fillet, 'catalogue', `${column.dims.name}: root radius`);
  lay.put(g.s_c, column.s, 'catalogue', `${column.dims.name}: root`);
  lay.steel(g.f_y_c, g.f_u_c, column.steel, 'column', input.column!.steel, Math.max(column.dims.tf, column.dims.tw));
  lay.put(g.sigma_0, input.column!.sigma_com ?? 0, 'input', 'column.sigma_com');
}

function layOutPlate(lay: Values, m: MomentPlateModel): void {
  const { plate, bolts: given, welds, web_plate } = m.input;
  lay.put(g.b_p, plate.b, 'input', 'plate.b');
  lay.put(g.t_p, plate.t, 'input', 'plate.t');
  lay.put(g.h_p, m.h_p, 'input', 'depth of the beam with plate.top and plate.bottom');
  lay.steel(g.f_y_p, g.f_u_p, m.plateSteel, 'plate', plate.steel, plate.t);
  const bolt = `bolt M${given.d}`;
  lay.put(g.d, given.d, 'input', 'bolts.d');
  lay.put(g.d_0, m.d_0, 'code', 'EN 1090-2, Table 11');
  lay.put(g.w, given.w, 'input', 'bolts.w');
  lay.put(g.A_s, m.bolt.A_s, 'catalogue', `${bolt}, stress area`);
  lay.put(g.f_ub, m.f_ub, 'catalogue', `class ${given.cls}`);
  lay.put(g.alpha_v, m.alpha_v, 'code', 'EN 1993-1-8, Table 3.4');
  lay.put(g.s_n, m.bolt.s, 'catalogue', `${bolt}, across flats`);
  lay.put(g.k_h, m.bolt.head, 'catalogue', `${bolt}, head`);
  lay.put(g.k_n, m.bolt.nut, 'catalogue', `${bolt}, nut`);
  lay.put(g.d_w, m.bolt.d_w, 'catalogue', `${bolt}, washer`);
  lay.put(g.t_was, m.bolt.washer, 'catalogue', `${bolt}, washer`);
  lay.put(g.n_was, given.washers, 'input', 'bolts.washers');
  lay.put(g.n_r, m.rows.length, 'input', 'rows');
  lay.put(g.a_w, welds.web, 'input', 'welds.web');
  const atBeam = weaker<SteelStrength>(m.plateSteel, m.beam.steel);
  lay.put(g.f_u_wb, atBeam.f_u, 'catalogue', `the weaker part: the ${atBeam === m.plateSteel ? 'plate' : 'beam'}`);
  lay.put(g.beta_wb, atBeam.beta_w, 'code', 'EN 1993-1-8, Table 4.1');
  if (web_plate) {
    lay.put(g.b_sp, web_plate.b, 'input', 'web_plate.b');
  }
}

function layOutHaunch(lay: Values, { haunch, beam, input }: MomentPlateModel): void {
  if (!haunch) return;
  for (const [slot, k] of [
    [g.h_h, 'h'],
    [g.l_h, 'l'],
    [g.t_fh, 'tf'],
    [g.t_wh, 'tw'],
  ] as const)
    lay.put(slot, haunch[k], 'input', `haunch.${k}`);
  lay.put(g.a_h, input.welds.haunch ?? input.welds.web, 'input', 'welds.haunch');
  const w = weaker<SteelStrength>(haunch.web, beam.steel);
  lay.put(g.f_u_wh, w.f_u, 'catalogue', `the weaker part: the ${w === beam.steel ? 'beam' : 'haunch'}`);
  lay.put(g.beta_wh, w.beta_w, 'code', 'EN 1993-1-8, Table 4.1');
}

/** Whether a combination says what stresses the column. */
export const columnLoaded = (c: Pick<Combination, 'N_col' | 'M_col'>): boolean => c.N_col !== undefined || c.M_col !== undefined;
/** Whether the stress along the column's web is known: from the combination, or as given for the joint. */
export const stressKnown = ({ input }: MomentPlateModel, c: Combination): boolean =>
  columnLoaded(c) || input.column?.sigma_com !== undefined;
/** Stress along the column's web under a combination, MPa; it stands in the run. */
export function workStress(m: MomentPlateModel, c: Combination, r: Run): void {
  if (m.column) (columnLoaded(c) ? section.stress.own : section.stress.given)(r);
}
export const stressOf = (r: Run): number => r.v[section.stress.own.def.slot.index]!;

/** Works what no action and no sense changes. */
export function workCommon(m: MomentPlateModel, r: Run): void {
  const { column, input, webPlate } = m;
  for (const f of Object.values(section.beam)) f(r);
  (input.beam.a === undefined ? section.rolled : section.welded)(r);
  section.shear(r);
  section.axial(r);
  bolts.F_t_Rd(r);
  (input.bolts.threads_in_plane ? bolts.threads : bolts.shank)(r);
  for (const f of [bolts.d_m, bolts.punchPlate, bolts.e_p]) f(r);
  if (column) {
    for (const f of section.column) f(r);
    (input.column!.a === undefined ? section.columnRolled : section.columnWelded)(r);
    if (webPlate) section.columnPlated(r);
    const { webTension: t, webCompression: c } = section;
    if (!webPlate) t.bare(r);
    else if (webPlate.weld === 'butt') (webPlate.sides === 1 ? t.butt1 : t.butt2)(r);
    else (column.steel.f_y > 355 ? t.filletStrong : t.fillet)(r);
    (webPlate ? (webPlate.sides === 1 ? c.one : c.two) : c.bare)(r);
    for (const f of [bolts.punchColumn, bolts.B_p, bolts.L_b, bolts.e_c, bolts.e_min]) f(r);
  } else for (const f of [bolts.B_pSplice, bolts.L_bSplice, bolts.e_minSplice]) f(r);
  bolts.F_t(r);
  if (m.haunch) {
    joint.H_haunch(r);
    joint.cos(r);
  } else joint.H(r);
}

function putFlange(r: Run, f: Flange, slots: (typeof flange)['ten']): void {
  for (const k of ['t', 'b', 'f_y', 'a', 'c'] as const) r.v[slots[k].index] = f[k];
  if (f.end !== null) r.v[slots.end.index] = f.end;
}

/** Sets what changes with the sense of the moment. */
export function workTurned(t: Turned, r: Run): void {
  putFlange(r, t.ten, flange.ten);
  putFlange(r, t.com, flange.com);
  (t.ten.haunch ? joint.t_tenHaunch : joint.t_ten)(r);
  (t.com.haunch ? joint.t_comHaunch : joint.t_com)(r);
  joint.y_com(r);
}
