import { Run, type Origin } from '../../../formula/index.ts';
import { timesLoad, type Combination } from '../../../actions/combination.ts';
import { clip, momentsOf, rectangle, type Polygon } from '../../../geometry/polygon.ts';
import { illinois } from '../../../numeric/illinois.ts';
import { contactPieces, regionOf, solveContact, type Bed, type Contact, type Load, type Region } from '../../../standards/en1993/contact.ts';
import { judgeRules, type Checked, type CheckResult, type Prepared } from '../../check.ts';
import type { BaseModel } from '../model.ts';
import { effectiveArea } from '../model.ts';
import { groutNotes, workBearing, type BearingValues } from './bearing.ts';
import { keyChecks, keyMoment } from './key.ts';
import { leverChecks, leverModel, leverState, momentBeside, webTension, type Axis, type LeverModel, type LeverState } from './lever.ts';
import { anchorTStub, innerRow, lineBending, pryingForce, rowTStub, scanLines, worstLine, type LineScan, type TStubValues } from './plate.ts';
import { CHECKS, Results } from './results.ts';
import { baseRules } from './rules.ts';
import { actions, anchor, at, layOut, ps, sheet } from './sheet.ts';
import { anchorShearChecks, shareShear, twistNote } from './shear.ts';
import { anchorSpring, leverStiffness, sectionStiffness } from './stiffness.ts';
import { concreteTension, quiet, tensionModes, tensionShared } from './tension.ts';
import { columnWeld, weldLines, type WeldLines } from './weld.ts';
import { fixed, kN, kNm } from './words.ts';

const cp = sheet.section('contact-pressure');
const contact = {
  A: cp.found('A_con', 'mm2', 'area of the contact region', 'effective area, or the whole plate where full contact is chosen'),
  k_w: cp.f('k_w', 'N/mm3', 'E_cm/(1.275*sqrt(A_con))', 'stiffness of the concrete under the plate', 'EN 1993-1-8, Table 6.11: k_13 spread over the area'),
  k_w_in: cp.found('k_w', 'N/mm3', 'stiffness of the concrete under the plate', 'as given: options.k_w'),
  k_a: cp.found('k_a', 'N/mm', 'stiffness of one anchor', 'E A_s/L_b, or as given'),
  p_0: cp.found('p_0', 'mm', 'strain plane at the column axis', "Newton's method on the energy of concrete and anchors"),
  p_y: cp.found('p_y', '-', 'slope of the strain plane along y', "Newton's method on the energy of concrete and anchors"),
  p_z: cp.found('p_z', '-', 'slope of the strain plane along z', "Newton's method on the energy of concrete and anchors"),
  C: cp.found('C', 'kN', 'compression of the concrete', 'integral of the stress'),
  y_C: cp.found('y_C', 'mm', 'place of the compression, y', 'integral of the stress'),
  z_C: cp.found('z_C', 'mm', 'place of the compression, z', 'integral of the stress'),
  area: cp.found('A_C', 'mm2', 'area in contact', 'measured'),
  T: cp.found('F_sum', 'kN', 'tension of all anchors', 'sum'),
  y_T: cp.found('y_T', 'mm', 'place of the tension, y', 'sum of F y over T'),
  z_T: cp.found('z_T', 'mm', 'place of the tension, z', 'sum of F z over T'),
  N: cp.f('N_sum', 'kN', 'F_sum-C', 'sum of forces, against N', 'equilibrium'),
  My: cp.f('M_y_sum', 'kNm', 'C*z_C-F_sum*z_T', 'sum of moments about y, against M_y', 'equilibrium'),
  Mz: cp.f('M_z_sum', 'kNm', 'C*y_C-F_sum*y_T', 'sum of moments about z, against M_z', 'equilibrium'),
  residual: cp.found('r_e', '-', 'residual of the equilibrium, over the actions', 'largest of the three sums'),
  p_max: cp.found('p_max', 'mm', 'deepest point of the contact', 'measured'),
  sigma: cp.f('sigma_max', 'MPa', 'k_w*p_max', 'largest pressure', 'law: stress in proportion to penetration'),
  sigma_law: cp.found('sigma_max', 'MPa', 'largest pressure', 'by the law of the concrete'),
  p_c2: cp.f('p_c2', 'mm', '2*f_jd/k_w', 'penetration at which the parabola ends', 'stated method'),
  u_par: cp.f('u', '-', 'max(p_max/(1.75*p_c2), C/(f_jd*A_con))', 'utilisation of the parabola', 'stated method'),
  u_uni: cp.f('u', '-', 'C/(f_jd*A_con)', 'utilisation of the uniform block with anchors', 'stated method'),
};
const cb = sheet.section('concrete-bearing');
const N_j = cb.f('N_j_Rd', 'kN', 'f_jd*A_eff', 'concrete under the whole effective area', 'EN 1993-1-8, 6.2.8.2');
const pc = sheet.section('plate-compression-bending');
const comp = {
  c_req: pc.found('c_req', 'mm', 'cantilever whose effective area carries N', 'bisection on f_jd A_eff(c) = N'),
  t_req: pc.f('t_req', 'mm', 'c_req*sqrt(3*f_jd*gamma_M0/f_y_p)', 'thickness of the plate that would do', 'EN 1993-1-8, 6.2.5(4)'),
  s_max: pc.found('sigma_max', 'MPa', 'largest pressure', 'from the contact'),
  m_c: pc.f('m_Ed', 'Nmm/mm', 'sigma_max*c^2/2', 'moment of the cantilever c', 'EN 1993-1-8, 6.2.5(4)'),
  m_line: pc.found('m_Ed', 'Nmm/mm', 'moment of the pressure beyond a tangent line, over its length', 'all directions, every 2 degrees'),
  m_panel: pc.found('m_Ed', 'Nmm/mm', 'moment of the panel inside the tube', '3.3/16 sigma R^2 of a circle, sigma s^2/8 of a strip'),
};
const bl = sheet.section('base-moment-biaxial-linear');
const biax = {
  M_y_Rd: bl.found('M_N_y_Rd', 'kNm', 'moment resistance about y beside N', 'lever-arm model'),
  M_z_Rd: bl.found('M_N_z_Rd', 'kNm', 'moment resistance about z beside N', 'lever-arm model'),
  u: bl.f('u', '-', 'abs(M_y)/M_N_y_Rd+abs(M_z)/M_N_z_Rd', 'straight line between the axes', 'stated method'),
};
const af = sheet.section('base-friction');
const friction = { V: af.f('V_f', 'kN', 'V_Ed', 'shear', ''), F: af.f('F_f', 'kN', 'F_f_Rd', 'friction', '') };

