import { boltGroup, KSI } from '../../../catalogue/index.ts';
import { Values } from '../../../checks/values.ts';
import { quiet, Sheet, type Run, type Slot } from '../../../formula/index.ts';
import type { InFormat } from '../../../standards/aisc360/available.ts';
import { aiscSettings, ELASTICITY, isLrfd } from '../../../standards/aisc360/standard.ts';
import { flangeThroat } from '../input.ts';
import type { MomentPlateModel, Stiffener } from '../model.ts';
import { alongWeb } from '../solid.ts';
import type { End, Form } from './form.ts';

/** Symbols of a moment end plate to AISC 360. Forces in N, lengths in mm. */
export const sheet = new Sheet();
const g = sheet.given.bind(sheet);
const stiffener = (k: 't' | 'c', words: string) => ({
  b: g(`b_s${k}`, 'mm', `outstand of the stiffener at the ${words} flange`),
  t: g(`t_s${k}`, 'mm', `thickness of the stiffener at the ${words} flange`),
  clip: g(`c_s${k}`, 'mm', `corner cut of the stiffener at the ${words} flange`),
  F_y: g(`F_y_s${k}`, 'MPa', `yield strength of the stiffener at the ${words} flange`),
  w: g(`w_s${k}`, 'mm', `leg of the weld of the stiffener at the ${words} flange`),
  L: g(`L_s${k}`, 'mm', `weld of the stiffener at the ${words} flange along the web`),
});
export const slots = {
  M: g('M', 'kNm', 'moment, as a magnitude'),
  N: g('N', 'kN', 'axial force of the beam, tension positive'),
  V: g('V', 'kN', 'shear force of the beam, as a magnitude'),
  M_far: g('M_far', 'kNm', 'moment of the beam on the other face, in the same sense'),
  N_c: g('N_c', 'kN', 'axial force of the column, as a magnitude'),
  V_c: g('V_c', 'kN', 'shear of the column that acts against the panel’s'),
  E: g('E', 'MPa', 'modulus of elasticity'),
  F_EXX: g('F_EXX', 'MPa', 'tensile strength of the weld metal'),
  d_b: g('d_b', 'mm', 'depth of the beam'),
  b_f: g('b_f', 'mm', 'flange width of the beam'),
  t_f: g('t_f', 'mm', 'flange thickness of the beam'),
  t_w: g('t_w', 'mm', 'web thickness of the beam'),
  k: g('k', 'mm', 'outer face of the beam’s flange to the toe of its fillet'),
  F_y_b: g('F_y_b', 'MPa', 'yield strength of the beam'),
  F_u_b: g('F_u_b', 'MPa', 'tensile strength of the beam'),
  t_p: g('t_p', 'mm', 'thickness of the plate'),
  b_p: g('b_p', 'mm', 'width of the plate'),
  F_y_p: g('F_y_p', 'MPa', 'yield strength of the plate'),
  F_u_p: g('F_u_p', 'MPa', 'tensile strength of the plate'),
  d: g('d', 'mm', 'bolt diameter'),
  d_h: g('d_h', 'mm', 'hole'),
  gauge: g('g', 'mm', 'gauge'),
  F_nt: g('F_nt', 'MPa', 'nominal tensile stress of the bolts'),
  F_nv: g('F_nv', 'MPa', 'nominal shear stress of the bolts'),
  p_fi: g('p_fi', 'mm', 'tension flange to the row inside'),
  p_fo: g('p_fo', 'mm', 'tension flange to the row outside'),
  p_b: g('p_b', 'mm', 'pitch of the paired rows'),
  d_e: g('d_e', 'mm', 'outermost row to the end of the plate'),
  n_c: g('n_c', '-', 'bolts at the compression flange'),
  w_t: g('w_t', 'mm', 'leg of the weld of the tension flange'),
  w_c: g('w_c', 'mm', 'leg of the weld of the compression flange'),
  w_w: g('w_w', 'mm', 'leg of the weld of the web'),
  d_c: g('d_c', 'mm', 'depth of the column'),
  b_cf: g('b_cf', 'mm', 'flange width of the column'),
  t_cf: g('t_cf', 'mm', 'flange thickness of the column'),
  t_wc: g('t_wc', 'mm', 'web thickness of the column'),
  k_c: g('k_c', 'mm', 'outer face of the column’s flange to the toe of its fillet'),
  A_c: g('A_c', 'mm2', 'area of the column'),
  F_y_c: g('F_y_c', 'MPa', 'yield strength of the column'),
  F_u_c: g('F_u_c', 'MPa', 'tensile strength of the column'),
  t_d: g('t_d', 'mm', 'doubler plates, all of them, as far as their steel counts'),
  ten: stiffener('t', 'tension'),
  com: stiffener('c', 'compression'),
};

