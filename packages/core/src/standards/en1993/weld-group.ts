import type { Formula, Run, Sheet } from '../../formula/index.ts';
import type { CheckDef } from '../../checks/check.ts';

/** A plate or leg lying on the beam web: names of its depth, its reach from the support face, the weld's leg, and the number of such parts. */
export interface LappedPart {
  readonly h: string;
  readonly reach: string;
  readonly s: string;
  /** Strength and correlation factor of the weaker part at these welds. */
  readonly f_u: string;
  readonly beta_w: string;
  /** Symbol for the number of parts that share the force; empty for one. */
  readonly count: string;
}

const length = 'EN 1993-1-8, 4.5.1';
const simple = 'EN 1993-1-8, 4.5.3.3';

/** Throat, lengths and centroid of the welds; the force that they carry at the worst corner. */
function groupForces(sheet: Sheet, p: LappedPart) {
  const share = p.count ? `/${p.count}` : '';
  const g = sheet.commonSection('weld-beam-group');
  const size = [
    g.f('a_b', 'mm', `k_a*${p.s}`, 'throat of the fillet weld on the beam web', 'EN 1993-1-8, 4.5.2'),
    g.f('l_h', 'mm', `${p.reach}-g_h-a_b`, 'effective length along one end, from the free edge to the beam end', length),
    g.f('L_w', 'mm', `${p.h}+2*l_h`, 'effective length of the welds', length),
    g.f('x_w', 'mm', 'l_h^2/L_w', 'centroid of the welds, from the free edge'),
  ];
  const loaded = [
    g.f(
      'I_w',
      'mm3',
      `${p.h}^3/12+2*l_h*(${p.h}/2)^2+l_h^3/6+2*l_h*(l_h/2-x_w)^2+${p.h}*x_w^2`,
      'polar second moment of the welds as lines',
    ),
    g.f('V_c', 'kN', `V_Ed${share}`, 'reaction on these welds'),
    g.f('T_c', 'kNm', `V_c*(${p.reach}-x_w)`, 'moment about the centroid of the welds'),
  ];
  const f_x = [
    g.f('f_x', 'kN/mm', `T_c*(${p.h}/2)/I_w`, 'horizontal force at the worst corner'),
    g.f('f_x', 'kN/mm', `T_c*(${p.h}/2)/I_w+N_Ed${share}/L_w`, 'horizontal force at the worst corner, with the axial force'),
  ];
  const f_z = g.f('f_z', 'kN/mm', 'V_c/L_w+T_c*(l_h-x_w)/I_w', 'vertical force at the worst corner, at the beam end');
  const force = (r: Run, l: { readonly axial: string }): void => {
    for (const f of [...size, ...loaded, f_x[l.axial === 'none' ? 0 : 1]!, f_z]) f(r);
  };
  return { size, force };
}

/** The welds pulled by a tying force. */
function tieWeld<C>(sheet: Sheet, p: LappedPart, size: readonly Formula[]): CheckDef<C> {
  const tie = sheet.section('tie-weld-beam');
  const tieN = tie.f('N_Rd', 'kN', `${p.count ? `${p.count}*` : ''}L_w*${strengthOf(p, 'gamma_Mu')}`, 'the welds pulled', simple);
  const N = tie.resolve('N_tie').index;
  return {
    id: 'tie-weld-beam',
    title: 'Tying: weld on the beam web',
    clause: simple,
    part: 'weld',
    load: 'tie',
    run: (r) => {
      for (const f of size) f(r);
      return { demand: r.v[N]!, resistance: tieN(r), unit: 'kN' };
    },
  };
}

/** Resistance of a weld for each unit of its length. */
const strengthOf = (p: LappedPart, gamma: string): string => `a_b*${p.f_u}/(sqrt(3)*${p.beta_w}*${gamma})`;

/**
 * Fillets that hold a plate or a leg on the beam web: down its free edge and along both its ends to the beam end, an elastic group in the
 * plane of the web (4.5.3.3). The reaction acts at the support face, as for web bolts.
 */
export function webWeldGroup<C>(sheet: Sheet, p: LappedPart) {
  const { size, force } = groupForces(sheet, p);
  const weld = sheet.section('weld-beam');
  const F = weld.f('F_w_Ed', 'kN/mm', 'sqrt(f_x^2+f_z^2)', 'force on the weld per length', simple);
  const F_Rd = weld.f('F_w_Rd', 'kN/mm', strengthOf(p, 'gamma_M2'), 'resistance of the weld per length', simple);
  const web = sheet.section('beam-web-at-weld');
  const webF = web.f(
    'f_web',
    'kN/mm',
    `${p.count ? `${p.count}*` : ''}sqrt(f_x^2+f_z^2)`,
    'force that the welds put into the web per length',
  );
  const webR = web.f(
    'f_Rd',
    'kN/mm',
    't_w*f_y_w/(sqrt(3)*gamma_M0)',
    'shear strength of the beam web per length',
    'EN 1993-1-1, 6.2.6(2)',
  );
  const checks: CheckDef<C>[] = [
    {
      id: 'weld-beam',
      title: 'Weld on the beam web',
      clause: 'EN 1993-1-8, 4.5.3',
      part: 'weld',
      load: 'combination',
      run: (r, _c, l) => (force(r, l), { demand: F(r), resistance: F_Rd(r), unit: 'kN/mm' }),
    },
    {
      id: 'beam-web-at-weld',
      title: 'Shear of the web at the weld',
      clause: 'EN 1993-1-1, 6.2.6',
      part: 'beam web',
      load: 'combination',
      run: (r, _c, l) => (force(r, l), { demand: webF(r), resistance: webR(r), unit: 'kN/mm' }),
    },
  ];
  /** Throat, lengths and centroid alone, for what else reads `x_w`. */
  const centre = (r: Run): void => {
    for (const f of size) f(r);
  };
  return { centre, checks, tieCheck: tieWeld<C>(sheet, p, size) };
}
