import { PassThrough } from 'node:stream';
import fc from 'fast-check';
import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs';
import PDFDocument from 'pdfkit';
import { describe, expect, it } from 'vitest';
import { FONTS, type FontName } from '../fonts.ts';
import { Lettering } from './lettering.ts';

interface Put {
  readonly text: string;
  readonly face: FontName;
  readonly size: number;
  readonly x: number;
  readonly y: number;
}

/** A page of A4 in a document that has all faces. */
function withFaces(): PDFKit.PDFDocument {
  const doc = new PDFDocument({ size: 'A4', margin: 0 });
  for (const name of Object.keys(FONTS) as FontName[]) doc.registerFont(name, FONTS[name]());
  return doc;
}

/** A page of A4 with these words, each put by `put`, as another reader finds it. */
async function readPage(words: readonly Put[], put: (doc: PDFKit.PDFDocument) => (w: Put) => void) {
  const doc = withFaces();
  const parts: Buffer[] = [];
  const done = new Promise((resolve) =>
    doc
      .pipe(new PassThrough())
      .on('data', (c: Buffer) => parts.push(c))
      .on('end', resolve),
  );
  const one = put(doc);
  words.forEach(one);
  doc.end();
  await done;
  const page = await (await getDocument({ data: new Uint8Array(Buffer.concat(parts)), verbosity: 0 }).promise).getPage(1);
  const { items } = await page.getTextContent({ disableNormalization: true });
  const ops = await page.getOperatorList();
  return {
    items: items.flatMap((i) => ('str' in i && i.str ? [{ str: i.str, at: i.transform as number[], width: i.width }] : [])),
    placed: ops.fnArray.filter((fn) => fn === OPS.setTextMatrix).length,
    colours: ops.fnArray.flatMap((fn, i) =>
      fn === OPS.setFillRGBColor ? [Array.from(ops.argsArray[i] as ArrayLike<unknown>).join()] : [],
    ),
  };
}
const byLibrary = (doc: PDFKit.PDFDocument) => (w: Put) =>
  void doc.font(w.face).fontSize(w.size).text(w.text, w.x, w.y, { lineBreak: false, baseline: 'alphabetic' });
const byLettering = (doc: PDFKit.PDFDocument) => {
  const letters = new Lettering(doc);
  return ({ text, face, size, x, y }: Put) => letters.put(text, face, size, x, y);
};

/** Both pages say the same at the same places, to a thousandth of a point. */
async function same(words: readonly Put[]): Promise<void> {
  const [a, b] = [await readPage(words, byLibrary), await readPage(words, byLettering)];
  expect(b.items.map((i) => i.str)).toEqual(a.items.map((i) => i.str));
  // A glyph that stands off its place is placed by itself.
  expect(b.placed).toBe(a.placed);
  a.items.forEach((i, k) => {
    i.at.forEach((x, n) => expect(b.items[k]!.at[n]).toBeCloseTo(x, 3));
    expect(b.items[k]!.width).toBeCloseTo(i.width, 3);
  });
}

describe('words on a page', () => {
  const words = (face: FontName, letters: string) =>
    fc.record({
      text: fc.array(fc.constantFrom(...letters), { minLength: 1, maxLength: 14 }).map((l) => `a${l.join('')}a`),
      face: fc.constant(face),
      size: fc.constantFrom(6.5, 8.2, 9.5, 13),
      x: fc.integer({ min: 20, max: 300 }),
      y: fc.integer({ min: 40, max: 800 }),
    });
  const plain = 'AVWTYoaefijkmnrstvwxyz0123456789.,:;()/=+-×·';
  it('stand as the PDF library would set them, kerning included, in every face', async () => {
    const any = fc.oneof(
      words('sans', `${plain} γαΔ²`),
      words('bold', `${plain} γαΔ²`),
      words('mono', plain),
      words('math', 'AVWTYabcdefghxyzαβγ'),
      words('symbols', 'AVWTYabcdefgh0123456789()+='),
    );
    await fc.assert(
      fc.asyncProperty(fc.array(any, { minLength: 1, maxLength: 8 }), (list) => same(list)),
      { numRuns: 40 },
    );
  });

  it('are the same the second time, at another size and on another page', async () => {
    const word = { text: 'AVAT To', face: 'sans', size: 9, x: 50, y: 100 } as const;
    await same([word, { ...word, size: 18, y: 200 }, { ...word, face: 'bold', y: 300 }]);
    const seen = await readPage([word, { ...word, size: 18, y: 200 }], byLettering);
    // As wide for its size: kerning grows with the letters.
    expect(seen.items[1]!.width).toBeCloseTo(2 * seen.items[0]!.width, 6);
    const doc = withFaces();
    const letters = new Lettering(doc);
    letters.put('first', 'sans', 9, 50, 100);
    doc.addPage();
    letters.put('first', 'sans', 9, 50, 100);
    // Each page names the faces that it shows.
    expect(Object.keys((doc.page as unknown as { fonts: object }).fonts)).toHaveLength(1);
  });

  it('with an accent that stands off its place are left to the library', async () => {
    const word = { text: 'x\u0304 = 3 and q\u0301', face: 'sans', size: 12, x: 50, y: 100 } as const;
    const offset = (doc: PDFKit.PDFDocument): boolean => {
      doc.font('sans');
      const { _font: font } = doc as unknown as {
        _font: { encode(t: string): [unknown, { xOffset: number; yOffset: number }[]] };
      };
      return font.encode(word.text)[1].some((p) => p.xOffset !== 0 || p.yOffset !== 0);
    };
    let off = false;
    await readPage([word], (doc) => ((off = offset(doc)), () => undefined));
    expect(off).toBe(true);
    await same([word, word]);
  });

  it('measure by their shape, in the face of equal steps by their number', () => {
    const doc = withFaces();
    const letters = new Lettering(doc);
    expect(letters.width('AVAT', 'sans') * 40).toBeCloseTo(doc.font('sans').fontSize(40).widthOfString('AVAT'), 9);
    expect(letters.width('AVAT', 'sans')).toBeLessThan([...'AVAT'].reduce((w, c) => w + letters.width(c, 'sans'), 0));
    expect(letters.width('12 mm', 'mono')).toBe(3);
  });

  it('have the ink that was set last', async () => {
    const seen = await readPage([{ text: 'a', face: 'sans', size: 9, x: 50, y: 100 }], (doc) => (w) => {
      const letters = new Lettering(doc);
      for (const ink of ['#1d2a3a', '#a4432f', '#1d2a3a']) {
        letters.ink(ink);
        letters.put(w.text, w.face, w.size, w.x, w.y);
      }
    });
    // 1d 2a 3a and a4 43 2f.
    expect(seen.colours).toEqual(['29,42,58', '164,67,47', '29,42,58']);
  });
});
