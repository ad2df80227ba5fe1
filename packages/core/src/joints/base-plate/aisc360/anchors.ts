import { KSI } from '../../../catalogue/index.ts';
import type { CheckDef, Outcome } from '../../../checks/check.ts';
import { quiet, type FormulaSection, type Run } from '../../../formula/index.ts';
import { ShearBreakout, SideBlowout, TensionBreakout, type ShearRow } from '../../../standards/aci318/anchors.ts';
import { edgeWords } from '../../../standards/anchorage.ts';
import type { UnitId } from '../../../units/units.ts';
import { allTakeShear, grouted, inTension, most, noAnchorShear, noTension, total, type BaseCase as Case } from './case.ts';
import { sheet } from './sheet.ts';

const ACI = (clause: string): string => `ACI 318-19, ${clause}`;
const STRENGTH_DESIGN = 'ACI 318 is strength design: give LRFD combinations for the anchors.';

/** A check of ACI 318: made with LRFD combinations alone; with others it is missing where the anchors carry anything. */
function anchorCheck(
  about: { readonly id: string; readonly title: string; readonly clause: string; readonly part: string },
  none: (c: Case) => string | null,
  run: (r: Run, c: Case) => Outcome,
): CheckDef<Case> {
  return {
    ...about,
    load: 'combination',
    run: (r, c): Outcome => {
      const skip = none(c);
      const outcome = skip ? { skip } : c.lrfd ? run(r, c) : { missing: STRENGTH_DESIGN };
      c.answered.set(about.id, outcome);
      return outcome;
    },
  };
}

/** Design strength: a factor, one of several by the case, on the nominal strength. */
function factored(
  s: FormulaSection,
  symbol: string,
  unit: UnitId,
  of: Readonly<Record<string, readonly [phi: string, words: string]>>,
  clause: string,
) {
  const phis = Object.fromEntries(Object.entries(of).map(([k, [phi, words]]) => [k, s.f('phi', '-', phi, words, clause)]));
  const strength = s.f('R_c', unit, `phi*${symbol}`, 'design strength', ACI('17.5.1'));
  return (r: Run, which: string): number => {
    phis[which]!(r);
    return strength(r);
  };
}
/** Concrete modes, by reinforcement across the body that would break out; Table 17.5.3(b). */
const CONCRETE = { tied: ['0.75', 'supplementary reinforcement'], plain: ['0.7', 'no supplementary reinforcement'] } as const;
const TABLE = ACI('17.5.3');
const tied = (c: Case): string => (c.m.input.concrete.supplementary ? 'tied' : 'plain');
const ductile = (c: Case): string => (c.m.input.anchors.brittle ? 'brittle' : 'ductile');

const steel = (s: FormulaSection) => {
  const cap = s.found('f_max', 'MPa', 'most tensile strength that counts', '125 ksi', ACI('17.6.1.2'));
  const f_uta = s.f('f_uta', 'MPa', 'min(F_ua, 1.9*F_ya, f_max)', 'tensile strength that counts', ACI('17.6.1.2'));
  const N_sa = s.f('N_sa', 'kN', 'A_se*f_uta', 'steel of an anchor in tension, nominal', ACI('17.6.1.2'));
  return (r: Run): void => {
    cap(r, 125 * KSI);
    f_uta(r);
    N_sa(r);
  };
};

const st = sheet.section('an-steel-tension');
const tension = {
  T: st.found('T_i', 'kN', 'tension of the worst anchor', 'from the equilibrium'),
  steel: steel(st),
  R_c: factored(st, 'N_sa', 'kN', { ductile: ['0.75', 'ductile steel'], brittle: ['0.65', 'brittle steel'] }, TABLE),
};
const steelTension = anchorCheck(
  { id: 'an-steel-tension', title: 'Steel of an anchor in tension', clause: ACI('17.6.1'), part: 'anchors' },
  noTension,
  (r, c) => {
    const demand = tension.T(r, most(c.forces.T));
    tension.steel(r);
    return { demand, resistance: tension.R_c(r, ductile(c)), unit: 'kN' };
  },
);

const bt = sheet.section('an-breakout-tension');
const breakout = {
  T: bt.found('T', 'kN', 'tension of all anchors', 'from the equilibrium'),
  body: new TensionBreakout(bt),
  R_c: factored(bt, 'N_cbg', 'kN', CONCRETE, TABLE),
};
const breakoutTension = anchorCheck(
  { id: 'an-breakout-tension', title: 'Concrete breakout in tension', clause: ACI('17.6.2'), part: 'concrete' },
  noTension,
  (r, c) => {
    const demand = breakout.T(r, total(c.forces.T));
    breakout.body.work(r, c.m, c.bodies.cone(inTension(c)), c.forces.T);
    return { demand, resistance: breakout.R_c(r, tied(c)), unit: 'kN' };
  },
);

