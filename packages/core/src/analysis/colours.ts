// From pale to dark, evenly in lightness, so that it reads in grey and without red or green: straw, ochre, oxide, ink.
const STOPS: readonly (readonly [number, number, number])[] = [
  [240, 236, 220],
  [226, 196, 120],
  [201, 138, 62],
  [160, 78, 50],
  [98, 38, 48],
  [38, 20, 40],
];

/** The same from pale to dark on the other side of nothing: straw, mist, slate, ink blue. */
const COLD: typeof STOPS = [
  [240, 236, 220],
  [196, 206, 204],
  [136, 164, 178],
  [78, 112, 140],
  [36, 62, 96],
  [18, 24, 50],
];

/** Colour at a share from 0 to 1, each part 0 to 1. */
export const colourAt = (share: number): [number, number, number] => along(STOPS, share);
/** Colour at a share from -1 to 1: what presses is cold, what pulls is warm, and both are as dark. */
export const signedColourAt = (share: number): [number, number, number] => along(share < 0 ? COLD : STOPS, Math.abs(share));

function along(stops: typeof STOPS, share: number): [number, number, number] {
  const x = Math.max(0, Math.min(1, Number.isFinite(share) ? share : 0)) * (stops.length - 1);
  const i = Math.min(stops.length - 2, Math.floor(x));
  const [a, b] = [stops[i]!, stops[i + 1]!];
  return [0, 1, 2].map((k) => (a[k]! + (x - i) * (b[k]! - a[k]!)) / 255) as [number, number, number];
}
/** The same as a gradient of the style sheet, from left to right. */
const gradient = (stops: typeof STOPS): string =>
  `linear-gradient(to right, ${stops.map(([r, g, b]) => `rgb(${r} ${g} ${b})`).join(', ')})`;
export const GRADIENT = gradient(STOPS);
export const SIGNED_GRADIENT = gradient([...[...COLD].reverse(), ...STOPS.slice(1)]);
/** Lightness of a colour, 0 to 1, as grey prints it. */
export const greyOf = ([r, g, b]: readonly [number, number, number]): number => 0.2126 * r + 0.7152 * g + 0.0722 * b;
