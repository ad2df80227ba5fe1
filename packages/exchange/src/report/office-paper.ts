import {
  hasBand,
  inCommas,
  itemsInCommas,
  logoIn,
  withBand,
  workingInCommas,
  type HouseRules,
  type PaperItem,
  type WorkingSection,
} from '@ample/core';
import type { FlowingPaper } from './job.ts';
import type { Column, Paper, ParagraphStyle, Picture, SheetOf } from './paper.ts';

/** A picture as the house rules have it: decimals, and the band of the office under a sheet. */
export function officeSheet(sheet: Picture, rules: HouseRules): Picture {
  return withBand(officePicture(sheet, rules), rules);
}
const officePicture = (picture: Picture, { decimal }: HouseRules): Picture =>
  decimal === 'comma' ? { ...picture, items: itemsInCommas(picture.items) } : picture;

/** Width of the text of a page, mm. */
const TEXT = 175;
/** Columns, and labels before a cell, of what is a place in a code, a class, or a detail to be read again: not values. */
export const NAMES = new Set(['Clause', 'Source', 'Detail line', 'Class']);

/** A paper with the logo and the name of the office where its house rules say so, and with their decimal sign in all that is written on it. */
export class OfficePaper implements FlowingPaper {
  private readonly said: (text: string) => string;

  constructor(
    private readonly paper: FlowingPaper,
    private readonly rules: HouseRules,
  ) {
    this.said = rules.decimal === 'comma' ? inCommas : (text) => text;
  }

  upright(head?: string): void {
    const { office } = this.rules;
    this.paper.upright(head && this.said(office ? `${head} · ${office}` : head));
  }
  heading(text: string, size?: number): void {
    this.paper.heading(this.said(text), size);
  }
  paragraph(text: string, style?: ParagraphStyle): void {
    // What is set as a detail line is one: it is read again as it stands.
    this.paper.paragraph(style?.font === 'mono' ? text : this.said(text), style);
  }
  table(columns: readonly Column[], rows: readonly (readonly string[])[], marked?: (row: number) => boolean): void {
    const cell = (text: string, k: number, row: readonly string[]): string =>
      NAMES.has(columns[k]!.title) || NAMES.has(row[k - 1] ?? '') ? text : this.said(text);
    this.paper.table(
      columns,
      rows.map((r) => r.map(cell)),
      marked,
    );
  }
  sheet(sheet: SheetOf, over: readonly PaperItem[], title?: string): void {
    const scale = this.said(sheet.scale);
    this.paper.sheet({ ...officeSheet({ ...sheet, items: [...sheet.items, ...over] }, this.rules), scale }, [], title);
  }
  picture(picture: Picture): void {
    this.paper.picture(officePicture(picture, this.rules));
  }
  working(section: WorkingSection): void {
    this.paper.working(this.rules.decimal === 'comma' ? workingInCommas(section) : section);
  }
  cover(over: string, name: string, under: readonly string[]): void {
    const { office, address, logo } = this.rules;
    this.paper.cover([office, over].filter(Boolean).join(' · '), name, [...under.map(this.said), ...(address ? [address] : [])]);
    if (logo) {
      const image = logoIn(logo, [0, 0], 70, 26);
      this.paper.picture({ width: TEXT, height: image.height, items: [{ ...image, at: [0, 0] }] });
    }
  }
  settle(): Promise<void> {
    return this.paper.settle();
  }
}

/** The paper itself where the rules ask for nothing. */
export const ofOffice = (paper: FlowingPaper, rules: HouseRules): Paper & FlowingPaper =>
  hasBand(rules) || rules.decimal === 'comma' ? new OfficePaper(paper, rules) : paper;
