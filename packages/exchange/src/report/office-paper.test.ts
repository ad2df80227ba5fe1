import { PassThrough } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import DxfParser from 'dxf-parser';
import JSZip from 'jszip';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { describe, expect, it } from 'vitest';
import { readRulesFile, rulesOf, SHEET, sheetHeight, type GivenRules, type JobDocument } from '@ample/core';
import { readFileSync } from 'node:fs';
import { drawnLogo } from '../logo.ts';
import { jobPdf, jointPdf } from '../pdf/index.ts';
import { drawingsPdf } from '../shop/out.ts';
import { jointFiles, sheetOf, wholeFiles } from '../shop/files.ts';
import { built, options, tern } from '../shop/demo.testing.ts';
import { nest, nestedDxf, wantedOf } from '../shop/nest.ts';
import { sheetDxf } from '../shop/sheet-dxf.ts';
import { jointOffice } from './office.ts';
import { officeSheet } from './office-paper.ts';
import type { OfficeFormat } from './office-formats.ts';
import { bytesOf } from './stream.ts';

const rules: GivenRules = readRulesFile(
  JSON.parse(readFileSync(new URL('../../../../demo/house-rules.json', import.meta.url), 'utf8')),
);
const under = (own: GivenRules): JobDocument => ({ ...tern, rules: own });
const B2 = tern.joints.find((j) => j.mark === 'B2-14')!;
const text = async (format: OfficeFormat, job: JobDocument): Promise<string> => {
  const out = new PassThrough();
  const [b] = await Promise.all([buffer(out), jointOffice(job, B2, format, { date: '2026-05-04' }, out)]);
  return b.toString();
};
async function pagesOf(bytes: Uint8Array): Promise<{ words: string[]; pictures: number; size: readonly [number, number] }[]> {
  const doc = await getDocument({ data: new Uint8Array(bytes), useSystemFonts: false, verbosity: 0 }).promise;
  return Promise.all(
    Array.from({ length: doc.numPages }, async (_, i) => {
      const page = await doc.getPage(i + 1);
      const { items } = await page.getTextContent();
      const { fnArray } = await page.getOperatorList();
      const [, , w, h] = page.view as [number, number, number, number];
      // 85: paintImageXObject.
      return {
        words: items.map((t) => ('str' in t ? t.str : '')),
        pictures: fnArray.filter((f) => f === 85).length,
        size: [w, h] as const,
      };
    }),
  );
}

