import PDFDocument from 'pdfkit';
import { FONTS, SYMBOLS, type FontName } from './fonts.ts';

const INK = '#1d2a3a';
const MUTED = '#5b6470';
export const MARGIN = 48;
const MONO_ADVANCE = 0.6;
const A4 = { width: 595.28, height: 841.89 };

export interface Column {
  readonly title: string;
  /** Share of the page's width. */
  readonly width: number;
  readonly align?: 'left' | 'right';
  readonly font?: FontName;
}

/** A flowing document on A4 upright with a running head, and single sheets lying. Collects the bytes as it goes. */
export class Page {
  readonly doc: PDFKit.PDFDocument;
  y = MARGIN;
  readonly width = A4.width - 2 * MARGIN;
  private readonly chunks: Buffer[] = [];
  private readonly done: Promise<Buffer>;
  private head = '';
  private readonly widths = new Map<string, number>();

  constructor(title: string, author: string) {
    this.doc = new PDFDocument({ autoFirstPage: false, size: 'A4', margin: 0, bufferPages: true, info: { Title: title, Author: author, Creator: 'Ample Gusset' } });
    for (const name of Object.keys(FONTS) as FontName[]) this.doc.registerFont(name, FONTS[name]());
    this.done = new Promise((resolve, reject) => {
      this.doc.on('data', (c: Buffer) => this.chunks.push(c));
      this.doc.on('end', () => resolve(Buffer.concat(this.chunks)));
      this.doc.on('error', reject);
    });
  }

  /** A new upright page; text flows from its top. */
  upright(head = this.head): void {
    this.head = head;
    this.doc.addPage({ size: 'A4', margin: 0 });
    this.y = MARGIN;
    if (!head) return;
    this.runs(head, MARGIN, 30, 'sans', 8, MUTED);
    this.rule(36);
    this.y = MARGIN + 4;
  }

  lying(): void {
    this.doc.addPage({ size: 'A4', layout: 'landscape', margin: 0 });
  }

  /** Room for `height` points, on a new page when this one is full. */
  need(height: number): void {
    if (this.y + height > A4.height - MARGIN) this.upright();
  }

  /** Text in one line at a baseline; characters that the face lacks are taken from the formula face. */
  runs(text: string, x: number, baseline: number, font: FontName, size: number, colour = INK): void {
    this.doc.fillColor(colour);
    let at = x;
    for (const [part, face] of split(text, font)) {
      if (part.trim() !== '') this.doc.font(face).fontSize(size).text(part, at, baseline, { lineBreak: false, baseline: 'alphabetic' });
      at += this.partWidth(part, face) * size;
    }
  }

  widthOf(text: string, font: FontName, size: number): number {
    return split(text, font).reduce((w, [part, face]) => w + this.partWidth(part, face) * size, 0);
  }

  /** Width over font size. Shaping costs more than all else in a document, and its words repeat. */
  private partWidth(part: string, face: FontName): number {
    if (face === 'mono') return part.length * MONO_ADVANCE;
    const key = face + part;
    const known = this.widths.get(key);
    if (known !== undefined) return known;
    const width = this.doc.font(face).fontSize(100).widthOfString(part) / 100;
    this.widths.set(key, width);
    return width;
  }

  /** A paragraph, broken into lines of the page's width. */
  paragraph(text: string, { size = 9.5, font = 'sans' as FontName, colour = INK, x = MARGIN, width = this.width, after = 4 } = {}): void {
    for (const line of this.lines(text, font, size, width)) {
      this.need(size * 1.4);
      this.y += size * 1.35;
      this.runs(line, x, this.y - size * 0.3, font, size, colour);
    }
    this.y += after;
  }

  lines(text: string, font: FontName, size: number, width: number): string[] {
    const lines: string[] = [];
    const space = this.widthOf(font === 'mono' ? ' ' : '\u00a0', font, size);
    let line = '';
    let used = 0;
    for (const word of text.split(' ')) {
      const w = this.widthOf(word, font, size);
      if (line && used + space + w > width) {
        lines.push(line);
        line = word;
        used = w;
      } else {
        used += (line ? space : 0) + w;
        line = line ? `${line} ${word}` : word;
      }
    }
    return [...lines, line];
  }

  heading(text: string, size = 13): void {
    const lines = this.lines(text, 'bold', size, this.width);
    this.need(size * (1.9 + 1.3 * lines.length));
    lines.forEach((line, i) => {
      this.y += size * (i ? 1.25 : 1.7);
      this.runs(line, MARGIN, this.y - size * 0.35, 'bold', size);
    });
    this.y += 3;
  }

  rule(y: number, colour = '#c9c4b6'): void {
    this.doc.lineWidth(0.5).strokeColor(colour).moveTo(MARGIN, y).lineTo(MARGIN + this.width, y).stroke();
  }

  /** A table with a head that is repeated on each page; cells wrap. */
  table(columns: readonly Column[], rows: readonly (readonly string[])[], marked: (row: number) => boolean = () => false): void {
    const size = 8.2;
    const pad = 3;
    const xs = columns.map((_, i) => MARGIN + this.width * columns.slice(0, i).reduce((w, c) => w + c.width, 0));
    const put = (cells: readonly string[], bold: boolean, colour: string): void => {
      const wrapped = cells.map((cell, i) => this.lines(cell, bold ? 'bold' : (columns[i]!.font ?? 'sans'), size, this.width * columns[i]!.width - 2 * pad));
      const height = Math.max(...wrapped.map((l) => l.length)) * size * 1.3 + 4;
      if (this.y + height > A4.height - MARGIN) {
        this.upright();
        if (!bold) put(columns.map((c) => c.title), true, MUTED);
      }
      wrapped.forEach((lines, i) => {
        const face = bold ? 'bold' : (columns[i]!.font ?? 'sans');
        lines.forEach((line, k) => {
          const w = columns[i]!.align === 'right' ? this.width * columns[i]!.width - 2 * pad - this.widthOf(line, face, size) : 0;
          this.runs(line, xs[i]! + pad + w, this.y + size * 1.15 + k * size * 1.3, face, size, colour);
        });
      });
      this.y += height;
      this.rule(this.y);
    };
    put(columns.map((c) => c.title), true, MUTED);
    rows.forEach((row, i) => put(row, false, marked(i) ? '#a4432f' : INK));
    this.y += 4;
  }

  /** Numbers the pages and gives the file. */
  finish(): Promise<Buffer> {
    const { start, count } = this.doc.bufferedPageRange();
    for (let i = start; i < start + count; i += 1) {
      this.doc.switchToPage(i);
      const label = `${i + 1} / ${count}`;
      this.runs(label, this.doc.page.width - MARGIN - this.widthOf(label, 'sans', 8), this.doc.page.height - 16, 'sans', 8, MUTED);
    }
    this.doc.end();
    return this.done;
  }
}

/** Cuts a text into runs of one face each. Spaces of the mono face are stepped over: the PDF library can't shape that face's empty glyph. */
function split(text: string, font: FontName): [string, FontName][] {
  const out: [string, FontName][] = [];
  for (const char of text) {
    const face: FontName = SYMBOLS.test(char) ? 'symbols' : font;
    const last = out.at(-1);
    if (last && last[1] === face && !(font === 'mono' && (char === ' ') !== last[0].endsWith(' '))) last[0] += char;
    else out.push([char, face]);
  }
  return out;
}
