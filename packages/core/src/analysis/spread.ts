import { stiff, type Link } from './link.ts';
import { blockOf, type Pattern } from './pattern.ts';

/** A link on the unknowns that it moves with. */
export interface Spread {
  readonly unknowns: Int32Array;
  readonly rows: Float64Array;
  /** Of pairs a, b <= a. */
  readonly at: Int32Array;
}

/** The unknowns that a link moves with, and where each pair of them stands in the matrix. */
export function spreadOf(l: Link, pattern: Pattern): Spread {
  const { first, sizes } = pattern;
  const width = l.offsets[l.vertices.length]!;
  const used: { vertex: number; k: number; column: number }[] = [];
  l.vertices.forEach((v, i) => {
    for (let k = 0; k < sizes[v]!; k += 1) {
      const column = l.offsets[i]! + k;
      for (let c = 0; c < l.n; c += 1)
        if (l.rows[c * width + column] !== 0) {
          used.push({ vertex: v, k, column });
          break;
        }
    }
  });
  const rows = new Float64Array(l.n * used.length);
  for (let c = 0; c < l.n; c += 1) used.forEach(({ column }, j) => (rows[c * used.length + j] = l.rows[c * width + column]!));
  const blocks = new Map<number, ReturnType<typeof blockOf>>();
  const at = new Int32Array((used.length * (used.length + 1)) / 2);
  let n = 0;
  for (let i = 0; i < used.length; i += 1)
    for (let j = 0; j <= i; j += 1, n += 1) {
      const [a, b] = [used[i]!, used[j]!];
      const key = a.vertex * first.length + b.vertex;
      let block = blocks.get(key);
      if (!block) blocks.set(key, (block = blockOf(pattern, a.vertex, b.vertex)));
      const turned = block.turned && a.vertex !== b.vertex;
      at[n] = block.at + (turned ? b.k * sizes[a.vertex]! + a.k : a.k * sizes[b.vertex]! + b.k);
    }
  return { unknowns: Int32Array.from(used, (x) => first[x.vertex]! + x.k), rows, at };
}

/** Adds R^T k R of a link, the stiffness that was answered last, to the matrix. */
export function spreadLink(matrix: Float64Array, n: number, { unknowns, rows, at }: Spread): void {
  const width = unknowns.length;
  if (n === 1) {
    const k = stiff[0]!;
    for (let i = 0, p = 0; i < width; i += 1) {
      const ki = k * rows[i]!;
      for (let j = 0; j <= i; j += 1, p += 1) matrix[at[p]!]! += ki * rows[j]!;
    }
    return;
  }
  if (product.length < n * width) product = new Float64Array(2 * n * width);
  for (let c = 0; c < n; c += 1)
    for (let k = 0; k < width; k += 1) {
      let sum = 0;
      for (let e = 0; e < n; e += 1) sum += stiff[5 * c + e]! * rows[e * width + k]!;
      product[c * width + k] = sum;
    }
  for (let i = 0, p = 0; i < width; i += 1)
    for (let j = 0; j <= i; j += 1, p += 1) {
      let sum = 0;
      for (let c = 0; c < n; c += 1) sum += rows[c * width + i]! * product[c * width + j]!;
      matrix[at[p]!]! += sum;
    }
}

let product = new Float64Array(1000);
