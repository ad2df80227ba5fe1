import Joi from 'joi';
import threads from '../catalogue/data/threads.json' with { type: 'json' };
import { BOLT_CLASSES, BOLT_CLASS_NAMES, BOLT_SIZES, holeSize, GRADE_CHOICES } from '../catalogue/index.ts';
import { Sheet } from '../formula/index.ts';
import type { Basis } from '../basis/basis.ts';
import { size } from '../validate/sizes.ts';
import { Refusal } from '../refusal.ts';
import { bearing, SLIP_FACTORS, type FrictionClass } from '../standards/en1993/bolts.ts';
import { Calculator, notApplied, type Calculation, type Tool } from './tool.ts';
import { en1993, factorsOf } from '../standards/en1993/standard.ts';
import type { Quantity, Units } from '../units/system.ts';
import type { WorkingSection } from '../checks/workings.ts';
import { once } from '../lazy.ts';

export interface BoltInput {
  readonly d: number;
  readonly cls: string;
  readonly pitch?: number;
  readonly grade: string;
  readonly t: number;
  readonly e1?: number;
  readonly e2?: number;
  readonly p1?: number;
  readonly p2?: number;
  readonly friction: FrictionClass;
  readonly faces: number;
  readonly F_v_Ed: number;
  readonly F_t_Ed: number;
}

const T34 = 'EN 1993-1-8, Table 3.4';
const sheet = new Sheet();
const g = {
  d: sheet.given('d', 'mm', 'bolt diameter'),
  P: sheet.given('P', 'mm', 'pitch of the thread'),
  f_ub: sheet.given('f_ub', 'MPa', 'tensile strength of the bolt'),
  alpha_v: sheet.given('alpha_v', '-', 'factor for shear through the threads'),
  gamma_M2: sheet.given('gamma_M2', '-', 'partial factor for bolts'),
  gamma_M3: sheet.given('gamma_M3', '-', 'partial factor for slip'),
  t: sheet.given('t', 'mm', 'thickness of the part'),
  f_u: sheet.given('f_u', 'MPa', 'tensile strength of the part'),
  d_0: sheet.given('d_0', 'mm', 'hole'),
  f_h: sheet.given('f_h', '-', 'factor of the hole'),
  e1: sheet.given('e1', 'mm', 'end distance along the force'),
  e2: sheet.given('e2', 'mm', 'edge distance across the force'),
  p1: sheet.given('p1', 'mm', 'pitch along the force'),
  p2: sheet.given('p2', 'mm', 'pitch across the force'),
  s: sheet.given('s', 'mm', 'width across flats'),
  mu: sheet.given('mu', '-', 'slip factor'),
  n_f: sheet.given('n_f', '-', 'friction faces'),
  A_tab: sheet.given('A_tab', 'mm2', 'stress area of the product standard'),
  F_v_Ed: sheet.given('F_v_Ed', 'kN', 'shear on the bolt'),
  F_t_Ed: sheet.given('F_t_Ed', 'kN', 'tension on the bolt'),
};
const area = sheet.commonSection('area');
const A_s = {
  table: area.f('A_s', 'mm2', 'A_tab', 'stress area, tabulated for this size'),
  formula: area.f('A_s', 'mm2', 'pi/4*(d-0.9382*P)^2', 'stress area from diameter and pitch', 'ISO 898-1'),
};
const A = area.f('A', 'mm2', 'pi*d^2/4', 'area of the shank');
const shear = sheet.commonSection('shear');
const F_v = shear.f('F_v_Rd', 'kN', 'alpha_v*f_ub*A_s/gamma_M2', 'shear resistance of one plane through the threads', T34);
const F_v_shank = shear.f('F_v_Rd_shank', 'kN', '0.6*f_ub*A/gamma_M2', 'shear resistance of one plane through the shank', T34);
const tension = sheet.commonSection('tension');
const F_t = tension.f('F_t_Rd', 'kN', '0.9*f_ub*A_s/gamma_M2', 'tension resistance', T34);
const F_t_sunk = tension.f('F_t_Rd_sunk', 'kN', '0.63*f_ub*A_s/gamma_M2', 'tension resistance of a countersunk bolt', T34);
const bear = sheet.section('bearing');
const F_b = bearing(bear, {
  end: 'e1',
  pitch: 'p1',
  edge: 'e2',
  gauge: 'p2',
  d_0: 'd_0',
  t: 't',
  f_u: 'f_u',
  f_h: 'f_h',
  gamma: 'gamma_M2',
  alpha: 'alpha_b',
  k: 'k1',
  F: 'F_b_Rd',
  words: 'single',
});
const punch = sheet.section('punching');
const d_m = punch.f('d_m', 'mm', '(s+2*s/sqrt(3))/2', 'mean of flats and points of head or nut', T34);
const B_p = punch.f('B_p_Rd', 'kN', '0.6*pi*d_m*t*f_u/gamma_M2', 'punching resistance of the part', T34);
const slip = sheet.section('slip');
const F_pC = slip.f('F_p_C', 'kN', '0.7*f_ub*A_s', 'preload', 'EN 1993-1-8, 3.9.1(2)');
const F_s = slip.f('F_s_Rd', 'kN', 'n_f*mu*F_p_C/gamma_M3', 'slip resistance, normal hole', 'EN 1993-1-8, 3.9.1(1)');
const both = sheet.section('combined');
const both_u = both.f('u', '-', 'max(F_v_Ed/F_v_Rd+F_t_Ed/(1.4*F_t_Rd), F_t_Ed/F_t_Rd)', 'shear and tension together', T34);

