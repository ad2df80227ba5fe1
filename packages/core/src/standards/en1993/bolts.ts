import type { HoleKind } from '../../catalogue/bolts.ts';
import type { Formula, Run, FormulaSection } from '../../formula/index.ts';

/** EN 1993-1-8, Table 3.4: shear resistance of one bolt over its planes (or one), with long joint (3.8) and packing (3.6.1(12)). `L_j` is a symbol. */
export function boltShear(s: FormulaSection, L_j: string, planes: 'planes' | 'one' = 'planes') {
  const clause = 'EN 1993-1-8, Table 3.4';
  const threads = s.f('A_bolt', 'mm2', 'A_s', 'area in the shear plane: threads', clause);
  const shank = s.f('A_bolt', 'mm2', 'pi*d^2/4', 'area in the shear plane: shank', clause);
  const long = s.f(
    'beta_Lf',
    '-',
    `max(0.75, min(1, 1-(${L_j}-15*d)/(200*d)))`,
    'reduction for a long joint',
    'EN 1993-1-8, 3.8',
  );
  const notLong = s.f('beta_Lf', '-', '1', 'long joints are not reduced (setting)', 'EN 1993-1-8, 3.8');
  const pack = s.f('beta_p', '-', 'min(1, 9*d/(8*d+3*t_pk))', 'reduction for packing', 'EN 1993-1-8, 3.6.1(12)');
  const F_v_Rd = s.f(
    'F_v_Rd',
    'kN',
    `${planes === 'planes' ? 'planes*' : ''}beta_Lf*beta_p*alpha_v*f_ub*A_bolt/gamma_M2`,
    'shear resistance of one bolt',
    clause,
  );
  return (r: Run, o: { threads: boolean; longJoint: boolean }): number => {
    (o.threads ? threads : shank)(r);
    (o.longJoint ? long : notLong)(r);
    pack(r);
    return F_v_Rd(r);
  };
}

/** The same in tying: gamma_Mu, without the long-joint and packing reductions. */
export function boltShearTie(s: FormulaSection) {
  const clause = 'EN 1993-1-8, Table 3.4';
  const threads = s.f('A_bolt', 'mm2', 'A_s', 'area in the shear plane: threads', clause);
  const shank = s.f('A_bolt', 'mm2', 'pi*d^2/4', 'area in the shear plane: shank', clause);
  const F_v_u = s.f('F_v_u', 'kN', 'alpha_v*f_ub*A_bolt/gamma_Mu', 'shear resistance of one bolt in tying, one plane', clause);
  return (r: Run, o: { threads: boolean }): number => {
    (o.threads ? threads : shank)(r);
    return F_v_u(r);
  };
}

/** Symbols that a bearing check of one part and one direction reads. Ends and pitch run along the force, edge and gauge across it. */
export interface BearingTerms {
  readonly end: string;
  readonly pitch: string;
  readonly edge: string;
  readonly gauge: string;
  readonly d_0: string;
  readonly t: string;
  readonly f_u: string;
  readonly f_h: string;
  readonly gamma: 'gamma_M2' | 'gamma_Mu';
  /** Names of the results. */
  readonly alpha: string;
  readonly k: string;
  readonly F: string;
  readonly words: string;
}

/** Which of those distances exist: no end at an un-notched flange, no pitch with a single bolt. */
export interface BearingPresence {
  readonly end: boolean;
  readonly pitch: boolean;
  readonly edge: boolean;
  readonly gauge: boolean;
}

/**
 * EN 1993-1-8, Table 3.4: bearing, one value for the whole group with every term that exists in it. Covers round holes and slots
 * through the factor f_h; a term without an edge or a second bolt is left out.
 */
export function bearing(s: FormulaSection, t: BearingTerms) {
  const clause = 'EN 1993-1-8, Table 3.4';
  const alphaOf = (end: boolean, pitch: boolean): Formula =>
    s.f(
      t.alpha,
      '-',
      `min(${[end && `${t.end}/(3*${t.d_0})`, pitch && `${t.pitch}/(3*${t.d_0})-1/4`, `f_ub/${t.f_u}`, '1'].filter(Boolean).join(', ')})`,
      `bearing, distances along a ${t.words} force`,
      clause,
    );
  const kOf = (edge: boolean, gauge: boolean): Formula =>
    s.f(
      t.k,
      '-',
      `min(${[edge && `2.8*${t.edge}/${t.d_0}-1.7`, gauge && `1.4*${t.gauge}/${t.d_0}-1.7`, '2.5'].filter(Boolean).join(', ')})`,
      `bearing, distances across a ${t.words} force`,
      clause,
    );
  const alpha = [alphaOf(false, false), alphaOf(false, true), alphaOf(true, false), alphaOf(true, true)];
  const k = [kOf(false, false), kOf(false, true), kOf(true, false), kOf(true, true)];
  const F = s.f(
    t.F,
    'kN',
    `${t.f_h}*${t.k}*${t.alpha}*${t.f_u}*d*${t.t}/${t.gamma}`,
    `bearing resistance of one bolt, ${t.words} force`,
    clause,
  );
  return (r: Run, has: BearingPresence): number => {
    alpha[(has.end ? 2 : 0) + (has.pitch ? 1 : 0)]!(r);
    k[(has.edge ? 2 : 0) + (has.gauge ? 1 : 0)]!(r);
    return F(r);
  };
}

