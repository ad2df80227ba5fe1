import {
  actionRow,
  basisOf,
  lineOf,
  rangeWords,
  readHouseFile,
  resistances,
  resistanceList,
  type HouseDetail,
  type ResistanceTable,
} from '@ample/core';
import { listCsv } from '@ample/exchange/csv';
import { BadInput, named, readJson } from './input.ts';

/** House details of a file, or the one of a name. */
function detailsOf(path: string, name: string | undefined): HouseDetail[] {
  return named(path, () => {
    const details = readHouseFile(readJson(path, 'house details'));
    const found = name === undefined ? details : details.filter((d) => d.name === name);
    if (found.length === 0 && name !== undefined)
      throw new BadInput(
        `name: there is no house detail "${name}" in the file; accepted are ${details.map((d) => d.name).join(', ')}.`,
      );
    return found;
  });
}

/** A house detail with its resistances over its range. */
export interface HouseResult {
  readonly detail: HouseDetail;
  readonly table: ResistanceTable;
}
export function houseResults(path: string, name: string | undefined): HouseResult[] {
  return detailsOf(path, name).map((detail) => {
    return { detail, table: named(`house detail ${detail.name}`, () => resistances(detail)) };
  });
}

export function printHouse({ detail, table }: HouseResult): string {
  const { units } = basisOf(detail);
  const range = rangeWords(detail).map(({ label, words }) => `${label} ${words}`);
  const cell = (c: (typeof table.rows)[number]['cells'][number], i: number): string =>
    c.value === null
      ? `- (${c.why})`
      : `${units.stated(c.value, actionRow(table.columns[i]!.action).quantity)} (${c.why}${c.weakest === undefined ? '' : `, ${c.weakest}`})`;
  return [
    `${detail.name}  ${lineOf(detail, detail)}`,
    `  for ${range.join('; ') || 'any member'}`,
    ...table.rows.map(
      (r) => `  ${r.names.join(' ')}  ${r.cells.map((c, i) => `${table.columns[i]!.title} ${cell(c, i)}`).join('  ')}`,
    ),
    '',
  ].join('\n');
}

/** Tables one after the other, as CSV. */
export const houseCsv = (results: readonly HouseResult[]): string =>
  results.map(({ detail, table }) => listCsv(resistanceList(detail, table))).join('\r\n');
