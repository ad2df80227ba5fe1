import type { CheckResult } from './check.ts';

/** Largest factor that is looked for where a check does not grow with the load in proportion. */
const FAR = 32;
/** How close to 1 a utilisation has to come. */
const NEAR = 1e-3;

/** Multiples of checks that do not grow with the load in proportion: the factor at which each reaches 1, to 0.2 %, by working the base again. */
export function solved(list: readonly CheckResult[], again: (k: number) => readonly CheckResult[]): CheckResult[] {
  const known = new Map<number, ReadonlyMap<string, number>>([[1, worstOf(list)]]);
  let factors = [1];
  const worstAt = (k: number): ReadonlyMap<string, number> => {
    let found = known.get(k);
    if (!found) {
      known.set(k, (found = worstOf(again(k))));
      factors = [...known.keys()].sort((a, b) => a - b);
    }
    return found;
  };
  return list.map((x) => {
    // What no load changes (a hole too wide, a hook too strong) says so by a multiple of 0.
    if (x.type !== 'strength' || x.info || x.utilisation === null || x.multiple === 0) return x;
    const u = (k: number): number => worstAt(k).get(x.id) ?? 0;
    // Over by 2 counts as 2, so that a base without equilibrium does not throw the interpolation off.
    const over = (k: number): number => Math.min(u(k) - 1, 2);
    const finish = (multiple: number): CheckResult => ({
      ...x,
      multiple: x.pass ? Math.max(1, multiple) : Math.min(multiple, 0.9999),
    });
    // Every check climbs the same ladder of factors and knows what the others found, so that they share their work.
    const first = (): number => factors.find((k) => (k >= 1 || u(1) > 1) && over(k) > 0) ?? Infinity;
    let high = first();
    for (let k = 2; high === Infinity && k <= FAR; k *= 2) high = over(k) > 0 ? first() : Infinity;
    if (high === Infinity) return { ...x, multiple: Math.max(FAR, Math.min(x.multiple, 1e6)) };
    let low = factors.findLast((k) => k < high) ?? 0;
    // In proportion at both ends: so it is between them.
    if (low > 0 && Math.abs(u(high) / high - u(low) / low) <= 1e-9 * u(high)) return finish(high / u(high));
    let [f1, f2] = [low ? over(low) : -1, over(high)];
    for (let i = 0; i < 14 && high - low > 0.002 * high; i += 1) {
      // Where equilibrium ends there is a step, towards which a secant would creep: first as if in proportion, then halved.
      const step = f2 >= 2 && low > 0;
      const guess = (0.9995 * low) / (1 + f1);
      const k =
        step && i % 2 === 0 && guess > low && guess < high
          ? guess
          : step || i % 3 === 2
            ? (low + high) / 2
            : low + Math.max(0.02, Math.min(0.98, -f1 / (f2 - f1))) * (high - low);
      const f = over(k);
      if (Math.abs(f) <= NEAR) return finish(k / (1 + f));
      // Friction grows with the load as the shear does: its multiple is its own.
      if (low === 0 && Math.abs(u(k) - u(high)) <= 1e-9 * u(high)) return x;
      if (f <= 0) [low, f1] = [k, f];
      else [high, f2] = [k, f];
    }
    return finish((low + high) / 2);
  });
}

function worstOf(list: readonly CheckResult[]): ReadonlyMap<string, number> {
  const worst = new Map<string, number>();
  for (const x of list) if (x.type === 'strength') worst.set(x.id, Math.max(worst.get(x.id) ?? 0, x.utilisation ?? 999));
  return worst;
}
