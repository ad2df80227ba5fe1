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

/** Refuses notches that leave no web, or that do not cut through the flange. */
export function refuseNotches(m: {
  readonly basis: Basis;
  readonly beam: { readonly h: number; readonly tf: number };
  readonly notchTop: boolean;
  readonly notchBottom: boolean;
  readonly d_nt: number;
  readonly d_nb: number;
}): void {
  const u = m.basis.units;
  const { h, tf } = m.beam;
  const shallow = 'does not cut through the flange';
  if (m.notchTop && h - m.d_nt - m.d_nb <= 2 * tf)
    refuseSize(u, 'beam.notch.d_nt', m.d_nt, 'leaves no web at the notch', `less than ${u.about(h - m.d_nb - 2 * tf)}`);
  if (m.notchTop && m.d_nt < tf) refuseSize(u, 'beam.notch.d_nt', m.d_nt, shallow, `at least the flange, ${u.size(tf)}`);
  if (m.notchBottom && m.d_nb < tf) refuseSize(u, 'beam.notch.d_nb', m.d_nb, shallow, `at least the flange, ${u.size(tf)}`);
}

/** Refuses bolts astride a column's web that meet its root fillets or the edges of its flange; `hole` is across. */
export function refuseOnFlange(
  u: Units,
  column: { readonly b: number; readonly tw: number; readonly r: number },
  p3: number,
  hole: number,
): void {
  const least = column.tw + 1.6 * column.r + 2;
  if (p3 <= least)
    refuseSize(u, 'bolts.p3', p3, "brings the bolts into the column's root fillets", `more than ${u.about(least)}`);
  if ((column.b - p3) / 2 <= hole / 2)
    refuseSize(
      u,
      'bolts.p3',
      p3,
      "puts the bolts at or beyond the edge of the column's flange",
      `less than ${u.about(column.b - hole)}`,
    );
}