/** How the forces of one combination find their way: for drawings and for the user. Forces in N, lengths in mm. */
export interface BaseState {
  readonly method: 'none' | 'concentric' | 'lever-arm' | 'section';
  /** Forces of the anchors without and with prying. */
  readonly F: readonly number[];
  readonly F_pried: readonly number[];
  readonly V_each: readonly { readonly y: number; readonly z: number }[];
  readonly contact: Contact | null;
  /** Pieces of concrete that bear, with the stress at each of their corners. */
  bearing(): readonly { readonly piece: Polygon; readonly sigma: readonly number[] }[];
  readonly lever: { readonly model: LeverModel; readonly state: LeverState } | null;
  readonly coneGroups: readonly (readonly number[])[];
  readonly V_r: number;
}

/** What does not depend on the load, worked once a base. */
export interface BaseGeometry {
  readonly b: BearingValues;
  readonly L_b: number;
  readonly m_pl: number;
  readonly region: Region;
  readonly k_w: number;
  readonly scan: LineScan;
  readonly local: readonly TStubValues[];
  readonly springs: readonly number[];
  readonly welds: WeldLines;
  lever(axis: Axis): LeverModel | string;
}

/** A column base laid out for checking to EN 1993-1-8, EN 1992-1-1 and EN 1992-4. */
export interface PreparedBase extends Prepared {
  readonly geometry: BaseGeometry;
  state(combination: Combination, run: Run): BaseState;
  /** Whether every check holds; quicker than the checks with their multiples. */
  holds(combination: Combination, run: Run): boolean;
}

const PREPARED = new WeakMap<BaseModel, PreparedBase>();
export const NO_EQUILIBRIUM = 'no equilibrium: the base cannot carry these actions';

