import { dissect, type Graph } from './graph.ts';

/** Widest panel of the factor, in unknowns. */
const WIDEST = 96;

/** Where everything of a symmetric matrix and of its factor stands: worked out once for a model. */
export interface Pattern {
  readonly unknowns: number;
  /** First unknown of each vertex, as the model counts. */
  readonly first: Int32Array;
  readonly sizes: Int32Array;
  /** Place of each vertex in the order of elimination, and its first unknown there. */
  readonly rank: Int32Array;
  readonly placed: Int32Array;
  /** Blocks of the matrix by the vertex that comes first: from `blockStart` of its rank, the ranks of the later vertices (itself first), and where their numbers start. */
  readonly blockStart: Int32Array;
  readonly blockRows: Int32Array;
  readonly blockAt: Int32Array;
  /** Numbers of the matrix. */
  readonly numbers: number;
  /** Panels: columns c0 to c0 + w of the order, their rows, where the rows and the numbers of the panel start. */
  readonly panels: number;
  readonly column: Int32Array;
  readonly rowStart: Int32Array;
  readonly rows: Int32Array;
  readonly panelAt: Float64Array;
  /** For each block: where its first number goes in the factor, and how wide its panel is. */
  readonly into: Float64Array;
  readonly stride: Int32Array;
  readonly factorNumbers: number;
  /** Multiplications of one factorisation. */
  readonly work: number;
}

/** Elimination of a graph: order, blocks, panels. With `like` in the order of another pattern, of a graph with the same couplings. */
export function patternOf(graph: Graph, like?: Pattern): Pattern {
  const { sizes } = graph;
  const n = sizes.length;
  const first = new Int32Array(n + 1);
  for (let v = 0; v < n; v += 1) first[v + 1] = first[v]! + sizes[v]!;
  const order = like ? inOrder(like) : postordered(graph, dissect(graph));
  const rank = new Int32Array(n);
  order.forEach((v, k) => (rank[v] = k));
  const size = Int32Array.from(order, (v) => sizes[v]!);
  const structs = structures(graph, order, rank);
  const panels = panelsOf(structs, size);
  const placed = new Int32Array(n);
  const starts = new Int32Array(n + 1);
  for (let k = 0; k < n; k += 1) {
    starts[k + 1] = starts[k]! + size[k]!;
    placed[order[k]!] = starts[k]!;
  }
  return {
    unknowns: first[n]!,
    first,
    sizes,
    rank,
    placed,
    ...factorOf(panels, starts, size, blocksOf(graph, order, rank, size)),
  };
}

function inOrder({ rank }: Pattern): Int32Array {
  const order = new Int32Array(rank.length);
  rank.forEach((k, v) => (order[k] = v));
  return order;
}

/** Rows under the diagonal of each column of the factor, by rank. */
function structures({ start, list }: Graph, order: Int32Array, rank: Int32Array): Int32Array[] {
  const n = order.length;
  const children: number[][] = Array.from({ length: n }, () => []);
  const out: Int32Array[] = [];
  const seen = new Int32Array(n).fill(-1);
  for (let j = 0; j < n; j += 1) {
    const rows: number[] = [];
    const add = (r: number): void => {
      if (r > j && seen[r] !== j) {
        seen[r] = j;
        rows.push(r);
      }
    };
    const v = order[j]!;
    for (let k = start[v]!; k < start[v + 1]!; k += 1) add(rank[list[k]!]!);
    for (const c of children[j]!) for (const r of out[c]!) add(r);
    const sorted = Int32Array.from(rows).sort();
    out.push(sorted);
    if (sorted.length) children[sorted[0]!]!.push(j);
  }
  return out;
}

/** The same order with each subtree in one piece, so that columns of like rows stand together. */
function postordered(graph: Graph, order: Int32Array): Int32Array {
  const n = order.length;
  const rank = new Int32Array(n);
  order.forEach((v, k) => (rank[v] = k));
  const parent = structures(graph, order, rank).map((rows) => rows[0] ?? -1);
  const children: number[][] = Array.from({ length: n }, () => []);
  const roots: number[] = [];
  parent.forEach((p, j) => (p < 0 ? roots : children[p]!).push(j));
  const out: number[] = [];
  const stack: { j: number; next: number }[] = [];
  for (const r of roots) {
    stack.push({ j: r, next: 0 });
    while (stack.length) {
      const top = stack.at(-1)!;
      const child = children[top.j]![top.next];
      if (child === undefined) {
        out.push(order[top.j]!);
        stack.pop();
      } else {
        top.next += 1;
        stack.push({ j: child, next: 0 });
      }
    }
  }
  return Int32Array.from(out);
}

