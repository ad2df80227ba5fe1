import Joi from 'joi';
import { inches, KSI } from '../../catalogue/index.ts';
import type { Basis } from '../../basis/basis.ts';
import type { Point } from '../../detail/solid.ts';
import { Sheet } from '../../formula/index.ts';
import { Refusal } from '../../refusal.ts';
import { available } from '../../standards/aisc360/available.ts';
import { centroid, elasticGroup, instantaneousCentre, momentGroup, type Centre } from '../../standards/aisc360/bolt-group.ts';
import { aisc360, aiscSettings, isLrfd } from '../../standards/aisc360/standard.ts';
import { elasticWeld, weldCentre } from '../../standards/aisc360/weld-group.ts';
import { size } from '../../validate/sizes.ts';
import {
  boltGroupTool,
  boltPoints,
  loadFields,
  loadKeys,
  patternKeys,
  torque,
  weldRuns,
  ofLines,
  elasticForces,
  endOfWeld,
  type BoltGroupInput,
} from '../groups.ts';
import { groupPicture, type Load } from '../group-picture.ts';
import { kips } from './fields.ts';
import { Calculator, type Calculation, type Tool } from '../tool.ts';
import { once } from '../../lazy.ts';

export interface UsBoltGroupInput extends Omit<BoltGroupInput, 'method' | 'F_Rd'> {
  /** Available strength of one bolt, kN. */
  readonly r?: number;
}
export interface UsWeldGroupInput extends Load {
  readonly runs: string;
  /** Leg of the fillets. */
  readonly w: number;
}

const METHOD = 'Manual, part 7';
const sheet = new Sheet();
const g = {
  R: sheet.given('R', 'kN', 'resultant force'),
  M_c: sheet.given('M_c', 'kNm', 'moment about the centroid'),
  n: sheet.given('n', '-', 'bolts'),
  r: sheet.given('r', 'kN', 'available strength of one bolt'),
};
const ic = sheet.section('centre');
const centre = {
  e: ic.f('e', 'mm', 'abs(M_c)/R', 'eccentricity of the force'),
  C: ic.found(
    'C',
    '-',
    'bolts that count, by the instantaneous centre',
    'Newton’s method on the centre until both sums of forces vanish',
    METHOD,
  ),
  x: ic.found('x_IC', 'mm', 'instantaneous centre, x', 'the same'),
  z: ic.found('z_IC', 'mm', 'instantaneous centre, z', 'the same'),
  R_c: ic.f('R_c', 'kN', 'C*r', 'available strength of the group'),
  u: ic.f('u', '-', 'R/R_c', 'utilisation'),
  // A moment alone turns the group about its centroid.
  C_m: ic.found(
    'C_m',
    'mm',
    'moment over the strength of one bolt',
    'the sum of r by the law of the bolts about the centroid',
    METHOD,
  ),
  M_c: ic.f('M_R', 'kNm', 'C_m*r', 'available moment of the group'),
  u_m: ic.f('u', '-', 'abs(M_c)/M_R', 'utilisation'),
};
const el = sheet.section('elastic');
const elastic = {
  C: el.found('C_e', '-', 'bolts that count, elastic', 'the force over the largest on a bolt', METHOD),
  share: el.found('q', '-', 'elastic over instantaneous centre', 'the two coefficients'),
};

/** A load as its resultant, its direction and its moment about a place; the moment for each unit of the force. */
function resolved(i: Load, at: Point): { readonly R: number; readonly u: Point; readonly T: number } {
  const R = Math.hypot(i.V_x, i.V_z) * 1e3;
  return { R, u: R > 0 ? [(i.V_x * 1e3) / R, (i.V_z * 1e3) / R] : [0, 0], T: torque(i, at) };
}
const NOTHING = 'the load is missing; accepted is a force or a moment.';

const sectionsOf = (c: Calculator, C: number, plain: number, used: number | null) => [
  c.section(
    'centre',
    'Instantaneous centre',
    METHOD,
    used === null ? `C ${C.toFixed(3)}` : `utilisation ${used.toFixed(3)}`,
    (used ?? 0) <= 1,
  ),
  c.section(
    'elastic',
    'Elastic method, beside it',
    METHOD,
    `C ${plain.toFixed(3)}, ${(100 * (1 - plain / C)).toFixed(1)} % less`,
  ),
];

