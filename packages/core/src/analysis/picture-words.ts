import type { Units } from '../units/system.ts';
import type { FieldPicture, Shown } from './picture.ts';

// What pages and papers say of a picture alike.

/** Members whose walls only bring forces in, by the first words of their plates. */
export const MEMBERS = ['beam', 'other beam', 'support', 'column'] as const;
export const isMember = (plate: string): boolean => MEMBERS.some((m) => plate.startsWith(`${m} `));

/** Value at the dark end of the scale, the same for every state: all of the yield stress, all of the strain that stops it, the strength of the bed. */
export const scaleTop = ({ pressTop }: FieldPicture, what: Shown): number =>
  what === 'strain' ? 0.05 : what === 'press' ? pressTop : 1;
export const topWords = (picture: FieldPicture, what: Shown, units: Units): string =>
  what === 'strain' ? '5 % plastic strain' : what === 'press' ? units.quantity(scaleTop(picture, what), 'MPa') : '1.0 of yield';

/** The value of a node with its unit. */
export function valueWords(picture: FieldPicture, what: Shown, node: number, units: Units): string {
  const value = picture[what][node]!;
  if (what === 'strain') return `${(100 * value).toFixed(2)} %`;
  if (what === 'press') return units.quantity(Number(value.toFixed(1)), 'MPa');
  return `${value.toFixed(2)} of yield, ${units.quantity(Math.round(value * picture.fy[picture.plateOf[node]!]!), 'MPa')}`;
}
