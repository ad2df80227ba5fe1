import type { FormulaSection, Run, Sheet } from '../../formula/index.ts';
import type { CheckDef } from '../../checks/check.ts';
import { axialCheck } from './axial.ts';
import { unit } from './interaction.ts';
import type { BeamWebCase } from './beam-web.ts';

/*
 * A plate or a single cleat laps on one side of the beam web: an axial force is out of line by half of both thicknesses. Pulled, it straightens
 * itself. Pushed, it bends both about their weak axis: N e, half on each, which is in equilibrium and leaves each its own check.
 */

const PULLED = 'The axial force is tension: it straightens the lap and nothing can buckle.';
const strut = 'EN 1993-1-1, 6.3.1';

/** Symbols of a lapped part: thickness, depth, yield strength, and the parts that share the forces (empty for one). */
export interface LappedStrut {
  readonly id: string;
  readonly title: string;
  readonly part: string;
  readonly t: string;
  readonly h: string;
  readonly f_y: string;
  readonly count: string;
  readonly end: string;
}

/** Strut of depth `h` and length `L` in its weak axis: reduction, resistance, growth of its moment by second order. */
function weakStrut(s: ReturnType<Sheet['section']>, t: string, h: string, f_y: string, L: string, N: string, words: string) {
  const length = s.f('L_cr', 'mm', `1.2*${L}`, words);
  const slender = [
    s.f('lambda_1', '-', `pi*sqrt(E/${f_y})`, 'reference slenderness', 'EN 1993-1-1, 6.3.1.3'),
    s.f('lambda_c', '-', `L_cr*sqrt(12)/(${t}*lambda_1)`, 'slenderness as a strut, i = t/√12', 'EN 1993-1-1, 6.3.1.3'),
  ];
  const Phi = s.f('Phi_c', '-', '0.5*(1+0.49*(lambda_c-0.2)+lambda_c^2)', 'for the reduction factor, buckling curve c', strut);
  const chi = s.f('chi_c', '-', 'min(1, 1/(Phi_c+sqrt(Phi_c^2-lambda_c^2)))', 'reduction factor of the strut', strut);
  const stocky = s.f('chi_c', '-', '1', 'no reduction up to a slenderness of 0.2', strut);
  const N_b = s.f('N_b_Rd', 'kN', `chi_c*${h}*${t}*${f_y}/gamma_M1`, 'buckling resistance of the strut', strut);
  const N_cr = s.f('N_cr', 'kN', `pi^2*E*${h}*${t}^3/(12*L_cr^2)`, 'elastic critical force of the strut');
  const k = s.f('k_2', '-', `1/(1-${N}/N_cr)`, 'growth of the moment by second order', 'EN 1993-1-1, 5.2.2(5)');
  return (r: Run): number => {
    length(r);
    slender[0]!(r);
    if (slender[1]!(r) <= 0.2) stocky(r);
    else {
      Phi(r);
      chi(r);
    }
    const resistance = N_b(r);
    N_cr(r);
    return Math.min(resistance, k(r));
  };
}

/**
 * The lapped part pushed: N, its half of N e, and V z in its plane (EN 1993-1-1, 6.3.3). `eccentric` says whether the part laps on one side
 * alone; a pair has no such moment.
 */
export function lappedStrut<C>(sheet: Sheet, p: LappedStrut, eccentric: (c: C) => boolean): CheckDef<C> {
  const s = sheet.section(p.id);
  const share = p.count ? `/${p.count}` : '';
  const N = s.f('N_1', 'kN', `N_Ed${share}`, 'compression of the part');
  const e = s.f('e_lap', 'mm', `(${p.t}+t_w)/2`, 'offset of the part from the web, middle to middle');
  const M = s.f('M_lap', 'kNm', 'N_1*e_lap/2', 'half of N e bends the part, half the web');
  const none = s.f('M_lap', 'kNm', '0*N_1*t_w', 'a part on each side of the web: no offset');
  const column = weakStrut(s, p.t, p.h, p.f_y, 'z_p', 'N_1', p.end);
  const M_Rd = s.f('M_Rd', 'kNm', `${p.h}*${p.t}^2/4*${p.f_y}/gamma_M1`, 'plastic moment about the weak axis');
  const M_y = s.f('M_y_Rd', 'kNm', `${p.t}*${p.h}^2/6*${p.f_y}/gamma_M0`, 'moment in its plane');
  const u = s.f(
    'u',
    '-',
    `N_1/N_b_Rd+k_2*M_lap/M_Rd+(V_Ed${share})*z/M_y_Rd`,
    'compression with bending about both axes',
    'EN 1993-1-1, 6.3.3',
  );
  return axialCheck<C>(
    p.id,
    p.title,
    'EN 1993-1-1, 6.3.3',
    p.part,
    (r, c, l) => {
      if (l.axial === 'tension') return { skip: PULLED };
      N(r);
      e(r);
      (eccentric(c) ? M : none)(r);
      const sound = column(r);
      M_Rd(r);
      M_y(r);
      return unit(u(r), sound);
    },
    { nonlinear: true },
  );
}

