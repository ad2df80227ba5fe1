import { createHash } from 'node:crypto';
import { PassThrough } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import Excel from 'exceljs';
import fc from 'fast-check';
import JSZip from 'jszip';
import Papa from 'papaparse';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { describe, expect, it } from 'vitest';
import { itemsOf, listsOf, SHEET, totalRow, type JointDocument, type Point } from '@ample/core';
import { area, built, flat, options, tern } from './demo.testing.ts';
import { shopJoint, wholeFiles } from './files.ts';
import { outName, type ShopFormat } from './formats.ts';
import { nest, type Wanted } from './nest.ts';
import { packageOf, writeOut, type OutSource } from './out.ts';
import { layOn, PAPERS, type PaperId } from '@ample/core';
import { writeZip } from './zip.ts';

describe('lists of a job', () => {
  const joints = tern.joints.map((j) => built(j.mark));
  const items = joints.map((j) => itemsOf(j.mark, j.built));
  it('as a workbook: totals are formulas whose values are the sums of the solids', async () => {
    const [file] = await wholeFiles('Tern', items, tern, 'xlsx', options);
    const book = new Excel.Workbook();
    await book.xlsx.load(Buffer.from(file!.data as Uint8Array) as never);
    const sheet = book.getWorksheet('Plates and angles')!;
    const heads = (sheet.getRow(1).values as string[]).slice(1);
    const last = sheet.getRow(sheet.rowCount);
    expect(last.getCell(1).value).toBe('Total');
    const at = heads.indexOf('Mass kg') + 1;
    const total = last.getCell(at).value as { formula: string; result: number };
    expect(total.formula).toBe(`SUM(J2:J${sheet.rowCount - 1})`);
    const mass = joints.reduce((s, j) => s + j.built.solid.plates.reduce((n, p) => n + plate(p), 0), 0);
    expect(Math.abs(total.result - mass)).toBeLessThan(0.01);
    let column = 0;
    for (let r = 2; r < sheet.rowCount; r++) column += Number(sheet.getRow(r).getCell(at).value);
    expect(Math.abs(column - mass)).toBeLessThan(0.005 * sheet.rowCount);
    const bolts = book.worksheets.find((w) => w.name.startsWith('Bolts'))!;
    const count = bolts.getRow(bolts.rowCount).getCell(1).value as { result: number };
    expect(count.result ?? count).toBe(joints.reduce((s, j) => s + j.built.solid.bolts.length, 0));
  });
  it('as CSV another parser finds the same welds in all as the solids have', async () => {
    const [file] = await wholeFiles('Tern', items, tern, 'csv', options);
    const rows = Papa.parse<string[]>(file!.data as string).data;
    const at = rows.findIndex((r) => r[0] === 'Welds');
    const heads = rows[at + 1]!;
    const end = rows.findIndex((r, i) => i > at && r[0] === 'Total');
    const length = (list: string[][]): number => list.reduce((s, r) => s + Number(r[heads.indexOf('Length mm')]), 0);
    const fillets = joints.reduce((s, j) => s + j.built.solid.welds.reduce((n, w) => n + w.length, 0), 0);
    const butts = joints.reduce((s, j) => s + (j.built.solid.butts ?? []).reduce((n, w) => n + w.length, 0), 0);
    expect(Math.abs(length(rows.slice(at + 2, end)) - fillets - butts)).toBeLessThan(1);
    expect(Math.abs(length([rows[end]!]) - fillets - butts)).toBeLessThan(0.1);
    // What each kind has of its own stands under its joint.
    expect(rows.some((r) => r[0]!.startsWith('P1-04: Setting-out'))).toBe(true);
  });
});
const plate = (p: { outline: readonly Point[]; y: readonly [number, number]; round?: { r: number } }): number =>
  (p.round ? Math.PI * p.round.r ** 2 : area(p.outline)) * (p.y[1] - p.y[0]) * 7850e-9;

