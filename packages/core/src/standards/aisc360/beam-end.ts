import type { CheckDef } from '../../checks/check.ts';
import type { FormulaSection, Run, Sheet } from '../../formula/index.ts';
import {
  BOTH_WAYS,
  SHEAR_YIELD,
  YIELD,
  available,
  bothWays,
  buckling,
  ratioCheck,
  strengthCheck,
  type InFormat,
} from './available.ts';
import { blockAlong, blockPath, pulledBlock, type BlockPart } from './block-shear.ts';

/** What the checks of a supported beam's end ask of a joint. Symbols of the sheet: see `beamEndSlots`. */
export interface BeamEndCase extends InFormat {
  readonly copedTop: boolean;
  readonly copedBottom: boolean;
  /** Bolts in the web: rows and lines; none where it is welded. */
  readonly rows: number;
  readonly lines: number;
}

/** Symbols that a sheet gives for them: forces, beam, cope, bolts in the web. Lengths of holes are nominal. */
export const beamEndSlots = (sheet: Sheet) => {
  const g = sheet.given.bind(sheet);
  return {
    d_b: g('d_b', 'mm', 'depth of the beam'),
    b_f: g('b_f', 'mm', 'flange width of the beam'),
    t_f: g('t_f', 'mm', 'flange thickness of the beam'),
    t_w: g('t_w', 'mm', 'web thickness of the beam'),
    k: g('k', 'mm', 'outer face of the flange to the toe of the fillet'),
    F_y_w: g('F_y_w', 'MPa', 'yield strength of the beam'),
    F_u_w: g('F_u_w', 'MPa', 'tensile strength of the beam'),
    c_c: g('c_c', 'mm', 'length of the cope from the beam end'),
    d_ct: g('d_ct', 'mm', 'depth of the cope at the top'),
    d_cb: g('d_cb', 'mm', 'depth of the cope at the bottom'),
    gap: g('gap', 'mm', 'face of the support to the beam end'),
    l_ev_w: g('l_ev_w', 'mm', 'first row to the top edge of the web'),
    l_eh_w: g('l_eh_w', 'mm', 'first bolt line to the beam end'),
    under: g('u_r', 'mm', 'underrun of the beam'),
    d_hv_w: g('d_hv_w', 'mm', 'hole in the web, vertical'),
    d_hh_w: g('d_hh_w', 'mm', 'hole in the web, horizontal'),
    z_g: g('z_g', 'mm', 'top of the beam down to the middle of the bolts'),
  };
};

/** Shared values that follow from them; `n`, `m`, `L1`, `g_c` are the bolts of the joint. */
export function beamEndCommon(g: FormulaSection) {
  const h_o = g.f('h_o', 'mm', 'd_b-d_ct-d_cb', 'depth of the web between copes');
  const v = g.f('d_nv_w', 'mm', 'd_hv_w+1.5875[mm]', 'hole in the web for its net area, vertical', 'AISC 360-22, B4.3b');
  const h = g.f('d_nh_w', 'mm', 'd_hh_w+1.5875[mm]', 'hole in the web for its net area, horizontal', 'AISC 360-22, B4.3b');
  const l = g.f('l_h_w', 'mm', 'l_eh_w-u_r', 'first bolt line to the beam end, less the underrun');
  return (r: Run, bolted: boolean): void => {
    h_o(r);
    if (!bolted) return;
    v(r);
    h(r);
    l(r);
  };
}

