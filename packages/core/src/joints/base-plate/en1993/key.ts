import { quiet, type Run, at } from '../../../formula/index.ts';
import type { BaseModel } from '../model.ts';
import type { BaseResults } from './results.ts';
import { sheet } from './sheet.ts';
import { factorsOf } from '../../../standards/en1993/standard.ts';

const k = sheet.commonSection('shear-key');
const geo = {
  d_eff: k.f('d_eff', 'mm', 'd_k-t_g', 'depth that bears: the part in the grout is not counted', 'stated method'),
  lever: k.f('l_k', 'mm', 't_g+d_eff/2', 'underside of the plate to the middle of the bearing', 'stated method'),
  M: k.f('M_key', 'kNm', 'V_r*l_k', 'moment of the key, added to the base', 'stated method'),
};
const b = sheet.section('shear-key-bearing');
const bearing = b.f('V_Rd', 'kN', 'b_k*d_eff*f_cd', 'concrete before the key, without confinement', 'EN 1992-1-1, 3.1.6');
const s = sheet.section('shear-key-steel');
const steel = {
  M_Ed: s.f('M_Ed', 'kNm', 'M_key', 'moment at the plate', ''),
  A_v: s.f('A_v', 'mm2', 'h_k*t_wk', 'shear area', 'EN 1993-1-1, 6.2.6'),
  A_v_plate: s.f('A_v', 'mm2', 'b_k*t_k', 'shear area', 'EN 1993-1-1, 6.2.6'),
  V_pl: s.f('V_pl_Rd', 'kN', 'A_v*f_y_k/(sqrt(3)*gamma_M0)', 'plastic shear resistance', 'EN 1993-1-1, 6.2.6'),
  rho: s.f('rho', '-', 'min(1, (2*V_r/V_pl_Rd-1)^2)', 'reduction by shear', 'EN 1993-1-1, 6.2.8(3)'),
  rho_0: s.f('rho', '-', '0', 'shear up to half the plastic resistance', 'EN 1993-1-1, 6.2.8(2)'),
  W: s.f('W_pl', 'cm3', 'b_k*t_fk*(h_k-t_fk)+t_wk*(h_k-2*t_fk)^2/4', 'plastic modulus', ''),
  A_w: s.f('A_w', 'mm2', '(h_k-2*t_fk)*t_wk', 'area of the web', 'EN 1993-1-1, 6.2.8(5)'),
  M: s.f(
    'M_Rd',
    'kNm',
    'max(0[kNm], (W_pl-rho*A_w^2/(4*t_wk))*f_y_k/gamma_M0)',
    'moment resistance beside the shear',
    'EN 1993-1-1, 6.2.8(5)',
  ),
  M_plate: s.f(
    'M_Rd',
    'kNm',
    'max(0[kNm], (1-rho)*b_k*t_k^2/4*f_y_k/gamma_M0)',
    'moment resistance beside the shear',
    'EN 1993-1-1, 6.2.8(3)',
  ),
};
const w = sheet.section('shear-key-weld');
const weld = {
  f_vw: w.f('f_w', 'MPa', 'f_u_k/(beta_wk*gamma_M2)', 'strength of the weld', 'EN 1993-1-8, 4.5.3.2(6)'),
  F: w.f('F_f', 'kN', 'M_key/(h_k-t_fk)', 'force of a flange', ''),
  l: w.f('l_f', 'mm', '2*b_k-t_wk', 'weld of a flange, both its sides', ''),
  sigma_v: w.f('sigma_v', 'MPa', 'F_f/(l_f*a_k)', 'stress on the throat, flange', 'EN 1993-1-8, 4.5.3.2'),
  flange: w.f('sigma_f', 'MPa', 'sqrt(2)*sigma_v', 'comparison stress, flange welds', 'EN 1993-1-8, 4.5.3.2(6)'),
  tau: w.f('tau_par', 'MPa', 'V_r/(2*(h_k-2*t_fk)*a_k)', 'stress along the web welds', 'EN 1993-1-8, 4.5.3.2'),
  web: w.f('sigma_w', 'MPa', 'sqrt(3)*tau_par', 'comparison stress, web welds', 'EN 1993-1-8, 4.5.3.2(6)'),
  sigma_p: w.f('sigma_v', 'MPa', 'M_key/(b_k*a_k*(t_k+a_k))', 'stress on the throat from the moment', 'EN 1993-1-8, 4.5.3.2'),
  tau_t: w.f('tau_t', 'MPa', 'V_r/(2*b_k*a_k)', 'stress across the weld from the shear', 'EN 1993-1-8, 4.5.3.2'),
  x: w.f('x_w', 'MPa', '(sigma_v+tau_t)/sqrt(2)', 'one face of the throat', 'EN 1993-1-8, 4.5.3.2'),
  y: w.f('y_w', 'MPa', '(sigma_v-tau_t)/sqrt(2)', 'the other face of the throat', 'EN 1993-1-8, 4.5.3.2'),
  plate: w.f('sigma_w', 'MPa', 'max(sqrt(x_w^2+3*y_w^2), sqrt(y_w^2+3*x_w^2))', 'comparison stress', 'EN 1993-1-8, 4.5.3.2(6)'),
};
const e = sheet.section('shear-key-edge');
const edge = {
  c_1: e.found('c_1', 'mm', 'front of the key to the edge of the block', 'measured'),
  l: e.found('l_e', 'mm', 'width of the body at the edge', 'b/2 + c_1 to both sides, cut at the corners'),
  h: e.found('h_e', 'mm', 'height of the body at the edge', 'min(d_eff + c_1, H)'),
  A: e.f('A_proj', 'mm2', 'l_e*h_e-b_k*d_eff', 'area of the body less the key', 'stated method'),
  V: e.f('V_Rd', 'kN', 'f_ctd*A_proj', 'edge before the key', 'stated method'),
};

