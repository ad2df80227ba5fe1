import Joi from 'joi';
import { GRADE_CHOICES } from '../catalogue/index.ts';
import type { Point } from '../detail/solid.ts';
import { Sheet } from '../formula/index.ts';
import type { Basis } from '../basis/basis.ts';
import { size } from '../validate/sizes.ts';
import { Refusal } from '../refusal.ts';
import { Calculator, numberLines, type Calculation, type Tool } from './tool.ts';
import { en1993, factorsOf, settingsOf } from '../standards/en1993/standard.ts';
import type { Units } from '../units/system.ts';
import type { UnitId } from '../units/units.ts';
import { groupPicture, type Load } from './group-picture.ts';
import { once } from '../lazy.ts';

/*
 * In-plane groups by the elastic vector method: the force through the centroid is shared evenly, the moment in proportion to the distance
 * from it (basis 1, bolt-group). x right, z up, moments anticlockwise.
 */

export interface BoltGroupInput extends Load {
  readonly rows: number;
  readonly cols: number;
  readonly pitch: number;
  readonly gauge: number;
  /** Lines of x and z; when there are any, they take the place of rows and columns. */
  readonly points: string;
  readonly method: 'elastic';
  /** Resistance of one bolt, kN. */
  readonly F_Rd?: number;
}
export interface WeldGroupInput extends Load {
  /** Lines of x1 z1 x2 z2. */
  readonly runs: string;
  readonly s: number;
  readonly grade: string;
}

/** Rows and columns of bolts, or their places. */
export const patternKeys = once(() => ({
  rows: Joi.number().integer().min(1).max(30).required(),
  cols: Joi.number().integer().min(1).max(30).required(),
  pitch: size(1, 2000).required(),
  gauge: size(1, 2000).required(),
  points: Joi.string().allow('').max(20_000).required(),
}));
export const loadKeys = once(() => ({
  V_x: size(-1e5, 1e5).required(),
  V_z: size(-1e5, 1e5).required(),
  x_a: size(-1e4, 1e4).required(),
  z_a: size(-1e4, 1e4).required(),
  M: size(-1e5, 1e5).required(),
}));
export const loadFields = [
  { id: 'V_x', label: 'Force to the right', quantity: 'force', type: 'number' },
  { id: 'V_z', label: 'Force upwards', quantity: 'force', type: 'number' },
  { id: 'x_a', label: 'acting at x', quantity: 'length', type: 'number' },
  { id: 'z_a', label: 'acting at z', quantity: 'length', type: 'number' },
  { id: 'M', label: 'Moment, anticlockwise', quantity: 'moment', type: 'number' },
] as const;

/** Givens that both groups share. */
export function loadSlots(sheet: Sheet) {
  return {
    V_x: sheet.given('V_x', 'kN', 'force to the right'),
    V_z: sheet.given('V_z', 'kN', 'force upwards'),
    x_a: sheet.given('x_a', 'mm', 'where the force acts, x'),
    z_a: sheet.given('z_a', 'mm', 'where the force acts, z'),
    M: sheet.given('M', 'kNm', 'moment'),
    x_c: sheet.given('x_c', 'mm', 'centroid, x'),
    z_c: sheet.given('z_c', 'mm', 'centroid, z'),
    x_i: sheet.given('x_i', 'mm', 'the worst place, x'),
    z_i: sheet.given('z_i', 'mm', 'the worst place, z'),
  };
}
export function putLoad(
  c: Calculator,
  s: ReturnType<typeof loadSlots>,
  i: Load,
  centre: Point,
  worst: Point,
  from: string,
): void {
  c.put(s.V_x, i.V_x * 1e3, 'force');
  c.put(s.V_z, i.V_z * 1e3, 'force');
  c.put(s.x_a, i.x_a, 'where the force acts');
  c.put(s.z_a, i.z_a, 'where the force acts');
  c.put(s.M, i.M * 1e6, 'moment');
  c.put(s.x_c, centre[0], `mean of ${from}`);
  c.put(s.z_c, centre[1], `mean of ${from}`);
  c.put(s.x_i, worst[0], from);
  c.put(s.z_i, worst[1], from);
}
export const TORQUE = 'M+(x_a-x_c)*V_z-(z_a-z_c)*V_x';
export const torque = (i: Load, [x, z]: Point): number => i.M * 1e6 + (i.x_a - x) * i.V_z * 1e3 - (i.z_a - z) * i.V_x * 1e3;

