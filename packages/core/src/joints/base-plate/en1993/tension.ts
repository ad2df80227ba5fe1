import { quiet, type Run } from '../../../formula/index.ts';
import { BlowOut, faceRows } from '../../../standards/en1992-4/blowout.ts';
import { eccentricity, edgeWords, groupsOf, leastEdgeOf } from '../../../standards/anchorage.ts';
import { GroupBond } from '../../../standards/en1992-4/bond.ts';
import { Cone, coneGeometry } from '../../../standards/en1992-4/cone.ts';
import { PullOut } from '../../../standards/en1992-4/head.ts';
import { HangerBars } from '../../../standards/en1992-4/reinforcement.ts';
import { Splitting } from '../../../standards/en1992-4/splitting.ts';
import { factorsOf } from '../../../standards/en1993/standard.ts';
import type { BaseModel } from '../model.ts';
import { anchor as shared, sheet } from './sheet.ts';
import type { CheckId } from './results.ts';
import { anchorList } from './words.ts';

/** One mode of failure of the anchors in tension, for one group or row: N. */
export interface Mode {
  readonly id: CheckId;
  readonly where: string;
  readonly demand: number;
  readonly resistance: number;
  /** Anchors that it speaks of. */
  readonly idx: readonly number[];
  /** Works it again, for the record. */
  again(): void;
}

export interface Skipped {
  readonly id: CheckId;
  readonly skip: string;
}

const coneSection = sheet.section('anchor-cone');
const cone = new Cone(coneSection);
const coneEnd = {
  N_Ed: coneSection.found('N_Ed_g', 'kN', 'force of the group', 'sum of its anchors, with prying'),
  N_Rd: coneSection.f('N_Rd_c', 'kN', 'N_Rk_c/gamma_Mc', 'concrete cone of the group', 'EN 1992-4, 7.2.1.4'),
};
export const prySection = sheet.section('anchor-pryout');
const steel = sheet.section('anchor-steel-tension');
const st = {
  N_Ed: steel.found('N_Ed_i', 'kN', 'force of the worst anchor', 'from the equilibrium, with prying'),
  N_Rd: steel.f('N_Rd', 'kN', 'N_Rd_s', 'anchor steel in tension', ''),
};
const pullOut = new PullOut(sheet.section('anchor-pullout'));
const bondSection = sheet.section('anchor-bond');
/** Bond of a bar cast in, EN 1993-1-8, 6.2.6.12(5). */
const bar = {
  eta_2: bondSection.f('eta_2', '-', '1', 'bars up to 32 mm', 'EN 1992-1-1, 8.4.2(2)'),
  eta_2_thick: bondSection.f('eta_2', '-', '(132[mm]-d)/100[mm]', 'bars over 32 mm', 'EN 1992-1-1, 8.4.2(2)'),
  f_bd: bondSection.f('f_bd', 'MPa', '2.25*eta_1*eta_2*f_ctd_b', 'bond strength, ribbed', 'EN 1992-1-1, 8.4.2(2)'),
  f_bd_plain: bondSection.f(
    'f_bd',
    'MPa',
    '0.36[MPa]*sqrt(f_ck/1[MPa])/gamma_C',
    'bond strength, plain',
    'value of the earlier ENV 1992-1-1',
  ),
  alpha_1: bondSection.f('alpha_1', '-', '0.7', 'hook with a cover over 3 d', 'EN 1992-1-1, Table 8.2'),
  alpha_1_one: bondSection.f('alpha_1', '-', '1', 'straight, or a cover up to 3 d', 'EN 1992-1-1, Table 8.2'),
  N_Rd_bar: bondSection.f('N_Rd_b', 'kN', 'pi*d*l_b*f_bd/alpha_1', 'bond of one anchor', 'EN 1993-1-8, 6.2.6.12(5)'),
};
export const groupBond = new GroupBond(bondSection);
const blowOut = new BlowOut(sheet.section('anchor-blowout'));
const splitting = new Splitting(sheet.section('anchor-splitting'));
const bars = new HangerBars(sheet.section('anchor-reinforcement'));

const hasHead = ({ input }: BaseModel): boolean => input.anchors.type === 'headed' || input.anchors.type === 'washer';

/** N_Rd,b of a cast-in bar. */
function barBond(r: Run, m: BaseModel): number {
  const { anchors: a } = m.input;
  (a.d <= 32 ? bar.eta_2 : bar.eta_2_thick)(r);
  (a.ribbed ? bar.f_bd : bar.f_bd_plain)(r);
  const cover =
    leastEdgeOf(
      m,
      m.anchors.map((_, i) => i),
    ) -
    a.d / 2;
  (a.type === 'hooked' && cover > 3 * a.d ? bar.alpha_1 : bar.alpha_1_one)(r);
  return bar.N_Rd_bar(r);
}

const total = (idx: readonly number[], F: readonly number[]): number => idx.reduce((sum, i) => sum + F[i]!, 0);

/** Values of the modes that all anchors share, laid out once: steel, head, bond. */
export function tensionShared(m: BaseModel, r: Run): void {
  const { anchors: a } = m.input;
  shared.gamma_Mc(r);
  if (a.tension_rule === 'EN 1992-4') {
    shared.gamma_Ms(r);
    shared.N_Rk_s(r);
    shared.N_Rd_s(r);
  } else (a.cut_threads ? shared.N_Rd_cut : shared.N_Rd_bolt)(r);
  (a.L_b === undefined ? shared.L_b : shared.L_b_given)(r);
}

/** Tensile strength of the concrete, which bond and the edge before a key read. */
export function concreteTension(m: BaseModel, r: Run): void {
  (m.input.concrete.f_ck <= 50 ? shared.f_ctm : shared.f_ctm_high)(r);
  shared.f_ctd(r);
  shared.f_ctd_b(r);
}

