import { STEEL_E } from '../../catalogue/properties.ts';
import { type BoltSize, type HoleKind, type HoleSize, type SteelInput, type SteelStrength } from '../../catalogue/index.ts';
import { Values } from '../../checks/values.ts';
import type { Origin } from '../../formula/index.ts';
import type { Basis } from '../../basis/basis.ts';
import { holeFactors, SLIP_FACTORS, slipHoleFactor, type FrictionClass } from '../../standards/en1993/bolts.ts';
import type { columnSlots } from '../../standards/en1993/column-web.ts';
import type { EndBoltsCase, endSlots } from '../../standards/en1993/end-bolts.ts';
import type { holeSlots, simpleJointSheet } from '../../standards/en1993/simple-joint-sheet.ts';
import type { FarBolts, FarBoltsInput } from './far-beam.ts';
import type { MemberInput, Notch } from './input.ts';
import { groupHeight, pitches, printPitch, rowDepths, type Pitch } from '../pitches.ts';
import { memberProperties, type MemberDimensions, type SupportModel } from '../members.ts';
import { factorsOf, factorSource, settingsOf } from '../../standards/en1993/standard.ts';

/** The same for parts that are bolted. */
export class LayOut extends Values {
  hole(h: ReturnType<typeof holeSlots>, size: HoleSize, kind: HoleKind, d: number): void {
    const words = `${kind.replaceAll('_', ' ')} hole`;
    const f = holeFactors(kind);
    for (const k of ['d_0', 'd_v', 'd_h'] as const) this.put(h[k], size[k], 'code', `EN 1090-2, Table 11: ${words} for M${d}`);
    this.put(h.f_hv, f.vertical, 'code', `EN 1993-1-8, Table 3.4, note 1: ${words}`);
    this.put(h.f_hh, f.horizontal, 'code', `EN 1993-1-8, Table 3.4, note 1: ${words}`);
  }
}

export interface BoltsInput {
  readonly d: number;
  readonly cls: string;
  readonly n1: number;
  readonly p1: Pitch;
  readonly threads_in_plane: boolean;
  readonly category: 'A' | 'B' | 'C';
  readonly friction: FrictionClass;
  readonly packing: number;
}

/** What every pinned joint of a beam brings to the common symbols. */
export interface SimpleJointModel {
  readonly input: {
    readonly beam: { readonly A?: number; readonly steel: SteelInput };
    readonly support: { readonly steel: SteelInput };
    readonly bolts: BoltsInput;
    readonly weld?: { readonly s: number };
  };
  readonly basis: Basis;
  readonly beam: MemberDimensions;
  readonly beamSteel: SteelStrength;
  readonly support: SupportModel;
  readonly bolt: BoltSize;
  readonly f_ub: number;
  readonly alpha_v: number;
  readonly hole: { readonly normal: number };
  readonly top_to_bolt: number;
  readonly l_n: number;
  readonly d_nt: number;
  readonly d_nb: number;
  readonly notchTop: boolean;
  readonly notchBottom: boolean;
}

const isEven = (b: { readonly p1: Pitch }): boolean => typeof b.p1 === 'number';
const mean = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0) / list.length;

/** What the shared checks ask of the case of any pinned joint with one bolt line in the web. */
export const simpleJointCase = (m: SimpleJointModel, turned: boolean) => ({
  n1: m.input.bolts.n1,
  n2: 1,
  p2: 0,
  e_2b: 0,
  even: isEven(m.input.bolts),
  notchTop: m.notchTop,
  notchBottom: m.notchBottom,
  l_n: m.l_n,
  channel: m.beam.shape === 'C',
  turned,
  flangeHeld: turned ? settingsOf(m.basis).bottom_flange_held : settingsOf(m.basis).flange_held,
  threads: m.input.bolts.threads_in_plane,
  longJoint: settingsOf(m.basis).long_joint,
  category: m.input.bolts.category,
});

type Slots = ReturnType<typeof simpleJointSheet>['slots'];