const boltSheet = new Sheet();
const b = {
  ...loadSlots(boltSheet),
  n: boltSheet.given('n', '-', 'number of bolts'),
  I: boltSheet.given('I', 'mm2', 'sum of the squared distances from the centroid'),
  F_Rd: boltSheet.given('F_Rd', 'kN', 'resistance of one bolt'),
};
const bg = boltSheet.section('group');
const boltSteps = [
  bg.f('T', 'kNm', TORQUE, 'moment about the centroid'),
  bg.f('F_x', 'kN', 'V_x/n-T*(z_i-z_c)/I', 'force on the worst bolt, to the right'),
  bg.f('F_z', 'kN', 'V_z/n+T*(x_i-x_c)/I', 'force on the worst bolt, upwards'),
];
const boltF = bg.f('F_max', 'kN', 'sqrt(F_x^2+F_z^2)', 'resultant on the worst bolt', 'EN 1993-1-8, 3.12, elastic');
/** One bolt has no spread: it takes the force, and no moment. */
const lone = [
  bg.f('F_x', 'kN', 'V_x', 'force on the bolt, to the right'),
  bg.f('F_z', 'kN', 'V_z', 'force on the bolt, upwards'),
];
const boltU = bg.f('u', '-', 'F_max/F_Rd', 'utilisation of the worst bolt');

/** Places of the bolts: pasted, or a grid whose lower left bolt is at 0, 0. */
export function boltPoints(i: BoltGroupInput, u: Units): Point[] {
  if (i.points.trim()) {
    return numberLines(i.points).map((l, k) => {
      if (!l || l.length !== 2)
        throw new Refusal(
          'points',
          `points: line ${k + 1} has ${l ? `${l.length} number${l.length === 1 ? '' : 's'}` : 'something that is no number'}; accepted are two numbers a line, x and z in ${u.name('mm')}.`,
        );
      return [l[0]!, l[1]!] as const;
    });
  }
  return Array.from({ length: i.rows * i.cols }, (_, k) => [(k % i.cols) * i.gauge, Math.floor(k / i.cols) * i.pitch] as const);
}

/** Welds as lines: length together, centroid, polar moment with each line about its own middle. */
export function ofLines(runs: readonly (readonly [Point, Point])[]) {
  const lengths = runs.map(([p, q]) => Math.hypot(q[0] - p[0], q[1] - p[1]));
  const L = lengths.reduce((x, y) => x + y, 0);
  const middles = runs.map(([p, q]): Point => [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2]);
  const centre: Point = [
    middles.reduce((sum, m, k) => sum + lengths[k]! * m[0], 0) / L,
    middles.reduce((sum, m, k) => sum + lengths[k]! * m[1], 0) / L,
  ];
  const I_p = middles.reduce(
    (sum, m, k) => sum + lengths[k]! ** 3 / 12 + lengths[k]! * ((m[0] - centre[0]) ** 2 + (m[1] - centre[1]) ** 2),
    0,
  );
  return { L, centre, I_p };
}

/** Elastic forces at the places of a group: shares of the force by `size`, and of the torque T by the polar moment I; a group in one place has none. */
export const elasticForces = (
  places: readonly Point[],
  { V_x, V_z }: { readonly V_x: number; readonly V_z: number },
  { size, I, T, centre }: { readonly size: number; readonly I: number; readonly T: number; readonly centre: Point },
): Point[] =>
  places.map(([x, z]) => {
    const turn = I === 0 ? 0 : T / I;
    return [(V_x * 1e3) / size - turn * (z - centre[1]), (V_z * 1e3) / size + turn * (x - centre[0])];
  });

