import { type Run, at } from '../../../formula/index.ts';
import type { MomentPlateModel } from '../model.ts';
import { bolts, section, sheet } from './sheet.ts';

/** Bearing of two bolts of a row on a part: Table 3.4, not below 0. */
function bearing(id: 'bolt-bearing-plate' | 'bolt-bearing-column', e2: string, t: string, f_u: string) {
  const s = sheet.section(id);
  const T34 = 'EN 1993-1-8, Table 3.4';
  const e1 = s.found('e_1', 'mm', 'row to the end', 'measured');
  const p1 = s.found('p_1', 'mm', 'lesser pitch to a neighbour', 'measured');
  const k1 = s.f('k_1', '-', `max(0, min(2.8*${e2}/d_0-1.7, 1.4*w/d_0-1.7, 2.5))`, 'edge factor', T34);
  const alpha = {
    end: s.f('alpha_d', '-', 'e_1/(3*d_0)', 'a row with no neighbour', T34),
    inner: s.f('alpha_d', '-', 'p_1/(3*d_0)-1/4', 'a row with neighbours', T34),
    both: s.f('alpha_d', '-', 'min(e_1/(3*d_0), p_1/(3*d_0)-1/4)', 'a row with an end and a neighbour', T34),
    far: s.f('alpha_d', '-', '1', 'one row, no end near', T34),
  };
  const alpha_b = s.f('alpha_b', '-', `max(0, min(alpha_d, f_ub/${f_u}, 1))`, 'end factor', T34);
  const F = s.f('F_b_Rd', 'kN', `k_1*alpha_b*${f_u}*d*${t}/gamma_M2`, 'bearing of one bolt', T34);
  const before = s.found('V_0', 'kN', 'rows before', 'sum so far');
  const sum = s.f('V_sum', 'kN', 'V_0+2*F_b_Rd', 'with the two bolts of this row', T34);
  const total = s.found('V_Rd', 'kN', 'all bolts', 'the sum over the rows', T34);
  return (r: Run, ends: readonly (number | null)[], pitch: readonly (number | null)[], names: readonly string[]) => {
    let V = 0;
    const each = ends.map((end, i) =>
      at(r, names[i]!, () => {
        const p = pitch[i]!;
        if (end !== null) e1(r, end);
        if (p !== null) p1(r, p);
        k1(r);
        (end === null ? (p === null ? alpha.far : alpha.inner) : p === null ? alpha.end : alpha.both)(r);
        alpha_b(r);
        const one = F(r);
        before(r, V);
        V = sum(r);
        return one;
      }),
    );
    return { each, V: total(r, V) };
  };
}
const onPlate = bearing('bolt-bearing-plate', 'e_p', 't_p', 'f_u_p');
const onColumn = bearing('bolt-bearing-column', 'e_c', 't_fc', 'f_u_c');

/** Bearing of each row, one bolt, on plate and column; rows as they stand. N. */
export interface Bearing {
  readonly plate: { readonly each: readonly number[]; readonly V: number };
  readonly column: { readonly each: readonly number[]; readonly V: number } | null;
}

/** Rows of the joint as it stands, with their ends and pitches. */
export function bearingOf(m: MomentPlateModel, r: Run, names: readonly string[]): Bearing {
  const { rows, H, input } = m;
  const n = rows.length;
  const pitch = rows.map((row, i) => {
    const list = [...(i > 0 ? [rows[i - 1]!.y - row.y] : []), ...(i < n - 1 ? [row.y - rows[i + 1]!.y] : [])];
    return list.length ? Math.min(...list) : null;
  });
  const plateEnds = rows.map((row, i) => {
    const list = [...(i === 0 ? [input.plate.top - row.y] : []), ...(i === n - 1 ? [row.y + H + input.plate.bottom] : [])];
    return list.length ? Math.min(...list) : null;
  });
  const { end_above, end_below } = input.column ?? {};
  const columnEnds = rows.map((row) => {
    const list = [
      ...(end_above === undefined ? [] : [end_above - row.y]),
      ...(end_below === undefined ? [] : [row.y + H + end_below]),
    ];
    return list.length ? Math.min(...list) : null;
  });
  return { plate: onPlate(r, plateEnds, pitch, names), column: m.column ? onColumn(r, columnEnds, pitch, names) : null };
}