/** Factors, beam, bolts, weld and support. `holes` are the kinds of hole in the clamped parts, for slip. */
export function layOutSimpleJoint(
  lay: LayOut,
  slots: Slots,
  m: SimpleJointModel,
  holes: readonly HoleKind[],
  turned: boolean,
): void {
  const { input, basis } = m;
  const factors = factorsOf(basis);
  const flipped = turned ? ', joint turned upside down for uplift' : '';
  for (const k of ['gamma_M0', 'gamma_M1', 'gamma_M2', 'gamma_Mu'] as const)
    lay.put(slots[k], factors[k], 'basis', factorSource(basis, k));
  const slipFactor = input.bolts.category === 'B' ? 'gamma_M3_ser' : 'gamma_M3';
  lay.put(slots.gamma_M3, factors[slipFactor], 'basis', factorSource(basis, slipFactor));
  lay.put(slots.E, STEEL_E, 'code', 'EN 1993-1-1, 3.2.6');
  layOutBeam(lay, slots, m, flipped);
  layOutBolts(lay, slots, m);
  lay.put(slots.z_b1, m.top_to_bolt, 'input', `beam top to the first row${flipped}`);
  lay.put(slots.k_a, settingsOf(basis).throat_factor, 'basis', 'settings: throat over leg');
  if (input.weld) lay.put(slots.s, input.weld.s, 'input', 'weld.s');
  lay.put(slots.mu, SLIP_FACTORS[input.bolts.friction], 'code', `EN 1993-1-8, Table 3.7: class ${input.bolts.friction}`);
  lay.put(slots.k_s, Math.min(...holes.map(slipHoleFactor)), 'code', 'EN 1993-1-8, Table 3.6');
  lay.put(slots.n_f, 1, 'code', 'two parts clamped: one friction face');
  layOutSupport(lay, slots, m);
}

function layOutBeam(lay: LayOut, slots: Slots, m: SimpleJointModel, flipped: string): void {
  const { beam, input } = m;
  const beamRef = (dim: string): [Origin['kind'], string] =>
    beam.fromCatalogue ? ['catalogue', `${beam.name}: ${dim}`] : ['input', `beam.${dim}`];
  for (const [slot, dim] of [
    [slots.h_b, 'h'],
    [slots.b, 'b'],
    [slots.t_w, 'tw'],
    [slots.t_f, 'tf'],
  ] as const)
    lay.put(slot, beam[dim], ...beamRef(dim));
  lay.put(slots.r, beam.fillet, ...beamRef('r'));
  const typedArea = !beam.fromCatalogue && input.beam.A !== undefined;
  lay.put(
    slots.A_b,
    beam.A,
    typedArea ? 'input' : 'catalogue',
    typedArea ? 'beam.A' : `${beam.name}: area from its nominal dimensions`,
  );
  lay.steel(slots.f_y_w, slots.f_u_w, m.beamSteel, 'beam', input.beam.steel, beam.tf);
  if (m.notchTop || m.notchBottom) lay.put(slots.l_n, m.l_n, 'input', 'beam.notch.l_n');
  lay.put(slots.d_nt, m.d_nt, 'input', `beam.notch.d_nt${flipped}`);
  lay.put(slots.d_nb, m.d_nb, 'input', `beam.notch.d_nb${flipped}`);
}

function layOutBolts(lay: LayOut, slots: Slots, m: SimpleJointModel): void {
  const { bolts } = m.input;
  lay.put(slots.d, bolts.d, 'input', 'bolts.d');
  lay.put(slots.A_s, m.bolt.A_s, 'catalogue', `M${bolts.d}: stress area`);
  lay.put(slots.f_ub, m.f_ub, 'catalogue', `class ${bolts.cls}`);
  lay.put(
    slots.alpha_v,
    m.alpha_v,
    'code',
    `EN 1993-1-8, Table 3.4: class ${bolts.cls}, ${bolts.threads_in_plane ? 'threads' : 'shank'} in the shear plane`,
  );
  lay.put(slots.n1, bolts.n1, 'input', 'bolts.n1');
  const list = pitches(bolts);
  const typed = `bolts.p1: ${printPitch(bolts.p1)}`;
  lay.put(slots.p1, list.length ? Math.min(...list) : 0, 'input', typed);
  if (!isEven(bolts)) {
    const middle = mean(rowDepths(bolts));
    const heights = rowDepths(bolts).map((z) => z - middle);
    lay.put(slots.p_big, Math.max(...list), 'input', typed);
    lay.put(slots.p_sum, groupHeight(bolts), 'input', typed);
    lay.put(
      slots.S_z,
      heights.reduce((sum, z) => sum + z * z, 0),
      'input',
      typed,
    );
    lay.put(slots.z_far, Math.max(...heights.map(Math.abs)), 'input', typed);
  }
  lay.put(slots.t_pk, bolts.packing, 'input', 'bolts.packing');
  lay.put(slots.planes, 1, 'code', 'the bolts are cut in one plane');
  lay.put(slots.d_0, m.hole.normal, 'code', `EN 1090-2, Table 11: normal hole for M${bolts.d}`);
}

