import { quiet, type Run, at } from '../../../formula/index.ts';
import { tightHole } from '../../../catalogue/index.ts';
import { edgeWords } from '../../../standards/anchorage.ts';
import { coneGeometry } from '../../../standards/en1992-4/cone.ts';
import { ConcreteEdge, shearFaces, type AnchorShear, type EdgeGeometry } from '../../../standards/en1992-4/edge.ts';
import { ConcreteInteraction } from '../../../standards/en1992-4/interaction.ts';
import { PryOut } from '../../../standards/en1992-4/pryout.ts';
import { EdgeLoops } from '../../../standards/en1992-4/reinforcement.ts';
import { LeverArmShear, SteelShear, type SteelInShear } from '../../../standards/en1992-4/steel-shear.ts';
import type { Units } from '../../../units/system.ts';
import type { BaseModel } from '../model.ts';
import { leastEdge, leastSpacing } from './plate.ts';
import type { BaseResults } from './results.ts';
import { sheet } from './sheet.ts';
import { groupBond, prySection } from './tension.ts';
import { fixed } from './words.ts';

const steel = sheet.section('anchor-steel-shear');
const steelShear = new SteelShear(steel);
/** An anchor as a bolt in grout, EN 1993-1-8, 6.2.2(7). */
const bolt = {
  V: steel.found('V_Ed_i', 'kN', 'shear of the worst anchor', 'shear and twist shared by all anchors'),
  alpha_bc: steel.f('alpha_bc', '-', '0.44-0.0003*f_yb/1[MPa]', 'factor of shear in grout', 'EN 1993-1-8, 6.2.2(7)'),
  V_Rd_bolt: steel.f(
    'V_Rd_s',
    'kN',
    'alpha_bc*f_ub*A_s/gamma_M2',
    'anchor in shear, as a bolt in grout',
    'EN 1993-1-8, 6.2.2(7)',
  ),
};
const leverArm = new LeverArmShear(sheet.section('anchor-shear-lever-arm'));
const bearing = sheet.section('anchor-plate-bearing');
const bear = {
  e: bearing.found('e', 'mm', 'least edge distance in the plate', 'measured'),
  p: bearing.found('p', 'mm', 'least distance between anchors', 'measured'),
  alpha_b: bearing.f('alpha_b', '-', 'min(e/(3*d_0), p/(3*d_0)-0.25, f_ub/f_u_p, 1)', 'bearing factor', 'EN 1993-1-8, Table 3.4'),
  alpha_b_one: bearing.f('alpha_b', '-', 'min(e/(3*d_0), f_ub/f_u_p, 1)', 'bearing factor, one anchor', 'EN 1993-1-8, Table 3.4'),
  k_1: bearing.f(
    'k_b',
    '-',
    'max(0, min(2.8*e/d_0-1.7, 1.4*p/d_0-1.7, 2.5))',
    'factor k_1 of the width',
    'EN 1993-1-8, Table 3.4',
  ),
  k_1_one: bearing.f(
    'k_b',
    '-',
    'max(0, min(2.8*e/d_0-1.7, 2.5))',
    'factor k_1 of the width, one anchor',
    'EN 1993-1-8, Table 3.4',
  ),
  V: bearing.found('V_Ed_i', 'kN', 'shear of the worst anchor', 'shear and twist shared by all anchors'),
  F: bearing.f('F_b_Rd', 'kN', 'k_b*max(0, alpha_b)*f_u_p*d*t_p/gamma_M2', 'bearing of the plate', 'EN 1993-1-8, Table 3.4'),
};
const pryOut = new PryOut(prySection);
const concreteEdge = new ConcreteEdge(sheet.section('concrete-edge'));
const loops = new EdgeLoops(sheet.section('edge-reinforcement'));
const both = sheet.section('interaction-steel');
const ist = {
  beta_N: both.found('beta_N', '-', 'utilisation in tension', 'force over resistance of that anchor'),
  beta_V: both.found('beta_V', '-', 'utilisation in shear', 'force over resistance of that anchor'),
  sum: both.f('u', '-', 'beta_N^2+beta_V^2', 'tension with shear', 'EN 1992-4, 7.2.3'),
  bolt: both.f('u', '-', 'beta_V+beta_N/1.4', 'tension with shear', 'EN 1993-1-8, Table 3.4'),
};
const interaction = new ConcreteInteraction(sheet.section('interaction-concrete'));

/** Whether grout and anchor leave a lever arm (basis 11.3). */
export function leverChoice(m: BaseModel): 'none' | 'reduced' | 'lever' {
  const { grout, anchors: a } = m.input;
  if (grout.t <= a.d / 2 && grout.f_ck >= 30) return 'none';
  if (grout.t <= 40 && grout.t <= 5 * a.d && grout.f_ck >= 30 && m.anchors.length >= 2) return 'reduced';
  return 'lever';
}

