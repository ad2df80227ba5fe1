import { addMoments, clipInto, noMoments, type Moments } from '../../geometry/polygon.ts';
import { illinois } from '../../numeric/illinois.ts';
import type { Region } from './contact-bed.ts';
import { scratch } from './contact-bed.ts';

/** Where f is zero between a and b, whose values there differ in sign; a where they do not. */
function root(f: (x: number) => number, a: number, b: number, fb: number, fa = f(a)): number {
  // All of the region beyond the load already: the cut takes nothing off.
  if (fa === 0 || Math.sign(fa) === Math.sign(fb)) return a;
  const { x, near, low, high } = illinois(
    f,
    { low: a, high: b, fLow: fa, fHigh: fb },
    {
      near: (y) => Math.abs(y) < 1e-11 * (Math.abs(fa) + Math.abs(fb)),
      narrow: (l, h) => Math.abs(h - l) <= 1e-13 * (Math.abs(a) + Math.abs(b)),
      halve: 5,
      most: 60,
    },
  );
  return near ? x : (low + high) / 2;
}

/** A part of a region cut off by a straight line, by the line's direction and distance from the origin. */
export interface Part {
  readonly theta: number;
  readonly offset: number;
  readonly m: Moments;
}

/**
 * The straight cut whose cut-off part has its centroid at `e`: of all parts with that centroid it has the largest area, so its stress is the plastic
 * limit without anchors. Null where the point lies outside the region.
 */
export function largestPart(region: Region, e: { readonly y: number; readonly z: number }): Part | null {
  let known = PARTS.get(region);
  if (!known) PARTS.set(region, (known = new Map()));
  // A load and its multiples press at one place: next to all of the work of a search for multiples is spared.
  const key = `${e.y.toPrecision(13)} ${e.z.toPrecision(13)}`;
  let part = known.get(key);
  if (part === undefined) {
    if (known.size > 64) known.clear();
    known.set(key, (part = cutAt(region, e)));
  }
  return part;
}

const PARTS = new WeakMap<Region, Map<string, Part | null>>();

interface Eccentricity {
  readonly y: number;
  readonly z: number;
}

/** The part of a region beyond a line. */
function partBeyond({ flat }: Region, theta: number, offset: number): Moments {
  const m = noMoments();
  for (const p of flat) {
    const n = clipInto(scratch.one, p, p.length, -offset, Math.cos(theta), Math.sin(theta));
    if (n >= 6) addMoments(m, scratch.one, n);
  }
  return m;
}

/** How far a region reaches along a direction, from and to. */
function reachOf({ flat }: Region, theta: number): [number, number] {
  let low = Infinity,
    high = -Infinity;
  for (const p of flat)
    for (let j = 0; j < p.length; j += 2) {
      const u = Math.cos(theta) * p[j]! + Math.sin(theta) * p[j + 1]!;
      low = Math.min(low, u);
      high = Math.max(high, u);
    }
  return [low, high];
}

/** The part whose centroid lies at the load's distance along theta, with its sideways error. */
function cutAlong(region: Region, e: Eccentricity, theta: number): (Part & { readonly side: number }) | null {
  const [c, s] = [Math.cos(theta), Math.sin(theta)];
  const goal = c * e.y + s * e.z;
  const [from, to] = reachOf(region, theta);
  if (goal >= to) return null;
  // How far the part's centroid lies beyond the load; next to nothing is left at the far end.
  const beyond = (offset: number): number => {
    const m = partBeyond(region, theta, offset);
    return (m.A > 0 ? (c * m.S_y + s * m.S_z) / m.A : to) - goal;
  };
  const offset = root(beyond, from, to, to - goal);
  const m = partBeyond(region, theta, offset);
  return m.A > 0 ? { theta, offset, m, side: -s * (m.S_y / m.A - e.y) + c * (m.S_z / m.A - e.z) } : null;
}

function cutAt(region: Region, e: Eccentricity): Part | null {
  const { moments } = region;
  const L = Math.sqrt((moments.I_yy + moments.I_zz) / moments.A);
  const centre = { y: moments.S_y / moments.A, z: moments.S_z / moments.A };
  if (Math.hypot(e.y - centre.y, e.z - centre.z) < 1e-9 * L) return { theta: 0, offset: reachOf(region, 0)[0], m: moments };
  const cut = (theta: number): ReturnType<typeof cutAlong> => cutAlong(region, e, theta);
  const towards = Math.atan2(e.z - centre.z, e.y - centre.y);
  // A load on an axis of symmetry needs no search for the direction.
  const straight = cut(towards);
  if (straight && Math.abs(straight.side) < 1e-9 * L) return { theta: towards, offset: straight.offset, m: straight.m };
  let best: Part | null = null;
  const n = 24;
  let last: { theta: number; side: number } | null = null;
  for (let i = 0; i <= n; i += 1) {
    const theta = towards - Math.PI / 2 + (Math.PI * i) / n;
    const here = cut(theta);
    if (here && last && Math.sign(here.side) !== Math.sign(last.side)) {
      const at = root((x) => cut(x)?.side ?? NaN, last.theta, theta, here.side, last.side);
      const f = cut(at);
      if (f && Math.abs(f.side) < 1e-6 * L && (!best || f.m.A > best.m.A)) best = { theta: at, offset: f.offset, m: f.m };
    }
    last = here && { theta, side: here.side };
  }
  return best;
}
