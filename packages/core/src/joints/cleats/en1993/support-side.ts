import { bearing, boltShear, slip } from '../../../standards/en1993/bolts.ts';
import { columnWeb } from '../../../standards/en1993/column-web.ts';
import { legBearing, supportBearing, supportLocalShear, worse } from '../../../standards/en1993/end-bolts.ts';
import { combinedShearTension, NO_FLANGE_DATA, pullChecks, type StubPart } from '../../../standards/en1993/end-pull.ts';
import { NO_D2 } from '../../../standards/en1993/tying.ts';
import { bearingType } from '../../../standards/en1993/web-bolts.ts';
import type { FormulaSection, Run } from '../../../formula/index.ts';
import type { CheckDef } from '../../../checks/check.ts';
import { ROWS, sheet, slots, type CleatsCase } from './sheet.ts';
import { where } from './skips.ts';
import { legShear } from './web-side.ts';

type Check = CheckDef<CleatsCase>;
const V = slots.V_Ed.index;
const check = (id: string, title: string, clause: string, part: string, run: Check['run']): Check => ({
  id,
  title,
  clause,
  part,
  load: 'combination',
  run,
});

/*
 * A single cleat stands beside the web: its one line of bolts takes the reaction at p_3/2 from the middle of the web, in the plane of the
 * support. A pair has no such moment.
 */
function sideways(s: FormulaSection) {
  // Unequal pitches count as their smallest, which is safe: the share falls as the bolts spread.
  const S = s.f('S_s', 'mm2', 'n1_s*(n1_s^2-1)*p1_s^2/12', 'sum of squared distances of the bolts from the middle of their line');
  const beta = s.f(
    'beta_s',
    '-',
    '(p_3/2)*(n1_s-1)*p1_s/(2*S_s)',
    'share of the sideways moment in the horizontal force on the outer bolts',
  );
  const none = s.f('beta_s', '-', '0', 'one bolt cannot take the sideways moment; the rule on rows fails');
  return (r: Run, c: CleatsCase): void => {
    if (c.support.rows < 2) return void none(r);
    S(r);
    beta(r);
  };
}

const bolt = sheet.section('support-bolt-shear');
const F_v_Rd = boltShear(bolt, 'L1_s', 'one');
const pair = bolt.f(
  'V_Rd',
  'kN',
  '0.8*n_s*F_v_Rd',
  'all bolts; 0.8 for the tension that the turning beam end puts on them',
  'simple-joint practice',
);
const boltSideways = sideways(bolt);
const single = bolt.f(
  'V_Rd',
  'kN',
  '0.8*F_v_Rd/sqrt((1/n_s)^2+beta_s^2)',
  'reaction at which the outer bolts give, with the sideways moment; 0.8 for their tension',
  'EN 1993-1-8, 3.12',
);

const slipSection = sheet.section('support-bolt-slip');
const slipOne = slip(slipSection, { k_s: 'k_s_2', n_f: '', pulled: ROWS.pulled });
const slipV = slipSection.f('V_Rd', 'kN', 'n_s*F_s_Rd', 'slip resistance of all bolts');
const slipSideways = sideways(slipSection);
const slipSingle = slipSection.f(
  'V_Rd',
  'kN',
  'F_s_Rd/sqrt((1/n_s)^2+beta_s^2)',
  'reaction at which the outer bolts slip, with the sideways moment',
);

/** A part under a single line of bolts at the support: its symbols, by its key. */
interface LinePart {
  readonly k: string;
  readonly t: string;
  readonly f_u: string;
  readonly end: string;
  readonly edge: string;
}

/** Bearing under a single line along it or across it, towards an end. */
function lineBearing(s: FormulaSection, o: LinePart, way: 'ver' | 'hor', end: string) {
  return bearing(s, {
    ...{ d_0: `d_0_${o.k}`, t: o.t, f_u: o.f_u, gamma: 'gamma_M2' },
    ...(way === 'ver'
      ? { end, edge: o.edge, pitch: 'p1_s', gauge: 'p_3', f_h: `f_hv_${o.k}` }
      : { end: o.edge, edge: end, pitch: 'p_3', gauge: 'p1_s', f_h: `f_hh_${o.k}` }),
    alpha: `alpha_b_${way}`,
    k: `k1_${way}`,
    F: `F_b_${way}_Rd`,
    words: way === 'ver' ? 'vertical' : 'horizontal',
  });
}