const COARSE: Readonly<Record<string, number>> = threads.coarse;
interface Strengths {
  readonly F_v: number;
  readonly F_v_shank: number;
  readonly F_t: number;
  readonly F_b: number;
  readonly A_s: number;
  readonly c: Calculator;
}

/** All resistances of one diameter, traced. */
function strengthsOf(i: BoltInput, basis: Basis): Strengths {
  const u = basis.units;
  const c = new Calculator(sheet, u);
  const row = BOLT_SIZES.find((b) => b.d === i.d);
  const cls = BOLT_CLASSES[i.cls]!;
  const steel = basis.standard.materials.steel({ grade: i.grade }, i.t, basis.set, 'grade', basis.steels);
  c.put(g.d, i.d, 'd');
  c.put(g.f_ub, cls.f_ub, `class ${i.cls}`, 'catalogue');
  c.put(g.alpha_v, cls.alpha_v, `${T34}: class ${i.cls}`, 'code');
  c.put(g.gamma_M2, factorsOf(basis).gamma_M2, 'partial factors', 'basis');
  c.put(g.gamma_M3, factorsOf(basis).gamma_M3, 'partial factors', 'basis');
  c.put(g.t, i.t, 't');
  c.put(g.f_u, steel.f_u, `${i.grade}, ${i.t} mm thick`, 'catalogue');
  c.put(g.d_0, holeSize(i.d, 'normal').d_0, `EN 1090-2, Table 11: normal hole for ${i.d} mm`, 'code');
  c.put(g.f_h, 1, 'normal round hole', 'code');
  for (const k of ['e1', 'e2', 'p1', 'p2'] as const) if (i[k] !== undefined) c.put(g[k], i[k], k);
  c.put(g.mu, SLIP_FACTORS[i.friction], `EN 1993-1-8, Table 3.7: class ${i.friction}`, 'code');
  c.put(g.n_f, i.faces, 'faces');
  c.put(g.F_v_Ed, i.F_v_Ed * 1e3, 'F_v,Ed');
  c.put(g.F_t_Ed, i.F_t_Ed * 1e3, 'F_t,Ed');
  let stress: number;
  if (row && i.pitch === undefined) {
    c.put(g.A_tab, row.A_s, `M${i.d}: stress area`, 'catalogue');
    stress = A_s.table(c.run);
  } else {
    const pitch = i.pitch ?? COARSE[String(i.d)];
    if (pitch === undefined)
      throw new Refusal('pitch', `pitch: ${u.size(i.d)} is no size with a known coarse thread; give the pitch of its thread.`);
    c.put(
      g.P,
      pitch,
      i.pitch === undefined ? `coarse thread of ${i.d} mm, ISO 261` : 'pitch',
      i.pitch === undefined ? 'catalogue' : 'input',
    );
    if (i.d - 0.9382 * pitch <= 0)
      throw new Refusal(
        'pitch',
        `pitch: ${u.size(pitch)} leaves no core in a bolt of ${u.size(i.d)}; accepted is less than ${u.quantity(i.d / 0.9382, 'mm')}.`,
      );
    stress = A_s.formula(c.run);
  }
  A(c.run);
  const [v, vs, tr] = [F_v(c.run), F_v_shank(c.run), F_t(c.run)];
  F_t_sunk(c.run);
  const b = F_b(c.run, {
    end: i.e1 !== undefined,
    pitch: i.p1 !== undefined,
    edge: i.e2 !== undefined,
    gauge: i.p2 !== undefined,
  });
  return { F_v: v, F_v_shank: vs, F_t: tr, F_b: b, A_s: stress, c };
}

