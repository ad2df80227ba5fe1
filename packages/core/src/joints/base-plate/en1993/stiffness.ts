import { STEEL_E } from '../../../catalogue/properties.ts';
import type { Run } from '../../../formula/index.ts';
import { solveContact } from '../../../standards/en1993/contact.ts';
import { type Bed, type Contact, type Load } from '../../../standards/en1993/contact-bed.ts';
import type { BaseModel } from '../model.ts';
import { flangeResistance, modulus, resistanceOf, type LeverModel, type LeverState, type Side } from './lever.ts';
import type { TStubValues } from './plate.ts';
import type { BaseResults } from './results.ts';
import { sheet } from './sheet.ts';

const s = sheet.section('base-stiffness');
const st = {
  k15_l: s.found(
    'k_15_l',
    'mm',
    'plate in bending, left',
    '0.425 l_eff t^3/m^3, twice that with prying',
    'EN 1993-1-8, Table 6.11',
  ),
  k16_l: s.found('k_16_l', 'mm', 'anchors in tension, left', 'n A_s/L_b, 0.8 of that with prying', 'EN 1993-1-8, Table 6.11'),
  k15_r: s.found(
    'k_15_r',
    'mm',
    'plate in bending, right',
    '0.425 l_eff t^3/m^3, twice that with prying',
    'EN 1993-1-8, Table 6.11',
  ),
  k16_r: s.found('k_16_r', 'mm', 'anchors in tension, right', 'n A_s/L_b, 0.8 of that with prying', 'EN 1993-1-8, Table 6.11'),
  b_l: s.found('b_eff_l', 'mm', 'effective width, left', 'from the bearing of that side'),
  l_l: s.found('l_eff_l', 'mm', 'effective length, left', 'from the bearing of that side'),
  b_r: s.found('b_eff_r', 'mm', 'effective width, right', 'from the bearing of that side'),
  l_r: s.found('l_eff_r', 'mm', 'effective length, right', 'from the bearing of that side'),
  kT_l: s.f('k_left', 'mm', '1/(1/k_15_l+1/k_16_l)', 'stiffness of the left side in tension', 'EN 1993-1-8, 6.3.4'),
  kC_l: s.f(
    'k_left',
    'mm',
    'E_cm*sqrt(b_eff_l*l_eff_l)/(1.275*E)',
    'stiffness of the left side in compression, k_13',
    'EN 1993-1-8, Table 6.11',
  ),
  kT_r: s.f('k_right', 'mm', '1/(1/k_15_r+1/k_16_r)', 'stiffness of the right side in tension', 'EN 1993-1-8, 6.3.4'),
  kC_r: s.f(
    'k_right',
    'mm',
    'E_cm*sqrt(b_eff_r*l_eff_r)/(1.275*E)',
    'stiffness of the right side in compression, k_13',
    'EN 1993-1-8, Table 6.11',
  ),
  z_l: s.found('z_l', 'mm', 'column axis to the left force', 'from the equilibrium'),
  z_r: s.found('z_r', 'mm', 'column axis to the right force', 'from the equilibrium'),
  z: s.f('z', 'mm', 'z_l+z_r', 'lever arm', 'EN 1993-1-8, 6.3.4'),
  e: s.found('e', 'mm', 'eccentricity M/N', 'from the actions'),
  e_k: s.f(
    'e_k',
    'mm',
    '(z_r*k_right-z_l*k_left)/(k_left+k_right)',
    'eccentricity that turns nothing',
    'EN 1993-1-8, Table 6.12',
  ),
  f_e: s.f('f_e', '-', 'e/(e+e_k)', 'effect of the axial force', 'EN 1993-1-8, Table 6.12'),
  f_e_one: s.f('f_e', '-', '1', 'no axial force', 'EN 1993-1-8, Table 6.12'),
  S_ini: s.f('S_j_ini', 'kNm/rad', 'E*z^2/(1/k_left+1/k_right)*f_e', 'initial rotational stiffness', 'EN 1993-1-8, Table 6.12'),
  eta: s.found('M_ratio', '-', 'M over M_j,Rd, not over 1', 'from the moment resistance'),
  mu_1: s.f('mu', '-', '1', 'moment up to two thirds of the resistance', 'EN 1993-1-8, 6.3.1(6)'),
  mu: s.f('mu', '-', '(1.5*M_ratio)^2.7', 'stiffness ratio', 'EN 1993-1-8, 6.3.1(6)'),
  S_j: s.f('S_j', 'kNm/rad', 'S_j_ini/mu', 'rotational stiffness at this moment', 'EN 1993-1-8, 6.3.1(4)'),
  phi: s.found('phi', 'rad', 'rotation of the plate', 'strain plane with anchor springs that include the plate in bending'),
  M: s.found('M_b', 'kNm', 'resultant moment', 'from the actions'),
  S_sec: s.f('S_j', 'kNm/rad', 'M_b/phi', 'rotational stiffness', 'stated method'),
  I: s.found('I_c', 'cm4', 'second moment of the column about the larger moment', 'from its dimensions'),
  EI_L: s.f('EI_L', 'kNm', 'E*I_c/L_c', 'stiffness of the column', 'EN 1993-1-8, 5.2.2.5'),
  i: s.f('i_c', 'mm', 'sqrt(I_c/A_c)', 'radius of gyration', ''),
  lambda: s.f(
    'lambda_0',
    '-',
    'L_c/i_c/(pi*sqrt(E/f_y_c))',
    'slenderness of the column, both ends pinned',
    'EN 1993-1-8, 5.2.2.5(2)',
  ),
};

