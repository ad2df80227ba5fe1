import type { Writable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import PDFDocument from 'pdfkit';
import { MUTED, type Column, type ParagraphStyle } from '../report/paper.ts';
import { FONTS, SYMBOLS, type FontName } from '../fonts.ts';
import { inkOf, Lettering } from './lettering.ts';

const INK = '#1d2a3a';
export const MARGIN = 48;
const A4 = { width: 595.28, height: 841.89 };

/** Bytes that may wait to be written before the next part is begun. */
const MOST_WAITING = 1 << 20;
/** What is left of a page that is written. */
const WRITTEN = {};

/** A page that is being written. */
interface OpenPage {
  readonly content: { write(chunk: string | Uint8Array): void };
  write(chunk: string | Uint8Array): void;
  end(): void;
}
/** Gathers what is drawn on a page as one text: as the array of bytes that each stroke and word would else be, it takes a sixth of a document's time. */
function asOneText(page: OpenPage): void {
  const { content, end } = page;
  let text = '';
  const flush = (): void => {
    if (text) content.write(Buffer.from(text, 'latin1'));
    text = '';
  };
  page.write = (chunk) => {
    if (typeof chunk === 'string') {
      text += `${chunk}\n`;
      return;
    }
    flush();
    content.write(chunk);
  };
  page.end = () => {
    flush();
    end.call(page);
  };
}

/**
 * A flowing document on A4 upright with a running head, and single sheets lying. Each page is written to `out` when the next begins, so that a
 * document of any length needs the memory of a few pages.
 */
export class Page {
  readonly doc: PDFKit.PDFDocument;
  y = MARGIN;
  readonly width = A4.width - 2 * MARGIN;
  private readonly done: Promise<void>;
  private head = '';
  private number = 0;
  private readonly total: Total;
  readonly letters: Lettering;

  constructor(
    title: string,
    author: string,
    private readonly out: Writable,
  ) {
    this.doc = new PDFDocument({
      autoFirstPage: false,
      size: 'A4',
      margin: 0,
      info: { Title: title, Author: author, Creator: 'Ample Gusset' },
      lang: 'en-GB',
      displayTitle: true,
    });
    for (const name of Object.keys(FONTS) as FontName[]) this.doc.registerFont(name, FONTS[name]());
    this.letters = new Lettering(this.doc);
    this.total = new Total(this.doc);
    this.done = pipeline(this.doc, out);
    // Whoever finishes the document hears of it; until then an error of the disk must not end the process.
    this.done.catch(() => undefined);
  }

  /** Lets what was drawn reach the disk, and other work have its turn. */
  async settle(): Promise<void> {
    do {
      if (this.out.errored) throw this.out.errored;
      await new Promise((resolve) => setImmediate(resolve));
    } while (this.doc.readableLength + this.out.writableLength > MOST_WAITING);
  }

  /** A new upright page; text flows from its top. */
  upright(head = this.head): void {
    this.head = head;
    this.page({ size: 'A4', margin: 0 });
    this.y = MARGIN;
    if (!head) return;
    this.runs(head, MARGIN, 30, 'sans', 8, MUTED);
    this.rule(36);
    this.y = MARGIN + 4;
  }

  lying(): void {
    this.page({ size: 'A4', layout: 'landscape', margin: 0 });
  }

  /** A page of any size, in points. */
  ofSize(width: number, height: number): void {
    this.page({ size: [width, height], margin: 0 });
  }

  /** A page; the one before is written then, and all that is needed of it later is its number among the objects of the file. */
  private page(options: PDFKit.PDFDocumentOptions): void {
    const before = (this.doc.page as PDFKit.PDFPage | null)?.dictionary as { data: object } | undefined;
    this.doc.addPage(options);
    asOneText(this.doc.page as unknown as OpenPage);
    if (before) before.data = WRITTEN;
    this.numbered();
  }

  /** Room for `height` points, on a new page when this one is full. */
  need(height: number): void {
    if (this.y + height > A4.height - MARGIN) this.upright();
  }

  /** Text in one line at a baseline; characters that the face lacks are taken from the formula face. */
  runs(text: string, x: number, baseline: number, font: FontName, size: number, colour = INK): void {
    this.letters.ink(colour);
    let at = x;
    const parts = split(text, font);
    parts.forEach(([part, face], i) => {
      if (part.trim() !== '') this.letters.put(part, face, size, at, baseline);
      if (i < parts.length - 1) at += this.letters.width(part, face) * size;
    });
  }

  widthOf(text: string, font: FontName, size: number): number {
    return split(text, font).reduce((w, [part, face]) => w + this.letters.width(part, face) * size, 0);
  }

  /** A paragraph, broken into lines of the page's width. */
  paragraph(text: string, { size = 9.5, font = 'sans', colour = INK, after = 4 }: ParagraphStyle = {}): void {
    for (const line of this.lines(text, font, size, this.width)) {
      this.need(size * 1.4);
      this.y += size * 1.35;
      this.runs(line, MARGIN, this.y - size * 0.3, font, size, colour);
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
    this.doc
      .lineWidth(0.5)
      .strokeColor(colour)
      .moveTo(MARGIN, y)
      .lineTo(MARGIN + this.width, y)
      .stroke();
  }

  /** A table with a head that is repeated on each page; cells wrap. */
  table(columns: readonly Column[], rows: readonly (readonly string[])[], marked: (row: number) => boolean = () => false): void {
    const size = 8.2;
    const pad = 3;
    const xs = columns.map((_, i) => MARGIN + this.width * columns.slice(0, i).reduce((w, c) => w + c.width, 0));
    const put = (cells: readonly string[], bold: boolean, colour: string): void => {
      const wrapped = cells.map((cell, i) =>
        this.lines(cell, bold ? 'bold' : (columns[i]!.font ?? 'sans'), size, this.width * columns[i]!.width - 2 * pad),
      );
      const height = Math.max(...wrapped.map((l) => l.length)) * size * 1.3 + 4;
      if (this.y + height > A4.height - MARGIN) {
        this.upright();
        if (!bold)
          put(
            columns.map((c) => c.title),
            true,
            MUTED,
          );
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
    put(
      columns.map((c) => c.title),
      true,
      MUTED,
    );
    rows.forEach((row, i) => put(row, false, marked(i) ? '#a4432f' : INK));
    this.y += 4;
  }

  /** "3 / 12" at the foot: how many there are is known at the end, and stands in every page from then on. */
  private numbered(): void {
    this.number += 1;
    const label = `${this.number} / `;
    const { width, height } = this.doc.page;
    const x = width - MARGIN - this.widthOf('0000', 'sans', Total.SIZE);
    this.runs(label, x - this.widthOf(`${this.number} /`, 'sans', Total.SIZE) - 2, height - 16, 'sans', Total.SIZE, MUTED);
    this.total.put(x, height - 16);
  }

  /** Ends the document; resolves when its last byte is written. */
  async finish(): Promise<void> {
    this.total.end(String(this.number), this.letters);
    this.doc.end();
    await this.done;
  }
}

/** The number of pages: a form that every page shows and that is drawn once, at the end. */
class Total {
  static readonly SIZE = 8;
  private readonly ref: PDFKit.PDFKitReference;

  constructor(private readonly doc: PDFKit.PDFDocument) {
    this.ref = doc.ref({ Type: 'XObject', Subtype: 'Form', BBox: [0, -4, 60, 12] });
  }

  put(x: number, baseline: number): void {
    (this.doc.page as unknown as { xobjects: Record<string, unknown> }).xobjects['Total'] = this.ref;
    // A page is drawn with its y axis turned over; the form is not.
    (this.doc as unknown as { addContent(text: string): void }).addContent(
      `q 1 0 0 -1 ${x.toFixed(2)} ${baseline.toFixed(2)} cm /Total Do Q`,
    );
  }

  end(text: string, letters: Lettering): void {
    const font = letters.face('sans');
    const { ref } = this as unknown as { ref: { data: Record<string, unknown>; end(content: string): void } };
    ref.data['Resources'] = { Font: { [font.id]: font.ref() } };
    ref.end(`BT ${inkOf(MUTED)} /${font.id} ${Total.SIZE} Tf <${font.encode(text)[0].join('')}> Tj ET`);
  }
}

/** Cuts a text into runs of one face each. Spaces of the mono face are stepped over: the PDF library can't shape that face's empty glyph. */
function split(text: string, font: FontName): [string, FontName][] {
  if (!SYMBOLS.test(text) && !(font === 'mono' && text.includes(' '))) return [[text, font]];
  const out: [string, FontName][] = [];
  for (const char of text) {
    const face: FontName = SYMBOLS.test(char) ? 'symbols' : font;
    const last = out.at(-1);
    if (last && last[1] === face && !(font === 'mono' && (char === ' ') !== last[0].endsWith(' '))) last[0] += char;
    else out.push([char, face]);
  }
  return out;
}
