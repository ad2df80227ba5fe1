import { actionRow, NO_ACTIONS, type ActionName, type Combination } from '../actions/combination.ts';
import { actionSymbol } from '../basis/standard.ts';
import type { Basis } from '../basis/basis.ts';
import { leastMultiple } from '../design/judge.ts';
import { detailOf } from '../job/shared.ts';
import { fieldWords } from '../joints/field-help.ts';
import { memberOf } from '../joints/given.ts';
import type { Field, FieldValue, Joint } from '../joints/kind.ts';
import { kindOf } from '../joints/registry.ts';
import { reportOf, type JointReport } from '../joints/report.ts';
import { Refusal, refusalOf } from '../refusal.ts';
import type { List } from '../shop/list.ts';
import { basisOf } from '../standards/job-basis.ts';
import { validate } from '../validate/index.ts';
import type { HouseDetail } from './types.ts';
import { rangeFields, valuesIn } from './range.ts';

type AnyField = Field<unknown>;
type Values = Readonly<Record<string, FieldValue>>;

/** An action that acts alone, one way. */
export interface ResistanceColumn {
  readonly action: ActionName;
  readonly sign: 1 | -1;
  /** Symbol with its sign. */
  readonly title: string;
  readonly unit: string;
}

/** The greatest action that a joint was checked to hold, alone; or why there is none. */
export interface Resistance {
  /** kN or kNm, without its sign; null where the joint can't have the detail, or nothing checks this action. */
  readonly value: number | null;
  /** The check that gives first, or the reason. */
  readonly why: string;
  /** Where the others of the range make it less than the first of them does: the weakest, in words. */
  readonly weakest?: string;
}

export interface ResistanceRow {
  /** Values that the row stands for, as they are said. */
  readonly names: readonly string[];
  readonly cells: readonly Resistance[];
}

export interface ResistanceTable {
  readonly heads: readonly string[];
  readonly columns: readonly ResistanceColumn[];
  readonly rows: readonly ResistanceRow[];
  /** What stands behind each number, in sentences. */
  readonly notes: readonly string[];
}

/** Joints that a table may ask for. */
export const MOST_JOINTS = 20_000;

/** How a table is worked out: row by row, each over every joint of the rest of the range. */
export interface TablePlan {
  readonly heads: readonly string[];
  readonly columns: readonly ResistanceColumn[];
  readonly rows: readonly Values[];
  readonly notes: readonly string[];
  row(at: number): ResistanceRow;
}

/** All ways to take one value of each. */
const ways = (parts: readonly (readonly [string, readonly FieldValue[]])[]): Values[] =>
  parts.reduce<Values[]>((list, [id, values]) => list.flatMap((v) => values.map((x) => ({ ...v, [id]: x }))), [{}]);

/**
 * Resistances of a house detail over its range, each action alone. Rows are the sections of its first member in each of its steels; where the
 * range has more (supports, their steels, a foundation), a number is the least over all of them. Refuses a range of too many joints.
 */
export function planResistances(house: HouseDetail): TablePlan {
  const basis = basisOf(house, house.settings);
  const fields = rangeFields(house, house.basis.standard).filter((f) => Object.hasOwn(house.range, f.id));
  const values = (f: AnyField): readonly [string, readonly FieldValue[]] => [
    f.id,
    valuesIn(f, house.range[f.id]!, house.sections),
  ];
  const main = fields.find((f) => f.type === 'section');
  const shown = main
    ? fields.filter((f) => f === main || (f.type === 'grade' && memberOf(f) === memberOf(main)))
    : fields.slice(0, 1);
  const [own, others] = [shown, fields.filter((f) => !shown.includes(f))].map((list) => list.map(values));
  // Counted before they are made: a range may hold more joints than there is memory for.
  const joints = [...own!, ...others!].reduce((n, [, list]) => n * list.length, 1);
  if (joints > MOST_JOINTS)
    throw new Refusal(
      'range',
      `range: it holds ${joints} joints; accepted are ${MOST_JOINTS} or fewer: narrow a member or a list.`,
    );
  const [rows, rest] = [ways(own!), ways(others!)];
  const columns = columnsOf(house, basis);
  return {
    heads: shown.length ? shown.map((f) => f.label) : ['Detail'],
    columns,
    rows,
    notes: notesOf(house, fields, shown, rest.length, basis),
    row: (at) => ({
      names: shown.length ? shown.map((f) => fieldWords(f, rows[at]![f.id], basis)) : [house.name],
      cells: rowCells(house, basis, rows[at]!, rest, fields, columns),
    }),
  };
}

