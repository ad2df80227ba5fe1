import {
  boltGroup,
  INCH,
  KSI,
  pretension,
  type HoleKind,
  type HoleSize,
  type SteelInput,
  type SteelStrength,
} from '../../../catalogue/index.ts';
import type { Basis } from '../../../basis/basis.ts';
import type { CheckDef } from '../../../checks/check.ts';
import { Values } from '../../../checks/values.ts';
import type { Sheet, Slot } from '../../../formula/index.ts';
import { lazyOnce } from '../../../lazy.ts';
import { beamEndSlots, copedEnd } from '../../../standards/aisc360/beam-end.ts';
import { aiscSettings, ELASTICITY } from '../../../standards/aisc360/standard.ts';
import { flatWidth } from '../../hollow-face.ts';
import type { MemberDimensions, SupportModel } from '../../members.ts';
import { groupHeight, pitches } from '../../pitches.ts';
import type { BoltsInput } from '../lay-out.ts';
import type { MemberInput } from '../input.ts';

/** What every joint of a beam's end brings to its checks to AISC 360. */
export interface AiscModel {
  readonly input: {
    readonly beam: { readonly steel: SteelInput };
    readonly support: MemberInput & { readonly steel: SteelInput; readonly other_side?: { readonly V_Ed: number } };
    readonly bolts: BoltsInput & { readonly n2?: number; readonly p2?: number };
    readonly weld?: { readonly s: number };
  };
  readonly basis: Basis;
  readonly beam: MemberDimensions;
  readonly beamSteel: SteelStrength;
  readonly support: SupportModel;
  readonly top_to_bolt: number;
  readonly L1: number;
  readonly l_n: number;
  readonly d_nt: number;
  readonly d_nb: number;
  readonly notchTop: boolean;
  readonly notchBottom: boolean;
}

/** Symbols that they share. */
export const jointSlots = (sheet: Sheet) => {
  const g = sheet.given.bind(sheet);
  return {
    V: g('V', 'kN', 'beam reaction'),
    N: g('N', 'kN', 'axial force acting with the reaction, as a magnitude'),
    V_far: g('V_far', 'kN', 'reaction of the beam on the other face of the support'),
    E: g('E', 'MPa', 'modulus of elasticity'),
    F_EXX: g('F_EXX', 'MPa', 'tensile strength of the weld metal'),
    n: g('n', '-', 'bolt rows'),
    m: g('m', '-', 'bolt lines'),
    L1: g('L1', 'mm', 'first row to last'),
    s_min: g('s_min', 'mm', 'smallest spacing of rows'),
    s_max: g('s_max', 'mm', 'largest spacing of rows'),
    g_c: g('g_c', 'mm', 'spacing of the bolt lines'),
    d: g('d', 'mm', 'bolt diameter'),
    F_nv: g('F_nv', 'MPa', 'nominal shear stress of the bolts'),
    F_nt: g('F_nt', 'MPa', 'nominal tensile stress of the bolts'),
    T_b: g('T_b', 'kN', 'least pretension of a bolt'),
    mu: g('mu', '-', 'slip coefficient'),
    h_f: g('h_f', '-', 'factor for fillers'),
    w: g('w', 'mm', 'leg of the fillet weld'),
    t_s: g('t_s', 'mm', 'thickness of the support'),
    F_y_s: g('F_y_s', 'MPa', 'yield strength of the support'),
    F_u_s: g('F_u_s', 'MPa', 'tensile strength of the support'),
    b_fc: g('b_fc', 'mm', 'flange width of the column'),
    t_wc: g('t_wc', 'mm', 'web of the column'),
    k_c: g('k_c', 'mm', 'outer face of the column’s flange to the toe of its fillet'),
    T_c: g('T_c', 'mm', 'clear depth of the supporting web'),
    b_h: g('b_h', 'mm', 'flat width of the widest wall of the hollow section, or its diameter'),
    ...beamEndSlots(sheet),
  };
};
export type JointSlots = ReturnType<typeof jointSlots>;

/** What of a supporting column is known: its section, or what the input says of its flange and web. */
export const columnSizes = ({
  support,
  input,
}: AiscModel): { readonly b?: number | undefined; readonly tw?: number | undefined } => support.dims ?? input.support;

