import { timesLoad, type Combination } from '../../../actions/combination.ts';
import { judgeRules, NO_LOADS, type CheckResult, type Least, type StrengthResult } from '../../../checks/check.ts';
import { answers, inProportion } from '../../../checks/list.ts';
import { solved } from '../../../checks/multiples.ts';
import { actionPath, strengthOf } from '../../../checks/results.ts';
import { INCH } from '../../../catalogue/index.ts';
import { quiet, Run } from '../../../formula/index.ts';
import { isLrfd } from '../../../standards/aisc360/standard.ts';
import type { Edge } from '../../../standards/anchorage.ts';
import { allHold, type PreparedBase } from '../flow.ts';
import { Refusal } from '../../../refusal.ts';
import type { BaseModel } from '../model.ts';
import { wallDistance } from '../en1993/rules.ts';
import { anchorChecks } from './anchors.ts';
import { breakoutOf, shearRow, sideRows } from '../../../standards/aci318/anchors.ts';
import { allTakeShear, inTension, shearBy, type BaseCase, type Bodies } from './case.ts';
import { acrossOf, availableStress, common, forcesOf } from './forces.ts';
import { groundOf } from './ground.ts';
import { lugLever } from './lug.ts';
import { failurePaths, flowOf } from './paths.ts';
import { plateAndRodChecks } from './plate.ts';
import { refuseOutside } from './refused.ts';
import { baseRules } from './rules.ts';
import { layOut, sheet, slots } from './sheet.ts';
import { shearChecks } from './shear.ts';
import { weldChecks } from './weld.ts';

const CHECKS = [...plateAndRodChecks, ...shearChecks, ...weldChecks, ...anchorChecks];
const NO_LOADING = { shear: true, axial: 'none', tie: false } as const;

/** What the same failure is called to EN 1993 and EN 1992. */
const COUNTERPARTS: Readonly<Record<string, string>> = {
  'bp-bearing': 'concrete-bearing',
  'bp-plate-bending': 'plate-compression-bending',
  'bp-plate-tension-bending': 'plate-tstub-tension',
  'bp-plate-uplift-bending': 'plate-anchor-local',
  'bp-rod-tension': 'anchor-steel-tension',
  'an-steel-tension': 'anchor-steel-tension',
  'bp-rod-shear': 'anchor-steel-shear',
  'an-steel-shear': 'anchor-steel-shear',
  'bp-rod-combined': 'interaction-steel',
  'bp-shear-friction': 'base-friction',
  'bp-lug-bearing': 'shear-key-bearing',
  'bp-lug-bending': 'shear-key-steel',
  'bp-lug-shear': 'shear-key-steel',
  'bp-lug-weld': 'shear-key-weld',
  'bp-lug-breakout': 'shear-key-edge',
  'bp-weld-flange': 'column-weld',
  'bp-weld-web': 'column-weld',
  'bp-weld-perimeter': 'column-weld',
  'an-breakout-tension': 'anchor-cone',
  'an-pullout': 'anchor-pullout',
  'an-side-blowout': 'anchor-blowout',
  'an-breakout-shear': 'concrete-edge',
  'an-pryout': 'anchor-pryout',
  'an-interaction': 'interaction-concrete',
};

/** Actions that no check of a base covers under this standard; a combination with one of them gets no numbers. */
function uncovered(c: Combination): string | null {
  const given = (
    [
      ['M_z', 'bending about the other axis', 'the plate, the anchors and the weld'],
      ['V_y', 'shear along the other axis', 'the anchors, the lug and the weld'],
      ['T', 'a twist', 'the anchors and the weld'],
    ] as const
  ).filter(([k]) => c[k]);
  return given.length
    ? `${given.map(([k, words, parts]) => `${k} (${words}) is not covered for ${parts}`).join('; ')}: bending about one axis and shear along it alone are.`
    : null;
}

/** The results of a combination, and the case that they were worked from; none where an action of it is not covered. */
interface Answered {
  readonly list: readonly CheckResult[];
  readonly state: BaseCase | null;
}

