import { KSI } from '../../../catalogue/index.ts';
import { Values } from '../../../checks/values.ts';
import { Sheet, type Slot } from '../../../formula/index.ts';
import { aiscSettings } from '../../../standards/aisc360/standard.ts';
import type { BaseModel } from '../model.ts';
import { allTakeShear } from './case.ts';

/** Symbols of a column base to AISC 360 and ACI 318. z runs along the length N of the plate, y along its width B. */
export const sheet = new Sheet();
const g = sheet.given.bind(sheet);
export const slots = {
  N: g('N_Ed', 'kN', 'axial force of the column, tension positive'),
  M: g('M', 'kNm', 'moment, positive presses the +z side in'),
  V: g('V', 'kN', 'shear, positive towards +z'),
  N_p: g('N_p', 'mm', 'length of the plate, along the depth of the column'),
  B_p: g('B_p', 'mm', 'width of the plate'),
  t_p: g('t_p', 'mm', 'thickness of the plate'),
  F_y_p: g('F_y_p', 'MPa', 'yield strength of the plate'),
  d_c: g('d_c', 'mm', 'depth of the column'),
  b_f: g('b_f', 'mm', 'flange width of the column'),
  t_f: g('t_f', 'mm', 'flange of the column, or its wall'),
  t_w: g('t_w', 'mm', 'web of the column'),
  k: g('k', 'mm', 'outer face of the flange to the toe of its fillet'),
  f_c: g('f_c', 'MPa', 'cylinder strength of the concrete'),
  s_A: g('s_A', '-', 'sqrt(A_2/A_1), 1 to 2'),
  d: g('d', 'mm', 'diameter of an anchor rod'),
  A_se: g('A_se', 'mm2', 'tensile area of an anchor rod'),
  F_ya: g('F_ya', 'MPa', 'yield strength of the rods'),
  F_ua: g('F_ua', 'MPa', 'tensile strength of the rods'),
  h_ef: g('h_ef', 'mm', 'embedment'),
  A_brg: g('A_brg', 'mm2', 'bearing area of a head'),
  n_a: g('n_a', '-', 'anchor rods'),
  n_v: g('n_v', '-', 'anchor rods that take shear'),
  t_g: g('t_g', 'mm', 'thickness of the grout'),
  mu: g('mu', '-', 'coefficient of friction'),
  w_f: g('w_f', 'mm', 'leg of the weld of flanges, walls or the ring'),
  w_w: g('w_w', 'mm', 'leg of the weld of the web'),
  F_EXX: g('F_EXX', 'MPa', 'tensile strength of the weld metal'),
  b_l: g('b_l', 'mm', 'width of the shear lug'),
  t_l: g('t_l', 'mm', 'thickness of the shear lug'),
  d_l: g('d_l', 'mm', 'depth of the shear lug below the plate'),
  w_l: g('w_l', 'mm', 'leg of the weld of the shear lug'),
  F_y_l: g('F_y_l', 'MPa', 'yield strength of the shear lug'),
  h_a: g('h_a', 'mm', 'depth of the block'),
};

/** sqrt(A_2/A_1): as given, by the block that is concentric with the plate, or 1 where nothing of it is known. */
export function areaFactor(m: BaseModel): { readonly value: number; readonly ref: string } {
  const { alpha, B_y, B_z } = m.input.concrete;
  const hold = (x: number): number => Math.min(2, Math.max(1, x));
  if (alpha !== undefined) return { value: hold(alpha), ref: 'concrete.alpha' };
  if (B_y === undefined && B_z === undefined)
    return { value: 1, ref: 'nothing of the block is known: it counts as no larger than the plate' };
  const { plateBox: p, block } = m;
  // The largest shape like the plate about its centre that the block holds.
  const half = { y: (p.y2 - p.y1) / 2, z: (p.z2 - p.z1) / 2 };
  const mid = { y: (p.y1 + p.y2) / 2, z: (p.z1 + p.z2) / 2 };
  const k = Math.min(
    (block.y2 - mid.y) / half.y,
    (mid.y - block.y1) / half.y,
    (block.z2 - mid.z) / half.z,
    (mid.z - block.z1) / half.z,
  );
  return { value: hold(k), ref: 'the block about the plate' };
}

