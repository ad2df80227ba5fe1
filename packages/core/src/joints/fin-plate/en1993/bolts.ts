import { bearing, boltShear, slip, type BearingPresence } from '../../../standards/en1993/bolts.ts';
import type { Formula, Run } from '../../../formula/index.ts';
import type { CheckDef, Loading } from '../../check.ts';
import { sheet, slots, type FinPlateCase } from './sheet.ts';

const V_Ed = slots.V_Ed.index;
const V_ser = slots.V_ser.index;
const axial = (l: Loading): boolean => l.axial !== 'none';

/** Forces on the worst bolt. */
function worstBolt(s: ReturnType<typeof sheet.section>, V: string) {
  const ver = s.f('F_ver_max', 'kN', `${V}*(1/n+alpha)`, 'vertical force on the worst bolt');
  const hor = s.f('F_hor_max', 'kN', `${V}*beta`, 'horizontal force on the worst bolt');
  const horN = s.f('F_hor_max', 'kN', `${V}*beta+N_Ed/n`, 'horizontal force on the worst bolt, with the axial force');
  const all = s.f('F_max', 'kN', 'sqrt(F_ver_max^2+F_hor_max^2)', 'resultant on the worst bolt');
  return (r: Run, withN: boolean): number => {
    ver(r);
    (withN ? horN : hor)(r);
    return all(r);
  };
}

const shearSection = sheet.section('bolt-group-shear');
const F_v_Rd = boltShear(shearSection, 'L1');
const shearForces = worstBolt(shearSection, 'V_Ed');
const shearV = shearSection.f('V_Rd', 'kN', 'F_v_Rd/sqrt((1/n+alpha)^2+beta^2)', 'reaction at which the worst bolt gives');

const slipSection = sheet.section('bolt-group-slip');
const F_s_Rd = slip(slipSection);
const slipV = slipSection.f('V_Rd', 'kN', 'F_s_Rd/sqrt((1/n+alpha)^2+beta^2)', 'reaction at which the worst bolt slips');
const slipForces = { B: worstBolt(sheet.section('bolt-group-slip-ser'), 'V_ser'), C: worstBolt(sheet.section('bolt-group-slip-uls'), 'V_Ed') };

type Presence = (c: FinPlateCase, l: Loading) => BearingPresence;

function bearingCheck(id: string, title: string, part: string, k: 'p' | 'w', terms: { ver: { end: string; edge: string }; hor: { end: string; edge: string } }, has: { ver: Presence; hor: Presence }): CheckDef<FinPlateCase> {
  const s = sheet.section(id);
  const same = { d_0: `d_0_${k}`, t: `t_${k}`, f_u: `f_u_${k}`, gamma: 'gamma_M2' } as const;
  const ver = bearing(s, { ...same, ...terms.ver, pitch: 'p1', gauge: 'p2', f_h: `f_hv_${k}`, alpha: 'alpha_b_ver', k: 'k1_ver', F: 'F_b_ver_Rd', words: 'vertical' });
  const hor = bearing(s, { ...same, ...terms.hor, pitch: 'p2', gauge: 'p1', f_h: `f_hh_${k}`, alpha: 'alpha_b_hor', k: 'k1_hor', F: 'F_b_hor_Rd', words: 'horizontal' });
  const V_Rd = s.f('V_Rd', 'kN', '1/sqrt(((1/n+alpha)/F_b_ver_Rd)^2+(beta/F_b_hor_Rd)^2)', 'reaction at which the worst hole gives', 'EN 1993-1-8, Table 3.4, directions combined');
  const forces = worstBolt(s, 'V_Ed');
  const u: Formula = s.f('u_b', '-', 'sqrt((F_ver_max/F_b_ver_Rd)^2+(F_hor_max/F_b_hor_Rd)^2)', 'utilisation of the worst hole', 'EN 1993-1-8, Table 3.4, directions combined');
  return {
    id, title, clause: 'EN 1993-1-8, Table 3.4', part, load: 'combination',
    run: (r, c, l) => {
      // Squares would hide a negative bearing value: an edge that close has no resistance.
      const bears = Math.min(ver(r, has.ver(c, l)), hor(r, has.hor(c, l))) > 0;
      if (axial(l)) {
        forces(r, true);
        return { demand: u(r), resistance: bears ? 1 : 0, unit: '-' };
      }
      return { demand: r.v[V_Ed]!, resistance: bears ? V_Rd(r) : 0, unit: 'kN' };
    },
  };
}

