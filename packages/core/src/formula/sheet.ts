import type { UnitId } from '../units/units.ts';
import { symbolsOf, type Ast } from './ast.ts';
import { compile, type Compiled } from './compile.ts';
import { parseFormula } from './parse.ts';

/** A named value of a calculation: one slot in the value array. */
export interface Slot {
  readonly index: number;
  /** Section it belongs to; empty for the symbols that all sections share. */
  readonly section: string;
  readonly symbol: string;
  readonly unit: UnitId;
  /** What it is, in words. */
  readonly text: string;
}

export interface FormulaDef {
  readonly id: number;
  readonly slot: Slot;
  readonly expr: string;
  readonly ast: Ast;
  /** What this case of the symbol is, in words. */
  readonly text: string;
  readonly clause: string;
  /** Symbols as written in the formula, with the slots they mean. */
  readonly uses: readonly { readonly name: string; readonly slot: Slot }[];
  /** How the value was found where no formula gives it: an iteration, a scan, a measure of the geometry. */
  readonly method?: string;
}

/** A formula as it is written down, parsed when it is first looked at. A class: thousands of objects with getters of their own would have thousands of shapes. */
class WrittenFormula implements FormulaDef {
  private parsed: Ast | undefined;
  private used: FormulaDef['uses'] | undefined;
  constructor(
    readonly id: number,
    readonly slot: Slot,
    readonly expr: string,
    readonly text: string,
    readonly clause: string,
    private readonly resolve: (name: string) => Slot,
  ) {}
  get ast(): Ast {
    return (this.parsed ??= parseFormula(this.expr));
  }
  get uses(): FormulaDef['uses'] {
    return (this.used ??= symbolsOf(this.ast).map((name) => ({ name, slot: this.resolve(name) })));
  }
}

/** Keeps a value that was found by iteration or measured from the geometry, and records it when the run is traced. */
export interface Found {
  (run: Run, value: number): number;
  readonly def: FormulaDef;
}

/** Evaluates the formula on a run, keeps the value in its slot and records it when the run is traced. */
export interface Formula {
  (run: Run): number;
  readonly def: FormulaDef;
}

/** Where a given value came from. */
export interface Origin {
  readonly kind: 'input' | 'catalogue' | 'basis' | 'code' | 'action';
  readonly ref: string;
}

export interface Step {
  readonly def: FormulaDef;
  /** Which of several like parts the run was at: a side, a row, an anchor; empty where there is one. */
  readonly where: string;
  readonly value: number;
  readonly values: readonly number[];
  /** For each used symbol: the step that made it, or -1 for a given value. */
  readonly from: readonly number[];
}

/** Values of one calculation. Tracing records steps beside the same arithmetic; it never changes a number. */
export class Run {
  readonly v: Float64Array;
  steps: Step[] | null = null;
  where = '';
  /** Which part of the load the run is at, where a check is made for one alone; it follows the part in `where`. */
  suffix = '';
  private madeBy: Int32Array | null = null;

  constructor(sheet: Sheet) {
    this.v = sheet.empty();
  }

  startTrace(): void {
    this.steps = [];
    this.madeBy = new Int32Array(this.v.length).fill(-1);
  }

  record(def: FormulaDef, value: number): void {
    const steps = this.steps!;
    const madeBy = this.madeBy!;
    steps.push({
      def,
      where: this.where,
      value,
      values: def.uses.map((u) => this.v[u.slot.index]!),
      from: def.uses.map((u) => madeBy[u.slot.index]!),
    });
    madeBy[def.slot.index] = steps.length - 1;
  }
}

/** Arrays of values are cut out of blocks of this many bytes: each of its own would cost several times its filling. */
const BLOCK = 65_536;

/** All symbols and formulas of one kind of joint under one standard. */
export class Sheet {
  readonly slots: Slot[] = [];
  readonly formulas: FormulaDef[] = [];
  private readonly shared = new Map<string, Slot>();
  private nothing = new Float64Array(0);
  private block = new ArrayBuffer(0);
  private cut = 0;

  /** A value for each slot, none of them known yet. */
  empty(): Float64Array {
    const { length } = this.slots;
    if (this.nothing.length !== length) this.nothing = new Float64Array(length).fill(NaN);
    if (this.cut + 8 * length > this.block.byteLength) {
      this.block = new ArrayBuffer(Math.max(BLOCK, 8 * length));
      this.cut = 0;
    }
    const values = new Float64Array(this.block, this.cut, length);
    this.cut += 8 * length;
    values.set(this.nothing);
    return values;
  }

