import { STEEL_E } from '../../../catalogue/properties.ts';
import type { SteelStrength } from '../../../catalogue/index.ts';
import { Values } from '../../../checks/values.ts';
import type { BaseModel } from '../model.ts';
import { factorsOf, factorSource } from '../../../standards/en1993/standard.ts';
import { weaker } from '../../../standards/en1993/welds.ts';
import { g, SAND_CEMENT, sheet } from './sheet.ts';

const CODE = 'code' as const;

/** Lays out what a base brings to its symbols, each with where it came from. */
export function layOut(m: BaseModel): Values {
  const lay = new Values(sheet);
  const { basis, input } = m;
  for (const k of ['gamma_M0', 'gamma_M2', 'gamma_C', 'gamma_S', 'alpha_cc', 'alpha_ct'] as const)
    lay.put(g[k], factorsOf(basis)[k], 'basis', factorSource(basis, k));
  lay.put(g.gamma_inst, input.anchors.product.gamma_inst, 'input', 'anchors.product.gamma_inst');
  lay.put(g.E, STEEL_E, CODE, 'EN 1993-1-1, 3.2.6');
  layOutColumn(lay, m);
  layOutPlate(lay, m);
  layOutAnchors(lay, m);
  layOutConcrete(lay, m);
  layOutProduct(lay, m);
  layOutWeld(lay, m);
  layOutBars(lay, input.anchors.bars);
  layOutLoops(lay, input.anchors.loops);
  layOutKey(lay, m);
  return lay;
}

function layOutColumn(lay: Values, m: BaseModel): void {
  const { column, input } = m;
  for (const k of ['h', 'b', 't_w', 't_f', 'r'] as const)
    lay.put(
      g[k],
      column[k],
      column.fromCatalogue ? 'catalogue' : 'input',
      column.fromCatalogue ? `${column.name}: ${k}` : `column.${k}`,
    );
  lay.put(g.A_c, column.A, 'catalogue', `${column.name}: area from its dimensions`);
  lay.put(g.f_y_c, m.columnSteel.f_y, 'catalogue', `${input.column.steel.grade ?? 'own steel'} of the column`);
  const w = weaker<SteelStrength>(m.plateSteel, m.columnSteel);
  lay.put(g.f_u_w, w.f_u, 'catalogue', `the weaker part at the weld: the ${w === m.plateSteel ? 'plate' : 'column'}`);
  lay.put(g.beta_w, w.beta_w, CODE, 'EN 1993-1-8, Table 4.1');
  if (input.column.L !== undefined) lay.put(g.L_c, input.column.L, 'input', 'column.L');
}

/** Plate, concrete and grout. */
function layOutPlate(lay: Values, m: BaseModel): void {
  const { plate, concrete, grout } = m.input;
  lay.put(g.t_p, plate.t, 'input', 'plate.t');
  lay.steel(g.f_y_p, g.f_u_p, m.plateSteel, 'plate', plate.steel, plate.t);
  lay.put(g.f_ck, concrete.f_ck, 'input', 'concrete.f_ck');
  if (concrete.H !== undefined) lay.put(g.H, concrete.H, 'input', 'concrete.H');
  if (concrete.alpha !== undefined) lay.put(g.alpha_g, concrete.alpha, 'input', 'concrete.alpha');
  lay.put(g.t_g, grout.t, 'input', 'grout.t');
  lay.put(g.f_ck_g, grout.f_ck, 'input', 'grout.f_ck');
  lay.put(
    g.C_fd,
    grout.C_fd ?? SAND_CEMENT,
    grout.C_fd === undefined ? 'code' : 'input',
    grout.C_fd === undefined ? 'EN 1993-1-8, 6.2.2(6)' : 'grout.C_fd',
  );
}

