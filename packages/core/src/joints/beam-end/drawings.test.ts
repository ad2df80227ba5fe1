import { readFileSync } from 'node:fs';
import { orRefused } from '../refused.testing.ts';
import { describe, expect, it } from 'vitest';
import { firstDetail } from '../../design/first.ts';
import { marksOf, projected, SHEET, textWidth, TITLE, type Drawing, type TextItem } from '../../drawing/index.ts';
import type { FieldValue } from '../kind.ts';
import { DEFAULT_BASIS } from '../../standards/job-basis.ts';
import { checkJoint } from '../report.ts';
import { validate } from '../../validate/index.ts';
import { BEAM_KINDS as KINDS } from './beam-kinds.testing.ts';
import { kindOf } from '../registry.ts';
import { optionsOf } from '../kind.ts';

const title = {
  job: 'Tern Quay ferry hall',
  number: '2417',
  revision: 'A',
  mark: 'B2-14',
  kind: 'Fin plate',
  verdict: 'holds · 1.08 × C3',
  checked: 'not yet checked',
  basis: 'EN 1993-1-8 UK',
};
const MEMBERS: [string, string, string][] = [
  ['UB 203x133x25', 'UC 152x152x30', 'column_flange'],
  ['UB 254x146x31', 'UC 203x203x46', 'column_web'],
  ['IPE 300', 'UB 533x210x92', 'beam_web'],
  ['UB 406x140x39', 'UC 203x203x60', 'column_flange'],
  ['UB 457x191x67', 'UC 254x254x89', 'column_web'],
  ['UB 610x229x101', 'UC 305x305x137', 'column_flange'],
  ['UB 914x305x201', 'UC 356x406x340', 'column_flange'],
  ['HEA 200', 'HEB 240', 'column_flange'],
  ['UB 406x178x60', 'UB 762x267x147', 'beam_web'],
  ['PFC 260x90x35', 'UC 203x203x52', 'column_flange'],
];
const buildable = (kind: (typeof KINDS)[number], input: unknown): boolean =>
  orRefused(() => kind.build(input, DEFAULT_BASIS)) !== null;
/** First details of every kind for these members, and one with two notches of each. */
const all = KINDS.flatMap((kind) => {
  const first = (beam: string, support: string, supportType: string) =>
    firstDetail(
      kind.id,
      { beam, beamGrade: 'S275', support, supportGrade: 'S275', supportType },
      [{ name: 'C', V_Ed: 40, N_Ed: 0, N_tie: 0 }],
      DEFAULT_BASIS,
    ).input as { beam: object };
  const list = MEMBERS.map(
    ([beam, support, type]) => [`${kind.title}: ${beam} to ${support} ${type}`, kind.id, first(beam, support, type)] as const,
  );
  const plain = list[4]![2];
  // Members by their dimensions, without a section: the worked cases.
  const worked = (
    JSON.parse(readFileSync(new URL(`../${kind.id}/worked-cases.json`, import.meta.url), 'utf8')) as {
      title: string;
      input: unknown;
    }[]
  ).map((w) => {
    const checked = validate<{ beam: object }>(kind.schema(), w.input);
    if ('error' in checked) throw new Error(checked.error.message);
    return [w.title, kind.id, checked.value] as const;
  });
  // Every other form that one choice makes of a sound joint: arrangements, fixings, sides.
  const forms = kind.fields
    .filter((f) => f.type === 'choice' && !/^(bolts\.(?!n2)|holes|cleat\.size|notch)/.test(f.id))
    .flatMap((f) =>
      optionsOf(f, DEFAULT_BASIS.standard)!
        .filter((o) => o.value !== f.get(plain))
        .map((o) => [`${kind.title}: ${f.label} ${o.label}`, kind.id, f.set(plain, o.value)] as const)
        .filter(([, , input]) => buildable(kind, input)),
    );
  // A far beam with rows of its own that runs into this joint.
  const set = (i: { beam: object }, id: string, v: FieldValue): { beam: object } =>
    kind.fields.find((f) => f.id === id)!.set(i, v) as { beam: object };
  const clash = kind.fields.some((f) => f.id === 'support.other.bolts')
    ? worked
        .filter(([, , i]) => (i as unknown as { support: { type: string } }).support.type !== 'column_flange')
        .map(
          ([name, id, i]) =>
            [
              `${name}, rows of its own on the far face`,
              id,
              set(set(set(i, 'support.other.V', 120), 'support.other.bolts', 'own'), 'support.other.drop', 35),
            ] as const,
        )
    : [];
  // Lower than is usual, and higher than its support.
  const levels = list
    .filter(([, , i]) => (i as unknown as { support: { type: string } }).support.type === 'beam_web')
    .flatMap(([name, id, i]) =>
      [140, 30, -45].map((drop) => [`${name}, ${drop} below its support`, id, set(i, 'support.drop', drop)] as const),
    );
  return [
    ...list,
    ...levels,
    ...forms,
    ...worked,
    ...clash,
    [
      `${kind.title}: two notches`,
      kind.id,
      { ...plain, beam: { ...plain.beam, notch: { type: 'double', l_n: 100, d_nt: 45, d_nb: 45 } } },
    ] as const,
  ];
});