/** Bearing under a single line: directions combined, as for the web bolts. */
function singleBearing(id: string, part: string, o: LinePart, has: (c: CleatsCase) => { end: boolean; edge: boolean }): Check {
  const s = sheet.section(`${id}-single`);
  const ver = lineBearing(s, o, 'ver', o.end);
  const hor = lineBearing(s, o, 'hor', o.end);
  const turn = sideways(s);
  const V_Rd = s.f(
    'V_Rd',
    'kN',
    '1/sqrt(((1/n_s)/F_b_ver_Rd)^2+(beta_s/F_b_hor_Rd)^2)',
    'reaction at which the worst hole gives',
    'EN 1993-1-8, Table 3.4, directions combined',
  );
  const both = s.f('V_sum', 'kN', 'V_Ed+V_Ed_2', 'reactions of both beams');
  const farAlone = s.f('V_sum', 'kN', 'V_Ed_2', 'reaction of the far beam alone: uplift of this one relieves it');
  // Under uplift the far beam still bears the other way.
  const down = o.k === '2' ? lineBearing(s, o, 'ver', 'e_top') : null;
  const across = o.k === '2' ? lineBearing(s, o, 'hor', 'e_top') : null;
  return check(id, `Bearing, ${part}`, 'EN 1993-1-8, Table 3.4', part, (r, c) => {
    const { end, edge } = has(c);
    const many = c.support.rows > 1;
    const bears =
      Math.min(ver(r, { end, edge, pitch: many, gauge: false }), hor(r, { end: edge, edge: end, pitch: false, gauge: many })) > 0;
    turn(r, c);
    if (!down || !c.support.both) return { demand: r.v[V]!, resistance: bears ? V_Rd(r) : 0, unit: 'kN' };
    if (!c.turned) return { demand: both(r), resistance: bears ? V_Rd(r) : 0, unit: 'kN' };
    const own = { demand: r.v[V]!, resistance: bears ? V_Rd(r) : 0, unit: 'kN' as const };
    const { e_top } = c.support;
    const farBears =
      Math.min(
        down(r, { end: e_top, edge, pitch: many, gauge: false }),
        across!(r, { end: edge, edge: e_top, pitch: false, gauge: many }),
      ) > 0;
    return worse(own, { demand: farAlone(r), resistance: farBears ? V_Rd(r) : 0, unit: 'kN' });
  });
}

/** The one that fits the arrangement. */
const either = (two: Check, one: Check): Check => ({ ...two, run: (r, c, l) => (c.single ? one : two).run(r, c, l) });

const leg = legShear({
  id: 'support-leg',
  part: 'support leg',
  n1: 'n1_s',
  d_v: 'd_v_l',
  A_nt: 't_c*(e2_s-d_h_l/2)',
  A_nv: 't_c*(e1_s+L1_s-(n1_s-0.5)*d_v_l)',
  words: 'free edge to the bolt line',
});

const bend = sheet.section('support-leg-bending');
const bendSteps = [
  bend.f('W_el', 'mm3', 't_c*h_c^2/6', 'elastic modulus of the leg'),
  bend.f('e_s', 'mm', 'p_3/2', 'bolt line to the middle of the web'),
];
const bendLimit = bend.f('h_lim', 'mm', '2.73*p_3/2', 'length from which shear governs before bending');
const bendV = bend.f(
  'V_Rd',
  'kN',
  'W_el*f_y_c/(e_s*gamma_M0)',
  'reaction at which the leg yields in its plane',
  'EN 1993-1-1, 6.2.5',
);

const local = supportLocalShear<CleatsCase>(sheet, ROWS, 'n_c');
const welded = sheet.section('support-local-shear-weld');
const weldedV1 = welded.f('V_local', 'kN', 'V_Ed/n_c', 'shear along each weld');
const weldedV2 = welded.f('V_local', 'kN', '(V_Ed+V_Ed_2)/n_c', 'shear along each weld, from both beams');
const weldedA = welded.f('A_v', 'mm2', 'h_c*t_2', 'area of the web along one weld');
const weldedR = welded.f(
  'V_Rd',
  'kN',
  'A_v*f_y_2/(sqrt(3)*gamma_M0)',
  'local shear resistance of the supporting web',
  'EN 1993-1-1, 6.2.6(2)',
);
const localShear: Check = {
  ...local,
  run: (r, c, l) => {
    if (c.m.toSupport || c.support.onFlange) return local.run(r, c, l);
    weldedA(r);
    return { demand: (c.support.both ? weldedV2 : weldedV1)(r), resistance: weldedR(r), unit: 'kN' };
  },
};