export const bearingArea = (m: BaseModel): number => {
  const { type, head, d, A_brg } = m.input.anchors;
  if (A_brg !== undefined) return A_brg;
  if (head === undefined) return 0;
  return type === 'washer' ? head ** 2 - (Math.PI / 4) * d ** 2 : (Math.PI / 4) * (head ** 2 - d ** 2);
};

/** Friction of AISC Design Guide 1, on grout or on concrete; another where one is given. */
export const frictionOf = (m: BaseModel): number => {
  const { C_fd, t } = m.input.grout;
  return C_fd ?? (t > 0 ? 0.55 : 0.7);
};

export function layOut(m: BaseModel): Values {
  const lay = new Values(sheet);
  const put = (slot: Slot, x: number, ref: string): void => lay.put(slot, x, 'input', ref);
  const { plate, anchors: a, weld, grout, shear, concrete } = m.input;
  const { column } = m;
  put(slots.N_p, plate.h!, 'plate.h');
  put(slots.B_p, plate.b!, 'plate.b');
  put(slots.t_p, plate.t, 'plate.t');
  lay.put(slots.F_y_p, m.plateSteel.f_y, 'catalogue', `${plate.steel.grade ?? 'own steel'} of the plate`);
  put(slots.d_c, column.h, column.name);
  put(slots.b_f, column.b, column.name);
  put(slots.t_f, column.t_f, column.name);
  put(slots.t_w, column.t_w, column.name);
  put(slots.k, column.t_f + column.r, column.name);
  put(slots.f_c, concrete.f_ck, 'concrete.f_ck');
  const factor = areaFactor(m);
  put(slots.s_A, factor.value, factor.ref);
  put(slots.d, a.d, 'anchors.d');
  lay.put(slots.A_se, m.size.A_s, 'catalogue', 'tensile area of the threads');
  put(slots.F_ya, m.f_yb, 'anchors.cls');
  put(slots.F_ua, m.f_ub, 'anchors.cls');
  put(slots.h_ef, a.h_ef, 'anchors.h_ef');
  put(slots.A_brg, bearingArea(m), 'anchors.head');
  put(slots.n_a, m.anchors.length, 'anchors.pattern');
  put(slots.n_v, m.anchors.length, allTakeShear(m) ? 'washers are welded: all take shear' : 'front row alone');
  put(slots.t_g, grout.t, 'grout.t');
  put(
    slots.mu,
    frictionOf(m),
    grout.C_fd !== undefined ? 'grout.C_fd' : grout.t > 0 ? 'AISC Design Guide 1: on grout' : 'AISC Design Guide 1: on concrete',
  );
  put(slots.w_f, weld.a_f * Math.SQRT2, 'weld.a_f, as a leg');
  put(slots.w_w, weld.a_w * Math.SQRT2, 'weld.a_w, as a leg');
  lay.put(slots.F_EXX, Number(aiscSettings(m.basis).electrode) * KSI, 'basis', 'settings: weld metal');
  const { key } = shear;
  if (key?.type === 'plate') {
    put(slots.b_l, key.b, 'shear.key.b');
    put(slots.t_l, key.t!, 'shear.key.t');
    put(slots.d_l, key.depth, 'shear.key.depth');
    put(slots.w_l, key.a * Math.SQRT2, 'shear.key.a, as a leg');
    lay.put(slots.F_y_l, m.keySteel!.f_y, 'catalogue', `${key.steel.grade ?? 'own steel'} of the lug`);
  }
  if (Number.isFinite(m.H)) put(slots.h_a, m.H, 'concrete.H');
  return lay;
}
