// Links between points of plates: displacements d = R u + g give forces F(d) and a stiffness. Every law is the gradient of a convex potential.

/** What a link remembers: plastic displacements of its components. */
export interface Link {
  readonly law: Law;
  /** What it is a part of: names and places in the answer. */
  readonly of: number;
  /** Components, 1 to 5. */
  readonly n: number;
  /** Vertices whose unknowns it couples, each once. */
  readonly vertices: Int32Array;
  /** Where the unknowns of each start in a row. */
  readonly offsets: Int32Array;
  /** Rows: component, unknowns of all vertices. */
  readonly rows: Float64Array;
  /** Gap of each component without displacement. */
  readonly gap: Float64Array;
  /** Place of its plastic state among those of all links. */
  state: number;
}
export type Law =
  /** F = k d. */
  | { readonly type: 'linear'; readonly k: readonly number[] }
  /** Tension only, plastic at a limit. */
  | { readonly type: 'tension'; readonly k: number; readonly limit: number }
  /** Compression only; after a limit a small slope (share of k). */
  | { readonly type: 'compression'; readonly k: number; readonly limit: number; readonly slope: number }
  /** Plastic where sqrt(sum c F^2) reaches R; with `free`, a component answers only past so much displacement either way. */
  | {
      readonly type: 'ellipsoid';
      readonly k: number;
      readonly c: readonly number[];
      readonly R: number;
      readonly free?: readonly number[];
    }
  /** A bolt with one shear plane: axis, and two ways across it; T and V with v/V + t/(1.4 T) <= 1. */
  | { readonly type: 'bolt'; readonly k_t: number; readonly k_v: number; readonly T: number; readonly V: number };

/** Stiffness of what is open, as a share of that of what is closed. */
const OPEN = 1e-7;
/** Stiffness that stays beside what yields. */
const BESIDE = 1e-4;

/** Numbers that a law remembers. */
export const stateOf = ({ type }: Law): number => (type === 'tension' ? 1 : type === 'ellipsoid' ? 3 : type === 'bolt' ? 3 : 0);

/** Force and stiffness of a law, written by `answer`. */
export const force = new Float64Array(5);
export const stiff = new Float64Array(25);

/** Force and stiffness at displacements d, from the state before; the state after is written. */
export function answer(law: Law, d: Float64Array, before: Float64Array, after: Float64Array, at: number): void {
  stiff.fill(0);
  switch (law.type) {
    case 'linear':
      law.k.forEach((k, i) => {
        force[i] = k * d[i]!;
        stiff[5 * i + i] = k;
      });
      return;
    case 'tension':
      return tension(law, d[0]!, before, after, at);
    case 'compression': {
      const { k, limit, slope } = law;
      if (d[0]! > 0) put(OPEN * k * d[0]!, OPEN * k);
      else if (-k * d[0]! <= limit) put(k * d[0]!, k);
      else put(-limit + slope * (k * d[0]! + limit), slope * k);
      return;
    }
    case 'ellipsoid':
      return ellipsoid(law, d, before, after, at);
    case 'bolt':
      return bolt(law, d, before, after, at);
  }
}
function put(F: number, k: number): void {
  force[0] = F;
  stiff[0] = k;
}

function tension(
  { k, limit }: { k: number; limit: number },
  d: number,
  before: Float64Array,
  after: Float64Array,
  at: number,
): void {
  const was = before[at]!;
  const e = d - was;
  after[at] = was;
  if (e < 0) return put(OPEN * k * e, OPEN * k);
  const held = limit + BESIDE * k * was;
  if (k * e <= held) return put(k * e, k);
  // k (d - dp) = limit + h k dp.
  const dp = (k * d - limit) / (k * (1 + BESIDE));
  after[at] = dp;
  put(k * (d - dp), (k * BESIDE) / (1 + BESIDE));
}

