import type { CheckDef, Outcome } from '../../../checks/check.ts';
import type { FormulaSection, Run } from '../../../formula/index.ts';
import { available, strengthCheck } from '../../../standards/aisc360/available.ts';
import { aiscSettings } from '../../../standards/aisc360/standard.ts';
import { grouted, inTension, isI, most, noAnchorShear, notPressed, noTension, total, type BaseCase as Case } from './case.ts';
import { availableStress } from './forces.ts';
import { sheet } from './sheet.ts';

const J8 = 'AISC 360-22, J8';
const GUIDE = 'AISC Design Guide 1';
const named = (id: string, title: string, clause: string, part: string) => ({ id, title, clause, part });

const b = sheet.section('bp-bearing');
const bearing = {
  P: b.f('D', 'kN', 'P', 'compression', J8),
  P_c: b.f('R_c', 'kN', 'f_pmax*B_p*N_p', 'bearing under the whole plate', J8),
  Y: b.found('Y', 'mm', 'length of plate that presses', 'N - 2 M/P'),
  f_p: b.found('f_p', 'MPa', 'bearing stress', 'compression over the length that presses'),
  f: b.found('f', 'mm', 'column axis to the row in tension', 'measured'),
  need: b.f('D_2', 'mm2', '2*(abs(M_r)+P*f)/(f_pmax*B_p)', 'what the moment needs', GUIDE),
  has: b.f('R_2', 'mm2', '(f+N_p/2)^2', 'what the plate has', GUIDE),
};
const bearingCheck: CheckDef<Case> = {
  ...named('bp-bearing', 'Concrete in bearing', J8, 'concrete'),
  load: 'combination',
  run: (r, c): Outcome => {
    const { forces } = c;
    switch (forces.kind) {
      case 'none':
      case 'uplift':
        return { skip: 'Nothing presses on the concrete.' };
      case 'no anchors':
        return { missing: 'The moment or the uplift needs anchors, and there are none.' };
      case 'unbalanced':
        return { missing: 'The anchors can’t balance this uplift and moment: they stand in one line.' };
      case 'small':
        bearing.Y(r, forces.Y);
        return { demand: bearing.f_p(r, forces.f_p), resistance: availableStress(r, c.lrfd), unit: 'MPa' };
      case 'large':
      case 'overturned':
        bearing.f(r, forces.f);
        return { demand: bearing.need(r), resistance: bearing.has(r), unit: 'mm2' };
      default:
        return { demand: bearing.P(r), resistance: bearing.P_c(r), unit: 'kN' };
    }
  },
};

