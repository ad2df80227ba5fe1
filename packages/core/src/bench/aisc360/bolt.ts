import Joi from 'joi';
import { BOLT_GROUPS, boltGroup, inches, pretension, usHole, type BoltGroup } from '../../catalogue/index.ts';
import type { Basis } from '../../basis/basis.ts';
import { Sheet } from '../../formula/index.ts';
import { available } from '../../standards/aisc360/available.ts';
import { aisc360, aiscSettings, isLrfd } from '../../standards/aisc360/standard.ts';
import { tensionBesideShear } from '../../standards/aisc360/prying.ts';
import { boltName } from '../../units/system.ts';
import { size } from '../../validate/sizes.ts';
import { boltKeys, choice, number, threads, usGrade } from './fields.ts';
import { Calculator, notApplied, type Calculation, type Tool } from '../tool.ts';
import { once } from '../../lazy.ts';

export interface UsBoltInput {
  readonly d: number;
  readonly group: string;
  readonly threads: 'N' | 'X';
  readonly planes: number;
  readonly t: number;
  readonly grade: string;
  readonly l_e?: number;
  readonly s?: number;
  readonly friction: 'A' | 'B';
  readonly faces: number;
  readonly V: number;
  readonly T: number;
}

const J37 = 'AISC 360-22, J3.7';
const J311 = 'AISC 360-22, J3.11';
const sheet = new Sheet();
const g = {
  d: sheet.given('d', 'mm', 'diameter'),
  F_nt: sheet.given('F_nt', 'MPa', 'nominal tensile stress'),
  F_nv: sheet.given('F_nv', 'MPa', 'nominal shear stress'),
  n_p: sheet.given('n_p', '-', 'shear planes'),
  n_b: sheet.given('n_b', '-', 'planes of one bolt, as its shear stress counts them'),
  t: sheet.given('t', 'mm', 'thickness of the part'),
  F_u: sheet.given('F_u', 'MPa', 'tensile strength of the part'),
  d_h: sheet.given('d_h', 'mm', 'nominal hole'),
  l_e: sheet.given('l_e', 'mm', 'hole to the end of the part, along the force'),
  s: sheet.given('s', 'mm', 'spacing along the force'),
  k_b: sheet.given('k_b', '-', 'factor of bearing'),
  k_t: sheet.given('k_t', '-', 'factor of tearout'),
  mu: sheet.given('mu', '-', 'slip coefficient'),
  T_b: sheet.given('T_b', 'kN', 'pretension'),
  n_s: sheet.given('n_s', '-', 'faying faces'),
  V: sheet.given('V', 'kN', 'shear on the bolt'),
  T: sheet.given('T', 'kN', 'tension on the bolt'),
};
const area = sheet.commonSection('area');
const A_b = area.f('A_b', 'mm2', 'pi*d^2/4', 'area of the shank, not of the threads', J37);
const shear = sheet.section('bolt-shear');
const shearing = {
  R: shear.f('R_n', 'kN', 'F_nv*A_b*n_p', 'shear, nominal', J37),
  R_c: available(shear, { symbol: 'R', unit: 'kN' }, '0.75', '2', J37),
};
const tension = sheet.section('bolt-tension');
const pulling = {
  R: tension.f('R_n', 'kN', 'F_nt*A_b', 'tension, nominal', J37),
  R_c: available(tension, { symbol: 'R', unit: 'kN' }, '0.75', '2', J37),
};
const both = sheet.section('bolt-combined');
const combined = {
  beside: tensionBesideShear(both),
  R: both.f('R_n', 'kN', 'F_nt_r*A_b', 'tension beside this shear, nominal', 'AISC 360-22, J3-2'),
  R_c: available(both, { symbol: 'R', unit: 'kN' }, '0.75', '2', 'AISC 360-22, J3.8'),
};
const bear = sheet.section('bolt-bearing');
const bearing = {
  b: bear.f('R_b', 'kN', 'k_b*d*t*F_u', 'bearing, nominal', `${J311}, J3-6a`),
  end: bear.f('l_c', 'mm', 'l_e-d_h/2', 'clear to the end of the part'),
  gap: bear.f('l_c', 'mm', 's-d_h', 'clear to the next hole'),
  least: bear.f('l_c', 'mm', 'min(l_e-d_h/2, s-d_h)', 'clear to the end of the part or to the next hole'),
  tear: bear.f('R_t', 'kN', 'k_t*max(0[mm], l_c)*t*F_u', 'tearout, nominal', `${J311}, J3-6c`),
  R: bear.f('R_n', 'kN', 'min(R_b, R_t)', 'the weaker of the two', J311),
  alone: bear.f('R_n', 'kN', 'R_b', 'no end and no hole near', J311),
  R_c: available(bear, { symbol: 'R', unit: 'kN' }, '0.75', '2', J311),
};
const slip = sheet.section('bolt-slip');
const slipping = {
  R: slip.f('R_n', 'kN', 'mu*1.13*T_b*n_s', 'slip, standard hole, nominal', 'AISC 360-22, J3-4'),
  R_c: available(slip, { symbol: 'R', unit: 'kN' }, '1', '1.5', 'AISC 360-22, J3.9'),
};