/** Reduction of bearing for a hole that is not a normal round one (Table 3.4, note 1): for forces along z and along x. */
export function holeFactors(kind: HoleKind): { vertical: number; horizontal: number } {
  if (kind === 'normal') return { vertical: 1, horizontal: 1 };
  if (kind === 'oversize') return { vertical: 0.8, horizontal: 0.8 };
  return kind.endsWith('_h') ? { vertical: 0.6, horizontal: 1 } : { vertical: 1, horizontal: 0.6 };
}

/** Table 3.6. The force turns through the group, so a slot takes the smaller factor of its two directions. */
export function slipHoleFactor(kind: HoleKind): number {
  if (kind === 'normal') return 1;
  if (kind === 'oversize') return 0.85;
  return kind.startsWith('short') ? 0.76 : 0.63;
}

/** Table 3.7. */
export const SLIP_FACTORS = { A: 0.5, B: 0.4, C: 0.3, D: 0.2 } as const;
export type FrictionClass = keyof typeof SLIP_FACTORS;

/**
 * EN 1993-1-8, 3.9: slip resistance of one preloaded bolt. `pulled`, a symbol or product, is the number of bolts that a tension `N_Ed` unloads
 * (3.9.2; the prying force presses the faces as much as it pulls the bolt); no resistance where the tension takes the whole preload.
 */
export function slip(s: FormulaSection, o: { k_s?: string; n_f?: string; pulled?: string } = {}) {
  const faces = `${o.k_s ?? 'k_s'}*${o.n_f ?? 'n_f*'}mu`;
  const F_p_C = s.f('F_p_C', 'kN', '0.7*f_ub*A_s', 'preload', 'EN 1993-1-8, 3.9.1(2)');
  const F_s_Rd = s.f('F_s_Rd', 'kN', `${faces}*F_p_C/gamma_M3`, 'slip resistance of one bolt', 'EN 1993-1-8, 3.9.1(1)');
  const F_t_Ed = o.pulled ? s.f('F_t_Ed', 'kN', `N_Ed/(${o.pulled})`, 'tension of one bolt') : null;
  const reduced = o.pulled
    ? s.f(
        'F_s_Rd',
        'kN',
        `${faces}*max(F_p_C-0.8*F_t_Ed, 0)/gamma_M3`,
        'slip resistance of one bolt that tension unloads',
        'EN 1993-1-8, 3.9.2(1)',
      )
    : null;
  return (r: Run, axial?: 'none' | 'tension' | 'compression'): number => {
    F_p_C(r);
    if (axial !== 'tension' || !reduced) return F_s_Rd(r);
    F_t_Ed!(r);
    return reduced(r);
  };
}

/**
 * Closed form of the elastic bolt group, n1 rows by one or two lines, vertical force V at distance `z` from the centroid: the worst
 * bolt takes V (1/n + alpha) vertically and V beta horizontally. Unequal pitches bring S_z and z_far of one line.
 */
export function groupFactors(s: FormulaSection) {
  const uneven = {
    one: s.f('I', 'mm2', 'S_z', 'sum of squared distances of the bolts from their centroid'),
    two: s.f('I', 'mm2', 'n1*p2^2/2+2*S_z', 'sum of squared distances of the bolts from their centroid'),
    beta: s.f('beta', '-', 'z*z_far/I', 'share of the eccentricity in the horizontal force on the worst bolt'),
  };
  const n = s.f('n', '-', 'n1*n2', 'number of bolts');
  const one = {
    I: s.f('I', 'mm2', 'n1*(n1^2-1)*p1^2/12', 'sum of squared distances of the bolts from their centroid'),
    alpha: s.f('alpha', '-', '0', 'share of the eccentricity in the vertical force on the worst bolt: none with one line'),
    beta: s.f('beta', '-', 'z*p1*(n1-1)/(2*I)', 'share of the eccentricity in the horizontal force on the worst bolt'),
  };
  const two = {
    I: s.f('I', 'mm2', 'n1*p2^2/2+n1*(n1^2-1)*p1^2/6', 'sum of squared distances of the bolts from their centroid'),
    alpha: s.f('alpha', '-', 'z*p2/(2*I)', 'share of the eccentricity in the vertical force on the worst bolt'),
    beta: s.f('beta', '-', 'z*p1*(n1-1)/(2*I)', 'share of the eccentricity in the horizontal force on the worst bolt'),
  };
  const single = {
    I: s.f('I', 'mm2', '0*p1^2', 'one bolt has no spread'),
    alpha: one.alpha,
    beta: s.f('beta', '-', '0', 'one bolt cannot take the eccentricity; the rule on rows fails'),
  };
  return (r: Run, n1: number, n2: number, even: boolean): void => {
    n(r);
    if (!even && n1 > 1) {
      (n2 === 2 ? uneven.two : uneven.one)(r);
      (n2 === 2 ? two : one).alpha(r);
      uneven.beta(r);
      return;
    }
    const forms = n2 === 2 ? two : n1 > 1 ? one : single;
    forms.I(r);
    forms.alpha(r);
    forms.beta(r);
  };
}