const p = sheet.section('bp-plate-bending');
const bend = {
  Y: p.found('Y', 'mm', 'length of plate that presses', 'from the equilibrium'),
  f_p: p.found('f_p', 'MPa', 'bearing stress on it', 'from the equilibrium; the available stress under a large moment'),
  m: p.f('M_m', 'Nmm/mm', 'f_p*m^2/2', 'moment along N', GUIDE),
  m_short: p.f('M_m', 'Nmm/mm', 'f_p*Y*(m-Y/2)', 'moment along N, the block inside the cantilever', GUIDE),
  n: p.f('M_n', 'Nmm/mm', 'f_p*n^2/2', 'moment along B', GUIDE),
  X: p.f('X', '-', 'min(1, 4*d_c*b_f/(d_c+b_f)^2*min(1, f_p/f_pmax))', 'share of the stress', 'AISC Manual, part 14'),
  lambda: p.f(
    'lambda',
    '-',
    'min(1, 2*sqrt(X)/(1+sqrt(1-X)))',
    'factor of the plate between the flanges',
    'AISC Manual, part 14',
  ),
  l: p.f('M_l', 'Nmm/mm', 'f_p*(lambda*sqrt(d_c*b_f)/4)^2/2', 'moment between the flanges', 'AISC Manual, part 14'),
  worst: p.f('D', 'Nmm/mm', 'max(M_m, M_n, M_l)', 'largest of them', GUIDE),
  worst_tube: p.f('D', 'Nmm/mm', 'max(M_m, M_n)', 'larger of them', GUIDE),
  M_n: p.f('M_n_0', 'Nmm/mm', 'F_y_p*t_p^2/4', 'plastic moment of the plate', 'AISC 360-22, F11-1'),
  M_c: {
    lrfd: p.f('M_c', 'Nmm/mm', '0.9*M_n_0', 'available, LRFD', 'AISC 360-22, F1'),
    asd: p.f('M_c', 'Nmm/mm', 'M_n_0/1.67', 'available, ASD', 'AISC 360-22, F1'),
  },
  t: p.f('t_req', 'mm', 't_p*sqrt(D/M_c)', 'thickness that would do', GUIDE),
};
const plateBending: CheckDef<Case> = {
  ...named('bp-plate-bending', 'Plate in bending, compression side', GUIDE, 'plate'),
  load: 'combination',
  run: (r, c): Outcome => {
    const none = notPressed(c);
    if (none) return { skip: none };
    const { Y, f_p } = c.forces;
    bend.Y(r, Y);
    bend.f_p(r, f_p);
    const m = r.v[sheet_m.index]!;
    (Y >= m ? bend.m : bend.m_short)(r);
    bend.n(r);
    let demand: number;
    if (isI(c)) {
      bend.X(r);
      bend.lambda(r);
      bend.l(r);
      demand = bend.worst(r);
    } else demand = bend.worst_tube(r);
    bend.M_n(r);
    const resistance = (c.lrfd ? bend.M_c.lrfd : bend.M_c.asd)(r);
    bend.t(r);
    return { demand, resistance, unit: 'Nmm/mm' };
  },
};
const sheet_m = p.resolve('m');

const strip = (s: FormulaSection) => {
  const M_n = s.f('M_n', 'Nmm/mm', 'F_y_p*t_p^2/4', 'plastic moment of the plate', 'AISC 360-22, F11-1');
  const M_c = available(s, { symbol: 'M', unit: 'Nmm/mm' }, '0.9', '1.67', 'AISC 360-22, F1');
  return (r: Run, c: Case): number => {
    M_n(r);
    return M_c(r, c);
  };
};
const te = sheet.section('bp-plate-tension-bending');
const tension = {
  T: te.found('T', 'kN', 'tension of the row', 'from the equilibrium'),
  x: te.found('x', 'mm', 'row to the steel of the column', 'to the middle of a flange; 0.475 or 0.40 of a tube', GUIDE),
  whole: te.f('b_eff', 'mm', 'B_p', 'the whole width bends', GUIDE),
  n_row: te.found('n_row', '-', 'rods of the row', 'count'),
  spread: te.f('b_eff', 'mm', 'min(B_p, 2*x*n_row)', '45 degrees from each rod', GUIDE),
  D: te.f('D', 'Nmm/mm', 'T*x/b_eff', 'moment of the strip', GUIDE),
  M_c: strip(te),
};
const reach = (c: Case): number => {
  const { h, t_f, shape } = c.m.column;
  return shape === 'I' ? c.forces.f - h / 2 + t_f / 2 : shape === 'RHS' ? c.forces.f - 0.475 * h : c.forces.f - 0.4 * h;
};
const tensionBending: CheckDef<Case> = {
  ...named('bp-plate-tension-bending', 'Plate in bending, tension side', GUIDE, 'plate'),
  load: 'combination',
  run: (r, c): Outcome => {
    if (c.forces.kind !== 'large') return { skip: 'No row is in tension beside a block that presses.' };
    const x = reach(c);
    if (x <= 0) return { skip: 'The row stands at the steel of the column.' };
    tension.T(r, total(c.forces.T));
    tension.x(r, x);
    if (aiscSettings(c.m.basis).base_spread === '45') {
      tension.n_row(r, inTension(c).length);
      tension.spread(r);
    } else tension.whole(r);
    return { demand: tension.D(r), resistance: tension.M_c(r, c), unit: 'Nmm/mm' };
  },
};

