import { quiet, type Run } from '../../../formula/index.ts';
import type { Combination } from '../../../actions/combination.ts';
import type { MomentPlateModel } from '../model.ts';
import type { AxialResistance } from './axial.ts';
import { results, type CheckId, type Out } from './results.ts';
import { workTurned } from './lay-out.ts';
import type { Resistance } from './resistance.ts';
import { secantStiffness } from './rotation.ts';
import { boltShear, plateShear, shearMultiple, tableShear } from './shear.ts';
import { haunchTip, tensionStiffener, webShare } from './stiffeners.ts';
import { at, bolts, section, sheet } from './sheet.ts';
import { rowName } from './stubs.ts';
import { compressionWeld, haunchWeld, tensionWeld, webWeld } from './welds.ts';
import type { Resist } from './work.ts';

/** beta of a combination, and what is not known of it. EN 1993-1-8, 5.3(9), Table 5.4. */
export interface Moments {
  readonly beta: number;
  /** Why beta is not sure: the joint is then not whole. */
  readonly missing: string | null;
  /** beta follows from the moment of the other beam, so that the panel's shear does too. */
  readonly byOther: boolean;
}

export function momentsOf(m: MomentPlateModel, c: Combination): Moments {
  const { column } = m.input;
  const [M, other] = [c.M_Ed ?? 0, c.M_other];
  if (!column) return { beta: 0, missing: other ? 'M_other is given, and a splice has no other face.' : null, byOther: false };
  if (column.sides === 1)
    return {
      beta: column.beta ?? 1,
      missing: other
        ? 'M_other is given, and the column has a beam on one face: set beams on both faces, or leave it out.'
        : null,
      byOther: false,
    };
  const found = other === undefined ? null : M === 0 ? (other === 0 ? 1 : 2) : Math.min(2, Math.abs(1 - other / M));
  if (column.beta !== undefined)
    return {
      beta: column.beta,
      missing:
        found !== null && Math.abs(found - column.beta) > 0.1
          ? `The given beta of ${column.beta} and the ${Math.round(found * 100) / 100} that M_other makes disagree: correct one, or leave beta out.`
          : null,
      byOther: false,
    };
  if (found !== null) return { beta: found, missing: null, byOther: true };
  return {
    beta: 2,
    missing: 'Beams on both faces of the column, and neither M_other nor beta is given: the numbers are those of beta = 2.',
    byOther: false,
  };
}

/** How the forces of one combination run through the joint. N, mm. */
export interface Worked {
  readonly c: Combination;
  readonly M: number;
  readonly N: number;
  readonly V: number;
  readonly R: Resistance;
  readonly moments: Moments;
  readonly axial: AxialResistance | null;
  readonly u_M: number;
  /** Share of the axial resistance, and the part of it that counts in row forces. */
  readonly u_N: number;
  readonly counted: number;
  readonly small: boolean;
  /** Tension of each row by its index in the joint; of its bolts with prying. */
  readonly F: readonly number[];
  readonly bolt: readonly number[];
  readonly Q: readonly number[];
  readonly C: number;
}

const value = (r: Run, f: { readonly def: { readonly slot: { readonly index: number } } }): number => r.v[f.def.slot.index]!;

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

const pulled = sheet.section('bolt-tension');
const boltForce = {
  F: pulled.found('F_r', 'kN', 'tension of the row', 'from the forces of the rows'),
  Q: pulled.found(
    'Q',
    'kN',
    'prying force of a bolt, in proportion to that at the resistance of its T-stub',
    'estimated below the resistance',
  ),
  B: pulled.f('B', 'kN', 'F_r/2+Q', 'tension of a bolt', 'EN 1993-1-8, 6.2.4'),
};
const punched = sheet.section('bolt-punching');
const punch = {
  B: punched.found('B', 'kN', 'tension of a bolt', 'from bolt-tension'),
  R: punched.f('B_Rd', 'kN', 'B_p_Rd', 'punching of the thinner part', 'EN 1993-1-8, Table 3.4'),
};
const slight = sheet.section('bolt-tension-small');
const slightUse = {
  B: slight.found('B', 'kN', 'greatest tension of a bolt, with the axial force and prying', 'from the forces of the rows'),
  u: slight.f('u', '-', 'B/F_t_Rd', 'use in tension', 'EN 1993-1-8, Table 3.4'),
};