const po = sheet.section('an-pullout');
const pullout = {
  T: po.found('T_i', 'kN', 'tension of the worst anchor', 'from the equilibrium'),
  cracked: po.f('psi_c_P', '-', '1', 'cracked', ACI('17.6.3.3')),
  whole: po.f('psi_c_P', '-', '1.4', 'uncracked', ACI('17.6.3.3')),
  R: po.f('N_pn', 'kN', '8*A_brg*f_c*psi_c_P', 'pullout of an anchor, nominal', ACI('17.6.3.2.2')),
  R_c: factored(po, 'N_pn', 'kN', { all: ['0.7', 'pullout'] }, TABLE),
};
const pulloutCheck = anchorCheck(
  { id: 'an-pullout', title: 'Pullout of an anchor', clause: ACI('17.6.3'), part: 'concrete' },
  noTension,
  (r, c) => {
    const demand = pullout.T(r, most(c.forces.T));
    (c.m.input.concrete.cracked ? pullout.cracked : pullout.whole)(r);
    pullout.R(r);
    return { demand, resistance: pullout.R_c(r, 'all'), unit: 'kN' };
  },
);

const sb = sheet.section('an-side-blowout');
const side = {
  T: sb.found('T_row', 'kN', 'tension of the row along the face', 'from the equilibrium'),
  body: new SideBlowout(sb),
  R_c: factored(sb, 'N_sb', 'kN', CONCRETE, TABLE),
};
const sideBlowout = anchorCheck(
  { id: 'an-side-blowout', title: 'Side-face blowout', clause: ACI('17.6.4'), part: 'concrete' },
  noTension,
  (r, c) => {
    const rows = c.bodies.sides(inTension(c));
    if (!rows.length) return { skip: 'No anchor in tension is as near to a face as 0.4 of its embedment.' };
    const work = (row: (typeof rows)[number]): { demand: number; resistance: number } => {
      const demand = side.T(r, total(row.idx.map((i) => c.forces.T[i]!)));
      side.body.work(r, row);
      return { demand, resistance: side.R_c(r, tied(c)) };
    };
    return { ...worstOf(r, rows, work), unit: 'kN' };
  },
);

/** The worst of several like parts, worked last so that the record is of it. */
function worstOf<T>(
  r: Run,
  list: readonly T[],
  work: (x: T) => { demand: number; resistance: number },
): { demand: number; resistance: number } {
  if (list.length === 1) return work(list[0]!);
  const used = quiet(r, () =>
    list.map((x) => {
      const { demand, resistance } = work(x);
      return resistance > 0 ? demand / resistance : Infinity;
    }),
  );
  return work(list[used.indexOf(Math.max(...used))]!);
}

const sv = sheet.section('an-steel-shear');
const shear = {
  D: sv.f('D', 'kN', 'abs(V)/n_v', 'shear of an anchor', ACI('17.7.1')),
  steel: steel(sv),
  R: sv.f('V_sa', 'kN', '0.6*N_sa', 'steel of an anchor in shear, nominal', ACI('17.7.1.2')),
  grout: sv.f('V_sa', 'kN', '0.8*0.6*N_sa', 'steel of an anchor in shear over grout, nominal', ACI('17.7.1.2.1')),
  R_c: factored(sv, 'V_sa', 'kN', { ductile: ['0.65', 'ductile steel'], brittle: ['0.6', 'brittle steel'] }, TABLE),
};
const steelShear = anchorCheck(
  { id: 'an-steel-shear', title: 'Steel of an anchor in shear', clause: ACI('17.7.1'), part: 'anchors' },
  noAnchorShear,
  (r, c) => {
    const demand = shear.D(r);
    shear.steel(r);
    (grouted(c.m) ? shear.grout : shear.R)(r);
    return { demand, resistance: shear.R_c(r, ductile(c)), unit: 'kN' };
  },
);

/** A row that breaks off with its share of the shear. */
interface Broken {
  readonly row: ShearRow;
  readonly share: number;
}

/** Rows that the shear may break off at the face it pushes to: the front row with its share, the back row with all of it. */
function brokenRows(c: Case): Broken[] {
  const front = c.bodies.row(c.towards, true);
  if (!front) return [];
  if (!allTakeShear(c.m)) return [{ row: front, share: 1 }];
  const back = c.bodies.row(c.towards, false)!;
  return [
    { row: front, share: front.idx.length / c.m.anchors.length },
    { row: back, share: 1 },
  ];
}

