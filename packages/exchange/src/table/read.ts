import { Refusal } from '@ample/core';
import Papa from 'papaparse';

/** A table as it was given: rows of texts, numbers as they are written, empty rows left out. */
export interface Sheet {
  readonly name: string;
  readonly rows: readonly (readonly string[])[];
  /** The number of each row in its sheet; they count from 1 when absent. */
  readonly at?: readonly number[];
}

/** Bounds of a table from outside. */
export const TABLE = { bytes: 20 * 1024 * 1024, unpacked: 200 * 1024 * 1024, rows: 20_000, columns: 60, cell: 200 } as const;

const refuse = (sentence: string): never => {
  throw new Refusal('table', `table: ${sentence}`);
};

/** Reads a table from a file: CSV in UTF-8, UTF-16 or the old Western code page, or a workbook (XLSX). Refuses what is too large or is none, in one sentence. */
export async function readTable(bytes: Uint8Array): Promise<readonly Sheet[]> {
  if (bytes.length > TABLE.bytes)
    refuse(`the file has ${Math.ceil(bytes.length / 1024 / 1024)} MB; accepted are ${TABLE.bytes / 1024 / 1024} MB or less.`);
  if (bytes[0] === 0x50 && bytes[1] === 0x4b) return readWorkbook(bytes);
  if (bytes[0] === 0xd0 && bytes[1] === 0xcf)
    refuse('the file is a workbook of an old kind (XLS); accepted are XLSX and CSV: save it as one of these.');
  return [{ name: 'table', rows: readText(decoded(bytes)) }];
}

/** The text of a file: by its byte order mark, else UTF-8, else Western European. */
function decoded(bytes: Uint8Array): string {
  const as = (encoding: string): string => new TextDecoder(encoding).decode(bytes);
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return as('utf-16le');
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return as('utf-16be');
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return as('windows-1252');
  }
}

/** Reads a pasted or typed table: tabs, semicolons or commas between the cells. */
export function readText(text: string): readonly (readonly string[])[] {
  if (text.slice(0, 4096).includes('\0')) refuse('the file holds no text; accepted are CSV and XLSX.');
  const head = text.slice(0, 20_000);
  const delimiter = head.includes('\t') ? '\t' : head.includes(';') ? ';' : ',';
  const { data } = Papa.parse<string[]>(text.replace(/^\ufeff/, ''), {
    delimiter,
    skipEmptyLines: 'greedy',
    preview: TABLE.rows + 1,
  });
  return bounded(data);
}

function bounded(rows: readonly (readonly string[])[]): readonly (readonly string[])[] {
  if (rows.length > TABLE.rows) refuse(`it has more than ${TABLE.rows} rows; accepted are ${TABLE.rows} or fewer: split it.`);
  const widest = rows.reduce((n, r) => Math.max(n, r.length), 0);
  if (widest > TABLE.columns) refuse(`a row has ${widest} columns; accepted are ${TABLE.columns} or fewer.`);
  const long = rows.findIndex((r) => r.some((c) => c.length > TABLE.cell));
  if (long >= 0) refuse(`row ${long + 1} has a cell of more than ${TABLE.cell} characters; accepted are shorter ones.`);
  return rows.map((r) => r.map((c) => c.trim()));
}

/** A workbook: refused before it is read when what it holds would not fit, whatever its directory says. */
async function readWorkbook(bytes: Uint8Array): Promise<readonly Sheet[]> {
  await refuseBomb(bytes);
  const { default: Excel } = await import('exceljs');
  const book = new Excel.Workbook();
  try {
    // Types of the package ask for a Buffer; it takes any bytes.
    await book.xlsx.load(bytes as unknown as Parameters<typeof book.xlsx.load>[0]);
  } catch {
    refuse('the workbook is damaged or locked; accepted is an XLSX that opens without a password.');
  }
  const sheets = book.worksheets.map((sheet): Sheet => {
    if (sheet.actualRowCount > TABLE.rows)
      refuse(`sheet ${sheet.name.slice(0, 40)} has more than ${TABLE.rows} rows; accepted are ${TABLE.rows} or fewer: split it.`);
    if (sheet.actualColumnCount > TABLE.columns)
      refuse(`sheet ${sheet.name.slice(0, 40)} has more than ${TABLE.columns} columns; accepted are ${TABLE.columns} or fewer.`);
    const rows: string[][] = [];
    const at: number[] = [];
    sheet.eachRow({ includeEmpty: false }, (row, n) => {
      at.push(n);
      const cells: string[] = [];
      row.eachCell({ includeEmpty: false }, (cell, k) => {
        if (k <= 1000) cells[k - 1] = cellText(cell.value);
      });
      rows.push(Array.from(cells, (c) => c ?? ''));
    });
    return { name: sheet.name.slice(0, 60), rows: bounded(rows), at };
  });
  return sheets.filter((s) => s.rows.length > 0);
}