function boltGroup(i: UsBoltGroupInput, basis: Basis): Calculation {
  const units = basis.units;
  const points = boltPoints({ ...i, method: 'elastic' }, units);
  if (points.length > 400)
    throw new Refusal('points', `points: ${points.length} bolts are too many for one group; accepted are 400 or fewer.`);
  const at = centroid(points) as Point;
  const { R, u, T } = resolved(i, at);
  if (R === 0 && T === 0) throw new Refusal('V_z', `V_z: ${NOTHING}`);
  const c = new Calculator(sheet, units);
  c.put(g.R, R, 'the forces');
  c.put(g.M_c, T, 'the forces about the centroid');
  c.put(g.n, points.length, 'the bolts');
  if (i.r !== undefined) c.put(g.r, i.r * 1e3, 'strength of one bolt');
  const field = i.points.trim() ? 'points' : 'rows';
  const noCentre = (): never => {
    throw new Refusal(
      field,
      `${field}: the group has no centre under this load, one bolt takes no moment; accepted are bolts apart.`,
    );
  };
  if (R === 0) return momentAlone(i, basis, c, points, at);
  centre.e(c.run);
  const found = instantaneousCentre(points, u, T / R) ?? noCentre();
  const plain = elasticGroup(points, u, T / R) ?? noCentre();
  centre.C(c.run, found.C);
  if (found.at) {
    centre.x(c.run, found.at[0]);
    centre.z(c.run, found.at[1]);
  }
  let used: number | null = null;
  if (i.r !== undefined) {
    centre.R_c(c.run);
    used = centre.u(c.run);
  }
  elastic.C(c.run, plain.C);
  elastic.share(c.run, plain.C / found.C);
  // At this load: each bolt by its share of the load that the group has at the last.
  const forces = found.forces().map(([x, z]): Point => [(x * R) / found.C, (z * R) / found.C]);
  const said = `C = ${found.C.toFixed(3)} of ${points.length} bolts by the instantaneous centre, ${plain.C.toFixed(3)} elastic`;
  return {
    answer: `${said}${used === null ? '' : `; used ${used.toFixed(3)} of ${units.quantity(found.C * i.r! * 1e3, 'kN')}`}`,
    state: used === null ? 'none' : used <= 1 ? 'holds' : 'gives',
    sections: sectionsOf(c, found.C, plain.C, used),
    tables: [forceTable(units, points, forces, plain, R)],
    picture: pictureOf(units, points, forces, at, i, found),
  };
}

function pictureOf(units: Basis['units'], points: readonly Point[], forces: readonly Point[], at: Point, i: Load, found: Centre) {
  const sizes = forces.map(([x, z]) => Math.hypot(x, z));
  const worst = sizes.indexOf(Math.max(...sizes));
  // A centre far away would make the group a dot.
  const reach = Math.max(...points.map(([x, z]) => Math.hypot(x - at[0], z - at[1])), 1);
  const near = found.at && Math.hypot(found.at[0] - at[0], found.at[1] - at[1]) < 6 * reach ? (found.at as Point) : null;
  return groupPicture(units, points, forces, sizes, worst, at, i, [], near);
}

function forceTable(u: Basis['units'], points: readonly Point[], forces: readonly Point[], plain: Centre, R: number) {
  const sizes = forces.map(([x, z]) => Math.hypot(x, z));
  return {
    title: 'Force on each bolt under this load',
    head: ['Bolt', `x ${u.name('mm')}`, `z ${u.name('mm')}`, `by the centre ${u.name('kN')}`, `elastic ${u.name('kN')}`],
    rows: points.map((p, k) => [
      String(k + 1),
      u.figure(p[0], 'mm'),
      u.figure(p[1], 'mm'),
      u.figure(sizes[k]!, 'kN'),
      u.figure((Math.hypot(...plain.forces()[k]!) * R) / plain.C, 'kN'),
    ]),
    marked: sizes.indexOf(Math.max(...sizes)),
  };
}

