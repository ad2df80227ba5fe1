import type { Formula, FormulaSection, Run, Sheet } from '../../formula/index.ts';
import type { CheckDef, Loading } from '../../checks/check.ts';
import type { BeamWebCase } from './beam-web.ts';
import { bearing, boltShear, boltShearTie, slip, type BearingPresence } from './bolts.ts';

/*
 * Bolts through the beam web of a fin plate or a cleat: the group takes the reaction at a distance z (basis 2.3, 2.10, 2.11, part 4).
 * Symbols of the part bolted to the web carry the suffix `k`.
 */

export interface WebBoltsCase extends BeamWebCase {
  readonly threads: boolean;
  readonly longJoint: boolean;
  readonly category: 'A' | 'B' | 'C';
}

const axial = (l: Loading): boolean => l.axial !== 'none';
export const rows = (c: BeamWebCase): boolean => c.n1 > 1;
export const lines = (c: BeamWebCase): boolean => c.n2 > 1;
export const bearingType = 'The bolts are category A (bearing type).';

/** Forces on the worst bolt from the reaction `V` and, where it acts, the axial force `N`; both are names. */
function worstBolt(s: FormulaSection, V: string, N: string) {
  const ver = s.f('F_ver_max', 'kN', `${V}*(1/n+alpha)`, 'vertical force on the worst bolt');
  const hor = s.f('F_hor_max', 'kN', `${V}*beta`, 'horizontal force on the worst bolt');
  const horN = s.f('F_hor_max', 'kN', `${V}*beta+${N}/n`, 'horizontal force on the worst bolt, with the axial force');
  const all = s.f('F_max', 'kN', 'sqrt(F_ver_max^2+F_hor_max^2)', 'resultant on the worst bolt');
  return (r: Run, withN: boolean): number => {
    ver(r);
    (withN ? horN : hor)(r);
    return all(r);
  };
}

/** A part in bearing: names of its sizes, suffix of its symbols, and which distances exist. Ends and edges as in `bearing`. */
export interface BearingPart<C> {
  readonly id: string;
  readonly tieId: string;
  readonly part: string;
  readonly k: string;
  readonly ver: { readonly end: string; readonly edge: string };
  readonly hor: { readonly end: string; readonly edge: string };
  /** Symbol for the number of parts that share the forces equally (cleats); empty for one part. */
  readonly share: string;
  has(c: C): { readonly ver: BearingPresence; readonly hor: BearingPresence };
  /** Values to work before. */
  before?(r: Run, c: C): void;
}

/** Presence of the distances in a plate or leg: all its ends and edges are there. */
export const plateDistances = (c: BeamWebCase) => ({
  ver: { end: true, pitch: rows(c), edge: true, gauge: lines(c) },
  hor: { end: true, pitch: lines(c), edge: true, gauge: rows(c) },
});

/** Distance to a cut edge of the web, as `e_1b_m`; tells whether there is one. */
export function webEdges(sheet: Sheet): (r: Run, c: BeamWebCase) => boolean {
  const s = sheet.commonSection('web-edges');
  const both = s.f('e_1b_m', 'mm', 'min(e_1b, e_1b_bot)', 'smaller distance from the outer rows to a notch edge');
  const top = s.f('e_1b_m', 'mm', 'e_1b', 'first row to the notch edge');
  const bottom = s.f('e_1b_m', 'mm', 'e_1b_bot', 'last row to the notch edge');
  return (r, c) => {
    if (!c.notchTop && !c.notchBottom) return false;
    (c.notchTop && c.notchBottom ? both : c.notchTop ? top : bottom)(r);
    return true;
  };
}

/** The beam web in bearing; its edges are those that notches cut. */
export const webBearingPart = (edge: (r: Run, c: BeamWebCase) => boolean): BearingPart<BeamWebCase> => ({
  id: 'beam-web-bearing',
  tieId: 'tie-bearing-web',
  part: 'beam web',
  k: 'w',
  share: '',
  ver: { end: 'e_1b', edge: 'e_2b' },
  hor: { end: 'e_2b', edge: 'e_1b_m' },
  has: (c) => ({
    ver: { end: c.notchTop, pitch: rows(c), edge: true, gauge: lines(c) },
    hor: { end: true, pitch: lines(c), edge: c.notchTop || c.notchBottom, gauge: rows(c) },
  }),
  before: (r, c) => void edge(r, c),
});

