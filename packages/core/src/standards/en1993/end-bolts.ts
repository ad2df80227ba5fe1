import type { FormulaSection, Run, Sheet } from '../../formula/index.ts';
import type { CheckDef, Outcome } from '../../checks/check.ts';
import { boltShear } from './bolts.ts';
import { columnSlots } from './column-web.ts';

/*
 * Lines of bolts through the support, one each side of the beam web at the gauge p_3: end plates, and the support legs of cleats
 * (basis 3.2, 3.5, 3.6). Symbols of the support carry the suffix 2. A kind with two columns a side names them: they share the shear; a
 * pull is left to the inner ones, as 6.2.4 has two bolts in a row, which is on the safe side.
 */

/** Names of the rows: number, pitch, height of the group, edge distance and hole of the plate or leg that they clamp. */
export interface EndRows {
  readonly n1: string;
  readonly p1: string;
  readonly L1: string;
  readonly e2: string;
  /** The lines beside the web to the side edge of what they clamp. */
  readonly e_in: string;
  /** Suffix of the clamped part's symbols. */
  readonly k: string;
  /** Bolts of both lines beside the web together, for the T-stubs, which are those of a pair. */
  readonly bolts: string;
  /** Bolts that take a pull. */
  readonly pulled: string;
  /** Columns a side and their distance, where there may be two. */
  readonly columns?: { readonly n: string; readonly p: string };
}

export interface EndBoltsCase {
  /** Uplift: the joint is checked upside down. */
  readonly turned: boolean;
  readonly threads: boolean;
  readonly longJoint: boolean;
  /** What the support is and which of its sizes are known. */
  readonly support: {
    readonly rows: number;
    /** Columns of bolts on each side of the web. */
    readonly columns: number;
    readonly onFlange: boolean;
    /** Its clear web depth, or its flange's sizes, are known. */
    readonly d2: boolean;
    readonly column: boolean;
    readonly e_top: boolean;
    readonly e_bottom: boolean;
    readonly e_side: boolean;
    /** The side edge was given; else it follows from the flange of the column. */
    readonly e_given: boolean;
    /** Its whole section is known. */
    readonly section: boolean;
    /** One line only, on one side of the web: half of what a pair gives. */
    readonly single: boolean;
    /** A beam bolted to the far face of the same web. */
    readonly both: boolean;
    /** That beam has bolts of its own pattern: whether any, and whether all of this joint's hold it too, and whether holes stand over each other. */
    readonly far: { readonly any: boolean; readonly all: boolean; readonly pitch: boolean } | null;
  };
}

/** Symbols of the support and of the bolts' heads that these checks read. */
export function endSlots(sheet: Sheet) {
  return {
    p_3: sheet.given('p_3', 'mm', 'gauge of the bolt lines beside the web'),
    e_top: sheet.given('e_top', 'mm', "first row up to the support's top edge"),
    e_bottom: sheet.given('e_bottom', 'mm', "last row down to the support's lower edge"),
    e_side: sheet.given('e_side', 'mm', "outermost bolt to the support's side edge"),
    V_Ed_2: sheet.given('V_Ed_2', 'kN', 'reaction of the beam on the far face of the support'),
    n_s_2: sheet.given('n_s_2', '-', 'number of bolts of the beam on the far face'),
    n_far: sheet.given('n_far', '-', "holes of the far beam alone in this joint's bolt line, up to 5 d beyond its rows"),
    p_v2: sheet.given('p_v2', 'mm', 'smallest upright spacing of the holes of both beams'),
    p_h2: sheet.given('p_h2', 'mm', 'smallest level spacing of the holes of both beams'),
    ...columnSlots(sheet),
    d_w: sheet.given('d_w', 'mm', 'diameter of the washer'),
    s_b: sheet.given('s_b', 'mm', 'width across flats of bolt head and nut'),
  };
}

/** What bearing in one part is written with. */
interface BearingNames {
  readonly k: string;
  readonly t: string;
  readonly f_u: string;
  readonly end: string;
  readonly edge: string;
  readonly spacing?: { readonly p1: string; readonly p3: string };
}