/** A section of the workings for each strength. */
function sectionsOf(
  i: BoltInput,
  c: Calculator,
  found: Pick<ReturnType<typeof strengthsOf>, 'F_v' | 'F_v_shank' | 'F_t'>,
  bearingRd: number,
  u: Units,
): WorkingSection[] {
  const row = BOLT_SIZES.find((b) => b.d === i.d);
  const preloaded = i.cls === '8.8' || i.cls === '10.9';
  const sections = [
    c.section('area', 'Areas', 'ISO 898-1', '', true, 'shared'),
    c.section(
      'shear',
      'Shear of one plane',
      T34,
      `${u.quantity(found.F_v, 'kN')} through the threads, ${u.quantity(found.F_v_shank, 'kN')} through the shank`,
    ),
    c.section('tension', 'Tension', T34, u.quantity(found.F_t, 'kN')),
    c.section(
      'bearing',
      'Bearing in the part',
      T34,
      bearingRd > 0 ? u.quantity(bearingRd, 'kN') : 'no resistance: the hole is too near to an edge',
      bearingRd > 0,
    ),
  ];
  if (row) {
    c.put(g.s, row.s, `M${i.d}: width across flats`, 'catalogue');
    d_m(c.run);
    const punched = B_p(c.run);
    sections.push(c.section('punching', 'Punching of the part', T34, u.quantity(punched, 'kN')));
  } else
    sections.push(
      notApplied(
        'punching',
        'Punching of the part',
        T34,
        `The width across flats of a head for ${u.size(i.d)} is not in the catalogue.`,
      ),
    );
  if (preloaded) {
    F_pC(c.run);
    const slipRd = F_s(c.run);
    sections.push(c.section('slip', 'Slip of a preloaded bolt', 'EN 1993-1-8, 3.9', u.quantity(slipRd, 'kN')));
  } else
    sections.push(
      notApplied('slip', 'Slip of a preloaded bolt', 'EN 1993-1-8, 3.9', 'Only bolts of class 8.8 and 10.9 are preloaded.'),
    );
  return sections;
}