interface Candidate {
  readonly where: string;
  readonly idx: readonly number[];
  work(): number;
}

/** The worst of several, none where there are none: each is worked without a record, the worst again with it. */
function worst(r: Run, F: readonly number[], id: CheckId, candidates: readonly Candidate[]): Mode[] {
  let best: Mode | null = null;
  for (const x of candidates) {
    const demand = total(x.idx, F);
    const resistance = quiet(r, x.work);
    if (!best || demand * best.resistance > best.demand * resistance)
      best = { id, where: x.where, demand, resistance, idx: x.idx, again: () => void x.work() };
  }
  return best ? [best] : [];
}

/** The concrete force and its distance from the tension resultant, where its help to the cone may be counted. */
export interface Compression {
  readonly C: number;
  readonly z: number;
}

/** Distance that counts for the help of the compression to the cone, mm; null where it does not (EN 1992-4, 7.2.1.4(7)). */
function helpOf(m: BaseModel, idx: readonly number[], F: readonly number[], by: Compression | null): number | null {
  const { h_ef } = m.input.anchors;
  return m.input.options.psi_M && by && by.C >= 0.8 * total(idx, F) && by.z < 1.5 * h_ef && leastEdgeOf(m, idx) >= 1.5 * h_ef
    ? by.z
    : null;
}

/** Pull-out of a head, bond of a group of post-installed anchors, or bond of a bar. */
function pulledOut(r: Run, m: BaseModel, idx: readonly number[], F: readonly number[], one: Omit<Candidate, 'work'>): Mode[] {
  const { type } = m.input.anchors;
  if (hasHead(m)) return worst(r, F, 'anchor-pullout', [{ ...one, work: () => pullOut.work(r, m) }]);
  if (type !== 'bonded') return worst(r, F, 'anchor-bond', [{ ...one, work: () => barBond(r, m) }]);
  const reach = quiet(r, () => groupBond.reach(r, m));
  return worst(
    r,
    F,
    'anchor-bond',
    groupsOf(m, idx, reach).map((group) => ({
      where: anchorList(group),
      idx: group,
      work: () => groupBond.design(r, m, group, eccentricity(m, group, F)),
    })),
  );
}

function blownOut(r: Run, m: BaseModel, idx: readonly number[], F: readonly number[]): (Mode | Skipped)[] {
  if (!hasHead(m)) return [];
  const rows = faceRows(m, idx);
  if (!rows.length) return [{ id: 'anchor-blowout', skip: 'all edge distances exceed 0.5 h_ef' }];
  return worst(
    r,
    F,
    'anchor-blowout',
    rows.map((row) => ({ where: edgeWords(row.edge), idx: row.idx, work: () => blowOut.work(r, m, row, F) })),
  );
}

function split(r: Run, m: BaseModel, idx: readonly number[], F: readonly number[]): (Mode | Skipped)[] {
  const { anchors: a, concrete } = m.input;
  if (concrete.cracked && concrete.splitting_bars)
    return [{ id: 'anchor-splitting', skip: 'cracked concrete assumed and splitting reinforcement present' }];
  const c_cr = a.product.c_cr_sp ?? (a.type === 'bonded' ? 2 : 1.5) * a.h_ef;
  const h_min = a.product.h_min ?? 2 * a.h_ef;
  const needed = groupsOf(m, idx, 2 * c_cr).filter(
    (group) => !(leastEdgeOf(m, group) >= (group.length > 1 ? 1.2 : 1) * c_cr && m.H >= h_min),
  );
  if (!needed.length) return [{ id: 'anchor-splitting', skip: 'edge distance and depth are enough' }];
  const bond = (): number =>
    quiet(r, () => (a.type === 'bonded' ? groupBond.one(r, m) : factorsOf(m.basis).gamma_C * barBond(r, m)));
  return worst(
    r,
    F,
    'anchor-splitting',
    needed.map((group) => ({ where: anchorList(group), idx: group, work: () => splitting.work(r, m, group, F, bond) })),
  );
}

/** All modes of the anchors `idx` in tension under the forces F (N, with prying): the worst group or row of each mode, or why it is skipped. */
export function tensionModes(
  r: Run,
  m: BaseModel,
  idx: readonly number[],
  F: readonly number[],
  compression: Compression | null,
): (Mode | Skipped)[] {
  const { anchors: a } = m.input;
  const strongest = idx.reduce((p, q) => (F[q]! > F[p]! * (1 + 1e-9) ? q : p));
  const one = { where: `anchor ${strongest}`, idx: [strongest] };
  const inSteel = (): number => {
    st.N_Ed(r, F[strongest]!);
    return st.N_Rd(r);
  };
  const help = helpOf(m, idx, F, compression);
  const cones = groupsOf(m, idx, 3 * a.h_ef).map((group) => ({
    where: anchorList(group),
    idx: group,
    work: () => {
      coneEnd.N_Ed(r, total(group, F));
      cone.work(r, m, coneGeometry(m, group), eccentricity(m, group, F), help);
      return coneEnd.N_Rd(r);
    },
  }));
  const hung = a.bars ? [{ where: anchorList(idx), idx, work: () => bars.work(r, a.bars!.hooked) }] : [];
  return [
    ...worst(r, F, 'anchor-steel-tension', [{ ...one, work: inSteel }]),
    ...worst(r, F, 'anchor-reinforcement', hung),
    ...worst(r, F, 'anchor-cone', cones),
    ...pulledOut(r, m, idx, F, one),
    ...blownOut(r, m, idx, F),
    ...split(r, m, idx, F),
  ];
}
