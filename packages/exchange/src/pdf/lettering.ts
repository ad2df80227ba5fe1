import type { FontName } from '../fonts.ts';

const MONO_ADVANCE = 0.6;
/** Words whose widths and glyphs are kept; a document of thousands of joints has no end of them. */
const MOST_WORDS = 5_000;

/** What the PDF library has of a face: its name in the file, its object there, and the glyphs of a text with their places in thousandths of the size. */
interface EmbeddedFont {
  readonly id: string;
  layoutCache?: object;
  ref(): PDFKit.PDFKitReference;
  encode(text: string): [readonly string[], readonly GlyphPlace[]];
}
interface GlyphPlace {
  readonly xAdvance: number;
  readonly advanceWidth: number;
  readonly xOffset: number;
  readonly yOffset: number;
}
interface Word {
  /** Over the size. */
  readonly width: number;
  /** As the file shows it, once it is written; null where a glyph stands off its place, which the library writes. */
  glyphs?: string | null;
}
interface Inside {
  readonly _font: EmbeddedFont;
  readonly page: { readonly fonts: Record<string, unknown> };
  addContent(text: string): void;
}

const printed = (x: number): number => Math.round(x * 1e6) / 1e6;

/** The glyphs of a text with their kerning, whatever its size. */
function glyphsOf(font: EmbeddedFont, text: string): string | null {
  const [codes, places] = font.encode(text);
  if (places.some((p) => p.xOffset || p.yOffset)) return null;
  let out = '';
  let run = '';
  places.forEach((p, i) => {
    run += codes[i]!;
    const kern = p.xAdvance - p.advanceWidth;
    if (kern === 0 && i < places.length - 1) return;
    out += `<${run}> ${printed(-kern)} `;
    run = '';
  });
  return `[${out.trimEnd()}] TJ`;
}

/** A colour as the file sets it. */
export function inkOf(colour: string): string {
  const parts = [1, 3, 5].map((i) => parseInt(colour.slice(i, i + 2), 16) / 255);
  return `/DeviceRGB cs\n${parts.join(' ')} scn`;
}

/**
 * Words on the pages of one document. Shaping them costs more than all else in a document, and they repeat: each is shaped once for its width and its
 * glyphs, and written as they stand, where the library would measure it twice more.
 */
export class Lettering {
  private readonly words = new Map<string, Word>();
  private readonly faces = new Map<FontName, EmbeddedFont>();
  private readonly inks = new Map<string, string>();
  private readonly inside: Inside;
  constructor(private readonly doc: PDFKit.PDFDocument) {
    this.inside = doc as unknown as Inside;
  }

  /** Width of a text in one face over its size. */
  width(text: string, face: FontName): number {
    return face === 'mono' ? text.length * MONO_ADVANCE : this.word(text, face).width;
  }

  /** The colour of what is written from here on: "#1d2a3a". */
  ink(colour: string): void {
    let set = this.inks.get(colour);
    if (!set) this.inks.set(colour, (set = inkOf(colour)));
    this.inside.addContent(set);
  }

  /** Writes a text of one face at a baseline. */
  put(text: string, face: FontName, size: number, x: number, baseline: number): void {
    const word = this.word(text, face);
    const font = this.face(face);
    if (word.glyphs === undefined) word.glyphs = glyphsOf(font, text);
    if (word.glyphs === null) {
      this.doc.font(face).fontSize(size).text(text, x, baseline, { lineBreak: false, baseline: 'alphabetic' });
      return;
    }
    this.inside.page.fonts[font.id] ??= font.ref();
    // A page is drawn with its y axis turned over; letters are not.
    const at = `1 0 0 -1 ${printed(x)} ${printed(baseline)} Tm`;
    this.inside.addContent(`BT\n${at}\n/${font.id} ${printed(size)} Tf\n${word.glyphs}\nET`);
  }

  /** A face as it stands in the file. */
  face(name: FontName): EmbeddedFont {
    let found = this.faces.get(name);
    if (!found) {
      this.doc.font(name);
      this.faces.set(name, (found = this.inside._font));
    }
    return found;
  }

  private word(text: string, face: FontName): Word {
    const key = face + text;
    let found = this.words.get(key);
    if (!found) {
      if (this.words.size >= MOST_WORDS) this.forget();
      this.words.set(key, (found = { width: this.doc.font(face).fontSize(100).widthOfString(text) / 100 }));
    }
    return found;
  }

  private forget(): void {
    this.words.clear();
    for (const font of this.faces.values()) if (font.layoutCache) font.layoutCache = Object.create(null) as object;
  }
}
