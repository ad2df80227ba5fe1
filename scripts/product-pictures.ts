/** Takes docs/products anew: each thing that Issue makes of the demo job, read back by another program and drawn. Needs pdftoppm and LibreOffice. */
import { execFileSync, spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Resvg } from '@resvg/resvg-js';
import DxfParser from 'dxf-parser';
import { IfcAPI } from 'web-ifc';
import { readNc1 } from '../packages/exchange/src/shop/nc1.testing.ts';
import { fontFiles } from '../packages/exchange/src/fonts.ts';
import { converted } from '../packages/exchange/src/report/office.testing.ts';

const here = (path: string): string => fileURLToPath(new URL(`../${path}`, import.meta.url));
const folder = here('docs/products/');
mkdirSync(folder, { recursive: true });
const work = mkdtempSync(join(tmpdir(), 'ample-products-'));
/** A joint that gives is told by 1: the file is there all the same. */
const gusset = (...args: string[]): void => {
  const { status, stderr } = spawnSync(process.execPath, [
    here('packages/cli/bin/gusset.mjs'),
    ...args,
    '--rules',
    here('demo/house-rules.json'),
  ]);
  if (status !== 0 && status !== 1) throw new Error(stderr.toString());
};
const made = (format: string, name: string, mark = 'B2-14', ...more: string[]): string => {
  const path = join(work, name);
  const job = here('demo/tern-quay.json');
  gusset('export', job, ...(mark ? [mark] : []), '--format', format, ...more, '-o', path);
  return path;
};

/** One page of a PDF, so many dots wide. */
function page(pdf: string, name: string, number = 1, width = 900): void {
  const at = [
    '-f',
    String(number),
    '-l',
    String(number),
    '-singlefile',
    '-scale-to-x',
    String(width),
    '-scale-to-y',
    '-1',
    '-png',
  ];
  execFileSync('pdftoppm', [...at, pdf, join(folder, name)]);
}
const office = (path: string, name: string, number = 1): void => {
  const pdf = join(work, `${name}.pdf`);
  writeFileSync(pdf, converted(path.split('/').at(-1)!, readFileSync(path), 'pdf'));
  page(pdf, name, number);
};
type Box = readonly [number, number, number, number];
/** Shapes of SVG about a box, y up, on paper. */
function picture(name: string, [x0, y0, x1, y1]: Box, shapes: readonly string[], width = 900): void {
  const pad = (x1 - x0) * 0.03;
  const [w, h] = [x1 - x0 + 2 * pad, y1 - y0 + 2 * pad];
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${w} ${h}" width="${width}" height="${Math.round((width * h) / w)}"><rect width="${w}" height="${h}" fill="#fff"/><g transform="translate(${pad - x0} ${y1 + pad}) scale(1 -1)" fill="none" stroke="#1d2a3a" stroke-width="${w / 600}">${shapes.join('')}</g></svg>`;
  const font = { loadSystemFonts: false, fontFiles: fontFiles(), defaultFontFamily: 'IBM Plex Sans' };
  writeFileSync(join(folder, `${name}.png`), new Resvg(svg, { font }).render().asPng());
}
const boxOf = (points: readonly (readonly [number, number])[]): Box => {
  const of = (k: 0 | 1, f: (...n: number[]) => number): number =>
    points.reduce((m, p) => f(m, p[k]), f === Math.min ? Infinity : -Infinity);
  return [of(0, Math.min), of(1, Math.min), of(0, Math.max), of(1, Math.max)];
};

interface Entity {
  readonly type: string;
  readonly layer: string;
  readonly text?: string;
  readonly textHeight?: number;
  readonly halign?: number;
  readonly startPoint?: { readonly x: number; readonly y: number };
  readonly endPoint?: { readonly x: number; readonly y: number };
  readonly vertices?: readonly { readonly x: number; readonly y: number }[];
  readonly shape?: boolean;
  readonly center?: { readonly x: number; readonly y: number };
  readonly radius?: number;
}
const INKS: Readonly<Record<string, string>> = {
  DIMENSION: '#1f5fa8',
  CENTRE: '#1f5fa8',
  HOLES: '#a4432f',
  MARK: '#b9821b',
  SHEET: '#1f5fa8',
};

/** What an independent reader finds in a DXF. */
function dxf(path: string, name: string): void {
  const { entities } = new DxfParser().parseSync(readFileSync(path, 'utf8')) as unknown as { entities: Entity[] };
  const points: [number, number][] = [];
  const shapes = entities.map((e) => {
    const ink = INKS[e.layer] ?? '#1d2a3a';
    if (e.vertices) {
      points.push(...e.vertices.map((v): [number, number] => [v.x, v.y]));
      return `<path stroke="${ink}" d="M${e.vertices.map((v) => `${v.x} ${v.y}`).join('L')}${e.shape ? 'Z' : ''}"/>`;
    }
    if (e.type === 'CIRCLE') return `<circle stroke="${ink}" cx="${e.center!.x}" cy="${e.center!.y}" r="${e.radius}"/>`;
    if (e.type !== 'TEXT') return '';
    const at = e.halign ? e.endPoint! : e.startPoint!;
    const anchor = ['start', 'middle', 'end'][e.halign ?? 0];
    const words = e.text!.replace(/&/g, '&amp;').replace(/</g, '&lt;');
    return `<text transform="translate(${at.x} ${at.y}) scale(1 -1)" stroke="none" fill="${ink}" font-size="${e.textHeight! / 0.72}" text-anchor="${anchor}">${words}</text>`;
  });
  picture(name, boxOf(points), shapes);
}

