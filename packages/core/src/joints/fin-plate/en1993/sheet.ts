import type { Origin, Run } from '../../../formula/index.ts';
import { SLIP_FACTORS, groupFactors, holeFactors, slipHoleFactor } from '../../../standards/en1993/bolts.ts';
import { beamEnd, type BeamWebCase } from '../../../standards/en1993/beam-web.ts';
import { holeSlots, simpleJointSheet } from '../../../standards/en1993/simple-joint-sheet.ts';
import type { Side } from '../../check.ts';
import type { FinPlateModel } from '../model.ts';

/** A model with the names that the shared beam web checks read. */
export interface FinPlateCase extends BeamWebCase {
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
  V_Ed_2: sheet.given('V_Ed_2', 'kN', 'reaction of the beam on the other face of the support'),
  h_p_2: sheet.given('h_p_2', 'mm', 'depth of the fin plate on the other face of the support'),
};
export const plateHole = holeSlots(sheet, 'p', 'plate');
export const webHole = holeSlots(sheet, 'w', 'beam web');

const g = sheet.commonSection('geometry');
const L1 = g.f('L1', 'mm', '(n1-1)*p1', 'height of the bolt group');
const B2 = g.f('B2', 'mm', '(n2-1)*p2', 'width of the bolt group');
const e1_bot = g.f('e1_bot', 'mm', 'h_p-e1-L1', 'end distance, last row to the bottom of the plate');
const e1_m = g.f('e1_m', 'mm', 'min(e1, e1_bot)', 'smaller end distance');
const z_p = g.f('z_p', 'mm', 'g_h+e_2b', 'weld to the first bolt line');
const z = g.f('z', 'mm', 'z_p+B2/2', 'weld to the centroid of the bolts');
const group = groupFactors(g);
const end = beamEnd(g);

/** Values that all checks share, worked once a combination. */
function common(r: Run, c: FinPlateCase): void {
  L1(r);
  B2(r);
  e1_bot(r);
  e1_m(r);
  z_p(r);
  z(r);
  group(r, c.n1, c.n2);
  end(r, c);
}

export function caseOf(m: FinPlateModel): FinPlateCase {
  const { bolts, web } = m.input;
  return { m, n1: bolts.n1, n2: bolts.n2, notchTop: m.notchTop, notchBottom: m.notchBottom, l_n: m.l_n, e_2b: web.e2b, p2: bolts.p2, channel: m.beam.shape === 'C', flangeHeld: m.basis.settings.flange_held };
}