const s = sheet.commonSection('geometry');
const DG = 'AISC Design Guide 16';
const common = {
  first: [
    s.f('z', 'mm', 'd_b-t_f', 'lever arm of the flanges', DG),
    s.f('A_b', 'mm2', 'pi*d^2/4', 'area of a bolt', 'AISC 360-22, J3.7'),
    s.f('b_y', 'mm', 'min(b_p, b_f+25.4[mm])', 'width of the plate that counts: 1 in over the flange at most', DG),
    s.f('t_we', 'mm', 't_wc+t_d', 'web of the column with its doublers'),
    s.f('l_b', 'mm', 't_f+2*max(w_t, w_c)', 'length of bearing: the flange and its fillets', 'AISC 360-22, J10.2'),
    s.f('M_t', 'kNm', 'M+max(0[kN], N)*z/2', 'moment that the tension side brings', DG),
    s.f('M_c', 'kNm', 'M+max(0[kN], -N)*z/2', 'moment that the compression side brings', DG),
    s.f('F_t', 'kN', 'M_t/z', 'force of the tension flange', DG),
    s.f('F_c', 'kN', 'M_c/z', 'force of the compression flange', DG),
  ],
  four: [
    s.f('h_0', 'mm', 'd_b-t_f/2+p_fo', 'lever arm of the row outside', DG),
    s.f('h_1', 'mm', 'd_b-1.5*t_f-p_fi', 'lever arm of the row inside', DG),
    s.f('h_sum', 'mm', 'h_0+h_1', 'lever arms together', DG),
  ],
  eight: [
    s.f('h_1', 'mm', 'd_b-t_f/2+p_fo+p_b', 'lever arm of the outermost row', DG),
    s.f('h_2', 'mm', 'd_b-t_f/2+p_fo', 'lever arm of the row outside, next to the flange', DG),
    s.f('h_3', 'mm', 'd_b-1.5*t_f-p_fi', 'lever arm of the row inside, next to the flange', DG),
    s.f('h_4', 'mm', 'h_3-p_b', 'lever arm of the innermost row', DG),
    s.f('h_sum', 'mm', 'h_1+h_2+h_3+h_4', 'lever arms together', DG),
  ],
};

/** A moment end plate as its checks look at it: the sense of the moment, the bolts at both flanges. */
export interface MomentCase extends InFormat {
  readonly m: MomentPlateModel;
  readonly sense: 1 | -1;
  readonly ten: End;
  readonly com: End;
  readonly form: Form;
  /** The shear presses the beam down. */
  readonly down: boolean;
  /** Moment of the beam on the other face known, or asked for in vain. */
  readonly farKnown: boolean;
  readonly stiff: { readonly ten: Stiffener | null; readonly com: Stiffener | null };
}

export function workCommon(r: Run, { form }: Pick<MomentCase, 'form'>): void {
  for (const f of common.first) f(r);
  for (const f of form === '8ES' ? common.eight : common.four) f(r);
}

/** The flange whose answer is the worse, worked once more for the record: of several without one, by `worse` of b over a. */
export function worstOf<T>(
  r: Run,
  flanges: readonly ('ten' | 'com')[],
  answer: (k: 'ten' | 'com') => T,
  worse: (b: T, a: T) => boolean,
): T {
  const all = quiet(r, () => flanges.map((k) => ({ k, x: answer(k) })));
  return answer(all.reduce((a, b) => (worse(b.x, a.x) ? b : a)).k);
}
/** The greater demand for its strength. */
export const moreUsed = (
  b: { readonly demand: number; readonly resistance: number },
  a: { readonly demand: number; readonly resistance: number },
): boolean => b.demand * a.resistance > a.demand * b.resistance;

/** Leg of a fillet of this throat. */
export const leg = (throat: number): number => Math.SQRT2 * throat;
/** Doublers of a weaker steel than the column's count with the share of their strength. */
export const doubler = ({ webPlate, column }: MomentPlateModel): number =>
  webPlate ? webPlate.sides * webPlate.t * Math.min(1, webPlate.strength.f_y / column!.steel.f_y) : 0;

class Lay extends Values {
  input(slot: Slot, x: number, ref: string): void {
    this.put(slot, x, 'input', ref);
  }
}

