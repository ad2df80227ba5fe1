import bolts from './data/us-bolts.json' with { type: 'json' };
import angles from './data/us-angles.json' with { type: 'json' };
import steels from './data/us-steels.json' with { type: 'json' };
import { anchorSize, anchorStrength, type AnchorSize } from './anchors.ts';
import type { AngleSection } from './angles.ts';
import { BOLT_CLASSES, BOLT_SIZES, type BoltSize, type HoleKind, type HoleSize } from './bolts.ts';

/** Inch, kip and ksi in mm, N and MPa. */
export const INCH = 25.4;
/** A size in inches as mm, without floating-point dust. */
export const inches = (x: number): number => Number((x * INCH).toPrecision(12));
export const KIP = 4448.2216152605;
export const KSI = KIP / INCH ** 2;

/** Pounds a foot in kg/m. */
const LB_FT = 0.45359237 / 0.3048;
/** Angles of the United States; their root radii are not listed and count as none. */
export const US_ANGLES: readonly AngleSection[] = (angles.angles as [number, number, number, number][]).map(([a, b, t, w]) => ({
  a: inches(a),
  b: inches(b),
  t: inches(t),
  r: 0,
  mass: w * LB_FT,
}));

/** Yield and tensile strength of a steel of the United States, MPa; undefined for an unknown name. */
export function usSteel(grade: string): { readonly f_y: number; readonly f_u: number } | undefined {
  const found = Object.hasOwn(steels.grades, grade)
    ? (steels.grades as unknown as Record<string, [number, number]>)[grade]
    : undefined;
  return found && { f_y: found[0] * KSI, f_u: found[1] * KSI };
}
export const US_STEELS: readonly string[] = Object.keys(steels.grades);

/** Nominal stresses of a bolt, MPa: Table J3.2 for a named group, shares of the tensile strength for any other threaded part. */
export interface BoltGroup {
  readonly F_nt: number;
  readonly F_nv_N: number;
  readonly F_nv_X: number;
  readonly F_u: number;
  /** Named in the table; else by its tensile strength. */
  readonly named: boolean;
}
export const BOLT_GROUPS: readonly string[] = Object.keys(bolts.groups);

/** The group of this name, or a metric class taken as a threaded part of its tensile strength; undefined for an unknown name. */
export function boltGroup(name: string): BoltGroup | undefined {
  if (Object.hasOwn(bolts.groups, name)) {
    const { F_nt, F_nv_N, F_nv_X, F_u } = (bolts.groups as Record<string, Omit<BoltGroup, 'named'>>)[name]!;
    return { F_nt: F_nt * KSI, F_nv_N: F_nv_N * KSI, F_nv_X: F_nv_X * KSI, F_u: F_u * KSI, named: true };
  }
  const F_u = Object.hasOwn(BOLT_CLASSES, name) ? BOLT_CLASSES[name]!.f_ub : undefined;
  return F_u === undefined ? undefined : { F_nt: 0.75 * F_u, F_nv_N: 0.45 * F_u, F_nv_X: 0.563 * F_u, F_u, named: false };
}

const sameSize = (a: number, b: number): boolean => Math.abs(a - b) < 1e-6;
/** Threads per inch of a size in inches; undefined where the coarse series has none. */
const threadsOf = (inches: number): number | undefined => bolts.threads.find(([d]) => sameSize(d!, inches))?.[1];

/**
 * Sizes of a bolt of any diameter, mm. Heavy hex: width across flats 1.5 d + 1/8 in, head 5/8 d, nut d - 1/64 in, washer 2 d; the tensile
 * area by the threads of its size, of three quarters of the shank where no series has them. A metric size has its own head and nut.
 */
export function usBolt(d: number): BoltSize {
  const metric = BOLT_SIZES.find((b) => b.d === d);
  if (metric) return metric;
  const n = threadsOf(d / INCH);
  const pitch = INCH / (n ?? 8);
  return {
    d,
    pitch,
    A_s: n === undefined ? 0.75 * (Math.PI / 4) * d ** 2 : (Math.PI / 4) * (d - 0.9743 * pitch) ** 2,
    s: 1.5 * d + INCH / 8,
    d_w: 2 * d,
    head: 0.625 * d,
    nut: d - INCH / 64,
    washer: (5 / 32) * INCH,
    lengthStep: INCH / 4,
  };
}