/** Support bolts, support legs and support. */
export const supportSide: Check[] = [
  ...where('support bolts', [
    check('support-bolt-shear', 'Bolt shear, support', 'EN 1993-1-8, Table 3.4', 'support bolts', (r, c) => {
      F_v_Rd(r, c);
      if (c.single) boltSideways(r, c);
      return { demand: r.v[V]!, resistance: (c.single ? single : pair)(r), unit: 'kN' };
    }),
    {
      ...check('support-bolt-slip', 'Slip of preloaded bolts, support', 'EN 1993-1-8, 3.9', 'support bolts', (r, c, l) => {
        if (c.category === 'A') return { skip: bearingType };
        slipOne(r, l.axial);
        if (c.single) slipSideways(r, c);
        return {
          demand: r.v[c.category === 'B' ? slots.V_ser.index : V]!,
          resistance: (c.single ? slipSingle : slipV)(r),
          unit: 'kN',
        };
      }),
      nonlinear: true,
    },
    either(
      legBearing<CleatsCase>(sheet, ROWS, {
        id: 'cleat-bearing-support-leg',
        part: 'support leg',
        t: 't_c',
        f_u: 'f_u_c',
        e1: 'e1_s',
      }),
      singleBearing(
        'cleat-bearing-support-leg',
        'support leg',
        { k: 'l', t: 't_c', f_u: 'f_u_c', end: 'e1_s_m', edge: 'e2_s' },
        () => ({ end: true, edge: true }),
      ),
    ),
    either(
      supportBearing<CleatsCase>(sheet, ROWS),
      singleBearing('support-bearing', 'support', { k: '2', t: 't_2', f_u: 'f_u_2', end: 'e_bottom', edge: 'e_side' }, (c) => ({
        end: c.support.e_bottom,
        edge: c.support.e_side,
      })),
    ),
  ]),
  leg.gross,
  ...where('support bolts', leg.holes),
  check('support-leg-bending', 'Bending of the support leg', 'EN 1993-1-1, 6.2.5', 'support leg', (r, c) => {
    if (!c.single) return { skip: 'A pair of cleats has no moment sideways.' };
    if (!c.m.toSupport) return { skip: 'The cleat is welded to the support: its weld takes the sideways moment.' };
    if (c.m.input.cleat.h >= bendLimit(r))
      return { skip: 'The cleat is long enough (h >= 2.73 p_3/2): shear governs before bending.' };
    for (const f of bendSteps) f(r);
    return { demand: r.v[V]!, resistance: bendV(r), unit: 'kN' };
  }),
  localShear,
];

/** A pair of legs as T-stub: heel to bolts (basis 4). */
const legs: StubPart = {
  t: 't_c',
  f: 'c',
  e1_m: 'e1_s_m',
  before: [],
  c: 'p_3-t_w-2*t_c-2*r_a',
  m: '(p_3-t_w-2*t_c-1.6*r_a)/2',
  mText: 'bolt to the yield line at the heel',
};
const STUB = {
  id: 'cleat-tstub',
  part: 'support leg',
  stub: legs,
  stubTitle: 'support legs in bending, with prying',
  press: { h: 'h_c', w: 't_w+n_c*t_c' },
} as const;