/** Lays out the values of one side (upright or upturned) with where each came from. */
export function sideOf(m: FinPlateModel, turned: boolean): Side<FinPlateCase> {
  const values = new Float64Array(sheet.slots.length).fill(NaN);
  const origins = new Map<number, Origin>();
  const put = (slot: { index: number }, value: number, kind: Origin['kind'], ref: string): void => {
    values[slot.index] = value;
    origins.set(slot.index, { kind, ref });
  };
  const { input, basis, beam, support } = m;
  const { factors, settings } = basis;
  const flipped = turned ? ', joint turned upside down for uplift' : '';
  const factorRef = (name: string): string => `partial factors, ${basis.set === 'UK' ? 'UK National Annex' : basis.set === 'recommended' ? 'recommended values' : 'custom set'}: ${name}`;

  for (const k of ['gamma_M0', 'gamma_M1', 'gamma_M2', 'gamma_Mu'] as const) put(slots[k], factors[k], 'basis', factorRef(k));
  const slipFactor = input.bolts.category === 'B' ? 'gamma_M3_ser' : 'gamma_M3';
  put(slots.gamma_M3, factors[slipFactor], 'basis', factorRef(slipFactor));
  put(slots.E, 210_000, 'code', 'EN 1993-1-1, 3.2.6');

  const beamRef = (dim: string): [Origin['kind'], string] => (beam.fromCatalogue ? ['catalogue', `${beam.name}: ${dim}`] : ['input', `beam.${dim}`]);
  put(slots.h_b, beam.h, ...beamRef('h'));
  put(slots.b, beam.b, ...beamRef('b'));
  put(slots.t_w, beam.tw, ...beamRef('tw'));
  put(slots.t_f, beam.tf, ...beamRef('tf'));
  put(slots.r, beam.r, ...beamRef('r'));
  const typedArea = !beam.fromCatalogue && input.beam.A !== undefined;
  put(slots.A_b, beam.A, typedArea ? 'input' : 'catalogue', typedArea ? 'beam.A' : `${beam.name}: area from its nominal dimensions`);
  const steelRef = (part: string, grade: string | undefined, t: number): [Origin['kind'], string] => ['catalogue', `${grade ?? 'own steel'} of the ${part}, ${t} mm thick`];
  put(slots.f_y_w, m.beamSteel.f_y, ...steelRef('beam', input.beam.steel.grade, beam.tf));
  put(slots.f_u_w, m.beamSteel.f_u, ...steelRef('beam', input.beam.steel.grade, beam.tf));
  if (m.notchTop || m.notchBottom) put(slots.l_n, m.l_n, 'input', 'beam.notch.l_n');
  put(slots.d_nt, m.d_nt, 'input', `beam.notch.d_nt${flipped}`);
  put(slots.d_nb, m.d_nb, 'input', `beam.notch.d_nb${flipped}`);

  const { bolts } = input;
  put(slots.d, bolts.d, 'input', 'bolts.d');
  put(slots.A_s, m.bolt.A_s, 'catalogue', `M${bolts.d}: stress area`);
  put(slots.f_ub, m.f_ub, 'catalogue', `class ${bolts.cls}`);
  put(slots.alpha_v, m.alpha_v, 'code', `EN 1993-1-8, Table 3.4: class ${bolts.cls}, ${bolts.threads_in_plane ? 'threads' : 'shank'} in the shear plane`);
  put(slots.n1, bolts.n1, 'input', 'bolts.n1');
  put(slots.n2, bolts.n2, 'input', 'bolts.n2');
  put(slots.p1, bolts.p1, 'input', 'bolts.p1');
  put(slots.p2, bolts.p2, 'input', 'bolts.p2');
  put(slots.t_pk, bolts.packing, 'input', 'bolts.packing');
  put(slots.planes, 1, 'code', 'plate on one side of the web: one shear plane');
  put(slots.d_0, m.hole.normal, 'code', `EN 1090-2, Table 11: normal hole for M${bolts.d}`);
  put(slots.z_b1, m.top_to_bolt, 'input', `web.top_to_bolt${flipped}`);
  put(slots.g_h, input.gap, 'input', 'gap');
  put(slots.e_2b, input.web.e2b, 'input', 'web.e2b');
  put(slots.k_a, settings.throat_factor, 'basis', 'settings: throat over leg');
  put(slots.s, input.weld.s, 'input', 'weld.s');
  for (const [h, size, kind] of [[plateHole, m.hole.plate, input.holes.plate], [webHole, m.hole.web, input.holes.web]] as const) {
    const ref = `EN 1090-2, Table 11: ${kind.replaceAll('_', ' ')} hole for M${bolts.d}`;
    const f = holeFactors(kind);
    put(h.d_0, size.d_0, 'code', ref);
    put(h.d_v, size.d_v, 'code', ref);
    put(h.d_h, size.d_h, 'code', ref);
    put(h.f_hv, f.vertical, 'code', `EN 1993-1-8, Table 3.4, note 1: ${kind.replaceAll('_', ' ')} hole`);
    put(h.f_hh, f.horizontal, 'code', `EN 1993-1-8, Table 3.4, note 1: ${kind.replaceAll('_', ' ')} hole`);
  }
  put(slots.mu, SLIP_FACTORS[bolts.friction], 'code', `EN 1993-1-8, Table 3.7: class ${bolts.friction}`);
  put(slots.k_s, Math.min(slipHoleFactor(input.holes.plate), slipHoleFactor(input.holes.web)), 'code', 'EN 1993-1-8, Table 3.6');
  put(slots.n_f, 1, 'code', 'plate on one side of the web: one friction face');

  const { plate } = input;
  put(plateSlots.t_p, plate.t, 'input', 'plate.t');
  put(plateSlots.h_p, plate.h, 'input', 'plate.h');
  put(plateSlots.e1, m.e1, 'input', `plate.e1${flipped}`);
  put(plateSlots.e2, plate.e2, 'input', 'plate.e2');
  put(plateSlots.f_y_p, m.plateSteel.f_y, ...steelRef('plate', plate.steel.grade, plate.t));
  put(plateSlots.f_u_p, m.plateSteel.f_u, ...steelRef('plate', plate.steel.grade, plate.t));

  const supportRef = (dim: string): [Origin['kind'], string] => (support.dims?.fromCatalogue ? ['catalogue', `${support.dims.name}: ${dim}`] : ['input', `support.${dim}`]);
  put(slots.t_2, support.t, ...supportRef(support.type === 'column_flange' ? 'tf' : 'tw'));
  if (support.d2 !== null) put(slots.d_2, support.d2, ...supportRef('clear depth of the web'));
  put(slots.f_y_2, support.steel.f_y, ...steelRef('support', input.support.steel.grade, support.t_ref));
  put(slots.f_u_2, support.steel.f_u, ...steelRef('support', input.support.steel.grade, support.t_ref));
  const other = input.support.other_side;
  if (other) {
    put(plateSlots.V_Ed_2, other.V_Ed * 1e3, 'input', 'support.other_side.V_Ed');
    put(plateSlots.h_p_2, other.h_p, 'input', 'support.other_side.h_p');
  }
  const weaker = weakerSteel(m);
  put(slots.f_u_weld, weaker.steel.f_u, 'catalogue', `the weaker of plate and support at the weld: the ${weaker.part}`);
  put(slots.beta_w, weaker.steel.beta_w, 'code', `EN 1993-1-8, Table 4.1, for the ${weaker.part}`);
  return { c: caseOf(m), values, origins, common };
}

/** The part with the lower f_u governs a weld (4.5.3.2(6)); equal ones take the larger beta_w. */
function weakerSteel(m: FinPlateModel): { part: string; steel: FinPlateModel['plateSteel'] } {
  const plate = { part: 'plate', steel: m.plateSteel };
  const support = { part: 'support', steel: m.support.steel };
  if (plate.steel.f_u !== support.steel.f_u) return plate.steel.f_u < support.steel.f_u ? plate : support;
  return plate.steel.beta_w >= support.steel.beta_w ? plate : support;
}