export function prepareBase(m: BaseModel): PreparedBase {
  const known = PREPARED.get(m);
  if (known) return known;
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
  const value = (f: { def: { slot: { index: number } } }): number => run.v[f.def.slot.index]!;
  const L_b = m.anchors.length ? value(anchor.L_b) : 0;
  const m_pl = value(anchor.m_pl);
  const region = regionOf(m.input.options.contact === 'full' ? [m.plate] : b.pieces);
  contact.A(run, region.moments.A);
  const k_w = m.input.options.k_w === undefined ? contact.k_w(run) : contact.k_w_in(run, m.input.options.k_w);
  const local = m.anchors.map((_, i) => anchorTStub(run, m, i, L_b));
  const levers = new Map<Axis, LeverModel | string>();
  const geometry: BaseGeometry = {
    b, L_b, m_pl, region, k_w, local, scan: scanLines(m), springs: local.map((t) => anchorSpring(t, m, L_b)), welds: weldLines(m),
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
    return work(m, geometry, c, r);
  };
  const checked = (c: Combination, r: Run): Checked => {
    const { out, unbalanced } = once(c, r);
    const list = curved ? solved(out.list, (k) => quiet(r, () => once(timesLoad(c, k), r).out.list)) : out.list;
    return { results: list, notes: unbalanced ? [...out.notes, ...smallestChange(bedOf(m, geometry), unbalanced)] : out.notes };
  };
  const prepared: PreparedBase = {
    sheet, geometry,
    ids: [...new Set([...Object.keys(CHECKS), ...baseRules.map((x) => x.id)])],
    check: (c, r) => {
      // The record is made last, so that a search for multiples leaves no mark on it.
      if (!curved || !r.steps) return checked(c, r);
      const answer = quiet(r, () => checked(c, r));
      once(c, r);
      return answer;
    },
    judge: (r) => {
      r.v.set(base);
      r.where = '';
      return judgeRules(baseRules, m, r);
    },
    origins: () => given.origins as ReadonlyMap<number, Origin>,
    actions: Object.fromEntries(Object.entries(actions).map(([k, slot]) => [k, slot.index])),
    state: (c, r) => quiet(r, () => once(c, r).state),
    holds: (c, r) => quiet(r, () => once(c, r).out.list.every((x) => x.type !== 'strength' || x.info || x.pass)),
  };
  PREPARED.set(m, prepared);
  return prepared;
}

/** Largest factor that is looked for where a check does not grow with the load in proportion. */
const FAR = 32;

/** Multiples of checks that do not grow with the load in proportion: the factor at which each reaches 1, to 0.2 %, by working the base again. */
function solved(list: readonly CheckResult[], again: (k: number) => readonly CheckResult[]): CheckResult[] {
  const memo = new Map<number, ReadonlyMap<string, number>>();
  const worstAt = (k: number): ReadonlyMap<string, number> => {
    let found = memo.get(k);
    if (!found) {
      const worst = new Map<string, number>();
      for (const x of again(k)) if (x.type === 'strength') worst.set(x.id, Math.max(worst.get(x.id) ?? 0, x.utilisation ?? 999));
      memo.set(k, (found = worst));
    }
    return found;
  };
  return list.map((x) => {
    if (x.type !== 'strength' || x.info || x.utilisation === null) return x;
    // Over by 2 counts as 2, so that a base without equilibrium does not throw the interpolation off.
    const over = (k: number): number => Math.min((worstAt(k).get(x.id) ?? 0) - 1, 2);
    let [low, high] = x.utilisation > 1 ? [0, 1] : [1, 2];
    let [f1, f2] = x.utilisation > 1 ? [-1, Math.min(x.utilisation - 1, 2)] : [x.utilisation - 1, over(2)];
    // Every check climbs the same ladder of factors, so that they share their work.
    while (f2 <= 0 && high < FAR) [low, high, f1, f2] = [high, high * 2, f2, over(high * 2)];
    if (f2 <= 0) return { ...x, multiple: Math.max(FAR, Math.min(x.multiple, 1e6)) };
    for (let i = 0; i < 14 && high - low > 0.002 * high; i += 1) {
      const k = i % 3 === 2 ? (low + high) / 2 : low + (Math.max(0.02, Math.min(0.98, -f1 / (f2 - f1)))) * (high - low);
      const f = over(k);
      if (f <= 0) [low, f1] = [k, f];
      else [high, f2] = [k, f];
    }
    const multiple = (low + high) / 2;
    return { ...x, multiple: x.pass ? Math.max(1, multiple) : Math.min(multiple, 0.9999) };
  });
}