export const endOfWeld = (k: number): string => `${Math.floor(k / 2) + 1}, ${k % 2 ? 'end' : 'start'}`;

/** Places with their forces, the worst marked. */
const forceTable = (
  u: Units,
  [title, what, unit]: readonly [title: string, what: string, unit: UnitId],
  g: {
    readonly places: readonly Point[];
    readonly forces: readonly Point[];
    readonly sizes: readonly number[];
    readonly worst: number;
  },
  named: (k: number) => string,
): Calculation['tables'][number] => ({
  title,
  head: [
    what,
    ...['x', 'z'].map((x) => `${x} ${u.name('mm')}`),
    ...['to the right', 'upwards', 'resultant'].map((x) => `${x} ${u.name(unit)}`),
  ],
  rows: g.places.map((p, k) => [
    named(k),
    u.figure(p[0], 'mm'),
    u.figure(p[1], 'mm'),
    ...[...g.forces[k]!, g.sizes[k]!].map((F) => u.figure(F, unit)),
  ]),
  marked: g.worst,
});

function boltGroup(i: BoltGroupInput, { units: u }: Basis): Calculation {
  const points = boltPoints(i, u);
  const n = points.length;
  if (n > 400) throw new Refusal('points', `points: ${n} bolts are too many for one group; accepted are 400 or fewer.`);
  const centre: Point = [points.reduce((a, p) => a + p[0], 0) / n, points.reduce((a, p) => a + p[1], 0) / n];
  const I = points.reduce((a, p) => a + (p[0] - centre[0]) ** 2 + (p[1] - centre[1]) ** 2, 0);
  const T = torque(i, centre);
  if (I === 0 && n > 1) throw new Refusal('points', 'points: all bolts stand in one place; accepted are places apart.');
  if (I === 0 && Math.abs(T) > 1e-6)
    throw new Refusal(
      i.points.trim() ? 'points' : 'rows',
      `${i.points.trim() ? 'points' : 'rows'}: one bolt can't take a moment of ${u.quantity(Math.abs(T), 'kNm')}; accepted are more bolts, or a force through it.`,
    );
  const forces = elasticForces(points, i, { size: n, I, T, centre });
  const size_ = forces.map(([x, z]) => Math.hypot(x, z));
  const worst = size_.reduce((best, f, k) => (f > size_[best]! + 1e-9 ? k : best), 0);
  const c = new Calculator(boltSheet, u);
  putLoad(c, b, i, centre, points[worst]!, 'the bolts');
  c.put(b.n, n, 'the bolts');
  c.put(b.I, I, 'the bolts');
  for (const f of n === 1 ? lone : boltSteps) f(c.run);
  const F = boltF(c.run);
  let state: Calculation['state'] = 'none';
  let used = '';
  if (i.F_Rd !== undefined) {
    c.put(b.F_Rd, i.F_Rd * 1e3, 'F_Rd');
    const use = boltU(c.run);
    state = use <= 1 ? 'holds' : 'gives';
    used = `; used ${use.toFixed(3)} of ${u.quantity(i.F_Rd * 1e3, 'kN')}`;
  }
  return {
    answer: `Worst of ${n} bolts: ${u.quantity(F, 'kN')} at x ${u.figure(points[worst]![0], 'mm')}, z ${u.figure(points[worst]![1], 'mm')}${used}`,
    state,
    sections: [
      c.section(
        'group',
        'Eccentric bolt group, elastic',
        'EN 1993-1-8, 3.12',
        `worst bolt ${u.quantity(F, 'kN')}${used}`,
        state !== 'gives',
      ),
    ],
    tables: [
      forceTable(u, ['Force on each bolt', 'Bolt', 'kN'], { places: points, forces, sizes: size_, worst }, (k) => String(k + 1)),
    ],
    picture: groupPicture(u, points, forces, size_, worst, centre, i),
  };
}