/** Calculator with the values of one size, and what its parts give. */
function worked(i: UsBoltInput, basis: Basis) {
  const c = new Calculator(sheet, basis.units);
  const group = boltGroup(i.group) as BoltGroup;
  const settings = aiscSettings(basis);
  const lrfd = { lrfd: isLrfd(basis) };
  const { F_u } = (({ f_u }) => ({ F_u: f_u }))(
    aisc360.materials.steel({ grade: i.grade }, i.t, basis.set, 'grade', basis.steels),
  );
  c.put(g.d, i.d, 'd');
  c.put(g.F_nt, group.F_nt, `Table J3.2: ${i.group}`, 'catalogue');
  c.put(g.F_nv, i.threads === 'N' ? group.F_nv_N : group.F_nv_X, `Table J3.2: ${i.group}-${i.threads}`, 'catalogue');
  c.put(g.n_p, i.planes, 'planes');
  c.put(g.n_b, i.planes, 'planes');
  c.put(g.t, i.t, 't');
  c.put(g.F_u, F_u, i.grade, 'catalogue');
  c.put(g.d_h, usHole(i.d, 'normal').d_0, 'Table J3.3: standard hole', 'code');
  c.put(g.k_b, settings.deformation ? 2.4 : 3, 'settings: deformation at bolt holes', 'basis');
  c.put(g.k_t, settings.deformation ? 1.2 : 1.5, 'settings: deformation at bolt holes', 'basis');
  if (i.l_e !== undefined) c.put(g.l_e, i.l_e, 'l_e');
  if (i.s !== undefined) c.put(g.s, i.s, 's');
  c.put(g.mu, i.friction === 'A' ? 0.3 : 0.5, `AISC 360-22, J3.9: class ${i.friction}`, 'code');
  c.put(g.n_s, i.faces, 'faces');
  c.put(g.V, i.V * 1e3, 'V');
  c.put(g.T, i.T * 1e3, 'T');
  A_b(c.run);
  shearing.R(c.run);
  const V = shearing.R_c(c.run, lrfd);
  pulling.R(c.run);
  const T = pulling.R_c(c.run, lrfd);
  bearing.b(c.run);
  const near = i.l_e !== undefined || i.s !== undefined;
  if (near) {
    (i.l_e === undefined ? bearing.gap : i.s === undefined ? bearing.end : bearing.least)(c.run);
    bearing.tear(c.run);
    bearing.R(c.run);
  } else bearing.alone(c.run);
  const B = bearing.R_c(c.run, lrfd);
  const clamp = pretension(i.d, i.group);
  let S: number | null = null;
  if (clamp) {
    c.put(
      g.T_b,
      clamp.T_b,
      clamp.fromTable ? 'Table J3.1' : '0.70 of its tensile strength, not in Table J3.1',
      clamp.fromTable ? 'code' : 'catalogue',
    );
    slipping.R(c.run);
    S = slipping.R_c(c.run, lrfd);
  }
  return { c, V, T, B, S, lrfd };
}

