import { NO_ACTIONS, type Combination } from '../../../actions/combination.ts';
import { judgeRules, type CheckDef, type CheckResult } from '../../../checks/check.ts';
import { answers, inProportion } from '../../../checks/list.ts';
import { actionPath } from '../../../checks/results.ts';
import { Run, type Origin } from '../../../formula/index.ts';
import { once } from '../../../lazy.ts';
import type { PreparedRows } from '../flow.ts';
import type { MomentPlateModel } from '../model.ts';
import { boltAndPlateChecks, thickFor } from './bolts.ts';
import { columnChecks } from './column.ts';
import { flowOf } from './flow.ts';
import { endOf, refuseOutside, type End } from './form.ts';
import { failurePaths } from './paths.ts';
import { momentRules, type Ruled } from './rules.ts';
import { leg, sheet, sideOf, slots, workCommon, type MomentCase } from './sheet.ts';
import { weldChecks } from './welds.ts';

/** The joint on the other face is a joint of its own. */
const otherSide: CheckDef<MomentCase> = {
  id: 'mep-other-side',
  title: 'Joint on the other face',
  clause: 'AISC 360-22, J10',
  part: 'column',
  load: 'combination',
  run: (_r, { m }) => {
    const { sides, other_checked } = m.input.column!;
    if (sides === 1) return { skip: 'There is no beam on the other face.' };
    return other_checked
      ? { skip: 'It is said to be checked.' }
      : { missing: 'The joint on the other face of the column is not known to be checked: say so where it is.' };
  },
};
const CHECKS = [...boltAndPlateChecks, ...weldChecks, ...columnChecks, otherSide];
const NO_LOAD: Combination = { name: '', ...NO_ACTIONS };
const LOADING = { shear: true, axial: 'none', tie: false } as const;

/** What the same failure is called to EN 1993. */
const COUNTERPARTS: Readonly<Record<string, string>> = {
  'mep-bolt-tension': 'bolt-tension',
  'mep-bolt-shear': 'bolt-shear',
  'mep-bolt-bearing': 'bolt-bearing-plate',
  'mep-plate-yield': 'end-plate-bending',
  'mep-column-flange': 'column-flange-bending',
  'mep-column-web-yield': 'column-web-tension',
  'mep-column-web-crippling': 'column-web-compression',
  'mep-panel-zone': 'column-panel-shear',
  'mep-beam-web-shear': 'beam-shear',
  'mep-flange-weld': 'weld-tension-flange',
  'mep-web-weld-shear': 'weld-web',
  'mep-column-stiffener': 'stiffener-tension',
  'mep-stiffener-flange-weld': 'stiffener-tension-weld',
};
const COVERS: Readonly<Record<string, readonly string[]>> = {
  'mep-bolt-bearing': ['bolt-bearing-column'],
  'mep-flange-weld': ['weld-compression-flange'],
};

const senseOf = (c: Combination, ends: readonly [End, End]): 1 | -1 => {
  const M = c.M_Ed ?? 0;
  if (M !== 0) return M > 0 ? 1 : -1;
  return ends[0].form ? 1 : -1;
};

/** Actions of a combination that have no path in this joint: a sentence, or null. */
function uncovered(m: MomentPlateModel, c: Combination, ends: readonly [End, End]): string | null {
  const end = ends[senseOf(c, ends) === 1 ? 0 : 1];
  // Without a moment the end that has a form is the one that is pulled.
  if (end.form === null) return `M_Ed: this sense of the moment pulls at the ${end.at} flange, and there ${end.why}.`;
  if (c.M_col)
    return 'M_col: no check of this procedure takes the moment of the column; its axial force, N_col, is taken by the panel.';
  if (c.M_other && m.input.column!.sides === 1)
    return 'M_other: a moment is given for a beam on the other face of the column, and there is none.';
  return null;
}

