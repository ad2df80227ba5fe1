import { plyStrength, weaker, type Ply } from '../../../standards/aisc360/bearing.ts';
import type { Aisc360Settings } from '../../../standards/aisc360/standard.ts';

/** Rows of a fitting at its support, from the top; sizes of holes along the force. */
export interface FittingRows {
  /** Depth of each row below the first. */
  readonly at: readonly number[];
  readonly d: number;
  /** Shear of one bolt, nominal, N. */
  readonly shear: number;
  readonly fitting: Ply & { readonly d_v: number; readonly end: number };
  /** `end`: the last row to the support's own edge below; null where there is none near. */
  readonly support: Ply & { readonly d_v: number; readonly end: number | null };
  /** Share of what the support bears that is this beam's: another may bear on the same holes. */
  readonly share: number;
}

/** The least of shear, bearing and tearout of one bolt of each row: the fitting is pushed up, the support down. Nominal, N. */
export function rowStrengths(s: Aisc360Settings, o: FittingRows): number[] {
  const gaps = o.at.slice(1).map((z, i) => z - o.at[i]!);
  return o.at.map((_, i) => {
    const up = i === 0 ? o.fitting.end - o.fitting.d_v / 2 : gaps[i - 1]! - o.fitting.d_v;
    const down =
      i < gaps.length ? gaps[i]! - o.support.d_v : o.support.end === null ? Infinity : o.support.end - o.support.d_v / 2;
    return Math.min(o.shear, weaker(plyStrength(s, o.d, o.fitting, up)), o.share * weaker(plyStrength(s, o.d, o.support, down)));
  });
}