/** What is told of a base beside its results. */
function notesOf(m: BaseModel): readonly string[] {
  const { input, basis } = m;
  const { path } = input.shear;
  const near = m.anchors.length ? wallDistance(m) : Infinity;
  return [
    ...m.warnings,
    ...(path.startsWith('friction+')
      ? [`friction is not added to ${path.endsWith('key') ? 'the shear lug' : 'the anchors'}: one of them takes all of the shear`]
      : []),
    ...(input.weld.bearing ? ['the end of the column is finished to bear: compression goes by contact (J1.4, M2.6)'] : []),
    ...(near < 1.5 * input.anchors.d
      ? [`${basis.units.size(Math.round(near * 10) / 10)} from an anchor to the steel of the column: room for nut and washer?`]
      : []),
    ...(input.weld.type === 'fillet' &&
    Math.max(input.weld.a_f * Math.SQRT2 - m.column.t_f, input.weld.a_w * Math.SQRT2 - m.column.t_w) > 0.1 * INCH
      ? ['a fillet is larger than the part it joins is thick: only the metal of the part counts then']
      : []),
    'not covered: anchor reinforcement, splitting, bending of rods between plate and concrete, post-installed anchors, earthquake',
  ];
}

/** Anchors that take shear towards a face: all, or those nearest to it. */
function shearedBy(m: BaseModel, towards: Edge): number[] {
  const all = [...m.anchors.keys()];
  if (allTakeShear(m)) return all;
  const z = (i: number): number => (towards === 'z+' ? -1 : 1) * m.anchors[i]!.z;
  const front = Math.min(...all.map(z));
  return all.filter((i) => z(i) - front <= 1);
}

/** Measures each body once: they hang on the anchors alone, and a search for multiples asks for them again and again. */
function bodiesOf(m: BaseModel): Bodies {
  const known = new Map<string, unknown>();
  const keep = <T>(key: string, measure: () => T): T => {
    if (!known.has(key)) known.set(key, measure());
    return known.get(key) as T;
  };
  return {
    cone: (idx) => keep(`cone ${idx}`, () => breakoutOf(m, idx)),
    sides: (idx) => keep(`sides ${idx}`, () => sideRows(m, idx)),
    row: (edge, front, of) => keep(`row ${edge} ${front} ${of ?? ''}`, () => shearRow(m, edge, front, of)),
  };
}

/** How a base is worked under a combination: the case that its checks read, and what they answer. */
function working(m: BaseModel, given: ReturnType<typeof layOut>) {
  const lrfd = isLrfd(m.basis);
  const by = shearBy(m);
  const sheared = { 'z+': shearedBy(m, 'z+'), 'z-': shearedBy(m, 'z-') };
  const bodies = bodiesOf(m);
  const lever = by === 'lug' ? lugLever(m) : 0;

  /** The run with the actions of a combination, and the case that its checks read. */
  const start = (c: Combination, r: Run): BaseCase => {
    r.v.set(given.values);
    r.where = '';
    const [P, M, V] = [-c.N_Ed, c.M_y ?? 0, c.V_z ?? 0];
    const towards = V < 0 ? 'z-' : 'z+';
    r.v[slots.N.index] = c.N_Ed;
    r.v[slots.M.index] = M;
    r.v[slots.V.index] = V;
    r.v[slots.n_v.index] = sheared[towards].length;
    common(r, m, { lrfd });
    // The reaction of a lug lies below the plate: its couple turns the base, but not the weld of the column.
    const turned = M + V * lever;
    const forces = forcesOf(r, m, lrfd, P, Math.abs(turned) > Math.abs(M) ? turned : M);
    return { m, lrfd, P, M, V, by, forces, towards, sheared: sheared[towards], bodies, answered: new Map() };
  };
  const once = (c: Combination, r: Run): Answered => {
    const none = uncovered(c);
    if (none) return { state: null, list: actionPath.none(none, CHECKS) };
    const state = start(c, r);
    const answered = answers(
      CHECKS,
      r,
      state,
      NO_LOADING,
      () => null,
      (_, u) => inProportion(u),
    );
    return { state, list: [actionPath.whole, ...answered] };
  };
  return { start, once };
}

