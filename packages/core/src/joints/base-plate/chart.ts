import { inNewtons, type Combination } from '../../actions/combination.ts';
import { Run } from '../../formula/index.ts';
import type { MomentChart } from '../kind.ts';
import type { PreparedBase } from './flow.ts';

const LEVELS = 25;

/**
 * The base's resistance in axial force and moment about one axis, beside the shear, the twist and the other moment of the combination that
 * gives first: for each N the largest moment both ways at which every check still holds. Points are the combinations.
 */
export function momentChart(prepared: PreparedBase, combinations: readonly Combination[], governing: number): MomentChart | null {
  if (!combinations.length) return null;
  const run = new Run(prepared.sheet);
  const worst = combinations[Math.max(0, governing)]!;
  const size = (k: 'M_y' | 'M_z'): number => Math.max(...combinations.map((c) => Math.abs(c[k] ?? 0)));
  const axis = size('M_z') > size('M_y') ? 'M_z' : 'M_y';
  const holds = (N: number, M: number): boolean => prepared.holds(inNewtons({ ...worst, N_Ed: N, [axis]: M }), run);
  /** Largest x with holds(x), from 0 outwards; null where 0 itself does not hold. */
  const largest = (ok: (x: number) => boolean, first: number): number | null => {
    if (!ok(0)) return null;
    let [low, high] = [0, first];
    for (let i = 0; i < 24 && ok(high); i += 1) [low, high] = [high, high * 2];
    for (let i = 0; i < 12; i += 1) {
      const mid = (low + high) / 2;
      if (ok(mid)) low = mid;
      else high = mid;
    }
    return low;
  };
  const scale = Math.max(50, ...combinations.map((c) => Math.abs(c.N_Ed)));
  // Where friction carries the shear, no axial force at all may not hold while some compression does: look for a level that holds.
  const start = [0, -0.25, -0.5, -1, -1.5, -2, -3, -5, 0.1].map((k) => k * scale).find((N) => holds(N, 0));
  if (start === undefined)
    return {
      axis,
      shear: [worst.V_z ?? 0, worst.V_y ?? 0],
      of: worst.name,
      curve: [],
      points: pointsOf(combinations, axis, governing),
    };
  const up = largest((x) => holds(start + x, 0), scale / 4) ?? 0;
  const down = largest((x) => holds(start - x, 0), scale) ?? 0;
  const [top, bottom] = [start + up, start - down];
  const curve = Array.from({ length: LEVELS }, (_, i) => {
    // Closer together at both ends, where the curve turns.
    const N = bottom + ((1 - Math.cos((Math.PI * i) / (LEVELS - 1))) / 2) * (top - bottom);
    const inside = Math.min(Math.max(N, bottom + 1e-6 * (top - bottom)), top - 1e-6 * (top - bottom));
    return { N: inside, plus: largest((x) => holds(inside, x), 20) ?? 0, minus: -(largest((x) => holds(inside, -x), 20) ?? 0) };
  });
  return {
    axis,
    shear: [worst.V_z ?? 0, worst.V_y ?? 0],
    of: worst.name,
    curve,
    points: pointsOf(combinations, axis, governing),
  };
}

const pointsOf = (list: readonly Combination[], axis: 'M_y' | 'M_z', governing: number): MomentChart['points'] =>
  list.map((c, i) => ({ name: c.name, N: c.N_Ed, M: c[axis] ?? 0, governs: i === governing }));
