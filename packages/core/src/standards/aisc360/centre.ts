/** A place or a direction in the plane of a group. */
export type Place = readonly [number, number];

/** Keeps what hangs on the direction of a load alone, for the last few directions that were asked for: the combinations of a joint share few. */
export class ByDirection<T> {
  private known: readonly { readonly V: number; readonly N: number; readonly found: T }[] = [];
  of(V: number, N: number, work: (V: number, N: number) => T): T {
    const size = Math.hypot(V, N);
    const [v, n] = [V / size, N / size];
    const same = this.known.find((k) => Math.abs(k.V - v) < 1e-12 && Math.abs(k.N - n) < 1e-12);
    if (same) return same.found;
    const found = work(v, n);
    this.known = [{ V: v, N: n, found }, ...this.known.slice(0, 3)];
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

/** Newton's method with halved steps from one start, as far as it comes; its derivatives numeric where the trial has none. */
function descend<T extends Trial>(tryAt: (at: Place) => T, start: Place, reach: number, far: number, enough: number): Found<T> {
  let at = start;
  let now = tryAt(at);
  let kept: readonly [Place, Place] | null = null;
  for (let i = 0; i < 100 && now.size > enough && Math.hypot(...at) <= far; i += 1) {
    const by: readonly [Place, Place] = now.by ?? kept ?? numeric(tryAt, at, now.over, reach);
    const [[a, c], [b, d]] = by;
    const before = now.size;
    const det = a * d - b * c;
    if (!Number.isFinite(det) || det === 0) break;
    const step: Place = [(d * now.over[0] - b * now.over[1]) / det, (a * now.over[1] - c * now.over[0]) / det];
    let moved = false;
    for (let s = 1; s > 1e-6 && !moved; s /= 2) {
      const next: Place = [at[0] - s * step[0], at[1] - s * step[1]];
      const trial = tryAt(next);
      if (trial.size < now.size) [at, now, moved] = [next, trial, true];
    }
    // Numeric derivatives cost two trials: they serve again as long as a step leaves less than a twentieth.
    const fresh = kept === null;
    kept = now.size < before / 20 ? by : null;
    if (!moved && fresh) break;
  }
  return { at, found: now };
}
interface Found<T> {
  readonly at: Place;
  readonly found: T;
}

/** Places round the best that was come to, from where the furthest bolt is another one: it stops where two of them are equally far. */
const around = ([x, y]: Place, reach: number): Place[] =>
  [0.01, 0.05, 0.2, 0.6].flatMap((k) =>
    Array.from({ length: 12 }, (_, i): Place => {
      const turn = (Math.PI * (i + k)) / 6;
      return [x + k * reach * Math.cos(turn), y + k * reach * Math.sin(turn)];
    }),
  );

/**
 * The instantaneous centre of a group, by Newton's method from its elastic centre, then from other starts. `n` is what the residual is measured
 * against. A centre that runs away is a false root, where both sums vanish for any moment. Null where none is found.
 */
export function findCentre<T extends Trial>(tryAt: (at: Place) => T, elastic: Place, reach: number, n: number): Found<T> | null {
  // Within the group a centre is a true one, however near the elastic one is: two bolts of which the load bears on one.
  const away = Math.max(Math.hypot(...elastic), reach / 2);
  let best: Found<T> | null = null;
  const from = (starts: readonly Place[]): Found<T> | null => {
    for (const start of starts) {
      // Ten times the elastic distance away it does not come back.
      const end = descend(tryAt, start, reach, 10 * away, 1e-10 * n);
      if (Math.hypot(...end.at) > 3.5 * away + 1e-9) continue;
      if (end.found.size <= 1e-9 * n) return end;
      if (!best || end.found.size < best.found.size) best = end;
    }
    return null;
  };
  const found = from([1, 0.5, 0.25, 2, 0.1].map((k): Place => [elastic[0] * k, elastic[1] * k]));
  return found ?? (best && from(around((best as Found<T>).at, reach)));
}