function layOutAnchors(lay: Values, m: BaseModel): void {
  const { anchors: a } = m.input;
  lay.put(g.d, a.d, 'input', 'anchors.d');
  lay.put(
    g.A_s,
    m.size.A_s,
    a.A_s === undefined ? 'catalogue' : 'input',
    a.A_s === undefined ? `M${a.d}: stress area` : 'anchors.A_s',
  );
  lay.put(g.f_yb, m.f_yb, a.f_yb === undefined ? 'catalogue' : 'input', a.f_yb === undefined ? `class ${a.cls}` : 'anchors.f_yb');
  lay.put(g.f_ub, m.f_ub, a.f_ub === undefined ? 'catalogue' : 'input', a.f_ub === undefined ? `class ${a.cls}` : 'anchors.f_ub');
  lay.put(g.h_ef, a.h_ef, 'input', 'anchors.h_ef');
  lay.put(g.d_0, a.hole, 'input', 'anchors.hole');
  lay.put(g.t_wa, a.washer_t, 'input', 'anchors.washer_t');
  if (a.head !== undefined) lay.put(g.a_h, a.head, 'input', 'anchors.head');
  if (a.head_t !== undefined) lay.put(g.t_h, a.head_t, 'input', 'anchors.head_t');
  if (a.L_b !== undefined) lay.put(g.L_b_g, a.L_b, 'input', 'anchors.L_b');
  lay.put(g.l_b, a.l_b ?? a.h_ef, 'input', a.l_b === undefined ? 'anchors.h_ef' : 'anchors.l_b');
}

/** Coefficients of EN 1992-4 by the concrete, the anchors and their steel. */
function layOutConcrete(lay: Values, m: BaseModel): void {
  const { anchors: a, concrete } = m.input;
  const { cracked } = concrete;
  const state = cracked ? 'cracked concrete' : 'uncracked concrete';
  const post = a.type === 'bonded';
  const pick = (yes: number, no: number): number => (cracked ? yes : no);
  lay.put(
    g.k_1,
    post ? pick(7.7, 11) : pick(8.9, 12.7),
    CODE,
    `EN 1992-4, 7.2.1.4: ${post ? 'post-installed' : 'cast-in'}, ${state}`,
  );
  lay.put(g.k_2, pick(7.5, 10.5), CODE, `EN 1992-4, 7.2.1.5: ${state}`);
  lay.put(g.k_3, pick(7.7, 11), CODE, `EN 1992-4, 7.2.1.6: ${state}`);
  lay.put(g.k_5, pick(8.7, 12.2), CODE, `EN 1992-4, 7.2.1.8: ${state}`);
  lay.put(g.k_9, pick(1.7, 2.4), CODE, `EN 1992-4, 7.2.2.5: ${state}`);
  lay.put(g.k_6, m.f_ub <= 500 ? 0.6 : 0.5, CODE, `EN 1992-4, 7.2.2.3.1: f_ub ${m.f_ub <= 500 ? 'up to' : 'over'} 500 MPa`);
  lay.put(
    g.k_7,
    a.brittle && m.anchors.length > 1 ? 0.8 : 1,
    CODE,
    `EN 1992-4, 7.2.2.3.1: ${a.brittle && m.anchors.length > 1 ? 'a group of brittle anchors' : 'ductile steel or a single anchor'}`,
  );
  lay.put(g.k_8, a.h_ef < 60 ? 1 : 2, CODE, `EN 1992-4, 7.2.2.4: h_ef ${a.h_ef < 60 ? 'under 60 mm' : 'of 60 mm or more'}`);
  lay.put(g.eta_1, a.good_bond ? 1 : 0.7, CODE, `EN 1992-1-1, 8.4.2(2): ${a.good_bond ? 'good' : 'poor'} bond`);
}

/** What the supplier's approval document gives, or what is assumed for it. */
function layOutProduct(lay: Values, { input: { anchors: a } }: BaseModel): void {
  const post = a.type === 'bonded';
  const { product } = a;
  if (product.tau_Rk !== undefined)
    lay.put(g.tau_Rk, product.tau_Rk, 'input', "anchors.product.tau_Rk, supplier's approval document");
  if (product.tau_Rk_ucr !== undefined)
    lay.put(g.tau_Rk_ucr, product.tau_Rk_ucr, 'input', "anchors.product.tau_Rk_ucr, supplier's approval document");
  lay.put(g.alpha_sus, product.alpha_sus, 'input', 'anchors.product.alpha_sus');
  lay.put(g.psi_sus_0, product.psi_sus_0, 'input', 'anchors.product.psi_sus_0');
  lay.put(
    g.c_cr_sp,
    product.c_cr_sp ?? (post ? 2 : 1.5) * a.h_ef,
    'input',
    product.c_cr_sp === undefined ? `assumed: ${post ? '2.0' : '1.5'} h_ef` : 'anchors.product.c_cr_sp',
  );
  lay.put(
    g.h_min,
    product.h_min ?? 2 * a.h_ef,
    'input',
    product.h_min === undefined ? 'assumed: 2 h_ef' : 'anchors.product.h_min',
  );
}

