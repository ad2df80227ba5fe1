/** A choice of a few columns of a table of costs. */
export interface Chosen {
  /** Columns that were chosen, and the one that serves each row; null where none serves it. */
  readonly picked: readonly number[];
  readonly serves: readonly (number | null)[];
  /** Cost of all rows that are served. */
  readonly total: number;
  readonly unserved: number;
  /** Every other choice was shown to be no better. */
  readonly proved: boolean;
}

/** Steps of the proof after which it is given up. */
const STEPS = 200_000;
/** What a row costs that nothing serves: more than any choice between columns is worth. */
const UNSERVED = 1e9;

/**
 * At most `most` columns of a table of costs, one row a joint and one column a detail, Infinity where it does not hold there, so that each row is served
 * by the cheapest of them and all rows cost least together; first as many rows as can be. By the best column one after another and exchanges, then
 * proved by branch and bound: the bound of a part of the choices is every row at its cheapest column that is still free.
 */
export function chooseFew(costs: readonly (readonly number[])[], most: number): Chosen {
  const width = costs[0]?.length ?? 0;
  const table = costs.map((row) => row.map((c) => (Number.isFinite(c) ? c : UNSERVED)));
  const costOf = (set: readonly number[]): number =>
    table.reduce((sum, row) => sum + set.reduce((least, c) => Math.min(least, row[c]!), UNSERVED), 0);
  let best = exchanged(most, width, costOf);
  let bestCost = costOf(best);
  let steps = 0;

  /** Rows from `at` on are to be served: `held` columns are chosen, `gone` ones are not. */
  const branch = (at: number, held: readonly number[], gone: ReadonlySet<number>): void => {
    steps += 1;
    if (steps > STEPS) return;
    let bound = 0;
    for (const row of table) {
      let least = UNSERVED;
      if (held.length < most) {
        for (let c = 0; c < width; c += 1) if (row[c]! < least && !gone.has(c)) least = row[c]!;
      } else for (const c of held) least = Math.min(least, row[c]!);
      bound += least;
      if (bound >= bestCost - 1e-9) return;
    }
    if (at === table.length || held.length === most) {
      const cost = costOf(held);
      if (cost < bestCost - 1e-9) [best, bestCost] = [[...held], cost];
      return;
    }
    const row = table[at]!;
    const order = Array.from({ length: width }, (_, c) => c)
      .filter((c) => !gone.has(c) && row[c]! < UNSERVED)
      .sort((a, b) => row[a]! - row[b]!);
    const left = new Set(gone);
    // This row is served by one of them: those that would serve it cheaper are then not chosen.
    for (const c of order) {
      branch(at + 1, held.includes(c) ? held : [...held, c], left);
      if (held.includes(c)) return;
      left.add(c);
    }
    // Or by none.
    branch(at + 1, held, left);
  };
  branch(0, [], new Set());

  const serves = table.map((row) => {
    const [c] = [...best].filter((x) => row[x]! < UNSERVED).sort((a, b) => row[a]! - row[b]!);
    return c ?? null;
  });
  const picked = best.filter((c) => serves.includes(c)).sort((a, b) => a - b);
  const total = table.reduce((sum, row, j) => (serves[j] === null ? sum : sum + row[serves[j]!]!), 0);
  return { picked, serves, total, unserved: serves.filter((s) => s === null).length, proved: steps <= STEPS };
}

/** The best column, then the one that helps most beside it, and so on; then exchanges of one for another while they help. */
function exchanged(most: number, width: number, costOf: (set: readonly number[]) => number): number[] {
  const columns = Array.from({ length: width }, (_, c) => c);
  let set: number[] = [];
  let cost = costOf(set);
  const take = (next: number[]): boolean => {
    const c = costOf(next);
    if (c >= cost - 1e-9) return false;
    [set, cost] = [next, c];
    return true;
  };
  while (set.length < Math.min(most, width)) {
    const from = set;
    if (!columns.map((c) => take([...from, c])).some(Boolean)) break;
  }
  for (let better = true; better;) {
    better = false;
    for (const [i] of set.entries()) for (const c of columns) if (take(set.map((x, k) => (k === i ? c : x)))) better = true;
  }
  return set;
}