  /** A value put in from outside: input, catalogue, factor, action. */
  given(symbol: string, unit: UnitId, text: string): Slot {
    return this.addSlot('', symbol, unit, text, this.shared);
  }

  section(id: string): FormulaSection {
    return new FormulaSection(this, id, this.shared, false);
  }

  /** A section whose results every other section sees: geometry, the bolt group. */
  commonSection(id: string): FormulaSection {
    return new FormulaSection(this, id, this.shared, true);
  }

  addSlot(section: string, symbol: string, unit: UnitId, text: string, into: Map<string, Slot>): Slot {
    const slot = { index: this.slots.length, section, symbol, unit, text };
    if (into.has(symbol)) throw new Error(`symbol ${symbol} is defined twice in "${section || 'shared'}"`);
    this.slots.push(slot);
    into.set(symbol, slot);
    return slot;
  }

  addFound(slot: Slot, text: string, clause: string, method: string): Found {
    const def: FormulaDef = {
      id: this.formulas.length,
      slot,
      expr: '',
      ast: { t: 'num', value: 0, text: '0', unit: '-' },
      text,
      clause,
      uses: [],
      method,
    };
    const keep = (run: Run, value: number): number => {
      run.v[slot.index] = value;
      if (run.steps) run.record(def, value);
      return value;
    };
    return Object.assign(keep, { def });
  }

  /**
   * Adds a formula. It is parsed and compiled when it is first worked or looked at: a sheet has hundreds, and most runs need few. A symbol means
   * what it meant where the formula stands: what is defined further down is not seen.
   */
  addFormula(slot: Slot, expr: string, text: string, clause: string, resolve: (name: string, before: number) => Slot): Formula {
    const before = this.slots.length;
    const def = new WrittenFormula(this.formulas.length, slot, expr, text, clause, (name) => resolve(name, before));
    this.formulas.push(def);
    const index = slot.index;
    let compiled: Compiled | undefined;
    const evaluate = (run: Run): number => {
      compiled ??= compile(def.ast, (name) => resolve(name, before).index);
      const value = compiled(run.v);
      if (run.steps) run.record(def, value);
      run.v[index] = value;
      return value;
    };
    return Object.assign(evaluate, { def });
  }
}

/** The formulas of one check. A symbol means the section's own value first, then the shared one. */
export class FormulaSection {
  private readonly own = new Map<string, Slot>();
  constructor(
    private readonly sheet: Sheet,
    readonly id: string,
    private readonly shared: Map<string, Slot>,
    private readonly publish: boolean,
  ) {}

  /** Adds a formula. Several formulas may give the same symbol (cases of a clause); they share one slot and one unit. */
  f(symbol: string, unit: UnitId, expr: string, text: string, clause = ''): Formula {
    const slot = this.slotFor(symbol, unit, text);
    return this.sheet.addFormula(slot, expr, text, clause, (name, before) => this.resolve(name, before));
  }

  /** Adds a value that `method` finds, where no single formula gives it. */
  found(symbol: string, unit: UnitId, text: string, method: string, clause = ''): Found {
    return this.sheet.addFound(this.slotFor(symbol, unit, text), text, clause, method);
  }

  /** What a symbol means, as seen from a place with `before` symbols above it. */
  resolve(name: string, before = Infinity): Slot {
    const slot = [this.own.get(name), this.shared.get(name)].find((s) => s && s.index < before);
    if (!slot) throw new Error(`unknown symbol ${name} in "${this.id}"`);
    return slot;
  }

  private slotFor(symbol: string, unit: UnitId, text: string): Slot {
    const known = this.own.get(symbol);
    if (!known) {
      const slot = this.sheet.addSlot(this.id, symbol, unit, text, this.own);
      if (this.publish) {
        if (this.shared.has(symbol)) throw new Error(`symbol ${symbol} of "${this.id}" is shared already`);
        this.shared.set(symbol, slot);
      }
      return slot;
    }
    if (known.unit !== unit) throw new Error(`symbol ${symbol} in "${this.id}" has two units`);
    return known;
  }
}

/** Where a run is, the part of the load included. */
export const placed = (r: Run, where: string): string => [where, r.suffix].filter(Boolean).join(', ');

/** Values of a part: a side, a row, an anchor. Formulas run inside it are recorded under its name. */
export function at<T>(r: Run, where: string, work: () => T): T {
  const before = r.where;
  r.where = placed(r, where);
  const out = work();
  r.where = before;
  return out;
}

/** Works without a record. */
export function quiet<T>(r: Run, work: () => T): T {
  const { steps } = r;
  r.steps = null;
  const out = work();
  r.steps = steps;
  return out;
}