const shearBreakoutChecks = (
  [
    ['an-breakout-shear', 'Concrete breakout in shear', '17.7.2', false],
    ['an-breakout-shear-side', 'Concrete breakout beside the shear', '17.7.2.1(c)', true],
  ] as const
).map(([id, title, clause, along]) => {
  const s = sheet.section(id);
  const V_r = s.found('V_row', 'kN', 'shear of the row', 'its share of the anchors; all of it for the back row', ACI('17.7.2.1'));
  const body = new ShearBreakout(s, along);
  const R_c = factored(s, 'V_cbg', 'kN', CONCRETE, TABLE);
  return anchorCheck({ id, title, clause: ACI(clause), part: 'concrete' }, noAnchorShear, (r, c) => {
    const rows = along ? besideRows(c) : brokenRows(c);
    if (!rows.length)
      return {
        skip: along
          ? 'The block has no edge beside the shear.'
          : `The block has no ${edgeWords(c.towards)}, to which the shear pushes.`,
      };
    const work = ({ row, share }: Broken): { demand: number; resistance: number } => {
      const demand = V_r(r, Math.abs(c.V) * share);
      body.work(r, c.m, row);
      return { demand, resistance: R_c(r, tied(c)) };
    };
    return { ...worstOf(r, rows, work), unit: 'kN' };
  });
});

/** Rows along the faces beside the shear, each with its share. */
function besideRows(c: Case): Broken[] {
  return (['y-', 'y+'] as const).flatMap((edge): Broken[] => {
    const row = c.bodies.row(edge, true, c.sheared);
    return row ? [{ row, share: row.idx.length / c.sheared.length }] : [];
  });
}

const pr = sheet.section('an-pryout');
const pryout = {
  D: pr.f('D', 'kN', 'abs(V)', 'shear', ACI('17.7.3')),
  body: new TensionBreakout(pr),
  deep: pr.f('k_cp', '-', '2', 'embedment of 2.5 in or more', ACI('17.7.3.1')),
  shallow: pr.f('k_cp', '-', '1', 'embedment under 2.5 in', ACI('17.7.3.1')),
  R: pr.f('V_cpg', 'kN', 'k_cp*N_cbg', 'pryout of the anchors in shear, nominal', ACI('17.7.3.1')),
  R_c: factored(pr, 'V_cpg', 'kN', { all: ['0.7', 'pryout'] }, TABLE),
};
const pryoutCheck = anchorCheck(
  { id: 'an-pryout', title: 'Concrete pryout', clause: ACI('17.7.3'), part: 'concrete' },
  noAnchorShear,
  (r, c) => {
    const demand = pryout.D(r);
    pryout.body.work(r, c.m, c.bodies.cone(c.sheared), null);
    (c.m.input.anchors.h_ef >= 2.5 * 25.4 ? pryout.deep : pryout.shallow)(r);
    pryout.R(r);
    return { demand, resistance: pryout.R_c(r, 'all'), unit: 'kN' };
  },
);

const TENSION = [steelTension, breakoutTension, pulloutCheck, sideBlowout];
const SHEAR = [steelShear, ...shearBreakoutChecks, pryoutCheck];

const is = sheet.section('an-interaction');
const interaction = {
  r_N: is.found('r_N', '-', 'largest ratio in tension', 'of the checks of the anchors in tension'),
  r_V: is.found('r_V', '-', 'largest ratio in shear', 'of the checks of the anchors in shear'),
  u: is.f('u', '-', 'max(r_N, r_V, (r_N+r_V)/1.2)', 'tension beside shear', ACI('17.8')),
};
const interactionCheck = anchorCheck(
  { id: 'an-interaction', title: 'Anchors in tension beside their shear', clause: ACI('17.8'), part: 'anchors' },
  (c) => noTension(c) ?? noAnchorShear(c),
  (r, c) => {
    const worst = (list: readonly CheckDef<Case>[]): number =>
      Math.max(
        0,
        ...list.map(({ id }) => {
          const x = c.answered.get(id)!;
          return 'demand' in x ? (x.resistance > 0 ? x.demand / x.resistance : Infinity) : 0;
        }),
      );
    // The list is worked in its order, and this stands last in it.
    const [r_N, r_V] = [worst(TENSION), worst(SHEAR)];
    if (!Number.isFinite(r_N) || !Number.isFinite(r_V)) return { demand: 1, resistance: 0, unit: '-' };
    interaction.r_N(r, r_N);
    interaction.r_V(r, r_V);
    return { demand: interaction.u(r), resistance: 1, unit: '-' };
  },
);

export const anchorChecks: readonly CheckDef<Case>[] = [...TENSION, ...SHEAR, interactionCheck];
