import type { Pattern } from './pattern.ts';

/** Sparse L D L^T of a symmetric positive definite matrix, panel by panel, from the left. Panels keep Y = L D. */
export interface Factor {
  /** Whether it is the compiled one. */
  readonly compiled: boolean;
  /** Factors a matrix of `numbers` numbers. Answers the unknown (as the model counts) at which a pivot is not positive, else -1. */
  factor(matrix: Float64Array): number;
  /** Solves in place; unknowns as the model counts. */
  solve(x: Float64Array): void;
}

/** The factor in plain JavaScript: what the compiled one is compared with, and used in its place where that can't run. */
export class PlainFactor implements Factor {
  readonly compiled = false;
  private readonly L: Float64Array;
  private readonly inverse: Float64Array;
  private readonly b: Float64Array;
  private readonly map: Int32Array;
  private readonly scaled = new Float64Array(96 * 96);

  constructor(private readonly pattern: Pattern) {
    this.L = new Float64Array(pattern.factorNumbers);
    this.inverse = new Float64Array(pattern.unknowns);
    this.b = new Float64Array(pattern.unknowns);
    this.map = new Int32Array(pattern.unknowns);
  }

  factor(matrix: Float64Array): number {
    const { panels, column, rowStart, rows, panelAt } = this.pattern;
    const { L, inverse, map, scaled } = this;
    loadMatrix(this.pattern, matrix, L);
    // Panels whose next rows fall in a panel, as lists.
    const head = new Int32Array(panels).fill(-1);
    const next = new Int32Array(panels).fill(-1);
    const from = new Int32Array(panels);
    const owner = new Int32Array(this.pattern.unknowns);
    for (let s = 0; s < panels; s += 1) owner.fill(s, column[s], column[s + 1]);
    for (let s = 0; s < panels; s += 1) {
      const c0 = column[s]!;
      const w = column[s + 1]! - c0;
      const r0 = rowStart[s]!;
      const m = rowStart[s + 1]! - r0;
      const p0 = panelAt[s]!;
      for (let i = 0; i < m; i += 1) map[rows[r0 + i]!] = p0 + i * w;
      for (let q = head[s]!; q >= 0;) {
        const after = next[q]!;
        const wq = column[q + 1]! - column[q]!;
        const rq = rowStart[q]!;
        const mq = rowStart[q + 1]! - rq;
        const k = from[q]!;
        let end = k;
        while (end < mq && rows[rq + end]! < c0 + w) end += 1;
        const pq = panelAt[q]!;
        for (let j = k; j < end; j += 1)
          for (let c = 0; c < wq; c += 1) scaled[(j - k) * wq + c] = L[pq + j * wq + c]! * inverse[column[q]! + c]!;
        update(L, scaled, rows, map, pq, wq, rq, k, end, mq, c0);
        from[q] = end;
        if (end < mq) {
          const to = owner[rows[rq + end]!]!;
          next[q] = head[to]!;
          head[to] = q;
        }
        q = after;
      }
      const bad = dense(L, inverse, p0, w, m, c0);
      if (bad >= 0) return unknownAt(this.pattern, bad);
      if (w < m) {
        from[s] = w;
        const to = owner[rows[r0 + w]!]!;
        next[s] = head[to]!;
        head[to] = s;
      }
    }
    return -1;
  }

  solve(x: Float64Array): void {
    const { panels, column, rowStart, rows, panelAt, sizes, first, placed } = this.pattern;
    const { L, inverse, b } = this;
    for (let v = 0; v < sizes.length; v += 1) for (let c = 0; c < sizes[v]!; c += 1) b[placed[v]! + c] = x[first[v]! + c]!;
    for (let s = 0; s < panels; s += 1) {
      const c0 = column[s]!;
      const w = column[s + 1]! - c0;
      const r0 = rowStart[s]!;
      const m = rowStart[s + 1]! - r0;
      let at = panelAt[s]!;
      for (let i = 0; i < w; i += 1, at += w) {
        let sum = b[c0 + i]!;
        for (let k = 0; k < i; k += 1) sum -= L[at + k]! * b[c0 + k]!;
        b[c0 + i] = sum * inverse[c0 + i]!;
      }
      for (let i = w; i < m; i += 1, at += w) {
        let sum = 0;
        for (let k = 0; k < w; k += 1) sum += L[at + k]! * b[c0 + k]!;
        b[rows[r0 + i]!]! -= sum;
      }
    }
    for (let s = panels - 1; s >= 0; s -= 1) {
      const c0 = column[s]!;
      const w = column[s + 1]! - c0;
      const r0 = rowStart[s]!;
      const m = rowStart[s + 1]! - r0;
      for (let i = m - 1; i >= 0; i -= 1) {
        const at = panelAt[s]! + i * w;
        const xi = b[i < w ? c0 + i : rows[r0 + i]!]!;
        const most = Math.min(i, w);
        for (let k = 0; k < most; k += 1) b[c0 + k]! -= L[at + k]! * inverse[c0 + k]! * xi;
      }
    }
    for (let v = 0; v < sizes.length; v += 1) for (let c = 0; c < sizes[v]!; c += 1) x[first[v]! + c] = b[placed[v]! + c]!;
  }
}