interface Panel {
  from: number;
  to: number;
  width: number;
  /** Rows below, ranks. */
  rows: Int32Array;
  below: number;
}

/** Columns of like rows together; a panel joins the next where few zeros come of it. */
function panelsOf(structs: readonly Int32Array[], size: Int32Array): Panel[] {
  const weigh = (rows: Int32Array): number => rows.reduce((s, r) => s + size[r]!, 0);
  const out: Panel[] = [];
  structs.forEach((rows, j) => {
    const last = out.at(-1);
    const below = weigh(rows);
    if (last && last.rows[0] === j && last.below === below + size[j]! && last.width + size[j]! <= WIDEST) {
      last.to = j + 1;
      last.width += size[j]!;
      last.rows = rows;
      last.below = below;
    } else out.push({ from: j, to: j + 1, width: size[j]!, rows, below });
  });
  const merged: Panel[] = [];
  for (const next of out) {
    let panel = next;
    for (let last = merged.at(-1); last && last.rows[0] === panel.from; last = merged.at(-1)) {
      const width = last.width + panel.width;
      const zeros = last.width * (panel.width + panel.below - last.below);
      const all = width * (width / 2 + panel.below);
      if (width > WIDEST || zeros < 0 || !(zeros < 0.1 * all || (zeros < 0.4 * all && width <= 30))) break;
      merged.pop();
      panel = { from: last.from, to: panel.to, width, rows: panel.rows, below: panel.below };
    }
    merged.push(panel);
  }
  return merged;
}

function blocksOf({ start, list }: Graph, order: Int32Array, rank: Int32Array, size: Int32Array) {
  const n = order.length;
  const blockStart = new Int32Array(n + 1);
  const rows: number[] = [];
  const at: number[] = [];
  let numbers = 0;
  for (let j = 0; j < n; j += 1) {
    const v = order[j]!;
    const later = [j];
    for (let k = start[v]!; k < start[v + 1]!; k += 1) if (rank[list[k]!]! > j) later.push(rank[list[k]!]!);
    later.sort((a, b) => a - b);
    for (const r of later) {
      rows.push(r);
      at.push(numbers);
      numbers += size[r]! * size[j]!;
    }
    blockStart[j + 1] = rows.length;
  }
  return { blockStart, blockRows: Int32Array.from(rows), blockAt: Int32Array.from(at), numbers };
}

/** Panels on unknowns, and where each block of the matrix goes in them. */
function factorOf(panels: readonly Panel[], starts: Int32Array, size: Int32Array, blocks: ReturnType<typeof blocksOf>) {
  const column = new Int32Array(panels.length + 1);
  const rowStart = new Int32Array(panels.length + 1);
  const panelAt = new Float64Array(panels.length + 1);
  const into = new Float64Array(blocks.blockRows.length);
  const stride = new Int32Array(blocks.blockRows.length);
  const rows: number[] = [];
  const at = new Int32Array(size.length);
  let work = 0;
  panels.forEach((p, s) => {
    const own = Array.from({ length: p.to - p.from }, (_, k) => p.from + k);
    let m = 0;
    for (const r of [...own, ...p.rows]) {
      at[r] = m;
      for (let c = 0; c < size[r]!; c += 1) rows.push(starts[r]! + c);
      m += size[r]!;
    }
    column[s + 1] = column[s]! + p.width;
    rowStart[s + 1] = rows.length;
    panelAt[s + 1] = panelAt[s]! + m * p.width;
    for (let k = 0; k < p.width; k += 1) work += (m - k) * (m - k);
    for (const j of own)
      for (let b = blocks.blockStart[j]!; b < blocks.blockStart[j + 1]!; b += 1) {
        into[b] = panelAt[s]! + at[blocks.blockRows[b]!]! * p.width + starts[j]! - column[s]!;
        stride[b] = p.width;
      }
  });
  return {
    ...blocks,
    ...{ panels: panels.length, column, rowStart, rows: Int32Array.from(rows), panelAt, into, stride, work },
    factorNumbers: panelAt[panels.length]!,
  };
}

/** Where the block of two vertices stands in the matrix; `turned` where the second comes later, so that its rows are those of the second. */
export function blockOf(
  { rank, blockStart, blockRows, blockAt }: Pattern,
  a: number,
  b: number,
): { at: number; turned: boolean } {
  const [ra, rb] = [rank[a]!, rank[b]!];
  const [early, late] = ra <= rb ? [ra, rb] : [rb, ra];
  let [low, high] = [blockStart[early]!, blockStart[early + 1]! - 1];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (blockRows[middle]! < late) low = middle + 1;
    else high = middle;
  }
  if (blockRows[low] !== late) throw new Error('two vertices are not coupled');
  return { at: blockAt[low]!, turned: ra < rb };
}
