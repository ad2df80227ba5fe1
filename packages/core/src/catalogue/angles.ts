import rows from './data/angles.json' with { type: 'json' };

/** A rolled angle for cleats; legs a >= b, thickness, root radius in mm, mass in kg/m. Sizes of EN 10056-1. */
export interface AngleSection {
  readonly a: number;
  readonly b: number;
  readonly t: number;
  readonly r: number;
  readonly mass: number;
}

export const ANGLES: readonly AngleSection[] = rows;

/** Area of an angle, mm2, with its root radius and two toe radii of half of it. */
export const angleArea = ({ a, b, t, r }: Omit<AngleSection, 'mass'>): number =>
  t * (a + b - t) + (1 - Math.PI / 4) * (r ** 2 - 2 * (r / 2) ** 2);
