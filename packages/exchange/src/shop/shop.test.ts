import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { PassThrough } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import DxfParser from 'dxf-parser';
import Excel from 'exceljs';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import fc from 'fast-check';
import JSZip from 'jszip';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { readJob, shopItems, type Flat, type JointDocument, type Piece, type Point } from '@ample/core';
import { flatDxf } from './flat-dxf.ts';
import { jointFiles, SHOP_DEFAULTS, shopJoint, wholeFiles, type ShopJoint, type ShopOptions } from './files.ts';
import { itemsOf } from '@ample/core';
import { pieceNc1 } from './nc1.ts';
import { nest, type Wanted } from './nest.ts';
import { packageOf, writeOut, type OutSource } from './out.ts';
import { writeZip } from './zip.ts';
import { outName, type ShopFormat } from './formats.ts';
import { readNc1 } from './nc1.testing.ts';

const demo = (name: string) =>
  readJob(JSON.parse(readFileSync(new URL(`../../../../demo/${name}.json`, import.meta.url), 'utf8')));
const [tern, heron] = [demo('tern-quay'), demo('heron-street')];
const options: ShopOptions = { ...SHOP_DEFAULTS, unit: 'mm', revision: 'B', date: '2026-05-04' };
const built = (mark: string, job = tern): ShopJoint =>
  shopJoint(
    job.joints.find((j) => j.mark === mark)!,
    job,
  );
const text = (mark: string, format: 'dxf' | 'nc1' | 'svg', name: string, more: Partial<ShopOptions> = {}): string =>
  jointFiles(built(mark), tern, format, { ...options, ...more }).find((f) => f.name === name)!.data as string;
const area = (points: readonly Point[]): number =>
  Math.abs(
    points.reduce((s, [x, y], i) => s + x * points[(i + 1) % points.length]![1] - points[(i + 1) % points.length]![0] * y, 0),
  ) / 2;
const flat = (length: number, width: number, holes: Flat['holes'] = []): Flat => ({
  length,
  width,
  t: 10,
  disc: null,
  contour: [
    [0, 0],
    [length, 0],
    [length, width],
    [0, width],
  ],
  holes,
});
const piece = (f: Flat): Piece => ({
  mark: 'p1',
  shape: 'plate',
  count: 2,
  ids: ['plate'],
  all: ['plate'],
  label: `PL ${f.t}×${f.width}×${f.length}`,
  grade: 'S275',
  t: f.t,
  length: f.length,
  width: f.width,
  faces: [f],
  mass: f.length * f.width * f.t * 7850e-9,
  surface: 2 * f.length * f.width,
});
const head = { job: '1', drawing: 'J', mark: 'J-p1', revision: 'A' };