/** Everything of one combination, in N and N mm. */
function work(m: BaseModel, geo: BaseGeometry, c: Combination, r: Run): { out: Results; state: BaseState; unbalanced: Load | null } {
  const out = new Results();
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
    const first = forces(m, geo, r, { N, M_y: c.M_y ?? 0, M_z: c.M_z ?? 0 }, V_z, V_y, new Results());
    return first.C;
  };
  ps.N_c(r, usesFriction ? quiet(r, compression) : Math.max(0, -N));
  const F_f = ps.F_f(r);
  const V_r = (usesFriction ? ps.V_r : ps.V_r_all)(r);
  const left = V > 0 ? V_r / V : 0;

  // The key's reaction lies below the plate: its moment joins the base.
  const withKey = shear.path.endsWith('key') && V_r > 0;
  const keyM = withKey ? keyMoment(r) : 0;
  if (withKey) out.notes.push(`shear key adds ${kNm(keyM)} to the base moment`);
  const load: Load = { N, M_y: (c.M_y ?? 0) + (V > 0 ? (keyM * V_z) / V : 0), M_z: (c.M_z ?? 0) + (V > 0 ? (keyM * V_y) / V : 0) };

  const f = forces(m, geo, r, load, V_z, V_y, out);
  const { F } = f;
  const tensioned = inTension(F, N, f.C);
  // Prying is added to the forces of the anchors, not to the equilibrium.
  const rule = options.prying;
  const F_pried = F.map((x, i) => (tensioned.includes(i) ? x + pryingForce(f.stub(i), geo.m_pl, x, rule) : 0));
  const most = Math.max(0, ...tensioned.map((i) => F_pried[i]! / F[i]! - 1));
  if (most > 1e-9) out.notes.push(`prying: anchor forces increased by up to ${fixed(Math.round(most * 1000) / 10)} %; a thicker plate removes it`);

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
    if (modes.some((x) => x.id === 'anchor-splitting' && !('skip' in x)) && (input.anchors.product.c_cr_sp === undefined || input.anchors.product.h_min === undefined)) out.notes.push('splitting is worked with assumed values of c_cr,sp or h_min: take them from the approval document');
    if (input.anchors.pattern.type === 'circle' && tensioned.length > 9) out.notes.push('more than 9 anchors: outside the tested groups');
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
    if (T !== 0 && !toAnchors) out.notes.push(twistNote(T, shear.path.endsWith('key') ? 'a shear key' : 'friction'));
    if (toAnchors) {
      if (V_r <= 1e-9 * V && T === 0) out.skip('anchor-shear', 'friction carries all the shear');
      else if (!m.anchors.length) out.strength('anchor-steel-shear', Math.max(V_r, Math.abs(T) / 1e3), 0, 'kN');
      else {
        const s = shareShear(m, V_y * left, V_z * left, T);
        V_each = s.each;
        anchorShearChecks(r, m, out, s, { F: F_pried, any: tensioned.length > 0, beta_concrete, N_Rd_s, bars: input.anchors.bars !== undefined });
      }
    } else if (withKey) {
      const alongZ = shear.key!.along === 'z';
      const main = alongZ ? V_z : V_y;
      keyChecks(r, m, out, V_r, ps.V_r.def.slot.index, main, (Math.abs(alongZ ? V_y : V_z) / V) * V_r);
    } else if (shear.path.endsWith('key')) out.skip('anchor-shear', 'friction carries all the shear');
  }
  columnWeld(r, m, geo.welds, out, { N, M_y: c.M_y ?? 0, M_z: c.M_z ?? 0, V_y, V_z });
  return { out, state: { method: f.method, F, F_pried, V_each, contact: f.contact, bearing: f.bearing, lever: f.lever, coneGroups: groups, V_r }, unbalanced: f.method === 'section' && !f.contact ? load : null };
}

/** Anchors that count as pulled: more than a thousandth of the most pulled, and none where the largest force is next to nothing. */
function inTension(F: readonly number[], N: number, C: number): number[] {
  const most = Math.max(0, ...F);
  if (most <= 0 || most < 1e-6 * Math.max(Math.abs(N), C)) return [];
  return F.flatMap((x, i) => (x > 1e-3 * most ? [i] : []));
}

interface Forces {
  readonly method: BaseState['method'];
  readonly F: readonly number[];
  readonly C: number;
  readonly y_C: number;
  readonly z_C: number;
  readonly contact: Contact | null;
  readonly bearing: BaseState['bearing'];
  readonly lever: BaseState['lever'];
  /** The yield-line pattern that an anchor's prying comes from. */
  stub(i: number): TStubValues;
}

function distanceToCompression(m: BaseModel, F: readonly number[], f: Forces): number {
  const T = F.reduce((a, b) => a + b, 0);
  const y = m.anchors.reduce((s, a, i) => s + F[i]! * a.y, 0) / T;
  const z = m.anchors.reduce((s, a, i) => s + F[i]! * a.z, 0) / T;
  return Math.hypot(y - f.y_C, z - f.z_C);
}

