import { inNewtons, type ActionName } from '../actions/combination.ts';
import type { Basis } from '../basis/basis.ts';
import type { CheckResult, StrengthResult } from '../checks/check.ts';
import { cellFormula, type Slot, type Step } from '../formula/index.ts';
import type { Joint } from '../joints/kind.ts';
import type { JointLike } from '../joints/report.ts';
import { UNITS, type UnitId } from '../units/units.ts';
import type { Units } from '../units/system.ts';
import { sharedTitle, traced, whereOf } from './workings.ts';

/** One value of a calculation that is worked in cells. */
export interface Cell {
  /** Its name in the workbook: letters, figures, `_` and `.`, none like a place of a cell. */
  readonly name: string;
  readonly symbol: string;
  readonly text: string;
  /** Clause of a formula; where a given value comes from. */
  readonly source: string;
  readonly unit: UnitId;
  /** As it is shown, in its unit. */
  readonly value: number;
  /** In names of other cells; none for what is given, and for what was found by `method`. */
  readonly formula?: string;
  readonly method?: string;
}
export interface CellSection {
  readonly title: string;
  readonly cells: readonly Cell[];
}
/** A check whose demand and resistance stand in cells where they are values of its formulas. */
export interface CellCheck {
  readonly result: StrengthResult;
  /** Formula over names; null where it is none of the values above. */
  readonly demand: string | null;
  readonly resistance: string | null;
  /** Null where it is not demand over resistance, nor another value. */
  readonly utilisation: string | null;
}
/** A calculation under one combination, for a workbook that works it again. */
export interface Cells {
  readonly given: readonly Cell[];
  readonly sections: readonly CellSection[];
  readonly checks: readonly CellCheck[];
}

/** What stands for the quotient of the two cells before it. */
export const QUOTIENT = 'demand/resistance';

/**
 * The whole calculation of a joint under one combination as cells: what is given, every formula over names, and what was found otherwise as its number.
 * `only`: ids of the checks that are wanted, with what they take values from. Names in `taken` (in small letters) are used by others.
 */
export function cellsOf(
  joint: Pick<JointLike, 'combinations'>,
  { units }: Pick<Basis, 'units'>,
  index: number,
  { prepared }: Pick<Joint, 'prepared'>,
  taken: Set<string>,
  { prefix = '', only }: { readonly prefix?: string; readonly only?: (c: CheckResult) => boolean } = {},
): Cells {
  const { combination, steps, checks, origins } = traced(joint, index, prepared);
  const wanted = only ? reached(steps, checks.filter(only)) : null;
  const made = new Made(units, prefix, taken);
  const given: Cell[] = [];
  const put = (slot: Slot, value: number): Cell =>
    made.once(`.${slot.index}=${value}`, () => {
      const source = origins.get(slot.index)?.ref ?? 'constant of the method';
      const cell = made.cell(slot.symbol, '', slot.unit, value, { text: slot.text, source });
      given.push(cell);
      return cell;
    });
  // Actions stand first, those too that only a demand is.
  if (combination)
    for (const [name, slot] of Object.entries(prepared.actions)) {
      const value = inNewtons(combination)[name as ActionName];
      if (value !== undefined) put(prepared.sheet.slots[slot]!, value);
    }
  const acting = given.length;
  const sections = new Map<string, Cell[]>();
  const cellOfStep: (Cell | null)[] = [];

  steps.forEach((s, i) => {
    if (wanted && !wanted.has(i)) return void cellOfStep.push(null);
    const { section } = s.def.slot;
    const at = s.where ? `${section}@${s.where}` : section;
    const cell = made.once(`${at}.${s.def.id}=${s.value}(${s.values.join()})`, () =>
      stepCell(made, units, at, s, (k) => (s.from[k]! >= 0 ? cellOfStep[s.from[k]!]! : put(s.def.uses[k]!.slot, s.values[k]!))),
    );
    cellOfStep.push(cell);
    const list = sections.get(at) ?? [];
    if (!list.includes(cell)) sections.set(at, [...list, cell]);
  });

  const byPlace = new Map(checks.map((c) => [`${c.id}@${whereOf(c)}`, c]));
  const worked = steps.flatMap((s, i): Worked[] => {
    const cell = cellOfStep[i];
    return cell ? [{ cell, own: byPlace.get(`${s.def.slot.section}@${s.where}`) }] : [];
  });
  const actions = given.slice(0, acting);
  const strengths = checks.filter((c) => c.type === 'strength').filter((c) => !only || only(c));
  return {
    given,
    sections: [...sections].map(([at, cells]) => ({ title: titleOfSection(at, checks), cells })),
    checks: strengths.map((c) => linked(c, worked, actions, units)),
  };
}

/** One step as a cell: its formula over the cells of what it uses, or the number that its method found. */
function stepCell(made: Made, units: Units, at: string, { def, value }: Step, used: (k: number) => Cell): Cell {
  const { slot, ast, uses, text, clause: source, method } = def;
  if (method) return made.cell(slot.symbol, at, slot.unit, value, { text, source, method });
  const names = new Map(uses.map((u, k) => [u.name, used(k)]));
  const worked = cellFormula(
    ast,
    (name) => made.based(names.get(name)!),
    (num) => num.value / scaleOf(units, num.unit),
  );
  const factor = factorOf(units, slot.unit);
  return made.cell(slot.symbol, at, slot.unit, value, {
    ...{ text, source },
    formula: factor === 1 ? worked : `(${worked})/${factor}`,
  });
}

