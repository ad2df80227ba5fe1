import Joi from 'joi';
import { BOLT_GROUPS, boltGroup, findSection, inches, usHole, type BoltGroup, type SectionShape } from '../../catalogue/index.ts';
import type { Basis } from '../../basis/basis.ts';
import { Sheet } from '../../formula/index.ts';
import { Refusal } from '../../refusal.ts';
import { available } from '../../standards/aisc360/available.ts';
import { copedEnd } from '../../standards/aisc360/beam-end.ts';
import { pryingCheck } from '../../standards/aisc360/prying.ts';
import { aisc360, ELASTICITY, isLrfd } from '../../standards/aisc360/standard.ts';
import { boltName } from '../../units/system.ts';
import { size } from '../../validate/sizes.ts';
import { Calculator, type Calculation, type Tool } from '../tool.ts';
import { boltKeys, choice, kips, number, threads, usGrade } from './fields.ts';
import { once } from '../../lazy.ts';

export interface PryingInput {
  readonly d: number;
  readonly group: string;
  readonly threads: 'N' | 'X';
  readonly t: number;
  readonly grade: string;
  readonly b: number;
  readonly a: number;
  readonly p: number;
  readonly T: number;
  readonly V: number;
}
const ps = new Sheet();
const pg = {
  N: ps.given('N', 'kN', 'tension of the bolt'),
  V: ps.given('V', 'kN', 'shear of the bolt'),
  n_b: ps.given('n_b', '-', 'bolts'),
  d: ps.given('d', 'mm', 'diameter'),
  F_nt: ps.given('F_nt', 'MPa', 'nominal tensile stress'),
  F_nv: ps.given('F_nv', 'MPa', 'nominal shear stress'),
  t_f: ps.given('t', 'mm', 'thickness of the fitting'),
  F_u: ps.given('F_u', 'MPa', 'tensile strength of the fitting'),
  b: ps.given('b_s', 'mm', 'bolt to the stem'),
  a: ps.given('a_s', 'mm', 'bolt to the free edge'),
  p: ps.given('p_s', 'mm', 'length for each pair of bolts'),
  d_h: ps.given('d_h', 'mm', 'hole along that length'),
};
const bolted = ps.commonSection('area');
const A_b = bolted.f('A_b', 'mm2', 'pi*d^2/4', 'area of the bolt', 'AISC 360-22, J3.7');
const prying = pryingCheck<{ readonly lrfd: boolean }>(
  ps,
  { id: 'prying', title: 'Fitting and bolt', part: 'fitting' },
  { b: 'b_s', bWords: 'bolt to the stem', a: 'a_s', p: 'p_s', t: 't', F_u: 'F_u', d_h: 'd_h' },
  { skip: () => null },
);