/** Moment of the key under the shear V_r, N mm; positive. */
export function keyMoment(r: Run): number {
  geo.d_eff(r);
  geo.lever(r);
  return geo.M(r);
}

/** Outcome of the key's steel at a factor on the shear: utilisation. */
function steelWork(r: Run, m: BaseModel, V_r: number): { M: number; M_Rd: number; V_pl: number } {
  const plate = m.input.shear.key!.type === 'plate';
  (plate ? steel.A_v_plate : steel.A_v)(r);
  const V_pl = steel.V_pl(r);
  (V_r > 0.5 * V_pl ? steel.rho : steel.rho_0)(r);
  if (!plate) {
    steel.W(r);
    steel.A_w(r);
  }
  keyMoment(r);
  return { M: steel.M_Ed(r), M_Rd: (plate ? steel.M_plate : steel.M)(r), V_pl };
}

/** Largest factor up to which u(k) <= 1, where u grows with k. */
export function factorAtOne(u: (k: number) => number): number {
  let [low, high] = [0, 1];
  while (u(high) <= 1 && high < 1e6) [low, high] = [high, high * 2];
  if (high >= 1e6) return 1e6;
  for (let i = 0; i < 60 && high - low > 1e-12 * high; i += 1) {
    const mid = (low + high) / 2;
    if (u(mid) <= 1) low = mid;
    else high = mid;
  }
  return (low + high) / 2;
}

/** All checks of the key under V_r (basis 13). `V_slot` holds V_r; `towards` is the sign of the shear along the key's direction. */
export function keyChecks(
  r: Run,
  m: BaseModel,
  out: BaseResults,
  V_r: number,
  V_slot: number,
  towards: number,
  across: number,
): void {
  const key = m.input.shear.key!;
  keyMoment(r);
  const open = across > 1e-9 * V_r;
  if (open) out.notes.push(`the key works along ${key.along} only: the shear across it has no path`);
  out.strength('shear-key-bearing', V_r, open ? 0 : bearing(r), 'kN');
  // All the shear runs across the key: it does nothing.
  if (towards === 0) return;
  keySteel(r, m, out, V_r, V_slot);
  if (key.type === 'I') sectionWeld(r, out);
  else plateWeld(r, m, out);
  keyEdge(r, m, out, V_r, towards);
}

