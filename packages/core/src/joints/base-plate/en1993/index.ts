import { quiet, Run } from '../../../formula/index.ts';
import { Refusal } from '../../../refusal.ts';
import { exact } from '../../../units/format.ts';
import { work } from './work.ts';
import { timesLoad, type Combination } from '../../../actions/combination.ts';
import { regionOf } from '../../../standards/en1993/contact-bed.ts';
import { judgeRules, type Checked, type CheckResult } from '../../../checks/check.ts';
import { allHold, type PreparedBase } from '../flow.ts';
import type { BaseModel } from '../model.ts';
import { smallestChange } from './balance.ts';
import { workBearing, type BearingValues } from './bearing.ts';
import { leverModel, type Axis, type LeverModel } from './lever.ts';
import { contact } from './method-sheet.ts';
import { solved } from '../../../checks/multiples.ts';
import { mostUsed, planOf, shared, shareOf, worseThan, type How } from './parts.ts';
import { groundOf } from './ground.ts';
import { anchorTStub } from './plate.ts';
import { scanLines } from './plate-lines.ts';
import { once as onceAsked } from '../../../lazy.ts';
import { failurePaths, flowOf } from './paths.ts';
import { baseResults, CHECKS } from './results.ts';
import { baseRules } from './rules.ts';
import { bedOf } from './section.ts';
import { layOut } from './lay-out.ts';
import { actions, anchor, sheet } from './sheet.ts';
import type { BaseGeometry, BaseState } from './state.ts';
import { anchorSpring } from './stiffness.ts';
import { concreteTension, tensionShared } from './tension.ts';
import { weldLines } from './weld.ts';
import { fixed } from './words.ts';

/** A column base laid out for checking to EN 1993-1-8, EN 1992-1-1 and EN 1992-4. */
export interface BaseToEn1993 extends PreparedBase {
  readonly geometry: BaseGeometry;
  state(combination: Combination, run: Run): BaseState;
}

/** EN 1993-1-8, 6.2.2(7) knows the shear of bolts of usual strengths alone. */
function refuseShearRule({ input, f_yb }: BaseModel): void {
  if (input.anchors.shear_rule !== 'EN 1993-1-8' || (f_yb >= 235 && f_yb <= 640)) return;
  throw new Refusal(
    'anchors.shear_rule',
    `anchors.shear_rule: EN 1993-1-8, 6.2.2(7) covers bolts with f_yb from 235 to 640 MPa, and this one has ${exact(f_yb)}; accepted is EN 1992-4, or an anchor within that range.`,
  );
}

/** Values that no action changes; recorded again in every traced run. */
function commonValues(m: BaseModel, r: Run): BearingValues {
  const b = workBearing(m, r);
  if (m.anchors.length) tensionShared(m, r);
  concreteTension(m, r);
  anchor.m_pl(r);
  anchor.m_el(r);
  return b;
}

/** What of a base its actions do not change, from the run in which its common values stand. */
function geometryOf(m: BaseModel, run: Run, b: BearingValues): BaseGeometry {
  const value = (f: { def: { slot: { index: number } } }): number => run.v[f.def.slot.index]!;
  const L_b = m.anchors.length ? value(anchor.L_b) : 0;
  const m_pl = value(anchor.m_pl);
  const { options } = m.input;
  const region = regionOf(options.contact === 'full' ? [m.bearing] : b.pieces);
  const plastic = regionOf(b.pieces);
  contact.A(run, region.moments.A);
  const k_w = options.k_w === undefined ? contact.k_w(run) : contact.k_w_in(run, options.k_w);
  const local = m.anchors.map((_, i) => anchorTStub(run, m, i, L_b));
  const levers = new Map<Axis, LeverModel | string>();
  // Only what pulls an anchor asks for it.
  const scan = onceAsked(() => scanLines(m));
  return {
    b,
    L_b,
    m_pl,
    region,
    plastic,
    k_w,
    local,
    scan,
    springs: local.map((t) => anchorSpring(t, m, L_b)),
    welds: weldLines(m),
    lever: (axis) => {
      let found = levers.get(axis);
      if (found === undefined) {
        const r = new Run(sheet);
        r.v.set(run.v);
        levers.set(axis, (found = leverModel(r, m, axis, L_b, m_pl)));
      }
      return found;
    },
  };
}

type Worked = ReturnType<typeof work>;
/** A part of the load worked by itself. */
type Part = Worked & { readonly words: string };