const weldSheet = new Sheet();
const w = {
  ...loadSlots(weldSheet),
  L: weldSheet.given('L', 'mm', 'length of the welds'),
  I_p: weldSheet.given('I_p', 'mm3', 'polar second moment of the welds as lines'),
  k_a: weldSheet.given('k_a', '-', 'throat over leg'),
  s: weldSheet.given('s', 'mm', 'leg of the fillet'),
  f_u: weldSheet.given('f_u', 'MPa', 'tensile strength of the weaker part'),
  beta_w: weldSheet.given('beta_w', '-', 'correlation factor'),
  gamma_M2: weldSheet.given('gamma_M2', '-', 'partial factor for welds'),
};
const wg = weldSheet.section('group');
const weldSteps = [
  wg.f('T', 'kNm', TORQUE, 'moment about the centroid'),
  wg.f('f_x', 'N/mm', 'V_x/L-T*(z_i-z_c)/I_p', 'force per length at the worst place, to the right'),
  wg.f('f_z', 'N/mm', 'V_z/L+T*(x_i-x_c)/I_p', 'force per length at the worst place, upwards'),
];
const weldF = wg.f('F_w_Ed', 'N/mm', 'sqrt(f_x^2+f_z^2)', 'resultant per length', 'EN 1993-1-8, 4.5.3.3');
const weldA = wg.f('a', 'mm', 'k_a*s', 'throat of the fillet', 'EN 1993-1-8, 4.5.2');
const weldR = wg.f('F_w_Rd', 'N/mm', 'a*f_u/(sqrt(3)*beta_w*gamma_M2)', 'resistance per length', 'EN 1993-1-8, 4.5.3.3');

/** Lines of fillets as typed: x1 z1 x2 z2. */
export function weldRuns(text: string, u: Units): (readonly [Point, Point])[] {
  const runs = numberLines(text).map((l, k): readonly [Point, Point] => {
    if (!l || l.length !== 4)
      throw new Refusal(
        'runs',
        `runs: line ${k + 1} has ${l ? `${l.length} number${l.length === 1 ? '' : 's'}` : 'something that is no number'}; accepted are four numbers a line, x1 z1 x2 z2 in ${u.name('mm')}.`,
      );
    return [
      [l[0]!, l[1]!],
      [l[2]!, l[3]!],
    ];
  });
  if (!runs.length) throw new Refusal('runs', `runs: there are no welds; accepted are lines of x1 z1 x2 z2 in ${u.name('mm')}.`);
  if (runs.length > 200)
    throw new Refusal('runs', `runs: ${runs.length} welds are too many for one group; accepted are 200 or fewer.`);
  const short = runs.findIndex(([p, q]) => Math.hypot(q[0] - p[0], q[1] - p[1]) < 1);
  if (short >= 0)
    throw new Refusal('runs', `runs: line ${short + 1} has no length; accepted is a weld of ${u.about(1)} or more.`);
  return runs;
}

function weldGroup(i: WeldGroupInput, basis: Basis): Calculation {
  const u = basis.units;
  const runs = weldRuns(i.runs, u);
  const { L, centre, I_p } = ofLines(runs);
  const T = torque(i, centre);
  const places = runs.flat();
  const forces = elasticForces(places, i, { size: L, I: I_p, T, centre });
  const sizes = forces.map(([x, z]) => Math.hypot(x, z));
  const worst = sizes.reduce((best, f, k) => (f > sizes[best]! + 1e-9 ? k : best), 0);
  const steel = basis.standard.materials.steel({ grade: i.grade }, 16, basis.set, 'grade', basis.steels);
  const c = new Calculator(weldSheet, u);
  putLoad(c, w, i, centre, places[worst]!, 'the welds');
  c.put(w.L, L, 'the welds');
  c.put(w.I_p, I_p, 'the welds');
  c.put(w.k_a, settingsOf(basis).throat_factor, 'settings: throat over leg', 'basis');
  c.put(w.s, i.s, 's');
  c.put(w.f_u, steel.f_u, i.grade, 'catalogue');
  c.put(w.beta_w, steel.beta_w, `EN 1993-1-8, Table 4.1: ${i.grade}`, 'code');
  c.put(w.gamma_M2, factorsOf(basis).gamma_M2, 'partial factors', 'basis');
  for (const f of weldSteps) f(c.run);
  const F = weldF(c.run);
  weldA(c.run);
  const R_ = weldR(c.run);
  const loaded = F > 0;
  return {
    answer: `Worst place x ${u.figure(places[worst]![0], 'mm')}, z ${u.figure(places[worst]![1], 'mm')}: ${u.quantity(F, 'N/mm')} against ${u.quantity(R_, 'N/mm')}${loaded ? `; used ${(F / R_).toFixed(3)}` : ''}`,
    state: !loaded ? 'none' : F <= R_ ? 'holds' : 'gives',
    sections: [
      c.section(
        'group',
        'Fillet weld group, elastic',
        'EN 1993-1-8, 4.5.3.3',
        `${u.quantity(F, 'N/mm')} against ${u.quantity(R_, 'N/mm')}: utilisation ${(F / R_).toFixed(3)}`,
        F <= R_,
      ),
    ],
    tables: [
      forceTable(u, ['Force per length at the ends of each weld', 'Weld', 'N/mm'], { places, forces, sizes, worst }, (k) =>
        endOfWeld(k),
      ),
    ],
    picture: groupPicture(u, places, forces, sizes, worst, centre, i, runs),
  };
}