describe('files for machines', () => {
  // Four M20 in holes of 22, 70 apart from 40 at the top of a plate 100 x 290: the holes are 50 from the edge.
  it('a fin plate by hand: head, holes, contour, mark', () => {
    const nc = readNc1(text('B2-14', 'nc1', 'B2-14-p1.nc1'));
    expect(nc.head).toMatchObject({
      piece: 'B2-14-p1',
      revision: 'B',
      quality: 'S275',
      count: 1,
      profile: 'PL 10x100x290',
      code: 'B',
    });
    expect(nc.head).toMatchObject({ length: 290, height: 100, webThickness: 10 });
    // 0.1 x 0.01 x 7850 = 7.85 kg/m.
    expect(nc.head.mass).toBeCloseTo(7.85, 2);
    expect(nc.holes.map((h) => [h.face, h.x, h.y, h.d])).toEqual([40, 110, 180, 250].map((x) => ['v', x, 50, 22]));
    expect(nc.contours).toHaveLength(1);
    expect(area(nc.contours[0]!.points)).toBeCloseTo(29000, 6);
    expect(nc.marks[0]!.text).toBe('B2-14-p1');
  });
  it('a slot is given by the centre of its first end and the way to its other', () => {
    const slot = (along: 'x' | 'y') => [{ at: [60, 50] as const, d: 22, slot: { along, long: 50 } }];
    const [x] = readNc1(pieceNc1(piece(flat(290, 100, slot('x'))), head)).holes;
    expect(x).toMatchObject({ x: 46, y: 50, d: 22, slot: [28, 0] });
    const [y] = readNc1(pieceNc1(piece(flat(290, 100, slot('y'))), head)).holes;
    expect(y).toMatchObject({ x: 60, y: 36, d: 22, slot: [0, 28] });
  });
  it('a disc is two half circles, an angle its two legs', () => {
    const [round] = readNc1(text('P2-01', 'nc1', 'P2-01-p1.nc1')).contours;
    const D = built('P2-01').built.solid.plates[0]!.round!.r * 2;
    expect(round!.points).toEqual([
      [0, D / 2],
      [D, D / 2],
    ]);
    expect(round!.radii).toEqual([D / 2, D / 2]);
    const angle = readNc1(text('A1-01', 'nc1', 'A1-01-p1.nc1'));
    expect(angle.head.code).toBe('L');
    expect(angle.contours.map((c) => c.face)).toEqual(['v', 'u']);
    expect(new Set(angle.holes.map((h) => h.face)).size).toBe(2);
  });
  it('a notched beam has its web, the flange that is cut back, and its holes from its end and its underside', () => {
    const notched = tern.joints
      .map((j) => built(j.mark))
      .find((j) => jointFiles(j, tern, 'nc1', options).some((f) => f.name.includes('beam') && /AK/.test(f.data as string)))!;
    const file = jointFiles(notched, tern, 'nc1', options).find((f) => f.name.endsWith('-beam.nc1'))!;
    const nc = readNc1(file.data as string);
    const beam = notched.built.solid.members.find((m) => m.id === 'beam')!;
    const end = Math.min(...beam.outline.map((p) => p[0]));
    expect(nc.head).toMatchObject({ code: 'I', length: 1000, webThickness: beam.tw, flangeThickness: beam.tf });
    expect(nc.head.height).toBeCloseTo(beam.h, 1);
    const web = nc.contours.find((c) => c.face === 'v')!;
    const notch = notched.built.input as { beam: { notch: { l_n?: number } } };
    expect(nc.contours.map((c) => c.face)).toContain('o');
    expect(Math.min(...nc.contours.find((c) => c.face === 'o')!.points.map((p) => p[0]))).toBeGreaterThan(0);
    expect(notch.beam.notch).toBeTruthy();
    // What is cut away is the rectangle of the notch.
    const xs = web.points.map((p) => p[0]);
    expect([Math.min(...xs), Math.max(...xs)]).toEqual([0, 1000]);
    expect(area(web.points)).toBeLessThan(1000 * beam.h);
    for (const [i, h] of nc.holes.entries()) {
      const place = beam.holes![i]!;
      expect([h.x, h.y]).toEqual([expect.closeTo(place.x - end, 2), expect.closeTo(place.z + beam.h, 2)]);
    }
  });
  it.each([
    ['tern-quay', tern],
    ['heron-street', heron],
  ])('every piece of %s encloses its mass, and keeps its holes inside', (_, job) => {
    let read = 0;
    for (const stored of job.joints) {
      const joint = built(stored.mark, job);
      const pieces = shopItems(joint.built.solid).pieces;
      const files = jointFiles(joint, job, 'nc1', options);
      for (const p of pieces) {
        const nc = readNc1(files.find((f) => f.name === `${stored.mark}-${p.mark}.nc1`)!.data as string);
        read += 1;
        expect(nc.head.count).toBe(p.count);
        if (p.shape === 'plate' && p.faces[0]!.disc === null)
          expect(area(nc.contours[0]!.points) * p.t * 7850e-9).toBeCloseTo(p.mass, 2);
        expect(nc.holes).toHaveLength(p.faces.reduce((n, f) => n + f.holes.length, 0));
        for (const h of nc.holes) expect(h.x - h.d / 2 >= 0 && h.y - h.d / 2 >= 0).toBe(true);
      }
    }
    expect(read).toBeGreaterThan(15);
  });
});

interface Entity {
  readonly type: string;
  readonly layer: string;
  readonly radius: number;
  readonly center: { readonly x: number; readonly y: number };
  readonly vertices: { readonly x: number; readonly y: number; readonly bulge?: number }[];
  readonly text: string;
}
const read = (dxf: string) => {
  const parsed = new DxfParser().parseSync(dxf)!;
  return {
    header: parsed.header,
    of: (layer: string) => parsed.entities.filter((e) => e.layer === layer) as unknown as Entity[],
  };
};
const extent = (e: Entity): readonly [number, number] => {
  const [xs, ys] = [e.vertices.map((v) => v.x), e.vertices.map((v) => v.y)];
  return [Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)];
};

