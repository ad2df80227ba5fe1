import { spannerRadius } from '../../catalogue/index.ts';
import type { FinPlateModel } from './model.ts';

/** A clear distance in mm against what is needed. */
export interface Clearance {
  readonly actual: number;
  readonly needed: number;
  readonly note?: string;
}

/** Outermost bolts to the inner face of each flange that is there, bolt centre. */
function flangeDistances(m: FinPlateModel): number[] {
  return [
    ...(m.notchTop ? [] : [m.top_to_bolt - m.beam.tf]),
    ...(m.notchBottom ? [] : [m.beam.h - m.top_to_bolt - m.L1 - m.beam.tf]),
  ];
}

/** Washer edge to the start of the root fillet; a notched-off flange has none. */
export function washerToFillet(m: FinPlateModel): Clearance {
  const nearest = Math.min(...flangeDistances(m), m.beam.h);
  return { actual: nearest - m.beam.r, needed: m.bolt.d_w / 2 };
}

/** Washers of neighbouring bolts; a single bolt has no neighbour. */
export function washerToWasher(m: FinPlateModel): Clearance {
  const { n1, n2, p1, p2 } = m.input.bolts;
  return { actual: Math.min(n1 > 1 ? p1 : m.beam.h, n2 > 1 ? p2 : m.beam.h), needed: m.bolt.d_w };
}

/** A socket over the nut, towards flanges and towards the weld at the support. */
export function socketRoom(m: FinPlateModel): Clearance {
  return { actual: Math.min(...flangeDistances(m), m.z_p - m.input.weld.s), needed: spannerRadius(m.bolt) };
}
