import { totalRow, type List } from '@ample/core';
import Papa from 'papaparse';

/** A list as CSV: commas, heads first, its total last, CRLF. Cells that a spreadsheet would take for a formula are escaped; numbers stay numbers. */
export function listCsv(list: List): string {
  const rows = list.total ? [...list.rows, totalRow(list.total)] : list.rows;
  return `${Papa.unparse({ fields: [...list.head], data: rows.map((r) => [...r]) }, { newline: '\r\n', escapeFormulae: /^[=@\t\r]|^[-+](?!\d)/ })}\r\n`;
}

/** Several lists in one file, each under its title. */
export const listsCsv = (lists: readonly List[]): string =>
  lists.map((l) => `${Papa.unparse([[l.title]], { newline: '\r\n', escapeFormulae: true })}\r\n${listCsv(l)}`).join('\r\n');