describe('flat plates as drawings', () => {
  it('have contour, holes and mark on layers of their own, in true size', () => {
    const dxf = read(text('B2-14', 'dxf', 'B2-14-p1.dxf'));
    expect(dxf.header['$INSUNITS']).toBe(4);
    expect(extent(dxf.of('CONTOUR')[0]!)).toEqual([290, 100]);
    expect(dxf.of('HOLES').map((c) => [c.radius, c.center.x, c.center.y])).toEqual([40, 110, 180, 250].map((x) => [11, x, 50]));
    expect(dxf.of('MARK')[0]!.text).toBe('B2-14-p1');
  });
  it('in inches are as large', () => {
    const dxf = read(text('B2-14', 'dxf', 'B2-14-p1.dxf', { unit: 'in' }));
    expect(dxf.header['$INSUNITS']).toBe(1);
    expect(extent(dxf.of('CONTOUR')[0]!)[0]).toBeCloseTo(290 / 25.4, 6);
  });
  it('a slot has two half circles at its ends, a disc is a circle', () => {
    const dxf = read(flatDxf(flat(290, 100, [{ at: [60, 50], d: 22, slot: { along: 'x', long: 50 } }]), 'x', 'mm'));
    const [slot] = dxf.of('HOLES');
    expect(slot!.vertices.map((v) => v.bulge ?? 0)).toEqual([0, 1, 0, 1]);
    // 28 between the centres of the ends; straight sides 22 apart.
    expect(extent(slot!)).toEqual([28, 22]);
    expect(read(flatDxf({ ...flat(400, 400), disc: 400 }, 'x', 'mm')).of('CONTOUR')[0]).toMatchObject({
      type: 'CIRCLE',
      radius: 200,
    });
  });
});

describe('the sheet of a joint', () => {
  it('as DXF is in true size, for the shop without failure, for the calculation with it', () => {
    const shop = read(text('B2-14', 'dxf', 'B2-14.dxf'));
    const plate = built('B2-14').built.solid.plates[0]!;
    const [w, h] = [0, 1].map((k) => Math.max(...plate.outline.map((p) => p[k]!)) - Math.min(...plate.outline.map((p) => p[k]!)));
    expect(
      shop
        .of('OUTLINE')
        .filter((e) => e.vertices)
        .some((e) => Math.abs(extent(e)[0] - w!) < 0.01 && Math.abs(extent(e)[1] - h!) < 0.01),
    ).toBe(true);
    expect([...shop.of('FAILURE'), ...shop.of('FORCE')]).toEqual([]);
    expect(read(text('B2-14', 'dxf', 'B2-14.dxf', { copy: 'calculation' })).of('FAILURE').length).toBeGreaterThan(1);
  });
  it.each(tern.joints.map((j) => j.mark))('%s for the shop says nothing of forces or resistances', (mark) => {
    const svg = text(mark, 'svg', `${mark}.svg`);
    const words = [...svg.matchAll(/<text[^>]*>([^<]*)<\/text>/g)].map((m) => m[1]!).join('\n');
    expect(words).toContain(mark);
    expect(words).not.toMatch(/\d kN|gives at|First to give|tension in|prying|of \d+ kN/);
    expect(svg).not.toMatch(/NaN|Infinity|undefined/);
    const loaded = text(mark, 'svg', `${mark}.svg`, { copy: 'calculation' });
    expect(loaded.length).toBeGreaterThan(svg.length);
  });
  it('that does not hold is not to be made', () => {
    const gives = tern.joints.map((j) => built(j.mark)).find((j) => j.report.state === 'gives')!;
    const svg = text(gives.mark, 'svg', `${gives.mark}.svg`);
    expect(svg.replace(/<[^>]*>\s*/g, ' ')).toMatch(/not\s+to\s+be\s+made/);
  });
});

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
    const pieces = joints.reduce((n, j) => n + shopItems(built(j.mark).built.solid).pieces.length, 0);
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