describe('welds', () => {
  it('are made in the shop, but for that to the beam of a piece that is welded to both members', () => {
    const places = (mark: string) => built(mark).built.shop.welds.map((w) => [w.joins.join(' to '), w.place]);
    expect(places('B2-14')).toEqual([['plate to support', 'shop']]);
    expect(places('E1-01')).toEqual([['beam to plate', 'shop']]);
    // The same plate welded to the beam's web as well: three runs round it.
    const from = tern.joints.find((j) => j.mark === 'B2-14')!;
    const input = { ...(from.input as object), fixing: 'welded', beam_weld: { s: 6 } };
    const joint = shopJoint({ ...from, input } as JointDocument, tern);
    expect(joint.built.shop.welds.map((w) => [w.joins[1], w.place])).toEqual([
      ['beam', 'site'],
      ['support', 'shop'],
    ]);
  });
});

describe('plates on sheets', () => {
  const size = { length: 3000, width: 1500, gap: 10 };
  it('never overlap, never leave their sheet, and none is lost', () => {
    const any = fc.array(
      fc.record({
        l: fc.integer({ min: 20, max: 3400 }),
        w: fc.integer({ min: 20, max: 1700 }),
        grade: fc.constantFrom('S275', 'S355'),
      }),
      { maxLength: 60 },
    );
    fc.assert(
      fc.property(any, (list) => {
        const wanted = list.map((x, i): Wanted => ({
          mark: String(i),
          grade: x.grade,
          flat: flat(Math.max(x.l, x.w), Math.min(x.l, x.w)),
        }));
        const groups = nest(wanted, size);
        const seen: string[] = [];
        for (const g of groups) {
          seen.push(...g.tooLarge.map((w) => w.mark));
          for (const w of g.tooLarge) expect(w.flat.length > 2980 || w.flat.width > 1480).toBe(true);
          for (const { placed } of g.sheets)
            placed.forEach(({ of, at }, i) => {
              seen.push(of.mark);
              expect(of.grade).toBe(g.grade);
              expect([at[0] >= 10, at[1] >= 10, at[0] + of.flat.length <= 2990, at[1] + of.flat.width <= 1490]).toEqual([
                true,
                true,
                true,
                true,
              ]);
              for (const other of placed.slice(i + 1)) {
                const apart =
                  at[0] + of.flat.length + 10 <= other.at[0] ||
                  other.at[0] + other.of.flat.length + 10 <= at[0] ||
                  at[1] + of.flat.width + 10 <= other.at[1] ||
                  other.at[1] + other.of.flat.width + 10 <= at[1];
                expect(apart).toBe(true);
              }
            });
        }
        expect(seen.sort()).toEqual(wanted.map((w) => w.mark).sort());
      }),
      { numRuns: 200, seed: 15 },
    );
  });
});

/** A fin plate shorter than its rows of bolts. */
const refused = (mark: string): JointDocument => {
  const input = tern.joints[0]!.input as { plate: object };
  return { ...tern.joints[0]!, mark, input: { ...input, plate: { ...input.plate, h: 60 } } };
};

describe('drawings on paper', () => {
  it('are the sheet of each joint and one of each of its pieces, without forces', async () => {
    const joints = tern.joints.filter((j) => ['B2-14', 'A1-01', 'R2-04'].includes(j.mark));
    const out = new PassThrough();
    const [bytes] = await Promise.all([
      buffer(out),
      writeOut({ job: tern, joints: () => joints, total: 3 }, 'drawings', options, out),
    ]);
    const doc = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
    const pieces = joints.reduce((n, j) => n + built(j.mark).built.shop.pieces.length, 0);
    expect(doc.numPages).toBe(joints.length + pieces);
    const pages = await Promise.all(
      Array.from({ length: doc.numPages }, async (_, i) =>
        (await (await doc.getPage(i + 1)).getTextContent()).items.map((x) => ('str' in x ? x.str : '')).join(' '),
      ),
    );
    expect(pages.filter((p) => /-p\d/.test(p)).length).toBe(pieces);
    for (const p of pages) expect(p).not.toMatch(/\d kN|gives at/);
    expect(pages.find((p) => p.includes('B2-14-p1'))).toMatch(/4 × hole 22/);
  });
});