/**
 * Least pretension, N: Table J3.1, or its rule 0.70 F_u A_t to the nearest kip for other sizes and group 144; null where no coarse thread is
 * known. `fromTable` says which.
 */
export function pretension(d: number, name: string): { readonly T_b: number; readonly fromTable: boolean } | null {
  const inches = d / INCH;
  const i = bolts.threads.findIndex(([size]) => sameSize(size!, inches));
  const listed = (bolts.pretension as Record<string, (number | null)[]>)[name]?.[i];
  if (listed) return { T_b: listed * KIP, fromTable: true };
  const group = boltGroup(name);
  const metric = group?.named === false ? BOLT_SIZES.find((b) => b.d === d) : undefined;
  const n = threadsOf(inches);
  // A metric bolt of a class that is preloaded, by its own stress area.
  const A_t = metric
    ? metric.A_s / INCH ** 2
    : n === undefined
      ? null
      : Math.round((Math.PI / 4) * (inches - 0.9743 / n) ** 2 * 1000) / 1000;
  if (!group || A_t === null || (metric && name !== '8.8' && name !== '10.9')) return null;
  return { T_b: Math.round((0.7 * group.F_u * A_t) / KSI) * KIP, fromTable: false };
}

/** Anchor rods of ASTM F1554, by their grade. */
export const US_ANCHORS: readonly string[] = US_STEELS.filter((name) => name.startsWith('F1554'));
export const US_ANCHOR_DIAMETERS: readonly number[] = bolts.anchors.map(([d]) => inches(d!));
/** Yield and tensile strength of an anchor, MPa: a grade of F1554, or a metric class. */
export function usAnchor(cls: string): { readonly f_yb: number; readonly f_ub: number } | undefined {
  const rod = US_ANCHORS.includes(cls) ? usSteel(cls) : undefined;
  return rod ? { f_yb: rod.f_y, f_ub: rod.f_u } : anchorStrength(cls);
}
/** Sizes of an anchor rod, heavy hex: its tensile area pi/4 (d - 0.9743/n)^2 (ACI 318-19, R17.6.1.2); metric ones from their table. */
export function usAnchorSize(d: number, A_s: number | undefined): AnchorSize | null {
  const n = bolts.anchors.find(([size]) => sameSize(size!, d / INCH))?.[1];
  if (n === undefined) return anchorSize(d, A_s);
  const pitch = INCH / n;
  return { d, pitch, A_s: A_s ?? (Math.PI / 4) * (d - 0.9743 * pitch) ** 2, flats: 1.5 * d + INCH / 8, nut: d - INCH / 64 };
}

/** Nominal hole of AISC 360-22, Table J3.3, extended to any diameter; mm. */
export function usHole(d: number, kind: HoleKind): HoleSize {
  const x = d / INCH;
  const standard = x + (x < 1 - 1e-9 ? 1 / 16 : 1 / 8);
  const least = (a: number, b: number, c: number, e: number): number =>
    x < 0.625 - 1e-9 ? a : x < 1 - 1e-9 ? b : x < 1.125 - 1e-9 ? c : e;
  const of = (d_0: number, d_v: number, d_h: number): HoleSize => ({ d_0: d_0 * INCH, d_v: d_v * INCH, d_h: d_h * INCH });
  if (kind === 'normal') return of(standard, standard, standard);
  if (kind === 'oversize') {
    const over = x + least(1 / 8, 3 / 16, 1 / 4, 5 / 16);
    return of(over, over, over);
  }
  const long = kind.startsWith('long') ? 2.5 * x : x + least(3 / 16, 1 / 4, 5 / 16, 3 / 8);
  return kind.endsWith('_h') ? of(standard, standard, long) : of(standard, long, standard);
}
