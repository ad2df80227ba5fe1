import { quiet, type Run, at } from '../../../formula/index.ts';
import type { BaseModel } from '../model.ts';
import { innerRow, outerRow, rowTStub, webSides, withoutPrying, type TStubValues } from './plate.ts';
import type { BaseResults } from './results.ts';
import { sheet } from './sheet.ts';
import { tensionModes } from './tension.ts';
import { factorsOf } from '../../../standards/en1993/standard.ts';

/** Bending about y (through the depth of the column) or about z. */
export type Axis = 'y' | 'z';

export type SideName = 'left' | 'right';

export const sideWords = (s: SideName): string => (s === 'left' ? 'left (-)' : 'right (+)');

const cs = sheet.section('concrete-bearing-side');

const comp = {
  h_c: cs.found('h_c', 'mm', 'depth of the column across the axis of bending', 'h, or b about z'),
  b_c: cs.found('b_c', 'mm', 'width of the column along the axis of bending', 'b, or h about z'),
  e_p: cs.found('e_p', 'mm', 'column axis to the edge of plate and block on this side', 'measured'),
  e_1: cs.found('e_1', 'mm', 'column axis to the edge of plate and block across, one way', 'measured'),
  e_2: cs.found('e_2', 'mm', 'column axis to the edge of plate and block across, the other way', 'measured'),
  c_in: cs.f('c_in', 'mm', 'min(c, (h_c-2*t_f)/2)', 'cantilever to the inside', 'EN 1993-1-8, 6.2.5(4)'),
  b_eff: cs.f(
    'b_eff',
    'mm',
    'max(0[mm], min(h_c/2+c, e_p)-(h_c/2-t_f-c_in))',
    'effective width under the flange',
    'EN 1993-1-8, 6.2.5(4)',
  ),
  l_eff: cs.f(
    'l_eff',
    'mm',
    'max(0[mm], min(b_c/2+c, e_1)+min(b_c/2+c, e_2))',
    'effective length under the flange',
    'EN 1993-1-8, 6.2.5(4)',
  ),
  z_C: cs.f('z_C', 'mm', '(h_c-t_f)/2', 'column axis to the middle of the flange', 'EN 1993-1-8, Figure 6.18'),
  F_C: cs.f('F_C_Rd', 'kN', 'f_jd*b_eff*l_eff', 'concrete in compression under the flange', 'EN 1993-1-8, 6.2.6.9'),
};

const cf = sheet.section('column-flange-compression');

export const flange = {
  W: cf.found(
    'W_pl',
    'cm3',
    'plastic modulus of the column, root fillets counted; elastic for class 3',
    'from its dimensions; class by EN 1993-1-1, Table 5.2',
  ),
  A_v: cf.found('A_v', 'mm2', 'shear area of the column', 'EN 1993-1-1, 6.2.6(3)'),
  V: cf.found('V_c_Ed', 'kN', 'shear of the column in this direction', 'from the actions'),
  V_pl: cf.f('V_pl_Rd', 'kN', 'A_v*f_y_c/(sqrt(3)*gamma_M0)', 'plastic shear resistance', 'EN 1993-1-1, 6.2.6(2)'),
  rho: cf.f('rho', '-', 'min(1, (2*V_c_Ed/V_pl_Rd-1)^2)', 'reduction by shear', 'EN 1993-1-1, 6.2.8(3)'),
  rho_0: cf.f('rho', '-', '0', 'shear up to half the plastic resistance', 'EN 1993-1-1, 6.2.8(2)'),
  A_w: cf.f('A_w', 'mm2', '(h-2*t_f)*t_w', 'area of the web', 'EN 1993-1-1, 6.2.8(5)'),
  M_I: cf.f(
    'M_c_Rd',
    'kNm',
    '(W_pl-rho*A_w^2/(4*t_w))*f_y_c/gamma_M0',
    'moment resistance of the column, class 1 or 2',
    'EN 1993-1-1, 6.2.8(5)',
  ),
  M_h: cf.f(
    'M_c_Rd',
    'kNm',
    '(1-rho)*W_pl*f_y_c/gamma_M0',
    'moment resistance of the column, class 1 or 2',
    'EN 1993-1-1, 6.2.8(3)',
  ),
  M_none: cf.f('M_c_Rd', 'kNm', '0[kNm]', 'none beside a shear over the plastic resistance', 'EN 1993-1-1, 6.2.6(1)'),
  z: cf.found('z_f', 'mm', 'distance between the flanges', 'h - t_f, or b - t about z'),
  F: cf.f('F_c_fc_Rd', 'kN', 'M_c_Rd/z_f', 'flange and web of the column in compression', 'EN 1993-1-8, 6.2.6.7'),
  F_deep: cf.f(
    'F_c_fc_Rd',
    'kN',
    'min(M_c_Rd/z_f, b*t_f*f_y_c/(0.8*gamma_M0))',
    'flange and web of a column deeper than 600 mm: the web gives no more than a fifth',
    'EN 1993-1-8, 6.2.6.7(1)',
  ),
  M_y_Rd: cf.found('M_c_y_Rd', 'kNm', 'moment resistance of the column about y, by its class', 'W f_y/gamma_M0'),
  M_z_Rd: cf.found('M_c_z_Rd', 'kNm', 'moment resistance of the column about z, by its class', 'W f_y/gamma_M0'),
  M_y_s: cf.found('M_y_s', 'kNm', 'moment about y, with the part of a shear key', 'from the actions'),
  M_z_s: cf.found('M_z_s', 'kNm', 'moment about z, with the part of a shear key', 'from the actions'),
  u: cf.f('u', '-', 'abs(M_y_s)/M_c_y_Rd+abs(M_z_s)/M_c_z_Rd', 'what the moments put on flange or wall', 'EN 1993-1-1, 6.2.1(7)'),
  u_round: cf.f('u', '-', 'sqrt(M_y_s^2+M_z_s^2)/M_c_y_Rd', 'what the moment puts on the wall of the tube', 'EN 1993-1-1, 6.2.5'),
};