/** Web and root fillet of the column whose flange is the support, by its section or as given: k from the outer face of the flange, k_1 from the middle of the web, to the toe of the fillet. */
export function columnFillet({ support, input }: AiscModel): { readonly k: number; readonly k_1: number } | null {
  const { tw, r } = support.dims ?? input.support;
  if (tw === undefined || r === undefined) return null;
  return { k: (support.dims?.tf ?? support.t) + r, k_1: tw / 2 + r };
}

export class AiscValues extends Values {
  input(slot: Slot, x: number, ref: string): void {
    this.put(slot, x, 'input', ref);
  }
  code(slot: Slot, x: number, ref: string): void {
    this.put(slot, x, 'code', ref);
  }
  /** Hole of a part, across and along the reaction. */
  hole(vertical: Slot, horizontal: Slot, size: HoleSize, kind: HoleKind): void {
    const ref = `AISC 360-22, Table J3.3: ${kind.replaceAll('_', ' ')} hole`;
    this.code(vertical, size.d_v, ref);
    this.code(horizontal, size.d_h, ref);
  }
}

/** Bolts through fillers thicker than 1/4 in bend: their shear counts 1 - 0.4 (t - 1/4 in) for each inch (J5.2). */
export const fillerFactor = (t: number): number => Math.max(0, 1 - (0.4 * Math.max(0, t - INCH / 4)) / INCH);
/** Thickest fillers that the factor is for. */
export const THICKEST_FILLERS = (3 / 4) * INCH;

function layOutBolts(lay: AiscValues, slots: JointSlots, m: AiscModel): void {
  const { bolts } = m.input;
  const spacing = pitches(bolts);
  lay.input(slots.n, bolts.n1, 'bolts.n1');
  lay.input(slots.m, bolts.n2 ?? 1, 'bolts.n2');
  lay.input(slots.L1, groupHeight(bolts), 'bolts.p1');
  lay.input(slots.s_min, spacing.length ? Math.min(...spacing) : 0, 'bolts.p1');
  lay.input(slots.s_max, spacing.length ? Math.max(...spacing) : 0, 'bolts.p1');
  lay.input(slots.g_c, (bolts.n2 ?? 1) > 1 ? bolts.p2! : 0, 'bolts.p2');
  lay.input(slots.d, bolts.d, 'bolts.d');
  const group = boltGroup(bolts.cls)!;
  const named = `AISC 360-22, Table J3.2: ${group.named ? `group ${bolts.cls}` : `threaded part of class ${bolts.cls}`}`;
  const threads = bolts.threads_in_plane ? 'in' : 'out of';
  const filled = fillerFactor(bolts.packing);
  const less = filled < 1 ? `, times ${filled.toFixed(3)} for fillers of ${m.basis.units.size(bolts.packing)}: J5.2` : '';
  lay.put(
    slots.F_nv,
    filled * (bolts.threads_in_plane ? group.F_nv_N : group.F_nv_X),
    'catalogue',
    `${named}, threads ${threads} the plane${less}`,
  );
  lay.put(slots.F_nt, group.F_nt, 'catalogue', named);
  const T_b = pretension(bolts.d, bolts.cls);
  const byRule = T_b?.fromTable ? '' : ': by its rule, 0.70 F_u A_t to the nearest kip';
  if (T_b) lay.code(slots.T_b, T_b.T_b, `AISC 360-22, Table J3.1${byRule}`);
  lay.code(slots.mu, bolts.friction === 'A' ? 0.3 : 0.5, `AISC 360-22, J3.9: class ${bolts.friction}`);
  lay.code(slots.h_f, 1, 'AISC 360-22, J3.9: no filler, or one');
}

function layOutSupport(lay: AiscValues, slots: JointSlots, m: AiscModel): void {
  const { support, input } = m;
  lay.input(slots.t_s, support.t, 'support');
  lay.steel(slots.F_y_s, slots.F_u_s, support.steel, 'support', input.support.steel, support.t_ref);
  lay.input(slots.V_far, (input.support.other_side?.V_Ed ?? 0) * 1e3, 'support.other_side.V_Ed');
  const { b, tw } = columnSizes(m);
  const name = support.dims?.name ?? 'support';
  if (b !== undefined) lay.input(slots.b_fc, b, `${name}: b`);
  if (tw !== undefined) lay.input(slots.t_wc, tw, `${name}: tw`);
  const fillet = columnFillet(m);
  if (fillet) lay.input(slots.k_c, fillet.k, support.dims ? `${name}: tf + r` : `${name}: t + r`);
  if (support.hollow) {
    const { name: of, shape, h, b, t } = support.hollow;
    const width = shape === 'CHS' ? b : flatWidth(Math.max(h, b), t);
    lay.input(slots.b_h, width, shape === 'CHS' ? `${of}: D` : `${of}: outside less 3 t (B4.1b)`);
  }
  if (support.d2 !== null) lay.input(slots.T_c, support.d2, 'clear depth of the supporting web');
}