interface Box {
  readonly text: string;
  readonly x1: number;
  readonly x2: number;
  readonly y1: number;
  readonly y2: number;
}
const boxOf = (t: TextItem): Box => {
  const w = textWidth(t.text, t.size) * 0.93;
  const x1 = t.anchor === 'middle' ? t.at[0] - w / 2 : t.anchor === 'end' ? t.at[0] - w : t.at[0];
  return { text: t.text, x1, x2: x1 + w, y1: t.at[1] - t.size * 0.7, y2: t.at[1] + t.size * 0.1 };
};
const overlap = (a: Box, b: Box): boolean => a.x1 < b.x2 && b.x1 < a.x2 && a.y1 < b.y2 && b.y1 < a.y2;
const texts = (d: Drawing): TextItem[] => d.items.filter((i): i is TextItem => i.k === 'text');

describe.each(all)('the sheet of %s', (_name, id, input) => {
  const kind = kindOf(id);
  const drawing: Drawing = kind.build(input, DEFAULT_BASIS).drawing(title, null);
  const boxes = texts(drawing).map(boxOf);
  it('has no text over another', () => {
    const pairs = boxes.flatMap((a, i) =>
      boxes
        .slice(i + 1)
        .filter((b) => overlap(a, b))
        .map((b) => `${a.text} / ${b.text}`),
    );
    expect(pairs).toEqual([]);
  });
  it('keeps every item inside its frame', () => {
    const inside = ([x, y]: readonly [number, number]): boolean =>
      x >= SHEET.margin - 0.01 &&
      x <= SHEET.width - SHEET.margin + 0.01 &&
      y >= SHEET.margin - 0.01 &&
      y <= SHEET.height - SHEET.margin + 0.01;
    for (const item of drawing.items) {
      const points = item.k === 'path' ? item.points : [item.at];
      for (const p of points)
        expect([JSON.stringify(item).slice(0, 90), inside(p)]).toEqual([JSON.stringify(item).slice(0, 90), true]);
    }
    for (const b of boxes)
      expect([b.text, b.x1 >= SHEET.margin - 1 && b.x2 <= SHEET.width - SHEET.margin + 1]).toEqual([b.text, true]);
  });
  it('draws nothing over the title block', () => {
    const [x, y] = [SHEET.width - SHEET.margin - TITLE.width, SHEET.height - SHEET.margin - TITLE.height];
    const outside = drawing.items
      .filter((i) => i.k === 'circle' || (i.k === 'path' && i.line !== 'outline' && i.line !== 'thin'))
      .flatMap((i) => (i.k === 'path' ? i.points : i.k === 'circle' ? [i.at] : []));
    for (const p of outside) expect(p[0] > x && p[1] > y).toBe(false);
  });
  it('binds every dimension to a field that gives its value', () => {
    const dimensions = texts(drawing).filter((t) => t.field);
    expect(dimensions.length).toBeGreaterThanOrEqual(4);
    for (const t of dimensions) {
      const field = (kind.fields.find((f) => f.id === t.field) ?? kind.placeField?.(t.field!))!;
      expect([t.field, Number(t.text)]).toEqual([
        t.field,
        field.id.startsWith('support.drop') ? Math.abs(Number(field.get(input))) : field.get(input),
      ]);
    }
  });
  it('keeps every line inside the frame, failure paths too', () => {
    const marks = [
      ...drawing.items,
      ...Object.values(drawing.paths)
        .flat()
        .flatMap((m) => projected(drawing.views, m)),
    ];
    const points = marks.flatMap((i) => (i.k === 'path' ? i.points : i.k === 'circle' ? [i.at] : []));
    const out = points.filter(
      ([x, y]) =>
        x < SHEET.margin - 0.01 ||
        y < SHEET.margin - 0.01 ||
        x > SHEET.width - SHEET.margin + 0.01 ||
        y > SHEET.height - SHEET.margin + 0.01,
    );
    expect(out).toEqual([]);
  });
  it('has a failure path for every check that is loaded', () => {
    const report = checkJoint(
      {
        kind: id,
        input,
        combinations: [
          { name: 'C', V_Ed: 40, N_Ed: 10, N_tie: 20 },
          { name: 'P', V_Ed: 40, N_Ed: -10, N_tie: 0 },
        ],
      },
      DEFAULT_BASIS,
    );
    const loaded = new Set(
      report.combinations
        .flatMap((c) => c.checks)
        .filter((c) => c.type === 'strength')
        .map((c) => c.id),
    );
    expect([...loaded].filter((check) => !marksOf(drawing, check).length)).toEqual([]);
  });
  it('has each failure path where it is on the solid: on a face of a plate, of the web or of the support, or at a bolt', () => {
    const { plates, members } = kind.build(input, DEFAULT_BASIS).solid;
    const web = members.find((x) => x.id === 'beam')!.tw / 2;
    const faces = {
      xz: [web, -web, ...plates.filter((p) => p.plane === 'xz').flatMap((p) => p.y)],
      yz: [0, ...plates.filter((p) => p.plane === 'yz').flatMap((p) => p.y)],
      xy: [],
    };
    const off = Object.entries(drawing.paths).flatMap(([key, marks]) =>
      marks
        .filter((m) => !key.startsWith('clear-') && !faces[m.plane].some((at) => Math.abs(at - m.at) < 1e-9))
        .map((m) => [key, m.plane, m.at]),
    );
    expect(off).toEqual([]);
  });
  it('is to scale: the plate is as deep on paper as its size over the scale', () => {
    const scale = Number(drawing.scale.split(':')[1]);
    const plate = drawing.items.find((i) => i.k === 'path' && i.fill === 'plate');
    if (plate?.k !== 'path') throw new Error('no plate on the drawing');
    const ys = plate.points.map((p) => p[1]);
    expect(Math.max(...ys) - Math.min(...ys)).toBeCloseTo(
      (kind.fields.find((f) => /\.h$/.test(f.id))!.get(input) as number) / scale,
      6,
    );
  });
});

