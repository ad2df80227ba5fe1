import type { Basis } from '../../basis/basis.ts';
import { Refusal } from '../../refusal.ts';
import type { Units } from '../../units/system.ts';

/** Categories B and C are for preloaded bolts, which a standard has in some classes alone. */
export function refuseCategory(
  { cls, category }: { readonly cls: string; readonly category: 'A' | 'B' | 'C' },
  { standard }: Pick<Basis, 'standard'>,
): void {
  const { classes, clause } = standard.materials.preload;
  if (category === 'A' || classes.includes(cls)) return;
  const accepted = `${classes.slice(0, -1).join(', ')} or ${classes.at(-1)}`;
  throw new Refusal(
    'bolts.category',
    `bolts.category: ${category} needs preloaded bolts, and class ${cls} can not be preloaded (${clause}); accepted are class ${accepted}, or category A.`,
  );
}

/** Refuses edges of the support that cut into the holes. */
export function refuseEdges(
  u: Units,
  support: { readonly e_top?: number; readonly e_bottom?: number; readonly e_side?: number },
  hole: { readonly d_v: number; readonly d_h: number },
): void {
  for (const [k, d] of [
    ['e_top', hole.d_v],
    ['e_bottom', hole.d_v],
    ['e_side', hole.d_h],
  ] as const) {
    const e = support[k];
    if (e !== undefined && e <= d / 2)
      refuseSize(u, `support.${k}`, e, 'lets a hole cut the edge of the support', `more than half the hole, ${u.size(d / 2)}`);
  }
}

/** Refuses a size in one sentence that names the field, the value and what would be accepted. */
export function refuseSize(u: Units, field: string, value: number, what: string, accepted: string): never {
  throw new Refusal(field, `${field}: ${u.about(value)} ${what}; accepted is ${accepted}.`);
}
