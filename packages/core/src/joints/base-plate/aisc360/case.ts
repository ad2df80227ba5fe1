import type { InFormat } from '../../../standards/aisc360/available.ts';
import type { Outcome } from '../../../checks/check.ts';
import type { Breakout, ShearRow, SideRow } from '../../../standards/aci318/anchors.ts';
import type { Edge } from '../../../standards/anchorage.ts';
import type { BaseModel } from '../model.ts';

/** How the forces of one combination go down (basis 9): a case, the block that presses, the force of each anchor. N, mm, MPa. */
export interface Forces {
  readonly kind: 'concentric' | 'small' | 'large' | 'crushed' | 'overturned' | 'uplift' | 'unbalanced' | 'no anchors' | 'none';
  readonly Y: number;
  readonly f_p: number;
  /** Force of each anchor, none negative. */
  readonly T: readonly number[];
  /** Anchors of the extreme row, from the column's axis. */
  readonly f: number;
  readonly need: number;
  /** Moment that they are of, with the couple of a lug. */
  readonly M: number;
}

/** What takes the shear: one path alone, others are not added to it. */
export type ShearBy = 'friction' | 'anchors' | 'lug';

/** A base under one combination, as its checks look at it. N, mm, MPa; P compression positive, V with its sign. */
export interface BaseCase extends InFormat {
  readonly m: BaseModel;
  readonly P: number;
  /** Moment of the column alone; `forces` are those with the couple of a lug. */
  readonly M: number;
  readonly V: number;
  readonly forces: Forces;
  readonly by: ShearBy;
  /** Face of the block that the shear pushes to. */
  readonly towards: Edge;
  /** Anchors that take shear. */
  readonly sheared: readonly number[];
  readonly bodies: Bodies;
  /** What the anchors' checks have answered already, by their ids: the interaction reads it. */
  readonly answered: Map<string, Outcome>;
}

/** Bodies of concrete that break out, each measured once for the anchors that it holds. */
export interface Bodies {
  cone(idx: readonly number[]): Breakout;
  sides(idx: readonly number[]): readonly SideRow[];
  row(edge: Edge, front: boolean, of?: readonly number[]): ShearRow | null;
}

export const shearBy = (m: BaseModel): ShearBy => {
  const { path } = m.input.shear;
  return path.endsWith('anchors') ? 'anchors' : path.endsWith('key') ? 'lug' : 'friction';
};
export const grouted = (m: BaseModel): boolean => m.input.grout.t > 0;
/** All rods take shear where their washers are welded; else those of the front row alone. */
export const allTakeShear = (m: BaseModel): boolean => m.input.anchors.washers_welded;
export const isI = ({ m }: Pick<BaseCase, 'm'>): boolean => m.column.shape === 'I';

export const total = (T: readonly number[]): number => T.reduce((sum, x) => sum + x, 0);
export const most = (T: readonly number[]): number => Math.max(0, ...T);
/** Anchors in tension. */
export const inTension = (c: Pick<BaseCase, 'forces'>): number[] => c.forces.T.flatMap((x, i) => (x > 0 ? [i] : []));

export const noTension = (c: BaseCase): string | null => (total(c.forces.T) > 0 ? null : 'No anchor is pulled.');
export const noAnchorShear = (c: BaseCase): string | null =>
  c.by !== 'anchors' ? 'The anchors take no shear.' : c.V === 0 ? 'There is no shear.' : null;

const BALANCED = new Set<Forces['kind']>(['concentric', 'small', 'large', 'crushed']);
/** Why lines of bearing and plate have nothing to show. */
export const notPressed = ({ forces: { kind } }: BaseCase): string | null =>
  BALANCED.has(kind)
    ? null
    : kind === 'uplift' || kind === 'none'
      ? 'Nothing presses on the concrete.'
      : 'There is no equilibrium: see the concrete in bearing.';
