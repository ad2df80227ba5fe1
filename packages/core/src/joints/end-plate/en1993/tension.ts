import { boltShear } from '../../../standards/en1993/bolts.ts';
import { tStub } from '../../../standards/en1993/t-stub.ts';
import type { Formula, FormulaSection, Run } from '../../../formula/index.ts';
import type { CheckDef, Outcome } from '../../check.ts';
import { onFlange, webWeld } from './shear.ts';
import { sheet, slots, type EndPlateCase } from './sheet.ts';

type Check = CheckDef<EndPlateCase>;
type Strength = 'tie' | 'axial';
const N_tie = slots.N_tie.index;
const N_Ed = slots.N_Ed.index;
/** Tying uses tensile strength and gamma_Mu, a lasting axial force yield strength and the ordinary factors (basis 2.11, 3.6). */
const NAMES = { tie: { f: 'f_u', gamma: 'gamma_Mu', gammaBolt: 'gamma_Mu' }, axial: { f: 'f_y', gamma: 'gamma_M0', gammaBolt: 'gamma_M2' } } as const;

/** The plate as T-stub beside the web (basis 3.6). */
function plateTStub(s: FormulaSection, k: Strength) {
  const practice = 'simple-joint practice, EN 1993-1-8, 6.2.4';
  const steps = [
    s.f('a', 'mm', 'k_a*s', 'throat of the fillet weld'),
    s.f('c', 'mm', 'p_3-t_w-2*sqrt(2)*a', 'clear distance that spreads the yield lines'),
    s.f('e_1A', 'mm', 'min(e1_m, 0.5*c+d_0_p/2)', 'length at each end', practice),
  ];
  const p_1A = s.f('p_1A', 'mm', 'min(p1, c+d_0_p)', 'length between two rows', practice);
  const l = { many: s.f('l_eff_1', 'mm', '2*e_1A+(n1-1)*p_1A', 'effective length'), one: s.f('l_eff_1', 'mm', '2*e_1A', 'effective length, one row') };
  const l2 = s.f('l_eff_2', 'mm', 'l_eff_1', 'effective length, mode 2');
  const m = s.f('m', 'mm', '(p_3-t_w-1.6*sqrt(2)*a)/2', 'bolt to the yield line at the weld');
  const n = { side: s.f('n', 'mm', 'min(e2, e_side, 1.25*m)', 'bolt to the prying force'), plain: s.f('n', 'mm', 'min(e2, 1.25*m)', 'bolt to the prying force') };
  const stub = tStub(s, { t: 't_p', f: `${NAMES[k].f}_p`, gamma: NAMES[k].gamma, gammaBolt: NAMES[k].gammaBolt, bolts: 'n_s' });
  return (r: Run, c: EndPlateCase) => {
    for (const f of steps) f(r);
    if (c.n1 > 1) p_1A(r);
    (c.n1 > 1 ? l.many : l.one)(r);
    l2(r);
    m(r);
    (c.m.input.support.e_side !== undefined ? n.side : n.plain)(r);
    return stub(r);
  };
}

/** The unstiffened column flange as T-stub (Table 6.4, rows alone or as one group). */
function flangeTStub(s: FormulaSection, k: Strength) {
  const clause = 'EN 1993-1-8, Table 6.4';
  const steps: Formula[] = [
    s.f('m', 'mm', '(p_3-t_wc-1.6*r_c)/2', 'bolt to the root of the flange', clause),
    s.f('e', 'mm', '(b_c-p_3)/2', 'bolt to the edge of the flange'),
  ];
  const n = { plain: s.f('n', 'mm', 'min(e2, e, 1.25*m)', 'bolt to the prying force', clause) };
  const lengths = [
    s.f('l_cp', 'mm', 'min(2*pi*m*n1, 2*pi*m+2*(n1-1)*p1)', 'circular patterns, rows alone or one group', clause),
    s.f('l_nc', 'mm', 'min(n1*(4*m+1.25*e), 4*m+1.25*e+(n1-1)*p1)', 'other patterns, rows alone or one group', clause),
    s.f('l_eff_1', 'mm', 'min(l_cp, l_nc)', 'effective length, mode 1', clause),
    s.f('l_eff_2', 'mm', 'l_nc', 'effective length, mode 2', clause),
  ];
  const stub = tStub(s, { t: 't_2', f: `${NAMES[k].f}_2`, gamma: NAMES[k].gamma, gammaBolt: NAMES[k].gammaBolt, bolts: 'n_s' });
  return (r: Run) => {
    for (const f of [...steps, n.plain, ...lengths]) f(r);
    return stub(r);
  };
}

