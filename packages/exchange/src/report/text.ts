import { sectionWords, stepSides, stepWords, type WorkingSection } from '@ample/core';
import { plainOf } from './plain.ts';
import type { Column, Paper, Picture, SheetOf } from './paper.ts';
import { StreamPaper } from './stream.ts';

const WIDTH = 110;

/** Lines of at most so many letters; a longer word stands alone. */
export function wrapped(text: string, width: number): string[] {
  const lines: string[] = [''];
  for (const word of text.split(' ')) {
    const last = lines.at(-1)!;
    if (last && last.length + 1 + word.length > width) lines.push(word);
    else lines[lines.length - 1] = last ? `${last} ${word}` : word;
  }
  return lines;
}

/** A report as plain text of at most 110 letters a line. Drawings are left to the formats that have them. */
export class TextPaper extends StreamPaper implements Paper {
  upright(head?: string): void {
    if (head) this.write(`\n${'='.repeat(WIDTH)}\n${head}\n${'='.repeat(WIDTH)}\n`);
  }
  heading(text: string, size = 13): void {
    this.write(`\n${text}\n${(size > 13 ? '=' : '-').repeat(Math.min(WIDTH, text.length))}\n`);
  }
  paragraph(text: string): void {
    this.write(`${wrapped(text, WIDTH).join('\n')}\n`);
  }
  table(columns: readonly Column[], rows: readonly (readonly string[])[], marked: (row: number) => boolean = () => false): void {
    const gap = 2;
    const longest = columns.map((c, k) => Math.max(c.title.length, ...rows.map((r) => r[k]?.length ?? 0)));
    // A column takes its share of the line, or less where it needs less.
    const room = WIDTH - gap * (columns.length - 1) - 2;
    const widths = columns.map((c, k) => Math.max(3, Math.min(longest[k]!, Math.floor(c.width * room))));
    let spare = room - widths.reduce((a, b) => a + b, 0);
    longest.forEach((l, k) => {
      const more = Math.max(0, Math.min(spare, l - widths[k]!));
      widths[k]! += more;
      spare -= more;
    });
    const line = (cells: readonly string[], mark: string): string => {
      const parts = cells.map((cell, k) => wrapped(cell, widths[k]!).flatMap((l) => pieces(l, widths[k]!)));
      return Array.from({ length: Math.max(1, ...parts.map((p) => p.length)) }, (_, i) =>
        `${i === 0 ? mark : ' '} ${parts
          .map((p, k) => (columns[k]!.align === 'right' ? (p[i] ?? '').padStart(widths[k]!) : (p[i] ?? '').padEnd(widths[k]!)))
          .join(' '.repeat(gap))}`.trimEnd(),
      ).join('\n');
    };
    this.write(
      `${line(
        columns.map((c) => c.title),
        ' ',
      )}\n  ${widths.map((w) => '-'.repeat(w)).join(' '.repeat(gap))}\n`,
    );
    rows.forEach((r, i) => this.write(`${line(r, marked(i) ? '!' : ' ')}\n`));
  }
  sheet(drawing: Pick<SheetOf, 'scale'>): void {
    this.write(`\n[The drawing, ${drawing.scale}, is in the PDF, HTML, DOCX, SVG and DXF.]\n`);
  }
  picture({ items }: Picture): void {
    // A logo has no words.
    if (items.some((i) => i.k !== 'image')) this.write('\n[The picture is in the PDF, HTML and DOCX.]\n');
  }
  working(section: WorkingSection): void {
    this.write(`\n${section.pass ? ' ' : '!'} ${section.title}   (${section.clause})\n`);
    if (section.summary)
      this.write(
        `${wrapped(sectionWords(section), WIDTH - 4)
          .map((l) => `    ${l}`)
          .join('\n')}\n`,
      );
    for (const step of section.steps) {
      this.write(`    ${stepWords(step)}\n`);
      this.write(
        `${wrapped(`${stepSides(step).map(plainOf).join(' = ')}${step.unit ? ` ${step.unit}` : ''}`, WIDTH - 8)
          .map((l, i) => `${' '.repeat(i ? 10 : 6)}${l}`)
          .join('\n')}\n`,
      );
    }
  }
  cover(over: string, name: string, under: readonly string[]): void {
    this.write(
      `${over}\n\n${name}\n${'='.repeat(name.length)}\n${under.map((u) => `${wrapped(u, WIDTH).join('\n')}\n`).join('')}`,
    );
  }
}

/** A word that is longer than its column, in pieces. */
const pieces = (text: string, width: number): string[] =>
  text.length <= width
    ? [text]
    : Array.from({ length: Math.ceil(text.length / width) }, (_, i) => text.slice(i * width, (i + 1) * width));