function calculate(i: UsBoltInput, basis: Basis): Calculation {
  const u = basis.units;
  const { c, V, T, B, S, lrfd } = worked(i, basis);
  const loaded = i.V > 0 || i.T > 0;
  combined.beside.work(c.run, lrfd);
  combined.R(c.run);
  const beside = combined.R_c(c.run, lrfd);
  const used = loaded
    ? Math.max((i.V * 1e3) / V, (i.V * 1e3) / B, i.T > 0 ? (beside > 0 ? (i.T * 1e3) / beside : Infinity) : 0)
    : 0;
  const holds = used <= 1;
  const sections = [
    c.section('area', 'Area', J37, '', true, 'shared'),
    c.section('bolt-shear', 'Shear', J37, u.quantity(V, 'kN'), i.V * 1e3 <= V),
    c.section('bolt-tension', 'Tension', J37, u.quantity(T, 'kN'), i.T * 1e3 <= T),
    ...(i.V > 0 && i.T > 0
      ? [
          c.section(
            'bolt-combined',
            'Tension beside this shear',
            'AISC 360-22, J3.8',
            u.quantity(beside, 'kN'),
            i.T * 1e3 <= beside,
          ),
        ]
      : []),
    c.section('bolt-bearing', 'Bearing and tearout in the part', J311, u.quantity(B, 'kN'), i.V * 1e3 <= B),
    S === null
      ? notApplied('bolt-slip', 'Slip', 'AISC 360-22, J3.9', 'No pretension is known for this bolt: it bears.')
      : c.section('bolt-slip', 'Slip', 'AISC 360-22, J3.9', u.quantity(S, 'kN')),
  ];
  const sizes = aisc360.materials.diameters;
  return {
    answer: `${boltName(i.d)} ${i.group}-${i.threads}: shear ${u.quantity(V, 'kN')}, tension ${u.quantity(T, 'kN')}, bearing ${u.quantity(B, 'kN')} ${basis.set}${loaded ? `; used ${used.toFixed(3)}` : ''}`,
    state: loaded ? (holds ? 'holds' : 'gives') : 'none',
    sections,
    tables: [
      {
        title: `Group ${i.group}-${i.threads} across sizes, ${u.size(i.t)} ${i.grade}, same distances, ${basis.set} (${u.name('kN')})`,
        head: ['Bolt', `A_b ${u.name('mm2')}`, 'Shear', 'Tension', 'Bearing', 'Slip'],
        rows: sizes.map((d) => {
          const f = worked({ ...i, d }, basis);
          return [
            boltName(d),
            u.figure((Math.PI * d ** 2) / 4, 'mm2'),
            ...[f.V, f.T, f.B].map((x) => u.figure(x, 'kN')),
            f.S === null ? '–' : u.figure(f.S, 'kN'),
          ];
        }),
        marked: sizes.findIndex((d) => Math.abs(d - i.d) < 1e-6),
      },
    ],
    picture: null,
  };
}

export const usBoltTool: Tool<UsBoltInput> = {
  id: 'us-bolt',
  standard: aisc360.id,
  title: 'One bolt',
  about: 'Strength of one bolt of any diameter to AISC 360, with the derivation, and a table across sizes.',
  schema: once(() =>
    Joi.object({
      ...boltKeys(),
      planes: Joi.number().integer().min(1).max(2).required(),
      t: size(1, 200).required(),
      grade: Joi.string().max(40).required(),
      l_e: size(1, 1000),
      s: size(1, 2000),
      friction: Joi.string().valid('A', 'B').required(),
      faces: Joi.number().integer().min(1).max(4).required(),
      V: size(0, 1e5).required(),
      T: size(0, 1e5).required(),
    }),
  ),
  fields: [
    number('d', 'Diameter'),
    choice('group', 'Group', BOLT_GROUPS),
    threads,
    number('planes', 'Shear planes', 'none'),
    number('t', 'Part: thickness'),
    usGrade('grade', 'Part: steel'),
    number('l_e', 'End distance', 'length', true),
    number('s', 'Spacing along the force', 'length', true),
    choice('friction', 'Faying surface, class', ['A', 'B']),
    number('faces', 'Faying faces', 'none'),
    number('V', 'Shear on the bolt', 'force'),
    number('T', 'Tension on the bolt', 'force'),
  ],
  start: {
    d: inches(0.75),
    group: '120',
    threads: 'N',
    planes: 1,
    t: inches(0.375),
    grade: 'A36',
    l_e: inches(1.25),
    s: inches(3),
    friction: 'A',
    faces: 1,
    V: 0,
    T: 0,
  },
  calculate,
};
