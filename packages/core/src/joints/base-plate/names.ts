import type { Basis } from '../../basis/basis.ts';
import { exact } from '../../units/format.ts';
import type { Units } from '../../units/system.ts';

/** Concrete as a drawing names it: `C30`, `4 ksi`. */
export const concreteName = (f: number, u: Units): string => (u.id === 'SI' ? `C${exact(f)}` : `${u.stated(f, 'stress')} ksi`);
export const groutName = (f: number, u: Units): string => (u.id === 'SI' ? `G${exact(f)}` : `${u.stated(f, 'stress')} ksi`);
/** A fillet by its throat, or by its leg where the standard sizes it so. */
export const filletName = ({ standard, units }: Basis, a: number): string =>
  standard.fillets === 'throat'
    ? `a${units.length(a)}`
    : `${standard.legMark}${units.length(Number((a * Math.SQRT2).toPrecision(12)))}`;
