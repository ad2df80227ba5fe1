// From pale to dark, evenly in lightness, so that it reads in grey and without red or green: straw, ochre, oxide, ink.
const STOPS: readonly (readonly [number, number, number])[] = [
  [240, 236, 220],
  [226, 196, 120],
  [201, 138, 62],
  [160, 78, 50],
  [98, 38, 48],
  [38, 20, 40],
];

/** Colour at a share from 0 to 1, each part 0 to 1. */
export function colourAt(share: number): [number, number, number] {
  const x = Math.max(0, Math.min(1, Number.isFinite(share) ? share : 0)) * (STOPS.length - 1);
  const i = Math.min(STOPS.length - 2, Math.floor(x));
  const [a, b] = [STOPS[i]!, STOPS[i + 1]!];
  return [0, 1, 2].map((k) => (a[k]! + (x - i) * (b[k]! - a[k]!)) / 255) as [number, number, number];
}
/** The same as a gradient of the style sheet, from left to right. */
export const GRADIENT = `linear-gradient(to right, ${STOPS.map(([r, g, b]) => `rgb(${r} ${g} ${b})`).join(', ')})`;
/** Lightness of a colour, 0 to 1, as grey prints it. */
export const greyOf = ([r, g, b]: readonly [number, number, number]): number => 0.2126 * r + 0.7152 * g + 0.0722 * b;