const web = sheet.section('column-web-tension');

export const webTension = {
  b_eff: web.found('b_eff_w', 'mm', 'effective width of the web: the T-stub length of the row', 'l_eff,1'),
  F: web.f('F_t_wc_Rd', 'kN', 'b_eff_w*t_w*f_y_c/gamma_M0', 'column web in tension', 'EN 1993-1-8, 6.2.6.8'),
};

/** What one side of the column can do; it does not depend on the load. */
export interface Side {
  readonly name: SideName;
  readonly z_C: number;
  readonly F_C_Rd: number;
  readonly b_eff: number;
  readonly l_eff: number;
  /** Places of the effective strip, for drawing: across the axis from `u1` to `u2`. */
  readonly strip: { readonly u1: number; readonly u2: number; readonly v1: number; readonly v2: number };
  /** The row that pulls; null without one. */
  readonly row: {
    readonly idx: readonly number[];
    readonly z_T: number;
    readonly inner: boolean;
    readonly t: TStubValues;
    readonly F_T_Rd: number;
    readonly weakest: string;
    /** Effective width of the web, inner rows. */
    readonly b_web: number;
  } | null;
}

export interface LeverModel {
  readonly axis: Axis;
  readonly left: Side;
  readonly right: Side;
}

/** The lever-arm model about one axis, or why it can't be built (basis 7.1). */
export function leverModel(r: Run, m: BaseModel, axis: Axis, L_b: number, m_pl: number): LeverModel | string {
  const { column } = m;
  if (column.shape === 'CHS' || m.input.plate.shape === 'circle' || m.input.anchors.pattern.type === 'circle')
    return 'the lever-arm model is for rectangular plates with rows of anchors under I and rectangular columns';
  if (column.shape === 'I' && axis === 'z') return 'the lever-arm model of an I column bends about its major axis only';
  const left = side(r, m, axis, 'left', L_b, m_pl);
  if (typeof left === 'string') return left;
  const right = side(r, m, axis, 'right', L_b, m_pl);
  return typeof right === 'string' ? right : { axis, left, right };
}

/** Box of the part of the plate that stands on the block. */
const standing = ({ plateBox: p, block: k }: BaseModel): BaseModel['plateBox'] => ({
  y1: Math.max(p.y1, k.y1),
  y2: Math.min(p.y2, k.y2),
  z1: Math.max(p.z1, k.z1),
  z2: Math.min(p.z2, k.z2),
});

export function workCompression(
  r: Run,
  m: BaseModel,
  axis: Axis,
  name: SideName,
): { F: number; b_eff: number; l_eff: number; z_C: number } {
  const { h, b } = m.column;
  const p = standing(m);
  comp.h_c(r, axis === 'y' ? h : b);
  comp.b_c(r, axis === 'y' ? b : h);
  comp.e_p(r, name === 'right' ? (axis === 'y' ? p.z2 : p.y2) : axis === 'y' ? -p.z1 : -p.y1);
  comp.e_1(r, axis === 'y' ? -p.y1 : -p.z1);
  comp.e_2(r, axis === 'y' ? p.y2 : p.z2);
  comp.c_in(r);
  return { b_eff: comp.b_eff(r), l_eff: comp.l_eff(r), z_C: comp.z_C(r), F: comp.F_C(r) };
}

