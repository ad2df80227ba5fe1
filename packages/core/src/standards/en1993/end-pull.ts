import type { FormulaSection, Run, Sheet } from '../../formula/index.ts';
import type { CheckDef, Outcome } from '../../checks/check.ts';
import { NO_AXIAL } from './axial.ts';
import { boltShear } from './bolts.ts';
import { tStub } from './components/t-stub.ts';
import { NO_D2, webYieldLines } from './tying.ts';
import type { EndRows, EndBoltsCase } from './end-bolts.ts';

/** Tying uses tensile strength and gamma_Mu, a lasting axial force yield strength and the ordinary factors (basis 2.11, 3.6). */
export type Pull = 'tie' | 'axial';

export const PULL = {
  tie: { f: 'f_u', gamma: 'gamma_Mu', gammaBolt: 'gamma_Mu', force: 'N_tie' },
  axial: { f: 'f_y', gamma: 'gamma_M0', gammaBolt: 'gamma_M2', force: 'N_Ed' },
} as const;

/** What a T-stub of the clamped part needs: formulas of its spread c and of m; the rest is common. */
export interface StubPart {
  readonly t: string;
  readonly f: 'p' | 'c';
  readonly e1_m: string;
  readonly before: readonly (readonly [symbol: string, expr: string, text: string])[];
  readonly c: string;
  readonly m: string;
  readonly mText: string;
}

/** The plate or the legs as T-stub (basis 3.6). */
export function partTStub(s: FormulaSection, rows: EndRows, p: StubPart, k: Pull) {
  const practice = 'simple-joint practice, EN 1993-1-8, 6.2.4';
  const steps = [
    ...p.before.map(([symbol, expr, words]) => s.f(symbol, 'mm', expr, words)),
    s.f('c', 'mm', p.c, 'clear distance that spreads the yield lines'),
    s.f('e_1A', 'mm', `min(${p.e1_m}, 0.5*c+d_0_${rows.k}/2)`, 'length at each end', practice),
  ];
  const p_1A = s.f('p_1A', 'mm', `min(${rows.p1}, c+d_0_${rows.k})`, 'length between two rows', practice);
  const l = {
    many: s.f('l_eff_1', 'mm', `2*e_1A+(${rows.n1}-1)*p_1A`, 'effective length'),
    one: s.f('l_eff_1', 'mm', '2*e_1A', 'effective length, one row'),
  };
  const l2 = s.f('l_eff_2', 'mm', 'l_eff_1', 'effective length, mode 2');
  const m = s.f('m', 'mm', p.m, p.mText);
  const n = {
    side: s.f('n', 'mm', `min(${rows.e_in}, e_side, 1.25*m)`, 'bolt to the prying force'),
    plain: s.f('n', 'mm', `min(${rows.e_in}, 1.25*m)`, 'bolt to the prying force'),
  };
  // The flange under the part may end before the part does: mode 2 takes that edge; mode 1, which it would lift, keeps the part's own.
  const n_2 = [rows.e_in, ...(rows.columns ? [rows.e_in] : [])].map((e, i) =>
    s.f(
      'n_2',
      'mm',
      `min(${e}, e_side${i ? `+${rows.columns!.p}` : ''}, 1.25*m)`,
      'bolt to the prying force at the edge of the flange, mode 2',
      'EN 1993-1-8, 6.2.4, e_min',
    ),
  );
  const stub = tStub(s, {
    t: p.t,
    f: `${PULL[k].f}_${p.f}`,
    gamma: PULL[k].gamma,
    gammaBolt: PULL[k].gammaBolt,
    bolts: rows.bolts,
    nearer: true,
  });
  return (r: Run, c: EndBoltsCase) => {
    for (const f of steps) f(r);
    if (c.support.rows > 1) p_1A(r);
    (c.support.rows > 1 ? l.many : l.one)(r);
    l2(r);
    m(r);
    (c.support.e_given ? n.side : n.plain)(r);
    const ofFlange = c.support.e_side && !c.support.e_given;
    if (ofFlange) n_2[c.support.columns - 1]!(r);
    return stub(r, ofFlange);
  };
}

