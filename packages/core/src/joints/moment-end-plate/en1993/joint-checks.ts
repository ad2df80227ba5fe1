import { quiet, type Run } from '../../../formula/index.ts';
import type { MomentPlateModel } from '../model.ts';
import { valueOf, type Worked } from './forces.ts';
import type { Out } from './results.ts';
import { columnLoaded, stressKnown, stressOf } from './lay-out.ts';
import { section, sheet } from './sheet.ts';
import { webShare } from './stiffeners.ts';
import { rowName } from './stubs.ts';
import type { Resist } from './work.ts';

const resisted = sheet.section('moment-resistance');
const C627 = 'EN 1993-1-8, 6.2.7.1';
const moment = {
  M: resisted.f('M_abs', 'kNm', 'abs(M_Ed)', 'moment', ''),
  M_Rd: resisted.found(
    'M_j_Rd',
    'kNm',
    'moment resistance: all rows',
    'the sum of h F_tr,Rd over the rows',
    'EN 1993-1-8, 6.2.7.2(1)',
  ),
  u: resisted.f('u_M', '-', 'M_abs/M_j_Rd', 'use of the moment resistance', C627),
};
function withAxial(id: 'moment-axial' | 'axial-small') {
  const s = sheet.section(id);
  const M_Rd = s.found('M_j_Rd', 'kNm', 'moment resistance', 'from moment-resistance');
  const N_Rd = s.found(
    'N_j_Rd',
    'kN',
    'resistance to axial force without moment',
    'both flanges pressed, or all rows pulled',
    C627,
  );
  const steps = [
    s.f('N_5', 'kN', '0.05*N_pl', 'axial force that may be left out', 'EN 1993-1-8, 6.2.7.1(2)'),
    s.f('u_M', '-', 'abs(M_Ed)/M_j_Rd', 'use of the moment resistance', C627),
    s.f('u_N', '-', 'abs(N_Ed)/N_j_Rd', 'use of the axial resistance', C627),
    s.f('u', '-', 'u_M+u_N', 'both together', 'EN 1993-1-8, 6.2.7.1(3)'),
  ];
  return (r: Run, M: number, N: number): void => {
    M_Rd(r, M);
    N_Rd(r, N);
    for (const f of steps) f(r);
  };
}
const axialUse = withAxial('moment-axial');
const smallUse = withAxial('axial-small');

const kN = (m: MomentPlateModel, x: number): string => m.basis.units.quantity(x, 'kN');

export function momentChecks(m: MomentPlateModel, w: Worked, out: Out, r: Run): void {
  const { M, N, R, axial, u_M, u_N } = w;
  moment.M(r);
  moment.M_Rd(r, R.M);
  if (R.M > 0) moment.u(r);
  out.strength('moment-resistance', Math.abs(M), R.M, 'kNm');
  const u = u_M + u_N;
  if (N === 0) {
    out.skip('moment-axial', 'no axial force');
    return;
  }
  if (axial!.N <= 0) {
    if (w.small) out.missing('axial-small', 'The tension has no path of its own: the rows lie on one side of the axis.');
    else out.strength('moment-axial', Math.abs(N), 0, 'kN');
    return;
  }
  if (R.M > 0) (w.small ? smallUse : axialUse)(r, R.M, axial!.N);
  if (!w.small) {
    out.strength('moment-axial', u, 1, '-');
    return;
  }
  const N_pl = valueOf(r, section.axial);
  const words = `axial force ${kN(m, N)} is within 5 % of N_pl,Rd = ${kN(m, N_pl)}: left out of the moment check`;
  out.note(() => words);
  out.skip('moment-axial', words);
  if (u <= 1) out.strength('axial-small', u, 1, '-');
  else if (!m.input.options.small_axial)
    out.missing(
      'axial-small',
      "The joint holds only by the code's leave to neglect 5 % of axial force: accept that, or make it stronger.",
    );
  else {
    // Accepted: the scaled actions pass 5 % too, and the joint is close at best.
    const multiple = Math.max(1 / u, Math.min(u_M > 0 ? 1 / u_M : Infinity, (0.05 * N_pl) / Math.abs(N)));
    const atBest = Math.min(multiple, (1 + m.basis.close) / 2);
    out.strength('axial-small', 1 / atBest, 1, '-', { multiple: atBest });
  }
}

