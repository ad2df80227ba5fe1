import type { Basis } from '../../basis/basis.ts';
import type { CheckDef } from '../../checks/check.ts';
import type { Sheet } from '../../formula/index.ts';
import { RUPTURE, strengthCheck, type InFormat } from './available.ts';
import { KSI } from '../../catalogue/index.ts';
import { aiscSettings, isLrfd } from './standard.ts';

/** Available strength of a fillet that is loaded across its length, over its leg, MPa (AISC 360-22, J2-4). */
export function acrossFillet(basis: Basis): number {
  const { directional, electrode } = aiscSettings(basis);
  return (isLrfd(basis) ? 0.75 : 0.5) * 0.6 * Number(electrode) * KSI * Math.SQRT1_2 * (directional ? 1.5 : 1);
}
/** Leg of two fillets that develop a plate in tension, mm. */
export const developingLeg = (basis: Basis, F_y: number, t: number): number =>
  ((isLrfd(basis) ? 0.9 : 1 / 1.67) * F_y * t) / (2 * acrossFillet(basis));

/** Two fillets beside a plate, of the length that `length` names on the sheet, under the resultant R (AISC 360-22, J2.4). */
export const twoFillets = <C extends InFormat & { readonly m: { readonly basis: Basis } }>(
  sheet: Sheet,
  named: { readonly id: string; readonly title: string },
  length: string,
): CheckDef<C> =>
  strengthCheck<C>(
    sheet,
    { ...named, clause: 'AISC 360-22, J2-4', part: 'weld' },
    {
      steps: (s) => {
        const k_ds = [
          s.f('k_ds', '-', '1', 'direction of the force not counted (setting)', 'AISC 360-22, J2.4'),
          s.f(
            'k_ds',
            '-',
            '1+0.5*(N/R)^1.5',
            'direction of the force: N/R is the sine of its angle to the weld',
            'AISC 360-22, J2-5',
          ),
        ];
        return (r, c) => void k_ds[aiscSettings(c.m.basis).directional ? 1 : 0]!(r);
      },
      demand: 'R',
      demandWords: 'resultant on the weld',
      nominal: `2*0.6*F_EXX*sqrt(0.5)*w*${length}*k_ds`,
      words: 'two fillets',
      ...RUPTURE,
    },
  );
