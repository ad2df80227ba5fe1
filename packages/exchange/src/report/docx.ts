import type { Writable } from 'node:stream';
import { finished } from 'node:stream/promises';
import { Resvg } from '@resvg/resvg-js';
import {
  AlignmentType,
  BorderStyle,
  Document,
  Footer,
  HeadingLevel,
  ImageRun,
  Math as Equation,
  MathFraction,
  MathRadical,
  MathRun,
  MathSubScript,
  MathSuperScript,
  Packer,
  PageNumber,
  Paragraph,
  Table,
  TableCell,
  TableRow,
  TextRun,
  WidthType,
  type MathComponent,
} from 'docx';
import { sectionWords, stepSides, stepWords, type Notation, type PaperItem, type WorkingSection } from '@ample/core';
import { fontFiles } from '../fonts.ts';
import { sheetSvg } from '../shop/sheet-svg.ts';
import { MUTED, OXIDE, type Column, type Paper, type ParagraphStyle, type Picture } from './paper.ts';

const hex = (colour: string): string => colour.slice(1);
const INK = '1D2A3A';
/** Width of the text, in twentieths of a point: A4 less its margins. */
const TEXT_WIDTH = 9900;
/** Dots of a picture for each millimetre of it: 200 to the inch. */
const DOTS = 200 / 25.4;

/** A formula as an equation of the office format (OMML), which its programs set and edit. */
export function equationOf(n: Notation): MathComponent[] {
  const run = (text: string): MathComponent => new MathRun(text);
  switch (n.k) {
    case 'row':
      return n.items.flatMap(equationOf);
    case 'num':
      return [run(n.unit ? `${n.text}\u202f${n.unit}` : n.text)];
    case 'var':
      return n.sub ? [new MathSubScript({ children: [run(n.head)], subScript: [run(n.sub)] })] : [run(n.head)];
    case 'op':
    case 'word':
      return [run(n.text)];
    case 'frac':
      return [new MathFraction({ numerator: equationOf(n.num), denominator: equationOf(n.den) })];
    case 'sqrt':
      return [new MathRadical({ children: equationOf(n.of) })];
    case 'sup':
      return [new MathSuperScript({ children: equationOf(n.base), superScript: equationOf(n.exp) })];
    case 'fence':
      return [run(n.open), ...equationOf(n.of), run(n.close)];
  }
}

/** A report as a document of an office: real headings, tables, equations, and drawings as pictures. */
export class DocxPaper implements Paper {
  private readonly children: (Paragraph | Table)[] = [];
  private fresh = true;

  constructor(
    private readonly title: string,
    private readonly author: string,
    private readonly out: Writable,
  ) {
    out.on('error', () => undefined);
  }

