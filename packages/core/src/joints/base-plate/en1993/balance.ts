import { balances } from '../../../standards/en1993/contact.ts';
import { type Bed, type Load } from '../../../standards/en1993/contact-bed.ts';
import type { Units } from '../../../units/system.ts';

/** The smallest change that would balance a load which has no equilibrium, in words. */
export function smallestChange(u: Units, bed: Bed, load: Load): string[] {
  const out: string[] = [];
  if (load.N >= 0 && !bed.anchors.length) {
    out.push(
      `there is no anchor: it would balance with anchors that hold ${u.quantity(load.N, 'kN')}, or with ${load.M_y === 0 && load.M_z === 0 ? 'any compression' : 'enough compression'}`,
    );
  }
  const least = (works: (x: number) => boolean, from: number): number | null => {
    let high = from;
    for (let i = 0; i < 8 && !works(high); i += 1) high *= 2;
    if (!works(high)) return null;
    let low = 0;
    for (let i = 0; i < 11; i += 1) {
      const mid = (low + high) / 2;
      if (works(mid)) high = mid;
      else low = mid;
    }
    return high;
  };
  const M = Math.hypot(load.M_y, load.M_z);
  if (M > 0) {
    const more = least((x) => balances(bed, { ...load, N: load.N - x }), Math.max(1e3, Math.abs(load.N), M / 1e3));
    if (more !== null)
      out.push(`it would balance with ${u.quantity(more, 'kN')} more compression (N = ${u.quantity(load.N - more, 'kN')})`);
    const share = least((x) => balances(bed, { ...load, M_y: load.M_y / (1 + x), M_z: load.M_z / (1 + x) }), 1);
    if (share !== null && load.N < 0) out.push(`or with the moment no larger than ${u.quantity(M / (1 + share), 'kNm')}`);
  }
  return out;
}
