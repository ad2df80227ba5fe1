import type { Edge } from '../../../standards/anchorage.ts';
import type { BaseModel } from '../model.ts';

/** Depth of the lug in the concrete. */
export const lugDepth = (m: BaseModel): number => m.input.shear.key!.depth - m.input.grout.t;
/** Plate to the middle of what the lug bears on. */
export const lugLever = (m: BaseModel): number => m.input.grout.t + lugDepth(m) / 2;

interface LugFace {
  readonly c_1: number;
  readonly c_2: number;
  readonly A: number;
}

/** The body before a plate lug that goes to an edge of the block (ACI 318-19, 17.11.3); null without that edge. */
export function lugFace(m: BaseModel, towards: Edge): LugFace | null {
  const { b, t = 0 } = m.input.shear.key!;
  const { block, H } = m;
  const c_1 = (towards === 'z+' ? block.z2 : -block.z1) - t / 2;
  if (!Number.isFinite(c_1)) return null;
  const h = lugDepth(m);
  const sides = [block.y2 - b / 2, -block.y1 - b / 2];
  const width = b + sides.reduce((sum, x) => sum + Math.min(x, 1.5 * c_1), 0);
  return { c_1, c_2: Math.min(...sides), A: Math.max(0, width * Math.min(h + 1.5 * c_1, H) - b * h) };
}