function layOutSupport(lay: LayOut, slots: Slots, { support, input }: SimpleJointModel): void {
  const supportRef = (dim: string): [Origin['kind'], string] =>
    support.dims?.fromCatalogue ? ['catalogue', `${support.dims.name}: ${dim}`] : ['input', `support.${dim}`];
  lay.put(slots.t_2, support.t, ...supportRef(support.type === 'column_flange' ? 'tf' : 'tw'));
  if (support.d2 !== null) lay.put(slots.d_2, support.d2, ...supportRef('clear depth of the web'));
  lay.steel(slots.f_y_2, slots.f_u_2, support.steel, 'support', input.support.steel, support.t_ref);
}

/** What joints bolted through the support by two lines know of it besides. */
export interface EndBoltsModel extends SimpleJointModel {
  readonly input: SimpleJointModel['input'] & {
    readonly support: {
      readonly e_side?: number;
      readonly other_side?: { readonly V_Ed: number; readonly bolts?: FarBoltsInput };
    };
    readonly bolts: { readonly p3: number };
  };
  /** Row 1 up to the support's top edge, last row down to its lower edge, outermost bolt to its side edge; null where there is no edge near or none is known. */
  readonly e_top: number | null;
  readonly e_bottom: number | null;
  readonly e_side: number | null;
  /** Holes of both beams, where the one on the far face has bolts of its own. */
  readonly far: FarBolts | null;
  /** Flange of the supporting column in bending, where it is known. */
  readonly column: { readonly b: number; readonly tw: number; readonly r: number } | null;
}

/**
 * Edges of the support and the flange of a column, as the input of a bolted joint gives them. The side edge of a column flange follows from
 * its width and the outermost bolts, `outer` from the middle; one that was given counts where it is nearer.
 */
export const endValues = (
  support: SupportModel,
  input: MemberInput & { readonly e_top?: number; readonly e_bottom?: number; readonly e_side?: number },
  outer: number | null,
): Pick<EndBoltsModel, 'e_top' | 'e_bottom' | 'e_side' | 'column'> => {
  const { b, tw, r } = support.dims ?? input;
  const sides = [
    ...(input.e_side === undefined ? [] : [input.e_side]),
    ...(support.type === 'column_flange' && b !== undefined && outer !== null ? [b / 2 - outer] : []),
  ];
  return {
    e_top: input.e_top ?? null,
    e_bottom: input.e_bottom ?? null,
    e_side: sides.length ? Math.min(...sides) : null,
    column: b !== undefined && tw !== undefined && r !== undefined ? { b, tw, r } : null,
  };
};

/** Sizes of a notch, 0 where there is none. */
export const notchValues = ({
  type,
  l_n,
  d_nt,
  d_nb,
}: Notch): Pick<SimpleJointModel, 'l_n' | 'd_nt' | 'd_nb' | 'notchTop' | 'notchBottom'> => ({
  l_n: l_n ?? 0,
  d_nt: d_nt ?? 0,
  d_nb: d_nb ?? 0,
  notchTop: type !== 'none',
  notchBottom: type === 'double',
});

