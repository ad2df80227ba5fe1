import type { Point } from './solid.ts';

/** What a joint stands on under one combination: what a plate analysis has in place of the concrete. N, mm, MPa; axes of the joint. */
export interface Ground {
  /** Under a plate: stiffness N/mm3, strength, and where it ends; null where it reaches past the plate. */
  readonly bed: { readonly plate: string; readonly k: number; readonly f: number; readonly outline: readonly Point[] | null };
  /** In the order of the anchors of the solid. */
  readonly anchors: readonly GroundAnchor[];
  /** What friction carries of the shear, along x and y; it grows with the load. */
  readonly friction: readonly [number, number];
  /** Whether the plate is held sideways by friction or by a key; else its anchors hold it. */
  readonly held: boolean;
  /** Moment about x and y that the way of the shear adds at the underside, Nmm. */
  readonly moment: readonly [number, number];
}

/** Force of one anchor at which the concrete gives in tension and in shear, and the power of both together: (t/N)^p + (v/V)^p. */
export interface AnchorConcrete {
  readonly N?: number;
  readonly V?: number;
  readonly power: number;
}

export interface GroundAnchor {
  /** Stiffness along its axis, the length that stretches, and the resistance of its steel. */
  readonly k_t: number;
  readonly L_b: number;
  readonly F_t: number;
  /** Ultimate strength, MPa. */
  readonly f_ub: number;
  /** Across it, with the bolt's own stiffness there; null where it takes no shear. */
  readonly shear: { readonly k_v: number; readonly F_v: number } | null;
  /** Its share of the concrete, which gives all at once; null where none is worked. */
  readonly concrete: AnchorConcrete | null;
}
