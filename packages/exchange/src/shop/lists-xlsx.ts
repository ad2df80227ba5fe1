import { totalRow, type List } from '@ample/core';
import { sheetName } from '../sheet-name.ts';

/** Lists as a workbook, a sheet each; sums of numbers are formulas with their values. */
export async function listsXlsx(
  lists: readonly List[],
  said: { readonly title: string; readonly date: string },
): Promise<Uint8Array> {
  const { default: Excel } = await import('exceljs');
  const book = new Excel.Workbook();
  book.title = said.title;
  book.created = new Date(`${said.date}T00:00:00Z`);
  book.modified = book.created;
  const names = new Set<string>();
  for (const list of lists) {
    const sheet = book.addWorksheet(sheetName(list.title, names), { views: [{ state: 'frozen', ySplit: 1 }] });
    sheet.columns = list.head.map((h, k) => ({
      header: h,
      width: Math.min(48, Math.max(9, h.length, ...list.rows.map((r) => String(r[k]).length)) + 2),
    }));
    sheet.getRow(1).font = { bold: true };
    for (const r of list.rows) sheet.addRow([...r]);
    if (list.total) addTotal(sheet, list, list.total);
  }
  return new Uint8Array(await book.xlsx.writeBuffer());
}

function addTotal(sheet: import('exceljs').Worksheet, list: List, total: readonly (string | number)[]): void {
  const last = list.rows.length + 1;
  const row = sheet.addRow(
    totalRow(total).map((x, k) => {
      // A total that is no sum of its column, as of pieces times their holes, stays a number.
      const adds =
        typeof x === 'number' && Math.abs(list.rows.reduce((s, r) => s + Number(r[k]), 0) - x) < 0.005 * list.rows.length + 1e-9;
      const letter = sheet.getColumn(k + 1).letter;
      return adds ? { formula: `SUM(${letter}2:${letter}${last})`, result: x } : x;
    }),
  );
  row.font = { bold: true };
}
