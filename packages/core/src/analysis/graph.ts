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

/** The best of the cuts across each direction: few vertices between, parts of like size. */
function cut({ sizes, places, start, list }: Graph, ids: readonly number[], side: Int8Array): Parts | null {
  let best: { cost: number; sorted: number[]; at: number } | null = null;
  const weight = ids.reduce((s, v) => s + sizes[v]!, 0);
  for (let axis = 0; axis < 3; axis += 1) {
    const sorted = [...ids].sort((a, b) => places[3 * a + axis]! - places[3 * b + axis]! || a - b);
    const [first, last] = [places[3 * sorted[0]! + axis]!, places[3 * sorted.at(-1)! + axis]!];
    if (last - first < 1e-9) continue;
    for (const share of CUTS) {
      let at = Math.round(share * sorted.length);
      // A row of vertices is not cut along itself.
      while (at < sorted.length && places[3 * sorted[at]! + axis]! - places[3 * sorted[at - 1]! + axis]! < 1e-9) at += 1;
      mark(sorted, at, side);
      let [under, on] = [0, 0];
      for (let i = 0; i < at; i += 1) {
        const v = sorted[i]!;
        if (reaches(v, start, list, side)) on += sizes[v]!;
        else under += sizes[v]!;
      }
      const over = weight - under - on;
      const b = Math.abs(under - over) / weight;
      const cost = on * (1 + 0.8 * b * b + 0.3 * b);
      if (under > 0 && over > 0 && (best === null || cost < best.cost)) best = { cost, sorted, at };
    }
    for (const v of ids) side[v] = -1;
  }
  if (!best) return null;
  const { sorted, at } = best;
  mark(sorted, at, side);
  const [low, between]: [number[], number[]] = [[], []];
  for (let i = 0; i < at; i += 1) (reaches(sorted[i]!, start, list, side) ? between : low).push(sorted[i]!);
  const high = sorted.slice(at);
  for (const v of ids) side[v] = -1;
  // All of a part on the cut is no cut.
  return between.length > 0.6 * ids.length ? null : { low, high, between };
}
const mark = (sorted: readonly number[], at: number, side: Int8Array): void =>
  sorted.forEach((v, i) => (side[v] = i < at ? 0 : 1));
function reaches(v: number, start: Int32Array, list: Int32Array, side: Int8Array): boolean {
  for (let k = start[v]!; k < start[v + 1]!; k += 1) if (side[list[k]!] === 1) return true;
  return false;
}