/** Forces of the rows at a combination, with prying. EN 1993-1-8, 6.2.7. */
export function forcesOf(m: MomentPlateModel, resist: Resist, c: Combination, r: Run): Worked {
  const [M, N, V] = [c.M_Ed ?? 0, c.N_Ed, Math.abs(c.V_Ed)];
  const sense = M < 0 ? -1 : 1;
  const moments = momentsOf(m, c);
  const R = resist.resistance(sense, moments.beta, V, r);
  const isSmall = Math.abs(N) <= 0.05 * value(r, section.axial);
  const axial = N === 0 ? null : resist.axial(sense, moments.beta, N > 0, r);
  // What was kept left the run as it was: the checks that follow read the flanges of this sense.
  workTurned(R.state.turned, r);
  const u_M = R.M > 0 ? Math.abs(M) / R.M : 0;
  const u_N = axial && axial.N > 0 ? Math.abs(N) / axial.N : 0;
  const counted = isSmall ? 0 : u_N;
  const F = m.rows.map((_, index) => {
    const i = R.state.rows.findIndex((row) => row.index === index);
    return u_M * (i < 0 ? 0 : R.rows[i]!.F) + counted * (axial?.rows.get(index) ?? 0);
  });
  const Q = m.rows.map((_, index) => {
    const i = R.state.rows.findIndex((row) => row.index === index);
    return i < 0 ? 0 : prying(R, i, F[index]!);
  });
  return {
    c,
    M,
    N,
    V,
    R,
    moments,
    axial,
    u_M,
    u_N,
    counted,
    small: isSmall,
    F,
    Q,
    bolt: F.map((x, i) => x / 2 + Q[i]!),
    C: u_M * R.sum + (N < 0 ? counted * axial!.share : 0),
  };
}

/** Prying of one bolt of a row, in proportion to its force: the greater of plate and column flange. */
function prying({ state }: Resistance, i: number, F: number): number {
  const stubs = [state.plate.alone[i]!, ...(state.column ? [state.column.alone[i]!] : [])];
  return Math.max(...stubs.map((x) => (x.F > 0 ? (x.Q * F) / x.F : 0)));
}

/** Everything of one combination, in N and mm. */
export function workCombination(
  m: MomentPlateModel,
  resist: Resist,
  c: Combination,
  names: readonly string[],
  r: Run,
): { out: Out; worked: Worked } {
  const out = results();
  const w = forcesOf(m, resist, c, r);
  momentChecks(m, w, out, r);
  pathChecks(m, resist, w, out, r);
  rowChecks(w, out, r);
  compressionChecks(m, w, out);
  boltChecks(m, resist, w, names, out, r);
  weldChecks(m, w, out, r);
  stiffenerChecks(m, w, out, r);
  haunchChecks(m, w, out, r);
  rotationChecks(m, resist, w, out, r);
  leftOut(m, w, out);
  return { out, worked: w };
}

const kN = (m: MomentPlateModel, x: number): string => m.basis.units.quantity(x, 'kN');