describe('lists on paper', () => {
  it('say the same totals as the workbook, a table each, under their outline', async () => {
    const items = tern.joints.map((j) => itemsOf(j.mark, built(j.mark).built));
    const [file] = await wholeFiles('Tern', items, tern, 'lists', options);
    expect(file!.name).toBe('Tern-lists.pdf');
    const doc = await getDocument({ data: new Uint8Array(file!.data as Uint8Array), verbosity: 0 }).promise;
    const text = (
      await Promise.all(
        Array.from({ length: doc.numPages }, async (_, i) =>
          (await (await doc.getPage(i + 1)).getTextContent()).items.map((x) => ('str' in x ? x.str : '')).join(' '),
        ),
      )
    )
      .join(' ')
      .replace(/\s+/g, ' ');
    const lists = listsOf(items, tern);
    for (const list of lists) {
      expect(text).toContain(list.title);
      const total = list.total ? totalRow(list.total).filter((x) => x !== '') : [];
      expect(text).toContain(total.map((x) => (typeof x === 'number' ? Number(x.toFixed(3)) : x)).join(' '));
    }
    const [top] = (await doc.getOutline()) as { title: string; items: { title: string }[] }[];
    expect([top!.title, top!.items.map((i) => i.title)]).toEqual(['Tern: lists', lists.map((l) => l.title)]);
  });
  it('of nothing say so', async () => {
    const [file] = await wholeFiles('None', [], tern, 'lists', options);
    const doc = await getDocument({ data: new Uint8Array(file!.data as Uint8Array), verbosity: 0 }).promise;
    const { items } = await (await doc.getPage(1)).getTextContent();
    expect(items.map((x) => ('str' in x ? x.str : '')).join(' ')).toContain('There is nothing to list.');
  });
});

describe('papers of drawings', () => {
  it('take as many sheets in true scale as there is room for, none over another and none over an edge', () => {
    expect(PAPERS.map((p) => layOn(p.id, SHEET).places.length)).toEqual([1, 2, 4, 9, 1, 2, 4, 9]);
    for (const { id } of PAPERS) {
      const { width, height, places } = layOn(id, SHEET);
      for (const [x, y] of places) {
        expect([x >= 5 && x + SHEET.width <= width - 5, y >= 5 && y + SHEET.height <= height - 5]).toEqual([true, true]);
        for (const [u, v] of places)
          if (u !== x || v !== y) expect(Math.abs(u - x) >= SHEET.width || Math.abs(v - y) >= SHEET.height).toBe(true);
      }
    }
  });
  it('are filled joint by joint; the last one takes what is left; a joint without a drawing has a page of its own', async () => {
    const marks = ['B2-14', 'A1-01', 'R2-04'];
    const joints = tern.joints.filter((j) => marks.includes(j.mark));
    const sheets = joints.reduce((n, j) => n + 1 + built(j.mark).built.shop.pieces.length, 0);
    const made = async (list: readonly JointDocument[], paper: PaperId) => {
      const out = new PassThrough();
      const source = { job: tern, joints: () => list, total: list.length };
      const [bytes] = await Promise.all([buffer(out), writeOut(source, 'drawings', { ...options, paper }, out)]);
      const doc = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
      const { width, height } = (await doc.getPage(1)).getViewport({ scale: 25.4 / 72 });
      return {
        pages: doc.numPages,
        size: [Math.round(width), Math.round(height)],
        outline: (await doc.getOutline()).map((o: { title: string }) => o.title),
      };
    };
    const order = joints.map((j) => j.mark);
    expect(await made(joints, 'A3')).toEqual({ pages: Math.ceil(sheets / 2), size: [297, 420], outline: order });
    expect(await made(joints, 'A1')).toEqual({ pages: Math.ceil(sheets / 9), size: [841, 594], outline: order });
    expect(await made(joints, 'ansi-d')).toMatchObject({ size: [864, 559] });
    const broken = await made([joints[0]!, refused('X1'), joints[1]!], 'A1');
    expect([broken.pages, broken.outline]).toEqual([3, [order[0], 'X1', order[1]]]);
  });
});

