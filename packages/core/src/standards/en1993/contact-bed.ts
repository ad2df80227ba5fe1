import { momentsOf, type Moments, type Polygon } from '../../geometry/polygon.ts';

/**
 * A rigid plate pressed on concrete and held by anchors: one strain plane p = p_0 + p_y y + p_z z (mm, positive pressed in) in equilibrium
 * with N, M_y and M_z. Concrete takes pressure only, anchors take tension only, so there is a convex energy and at most one answer.
 * Forces in N, lengths in mm. N > 0 lifts; M_y > 0 presses the +z side in, M_z the +y side.
 */
export type ContactLaw = 'winkler' | 'parabola' | 'uniform';

export interface Region {
  /** Convex polygons that do not overlap. */
  readonly pieces: readonly Polygon[];
  /** The same, as the loops of the solver read them. */
  readonly flat: readonly Float64Array[];
  readonly moments: Moments;
  readonly pieceMoments: readonly Moments[];
}

export interface Bed {
  readonly region: Region;
  readonly law: ContactLaw;
  /** Stiffness of the concrete under the plate, N/mm3. */
  readonly k_w: number;
  readonly f_jd: number;
  readonly anchors: readonly { readonly y: number; readonly z: number; readonly k: number }[];
}

export interface Load {
  readonly N: number;
  readonly M_y: number;
  readonly M_z: number;
}

export interface Contact {
  readonly p_0: number;
  readonly p_y: number;
  readonly p_z: number;
  /** Compression of the concrete, and where it acts. */
  readonly C: number;
  readonly y_C: number;
  readonly z_C: number;
  readonly area: number;
  readonly sigma_max: number;
  readonly p_max: number;
  readonly F: readonly number[];
  readonly T: number;
  /** Largest of the three unbalanced sums, over the load. */
  readonly residual: number;
  readonly iterations: number;
  /** Uniform law without anchors: the cut-off part with its centroid at the load. */
  readonly block: boolean;
}

/** Room for the corners of a piece that is cut, twice: grown by the regions, so that cutting allocates nothing. */
export const scratch = { one: new Float64Array(256), two: new Float64Array(256) };

export function regionOf(pieces: readonly Polygon[]): Region {
  // Each cut of a convex polygon adds one corner; a piece is cut twice.
  const most = Math.max(0, ...pieces.map((p) => p.length)) + 8;
  if (most > scratch.one.length) Object.assign(scratch, { one: new Float64Array(most), two: new Float64Array(most) });
  return {
    pieces,
    flat: pieces.map((p) => Float64Array.from(p)),
    moments: momentsOf(pieces),
    pieceMoments: pieces.map((p) => momentsOf([p])),
  };
}