function momentAlone(i: UsBoltGroupInput, { units: u }: Basis, c: Calculator, points: readonly Point[], at: Point): Calculation {
  const C_m = momentGroup(points);
  if (!(C_m > 0)) throw new Refusal('rows', 'rows: one bolt takes no moment; accepted are bolts apart.');
  centre.C_m(c.run, C_m);
  let used: number | null = null;
  if (i.r !== undefined) {
    centre.M_c(c.run);
    used = centre.u_m(c.run);
  }
  const J = points.reduce((sum, [x, z]) => sum + (x - at[0]) ** 2 + (z - at[1]) ** 2, 0);
  const T = i.M * 1e6;
  const forces = points.map(([x, z]): Point => [(-T * (z - at[1])) / J, (T * (x - at[0])) / J]);
  const sizes = forces.map(([x, z]) => Math.hypot(x, z));
  return {
    answer: `A moment alone: C' = ${u.quantity(C_m, 'mm')}${used === null ? '' : `; used ${used.toFixed(3)}`}`,
    state: used === null ? 'none' : used <= 1 ? 'holds' : 'gives',
    sections: [
      c.section(
        'centre',
        'Turning about the centroid',
        METHOD,
        used === null ? '' : `utilisation ${used.toFixed(3)}`,
        (used ?? 0) <= 1,
      ),
    ],
    tables: [],
    picture: groupPicture(u, points, forces, sizes, sizes.indexOf(Math.max(...sizes)), at, i),
  };
}

const WELD = 'Manual, part 8; AISC 360-22, J2.4';
const welds = new Sheet();
const w = {
  R: welds.given('R', 'kN', 'resultant force'),
  M_c: welds.given('M_c', 'kNm', 'moment about the centroid'),
  L: welds.given('L', 'mm', 'length of the welds'),
  w: welds.given('w', 'mm', 'leg of the fillets'),
  F_EXX: welds.given('F_EXX', 'MPa', 'tensile strength of the weld metal'),
};
const strength = welds.commonSection('strength');
const q_n = strength.f('q_n', 'N/mm', '0.6*F_EXX*w/sqrt(2)', 'a unit of length along its axis, nominal', 'AISC 360-22, J2-4');
const wc = welds.section('centre');
const weld = {
  e: wc.f('e', 'mm', 'abs(M_c)/R', 'eccentricity of the force'),
  C: wc.found('C', 'mm', 'length that counts, by the instantaneous centre', 'Newton’s method on 200 pieces of each line', WELD),
  x: wc.found('x_IC', 'mm', 'instantaneous centre, x', 'the same'),
  z: wc.found('z_IC', 'mm', 'instantaneous centre, z', 'the same'),
  R_n: wc.f('R_n', 'kN', 'C*q_n', 'strength of the group, nominal', WELD),
  R_c: available(wc, { symbol: 'R', unit: 'kN' }, '0.75', '2', 'AISC 360-22, J2.4'),
};
const we = welds.section('elastic');
const plainWeld = {
  C: we.found('C_e', 'mm', 'length that counts, elastic', 'the force over the largest for each unit of length', WELD),
  R_n: we.f('R_n', 'kN', 'C_e*q_n', 'strength of the group, nominal', WELD),
  R_c: available(we, { symbol: 'R', unit: 'kN' }, '0.75', '2', 'AISC 360-22, J2.4'),
};

/** Strength by the instantaneous centre, and by the elastic method beside it. */
function workWeld(c: Calculator, lines: Parameters<typeof weldCentre>[0], dir: Point, through: Point, isLoadFactored: boolean) {
  const lrfd = { lrfd: isLoadFactored };
  q_n(c.run);
  const found = weldCentre(lines, dir, through);
  if (!found) throw new Refusal('runs', 'runs: the group has no centre under this load; accepted are lines apart.');
  const plain = elasticWeld(lines, dir, through);
  weld.e(c.run);
  weld.C(c.run, found.C);
  if (found.at) {
    weld.x(c.run, found.at[0]);
    weld.z(c.run, found.at[1]);
  }
  weld.R_n(c.run);
  const strengthOf = weld.R_c(c.run, lrfd);
  plainWeld.C(c.run, plain.C);
  plainWeld.R_n(c.run);
  const elasticStrength = plainWeld.R_c(c.run, lrfd);
  return { found, strengthOf, elasticStrength };
}

