import type { Writable } from 'node:stream';
import { finished } from 'node:stream/promises';
import {
  cellsOf,
  inCommas,
  kindTitle,
  kindOf,
  lineOf,
  multipleText,
  QUOTIENT,
  titleOf,
  tryCheckStored,
  type Cell,
  type CellCheck,
  type HouseRules,
  type JobDocument,
  type JointReport,
  type StoredJoint,
  type StrengthResult,
  type Units,
} from '@ample/core';
import type { CellValue, Worksheet } from 'exceljs';
import { sheetName } from '../sheet-name.ts';
import { inputRows, standingWords } from './joint.ts';
import { isWhole, type Level } from './level.ts';
import { NAMES } from './office-paper.ts';
import { drained } from './stream.ts';

/** Columns of every sheet of a joint. */
const WIDTHS = [56, 26, 14, 9, 26, 13, 12, 20];

/** How a joint stands in the workbook: where its largest utilisation is, for the register. */
export interface BookedJoint {
  readonly sheet: string;
  /** Place of the largest utilisation; null where nothing is loaded or it can't be checked. */
  readonly worst: string | null;
  readonly utilisation: number | null;
}

/** A calculation as a workbook: given values in named cells, and every formula live. A sheet a joint, written away as it is finished. */
export class Book {
  private readonly book;
  private readonly sheets = new Set<string>();
  private readonly names = new Set<string>();

  private constructor(
    private readonly out: Writable,
    Excel: typeof import('exceljs'),
    title: string,
    date: string,
    private readonly said: (text: string) => string,
  ) {
    out.on('error', () => undefined);
    this.book = new Excel.stream.xlsx.WorkbookWriter({ stream: out, useStyles: true, useSharedStrings: false });
    this.book.title = title;
    this.book.created = new Date(`${date}T00:00:00Z`);
    this.book.modified = this.book.created;
  }
  /** `rules`: the decimal sign of what is told in words; numbers are shown as the reader's program shows them. */
  static async on(out: Writable, title: string, date: string, rules: Pick<HouseRules, 'decimal'>): Promise<Book> {
    const { default: Excel } = await import('exceljs');
    return new Book(out, Excel, title, date, rules.decimal === 'comma' ? inCommas : (text) => text);
  }

  private sheet(title: string, widths: readonly number[]): SheetWriter {
    const name = sheetName(title, this.sheets);
    const sheet = this.book.addWorksheet(name, { pageSetup: { orientation: 'landscape', fitToPage: true, fitToHeight: 0 } });
    sheet.columns = widths.map((width) => ({ width }));
    return new SheetWriter(sheet, name, this.said);
  }

  /** The sheet of one joint; one that can't be checked has a sheet that says why. */
  joint(stored: StoredJoint, job: JobDocument, revision: string, level: Level, prefixed: boolean): BookedJoint {
    const sheet = this.sheet(stored.mark, WIDTHS);
    const checked = stored.unreadable === undefined ? tryCheckStored(stored, job) : { refusal: { message: stored.unreadable } };
    if ('refusal' in checked) {
      sheet.title(stored.mark);
      sheet.row([`This joint can't be checked. ${checked.refusal.message}`]);
      return { ...sheet.end(), worst: null, utilisation: null };
    }
    const { joint, report, built } = checked;
    const { basis } = built;
    const { units } = basis;
    const index = Math.max(report.worst, 0);
    const combination = report.combinations[index];
    sheet.title(`${joint.mark}: ${report.verdict}`);
    sheet.row([`${job.name}, ${kindTitle(kindOf(joint.kind), basis.standard)}, revision ${revision}`]);
    sheet.row([lineOf(joint, job)], undefined, [1]);
    sheet.row([standingWords(joint, basis, report, titleOf(job, joint, basis, revision).checked)]);
    for (const m of report.state === 'none' ? [] : report.missing) sheet.row([`Not checked: ${m.title}. ${m.reason}`]);
    if (level !== 'verdict') {
      sheet.head(['Inputs', 'Value']);
      for (const r of inputRows(joint, built)) sheet.row(r, undefined, NAMES.has(String(r[0])) ? [2] : []);
    }
    let found: Omit<BookedJoint, 'sheet'> = { worst: null, utilisation: null };
    if (combination) {
      const only = isWhole(level) ? undefined : { only: (c: { id: string }) => c.id === combination.first?.id };
      const cells = cellsOf(joint, basis, index, built, this.names, { ...(prefixed ? { prefix: joint.mark } : {}), ...only });
      if (level !== 'verdict') {
        sheet.head(['Given', 'Symbol', 'Value', 'Unit', 'Name of the cell', 'From']);
        for (const c of cells.given) sheet.cell(c, units);
        for (const { title, cells: worked } of cells.sections) {
          sheet.head([title, 'Symbol', 'Value', 'Unit', 'Clause', 'Formula over names']);
          for (const c of worked) sheet.cell(c, units);
        }
      }
      found = checksOf(sheet, combination.combination.name, links(cells.checks, combination.checks), units);
    }
    if (isWhole(level)) others(sheet, report, index, units);
    if (level !== 'verdict') rules(sheet, report, units);
    return { ...sheet.end(), ...found };
  }

