import type { Run } from '../../../formula/index.ts';
import type { MomentPlateModel } from '../model.ts';
import type { Turned } from '../turned.ts';
import { sheet } from './sheet.ts';

const C45 = 'EN 1993-1-8, 4.5.3.2';

function flangeWeld(id: 'weld-tension-flange' | 'weld-compression-flange', k: 'ten' | 'com') {
  const s = sheet.section(id);
  const f_vw = s.f('f_vw', 'MPa', 'f_u_wb/(beta_wb*gamma_M2)', 'limit of the equivalent stress', C45);
  const web = { beam: 't_w', haunch: 't_wh' };
  const length = (t: 'beam' | 'haunch') => ({
    both: s.f('L', 'mm', `b_${k}-${web[t]}-2*s_b+b_${k}`, 'weld inside and outside the flange', 'geometry'),
    inside: s.f('L', 'mm', `b_${k}-${web[t]}-2*s_b`, 'weld inside alone: the plate ends at the flange', 'geometry'),
  });
  const lengths = { beam: length('beam'), haunch: length('haunch') };
  const F = s.f('F_w_Rd', 'kN', `a_${k}*L*f_vw/sqrt(2)`, 'fillets across', C45);
  const cap = s.f('F_fl', 'kN', `b_${k}*t_${k}*f_y_${k}/gamma_M0`, 'what the flange itself brings', 'EN 1993-1-1, 6.2.3');
  const full = s.f('a_full', 'mm', `t_${k}*f_y_${k}/(gamma_M0*sqrt(2)*f_vw)`, 'throat as strong as the flange', C45);
  return (r: Run, haunch: boolean, outside: boolean): { resistance: number; cap: number; full: number } => {
    f_vw(r);
    const l = lengths[haunch ? 'haunch' : 'beam'];
    (outside ? l.both : l.inside)(r);
    return { resistance: F(r), cap: cap(r), full: full(r) };
  };
}
const tension = flangeWeld('weld-tension-flange', 'ten');
const compression = flangeWeld('weld-compression-flange', 'com');

/** Resistance of the weld of a flange, what the flange itself brings, and the throat of full strength. N, mm. The turned joint stands in the run. */
export const tensionWeld = (t: Turned, r: Run) => tension(r, t.ten.haunch, t.ten.c >= Math.SQRT2 * t.ten.a);
export const compressionWeld = (t: Turned, r: Run) => compression(r, t.com.haunch, t.com.c >= Math.SQRT2 * t.com.a);

const w = sheet.section('weld-web');
const web = {
  f_vw: w.f('f_vw', 'MPa', 'f_u_wb/(beta_wb*gamma_M2)', 'limit of the equivalent stress', C45),
  limit: w.f('f_perp', 'MPa', '0.9*f_u_wb/gamma_M2', 'limit of the stress across', C45),
  q: w.found('q', 'N/mm', 'pull along the web at the row or group that brings most', 'force over b_eff of beam-web-tension'),
  d: w.f('d_web', 'mm', 'H-t_v_ten-t_v_com-2*s_b', 'weld of the web', 'geometry'),
  tau: w.f('tau', 'MPa', 'V_Ed/(2*d_web*a_w)', 'the web welds take all the shear', 'EN 1993-1-8, 6.2.2(1)'),
  s: w.f('sigma_perp', 'MPa', 'q/(2*a_w*sqrt(2))', 'across the throat', C45),
  eq: w.f('sigma_eq', 'MPa', 'sqrt(sigma_perp^2+3*(sigma_perp^2+tau^2))', 'equivalent stress', C45),
  full: w.f('a_full', 'mm', 't_w*f_y_b/(gamma_M0*sqrt(2)*f_vw)', 'throat as strong as the web', C45),
};
export function webWeld(r: Run, q: number): { stress: number; f_vw: number; across: number; full: number } {
  const f_vw = web.f_vw(r);
  web.q(r, q);
  web.d(r);
  web.tau(r);
  const s = web.s(r);
  return { stress: web.eq(r), f_vw, across: s / web.limit(r), full: web.full(r) };
}

const h = sheet.section('weld-haunch-web');
const haunchF = h.f('F_w_Rd', 'kN', '2*a_h*l_h*f_u_wh/(sqrt(3)*beta_wh*gamma_M2)', 'two fillets along the haunch', C45);
export const haunchWeld = (r: Run): number => haunchF(r);

/** Leg of the web weld and of a flange's, mm: the fillets are given by their throats. */
export const leg = (a: number): number => Math.SQRT2 * a;
export const weldThroats = ({ input }: MomentPlateModel): readonly number[] =>
  [...(input.welds.flanges === 'butt' ? [] : [input.welds.top, input.welds.bottom]), input.welds.web, input.welds.haunch].filter(
    (a) => a !== undefined,
  );