/** Nothing pulled and nothing pressed: what each method fills in. */
const noForces = (m: BaseModel, geo: BaseGeometry): Forces => ({
  method: 'none', F: m.anchors.map(() => 0), C: 0, y_C: 0, z_C: 0, contact: null, bearing: () => [], lever: null, stub: (i) => geo.local[i]!,
});

/** Contact and anchor forces by the method that fits (basis 5), with the checks that follow from them. */
function forces(m: BaseModel, geo: BaseGeometry, r: Run, load: Load, V_z: number, V_y: number, out: Results): Forces {
  const { column, input } = m;
  const { options, anchors } = input;
  const { N, M_y, M_z } = load;
  const bare = noForces(m, geo);
  if (N === 0 && M_y === 0 && M_z === 0) return bare;
  const only = options.method;
  const section = (why?: string): Forces => {
    if (why) out.notes.push(why);
    return bySection(m, geo, r, load, out);
  };
  if (only === 'section') return section();
  const full = options.contact === 'full';
  const round = column.shape === 'CHS' || input.plate.shape === 'circle' || anchors.pattern.type === 'circle';
  if (M_y === 0 && M_z === 0 && N < 0 && !full && only === 'auto') {
    const { A, S_y, S_z } = momentsOf(geo.b.pieces);
    if (Math.hypot(S_y / A, S_z / A) <= 1) return concentric(m, geo, r, N, out);
    return section('the effective area is off the column axis: worked by the section method');
  }
  if (only === 'auto' && (round || (M_y !== 0 && M_z !== 0) || (column.shape === 'I' && M_z !== 0) || full)) return section();
  const axis: Axis = M_z !== 0 && M_y === 0 ? 'z' : 'y';
  if (M_y !== 0 && M_z !== 0) return section('moments about both axes: worked by the section method');
  const model = geo.lever(axis);
  if (typeof model === 'string') return section(`${model}: worked by the section method`);
  const M = axis === 'y' ? M_y : M_z;
  const state = leverState(model, N, M);
  if (!state) return section('tension is needed where there is no row of anchors: worked by the section method');
  const F = [...bare.F];
  const stubs = new Map<number, TStubValues>();
  for (const [side, pulls, force] of [[model.left, state.pair[0] === 'T', state.F_left], [model.right, state.pair[1] === 'T', state.F_right]] as const) {
    if (!pulls || !side.row || force <= 0) continue;
    for (const i of side.row.idx) {
      F[i] = F[i]! + force / side.row.idx.length;
      stubs.set(i, side.row.t);
    }
  }
  leverChecks(r, m, model, state, { N, M, V: Math.abs(axis === 'y' ? V_z : V_y) }, geo.L_b, out);
  leverStiffness(r, m, model, state, { N, M }, geo.L_b, out);
  if (state.pair === 'CC' && M !== 0) out.notes.push('both sides press: the part under the web is left out, so a base with a small moment can look weaker than with none');
  const pushed = [[model.left, state.pair[0] === 'C', state.F_left, -1], [model.right, state.pair[1] === 'C', state.F_right, 1]] as const;
  const C = pushed.reduce((s, [, c, x]) => s + (c ? -x : 0), 0);
  const u_C = C > 0 ? pushed.reduce((s, [side, c, x, sign]) => s + (c ? -x * sign * side.z_C : 0), 0) / C : 0;
  const bearing: BaseState['bearing'] = () => pushed.filter(([, c, x]) => c && x < 0).map(([side, , x, sign]) => {
    const { u1, u2, v1, v2 } = side.strip;
    const [a, b] = sign > 0 ? [u1, u2] : [-u2, -u1];
    return { piece: axis === 'y' ? rectangle(v1, v2, a, b) : rectangle(a, b, v1, v2), sigma: [0, 1, 2, 3].map(() => -x / ((u2 - u1) * (v2 - v1))) };
  });
  return { ...bare, method: 'lever-arm', F, C, y_C: axis === 'y' ? 0 : u_C, z_C: axis === 'y' ? u_C : 0, bearing, lever: { model, state }, stub: (i) => stubs.get(i) ?? geo.local[i]! };
}

