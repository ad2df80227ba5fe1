import Joi from 'joi';
import { BOLT_CLASS_NAMES, BOLT_CLASSES, BOLT_DIAMETERS, boltSize, GRADE_CHOICES } from '../catalogue/index.ts';
import type { Basis } from '../basis/basis.ts';
import { path, text, type Item } from '../drawing/index.ts';
import { Sheet } from '../formula/index.ts';
import { size } from '../validate/sizes.ts';
import { lineStubs, type RowsStub, type StubRow } from '../standards/en1993/components/row-stubs.ts';
import { innerPatterns } from '../standards/en1993/components/patterns.ts';
import { rowStub } from '../standards/en1993/components/t-stub.ts';
import { en1993, factorsOf } from '../standards/en1993/standard.ts';
import type { Quantity } from '../units/system.ts';
import { Calculator, type Calculation, type Tool, type ToolPicture } from './tool.ts';
import { once } from '../lazy.ts';

export interface TStubInput {
  readonly t: number;
  readonly grade: string;
  readonly d: number;
  readonly cls: string;
  readonly m: number;
  readonly e: number;
  /** Edge distance of the other part, where it is nearer. */
  readonly e_min?: number;
  readonly rows: number;
  readonly p?: number;
  /** Row 1 to the face of a stiffener or flange, and the throat there. */
  readonly c_2?: number;
  readonly a_2: number;
  /** Row 1 to a free end. */
  readonly e_1?: number;
  /** Thickness of the other part that the bolts hold. */
  readonly t_other: number;
  readonly mode1: 'method1' | 'method2';
  readonly prying: 'assume' | 'check';
}

const sheet = new Sheet();
const g = {
  gamma_M0: sheet.given('gamma_M0', '-', 'partial factor, yielding'),
  gamma_M2: sheet.given('gamma_M2', '-', 'partial factor, bolts'),
  t: sheet.given('t', 'mm', 'thickness of the flange or plate'),
  f_y: sheet.given('f_y', 'MPa', 'yield strength'),
  f_u: sheet.given('f_u', 'MPa', 'tensile strength'),
  f_ub: sheet.given('f_ub', 'MPa', 'tensile strength of the bolts'),
  A_s: sheet.given('A_s', 'mm2', 'stress area of a bolt'),
  s_n: sheet.given('s_n', 'mm', 'bolt head across flats'),
  d_w: sheet.given('d_w', 'mm', 'washer diameter'),
  t_was: sheet.given('t_was', 'mm', 'thickness of a washer'),
  k_h: sheet.given('k_h', 'mm', 'height of the head'),
  k_n: sheet.given('k_n', 'mm', 'height of the nut'),
  t_o: sheet.given('t_o', 'mm', 'thickness of the other part'),
  m: sheet.given('m_0', 'mm', 'bolt to the web, less 0.8 of its root or weld'),
  e: sheet.given('e_0', 'mm', 'edge distance'),
  e_min: sheet.given('e_min', 'mm', 'lesser edge distance of both parts'),
};
const T34 = 'EN 1993-1-8, Table 3.4';
const b = sheet.commonSection('bolts');
const bolts = [
  b.f('F_t_Rd', 'kN', '0.9*f_ub*A_s/gamma_M2', 'tension of a bolt', T34),
  b.f('d_m', 'mm', '(s_n+2*s_n/sqrt(3))/2', 'mean diameter of the head', T34),
  b.f('B_p_Rd', 'kN', '0.6*pi*d_m*t*f_u/gamma_M2', 'punching', T34),
  b.f('F_t', 'kN', 'min(F_t_Rd, B_p_Rd)', 'tension resistance of a bolt', T34),
  b.f('L_b', 'mm', 't+t_o+2*t_was+(k_h+k_n)/2', 'length of the bolts that stretches', 'EN 1993-1-8, Table 6.11'),
];
const s = sheet.section('t-stub');
const sizes = [
  s.f('m', 'mm', 'm_0', 'bolt to the web', 'EN 1993-1-8, Figure 6.2'),
  s.f('e', 'mm', 'e_0', 'edge distance', 'EN 1993-1-8, Figure 6.2'),
  s.f('n', 'mm', 'min(e_min, 1.25*m)', 'lever of the prying force', 'EN 1993-1-8, Table 6.2'),
];
const patterns = innerPatterns(s, { plain: 'EN 1993-1-8, Table 6.4', stiffened: 'EN 1993-1-8, Table 6.5' });
const line = lineStubs(s);
const stub = rowStub(s, 't', 'f_y');