/** A force that parts share: its symbol, made in the section when it is not the whole. */
function shared(s: FormulaSection, symbol: string, words: string, share: string): { symbol: string; run(r: Run): void } {
  if (!share) return { symbol, run: () => undefined };
  const half = s.f(`${symbol}_1`, 'kN', `${symbol}/${share}`, `${words} on one of them`);
  return { symbol: `${symbol}_1`, run: (r) => void half(r) };
}

/** Bearing of a part of the group in one direction; `q` names its values. */
function towardsEdge<C>(s: FormulaSection, p: BearingPart<C>, way: 'ver' | 'hor', q: string = way) {
  const along = way === 'ver' ? ({ pitch: 'p1', gauge: 'p2' } as const) : ({ pitch: 'p2', gauge: 'p1' } as const);
  return bearing(s, {
    ...{ d_0: `d_0_${p.k}`, t: `t_${p.k}`, f_u: `f_u_${p.k}`, gamma: 'gamma_M2' },
    ...p[way],
    ...along,
    f_h: way === 'ver' ? `f_hv_${p.k}` : `f_hh_${p.k}`,
    alpha: `alpha_b_${q}`,
    k: `k1_${q}`,
    F: `F_b_${q}_Rd`,
    words: way === 'ver' ? 'vertical' : 'horizontal',
  });
}

function bearingFormulas<C extends BeamWebCase>(s: FormulaSection, p: BearingPart<C>) {
  const ver = towardsEdge(s, p, 'ver');
  const hor = towardsEdge(s, p, 'hor');
  const V = shared(s, 'V_Ed', 'reaction', p.share);
  const N = shared(s, 'N_Ed', 'axial force', p.share);
  const V_Rd = s.f(
    'V_Rd',
    'kN',
    '1/sqrt(((1/n+alpha)/F_b_ver_Rd)^2+(beta/F_b_hor_Rd)^2)',
    'reaction at which the worst hole gives',
    'EN 1993-1-8, Table 3.4, directions combined',
  );
  const forces = worstBolt(s, V.symbol, N.symbol);
  const clause = 'EN 1993-1-8, Table 3.4, directions combined';
  const u: Formula = s.f(
    'u_b',
    '-',
    'sqrt((F_ver_max/F_b_ver_Rd)^2+(F_hor_max/F_b_hor_Rd)^2)',
    'utilisation of the worst hole',
    clause,
  );
  // A push turns the bolts that it meets away from the edge; those that the moment still drives towards it keep their end distance.
  const away = towardsEdge(s, p, 'hor', 'in');
  const towards = s.f(
    'F_edge',
    'kN',
    `max(${V.symbol}*beta-${N.symbol}/n, 0)`,
    'horizontal force of the bolts that the moment still drives towards the edge',
  );
  const pushed = s.f(
    'u_b',
    '-',
    'max(sqrt((F_ver_max/F_b_ver_Rd)^2+(F_hor_max/F_b_in_Rd)^2), sqrt((F_ver_max/F_b_ver_Rd)^2+(F_edge/F_b_hor_Rd)^2))',
    'utilisation of the worst hole, driven away from the edge or towards it',
    clause,
  );
  return { ver, hor, V, N, V_Rd, forces, u, away, towards, pushed };
}

/** Bearing of one part under the group's forces, directions combined. */
export function groupBearing<C extends BeamWebCase>(sheet: Sheet, p: BearingPart<C>): CheckDef<C> {
  const s = sheet.section(p.id);
  const { ver, hor, V, N, V_Rd, forces, u, away, towards, pushed } = bearingFormulas(s, p);
  const demand = s.resolve(V.symbol).index;
  return {
    id: p.id,
    title: `Bearing, ${p.part}`,
    clause: 'EN 1993-1-8, Table 3.4',
    part: p.part,
    load: 'combination',
    run: (r, c, l) => {
      p.before?.(r, c);
      const has = p.has(c);
      // Squares would hide a negative bearing value: an edge that close has no resistance.
      const bears = Math.min(ver(r, has.ver), hor(r, has.hor)) > 0;
      V.run(r);
      if (axial(l)) {
        N.run(r);
        forces(r, true);
        if (l.axial === 'tension') return { demand: u(r), resistance: bears ? 1 : 0, unit: '-' };
        const inward = away(r, { ...has.hor, end: false });
        towards(r);
        return { demand: pushed(r), resistance: Math.min(inward, bears ? 1 : 0) > 0 ? 1 : 0, unit: '-' };
      }
      return { demand: r.v[demand]!, resistance: bears ? V_Rd(r) : 0, unit: 'kN' };
    },
  };
}