/** The unknown, as the model counts, at a place in the order of elimination. */
export function unknownAt({ placed, sizes, first }: Pattern, place: number): number {
  for (let v = 0; v < sizes.length; v += 1)
    if (place >= placed[v]! && place < placed[v]! + sizes[v]!) return first[v]! + place - placed[v]!;
  return -1;
}

/** The matrix spread over the panels, zeros elsewhere. */
export function loadMatrix(pattern: Pattern, matrix: Float64Array, L: Float64Array): void {
  const { blockStart, blockRows, blockAt, into, stride, sizes, rank } = pattern;
  const size = new Int32Array(sizes.length);
  for (let v = 0; v < sizes.length; v += 1) size[rank[v]!] = sizes[v]!;
  L.fill(0);
  for (let j = 0; j < size.length; j += 1)
    for (let b = blockStart[j]!; b < blockStart[j + 1]!; b += 1) {
      const [w, n] = [size[j]!, size[blockRows[b]!]!];
      for (let r = 0; r < n; r += 1)
        for (let c = 0; c < w; c += 1) L[into[b]! + r * stride[b]! + c] = matrix[blockAt[b]! + r * w + c]!;
    }
}

/** Takes the product of rows of an earlier panel q off a panel: four rows by two at a time. Columns right of these rows are the upper triangle. */
function update(
  L: Float64Array,
  scaled: Float64Array,
  rows: Int32Array,
  map: Int32Array,
  pq: number,
  wq: number,
  rq: number,
  k: number,
  end: number,
  mq: number,
  c0: number,
): void {
  for (let i = k; i < mq; i += 4) {
    const n = Math.min(4, mq - i);
    const [y0, y1, y2, y3] = [pq + i * wq, pq + (i + 1) * wq, pq + (i + 2) * wq, pq + (i + 3) * wq];
    const most = Math.min(end, i + n);
    let j = k;
    if (n === 4)
      for (; j + 1 < most; j += 2) {
        const [l0, l1] = [(j - k) * wq, (j + 1 - k) * wq];
        let [a00, a01, a10, a11, a20, a21, a30, a31] = [0, 0, 0, 0, 0, 0, 0, 0];
        for (let c = 0; c < wq; c += 1) {
          const u = scaled[(l0 + c) | 0]!;
          const v = scaled[(l1 + c) | 0]!;
          const e = L[(y0 + c) | 0]!;
          const f = L[(y1 + c) | 0]!;
          const g = L[(y2 + c) | 0]!;
          const h = L[(y3 + c) | 0]!;
          a00 += e * u;
          a01 += e * v;
          a10 += f * u;
          a11 += f * v;
          a20 += g * u;
          a21 += g * v;
          a30 += h * u;
          a31 += h * v;
        }
        const [at0, at1] = [rows[rq + j]! - c0, rows[rq + j + 1]! - c0];
        const [m0, m1, m2, m3] = [map[rows[rq + i]!]!, map[rows[rq + i + 1]!]!, map[rows[rq + i + 2]!]!, map[rows[rq + i + 3]!]!];
        L[m0 + at0]! -= a00;
        L[m0 + at1]! -= a01;
        L[m1 + at0]! -= a10;
        L[m1 + at1]! -= a11;
        L[m2 + at0]! -= a20;
        L[m2 + at1]! -= a21;
        L[m3 + at0]! -= a30;
        L[m3 + at1]! -= a31;
      }
    for (; j < most; j += 1) {
      const [l, at] = [(j - k) * wq, rows[rq + j]! - c0];
      for (let r = 0; r < n; r += 1) {
        const y = pq + (i + r) * wq;
        let sum = 0;
        for (let c = 0; c < wq; c += 1) sum += L[y + c]! * scaled[l + c]!;
        L[map[rows[rq + i + r]!]! + at]! -= sum;
      }
    }
  }
}

/** Dense L D L^T of a panel, kept as L D; the column of a pivot that is not positive, else -1. */
function dense(L: Float64Array, inverse: Float64Array, p0: number, w: number, m: number, c0: number): number {
  const factor = new Float64Array(w * w);
  for (let j = 0; j < w; j += 1) {
    const at = p0 + j * w;
    for (let c = 0; c < j; c += 1) {
      let sum = L[at + c]!;
      for (let k = 0; k < c; k += 1) sum -= L[at + k]! * factor[c * w + k]!;
      L[at + c] = sum;
    }
    let d = L[at + j]!;
    for (let k = 0; k < j; k += 1) {
      const l = L[at + k]! * inverse[c0 + k]!;
      factor[j * w + k] = l;
      d -= L[at + k]! * l;
    }
    if (!(d > 0)) return c0 + j;
    L[at + j] = d;
    inverse[c0 + j] = 1 / d;
  }
  for (let i = w; i < m; i += 1) {
    const at = p0 + i * w;
    for (let c = 1; c < w; c += 1) {
      let sum = L[at + c]!;
      const f = c * w;
      for (let k = 0; k < c; k += 1) sum -= L[(at + k) | 0]! * factor[(f + k) | 0]!;
      L[at + c] = sum;
    }
  }
  return -1;
}
