import { type Run, at } from '../../../formula/index.ts';
import type { SteelStrength } from '../../../catalogue/index.ts';
import { panelShearFactor, stiffenedWeb, webCompression } from '../../../standards/en1993/components/web.ts';
import type { MomentPlateModel, Stiffener } from '../model.ts';
import type { Flange, Turned } from '../turned.ts';
import { weaker } from '../../../standards/en1993/welds.ts';
import { stressOf } from './lay-out.ts';
import { sheet, stiff } from './sheet.ts';

const web = sheet.section('column-web-compression');
const C6262 = 'EN 1993-1-8, 6.2.6.2';
const widths = (k: 'ten' | 'com') => {
  const outer = `t_v_${k}/2+min(sqrt(2)*a_${k}, c_${k})+max(0, min(c_${k}-sqrt(2)*a_${k}, t_p))+2.5*(t_fc+s_c)`;
  return {
    inner: web.f(
      'b_in',
      'mm',
      `t_v_${k}/2+sqrt(2)*a_${k}+t_p+2.5*(t_fc+s_c)`,
      'spread inwards from the middle of the flange',
      C6262,
    ),
    outer: web.f('b_out', 'mm', outer, 'spread outwards, as far as the plate goes', C6262),
    outerEnd: web.f('b_out', 'mm', `min(${outer}, e_${k}+t_v_${k}/2)`, "spread outwards, cut by the column's end", C6262),
  };
};
export const spread = { ten: widths('ten'), com: widths('com') };
const b_eff = web.f('b_eff', 'mm', 'b_in+b_out', 'effective width', C6262);
const omega = panelShearFactor(web, 't_wd');
const k_one = web.f('k_wc', '-', '1', 'little stress along the column', 'EN 1993-1-8, 6.2.6.2(2)');
const k_less = web.f('k_wc', '-', '1.7-sigma_com/f_y_c', 'stress along the column over 0.7 of yield', 'EN 1993-1-8, 6.2.6.2(2)');
const resist = webCompression(web, { t: 't_wd', d: 'd_wc', f: 'f_y_c', k_wc: true });
const withStiffener = stiffenedWeb(web);

/** Resistance of the column's web at one flange. Forces N, lengths mm. */
export interface ColumnWeb {
  readonly inner: number;
  readonly outer: number;
  readonly omega: number;
  readonly k_wc: number;
  readonly bare: ReturnType<typeof resist>;
  readonly stiffened: ReturnType<typeof withStiffener> | null;
  readonly F: number;
}

/** Sets the symbols of a pair of stiffeners. */
export function putStiffener(m: MomentPlateModel, s: Stiffener, f: Flange, r: Run): void {
  const w = weaker<SteelStrength>(s.steel, m.column!.steel);
  for (const [slot, value] of [
    [stiff.b, s.b],
    [stiff.t, s.t],
    [stiff.a, s.a],
    [stiff.c, s.c],
    [stiff.f_y, s.steel.f_y],
    [stiff.f_u, w.f_u],
    [stiff.beta_w, w.beta_w],
    [stiff.end, (f.end ?? 0) + f.t_v / 2],
  ] as const)
    r.v[slot.index] = value;
}

/** EN 1993-1-8, 6.2.6.2 at the tension or the compression flange; `stressed`: as if the column's web stood at yield. */
export function columnWeb(m: MomentPlateModel, t: Turned, k: 'ten' | 'com', r: Run, stressed = false): ColumnWeb {
  const f = t[k];
  return at(r, k === 'com' ? '' : 'at the tension flange', () => {
    const inner = spread[k].inner(r);
    const outer = (f.end === null ? spread[k].outer : spread[k].outerEnd)(r);
    b_eff(r);
    const factor = omega(r);
    const sigma = stressed ? m.column!.steel.f_y : stressOf(r);
    const k_wc = sigma > 0.7 * m.column!.steel.f_y ? (stressed ? 0.7 : k_less(r)) : k_one(r);
    if (stressed) r.v[k_one.def.slot.index] = k_wc;
    const bare = resist(r);
    const s = f.stiffener;
    if (s) putStiffener(m, s, f, r);
    const stiffened = s ? withStiffener(r, f.end !== null) : null;
    return { inner, outer, omega: factor, k_wc, bare, stiffened, F: stiffened?.F ?? bare.F };
  });
}