/** Class of the base by its stiffness S (N mm per radian). EN 1993-1-8, 5.2.2.5; the limit of pinned bases is indicative. */
function classOf(r: Run, m: BaseModel, S: number, about: 'y' | 'z'): string {
  if (m.input.column.L === undefined) return 'column length not given';
  st.I(r, about === 'y' ? m.column.I_y : m.column.I_z);
  const k = st.EI_L(r);
  st.i(r);
  const lambda = st.lambda(r);
  const rigid = m.input.column.braced
    ? lambda <= 0.5 || (lambda < 3.93 && S >= 7 * (2 * lambda - 1) * k) || S >= 48 * k
    : S >= 30 * k;
  return rigid ? 'rigid' : S <= 0.5 * k ? 'nominally pinned' : 'semi-rigid';
}

const tensionK = (t: TStubValues, m: BaseModel, L_b: number): { k15: number; k16: number } => {
  return {
    k15: (0.425 * (1 + t.phi) * (t.l_1 / 2) * m.input.plate.t ** 3) / t.m ** 3,
    k16: ((1 - 0.2 * t.phi) * t.n_a * m.size.A_s) / L_b,
  };
};

/** Stiffness by the lever-arm model (basis 15). */
export function leverStiffness(
  r: Run,
  m: BaseModel,
  model: LeverModel,
  state: LeverState,
  load: { readonly N: number; readonly M: number; readonly V: number },
  L_b: number,
  out: BaseResults,
): void {
  if (load.M === 0) return out.skip('base-stiffness', 'no moment');
  const put = (
    x: Side,
    pulls: boolean,
    f: { k15: typeof st.k15_l; k16: typeof st.k16_l; b: typeof st.b_l; l: typeof st.l_l; kT: typeof st.kT_l; kC: typeof st.kC_l },
  ): number => {
    if (pulls) {
      const k = tensionK(x.row!.t, m, L_b);
      f.k15(r, k.k15);
      f.k16(r, k.k16);
      return f.kT(r);
    }
    f.b(r, x.b_eff);
    f.l(r, x.l_eff);
    return f.kC(r);
  };
  put(model.left, state.pair[0] === 'T', { k15: st.k15_l, k16: st.k16_l, b: st.b_l, l: st.l_l, kT: st.kT_l, kC: st.kC_l });
  put(model.right, state.pair[1] === 'T', { k15: st.k15_r, k16: st.k16_r, b: st.b_r, l: st.l_r, kT: st.kT_r, kC: st.kC_r });
  st.z_l(r, state.z_left);
  st.z_r(r, state.z_right);
  st.z(r);
  const e_k = st.e_k(r);
  const e = load.N === 0 ? Infinity : load.M / load.N;
  if (load.N === 0) st.f_e_one(r);
  else {
    if ((e + e_k) * e <= 0) return out.skip('base-stiffness', 'the axial force turns the base against its moment');
    st.e(r, e);
    st.f_e(r);
  }
  const S_ini = st.S_ini(r);
  const flange = modulus(m, model.axis) === null ? Infinity : flangeResistance(r, m, model.axis, load.V);
  const resistance = Math.max(
    Math.abs(state.F_left) / resistanceOf(model.left, state.pair[0] === 'T', flange),
    Math.abs(state.F_right) / resistanceOf(model.right, state.pair[1] === 'T', flange),
  );
  const eta = Math.min(1, resistance);
  st.eta(r, eta);
  (eta <= 2 / 3 ? st.mu_1 : st.mu)(r);
  const S = st.S_j(r);
  out.value(
    'base-stiffness',
    S_ini,
    'kNm/rad',
    `initial; ${m.basis.units.quantity(Math.round(S / 1e7) * 1e7, 'kNm/rad')} at this moment; ${classOf(r, m, S_ini, model.axis)}`,
  );
}

/** Stiffness by the general section method: the solve repeated with springs that hold the plate in bending too. Winkler's law only. */
export function sectionStiffness(
  r: Run,
  m: BaseModel,
  bed: Bed,
  load: Load,
  springs: readonly number[],
  first: Contact,
  out: BaseResults,
): void {
  if (load.M_y === 0 && load.M_z === 0) return out.skip('base-stiffness', 'no moment');
  if (bed.law !== 'winkler') return out.skip('base-stiffness', 'the stiffness is worked with the law winkler only');
  const soft = solveContact({ ...bed, anchors: bed.anchors.map((a, i) => ({ ...a, k: springs[i]! })) }, load, first);
  if (!soft) return out.skip('base-stiffness', 'no equilibrium');
  const M = Math.hypot(load.M_y, load.M_z);
  const phi = (load.M_y * soft.p_z + load.M_z * soft.p_y) / M;
  if (!(phi > 0)) return out.skip('base-stiffness', 'the axial force turns the base against its moment');
  st.M(r, M);
  st.phi(r, phi);
  const S = st.S_sec(r);
  out.value('base-stiffness', S, 'kNm/rad', classOf(r, m, S, Math.abs(load.M_y) >= Math.abs(load.M_z) ? 'y' : 'z'));
}

/** Spring of one anchor with its plate, N/mm (basis 15). */
export const anchorSpring = (t: TStubValues, m: BaseModel, L_b: number): number => {
  const k15 = (0.2125 * (1 + t.phi) * t.l_1 * m.input.plate.t ** 3) / t.m ** 3;
  const k16 = ((1 - 0.2 * t.phi) * m.size.A_s) / L_b;
  return STEEL_E / (1 / k15 + 1 / k16);
};
