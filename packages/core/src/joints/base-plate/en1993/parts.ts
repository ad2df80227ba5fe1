import type { Load } from '../../../standards/en1993/contact-bed.ts';
import type { CheckResult, StrengthResult } from '../../../checks/check.ts';
import type { BaseModel } from '../model.ts';
import type { Axis } from './lever.ts';
import type { BaseGeometry, BaseState } from './state.ts';

/*
 * Moments about both axes go to the section method, one moment to the lever arm: so that no verdict jumps from one method to the other, the part of the
 * load about each axis is also checked by the lever arm and the worse governs; and where the section method is the harsher one already for the main axis,
 * it counts in proportion as the other moment grows.
 */

/** How the forces of a base are found: by the method that fits, for the part of the load about one axis, or by the section method whatever fits. */
export interface How {
  /** Leaves out the moment about this axis. */
  readonly without?: Axis;
  /** Axis of the lever arm where there is no moment. */
  readonly axis?: Axis;
  readonly section?: true;
}

export interface PartOfLoad {
  readonly how: How;
  /** Names it in the results. */
  readonly words: string;
}

export interface Plan {
  readonly parts: readonly PartOfLoad[];
  /** The section method for the main axis alone, and how far the section method counts in full, 0 to 1; null where it always does. */
  readonly fade: { readonly how: How; readonly weight: number } | null;
}

const NONE: Plan = { parts: [], fade: null };
const about = (axis: Axis): PartOfLoad => ({ how: { without: axis === 'y' ? 'z' : 'y', axis }, words: `about ${axis} alone` });

/** What else a load has to be checked for beside its own method. */
export function planOf(m: BaseModel, geo: BaseGeometry, { N, M_y, M_z }: Load, method: BaseState['method']): Plan {
  const { column, input } = m;
  const { options } = input;
  if (options.method === 'section' || options.contact === 'full' || column.shape === 'CHS') return NONE;
  const can = (axis: Axis): boolean => typeof geo.lever(axis) !== 'string';
  if (!can('y') && !can('z')) return NONE;
  if (!can('y') || !can('z')) {
    // The lever arm is there for one axis: beside it the moment about the other fades in.
    const [axis, other]: [Axis, Axis] = can('y') ? ['y', 'z'] : ['z', 'y'];
    const size = { y: M_y / column.h, z: M_z / column.b };
    if (size[other] === 0 || method !== 'section') return NONE;
    return {
      parts: [about(axis)],
      fade: { how: { without: other, section: true }, weight: weightOf(size[other], size[axis], N) },
    };
  }
  if (M_y === 0 || M_z === 0) return N > 0 ? { parts: [about(M_z !== 0 ? 'y' : 'z')], fade: null } : NONE;
  const [y, z] = [Math.abs(M_y) / column.h, Math.abs(M_z) / column.b];
  const main: Axis = y >= z ? 'y' : 'z';
  return {
    parts: [about('y'), about('z')],
    fade: { how: { without: main === 'y' ? 'z' : 'y', section: true }, weight: weightOf(Math.min(y, z), Math.max(y, z), N) },
  };
}

/** Full from a tenth of the main moment, or of a small share of the axial force. */
const weightOf = (other: number, main: number, N: number): number =>
  Math.min(1, (10 * Math.abs(other)) / (Math.abs(main) + 0.1 * Math.abs(N)));

/** Checks that neither method changes. */
const OF_SHEAR = /^(base-|column-weld|anchor-(shear|hole|steel-shear|plate-bearing|pryout)|concrete-edge|edge-|shear-key|hook)/;
const counts = (x: CheckResult): x is StrengthResult => x.type === 'strength' && !x.info && !OF_SHEAR.test(x.id);
/** By the load multiple: some utilisations do not grow with the load in proportion. */
const used = (x: StrengthResult): number => (x.multiple > 0 ? 1 / x.multiple : Infinity);
export const mostUsed = (list: readonly CheckResult[]): number => Math.max(0, ...list.filter(counts).map(used));

/** Share of the section method's utilisations that counts: `lever` and `section` are what both methods use for the main axis alone. */
export function shareOf(weight: number, lever: number, section: number): number {
  if (!(section > lever) || !Number.isFinite(section)) return 1;
  const ratio = lever / section;
  return ratio + (1 - ratio) * weight;
}

/** The results with that share. */
export const shared = (list: readonly CheckResult[], share: number): readonly CheckResult[] =>
  share === 1
    ? list
    : list.map((x) => {
        if (!counts(x) || x.utilisation === null) return x;
        const utilisation = x.utilisation * share;
        return { ...x, utilisation, multiple: Math.min(1e6, x.multiple / share), pass: utilisation <= 1 };
      });

/** Results of a part of the load that are worse than those of the whole: each check's worst. */
export function worseThan(whole: readonly CheckResult[], part: readonly CheckResult[]): StrengthResult[] {
  const most = new Map<string, number>();
  for (const x of whole) if (x.type === 'strength' && !x.info) most.set(x.id, Math.max(most.get(x.id) ?? 0, used(x)));
  return part.filter(counts).filter((x) => used(x) > (most.get(x.id) ?? 0) * (1 + 1e-9));
}
