import { Refusal } from '../../refusal.ts';
import type { Units } from '../../units/system.ts';

/** Categories B and C are for preloaded bolts, which 3.4.1 has in classes 8.8 and 10.9 alone. */
export function refuseCategory({ cls, category }: { readonly cls: string; readonly category: 'A' | 'B' | 'C' }): void {
  if (category === 'A' || cls === '8.8' || cls === '10.9') return;
  throw new Refusal(
    'bolts.category',
    `bolts.category: ${category} needs preloaded bolts, and class ${cls} can not be preloaded (EN 1993-1-8, 3.4.1); accepted are class 8.8 or 10.9, or category A.`,
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