const coped = (c: BeamEndCase): boolean => c.copedTop || c.copedBottom;
const WEB: BlockPart = { t: 't_w', F_y: 'F_y_w', F_u: 'F_u_w', l_eh: 'l_h_w', d_nv: 'd_nv_w', d_nh: 'd_nh_w' };
/** Block shear of the web along the reaction: up to the coped edge. */
const vertical = (s: FormulaSection, q = '') => blockAlong(s, WEB, 'l_ev_w', q);
/** The same along an axial force, out of the beam end: between the outer rows, and where the web is coped out to the nearer of its edges too. */
const axial = (s: FormulaSection) => {
  const [top, bottom] = ['z_g-L1/2-d_ct', 'd_b-d_cb-z_g-L1/2'];
  const edge = {
    top: s.f('l_e', 'mm', top, 'first row to the coped edge'),
    bottom: s.f('l_e', 'mm', bottom, 'last row to the coped edge'),
    both: s.f('l_e', 'mm', `min(${top}, ${bottom})`, 'outer row to the nearer coped edge'),
  };
  const block = pulledBlock(s, WEB, 'l_e', 'the coped edge');
  return (r: Run, c: BeamEndCase): void => {
    if (coped(c)) edge[c.copedTop ? (c.copedBottom ? 'both' : 'top') : 'bottom'](r);
    block(r, coped(c));
  };
};

/** Flexure of a coped end, nominal: Manual, part 9 (single), F11 (double). N mm, and what the combined check asks besides. */
interface Cope {
  readonly M_n: number;
  /** Area of the coped section, its centroid below the top of the beam. */
  readonly A: number;
  readonly z: number;
  /** Outside the limits of the method. */
  readonly outside: boolean;
}

/** `E` and strengths in MPa, sizes in mm. Fillets ignored. */
export function copedEnd(v: {
  E: number;
  F_y: number;
  d: number;
  b_f: number;
  t_f: number;
  t_w: number;
  c: number;
  d_ct: number;
  d_cb: number;
}): Cope {
  const { E, F_y, d, b_f, t_f, t_w, c, d_ct, d_cb } = v;
  const h_o = d - d_ct - d_cb;
  if (d_ct > 0 && d_cb > 0) {
    const [Z, S] = [(t_w * h_o ** 2) / 4, (t_w * h_o ** 2) / 6];
    const C_b = Math.max(1.84, (3 + Math.log(c / h_o)) * (1 - d_ct / h_o));
    return { M_n: rectangleFlexure(E, F_y, c, h_o, t_w, C_b, Z, S), A: h_o * t_w, z: d_ct + h_o / 2, outside: c > 2 * d };
  }
  // A tee: web h_o and one flange; y from the coped edge.
  const web = h_o - t_f;
  const A = web * t_w + b_f * t_f;
  const y = (web * t_w * (web / 2) + b_f * t_f * (h_o - t_f / 2)) / A;
  const I = (t_w * web ** 3) / 12 + web * t_w * (y - web / 2) ** 2 + (b_f * t_f ** 3) / 12 + b_f * t_f * (h_o - t_f / 2 - y) ** 2;
  const S = I / y;
  const half = A / 2;
  const na = web * t_w >= half ? half / t_w : web + (half - web * t_w) / b_f;
  const inWeb = Math.min(na, web);
  const Z =
    t_w * (inWeb * (na - inWeb / 2)) +
    (na < web ? t_w * ((web - na) * ((web - na) / 2)) : b_f * ((na - web) * ((na - web) / 2))) +
    b_f * (na < web ? t_f * (h_o - t_f / 2 - na) : (h_o - na) * ((h_o - na) / 2));
  const f = c <= d ? (2 * c) / d : 1 + c / d;
  const k = c <= h_o ? 2.2 * (h_o / c) ** 1.65 : (2.2 * h_o) / c;
  const k_1 = Math.max(f * k, 1.61);
  const lambda = h_o / t_w;
  const lambda_p = 0.475 * Math.sqrt((k_1 * E) / F_y);
  const [M_p, M_y] = [F_y * Z, F_y * S];
  const M_n =
    lambda <= lambda_p
      ? M_p
      : lambda <= 2 * lambda_p
        ? M_p - (M_p - M_y) * (lambda / lambda_p - 1)
        : ((0.903 * E * k_1) / lambda ** 2) * S;
  return { M_n, A, z: d_ct > 0 ? d_ct + y : d - d_cb - y, outside: c > 2 * d || Math.max(d_ct, d_cb) > d / 2 };
}

