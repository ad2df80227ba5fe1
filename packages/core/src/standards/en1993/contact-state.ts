import { addMoments, clipInto, noMoments, type Moments } from '../../geometry/polygon.ts';
import { scratch, type Bed } from './contact-bed.ts';

/** Inner forces, energy and tangent of one strain plane. */
export interface State {
  E: number;
  R0: number;
  R1: number;
  R2: number;
  K00: number;
  K01: number;
  K02: number;
  K11: number;
  K12: number;
  K22: number;
  area: number;
}

/** Adds the part of a piece under k p (linear in p) whose moments are m. */
export function addLinear(s: State, m: Moments, k: number, p0: number, py: number, pz: number): void {
  const r0 = p0 * m.A + py * m.S_y + pz * m.S_z;
  const r1 = p0 * m.S_y + py * m.I_yy + pz * m.I_yz;
  const r2 = p0 * m.S_z + py * m.I_yz + pz * m.I_zz;
  s.R0 += k * r0;
  s.R1 += k * r1;
  s.R2 += k * r2;
  s.E += (k / 2) * (p0 * r0 + py * r1 + pz * r2);
  s.K00 += k * m.A;
  s.K01 += k * m.S_y;
  s.K02 += k * m.S_z;
  s.K11 += k * m.I_yy;
  s.K12 += k * m.I_yz;
  s.K22 += k * m.I_zz;
  s.area += m.A;
}

const PART = noMoments();

export function partMoments(p: Float64Array, n: number): Moments {
  PART.A = PART.S_y = PART.S_z = PART.I_yy = PART.I_yz = PART.I_zz = 0;
  if (n >= 6) addMoments(PART, p, n);
  return PART;
}

// Dunavant's rule of degree 5 on a triangle: stress times (1, y, z) and its tangent are of degree 3 at most.
const [A1, B1, W1] = [0.05971587178977, 0.470142064105115, 0.132394152788506];

const [A2, B2, W2] = [0.797426985353087, 0.101286507323456, 0.125939180544827];

const RULE: readonly (readonly [number, number, number, number])[] = [
  [1 / 3, 1 / 3, 1 / 3, 0.225],
  [A1, B1, B1, W1],
  [B1, A1, B1, W1],
  [B1, B1, A1, W1],
  [A2, B2, B2, W2],
  [B2, A2, B2, W2],
  [B2, B2, A2, W2],
];

/** Adds the parabolic part, 0 <= p <= p_c, of a piece. */
function addParabola(s: State, p: Float64Array, n: number, f: number, p_c: number, p0: number, py: number, pz: number): void {
  for (let i = 2; i + 3 < n; i += 2) {
    const [ya, za, yb, zb, yc, zc] = [p[0]!, p[1]!, p[i]!, p[i + 1]!, p[i + 2]!, p[i + 3]!];
    const area = Math.abs((yb - ya) * (zc - za) - (yc - ya) * (zb - za)) / 2;
    s.area += area;
    for (const [l1, l2, l3, w] of RULE) {
      const y = l1 * ya + l2 * yb + l3 * yc;
      const z = l1 * za + l2 * zb + l3 * zc;
      const x = (p0 + py * y + pz * z) / p_c;
      const dA = area * w;
      const sigma = f * x * (2 - x) * dA;
      const slope = ((2 * f * (1 - x)) / p_c) * dA;
      s.R0 += sigma;
      s.R1 += sigma * y;
      s.R2 += sigma * z;
      s.E += f * p_c * x * x * (1 - x / 3) * dA;
      s.K00 += slope;
      s.K01 += slope * y;
      s.K02 += slope * z;
      s.K11 += slope * y * y;
      s.K12 += slope * y * z;
      s.K22 += slope * z * z;
    }
  }
}

/** Adds a part under the constant stress f, reached at p_1 with the energy W_1 per area. */
function addConstant(s: State, m: Moments, f: number, p_1: number, W_1: number, p0: number, py: number, pz: number): void {
  s.R0 += f * m.A;
  s.R1 += f * m.S_y;
  s.R2 += f * m.S_z;
  s.E += W_1 * m.A + f * ((p0 - p_1) * m.A + py * m.S_y + pz * m.S_z);
  s.area += m.A;
}

/** `k`: stiffness of a law that yields at f_jd; null for the law that never does. */
export function stateOf(bed: Bed, k: number, p0: number, py: number, pz: number): State {
  const s: State = { E: 0, R0: 0, R1: 0, R2: 0, K00: 0, K01: 0, K02: 0, K11: 0, K12: 0, K22: 0, area: 0 };
  const { law, f_jd, region } = bed;
  const p_c = law === 'parabola' ? (2 * f_jd) / k : f_jd / k;
  const { flat, pieceMoments } = region;
  const { one, two } = scratch;
  for (let i = 0; i < flat.length; i += 1) {
    const piece = flat[i]!;
    let low = Infinity,
      high = -Infinity;
    for (let j = 0; j < piece.length; j += 2) {
      const p = p0 + py * piece[j]! + pz * piece[j + 1]!;
      if (p < low) low = p;
      if (p > high) high = p;
    }
    if (high <= 0) continue;
    if (law === 'winkler') {
      addLinear(s, low >= 0 ? pieceMoments[i]! : partMoments(one, clipInto(one, piece, piece.length, p0, py, pz)), k, p0, py, pz);
      continue;
    }
    const W_1 = law === 'parabola' ? (2 / 3) * f_jd * p_c : (f_jd * p_c) / 2;
    if (low >= p_c) {
      addConstant(s, pieceMoments[i]!, f_jd, p_c, W_1, p0, py, pz);
      continue;
    }
    if (law === 'uniform' && low >= 0 && high <= p_c) {
      addLinear(s, pieceMoments[i]!, k, p0, py, pz);
      continue;
    }
    // What lies wholly under pressure is not cut.
    const pressed = low >= 0 ? piece : one;
    const n = low >= 0 ? piece.length : clipInto(one, piece, piece.length, p0, py, pz);
    if (n < 6) continue;
    const rising = clipInto(two, pressed, n, p_c - p0, -py, -pz);
    if (law === 'parabola') addParabola(s, two, rising, f_jd, p_c, p0, py, pz);
    else if (rising >= 6) addLinear(s, partMoments(two, rising), k, p0, py, pz);
    if (high > p_c) addConstant(s, partMoments(two, clipInto(two, pressed, n, p0 - p_c, py, pz)), f_jd, p_c, W_1, p0, py, pz);
  }
  addAnchors(s, bed, p0, py, pz);
  return s;
}

function addAnchors(s: State, bed: Bed, p0: number, py: number, pz: number): void {
  for (const a of bed.anchors) {
    const p = p0 + py * a.y + pz * a.z;
    if (p >= 0) continue;
    const f = a.k * p; // negative: the anchor pulls down
    s.R0 += f;
    s.R1 += f * a.y;
    s.R2 += f * a.z;
    s.E += (f * p) / 2;
    s.K00 += a.k;
    s.K01 += a.k * a.y;
    s.K02 += a.k * a.z;
    s.K11 += a.k * a.y * a.y;
    s.K12 += a.k * a.y * a.z;
    s.K22 += a.k * a.z * a.z;
  }
}