/** Utilisations that the interactions read. */
export interface TensionState {
  /** Forces with prying, N; zero where there is none. */
  readonly F: readonly number[];
  readonly any: boolean;
  readonly beta_concrete: number;
  readonly N_Rd_s: number;
  readonly bars: boolean;
}

const asBolt = (m: BaseModel): boolean => m.input.anchors.shear_rule === 'EN 1993-1-8';
const withLever = (m: BaseModel): boolean => !asBolt(m) && leverChoice(m) === 'lever';

const steelOf = (m: BaseModel): SteelInShear => {
  const { anchors: a } = m.input;
  return {
    hard: !(m.f_ub <= 800 && m.f_yb / m.f_ub <= 0.8),
    reduced: leverChoice(m) === 'reduced',
    clamped: a.clamped,
    free: a.free_rotation,
    brittle: a.brittle,
    anchors: m.anchors.length,
  };
};

/** The anchor that gives first in its steel; V_Rd,s of it, N. */
function steelInShear(r: Run, m: BaseModel, out: BaseResults, s: AnchorShear, tension: TensionState): number {
  const k = steelOf(m);
  if (withLever(m)) {
    const work = (i: number): number => leverArm.work(r, s.each[i]!.V, tension.F[i]!, k);
    let worst = { i: 0, u: -1 };
    m.anchors.forEach((_, i) => {
      const R = quiet(r, () => work(i));
      const u = R > 0 ? s.each[i]!.V / R : s.each[i]!.V > 0 ? Infinity : 0;
      if (u > worst.u * (1 + 1e-9)) worst = { i, u };
    });
    const where = `anchor ${worst.i}`;
    return at(r, where, () => {
      const V_Rd = work(worst.i);
      const V = s.each[worst.i]!.V;
      const multiple = leverArm.multiple(r, V, tension.F[worst.i]!, tension.N_Rd_s, k);
      out.strength('anchor-shear-lever-arm', V, V_Rd, 'kN', { where, multiple });
      return V_Rd;
    });
  }
  const { i, V } = mostSheared(s);
  const where = `anchor ${i}`;
  return at(r, where, () => {
    const alone = (): number => {
      bolt.V(r, V);
      bolt.alpha_bc(r);
      return bolt.V_Rd_bolt(r);
    };
    const V_Rd = asBolt(m) ? alone() : steelShear.work(r, V, k);
    out.strength('anchor-steel-shear', V, V_Rd, 'kN', { where });
    return V_Rd;
  });
}

function mostSheared(s: AnchorShear): { readonly i: number; readonly V: number } {
  const i = s.each.reduce((best, x, j) => (x.V > s.each[best]!.V * (1 + 1e-9) ? j : best), 0);
  return { i, V: s.each[i]!.V };
}

function plateBearing(r: Run, m: BaseModel, out: BaseResults, V: number): void {
  const single = m.anchors.length < 2;
  bear.e(r, leastEdge(m));
  if (!single) bear.p(r, leastSpacing(m));
  (single ? bear.alpha_b_one : bear.alpha_b)(r);
  (single ? bear.k_1_one : bear.k_1)(r);
  bear.V(r, V);
  out.strength('anchor-plate-bearing', V, bear.F(r), 'kN');
}

/** Twist counts as an eccentricity of the shear, or by the forces that it puts on the anchors: the worse. Returns the utilisation. */
function priedOut(r: Run, m: BaseModel, out: BaseResults, s: AnchorShear): number {
  const { anchors: a } = m.input;
  const all = m.anchors.map((_, i) => i);
  const V_r = Math.hypot(s.V_y, s.V_z);
  const twist = Math.abs(s.twist);
  const bonded = a.type === 'bonded';
  const s_cr = Math.min(3 * coneGeometry(m, all).h_e, bonded ? quiet(r, () => groupBond.reach(r, m)) : Infinity);
  const byAnchors =
    s.T === 0
      ? 0
      : Math.max(
          s.each.reduce((sum, x) => sum + x.V, 0),
          (2 * twist) / s_cr,
        );
  const bond = (e_V: number): number => quiet(r, () => groupBond.work(r, m, all, { y: e_V, z: 0 }));
  const work = (V: number, e_V: number): number => pryOut.work(r, m, V, e_V, a.bars !== undefined, bonded ? bond : null);
  const ways = [...(V_r > 0 ? [{ V: V_r, e: twist / V_r }] : []), ...(byAnchors > 0 ? [{ V: byAnchors, e: 0 }] : [])];
  const worst =
    ways.length === 1
      ? ways[0]!
      : ways.map((w) => ({ ...w, u: quiet(r, () => w.V / work(w.V, w.e)) })).reduce((x, y) => (y.u > x.u ? y : x));
  const where = 'whole group';
  return at(r, where, () => out.strength('anchor-pryout', worst.V, work(worst.V, worst.e), 'kN', { where }));
}

