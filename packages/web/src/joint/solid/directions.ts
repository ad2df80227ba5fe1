export type Direction = 'corner' | 'front' | 'back' | 'end' | 'above';

/** Standard directions, with the key that turns to each; where the eye stands from the middle of the joint. */
export const DIRECTIONS: readonly (readonly [Direction, string, string, readonly [number, number, number]])[] = [
  ['corner', 'Corner', '1', [1.1, -1, 0.6]],
  ['front', 'Elevation', '2', [0, -1, 0]],
  ['back', 'Far side', '3', [0, 1, 0]],
  ['end', 'From the end', '4', [1, 0, 0]],
  ['above', 'Above', '5', [0, -0.001, 1]],
];