/** Without equilibrium the lines of plate and anchors have no answer: in the search for a multiple they count as giving, not as unloaded. */
const lost = (list: readonly CheckResult[]): readonly CheckResult[] =>
  list.some((x) => x.id === 'bp-bearing' && x.type === 'strength' && x.unit === 'mm2' && !x.pass)
    ? list.map((x) => (x.type === 'skip' ? strengthOf(x, 1, 0, '-', null, 0) : x))
    : list;

/** What gives most of the results of a load, with a bound of its multiple; null where nothing gives, or where something is missing. */
function givingFirst(list: readonly CheckResult[]): Least | null {
  if (list.some((x) => x.type === 'skip' && x.missing)) return null;
  const giving = list.filter((x) => x.type === 'strength' && !x.info && !x.pass) as StrengthResult[];
  if (!giving.length) return null;
  const { id, title, multiple } = giving.reduce((a, b) => (b.multiple < a.multiple ? b : a));
  return { first: { id, title, multiple: Math.min(multiple, 0.9999) }, passes: false };
}

/** A large moment presses a short block at the available stress, and the strip across it counts as if the whole plate were pressed so. */
function severe({ forces, m }: BaseCase, r: Run): string | null {
  if (forces.kind === 'overturned')
    return 'the plate is too small for this moment: nothing balances it, and plate and anchors, which may give long before, are not shown';
  const n = acrossOf(r);
  return forces.kind === 'large' && forces.Y < n
    ? `a large moment presses ${m.basis.units.size(Math.round(forces.Y * 10) / 10)} of the plate at the available stress; bending across it counts that stress as if all of the plate were pressed: on the safe side`
    : null;
}

/** A column base laid out for checking to AISC 360-22, J8 and J9, Design Guide 1 and ACI 318-19, chapter 17. */
export function baseToAisc360(m: BaseModel): PreparedBase {
  refuseOutside(m);
  const given = layOut(m);
  const notes = notesOf(m);
  const lrfd = isLrfd(m.basis);
  const { start, once } = working(m, given);
  const prepared: PreparedBase = {
    sheet,
    counterparts: COUNTERPARTS,
    ids: [actionPath.id, ...CHECKS.map((x) => x.id), ...baseRules.map((x) => x.id)],
    check: (c, r) => {
      const { list, state } = quiet(r, () => once(c, r));
      const said = state && severe(state, r);
      const results = quiet(r, () => solved(list, (k) => lost(once(timesLoad(c, k), r).list)));
      // The record is made last, so that a search for multiples leaves no mark on it.
      if (r.steps) once(c, r);
      return { results, notes: said ? [...notes, said] : notes };
    },
    // What gives under the load itself need not be solved for its multiple.
    least: (c, r, enough = 0) => (enough < 1 ? null : givingFirst(quiet(r, () => once(c, r)).list)),
    judge: (r, { combinations }, musts) => {
      r.v.set(given.values);
      r.where = '';
      const pulled = combinations.flatMap((c) => (uncovered(c) ? [] : pulledRows(quiet(r, () => start(c, r)))));
      return judgeRules(baseRules, { m, pulledAt: pulled.length ? Math.max(...pulled) : null }, r, NO_LOADS, musts);
    },
    origins: () => given.origins,
    actions: { N_Ed: slots.N.index, M_y: slots.M.index, V_z: slots.V.index },
    drawn: (c) => {
      const state = c && !uncovered(c) ? start(c, new Run(sheet)) : null;
      return { flow: state && flowOf(state), paths: failurePaths(m, state, c) };
    },
    ground: (c) => {
      const none = uncovered(c);
      if (none) throw new Refusal('combination', `combination: ${none}`);
      const r = new Run(sheet);
      const { list } = once(c, r);
      // The checks leave their own values behind: the shared ones are worked anew.
      return groundOf(m, start(c, r), list, { f_pmax: availableStress(r, lrfd), A_se: r.v[slots.A_se.index]! });
    },
    holds: (c, r) => {
      const { list: results } = quiet(r, () => once(c, r));
      return allHold({ results }) && !results.some((x) => x.id === 'bp-bearing' && x.type === 'skip' && x.missing);
    },
  };
  return prepared;
}

const pulledRows = (c: BaseCase): number[] => inTension(c).map((i) => Math.abs(c.m.anchors[i]!.z));