/** Steps that are worked for some checks, and those that they take values from. */
function reached(steps: readonly Step[], checks: readonly CheckResult[]): Set<number> {
  const told = new Set(checks.map((c) => `${c.id}@${whereOf(c)}`));
  const found = new Set<number>();
  for (let i = steps.length - 1; i >= 0; i -= 1) {
    const { def, where, from } = steps[i]!;
    if (!found.has(i) && !told.has(`${def.slot.section}@${where}`)) continue;
    found.add(i);
    for (const f of from) if (f >= 0) found.add(f);
  }
  return found;
}

function titleOfSection(at: string, checks: readonly CheckResult[]): string {
  const [id = '', where] = at.split('@');
  const title = sharedTitle(id) ?? checks.find((c) => c.id === id)?.title ?? id;
  return where ? `${title}: ${where}` : title;
}

/** A check beside the cells that hold its numbers: what its own formulas worked last, an action (of a demand), what all checks share. */
function linked(c: StrengthResult, worked: readonly Worked[], actions: readonly Cell[], units: Units): CellCheck {
  const by = (own: CheckResult | undefined): Cell[] =>
    worked
      .filter((w) => w.own === own)
      .map((w) => w.cell)
      .reverse();
  const find = (held: number, beside: readonly Cell[]): string | null => {
    const value = units.shown(held, c.unit);
    for (const { name, unit, value: x } of [...by(c), ...beside, ...by(undefined)]) {
      if (UNITS[unit].dim.join() !== UNITS[c.unit].dim.join()) continue;
      const factor = units.shown(1, c.unit) / units.shown(1, unit);
      if (!same(Math.abs(x) * factor, value)) continue;
      const plain = x < 0 ? `ABS(${name})` : name;
      return same(factor, 1) ? plain : `${plain}*${factor}`;
    }
    return null;
  };
  const quotient = c.utilisation !== null && c.resistance > 0 && same(c.demand / c.resistance, c.utilisation);
  const ratio = worked.findLast(
    (w) => w.own === c && w.cell.unit === '-' && c.utilisation !== null && same(w.cell.value, c.utilisation),
  );
  // A pure number is that of a cell only where the check's own formulas worked it.
  const bare = c.unit === '-';
  return {
    result: c,
    demand: c.demand === 0 ? null : bare ? (ratio?.cell.name ?? null) : find(c.demand, actions),
    resistance: c.resistance === 0 || bare ? null : find(c.resistance, []),
    utilisation: quotient ? QUOTIENT : (ratio?.cell.name ?? null),
  };
}
interface Worked {
  readonly cell: Cell;
  /** The check whose formulas worked it. */
  readonly own: CheckResult | undefined;
}
const same = (a: number, b: number): boolean => Math.abs(a - b) <= 1e-12 * Math.max(Math.abs(a), Math.abs(b));

/** A held value divided by it is a number in which formulas hold as they stand: N and mm, kip and in. `shown`: the unit's own. */
function scaleOf(units: Units, unit: UnitId, as: 'base' | 'shown' = 'base'): number {
  if (as === 'shown') return 1 / units.shown(1, unit);
  const [force, length] = UNITS[unit].dim;
  return units.shown(1, 'N') ** -force * units.shown(1, 'mm') ** -length;
}
/** By what a shown number is multiplied for formulas: 1000 for kN. */
function factorOf(units: Units, unit: UnitId): number {
  const factor = scaleOf(units, unit, 'shown') / scaleOf(units, unit);
  return Math.abs(factor - 1) < 1e-9 ? 1 : Number(factor.toPrecision(12));
}

/** Makes cells, each once, each with a name of its own. */
class Made {
  private readonly byKey = new Map<string, Cell>();
  constructor(
    private readonly units: Units,
    private readonly prefix: string,
    private readonly taken: Set<string>,
  ) {}

  once(key: string, make: () => Cell): Cell {
    const known = this.byKey.get(key);
    if (known) return known;
    const cell = make();
    this.byKey.set(key, cell);
    return cell;
  }

  cell(
    symbol: string,
    at: string,
    unit: UnitId,
    value: number,
    said: Pick<Cell, 'text' | 'source' | 'formula' | 'method'>,
  ): Cell {
    return { name: this.name(symbol, at), symbol, unit, value: this.units.shown(value, unit), ...said };
  }

  /** A cell in a formula: in N and mm, or kip and in. */
  based({ name, unit }: Cell): string {
    const factor = factorOf(this.units, unit);
    return factor === 1 ? name : `(${name}*${factor})`;
  }

  private name(symbol: string, at: string): string {
    const plain = (text: string): string => text.replace(/[^A-Za-z0-9_]+/g, '_').replace(/^_+|_+$/g, '');
    const whole = [plain(this.prefix), symbol].filter(Boolean).join('.');
    const long = at ? `${whole}.${plain(at)}` : whole;
    for (let n = 0; ; n += 1) {
      const tried = apart(n === 0 ? whole : n === 1 ? long : `${long}.${n}`);
      if (this.taken.has(tried.toLowerCase())) continue;
      this.taken.add(tried.toLowerCase());
      return tried;
    }
  }
}

/** A name that can't be read as the place of a cell or as a word of a spreadsheet. */
const apart = (name: string): string =>
  /^([a-z]{1,3}\d+|r\d*(c\d*)?|c\d*|true|false|pi)$/i.test(name) ? `${name}_` : /^[a-z_]/i.test(name) ? name : `_${name}`;