function weldGroup(i: UsWeldGroupInput, basis: Basis): Calculation {
  const u = basis.units;
  const runs = weldRuns(i.runs, u);
  const lines = runs.map(([from, to]) => ({ from, to }));
  const { L, centre: at, I_p } = ofLines(runs);
  const { R, u: dir, T } = resolved(i, at);
  if (R === 0) throw new Refusal('V_z', 'V_z: a force is missing; accepted is a force, whose place gives the moment beside M.');
  // A moment of its own moves the force along.
  const through: Point = [at[0] - (dir[1] * -T) / R, at[1] + (dir[0] * -T) / R];
  const c = new Calculator(welds, u);
  c.put(w.R, R, 'the forces');
  c.put(w.M_c, T, 'the forces about the centroid');
  c.put(w.L, L, 'the welds');
  c.put(w.w, i.w, 'w');
  c.put(w.F_EXX, Number(aiscSettings(basis).electrode) * KSI, 'settings: weld metal', 'basis');
  const { found, strengthOf, elasticStrength } = workWeld(c, lines, dir, through, isLrfd(basis));
  const used = R / strengthOf;
  const places = runs.flat();
  const forces = elasticForces(places, i, { size: L, I: I_p, T, centre: at });
  const sizes = forces.map(([x, z]) => Math.hypot(x, z));
  return {
    answer: `${u.quantity(R, 'kN')} against ${u.quantity(strengthOf, 'kN')} ${basis.set}, used ${used.toFixed(3)}; elastic ${u.quantity(elasticStrength, 'kN')}`,
    state: used <= 1 ? 'holds' : 'gives',
    sections: [
      c.section('strength', 'Strength of the fillet', 'AISC 360-22, J2.4', '', true, 'shared'),
      c.section(
        'centre',
        'Instantaneous centre',
        WELD,
        `${u.quantity(R, 'kN')} against ${u.quantity(strengthOf, 'kN')}: utilisation ${used.toFixed(3)}`,
        used <= 1,
      ),
      c.section(
        'elastic',
        'Elastic method, beside it',
        WELD,
        `${u.quantity(elasticStrength, 'kN')}, ${(100 * (1 - elasticStrength / strengthOf)).toFixed(1)} % less`,
      ),
    ],
    tables: [
      {
        title: 'Force for each unit of length at the ends of each weld, elastic',
        head: ['Weld', `x ${u.name('mm')}`, `z ${u.name('mm')}`, `resultant ${u.name('N/mm')}`],
        rows: places.map((p, k) => [endOfWeld(k), u.figure(p[0], 'mm'), u.figure(p[1], 'mm'), u.figure(sizes[k]!, 'N/mm')]),
        marked: sizes.indexOf(Math.max(...sizes)),
      },
    ],
    picture: groupPicture(
      u,
      places,
      forces,
      sizes,
      sizes.indexOf(Math.max(...sizes)),
      at,
      i,
      runs,
      found.at && Math.hypot(found.at[0] - at[0], found.at[1] - at[1]) < 3 * L ? (found.at as Point) : null,
    ),
  };
}

export const usBoltGroupTool: Tool<UsBoltGroupInput> = {
  id: 'us-bolt-group',
  standard: aisc360.id,
  title: 'Bolt group',
  about:
    'In-plane eccentric bolt group by the instantaneous centre, any pattern and direction of load, with the elastic method beside it.',
  schema: once(() => Joi.object({ ...patternKeys(), r: size(0.001, 1e5), ...loadKeys() })),
  fields: [
    ...boltGroupTool.fields.filter((f) => !['F_Rd', 'method'].includes(f.id)),
    { id: 'r', label: 'Available strength of one bolt', quantity: 'force', type: 'number', optional: true },
  ],
  start: {
    rows: 4,
    cols: 1,
    pitch: inches(3),
    gauge: inches(3),
    points: '',
    V_x: 0,
    V_z: kips(-20),
    x_a: inches(4),
    z_a: inches(4.5),
    M: 0,
    r: kips(17.9),
  },
  calculate: boltGroup,
};

export const usWeldGroupTool: Tool<UsWeldGroupInput> = {
  id: 'us-weld-group',
  standard: aisc360.id,
  title: 'Weld group',
  about: 'Fillets in a plane under an eccentric force by the instantaneous centre, with the elastic method beside it.',
  schema: once(() => Joi.object({ runs: Joi.string().max(20_000).required(), w: size(2, 40).required(), ...loadKeys() })),
  fields: [
    { id: 'runs', label: 'Welds', quantity: 'length', type: 'lines', hint: 'x1 z1 x2 z2, one weld a line, effective lengths' },
    { id: 'w', label: 'Leg', quantity: 'length', type: 'number' },
    ...loadFields,
  ],
  start: {
    runs: '0 0 0 254\n0 0 76.2 0\n0 254 76.2 254',
    w: inches(0.25),
    V_x: 0,
    V_z: kips(-40),
    x_a: inches(8),
    z_a: inches(5),
    M: 0,
  },
  calculate: weldGroup,
};