/** Yield lines in a supporting web round the bolts (basis 3.6). */
function webLines(s: FormulaSection, k: Strength) {
  const m = k === 'tie' ? 'm_pl_u' : 'm_pl';
  const steps = [
    s.f(m, 'N', `0.25*${NAMES[k].f}_2*t_2^2/${NAMES[k].gamma}`, 'plastic moment of the web per length'),
    s.f('eta_1', '-', '(L1-n1*d_0_2/2)/d_2', 'depth of the bolts over the clear depth of the web'),
    s.f('beta_1', '-', 'p_3/d_2', 'gauge over the clear depth of the web'),
    s.f('gamma_1', '-', 'd_0_2/d_2', 'hole over the clear depth of the web'),
  ];
  const N_Rd = s.f('N_Rd', 'kN', `8*${m}/(1-beta_1)*(eta_1+1.5*sqrt((1-beta_1)*(1-gamma_1)))`, 'yield lines in the supporting web', 'yield-line method of the simple-joint practice');
  return (r: Run): number => {
    for (const f of steps) f(r);
    return N_Rd(r);
  };
}

const NO_FLANGE_DATA = 'Flange width, web thickness and root radius of the column were not given.';
const NO_D2 = 'The clear depth d_2 of the supporting web was not given.';
const NO_AXIAL = 'There is no axial force in this combination.';
const PUSHED = 'The axial force is compression: the plate bears on the support.';

/** T-stubs and web of the support for tying and for a lasting axial force: the same shape of checks twice. */
function supportChecks(k: Strength, prefix: string, title: string, wrap: (id: string, title: string, clause: string, part: string, run: Check['run']) => Check): Check[] {
  const force = k === 'tie' ? N_tie : N_Ed;
  const plate = plateTStub(sheet.section(`${prefix}plate-tstub`), k);
  const flange = flangeTStub(sheet.section(`${prefix}support-flange`), k);
  const web = webLines(sheet.section(`${prefix}support-web`), k);
  return [
    wrap(`${prefix}plate-tstub`, `${title}plate in bending, with prying`, 'EN 1993-1-8, 6.2.4', 'plate', (r, c) => ({ demand: r.v[force]!, resistance: plate(r, c).resistance, unit: 'kN' })),
    wrap(`${prefix}support-flange`, `${title}column flange in bending`, 'EN 1993-1-8, 6.2.6.4', 'support', (r, c): Outcome => {
      if (!onFlange(c)) return { skip: 'The support is a web, not a flange.' };
      if (!c.m.column) return { skip: NO_FLANGE_DATA };
      return { demand: r.v[force]!, resistance: flange(r).resistance, unit: 'kN' };
    }),
    wrap(`${prefix}support-web`, `${title}yield lines in the supporting web`, 'yield-line method', 'support', (r, c): Outcome => {
      if (onFlange(c)) return { skip: 'The support is a flange; see the flange check.' };
      if (c.m.support.d2 === null) return { skip: NO_D2 };
      return { demand: r.v[force]!, resistance: web(r), unit: 'kN' };
    }),
  ];
}

const tie = (id: string, title: string, clause: string, part: string, run: Check['run']): Check => ({ id, title, clause, part, load: 'tie', run });
const pulled = (id: string, title: string, clause: string, part: string, run: Check['run']): Check => ({
  id, title, clause, part, load: 'combination', run: (r, c, l) => (l.axial === 'none' ? { skip: NO_AXIAL } : l.axial === 'compression' ? { skip: PUSHED } : run(r, c, l)),
});
const capital = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1);

function punching(id: string, gamma: string) {
  const s = sheet.section(id);
  const d_m = s.f('d_m', 'mm', '(s_b+2*s_b/sqrt(3))/2', 'mean of flats and points of head or nut', 'EN 1993-1-8, Table 3.4');
  const plate = s.f('B_p_u_plate', 'kN', `0.6*pi*d_m*t_p*f_u_p/${gamma}`, 'punching of the plate, one bolt', 'EN 1993-1-8, Table 3.4');
  const support = s.f('B_p_u_support', 'kN', `0.6*pi*d_m*t_2*f_u_2/${gamma}`, 'punching of the support, one bolt', 'EN 1993-1-8, Table 3.4');
  const all = s.f('N_Rd', 'kN', 'n_s*min(B_p_u_plate, B_p_u_support)', 'all bolts');
  return (r: Run): number => {
    d_m(r);
    plate(r);
    support(r);
    return all(r);
  };
}
const tiePunching = punching('tie-bolt-punching', 'gamma_Mu');
const punchingN = punching('bolt-punching', 'gamma_M2');

const tieWeld = sheet.section('tie-weld');
const tieWeldSize = webWeld(tieWeld);
const tieWeldN = tieWeld.f('N_Rd', 'kN', 'sqrt(2)*a*l_eff*f_u_weld/(beta_w*gamma_Mu)', 'two fillets pulled across', 'EN 1993-1-8, 4.5.3.2');