/** The forces of the member's own end, and its tying force: what is not asked of a joint of this kind is left out. */
function columnsOf(house: HouseDetail, basis: Basis): ResistanceColumn[] {
  const kind = kindOf(house.kind);
  const left = kind.leaves(basis.standard);
  const asked = new Set<ActionName>([...Object.values(kind.ends), 'N_tie']);
  return kind.actions
    .filter(({ name }) => asked.has(name) && !left.includes(name))
    .flatMap(({ name, example }) => {
      const { least, quantity } = actionRow(name);
      const signs: (1 | -1)[] = least === 0 ? [1] : example < 0 ? [-1, 1] : [1, -1];
      const symbol = actionSymbol(basis, name);
      return signs.map((sign) => ({
        action: name,
        sign,
        title: least === 0 ? symbol : `${sign > 0 ? '+' : '−'}${symbol}`,
        unit: basis.units.unitOf(quantity),
      }));
    });
}

function notesOf(
  house: HouseDetail,
  fields: readonly AnyField[],
  shown: readonly AnyField[],
  others: number,
  basis: Basis,
): string[] {
  const rest = fields.filter((f) => !shown.includes(f) && valuesIn(f, house.range[f.id]!, house.sections).length > 1);
  const own = kindOf(house.kind)
    .fields.filter((f) => f.type === 'section' && rangeFields(house, house.basis.standard).some((g) => g.id === f.id))
    .filter((f) => !fields.some((g) => g.id === f.id))
    .map((f) => `${f.label} ${fieldWords(f, f.get(house.input), basis)}`);
  return [
    'Each number is an action that acts alone, at which the joint was checked and holds; rounded down to three figures.',
    ...(others > 1
      ? [`It is the least over the ${others} joints of the rest of the range: ${rest.map((f) => f.label).join(', ')}.`]
      : []),
    ...(own.length ? [`It stands for ${own.join(', ')}.`] : []),
  ];
}

interface Trial {
  readonly built: Joint;
  readonly words: string;
}

function rowCells(
  house: HouseDetail,
  basis: Basis,
  row: Values,
  rest: readonly Values[],
  fields: readonly AnyField[],
  columns: readonly ResistanceColumn[],
): Resistance[] {
  // What is the same in every joint of the range names none of them.
  const varies = (id: string): boolean => rest.some((v) => v[id] !== rest[0]![id]);
  const words = (v: Values): string =>
    Object.entries(v)
      .filter(([id]) => varies(id))
      .map(([id, x]) =>
        fieldWords(
          fields.find((f) => f.id === id)!,
          x,
          basis,
        ),
      )
      .join(', ');
  const tried = rest.map((v) => ({ words: words(v), ...builtWith(house, basis, { ...row, ...v }, fields) }));
  // A detail that one of the range can't have has no resistance that stands for all of them.
  const none = tried.find((t) => 'reason' in t);
  if (none && 'reason' in none) {
    const all = tried.every((t) => 'reason' in t && t.reason === none.reason);
    const why = all || !none.words ? none.reason : `${none.words}: ${none.reason}`;
    return columns.map(() => ({ value: null, why }));
  }
  const trials = tried.flatMap((t): Trial[] => ('built' in t ? [t] : []));
  return columns.map((column) => leastOf(trials.map((t) => ({ ...resistanceOf(t.built, column), of: t.words }))));
}

function leastOf(list: readonly (Resistance & { readonly of: string })[]): Resistance {
  const none = list.find((r) => r.value === null);
  if (none) return { value: null, why: list.some((r) => r.why !== none.why) ? `${none.of}: ${none.why}` : none.why };
  const least = list.reduce((a, b) => (b.value! < a.value! ? b : a));
  const { value, why } = least;
  return least.value! < list[0]!.value! || (list.length > 1 && list.some((r) => r.value! > value!))
    ? { value, why, weakest: least.of }
    : { value, why };
}

/** The house detail on other members; the reason where there is no such joint. */
function builtWith(
  house: HouseDetail,
  basis: Basis,
  values: Values,
  fields: readonly AnyField[],
): { readonly built: Joint } | { readonly reason: string } {
  const kind = kindOf(house.kind);
  try {
    const input = fields.reduce<unknown>((i, f) => {
      const value = values[f.id]!;
      return f.get(i) === value ? i : f.set(i, value);
    }, house.input);
    // What else of the members follows a field is given with it; the detail is that of the house, whatever followed.
    const whole = { ...(input as object), ...detailOf(house) };
    const checked = validate<unknown>(kind.schema(), whole);
    if ('error' in checked) return { reason: checked.error.message };
    return { built: kind.build(checked.value, basis) };
  } catch (e) {
    return { reason: refusalOf(e).message };
  }
}