const s = sheet.section('bolt-shear');
const C622 = 'EN 1993-1-8, 6.2.2(2)';
const factor = s.found(
  'k_r',
  '-',
  'share of its shear that a row keeps: 0.4/1.4 where it is needed for tension',
  'note of 6.2.2(2)',
  C622,
);
const F_b = s.found('F_b_min', 'kN', 'lesser bearing of one bolt', 'from the checks of bearing');
const before = s.found('V_0', 'kN', 'rows before', 'sum so far');
const sum = s.f('V_sum', 'kN', 'V_0+2*min(k_r*F_v_Rd, F_b_min)', 'with the two bolts of this row', C622);
const total = s.found('V_Rd', 'kN', 'all bolts', 'the sum over the rows', C622);
/** What a bolt in tension keeps of its shear resistance: EN 1993-1-8, 6.2.2(2), note. */
const KEPT = 0.4 / 1.4;

/** Shear of the bolts with some rows needed for tension. N. */
export function boltShear(r: Run, b: Bearing, needed: (i: number) => boolean, names: readonly string[]): number {
  let V = 0;
  b.plate.each.forEach((F, i) =>
    at(r, names[i]!, () => {
      factor(r, needed(i) ? KEPT : 1);
      F_b(r, Math.min(F, b.column?.each[i] ?? Infinity));
      before(r, V);
      V = sum(r);
    }),
  );
  return total(r, V);
}

/** Shear by Table 3.4 with each bolt's own tension, N: what small axial tension is checked by. */
export function tableShear(r: Run, b: Bearing, tension: (i: number) => number): number {
  const F_t_Rd = r.v[bolts.F_t_Rd.def.slot.index]!;
  const F_v_Rd = r.v[bolts.threads.def.slot.index]!;
  return b.plate.each.reduce((V, F, i) => {
    const left = Math.max(0, 1 - tension(i) / (1.4 * F_t_Rd)) * F_v_Rd;
    return V + 2 * Math.min(left, F, b.column?.each[i] ?? Infinity);
  }, 0);
}

/**
 * Factor on the load at which the bolts' shear is used up, where more rows are needed for tension as the moment grows. `V` of k rows needed, `M` that
 * k rows bring; forces of the combination.
 */
export function shearMultiple(V: (k: number) => number, M: readonly number[], V_Ed: number, M_Ed: number): number {
  let before = 0;
  for (let k = 1; k <= M.length; k += 1) {
    const last = k === M.length;
    const at = last ? Infinity : M[k - 1]! / M_Ed;
    const own = V(k) / V_Ed;
    if (own <= before) return before;
    if (own <= at) return own;
    before = at;
  }
  return M.length ? before : V(0) / V_Ed;
}

const gross = sheet
  .section('plate-shear-gross')
  .f(
    'V_Rd',
    'kN',
    '2*h_p*t_p*f_y_p/(1.27*sqrt(3)*gamma_M0)',
    'two sections beside the bolts; 1.27 covers the bending that goes with the shear',
    'EN 1993-1-1, 6.2.6',
  );
const net = sheet
  .section('plate-shear-net')
  .f('V_Rd', 'kN', '2*(h_p-n_r*d_0)*t_p*f_u_p/(sqrt(3)*gamma_M2)', 'two net sections through the holes', 'EN 1993-1-1, 6.2.6');
const beam = sheet.section('beam-shear').f('V_Rd', 'kN', 'V_pl', 'web of the beam, without haunch', 'EN 1993-1-1, 6.2.6');

export const plateShear = { gross, net, beam };
export const V_pl = section.shear;
