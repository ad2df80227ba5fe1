import type { CheckDef, Outcome } from '../../checks/check.ts';
import type { FormulaSection, Run, Sheet } from '../../formula/index.ts';
import {
  N,
  RUPTURE,
  SHEAR_YIELD,
  V,
  available,
  firstReached,
  pulled,
  pushed,
  sheared,
  strengthCheck,
  type InFormat,
} from './available.ts';
import { tensionBesideShear } from './prying.ts';
import { slipCheck, type SlipCase } from './slip.ts';

/** Bolts that join a fitting of the beam to its support: an end plate, or legs of angles. */
export interface EndBoltsCase extends InFormat, SlipCase {
  /** Sum of what the bolts bear, each the least of its shear, bearing and tearout in both parts; nominal, N. */
  bears(r: Run): number;
  readonly onColumnFlange: boolean;
  readonly column: { readonly b?: number | undefined; readonly tw?: number | undefined };
  /** Fillet of the column known. */
  readonly filletKnown: boolean;
}

/** Shared values: area of a bolt and their number, `number` a formula of the sheet. */
export const endBoltsCommon = (s: FormulaSection, number: string) => {
  const A_b = s.f('A_b', 'mm2', 'pi*d^2/4', 'area of a bolt', 'AISC 360-22, J3.7');
  const n_b = s.f('n_b', '-', number, 'bolts at the support');
  return (r: Run): void => {
    A_b(r);
    n_b(r);
  };
};

/** Block shear along the reaction of one side of a fitting, twice or once: out to its end, and to its free edge. */
export function fittingBlock(
  s: FormulaSection,
  o: { rows: string; L1: string; l_ev: string; l_eh: string; t: string; hv: string; hh: string },
) {
  const areas = [
    s.f('A_gv', 'mm2', `(${o.l_ev}+${o.L1})*${o.t}`, 'gross area in shear, one side'),
    s.f('A_nv', 'mm2', `A_gv-(${o.rows}-0.5)*${o.hv}*${o.t}`, 'net area in shear, one side'),
    s.f('A_nt', 'mm2', `(${o.l_eh}-${o.hh}/2)*${o.t}`, 'net area in tension, one side'),
  ];
  return (r: Run): void => areas.forEach((x) => void x(r));
}
export const blockOf = (F_y: string, F_u: string, sides: 1 | 2): string =>
  `${sides === 2 ? '2*' : ''}(min(0.6*${F_u}*A_nv, 0.6*${F_y}*A_gv)+${F_u}*A_nt)`;

function boltSteps(sheet: Sheet, prefix: string) {
  const bearing = sheet.section(`${prefix}-bolt-bearing`);
  const b = {
    D: bearing.f('D', 'kN', 'V', V.demandWords),
    R: bearing.found(
      'R_n',
      'kN',
      'bearing and tearout of the bolts',
      'the sum of each bolt’s least of shear, bearing and tearout in both parts',
      'AISC 360-22, J3.11',
    ),
    R_c: available(bearing, { symbol: 'R', unit: 'kN' }, '0.75', '2', 'AISC 360-22, J3.11'),
  };
  const tension = sheet.section(`${prefix}-bolt-combined`);
  const t = {
    D: tension.f('D', 'kN', 'N/n_b', 'tension of a bolt'),
    beside: tensionBesideShear(tension),
    R: tension.f('R_n', 'kN', 'F_nt_r*A_b', 'tension of a bolt beside its shear', 'AISC 360-22, J3-2'),
    R_c: available(tension, { symbol: 'R', unit: 'kN' }, '0.75', '2', 'AISC 360-22, J3.8'),
  };
  return { b, t };
}

/** Bolts at the support of a pair of lines: shear, bearing, tension beside shear, slip; ids begin with `prefix`. */
export function endBoltChecks<C extends EndBoltsCase>(sheet: Sheet, prefix: string): CheckDef<C>[] {
  const part = 'bolts';
  const { b, t } = boltSteps(sheet, prefix);
  return [
    strengthCheck<C>(
      sheet,
      { id: `${prefix}-bolt-shear`, title: 'Shear of the bolts at the support', clause: 'AISC 360-22, J3.7', part },
      { ...V, nominal: 'n_b*F_nv*A_b', words: 'shear of all bolts', ...RUPTURE },
    ),
    {
      id: `${prefix}-bolt-bearing`,
      title: 'Bearing and tearout at the support',
      clause: 'AISC 360-22, J3.11',
      part,
      load: 'combination',
      run: (r, c, l): Outcome => {
        const none = sheared(l);
        if (none) return { skip: none };
        const demand = b.D(r);
        b.R(r, c.bears(r));
        return { demand, resistance: b.R_c(r, c), unit: 'kN' };
      },
    },
    {
      id: `${prefix}-bolt-combined`,
      title: 'Tension of the bolts beside their shear',
      clause: 'AISC 360-22, J3.8',
      part,
      load: 'combination',
      run: (r, c, l): Outcome => {
        const none = pulled(l);
        if (none) return { skip: none };
        const demand = t.D(r);
        t.beside.work(r, c);
        t.R(r);
        return { demand, resistance: t.R_c(r, c), unit: 'kN', multiple: firstReached(demand, t.beside.left(r, c)) };
      },
    },
    slipCheck<C>(
      sheet,
      { id: `${prefix}-bolt-slip`, title: 'Slip of the bolts at the support', part },
      { ...V, number: 'n_b', pulled: true },
    ),
  ];
}

const WEB = 'Axial force on a supporting web or a girder’s web is not covered: its yield lines are not in this method.';

/** Whether the size of a column that prying asks for is known; none of a web, which the method does not cover. */
export const flangeUnknown = (c: EndBoltsCase): string | null =>
  !c.onColumnFlange
    ? WEB
    : c.column.b === undefined || c.column.tw === undefined
      ? 'Flange width and web of the column are not known: give its section, or b and tw.'
      : null;

export const FILLET_UNKNOWN = 'The web and the fillet of the column are not known: give its section, or tw and r.';

/** What pushes on a support: the web of a column behind its flange; other supports are not covered. `L` the depth that pushes. */
export function pushedSupport<C extends EndBoltsCase>(sheet: Sheet, prefix: string, L: string): CheckDef<C>[] {
  return [
    strengthCheck<C>(
      sheet,
      { id: `${prefix}-support-web-yield`, title: 'Column web under the push', clause: 'AISC 360-22, J10-2', part: 'support' },
      {
        skip: (c, l) => pushed(l) ?? (c.onColumnFlange ? null : 'The support is no column flange.'),
        missing: (c) => (c.filletKnown ? null : FILLET_UNKNOWN),
        ...N,
        nominal: `F_y_s*t_wc*(5*k_c+${L})`,
        words: 'local yielding of the column web, away from its end',
        ...SHEAR_YIELD,
      },
    ),
    {
      id: `${prefix}-support-axial`,
      title: 'Support under the push',
      clause: 'stated method',
      part: 'support',
      load: 'combination',
      run: (_r, c, l): Outcome => {
        const none = pushed(l) ?? (c.onColumnFlange ? 'The web of the column takes it.' : null);
        return none ? { skip: none } : { missing: WEB };
      },
    },
  ];
}
