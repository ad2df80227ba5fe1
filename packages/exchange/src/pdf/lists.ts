import { totalRow, type HouseRules, type List } from '@ample/core';
import { bytesOf } from '../report/stream.ts';
import { ofOffice } from '../report/office-paper.ts';
import { PdfPaper } from './paper.ts';

const shown = (x: string | number): string => (typeof x === 'number' ? String(Number(x.toFixed(3))) : x);
/** Widths of columns as shares of the page: by what stands in them, none so narrow that its head breaks in every letter. */
function widths(list: List, rows: readonly (readonly string[])[]): number[] {
  const longest = list.head.map((h, k) => {
    const words = h.split(' ').reduce((m, w) => Math.max(m, w.length), 0);
    return Math.min(34, Math.max(words, 3, ...rows.map((r) => r[k]!.length)) + 2);
  });
  const all = longest.reduce((a, b) => a + b, 0);
  return longest.map((n) => n / all);
}

/** Lists on paper, each with its total. */
export const listsPdf = (
  lists: readonly List[],
  {
    title,
    author,
    head,
    date,
    rules,
  }: {
    readonly title: string;
    readonly author: string;
    readonly head: string;
    readonly date: string;
    readonly rules: HouseRules;
  },
): Promise<Uint8Array> =>
  bytesOf(async (out) => {
    const pdf = new PdfPaper(title, author, out);
    const page = ofOffice(pdf, rules);
    page.upright(head);
    page.heading(title, 15);
    page.paragraph(date);
    if (lists.length === 0) page.paragraph('There is nothing to list.');
    for (const list of lists) {
      const total = list.total && totalRow(list.total).map(shown);
      const rows = [...list.rows.map((r) => r.map(shown)), ...(total ? [total] : [])];
      const share = widths(list, rows);
      page.heading(list.title);
      page.table(
        list.head.map((h, k) => ({
          ...{ title: h, width: share[k]! },
          ...(list.rows.some((r) => typeof r[k] === 'number') ? { align: 'right' as const } : {}),
        })),
        rows,
      );
      await page.settle();
    }
    await pdf.finish();
  });
