import type { CheckResult, StrengthResult } from '../../checks/check.ts';
import type { AnchorConcrete } from '../../detail/ground.ts';

/** Largest use of some checks under a combination, those that only inform left out. */
export function used(results: readonly CheckResult[], ids: readonly string[]): number {
  const of = results.filter((x): x is StrengthResult => x.type === 'strength' && !x.info && ids.includes(x.id));
  return Math.max(0, ...of.map((x) => x.utilisation ?? Infinity));
}

/** Forces of one anchor at which its concrete gives: the largest force of an anchor over the worst use of the concrete by it. */
export function concreteGives(
  pull: { readonly force: number; readonly use: number },
  shear: { readonly force: number; readonly use: number },
  power: number,
): AnchorConcrete | null {
  const N = pull.force > 0 && pull.use > 0 ? { N: pull.force / pull.use } : {};
  const V = shear.force > 0 && shear.use > 0 ? { V: shear.force / shear.use } : {};
  return 'N' in N || 'V' in V ? { ...N, ...V, power } : null;
}

/** Stiffness of the concrete under a plate of area A, N/mm3: EN 1993-1-8, Table 6.11, k_13 spread over it. */
export const bedStiffness = (E_c: number, A: number): number => E_c / (1.275 * Math.sqrt(A));

/** Free length of an anchor, EN 1993-1-8, Table 6.2. */
export const freeLength = (a: { readonly d: number; readonly washer_t: number }, grout: number, plate: number): number =>
  8.4 * a.d + grout + plate + a.washer_t;
