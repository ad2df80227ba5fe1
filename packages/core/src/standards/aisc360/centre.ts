/** A place or a direction in the plane of a group. */
export type Place = readonly [number, number];

/** Keeps what hangs on the direction of a load alone, for the last direction that was asked for: the combinations of a joint share few. */
export class ByDirection<T> {
  private last: { readonly V: number; readonly N: number; readonly found: T } | null = null;
  of(V: number, N: number, work: (V: number, N: number) => T): T {
    const size = Math.hypot(V, N);
    const [v, n] = [V / size, N / size];
    const { last } = this;
    if (last && Math.abs(last.V - v) < 1e-12 && Math.abs(last.N - n) < 1e-12) return last.found;
    const found = work(v, n);
    this.last = { V: v, N: n, found };
    return found;
  }
}

/** What a trial centre makes of a load of a given direction and moment: forces that are left over for each unit of strength, and their size. */
export interface Trial {
  readonly over: Place;
  readonly size: number;
  /** What is left over by the place of the centre, along x and along y, where the group works that itself. */
  readonly by?: readonly [Place, Place];
}

/** Derivatives of what is left over by the place of the centre, by small steps. */
function numeric(tryAt: (at: Place) => Trial, at: Place, over: Place, reach: number): readonly [Place, Place] {
  const h = 1e-6 * Math.max(reach, Math.hypot(...at));
  const slope = (p: Place): Place => [(p[0] - over[0]) / h, (p[1] - over[1]) / h];
  return [slope(tryAt([at[0] + h, at[1]]).over), slope(tryAt([at[0], at[1] + h]).over)];
}

/**
 * The instantaneous centre of a group, from its elastic centre: Newton's method with halved steps, its derivatives numeric where the trial has none, then other starts. `n` is what
 * the residual is measured against. A centre that runs away is a false root, where both sums vanish for any moment. Null where none is found.
 */
export function findCentre<T extends Trial>(
  tryAt: (at: Place) => T,
  elastic: Place,
  reach: number,
  n: number,
): { readonly at: Place; readonly found: T } | null {
  for (const k of [1, 0.5, 0.25, 2, 0.1]) {
    let at: Place = [elastic[0] * k, elastic[1] * k];
    let now = tryAt(at);
    for (let i = 0; i < 100 && now.size > 1e-10 * n; i += 1) {
      const [[a, c], [b, d]] = now.by ?? numeric(tryAt, at, now.over, reach);
      const det = a * d - b * c;
      if (!Number.isFinite(det) || det === 0) break;
      const step: Place = [(d * now.over[0] - b * now.over[1]) / det, (a * now.over[1] - c * now.over[0]) / det];
      let moved = false;
      for (let s = 1; s > 1e-6 && !moved; s /= 2) {
        const next: Place = [at[0] - s * step[0], at[1] - s * step[1]];
        const trial = tryAt(next);
        if (trial.size < now.size) [at, now, moved] = [next, trial, true];
      }
      if (!moved) break;
    }
    if (now.size <= 1e-9 * n && Math.hypot(...at) <= 3.5 * Math.hypot(...elastic) + 1e-9) return { at, found: now };
  }
  return null;
}