const trial = [0, 0, 0];
/** What of a displacement lies past what is free. */
const past = (d: number, free = 0): number => (free === 0 ? d : Math.sign(d) * Math.max(0, Math.abs(d) - free));
function ellipsoid(
  { k, c, R, free }: { k: number; c: readonly number[]; R: number; free?: readonly number[] },
  d: Float64Array,
  before: Float64Array,
  after: Float64Array,
  at: number,
): void {
  const n = c.length;
  let square = 0;
  for (let i = 0; i < n; i += 1) {
    after[at + i] = before[at + i]!;
    trial[i] = k * past(d[i]! - before[at + i]!, free?.[i]);
    square += c[i]! * trial[i]! ** 2;
  }
  // What is within its free way is open; what stays beside what yields begins past it too.
  const within = (i: number, e: number): boolean => Math.abs(e) < (free?.[i] ?? 0);
  const open = (i: number): boolean => within(i, d[i]! - before[at + i]!);
  const besideF = (i: number): number => BESIDE * k * past(d[i]!, free?.[i]) + (open(i) ? OPEN * k * d[i]! : 0);
  const besideK = (i: number): number => (within(i, d[i]!) ? 0 : BESIDE * k) + (open(i) ? OPEN * k : 0);
  if (square <= R * R) {
    for (let i = 0; i < n; i += 1) {
      force[i] = trial[i]! + besideF(i);
      stiff[5 * i + i] = (open(i) ? 0 : k) + besideK(i);
    }
    return;
  }
  // q(g) = R with F_i = trial_i/(1 + g c_i): Newton on R/q - 1, which is nearly linear in g.
  let g = 0;
  for (let i = 0; i < 60; i += 1) {
    let [s, ds] = [0, 0];
    for (let j = 0; j < n; j += 1) {
      const f = trial[j]! / (1 + g * c[j]!);
      s += c[j]! * f * f;
      ds -= (2 * c[j]! * c[j]! * f * f) / (1 + g * c[j]!);
    }
    const q = Math.sqrt(s);
    if (Math.abs(q / R - 1) < 1e-13) break;
    const step = (R / q - 1) / ((R * ds) / (2 * q * s));
    g = Math.max(0, g + step);
  }
  let den = 0;
  for (let i = 0; i < n; i += 1) {
    const F = trial[i]! / (1 + g * c[i]!);
    after[at + i] = before[at + i]! + (trial[i]! - F) / k;
    den += ((c[i]! * F) ** 2 * k) / (1 + g * c[i]!);
    force[i] = F;
  }
  for (let i = 0; i < n; i += 1)
    for (let j = 0; j < n; j += 1) {
      const [Xi, Xj] = [k / (1 + g * c[i]!), k / (1 + g * c[j]!)];
      const along = (open(i) ? 0 : Xi) + besideK(i);
      stiff[5 * i + j] = (i === j ? along : 0) - (den > 0 ? (Xi * c[i]! * force[i]! * Xj * c[j]! * force[j]!) / den : 0);
    }
  for (let i = 0; i < n; i += 1) force[i]! += besideF(i);
}

function bolt(
  law: { k_t: number; k_v: number; T: number; V: number },
  d: Float64Array,
  before: Float64Array,
  after: Float64Array,
  at: number,
): void {
  const { k_t, k_v, T, V } = law;
  const e = d[0]! - before[at]!;
  const S: readonly [number, number] = [k_v * (d[1]! - before[at + 1]!), k_v * (d[2]! - before[at + 2]!)];
  const v = Math.hypot(S[0], S[1]);
  const open = e < 0;
  const t = open ? 0 : k_t * e;
  const [a, b] = [1 / (1.4 * T), 1 / V];
  const vT = V * (1 - 1 / 1.4);
  const r: readonly [number, number] = v > 0 ? [S[0] / v, S[1] / v] : [1, 0];
  let [t1, v1, Dtt, Dvv, Dtv] = [t, v, k_t, k_v, 0];
  if (open) {
    if (v > V) [v1, Dvv] = [V, 0];
  } else if (t > T || a * t + b * v > 1) {
    const gm = (a * t + b * v - 1) / (k_t * a * a + k_v * b * b);
    const [ts, vs] = [t - gm * k_t * a, v - gm * k_v * b];
    if (t > T && v <= vT) [t1, Dtt] = [T, 0];
    else if (ts < 0) [t1, v1, Dtt, Dvv] = [0, V, 0, 0];
    else if (ts <= T) {
      const n = [k_t * a, k_v * b] as const;
      const den = k_t * a * a + k_v * b * b;
      [t1, v1] = [ts, vs];
      [Dtt, Dvv, Dtv] = [k_t - (n[0] * n[0]) / den, k_v - (n[1] * n[1]) / den, -(n[0] * n[1]) / den];
    } else [t1, v1, Dtt, Dvv] = [T, vT, 0, 0];
  }
  after[at] = open ? before[at]! : d[0]! - t1 / k_t;
  const ratio = v > 0 ? v1 / v : 1;
  for (let i = 0; i < 2; i += 1) after[at + 1 + i] = d[1 + i]! - (ratio * S[i]!) / k_v;
  force[0] = (open ? OPEN * k_t * e : t1) + BESIDE * k_t * Math.max(0, d[0]!);
  stiff[0] = (open ? OPEN * k_t : Dtt) + (d[0]! > 0 ? BESIDE * k_t : 0);
  for (let i = 0; i < 2; i += 1) {
    force[1 + i] = ratio * S[i]! + BESIDE * k_v * d[1 + i]!;
    stiff[1 + i] = stiff[5 * (1 + i)] = open ? 0 : Dtv * r[i]!;
    for (let j = 0; j < 2; j += 1)
      stiff[5 * (1 + i) + 1 + j] =
        Dvv * r[i]! * r[j]! + ratio * k_v * ((i === j ? 1 : 0) - r[i]! * r[j]!) + (i === j ? BESIDE * k_v : 0);
  }
}
