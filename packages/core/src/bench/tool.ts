import type Joi from 'joi';
import type { Item } from '../drawing/index.ts';
import { Run, type Origin, type Sheet, type Slot } from '../formula/index.ts';
import type { Quantity, Units } from '../units/system.ts';
import type { Basis } from '../basis/basis.ts';
import { stepsOf, type WorkingSection } from '../checks/workings.ts';

/** One value of a calculator. `lines`: several lines of numbers. */
export interface ToolField {
  readonly id: string;
  readonly label: string;
  /** What it is; the job's system of units says how it is shown and typed. */
  readonly quantity: Quantity;
  readonly type: 'number' | 'choice' | 'lines' | 'section' | 'grade';
  readonly options?: readonly { readonly value: string | number | boolean; readonly label: string }[];
  /** May be left empty. */
  readonly optional?: boolean;
  /** What to type, where the label does not say it. */
  readonly hint?: string;
}

export interface ToolTable {
  readonly title: string;
  readonly head: readonly string[];
  readonly rows: readonly (readonly string[])[];
  /** Row that the answer comes from. */
  readonly marked: number;
  /** All its columns are words; else those after the first are numbers. */
  readonly words?: true;
}

/** A picture in mm of paper, y down; drawn as the sheets of joints are. */
export interface ToolPicture {
  readonly width: number;
  readonly height: number;
  readonly items: readonly Item[];
}

/** What a calculator answers: one sentence, its workings, tables and a picture. */
export interface Calculation {
  readonly answer: string;
  readonly state: 'holds' | 'gives' | 'none';
  readonly sections: readonly WorkingSection[];
  readonly tables: readonly ToolTable[];
  readonly picture: ToolPicture | null;
}

/** A small calculator that needs no joint. Lengths mm, forces kN, moments kNm, stresses MPa as typed. */
export interface Tool<I = Record<string, unknown>> {
  readonly id: string;
  /** Name of the standard that it works to. */
  readonly standard: string;
  readonly title: string;
  readonly about: string;
  readonly schema: () => Joi.ObjectSchema;
  readonly fields: readonly ToolField[];
  readonly start: I;
  /** Throws a Refusal for what can't be calculated. */
  calculate(input: I, basis: Basis): Calculation;
  /** A list to choose from: cells, and the values that a choice sets. */
  browse?(basis: Basis): {
    readonly head: readonly string[];
    readonly rows: readonly { readonly cells: readonly string[]; readonly set: Partial<I> }[];
  };
}

/** One calculation on a sheet: values put in with their origins, then formulas, then the lines that were worked. */
export class Calculator {
  readonly run: Run;
  private readonly origins = new Map<number, Origin>();
  constructor(
    sheet: Sheet,
    private readonly units: Units,
  ) {
    this.run = new Run(sheet);
    this.run.startTrace();
  }
  put(slot: Slot, value: number, ref: string, kind: Origin['kind'] = 'input'): void {
    this.run.v[slot.index] = value;
    this.origins.set(slot.index, { kind, ref });
  }
  section(
    id: string,
    title: string,
    clause: string,
    summary = '',
    pass = true,
    type: WorkingSection['type'] = 'strength',
  ): WorkingSection {
    return {
      id,
      title,
      clause,
      type,
      summary,
      pass,
      governs: false,
      multiple: null,
      steps: stepsOf(this.run.steps!, id, this.origins, '', this.units),
    };
  }
}

/** A part that does not apply, and why. */
export const notApplied = (id: string, title: string, clause: string, reason: string): WorkingSection => ({
  id,
  title,
  clause,
  type: 'skip',
  summary: reason,
  pass: true,
  governs: false,
  multiple: null,
  steps: [],
});

/** Rows of numbers as typed or pasted: separated by spaces, tabs, commas or semicolons, a decimal comma where no other comma stands. */
export function numberLines(text: string): (number[] | null)[] {
  return text
    .split(/\r?\n/)
    .map((l) => l.trim())
    .filter(Boolean)
    .map((line) => {
      const parts =
        /[\t;]/.test(line) || !/\d,\d/.test(line) ? line.split(/[\s,;]+/) : line.split(/\s+/).map((p) => p.replace(',', '.'));
      const numbers = parts.filter(Boolean).map((p) => Number(p.replace(',', '.')));
      return numbers.every(Number.isFinite) ? numbers : null;
    });
}
