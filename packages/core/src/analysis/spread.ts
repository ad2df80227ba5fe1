import { stiff, type Link } from './link.ts';
import type { Numbering } from './symmetry.ts';

/** A link on the unknowns that it moves with. */
export interface Spread {
  readonly unknowns: Int32Array;
  readonly rows: Float64Array;
  /** Of pairs a, b <= a: where they stand in the matrix. */
  readonly at: Int32Array;
  /** For how many it stands. */
  readonly weight: number;
}

/** The unknowns that a link moves with, and how. */
export function rowsOf(l: Link, { first, sizes }: Numbering): Pick<Spread, 'unknowns' | 'rows'> {
  const width = l.offsets[l.vertices.length]!;
  const used: { readonly unknown: number; readonly column: number }[] = [];
  l.vertices.forEach((v, i) => {
    for (let k = 0; k < sizes[v]!; k += 1) {
      const column = l.offsets[i]! + k;
      for (let c = 0; c < l.n; c += 1)
        if (l.rows[c * width + column] !== 0) {
          used.push({ unknown: first[v]! + k, column });
          break;
        }
    }
  });
  const rows = new Float64Array(l.n * used.length);
  for (let c = 0; c < l.n; c += 1) used.forEach(({ column }, j) => (rows[c * used.length + j] = l.rows[c * width + column]!));
  return { unknowns: Int32Array.from(used, (x) => x.unknown), rows };
}

/** Adds R^T k R of a link, the stiffness that was answered last, to the matrix. */
export function spreadLink(matrix: Float64Array, n: number, { unknowns, rows, at, weight }: Spread): void {
  const width = unknowns.length;
  if (n === 1) {
    const k = weight * stiff[0]!;
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
      product[c * width + k] = weight * sum;
    }
  for (let i = 0, p = 0; i < width; i += 1)
    for (let j = 0; j <= i; j += 1, p += 1) {
      let sum = 0;
      for (let c = 0; c < n; c += 1) sum += rows[c * width + i]! * product[c * width + j]!;
      matrix[at[p]!]! += sum;
    }
}

let product = new Float64Array(1000);