export function rowOf(
  r: Run,
  m: BaseModel,
  axis: Axis,
  s: { readonly idx: readonly number[]; readonly inner: boolean },
  sign: number,
  L_b: number,
): TStubValues {
  const row = s.idx.map((i) => m.anchors[i]!);
  const p = m.plateBox;
  const { h, b } = m.column;
  if (s.inner) return rowTStub(r, m, innerRow(m, row, m.anchors), L_b);
  const u = axis === 'y' ? row[0]!.z : row[0]!.y;
  const edge = sign > 0 ? (axis === 'y' ? p.z2 : p.y2) - u : u - (axis === 'y' ? p.z1 : p.y1);
  const along = row.map((q) => (axis === 'y' ? q.y : q.z));
  return rowTStub(
    r,
    m,
    outerRow(Math.abs(u) - (axis === 'y' ? h : b) / 2, edge, along, axis === 'y' ? p.y1 : p.z1, axis === 'y' ? p.y2 : p.z2),
    L_b,
  );
}

export function side(r: Run, m: BaseModel, axis: Axis, name: SideName, L_b: number, m_pl: number): Side | string {
  const sign = name === 'right' ? 1 : -1;
  const { column } = m;
  const half = (axis === 'y' ? column.h : column.b) / 2;
  const c = quiet(r, () => workCompression(r, m, axis, name));
  const at0 = half - column.t_f - r.v[comp.c_in.def.slot.index]!;
  const wide = r.v[comp.b_c.def.slot.index]! / 2 + r.v[g_c]!;
  const strip = {
    u1: at0,
    u2: at0 + c.b_eff,
    v1: -Math.min(wide, r.v[comp.e_1.def.slot.index]!),
    v2: Math.min(wide, r.v[comp.e_2.def.slot.index]!),
  };
  const bare: Side = { name, z_C: c.z_C, F_C_Rd: c.F, b_eff: c.b_eff, l_eff: c.l_eff, strip, row: null };

  const u = (i: number): number => sign * (axis === 'y' ? m.anchors[i]!.z : m.anchors[i]!.y);
  const all = m.anchors.map((_, i) => i);
  const outside = all.filter((i) => u(i) > half);
  const levels = [...new Set(outside.map((i) => Math.round(u(i) * 1e6)))];
  if (levels.length > 1) return `there are two anchor rows outside one wall (${sideWords(name)})`;
  let idx = outside;
  let inner = false;
  if (!idx.length && column.shape === 'I') {
    const between = all.filter((i) => u(i) > -1e-9 && u(i) <= half - column.t_f);
    const outermost = Math.max(...between.map(u));
    idx = between.filter((i) => Math.abs(u(i) - outermost) < 1e-6);
    inner = true;
  }
  if (!idx.length) return bare;
  // Anchors behind each other beside the web: all of them alike, or those next to the web alone; both are in equilibrium, the stronger counts.
  const nearest = inner ? webSides(idx.map((i) => ({ ...m.anchors[i]!, i }))).map((of) => of[0]!.i) : idx;
  const choices = [idx, ...(nearest.length < idx.length ? [nearest] : [])].map((of) =>
    rowResistance(r, m, axis, { idx: of, inner }, sign, L_b, m_pl),
  );
  const row = choices.reduce((a, b) => (b.F_T_Rd > a.F_T_Rd ? b : a));
  const z_T = u(row.idx[0]!);
  return { ...bare, row: { ...row, z_T: Math.abs(z_T) < 1e-9 ? 0 : z_T } };
}

/** Resistance of a row: plate, steel, each concrete mode of this row alone, and the web behind an inner row. */
function rowResistance(
  r: Run,
  m: BaseModel,
  axis: Axis,
  row: { readonly idx: readonly number[]; readonly inner: boolean },
  sign: number,
  L_b: number,
  m_pl: number,
): Omit<NonNullable<Side['row']>, 'z_T'> {
  const { idx, inner } = row;
  const t = quiet(r, () => rowOf(r, m, axis, row, sign, L_b));
  const unit = m.anchors.map((_, i) => (idx.includes(i) ? 1 : 0));
  const parts: { name: string; R: number }[] = [{ name: 'plate-tstub-tension', R: t.F_Rd }];
  const modes = quiet(r, () => tensionModes(r, m, idx, unit, null));
  const replaced = modes.some((x) => x.id === 'anchor-reinforcement');
  for (const x of modes)
    if (!('skip' in x) && !(replaced && x.id === 'anchor-cone'))
      parts.push({ name: x.id, R: withoutPrying(t, m_pl, (idx.length * x.resistance) / x.demand, m.input.options.prying) });
  const b_web = t.l_1 / webSides(idx.map((i) => m.anchors[i]!)).length;
  if (inner)
    parts.push({
      name: 'column-web-tension',
      R: quiet(r, () => {
        webTension.b_eff(r, b_web);
        return webTension.F(r);
      }),
    });
  const weakest = parts.reduce((a, b) => (b.R < a.R ? b : a));
  return { idx, inner, t, F_T_Rd: weakest.R, weakest: weakest.name, b_web };
}