/** A column by its letters: A is 0, AA is 26. */
const columnOf = (letters: string): number => [...letters.toUpperCase()].reduce((n, c) => n * 26 + c.charCodeAt(0) - 64, 0) - 1;

/** The part of a sheet between two cells, as B4:H200, whose first row is then the head. Refuses what is no range, or holds nothing. */
export function cutTo(sheet: Sheet, range: string): Sheet {
  const typed = range.trim();
  if (typed === '') return sheet;
  const found = /^([A-Z]{1,3})(\d{1,7}):([A-Z]{1,3})(\d{1,7})$/i.exec(typed);
  const refused = (why: string): never => refuse(`the range "${typed.slice(0, 30)}" ${why}; accepted is one such as B4:H200.`);
  if (!found) return refused('can not be read');
  const [left, right] = [columnOf(found[1]!), columnOf(found[3]!)].sort((a, b) => a - b) as [number, number];
  const [top, bottom] = [Number(found[2]), Number(found[4])].sort((a, b) => a - b) as [number, number];
  const row = (i: number): number => sheet.at?.[i] ?? i + 1;
  const inside = sheet.rows.flatMap((cells, i) => {
    const cut = cells.slice(left, right + 1);
    return row(i) >= top && row(i) <= bottom && cut.some(Boolean) ? [{ cut, at: row(i) }] : [];
  });
  if (inside.length === 0) refused('holds no cell of the sheet');
  return { name: sheet.name, rows: inside.map((r) => r.cut), at: inside.map((r) => r.at) };
}

/** What a cell shows: of a formula its last result, of rich text its text. */
function cellText(value: unknown): string {
  if (value === null || value === undefined) return '';
  if (value instanceof Date) return value.toISOString().slice(0, 10);
  if (typeof value !== 'object') return String(value);
  const { result, text, richText, error } = value as {
    result?: unknown;
    text?: unknown;
    richText?: { text: string }[];
    error?: unknown;
  };
  if (error !== undefined) return String(error);
  if (richText) return richText.map((r) => r.text).join('');
  return cellText(result ?? text ?? '');
}

/** Unpacks as a stream and throws it away, counting: what a directory says of sizes is not trusted. */
async function refuseBomb(bytes: Uint8Array): Promise<void> {
  const { default: Zip } = await import('jszip');
  let left: number = TABLE.unpacked;
  const zip = await Zip.loadAsync(bytes).catch(() => refuse('the file is damaged; accepted are whole CSV and XLSX files.'));
  const files = Object.values(zip.files);
  if (files.length > 2000) refuse('the workbook holds more than 2000 parts; accepted are fewer.');
  for (const file of files) {
    await new Promise<void>((resolve, reject) => {
      const stream = (file as unknown as { internalStream(type: 'uint8array'): Unpacking }).internalStream('uint8array');
      stream.on('data', (chunk) => {
        left -= chunk.length;
        if (left >= 0) return;
        stream.pause();
        reject(
          new Refusal(
            'table',
            `table: the workbook unpacks to more than ${TABLE.unpacked / 1024 / 1024} MB; accepted are smaller ones.`,
          ),
        );
      });
      stream.on('error', () => reject(new Refusal('table', 'table: the workbook is damaged; accepted are whole XLSX files.')));
      stream.on('end', () => resolve());
      stream.resume();
    });
  }
}

interface Unpacking {
  on(event: 'data', take: (chunk: Uint8Array) => void): void;
  on(event: 'error' | 'end', take: () => void): void;
  pause(): void;
  resume(): void;
}
