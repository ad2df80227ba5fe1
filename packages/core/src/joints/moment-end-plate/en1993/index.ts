import { Refusal } from '../../../refusal.ts';
import { judgeRules, type CheckResult } from '../../../checks/check.ts';
import { solved } from '../../../checks/multiples.ts';
import type { PreparedRows } from '../flow.ts';
import { flowOf } from './flow.ts';
import { momentPaths } from './paths.ts';
import { quiet, Run, type Origin } from '../../../formula/index.ts';
import { exact } from '../../../units/format.ts';
import { NO_ACTIONS, timesLoad, type Combination } from '../../../actions/combination.ts';
import type { MomentPlateModel } from '../model.ts';
import { turned } from '../turned.ts';
import { workChecks, workCombination } from './combination.ts';
import { forcesOf, type Worked } from './forces.ts';
import { beamClass } from './compression.ts';
import { columnLoaded, layOut, stressOf, workCommon, workStress } from './lay-out.ts';
import { CHECKS, foremost, type CheckId } from './results.ts';
import { momentRules } from './rules.ts';
import { actions, beta, flange, sheet, stiff } from './sheet.ts';
import { resisting } from './work.ts';

/** A moment end plate laid out for checking to EN 1993-1-8, section 6. */
export interface MomentPlateToEn1993 extends PreparedRows {
  /** Forces of a combination along the joint; those at its resistance stand in the resistance. */
  worked(combination: Combination, run: Run): Worked;
}

/** What the method does not cover: one sentence each. */
function refuseOutside(m: MomentPlateModel): void {
  if (beamClass(m) === 4)
    throw new Refusal(
      'beam.section',
      `beam.section: ${m.beam.dims.name} is of class 4 in bending, and effective sections are not covered; accepted are classes 1 to 3.`,
    );
  refuseNear(m);
  refuseForm(m);
  const { column } = m;
  if (!column) return;
  const d = column.dims.h - 2 * (column.dims.tf + column.s);
  const limit = 69 * Math.sqrt(235 / column.steel.f_y);
  if (d / column.dims.tw > limit)
    throw new Refusal(
      'column.section',
      `column.section: the web of ${column.dims.name} has d/t_w = ${exact(Math.round((d / column.dims.tw) * 10) / 10)}, and 6.2.6.1(1) covers up to ${exact(Math.round(limit * 10) / 10)}; accepted is a column with a thicker web.`,
    );
}

/** Table 6.6 holds one row outside a flange, and no rib beside it. */
function refuseForm(m: MomentPlateModel): void {
  const above = m.rows.filter((r) => r.y > 0).length;
  const below = m.rows.filter((r) => r.y < -m.H).length;
  if (above > 1 || below > 1)
    throw new Refusal(
      'rows',
      `rows: ${Math.max(above, below)} rows stand outside the ${above > 1 ? 'top' : 'bottom'} flange, and Table 6.6 holds one; accepted is one row outside a flange, or a haunch.`,
    );
  if (m.input.rib)
    throw new Refusal(
      'rib',
      'rib: the extended plate has a rib, and Table 6.6 has no row beside one; accepted is a plate without a rib.',
    );
}

/** Rows so near to a weld that no yield line stands between: m_x, m_2 not above 0. */
function refuseNear(m: MomentPlateModel): void {
  const t = turned(m, 1);
  const refuse = (y: number, what: string): never => {
    const i = m.input.rows.findIndex((r) => r.y === y);
    throw new Refusal(
      `rows.${i}.y`,
      `rows.${i}.y: ${exact(y)} mm puts a row on the weld of the ${what}; accepted is a row farther from it.`,
    );
  };
  for (const row of t.rows) {
    for (const [f, clear, words] of [
      [t.ten, row.y > 0 ? row.y : -t.ten.t_v - row.y, 'top flange'],
      [t.com, row.y < -t.H ? -t.H - row.y : row.y + t.H - t.com.t_v, 'bottom flange'],
    ] as const)
      if (clear - 0.8 * Math.SQRT2 * f.a <= 0) refuse(row.y, words);
    for (const [f, y] of [
      [t.ten, t.y_ten],
      [t.com, t.y_com],
    ] as const)
      if (f.stiffener && Math.abs(row.y - y) - f.stiffener.t / 2 - 0.8 * Math.SQRT2 * f.stiffener.a <= 0)
        refuse(row.y, 'stiffener');
  }
}