function concentric(m: BaseModel, geo: BaseGeometry, r: Run, N: number, out: Results): Forces {
  const { f_jd, c, pieces, A_eff } = geo.b;
  const u = out.strength('concrete-bearing', -N, N_j(r), 'kN');
  // Beyond the plate a longer cantilever adds nothing.
  const widest = Math.max(m.plateBox.y2 - m.plateBox.y1, m.plateBox.z2 - m.plateBox.z1);
  const area = (x: number): number => effectiveArea(m, x);
  const wanted = -N / f_jd;
  if (area(widest) < wanted) {
    out.notes.push('even the whole plate is too small for this force');
    out.strength('plate-compression-bending', m.input.plate.t, 0, 'mm', { info: true });
  } else {
    comp.c_req(r, cantileverFor(area, wanted, c, A_eff, widest));
    const t_req = comp.t_req(r);
    if (u > 1) out.notes.push(`a plate of ${fixed(Math.ceil(t_req * 10) / 10)} mm would do for the bearing`);
    // It reaches 1 at the same load as the bearing: told for information.
    out.strength('plate-compression-bending', t_req, m.input.plate.t, 'mm', { info: true });
  }
  const bearing: BaseState['bearing'] = () => pieces.map((piece) => ({ piece, sigma: Array.from({ length: piece.length / 2 }, () => -N / A_eff) }));
  return { ...noForces(m, geo), method: 'concentric', C: -N, bearing };
}

/** The cantilever whose effective area is `wanted`; the area grows with it. */
function cantileverFor(area: (c: number) => number, wanted: number, c: number, A: number, widest: number): number {
  const over = (x: number): number => area(x) - wanted;
  const bracket = A < wanted ? { low: c, high: widest, fLow: A - wanted, fHigh: over(widest) } : { low: 0, high: c, fLow: over(0), fHigh: A - wanted };
  if (bracket.fLow >= 0) return bracket.low;
  const { x, near, high } = illinois(over, bracket, { near: (f) => Math.abs(f) < 1e-9 * wanted, narrow: (a, b) => b - a <= 1e-10 * b, halve: 6, most: 60 });
  return near ? x : high;
}

/** The bed of the section method, with its stiffnesses. */
export const bedOf = (m: BaseModel, geo: BaseGeometry): Bed => ({
  region: geo.region, law: m.input.options.law, k_w: geo.k_w, f_jd: geo.b.f_jd,
  anchors: m.anchors.map((a) => ({ ...a, k: m.input.options.k_a ?? (210_000 * m.size.A_s) / geo.L_b })),
});

function bySection(m: BaseModel, geo: BaseGeometry, r: Run, load: Load, out: Results): Forces {
  const { input } = m;
  const bed = bedOf(m, geo);
  const found = solveContact(bed, load);
  if (!found) {
    out.notes.push(NO_EQUILIBRIUM);
    out.strength('contact-pressure', geo.b.f_jd, 0, 'MPa');
    return { ...noForces(m, geo), method: 'section' };
  }
  const T = found.T;
  contact.A(r, geo.region.moments.A);
  if (input.options.k_w === undefined) contact.k_w(r);
  else contact.k_w_in(r, input.options.k_w);
  if (bed.anchors.length) contact.k_a(r, bed.anchors[0]!.k);
  contact.p_0(r, found.p_0);
  contact.p_y(r, found.p_y);
  contact.p_z(r, found.p_z);
  contact.C(r, found.C);
  contact.y_C(r, found.y_C);
  contact.z_C(r, found.z_C);
  contact.area(r, found.area);
  contact.T(r, T);
  const pull = (of: (i: number) => number): number => (T > 0 ? m.anchors.reduce((s, _, i) => s + found.F[i]! * of(i), 0) / T : 0);
  contact.y_T(r, pull((i) => m.anchors[i]!.y));
  contact.z_T(r, pull((i) => m.anchors[i]!.z));
  contact.N(r);
  contact.My(r);
  contact.Mz(r);
  contact.residual(r, found.residual);
  contact.p_max(r, found.p_max);
  const { f_jd } = geo.b;
  let sigma = found.sigma_max;
  if (bed.law === 'winkler') {
    sigma = contact.sigma(r);
    if (found.C > 0) out.strength('contact-pressure', sigma, f_jd, 'MPa');
    else out.skip('contact-pressure', 'nothing is in contact');
  } else {
    contact.sigma_law(r, sigma);
    if (bed.law === 'parabola') {
      contact.p_c2(r);
      out.strength('contact-pressure', sigma, f_jd, 'MPa', { utilisation: contact.u_par(r) });
    } else out.strength('contact-pressure', sigma, f_jd, 'MPa', { utilisation: found.block ? sigma / f_jd : contact.u_uni(r) });
    out.notes.push('the utilisation of this law does not grow with the load in proportion');
  }
  // Full contact: the plate bends beyond the column and inside the tube.
  if (found.C > 0) plateUnderPressure(m, geo, r, bed, found, sigma, out);

  const idx = inTension(found.F, load.N, found.C);
  if (idx.length) {
    const u = (i: number): number => found.F[i]! / geo.local[i]!.F_Rd;
    const worst = idx.reduce((p, q) => (u(q) > u(p) * (1 + 1e-9) ? q : p));
    at(r, `anchor ${worst}`, () => {
      anchorTStub(r, m, worst, geo.L_b);
      out.strength('plate-anchor-local', found.F[worst]!, geo.local[worst]!.F_Rd, 'kN', { where: `anchor ${worst}` });
    });
    if (m.column.shape === 'I') innerRows(m, geo, r, found.F, idx, out);
  }
  const both = load.M_y !== 0 && load.M_z !== 0;
  if (both && m.column.shape === 'RHS' && input.plate.shape === 'rectangle' && input.anchors.pattern.type === 'rows') biaxial(geo, r, load, out);
  sectionStiffness(r, m, bed, load, geo.springs, found, out);
  const bearing: BaseState['bearing'] = () => contactPieces(bed, found).map((piece) => ({ piece, sigma: cornersOf(piece).map(([y, z]) => stressAt(bed, found, y, z)) }));
  return { ...noForces(m, geo), method: 'section', F: found.F, C: found.C, y_C: found.y_C, z_C: found.z_C, contact: found, bearing };
}

