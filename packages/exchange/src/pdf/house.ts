import type { Writable } from 'node:stream';
import {
  actionRow,
  basisOf,
  basisTitle,
  houseSheet,
  kindOf,
  kindTitle,
  lineOf,
  partWords,
  planResistances,
  rangeWords,
  trimmed,
  type HouseRules,
  type HouseVersion,
  type ResistanceTable,
} from '@ample/core';
import { ofOffice } from '../report/office-paper.ts';
import { MUTED, type Paper } from '../report/paper.ts';
import { PdfPaper } from './paper.ts';

/** Whose sheet it is, and how far it is written. */
export interface HousePaper {
  readonly date: string;
  readonly rules: HouseRules;
  progress?(done: number, total: number, what: string): void;
}

/** A page of a designer's own handbook: the house detail drawn, what it is meant for, and its resistances over its range. */
export async function housePdf({ detail, version, who, at }: HouseVersion, paper: HousePaper, out: Writable): Promise<void> {
  const pdf = new PdfPaper(`House detail ${detail.name}`, '', out);
  const page = ofOffice(pdf, paper.rules);
  const basis = basisOf(detail, detail.settings);
  const kind = kindOf(detail.kind);
  const called = kindTitle(kind, basis.standard);
  const drawing = houseSheet(detail, version, 'resistances overleaf');
  page.sheet(drawing, []);
  page.upright(`House detail ${detail.name} · version ${version} · ${called}`);
  page.heading(`${detail.name}: ${called.toLowerCase()}`, 15);
  page.paragraph(lineOf(detail, detail), { font: 'mono', size: 8.6 });
  page.paragraph(
    `Version ${version}${who ? `, ${who}` : ''}, ${at.slice(0, 10)}. ${basisTitle(detail.basis)}. Printed ${paper.date}.`,
    { colour: MUTED, size: 9 },
  );
  if (detail.note) page.paragraph(detail.note);
  rangeTable(page, detail);
  const plan = planResistances(detail);
  const rows: ResistanceTable['rows'][number][] = [];
  for (let i = 0; i < plan.rows.length; i += 1) {
    rows.push(plan.row(i));
    paper.progress?.(i + 1, plan.rows.length, rows[i]!.names.join(' '));
    await page.settle();
  }
  tableOf(page, detail, trimmed({ ...plan, rows }));
  await pdf.finish();
}

function rangeTable(page: Paper, detail: HouseVersion['detail']): void {
  const { fields } = kindOf(detail.kind);
  const basis = basisOf(detail);
  const rows = rangeWords(detail).map(({ label, words }) => [label, words]);
  const open = Object.entries(detail.open).map(([id, of]) => {
    const field = fields.find((f) => f.id === id)!;
    return [field.label, `left to the joint: ${partWords(field, { of }, detail)}`];
  });
  if (rows.length + open.length === 0) return;
  page.heading('Meant for');
  page.table(
    [
      { title: basis.standard.title, width: 0.34 },
      { title: 'Range', width: 0.66 },
    ],
    [...rows, ...open],
  );
}

function tableOf(page: Paper, detail: HouseVersion['detail'], table: ResistanceTable): void {
  const { units } = basisOf(detail);
  page.heading('Resistances');
  for (const note of table.notes) page.paragraph(note, { size: 9, colour: MUTED });
  const names = table.heads.length;
  const width = 0.18;
  const cell = (1 - width * Math.min(names, 2)) / Math.max(1, table.columns.length);
  page.table(
    [
      ...table.heads.map((title) => ({ title, width: (width * Math.min(names, 2)) / names })),
      ...table.columns.map((c) => ({ title: `${c.title} ${c.unit}`, width: cell })),
    ],
    table.rows.map((r) => [
      ...r.names,
      ...r.cells.map((c, i) =>
        c.value === null
          ? `– ${c.why}`
          : `${units.stated(c.value, actionRow(table.columns[i]!.action).quantity)}  ${c.why}${c.weakest === undefined ? '' : ` (${c.weakest})`}`,
      ),
    ]),
  );
}
