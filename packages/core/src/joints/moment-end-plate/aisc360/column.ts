import type { CheckDef, Outcome } from '../../../checks/check.ts';
import { quiet, type FormulaSection, type Run } from '../../../formula/index.ts';
import { RUPTURE, YIELD, available, firstReached, strengthCheck } from '../../../standards/aisc360/available.ts';
import { panelZone, webBuckling, webCrippling, webYielding } from '../../../standards/aisc360/concentrated.ts';
import { aiscSettings } from '../../../standards/aisc360/standard.ts';
import { moreUsed, sheet, worstOf, type MomentCase as Case } from './sheet.ts';

const DG = 'AISC Design Guide 4';
const named = (id: string, title: string, clause: string, part = 'column') => ({ id, title, clause, part });

/** Yield-line parameters of the column's flange; `stiffened`: a pair of stiffeners on the line of the tension flange. */
const flangeLines = (s: FormulaSection) => {
  const first = [
    s.f('s', 'mm', '0.5*sqrt(b_cf*g)', 'how far the pattern reaches', DG),
    s.f('c', 'mm', 'p_fo+t_f+p_fi', 'rows on both sides of the flange', DG),
  ];
  const words = 'yield-line parameter of the flange';
  const bare = [
    s.f('Y_c', 'mm', '(b_cf/2)*(h_1+h_0)/s+(2/g)*(h_1*(s+3*c/4)+h_0*(s+c/4)+c^2/2)+g/2', words, DG),
    s.f('Y_c', 'mm', '(b_cf/2)*(h_1+h_4)/s+(2/g)*(h_1*(p_b+c/2+s)+h_2*(p_b/2+c/4)+h_3*(p_b/2+c/2)+h_4*s)+g/2', words, DG),
  ] as const;
  const stiff = {
    p_s: s.f('p_s', 'mm', 'min(s, (c-t_st)/2)', 'rows to the stiffener, no more than s', DG),
    Y: [
      s.f('Y_c', 'mm', '(b_cf/2)*(h_1+h_0)*(1/s+1/p_s)+(2/g)*(h_1+h_0)*(s+p_s)', `${words} beside stiffeners`, DG),
      s.f(
        'Y_c',
        'mm',
        '(b_cf/2)*(h_1/s+h_2/p_s+h_3/p_s+h_4/s)+(2/g)*(h_1*(s+p_b/4)+h_2*(p_s+3*p_b/4)+h_3*(p_s+p_b/4)+h_4*(s+3*p_b/4)+p_b^2)+g',
        `${words} beside stiffeners`,
        DG,
      ),
    ],
  } as const;
  return (r: Run, { form }: Case, stiffened: boolean): void => {
    const eight = form === '8ES' ? 1 : 0;
    for (const f of first) f(r);
    if (!stiffened) return void bare[eight](r);
    stiff.p_s(r);
    stiff.Y[eight](r);
  };
};

const FLANGE = {
  expr: 'F_y_c*t_cf^2*Y_c/1.11',
  words: 'yield lines of the column’s flange, thick enough that its bolts do not pry',
};
const columnFlange = strengthCheck<Case>(sheet, named('mep-column-flange', 'Column flange in bending', DG), {
  steps: (s) => {
    const lines = flangeLines(s);
    return (r, c) => lines(r, c, c.stiff.ten !== null);
  },
  demand: 'M_t',
  demandWords: 'moment that the tension side brings',
  symbol: 'M',
  unit: 'kNm',
  nominal: FLANGE.expr,
  words: FLANGE.words,
  ...YIELD,
});

const CARRIED = 'carried with the stiffener, see its check';
const BOTH = 'Stiffeners stand at both flanges: carried with them, see their check.';

/** Local yielding at each flange without a stiffener; the worse of the two. */
const webYield: CheckDef<Case> = (() => {
  const s = sheet.section('mep-column-web-yield');
  const D = {
    ten: s.f('D', 'kN', 'F_t', 'force of the tension flange'),
    com: s.f('D', 'kN', 'F_c', 'force of the compression flange'),
  };
  const R = webYielding(s);
  return {
    ...named('mep-column-web-yield', 'Local yielding of the column’s web', 'AISC 360-22, J10.2'),
    load: 'combination',
    run: (r, c): Outcome => {
      const bare = (['ten', 'com'] as const).filter((k) => c.stiff[k] === null);
      if (!bare.length) return { skip: BOTH };
      const answer = (k: 'ten' | 'com') => ({ demand: D[k](r), resistance: R(r, c, c[k]), unit: 'kN' as const });
      return worstOf(r, bare, answer, moreUsed);
    },
  };
})();