  upright(head?: string): void {
    if (head) this.say(head, { size: 16, colour: MUTED }, !this.fresh);
    this.fresh = false;
  }
  heading(text: string, size = 13): void {
    this.children.push(
      new Paragraph({ text, heading: size > 13 ? HeadingLevel.HEADING_1 : HeadingLevel.HEADING_2, keepNext: true }),
    );
  }
  paragraph(text: string, style: ParagraphStyle = {}): void {
    this.say(text, { ...style, size: Math.round((style.size ?? 9.5) * 2) });
  }
  table(columns: readonly Column[], rows: readonly (readonly string[])[], marked: (row: number) => boolean = () => false): void {
    const all = columns.reduce((s, c) => s + c.width, 0);
    const widths = columns.map((c) => Math.round((c.width / all) * TEXT_WIDTH));
    const line = { style: BorderStyle.SINGLE, size: 4, color: 'C9C4B6' };
    const none = { style: BorderStyle.NONE, size: 0, color: 'FFFFFF' };
    const row = (cells: readonly string[], head: boolean, bad: boolean): TableRow =>
      new TableRow({
        tableHeader: head,
        cantSplit: true,
        children: cells.map(
          (text, k) =>
            new TableCell({
              width: { size: widths[k]!, type: WidthType.DXA },
              margins: { left: 60, right: 60, top: 20, bottom: 20 },
              borders: { top: none, left: none, right: none, bottom: line },
              children: [
                new Paragraph({
                  alignment: columns[k]!.align === 'right' ? AlignmentType.RIGHT : AlignmentType.LEFT,
                  children: [
                    new TextRun({
                      text,
                      bold: head,
                      size: 16,
                      ...(columns[k]!.font === 'mono' ? { font: 'IBM Plex Mono' } : {}),
                      ...(bad ? { color: hex(OXIDE) } : {}),
                    }),
                  ],
                }),
              ],
            }),
        ),
      });
    this.children.push(
      new Table({
        columnWidths: widths,
        width: { size: TEXT_WIDTH, type: WidthType.DXA },
        rows: [
          row(
            columns.map((c) => c.title),
            true,
            false,
          ),
          ...rows.map((r, i) => row(r, false, marked(i))),
        ],
      }),
      new Paragraph({ children: [], spacing: { after: 60 } }),
    );
  }
  sheet(drawing: Picture, over: readonly PaperItem[] = []): void {
    this.picture({ ...drawing, items: [...drawing.items, ...over] });
  }
  picture(picture: Picture): void {
    const svg = sheetSvg(picture, picture.items, 'Drawing');
    const image = new Resvg(svg, {
      fitTo: { mode: 'width', value: Math.round(picture.width * DOTS) },
      font: { loadSystemFonts: false, fontFiles: fontFiles(), defaultFontFamily: 'IBM Plex Sans' },
    }).render();
    const width = Math.min(660, (picture.width / 25.4) * 96);
    const [name, description] = picture.items.every((i) => i.k === 'image')
      ? ['Logo', 'Logo of the office']
      : ['Drawing', 'Drawing of the joint'];
    this.children.push(
      new Paragraph({
        children: [
          new ImageRun({
            type: 'png',
            data: image.asPng(),
            transformation: { width: Math.round(width), height: Math.round((width * picture.height) / picture.width) },
            altText: { name, title: name, description },
          }),
        ],
      }),
    );
  }
  working(section: WorkingSection): void {
    this.children.push(
      new Paragraph({
        keepNext: true,
        spacing: { before: 160 },
        children: [
          new TextRun({ text: section.title, bold: true, size: 20, color: section.pass ? INK : hex(OXIDE) }),
          new TextRun({ text: `   ${section.clause}`, size: 16, color: hex(MUTED) }),
        ],
      }),
    );
    if (section.summary) this.say(sectionWords(section), { size: 16, colour: section.pass && !section.missing ? MUTED : OXIDE });
    for (const step of section.steps) {
      const parts = stepSides(step).map(equationOf);
      const equation = parts.flatMap((p, i) => (i ? [new MathRun(' = '), ...p] : p));
      this.say(stepWords(step), { size: 15, colour: MUTED });
      this.children.push(
        new Paragraph({
          indent: { left: 300 },
          spacing: { after: 80 },
          children: [new Equation({ children: step.unit ? [...equation, new MathRun(`\u202f${step.unit}`)] : equation })],
        }),
      );
    }
  }
  cover(over: string, name: string, under: readonly string[]): void {
    this.say(over, { size: 22, colour: MUTED });
    this.children.push(new Paragraph({ text: name, heading: HeadingLevel.TITLE }));
    for (const u of under) this.say(u, { size: 22 });
    this.fresh = false;
  }
  /** A document of this kind is put together at its end. */
  settle(): Promise<void> {
    return Promise.resolve();
  }
  async finish(): Promise<void> {
    const document = new Document({
      title: this.title,
      creator: this.author || 'Ample Gusset',
      styles: {
        default: {
          document: { run: { font: 'IBM Plex Sans', size: 19 } },
          title: { run: { size: 48, bold: true, color: INK } },
          heading1: { run: { size: 28, bold: true, color: INK }, paragraph: { spacing: { before: 240, after: 80 } } },
          heading2: { run: { size: 23, bold: true, color: INK }, paragraph: { spacing: { before: 200, after: 60 } } },
        },
      },
      sections: [
        {
          properties: {
            page: { size: { width: 11906, height: 16838 }, margin: { top: 1000, bottom: 1000, left: 1000, right: 1000 } },
          },
          footers: {
            default: new Footer({
              children: [
                new Paragraph({
                  alignment: AlignmentType.RIGHT,
                  children: [new TextRun({ size: 16, children: [PageNumber.CURRENT, ' / ', PageNumber.TOTAL_PAGES] })],
                }),
              ],
            }),
          },
          children: this.children,
        },
      ],
    });
    this.out.end(await Packer.toBuffer(document));
    await finished(this.out);
  }

  private say(text: string, { size = 19, font, colour }: Omit<ParagraphStyle, 'after'> = {}, newPage = false): void {
    this.children.push(
      new Paragraph({
        pageBreakBefore: newPage,
        spacing: { after: 60 },
        children: [
          new TextRun({
            text,
            size,
            ...(font === 'mono' ? { font: 'IBM Plex Mono' } : {}),
            ...(colour ? { color: hex(colour) } : {}),
          }),
        ],
      }),
    );
  }
}