const e_1b_m = sheet.commonSection('web-edges');
const edgeBoth = e_1b_m.f('e_1b_m', 'mm', 'min(e_1b, e_1b_bot)', 'smaller distance from the outer rows to a notch edge');
const edgeTop = e_1b_m.f('e_1b_m', 'mm', 'e_1b', 'first row to the notch edge');
const edgeBottom = e_1b_m.f('e_1b_m', 'mm', 'e_1b_bot', 'last row to the notch edge');

/** Distance to a cut edge of the web, if there is one. */
export function webEdge(r: Run, c: FinPlateCase): boolean {
  if (!c.notchTop && !c.notchBottom) return false;
  (c.notchTop && c.notchBottom ? edgeBoth : c.notchTop ? edgeTop : edgeBottom)(r);
  return true;
}

const rows = (c: FinPlateCase): boolean => c.n1 > 1;
const lines = (c: FinPlateCase): boolean => c.n2 > 1;

const webBearing = bearingCheck(
  'beam-web-bearing', 'Bearing, beam web', 'beam web', 'w',
  { ver: { end: 'e_1b', edge: 'e_2b' }, hor: { end: 'e_2b', edge: 'e_1b_m' } },
  {
    ver: (c) => ({ end: c.notchTop, pitch: rows(c), edge: true, gauge: lines(c) }),
    hor: (c, l) => ({ end: l.axial !== 'compression', pitch: lines(c), edge: c.notchTop || c.notchBottom, gauge: rows(c) }),
  },
);

export const boltChecks: CheckDef<FinPlateCase>[] = [
  {
    id: 'bolt-group-shear', title: 'Bolt shear', clause: 'EN 1993-1-8, 3.12, Table 3.4', part: 'bolts', load: 'combination',
    run: (r, c, l) => {
      const { bolts } = c.m.input;
      const bolt = F_v_Rd(r, { threads: bolts.threads_in_plane, longJoint: c.m.basis.settings.long_joint });
      const F = shearForces(r, axial(l));
      return axial(l) ? { demand: F, resistance: bolt, unit: 'kN' } : { demand: r.v[V_Ed]!, resistance: shearV(r), unit: 'kN' };
    },
  },
  bearingCheck(
    'plate-bearing', 'Bearing, plate', 'plate', 'p',
    { ver: { end: 'e1_m', edge: 'e2' }, hor: { end: 'e2', edge: 'e1_m' } },
    {
      ver: (c) => ({ end: true, pitch: rows(c), edge: true, gauge: lines(c) }),
      hor: (c, l) => ({ end: l.axial !== 'compression', pitch: lines(c), edge: true, gauge: rows(c) }),
    },
  ),
  { ...webBearing, run: (r, c, l) => (webEdge(r, c), webBearing.run(r, c, l)) },
  {
    id: 'bolt-group-slip', title: 'Slip of preloaded bolts', clause: 'EN 1993-1-8, 3.9', part: 'bolts', load: 'combination',
    run: (r, c, l) => {
      const { category } = c.m.input.bolts;
      if (category === 'A') return { skip: 'The bolts are category A (bearing type).' };
      const bolt = F_s_Rd(r);
      if (axial(l)) return { demand: slipForces[category](r, true), resistance: bolt, unit: 'kN' };
      return { demand: r.v[category === 'B' ? V_ser : V_Ed]!, resistance: slipV(r), unit: 'kN' };
    },
  },
];
