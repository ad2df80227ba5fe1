import type { Basis } from '../basis/basis.ts';
import { inNewtons, type ActionName, type Combination } from '../actions/combination.ts';
import { checkRules, resultKey, type CheckResult, type Prepared, type RuleResult } from '../checks/check.ts';
import { stepsOf, type WorkingSection } from '../checks/workings.ts';
import { Run, type Origin, type Step } from '../formula/index.ts';
import type { Joint } from '../joints/kind.ts';
import { PROOF_ID, provedWords } from '../joints/proof.ts';
import {
  buildJoint,
  reportCombination,
  summarise,
  type CombinationReport,
  type JointLike,
  type JointReport,
} from '../joints/report.ts';
import { multipleText } from '../units/format.ts';
import type { Units } from '../units/system.ts';

export interface Workings {
  readonly combination: Combination | null;
  readonly sections: readonly WorkingSection[];
  readonly report: JointReport;
}

/** Everything that one combination works, as it was worked. */
export interface Traced {
  readonly combination: Combination | null;
  readonly steps: readonly Step[];
  readonly checks: readonly CheckResult[];
  readonly rules: readonly RuleResult[];
  readonly ruleSteps: readonly Step[];
  readonly origins: ReadonlyMap<number, Origin>;
}

/** Works a joint under one combination, and its detailing rules, with a record of every step. */
export function traced({ combinations }: Pick<JointLike, 'combinations'>, index: number, prepared: Prepared): Traced {
  const combination = combinations[index] ?? null;
  const run = new Run(prepared.sheet);
  run.startTrace();
  const checks = combination ? prepared.check(inNewtons(combination), run).results : [];
  const ruleRun = new Run(prepared.sheet);
  ruleRun.startTrace();
  const rules = checkRules(prepared, ruleRun, combinations);
  const origins = originsOf(prepared, combination);
  return { combination, steps: run.steps!, checks, rules, ruleSteps: ruleRun.steps!, origins };
}

/** The whole calculation of a joint under one combination, every line with its formula, values, result, clause and sources. */
export function workingsOf(
  joint: JointLike,
  basis: Basis,
  index: number,
  { prepared }: Joint = buildJoint(joint, basis),
): Workings {
  const { units } = basis;
  const run = new Run(prepared.sheet);
  const reports = joint.combinations.map((c) => reportCombination(c, prepared.check(inNewtons(c), run), basis, joint.proof));
  const { combination, steps, checks, rules, ruleSteps, origins } = traced(joint, index, prepared);
  const report = summarise(reports, rules, basis);
  const governs = reports[index]?.governs ?? null;

  const shared = new Set<string>(steps.map((s) => s.def.slot.section).filter((s) => !checks.some((c) => c.id === s)));
  const stepsIn = (id: string, where = ''): WorkingSection['steps'] => stepsOf(steps, id, origins, where, units);
  return {
    combination,
    sections: [
      // Sections that belong to a check under a longer name (the slip cases) stay with it.
      ...(combination ? [...shared].map((id) => sharedSection(id, stepsIn(id))) : []),
      ...checks.map((c) => checkSection(c, stepsIn(c.id, whereOf(c)), governs, units)),
      ...(reports[index] ? proofSections(reports[index], joint, basis) : []),
      ...partsBeside(steps, checks).map(({ id, where }) =>
        sharedSection(id, stepsIn(id, where), where, checks.find((c) => c.id === id)?.title),
      ),
      ...rules.map((r) => ruleSection(r, stepsOf(ruleSteps, r.id, origins, '', units), units)),
    ],
    report,
  };
}

/** Where each value came from; an action from its combination. */
function originsOf(prepared: Prepared, combination: Combination | null): Map<number, Origin> {
  const origins = new Map<number, Origin>(prepared.origins(combination && inNewtons(combination)));
  for (const [name, slot] of Object.entries(prepared.actions)) {
    // Left open here: what the joint itself says of it counts, and where that came from.
    if (combination?.[name as ActionName] === undefined && origins.has(slot)) continue;
    origins.set(slot, {
      kind: 'action',
      ref: combination
        ? `combination ${combination.name}${combination.from && name === 'V_Ed' ? `: ${combination.from}` : ''}`
        : 'no combination',
    });
  }
  return origins;
}

export const whereOf = (c: CheckResult): string => (c.type === 'strength' ? (c.where ?? '') : '');

