import { PassThrough } from 'node:stream';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { describe, expect, it } from 'vitest';
import { Page } from './page.ts';

interface Inside {
  readonly _root: {
    readonly data: { readonly Pages: { readonly data: { readonly Kids: readonly { readonly data: object }[] } } };
  };
  readonly _fontFamilies: Readonly<Record<string, { readonly layoutCache?: object }>>;
}
const inside = (page: Page): Inside => page.doc as unknown as Inside;

/** A document that flows into memory. */
function opened() {
  const out = new PassThrough();
  const parts: Buffer[] = [];
  out.on('data', (c: Buffer) => parts.push(c));
  return { page: new Page('Long', 'nobody', out), bytes: () => Buffer.concat(parts) };
}

describe('a document of many pages', () => {
  it('keeps of a page that is written nothing but its number, and is whole all the same', async () => {
    const { page, bytes } = opened();
    for (const words of ['one', 'two', 'three']) {
      page.upright('head');
      page.paragraph(`page ${words}`);
    }
    const kids = inside(page)._root.data.Pages.data.Kids;
    expect(kids.map((k) => Object.keys(k.data).length > 0)).toEqual([false, false, true]);
    await page.finish();
    const read = await getDocument({ data: new Uint8Array(bytes()) }).promise;
    expect(read.numPages).toBe(3);
    for (const [i, words] of ['one', 'two', 'three'].entries()) {
      const { items } = await (await read.getPage(i + 1)).getTextContent();
      const text = items.map((x) => ('str' in x ? x.str : '')).join(' ');
      expect(text.replace(/\s+/g, ' ')).toContain(`page ${words}`);
      // How many there are is known at the end, and stands on each.
      expect(text.replace(/\s+/g, ' ')).toContain(`${i + 1} /`);
    }
  });

  it('takes what the face of a text lacks from the face of formulas', async () => {
    const { page, bytes } = opened();
    page.upright();
    for (const font of ['sans', 'mono'] as const) page.runs('F ⊥ edge', 60, font === 'sans' ? 100 : 200, font, 10);
    await page.finish();
    const { items } = await (await (await getDocument({ data: new Uint8Array(bytes()) }).promise).getPage(1)).getTextContent();
    const faces = items.flatMap((i) => ('str' in i && i.str.trim() ? [[i.str.trim(), i.fontName]] : []));
    const of = (text: string): string[] => faces.flatMap(([str, font]) => (str === text ? [font!] : []));
    expect(of('⊥')).toHaveLength(2);
    expect(new Set(of('⊥')).size).toBe(1);
    for (const face of [...of('F'), ...of('edge')]) expect(of('⊥')).not.toContain(face);
    expect(of('edge')).toHaveLength(2);
  });

  it('forgets the shapes of words when they are many, and measures them as before', () => {
    const { page } = opened();
    page.upright();
    const width = page.widthOf('word 17', 'sans', 10);
    for (let i = 0; i < 12_000; i += 1) page.widthOf(`w${i}`, 'sans', 10);
    const cached = Object.values(inside(page)._fontFamilies).map((f) => Object.keys(f.layoutCache ?? {}).length);
    expect(Math.max(...cached)).toBeGreaterThan(100);
    expect(Math.max(...cached)).toBeLessThanOrEqual(5_001);
    expect(page.widthOf('word 17', 'sans', 10)).toBe(width);
  });
});