/** The whole load with those of its parts beside it that are harsher for some check. `again` works a part by a method; its results stand under a suffix. */
function withParts(
  m: BaseModel,
  geometry: BaseGeometry,
  whole: Worked,
  again: (how: How, suffix: string) => Worked,
  r: Run,
): Worked {
  const plan = planOf(m, geometry, whole.load, whole.state.method);
  if (!plan.parts.length) return whole;
  const notes = [...whole.out.notes];
  const parts: readonly Part[] = plan.parts.map((p) => ({ words: p.words, ...again(p.how, p.words) }));
  let list: readonly CheckResult[] = whole.out.list;
  if (plan.fade && plan.fade.weight < 1) {
    const { how } = plan.fade;
    const main = parts.find((p) => p.words !== `about ${how.without} alone`)!;
    const share = shareOf(plan.fade.weight, mostUsed(main.out.list), mostUsed(quiet(r, () => again(how, '')).out.list));
    if (share < 1)
      notes.push(
        `the section method counts to ${fixed(100 * share)} %: for the main axis alone it is harsher than the lever arm, and the other moment is small`,
      );
    list = shared(list, share);
  }
  const beside: Part[] = [];
  for (const p of parts) {
    const worse = worseThan(list, p.out.list);
    if (!worse.length) continue;
    list = [...list, ...worse];
    beside.push(p);
  }
  if (beside.length)
    notes.push(
      `the lever arm ${beside.map((p) => p.words).join(' and ')} is harsher for some checks: they stand beside those of the whole load`,
    );
  const out = baseResults();
  out.list.push(...list);
  out.notes.push(...notes);
  return { ...whole, out, state: { ...whole.state, parts: beside.map(({ words, state }) => ({ words, state })) } };
}

/** How a base is worked under one combination: once, and with the multiples of what does not grow with the load. */
function working(m: BaseModel, geometry: BaseGeometry, base: Float64Array) {
  const start = (c: Combination, r: Run): void => {
    r.v.set(base);
    r.where = '';
    for (const k of ['N_Ed', 'M_y', 'M_z', 'V_z', 'V_y', 'T'] as const) r.v[actions[k].index] = c[k] ?? 0;
    if (r.steps) commonValues(m, r);
  };
  const once = (c: Combination, r: Run): Worked => {
    start(c, r);
    const again = (how: How, suffix: string): Worked => {
      quiet(r, () => start(c, r));
      r.suffix = suffix;
      r.where = suffix;
      const found = work(m, geometry, c, r, how);
      r.suffix = '';
      r.where = '';
      return found;
    };
    return withParts(m, geometry, work(m, geometry, c, r), again, r);
  };
  /** Laws and prying that do not grow with the load: every multiple is then found by working the whole base again. */
  const curved = m.input.options.law !== 'winkler' || m.input.options.prying === 'table-6.2';
  const checked = (c: Combination, r: Run): Checked => {
    const { out, unbalanced } = once(c, r);
    const list = curved ? solved(out.list, (k) => quiet(r, () => once(timesLoad(c, k), r).out.list)) : out.list;
    return {
      results: list,
      notes: unbalanced ? [...out.notes, ...smallestChange(m.basis.units, bedOf(m, geometry), unbalanced)] : out.notes,
    };
  };
  return { once, curved, checked };
}

export function baseToEn1993(m: BaseModel): BaseToEn1993 {
  refuseShearRule(m);
  const given = layOut(m);
  const run = new Run(sheet);
  run.v.set(given.values);
  const b = commonValues(m, run);
  if (!(b.A_eff > 1))
    throw new Refusal(
      'concrete.y',
      'concrete.y: the block does not lie under the steel of the column; accepted is a block under the column.',
    );
  const geometry = geometryOf(m, run, b);
  const base = Float64Array.from(run.v);
  const { once, curved, checked } = working(m, geometry, base);
  const prepared: BaseToEn1993 = {
    sheet,
    geometry,
    ids: [...new Set([...Object.keys(CHECKS), ...baseRules.map((x) => x.id)])],
    check: (c, r) => {
      // The record is made last, so that a search for multiples leaves no mark on it.
      if (!curved || !r.steps) return checked(c, r);
      const answer = quiet(r, () => checked(c, r));
      once(c, r);
      return answer;
    },
    judge: (r, loads, musts) => {
      r.v.set(base);
      r.where = '';
      return judgeRules(baseRules, m, r, loads, musts);
    },
    origins: () => given.origins,
    actions: Object.fromEntries(Object.entries(actions).map(([k, slot]) => [k, slot.index])),
    state: (c, r) => quiet(r, () => once(c, r).state),
    drawn: (c) => {
      const state = c && prepared.state(c, new Run(sheet));
      return { flow: state && flowOf(m, state), paths: failurePaths(m, geometry, state, c) };
    },
    ground: (c) => {
      const r = new Run(sheet);
      const { out, state, load } = once(c, r);
      const added = { M_y: load.M_y - (c.M_y ?? 0), M_z: load.M_z - (c.M_z ?? 0) };
      const N_Rd_s = r.v[anchor.N_Rd_s.def.slot.index]!;
      return groundOf(m, geometry, c, { state, results: out.list, added, N_Rd_s });
    },
    holds: (c, r) => allHold({ results: quiet(r, () => once(c, r).out.list) }),
  };
  return prepared;
}