describe('everything of a job', () => {
  it('is in one package: calculation, drawings, plates, machine files, lists, sheets, model, job file, index', async () => {
    const joints = tern.joints.slice(0, 3);
    const out = new PassThrough();
    const parts = packageOf({ job: tern, joints: () => joints, total: 3 }, options, {
      calculation: () => Promise.resolve(Buffer.from('%PDF')),
      jobFile: () => '{}',
    });
    const [bytes] = await Promise.all([buffer(out), writeZip(parts, '2026-05-04', out)]);
    const names = Object.keys((await JSZip.loadAsync(bytes)).files);
    for (const { mark } of joints)
      for (const name of [`drawings/${mark}.dxf`, `drawings/${mark}.svg`, `drawings/${mark}-p1.dxf`, `machines/${mark}-p1.nc1`])
        expect(names).toContain(name);
    expect(names).toEqual(
      expect.arrayContaining([
        'index.csv',
        'job.json',
        '2417-Tern-Quay-ferry-hall.ifc',
        '2417-Tern-Quay-ferry-hall.pdf',
        'lists/Tern-Quay-ferry-hall-lists.xlsx',
      ]),
    );
  });
});

describe('a package', () => {
  const written = async (source: OutSource, format: Exclude<ShopFormat, 'zip'>): Promise<Buffer> => {
    const out = new PassThrough();
    const [bytes] = await Promise.all([buffer(out), writeOut(source, format, { ...options }, out)]);
    return bytes;
  };
  it('has an index with what each file is, its hash, and what was left out and why', async () => {
    const broken = refused('X/1');
    const joints = [tern.joints[1]!, broken, tern.joints[2]!];
    const zip = await JSZip.loadAsync(await written({ job: tern, joints: () => joints, total: 3 }, 'nc1'));
    const { data } = Papa.parse<Record<string, string>>(await zip.file('index.csv')!.async('string'), {
      header: true,
      skipEmptyLines: true,
    });
    for (const row of data.filter((r) => r['file'])) {
      const bytes = await zip.file(row['file']!)!.async('nodebuffer');
      expect(createHash('sha256').update(bytes).digest('hex')).toBe(row['sha256']);
      expect(String(bytes.length)).toBe(row['bytes']);
    }
    expect(data.filter((r) => r['file']).length).toBe(Object.keys(zip.files).length - 1);
    expect(data.find((r) => r['joint'] === 'X/1')!['left out']).toMatch(/accepted/);
    expect(new Set(data.map((r) => r['joint']))).toEqual(new Set([tern.joints[1]!.mark, 'X/1', tern.joints[2]!.mark]));
  });
  it('is one file where there is one, named by what it is', async () => {
    const one: OutSource = { job: tern, joints: () => [tern.joints[0]!], total: 1, only: tern.joints[0]!.mark };
    expect(outName('svg', one)).toBe(`2417-${one.only}.svg`);
    expect(outName('dxf', one)).toBe(`2417-${one.only}-dxf.zip`);
    expect((await written(one, 'svg')).toString()).toContain('<svg');
    expect(outName('xlsx', { job: tern })).toBe('2417-Tern-Quay-ferry-hall-lists.xlsx');
  });
  it('of a joint that is refused is an error in words, not a file of nothing', async () => {
    const broken = refused('B1-01');
    const out = new PassThrough();
    out.on('error', () => undefined);
    await expect(
      writeOut({ job: tern, joints: () => [broken], total: 1, only: broken.mark }, 'svg', options, out),
    ).rejects.toThrow(/accepted/);
  });
});