/** Parts that were worked on the way and that no result speaks of: a row, a group, an axial state. */
export function partsBeside(
  steps: readonly Step[],
  checks: readonly CheckResult[],
): { readonly id: string; readonly where: string }[] {
  const told = new Set(checks.map((c) => `${c.id}@${whereOf(c)}`));
  const found = new Map<string, { id: string; where: string }>();
  for (const { where, def } of steps) {
    const id = def.slot.section;
    if (where && !told.has(`${id}@${where}`)) found.set(`${id}@${where}`, { id, where });
  }
  return [...found.values()];
}

const sharedSection = (id: string, steps: WorkingSection['steps'], where = '', title = SHARED_TITLES[id]): WorkingSection => ({
  id: where ? `${id}@${where}` : id,
  title: `${title ?? id}${where && `: ${where}`}`,
  clause: '',
  type: 'shared',
  summary: '',
  pass: true,
  governs: false,
  multiple: null,
  steps,
});

function checkSection(c: CheckResult, steps: WorkingSection['steps'], governs: string | null, units: Units): WorkingSection {
  const { id, title, clause, type } = c;
  const quiet = { id, title, clause, type, pass: true, governs: false, multiple: null };
  if (c.type === 'value') return { ...quiet, summary: `${units.quantity(c.value, c.unit)}: ${c.text}`, steps };
  if (c.type === 'skip') return { ...quiet, summary: c.reason, ...(c.missing ? { missing: true } : {}), steps: [] };
  const { demand, resistance, unit, utilisation, multiple } = c;
  const summary = `${units.quantity(demand, unit)} against ${units.quantity(resistance, unit)}: ${utilisation === null ? 'no resistance' : `utilisation ${utilisation.toFixed(3)}`}, gives at ${multipleText(multiple)}`;
  const key = resultKey(c);
  return {
    id: key,
    title: c.where ? `${title}: ${c.where}` : title,
    clause,
    type: 'strength',
    summary: c.info ? `for information: ${summary}` : summary,
    pass: c.pass || c.info === true,
    governs: key === governs,
    multiple: c.info ? null : multiple,
    steps,
  };
}

/** What a plate analysis proves besides, which has no lines of its own here. */
const proofSections = (
  { checks, combination, governs }: CombinationReport,
  { proof }: JointLike,
  basis: Basis,
): WorkingSection[] =>
  checks.flatMap((c) =>
    c.id === PROOF_ID && proof
      ? [{ ...checkSection(c, [], governs, basis.units), summary: `${provedWords(proof, combination.name, basis)}.` }]
      : [],
  );

function ruleSection(r: RuleResult, steps: WorkingSection['steps'], units: Units): WorkingSection {
  const sign = r.sense === '>=' ? '≥' : '≤';
  const summary =
    r.type === 'skip'
      ? r.reason!
      : `${r.note ?? `${units.quantity(r.actual, r.unit)} ${sign} ${units.quantity(r.limit, r.unit)}`}: ${r.pass ? 'kept' : r.must ? 'broken' : 'advice not met'}`;
  return {
    id: r.id,
    title: r.title,
    clause: r.clause,
    type: r.type,
    summary,
    pass: r.pass || !r.must,
    ...(r.missing && r.must ? { missing: true } : {}),
    governs: false,
    multiple: null,
    steps: r.type === 'skip' ? [] : steps,
  };
}

/** What a section of formulas that several checks use is called. */
export const sharedTitle = (id: string): string | undefined => SHARED_TITLES[id];
const SHARED_TITLES: Readonly<Record<string, string>> = {
  geometry: 'Geometry and bolt group',
  forces: 'Forces on the base',
  'web-edges': 'Edges of the web',
  'web-depth': 'Depth of web under axial force',
  'weld-beam-group': 'Welds on the beam web',
  section: 'Sections of beam and column',
  bolts: 'Bolts and gauge',
  joint: 'Flanges and centre of compression',
  'bolt-rows': 'Forces of the rows',
  'axial-rows': 'Rows pulled without moment',
  'axial-resistance': 'Axial force without moment',
  bearing: 'Bearing strength and effective area',
  anchor: 'Anchor steel and moments of the plate',
  'shear-path': 'Shear and friction',
  'shear-key': 'Shear key',
  'bolt-group-slip-ser': 'Slip: forces in service',
  'bolt-group-slip-uls': 'Slip: forces at ultimate',
};
