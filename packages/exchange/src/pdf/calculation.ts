import {
  basisOf,
  calculate,
  toolOf,
  type CalculationDocument,
  type JobDocument,
  type ToolField,
  type ToolTable,
} from '@ample/core';
import { mathSetter } from './math.ts';
import { workingSection } from './joint.ts';
import type { Page } from './page.ts';
import { drawItems } from './sheet.ts';

const MUTED = '#5b6470';
const OXIDE = '#a4432f';

/** Share of the page that a column takes: numbers alike, words by the longest of them. */
function widthOf({ head, rows, words }: ToolTable, column: number): number {
  if (!words) return 1 / head.length;
  const longest = head.map((h, k) => Math.min(60, 2 + Math.max(6, h.length, ...rows.map((r) => r[k]!.length))));
  return longest[column]! / longest.reduce((a, b) => a + b, 0);
}

/** Pages of one calculation of the bench: what was put in, its answer, picture, tables and workings. */
export function calculationPages(page: Page, job: JobDocument, c: CalculationDocument): void {
  const tool = toolOf(c.tool);
  page.upright(`${job.name} · job ${job.number} · ${c.title} · ${tool.title}`);
  page.heading(c.title, 15);
  const basis = basisOf(job);
  const { units } = basis;
  const found = calculate(c.tool, c.input, basis);
  if ('refusal' in found) return page.paragraph(`This calculation can't be made. ${found.refusal.message}`, { colour: OXIDE });
  const { answer, state, sections, tables, picture } = found.ok;
  page.paragraph(`${answer}.`, { size: 11, colour: state === 'gives' ? OXIDE : '#1d2a3a' });
  page.paragraph(`${tool.about} ${job.basis.standard}.`, { colour: MUTED, size: 9 });
  const input = c.input as Record<string, unknown>;
  const shown = (f: ToolField): string => {
    const v = input[f.id];
    const unit = units.unitOf(f.quantity);
    const text = typeof v === 'number' ? units.typed(v, f.quantity).replace('-', '\u2212') : String(v).replace(/\n/g, ' | ');
    return v === undefined || v === ''
      ? '–'
      : (f.options?.find((o) => o.value === v)?.label ?? `${text}${unit ? ` ${unit}` : ''}`);
  };
  page.heading('Inputs');
  page.table(
    [
      { title: 'Input', width: 0.35 },
      { title: 'Value', width: 0.65 },
    ],
    tool.fields.map((f) => [f.label, shown(f)]),
  );
  if (picture) {
    const mm = 72 / 25.4;
    page.need(picture.height * mm + 10);
    drawItems(page, picture.items, (page.doc.page.width - picture.width * mm) / 2, page.y + 6);
    page.y += picture.height * mm + 10;
  }
  for (const t of tables) {
    page.heading(t.title);
    page.table(
      t.head.map((title, i) => ({ title, width: widthOf(t, i), align: i && !t.words ? ('right' as const) : ('left' as const) })),
      t.rows,
      (i) => i === t.marked,
    );
  }
  page.heading('Workings');
  const math = mathSetter(page);
  for (const s of sections) workingSection(page, s, math);
}