export const usPryingTool: Tool<PryingInput> = {
  id: 'us-prying',
  standard: aisc360.id,
  title: 'Prying',
  about:
    'A flange, angle or end plate that its bolts pull: the thickness without prying, the prying force, and which of the two limits.',
  schema: once(() =>
    Joi.object({
      ...boltKeys(),
      t: size(1, 200).required(),
      grade: Joi.string().max(40).required(),
      b: size(1, 500).required(),
      a: size(1, 500).required(),
      p: size(1, 1000).required(),
      T: size(0.001, 1e5).required(),
      V: size(0, 1e5).required(),
    }),
  ),
  fields: [
    number('d', 'Diameter'),
    choice('group', 'Group', BOLT_GROUPS),
    threads,
    number('t', 'Fitting: thickness'),
    usGrade('grade', 'Fitting: steel'),
    number('b', 'Bolt to the stem'),
    number('a', 'Bolt to the free edge'),
    number('p', 'Length for each pair of bolts'),
    number('T', 'Tension of a bolt', 'force'),
    number('V', 'Shear of a bolt', 'force'),
  ],
  start: {
    d: inches(0.75),
    group: '120',
    threads: 'N',
    t: inches(0.5),
    grade: 'A36',
    b: inches(1.75),
    a: inches(1.25),
    p: inches(3),
    T: kips(6),
    V: kips(4),
  },
  calculate: (i, basis) => {
    const u = basis.units;
    const c = new Calculator(ps, u);
    const group = boltGroup(i.group) as BoltGroup;
    const { f_u } = aisc360.materials.steel({ grade: i.grade }, i.t, basis.set, 'grade', basis.steels);
    const hole = usHole(i.d, 'normal').d_0;
    if (hole >= i.p) throw new Refusal('p', `p: ${u.size(i.p)} is no more than the hole, ${u.size(hole)}; accepted is more.`);
    c.put(pg.N, i.T * 1e3, 'T');
    c.put(pg.V, i.V * 1e3, 'V');
    c.put(pg.n_b, 1, 'one bolt', 'code');
    c.put(pg.d, i.d, 'd');
    c.put(pg.F_nt, group.F_nt, `Table J3.2: ${i.group}`, 'catalogue');
    c.put(pg.F_nv, i.threads === 'N' ? group.F_nv_N : group.F_nv_X, `Table J3.2: ${i.group}-${i.threads}`, 'catalogue');
    c.put(pg.t_f, i.t, 't');
    c.put(pg.F_u, f_u, i.grade, 'catalogue');
    c.put(pg.b, i.b, 'b');
    c.put(pg.a, i.a, 'a');
    c.put(pg.p, i.p, 'p');
    c.put(pg.d_h, hole, 'Table J3.3: standard hole', 'code');
    A_b(c.run);
    const found = prying.run(c.run, { lrfd: isLrfd(basis) }, { shear: i.V > 0, axial: 'tension', tie: false });
    if (!('demand' in found)) throw new Refusal('T', 'T: the tension is missing; accepted is more than 0.');
    const used = found.resistance > 0 ? found.demand / found.resistance : Infinity;
    const at = (symbol: string): number | null => c.run.steps!.findLast((s) => s.def.slot.symbol === symbol)?.value ?? null;
    const [t_min, q] = [at('t_min'), at('q')];
    return {
      answer: `${boltName(i.d)} ${i.group}, fitting ${u.size(i.t)}: ${u.quantity(found.demand, 'kN')} against ${u.quantity(found.resistance, 'kN')} a bolt${Number.isFinite(used) ? `, used ${used.toFixed(3)}` : ''}; ${found.say!.replace(/^[^:]*: /, '')}`,
      state: used <= 1 ? 'holds' : 'gives',
      sections: [
        c.section('area', 'Bolt', 'AISC 360-22, J3.7', '', true, 'shared'),
        c.section(
          'prying',
          'Tension with prying',
          'Manual, part 9',
          [
            `${u.quantity(found.resistance, 'kN')} a bolt`,
            ...(q === null ? [] : [`prying ${u.quantity(q, 'kN')}`]),
            ...(t_min === null ? [] : [`${u.quantity(t_min, 'mm')} would do`]),
          ].join(', '),
          used <= 1,
        ),
      ],
      tables: [],
      picture: null,
    };
  },
};

export interface CopeInput {
  readonly section: string;
  readonly grade: string;
  readonly c: number;
  readonly d_ct: number;
  readonly d_cb?: number;
  readonly gap: number;
  readonly V: number;
}
const cs = new Sheet();
const cg = {
  V: cs.given('V', 'kN', 'reaction'),
  c: cs.given('c', 'mm', 'length of the cope'),
  gap: cs.given('gap', 'mm', 'beam end to the face of the support'),
  d: cs.given('d', 'mm', 'depth of the beam'),
  t_w: cs.given('t_w', 'mm', 'web of the beam'),
  d_ct: cs.given('d_ct', 'mm', 'depth of the top cope'),
  d_cb: cs.given('d_cb', 'mm', 'depth of the bottom cope'),
  F_y: cs.given('F_y', 'MPa', 'yield strength'),
};
const shearing = cs.section('web-shear-yield');
const shear = {
  h_o: shearing.f('h_o', 'mm', 'd-d_ct-d_cb', 'depth of the coped web'),
  R: shearing.f('R_n', 'kN', '0.6*F_y*h_o*t_w', 'shear yielding of the coped web', 'AISC 360-22, J4-3'),
  R_c: available(shearing, { symbol: 'R', unit: 'kN' }, '1', '1.5', 'AISC 360-22, J4.2'),
};
const bending = cs.section('web-cope-flexure');
const flexure = {
  e: bending.f('e_c', 'mm', 'c+gap', 'face of the cope to the face of the support', 'Manual, part 9'),
  D: bending.f('D', 'kNm', 'V*e_c', 'moment at the face of the cope'),
  M: bending.found(
    'M_n',
    'kNm',
    'flexural strength of the coped end',
    'local buckling of the tee, or F11 of the plate between two copes',
    'Manual, part 9',
  ),
  M_c: available(bending, { symbol: 'M', unit: 'kNm' }, '0.9', '1.67', 'AISC 360-22, F1'),
};