/** The support as the checks of its bolts see it; `rows` of bolts. */
export const endSupport = (m: EndBoltsModel, rows: number, { single = false, columns = 1 } = {}): EndBoltsCase['support'] => ({
  rows,
  single,
  columns,
  onFlange: m.support.type === 'column_flange',
  d2: m.support.d2 !== null,
  column: m.column !== null,
  e_top: m.e_top !== null,
  e_bottom: m.e_bottom !== null,
  e_side: m.e_side !== null,
  e_given: m.input.support.e_side !== undefined,
  section: m.support.dims !== null,
  both: m.input.support.other_side !== undefined,
  far: m.far && { any: m.far.shared.includes(true), all: !m.far.shared.includes(false), pitch: m.far.p_v !== null },
});

/** Gauge, edges of the support, the beam on its far face, the column's flange, washers and heads. */
export function layOutEndBolts(lay: LayOut, ends: ReturnType<typeof endSlots>, m: EndBoltsModel, flipped: string): void {
  const { input, support } = m;
  lay.put(ends.p_3, input.bolts.p3, 'input', 'bolts.p3');
  if (m.e_top !== null) lay.put(ends.e_top, m.e_top, 'input', `support.e_top${flipped}`);
  if (m.e_bottom !== null) lay.put(ends.e_bottom, m.e_bottom, 'input', `support.e_bottom${flipped}`);
  if (m.e_side !== null)
    lay.put(
      ends.e_side,
      m.e_side,
      'input',
      m.e_side === input.support.e_side ? 'support.e_side' : "the column's flange width and the outermost bolts",
    );
  if (input.support.other_side) lay.put(ends.V_Ed_2, input.support.other_side.V_Ed * 1e3, 'input', 'support.other_side.V_Ed');
  if (m.far) {
    const bolts = `support.other_side.bolts${flipped}`;
    lay.put(ends.n_s_2, m.far.at.length, 'input', bolts);
    lay.put(ends.n_far, m.far.inLine, 'input', bolts);
    if (m.far.p_v !== null) lay.put(ends.p_v2, m.far.p_v, 'input', `${bolts} and the rows of this joint`);
    if (m.far.p_h !== null) lay.put(ends.p_h2, m.far.p_h, 'input', `${bolts} and the gauge of this joint`);
  }
  layOutColumn(lay, ends, support, m.column);
  lay.put(ends.d_w, m.bolt.d_w, 'catalogue', `M${input.bolts.d}: washer`);
  lay.put(ends.s_b, m.bolt.s, 'catalogue', `M${input.bolts.d}: width across flats`);
}

/** A supporting column behind its flange: its flange where that is known, its web where the whole section is. */
export function layOutColumn(
  lay: LayOut,
  slots: ReturnType<typeof columnSlots>,
  { dims }: SupportModel,
  flange: EndBoltsModel['column'],
): void {
  const kind = dims?.fromCatalogue ? 'catalogue' : 'input';
  const ref = (dim: string): string => (dims?.fromCatalogue ? `${dims.name}: ${dim}` : `support.${dim}`);
  if (flange) {
    lay.put(slots.b_c, flange.b, kind, ref('b'));
    lay.put(slots.t_wc, flange.tw, kind, ref('tw'));
    lay.put(slots.r_c, flange.r, kind, ref('r'));
  }
  if (dims) {
    lay.put(slots.d_wc, dims.h - 2 * (dims.tf + dims.r), kind, ref('clear depth of the web'));
    lay.put(slots.A_vc, memberProperties(dims).A_v, kind, ref('shear area, EN 1993-1-1, 6.2.6(3)'));
  }
}

/** The part with the lower f_u governs a weld (EN 1993-1-8, 4.5.3.2(6)); equal ones take the larger beta_w. */
export function layOutWeld(
  lay: LayOut,
  slots: Pick<Slots, 'f_u_weld' | 'beta_w'>,
  parts: readonly { readonly part: string; readonly steel: SteelStrength }[],
): void {
  const { part, steel } = parts.reduce((a, b) =>
    b.steel.f_u < a.steel.f_u || (b.steel.f_u === a.steel.f_u && b.steel.beta_w > a.steel.beta_w) ? b : a,
  );
  lay.put(slots.f_u_weld, steel.f_u, 'catalogue', `the weaker part at the weld: the ${part}`);
  lay.put(slots.beta_w, steel.beta_w, 'code', `EN 1993-1-8, Table 4.1, for the ${part}`);
}
