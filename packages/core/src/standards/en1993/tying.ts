import type { CheckDef } from '../../checks/check.ts';
import type { Run, FormulaSection, Sheet } from '../../formula/index.ts';
import { blockTearing } from './plates.ts';

export const NO_D2 = 'The clear depth d_2 of the supporting web was not given.';

/** A part pulled horizontally through its bolts: symbols of its sizes and of its steel. */
export interface PulledPart {
  readonly id: string;
  readonly part: string;
  readonly t: string;
  readonly h: string;
  readonly e_end: string;
  /** Vertical edge distance of case 2, where such an edge exists. */
  readonly e_edge: string;
  readonly d_v: string;
  readonly d_h: string;
  readonly f_y: string;
  readonly f_u: string;
  /** Symbol for the number of alike parts that share the force (cleats); empty for one part. */
  readonly count: string;
}

const times = (p: PulledPart): string => (p.count ? `${p.count}*` : '');
const all = (p: PulledPart): string => (p.count ? ', all of them' : '');

/**
 * Block tearing of a part pulled horizontally (basis 2.10): case 1 between the outer rows, case 2 out to one edge where there is
 * one. The gamma of the tension area is `gamma`.
 */
export function horizontalBlock(s: FormulaSection, p: PulledPart, gamma: string, symbol = 'N') {
  const nt1 = s.f('A_nt_1', 'mm2', `${p.t}*(L1-(n1-1)*${p.d_v})`, 'net area in tension between the outer rows');
  const nv1 = s.f('A_nv_1', 'mm2', `2*${p.t}*(${p.e_end}+B2-(n2-0.5)*${p.d_h})`, 'net area in shear along two rows');
  const N1 = blockTearing(s, `${symbol}_1`, 1, p.f_u, p.f_y, gamma, 'A_nt_1', 'A_nv_1');
  const nt2 = s.f('A_nt_2', 'mm2', `${p.t}*(${p.e_edge}+L1-(n1-0.5)*${p.d_v})`, 'net area in tension out to one edge');
  const nv2 = s.f('A_nv_2', 'mm2', `${p.t}*(${p.e_end}+B2-(n2-0.5)*${p.d_h})`, 'net area in shear along one row');
  const N2 = blockTearing(s, `${symbol}_2`, 1, p.f_u, p.f_y, gamma, 'A_nt_2', 'A_nv_2');
  const both = s.f(`${symbol}_Rd`, 'kN', `${times(p)}min(${symbol}_1, ${symbol}_2)`, `the lower of both cases${all(p)}`);
  const first = s.f(`${symbol}_Rd`, 'kN', `${times(p)}${symbol}_1`, 'between the outer rows: there is no edge to tear out to');
  return (r: Run, edge: boolean): number => {
    nt1(r);
    nv1(r);
    const a = N1(r);
    if (!edge) {
      const alone = first(r);
      return a > 0 ? alone : 0;
    }
    nt2(r);
    nv2(r);
    const b = N2(r);
    const lower = both(r);
    return Math.min(a, b) > 0 ? lower : 0;
  };
}

/** Gross, net and block checks of a pulled part (basis 2.10). `edge` says whether case 2 of the block exists; `before` works the depth of the part. */
export function pulledPartChecks<C>(
  sheet: Sheet,
  p: PulledPart,
  edge: (r: Run, c: C) => boolean,
  before?: (r: Run, c: C) => void,
): CheckDef<C>[] {
  const N = sheet.section('tie-load').resolve('N_tie').index;
  const gross = sheet.section(`tie-${p.id}-gross`);
  const A = gross.f('A', 'mm2', `${p.h}*${p.t}`, 'gross area');
  const NG = gross.f(
    'N_Rd',
    'kN',
    `${times(p)}A*${p.f_u}/gamma_Mu`,
    `gross section${all(p)}, large strains accepted`,
    'EN 1993-1-1, 6.2.3',
  );
  const net = sheet.section(`tie-${p.id}-net`);
  const A_net = net.f('A_net', 'mm2', `${p.t}*(${p.h}-n1*${p.d_v})`, 'net area');
  const NN = net.f('N_Rd', 'kN', `${times(p)}0.9*A_net*${p.f_u}/gamma_Mu`, `net section${all(p)}`, 'EN 1993-1-1, 6.2.3(2)');
  const block = horizontalBlock(sheet.section(`tie-${p.id}-block`), p, 'gamma_Mu');
  const common = { part: p.part, load: 'tie' as const };
  return [
    {
      id: `tie-${p.id}-gross`,
      title: `Tying: gross section, ${p.part}`,
      clause: 'EN 1993-1-1, 6.2.3',
      ...common,
      run: (r, c) => (before?.(r, c), A(r), { demand: r.v[N]!, resistance: NG(r), unit: 'kN' }),
    },
    {
      id: `tie-${p.id}-net`,
      title: `Tying: net section, ${p.part}`,
      clause: 'EN 1993-1-1, 6.2.3',
      ...common,
      run: (r, c) => (before?.(r, c), A_net(r), { demand: r.v[N]!, resistance: NN(r), unit: 'kN' }),
    },
    {
      id: `tie-${p.id}-block`,
      title: `Tying: block tearing, ${p.part}`,
      clause: 'EN 1993-1-8, 3.10.2',
      ...common,
      run: (r, c) => ({ demand: r.v[N]!, resistance: block(r, edge(r, c)), unit: 'kN' }),
    },
  ];
}

/**
 * Yield lines of a supporting web pulled by a plate welded to it (basis 2.10): plate depth `h`, width `w`, hole ratio 0. With
 * tensile strength and gamma_Mu in tying, with yield strength and gamma_M0 under a lasting axial force.
 */
export function webYieldLines(s: FormulaSection, o: { m: string; f: string; gamma: string; h: string; w: string }) {
  const m = s.f(o.m, 'N', `0.25*${o.f}*t_2^2/${o.gamma}`, 'plastic moment of the web per length');
  const steps = [
    s.f('eta_1', '-', `${o.h}/d_2`, 'depth of the plate over the clear depth of the web'),
    s.f('beta_1', '-', `(${o.w})/d_2`, 'width of plate and welds over the clear depth of the web'),
    s.f('gamma_1', '-', '0', 'no holes in the web'),
  ];
  const N = s.f(
    'N_Rd',
    'kN',
    `8*${o.m}/(1-beta_1)*(eta_1+1.5*sqrt((1-beta_1)*(1-gamma_1)))`,
    'yield lines in the supporting web',
    'yield-line method of the simple-joint practice',
  );
  return (r: Run): number => {
    m(r);
    for (const f of steps) f(r);
    return N(r);
  };
}
