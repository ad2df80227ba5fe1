import { inNewtons, type Combination } from '../actions/combination.ts';
import {
  letter,
  notationOf,
  Run,
  scientific,
  substituted,
  WORKING_DIGITS,
  type Notation,
  type Origin,
  type Step,
} from '../formula/index.ts';
import { checkRules, resultKey } from '../joints/check.ts';
import { kindOf } from '../joints/registry.ts';
import { figure, multipleText, quantity } from '../units/format.ts';
import { UNITS, type UnitId } from '../units/units.ts';
import type { Basis } from './basis.ts';
import { reportCombination, summarise, type JointLike, type JointReport } from './check.ts';

/** Where a symbol's value comes from: another line of the workings, or the outside. */
export type Source = { readonly kind: 'formula'; readonly section: string; readonly anchor: string } | Origin;

export interface UsedSymbol {
  readonly name: string;
  readonly text: string;
  readonly value: string;
  readonly source: Source;
}

export interface WorkingStep {
  readonly anchor: string;
  readonly symbol: Notation;
  readonly text: string;
  readonly clause: string;
  readonly formula: Notation;
  /** The formula with its values; null where it is a constant or one symbol. */
  readonly values: Notation | null;
  /** Null where the formula is the number itself. */
  readonly result: Notation | null;
  readonly unit: string;
  readonly uses: readonly UsedSymbol[];
}

export interface WorkingSection {
  readonly id: string;
  readonly title: string;
  readonly clause: string;
  readonly type: 'shared' | 'strength' | 'value' | 'skip' | 'rule';
  /** "142 kN against 167 kN: 0.848, gives at 1.18", or the reason why it does not apply. */
  readonly summary: string;
  readonly pass: boolean;
  /** It applies and could not be checked; the summary says what is missing. */
  readonly missing?: true;
  readonly governs: boolean;
  readonly multiple: number | null;
  readonly steps: readonly WorkingStep[];
}

export interface Workings {
  readonly combination: Combination | null;
  readonly sections: readonly WorkingSection[];
  readonly report: JointReport;
}

/** The whole calculation of a joint under one combination, every line with its formula, values, result, clause and sources. */
export function workingsOf(joint: JointLike, basis: Basis, index: number): Workings {
  const kind = kindOf(joint.kind);
  const prepared = kind.prepare(kind.model(joint.input, basis));
  const run = new Run(prepared.sheet);
  const reports = joint.combinations.map((c) => reportCombination(c, prepared.check(inNewtons(c), run), basis));
  const combination = joint.combinations[index] ?? null;
  const traced = new Run(prepared.sheet);
  traced.startTrace();
  const checks = combination ? prepared.check(inNewtons(combination), traced).results : [];
  const ruleRun = new Run(prepared.sheet);
  ruleRun.startTrace();
  const rules = checkRules(prepared, ruleRun, joint.combinations);
  const report = summarise(reports, rules, basis);
  const governs = reports[index]?.governs ?? null;

  const origins = new Map<number, Origin>(prepared.origins(combination && inNewtons(combination)));
  for (const [name, slot] of Object.entries(prepared.actions))
    origins.set(slot, {
      kind: 'action',
      ref: combination
        ? `combination ${combination.name}${combination.from && name === 'V_Ed' ? `: ${combination.from}` : ''}`
        : 'no combination',
    });
  const shared = new Set<string>(traced.steps!.map((s) => s.def.slot.section).filter((s) => !checks.some((c) => c.id === s)));
  const sections: WorkingSection[] = [];
  if (combination)
    for (const id of shared) {
      // Sections that belong to a check under a longer name (the slip cases) stay with it.
      sections.push({
        id,
        title: SHARED_TITLES[id] ?? id,
        clause: '',
        type: 'shared',
        summary: '',
        pass: true,
        governs: false,
        multiple: null,
        steps: stepsOf(traced.steps!, id, origins),
      });
    }
  for (const c of checks) {
    const where = c.type === 'strength' ? (c.where ?? '') : '';
    const steps = stepsOf(traced.steps!, c.id, origins, where);
    if (c.type === 'value') {
      sections.push({
        id: c.id,
        title: c.title,
        clause: c.clause,
        type: 'value',
        summary: `${quantity(c.value, c.unit)}: ${c.text}`,
        pass: true,
        governs: false,
        multiple: null,
        steps,
      });
      continue;
    }
    if (c.type === 'skip') {
      sections.push({
        id: c.id,
        title: c.title,
        clause: c.clause,
        type: 'skip',
        summary: c.reason,
        pass: true,
        ...(c.missing ? { missing: true } : {}),
        governs: false,
        multiple: null,
        steps: [],
      });
      continue;
    }
    const { demand, resistance, unit, utilisation, multiple } = c;
    const summary = `${quantity(demand, unit)} against ${quantity(resistance, unit)}: ${utilisation === null ? 'no resistance' : `utilisation ${utilisation.toFixed(3)}`}, gives at ${multipleText(multiple)}`;
    const key = resultKey(c);
    sections.push({
      id: key,
      title: c.where ? `${c.title}: ${c.where}` : c.title,
      clause: c.clause,
      type: 'strength',
      summary: c.info ? `for information: ${summary}` : summary,
      pass: c.pass || c.info === true,
      governs: key === governs,
      multiple: c.info ? null : multiple,
      steps,
    });
  }
  for (const r of rules) {
    const steps = stepsOf(ruleRun.steps!, r.id, origins);
    const sign = r.sense === '>=' ? '≥' : '≤';
    const summary =
      r.type === 'skip'
        ? r.reason!
        : `${r.note ?? `${quantity(r.actual, r.unit)} ${sign} ${quantity(r.limit, r.unit)}`}: ${r.pass ? 'kept' : r.must ? 'broken' : 'advice not met'}`;
    sections.push({
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
    });
  }
  return { combination, sections, report };
}

