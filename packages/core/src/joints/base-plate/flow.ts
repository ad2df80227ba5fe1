import type { Combination } from '../../actions/combination.ts';
import type { Checked, Prepared } from '../../checks/check.ts';
import type { Ground } from '../../detail/ground.ts';
import type { Paths } from '../../detail/mark.ts';
import type { Run } from '../../formula/index.ts';
import type { Polygon } from '../../geometry/polygon.ts';

/** How the forces of one combination find their way, as drawings show it under any standard. Forces in N, lengths in mm. */
export interface BaseFlow {
  /** What the method is called. */
  readonly words: string;
  /** Force of each anchor as it is written, prying included; and all of them together without it. */
  readonly T: readonly number[];
  readonly tension: number;
  readonly compression: number;
  /** Pieces of concrete that bear, with the stress at each of their corners. */
  readonly bearing: readonly { readonly piece: Polygon; readonly sigma: readonly number[] }[];
  /** Centre of the pressure, and the plane of it where it is linear: p_0 + p_y y + p_z z. */
  readonly centre: {
    readonly y: number;
    readonly z: number;
    readonly p_0?: number;
    readonly p_y?: number;
    readonly p_z?: number;
  } | null;
  /** Where compressions stand in the elevation. */
  readonly pushes: readonly number[];
  /** Groups of anchors in tension that break out together, with the embedment that counts. */
  readonly cones: readonly Cone[];
}

export interface Cone {
  readonly idx: readonly number[];
  readonly h_e: number;
}

/** A column base laid out for checking, under any standard. */
export interface PreparedBase extends Prepared {
  /** How the forces go, and the failure paths on the solid by check, with the part that each speaks of; of the joint alone without a combination. In N. */
  drawn(combination: Combination | null): { readonly flow: BaseFlow | null; readonly paths: Paths };
  /** Whether every check holds; quicker than the checks with their multiples. */
  holds(combination: Combination, run: Run): boolean;
  /** What it stands on, under a combination in N and Nmm, as a plate analysis takes it; throws a Refusal where a force has no path. Absent where the standard gives none. */
  ground?(combination: Combination): Ground;
}

/** Whether all that could be checked holds. */
export const allHold = ({ results }: Pick<Checked, 'results'>): boolean =>
  results.every((x) => x.type !== 'strength' || x.info || x.pass);