const cornersOf = (p: Polygon): [number, number][] => Array.from({ length: p.length / 2 }, (_, i) => [p[2 * i]!, p[2 * i + 1]!]);

/** Pressure at a point, MPa. */
function stressAt(bed: Bed, c: Contact, y: number, z: number): number {
  const p = Math.max(0, c.p_0 + c.p_y * y + c.p_z * z);
  if (bed.law === 'winkler') return bed.k_w * p;
  if (bed.law === 'uniform') return p > 0 ? c.sigma_max : 0;
  const s = Math.min(1, (p * bed.k_w) / (2 * bed.f_jd));
  return bed.f_jd * (2 * s - s * s);
}

function plateUnderPressure(m: BaseModel, geo: BaseGeometry, r: Run, bed: Bed, found: Contact, sigma: number, out: Results): void {
  comp.s_max(r, sigma);
  if (m.input.options.contact === 'effective') {
    out.strength('plate-compression-bending', comp.m_c(r), r.v[anchor.m_el.def.slot.index]!, 'Nmm/mm', { info: true });
    return;
  }
  const pressed = contactPieces(bed, found);
  let worst = 0;
  for (let i = 0; i < 180; i += 1) {
    const line = geo.scan.lines[i * 4]!;
    if (line.length <= 0) continue;
    const [u, v] = [Math.cos(line.theta), Math.sin(line.theta)];
    let moment = 0;
    for (const piece of pressed) {
      const beyond = clip(piece, -line.offset, u, v);
      if (!beyond.length) continue;
      // The pressure is linear or a parabola over the piece: a fan of triangles with the mid-edge rule, each split twice.
      moment += fan(beyond, (y, z) => stressAt(bed, found, y, z) * (y * u + z * v - line.offset));
    }
    worst = Math.max(worst, moment / line.length);
  }
  const { shape, h, b, t_f } = m.column;
  const inner = Math.min(h, b) - 2 * t_f;
  const panel = shape === 'CHS' ? (3.3 / 16) * sigma * (h / 2 - t_f) ** 2 : (sigma * inner ** 2) / 8;
  const m_el = r.v[anchor.m_el.def.slot.index]!;
  if (panel > worst) at(r, 'inside', () => { comp.m_panel(r, panel); out.strength('plate-compression-bending', panel, m_el, 'Nmm/mm', { where: 'inside' }); });
  else at(r, 'outside', () => { comp.m_line(r, worst); out.strength('plate-compression-bending', worst, m_el, 'Nmm/mm', { where: 'outside' }); });
}