/** The column's own stress grows with its forces, and its web with them grows weaker over 0.7 of yield: multiples that reach there are looked for. */
function withStress(
  m: MomentPlateModel,
  c: Combination,
  list: readonly CheckResult[],
  r: Run,
  again: (c: Combination, k: number) => readonly CheckResult[],
): readonly CheckResult[] {
  const limit = straightTo(m, c, r);
  const curved = list.filter((x) => x.type === 'strength' && x.multiple > limit && (OVER as ReadonlySet<string>).has(x.id));
  if (!curved.length) return list;
  const found = solved(curved, (k) => again(c, k));
  return list.map((x) => (curved.includes(x) ? found[curved.indexOf(x)]! : x));
}
/** Up to which factor on the load the column's web keeps its strength. */
const straightTo = (m: MomentPlateModel, c: Combination, r: Run): number =>
  m.column && columnLoaded(c) ? ((0.7 * m.column.steel.f_y) / Math.max(stressOf(r), 1e-9)) * (1 - 1e-9) : Infinity;
/** Checks that hang on the resistance of the column's web in compression. */
const OVER: ReadonlySet<CheckId> = new Set(['moment-resistance', 'moment-axial', 'axial-small', 'column-web-compression']);

const NO_LOAD: Combination = { name: '', ...NO_ACTIONS };
const ACTIONS = Object.fromEntries(Object.entries(actions).map(([k, slot]) => [k, slot.index]));

/** Where each value comes from, those of a side of the joint included. */
function originsOf(laid: ReadonlyMap<number, Origin>): ReadonlyMap<number, Origin> {
  const origins = new Map(laid);
  for (const side of [flange.ten, flange.com])
    for (const slot of Object.values(side))
      origins.set(slot.index, { kind: 'input', ref: 'flange, weld and plate on that side' });
  for (const slot of Object.values(stiff)) origins.set(slot.index, { kind: 'input', ref: 'stiffeners' });
  origins.set(beta.index, { kind: 'code', ref: 'EN 1993-1-8, Table 5.4, from the moments on both faces' });
  return origins;
}

/** Actions of a combination in a run, over what no combination changes. */
function startRun(m: MomentPlateModel, base: Float64Array, c: Combination, r: Run): void {
  r.v.set(base);
  r.where = '';
  r.v[actions.M_Ed.index] = c.M_Ed ?? 0;
  r.v[actions.N_Ed.index] = c.N_Ed;
  r.v[actions.V_Ed.index] = Math.abs(c.V_Ed);
  r.v[actions.M_other.index] = c.M_other ?? 0;
  r.v[actions.N_col.index] = c.N_col ?? 0;
  r.v[actions.M_col.index] = c.M_col ?? 0;
  if (r.steps) workCommon(m, r);
  workStress(m, c, r);
}

export function momentPlateToEn1993(m: MomentPlateModel): MomentPlateToEn1993 {
  refuseOutside(m);
  const lay = layOut(m);
  const run = new Run(sheet);
  run.v.set(lay.values);
  workCommon(m, run);
  const base = Float64Array.from(run.v);
  const names = m.rows.map((_, i) => `row ${i + 1}`);
  const resist = resisting(m, base, names);
  const start = (c: Combination, r: Run): void => startRun(m, base, c, r);
  const worked = (c: Combination, r: Run): Worked =>
    quiet(r, () => {
      start(c, r);
      return forcesOf(m, resist, c, r);
    });
  /** The results of the same combination times k. */
  const again = (c: Combination, k: number): readonly CheckResult[] => {
    const other = new Run(sheet);
    const times = timesLoad(c, k);
    start(times, other);
    return workCombination(m, resist, times, names, other).list;
  };
  return {
    sheet,
    ids: [...Object.keys(CHECKS), ...momentRules.map((x) => x.id)],
    check: (c, r) => {
      start(c, r);
      const out = workCombination(m, resist, c, names, r);
      return { results: withStress(m, c, out.list, r, again), notes: out.notes };
    },
    least: (c, r) => {
      start(c, r);
      const out = foremost(OVER);
      workChecks(m, resist, c, names, out, r);
      return out.least(straightTo(m, c, r));
    },
    judge: (r, loads, musts) => {
      r.v.set(base);
      r.where = '';
      return judgeRules(momentRules, m, r, loads, musts);
    },
    origins: () => originsOf(lay.origins),
    actions: ACTIONS,
    freeRows: true,
    preloaded: false,
    method: `prying ${m.input.options.prying === 'assume' ? 'assumed' : 'checked'}`,
    worked,
    drawn: (c) => {
      const r = new Run(sheet);
      const w = worked(c ?? NO_LOAD, r);
      const stiffness = quiet(r, () => resist.stiffness(w.R, w.V, r));
      return { flow: flowOf(m, w, stiffness, base), paths: momentPaths(m, w) };
    },
  };
}