/** Effective lengths of all rows, with an end of the column near and without. */
function patternsOf(s: FormulaSection, rows: EndRows, clause: string) {
  const nearEnds = [
    s.f(
      'l_cp',
      'mm',
      `c_top+c_bottom+2*(${rows.n1}-1)*min(pi*m, ${rows.p1})`,
      'circular patterns, rows alone or one group',
      clause,
    ),
    s.f(
      'l_nc',
      'mm',
      `h_top+h_bottom+(${rows.n1}-1)*min(4*m+1.25*e, ${rows.p1})`,
      'other patterns, rows alone or one group',
      clause,
    ),
  ];
  const free = [
    s.f(
      'l_cp',
      'mm',
      `min(2*pi*m*${rows.n1}, 2*pi*m+2*(${rows.n1}-1)*${rows.p1})`,
      'circular patterns, rows alone or one group',
      clause,
    ),
    s.f(
      'l_nc',
      'mm',
      `min(${rows.n1}*(4*m+1.25*e), 4*m+1.25*e+(${rows.n1}-1)*${rows.p1})`,
      'other patterns, rows alone or one group',
      clause,
    ),
  ];
  return { nearEnds, free };
}

/** The unstiffened column flange as T-stub (Table 6.4, rows alone or as one group); an end of the column near the outer rows shortens their lines. */
function flangeTStub(s: FormulaSection, rows: EndRows, k: Pull) {
  const clause = 'EN 1993-1-8, Table 6.4';
  const first = [
    s.f('m', 'mm', '(p_3-t_wc-1.6*r_c)/2', 'bolt to the root of the flange', clause),
    s.f('e', 'mm', '(b_c-p_3)/2', 'bolt to the edge of the flange'),
    s.f('n', 'mm', `min(${rows.e_in}, e, 1.25*m)`, 'bolt to the prying force', clause),
  ];
  const near = 'Table 6.4: end row next to a free edge';
  const ends = (['top', 'bottom'] as const).map((at) => [
    s.f(`c_${at}`, 'mm', `min(pi*m, 2*e_${at})`, `circular pattern of the outer row towards the end of the column, ${at}`, near),
    s.f(
      `h_${at}`,
      'mm',
      `min(2*m+0.625*e, e_${at})`,
      `other pattern of the outer row towards the end of the column, ${at}`,
      near,
    ),
    s.f(`c_${at}`, 'mm', 'pi*m', `circular pattern of the outer row, ${at}: no end near`, clause),
    s.f(`h_${at}`, 'mm', '2*m+0.625*e', `other pattern of the outer row, ${at}: no end near`, clause),
  ]);
  const { nearEnds, free } = patternsOf(s, rows, clause);
  const lengths = [
    s.f('l_eff_1', 'mm', 'min(l_cp, l_nc)', 'effective length, mode 1', clause),
    s.f('l_eff_2', 'mm', 'l_nc', 'effective length, mode 2', clause),
  ];
  const stub = tStub(s, { t: 't_2', f: `${PULL[k].f}_2`, gamma: PULL[k].gamma, gammaBolt: PULL[k].gammaBolt, bolts: rows.bolts });
  return (r: Run, c: EndBoltsCase) => {
    for (const f of first) f(r);
    const { e_top, e_bottom } = c.support;
    if (e_top || e_bottom) [e_top, e_bottom].forEach((is, i) => ends[i]!.slice(is ? 0 : 2, is ? 2 : 4).forEach((f) => f(r)));
    for (const f of [...(e_top || e_bottom ? nearEnds : free), ...lengths]) f(r);
    return stub(r);
  };
}

/** Yield lines in a supporting web round the bolts (basis 3.6). */
function webLines(s: FormulaSection, rows: EndRows, k: Pull) {
  const m = k === 'tie' ? 'm_pl_u' : 'm_pl';
  const steps = [
    s.f(m, 'N', `0.25*${PULL[k].f}_2*t_2^2/${PULL[k].gamma}`, 'plastic moment of the web per length'),
    s.f('eta_1', '-', `(${rows.L1}-${rows.n1}*d_0_2/2)/d_2`, 'depth of the bolts over the clear depth of the web'),
    s.f('beta_1', '-', 'p_3/d_2', 'gauge over the clear depth of the web'),
    s.f('gamma_1', '-', 'd_0_2/d_2', 'hole over the clear depth of the web'),
  ];
  const N_Rd = s.f(
    'N_Rd',
    'kN',
    `8*${m}/(1-beta_1)*(eta_1+1.5*sqrt((1-beta_1)*(1-gamma_1)))`,
    'yield lines in the supporting web',
    'yield-line method of the simple-joint practice',
  );
  return (r: Run): number => {
    for (const f of steps) f(r);
    return N_Rd(r);
  };
}