function bearingFormulas(s: FormulaSection, rows: EndRows, o: BearingNames) {
  const clause = 'EN 1993-1-8, Table 3.4';
  const d0 = `d_0_${o.k}`;
  const force = `f_hv_${o.k}*k1`;
  const inner = `min(${o.spacing?.p1 ?? rows.p1}/(3*${d0})-1/4, f_ub/${o.f_u}, 1)`;
  const alpha = {
    end: s.f('alpha_b_end', '-', `min(${o.end}/(3*${d0}), f_ub/${o.f_u}, 1)`, 'bearing of the row at the end', clause),
    endInner: s.f('alpha_b_end', '-', inner, 'no end near: the row at the end bears as the others', clause),
    endFree: s.f('alpha_b_end', '-', `min(f_ub/${o.f_u}, 1)`, 'no end near and one row only', clause),
    inner: s.f('alpha_b_inner', '-', inner, 'bearing of the other rows', clause),
    innerAsEnd: s.f('alpha_b_inner', '-', 'alpha_b_end', 'there is one row only', clause),
  };
  const across = o.spacing ? [o.spacing.p3, o.spacing.p3] : ['p_3', ...(rows.columns ? [`min(${rows.columns.p}, p_3)`] : [])];
  const k1Edge = across.map((p) =>
    s.f('k1', '-', `min(2.8*${o.edge}/${d0}-1.7, 1.4*${p}/${d0}-1.7, 2.5)`, 'distances across the force', clause),
  );
  const k1 = across.map((p) =>
    s.f('k1', '-', `min(1.4*${p}/${d0}-1.7, 2.5)`, 'distances across the force; no edge near', clause),
  );
  const F = (['end', 'inner'] as const).map((row) =>
    s.f(
      `F_b_${row}_Rd`,
      'kN',
      `${force}*alpha_b_${row}*${o.f_u}*d*${o.t}/gamma_M2`,
      `bearing resistance of one bolt, ${row === 'end' ? 'row at the end' : 'other rows'}`,
      clause,
    ),
  );
  const F_v = boltShear(s, rows.L1, 'one');
  const F_v2 = s.f(
    'F_v_Rd',
    'kN',
    '2*beta_Lf*beta_p*alpha_v*f_ub*A_bolt/gamma_M2',
    'shear resistance of one bolt, cut in two planes',
    clause,
  );
  const ofRow = ['2', ...(rows.columns ? [`2*${rows.columns.n}`] : [])];
  const sum = ofRow.map((n) =>
    s.f(
      'V_Rd',
      'kN',
      `${n}*F_b_end_Rd+(n_s-${n})*F_b_inner_Rd`,
      'no bolt is stronger in bearing than in shear: the sum',
      'EN 1993-1-8, 3.7',
    ),
  );
  const lowest = s.f(
    'V_Rd',
    'kN',
    'n_s*min(F_b_end_Rd, F_b_inner_Rd)',
    'a bolt is stronger in bearing than in shear: all at the lowest',
    'EN 1993-1-8, 3.7',
  );
  return { alpha, k1Edge, k1, F, F_v, F_v2, sum, lowest };
}

/** Bearing of the rows in vertical shear, end row and inner rows apart, with the rule of 3.7. */
function bearingOfRows(s: FormulaSection, rows: EndRows, o: BearingNames) {
  const { alpha, k1Edge, k1, F, F_v, F_v2, sum, lowest } = bearingFormulas(s, rows, o);
  return (r: Run, c: EndBoltsCase, has: { end: boolean; edge: boolean; twoPlanes: boolean; many?: boolean }): number => {
    const many = has.many ?? c.support.rows > 1;
    (has.end ? alpha.end : many ? alpha.endInner : alpha.endFree)(r);
    (many ? alpha.inner : alpha.innerAsEnd)(r);
    const wide = c.support.columns - 1;
    (has.edge ? k1Edge : k1)[wide]!(r);
    const [end, other] = F.map((f) => f(r)) as [number, number];
    let shear = F_v(r, c);
    if (has.twoPlanes) shear = F_v2(r);
    const value = (Math.max(end, other) <= shear ? sum[wide]! : lowest)(r);
    return Math.min(end, other) > 0 ? value : 0;
  };
}

/** The one of two outcomes that is used more. */
export const worse = (a: Loaded, b: Loaded): Loaded => {
  const used = (o: Loaded): number => (o.demand === 0 ? 0 : o.resistance > 0 ? o.demand / o.resistance : Infinity);
  return used(b) > used(a) ? b : a;
};