/** Legs welded at their toes: one plastic hinge at the heel of each, the toe free to turn; the hinge of a column flange beside its web. */
function weldedPull(pull: 'tie' | 'axial') {
  const prefix = pull === 'tie' ? 'tie-' : '';
  const names = pull === 'tie' ? { f: 'f_u', gamma: 'gamma_Mu', N: 'N_tie' } : { f: 'f_y', gamma: 'gamma_M0', N: 'N_Ed' };
  const legBend = sheet.section(`${prefix}cleat-leg-hinge`);
  const legSteps = [
    legBend.f('m', 'mm', 'leg_s-t_c-0.8*r_a', 'toe weld to the yield line at the heel'),
    legBend.f('M_pl', 'kNm', `0.25*h_c*t_c^2*${names.f}_c/${names.gamma}`, 'plastic moment of one leg'),
  ];
  const legN = legBend.f('N_Rd', 'kN', 'n_c*M_pl/m', 'one hinge at each heel, the toe free to turn', 'EN 1993-1-1, 6.2.5');
  const flange = sheet.section(`${prefix}support-flange-weld`);
  const flangeSteps = [
    flange.f('m', 'mm', '(2*leg_s+t_w-t_wc-1.6*r_c)/2', 'weld to the root of the flange'),
    flange.f(
      'M_pl',
      'kNm',
      `0.25*h_c*t_2^2*${names.f}_2/${names.gamma}`,
      'plastic moment of one side of the flange over the length of the cleats',
    ),
  ];
  const flangeN = flange.f(
    'N_Rd',
    'kN',
    'n_c*M_pl/m',
    'one hinge on each side of the column web that is pulled',
    'EN 1993-1-1, 6.2.5',
  );
  const web = sheet.section(`${prefix}support-web-weld`);
  const m = pull === 'tie' ? 'm_pl_u' : 'm_pl';
  const webSteps = [
    web.f(m, 'N', `0.25*${names.f}_2*t_2^2/${names.gamma}`, 'plastic moment of the web per length'),
    web.f('eta_1', '-', 'h_c/d_2', 'length of the cleats over the clear depth of the web'),
    web.f('beta_1', '-', '(n_c*leg_s+t_w)/d_2', 'width of the cleats over the clear depth of the web'),
  ];
  const webN = web.f(
    'N_Rd',
    'kN',
    `8*${m}/(1-beta_1)*(eta_1+1.5*sqrt(1-beta_1))`,
    'yield lines in the supporting web',
    'yield-line method of the simple-joint practice',
  );
  const N = sheet.section('pull').resolve(names.N).index;
  const run = (steps: typeof legSteps, last: typeof legN) => (r: Run) => {
    for (const f of steps) f(r);
    return { demand: r.v[N]!, resistance: last(r), unit: 'kN' as const };
  };
  return { leg: run(legSteps, legN), flange: run(flangeSteps, flangeN), web: run(webSteps, webN) };
}

/** Bolted and welded forms of the pull on the support, under the same ids. */
function pulls(pull: 'tie' | 'axial'): Check[] {
  const bolted = pullChecks<CleatsCase>(sheet, ROWS, pull, STUB);
  const toes = weldedPull(pull);
  const [stub, flange, web, punch] = bolted as [Check, Check, Check, Check];
  const form = (
    c: Check,
    run: (r: Run, k: CleatsCase) => ReturnType<typeof toes.leg> | { skip: string } | { missing: string },
  ): Check => ({
    ...c,
    run: (r, k2, l) => {
      if (k2.m.toSupport) return c.run(r, k2, l);
      if (pull === 'axial' && l.axial !== 'tension') return c.run(r, k2, l);
      return run(r, k2);
    },
  });
  return [
    form(stub, (r) => toes.leg(r)),
    form(flange, (r, c) =>
      !c.support.onFlange
        ? { skip: 'The support is a web, not a flange.' }
        : c.support.column
          ? toes.flange(r)
          : { missing: NO_FLANGE_DATA },
    ),
    form(web, (r, c) =>
      c.support.onFlange
        ? { skip: 'The support is a flange; see the flange check.' }
        : c.support.d2
          ? toes.web(r)
          : { missing: NO_D2 },
    ),
    ...where('support bolts', [punch]),
  ];
}

/** Shear of the outer bolts of a single line, with the sideways moment. */
function worstOfLine(s: FormulaSection): (r: Run, c: CleatsCase) => void {
  const turn = sideways(s);
  const F = s.f(
    'F_v_Ed',
    'kN',
    'V_Ed*sqrt((1/n_s)^2+beta_s^2)',
    'shear on the outer bolts, with the sideways moment',
    'EN 1993-1-8, 3.12',
  );
  return (r, c) => (turn(r, c), void F(r));
}

export const supportSideAxial: Check[] = [
  ...where('support bolts', [{ ...combinedShearTension<CleatsCase>(sheet, ROWS, legs, worstOfLine), part: 'support bolts' }]),
  ...pulls('axial'),
  ...columnWeb<CleatsCase>(sheet, 'h_c', (c) => c.support),
];
export const supportSideTie: Check[] = pulls('tie');
