import Joi from 'joi';
import { properties, SECTIONS, GRADE_CHOICES, findSection, type Section } from '../catalogue/index.ts';
import { path, text, type Item } from '../drawing/index.ts';
import type { Point } from '../detail/solid.ts';
import { Sheet } from '../formula/index.ts';
import type { Basis } from '../basis/basis.ts';
import { Calculator, type Calculation, type Tool, type ToolPicture } from './tool.ts';
import { en1993, factorsOf } from '../standards/en1993/standard.ts';
import { SI, type Units } from '../units/system.ts';
import { once } from '../lazy.ts';

export interface SectionInput {
  readonly section: string;
  readonly grade: string;
}

const sheet = new Sheet();
const g = {
  A: sheet.given('A', 'mm2', 'area'),
  A_v: sheet.given('A_v', 'mm2', 'shear area for load along the web or the deeper wall'),
  W_el_y: sheet.given('W_el_y', 'mm3', 'elastic modulus, major axis'),
  W_pl_y: sheet.given('W_pl_y', 'mm3', 'plastic modulus, major axis'),
  W_pl_z: sheet.given('W_pl_z', 'mm3', 'plastic modulus, minor axis'),
  f_y: sheet.given('f_y', 'MPa', 'yield strength by the thickest part'),
  gamma_M0: sheet.given('gamma_M0', '-', 'partial factor for yielding'),
};
const r = sheet.section('resistance');
const formulas = {
  N: r.f('N_pl_Rd', 'kN', 'A*f_y/gamma_M0', 'plastic axial resistance', 'EN 1993-1-1, 6.2.3, 6.2.4'),
  V: r.f('V_pl_Rd', 'kN', 'A_v*f_y/(sqrt(3)*gamma_M0)', 'plastic shear resistance', 'EN 1993-1-1, 6.2.6(2)'),
  Mel: r.f('M_el_y_Rd', 'kNm', 'W_el_y*f_y/gamma_M0', 'elastic bending resistance, major axis (class 3)', 'EN 1993-1-1, 6.2.5'),
  Mpl: r.f(
    'M_pl_y_Rd',
    'kNm',
    'W_pl_y*f_y/gamma_M0',
    'plastic bending resistance, major axis (class 1 and 2)',
    'EN 1993-1-1, 6.2.5',
  ),
  Mz: r.f(
    'M_pl_z_Rd',
    'kNm',
    'W_pl_z*f_y/gamma_M0',
    'plastic bending resistance, minor axis (class 1 and 2)',
    'EN 1993-1-1, 6.2.5',
  ),
};
/** An area, a modulus or a second moment as section tables have it: powers of a centimetre, or of an inch. */
function inTables(u: Units, x: number, power: number): readonly [string, string] {
  const size = u.id === 'SI' ? 10 : 25.4;
  return [SI.figure(x / size ** power, 'mm'), `${u.id === 'SI' ? 'cm' : 'in'}${'²³⁴'[power - 2]}`];
}
const thickest = (s: Section): number => ('tf' in s ? s.tf : s.t);

/** Dimensions of a section by their symbols. */
function dimsOf(s: Section, u: Units): [string, string][] {
  return 'tf' in s
    ? [
        ['h', u.figure(s.h, 'mm')],
        ['b', u.figure(s.b, 'mm')],
        ['t_w', u.figure(s.tw, 'mm')],
        ['t_f', u.figure(s.tf, 'mm')],
        ['r', u.figure(s.r, 'mm')],
      ]
    : s.shape === 'RHS'
      ? [
          ['h', u.figure(s.h, 'mm')],
          ['b', u.figure(s.b, 'mm')],
          ['t', u.figure(s.t, 'mm')],
        ]
      : [
          ['d', u.figure(s.d, 'mm')],
          ['t', u.figure(s.t, 'mm')],
        ];
}

function tableOf(s: Section, p: ReturnType<typeof properties>, u: Units): Calculation['tables'][number] {
  const property = (name: string, x: number, power: number): string[] => [name, ...inTables(u, x, power)];
  return {
    title: 'Dimensions and properties',
    head: ['Property', 'Value', 'Unit'],
    marked: -1,
    rows: [
      ...dimsOf(s, u).map(([k, v]) => [k, v, u.name('mm')]),
      ['mass', ...u.massPerLength(p.mass)],
      property('A', p.A, 2),
      property('A_v', p.A_v, 2),
      property('I_y', p.I_y, 4),
      property('I_z', p.I_z, 4),
      property('W_el,y', p.W_el_y, 3),
      property('W_pl,y', p.W_pl_y, 3),
      property('W_el,z', p.W_el_z, 3),
      property('W_pl,z', p.W_pl_z, 3),
      property('I_t', p.I_t, 4),
    ],
  };
}

function calculate(i: SectionInput, basis: Basis): Calculation {
  const u = basis.units;
  const s = findSection(i.section, 'section', basis.sections);
  const p = properties(s);
  const steel = basis.standard.materials.steel({ grade: i.grade }, thickest(s), basis.set, 'grade', basis.steels);
  const c = new Calculator(sheet, u);
  for (const k of ['A', 'A_v', 'W_el_y', 'W_pl_y', 'W_pl_z'] as const)
    c.put(g[k], p[k], `${s.name}, from its nominal dimensions`, 'catalogue');
  c.put(g.f_y, steel.f_y, `${i.grade}, ${thickest(s)} mm thick`, 'catalogue');
  c.put(g.gamma_M0, factorsOf(basis).gamma_M0, 'partial factors', 'basis');
  const [N, V, , M] = [formulas.N, formulas.V, formulas.Mel, formulas.Mpl, formulas.Mz].map((f) => f(c.run)) as [
    number,
    number,
    number,
    number,
    number,
  ];
  return {
    answer: `${s.name} ${i.grade}: shear ${u.quantity(V, 'kN')}, axial ${u.quantity(N, 'kN')}, plastic moment ${u.quantity(M, 'kNm')}`,
    state: 'none',
    sections: [
      c.section(
        'resistance',
        `Resistances of the section, ${s.name}`,
        'EN 1993-1-1, 6.2',
        'without buckling; the class of the section is not judged here',
      ),
    ],
    tables: [tableOf(s, p, u)],
    picture: outline(s),
  };
}