/** Punching under the heads and nuts; `t` and `f_u` are those of the clamped part. */
function punching(s: FormulaSection, rows: EndRows, t: string, f_u: string, gamma: string) {
  const clause = 'EN 1993-1-8, Table 3.4';
  const steps = [
    s.f('d_m', 'mm', '(s_b+2*s_b/sqrt(3))/2', 'mean of flats and points of head or nut', clause),
    s.f('B_p_u_plate', 'kN', `0.6*pi*d_m*${t}*${f_u}/${gamma}`, 'punching of the plate, one bolt', clause),
    s.f('B_p_u_support', 'kN', `0.6*pi*d_m*t_2*f_u_2/${gamma}`, 'punching of the support, one bolt', clause),
  ];
  const all = s.f('N_Rd', 'kN', `${rows.pulled}*min(B_p_u_plate, B_p_u_support)`, 'all bolts that take the pull');
  return (r: Run): number => {
    for (const f of steps) f(r);
    return all(r);
  };
}

export const NO_FLANGE_DATA = 'Flange width, web thickness and root radius of the column were not given.';

const BEARS = 'The axial force is compression: the plate bears on the support.';

const capital = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1);

/** A resistance in its own section, halved for a single line. */
function halvedForOne<C extends EndBoltsCase>(
  s: FormulaSection,
  symbol: string,
  make: (s: FormulaSection) => (r: Run, c: C) => number,
) {
  const pair = make(s);
  const half = s.f('N_half', 'kN', `${symbol}/2`, 'one bolt line: half of what a pair gives');
  return (r: Run, c: C): number => {
    const whole = pair(r, c);
    return !c.support.single ? whole : whole > 0 ? half(r) : 0;
  };
}

/** T-stub of the clamped part, of the column flange, yield lines of a web and punching: for tying or for a lasting axial force. */
export function pullChecks<C extends EndBoltsCase>(
  sheet: Sheet,
  rows: EndRows,
  k: Pull,
  o: { id: string; part: string; stub: StubPart; stubTitle: string; press: { h: string; w: string } },
): CheckDef<C>[] {
  const prefix = k === 'tie' ? 'tie-' : '';
  const f_u = `f_u_${o.stub.f}`;
  const ofPair = (id: string, symbol: string, make: (s: FormulaSection) => (r: Run, c: C) => number) =>
    halvedForOne(sheet.section(`${prefix}${id}`), symbol, make);
  const stub = ofPair(o.id, 'F_T_Rd', (s) => {
    const t = partTStub(s, rows, o.stub, k);
    return (r, c) => t(r, c).resistance;
  });
  const flange = ofPair('support-flange', 'F_T_Rd', (s) => {
    const t = flangeTStub(s, rows, k);
    return (r, c) => t(r, c).resistance;
  });
  let pressed: ((r: Run) => number) | null = null;
  const web = ofPair('support-web', 'N_Rd', (s) => {
    const pull = webLines(s, rows, k);
    if (k === 'axial') pressed = webYieldLines(s, { m: 'm_pl', f: 'f_y_2', gamma: 'gamma_M0', ...o.press });
    return pull;
  });
  const punch = punching(sheet.section(`${prefix}bolt-punching`), rows, o.stub.t, f_u, k === 'tie' ? 'gamma_Mu' : 'gamma_M2');
  const N = sheet.section('pull').resolve(PULL[k].force).index;
  /** Under compression a supporting web bends round the area that presses on it; nothing else of these is loaded. */
  const push = (id: string, r: Run, c: C): Outcome => {
    if (id !== 'support-web' || c.support.onFlange) return { skip: BEARS };
    return c.support.d2 ? kN(r, pressed!(r)) : { missing: NO_D2 };
  };
  const check = (id: string, title: string, clause: string, part: string, run: (r: Run, c: C) => Outcome): CheckDef<C> =>
    k === 'tie'
      ? { id: `tie-${id}`, title: `Tying: ${title}`, clause, part, load: 'tie', run }
      : {
          id,
          title: capital(title),
          clause,
          part,
          load: 'combination',
          run: (r, c, l) => (l.axial === 'none' ? { skip: NO_AXIAL } : l.axial === 'compression' ? push(id, r, c) : run(r, c)),
        };
  const kN = (r: Run, resistance: number): Outcome => ({ demand: r.v[N]!, resistance, unit: 'kN' });
  return [
    check(o.id, o.stubTitle, 'EN 1993-1-8, 6.2.4', o.part, (r, c) => kN(r, stub(r, c))),
    check('support-flange', 'column flange in bending', 'EN 1993-1-8, 6.2.6.4', 'support', (r, c) => {
      if (!c.support.onFlange) return { skip: 'The support is a web, not a flange.' };
      if (!c.support.column) return { missing: NO_FLANGE_DATA };
      return kN(r, flange(r, c));
    }),
    check('support-web', 'yield lines in the supporting web', 'yield-line method', 'support', (r, c) => {
      if (c.support.onFlange) return { skip: 'The support is a flange; see the flange check.' };
      if (!c.support.d2) return { missing: NO_D2 };
      return kN(r, web(r, c));
    }),
    check('bolt-punching', 'punching under the bolts', 'EN 1993-1-8, Table 3.4', o.part, (r) => kN(r, punch(r))),
  ];
}

