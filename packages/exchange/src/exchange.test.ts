import { readFileSync } from 'node:fs';
import { PassThrough } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import DxfParser from 'dxf-parser';
import Papa from 'papaparse';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { describe, expect, it } from 'vitest';
import { DEFAULT_BASIS, kindOf, readJob } from '@ample/core';
import { listCsv } from './csv.ts';
import { templateDxf } from './dxf.ts';
import { jobPdf } from './pdf/index.ts';

const job = readJob(JSON.parse(readFileSync(new URL('../../../demo/tern-quay.json', import.meta.url), 'utf8')));
const kind = kindOf('column-base');
const built = (mark: string) => kind.build(job.joints.find((j) => j.mark === mark)!.input, DEFAULT_BASIS);

describe('setting-out of a column base', () => {
  // Six anchors on R 215 from 30 degrees: z = 215 sin, y = 215 cos; the first at y 186.2, z 107.5.
  it('is CSV that another parser reads, from the column axes', () => {
    const list = built('P2-01').lists.find((l) => l.id === 'setting-out')!;
    const { data, errors } = Papa.parse<Record<string, string>>(listCsv(list), { header: true, skipEmptyLines: true });
    expect(errors).toEqual([]);
    expect(data).toHaveLength(6);
    expect(data[0]).toMatchObject({ Anchor: '0', 'z mm': '107.5', 'y mm': '186.2', Size: 'M30' });
    expect(data[3]).toMatchObject({ 'z mm': '-107.5', 'y mm': '-186.2' });
  });
  it('is DXF in true size that another parser reads, a layer for each part', () => {
    const dxf = new DxfParser().parseSync(templateDxf(built('P1-01').template!))!;
    const on = (layer: string) =>
      dxf.entities.filter((e) => e.layer === layer) as unknown as {
        type: string;
        radius: number;
        center: { x: number; y: number };
        vertices: { x: number; y: number }[];
      }[];
    expect(Object.keys(dxf.tables.layer.layers)).toEqual(expect.arrayContaining(['PLATE', 'COLUMN', 'HOLES', 'ANCHORS', 'AXES']));
    const xs = on('PLATE')[0]!.vertices.map((v) => v.x);
    expect([Math.min(...xs), Math.max(...xs)]).toEqual([-205, 205]);
    // 2 x 2 at 210 along y and 310 along z: corners at 155, 105.
    expect(on('HOLES').map((c) => [c.radius, Math.abs(c.center.x), Math.abs(c.center.y)])).toEqual(
      Array.from({ length: 4 }, () => [13, 155, 105]),
    );
    expect(dxf.header['$INSUNITS']).toBe(4);
  });
});

describe('a moment end plate', () => {
  const joint = job.joints.find((j) => j.mark === 'R1-01')!;
  const { template, lists, quantities } = kindOf(joint.kind).build(joint.input, DEFAULT_BASIS);
  it('is DXF in true size that another parser reads', () => {
    const dxf = new DxfParser().parseSync(templateDxf(template!))!;
    const on = (layer: string) =>
      dxf.entities.filter((e) => e.layer === layer) as unknown as {
        type: string;
        radius: number;
        vertices: { x: number; y: number }[];
      }[];
    // 180 wide, 75 past both flanges of a beam of 355 and a haunch of 320.
    const v = on('PLATE').find((e) => e.vertices)!.vertices;
    const span = (k: 'x' | 'y') => Math.max(...v.map((p) => p[k])) - Math.min(...v.map((p) => p[k]));
    expect([span('x'), span('y')]).toEqual([180, expect.closeTo(825, 3)]);
    // Eight holes of 22 for M20, and four flats of the beam and one flange more of the haunch.
    expect(
      on('HOLES')
        .filter((e) => e.type === 'CIRCLE')
        .map((e) => e.radius),
    ).toEqual(Array.from({ length: 8 }, () => 11));
    expect(on('BEAM').length).toBe(5);
  });
  it('is a list of plates in CSV that adds up to what the drawing weighs', () => {
    const { data } = Papa.parse<Record<string, string>>(listCsv(lists.find((l) => l.id === 'fittings')!), {
      header: true,
      skipEmptyLines: true,
    });
    expect(data.at(-1)!['Mark']).toBe('Total');
    expect(data.slice(0, -1).reduce((sum, r) => sum + Number(r['Mass kg']), 0)).toBeCloseTo(quantities.plateMass, 1);
    expect(Number(data.at(-1)!['Mass kg'])).toBeCloseTo(quantities.plateMass, 1);
  });
});

describe('a list as CSV', () => {
  it('keeps numbers and disarms what a spreadsheet would run', () => {
    expect(
      listCsv({
        id: 'x',
        title: '',
        head: ['a', 'b'],
        rows: [
          [-1.5, '=1+1'],
          ['two, three', '+cmd'],
        ],
      }),
    ).toBe('a,b\r\n-1.5,"\'=1+1"\r\n"two, three","\'+cmd"\r\n');
  });
});

describe('the paper of a joint that is not whole', () => {
  const pages = async (marks: string[]) => {
    const out = new PassThrough();
    const [bytes] = await Promise.all([
      buffer(out),
      jobPdf(
        { ...job, joints: job.joints.filter((j) => marks.includes(j.mark)) },
        { date: '2026-11-27', level: 'everything' },
        out,
      ),
    ]);
    const pdf = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
    return Promise.all(
      Array.from({ length: pdf.numPages }, async (_, i) => {
        const page = await pdf.getPage(i + 1);
        const width = page.getViewport({ scale: 1 }).width;
        const { items } = await page.getTextContent();
        return items.flatMap((x) =>
          'str' in x && x.str.trim() !== '' ? [{ text: x.str, right: Number(x.transform[4]) + x.width, width }] : [],
        );
      }),
    );
  };
  it('gives the forces of its load cases and the combinations that they make, and says that it is signed', async () => {
    const text = (await pages(['B1-01']))
      .flat()
      .map((x) => x.text)
      .join(' ')
      .replace(/\s+/g, ' ');
    expect(text).toContain('checked by R. Amsel, 2026-11-12');
    expect(text).toContain('G, self weight and finishes 26 Q, crowd 35.2');
    // 1.35 x 26 + 1.5 x 35.2 = 87.9.
    expect(text).toMatch(/U12 1\.35 G \+ 1\.5 Q 87\.9 0 0/);
    // The list of the job, each factor with what it is made of; U1 lies between others where wind acts, and serves here.
    expect(text).toContain(
      'U6 ULS 6.10 1.35 G + 1.5 S + 0.75 W-x G 1.35: gamma_G,sup; S 1.5: gamma_Q; W-x 1.5 x 0.5: gamma_Q x psi_0 of wind',
    );
    expect(text).toContain('U1 * ULS 6.10 1.35 G');
  });
  it('says what was not checked and what to do, and runs past no edge', async () => {
    const found = (await pages(['M1-06'])).flat();
    const text = found.map((x) => x.text).join(' ');
    expect(text).toContain('not whole');
    expect(text.replace(/\s+/g, ' ')).toContain(
      'Not checked: Lateral-torsional buckling at the notch. Uplift compresses the bottom flange',
    );
    expect(found.filter((x) => x.right > x.width - 20).map((x) => x.text)).toEqual([]);
  });
});