export const usCopeTool: Tool<CopeInput> = {
  id: 'us-cope',
  standard: aisc360.id,
  title: 'Coped beam end',
  about: 'Shear and bending of a beam end with its top flange, or both flanges, coped.',
  schema: once(() =>
    Joi.object({
      section: Joi.string().max(60).required(),
      grade: Joi.string().max(40).required(),
      c: size(5, 2000).required(),
      d_ct: size(5, 1000).required(),
      d_cb: size(0, 1000),
      gap: size(0, 500).required(),
      V: size(0.001, 1e5).required(),
    }),
  ),
  fields: [
    { id: 'section', label: 'Beam', quantity: 'none', type: 'section' },
    usGrade('grade', 'Steel'),
    number('c', 'Length of the cope'),
    number('d_ct', 'Depth at the top'),
    { ...number('d_cb', 'Depth at the bottom'), optional: true },
    number('gap', 'Beam end to the support'),
    number('V', 'Reaction', 'force'),
  ],
  start: { section: 'W16x31', grade: 'A992', c: inches(5), d_ct: inches(2), gap: inches(0.5), V: kips(40) },
  calculate: (i, basis) => cope(i, basis),
};
function cope(i: CopeInput, basis: Basis): Calculation {
  const u = basis.units;
  const s: SectionShape = findSection(i.section, 'section', basis.sections);
  if (s.shape !== 'I') throw new Refusal('section', `section: ${i.section} is no I or H section; accepted are those.`);
  const { f_y } = aisc360.materials.steel({ grade: i.grade }, s.tf, basis.set, 'grade', basis.steels);
  const d_cb = i.d_cb ?? 0;
  if (s.h - i.d_ct - d_cb <= 2 * s.tw)
    throw new Refusal(
      'd_ct',
      `d_ct: ${u.size(i.d_ct)} leaves no web of ${i.section}; accepted is less than ${u.quantity(s.h - d_cb - 2 * s.tw, 'mm')}.`,
    );
  const found = copedEnd({ E: ELASTICITY, F_y: f_y, d: s.h, b_f: s.b, t_f: s.tf, t_w: s.tw, c: i.c, d_ct: i.d_ct, d_cb });
  if (found.outside)
    throw new Refusal(
      'c',
      `c: the cope is longer than twice the depth of the beam, or deeper than half of it, which the method does not cover; accepted is at most ${u.quantity(2 * s.h, 'mm')} by ${u.quantity(s.h / 2, 'mm')}.`,
    );
  const lrfd = { lrfd: isLrfd(basis) };
  const c = new Calculator(cs, u);
  c.put(cg.V, i.V * 1e3, 'V');
  c.put(cg.c, i.c, 'c');
  c.put(cg.gap, i.gap, 'gap');
  c.put(cg.d, s.h, i.section, 'catalogue');
  c.put(cg.t_w, s.tw, i.section, 'catalogue');
  c.put(cg.d_ct, i.d_ct, 'd_ct');
  c.put(cg.d_cb, d_cb, 'd_cb');
  c.put(cg.F_y, f_y, i.grade, 'catalogue');
  shear.h_o(c.run);
  shear.R(c.run);
  const R = shear.R_c(c.run, lrfd);
  flexure.e(c.run);
  const M = flexure.D(c.run);
  flexure.M(c.run, found.M_n);
  const M_c = flexure.M_c(c.run, lrfd);
  const [v, m] = [(i.V * 1e3) / R, M / M_c];
  return {
    answer: `${i.section}: reaction ${u.quantity(i.V * 1e3, 'kN')} against ${u.quantity(R, 'kN')} in shear and ${u.quantity((M_c * i.V * 1e3) / M, 'kN')} by bending at the cope ${basis.set}; used ${Math.max(v, m).toFixed(3)}`,
    state: Math.max(v, m) <= 1 ? 'holds' : 'gives',
    sections: [
      c.section('web-shear-yield', 'Shear yielding of the coped web', 'AISC 360-22, J4.2', `utilisation ${v.toFixed(3)}`, v <= 1),
      c.section(
        'web-cope-flexure',
        'Bending of the coped end',
        'Manual, part 9',
        `${u.quantity(M, 'kNm')} against ${u.quantity(M_c, 'kNm')}: utilisation ${m.toFixed(3)}`,
        m <= 1,
      ),
    ],
    tables: [],
    picture: null,
  };
}