/**
 * Support bolts in shear and in tension, the prying force of the clamped part's T-stub included (basis 2.11). `sideways` makes `F_v_Ed` of the
 * worst bolt of a single line.
 */
export function combinedShearTension<C extends EndBoltsCase>(
  sheet: Sheet,
  rows: EndRows,
  part: StubPart,
  sideways?: (s: FormulaSection) => (r: Run, c: C) => void,
): CheckDef<C> {
  const s = sheet.section('combined-shear-tension');
  const shear = boltShear(s, rows.L1, 'one');
  const F_t_Rd = s.f('F_t_Rd', 'kN', '0.9*f_ub*A_s/gamma_M2', 'tension resistance of one bolt', 'EN 1993-1-8, Table 3.4');
  const F_v_Ed = s.f('F_v_Ed', 'kN', 'V_Ed/n_s', 'shear on one bolt');
  const aside = sideways?.(s);
  const stub = partTStub(s, rows, part, 'axial');
  const N_p = [
    s.f('N_p', 'kN', 'N_Ed', 'pull on a pair of bolt lines'),
    s.f('N_p', 'kN', '2*N_Ed', 'pull on a pair of which there is one line'),
  ];
  const F_t_Ed = {
    1: s.f(
      'F_t_Ed',
      'kN',
      `N_p/F_T_Rd*min(F_T_Rd+2*M_pl_1/n, sum_F_t)/(${rows.bolts})`,
      'tension on one bolt with the prying force of mode 1',
    ),
    2: s.f('F_t_Ed', 'kN', `N_p/F_T_Rd*sum_F_t/(${rows.bolts})`, 'tension on one bolt with the prying force of mode 2'),
    3: s.f('F_t_Ed', 'kN', `N_p/(${rows.bolts})`, 'tension on one bolt, no prying'),
  };
  const u = s.f(
    'u',
    '-',
    'max(F_v_Ed/(0.8*F_v_Rd)+F_t_Ed/(1.4*F_t_Rd), F_t_Ed/F_t_Rd)',
    'shear and tension in a bolt; 0.8 for the tension that the turning beam end puts on it at the same time',
    'EN 1993-1-8, Table 3.4, simple-joint practice',
  );
  return {
    id: 'combined-shear-tension',
    title: 'Bolts in shear and tension',
    clause: 'EN 1993-1-8, Table 3.4',
    part: 'bolts',
    load: 'combination',
    run: (r, c, l) => {
      if (l.axial === 'none') return { skip: NO_AXIAL };
      if (l.axial === 'compression') return { skip: BEARS };
      shear(r, c);
      F_t_Rd(r);
      if (c.support.single && aside) aside(r, c);
      else F_v_Ed(r);
      const { resistance, mode } = stub(r, c);
      N_p[c.support.single ? 1 : 0]!(r);
      F_t_Ed[mode](r);
      const value = u(r);
      return { demand: Number.isFinite(value) ? value : 1, resistance: resistance > 0 ? 1 : 0, unit: '-' };
    },
  };
}
