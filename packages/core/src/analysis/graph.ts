/** Vertices that are coupled: nodes of a mesh and what else has unknowns, each with its place in space. */
export interface Graph {
  /** Unknowns of each vertex. */
  readonly sizes: Int32Array;
  /** x, y, z of each. */
  readonly places: Float64Array;
  /** Neighbours of vertex v are list[start[v]] to list[start[v + 1]], in order. */
  readonly start: Int32Array;
  readonly list: Int32Array;
}

/** Gathers which vertices are coupled. */
export class Couplings {
  private readonly near: Set<number>[];
  constructor(count: number) {
    this.near = Array.from({ length: count }, () => new Set<number>());
  }
  /** All of these with each other. */
  clique(ids: ArrayLike<number>): void {
    for (let i = 0; i < ids.length; i += 1)
      for (let k = 0; k < i; k += 1) {
        if (ids[i] === ids[k]) continue;
        this.near[ids[i]!]!.add(ids[k]!);
        this.near[ids[k]!]!.add(ids[i]!);
      }
  }
  graph(sizes: Int32Array, places: Float64Array): Graph {
    const start = new Int32Array(this.near.length + 1);
    this.near.forEach((s, v) => (start[v + 1] = start[v]! + s.size));
    const list = new Int32Array(start[this.near.length]!);
    this.near.forEach((s, v) =>
      list.set(
        [...s].sort((a, b) => a - b),
        start[v],
      ),
    );
    return { sizes, places, start, list };
  }
}

const SMALL = 12;
const CUTS = [0.35, 0.42, 0.5, 0.58, 0.65];
/** Vertices with more neighbours than this stand last: they join all parts. */
const JOINT = 300;

/** An order of elimination by nested dissection in three directions: order[k] is the vertex that comes k-th. */
export function dissect(graph: Graph): Int32Array {
  const { sizes, start } = graph;
  const n = sizes.length;
  const all = Array.from({ length: n }, (_, v) => v);
  const degree = (v: number): number => start[v + 1]! - start[v]!;
  const order: number[] = [];
  const side = new Int8Array(n).fill(-1);
  part(
    graph,
    all.filter((v) => degree(v) <= JOINT),
    side,
    order,
  );
  order.push(...all.filter((v) => degree(v) > JOINT));
  return Int32Array.from(order);
}

function part(graph: Graph, ids: number[], side: Int8Array, order: number[]): void {
  if (ids.length <= SMALL) {
    order.push(...ids);
    return;
  }
  const best = cut(graph, ids, side);
  if (!best) {
    order.push(...ids);
    return;
  }
  part(graph, best.low, side, order);
  part(graph, best.high, side, order);
  order.push(...best.between);
}

interface Parts {
  readonly low: number[];
  readonly high: number[];
  readonly between: number[];
}

/** Sides of a cut, by vertex; OUT where it is of another part. */
const [LOW, HIGH, BETWEEN, OUT] = [0, 1, 2, -1] as const;

/** The best of the cuts across each direction, once what stands between is refined: few unknowns there, parts of like size. */
function cut(graph: Graph, ids: readonly number[], side: Int8Array): Parts | null {
  let best: { readonly cost: number; readonly sides: Int8Array } | null = null;
  for (const { sorted, at } of straightCuts(graph, ids))
    for (const [from, other] of [
      [LOW, HIGH],
      [HIGH, LOW],
    ] as const) {
      mark(sorted, at, side);
      for (const v of ids) if (side[v] === from && reaches(v, graph, side, other)) side[v] = BETWEEN;
      const cost = refined(graph, ids, side);
      if (cost < (best?.cost ?? Infinity)) best = { cost, sides: Int8Array.from(ids, (v) => side[v]!) };
    }
  for (const v of ids) side[v] = OUT;
  if (!best) return null;
  const parts: [number[], number[], number[]] = [[], [], []];
  for (let i = 0; i < ids.length; i += 1) parts[best.sides[i]!]!.push(ids[i]!);
  const [low, high, between] = parts;
  // All of a part on the cut is no cut.
  return between.length > 0.6 * ids.length ? null : { low, high, between };
}

/** What a cut costs: what stands between, more where the sides are unlike, much more where one is next to nothing; infinite where it is nothing. */
function costOf(low: number, high: number, between: number): number {
  if (!(low > 0 && high > 0)) return Infinity;
  const b = Math.abs(low - high) / (low + high + between);
  return between * (1 + 0.3 * b + 0.8 * b ** 2 + 6 * b ** 6);
}

interface StraightCut {
  readonly sorted: readonly number[];
  readonly at: number;
}
/** Cuts square to each direction at a few places. */
function straightCuts({ places }: Graph, ids: readonly number[]): StraightCut[] {
  return [0, 1, 2].flatMap((axis): StraightCut[] => {
    const sorted = [...ids].sort((a, b) => places[3 * a + axis]! - places[3 * b + axis]! || a - b);
    const along = (i: number): number => places[3 * sorted[i]! + axis]!;
    if (along(sorted.length - 1) - along(0) < 1e-9) return [];
    const at = CUTS.map((share) => {
      let i = Math.round(share * sorted.length);
      // A row of vertices is not cut along itself.
      while (i < sorted.length && along(i) - along(i - 1) < 1e-9) i += 1;
      return i;
    });
    return [...new Set(at)].filter((i) => i < sorted.length).map((i) => ({ sorted, at: i }));
  });
}

/** Rounds in which what stands between is looked through. */
const ROUNDS = 6;
/** Moves vertices out of the middle wherever fewer come into it for them; what the cut costs then. */
function refined({ sizes, start, list }: Graph, ids: readonly number[], side: Int8Array): number {
  // Unknowns of each side and of the middle.
  const on: [number, number, number] = [0, 0, 0];
  for (const v of ids) on[side[v]!]! += sizes[v]!;
  const between = ids.filter((v) => side[v] === BETWEEN);
  for (let round = 0, moved = true; moved && round < ROUNDS; round += 1) {
    moved = false;
    for (let i = 0; i < between.length; i += 1) {
      const v = between[i]!;
      if (side[v] !== BETWEEN) continue;
      let [low, high] = [0, 0];
      for (let k = start[v]!; k < start[v + 1]!; k += 1) {
        const u = list[k]!;
        if (side[u] === LOW) low += sizes[u]!;
        else if (side[u] === HIGH) high += sizes[u]!;
      }
      const own = sizes[v]!;
      const now = costOf(...on);
      const down = costOf(on[LOW] + own, on[HIGH] - high, on[BETWEEN] + high - own);
      const up = costOf(on[LOW] - low, on[HIGH] + own, on[BETWEEN] + low - own);
      if (!(Math.min(down, up) < now - 1e-9)) continue;
      const [to, from] = down <= up ? ([LOW, HIGH] as const) : ([HIGH, LOW] as const);
      side[v] = to;
      on[to] += own;
      on[BETWEEN] -= own;
      for (let k = start[v]!; k < start[v + 1]!; k += 1) {
        const u = list[k]!;
        if (side[u] !== from) continue;
        side[u] = BETWEEN;
        on[from] -= sizes[u]!;
        on[BETWEEN] += sizes[u]!;
        between.push(u);
      }
      moved = true;
    }
  }
  return costOf(...on);
}
const mark = (sorted: readonly number[], at: number, side: Int8Array): void =>
  sorted.forEach((v, i) => (side[v] = i < at ? LOW : HIGH));
function reaches(v: number, { start, list }: Graph, side: Int8Array, other: number): boolean {
  for (let k = start[v]!; k < start[v + 1]!; k += 1) if (side[list[k]!] === other) return true;
  return false;
}