/** All T-stubs of the rows, with the last group the whole. */
function worked(i: TStubInput, t: number, basis: Basis, c: Calculator): RowsStub {
  const size = boltSize(i.d);
  const steel = basis.standard.materials.steel({ grade: i.grade }, t, basis.set, 'grade', basis.steels);
  const factors = factorsOf(basis);
  c.put(g.gamma_M0, factors.gamma_M0, 'partial factors', 'basis');
  c.put(g.gamma_M2, factors.gamma_M2, 'partial factors', 'basis');
  c.put(g.t, t, 't');
  c.put(g.f_y, steel.f_y, `${i.grade}, ${t} mm thick`, 'catalogue');
  c.put(g.f_u, steel.f_u, `${i.grade}, ${t} mm thick`, 'catalogue');
  c.put(g.f_ub, BOLT_CLASSES[i.cls]!.f_ub, `class ${i.cls}`, 'catalogue');
  for (const [slot, value, what] of [
    [g.A_s, size.A_s, 'stress area'],
    [g.s_n, size.s, 'across flats'],
    [g.d_w, size.d_w, 'washer'],
    [g.t_was, size.washer, 'washer'],
    [g.k_h, size.head, 'head'],
    [g.k_n, size.nut, 'nut'],
  ] as const)
    c.put(slot, value, `M${i.d}, ${what}`, 'catalogue');
  c.put(g.t_o, i.t_other, 'other part');
  c.put(g.m, i.m, 'm');
  c.put(g.e, i.e, 'e');
  c.put(g.e_min, Math.min(i.e, i.e_min ?? i.e), 'the lesser of e and the other part');
  for (const f of bolts) f(c.run);
  const rows: StubRow[] = Array.from({ length: i.rows }, (_, k) => ({
    y: -k * (i.p ?? 0),
    above: k === 0 && i.c_2 !== undefined ? { clear: i.c_2, a: i.a_2 } : null,
    below: null,
    end: { above: i.e_1 === undefined ? null : i.e_1 + k * (i.p ?? 0), below: null },
  }));
  const found = line(c.run, {
    rows,
    joined: () => true,
    // The whole stands under no name: its workings are those that are shown.
    named: (from, to) => (from === 0 && to === i.rows - 1 ? '' : `rows ${from + 1}-${to + 1}`),
    size: (r) => {
      const [m] = sizes.map((f) => f(r));
      return m!;
    },
    lengths: patterns.lengths,
    stub: (r) => stub(r, { prying: i.prying, mode1: i.mode1 }),
  });
  return i.rows === 1 ? found.alone[0]! : found.groups.at(-1)!.at(-1)!;
}

const MODES = {
  1: 'mode 1, the flange yields',
  2: 'mode 2, the flange yields with the bolts',
  3: 'mode 3, the bolts break',
  '1-2': 'no prying, the flange yields',
};

