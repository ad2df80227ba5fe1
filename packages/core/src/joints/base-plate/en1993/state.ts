import type { Polygon } from '../../../geometry/polygon.ts';
import type { Contact, Region } from '../../../standards/en1993/contact-bed.ts';
import type { BaseModel } from '../model.ts';
import type { BearingValues } from './bearing.ts';
import type { Axis, LeverModel, LeverState } from './lever.ts';
import type { TStubValues } from './plate.ts';
import type { LineScan } from './plate-lines.ts';
import type { WeldLines } from './weld.ts';

/** How the forces of one combination find their way: for drawings and for the user. Forces in N, lengths in mm. */
export interface BaseState {
  readonly method: 'none' | 'concentric' | 'lever-arm' | 'section';
  /** Forces of the anchors without and with prying. */
  readonly F: readonly number[];
  readonly F_pried: readonly number[];
  readonly V_each: readonly { readonly y: number; readonly z: number }[];
  readonly contact: Contact | null;
  /** Pieces of concrete that bear, with the stress at each of their corners. */
  bearing(): readonly { readonly piece: Polygon; readonly sigma: readonly number[] }[];
  readonly lever: { readonly model: LeverModel; readonly state: LeverState } | null;
  readonly coneGroups: readonly (readonly number[])[];
  readonly V_r: number;
  /** Parts of the load whose results stand beside those of the whole. */
  readonly parts?: readonly { readonly words: string; readonly state: BaseState }[];
}

/** What does not depend on the load, worked once a base. */
export interface BaseGeometry {
  readonly b: BearingValues;
  readonly L_b: number;
  readonly m_pl: number;
  /** Where the section method has contact, and the effective area of 6.2.5. */
  readonly region: Region;
  readonly plastic: Region;
  readonly k_w: number;
  scan(): LineScan;
  readonly local: readonly TStubValues[];
  readonly springs: readonly number[];
  readonly welds: WeldLines;
  lever(axis: Axis): LeverModel | string;
}

/** What one method makes of the forces on the base. */
export interface Forces {
  readonly method: BaseState['method'];
  readonly F: readonly number[];
  readonly C: number;
  readonly y_C: number;
  readonly z_C: number;
  readonly contact: Contact | null;
  readonly bearing: BaseState['bearing'];
  readonly lever: BaseState['lever'];
  /** The yield-line pattern that an anchor's prying comes from. */
  stub(i: number): TStubValues;
}

/** Nothing pulled and nothing pressed: what each method fills in. */
export const noForces = (m: BaseModel, geo: BaseGeometry): Forces => ({
  method: 'none',
  F: m.anchors.map(() => 0),
  C: 0,
  y_C: 0,
  z_C: 0,
  contact: null,
  bearing: () => [],
  lever: null,
  stub: (i) => geo.local[i]!,
});

/** Anchors that count as pulled: more than a thousandth of the most pulled, and none where the largest force is next to nothing. */
export function inTension(F: readonly number[], N: number, C: number): number[] {
  const most = Math.max(0, ...F);
  if (most <= 0 || most < 1e-6 * Math.max(Math.abs(N), C)) return [];
  return F.flatMap((x, i) => (x > 1e-3 * most ? [i] : []));
}
