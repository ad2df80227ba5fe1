import { quiet, Run, type Origin } from '../../../formula/index.ts';
import { Refusal } from '../../../refusal.ts';
import { exact } from '../../../units/format.ts';
import { timesLoad, type Combination } from '../../../actions/combination.ts';
import { regionOf, type Load } from '../../../standards/en1993/contact.ts';
import { judgeRules, type Checked, type CheckResult } from '../../../checks/check.ts';
import { allHold, type PreparedBase } from '../flow.ts';
import type { BaseModel } from '../model.ts';
import { smallestChange } from './balance.ts';
import { groutNotes, workBearing, type BearingValues } from './bearing.ts';
import { distanceToCompression, forces } from './forces.ts';
import { keyChecks, keyMoment } from './key.ts';
import { leverModel, type Axis, type LeverModel } from './lever.ts';
import { contact } from './method-sheet.ts';
import { solved } from '../../../checks/multiples.ts';
import { mostUsed, planOf, shared, shareOf, worseThan, type How } from './parts.ts';
import { anchorTStub, lineBending, pryingForce, scanLines, worstLine } from './plate.ts';
import { failurePaths, flowOf } from './paths.ts';
import { baseResults, CHECKS, type BaseResults } from './results.ts';
import { baseRules } from './rules.ts';
import { bedOf } from './section.ts';
import { actions, anchor, at, layOut, ps, sheet } from './sheet.ts';
import { shareShear } from '../../../standards/en1992-4/edge.ts';
import { anchorShearChecks, twistNote } from './shear.ts';
import { inTension, type BaseGeometry, type BaseState } from './state.ts';
import { anchorSpring } from './stiffness.ts';
import { concreteTension, tensionModes, tensionShared } from './tension.ts';
import { columnWeld, weldLines } from './weld.ts';
import { fixed } from './words.ts';

const af = sheet.section('base-friction');
const friction = { V: af.f('V_f', 'kN', 'V_Ed', 'shear', ''), F: af.f('F_f', 'kN', 'F_f_Rd', 'friction', '') };

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

export function baseToEn1993(m: BaseModel): BaseToEn1993 {
  refuseShearRule(m);
  const given = layOut(m);
  const run = new Run(sheet);
  run.v.set(given.values);
  /** Values that no action changes; recorded again in every traced run. */
  const common = (r: Run): BearingValues => {
    const b = workBearing(m, r);
    if (m.anchors.length) tensionShared(m, r);
    concreteTension(m, r);
    anchor.m_pl(r);
    anchor.m_el(r);
    return b;
  };
  const b = common(run);
  if (!(b.A_eff > 1))
    throw new Refusal(
      'concrete.y',
      'concrete.y: the block does not lie under the steel of the column; accepted is a block under the column.',
    );
  const value = (f: { def: { slot: { index: number } } }): number => run.v[f.def.slot.index]!;
  const L_b = m.anchors.length ? value(anchor.L_b) : 0;
  const m_pl = value(anchor.m_pl);
  const region = regionOf(m.input.options.contact === 'full' ? [m.bearing] : b.pieces);
  const plastic = regionOf(b.pieces);
  contact.A(run, region.moments.A);
  const k_w = m.input.options.k_w === undefined ? contact.k_w(run) : contact.k_w_in(run, m.input.options.k_w);
  const local = m.anchors.map((_, i) => anchorTStub(run, m, i, L_b));
  const levers = new Map<Axis, LeverModel | string>();
  const geometry: BaseGeometry = {
    b,
    L_b,
    m_pl,
    region,
    plastic,
    k_w,
    local,
    scan: scanLines(m),
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
  const base = Float64Array.from(run.v);
  const start = (c: Combination, r: Run): void => {
    r.v.set(base);
    r.where = '';
    for (const k of ['N_Ed', 'M_y', 'M_z', 'V_z', 'V_y', 'T'] as const) r.v[actions[k].index] = c[k] ?? 0;
    if (r.steps) common(r);
  };
  /** Laws and prying that do not grow with the load: every multiple is then found by working the whole base again. */
  const curved = m.input.options.law !== 'winkler' || m.input.options.prying === 'table-6.2';
  const once = (c: Combination, r: Run): ReturnType<typeof work> => {
    start(c, r);
    const whole = work(m, geometry, c, r);
    const plan = planOf(m, geometry, whole.load, whole.state.method);
    if (!plan.parts.length) return whole;
    const notes = [...whole.out.notes];
    const again = (how: How, suffix: string): ReturnType<typeof work> => {
      quiet(r, () => start(c, r));
      r.suffix = suffix;
      r.where = suffix;
      const found = work(m, geometry, c, r, how);
      r.suffix = '';
      r.where = '';
      return found;
    };
    const parts = plan.parts.map((p) => ({ words: p.words, ...again(p.how, p.words) }));
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
    const beside: typeof parts = [];
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
  };
  const checked = (c: Combination, r: Run): Checked => {
    const { out, unbalanced } = once(c, r);
    const list = curved ? solved(out.list, (k) => quiet(r, () => once(timesLoad(c, k), r).out.list)) : out.list;
    return {
      results: list,
      notes: unbalanced ? [...out.notes, ...smallestChange(m.basis.units, bedOf(m, geometry), unbalanced)] : out.notes,
    };
  };
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
    judge: (r, loads) => {
      r.v.set(base);
      r.where = '';
      return judgeRules(baseRules, m, r, loads);
    },
    origins: () => given.origins as ReadonlyMap<number, Origin>,
    actions: Object.fromEntries(Object.entries(actions).map(([k, slot]) => [k, slot.index])),
    state: (c, r) => quiet(r, () => once(c, r).state),
    drawn: (c) => {
      const state = c && prepared.state(c, new Run(sheet));
      return { flow: state && flowOf(m, state), paths: failurePaths(m, geometry, state, c) };
    },
    holds: (c, r) => allHold({ results: quiet(r, () => once(c, r).out.list) }),
  };
  return prepared;
}

