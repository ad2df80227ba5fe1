import { INCH, type HoleKind } from '../../catalogue/index.ts';

/** Least edge distance, mm: Table J3.4; between its sizes that of the next size up. */
const EDGES: readonly (readonly [number, number])[] = [
  [1 / 2, 3 / 4],
  [5 / 8, 7 / 8],
  [3 / 4, 1],
  [7 / 8, 1 + 1 / 8],
  [1, 1 + 1 / 4],
  [1 + 1 / 8, 1 + 1 / 2],
  [1 + 1 / 4, 1 + 5 / 8],
];
export const leastEdge = (d: number): number => {
  const found = EDGES.find(([size]) => d <= size * INCH + 1e-6);
  return found ? found[1] * INCH : 1.25 * d;
};

/** Least spacing of bolts: 2 2/3 diameters (J3.4). */
export const leastSpacing = (d: number): number => (8 / 3) * d;

/** C_2 of Table J3.5, mm: what oversize holes and slots across an edge add. */
export function edgeIncrement(d: number, hole: HoleKind, edge: 'horizontal edge' | 'vertical edge'): number {
  if (hole === 'normal') return 0;
  const x = d / INCH;
  if (hole === 'oversize') return (x <= 7 / 8 + 1e-6 ? 1 / 16 : 1 / 8) * INCH;
  const across = hole.endsWith('_v') ? 'horizontal edge' : 'vertical edge';
  if (across !== edge) return 0;
  return hole.startsWith('long') ? 0.75 * d : (x <= 1 + 1e-6 ? 1 / 8 : 3 / 16) * INCH;
}

/** Least fillet by the thinner part joined, mm: Table J2.4. */
export const leastFillet = (t: number): number => {
  const x = t / INCH;
  return (x <= 1 / 4 + 1e-6 ? 1 / 8 : x <= 1 / 2 + 1e-6 ? 3 / 16 : x <= 3 / 4 + 1e-6 ? 1 / 4 : 5 / 16) * INCH;
};