/** What has no path, or is not known: the joint is not whole. */
export function pathChecks(m: MomentPlateModel, resist: Resist, w: Worked, out: Out, r: Run): void {
  const { moments, R } = w;
  const { column, options } = m.input;
  const own = (['N_col', 'M_col', 'V_col'] as const).filter((k) => w.c[k]);
  if (!m.column && own.length)
    out.missing('column-forces', `${own.join(', ')}: forces of a column are given, and there is no column in this joint.`);
  if (moments.missing) out.missing('moments-known', moments.missing);
  if (column?.sides === 2 && !column.other_checked)
    out.missing('other-side', 'The joint on the other face of the column is not known to be checked: say so where it is.');
  if (options.plastic === 'off')
    out.missing('plastic-rule', 'The plastic limit of 6.2.7.2(9) is switched off, which is not to the code.');
  if (m.column && columnLoaded(w.c) && stressOf(r) > m.column.steel.f_y)
    out.missing(
      'column-stress',
      "The column's own forces take its web over the yield strength: it has no reserve for the joint.",
    );
  if (column && !stressKnown(m, w.c) && w.u_M <= 1 && w.M !== 0) {
    const { M } = quiet(r, () => resist.stressed(R.state.turned.sense, R.beta, w.V, r));
    if (Math.abs(w.M) > M)
      out.missing(
        'column-stress',
        "Holds only if the column's own stress is low: enter its forces in the combination, or the greatest stress of its web.",
      );
  }
  if (options.prying === 'check') edgeOfPrying(w, out);
}

/** A joint that holds only because its bolts are just short enough to pry. */
function edgeOfPrying({ R, F, u_M }: Worked, out: Out): void {
  if (u_M > 1) return;
  const stubs = [...R.state.plate.alone.map((x, i) => ({ x, i })), ...(R.state.column?.alone.map((x, i) => ({ x, i })) ?? [])];
  const near = stubs.find(({ x, i }) => x.pried && x.length >= 0.8 && x.length <= 1 && F[R.state.rows[i]!.index]! > x.F_other);
  if (near)
    out.missing(
      'prying-length',
      `Holds only if prying can form at row ${R.state.rows[near.i]!.number}: its bolts stretch over ${Math.round(near.x.length * 100)} % of the limit L_b*.`,
    );
}

/** Components of each row and group, in proportion to its force. */
export function rowChecks({ R, F, moments }: Worked, out: Out, r: Run): void {
  const { state } = R;
  const forceOf = (from: number, to: number): number => state.rows.slice(from, to + 1).reduce((x, row) => x + F[row.index]!, 0);
  state.rows.forEach((row, i) => {
    for (const cap of [...R.caps.alone[i]!, ...R.caps.groups[i]!]) {
      const demand = forceOf(cap.from, cap.to);
      if (demand <= 0 || (cap.from < cap.to && F[state.rows[i]!.index]! <= 0)) continue;
      out.strength(cap.id as 'end-plate-bending', demand, cap.F, 'kN', { where: rowName(state.rows, cap.from, cap.to) });
    }
    const share = webShare(state, i, F[row.index]!, moments.beta, r);
    if (share && F[row.index]! > 0)
      out.strength('column-web-share', share.demand, share.resistance, 'kN', { where: `row ${row.number}` });
  });
  R.rows.forEach((f, i) => {
    if (f.F > 0 || i === 0) return;
    const by = { compression: 'the compression limit', panel: 'the panel', plastic: 'the plastic limit', cap: 'the groups' }[
      f.by.type
    ];
    out.note(() => `row ${state.rows[i]!.number} gets nothing: ${by} is used up by the rows above`);
  });
}

export function compressionChecks(m: MomentPlateModel, w: Worked, out: Out, r: Run): void {
  const { R, C, moments, u_M, M } = w;
  out.strength('beam-flange-compression', C, R.beamFlange.F, 'kN');
  if (R.beamFlange.edge !== null && C > R.beamFlange.edge)
    out.note(
      () => `the depth is just under 600 mm: over that the flange would take ${kN(m, R.beamFlange.edge!)} alone (6.2.6.7(1))`,
    );
  if (!R.columnWeb || !R.panel) {
    out.skip('column-web-compression', 'no column in this joint');
    out.skip('column-panel-shear', 'no column in this joint');
    return;
  }
  out.strength('column-web-compression', C, R.columnWeb.F, 'kN');
  const difference = moments.byOther ? Math.abs(M - (w.c.M_other ?? 0)) : 0;
  const brought = moments.byOther ? (R.M > 0 ? (difference * R.sum) / R.M : 0) : moments.beta * u_M * R.sum;
  // 5.3(3): the column's own shear. The rows are filled without it, so that what relieves the panel is left out.
  const V_col = w.c.V_col ?? 0;
  const shear = brought + Math.max(0, -V_col);
  if (V_col > 0) out.note(() => 'the shear of the column relieves its panel: that is not counted');
  if (shear === 0) out.skip('column-panel-shear', M === 0 ? 'no moment' : 'the two moments balance: no shear in the panel');
  else {
    const u = out.strength('column-panel-shear', shear, R.panel.V, 'kN');
    if (stressOf(r) > 0.7 * m.column!.steel.f_y && u > 0.7)
      out.missing('column-stress', 'Panel shear with a highly stressed column is outside 6.2.6.1.');
  }
}