  /** The register of a job: each joint with a link to its sheet, and the largest utilisation as it is worked there. */
  register(job: JobDocument, rows: readonly RegisterLine[]): void {
    const sheet = this.sheet('Register', [14, 40, 60, 34, 12, 18, 20]);
    sheet.title(job.name);
    sheet.row([`Job ${job.number}`.trim(), job.client]);
    sheet.head(['Mark', 'Members', 'Detail line', 'First to give', 'Multiple', 'Largest utilisation', 'State'], [5, 6]);
    for (const { mark, members, line, first, multiple, state, booked } of rows)
      sheet.row(
        [
          { text: mark, hyperlink: `#'${booked.sheet}'!A1` },
          members,
          line,
          first,
          multiple,
          booked.worst === null ? '–' : { formula: `'${booked.sheet}'!${booked.worst}`, result: booked.utilisation! },
          state,
        ],
        (r) => {
          for (const k of [5, 6]) Object.assign(r.getCell(k), { numFmt: '0.000', alignment: { horizontal: 'right' } });
        },
        [3],
      );
    sheet.end();
    // It stands last, where every other sheet is known, and is opened first.
    this.book.views = [
      { activeTab: this.sheets.size - 1, x: 0, y: 0, width: 20000, height: 14000, firstSheet: 0, visibility: 'visible' },
    ];
  }

  async settle(): Promise<void> {
    if (this.out.errored) throw this.out.errored;
    if (this.out.writableNeedDrain) await drained(this.out);
  }
  async finish(): Promise<void> {
    await this.settle();
    await this.book.commit();
    await finished(this.out);
  }
}

export interface RegisterLine {
  readonly mark: string;
  readonly members: string;
  readonly line: string;
  readonly first: string;
  readonly multiple: string;
  readonly state: string;
  readonly booked: BookedJoint;
}

/** Rows of a sheet, each written away when the next one comes. */
class SheetWriter {
  private at = 0;
  constructor(
    private readonly sheet: Worksheet,
    readonly name: string,
    private readonly said: (text: string) => string,
  ) {}

  /** Number of the row that comes next. */
  get next(): number {
    return this.at + 1;
  }
  /** `names`: columns, from 1, whose texts are names and stand as they are. */
  row(values: readonly CellValue[], style?: (row: import('exceljs').Row) => void, names: readonly number[] = []): number {
    const row = this.sheet.addRow(values.map((v, i) => (typeof v === 'string' && !names.includes(i + 1) ? this.said(v) : v)));
    row.getCell(4).alignment = { indent: 1 };
    style?.(row);
    row.commit();
    return ++this.at;
  }
  title(text: string): void {
    this.row([text], (r) => (r.font = { bold: true, size: 14 }));
  }
  head(titles: readonly string[], numbers: readonly number[] = [3]): void {
    this.row([]);
    this.row(titles, (r) => {
      for (const k of numbers) r.getCell(k).alignment = { horizontal: 'right' };
      r.font = { bold: true };
      r.border = { bottom: { style: 'thin' } };
    });
  }
  /** A value with its name: given, worked by its formula, or found otherwise. */
  cell(c: Cell, units: Units): void {
    const given = c.formula === undefined && c.method === undefined;
    const value = c.formula === undefined ? c.value : { formula: c.formula, result: c.value };
    const how = given ? c.source : (c.method ?? `= ${c.formula}`);
    const style = (r: import('exceljs').Row): void => {
      const at = r.getCell(3);
      // Setting the name would look through all names of the book first.
      at.addName(c.name);
      at.numFmt = '0.####';
      // What may be changed to see what follows of it.
      if (given) at.fill = GIVEN;
    };
    const names = c.formula === undefined ? [2, 4, 5] : [2, 4, 5, 6];
    this.row([c.text, c.symbol, value, units.name(c.unit), given ? c.name : c.source, how], style, names);
  }
  end(): { sheet: string } {
    this.sheet.commit();
    return { sheet: this.name };
  }
}
const GIVEN = { type: 'pattern', pattern: 'solid', fgColor: { argb: 'FFE8EEF0' } } as const;

