import type { List } from '@ample/core';
import Papa from 'papaparse';

/** A list as CSV: commas, heads first, CRLF. Cells that a spreadsheet would take for a formula are escaped; numbers stay numbers. */
export function listCsv(list: List): string {
  return `${Papa.unparse({ fields: [...list.head], data: list.rows.map((r) => [...r]) }, { newline: '\r\n', escapeFormulae: /^[=@\t\r]|^[-+](?!\d)/ })}\r\n`;
}