/** What the test's reader finds in a file for machines. */
function nc1(path: string, name: string): void {
  const { contours, holes, marks } = readNc1(readFileSync(path, 'latin1'));
  const shapes = [
    ...contours.map((c) => `<path d="M${c.points.map(([x, y]) => `${x} ${y}`).join('L')}Z"/>`),
    ...holes.map((h) => `<circle stroke="#a4432f" cx="${h.x}" cy="${h.y}" r="${h.d / 2}"/>`),
    ...marks.map(
      (m) =>
        `<text transform="translate(${m.x} ${m.y}) scale(1 -1)" stroke="none" fill="#b9821b" font-size="12">${m.text}</text>`,
    ),
  ];
  picture(name, boxOf(contours.flatMap((c) => c.points)), shapes);
}

/** What an independent reader finds in a model, from the side and above; what is nearer is drawn over what is not. */
async function ifc(path: string, name: string): Promise<void> {
  const api = new IfcAPI();
  await api.Init();
  const id = api.OpenModel(new Uint8Array(readFileSync(path)));
  const faces: { depth: number; d: [number, number][]; shade: number }[] = [];
  const [cy, sy, cx, sx] = [Math.cos(0.6), Math.sin(0.6), Math.cos(0.42), Math.sin(0.42)];
  api.StreamAllMeshes(id, (mesh) => {
    for (let i = 0; i < mesh.geometries.size(); i += 1) {
      const { geometryExpressID, flatTransformation: t } = mesh.geometries.get(i);
      const g = api.GetGeometry(id, geometryExpressID);
      const p = api.GetVertexArray(g.GetVertexData(), g.GetVertexDataSize());
      const index = api.GetIndexArray(g.GetIndexData(), g.GetIndexDataSize());
      const at = (k: number): number[] =>
        [0, 1, 2].map((r) => t[r]! * p[6 * k]! + t[4 + r]! * p[6 * k + 1]! + t[8 + r]! * p[6 * k + 2]! + t[12 + r]!);
      const seen = ([x, y, z]: number[]): number[] => {
        const [a, b] = [x! * cy + z! * sy, -x! * sy + z! * cy];
        return [a, y! * cx - b * sx, y! * sx + b * cx];
      };
      for (let k = 0; k < index.length; k += 3) {
        const [a, b, c] = [0, 1, 2].map((n) => seen(at(index[k + n]!))) as [number[], number[], number[]];
        const [u, v] = [b.map((q, r) => q - a[r]!), c.map((q, r) => q - a[r]!)];
        const normal = [u[1]! * v[2]! - u[2]! * v[1]!, u[2]! * v[0]! - u[0]! * v[2]!, u[0]! * v[1]! - u[1]! * v[0]!];
        const size = Math.hypot(...normal);
        if (size < 1e-12) continue;
        faces.push({
          depth: a[2]! + b[2]! + c[2]!,
          d: [a, b, c].map((q): [number, number] => [q[0]! * 1000, q[1]! * 1000]),
          shade: Math.abs((normal[0]! * 0.3 + normal[1]! * 0.8 + normal[2]! * 0.5) / size),
        });
      }
    }
  });
  faces.sort((a, b) => a.depth - b.depth);
  const shapes = faces.map((f) => {
    const tone = Math.round(95 + 140 * Math.min(1, f.shade));
    const ink = `rgb(${tone},${tone},${Math.min(255, tone + 8)})`;
    return `<path fill="${ink}" stroke="${ink}" d="M${f.d.map((q) => q.map((n) => n.toFixed(1)).join(' ')).join('L')}Z"/>`;
  });
  picture(name, boxOf(faces.flatMap((f) => f.d)), shapes);
}

try {
  page(made('drawings', 'drawings.pdf', 'B2-14', '--paper', 'A3'), 'drawings');
  page(made('lists', 'lists.pdf', ''), 'lists', 1, 700);
  const calculation = join(work, 'calculation.pdf');
  gusset('report', here('demo/tern-quay.json'), '--level', 'everything', '-o', calculation);
  page(calculation, 'calculation', 10, 700);
  office(made('docx', 'calculation.docx'), 'document', 3);
  office(made('workbook', 'calculation.xlsx'), 'workbook', 1);
  const out = made('dxf', 'dxf/');
  dxf(join(out, 'B2-14.dxf'), 'drawing-dxf');
  dxf(join(out, 'B2-14-p1.dxf'), 'plate-dxf');
  dxf(join(made('nest', 'nest/', ''), 'Tern-Quay-ferry-hall-sheets-10-mm-S275.dxf'), 'sheets-dxf');
  nc1(join(made('nc1', 'nc1/', 'E2-01'), 'E2-01-beam.nc1'), 'machine');
  await ifc(made('ifc', 'model.ifc', 'P1-04'), 'model');
} finally {
  rmSync(work, { recursive: true, force: true });
}