describe('a report under house rules', () => {
  it('has its decimals after a comma, in the text as in the formulas, and is else the same', async () => {
    const [point, comma] = [await text('txt', tern), await text('txt', under({ decimal: 'comma' }))];
    expect(comma).not.toBe(point);
    expect(comma.replace(/(\d),(\d)/g, '$1.$2')).toBe(point.replace(/(\d),(\d)/g, '$1.$2'));
    expect(comma).toContain('FP | 10x100x290 S275 | 4xM20-8.8 @70');
    expect(comma).toMatch(/Class\s+8\.8/);
    expect(comma).toMatch(/EN 1993-1-8, Table 3\.4/);
    expect(comma).toMatch(/x = k_a s = 0,7 × 8 = 5,6 mm/);
    // What is left with a point are names: places in codes, classes of bolts.
    const left = [...comma.matchAll(/(\S+\s)?(\S*\d\.\d\S*)/g)].filter(
      (m) => !/EN|Table|Class|M20|8\.8|·|^\(|, $|,\s|Source|note/.test(m[0]) && !/\d\.\d+\.|\d\.\d+\(/.test(m[2]!),
    );
    expect(left.map((m) => m[0]).filter((s) => /\d\.\d+\s*(kN|mm|MPa)/.test(s))).toEqual([]);
    const html = await text('html', under({ decimal: 'comma' }));
    expect([...html.matchAll(/<mn>([^<]*)<\/mn>/g)].filter((m) => m[1]!.includes('.'))).toEqual([]);
  });
  it('says whose it is on each page, with the logo under the drawing', async () => {
    const pages = await pagesOf(await bytesOf((out) => jointPdf({ ...tern, office: rules }, B2, { date: '2026-05-04' }, out)));
    expect(pages[0]!.pictures).toBe(1);
    for (const p of pages) expect(p.words.join('')).toContain('Marram Connection Design');
    const without = await pagesOf(await bytesOf((out) => jointPdf(tern, B2, { date: '2026-05-04' }, out)));
    expect(without[0]!.pictures).toBe(0);
    expect(without.map((p) => p.words.join('')).join('')).not.toContain('Marram');
  });
  it('of a job has name, address and logo on its first page', async () => {
    const few = { ...tern, office: rules, joints: [B2], calculations: [] };
    const [cover] = await pagesOf(await bytesOf((out) => jobPdf(few, { date: '2026-05-04' }, out)));
    expect(cover!.words.join('')).toMatch(/Marram Connection Design · Joint calculations.*4 Ropewalk Yard/);
    expect(cover!.pictures).toBe(1);
  });
  it('is a document of an office with the logo as a picture', async () => {
    const out = new PassThrough();
    const [bytes] = await Promise.all([
      buffer(out),
      jointOffice({ ...tern, office: rules, rules: { decimal: 'comma' } }, B2, 'docx', { date: '2026-05-04' }, out),
    ]);
    const xml = await (await JSZip.loadAsync(bytes)).file('word/document.xml')!.async('string');
    expect(xml).toContain('Marram Connection Design');
    expect([...xml.matchAll(/<m:t[^>]*>([^<]*)<\/m:t>/g)].filter((m) => /\d\.\d/.test(m[1]!))).toEqual([]);
  });
});

describe('drawings under house rules', () => {
  it('are put on the paper of the office, and of the job before it, with the band under each sheet', async () => {
    const job = { ...tern, office: { ...rules, paper: 'A3' } as const, rules: { paper: 'A2' } as const };
    const pdf = (j: JobDocument) =>
      bytesOf((out) => drawingsPdf({ job: j, joints: () => [B2], total: 1, only: 'B2-14' }, options, out)).then(pagesOf);
    const mm = (n: number): number => (n * 72) / 25.4;
    const [page] = await pdf(job);
    expect(page!.size[0]).toBeCloseTo(mm(594), 0);
    // Two sheets of B2-14 on one A2, each with its band.
    expect(page!.pictures).toBe(2);
    expect(page!.words.filter((w) => w.includes('Marram')).length).toBe(2);
    expect(Math.max(...(await pdf({ ...job, rules: {} }))[0]!.size)).toBeCloseTo(mm(420), 0);
    expect((await pdf(tern))[0]!.size[0]).toBeCloseTo(mm(297), 0);
  });
  it('are of one sheet with its height, in SVG as in the items', () => {
    const job = { ...tern, rules };
    const [svg] = jointFiles(built('B2-14', job), job, 'svg', options);
    expect(svg!.data).toContain(`viewBox="0 0 ${SHEET.width} ${sheetHeight(rulesOf(job))}"`);
    expect((svg!.data as string).match(/<image /g)).toHaveLength(1);
  });
  it('in DXF have layers by their names, letters by their heights, and the name without the logo', () => {
    const own: GivenRules = {
      ...rules,
      decimal: 'comma',
      dxf_dimension_text: 3.5,
      dxf_text: 2,
      layers: { DIMENSION: 'A-DIMS', TEXT: 'A-NOTES', OUTLINE: 'STEEL', HOLES: 'DRILL', THIN: 'STEEL' },
    };
    const job = { ...tern, rules: own };
    const { drawing, items } = sheetOf(built('B2-14', job), job, { ...options, copy: 'shop' });
    const sheet = { ...drawing, ...officeSheet({ ...drawing, items }, rulesOf(job)) };
    const read = (dxf: string) => new DxfParser().parseSync(dxf)!;
    const file = read(sheetDxf(sheet, 'mm', { rules: rulesOf(job) }));
    const layers = Object.keys(file.tables.layer.layers);
    expect(layers).toEqual(expect.arrayContaining(['A-DIMS', 'A-NOTES', 'STEEL', 'HIDDEN']));
    expect(layers).not.toContain('TEXT');
    const texts = file.entities as unknown as { type: string; layer: string; text: string; textHeight: number }[];
    const scale = drawing.views[0]!.frame.scale;
    const dims = texts.filter((t) => t.type === 'TEXT' && t.layer === 'A-DIMS');
    expect(dims.length).toBeGreaterThan(5);
    for (const t of dims) expect(t.textHeight / scale).toBeCloseTo(3.5, 1);
    expect(texts.some((t) => t.text === 'Marram Connection Design' && t.layer === 'A-NOTES')).toBe(true);
    const usual = read(sheetDxf(sheet, 'mm')).entities as unknown as typeof texts;
    const name = (list: typeof texts): number => list.find((t) => t.text === 'B2-14')!.textHeight;
    expect(name(texts) / name(usual)).toBeCloseTo(2 / 2.45, 6);
  });
  it('of plates and of sheets have them too', async () => {
    const job = { ...tern, rules: { layers: { HOLES: 'DRILL', CONTOUR: 'CUT' } } };
    const flats = jointFiles(built('B2-14', job), job, 'dxf', options).slice(1);
    const layersOf = (data: string | Uint8Array): string[] =>
      Object.keys(new DxfParser().parseSync(data as string)!.tables.layer.layers).filter((l) => l !== '0');
    expect(layersOf(flats[0]!.data)).toEqual(['CUT', 'DRILL', 'MARK', 'SHEET']);
    const pieces = built('B2-14').built.shop.pieces.map((p) => ({ ...p, joint: 'B2-14' }));
    const [group] = nest(wantedOf(pieces), options.sheet);
    expect(layersOf(nestedDxf(group!, options.sheet, 'mm', job.rules.layers))).toContain('DRILL');
    expect(layersOf(nestedDxf(group!, options.sheet, 'mm'))).toContain('HOLES');
    const lists = await wholeFiles('B2-14', [], { ...job, office: rules }, 'lists', options);
    expect((await pagesOf(lists[0]!.data as Uint8Array))[0]!.words.join('')).toContain('Marram');
  });
});

describe('a logo', () => {
  const png = (bytes: Buffer): string => `data:image/png;base64,${bytes.toString('base64')}`;
  const logo = rules.logo!;
  const bytesOfLogo = (uri: string): Buffer => Buffer.from(uri.split(',')[1]!, 'base64');
  it('is drawn anew: the same picture, without what else was in the file', () => {
    const hidden = Buffer.concat([bytesOfLogo(logo), Buffer.from('<script>alert(1)</script>')]);
    const drawn = drawnLogo(png(hidden));
    expect(bytesOfLogo(drawn).toString('latin1')).not.toContain('script');
    // 240 x 120 dots are fewer than 800 x 320: as they were.
    expect([bytesOfLogo(drawn).readUInt32BE(16), bytesOfLogo(drawn).readUInt32BE(20)]).toEqual([240, 120]);
    expect(drawnLogo(drawn)).toBe(drawn);
  });
  it('that is damaged, or shows nothing, is refused', () => {
    const cut = bytesOfLogo(logo).subarray(0, 60);
    expect(() => drawnLogo(png(cut))).toThrow(/it shows nothing/);
    const flipped = Buffer.from(bytesOfLogo(logo));
    for (let i = 60; i < flipped.length; i += 1) flipped[i] = 0;
    expect(() => drawnLogo(png(flipped))).toThrow(/it shows nothing/);
  });
  it('that says it is small and is not takes bounded time', () => {
    const bomb = Buffer.from(bytesOfLogo(logo));
    bomb.writeUInt32BE(1, 16);
    bomb.writeUInt32BE(1, 20);
    const began = process.memoryUsage().rss;
    expect(() => drawnLogo(png(bomb))).toThrow();
    expect(process.memoryUsage().rss - began).toBeLessThan(200 * 1024 * 1024);
  });
});