function layOutBeam(lay: AiscValues, slots: JointSlots, m: AiscModel, gap: number, gapRef: string, flipped: string): void {
  const { beam, input } = m;
  for (const [slot, dim] of [
    [slots.d_b, 'h'],
    [slots.b_f, 'b'],
    [slots.t_f, 'tf'],
    [slots.t_w, 'tw'],
  ] as const)
    lay.put(
      slot,
      beam[dim],
      beam.fromCatalogue ? 'catalogue' : 'input',
      beam.fromCatalogue ? `${beam.name}: ${dim}` : `beam.${dim}`,
    );
  lay.input(slots.k, beam.tf + beam.r, 'beam: tf + r');
  lay.steel(slots.F_y_w, slots.F_u_w, m.beamSteel, 'beam', input.beam.steel, beam.tf);
  lay.input(slots.c_c, m.l_n, 'beam.notch.l_n');
  lay.input(slots.d_ct, m.d_nt, `beam.notch.d_nt${flipped}`);
  lay.input(slots.d_cb, m.d_nb, `beam.notch.d_nb${flipped}`);
  lay.input(slots.gap, gap, gapRef);
}

export const flippedWords = (turned: boolean): string => (turned ? ', joint turned upside down for uplift' : '');

/** Lays out what all joints of a beam's end share; the beam ends `gap` before the support. */
export function layOutJoint(
  slots: JointSlots,
  sheet: Sheet,
  m: AiscModel,
  o: { gap: number; gapRef: string; turned: boolean },
): AiscValues {
  const lay = new AiscValues(sheet);
  const settings = aiscSettings(m.basis);
  lay.code(slots.E, ELASTICITY, 'AISC 360-22, B: 29,000 ksi');
  lay.put(slots.F_EXX, Number(settings.electrode) * KSI, 'basis', `settings: weld metal E${settings.electrode}`);
  if (m.input.weld) lay.input(slots.w, m.input.weld.s, 'weld.s');
  layOutBolts(lay, slots, m);
  layOutSupport(lay, slots, m);
  layOutBeam(lay, slots, m, o.gap, o.gapRef, flippedWords(o.turned));
  return lay;
}

/** Bolts in the beam's web: their holes, ends and edges. */
export function layOutWebBolts(
  lay: AiscValues,
  slots: JointSlots,
  m: AiscModel,
  o: { e2b: number; hole: HoleSize; kind: HoleKind; turned: boolean },
): void {
  const flipped = flippedWords(o.turned);
  lay.input(slots.l_ev_w, m.top_to_bolt - m.d_nt, `web.top_to_bolt less the cope${flipped}`);
  lay.input(slots.l_eh_w, o.e2b, 'web.e2b');
  lay.put(slots.under, aiscSettings(m.basis).underrun, 'basis', 'settings: underrun');
  lay.hole(slots.d_hv_w, slots.d_hh_w, o.hole, o.kind);
  lay.input(slots.z_g, m.top_to_bolt + m.L1 / 2, `web.top_to_bolt and the rows${flipped}`);
}

/** The coped end of a joint, worked once. */
export const copeOf = lazyOnce((c: { readonly m: AiscModel }) => {
  const { m } = c;
  return copedEnd({
    E: ELASTICITY,
    F_y: m.beamSteel.f_y,
    d: m.beam.h,
    b_f: m.beam.b,
    t_f: m.beam.tf,
    t_w: m.beam.tw,
    c: m.l_n,
    d_ct: m.notchTop ? m.d_nt : 0,
    d_cb: m.notchBottom ? m.d_nb : 0,
  });
});

/** A tying force would enter no check. */
export const tyingPath = <C>(): CheckDef<C> => ({
  id: 'action-path',
  title: 'Path of the tying force',
  clause: 'stated method',
  part: 'joint',
  load: 'tie',
  run: () => ({ missing: 'A tying force is no action of AISC 360: give it as an axial force, in a combination of its own.' }),
});