/** Checks of the combination: those that stand in cells, and the others with their numbers. */
const links = (linked: readonly CellCheck[], all: JointReport['combinations'][number]['checks']): CellCheck[] =>
  all
    .filter((c) => c.type === 'strength')
    .map(
      (result) =>
        linked.find((l) => l.result.id === result.id && l.result.where === result.where) ?? {
          result,
          demand: null,
          resistance: null,
          utilisation: QUOTIENT,
        },
    )
    .sort((a, b) => order(a.result) - order(b.result));
const order = (c: StrengthResult): number => c.multiple + (c.info ? 1e6 : 0);

const HEAD = ['Clause', 'Demand', 'Unit', 'Resistance', 'Utilisation', 'Multiple', ''];

function checksOf(sheet: SheetWriter, name: string, checks: readonly CellCheck[], units: Units): Omit<BookedJoint, 'sheet'> {
  sheet.head([`Checks, combination ${name}`, ...HEAD], NUMBERS);
  const first = sheet.next;
  for (const c of checks) sheet.row(strengthRow(c, units, sheet.next), formatted, [2]);
  const judging = checks.filter(({ result }) => !result.info);
  const utilisations = judging.map(({ result }) => result.utilisation);
  if (utilisations.length === 0 || utilisations.includes(null)) return { worst: null, utilisation: null };
  const worst = Math.max(...utilisations.map(Number));
  // Those for information stand below the others.
  const all = { formula: `MAX(F${first}:F${first + judging.length - 1})`, result: worst };
  const row = sheet.row(['Largest utilisation', '', '', '', '', all], formatted);
  return { worst: `F${row}`, utilisation: worst };
}

const live = (formula: string | null, result: number): CellValue => (formula === null ? result : { formula, result });
const near = (a: number, b: number): boolean => Math.abs(a - b) <= 1e-9 * Math.max(1, Math.abs(b));

/** Columns of numbers in a table of checks, and how they are shown. */
const FORMATS: Readonly<Record<number, string>> = { 3: '0.0##', 5: '0.0##', 6: '0.000', 7: '0.00' };
const NUMBERS = Object.keys(FORMATS).map(Number);
const formatted = (row: import('exceljs').Row): void => {
  for (const k of NUMBERS) Object.assign(row.getCell(k), { numFmt: FORMATS[k], alignment: { horizontal: 'right' } });
};

/** Demand over resistance in the row where it stands; where a check is no quotient, its value. */
function strengthRow({ result: c, demand, resistance, utilisation }: CellCheck, units: Units, at: number): CellValue[] {
  const u = c.utilisation;
  const known = u !== null && u > 0 && near(c.multiple * u, 1);
  return [
    c.where ? `${c.title}: ${c.where}` : c.title,
    c.clause,
    live(demand, units.shown(c.demand, c.unit)),
    units.name(c.unit),
    live(resistance, units.shown(c.resistance, c.unit)),
    u === null ? 'no resistance' : live(utilisation === QUOTIENT ? `C${at}/E${at}` : utilisation, u),
    known ? { formula: `1/F${at}`, result: c.multiple } : multipleText(c.multiple),
    c.info
      ? 'for information'
      : u !== null && c.pass === u <= 1
        ? { formula: `IF(F${at}<=1,"holds","gives")`, result: c.pass ? 'holds' : 'gives' }
        : c.pass
          ? 'holds'
          : 'gives',
  ];
}

/** What the other combinations ask, in numbers. */
function others(sheet: SheetWriter, report: JointReport, shown: number, units: Units): void {
  report.combinations.forEach(({ combination, checks }, i) => {
    if (i === shown) return;
    const list = links([], checks);
    if (list.length === 0) return;
    sheet.head([`Checks, combination ${combination.name}`, ...HEAD], NUMBERS);
    for (const c of list) sheet.row(strengthRow(c, units, sheet.next), formatted, [2]);
  });
}

function rules(sheet: SheetWriter, report: JointReport, units: Units): void {
  sheet.head(['Detailing rules', 'Source', 'Actual', 'Unit', 'Limit'], [3, 5]);
  for (const r of report.rules) {
    if (r.type === 'skip') {
      if (r.missing) sheet.row([r.title, r.clause, '', '', '', '', '', `not judged: ${r.reason}`], undefined, [2]);
      continue;
    }
    const [actual, limit] = [units.shown(r.actual, r.unit), units.shown(r.limit, r.unit)];
    const said = r.pass ? 'kept' : r.must ? 'broken' : 'advice, not met';
    // A rule that says more than two numbers is told in its words.
    if (r.note !== undefined) sheet.row([r.title, r.clause, '', '', '', '', '', `${r.note}: ${said}`], undefined, [2]);
    else
      sheet.row(
        [r.title, r.clause, actual, units.name(r.unit), limit, r.sense === '>=' ? '≥' : '≤', '', said],
        (row) => (row.getCell(3).numFmt = row.getCell(5).numFmt = '0.###'),
        [2],
      );
  }
}