/** A rectangle in bending, F11: unbraced length L_b, depth h, thickness t. */
export function rectangleFlexure(
  E: number,
  F_y: number,
  L_b: number,
  h: number,
  t: number,
  C_b: number,
  Z: number,
  S: number,
): number {
  const x = (L_b * h) / t ** 2;
  const M_p = F_y * Z;
  if (x <= (0.08 * E) / F_y) return M_p;
  if (x <= (1.9 * E) / F_y) return Math.min(M_p, C_b * (1.52 - 0.274 * ((x * F_y) / E)) * F_y * S);
  return Math.min(M_p, ((1.9 * E * C_b) / x) * S);
}

const PART = 'beam web';
/** Those of a beam without bolts in its web. */
const UNBOLTED = new Set(['web-shear-yield', 'web-cope-flexure']);
export const weldedEndChecks = <C extends BeamEndCase>(sheet: Sheet, copeOf: (c: C) => Cope): CheckDef<C>[] =>
  beamEndChecks(sheet, copeOf).filter((c) => UNBOLTED.has(c.id));

const noBolts = (c: BeamEndCase): string | null => (c.rows === 0 ? 'There are no bolts in the web.' : null);
const OUTSIDE = 'The cope is longer than twice the beam’s depth or deeper than half of it: the method does not cover it.';

/** The checks of a supported beam's end (basis 4). `copeOf` works the coped section of a case. */
export const beamEndChecks = <C extends BeamEndCase>(sheet: Sheet, copeOf: (c: C) => Cope): CheckDef<C>[] => [
  shearYield<C>(sheet),
  ...holesOfWeb<C>(sheet),
  copeFlexure(sheet, copeOf),
  copeCombined(sheet, copeOf),
];

/** Shear of a whole web, stocky or slender (G2.1); `F_y` names its yield strength. `clause` that of a stocky one; what is left of a coped web takes its factors. */
export function wholeWebShear(s: FormulaSection, F_y: string, clause: string) {
  const C_v = s.f(
    'C_v1',
    '-',
    `min(1, 1.1*sqrt(5.34*E/${F_y})*t_w/(d_b-2*k))`,
    'factor of a slender web',
    'AISC 360-22, G2-3, G2-4',
  );
  const limit = s.f(
    'lambda_v',
    '-',
    `2.24*sqrt(E/${F_y})-(d_b-2*k)/t_w`,
    'limit of stocky webs less the slenderness',
    'AISC 360-22, G2.1',
  );
  const nominal = {
    stocky: s.f('R_n', 'kN', `0.6*${F_y}*d_b*t_w`, 'shear yielding of the web', 'AISC 360-22, G2-1'),
    thin: s.f('R_n', 'kN', `0.6*${F_y}*d_b*t_w*C_v1`, 'shear of a slender web', 'AISC 360-22, G2-1'),
  };
  const stocky = available(s, { symbol: 'R', unit: 'kN' }, SHEAR_YIELD.phi, SHEAR_YIELD.omega, clause);
  const thin = available(s, { symbol: 'R', unit: 'kN' }, YIELD.phi, YIELD.omega, 'AISC 360-22, G1');
  return {
    stocky,
    strength: (r: Run, c: InFormat): number => {
      const isThin = limit(r) < 0;
      if (isThin) C_v(r);
      nominal[isThin ? 'thin' : 'stocky'](r);
      return (isThin ? thin : stocky)(r, c);
    },
  };
}