type Loaded = Extract<Outcome, { demand: number }>;

const bearingClause = 'EN 1993-1-8, Table 3.4, 3.7';

/** Bearing of the plate or leg: its steel above each bolt is loaded, so the first row has the end distance `e1`. */
export function legBearing<C extends EndBoltsCase>(
  sheet: Sheet,
  rows: EndRows,
  o: { id: string; part: string; t: string; f_u: string; e1: string },
): CheckDef<C> {
  const s = sheet.section(o.id);
  const V_Rd = bearingOfRows(s, rows, { k: rows.k, t: o.t, f_u: o.f_u, end: o.e1, edge: rows.e2 });
  const V = s.resolve('V_Ed').index;
  return {
    id: o.id,
    title: `Bearing, ${o.part}`,
    clause: bearingClause,
    part: o.part,
    load: 'combination',
    run: (r, c) => ({ demand: r.v[V]!, resistance: V_Rd(r, c, { end: true, edge: true, twoPlanes: false }), unit: 'kN' }),
  };
}

/** Bearing of the support, from both beams where two share the bolts: its steel below each bolt is loaded. */
export function supportBearing<C extends EndBoltsCase>(sheet: Sheet, rows: EndRows): CheckDef<C> {
  const s = sheet.section('support-bearing');
  const holes = { k: '2', t: 't_2', f_u: 'f_u_2', end: 'e_bottom', edge: 'e_side' };
  const spacing = { p1: 'p_v2', p3: 'p_h2' };
  const V_Rd = bearingOfRows(s, rows, holes);
  const ofBoth = bearingOfRows(s, rows, { ...holes, spacing });
  // Under uplift the far beam still bears the other way.
  const down = bearingOfRows(s, rows, { ...holes, end: 'e_top' });
  const downOfBoth = bearingOfRows(s, rows, { ...holes, end: 'e_top', spacing });
  const far2 = s.f('V_sum', 'kN', 'V_Ed_2', 'reaction of the far beam alone: uplift of this one relieves it');
  const far2Share = s.f('V_sum', 'kN', 'V_Ed_2*n_s/n_s_2', 'reaction of the far beam alone, times the bolts of this joint');
  const sum = s.f('V_sum', 'kN', 'V_Ed+V_Ed_2', 'reactions of both beams');
  const share = s.f(
    'V_sum',
    'kN',
    'V_Ed+V_Ed_2*n_s/n_s_2',
    'reactions of both beams on a bolt that holds both, times the bolts of this joint',
  );
  const V = s.resolve('V_Ed').index;
  return {
    id: 'support-bearing',
    title: 'Bearing, support',
    clause: bearingClause,
    part: 'support',
    load: 'combination',
    run: (r, c) => {
      const { e_top, e_bottom, e_side, both, far } = c.support;
      if (both && c.turned) {
        const own = {
          demand: r.v[V]!,
          resistance: (far ? ofBoth : V_Rd)(r, c, {
            end: e_bottom,
            edge: e_side,
            twoPlanes: far ? far.all : true,
            ...(far ? { many: far.pitch } : {}),
          }),
          unit: 'kN' as const,
        };
        const other = (far ? downOfBoth : down)(r, c, {
          end: e_top,
          edge: e_side,
          twoPlanes: far ? far.all : true,
          ...(far ? { many: far.pitch } : {}),
        });
        return !far || far.any ? worse(own, { demand: (far ? far2Share : far2)(r), resistance: other, unit: 'kN' }) : own;
      }
      if (far) {
        // A bolt that holds one beam alone is cut in one plane, which decides between sum and lowest.
        const ofHoles = ofBoth(r, c, { end: e_bottom, edge: e_side, twoPlanes: far.all, many: far.pitch });
        return { demand: far.any ? share(r) : r.v[V]!, resistance: ofHoles, unit: 'kN' };
      }
      const resistance = V_Rd(r, c, { end: e_bottom, edge: e_side, twoPlanes: both });
      return { demand: both ? sum(r) : r.v[V]!, resistance, unit: 'kN' };
    },
  };
}