function layOutWeld(lay: Values, { input: { weld } }: BaseModel): void {
  const butt = weld.type === 'butt';
  lay.put(g.a_f, butt ? 0 : weld.a_f, 'input', butt ? 'weld.type: butt weld, no fillet' : 'weld.a_f');
  lay.put(g.a_w, butt ? 0 : weld.a_w, 'input', butt ? 'weld.type: butt weld, no fillet' : 'weld.a_w');
}

/** Hanger bars, where there are some. */
function layOutBars(lay: Values, bars: BaseModel['input']['anchors']['bars']): void {
  if (!bars) return;
  const { n, d, l_1, f_yk, good_bond } = bars;
  for (const [slot, value, ref] of [
    [g.n_re, n, 'n'],
    [g.d_re, d, 'd'],
    [g.l_re, l_1, 'l_1'],
    [g.f_yk, f_yk, 'f_yk'],
  ] as const)
    lay.put(slot, value, 'input', `anchors.bars.${ref}`);
  lay.put(g.eta_re, good_bond ? 1 : 0.7, CODE, `EN 1992-1-1, 8.4.2(2): ${good_bond ? 'good' : 'poor'} bond`);
}

/** Loops at the surface, where there are some. */
function layOutLoops(lay: Values, loops: BaseModel['input']['anchors']['loops']): void {
  if (!loops) return;
  const { n, d, l_1, f_yk, good_bond, e_s, enclosing } = loops;
  for (const [slot, value, ref] of [
    [g.n_lo, n, 'n'],
    [g.d_lo, d, 'd'],
    [g.l_lo, l_1, 'l_1'],
    [g.f_yk_lo, f_yk, 'f_yk'],
    [g.e_s, e_s, 'e_s'],
  ] as const)
    lay.put(slot, value, 'input', `anchors.loops.${ref}`);
  lay.put(g.eta_lo, good_bond ? 1 : 0.7, CODE, `EN 1992-1-1, 8.4.2(2): ${good_bond ? 'good' : 'poor'} bond`);
  lay.put(
    g.k_10,
    enclosing ? 1 : 0.5,
    CODE,
    `EN 1992-4, 7.2.2.6(1): the bars ${enclosing ? 'enclose or touch the anchors' : 'stand beside the anchors'}`,
  );
}

function layOutKey(lay: Values, m: BaseModel): void {
  const { key } = m.input.shear;
  if (!key || !m.keySteel) return;
  for (const [slot, value, ref] of [
    [g.d_k, key.depth, 'depth'],
    [g.b_k, key.b, 'b'],
    [g.t_k, key.t, 't'],
    [g.h_k, key.h, 'h'],
    [g.t_wk, key.tw, 'tw'],
    [g.t_fk, key.tf, 'tf'],
    [g.a_k, key.a, 'a'],
  ] as const)
    if (value !== undefined) lay.put(slot, value, 'input', `shear.key.${ref}`);
  const kw = weaker<SteelStrength>(m.plateSteel, m.keySteel);
  lay.put(g.f_y_k, m.keySteel.f_y, 'catalogue', `${key.steel.grade ?? 'own steel'} of the key`);
  lay.put(g.f_u_k, kw.f_u, 'catalogue', `the weaker part at the weld: the ${kw === m.plateSteel ? 'plate' : 'key'}`);
  lay.put(g.beta_wk, kw.beta_w, CODE, 'EN 1993-1-8, Table 4.1');
}