/** Shear of the whole web, or of what a cope leaves of it. */
function shearYield<C extends BeamEndCase>(sheet: Sheet): CheckDef<C> {
  const s = sheet.section('web-shear-yield');
  const D = s.f('D', 'kN', 'V', 'beam reaction');
  const whole = wholeWebShear(s, 'F_y_w', 'AISC 360-22, G2.1, J4.2');
  const rest = s.f('R_n', 'kN', '0.6*F_y_w*h_o*t_w', 'shear yielding of the coped web', 'AISC 360-22, J4-3');
  return {
    id: 'web-shear-yield',
    title: 'Shear yielding, beam web',
    clause: 'AISC 360-22, G2.1, J4.2',
    part: PART,
    load: 'combination',
    run: (r, c) => {
      const demand = D(r);
      if (!coped(c)) return { demand, resistance: whole.strength(r, c), unit: 'kN' };
      rest(r);
      return { demand, resistance: whole.stocky(r, c), unit: 'kN' };
    },
  };
}

/** Shear rupture and block shear through the bolts of the web. */
const holesOfWeb = <C extends BeamEndCase>(sheet: Sheet): CheckDef<C>[] => [
  strengthCheck<C>(
    sheet,
    { id: 'web-shear-rupture', title: 'Shear rupture, beam web', clause: 'AISC 360-22, J4-4', part: PART },
    {
      skip: (c) => (coped(c) ? noBolts(c) : 'The beam is not coped.'),
      demand: 'V',
      demandWords: 'beam reaction',
      nominal: '0.6*F_u_w*(h_o-n*d_nv_w)*t_w',
      words: 'shear rupture through the holes',
      phi: '0.75',
      omega: '2',
    },
  ),
  strengthCheck<C>(
    sheet,
    { id: 'web-block-shear', title: 'Block shear, beam web', clause: 'AISC 360-22, J4-5', part: PART },
    {
      skip: (c) => (c.copedTop ? noBolts(c) : 'There is no cope at the top.'),
      steps: vertical,
      demand: 'V',
      demandWords: 'beam reaction',
      nominal: blockPath(WEB),
      words: 'block shear up to the coped edge',
      phi: '0.75',
      omega: '2',
    },
  ),
  strengthCheck<C>(
    sheet,
    { id: 'web-block-shear-axial', title: 'Block shear under axial force, beam web', clause: 'AISC 360-22, J4-5', part: PART },
    {
      skip: (c, l) =>
        noBolts(c) ?? (l.axial !== 'tension' ? 'No force pulls the beam.' : c.rows < 2 ? 'There is one bolt row only.' : null),
      steps: axial,
      demand: 'N',
      demandWords: 'axial tension',
      nominal: 'R_b',
      words: 'block shear out of the beam end',
      phi: '0.75',
      omega: '2',
    },
  ),
  blockShearBoth<C>(sheet),
];
const blockShearBoth = <C extends BeamEndCase>(sheet: Sheet): CheckDef<C> =>
  ratioCheck<C>(
    sheet,
    { id: 'web-block-shear-both', title: 'Block shear under both forces, beam web', clause: 'stated method', part: PART },
    {
      skip: (c, l) =>
        noBolts(c) ??
        (!c.copedTop
          ? 'There is no cope at the top.'
          : l.axial !== 'tension' || c.rows < 2
            ? 'No axial block shear acts.'
            : null),
      steps: (s) => {
        const paths = [vertical(s, '_V'), axial(s)] as const;
        const both = bothWays(s, { expr: blockPath(WEB, '_V'), words: 'block shear' }, { expr: 'R_b', words: 'block shear' });
        return (r, c) => {
          for (const path of paths) path(r, c);
          both(r, c);
        };
      },
      ...BOTH_WAYS,
    },
  );

