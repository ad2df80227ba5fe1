import { type Run, at } from '../../../formula/index.ts';
import type { LineStubs } from '../../../standards/en1993/components/row-stubs.ts';
import type { MomentPlateModel } from '../model.ts';
import type { Resistance } from './resistance.ts';
import { sheet } from './sheet.ts';

const s = sheet.section('initial-stiffness');
const T611 = 'EN 1993-1-8, Table 6.11';
const C633 = 'EN 1993-1-8, 6.3.3.1';
const l_col = s.found(
  'l_col',
  'mm',
  'least length of the row on the column flange, alone or in a group',
  'from column-flange-bending',
);
const m_col = s.found('m_col', 'mm', 'bolt to the root of the column', 'from column-flange-bending');
const l_pl = s.found('l_pl', 'mm', 'least length of the row on the plate, alone or in a group', 'from end-plate-bending');
const m_pl = s.found('m_pl', 'mm', 'bolt to the weld', 'from end-plate-bending');
const h_r = s.found('h_r', 'mm', 'lever of the row', 'measured');
const k3 = s.f('k_3', 'mm', '0.7*l_col*t_wc/d_wc', 'column web in tension', T611);
const k4 = s.f('k_4', 'mm', '0.9*l_col*t_fc^3/m_col^3', 'column flange in bending', T611);
const k5 = s.f('k_5', 'mm', '0.9*l_pl*t_p^3/m_pl^3', 'end plate in bending', T611);
const k10 = s.f('k_10', 'mm', '1.6*A_s/L_b', 'bolts in tension', T611);
const k_eff = s.f('k_eff', 'mm', '1/(1/k_3+1/k_4+1/k_5+1/k_10)', 'row', C633);
const k_effSplice = s.f('k_eff', 'mm', '1/(2/k_5+1/k_10)', 'row, with both plates', C633);
const sum_kh = s.found('S_kh', 'mm2', 'k_eff h of all rows', 'sum');
const sum_khh = s.found('S_khh', 'mm3', 'k_eff h squared of all rows', 'sum');
const z = s.f('z', 'mm', 'S_khh/S_kh', 'equivalent lever', C633);
const k_eq = s.f('k_eq', 'mm', 'S_kh/z', 'rows together', C633);
const k1 = s.f('k_1', 'mm', '0.38*A_vc/(beta*z)', 'panel in shear', T611);
const b_c = s.found('b_cw', 'mm', 'width of the column web in compression', 'from column-web-compression');
const k2 = s.f('k_2', 'mm', '0.7*b_cw*t_wc/d_wc', 'column web in compression', T611);
const S = {
  both: s.f('S_j_ini', 'kNm/rad', 'E*z^2/(1/k_eq+1/k_1+1/k_2)', 'initial stiffness', 'EN 1993-1-8, 6.3.1(4)'),
  panel: s.f('S_j_ini', 'kNm/rad', 'E*z^2/(1/k_eq+1/k_1)', 'initial stiffness, the web stiffened', 'EN 1993-1-8, 6.3.1(4)'),
  web: s.f('S_j_ini', 'kNm/rad', 'E*z^2/(1/k_eq+1/k_2)', 'initial stiffness, no shear in the panel', 'EN 1993-1-8, 6.3.1(4)'),
  rows: s.f('S_j_ini', 'kNm/rad', 'E*z^2*k_eq', 'initial stiffness', 'EN 1993-1-8, 6.3.1(4)'),
};

/** Stiffness of the joint for one sense and beta. mm, Nmm/rad. */
export interface Stiffness {
  readonly z: number;
  readonly k_eq: number;
  /** Null: infinite. */
  readonly k_1: number | null;
  readonly k_2: number | null;
  readonly S: number;
}

/** The least of all lengths of a row, alone or in a group of rows that all pull. */
function leastLength(line: LineStubs, i: number, pulls: readonly boolean[]): number {
  const groups = line.groups.flat().filter((g) => g.from <= i && i <= g.to && pulls.slice(g.from, g.to + 1).every((p) => p));
  const all = [line.alone[i]!.each[0]!, ...groups.map((g) => g.each[i - g.from]!)];
  return Math.min(...all.flatMap((l) => [l.l_cp, l.l_nc]));
}