const beam = sheet.section('beam-flange-compression');
const C6267 = 'EN 1993-1-8, 6.2.6.7';
const V_half = beam.f('rho_V', '-', '(2*V_Ed/V_pl-1)^2', 'reduction for shear over half the resistance', 'EN 1993-1-1, 6.2.8');
const modulus = {
  plastic: beam.f('W', 'mm3', 'W_pl', 'class 1 or 2: plastic', 'EN 1993-1-1, 6.2.5'),
  elastic: beam.f('W', 'mm3', 'W_el', 'class 3: elastic', 'EN 1993-1-1, 6.2.5'),
  plasticV: beam.f('W', 'mm3', 'W_pl-rho_V*(h_w*t_w)^2/(4*t_w)', 'class 1 or 2, beside shear', 'EN 1993-1-1, 6.2.8'),
  elasticV: beam.f('W', 'mm3', 'W_el-rho_V*t_w*h_w^2/6', 'class 3, beside shear', 'EN 1993-1-1, 6.2.8'),
};
const M_c = beam.f('M_c', 'kNm', 'W*f_y_b/gamma_M0', 'moment resistance of the beam', 'EN 1993-1-1, 6.2.5');
const lever = beam.f('z_b', 'mm', 'h_b-t_f', 'lever of its flanges', C6267);
const haunched = [
  beam.f('t_hw', 'mm', 'min(t_w, t_wh)', 'the thinner web', C6267),
  beam.f('h_hw', 'mm', 'H-t_v_ten-t_v_com', 'web between the outer flanges; the flange between is left out', C6267),
  beam.f('A_1', 'mm2', 'b_ten*t_v_ten', 'tension flange at the plate', C6267),
  beam.f('A_2', 'mm2', 'b_com*t_v_com', 'compression flange at the plate', C6267),
  beam.f('x_p', 'mm', 'max(0, min(h_hw, (h_hw+(A_2-A_1)/t_hw)/2))', 'plastic axis below the tension flange', C6267),
  beam.f(
    'W',
    'mm3',
    'A_1*(x_p+t_v_ten/2)+A_2*(h_hw-x_p+t_v_com/2)+t_hw*(x_p^2+(h_hw-x_p)^2)/2',
    'plastic modulus at the plate',
    C6267,
  ),
  beam.f('M_c', 'kNm', 'W*min(f_y_b, f_y_ten, f_y_com)/gamma_M0', 'moment resistance at the plate', C6267),
  beam.f('z_b', 'mm', 'H-(t_v_ten+t_v_com)/2', 'lever of the outer flanges', C6267),
];
const F_fb = beam.f('F_c_fb', 'kN', 'M_c/z_b', 'flange and web in compression', C6267);
const cap = beam.f(
  'F_cap',
  'kN',
  'b_com*t_com*f_y_com/(0.8*gamma_M0)',
  'deeper than 600 mm: the web brings 20 % at most',
  'EN 1993-1-8, 6.2.6.7(1)',
);
const capped = beam.f('F_c_fb', 'kN', 'min(M_c/z_b, F_cap)', 'flange with at most 20 % of web', 'EN 1993-1-8, 6.2.6.7(1)');
const along = beam.f('F_c_fb_Rd', 'kN', 'F_c_fb*cos_theta', 'the part of it along the beam', 'geometry');
const straight = beam.f('F_c_fb_Rd', 'kN', 'F_c_fb', 'compression that the flange can take', C6267);

/** What the flange of the beam or the haunch can press with. N, Nmm. */
export interface BeamFlange {
  readonly class: 1 | 2 | 3;
  readonly M_c: number;
  readonly lever: number;
  readonly cap: number | null;
  /** The cap of 600 mm where the depth is a little less, and what it would leave. */
  readonly edge: number | null;
  readonly F: number;
}

/** Slenderness of flange and web of the beam in bending with its limits of class, over epsilon: EN 1993-1-1, Table 5.2. */
function slenderness({ beam: { dims, s, steel } }: MomentPlateModel) {
  const epsilon = Math.sqrt(235 / steel.f_y);
  return [
    { x: ((dims.b - dims.tw) / 2 - s) / (dims.tf * epsilon), limits: [9, 10, 14] },
    { x: (dims.h - 2 * (dims.tf + s)) / (dims.tw * epsilon), limits: [72, 83, 124] },
  ] as const;
}
/** Class of the beam in bending; 4 is not covered. */
export const beamClass = (m: MomentPlateModel): 1 | 2 | 3 | 4 =>
  Math.max(...slenderness(m).map(({ x, limits }) => 1 + limits.filter((l) => x > l).length)) as 1 | 2 | 3 | 4;