/** The edge of the block that gives first; loops that carry the shear towards it stand for it. Returns the utilisation that counts. */
function brokenEdge(r: Run, m: BaseModel, out: BaseResults, s: AnchorShear): number {
  const { loops: given } = m.input.anchors;
  let best: { f: EdgeGeometry; u: number } | null = null;
  for (const f of shearFaces(m)) {
    const x = quiet(r, () => concreteEdge.work(r, m, f, s));
    if (!x) continue;
    const u = x.demand / x.resistance;
    if (!best || u > best.u * (1 + 1e-9)) best = { f, u };
  }
  if (!best) {
    out.skip('concrete-edge', 'no concrete edge within max(10 h_ef, 60 d) in the shear direction');
    return 0;
  }
  const { f } = best;
  const where = edgeWords(f.edge);
  let used = at(r, where, () => {
    const x = concreteEdge.work(r, m, f, s)!;
    const carried = given !== undefined && x.V_perp > 0;
    const u = out.strength('concrete-edge', x.demand, x.resistance, 'kN', { where, info: carried });
    if (!carried) return u;
    out.notes.push(`loops carry the shear towards the edge; the concrete alone would be used to ${fixed(u)}`);
    return 0;
  });
  // Every edge that the shear presses to has to be crossed by the loops; the nearest has the most tension.
  for (const face of given ? shearFaces(m) : []) {
    const x = quiet(r, () => concreteEdge.work(r, m, face, s));
    if (!x || x.V_perp <= 0) continue;
    const at_ = edgeWords(face.edge);
    at(r, at_, () => {
      const { demand, resistance } = loops.work(r, x.V_perp, face.c_1, given!.hooked);
      used = Math.max(used, out.strength('edge-reinforcement', demand, resistance, 'kN', { where: at_ }));
    });
  }
  return used;
}

/** Tension with shear in the steel of the anchor where both are worst. */
function steelInteraction(r: Run, m: BaseModel, out: BaseResults, s: AnchorShear, tension: TensionState, V_Rd: number): void {
  if (withLever(m)) {
    out.skip('interaction-steel', 'lever-arm formula already contains the tension');
    return;
  }
  const linear = asBolt(m);
  const u = (i: number): number => {
    const [n, v] = [tension.F[i]! / tension.N_Rd_s, s.each[i]!.V / V_Rd];
    return linear ? v + n / 1.4 : n * n + v * v;
  };
  const i = m.anchors.map((_, k) => k).reduce((p, q) => (u(q) > u(p) * (1 + 1e-9) ? q : p));
  const where = `anchor ${i}`;
  at(r, where, () => {
    ist.beta_N(r, tension.F[i]! / tension.N_Rd_s);
    ist.beta_V(r, s.each[i]!.V / V_Rd);
    const value = (linear ? ist.bolt : ist.sum)(r);
    out.strength('interaction-steel', value, 1, '-', { where, multiple: linear ? 1 / value : 1 / Math.sqrt(value) });
  });
}

/** All checks of the anchors in shear, and with tension (basis 11.2 to 12). */
export function anchorShearChecks(r: Run, m: BaseModel, out: BaseResults, s: AnchorShear, tension: TensionState): void {
  const { anchors: a } = m.input;
  const limit = tightHole(a.d);
  if (a.hole > limit && !a.washers_welded) {
    out.strength('anchor-hole-for-shear', a.hole, limit, 'mm', { multiple: 0 });
    out.notes.push('anchors can not take shear in these holes: close holes, welded washers or a shear key are needed');
  }
  const V_Rd = steelInShear(r, m, out, s, tension);
  plateBearing(r, m, out, mostSheared(s).V);
  const beta_V = Math.max(priedOut(r, m, out, s), brokenEdge(r, m, out, s));
  if (!tension.any) return;
  steelInteraction(r, m, out, s, tension, V_Rd);
  const looped = out.list.some((x) => x.id === 'edge-reinforcement');
  const { value, multiple } = interaction.work(r, tension.beta_concrete, beta_V, tension.bars !== looped);
  out.strength('interaction-concrete', value, 1, '-', { multiple });
}

export const twistNote = (u: Units, T: number, what: string): string =>
  `the twist of ${u.quantity(Math.abs(T), 'kNm')} is not carried by ${what}: give it another path`;