describe('a clash', () => {
  // M20 at 45: the washers, 37 across, leave 8 between them; at 35 they overlap by 2.
  it('is ringed where it is, and says what is missing', () => {
    const kind = kindOf('fin-plate');
    const { input } = firstDetail(
      'fin-plate',
      { beam: 'UB 406x140x39', beamGrade: 'S275', support: 'UC 203x203x60', supportGrade: 'S275', supportType: 'column_flange' },
      [],
      DEFAULT_BASIS,
    );
    const at = (p1: number): Drawing =>
      kind.build(kind.fields.find((f) => f.id === 'bolts.p1')!.set(input, p1), DEFAULT_BASIS).drawing(title, null);
    expect(texts(at(45)).some((t) => t.text.includes('missing'))).toBe(false);
    const clash = at(35);
    expect(texts(clash).map((t) => t.text)).toContain('Washers clear of each other: 2 mm missing');
    expect(marksOf(clash, 'clear-bolts')).toHaveLength(1);
  });
  // M20 with a flat of 30: a socket needs 30/sqrt3 + 6 = 23.32 from the bolt; the weld's toe of 8 lies 30 - 8 = 22 away with 20 of web behind a gap of 10: 1.4 missing.
  it('is ringed as advice too, and says so', () => {
    const kind = kindOf('fin-plate');
    const { input } = firstDetail(
      'fin-plate',
      { beam: 'UB 406x140x39', beamGrade: 'S275', support: 'UC 203x203x60', supportGrade: 'S275', supportType: 'column_flange' },
      [],
      DEFAULT_BASIS,
    );
    const near = kind.build(kind.fields.find((f) => f.id === 'web.e2b')!.set(input, 20), DEFAULT_BASIS).drawing(title, null);
    expect(
      texts(near)
        .filter((t) => t.text.includes('missing'))
        .map((t) => [t.text, t.bold ?? false]),
    ).toEqual([['Room for a socket: 1.4 mm missing (advice)', false]]);
  });
});