/** The class on the other side of the limit of class 2, where the slenderer part lies within `near` of it; else null. */
export function besideClass(m: MomentPlateModel, near: number): 2 | 3 | null {
  const worst = slenderness(m).reduce((a, b) => (b.x / b.limits[1] > a.x / a.limits[1] ? b : a));
  const share = worst.x / worst.limits[1];
  return Math.abs(share - 1) > near ? null : share > 1 ? 2 : 3;
}

/** Depth over which the web counts with at most 20 %, and from which that is told beside. */
const DEEP = 600;
const NEARLY = 540;

/** Of the class and the depth that it has, or as if it had others. */
export function beamFlange(
  m: MomentPlateModel,
  t: Turned,
  V_Ed: number,
  V_pl: number,
  r: Run,
  as: { readonly cls?: 2 | 3; readonly deep?: boolean } = {},
): BeamFlange {
  const cls = as.cls ?? (beamClass(m) as 1 | 2 | 3);
  if (m.haunch) for (const f of haunched) f(r);
  else {
    const sheared = V_Ed > 0.5 * V_pl;
    if (sheared) V_half(r);
    (cls < 3 ? (sheared ? modulus.plasticV : modulus.plastic) : sheared ? modulus.elasticV : modulus.elastic)(r);
    M_c(r);
    lever(r);
  }
  const deep = as.deep ?? t.H > DEEP;
  const limit = deep || t.H > NEARLY ? cap(r) : null;
  const free = F_fb(r);
  if (deep) capped(r);
  const [moment, arm] = [r.v[M_c.def.slot.index]!, r.v[lever.def.slot.index]!];
  const slope = t.com.haunch ? Math.cos(m.haunch!.theta) : 1;
  return {
    class: cls,
    M_c: moment,
    lever: arm,
    cap: deep ? limit : null,
    edge: limit !== null && !deep ? Math.min(free, limit) * slope : null,
    F: (t.com.haunch ? along : straight)(r),
  };
}

const panel = sheet.section('column-panel-shear');
const C6261 = 'EN 1993-1-8, 6.2.6.1';
const V_wp = panel.f('V_wp', 'kN', '0.9*f_y_c*A_vc/(sqrt(3)*gamma_M0)', 'column web panel', C6261);
const M_fc = panel.f(
  'M_pl_fc',
  'kNm',
  '0.25*b_c*t_fc^2*f_y_c/gamma_M0',
  'plastic moment of a column flange',
  'EN 1993-1-8, 6.2.6.1(4)',
);
const M_st = panel.f(
  'M_pl_st',
  'kNm',
  '0.25*2*b_s*t_s^2*f_y_s/gamma_M0',
  'plastic moment of a pair of stiffeners',
  'EN 1993-1-8, 6.2.6.1(4)',
);
const M_stMin = panel.found('M_pl_st', 'kNm', 'the weaker pair of stiffeners', 'the lesser of the two');
const d_s = panel.f('d_s', 'mm', '(-t_v_ten/2)-y_com', 'stiffener to stiffener', 'EN 1993-1-8, 6.2.6.1(4)');
const V_add = panel.f(
  'V_wp_add',
  'kN',
  'min(4*M_pl_fc, 2*M_pl_fc+2*M_pl_st)/d_s',
  'frame of flanges and stiffeners',
  'EN 1993-1-8, 6.2.6.1(4)',
);
const none = panel.f('V_wp_add', 'kN', '0[kN]', 'no stiffeners of full depth at both flanges', 'EN 1993-1-8, 6.2.6.1(4)');
const V_Rd = panel.f('V_wp_Rd', 'kN', 'V_wp+V_wp_add', 'shear resistance of the panel', C6261);

export interface Panel {
  readonly V_wp: number;
  readonly add: number;
  readonly V: number;
}

/** EN 1993-1-8, 6.2.6.1: the panel of the column. N. */
export function columnPanel(m: MomentPlateModel, t: Turned, r: Run): Panel {
  const web = V_wp(r);
  const [a, b] = [t.ten.stiffener, t.com.stiffener];
  if (a && b && a.depth === 'full' && b.depth === 'full') {
    M_fc(r);
    putStiffener(m, a, t.ten, r);
    const first = M_st(r);
    putStiffener(m, b, t.com, r);
    M_stMin(r, Math.min(first, M_st(r)));
    d_s(r);
    V_add(r);
  } else none(r);
  return { V_wp: web, add: r.v[V_add.def.slot.index]!, V: V_Rd(r) };
}