function calculateStub(i: TStubInput, basis: Basis): Calculation {
  const u = basis.units;
  const c = new Calculator(sheet, u);
  const whole = worked(i, i.t, basis, c);
  const kN = (x: number): string => u.quantity(x, 'kN');
  const modes = [
    ['1', whole.F_1],
    ['2', whole.F_2],
    ['3', whole.F_3],
    ['without prying', whole.F_12],
  ] as const;
  const marked = whole.mode === '1-2' ? 3 : whole.mode - 1;
  return {
    answer: `${i.rows} row${i.rows > 1 ? 's' : ''} of two M${i.d}-${i.cls} hold ${kN(whole.F)}: ${MODES[whole.mode]}; prying of a bolt then ${kN(whole.Q)}`,
    state: 'none',
    sections: [
      c.section('bolts', 'Bolts', T34, '', true, 'shared'),
      c.section('t-stub', `T-stub of ${i.rows} row${i.rows > 1 ? 's' : ''}`, 'EN 1993-1-8, 6.2.4', kN(whole.F)),
    ],
    tables: [
      {
        title: 'Modes',
        head: ['mode', `resistance, ${u.unitOf('force')}`],
        rows: modes.map(([name, F]) => [name, kN(F).replace(/ \S+$/, '')]),
        marked,
      },
      {
        title: 'Lengths',
        head: ['', u.unitOf('length')],
        rows: [
          ['circular patterns', u.length(Math.round(whole.l_cp * 10) / 10)],
          ['other patterns', u.length(Math.round(whole.l_nc * 10) / 10)],
          ['m', u.length(Math.round(whole.m * 10) / 10)],
          ['n', u.length(Math.round(whole.n * 10) / 10)],
        ],
        marked: -1,
      },
    ],
    picture: plot(i, basis),
  };
}

const WIDTH = 150;
const HEIGHT = 92;
const LEFT = 18;
const FLOOR = 78;

/** Where the mode that governs changes hands. */
const changesOf = (
  ts: readonly number[],
  at: readonly RowsStub[],
): { t: number; from: RowsStub['mode']; to: RowsStub['mode'] }[] =>
  ts.flatMap((t, k) => (k > 0 && at[k]!.mode !== at[k - 1]!.mode ? [{ t, from: at[k - 1]!.mode, to: at[k]!.mode }] : []));

/** Resistance against thickness: each mode, and the least of them, which changes hands where they cross. */
function plot(i: TStubInput, basis: Basis): ToolPicture {
  const u = basis.units;
  const c = new Calculator(sheet, u);
  c.run.steps = null;
  const to = Math.max(2 * i.t, 30);
  const ts = Array.from({ length: 61 }, (_, k) => Math.max(3, (to * k) / 60));
  const at = ts.map((t) => worked(i, t, basis, c));
  const top = Math.max(...at.map((x) => x.F_3)) * 1.15;
  const x = (t: number): number => LEFT + (t / to) * (WIDTH - LEFT - 8);
  const y = (F: number): number => FLOOR - (Math.min(F, top) / top) * (FLOOR - 10);
  const curve = (of: (s: RowsStub) => number, style: 'thin' | 'hidden' | 'outline'): Item =>
    path(
      ts.flatMap((t, k) => (of(at[k]!) <= top ? [[x(t), y(of(at[k]!))] as const] : [])),
      style,
    );
  const now = worked(i, i.t, basis, c);
  const changes = changesOf(ts, at);
  return {
    width: WIDTH,
    height: HEIGHT,
    items: [
      path(
        [
          [LEFT, 6],
          [LEFT, FLOOR],
          [WIDTH - 4, FLOOR],
        ],
        'outline',
      ),
      curve((s) => s.F_1, 'hidden'),
      curve((s) => s.F_2, 'hidden'),
      curve((s) => s.F_3, 'hidden'),
      curve((s) => s.F, 'outline'),
      ...changes.flatMap(({ t, from, to: next }, k): Item[] => [
        path(
          [
            [x(t), FLOOR],
            [x(t), 10 + 5 * (k % 2)],
          ],
          'thin',
        ),
        text([x(t) + 1, 10 + 5 * (k % 2)], `mode ${from} to ${next} at ${u.length(Math.round(t * 10) / 10)}`, { size: 3 }),
      ]),
      path(
        [
          [x(i.t), FLOOR],
          [x(i.t), y(now.F)],
        ],
        'centre',
      ),
      { k: 'circle', at: [x(i.t), y(now.F)], r: 1.2, line: 'outline', fill: 'paper' },
      text([x(i.t), FLOOR + 5], u.length(i.t), { anchor: 'middle', size: 3 }),
      text([(LEFT + WIDTH) / 2, HEIGHT - 3], `thickness, ${u.unitOf('length')}`, { anchor: 'middle', size: 3, style: 'muted' }),
      text([LEFT - 1.5, y(top / 1.15) + 1], u.quantity(top / 1.15, 'kN').replace(/ \S+$/, ''), { anchor: 'end', size: 3 }),
      text([LEFT - 1.5, y(now.F) + 1], u.quantity(now.F, 'kN').replace(/ \S+$/, ''), { anchor: 'end', size: 3, bold: true }),
      text([2, 5], u.unitOf('force'), { size: 3, style: 'muted' }),
    ],
  };
}

