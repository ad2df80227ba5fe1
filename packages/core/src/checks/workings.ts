import {
  letter,
  notationOf,
  scientific,
  substituted,
  WORKING_DIGITS,
  type Notation,
  type Origin,
  type Step,
} from '../formula/index.ts';
import { SI, type Units } from '../units/system.ts';

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

/** What a section says under its title. */
export const sectionWords = (s: WorkingSection): string =>
  s.missing ? `Not checked: ${s.summary}` : s.type === 'skip' ? `Does not apply: ${s.summary}` : s.summary;

/** What a line of workings is, with its clause where it has one. */
export const stepWords = ({ text, clause }: Pick<WorkingStep, 'text' | 'clause'>): string =>
  clause ? `${text} · ${clause}` : text;
/** What stands between the equals signs of a line of workings. */
export const stepSides = ({ symbol, formula, values, result }: WorkingStep): Notation[] =>
  [symbol, formula, values, result].filter((n) => n !== null);

const anchorOf = (section: string, where: string, symbol: string): string => `${section}${where && `@${where}`}.${symbol}`;

export function stepsOf(
  steps: readonly Step[],
  section: string,
  origins: ReadonlyMap<number, Origin>,
  where = '',
  units: Units = SI,
): WorkingStep[] {
  // A value worked twice (once for each of two checks) is printed once.
  const mine = steps.filter(
    (s, i) =>
      s.def.slot.section === section && s.where === where && steps.findIndex((t) => t.def === s.def && t.where === where) === i,
  );
  return mine.map((s) => {
    const { slot, ast, uses, text, clause } = s.def;
    // A number alone is its own result: its unit stands once, after it.
    const alone = ast.t === 'num' && !s.def.method;
    const shown = notationOf(ast, units);
    const values = new Map(uses.map((u, i) => [u.name, { value: s.values[i]!, unit: u.slot.unit }]));
    return {
      anchor: anchorOf(section, where, slot.symbol),
      symbol: letter(slot.symbol),
      text,
      clause,
      formula: s.def.method
        ? { k: 'word', text: s.def.method }
        : alone && shown.k === 'num'
          ? { k: 'num', text: shown.text }
          : shown,
      values: uses.length && ast.t !== 'sym' ? substituted(ast, values, { value: s.value, unit: slot.unit }, units) : null,
      result: alone
        ? null
        : (scientific(s.value, slot.unit, units) ?? { k: 'num', text: units.decimal(s.value, slot.unit, WORKING_DIGITS) }),
      unit: units.name(slot.unit),
      uses: uses.map((u, i) => ({
        name: u.name,
        text: u.slot.text,
        value: units.quantity(s.values[i]!, u.slot.unit, WORKING_DIGITS),
        source: sourceOf(steps, s.from[i]!, u.slot.index, origins),
      })),
    };
  });
}

function sourceOf(steps: readonly Step[], from: number, slot: number, origins: ReadonlyMap<number, Origin>): Source {
  if (from >= 0) {
    const { where, def } = steps[from]!;
    const { section, symbol } = def.slot;
    return { kind: 'formula', section: `${section}${where && `@${where}`}`, anchor: anchorOf(section, where, symbol) };
  }
  return origins.get(slot) ?? { kind: 'code', ref: 'constant of the method' };
}