/** What each lifted anchor bends: its lever and the width of plate that spreads at 45 degrees, no further than half way to the next or to the edge. */
function uplifted(c: Case): { readonly T: number; readonly l: number; readonly b_e: number } | null {
  const { m, forces } = c;
  const { column, plateBox: box } = m;
  let worst: { T: number; l: number; b_e: number } | null = null;
  m.anchors.forEach(({ y, z }, i) => {
    const T = forces.T[i]!;
    if (T <= 0) return;
    const outside =
      column.shape === 'I'
        ? Math.abs(z) > column.h / 2 - column.t_f / 2
        : Math.abs(z) - 0.475 * column.h >= Math.abs(y) - 0.475 * column.b;
    const l =
      column.shape === 'I'
        ? outside
          ? Math.abs(z) - column.h / 2 + column.t_f / 2
          : Math.abs(y) - column.t_w / 2
        : Math.max(Math.abs(z) - 0.475 * column.h, Math.abs(y) - 0.475 * column.b);
    // Along the line that it bends about: across the column for an anchor outside the flanges.
    const at = outside ? y : z;
    const [low, high] = outside ? [box.y1, box.y2] : [box.z1, box.z2];
    const others = m.anchors
      .filter((o, k) => k !== i && Math.abs((outside ? o.z : o.y) - (outside ? z : y)) <= 1)
      .map((o) => (outside ? o.y : o.z));
    const half = (sign: 1 | -1): number =>
      Math.min(l, sign > 0 ? high - at : at - low, ...others.filter((o) => sign * (o - at) > 0).map((o) => Math.abs(o - at) / 2));
    const b_e = half(1) + half(-1);
    if (!worst || T * l * worst.b_e > worst.T * worst.l * b_e) worst = { T, l, b_e };
  });
  return worst;
}
const up = sheet.section('bp-plate-uplift-bending');
const uplift = {
  T: up.found('T_i', 'kN', 'tension of the worst rod', 'from the equilibrium'),
  l: up.found('l', 'mm', 'rod to the steel of the column', 'measured'),
  b_e: up.found(
    'b_e',
    'mm',
    'width of plate that it bends',
    '45 degrees, no further than half way to the next rod or to the edge',
    GUIDE,
  ),
  D: up.f('D', 'Nmm/mm', 'T_i*l/b_e', 'moment of the strip', GUIDE),
  M_c: strip(up),
};
const upliftBending: CheckDef<Case> = {
  ...named('bp-plate-uplift-bending', 'Plate in bending under uplift', GUIDE, 'plate'),
  load: 'combination',
  run: (r, c): Outcome => {
    if (c.forces.kind !== 'uplift') return { skip: 'The plate is not lifted off.' };
    const x = uplifted(c);
    if (!x || x.l <= 0) return { skip: 'The rods stand at the steel of the column.' };
    uplift.T(r, x.T);
    uplift.l(r, x.l);
    uplift.b_e(r, x.b_e);
    return { demand: uplift.D(r), resistance: uplift.M_c(r, c), unit: 'Nmm/mm' };
  },
};

const ins = sheet.section('bp-plate-inside');
const inside = {
  f_p: ins.found('f_p', 'MPa', 'bearing stress', 'from the equilibrium'),
  a: ins.found('a_i', 'mm', 'shorter inner side of the tube', 'between the middles of its walls'),
  b: ins.found('b_i', 'mm', 'longer inner side of the tube', 'between the middles of its walls'),
  box: ins.f('D', 'Nmm/mm', 'f_p*a_i^2/24*(sqrt(3+(a_i/b_i)^2)-a_i/b_i)^2', 'moment of a panel on hinged edges', 'yield lines'),
  pipe: ins.f('D', 'Nmm/mm', 'f_p*(d_c-t_f)^2/24', 'moment of a round panel on a hinged edge', 'yield lines'),
  M_c: strip(ins),
};
const plateInside: CheckDef<Case> = {
  ...named('bp-plate-inside', 'Plate in bending inside the tube', 'yield lines', 'plate'),
  load: 'combination',
  run: (r, c): Outcome => {
    if (isI(c)) return { skip: 'The column is no tube.' };
    const none = notPressed(c);
    if (none) return { skip: none };
    const { h, b: width, t_f, shape } = c.m.column;
    inside.f_p(r, c.forces.f_p);
    if (shape === 'CHS') return { demand: inside.pipe(r), resistance: inside.M_c(r, c), unit: 'Nmm/mm' };
    const sides = [h - t_f, width - t_f].sort((x, y) => x - y) as [number, number];
    inside.a(r, sides[0]);
    inside.b(r, sides[1]);
    return { demand: inside.box(r), resistance: inside.M_c(r, c), unit: 'Nmm/mm' };
  },
};