function momentChecks(m: MomentPlateModel, w: Worked, out: Out, r: Run): void {
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
  const N_pl = value(r, section.axial);
  const words = `axial force ${kN(m, N)} is within 5 % of N_pl,Rd = ${kN(m, N_pl)}: left out of the moment check`;
  out.notes.push(words);
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
function pathChecks(m: MomentPlateModel, resist: Resist, w: Worked, out: Out, r: Run): void {
  const { moments, R } = w;
  const { column, options } = m.input;
  if (moments.missing) out.missing('moments-known', moments.missing);
  if (column?.sides === 2 && !column.other_checked)
    out.missing('other-side', 'The joint on the other face of the column is not known to be checked: say so where it is.');
  if (options.plastic === 'off')
    out.missing('plastic-rule', 'The plastic limit of 6.2.7.2(9) is switched off, which is not to the code.');
  if (column && column.sigma_com === undefined && w.u_M <= 1 && w.M !== 0) {
    const { M } = quiet(r, () => resist.stressed(R.state.turned.sense, R.beta, w.V, r));
    if (Math.abs(w.M) > M)
      out.missing('column-stress', "Holds only if the column's own stress is low: enter the greatest stress of its web.");
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
function rowChecks({ R, F, moments }: Worked, out: Out, r: Run): void {
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
    out.notes.push(`row ${state.rows[i]!.number} gets nothing: ${by} is used up by the rows above`);
  });
}

function compressionChecks(m: MomentPlateModel, w: Worked, out: Out): void {
  const { R, C, moments, u_M, M } = w;
  out.strength('beam-flange-compression', C, R.beamFlange.F, 'kN');
  if (R.beamFlange.edge !== null && C > R.beamFlange.edge)
    out.notes.push(
      `the depth is just under 600 mm: over that the flange would take ${kN(m, R.beamFlange.edge)} alone (6.2.6.7(1))`,
    );
  if (!R.columnWeb || !R.panel) {
    out.skip('column-web-compression', 'no column in this joint');
    out.skip('column-panel-shear', 'no column in this joint');
    return;
  }
  out.strength('column-web-compression', C, R.columnWeb.F, 'kN');
  const difference = moments.byOther ? Math.abs(M - (w.c.M_other ?? 0)) : 0;
  const shear = moments.byOther ? (R.M > 0 ? (difference * R.sum) / R.M : 0) : moments.beta * u_M * R.sum;
  if (shear === 0) out.skip('column-panel-shear', M === 0 ? 'no moment' : 'the two moments balance: no shear in the panel');
  else {
    const u = out.strength('column-panel-shear', shear, R.panel.V, 'kN');
    const { sigma_com } = m.input.column!;
    if (sigma_com !== undefined && sigma_com > 0.7 * m.column!.steel.f_y && u > 0.7)
      out.missing('column-stress', 'Panel shear with a highly stressed column is outside 6.2.6.1.');
  }
}

function boltChecks(m: MomentPlateModel, resist: Resist, w: Worked, names: readonly string[], out: Out, r: Run): void {
  const most = Math.max(...w.bolt);
  const i = w.bolt.indexOf(most);
  const where = most > 0 ? names[i]! : '';
  at(r, where, () => {
    boltForce.F(r, w.F[i]!);
    boltForce.Q(r, w.Q[i]!);
    boltForce.B(r);
    punch.B(r, most);
    punch.R(r);
  });
  out.strength('bolt-tension', most, value(r, bolts.F_t_Rd), 'kN', { where });
  out.strength('bolt-punching', most, value(r, bolts.B_p), 'kN', { where });
  const bearing = resist.bearing(r);
  shearCheck(m, w, bearing, names, out, r);
  smallTension(m, w, bearing, out, r);
  out.strength('bolt-bearing-plate', w.V, bearing.plate.V, 'kN');
  if (bearing.column) out.strength('bolt-bearing-column', w.V, bearing.column.V, 'kN');
  else out.skip('bolt-bearing-column', 'no column in this joint');
  out.strength('plate-shear-gross', w.V, plateShear.gross(r), 'kN');
  out.strength('plate-shear-net', w.V, plateShear.net(r), 'kN');
  out.strength('beam-shear', w.V, plateShear.beam(r), 'kN');
}

type BearingOf = ReturnType<Resist['bearing']>;

function shearCheck(m: MomentPlateModel, w: Worked, bearing: BearingOf, names: readonly string[], out: Out, r: Run): void {
  const { R, M, N, V } = w;
  const pulling = R.state.rows.flatMap((row, i) =>
    R.rows[i]!.F > 0 ? [{ index: row.index, M: R.rows[i]!.F * R.state.h[i]! }] : [],
  );
  const all = m.input.options.shear_rows === 'all';
  const axialTension = N > 0 && !w.small;
  const firstRows = (k: number): ReadonlySet<number> => new Set(pulling.slice(0, k).map((p) => p.index));
  const inAxial = new Set(axialTension ? [...w.axial!.rows].filter(([, F]) => F > 0).map(([i]) => i) : []);
  const shearOf = (needed: ReadonlySet<number>): number => boltShear(r, bearing, (i) => needed.has(i) || inAxial.has(i), names);
  const sums = pulling.map(
    (
      (sum) => (p) =>
        (sum += p.M)
    )(0),
  );
  const count = M === 0 ? 0 : sums.findIndex((x) => x >= Math.abs(M) - 1e-9 * R.M) + 1 || pulling.length;
  const fixed = all || axialTension || M === 0;
  const needed = all || axialTension ? firstRows(pulling.length) : firstRows(count);
  const multiple =
    V === 0 || fixed ? undefined : quiet(r, () => shearMultiple((k) => shearOf(firstRows(k)), sums, V, Math.abs(M)));
  const V_Rd = shearOf(needed);
  out.strength('bolt-shear', V, V_Rd, 'kN', multiple === undefined ? {} : { multiple });
  if (V > 0 && needed.size)
    out.notes.push(
      `rows needed for tension, which keep 0.4/1.4 of their shear: ${[...needed].map((i) => names[i]!.replace('row ', '')).join(', ')}`,
    );
}

/** Axial tension under 5 % loads the bolts all the same. */
function smallTension(m: MomentPlateModel, w: Worked, bearing: BearingOf, out: Out, r: Run): void {
  if (!w.small || w.N <= 0 || !w.axial || w.axial.N <= 0) return;
  const { R, u_M, u_N } = w;
  const tension = m.rows.map((_, index) => {
    const i = R.state.rows.findIndex((row) => row.index === index);
    const F = u_M * (i < 0 ? 0 : R.rows[i]!.F) + u_N * (w.axial!.rows.get(index) ?? 0);
    return F / 2 + (i < 0 ? 0 : prying(R, i, F));
  });
  slightUse.B(r, Math.max(...tension));
  const pull = slightUse.u(r);
  const V_Rd = w.V > 0 ? tableShear(r, bearing, (i) => tension[i]!) : Infinity;
  if (V_Rd > 0) out.strength('bolt-tension-small', Math.max(pull, w.V / V_Rd), 1, '-');
  else out.strength('bolt-tension-small', w.V, 0, 'kN');
}

/** A weld: by the actual force, by that at the joint's resistance, or as strong as the part. */
function weldCheck(
  m: MomentPlateModel,
  out: Out,
  id: 'weld-tension-flange' | 'weld-compression-flange',
  o: { actual: number; atResistance: number; cap: number; resistance: number; full: number; throat: number; where?: string },
): void {
  const { design } = m.input.welds;
  const actual = Math.min(o.actual, o.cap);
  if (actual === 0) {
    out.skip(id, 'this combination puts no load on it');
    return;
  }
  const multiple = o.resistance / actual;
  const most = Math.min(Math.max(o.actual, o.atResistance), o.cap);
  const where = o.where === undefined ? {} : { where: o.where };
  if (design === 'full') weldResult(out, id, o.full, o.throat, 'mm', multiple, where);
  else weldResult(out, id, design === 'resistance' ? most : actual, o.resistance, 'kN', multiple, where);
  if (design === 'force' && o.resistance < most)
    out.missing('weld-cover', "The weld does not cover the joint's resistance: the row forces must not redistribute (6.2.3(4)).");
}

/** A weld that covers the load and not the joint's resistance breaks a rule, and does not give. */
function weldResult(
  out: Out,
  id: 'weld-tension-flange' | 'weld-compression-flange' | 'weld-web',
  demand: number,
  resistance: number,
  unit: 'kN' | 'mm' | 'MPa',
  multiple: number,
  where: { readonly where?: string },
): void {
  out.strength(id, demand, resistance, unit, {
    multiple,
    ...where,
    ...(demand > resistance && multiple >= 1 ? { pass: true } : {}),
  });
  if (demand > resistance && multiple >= 1)
    out.missing(
      'weld-cover',
      "A weld is weaker than the joint's own resistance, which 6.2.3(4) does not allow: make it thicker.",
    );
}

function weldChecks(m: MomentPlateModel, w: Worked, out: Out, r: Run): void {
  const { R, F, M } = w;
  const { state } = R;
  const t = state.turned;
  const { welds } = m.input;
  const atFlange = (kind: 'ten' | 'com'): number[] => {
    const inside = t.rows.filter((x) => x.role === 'auto' && x.y < 0 && x.y > -t.H);
    const near = kind === 'ten' ? inside.slice(0, 2) : inside.slice(-2);
    return [...t.rows.filter((x) => x.role === 'auto' && (kind === 'ten' ? x.y > 0 : x.y < -t.H)), ...near].map((x) => x.index);
  };
  const resistanceOf = (index: number): number => R.rows[state.rows.findIndex((x) => x.index === index)]?.F ?? 0;
  const sumOver = (list: readonly number[], of: (i: number) => number): number => list.reduce((x, i) => x + of(i), 0);
  const tension = tensionWeld(t, r);
  const near = atFlange('ten');
  weldCheck(m, out, 'weld-tension-flange', {
    ...tension,
    actual: sumOver(near, (i) => F[i]!),
    atResistance: M === 0 ? 0 : sumOver(near, resistanceOf),
    throat: t.ten.a,
  });
  const other = compressionWeld(t, r);
  if (w.N > 0 && !w.small) {
    const force = sumOver(atFlange('com'), (i) => F[i]!);
    weldCheck(m, out, 'weld-tension-flange', {
      ...other,
      actual: force,
      atResistance: 0,
      throat: t.com.a,
      where: 'other flange',
    });
  }
  webWeldCheck(m, w, out, r);
  if (welds.sawn)
    out.skip('weld-compression-flange', 'the force passes in bearing: nominal weld; the shop must keep the contact');
  else
    weldCheck(m, out, 'weld-compression-flange', { ...other, actual: w.C, atResistance: M === 0 ? 0 : R.sum, throat: t.com.a });
}

function webWeldCheck(m: MomentPlateModel, w: Worked, out: Out, r: Run): void {
  const { R, F, M, V } = w;
  const { state } = R;
  const force = state.rows.map((row) => F[row.index]!);
  const own = R.rows.map((f) => f.F);
  const lines = [...state.plate.alone, ...state.plate.groups.flat()].filter((x) => state.inside[x.from] && state.inside[x.to]);
  const most = (of: readonly number[]): { q: number; where: string } => {
    let best = { q: 0, where: '' };
    for (const x of lines) {
      const sum = of.slice(x.from, x.to + 1).reduce((a, b) => a + b, 0);
      const q = sum / Math.min(x.l_cp, x.l_nc);
      if (q > best.q * (1 + 1e-12)) best = { q, where: rowName(state.rows, x.from, x.to) };
    }
    return best;
  };
  const actual = most(force);
  const atResistance = most(own.map((x, i) => (M === 0 ? force[i]! : Math.max(x, force[i]!))));
  const { design } = m.input.welds;
  const used = ({ stress, f_vw, across }: ReturnType<typeof webWeld>): number => Math.max(stress / f_vw, across);
  const real = quiet(r, () => webWeld(r, actual.q));
  if (actual.q === 0 && V === 0) {
    out.skip('weld-web', 'this combination puts no load on it');
    return;
  }
  const by = design === 'resistance' ? atResistance : actual;
  const multiple = 1 / used(real);
  const where = by.where && design !== 'full' ? { where: by.where } : {};
  const covers = used(quiet(r, () => webWeld(r, atResistance.q))) <= 1;
  const found = at(r, where.where ?? '', () => webWeld(r, by.q));
  if (design === 'full') weldResult(out, 'weld-web', found.full, m.input.welds.web, 'mm', multiple, where);
  else weldResult(out, 'weld-web', used(found) * found.f_vw, found.f_vw, 'MPa', multiple, where);
  if (design === 'force' && !covers)
    out.missing('weld-cover', "The weld does not cover the joint's resistance: the row forces must not redistribute (6.2.3(4)).");
}

function stiffenerChecks(m: MomentPlateModel, w: Worked, out: Out, r: Run): void {
  const { R, F, moments } = w;
  const { state } = R;
  if (!m.column) {
    out.skip('stiffener-tension', 'no column in this joint');
    return;
  }
  const pull = tensionStiffener(m, state.turned, state, (i) => F[state.rows[i]!.index]!, moments.beta, r);
  if (!pull) {
    out.skip('stiffener-tension', state.turned.ten.stiffener ? 'no row beside it' : 'no stiffener at the tension flange');
    return;
  }
  out.strength('stiffener-tension', pull.demand, pull.resistance, 'kN', { multiple: pull.multiple });
  out.strength('stiffener-tension-weld', pull.demand, pull.weld, 'kN', { multiple: pull.multipleWeld });
}

function haunchChecks(m: MomentPlateModel, w: Worked, out: Out, r: Run): void {
  if (!m.haunch) return;
  const { R, C, u_M } = w;
  const pressed = R.state.turned.com.haunch;
  const force = pressed ? C : u_M * R.sum;
  out.strength('weld-haunch-web', force, haunchWeld(r), 'kN');
  if (m.haunch.tip) out.skip('haunch-end-web', 'stiffened: the stiffener takes it');
  else {
    const tip = haunchTip(r, force, !pressed);
    out.strength('haunch-end-web', tip.demand, tip.resistance, 'kN');
  }
}

function rotationChecks(m: MomentPlateModel, resist: Resist, w: Worked, out: Out, r: Run): void {
  const s = resist.stiffness(w.R, w.V, r);
  if (!s) return;
  out.value(
    'initial-stiffness',
    s.S,
    'kNm/rad',
    m.column ? 'half of it in a frame analysis without iteration' : 'a third of it in a frame analysis without iteration',
  );
  out.value('secant-stiffness', secantStiffness(r, s.S, w.R.M, w.M), 'kNm/rad', 'at the moment of this combination');
}

/** Checks that this combination did not reach, each with its reason. */
function leftOut(m: MomentPlateModel, w: Worked, out: Out): void {
  const told = new Set(out.list.map((x) => x.id));
  const skip = (id: CheckId, reason: string): void => {
    if (!told.has(id)) out.skip(id, reason);
  };
  const idle = w.F.some((F) => F > 0) ? 'no row that it holds is pulled' : 'no row is pulled by this combination';
  const column = m.column ? idle : 'no column in this joint';
  skip('column-flange-bending', column);
  skip('column-web-tension', m.column && w.R.state.beside.some((b) => b) ? 'the stiffener carries the rows beside it' : column);
  skip('column-web-share', m.column ? 'no pulled row beside a tension stiffener' : column);
  skip('end-plate-bending', idle);
  skip('beam-web-tension', idle);
  skip('bolt-tension-small', 'no axial tension within 5 % of that of the beam');
  skip('axial-small', w.N === 0 ? 'no axial force' : 'the axial force counts in full');
  skip('stiffener-tension-weld', m.column ? 'no stiffener that is pulled' : 'no column in this joint');
  for (const id of ['weld-haunch-web', 'haunch-end-web'] as const) skip(id, 'no haunch');
  for (const id of ['initial-stiffness', 'secant-stiffness'] as const) skip(id, 'no row pulls under this sense of the moment');
}
