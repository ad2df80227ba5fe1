import type { PaperItem, WorkingSection } from '@ample/core';

/** Ink of what is said beside the rest, and of what does not hold. */
export const MUTED = '#5b6470';
export const OXIDE = '#a4432f';

export interface Column {
  readonly title: string;
  /** Share of the page's width. */
  readonly width: number;
  readonly align?: 'left' | 'right';
  readonly font?: 'sans' | 'mono';
}
export interface ParagraphStyle {
  readonly size?: number;
  readonly font?: 'sans' | 'mono';
  readonly colour?: string;
  readonly after?: number;
}
/** What is drawn in millimetres. */
export interface Picture {
  readonly width: number;
  readonly height: number;
  readonly items: readonly PaperItem[];
}

/** A drawing as it is put on paper. */
export interface SheetOf extends Picture {
  readonly scale: string;
}

/** What a report is written on: the same calls make a PDF, a text, a page of HTML or a document of an office. */
export interface Paper {
  /** A new page with its running head. */
  upright(head?: string): void;
  heading(text: string, size?: number): void;
  paragraph(text: string, style?: ParagraphStyle): void;
  /** `marked`: rows that do not hold. */
  table(columns: readonly Column[], rows: readonly (readonly string[])[], marked?: (row: number) => boolean): void;
  /** A sheet at its true size on a page of its own, with what is drawn over it; `title`: what begins with it. */
  sheet(sheet: SheetOf, over: readonly PaperItem[], title?: string): void;
  /** A picture between paragraphs. */
  picture(picture: Picture): void;
  /** The workings of one check or rule. */
  working(section: WorkingSection): void;
  /** The first page of a whole job: over its name, the name, and what stands under it. */
  cover(over: string, name: string, under: readonly string[]): void;
}
