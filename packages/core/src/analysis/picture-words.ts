import type { Units } from '../units/system.ts';
import { colourAt, signedColourAt } from './colours.ts';
import type { FieldPicture, Shown } from './picture.ts';

// What pages and papers say of a picture alike.

/** Members whose walls only bring forces in, by the first words of their plates. */
export const MEMBERS = ['beam', 'other beam', 'support', 'column'] as const;
export const isMember = (plate: string): boolean => MEMBERS.some((m) => plate.startsWith(`${m} `));

/** What has a sign: its scale goes both ways from nothing. */
export const isSigned = (what: Shown): boolean => what === 'along';

/** Value at the dark end of the scale, the same for every state: all of the yield stress, all of the strain that stops it, the strength of the bed. */
export const scaleTop = ({ pressTop, fy }: FieldPicture, what: Shown): number => {
  if (what === 'along') return Math.max(1, ...fy);
  return what === 'strain' ? 0.05 : what === 'press' ? pressTop : 1;
};
/** Both ends of the scale, in words. */
export const scaleWords = (picture: FieldPicture, what: Shown, units: Units): readonly [string, string] => {
  const top = scaleTop(picture, what);
  if (what === 'along') return [`−${units.quantity(top, 'MPa')}`, `+${units.quantity(top, 'MPa')}`];
  return ['0', what === 'strain' ? '5 % plastic strain' : what === 'press' ? units.quantity(top, 'MPa') : '1.0 of yield'];
};
/** Colour of a value, each part 0 to 1. */
export const shownColour = (picture: FieldPicture, what: Shown): ((value: number) => [number, number, number]) => {
  const top = scaleTop(picture, what);
  return (value) => (isSigned(what) ? signedColourAt : colourAt)(value / top);
};
/** The same for papers and style sheets. */
export const shownRgb = (picture: FieldPicture, what: Shown): ((value: number) => string) => {
  const colour = shownColour(picture, what);
  return (value) =>
    `rgb(${colour(value)
      .map((x) => Math.round(255 * x))
      .join(',')})`;
};
/** The node where it is largest, in size where it has a sign, among those that count; none where nothing is there. */
export function largestNode(picture: FieldPicture, what: Shown, counts: (plate: string) => boolean = () => true): number | null {
  const { plates, plateOf } = picture;
  const values = picture[what];
  const counted = plates.map(counts);
  let [most, at]: [number, number | null] = [0, null];
  for (let n = 0; n < values.length; n += 1)
    if (Math.abs(values[n]!) > most && counted[plateOf[n]!]) [most, at] = [Math.abs(values[n]!), n];
  return at;
}

/** The value of a node with its unit. */
export function valueWords(picture: FieldPicture, what: Shown, node: number, units: Units): string {
  const value = picture[what][node]!;
  if (what === 'strain') return `${(100 * value).toFixed(2)} %`;
  if (what === 'press') return units.quantity(Number(value.toFixed(1)), 'MPa');
  if (what === 'along') return `${value > 0 ? '+' : ''}${units.quantity(Math.round(value), 'MPa')}`;
  return `${value.toFixed(2)} of yield, ${units.quantity(Math.round(value * picture.fy[picture.plateOf[node]!]!), 'MPa')}`;
}
