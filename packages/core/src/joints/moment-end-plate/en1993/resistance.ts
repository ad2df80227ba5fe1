import { type Run, at } from '../../../formula/index.ts';
import { distribute, type Filling, type RowForce } from '../../../standards/en1993/components/distribution.ts';
import type { MomentPlateModel } from '../model.ts';
import type { Turned } from '../turned.ts';
import { beamFlange, columnPanel, columnWeb, type BeamFlange, type ColumnWeb, type Panel } from './compression.ts';
import { beta, bolts, section, sheet } from './sheet.ts';
import { capsOf, type Caps, type State } from './stubs.ts';

const rows = sheet.section('bolt-rows');
const C627 = 'EN 1993-1-8, 6.2.7.2';
const F_alone = rows.found('F_1', 'kN', 'the row alone', 'the least of its components', 'EN 1993-1-8, 6.2.7.2(6)');
const F_groups = rows.found(
  'F_2',
  'kN',
  'what the groups with the rows above leave',
  'the least over its groups',
  'EN 1993-1-8, 6.2.7.2(8)',
);
const F_compression = rows.found(
  'F_3',
  'kN',
  'what the compression side leaves',
  'the rows above taken off',
  'EN 1993-1-8, 6.2.7.2(7)',
);
const F_panel = rows.found('F_4', 'kN', 'what the panel leaves', 'the rows above taken off', 'EN 1993-1-8, 6.2.7.2(7)');
const F_tr = rows.found(
  'F_tr_Rd',
  'kN',
  'tension resistance of the row',
  'after the plastic limit of an upper row',
  'EN 1993-1-8, 6.2.7.2(9)',
);
const h_r = rows.found('h_r', 'mm', 'lever to the centre of compression', 'measured', C627);
const M_before = rows.found('M_0', 'kNm', 'of the rows above', 'sum so far', C627);
const M_sum = rows.f('M_j_Rd', 'kNm', 'M_0+h_r*F_tr_Rd', 'moment resistance with this row', 'EN 1993-1-8, 6.2.7.2(1)');

/** The joint's resistance to moment of one sense, for a beta and a shear. N, mm. */
export interface Resistance {
  readonly state: State;
  readonly beta: number;
  readonly caps: Caps;
  /** What its rows were filled up to. */
  readonly filling: Filling;
  readonly rows: readonly RowForce[];
  readonly columnWeb: ColumnWeb | null;
  readonly beamFlange: BeamFlange;
  /** What the compression side takes, and which of the two ends it. */
  readonly F_c: number;
  readonly F_c_by: 'column-web-compression' | 'beam-flange-compression';
  readonly panel: Panel | null;
  readonly sum: number;
  readonly M: number;
}

/** Whether 6.2.7.2(9) applies: always, or where plate and flange are too thick to bend before the bolts break. */
export function plasticLimit(m: MomentPlateModel, F_t_Rd: number): number | null {
  const { plastic } = m.input.options;
  if (plastic === 'off') return null;
  if (plastic === 'uk') {
    const thin = (t: number, f_y: number): boolean => t <= (m.input.bolts.d / 1.9) * Math.sqrt(m.f_ub / f_y);
    if (thin(m.input.plate.t, m.plateSteel.f_y) || (m.column && thin(m.column.dims.tf, m.column.steel.f_y))) return null;
  }
  return 1.9 * F_t_Rd;
}

/** Rows filled from the top (6.2.7.2). The turned joint stands in the run; `stressed`: as if the column's web stood at yield. */
export function resistanceOf(
  m: MomentPlateModel,
  t: Turned,
  state: State,
  factor: number,
  V_Ed: number,
  r: Run,
  stressed = false,
): Resistance {
  r.v[beta.index] = factor;
  const caps = capsOf(state, factor, r);
  const web = m.column ? columnWeb(m, t, 'com', r, stressed) : null;
  const flange = beamFlange(m, t, V_Ed, r.v[section.shear.def.slot.index]!, r);
  const panel = m.column ? columnPanel(m, t, r) : null;
  const F_c = Math.min(web?.F ?? Infinity, flange.F);
  const filling: Filling = {
    h: state.h,
    alone: caps.alone,
    groups: caps.groups,
    compression: F_c,
    panel: panel && factor > 0 ? panel.V / factor : null,
    plastic: plasticLimit(m, r.v[bolts.F_t_Rd.def.slot.index]!),
  };
  const filled = distribute(filling);
  let M = 0;
  filled.forEach((f, i) =>
    at(r, `row ${state.rows[i]!.number}`, () => {
      F_alone(r, f.alone);
      F_groups(r, f.groups);
      F_compression(r, f.compression);
      F_panel(r, f.panel);
      F_tr(r, f.F);
      h_r(r, state.h[i]!);
      M_before(r, M);
      M = M_sum(r);
    }),
  );
  return {
    state,
    beta: factor,
    caps,
    filling,
    rows: filled,
    columnWeb: web,
    beamFlange: flange,
    F_c,
    F_c_by: web && web.F < flange.F ? 'column-web-compression' : 'beam-flange-compression',
    panel,
    sum: filled.reduce((x, f) => x + f.F, 0),
    M,
  };
}