function calculate(i: BoltInput, basis: Basis): Calculation {
  const u = basis.units;
  const { c, F_b: bearingRd, ...found } = strengthsOf(i, basis);
  const row = BOLT_SIZES.find((b) => b.d === i.d);
  const sections = sectionsOf(i, c, found, bearingRd, u);
  const loaded = i.F_v_Ed > 0 || i.F_t_Ed > 0;
  const use = loaded ? both_u(c.run) : 0;
  if (loaded) sections.push(c.section('combined', 'Shear and tension together', T34, `utilisation ${use.toFixed(3)}`, use <= 1));
  const rows = BOLT_SIZES.map(({ d }) => {
    const { pitch: _pitch, ...same } = i;
    const f = strengthsOf({ ...same, d }, basis);
    return [`M${d}`, u.figure(f.A_s, 'mm2'), ...[f.F_v, f.F_v_shank, f.F_t, Math.max(0, f.F_b)].map((x) => u.figure(x, 'kN'))];
  });
  const name = row ? `M${i.d}` : u.size(i.d);
  return {
    answer: `${name} ${i.cls}: shear ${u.quantity(found.F_v, 'kN')} a plane, tension ${u.quantity(found.F_t, 'kN')}, bearing ${u.quantity(Math.max(0, bearingRd), 'kN')}${loaded ? `; used ${use.toFixed(3)}` : ''}`,
    state: loaded ? (use <= 1 ? 'holds' : 'gives') : 'none',
    sections,
    tables: [
      {
        title: `Class ${i.cls} across sizes, ${u.size(i.t)} ${i.grade}, same distances (${u.name('kN')})`,
        head: ['Bolt', `A_s ${u.name('mm2')}`, 'Shear, threads', 'Shear, shank', 'Tension', 'Bearing'],
        rows,
        marked: BOLT_SIZES.findIndex((b) => b.d === i.d),
      },
    ],
    picture: null,
  };
}

const number = (id: string, label: string, quantity: Quantity = 'length', optional = false) => ({
  id,
  label,
  quantity,
  type: 'number' as const,
  ...(optional ? { optional } : {}),
});

export const boltTool: Tool<BoltInput> = {
  id: 'bolt',
  standard: en1993.id,
  title: 'One bolt',
  about: 'Strength of one bolt of any diameter, with the derivation, and a table across sizes.',
  schema: once(() =>
    Joi.object({
      d: size(3, 150).required(),
      cls: Joi.string()
        .valid(...BOLT_CLASS_NAMES)
        .required(),
      pitch: size(0.2, 15),
      grade: Joi.string().max(40).required(),
      t: size(1, 80).required(),
      e1: size(1, 1000),
      e2: size(1, 1000),
      p1: size(1, 2000),
      p2: size(1, 2000),
      friction: Joi.string().valid('A', 'B', 'C', 'D').required(),
      faces: Joi.number().integer().min(1).max(4).required(),
      F_v_Ed: size(0, 1e5).required(),
      F_t_Ed: size(0, 1e5).required(),
    }),
  ),
  fields: [
    number('d', 'Diameter'),
    {
      id: 'cls',
      label: 'Class',
      quantity: 'none',
      type: 'choice',
      options: BOLT_CLASS_NAMES.map((c) => ({ value: c, label: c })),
    },
    { ...number('pitch', 'Pitch of the thread', 'length', true), hint: 'coarse when empty' },
    number('t', 'Part: thickness'),
    { id: 'grade', label: 'Part: steel', quantity: 'none', type: 'grade', options: GRADE_CHOICES },
    number('e1', 'End distance e1', 'length', true),
    number('p1', 'Pitch p1, along', 'length', true),
    number('e2', 'Edge distance e2', 'length', true),
    number('p2', 'Pitch p2, across', 'length', true),
    {
      id: 'friction',
      label: 'Friction class',
      quantity: 'none',
      type: 'choice',
      options: (['A', 'B', 'C', 'D'] as const).map((k) => ({ value: k, label: `${k}, ${SLIP_FACTORS[k]}` })),
    },
    number('faces', 'Friction faces', 'none'),
    number('F_v_Ed', 'Shear on the bolt', 'force'),
    number('F_t_Ed', 'Tension on the bolt', 'force'),
  ],
  start: { d: 20, cls: '8.8', grade: 'S275', t: 10, e1: 40, e2: 40, p1: 70, friction: 'B', faces: 1, F_v_Ed: 0, F_t_Ed: 0 },
  calculate,
};