const webDepths = (s: FormulaSection) => ({
  whole: s.f('h_wl', 'mm', 'h_b-2*(t_f+r)', 'depth of the web between the root fillets'),
  one: s.f('h_wl', 'mm', 'h_N-t_f-r', 'depth of the web, notch to root fillet'),
  two: s.f('h_wl', 'mm', 'h_N', 'depth of the web between the notches'),
});

/** The beam web beside a one-sided lap, pushed: its half of N e; where a notch leaves it unheld, as a strut from the bolts to the end of the notch. */
export function webLapBending<C extends BeamWebCase>(sheet: Sheet, eccentric: (c: C) => string | null, t: string): CheckDef<C> {
  const s = sheet.section('web-lap-bending');
  const e = s.f('e_lap', 'mm', `(${t}+t_w)/2`, 'offset of the part from the web, middle to middle');
  const M = s.f('M_lap', 'kNm', 'N_Ed*e_lap/2', 'half of N e bends the web, half the part');
  const depths = webDepths(s);
  const N_pl = s.f('N_pl_Rd', 'kN', 'h_wl*t_w*f_y_w/gamma_M0', 'axial resistance of the web', 'EN 1993-1-1, 6.2.4');
  const M_pl = s.f(
    'M_pl_Rd',
    'kNm',
    'h_wl*t_w^2/4*f_y_w/gamma_M0',
    'plastic moment of the web about its weak axis',
    'EN 1993-1-1, 6.2.5',
  );
  const held = s.f(
    'u',
    '-',
    '(N_Ed/N_pl_Rd)^2+M_lap/M_pl_Rd',
    'compression and bending of a web that the flanges hold',
    'EN 1993-1-1, 6.2.9.1(3)',
  );
  const L = s.f('L_w', 'mm', 'l_n-e_2b', 'first bolt line to the end of the notch');
  const column = weakStrut(
    s,
    't_w',
    'h_wl',
    'f_y_w',
    'L_w',
    'N_Ed',
    'buckling length: held at the end of the notch, sway possible at the bolts',
  );
  const M_Rd = s.f('M_Rd', 'kNm', 'h_wl*t_w^2/4*f_y_w/gamma_M1', 'plastic moment of the web about its weak axis');
  const u = s.f('u', '-', 'N_Ed/N_b_Rd+k_2*M_lap/M_Rd', 'compression and bending of the web as a strut', 'EN 1993-1-1, 6.3.3');
  return axialCheck<C>(
    'web-lap-bending',
    'Bending of the beam web at the lap',
    'EN 1993-1-1, 6.2.9, 6.3.3',
    'beam web',
    (r, c, l) => {
      if (l.axial === 'tension') return { skip: PULLED };
      const reason = eccentric(c);
      if (reason !== null) return { skip: reason };
      e(r);
      M(r);
      const notched = c.notchTop || c.notchBottom;
      const depth = (!notched ? depths.whole : c.notchTop && c.notchBottom ? depths.two : depths.one)(r);
      if (!notched || c.l_n <= c.e_2b) {
        const [n, m] = [N_pl(r), M_pl(r)];
        return unit(held(r), n, m);
      }
      L(r);
      const sound = column(r);
      M_Rd(r);
      return unit(u(r), Math.min(sound, depth));
    },
    { nonlinear: true },
  );
}