/** The key in bending and shear; what it bears does not grow with the load in proportion. */
function keySteel(r: Run, m: BaseModel, out: BaseResults, V_r: number, V_slot: number): void {
  const { M, M_Rd, V_pl } = steelWork(r, m, V_r);
  const u = Math.max(M_Rd > 0 ? M / M_Rd : 999, V_r / V_pl);
  const multiple = quiet(r, () => {
    const f = factorAtOne((x) => {
      r.v[V_slot] = V_r * x;
      const t = steelWork(r, m, V_r * x);
      return Math.max(t.M_Rd > 0 ? t.M / t.M_Rd : 999, (V_r * x) / t.V_pl);
    });
    r.v[V_slot] = V_r;
    steelWork(r, m, V_r);
    return f;
  });
  out.strength('shear-key-steel', M, M_Rd, 'kNm', { utilisation: u, multiple });
}

/** Welds of an I: those of its flanges in bending, those of its web in shear; the worse of them is recorded. */
function sectionWeld(r: Run, out: BaseResults): void {
  const f_w = weld.f_vw(r);
  const work = (): readonly [number, number] => {
    weld.F(r);
    weld.l(r);
    weld.sigma_v(r);
    const flange = weld.flange(r);
    weld.tau(r);
    return [flange, weld.web(r)];
  };
  const [flange, web] = work();
  // Perpendicular stress alone: sigma_v/sqrt(2) against 0.9 f_u/gamma_M2, in the same terms.
  const where = flange > web ? 'flange welds' : 'web welds';
  at(r, where, () => {
    weld.f_vw(r);
    work();
  });
  out.strength('shear-key-weld', Math.max(flange, web), f_w, 'MPa', { where });
}

function plateWeld(r: Run, m: BaseModel, out: BaseResults): void {
  const f_w = weld.f_vw(r);
  const sigma = weld.sigma_p(r);
  const tau = weld.tau_t(r);
  weld.x(r);
  weld.y(r);
  const both = weld.plate(r);
  const limit = (0.9 * r.v[sheet.slots.find((q) => q.symbol === 'f_u_k')!.index]!) / factorsOf(m.basis).gamma_M2;
  out.strength('shear-key-weld', both, f_w, 'MPa', { utilisation: Math.max(both / f_w, (sigma + tau) / Math.SQRT2 / limit) });
}

/** The concrete between the key and the free edge that it is pushed towards. */
function keyEdge(r: Run, m: BaseModel, out: BaseResults, V_r: number, towards: number): void {
  const key = m.input.shear.key!;
  const { block, H } = m;
  const alongZ = key.along === 'z';
  const front = (key.type === 'I' ? key.h! : key.t!) / 2;
  const limit = alongZ ? (towards >= 0 ? block.z2 : -block.z1) : towards >= 0 ? block.y2 : -block.y1;
  if (!Number.isFinite(limit)) return out.skip('shear-key-edge', 'no free edge in the shear direction');
  const c_1 = limit - front;
  const [from, to] = alongZ ? [block.y1, block.y2] : [block.z1, block.z2];
  const reach = key.b / 2 + c_1;
  const d_eff = key.depth - m.input.grout.t;
  const where = `edge ${key.along}${towards >= 0 ? '+' : '-'}`;
  at(r, where, () => {
    edge.c_1(r, c_1);
    edge.l(r, Math.min(reach, to) - Math.max(-reach, from));
    edge.h(r, Math.min(d_eff + c_1, H));
    edge.A(r);
    out.strength('shear-key-edge', V_r, edge.V(r), 'kN', { where });
  });
}
