import type { LaidPaper, PaperItem, WorkingSection } from '@ample/core';
import type { Paper, Picture } from '../report/paper.ts';
import { MUTED } from '../report/paper.ts';
import { mathSetter } from './math.ts';
import { MARGIN, Page } from './page.ts';
import { drawItems } from './sheet.ts';
import { workingSection } from './working.ts';

const MM = 72 / 25.4;

/** A report as PDF: pages of A4 with drawings at their true size and formulas set in type. */
export class PdfPaper extends Page implements Paper {
  private readonly math = mathSetter(this);

  /** Open entries of the outline, the outermost first: a joint, a heading of it. */
  private readonly entries: { readonly title: string; readonly item: PDFKit.PDFOutline }[] = [];
  /** An entry of the outline at the page of now; 0 is the outermost. */
  private entry(level: number, title: string): void {
    const parent = this.entries[Math.min(level, this.entries.length) - 1]?.item ?? this.doc.outline;
    this.entries.length = Math.min(level, this.entries.length);
    this.entries.push({ title, item: parent.addItem(title, { expanded: false }) });
  }

  override heading(text: string, size = 13): void {
    super.heading(text, size);
    const top = this.entries[0];
    if (size < 15) this.entry(1, text);
    // The text of a joint goes on under the entry of its sheet.
    else if (!top || !text.startsWith(`${top.title}:`)) this.entry(0, text);
    else this.entries.length = 1;
  }

  sheet(drawing: Picture, over: readonly PaperItem[] = [], title = ''): void {
    this.lying();
    if (title) this.entry(0, title);
    const { width, height } = this.doc.page;
    drawItems(this, [...drawing.items, ...over], (width - drawing.width * MM) / 2, (height - drawing.height * MM) / 2);
  }

  /** Sheets in true size on one larger paper, places as many as there are sheets or more. */
  sheets(list: readonly { readonly picture: Picture; readonly title?: string | undefined }[], paper: LaidPaper): void {
    this.ofSize(paper.width * MM, paper.height * MM);
    list.forEach(({ picture, title }, i) => {
      const [x, y] = paper.places[i]!;
      if (title) this.entry(0, title);
      drawItems(this, picture.items, x * MM, y * MM);
    });
  }

  picture(picture: Picture): void {
    this.need(picture.height * MM + 10);
    drawItems(this, picture.items, (this.doc.page.width - picture.width * MM) / 2, this.y + 6);
    this.y += picture.height * MM + 10;
  }

  working(section: WorkingSection): void {
    this.need(46);
    this.entry(2, section.title);
    workingSection(this, section, this.math);
  }

  cover(over: string, name: string, under: readonly string[]): void {
    this.upright('');
    this.y = 200;
    this.runs(over, MARGIN, this.y, 'sans', 11, MUTED);
    this.y += 34;
    this.runs(name, MARGIN, this.y, 'bold', 24);
    this.y += 24;
    for (const line of under) this.paragraph(line, { size: 11 });
  }
}