function layOutMembers(lay: Lay, m: MomentPlateModel): void {
  const { beam, column, input } = m;
  const member = (x: typeof beam, field: string, of: readonly (readonly [Slot, 'h' | 'b' | 'tf' | 'tw'])[]): void => {
    const { dims } = x;
    for (const [slot, k] of of)
      lay.put(
        slot,
        dims[k],
        dims.fromCatalogue ? 'catalogue' : 'input',
        dims.fromCatalogue ? `${dims.name}: ${k}` : `${field}.${k}`,
      );
  };
  member(beam, 'beam', [
    [slots.d_b, 'h'],
    [slots.b_f, 'b'],
    [slots.t_f, 'tf'],
    [slots.t_w, 'tw'],
  ]);
  lay.input(slots.k, beam.dims.tf + beam.s, `${beam.dims.name}: tf + r`);
  lay.steel(slots.F_y_b, slots.F_u_b, beam.steel, 'beam', input.beam.steel, beam.dims.tf);
  const c = column!;
  member(c, 'column', [
    [slots.d_c, 'h'],
    [slots.b_cf, 'b'],
    [slots.t_cf, 'tf'],
    [slots.t_wc, 'tw'],
  ]);
  lay.input(slots.k_c, c.dims.tf + c.s, `${c.dims.name}: tf + r`);
  lay.put(slots.A_c, c.dims.A, 'catalogue', `${c.dims.name}: A`);
  lay.steel(slots.F_y_c, slots.F_u_c, c.steel, 'column', input.column!.steel, c.dims.tf);
  lay.input(slots.t_d, doubler(m), m.webPlate ? 'web_plate.t, by web_plate.sides and its steel' : 'no doubler');
}

function layOutBolts(lay: Lay, m: MomentPlateModel): void {
  const { bolts } = m.input;
  const group = boltGroup(bolts.cls)!;
  const named = `AISC 360-22, Table J3.2: ${group.named ? `group ${bolts.cls}` : `threaded part of class ${bolts.cls}`}`;
  lay.input(slots.d, bolts.d, 'bolts.d');
  lay.put(slots.d_h, m.d_0, 'code', 'AISC 360-22, Table J3.3: standard hole');
  lay.input(slots.gauge, bolts.w, 'bolts.w');
  lay.put(slots.F_nt, group.F_nt, 'catalogue', named);
  lay.put(
    slots.F_nv,
    bolts.threads_in_plane ? group.F_nv_N : group.F_nv_X,
    'catalogue',
    `${named}, threads ${bolts.threads_in_plane ? 'in' : 'out of'} the plane`,
  );
}

function layOutStiffener(lay: Lay, m: MomentPlateModel, of: typeof slots.ten, x: Stiffener | null, field: string): void {
  if (!x) return;
  lay.input(of.b, x.b, `${field}.b`);
  lay.input(of.t, x.t, `${field}.t`);
  lay.input(of.clip, x.c, `${field}.c`);
  lay.put(of.F_y, x.steel.f_y, 'catalogue', `steel of ${field}`);
  lay.input(of.w, leg(x.a), `${field}.a, as a leg`);
  lay.input(of.L, alongWeb(m, x), `${field}.depth and .c`);
}

/** The joint under one sense of the moment: what its checks look at, and its values with where each came from. */
export function sideOf(
  m: MomentPlateModel,
  [top, bottom]: readonly [End, End],
  sense: 1 | -1,
): { readonly c: MomentCase; readonly lay: Values } {
  const [ten, com] = sense === 1 ? [top, bottom] : [bottom, top];
  const lay = new Lay(sheet);
  const { plate, welds } = m.input;
  const { electrode } = aiscSettings(m.basis);
  lay.put(slots.E, ELASTICITY, 'code', 'AISC 360-22, B: 29,000 ksi');
  lay.put(slots.F_EXX, Number(electrode) * KSI, 'basis', `settings: weld metal E${electrode}`);
  layOutMembers(lay, m);
  layOutBolts(lay, m);
  lay.input(slots.t_p, plate.t, 'plate.t');
  lay.input(slots.b_p, plate.b, 'plate.b');
  lay.steel(slots.F_y_p, slots.F_u_p, m.plateSteel, 'plate', plate.steel, plate.t);
  for (const k of ['p_fi', 'p_fo', 'p_b', 'd_e'] as const) lay.input(slots[k], ten[k], `rows and plate at the ${ten.at} flange`);
  lay.input(slots.n_c, 2 * atFlange(m, com).length, `rows at the ${com.at} flange`);
  lay.input(slots.w_t, leg(flangeThroat(m.input, ten.at)), `welds.${ten.at}, as a leg`);
  lay.input(slots.w_c, leg(flangeThroat(m.input, com.at)), `welds.${com.at}, as a leg`);
  lay.input(slots.w_w, leg(welds.web), 'welds.web, as a leg');
  const stiff = { ten: m.stiffeners[ten.at], com: m.stiffeners[com.at] };
  layOutStiffener(lay, m, slots.ten, stiff.ten, `stiffeners.${ten.at}`);
  layOutStiffener(lay, m, slots.com, stiff.com, `stiffeners.${com.at}`);
  return { c: { m, sense, ten, com, form: ten.form ?? '4E', lrfd: isLrfd(m.basis), down: true, farKnown: true, stiff }, lay };
}

/** Heights of all rows at a flange, those for shear alone included. */
export const atFlange = (m: MomentPlateModel, { at }: Pick<End, 'at'>): number[] => {
  const middle = -m.beam.dims.h / 2;
  return m.rows.map((x) => x.y).filter((y) => (at === 'top' ? y > middle : y < middle));
};