export const boltGroupTool: Tool<BoltGroupInput> = {
  id: 'bolt-group',
  standard: en1993.id,
  title: 'Bolt group',
  about: 'In-plane eccentric bolt group: rows and columns or pasted places, the force on each bolt as arrows.',
  schema: once(() =>
    Joi.object({ ...patternKeys(), method: Joi.string().valid('elastic').required(), F_Rd: size(0.001, 1e5), ...loadKeys() }),
  ),
  fields: [
    { id: 'rows', label: 'Rows', quantity: 'none', type: 'number' },
    { id: 'cols', label: 'Columns', quantity: 'none', type: 'number' },
    { id: 'pitch', label: 'Pitch of rows', quantity: 'length', type: 'number' },
    { id: 'gauge', label: 'Pitch of columns', quantity: 'length', type: 'number' },
    {
      id: 'points',
      label: 'or places of the bolts',
      quantity: 'length',
      type: 'lines',
      optional: true,
      hint: 'x and z, one bolt a line, instead of rows and columns',
    },
    ...loadFields,
    { id: 'F_Rd', label: 'Resistance of one bolt', quantity: 'force', type: 'number', optional: true },
    { id: 'method', label: 'Method', quantity: 'none', type: 'choice', options: [{ value: 'elastic', label: 'elastic' }] },
  ],
  start: {
    rows: 4,
    cols: 2,
    pitch: 70,
    gauge: 60,
    points: '',
    V_x: 0,
    V_z: -120,
    x_a: 180,
    z_a: 105,
    M: 0,
    method: 'elastic',
    F_Rd: 94.1,
  },
  calculate: boltGroup,
};

export const weldGroupTool: Tool<WeldGroupInput> = {
  id: 'weld-group',
  standard: en1993.id,
  title: 'Weld group',
  about: 'Fillet welds in a plane under force and moment, as lines, by the elastic method.',
  schema: once(() =>
    Joi.object({
      runs: Joi.string().max(20_000).required(),
      s: size(2, 40).required(),
      grade: Joi.string().max(40).required(),
      ...loadKeys(),
    }),
  ),
  fields: [
    { id: 'runs', label: 'Welds', quantity: 'length', type: 'lines', hint: 'x1 z1 x2 z2, one weld a line, effective lengths' },
    { id: 's', label: 'Leg', quantity: 'length', type: 'number' },
    { id: 'grade', label: 'Weaker steel', quantity: 'none', type: 'grade', options: GRADE_CHOICES },
    ...loadFields,
  ],
  start: { runs: '0 0 0 220\n0 0 80 0\n0 220 80 220', s: 6, grade: 'S275', V_x: 0, V_z: -90, x_a: 160, z_a: 110, M: 0 },
  calculate: weldGroup,
};