/** The cross-section to scale. */
function outline(s: Section): ToolPicture {
  const [width, height] = [110, 90];
  const [h, b] = s.shape === 'CHS' ? [s.d, s.d] : [s.h, s.b];
  const scale = Math.max(h / (height - 24), b / (width - 40));
  const at = (u: number, v: number): Point => [width / 2 + u / scale, height / 2 - v / scale];
  const items: Item[] = [];
  if (s.shape === 'CHS') {
    items.push(
      { k: 'circle', at: at(0, 0), r: s.d / 2 / scale, line: 'outline', fill: 'cut' },
      { k: 'circle', at: at(0, 0), r: (s.d / 2 - s.t) / scale, line: 'outline', fill: 'paper' },
    );
  } else if (s.shape === 'RHS') {
    const rounded = (w: number, d: number, r_: number): Point[] =>
      [
        [1, 1],
        [-1, 1],
        [-1, -1],
        [1, -1],
      ].flatMap(([sx, sy], k) =>
        Array.from({ length: 7 }, (_, j): Point => {
          const a = (Math.PI / 2) * k + (Math.PI / 12) * j;
          return at(sx! * (w / 2 - r_) + r_ * Math.cos(a), sy! * (d / 2 - r_) + r_ * Math.sin(a));
        }),
      );
    items.push(
      path(rounded(b, h, 1.5 * s.t), 'outline', true, 'cut'),
      path(rounded(b - 2 * s.t, h - 2 * s.t, s.t), 'outline', true, 'paper'),
    );
  } else {
    items.push(
      path(
        openOutline(s).map(([y, z]) => at(y, z)),
        'outline',
        true,
        'cut',
      ),
    );
  }
  items.push(
    path([at(-b / 2 - 6 * scale, 0), at(b / 2 + 6 * scale, 0)], 'centre'),
    path([at(0, h / 2 + 6 * scale), at(0, -h / 2 - 6 * scale)], 'centre'),
  );
  items.push(text([width / 2, height - 3], s.name.replace(/(\d)x(?=\d)/g, '$1×'), { anchor: 'middle' }));
  return { width, height, items };
}

/** Outline of an open section about the middle of its depth and width. */
function openOutline({ shape, h, b, tw, tf, r }: Extract<Section, { readonly tf: number }>): Point[] {
  const [l, w1, w2, right] = shape === 'C' ? [-b / 2, -b / 2, -b / 2 + tw, b / 2] : [-b / 2, -tw / 2, tw / 2, b / 2];
  const top = h / 2;
  const arc = (cu: number, cv: number, from: number): Point[] =>
    Array.from({ length: 7 }, (_, j): Point => {
      const a = from + (j * Math.PI) / 12;
      return [cu + r * Math.cos(a), cv + r * Math.sin(a)];
    });
  const upper: Point[] = [[right, top], [right, top - tf], ...arc(w2 + r, top - tf - r, Math.PI / 2)];
  const back: Point[] = shape === 'C' ? [] : [...arc(w1 - r, top - tf - r, 0), [l, top - tf]];
  if (shape === 'T') return [...upper, [w2, -top], [w1, -top], ...back, [l, top]];
  const lower: Point[] = [...arc(w2 + r, -top + tf + r, Math.PI), [right, -top + tf], [right, -top], [l, -top]];
  const lowerBack: Point[] = shape === 'C' ? [] : [[l, -top + tf], ...arc(w1 - r, -top + tf + r, 1.5 * Math.PI)];
  return [...upper, ...lower, ...lowerBack, ...back, [l, top]];
}

export const sectionTool: Tool<SectionInput> = {
  id: 'section',
  standard: en1993.id,
  title: 'Sections',
  about: 'Section browser: dimensions, properties and resistances of every section in the catalogue and of the job.',
  schema: once(() => Joi.object({ section: Joi.string().max(60).required(), grade: Joi.string().max(40).required() })),
  fields: [
    { id: 'section', label: 'Section', quantity: 'none', type: 'section' },
    { id: 'grade', label: 'Steel', quantity: 'none', type: 'grade', options: GRADE_CHOICES },
  ],
  start: { section: 'UB 406x140x39', grade: 'S275' },
  calculate,
  browse: ({ units: u, sections }) => ({
    head: [
      'Section',
      u.massPerLength(1)[1],
      `h ${u.name('mm')}`,
      `b ${u.name('mm')}`,
      ...(['A', 'I_y', 'W_pl,y'] as const).map((k, i) => `${k} ${inTables(u, 1, [2, 4, 3][i]!)[1]}`),
    ],
    rows: [...sections, ...SECTIONS].map((s) => {
      const p = properties(s);
      const [h, b] = s.shape === 'CHS' ? [s.d, s.d] : [s.h, s.b];
      return {
        set: { section: s.name },
        cells: [
          s.name,
          u.massPerLength(p.mass)[0],
          u.figure(h, 'mm'),
          u.figure(b, 'mm'),
          inTables(u, p.A, 2)[0],
          inTables(u, p.I_y, 4)[0],
          inTables(u, p.W_pl_y, 3)[0],
        ],
      };
    }),
  }),
};
