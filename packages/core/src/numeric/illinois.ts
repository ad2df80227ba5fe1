/** An interval with the values of a function at its ends, which differ in sign. */
export interface Bracket {
  readonly low: number;
  readonly high: number;
  readonly fLow: number;
  readonly fHigh: number;
}

export interface Stop {
  /** Whether the value at a point is close enough to zero. */
  near(value: number): boolean;
  /** Whether the interval is narrow enough. */
  narrow(low: number, high: number): boolean;
  /** Every which step halves the interval, in case the secants creep. */
  readonly halve: number;
  readonly most: number;
}

/**
 * Narrows a bracket by regula falsi with halving of the value at the end that stays (Illinois): a handful of evaluations where bisection takes
 * forty. Gives the last point, whether its value was near zero, and the interval that is left.
 */
export function illinois(
  f: (x: number) => number,
  { low, high, fLow, fHigh }: Bracket,
  stop: Stop,
): { readonly x: number; readonly near: boolean; readonly low: number; readonly high: number } {
  let x = low;
  let stays = 0;
  for (let i = 0; i < stop.most && !stop.narrow(low, high); i += 1) {
    x = i % stop.halve === stop.halve - 1 ? (low + high) / 2 : high - (fHigh * (high - low)) / (fHigh - fLow);
    const y = f(x);
    if (stop.near(y)) return { x, near: true, low, high };
    if (Math.sign(y) === Math.sign(fHigh)) {
      high = x;
      fHigh = y;
      if (stays === 1) fLow /= 2;
      stays = 1;
    } else {
      low = x;
      fLow = y;
      if (stays === -1) fHigh /= 2;
      stays = -1;
    }
  }
  return { x, near: false, low, high };
}