/** Depth of web that takes a horizontal force. */
function webDepth(s: FormulaSection) {
  const whole = s.f('h_w', 'mm', 'h_p', 'depth of web: that of the plate');
  const notch = s.f('h_w', 'mm', 'min(h_p, h_N)', 'depth of web: plate or notched beam');
  const full = s.f('h_w', 'mm', 'h_b-2*(t_f+r)', 'depth of web between the root fillets');
  return (r: Run, c: EndPlateCase): void => void (c.m.input.plate.full_depth ? full : c.notchTop || c.notchBottom ? notch : whole)(r);
}
const tieWeb = sheet.section('tie-web-tension');
const tieWebDepth = webDepth(tieWeb);
const tieWebN = tieWeb.f('N_Rd', 'kN', 't_w*h_w*f_u_w/gamma_Mu', 'web pulled over its depth', 'EN 1993-1-1, 6.2.3');

const webN = sheet.section('web-gross-interaction');
const webNDepth = webDepth(webN);
const webNSteps = [webN.f('N_Rd', 'kN', 'h_w*t_w*f_y_w/gamma_M0', 'axial resistance of the web', 'EN 1993-1-1, 6.2.3'), webN.f('V_Rd', 'kN', 'A_v_b*f_y_w/(sqrt(3)*gamma_M0)', 'shear resistance of the web', 'EN 1993-1-1, 6.2.6(2)')];
const webNU = webN.f('u', '-', 'sqrt((N_Ed/N_Rd)^2+(V_Ed/V_Rd)^2)', 'axial force and shear in the web');

const combined = sheet.section('combined-shear-tension');
const combinedShear = boltShear(combined, 'L1');
const F_t_Rd = combined.f('F_t_Rd', 'kN', '0.9*f_ub*A_s/gamma_M2', 'tension resistance of one bolt', 'EN 1993-1-8, Table 3.4');
const F_v_Ed = combined.f('F_v_Ed', 'kN', 'V_Ed/n_s', 'shear on one bolt');
const combinedStub = plateTStub(combined, 'axial');
const F_t_Ed = {
  1: combined.f('F_t_Ed', 'kN', 'N_Ed/F_T_Rd*min(F_T_Rd+2*M_pl_1/n, sum_F_t)/n_s', 'tension on one bolt with the prying force of mode 1'),
  2: combined.f('F_t_Ed', 'kN', 'N_Ed/F_T_Rd*sum_F_t/n_s', 'tension on one bolt with the prying force of mode 2'),
  3: combined.f('F_t_Ed', 'kN', 'N_Ed/n_s', 'tension on one bolt, no prying'),
};
const combinedU = combined.f('u', '-', 'max(F_v_Ed/F_v_Rd+F_t_Ed/(1.4*F_t_Rd), F_t_Ed/F_t_Rd)', 'shear and tension in a bolt', 'EN 1993-1-8, Table 3.4');

export const tensionChecks: Check[] = [
  pulled('combined-shear-tension', 'Bolts in shear and tension', 'EN 1993-1-8, Table 3.4', 'bolts', (r, c) => {
    combinedShear(r, { threads: c.m.input.bolts.threads_in_plane, longJoint: c.m.basis.settings.long_joint });
    F_t_Rd(r);
    F_v_Ed(r);
    const { resistance, mode } = combinedStub(r, c);
    F_t_Ed[mode](r);
    const u = combinedU(r);
    return { demand: Number.isFinite(u) ? u : 1, resistance: resistance > 0 ? 1 : 0, unit: '-' };
  }),
  ...supportChecks('axial', '', '', (id, title, clause, part, run) => pulled(id, capital(title), clause, part, run)),
  pulled('bolt-punching', 'Punching under the bolts', 'EN 1993-1-8, Table 3.4', 'plate', (r) => ({ demand: r.v[N_Ed]!, resistance: punchingN(r), unit: 'kN' })),
  {
    id: 'web-gross-interaction', title: 'Axial force and shear, beam web', clause: 'EN 1993-1-1, 6.2.10', part: 'beam web', load: 'combination',
    run: (r, c, l) => {
      if (l.axial === 'none') return { skip: NO_AXIAL };
      webNDepth(r, c);
      for (const f of webNSteps) f(r);
      return { demand: webNU(r), resistance: 1, unit: '-' };
    },
  },
  ...supportChecks('tie', 'tie-', 'Tying: ', tie),
  tie('tie-bolt-punching', 'Tying: punching under the bolts', 'EN 1993-1-8, Table 3.4', 'plate', (r) => ({ demand: r.v[N_tie]!, resistance: tiePunching(r), unit: 'kN' })),
  tie('tie-weld', 'Tying: weld', 'EN 1993-1-8, 4.5.3.2', 'weld', (r, c) => (tieWeldSize(r, c), { demand: r.v[N_tie]!, resistance: tieWeldN(r), unit: 'kN' })),
  tie('tie-web-tension', 'Tying: beam web in tension', 'EN 1993-1-1, 6.2.3', 'beam web', (r, c) => (tieWebDepth(r, c), { demand: r.v[N_tie]!, resistance: tieWebN(r), unit: 'kN' })),
];