function copeFlexure<C extends BeamEndCase>(sheet: Sheet, copeOf: (c: C) => Cope): CheckDef<C> {
  const flexure = sheet.section('web-cope-flexure');
  const e_c = flexure.f('e_c', 'mm', 'c_c+gap', 'face of the cope to the face of the support', 'Manual, part 9');
  const M_D = flexure.f('D', 'Nmm', 'V*e_c', 'moment at the face of the cope');
  const M_n = flexure.found(
    'M_n',
    'Nmm',
    'flexural strength of the coped end',
    'local buckling of the tee, or F11 of the plate',
    'Manual, part 9',
  );
  const M_c = available(flexure, { symbol: 'M', unit: 'Nmm' }, '0.9', '1.67', 'AISC 360-22, F1');
  return {
    id: 'web-cope-flexure',
    title: 'Flexure of the coped end',
    clause: 'Manual, part 9',
    part: PART,
    load: 'combination',
    run: (r, c) => {
      if (!coped(c)) return { skip: 'The beam is not coped.' };
      const cope = copeOf(c);
      if (cope.outside) return { missing: OUTSIDE };
      e_c(r);
      const demand = M_D(r);
      M_n(r, cope.M_n);
      return { demand, resistance: M_c(r, c), unit: 'Nmm' };
    },
  };
}

function copeCombined<C extends BeamEndCase>(sheet: Sheet, copeOf: (c: C) => Cope): CheckDef<C> {
  const both = sheet.section('web-cope-combined');
  const combined = {
    e_c: both.f('e_c', 'mm', 'c_c+gap', 'face of the cope to the face of the support', 'Manual, part 9'),
    A: both.found('A_c', 'mm2', 'area of the coped section', 'its web and flange, fillets ignored'),
    e_N: both.found('e_N', 'mm', 'middle of the bolts to the centroid of the coped section', 'measured'),
    M_n: both.found('M_n', 'Nmm', 'flexural strength of the coped end', 'as above', 'Manual, part 9'),
    M_c: available(both, { symbol: 'M', unit: 'Nmm' }, '0.9', '1.67', 'AISC 360-22, F1'),
    N_t: both.f('N_n', 'kN', 'F_y_w*A_c', 'yielding of the coped section', 'AISC 360-22, D2-1'),
    slenderness: both.f('lambda', '-', '1.2*c_c*sqrt(12)/t_w', 'slenderness of the web over the cope', 'AISC 360-22, E2'),
    F_cr: buckling(both, 'F_y_w'),
    N_b: both.f('N_n', 'kN', 'F_cr*A_c', 'buckling of the coped section', 'AISC 360-22, E3-1'),
    N_c: available(both, { symbol: 'N', unit: 'kN' }, '0.9', '1.67', 'AISC 360-22, D2, E1'),
    r_N: both.f('r_N', '-', 'N/N_c', 'share of the axial force'),
    r_M: both.f('r_M', '-', '(V*e_c+N*e_N)/M_c', 'share of the moment'),
    u: both.f('u', '-', 'max(r_N+8/9*r_M, r_N/2+r_M)', 'both together', 'AISC 360-22, H1-1'),
  };
  const F_y = (r: Run): number => r.v[both.resolve('F_y_w').index]!;
  return {
    id: 'web-cope-combined',
    title: 'Coped end under both forces',
    clause: 'AISC 360-22, H1-1',
    part: PART,
    load: 'combination',
    run: (r, c, l) => {
      if (l.axial === 'none') return { skip: 'There is no axial force.' };
      if (!c.copedTop) return { skip: 'There is no cope at the top.' };
      const none = noBolts(c);
      if (none) return { skip: none };
      const cope = copeOf(c);
      if (cope.outside) return { missing: OUTSIDE };
      const { A, e_N, N_t, slenderness, F_cr, N_b, N_c, r_N, r_M, u } = combined;
      combined.e_c(r);
      A(r, cope.A);
      e_N(r, Math.abs(cope.z - r.v[both.resolve('z_g').index]!));
      combined.M_n(r, cope.M_n);
      combined.M_c(r, c);
      if (l.axial === 'tension' || slenderness(r) <= 25) N_t(r);
      else {
        F_cr(r, F_y(r));
        N_b(r);
      }
      N_c(r, c);
      r_N(r);
      r_M(r);
      return { demand: u(r), resistance: 1, unit: '-' };
    },
  };
}
