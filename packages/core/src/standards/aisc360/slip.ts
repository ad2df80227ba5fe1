import { pretension, type HoleKind } from '../../catalogue/index.ts';
import type { CheckDef, Loading, Outcome } from '../../checks/check.ts';
import type { FormulaSection, Run, Sheet } from '../../formula/index.ts';
import type { Units } from '../../units/system.ts';
import { available, firstReached, type InFormat } from './available.ts';

interface SlipBolts {
  readonly category: 'A' | 'B' | 'C';
  readonly friction: string;
  readonly cls: string;
  readonly d: number;
}
/** What slip asks of a case: its bolts, and the holes of the parts that they clamp. */
export interface SlipCase extends InFormat {
  readonly slip: { readonly bolts: SlipBolts; readonly holes: readonly HoleKind[]; readonly units: Units };
}
const CLAUSE = 'AISC 360-22, J3.9';

/** Factors by the holes: standard ones and short slots across the load; oversize ones and short slots along it; long slots. */
const slipHoles = (holes: readonly HoleKind[]): 'standard' | 'wide' | 'long' =>
  holes.some((h) => h.startsWith('long'))
    ? 'long'
    : holes.some((h) => h === 'oversize' || h === 'short_slot_v')
      ? 'wide'
      : 'standard';

/** Why slip is not worked: the bolts bear, or something that it needs is not there. */
function noSlip({ slip: { bolts, units } }: SlipCase): { skip: string } | { missing: string } | null {
  const { category, cls, friction, d } = bolts;
  if (category === 'A') return { skip: 'The bolts are snug-tight and bear.' };
  if (friction !== 'A' && friction !== 'B')
    return { missing: `Friction class ${friction} is not one of J3.9; accepted are A and B.` };
  if (cls === 'A307') return { missing: 'A307 bolts are not pretensioned; accepted are groups 120 to 200.' };
  if (!pretension(d, cls))
    return { missing: `No pretension is known for bolts of ${units.size(d)}, ${cls}; accepted are sizes of the coarse series.` };
  return null;
}

/**
 * Slip of the bolts of one faying face. `number` is how many bolts count, a formula or what `steps` lay out; `pulled` takes the axial tension `N` of
 * `n_b` bolts off their clamping (J3.10). Symbols `mu`, `h_f`, `T_b`.
 */
export function slipCheck<C extends SlipCase>(
  sheet: Sheet,
  named: { readonly id: string; readonly title: string; readonly part: string },
  o: {
    readonly demand: string;
    readonly demandWords: string;
    readonly number: string;
    readonly pulled?: true;
    steps?(s: FormulaSection): (r: Run, c: C, l: Loading) => void;
    lack?(c: C, r: Run, l: Loading): { missing: string } | null;
  },
): CheckDef<C> {
  const s = sheet.section(named.id);
  const steps = o.steps?.(s);
  const D = s.f('D', 'kN', o.demand, o.demandWords);
  const k_sc = o.pulled && {
    none: s.f('k_sc', '-', '1', 'no tension takes the clamping off', 'AISC 360-22, J3.10'),
    lrfd: s.f('k_sc', '-', 'max(0, 1-N/(1.13*T_b*n_b))', 'what tension leaves of the clamping', 'AISC 360-22, J3-5a'),
    asd: s.f('k_sc', '-', 'max(0, 1-1.5*N/(1.13*T_b*n_b))', 'what tension leaves of the clamping', 'AISC 360-22, J3-5b'),
  };
  const R = o.pulled
    ? s.f('R_n', 'kN', `${o.number}*mu*1.13*h_f*T_b*k_sc`, 'slip, one faying face', 'AISC 360-22, J3-4')
    : s.f('R_n', 'kN', `${o.number}*mu*1.13*h_f*T_b`, 'slip of the group, one faying face', 'AISC 360-22, J3-4');
  const R_c = {
    standard: available(s, { symbol: 'R', unit: 'kN' }, '1', '1.5', CLAUSE),
    wide: available(s, { symbol: 'R', unit: 'kN' }, '0.85', '1.76', CLAUSE),
    long: available(s, { symbol: 'R', unit: 'kN' }, '0.7', '2.14', CLAUSE),
  };
  return {
    ...named,
    clause: CLAUSE,
    load: 'combination',
    // Where the tension takes all of the clamping at this load, the multiple is looked for.
    ...(o.pulled ? { nonlinear: true } : {}),
    run: (r, c, l): Outcome => {
      const none = noSlip(c) ?? o.lack?.(c, r, l);
      if (none) return none;
      steps?.(r, c, l);
      const demand = D(r);
      const k = k_sc ? (l.axial !== 'tension' ? k_sc.none : c.lrfd ? k_sc.lrfd : k_sc.asd)(r) : 1;
      R(r);
      const resistance = R_c[slipHoles(c.slip.holes)](r, c);
      if (k <= 0) return { demand, resistance, unit: 'kN' };
      // Clamped by all of the pretension it would take the resistance over k_sc, and 1 - k_sc of that less at this load.
      const whole = resistance / k;
      return { demand, resistance, unit: 'kN', multiple: firstReached(demand, [[whole, whole * (1 - k)]]) };
    },
  };
}