const pressed = (
  id: string,
  title: string,
  clause: string,
  strength: (s: FormulaSection) => (r: Run, c: Case) => number,
  skip: (c: Case) => string | null = () => null,
): CheckDef<Case> => {
  const s = sheet.section(id);
  const D = s.f('D', 'kN', 'F_c', 'force of the compression flange');
  const R = strength(s);
  return {
    ...named(id, title, clause),
    load: 'combination',
    run: (r, c): Outcome => {
      const none = skip(c) ?? (c.stiff.com ? `A stiffener stands at the compression flange: ${CARRIED}.` : null);
      return none ? { skip: none } : { demand: D(r), resistance: R(r, c), unit: 'kN' };
    },
  };
};
const oneSided = (c: Case): string | null =>
  c.m.input.column!.sides === 2 ? null : 'No beam presses on the other face of the column.';

const panel: CheckDef<Case> = (() => {
  const s = sheet.section('mep-panel-zone');
  const D = s.f(
    'D',
    'kN',
    'max(0[kN], abs(M-M_far)/z-V_c)',
    'shear of the panel from the moments, less that of the column',
    'AISC 360-22, J10.6',
  );
  const strength = panelZone(s);
  return {
    ...named('mep-panel-zone', 'Panel zone in shear', 'AISC 360-22, J10.6'),
    load: 'combination',
    run: (r, c): Outcome => {
      if (!c.farKnown) return { missing: 'Beams stand on both faces of the column: give the moment of the other one, M_other.' };
      const demand = D(r);
      const { R, lines } = strength(r, c, aiscSettings(c.m.basis).panel_deformation);
      return { demand, resistance: R, unit: 'kN', ...(demand > 0 ? { multiple: firstReached(demand, lines) } : {}) };
    },
  };
})();

/** What the bare column, `R_bare`, leaves to the stiffeners at each flange. */
const leftTo = (s: FormulaSection) => ({
  ten: s.f('D', 'kN', 'max(0[kN], F_t-R_bare)', 'pull that is left to the stiffeners', 'AISC 360-22, J10.8'),
  com: s.f('D', 'kN', 'max(0[kN], F_c-R_bare)', 'push that is left to the stiffeners', 'AISC 360-22, J10.8'),
});

/** The pairs of stiffeners: what the bare column does not take goes to them. */
const stiffenersAt = (() => {
  const s = sheet.section('mep-column-stiffener');
  const lines = flangeLines(s);
  const M_n = s.f('M_fl_n', 'kNm', FLANGE.expr, 'column flange without stiffeners', DG);
  const M_fl = available(s, { symbol: 'M_fl', unit: 'kNm' }, YIELD.phi, YIELD.omega, DG);
  const R_fl = s.f('R_fl', 'kN', 'M_fl_c/z', 'the same as a force of the tension flange', DG);
  const yields = webYielding(s);
  const cripples = webCrippling(s);
  const buckles = webBuckling(s);
  const rest = {
    ten: s.f('R_bare', 'kN', 'min(R_fl, R_wy_c)', 'what the bare column takes', 'AISC 360-22, J10.8'),
    com: s.f('R_bare', 'kN', 'min(R_wy_c, R_cr_c)', 'what the bare web takes', 'AISC 360-22, J10.8'),
    both: s.f('R_bare', 'kN', 'min(R_wy_c, R_cr_c, R_bu_c)', 'what the bare web takes', 'AISC 360-22, J10.8'),
  };
  const D = leftTo(s);
  const R_n = {
    ten: s.f('R_n', 'kN', 'F_y_st*2*max(0[mm], b_st-c_st)*t_st', 'yielding of the pair', 'AISC 360-22, J10.8'),
    com: s.f('R_n', 'kN', 'F_y_sc*2*max(0[mm], b_sc-c_sc)*t_sc', 'yielding of the pair', 'AISC 360-22, J10.8'),
  };
  const R_c = available(s, { symbol: 'R', unit: 'kN' }, YIELD.phi, YIELD.omega, 'AISC 360-22, J10.8');
  const F = { ten: s.resolve('F_t').index, com: s.resolve('F_c').index };
  /** What the bare column takes at a flange, N. */
  const bareOf = (r: Run, c: Case, k: 'ten' | 'com'): number => {
    if (k === 'ten') {
      lines(r, c, false);
      M_n(r);
      M_fl(r, c);
      R_fl(r);
      yields(r, c, c.ten);
      return rest.ten(r);
    }
    yields(r, c, c.com);
    cripples(r, c, c.com);
    if (oneSided(c)) return rest.com(r);
    buckles(r, c, c.com);
    return rest.both(r);
  };
  return (r: Run, c: Case, k: 'ten' | 'com') => {
    const bare = bareOf(r, c, k);
    const demand = D[k](r);
    R_n[k](r);
    return { bare, demand, resistance: R_c(r, c), force: r.v[F[k]]! };
  };
})();

