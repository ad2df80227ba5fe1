import type { CheckResult } from '../../check.ts';

/** Largest factor that is looked for where a check does not grow with the load in proportion. */
const FAR = 32;

/** Multiples of checks that do not grow with the load in proportion: the factor at which each reaches 1, to 0.2 %, by working the base again. */
export function solved(list: readonly CheckResult[], again: (k: number) => readonly CheckResult[]): CheckResult[] {
  const memo = new Map<number, ReadonlyMap<string, number>>();
  const worstAt = (k: number): ReadonlyMap<string, number> => {
    let found = memo.get(k);
    if (!found) {
      const worst = new Map<string, number>();
      for (const x of again(k)) if (x.type === 'strength') worst.set(x.id, Math.max(worst.get(x.id) ?? 0, x.utilisation ?? 999));
      memo.set(k, (found = worst));
    }
    return found;
  };
  return list.map((x) => {
    if (x.type !== 'strength' || x.info || x.utilisation === null) return x;
    // Over by 2 counts as 2, so that a base without equilibrium does not throw the interpolation off.
    const over = (k: number): number => Math.min((worstAt(k).get(x.id) ?? 0) - 1, 2);
    let [low, high] = x.utilisation > 1 ? [0, 1] : [1, 2];
    let [f1, f2] = x.utilisation > 1 ? [-1, Math.min(x.utilisation - 1, 2)] : [x.utilisation - 1, over(2)];
    // Every check climbs the same ladder of factors, so that they share their work.
    while (f2 <= 0 && high < FAR) [low, high, f1, f2] = [high, high * 2, f2, over(high * 2)];
    if (f2 <= 0) return { ...x, multiple: Math.max(FAR, Math.min(x.multiple, 1e6)) };
    for (let i = 0; i < 14 && high - low > 0.002 * high; i += 1) {
      const k = i % 3 === 2 ? (low + high) / 2 : low + (Math.max(0.02, Math.min(0.98, -f1 / (f2 - f1)))) * (high - low);
      const f = over(k);
      if (f <= 0) [low, f1] = [k, f];
      else [high, f2] = [k, f];
    }
    const multiple = (low + high) / 2;
    return { ...x, multiple: x.pass ? Math.max(1, multiple) : Math.min(multiple, 0.9999) };
  });
}
