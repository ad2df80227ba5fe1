import {
  basisOf,
  calculate,
  toolOf,
  type CalculationDocument,
  type JobDocument,
  type ToolField,
  type ToolTable,
} from '@ample/core';
import { MUTED, OXIDE, type Paper } from './paper.ts';

/** Share of the page that a column takes: numbers alike, words by the longest of them. */
function widthOf({ head, rows, words }: ToolTable, column: number): number {
  if (!words) return 1 / head.length;
  const longest = head.map((h, k) => Math.min(60, 2 + Math.max(6, h.length, ...rows.map((r) => r[k]!.length))));
  return longest[column]! / longest.reduce((a, b) => a + b, 0);
}

/** Pages of one calculation of the bench: what was put in, its answer, picture, tables and workings. */
export function calculationPages(page: Paper, job: JobDocument, c: CalculationDocument): void {
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
  if (picture) page.picture(picture);
  for (const t of tables) {
    page.heading(t.title);
    page.table(
      t.head.map((title, i) => ({ title, width: widthOf(t, i), align: i && !t.words ? ('right' as const) : ('left' as const) })),
      t.rows,
      (i) => i === t.marked,
    );
  }
  page.heading('Workings');
  for (const s of sections) page.working(s);
}