const SHARED_TITLES: Readonly<Record<string, string>> = {
  geometry: 'Geometry and bolt group',
  'web-edges': 'Edges of the web',
  'web-depth': 'Depth of web under axial force',
  'weld-beam-group': 'Welds on the beam web',
  bearing: 'Bearing strength and effective area',
  anchor: 'Anchor steel and moments of the plate',
  'shear-path': 'Shear and friction',
  'shear-key': 'Shear key',
  'bolt-group-slip-ser': 'Slip: forces in service',
  'bolt-group-slip-uls': 'Slip: forces at ultimate',
};

/** What a section says under its title. */
export const sectionWords = (s: WorkingSection): string =>
  s.missing ? `Not checked: ${s.summary}` : s.type === 'skip' ? `Does not apply: ${s.summary}` : s.summary;

const anchorOf = (section: string, where: string, symbol: string): string => `${section}${where && `@${where}`}.${symbol}`;

export function stepsOf(
  steps: readonly Step[],
  section: string,
  origins: ReadonlyMap<number, Origin>,
  where = '',
): WorkingStep[] {
  // A value worked twice (once for each of two checks) is printed once.
  const mine = steps.filter(
    (s, i) =>
      s.def.slot.section === section && s.where === where && steps.findIndex((t) => t.def === s.def && t.where === where) === i,
  );
  return mine.map((s) => {
    const { slot, ast, uses, text, clause } = s.def;
    const values = new Map(uses.map((u, i) => [u.name, { value: s.values[i]!, unit: u.slot.unit }]));
    return {
      anchor: anchorOf(section, where, slot.symbol),
      symbol: letter(slot.symbol),
      text,
      clause,
      formula: s.def.method ? { k: 'word', text: s.def.method } : notationOf(ast),
      values: uses.length && ast.t !== 'sym' ? substituted(ast, values, { value: s.value, unit: slot.unit }) : null,
      result:
        ast.t === 'num' && !s.def.method
          ? null
          : (scientific(s.value, slot.unit) ?? { k: 'num', text: figure(s.value, slot.unit, WORKING_DIGITS) }),
      unit: UNITS[slot.unit].text,
      uses: uses.map((u, i) => ({
        name: u.name,
        text: u.slot.text,
        value: shownValue(s.values[i]!, u.slot.unit),
        source: sourceOf(steps, s.from[i]!, u.slot.index, origins),
      })),
    };
  });
}

const shownValue = (value: number, unit: UnitId): string => quantity(value, unit, WORKING_DIGITS);

function sourceOf(steps: readonly Step[], from: number, slot: number, origins: ReadonlyMap<number, Origin>): Source {
  if (from >= 0) {
    const { where, def } = steps[from]!;
    const { section, symbol } = def.slot;
    return { kind: 'formula', section: `${section}${where && `@${where}`}`, anchor: anchorOf(section, where, symbol) };
  }
  return origins.get(slot) ?? { kind: 'code', ref: 'constant of the method' };
}
