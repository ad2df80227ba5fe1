import { type Run, at } from '../../../formula/index.ts';
import { panelShearFactor, webCompression } from '../../../standards/en1993/components/web.ts';
import type { MomentPlateModel } from '../model.ts';
import type { Turned } from '../turned.ts';
import { putStiffener } from './compression.ts';
import { beta, sheet } from './sheet.ts';
import type { State } from './stubs.ts';

const s = sheet.section('stiffener-tension');
const OURS = 'stated method';
const b_eff = s.found('b_eff', 'mm', 'bare web at the rows beside it', 'Table 6.4, as if it were not there');
const omega = panelShearFactor(s, 't_wt');
const W = s.f('W', 'kN', 'omega*b_eff*t_wt*f_y_c/gamma_M0', 'what the bare web would take', 'EN 1993-1-8, 6.2.6.3');
const R = s.f('F_s_Rd', 'kN', '2*(b_s-c_s)*t_s*f_y_s/gamma_M0', 'net section of the pair', 'EN 1993-1-1, 6.2.3');
const sum = s.found('F_rows', 'kN', 'rows beside it', 'sum');
const share = s.found('F_fl', 'kN', 'share of the flange: F m/(m + m_2) of each row', 'sum', OURS);
const demand = s.f('F_s_Ed', 'kN', 'max(F_fl, F_rows-W, 0)', 'pull on the pair', OURS);
const weld = sheet
  .section('stiffener-tension-weld')
  .f(
    'F_w_Rd',
    'kN',
    '4*(b_s-c_s)*a_s*f_u_ws/(sqrt(2)*beta_ws*gamma_M2)',
    'two stiffeners, two fillets each',
    'EN 1993-1-8, 4.5.3.2',
  );

export interface StiffenerPull {
  readonly demand: number;
  readonly resistance: number;
  readonly weld: number;
  readonly multiple: number;
  readonly multipleWeld: number;
}

/** The tension stiffener under the forces of the rows beside it; null without one or without a row. `F`: by place in the state. */
export function tensionStiffener(
  m: MomentPlateModel,
  t: Turned,
  st: State,
  F: (i: number) => number,
  factor: number,
  r: Run,
): StiffenerPull | null {
  const { stiffener } = t.ten;
  if (!stiffener || !st.column) return null;
  const idx = st.rows.flatMap((_, i) => (st.m_2[i] === null ? [] : [i]));
  if (idx.length === 0) return null;
  r.v[beta.index] = factor;
  putStiffener(m, stiffener, t.ten, r);
  b_eff(r, bareWidth(m, t, st, idx));
  omega(r);
  const web = W(r);
  const resistance = R(r);
  const all = sum(
    r,
    idx.reduce((x, i) => x + F(i), 0),
  );
  const flange = share(
    r,
    idx.reduce((x, i) => {
      const { m: lever } = st.column!.alone[i]!;
      return x + (F(i) * lever) / (lever + st.m_2[i]!);
    }, 0),
  );
  const pull = demand(r);
  const strength = weld(r);
  const multiple = (of: number): number => Math.min(of / flange, (of + web) / all);
  return { demand: pull, resistance, weld: strength, multiple: multiple(resistance), multipleWeld: multiple(strength) };
}

/** Least length of the rows beside the stiffener by Table 6.4 as a group: the end of the column shortens it. */
function bareWidth(m: MomentPlateModel, t: Turned, st: State, idx: readonly number[]): number {
  const { m: lever } = st.column!.alone[idx[0]!]!;
  const e = (m.column!.dims.b - m.input.bolts.w) / 2;
  if (idx.length === 1) return Math.min(2 * Math.PI * lever, 4 * lever + 1.25 * e);
  const [a, b] = [st.rows[idx[0]!]!, st.rows[idx[1]!]!];
  const p = a.y - b.y;
  const ends = [t.ten.end === null ? Infinity : t.ten.end - a.y, t.com.end === null ? Infinity : b.y + t.H + t.com.end];
  const cp = ends.reduce((x, e1) => x + Math.min(Math.PI * lever + p, 2 * e1 + p), 0);
  const nc = ends.reduce((x, e1) => x + Math.min(2 * lever + 0.625 * e + 0.5 * p, e1 + 0.5 * p), 0);
  return Math.min(cp, nc);
}

const share1 = sheet.section('column-web-share');
const shareB = share1.found('b_eff', 'mm', 'least length of the row alone', 'from column-flange-bending');
const shareOmega = panelShearFactor(share1, 't_wt');
const shareF = share1.f('F_t_wc_Rd', 'kN', 'omega*b_eff*t_wt*f_y_c/gamma_M0', 'column web across', 'EN 1993-1-8, 6.2.6.3');

/** What of a row beside the tension stiffener the web takes, and what it can. N; by place in the state. */
export function webShare(st: State, i: number, F: number, factor: number, r: Run): { demand: number; resistance: number } | null {
  const m_2 = st.m_2[i];
  if (m_2 === null || m_2 === undefined || !st.column) return null;
  const x = st.column.alone[i]!;
  r.v[beta.index] = factor;
  return at(r, `row ${st.rows[i]!.number}`, () => {
    shareB(r, Math.min(x.l_cp, x.l_nc));
    shareOmega(r);
    return { demand: (F * m_2) / (x.m + m_2), resistance: shareF(r) };
  });
}

const tipForce = sheet.given('F_fl_h', 'kN', 'force of the haunch flange');
const tip = sheet.section('haunch-end-web');
const C6267 = 'EN 1993-1-8, 6.2.6.7(4)';
const tipB = tip.f(
  'b_eff',
  'mm',
  't_fh*sqrt(l_h^2+h_h^2)/h_h+5*(t_f+s_b)',
  'width of the beam web at the end of the haunch',
  'EN 1993-1-8, 6.2.6.2',
);
const tipOmega = [
  tip.f('q', '-', '(b_eff*t_w/A_v)^2', 'share of the shear area that the width takes, squared', 'EN 1993-1-8, Table 6.3'),
  tip.f('omega', '-', '1/sqrt(1+1.3*q)', 'factor for beta = 1', 'EN 1993-1-8, Table 6.3'),
];
const tipWeb = webCompression(tip, { t: 't_w', d: 'd_b', f: 'f_y_b', k_wc: false });
const tipF = tip.f('F_tip', 'kN', 'F_fl_h*h_h/l_h', 'across part of the force of the haunch flange', C6267);

/** The beam's web at the sharp end of the haunch, pressed or pulled by `force`, N. */
export function haunchTip(r: Run, force: number, pulled: boolean): { demand: number; resistance: number } {
  r.v[tipForce.index] = force;
  tipB(r);
  for (const f of tipOmega) f(r);
  const web = tipWeb(r);
  return { demand: tipF(r), resistance: pulled ? web.crushing : web.F };
}
