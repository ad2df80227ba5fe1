import { type Run, at } from '../../../formula/index.ts';
import { distribute } from '../../../standards/en1993/components/distribution.ts';
import type { MomentPlateModel } from '../model.ts';
import { turned, type Turned } from '../turned.ts';
import { columnWeb } from './compression.ts';
import { workTurned } from './lay-out.ts';
import { section, sheet } from './sheet.ts';
import { capsOf, type State } from './stubs.ts';

const s = sheet.section('axial-resistance');
const C627 = 'EN 1993-1-8, 6.2.7.1(3)';
const a_c = s.found('a_c', 'mm', 'compression flange to the axis of the beam', 'measured');
const a_t = s.found('a_t', 'mm', 'tension flange to the axis of the beam', 'measured');
const F_com = s.found('F_c_com', 'kN', 'column web at the compression flange', 'from column-web-compression');
const F_ten = s.found('F_c_ten', 'kN', 'column web at the tension flange', 'from column-web-compression');
const slender = s.f('lambda_w', '-', 'd_b/(56.8*sqrt(235[MPa]/f_y_b)*t_w)', 'slenderness of the beam web', 'EN 1993-1-5, 4.4');
const stocky = s.f('N_eff', 'kN', 'N_pl', 'the whole section', 'EN 1993-1-1, 6.2.4');
const reduced = s.f(
  'N_eff',
  'kN',
  '(A_b-(1-(lambda_w-0.22)/lambda_w^2)*d_b*t_w)*f_y_b/gamma_M0',
  'the section less what of its web buckles',
  'EN 1993-1-5, 4.4',
);
const splice = s.f('N_j_Rd', 'kN', 'N_eff', 'both flanges press plate to plate', C627);
const pressed = s.f(
  'N_j_Rd',
  'kN',
  'min(N_eff, F_c_com*(a_c+a_t)/a_t, F_c_ten*(a_c+a_t)/a_c)',
  "both flanges press, their resultant on the beam's axis",
  C627,
);
const T_up = s.found('T_up', 'kNm', 'rows above the axis, about it', 'sum over the rows');
const T_dn = s.found('T_dn', 'kNm', 'rows below the axis, about it', 'sum over the rows');
const pulled = s.found(
  'N_j_Rd',
  'kN',
  'all rows pulled, balanced about the axis',
  'the lesser of the fillings from either end',
  C627,
);

const F_axial = sheet
  .section('axial-rows')
  .found('F_r', 'kN', 'tension of the row without moment, balanced about the axis', 'filled from one end', C627);

/** Resistance to axial force without moment, and how it is shared. N. */
export interface AxialResistance {
  readonly N: number;
  /** Compression of the compression flange at it; 0 in tension. */
  readonly share: number;
  /** Tension of each row at it, by the index of the row in the joint; empty in compression. */
  readonly rows: ReadonlyMap<number, number>;
}

/** Compression: both flanges press. The turned joint stands in the run. */
export function pressedResistance(m: MomentPlateModel, t: Turned, r: Run): AxialResistance {
  (slender(r) > 0.673 ? reduced : stocky)(r);
  if (!m.column) {
    const N = splice(r);
    return { N, share: N / 2, rows: new Map() };
  }
  const com = a_c(r, t.y_a - t.y_com);
  const ten = a_t(r, t.y_ten - t.y_a);
  F_com(r, columnWeb(m, t, 'com', r).F);
  F_ten(r, columnWeb(m, t, 'ten', r).F);
  const N = pressed(r);
  return { N, share: (N * ten) / (com + ten), rows: new Map() };
}

/** One filling of all rows, from the top of a turned joint, balanced about the beam's axis. */
function filling(t: Turned, state: State, beta: number, r: Run): { sum: number; rows: Map<number, number> } {
  const caps = capsOf(state, beta, r);
  const forces = distribute({
    h: state.h,
    alone: caps.alone,
    groups: caps.groups,
    compression: null,
    panel: null,
    plastic: null,
  });
  let [up, down] = [0, 0];
  state.rows.forEach((row, i) => {
    const arm = row.y - t.y_a;
    if (arm > 0) up += forces[i]!.F * arm;
    else down -= forces[i]!.F * arm;
  });
  T_up(r, up);
  T_dn(r, down);
  const rows = new Map<number, number>();
  let sum = 0;
  state.rows.forEach((row, i) => {
    const [own, other] = row.y > t.y_a ? [up, down] : [down, up];
    // A row on the axis balances by itself.
    const share = row.y === t.y_a ? 1 : own > 0 ? Math.min(1, other / own) : 0;
    const F = forces[i]!.F * share;
    at(r, `axial, row ${row.number}`, () => F_axial(r, F));
    rows.set(row.index, F);
    sum += F;
  });
  return { sum, rows };
}

/** Tension: filled from the top and from the bottom; the lesser counts, so that the sense of the moment does not matter. */
export function pulledResistance(
  m: MomentPlateModel,
  states: (sense: 1 | -1) => State,
  beta: number,
  t: Turned,
  r: Run,
): AxialResistance {
  const each = ([t.sense, -t.sense] as const).map((sense) => {
    const other = turned(m, sense as 1 | -1);
    workTurned(other, r);
    return at(r, sense === t.sense ? 'from the top' : 'from the bottom', () => filling(other, states(sense as 1 | -1), beta, r));
  });
  workTurned(t, r);
  const least = each[0]!.sum <= each[1]!.sum ? each[0]! : each[1]!;
  const N_pl = r.v[section.axial.def.slot.index]!;
  const N = pulled(r, Math.min(least.sum, N_pl));
  // Where the beam itself ends it, the rows carry no more than that.
  const scale = least.sum > N ? N / least.sum : 1;
  return { N, share: 0, rows: new Map([...least.rows].map(([i, F]) => [i, F * scale])) };
}
