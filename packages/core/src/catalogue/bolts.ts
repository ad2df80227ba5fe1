import { STEEL_DENSITY } from './properties.ts';
import data from './data/bolts.json' with { type: 'json' };
import { Refusal } from '../refusal.ts';

/** Sizes in mm. `s`: width across flats; `d_w`: washer outside diameter; `head`, `nut`, `washer`: thicknesses. */
export interface BoltSize {
  readonly d: number;
  readonly pitch: number;
  readonly A_s: number;
  readonly s: number;
  readonly d_w: number;
  readonly head: number;
  readonly nut: number;
  readonly washer: number;
  /** Lengths come in steps of so many mm; by the list of metric lengths when absent. */
  readonly lengthStep?: number;
}

export const BOLT_SIZES: readonly BoltSize[] = data.rows.map(
  (row) => Object.fromEntries(data.columns.map((c, i) => [c, row[i]])) as unknown as BoltSize,
);
export const BOLT_DIAMETERS: readonly number[] = BOLT_SIZES.map((b) => b.d);

export interface BoltClass {
  readonly f_yb: number;
  readonly f_ub: number;
  /** EN 1993-1-8, Table 3.4, threads in the shear plane. */
  readonly alpha_v: number;
}
export const BOLT_CLASSES: Readonly<Record<string, BoltClass>> = data.classes;
export const BOLT_CLASS_NAMES: readonly string[] = ['4.6', '4.8', '5.6', '5.8', '6.8', '8.8', '10.9'];

export function boltSize(d: number, field = 'bolts.d'): BoltSize {
  const found = BOLT_SIZES.find((b) => b.d === d);
  if (!found) throw new Refusal(field, `${field}: there is no bolt M${d}; accepted are M${BOLT_DIAMETERS.join(', M')}.`);
  return found;
}

export const HOLE_KINDS = ['normal', 'oversize', 'short_slot_h', 'long_slot_h', 'short_slot_v', 'long_slot_v'] as const;
export type HoleKind = (typeof HOLE_KINDS)[number];
/** In words. */
export const HOLE_WORDS: Readonly<Record<HoleKind, string>> = {
  normal: 'normal round',
  oversize: 'oversize',
  short_slot_h: 'short slot, along',
  long_slot_h: 'long slot, along',
  short_slot_v: 'short slot, upright',
  long_slot_v: 'long slot, upright',
};

/** Sizes of a hole in mm: `d_0` for end distances (slot width or diameter), `d_v` vertical, `d_h` horizontal. */
export interface HoleSize {
  readonly d_0: number;
  readonly d_v: number;
  readonly d_h: number;
}

/** EN 1090-2, Table 11 (nominal clearances). */
export function holeSize(d: number, kind: HoleKind): HoleSize {
  const normal = d + (d <= 14 ? 1 : d <= 24 ? 2 : 3);
  if (kind === 'normal') return { d_0: normal, d_v: normal, d_h: normal };
  if (kind === 'oversize') {
    const over = d + (d <= 14 ? 3 : d <= 22 ? 4 : d <= 24 ? 6 : 8);
    return { d_0: over, d_v: over, d_h: over };
  }
  const long = kind.startsWith('long') ? 1.5 * d : d + (d <= 14 ? 4 : d <= 22 ? 6 : d <= 24 ? 8 : 10);
  return kind.endsWith('_h') ? { d_0: normal, d_v: normal, d_h: long } : { d_0: normal, d_v: long, d_h: normal };
}

/** Shortest standard length that leaves at least one and a half threads beyond the nut; washer under the nut. `grip` in mm. */
export function boltLength(size: BoltSize, grip: number): number {
  const needed = grip + size.washer + size.nut + 1.5 * size.pitch;
  if (size.lengthStep) return Math.ceil(needed / size.lengthStep - 1e-9) * size.lengthStep;
  const found = data.lengths.find((l) => l >= needed);
  if (found === undefined)
    throw new Refusal(
      'bolts.d',
      `bolts: the grip of ${Math.round(grip)} mm is longer than any standard bolt length; accepted is a grip that a bolt of ${data.lengths.at(-1)} mm can hold.`,
    );
  return found;
}

/** Mass of one bolt with nut and one washer, kg, from its solid shapes. */
export function boltMass(size: BoltSize, length: number): number {
  const hex = (Math.sqrt(3) / 2) * size.s ** 2;
  const shank = (Math.PI / 4) * size.d ** 2;
  const washer = (Math.PI / 4) * (size.d_w ** 2 - size.d ** 2);
  return (hex * size.head + shank * length + (hex - shank) * size.nut + washer * size.washer) * STEEL_DENSITY;
}