/** Integral of a function over a convex polygon: exact to degree 2 on each of its triangles, which are split for what is not. */
function fan(p: Polygon, f: (y: number, z: number) => number): number {
  const triangle = (ya: number, za: number, yb: number, zb: number, yc: number, zc: number, deep: number): number => {
    const [yd, zd, ye, ze, yf, zf] = [(ya + yb) / 2, (za + zb) / 2, (yb + yc) / 2, (zb + zc) / 2, (yc + ya) / 2, (zc + za) / 2];
    if (deep) return triangle(ya, za, yd, zd, yf, zf, deep - 1) + triangle(yd, zd, yb, zb, ye, ze, deep - 1) + triangle(yf, zf, ye, ze, yc, zc, deep - 1) + triangle(yd, zd, ye, ze, yf, zf, deep - 1);
    return (Math.abs((yb - ya) * (zc - za) - (yc - ya) * (zb - za)) / 6) * (f(yd, zd) + f(ye, ze) + f(yf, zf));
  };
  let sum = 0;
  for (let i = 2; i + 3 < p.length; i += 2) sum += triangle(p[0]!, p[1]!, p[i]!, p[i + 1]!, p[i + 2]!, p[i + 3]!, 1);
  return sum;
}

/** Rows between the flanges pull at the web: the sum of the anchors on both its sides at one z. */
function innerRows(m: BaseModel, geo: BaseGeometry, r: Run, F: readonly number[], idx: readonly number[], out: Results): void {
  const inner = idx.filter((i) => Math.abs(m.anchors[i]!.z) < m.column.h / 2 - m.column.t_f);
  const levels = [...new Set(inner.map((i) => Math.round(m.anchors[i]!.z * 1e3)))];
  let worst: { z: number; F: number; b: number; u: number } | null = null;
  for (const level of levels) {
    const row = inner.filter((i) => Math.round(m.anchors[i]!.z * 1e3) === level);
    const places = row.map((i) => m.anchors[i]!);
    const t = quiet(r, () => rowTStub(r, m, innerRow(m, places, m.anchors), geo.L_b));
    const b = t.l_1 / new Set(places.map((q) => Math.sign(q.y))).size;
    const force = row.reduce((s, i) => s + F[i]!, 0);
    const u = force / b;
    if (!worst || u > worst.u) worst = { z: level / 1e3, F: force, b, u };
  }
  if (!worst) return;
  const { b, F: force, z } = worst;
  at(r, `row at z ${fixed(z)}`, () => {
    webTension.b_eff(r, b);
    out.strength('column-web-tension', force, webTension.F(r), 'kN', { where: `row at z ${fixed(z)}` });
  });
}

function biaxial(geo: BaseGeometry, r: Run, load: Load, out: Results): void {
  const [y, z] = [geo.lever('y'), geo.lever('z')];
  if (typeof y === 'string' || typeof z === 'string') return out.skip('base-moment-biaxial-linear', typeof y === 'string' ? y : (z as string));
  const M_y = momentBeside(y, load.N, Math.sign(load.M_y));
  const M_z = momentBeside(z, load.N, Math.sign(load.M_z));
  if (M_y <= 0 || M_z <= 0) {
    out.strength('base-moment-biaxial-linear', 1, 0, '-', { info: true });
    return;
  }
  biax.M_y_Rd(r, M_y);
  biax.M_z_Rd(r, M_z);
  out.strength('base-moment-biaxial-linear', biax.u(r), 1, '-', { info: true });
}

/** The smallest change that would balance a load which has no equilibrium, in words. */
function smallestChange(bed: Bed, load: Load): string[] {
  const out: string[] = [];
  if (load.N >= 0 && !bed.anchors.length) {
    out.push(`there is no anchor: it would balance with anchors that hold ${kN(load.N)}, or with ${load.M_y === 0 && load.M_z === 0 ? 'any compression' : 'enough compression'}`);
  }
  const least = (works: (x: number) => boolean, from: number): number | null => {
    let high = from;
    for (let i = 0; i < 20 && !works(high); i += 1) high *= 2;
    if (!works(high)) return null;
    let low = 0;
    for (let i = 0; i < 14; i += 1) {
      const mid = (low + high) / 2;
      if (works(mid)) high = mid;
      else low = mid;
    }
    return high;
  };
  const M = Math.hypot(load.M_y, load.M_z);
  if (M > 0) {
    const more = least((x) => solveContact(bed, { ...load, N: load.N - x }) !== null, Math.max(1e3, Math.abs(load.N)));
    if (more !== null) out.push(`it would balance with ${kN(more)} more compression (N = ${kN(load.N - more)})`);
    const share = least((x) => solveContact(bed, { ...load, M_y: load.M_y / (1 + x), M_z: load.M_z / (1 + x) }) !== null, 1);
    if (share !== null && load.N < 0) out.push(`or with the moment no larger than ${kNm(M / (1 + share))}`);
  }
  return out;
}
