// Numeric factor and solve, compiled to WebAssembly with SIMD (scripts/build-ldl.mjs). The same sums as src/analysis/factor.ts, in pairs. Pointers are byte addresses; no
// arrays or classes, no collector. Inner widths are padded to an even number, so that rows are pairs of doubles throughout.

/** Memory of so many bytes, aligned; it is given back with the instance. */
export function alloc(bytes: usize): usize {
  return heap.alloc(bytes);
}

// @ts-ignore: decorator
@inline
function i32at(p: usize, i: i32): i32 {
  return load<i32>(p + (<usize>i << 2));
}
// @ts-ignore: decorator
@inline
function f64at(p: usize, i: i32): f64 {
  return load<f64>(p + (<usize>i << 3));
}
// @ts-ignore: decorator
@inline
function sum2(v: v128): f64 {
  return f64x2.extract_lane(v, 0) + f64x2.extract_lane(v, 1);
}

/** Panel s takes the products of panel q off; rows k to end of q fall in its columns, those from k on in its rows. */
function update(
  L: usize,
  scaled: usize,
  rows: usize,
  map: usize,
  pq: usize,
  wq: i32,
  k: i32,
  end: i32,
  mq: i32,
  c0: i32,
): void {
  const line: usize = <usize>wq << 3;
  const q2: usize = line & ~15;
  const odd: bool = (wq & 1) != 0;
  for (let i = k; i < mq; i += 4) {
    const n = min(4, mq - i);
    const most = min(end, i + n);
    const y0 = pq + <usize>i * line;
    let j = k;
    if (n == 4) {
      const y1 = y0 + line;
      const y2 = y1 + line;
      const y3 = y2 + line;
      const m0 = L + (<usize>i32at(map, i32at(rows, i)) << 3);
      const m1 = L + (<usize>i32at(map, i32at(rows, i + 1)) << 3);
      const m2 = L + (<usize>i32at(map, i32at(rows, i + 2)) << 3);
      const m3 = L + (<usize>i32at(map, i32at(rows, i + 3)) << 3);
      for (; j + 1 < most; j += 2) {
        const l0 = scaled + <usize>(j - k) * line;
        const l1 = l0 + line;
        let a00 = f64x2.splat(0);
        let a01 = a00;
        let a10 = a00;
        let a11 = a00;
        let a20 = a00;
        let a21 = a00;
        let a30 = a00;
        let a31 = a00;
        for (let c: usize = 0; c < q2; c += 16) {
          const u = v128.load(l0 + c);
          const v = v128.load(l1 + c);
          const e = v128.load(y0 + c);
          const f = v128.load(y1 + c);
          const g = v128.load(y2 + c);
          const h = v128.load(y3 + c);
          a00 = f64x2.add(a00, f64x2.mul(e, u));
          a01 = f64x2.add(a01, f64x2.mul(e, v));
          a10 = f64x2.add(a10, f64x2.mul(f, u));
          a11 = f64x2.add(a11, f64x2.mul(f, v));
          a20 = f64x2.add(a20, f64x2.mul(g, u));
          a21 = f64x2.add(a21, f64x2.mul(g, v));
          a30 = f64x2.add(a30, f64x2.mul(h, u));
          a31 = f64x2.add(a31, f64x2.mul(h, v));
        }
        let s00 = sum2(a00);
        let s01 = sum2(a01);
        let s10 = sum2(a10);
        let s11 = sum2(a11);
        let s20 = sum2(a20);
        let s21 = sum2(a21);
        let s30 = sum2(a30);
        let s31 = sum2(a31);
        if (odd) {
          const u = load<f64>(l0 + q2);
          const v = load<f64>(l1 + q2);
          const e = load<f64>(y0 + q2);
          const f = load<f64>(y1 + q2);
          const g = load<f64>(y2 + q2);
          const h = load<f64>(y3 + q2);
          s00 += e * u;
          s01 += e * v;
          s10 += f * u;
          s11 += f * v;
          s20 += g * u;
          s21 += g * v;
          s30 += h * u;
          s31 += h * v;
        }
        const at0: usize = <usize>(i32at(rows, j) - c0) << 3;
        const at1: usize = <usize>(i32at(rows, j + 1) - c0) << 3;
        store<f64>(m0 + at0, load<f64>(m0 + at0) - s00);
        store<f64>(m0 + at1, load<f64>(m0 + at1) - s01);
        store<f64>(m1 + at0, load<f64>(m1 + at0) - s10);
        store<f64>(m1 + at1, load<f64>(m1 + at1) - s11);
        store<f64>(m2 + at0, load<f64>(m2 + at0) - s20);
        store<f64>(m2 + at1, load<f64>(m2 + at1) - s21);
        store<f64>(m3 + at0, load<f64>(m3 + at0) - s30);
        store<f64>(m3 + at1, load<f64>(m3 + at1) - s31);
      }
    }
    for (; j < most; j += 1) {
      const l = scaled + <usize>(j - k) * line;
      const at: usize = <usize>(i32at(rows, j) - c0) << 3;
      for (let r = 0; r < n; r += 1) {
        const y = y0 + <usize>r * line;
        let s = f64x2.splat(0);
        for (let c: usize = 0; c < q2; c += 16) s = f64x2.add(s, f64x2.mul(v128.load(y + c), v128.load(l + c)));
        let sum = sum2(s);
        if (odd) sum += load<f64>(y + q2) * load<f64>(l + q2);
        const m = L + (<usize>i32at(map, i32at(rows, i + r)) << 3) + at;
        store<f64>(m, load<f64>(m) - sum);
      }
    }
  }
}