/** The flange whose stiffeners are used the more: by the factor on the load that they reach. */
function worstStiffener(
  r: Run,
  c: Case,
  answer: (k: 'ten' | 'com') => {
    readonly bare: number;
    readonly demand: number;
    readonly resistance: number;
    readonly force: number;
  },
): Outcome {
  const there = (['ten', 'com'] as const).filter((k) => c.stiff[k] !== null);
  if (!there.length) return { skip: 'The column has no stiffeners.' };
  const factor = (x: ReturnType<typeof answer>): number => (x.force > 0 ? (x.bare + x.resistance) / x.force : Infinity);
  const worst = worstOf(r, there, answer, (b, a) => factor(b) < factor(a));
  const { demand, resistance } = worst;
  const multiple = factor(worst);
  return Number.isFinite(multiple) ? { demand, resistance, unit: 'kN', multiple } : { skip: 'Neither flange brings a force.' };
}

const stiffenerCheck: CheckDef<Case> = {
  ...named('mep-column-stiffener', 'Stiffeners of the column', 'AISC 360-22, J10.8', 'stiffener'),
  load: 'combination',
  run: (r, c) => worstStiffener(r, c, (k) => stiffenersAt(r, c, k)),
};

/** Welds of the stiffeners, by the force that is left to them: to the column's flange where it is pulled or not fitted, and along its web. */
const stiffenerWeld = (
  id: string,
  title: string,
  weld: (k: 'ten' | 'com') => string,
  words: string,
  fitted: boolean,
): CheckDef<Case> => {
  const s = sheet.section(id);
  const bare = s.found('R_bare', 'kN', 'what the bare column takes', 'from mep-column-stiffener');
  const D = leftTo(s);
  const R_n = {
    ten: s.f('R_n', 'kN', weld('ten'), words, 'AISC 360-22, J2-4'),
    com: s.f('R_n', 'kN', weld('com'), words, 'AISC 360-22, J2-4'),
  };
  const R_c = available(s, { symbol: 'R', unit: 'kN' }, RUPTURE.phi, RUPTURE.omega, 'AISC 360-22, J2.4');
  return {
    ...named(id, title, 'AISC 360-22, J10.8', 'stiffener'),
    load: 'combination',
    run: (r, c) => {
      const held = fitted && c.stiff.com?.fitted ? { ...c, stiff: { ...c.stiff, com: null } } : c;
      if (held !== c && !held.stiff.ten) return { skip: 'The stiffeners are fitted for contact where they are pressed.' };
      return worstStiffener(r, held, (k) => {
        const x = quiet(r, () => stiffenersAt(r, c, k));
        bare(r, x.bare);
        const demand = D[k](r);
        R_n[k](r);
        return { ...x, demand, resistance: R_c(r, c) };
      });
    },
  };
};
const side = (k: 'ten' | 'com'): 't' | 'c' => (k === 'ten' ? 't' : 'c');

export const columnChecks: readonly CheckDef<Case>[] = [
  columnFlange,
  webYield,
  pressed('mep-column-web-crippling', 'Crippling of the column’s web', 'AISC 360-22, J10.3', (s) => {
    const R = webCrippling(s);
    return (r, c) => R(r, c, c.com);
  }),
  pressed(
    'mep-column-web-buckling',
    'Buckling of the column’s web',
    'AISC 360-22, J10.5',
    (s) => {
      const R = webBuckling(s);
      return (r, c) => R(r, c, c.com);
    },
    oneSided,
  ),
  panel,
  stiffenerCheck,
  stiffenerWeld(
    'mep-stiffener-flange-weld',
    'Weld of the stiffeners to the column’s flange',
    (k) => `4*0.6*F_EXX*sqrt(0.5)*w_s${side(k)}*max(0[mm], b_s${side(k)}-c_s${side(k)})*1.5`,
    'four fillets across their length',
    true,
  ),
  stiffenerWeld(
    'mep-stiffener-web-weld',
    'Weld of the stiffeners along the column’s web',
    (k) => `4*0.6*F_EXX*sqrt(0.5)*w_s${side(k)}*max(0[mm], L_s${side(k)})`,
    'four fillets along the web',
    false,
  ),
];