/** Everything of one combination, in N and N mm. */
function work(
  m: BaseModel,
  geo: BaseGeometry,
  c: Combination,
  r: Run,
  how: How = {},
): { out: BaseResults; state: BaseState; load: Load; unbalanced: Load | null } {
  const out = baseResults(r.suffix);
  const { input } = m;
  const { options, shear } = input;
  const N = c.N_Ed;
  const [V_y, V_z, T] = [c.V_y ?? 0, c.V_z ?? 0, c.T ?? 0];
  const V = ps.V_Ed(r);
  out.notes.push(...m.warnings, ...groutNotes(m));

  // Friction first; what is left goes to the anchors or to the key.
  const usesFriction = shear.path.startsWith('friction');
  const compression = (): number => {
    if (shear.N_from === 'column') return Math.max(0, -N);
    const first = forces(m, geo, r, { N, M_y: c.M_y ?? 0, M_z: c.M_z ?? 0 }, V_z, V_y, baseResults());
    return first.C;
  };
  ps.N_c(r, usesFriction ? quiet(r, compression) : Math.max(0, -N));
  const F_f = ps.F_f(r);
  const V_r = (usesFriction ? ps.V_r : ps.V_r_all)(r);
  const left = V > 0 ? V_r / V : 0;

  // The key's reaction lies below the plate: its moment joins the base.
  const withKey = shear.path.endsWith('key') && V_r > 0;
  const keyM = withKey ? keyMoment(r) : 0;
  if (withKey) out.notes.push(`shear key adds ${m.basis.units.quantity(keyM, 'kNm')} to the base moment`);
  const load: Load = {
    N,
    M_y: how.without === 'y' ? 0 : (c.M_y ?? 0) + (V > 0 ? (keyM * V_z) / V : 0),
    M_z: how.without === 'z' ? 0 : (c.M_z ?? 0) + (V > 0 ? (keyM * V_y) / V : 0),
  };

  const f = forces(m, geo, r, load, V_z, V_y, out, how);
  const { F } = f;
  const tensioned = inTension(F, N, f.C);
  // Prying is added to the forces of the anchors, not to the equilibrium.
  const rule = options.prying;
  const F_pried = F.map((x, i) => (tensioned.includes(i) ? x + pryingForce(f.stub(i), geo.m_pl, x, rule) : 0));
  const most = Math.max(0, ...tensioned.map((i) => F_pried[i]! / F[i]! - 1));
  if (most > 1e-9)
    out.notes.push(
      `prying: anchor forces increased by up to ${fixed(Math.round(most * 1000) / 10)} %; a thicker plate removes it`,
    );

  if (tensioned.length) {
    const line = worstLine(m, geo.scan, F);
    if (line) {
      const { demand, resistance } = lineBending(r, m, line, F);
      out.strength('plate-line-bending', demand, resistance, 'kNm');
    }
  }

  let beta_concrete = 0;
  let groups: readonly (readonly number[])[] = [];
  const N_Rd_s = m.anchors.length ? r.v[anchor.N_Rd_s.def.slot.index]! : 0;
  if (!tensioned.length) out.skip('anchor-tension', 'no anchor is in tension');
  else {
    const z = f.C > 0 ? distanceToCompression(m, F_pried, f) : 0;
    const modes = tensionModes(r, m, tensioned, F_pried, f.C > 0 ? { C: f.C, z } : null);
    const replaced = modes.some((x) => x.id === 'anchor-reinforcement');
    for (const x of modes) {
      if ('skip' in x) {
        out.skip(x.id, x.skip);
        continue;
      }
      const alone = replaced && x.id === 'anchor-cone';
      at(r, x.where, () => {
        x.again();
        const u = out.strength(x.id, x.demand, x.resistance, 'kN', { where: x.where, info: alone });
        if (alone) out.notes.push(`hanger bars replace the cone, which alone would be used to ${fixed(u)}`);
        else if (x.id !== 'anchor-steel-tension') beta_concrete = Math.max(beta_concrete, u);
      });
      if (x.id === 'anchor-cone') groups = [...groups, x.idx];
    }
    if (input.anchors.type === 'hooked' && m.f_yb > 300) out.strength('hook-yield', m.f_yb, 300, 'MPa', { multiple: 0 });
    if (
      modes.some((x) => x.id === 'anchor-splitting' && !('skip' in x)) &&
      (input.anchors.product.c_cr_sp === undefined || input.anchors.product.h_min === undefined)
    )
      out.notes.push('splitting is worked with assumed values of c_cr,sp or h_min: take them from the approval document');
    if (input.anchors.pattern.type === 'circle' && tensioned.length > 9)
      out.notes.push('more than 9 anchors: outside the tested groups');
  }

  let V_each: BaseState['V_each'] = m.anchors.map(() => ({ y: 0, z: 0 }));
  if (V === 0 && T === 0) out.skip('base-shear', 'no shear force');
  else {
    if (usesFriction) {
      if (V > 0) {
        friction.V(r);
        friction.F(r);
        // Friction grows with the load as the shear does: its multiple is that of the shear alone.
        out.strength('base-friction', V, F_f, 'kN', { info: shear.path !== 'friction' });
      }
    } else out.skip('base-friction', 'friction switched off');
    const toAnchors = shear.path.endsWith('anchors');
    if (T !== 0 && !toAnchors) {
      out.notes.push(twistNote(m.basis.units, T, shear.path.endsWith('key') ? 'a shear key' : 'friction'));
      out.strength('base-twist', Math.abs(T), 0, 'kNm');
    }
    if (toAnchors) {
      if (V_r <= 1e-9 * V && T === 0) out.skip('anchor-shear', 'friction carries all the shear');
      else if (!m.anchors.length) out.strength('anchor-steel-shear', Math.max(V_r, Math.abs(T) / 1e3), 0, 'kN');
      else {
        const s = shareShear(m, V_y * left, V_z * left, T);
        V_each = s.each;
        anchorShearChecks(r, m, out, s, {
          F: F_pried,
          any: tensioned.length > 0,
          beta_concrete,
          N_Rd_s,
          bars: input.anchors.bars !== undefined,
        });
      }
    } else if (withKey) {
      const alongZ = shear.key!.along === 'z';
      const main = alongZ ? V_z : V_y;
      keyChecks(r, m, out, V_r, ps.V_r.def.slot.index, main, (Math.abs(alongZ ? V_y : V_z) / V) * V_r);
    } else if (shear.path.endsWith('key')) out.skip('anchor-shear', 'friction carries all the shear');
  }
  columnWeld(r, m, geo.welds, out, { N, M_y: c.M_y ?? 0, M_z: c.M_z ?? 0, V_y, V_z });
  return {
    out,
    state: {
      method: f.method,
      F,
      F_pried,
      V_each,
      contact: f.contact,
      bearing: f.bearing,
      lever: f.lever,
      coneGroups: groups,
      V_r,
    },
    load,
    unbalanced: f.method === 'section' && !f.contact ? load : null,
  };
}
