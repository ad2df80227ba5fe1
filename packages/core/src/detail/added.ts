import { gradeName, type SteelInput } from '../catalogue/steels.ts';
import type { Units } from '../units/system.ts';
import type { PlatePart, Point } from './solid.ts';

export const CORNERS = ['none', 'ul', 'ur', 'll', 'lr'] as const;
export type Corner = (typeof CORNERS)[number];

/** A plate that was added to a joint: a rib, a stiffener, a doubler. Lengths in mm, in the coordinates of the solid detail. */
export interface AddedPlate {
  /** The plane that it lies in: as the elevation, across the beam, or level. */
  readonly plane: 'xz' | 'yz' | 'xy';
  /** Place of its middle across that plane. */
  readonly at: number;
  /** From where to where along the first axis of its plane, and along the second. */
  readonly u1: number;
  readonly u2: number;
  readonly v1: number;
  readonly v2: number;
  readonly t: number;
  readonly steel: SteelInput;
  /** Leg of the fillets along every edge that stands on another part, on both sides, or round a plate that lies on one. */
  readonly leg: number;
  /** The corner that is cut, as it is seen in its plane with the first axis to the right and the second up, and how far along both. */
  readonly corner: Corner;
  readonly cut_u?: number;
  readonly cut_v?: number;
}

/** Its name on drawings, in lists and among the parts of the solid: A1, A2... */
export const addedName = (index: number): string => `A${index + 1}`;

/** Its corners, anticlockwise. */
export function addedOutline({ u1, u2, v1, v2, corner, cut_u = 0, cut_v = 0 }: AddedPlate): Point[] {
  const [left, right] = [u1 + cut_u, u2 - cut_u];
  const [low, high] = [v1 + cut_v, v2 - cut_v];
  const cut = (at: Corner, ...points: Point[]): Point[] => (corner === at ? points : []);
  const kept = (at: Corner, p: Point): Point[] => (corner === at ? [] : [p]);
  const all: Point[] = [
    ...cut('ll', [u1, low], [left, v1]),
    ...kept('ll', [u1, v1]),
    ...cut('lr', [right, v1], [u2, low]),
    ...kept('lr', [u2, v1]),
    ...cut('ur', [u2, high], [right, v2]),
    ...kept('ur', [u2, v2]),
    ...cut('ul', [left, v2], [u1, high]),
    ...kept('ul', [u1, v2]),
  ];
  // A cut as long as the plate leaves a triangle: two corners fall together.
  return all.filter((p, i) => {
    const q = all[(i + 1) % all.length]!;
    return Math.hypot(p[0] - q[0], p[1] - q[1]) > 1e-6;
  });
}

export function addedPart(plate: AddedPlate, index: number, units: Units): PlatePart {
  const { u1, u2, v1, v2, t, at, plane, steel } = plate;
  const size = [t, ...[u2 - u1, v2 - v1].sort((a, b) => a - b)].map((x) => units.length(Math.round(x * 10) / 10));
  return {
    ...{ type: 'plate', id: addedName(index), label: `PL ${size.join('×')}`, grade: gradeName(steel), parts: [addedName(index)] },
    ...{ plane, outline: addedOutline(plate), y: [at - t / 2, at + t / 2], holes: [] },
  };
}