const START = 10;
const ROUNDS = 12;

/** The greatest of one action that a joint holds, without another: found by its load multiple, rounded down as it is shown, and checked there. */
export function resistanceOf(built: Joint, { action, sign }: Pick<ResistanceColumn, 'action' | 'sign'>): Resistance {
  const at = (x: number): JointReport => reportOf(built, [{ ...NO_ACTIONS, name: action, [action]: sign * x } as Combination]);
  const { units } = built.basis;
  const { quantity } = actionRow(action);
  /** One of the unit that is shown, as it is held. */
  const one = units.read(`1 ${units.unitOf(quantity)}`, quantity) ?? 1;
  let x = START;
  let report = at(x);
  for (let round = 0; round < ROUNDS; round += 1) {
    const broken = report.brokenRules[0];
    if (broken) return { value: null, why: `breaks a rule: ${broken.title}` };
    if (report.missing[0]) return { value: null, why: `${report.missing[0].title}: ${report.missing[0].reason}` };
    const m = leastMultiple(report);
    const first = report.combinations[0]?.first;
    if (!first) return { value: null, why: 'no check takes it' };
    if (m === 0) return { value: 0, why: first.title };
    if (!Number.isFinite(m) || x * m > 1e6) return { value: null, why: 'no limit' };
    x *= m;
    report = at(x);
    if (Math.abs(m - 1) < 1e-4) break;
  }
  // Down to what is shown, and on until the check of that very number says that it holds.
  for (let down = roundedDown(x / one), step = stepOf(down), round = 0; round < 40 && down > 0; down -= step, round += 1) {
    const shown = Number(down.toPrecision(12));
    const there = at(shown * one);
    const first = there.combinations[0]?.first;
    if ((there.state === 'holds' || there.state === 'close') && first) return { value: shown * one, why: first.title };
  }
  return { value: null, why: 'no action that it was seen to hold' };
}

const stepOf = (x: number): number => 10 ** (Math.floor(Math.log10(x)) - 2);
const roundedDown = (x: number): number => Math.floor(x / stepOf(x) + 1e-9) * stepOf(x);

/** The whole table. */
export function resistances(house: HouseDetail): ResistanceTable {
  const { heads, columns, notes, rows, row } = planResistances(house);
  return trimmed({ heads, columns, notes, rows: rows.map((_, i) => row(i)) });
}

/** Without actions that no joint of the range has a check for; an action that is held as well either way stands once. */
export function trimmed(table: ResistanceTable): ResistanceTable {
  const cells = (i: number): readonly Resistance[] => table.rows.map((r) => r.cells[i]!);
  const keep = table.columns.flatMap((c, i): { at: number; column: ResistanceColumn }[] => {
    if (table.rows.length && cells(i).every((r) => r.value === null && r.why === 'no check takes it')) return [];
    const other = table.columns.findIndex((d) => d.action === c.action && d.sign !== c.sign);
    const alike = other >= 0 && cells(i).every((r, k) => r.value === cells(other)[k]!.value && r.why === cells(other)[k]!.why);
    if (alike && other < i) return [];
    return [{ at: i, column: alike ? { ...c, title: `±${c.title.slice(1)}` } : c }];
  });
  return {
    ...table,
    columns: keep.map((k) => k.column),
    rows: table.rows.map((r) => ({ ...r, cells: keep.map((k) => r.cells[k.at]!) })),
  };
}

/** The table as a list: for CSV. */
export function resistanceList(house: HouseDetail, table: ResistanceTable): List {
  const { units } = basisOf(house);
  const shown = (value: number, action: ActionName): number | string => {
    const x = units.typed(value, actionRow(action).quantity);
    return Number.isFinite(Number(x)) ? Number(x) : x;
  };
  return {
    id: 'resistances',
    title: `Resistances of ${house.name}`,
    head: [...table.heads, ...table.columns.flatMap((c) => [`${c.title} ${c.unit}`, `${c.title} gives first`])],
    rows: table.rows.map((r) => [
      ...r.names,
      ...r.cells.flatMap((cell, i) => [
        cell.value === null ? '' : shown(cell.value, table.columns[i]!.action),
        cell.weakest === undefined ? cell.why : `${cell.why} (${cell.weakest})`,
      ]),
    ]),
  };
}