const length = (id: string, label: string, optional = false, hint?: string) => ({
  id,
  label,
  quantity: 'length' as Quantity,
  type: 'number' as const,
  ...(optional ? { optional } : {}),
  ...(hint ? { hint } : {}),
});

export const tStubTool: Tool<TStubInput> = {
  id: 't-stub',
  standard: en1993.id,
  title: 'T-stub',
  about:
    'Rows of two bolts on a flange or a plate: yield-line lengths, modes, prying, and the thickness at which the mode changes',
  schema: once(() =>
    Joi.object({
      t: size(3, 80).required(),
      grade: Joi.string().max(40).required(),
      d: Joi.number()
        .valid(...BOLT_DIAMETERS)
        .required(),
      cls: Joi.string()
        .valid(...BOLT_CLASS_NAMES)
        .required(),
      m: size(5, 300).required(),
      e: size(5, 300).required(),
      e_min: size(5, 300),
      rows: Joi.number().integer().min(1).max(10).required(),
      p: Joi.when('rows', { is: 1, then: size(0, 500), otherwise: size(20, 500).required() }),
      c_2: size(5, 500),
      a_2: size(0, 40).default(5),
      e_1: size(10, 2000),
      t_other: size(3, 150).required(),
      mode1: Joi.string().valid('method1', 'method2').default('method1'),
      prying: Joi.string().valid('assume', 'check').default('assume'),
    }),
  ),
  fields: [
    length('t', 'Thickness'),
    { id: 'grade', label: 'Steel', quantity: 'none', type: 'grade', options: GRADE_CHOICES },
    {
      id: 'd',
      label: 'Bolt',
      quantity: 'none',
      type: 'choice',
      options: BOLT_DIAMETERS.map((value) => ({ value, label: `M${value}` })),
    },
    {
      id: 'cls',
      label: 'Class',
      quantity: 'none',
      type: 'choice',
      options: BOLT_CLASS_NAMES.map((value) => ({ value, label: value })),
    },
    length('m', 'm', false, 'bolt to the web, less 0.8 of its root or of the leg of its weld'),
    length('e', 'e', false, 'bolt to the edge of this part'),
    length('e_min', 'Edge of the other part', true, 'where it is nearer than e'),
    { id: 'rows', label: 'Rows', quantity: 'none', type: 'number' },
    length('p', 'Pitch', true),
    length('c_2', 'Row 1 to a stiffener', true, 'to the face of a stiffener or flange; empty: none near'),
    length('a_2', 'Throat there'),
    length('e_1', 'Row 1 to a free end', true),
    length('t_other', 'Other part gripped'),
    {
      id: 'mode1',
      label: 'Mode 1 by',
      quantity: 'none',
      type: 'choice',
      options: [
        { value: 'method1', label: 'method 1' },
        { value: 'method2', label: 'method 2, washers counted' },
      ],
    },
    {
      id: 'prying',
      label: 'Prying is',
      quantity: 'none',
      type: 'choice',
      options: [
        { value: 'assume', label: 'assumed' },
        { value: 'check', label: 'checked by the length of the bolts' },
      ],
    },
  ],
  start: {
    t: 15,
    grade: 'S275',
    d: 20,
    cls: '8.8',
    m: 36,
    e: 50,
    rows: 2,
    p: 75,
    a_2: 5,
    t_other: 15,
    mode1: 'method1',
    prying: 'assume',
  },
  calculate: calculateStub,
};