/** Shear of the worst bolt of the group (3.12). */
export function groupShear<C extends WebBoltsCase>(sheet: Sheet): CheckDef<C> {
  const s = sheet.section('bolt-group-shear');
  const F_v_Rd = boltShear(s, 'L1');
  const forces = worstBolt(s, 'V_Ed', 'N_Ed');
  const V_Rd = s.f('V_Rd', 'kN', 'F_v_Rd/sqrt((1/n+alpha)^2+beta^2)', 'reaction at which the worst bolt gives');
  const V = s.resolve('V_Ed').index;
  return {
    id: 'bolt-group-shear',
    title: 'Bolt shear',
    clause: 'EN 1993-1-8, 3.12, Table 3.4',
    part: 'bolts',
    load: 'combination',
    run: (r, c, l) => {
      const bolt = F_v_Rd(r, c);
      const F = forces(r, axial(l));
      return axial(l) ? { demand: F, resistance: bolt, unit: 'kN' } : { demand: r.v[V]!, resistance: V_Rd(r), unit: 'kN' };
    },
  };
}

/** Slip of the worst bolt of a preloaded group (3.9). */
export function groupSlip<C extends WebBoltsCase>(sheet: Sheet): CheckDef<C> {
  const s = sheet.section('bolt-group-slip');
  const F_s_Rd = slip(s);
  const V_Rd = s.f('V_Rd', 'kN', 'F_s_Rd/sqrt((1/n+alpha)^2+beta^2)', 'reaction at which the worst bolt slips');
  const forces = {
    B: worstBolt(sheet.section('bolt-group-slip-ser'), 'V_ser', 'N_Ed'),
    C: worstBolt(sheet.section('bolt-group-slip-uls'), 'V_Ed', 'N_Ed'),
  };
  const [V, V_ser] = [s.resolve('V_Ed').index, s.resolve('V_ser').index];
  return {
    id: 'bolt-group-slip',
    title: 'Slip of preloaded bolts',
    clause: 'EN 1993-1-8, 3.9',
    part: 'bolts',
    load: 'combination',
    run: (r, c, l) => {
      if (c.category === 'A') return { skip: bearingType };
      const bolt = F_s_Rd(r);
      if (axial(l)) return { demand: forces[c.category](r, true), resistance: bolt, unit: 'kN' };
      return { demand: r.v[c.category === 'B' ? V_ser : V]!, resistance: V_Rd(r), unit: 'kN' };
    },
  };
}

/** Shear of the bolts in tying. */
export function tieShear<C extends WebBoltsCase>(sheet: Sheet): CheckDef<C> {
  const s = sheet.section('tie-bolt-shear');
  const F_v_u = boltShearTie(s);
  const N_Rd = s.f('N_Rd', 'kN', 'n*planes*F_v_u', 'resistance of all bolts in all their shear planes');
  const N = s.resolve('N_tie').index;
  return {
    id: 'tie-bolt-shear',
    title: 'Tying: bolt shear',
    clause: 'EN 1993-1-8, Table 3.4',
    part: 'bolts',
    load: 'tie',
    run: (r, c) => (F_v_u(r, c), { demand: r.v[N]!, resistance: N_Rd(r), unit: 'kN' }),
  };
}

/** Bearing of one part in tying: horizontal. */
export function tieBearing<C extends BeamWebCase>(sheet: Sheet, p: BearingPart<C>): CheckDef<C> {
  const s = sheet.section(p.tieId);
  const F = bearing(s, {
    ...p.hor,
    pitch: 'p2',
    gauge: 'p1',
    d_0: `d_0_${p.k}`,
    t: `t_${p.k}`,
    f_u: `f_u_${p.k}`,
    f_h: `f_hh_${p.k}`,
    gamma: 'gamma_Mu',
    alpha: 'alpha_b',
    k: 'k1',
    F: 'F_b_hor_u',
    words: 'horizontal',
  });
  const N_Rd = s.f('N_Rd', 'kN', 'n*F_b_hor_u', 'bearing resistance of all bolts');
  const N = shared(s, 'N_tie', 'tying force', p.share);
  const demand = s.resolve(N.symbol).index;
  return {
    id: p.tieId,
    title: `Tying: bearing, ${p.part}`,
    clause: 'EN 1993-1-8, Table 3.4',
    part: p.part,
    load: 'tie',
    run: (r, c) => {
      p.before?.(r, c);
      F(r, p.has(c).hor);
      N.run(r);
      return { demand: r.v[demand]!, resistance: N_Rd(r), unit: 'kN' };
    },
  };
}
