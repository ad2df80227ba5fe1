import { clip } from '../../geometry/polygon.ts';
import type { Bed, Load, Contact } from './contact-bed.ts';
import { type State, addLinear } from './contact-state.ts';
import type { Triple } from '../../geometry/vector.ts';
import { solve3, NEVER, type Found, newton, searched } from './contact-search.ts';
import { largestPart } from './contact-part.ts';

/** Whether a bed can be in equilibrium with a load, whatever its law makes of the pressure. */
export const balances = (bed: Bed, load: Load): boolean =>
  solved(bed.law === 'winkler' ? bed : { ...bed, law: 'uniform' }, load) !== null;

/** Solves a bed under a load, from the strain plane `near` where one is known. Null: no equilibrium. The load must not be zero. */
export function solveContact(bed: Bed, load: Load, near?: Contact): Contact | null {
  if (bed.law === 'uniform' && load.N < 0) {
    const block = uniformBlock(bed, load);
    if (block) return block;
  }
  const F = forcesOf(load);
  const L = lengthOf(bed);
  if (near) {
    const found = searched(bed, bed.k_w, F, [near.p_0, near.p_y, near.p_z], L);
    return found && answer(bed, found);
  }
  let found = solved(bed, load);
  if (found && bed.law === 'uniform') {
    // All compressed area at f_jd: the linear rise is made steeper until it is a step.
    // With nothing in contact there is no rise to steepen.
    for (let k = bed.k_w; highest(bed, found.x) > 0 && bed.f_jd / k >= 1e-4 * highest(bed, found.x) && k < 1e12 * bed.k_w;) {
      k *= 6;
      const steep: Found | null | typeof NEVER = newton(bed, k, F, found.x, L);
      const next: Found | null =
        steep === NEVER
          ? null
          : (steep ?? (bed.f_jd / k < 0.01 * highest(bed, found.x) ? null : searched(bed, k, F, found.x, L)));
      // There is an equilibrium however steep the rise is: where it is lost to rounding, the last one found stands.
      if (!next) break;
      found = next;
    }
  }
  return found && answer(bed, found);
}

const forcesOf = (load: Load): Triple => [-load.N, load.M_z, load.M_y];

/** The strain plane of the bed's own stiffness, from that of concrete and anchors acting both ways. */
function solved(bed: Bed, load: Load): Found | null {
  const F = forcesOf(load);
  const L = lengthOf(bed);
  const s: State = { E: 0, R0: 0, R1: 0, R2: 0, K00: 0, K01: 0, K02: 0, K11: 0, K12: 0, K22: 0, area: 0 };
  addLinear(s, bed.region.moments, bed.k_w, 0, 0, 0);
  for (const a of bed.anchors) {
    s.K00 += a.k;
    s.K01 += a.k * a.y;
    s.K02 += a.k * a.z;
    s.K11 += a.k * a.y * a.y;
    s.K12 += a.k * a.y * a.z;
    s.K22 += a.k * a.z * a.z;
  }
  return searched(bed, bed.k_w, F, solve3(s, F, L), L);
}

const lengthOf = (bed: Bed): number => {
  const { A, I_yy, I_zz } = bed.region.moments;
  return Math.sqrt((I_yy + I_zz) / A);
};

/** Deepest point of the contact region. */
function highest(bed: Bed, [p0, py, pz]: Triple): number {
  let high = -Infinity;
  for (const piece of bed.region.flat)
    for (let j = 0; j < piece.length; j += 2) high = Math.max(high, p0 + py * piece[j]! + pz * piece[j + 1]!);
  return high;
}

function answer(bed: Bed, { x, s, residual, iterations }: Found): Contact {
  const [p_0, p_y, p_z] = x;
  const F = bed.anchors.map((a) => a.k * Math.max(0, -(p_0 + p_y * a.y + p_z * a.z)));
  const T = F.reduce((a, b) => a + b, 0);
  const pulled = (of: (a: Bed['anchors'][number]) => number): number => bed.anchors.reduce((sum, a, i) => sum + F[i]! * of(a), 0);
  const C = s.R0 + T;
  const p_max = Math.max(0, highest(bed, x));
  const sigma_max =
    bed.law === 'winkler' ? bed.k_w * p_max : bed.law === 'parabola' ? stressOf(p_max, bed) : C > 0 ? bed.f_jd : 0;
  return {
    p_0,
    p_y,
    p_z,
    C,
    y_C: C > 0 ? (s.R1 + pulled((a) => a.y)) / C : 0,
    z_C: C > 0 ? (s.R2 + pulled((a) => a.z)) / C : 0,
    area: s.area,
    sigma_max,
    p_max,
    F,
    T,
    residual,
    iterations,
    block: false,
  };
}

function stressOf(p: number, { f_jd, k_w }: Bed): number {
  const x = Math.min(1, (p * k_w) / (2 * f_jd));
  return f_jd * (2 * x - x * x);
}

/** Pieces of the region in contact, for drawing. */
export const contactPieces = (bed: Bed, c: Contact): number[][] =>
  bed.region.pieces.map((p) => clip(p, c.p_0, c.p_y, c.p_z)).filter((p) => p.length);

/** A uniform block at the load without anchors; null when its stress is over f_jd, or the load lies outside the region. */
function uniformBlock(bed: Bed, load: Load): Contact | null {
  const e = { y: load.M_z / -load.N, z: load.M_y / -load.N };
  const best = largestPart(bed.region, e);
  if (!best) return null;
  const { m, theta, offset } = best;
  const sigma = -load.N / m.A;
  if (sigma > bed.f_jd) return null;
  const unit = 1e-3; // the strain plane is known but for its size; this one serves for drawing the zero line
  const [p_0, p_y, p_z] = [-offset * unit, Math.cos(theta) * unit, Math.sin(theta) * unit];
  const [y_C, z_C] = [m.S_y / m.A, m.S_z / m.A];
  return {
    p_0,
    p_y,
    p_z,
    C: -load.N,
    y_C,
    z_C,
    area: m.A,
    sigma_max: sigma,
    p_max: highest(bed, [p_0, p_y, p_z]),
    F: bed.anchors.map(() => 0),
    T: 0,
    residual: Math.max(Math.abs(y_C - e.y), Math.abs(z_C - e.z)) / lengthOf(bed),
    iterations: 0,
    block: true,
  };
}