const rodTension = (s: FormulaSection) => {
  const T = s.found('T_i', 'kN', 'tension of the worst rod', 'from the equilibrium');
  const A = s.f('A_b', 'mm2', 'pi*d^2/4', 'area of a rod', 'AISC 360-22, J3.7');
  return (r: Run, c: Case): void => {
    T(r, most(c.forces.T));
    A(r);
  };
};
const RODS = { phi: '0.75', omega: '2' } as const;
/** Rods as threaded parts (J3.7, J3.8). */
const rodChecks: readonly CheckDef<Case>[] = [
  strengthCheck<Case>(sheet, named('bp-rod-tension', 'Tension of the rods', 'AISC 360-22, J3.7', 'anchors'), {
    skip: noTension,
    steps: rodTension,
    demand: 'T_i',
    demandWords: 'tension of the worst rod',
    nominal: '0.75*F_ua*A_b',
    words: 'tension of a threaded rod',
    ...RODS,
  }),
  strengthCheck<Case>(sheet, named('bp-rod-shear', 'Shear of the rods', 'AISC 360-22, J3.7', 'anchors'), {
    skip: noAnchorShear,
    steps: (s) => {
      const A = s.f('A_b', 'mm2', 'pi*d^2/4', 'area of a rod', 'AISC 360-22, J3.7');
      return (r) => void A(r);
    },
    demand: 'abs(V)/n_v',
    demandWords: 'shear of a rod',
    nominal: { all: ['0.45*F_ua*A_b', '0.8*0.45*F_ua*A_b'], pick: (c) => (grouted(c.m) ? 1 : 0) },
    words: 'shear of a threaded rod; 0.8 of it over grout',
    ...RODS,
  }),
  strengthCheck<Case>(sheet, named('bp-rod-combined', 'Tension of the rods beside their shear', 'AISC 360-22, J3.8', 'anchors'), {
    skip: (c) => noTension(c) ?? noAnchorShear(c),
    steps: (s) => {
      const first = rodTension(s);
      const f_rv = [
        s.f('f_rv', 'MPa', 'abs(V)/(n_v*A_b)', 'shear stress of a rod', 'AISC 360-22, J3.8'),
        s.f('f_rv', 'MPa', 'abs(V)/(n_v*A_b)/0.8', 'shear stress of a rod over grout', 'AISC 360-22, J3.8'),
      ];
      const F = {
        lrfd: s.f(
          'F_nt_r',
          'MPa',
          'max(0, min(0.75*F_ua, 1.3*0.75*F_ua-0.75*F_ua/(0.75*0.45*F_ua)*f_rv))',
          'tension left beside the shear, LRFD',
          'AISC 360-22, J3-3a',
        ),
        asd: s.f(
          'F_nt_r',
          'MPa',
          'max(0, min(0.75*F_ua, 1.3*0.75*F_ua-2*0.75/0.45*f_rv))',
          'tension left beside the shear, ASD',
          'AISC 360-22, J3-3b',
        ),
      };
      return (r, c) => {
        first(r, c);
        f_rv[grouted(c.m) ? 1 : 0]!(r);
        (c.lrfd ? F.lrfd : F.asd)(r);
      };
    },
    demand: 'T_i',
    demandWords: 'tension of the worst rod',
    nominal: 'F_nt_r*A_b',
    words: 'tension of a rod beside its shear',
    ...RODS,
  }),
];

export const plateAndRodChecks: readonly CheckDef<Case>[] = [
  bearingCheck,
  plateBending,
  tensionBending,
  upliftBending,
  plateInside,
  ...rodChecks,
];
