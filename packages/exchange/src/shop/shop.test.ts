import DxfParser from 'dxf-parser';
import { describe, expect, it } from 'vitest';
import { type Flat, type Piece } from '@ample/core';
import { area, built, flat, heron, options, tern } from './demo.testing.ts';
import { jointFiles, type ShopOptions } from './files.ts';
import { flatDxf } from './flat-dxf.ts';
import { pieceNc1 } from './nc1.ts';
import { readNc1 } from './nc1.testing.ts';

const text = (mark: string, format: 'dxf' | 'nc1' | 'svg', name: string, more: Partial<ShopOptions> = {}): string =>
  jointFiles(built(mark), tern, format, { ...options, ...more }).find((f) => f.name === name)!.data as string;
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
      const pieces = joint.built.shop.pieces;
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
