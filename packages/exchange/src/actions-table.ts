import {
  ACTION_NAMES,
  actionRow,
  BEAM_ACTIONS,
  combinationSchema,
  readAction,
  validate,
  type ActionField,
  type ActionName,
  type Combination,
  SI,
  type Units,
} from '@ample/core';
import Papa from 'papaparse';

export interface PastedRow {
  readonly row: number;
  readonly message: string;
}

export interface PastedActions {
  readonly combinations: readonly Combination[];
  /** One sentence for each row that can't be used; the other rows are not lost. */
  readonly errors: readonly PastedRow[];
}

const letters = (text: string): string => text.toLowerCase().replace(/[^a-z]/g, '');
const HEADS: Readonly<Record<string, ActionName | 'name' | 'note'>> = {
  name: 'name',
  combination: 'name',
  comb: 'name',
  case: 'name',
  note: 'note',
  description: 'note',
  ...Object.fromEntries(ACTION_NAMES.flatMap((k) => [letters(k), ...actionRow(k).heads].map((head) => [head, k]))),
};
const headOf = (text: string): string =>
  text
    .toLowerCase()
    .replace(/\(.*\)|\[.*\]|[^a-z]/g, '')
    .replace(/(knm?|kip(ft|in)?)$/, '');
/** Order of the columns of a table without heads. */
export const tableOrder = (actions: readonly ActionField[]): readonly (ActionName | 'name' | 'note')[] => [
  'name',
  ...actions.filter((a) => !a.headed).map((a) => a.name),
  'note',
];

/**
 * Reads a table of combinations pasted from a spreadsheet or typed as text: tabs, semicolons or commas between the cells. A first row
 * of heads (name, V, N, My, note and their like) sets the order; without one it is the name, the joint's `actions` in their order, and the note. Forces and moments in the units of the job; a real minus sign and a
 * decimal comma are understood.
 */
export function parseActions(text: string, actions: readonly ActionField[] = BEAM_ACTIONS, units: Units = SI): PastedActions {
  const delimiter = text.includes('\t') ? '\t' : text.includes(';') ? ';' : ',';
  const rows = Papa.parse<string[]>(text.trim(), { delimiter, skipEmptyLines: 'greedy' }).data.slice(0, 500);
  const heads = rows[0]?.map((cell) => (Object.hasOwn(HEADS, headOf(cell)) ? HEADS[headOf(cell)] : undefined)) ?? [];
  const hasHeads = heads.some((h) => h !== undefined && h !== 'name' && h !== 'note');
  const columns = hasHeads ? heads : tableOrder(actions);
  const combinations: Combination[] = [];
  const errors: PastedRow[] = [];
  rows.slice(hasHeads ? 1 : 0).forEach((cells, i) => {
    const row = i + (hasHeads ? 2 : 1);
    const found = readRow(cells, columns, units);
    if ('message' in found) return void errors.push({ row, message: `row ${row}: ${found.message}` });
    const taken = combinations.some((c) => c.name === found.value['name']);
    const name = found.value['name'] || `C${combinations.length + 1}`;
    const checked = validate<Combination>(combinationSchema(), { ...found.value, name }, `row ${row}`);
    if ('error' in checked) errors.push({ row, message: checked.error.message });
    else if (taken && found.value['name'])
      errors.push({ row, message: `row ${row}: the name "${name}" stands twice; accepted are different names.` });
    else combinations.push(checked.value);
  });
  return { combinations, errors };
}

function readRow(
  cells: readonly string[],
  columns: readonly (string | undefined)[],
  units: Units,
): { value: Record<string, string | number> } | { message: string } {
  const value: Record<string, string | number> = {};
  for (const [i, column] of columns.entries()) {
    const cell = (cells[i] ?? '').trim();
    if (!column || cell === '') continue;
    if (!ACTION_NAMES.includes(column as ActionName)) {
      value[column] = cell;
      continue;
    }
    const { quantity } = actionRow(column as ActionName);
    const number = readAction(cell, quantity, units);
    if (number === null)
      return { message: `${column}: "${cell.slice(0, 40)}" is not a ${quantity}; accepted is ${units.words(quantity)}.` };
    value[column] = number;
  }
  return { value };
}