function localShear(s: FormulaSection, rows: EndRows, lines: string) {
  const e_t = [
    s.f('e_t', 'mm', 'min(e_top, 5*d)', 'depth of web counted above the rows'),
    s.f('e_t', 'mm', '5*d', 'depth of web counted above the rows; no edge near'),
  ];
  const e_b = [
    s.f('e_b', 'mm', 'min(e_bottom, p_3/2, 5*d)', 'depth of web counted below the rows'),
    s.f('e_b', 'mm', 'min(p_3/2, 5*d)', 'depth of web counted below the rows; no edge near'),
  ];
  const turned = {
    e_t: [
      s.f('e_t', 'mm', 'min(e_bottom, 5*d)', 'depth of web counted above the rows, the far beam bearing down'),
      s.f('e_t', 'mm', '5*d', 'depth of web counted above the rows; no edge near'),
    ],
    e_b: [
      s.f('e_b', 'mm', 'min(e_top, p_3/2, 5*d)', 'depth of web counted below the rows, the far beam bearing down'),
      s.f('e_b', 'mm', 'min(p_3/2, 5*d)', 'depth of web counted below the rows; no edge near'),
    ],
  };
  const gross = s.f('A_v', 'mm2', `t_2*(e_t+${rows.L1}+e_b)`, 'gross area of the web along one bolt line');
  const net = s.f('A_v_net', 'mm2', `A_v-${rows.n1}*d_v_2*t_2`, 'net area of the web along one bolt line');
  const netOfBoth = s.f(
    'A_v_net',
    'mm2',
    `A_v-(${rows.n1}+n_far)*d_v_2*t_2`,
    'net area of the web along one bolt line, the holes of both beams',
  );
  const steps = [
    s.f('V_gross', 'kN', 'A_v*f_y_2/(sqrt(3)*gamma_M0)', 'gross shear resistance', 'EN 1993-1-1, 6.2.6(2)'),
    s.f('V_net', 'kN', 'A_v_net*f_u_2/(sqrt(3)*gamma_M2)', 'net shear resistance', 'EN 1993-1-1, 6.2.6'),
  ];
  const V_Rd = s.f('V_Rd', 'kN', 'min(V_gross, V_net)', 'the lower of both');
  const one = s.f('V_local', 'kN', `V_Ed/${lines}`, 'shear along each bolt line');
  const two = s.f('V_local', 'kN', `(V_Ed+V_Ed_2)/${lines}`, 'shear along each bolt line, from both beams');
  const farAlone = s.f(
    'V_local',
    'kN',
    `V_Ed_2/${lines}`,
    'shear along each bolt line from the far beam alone: uplift of this one relieves it',
  );
  return { e_t, e_b, turned, gross, net, netOfBoth, steps, V_Rd, one, two, farAlone };
}

/** Shear of the supporting web along the outermost bolt lines (basis 3.5). `lines` is their number, a number or a symbol. */
export function supportLocalShear<C extends EndBoltsCase>(sheet: Sheet, rows: EndRows, lines = '2'): CheckDef<C> {
  const s = sheet.section('support-local-shear');
  const { e_t, e_b, turned, gross, net, netOfBoth, steps, V_Rd, one, two, farAlone } = localShear(s, rows, lines);
  return {
    id: 'support-local-shear',
    title: 'Local shear, supporting web',
    clause: 'EN 1993-1-1, 6.2.6',
    part: 'support',
    load: 'combination',
    run: (r, c) => {
      if (c.support.onFlange) return { skip: 'The flange passes the shear straight into the column web.' };
      const strength = (): number => {
        gross(r);
        const area = (c.support.far ? netOfBoth : net)(r);
        for (const f of steps) f(r);
        const resistance = V_Rd(r);
        return area > 0 ? resistance : 0;
      };
      e_t[c.support.e_top ? 0 : 1]!(r);
      e_b[c.support.e_bottom ? 0 : 1]!(r);
      const resistance = strength();
      if (!c.support.both || !c.turned) return { demand: (c.support.both ? two : one)(r), resistance, unit: 'kN' };
      const own = { demand: one(r), resistance, unit: 'kN' as const };
      turned.e_t[c.support.e_bottom ? 0 : 1]!(r);
      turned.e_b[c.support.e_top ? 0 : 1]!(r);
      const other = strength();
      return worse(own, { demand: farAlone(r), resistance: other, unit: 'kN' });
    },
  };
}