/** EN 1993-1-8, 6.3; null where no row pulls. The turned joint stands in the run. */
export function stiffnessOf(m: MomentPlateModel, R: Resistance, r: Run): Stiffness | null {
  const { state } = R;
  const pulls = R.rows.map((f) => f.F > 0);
  if (!pulls.some((p) => p)) return null;
  let [kh, khh] = [0, 0];
  state.rows.forEach((row, i) => {
    if (!pulls[i]) return;
    at(r, `row ${row.number}`, () => {
      const h = h_r(r, state.h[i]!);
      l_pl(r, leastLength(state.plate, i, pulls));
      m_pl(r, state.plate.alone[i]!.m);
      k5(r);
      k10(r);
      if (state.column) {
        l_col(r, leastLength(state.column, i, pulls));
        m_col(r, state.column.alone[i]!.m);
        k3(r);
        k4(r);
      }
      const k = (state.column ? k_eff : k_effSplice)(r);
      kh += k * h;
      khh += k * h * h;
    });
  });
  sum_kh(r, kh);
  sum_khh(r, khh);
  const lever = z(r);
  const rows = k_eq(r);
  const sheared = m.column !== null && R.beta > 0;
  const pressed = R.columnWeb !== null && R.columnWeb.stiffened === null;
  const panel = sheared ? k1(r) : null;
  if (pressed) b_c(r, R.columnWeb!.inner + R.columnWeb!.outer);
  const web = pressed ? k2(r) : null;
  return {
    z: lever,
    k_eq: rows,
    k_1: panel,
    k_2: web,
    S: (sheared ? (pressed ? S.both : S.panel) : pressed ? S.web : S.rows)(r),
  };
}

const q = sheet.section('secant-stiffness');
const S_given = q.found('S_j_ini', 'kNm/rad', 'initial stiffness', 'from initial-stiffness');
const M_given = q.found('M_j_Rd', 'kNm', 'moment resistance', 'from bolt-rows');
const straight = q.f('mu', '-', '1', 'up to two thirds of the resistance', 'EN 1993-1-8, 6.3.1(6)');
const bent = q.f('mu', '-', '(1.5*min(1, abs(M_Ed)/M_j_Rd))^2.7', 'over two thirds of the resistance', 'EN 1993-1-8, 6.3.1(6)');
const S_j = q.f('S_j', 'kNm/rad', 'S_j_ini/mu', 'stiffness at this moment', 'EN 1993-1-8, 6.3.1(4)');

export function secantStiffness(r: Run, stiff: number, M_Rd: number, M_Ed: number): number {
  S_given(r, stiff);
  M_given(r, M_Rd);
  (Math.abs(M_Ed) <= (2 / 3) * M_Rd ? straight : bent)(r);
  return S_j(r);
}

/** Shape of the curve: EN 1993-1-8, 6.3.1(6), for a share of the resistance. */
export const secantFactor = (x: number): number => (x <= 2 / 3 ? 1 : (1.5 * Math.min(1, x)) ** 2.7);

/** Moment over rotation: straight to two thirds of the resistance, then bent. Nmm and rad. */
export function momentRotation(stiff: number, M_Rd: number): { readonly M: number; readonly phi: number }[] {
  const points = [{ M: 0, phi: 0 }];
  for (let i = 0; i <= 8; i += 1) {
    const x = 2 / 3 + i / 24;
    points.push({ M: x * M_Rd, phi: (x * M_Rd * secantFactor(x)) / stiff });
  }
  return points;
}

export type Class = 'rigid' | 'semi-rigid' | 'pinned';
/** Limits of stiffness of the frame, Nmm/rad; null without a frame, and for a splice. EN 1993-1-8, 5.2.2.5. */
export function stiffnessLimits(
  m: MomentPlateModel,
  I_b: number,
  E: number,
): { readonly rigid: number; readonly pinned: number; readonly k_b: number; readonly mayBeRigid: boolean } | null {
  const { frame } = m.input;
  if (!frame || !m.column) return null;
  const k_b = frame.braced ? 8 : 25;
  const unit = (E * (frame.I_b ?? I_b)) / frame.L_b;
  return { rigid: k_b * unit, pinned: 0.5 * unit, k_b, mayBeRigid: frame.braced || (frame.K ?? 0) >= 0.1 };
}

export function stiffnessClass(
  S: number,
  limits: { readonly rigid: number; readonly pinned: number; readonly mayBeRigid: boolean },
): Class {
  if (S <= limits.pinned) return 'pinned';
  return S >= limits.rigid && limits.mayBeRigid ? 'rigid' : 'semi-rigid';
}

/** Thickness up to which plate and column flange bend before the bolts break: EN 1993-1-8, 6.4.2(2). */
export const ductileThickness = (d: number, f_ub: number, f_y: number): number => 0.36 * d * Math.sqrt(f_ub / f_y);