const g_c = sheet.slots.find((s) => s.symbol === 'c' && s.section === 'bearing')!.index;

export type Pair = 'TC' | 'TT' | 'CT' | 'CC';

export interface LeverState {
  readonly pair: Pair;
  readonly z_left: number;
  readonly z_right: number;
  readonly F_left: number;
  readonly F_right: number;
}

/** Which sides pull and push under N and M; null where tension is needed and no row is there (basis 7.2). */
export function leverState(model: LeverModel, N: number, M: number): LeverState | null {
  const { left, right } = model;
  const tiny = 1e-9 * (Math.abs(N) + Math.abs(M) / (left.z_C + right.z_C));
  for (const pair of ['CC', 'TC', 'CT', 'TT'] as const) {
    const zl = pair[0] === 'T' ? left.row?.z_T : left.z_C;
    const zr = pair[1] === 'T' ? right.row?.z_T : right.z_C;
    if (zl === undefined || zr === undefined || zl + zr <= 0) continue;
    const z = zl + zr;
    const F_left = (M + N * zr) / z;
    const F_right = (N * zl - M) / z;
    const fits = (F: number, T: boolean): boolean => (T ? F >= -tiny : F <= tiny);
    if (fits(F_left, pair[0] === 'T') && fits(F_right, pair[1] === 'T'))
      return { pair, z_left: zl, z_right: zr, F_left, F_right };
  }
  return null;
}

/** Of the row, or the least of the concrete and the column's own flange (6.2.8.3). */
export const resistanceOf = (s: Side, pulls: boolean, flangeRd: number): number =>
  pulls ? (s.row?.F_T_Rd ?? 0) : Math.min(s.F_C_Rd, flangeRd);

/** Moduli that the class of the column lets count; null for class 4. */
export const modulus = (m: BaseModel, axis: Axis): number | null => {
  const k = m.columnClass[axis];
  const { W_pl_y, W_pl_z, W_el_y, W_el_z } = m.column;
  return k === 4 ? null : k === 3 ? (axis === 'y' ? W_el_y : W_el_z) : axis === 'y' ? W_pl_y : W_pl_z;
};

export const CLASS_4 = 'The column is of class 4 in bending: its effective section is not worked out here.';

/** The column's flange or wall in the section method: what the moments put on it. The axial force alone is a matter of the member. */
export function flangeInSection(
  r: Run,
  m: BaseModel,
  load: { readonly M_y: number; readonly M_z: number },
  out: BaseResults,
): void {
  if (load.M_y === 0 && load.M_z === 0) return;
  const [y, z] = [modulus(m, 'y'), modulus(m, 'z')];
  if ((load.M_y !== 0 && y === null) || (load.M_z !== 0 && z === null)) return out.missing('column-flange-compression', CLASS_4);
  const f = m.columnSteel.f_y / factorsOf(m.basis).gamma_M0;
  at(r, 'of the whole column', () => {
    flange.M_y_s(r, load.M_y);
    flange.M_z_s(r, load.M_z);
    flange.M_y_Rd(r, (y ?? m.column.W_el_y) * f);
    flange.M_z_Rd(r, (z ?? m.column.W_el_z) * f);
    out.strength('column-flange-compression', (m.column.shape === 'CHS' ? flange.u_round : flange.u)(r), 1, '-', {
      where: 'of the whole column',
    });
  });
}

/** Resistance of the flange of a side in compression under the shear V; also its smaller resistance for `F_C`. */
export function workFlange(r: Run, m: BaseModel, axis: Axis, V: number): number {
  const { column } = m;
  flange.W(r, modulus(m, axis) ?? 0);
  flange.A_v(r, axis === 'y' ? column.A_v_z : column.A_v_y);
  flange.V(r, V);
  const V_pl = flange.V_pl(r);
  (V > 0.5 * V_pl ? flange.rho : flange.rho_0)(r);
  if (V > V_pl) flange.M_none(r);
  else if (column.shape === 'I') {
    flange.A_w(r);
    flange.M_I(r);
  } else flange.M_h(r);
  flange.z(r, (axis === 'y' ? column.h : column.b) - column.t_f);
  return (axis === 'y' && column.shape === 'I' && column.h > 600 ? flange.F_deep : flange.F)(r);
}

/** Resistance of the flange beside a shear, without a record. */
export const flangeResistance = (r: Run, m: BaseModel, axis: Axis, V: number): number =>
  quiet(r, () => workFlange(r, m, axis, V));