/** Product of the first n numbers of two rows. */
// @ts-ignore: decorator
@inline
function dotted(a: usize, b: usize, n: i32): f64 {
  const even: usize = (<usize>n << 3) & ~15;
  let s = f64x2.splat(0);
  for (let c: usize = 0; c < even; c += 16) s = f64x2.add(s, f64x2.mul(v128.load(a + c), v128.load(b + c)));
  let sum = sum2(s);
  if (n & 1) sum += load<f64>(a + even) * load<f64>(b + even);
  return sum;
}

/** Dense L D L^T of a panel, kept as L D; the column of a pivot that is not positive, else -1. */
function dense(p: usize, inverse: usize, scratch: usize, w: i32, m: i32, c0: i32): i32 {
  const line: usize = <usize>w << 3;
  for (let j = 0; j < w; j += 1) {
    const at = p + <usize>j * line;
    for (let c = 0; c < j; c += 1) {
      const to = at + (<usize>c << 3);
      store<f64>(to, load<f64>(to) - dotted(at, scratch + <usize>c * line, c));
    }
    let d = f64at(at, j);
    const own = scratch + <usize>j * line;
    for (let k = 0; k < j; k += 1) {
      const l = f64at(at, k) * f64at(inverse, c0 + k);
      store<f64>(own + (<usize>k << 3), l);
      d -= f64at(at, k) * l;
    }
    if (!(d > 0)) return c0 + j;
    store<f64>(at + (<usize>j << 3), d);
    store<f64>(inverse + (<usize>(c0 + j) << 3), 1 / d);
  }
  let i = w;
  // Four rows at a time share what is loaded of the columns; the sums are those of one row alone.
  for (; i + 3 < m; i += 4) {
    const r0 = p + <usize>i * line;
    const r1 = r0 + line;
    const r2 = r1 + line;
    const r3 = r2 + line;
    for (let c = 1; c < w; c += 1) {
      const own = scratch + <usize>c * line;
      const at: usize = <usize>c << 3;
      const even: usize = at & ~15;
      let a0 = f64x2.splat(0);
      let a1 = a0;
      let a2 = a0;
      let a3 = a0;
      for (let k: usize = 0; k < even; k += 16) {
        const v = v128.load(own + k);
        a0 = f64x2.add(a0, f64x2.mul(v128.load(r0 + k), v));
        a1 = f64x2.add(a1, f64x2.mul(v128.load(r1 + k), v));
        a2 = f64x2.add(a2, f64x2.mul(v128.load(r2 + k), v));
        a3 = f64x2.add(a3, f64x2.mul(v128.load(r3 + k), v));
      }
      let s0 = sum2(a0);
      let s1 = sum2(a1);
      let s2 = sum2(a2);
      let s3 = sum2(a3);
      if (c & 1) {
        const v = load<f64>(own + even);
        s0 += load<f64>(r0 + even) * v;
        s1 += load<f64>(r1 + even) * v;
        s2 += load<f64>(r2 + even) * v;
        s3 += load<f64>(r3 + even) * v;
      }
      store<f64>(r0 + at, load<f64>(r0 + at) - s0);
      store<f64>(r1 + at, load<f64>(r1 + at) - s1);
      store<f64>(r2 + at, load<f64>(r2 + at) - s2);
      store<f64>(r3 + at, load<f64>(r3 + at) - s3);
    }
  }
  for (; i < m; i += 1) {
    const at = p + <usize>i * line;
    for (let c = 1; c < w; c += 1) {
      const to = at + (<usize>c << 3);
      store<f64>(to, load<f64>(to) - dotted(at, scratch + <usize>c * line, c));
    }
  }
  return -1;
}