/** What is told of a joint beside its results. */
function notesOf(m: MomentPlateModel, c: Combination): readonly string[] {
  const { welds, rib } = m.input;
  const thick = welds.flanges !== 'butt' && leg(Math.max(welds.top, welds.bottom)) > m.beam.dims.tf;
  return [
    'all bolts are pretensioned; they need not be slip-critical',
    ...(c.N_col === undefined ? ['the axial force of the column is not given: its panel counts with none'] : []),
    ...(thick ? ['a fillet is larger than the flange is thick: only the metal of the flange counts then'] : []),
    ...(rib ? ['the rib is welded to plate and flange with complete penetration or with fillets that develop it'] : []),
    ...(m.webPlate ? ['the doubler is welded so that its strength is developed (J10.9): its welds are not checked'] : []),
    'not covered: earthquake, prying of plates thinner than their check asks for, weak-axis bending, torsion',
  ];
}

/** Where the actions of a combination stand. */
const ACTIONS = {
  M_Ed: slots.M.index,
  N_Ed: slots.N.index,
  V_Ed: slots.V.index,
  M_other: slots.M_far.index,
  N_col: slots.N_c.index,
  V_col: slots.V_c.index,
};

type Start = (c: Combination, r: Run) => MomentCase | null;

/** Thickness at which the bolts break before the plate yields, of both senses that have a form, mm. */
function thickest(ends: readonly [End, End], start: Start): number {
  const r = new Run(sheet);
  const senses = ([1, -1] as const).filter((sense) => ends[sense === 1 ? 0 : 1].form !== null);
  return Math.max(...senses.map((sense) => thickFor(r, start({ ...NO_LOAD, M_Ed: sense }, r)!)));
}

/** A moment end plate laid out for checking to AISC 360-22 by Design Guides 4 and 16. */
export function momentPlateToAisc360(m: MomentPlateModel): PreparedRows {
  const ends = [endOf(m, 'top'), endOf(m, 'bottom')] as const;
  refuseOutside(m, ends);
  const sided = { 1: once(() => sideOf(m, ends, 1)), [-1]: once(() => sideOf(m, ends, -1)) };
  /** The run with the actions of a combination, and what its checks look at; null where an action has no path. */
  const start: Start = (c, r) => {
    if (uncovered(m, c, ends)) return null;
    const sense = senseOf(c, ends);
    const side = sided[sense]();
    r.v.set(side.lay.values);
    r.where = '';
    const twoSided = m.input.column!.sides === 2;
    for (const [slot, x] of [
      [slots.M, Math.abs(c.M_Ed ?? 0)],
      [slots.N, c.N_Ed],
      [slots.V, Math.abs(c.V_Ed)],
      [slots.M_far, sense * (c.M_other ?? 0)],
      [slots.N_c, Math.abs(c.N_col ?? 0)],
      [slots.V_c, c.V_col ?? 0],
    ] as const)
      r.v[slot.index] = x;
    workCommon(r, side.c);
    return { ...side.c, down: c.V_Ed >= 0, farKnown: !twoSided || c.M_other !== undefined };
  };
  const check = (c: Combination, r: Run): readonly CheckResult[] => {
    const state = start(c, r);
    if (!state) return actionPath.none(uncovered(m, c, ends)!, CHECKS);
    const list = answers(
      CHECKS,
      r,
      state,
      LOADING,
      () => null,
      (_, u) => inProportion(u),
    );
    return [actionPath.whole, ...list];
  };
  const ruled: Ruled = { m, ends, thick: once(() => thickest(ends, start)) };
  return {
    sheet,
    counterparts: COUNTERPARTS,
    covers: COVERS,
    ids: [actionPath.id, ...CHECKS.map((x) => x.id), ...momentRules.map((x) => x.id)],
    check: (c, r) => ({ results: check(c, r), notes: notesOf(m, c) }),
    freeRows: false,
    preloaded: true,
    method: null,
    judge: (r, loads, musts) => judgeRules(momentRules, ruled, r, loads, musts),
    origins: (c): ReadonlyMap<number, Origin> => sided[c ? senseOf(c, ends) : ends[0].form ? 1 : -1]().lay.origins,
    actions: ACTIONS,
    drawn: (c) => {
      const r = new Run(sheet);
      const state = start(c ?? NO_LOAD, r);
      return { flow: flowOf(m, CHECKS, state, r), paths: failurePaths(m, state) };
    },
  };
}