/** Factors what stands in the panels. Answers the place of a pivot that is not positive, else -1. `work`: 4 lists of a number a panel or unknown. */
export function factor(
  panels: i32,
  unknowns: i32,
  column: usize,
  rowStart: usize,
  rows: usize,
  panelAt: usize,
  L: usize,
  inverse: usize,
  map: usize,
  owner: usize,
  head: usize,
  next: usize,
  from: usize,
  scaled: usize,
): i32 {
  for (let s = 0; s < panels; s += 1) {
    store<i32>(head + (<usize>s << 2), -1);
    for (let c = i32at(column, s); c < i32at(column, s + 1); c += 1) store<i32>(owner + (<usize>c << 2), s);
  }
  for (let s = 0; s < panels; s += 1) {
    const c0 = i32at(column, s);
    const w = i32at(column, s + 1) - c0;
    const r0 = i32at(rowStart, s);
    const m = i32at(rowStart, s + 1) - r0;
    const p0 = i32at(panelAt, s);
    for (let i = 0; i < m; i += 1) store<i32>(map + (<usize>i32at(rows, r0 + i) << 2), p0 + i * w);
    let q = i32at(head, s);
    while (q >= 0) {
      const after = i32at(next, q);
      const cq = i32at(column, q);
      const wq = i32at(column, q + 1) - cq;
      const rq = rows + (<usize>i32at(rowStart, q) << 2);
      const mq = i32at(rowStart, q + 1) - i32at(rowStart, q);
      const k = i32at(from, q);
      let end = k;
      while (end < mq && i32at(rq, end) < c0 + w) end += 1;
      const pq = L + (<usize>i32at(panelAt, q) << 3);
      let to = scaled;
      for (let j = k; j < end; j += 1)
        for (let c = 0; c < wq; c += 1) {
          store<f64>(to, f64at(pq, j * wq + c) * f64at(inverse, cq + c));
          to += 8;
        }
      update(L, scaled, rq, map, pq, wq, k, end, mq, c0);
      store<i32>(from + (<usize>q << 2), end);
      if (end < mq) {
        const o = i32at(owner, i32at(rq, end));
        store<i32>(next + (<usize>q << 2), i32at(head, o));
        store<i32>(head + (<usize>o << 2), q);
      }
      q = after;
    }
    const bad = dense(L + (<usize>p0 << 3), inverse, scaled, w, m, c0);
    if (bad >= 0) return bad;
    if (w < m) {
      store<i32>(from + (<usize>s << 2), w);
      const o = i32at(owner, i32at(rows, r0 + w));
      store<i32>(next + (<usize>s << 2), i32at(head, o));
      store<i32>(head + (<usize>o << 2), s);
    }
  }
  return -1;
}

/** Solves in place, in the order of elimination. */
export function solve(panels: i32, column: usize, rowStart: usize, rows: usize, panelAt: usize, L: usize, inverse: usize, b: usize): void {
  for (let s = 0; s < panels; s += 1) {
    const c0 = i32at(column, s);
    const w = i32at(column, s + 1) - c0;
    const r0 = i32at(rowStart, s);
    const m = i32at(rowStart, s + 1) - r0;
    let at = L + (<usize>i32at(panelAt, s) << 3);
    const line: usize = <usize>w << 3;
    const own = b + (<usize>c0 << 3);
    for (let i = 0; i < w; i += 1, at += line) {
      const to = own + (<usize>i << 3);
      store<f64>(to, (load<f64>(to) - dotted(at, own, i)) * f64at(inverse, c0 + i));
    }
    for (let i = w; i < m; i += 1, at += line) {
      const to = b + (<usize>i32at(rows, r0 + i) << 3);
      store<f64>(to, load<f64>(to) - dotted(at, own, w));
    }
  }
  for (let s = panels - 1; s >= 0; s -= 1) {
    const c0 = i32at(column, s);
    const w = i32at(column, s + 1) - c0;
    const r0 = i32at(rowStart, s);
    const m = i32at(rowStart, s + 1) - r0;
    const p = L + (<usize>i32at(panelAt, s) << 3);
    const own = b + (<usize>c0 << 3);
    for (let i = m - 1; i >= 0; i -= 1) {
      const at = p + ((<usize>(i * w)) << 3);
      const xi = f64at(b, i < w ? c0 + i : i32at(rows, r0 + i));
      const most = min(i, w);
      for (let k = 0; k < most; k += 1) {
        const to = own + (<usize>k << 3);
        store<f64>(to, load<f64>(to) - f64at(at, k) * f64at(inverse, c0 + k) * xi);
      }
    }
  }
}
