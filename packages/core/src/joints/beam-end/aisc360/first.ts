import type { Combination } from '../../../actions/combination.ts';
import { INCH, inches as inch } from '../../../catalogue/index.ts';
import { Refusal } from '../../../refusal.ts';
import { leastEdge } from '../../../standards/aisc360/rules.ts';
import { givesFirstAt, type FirstDetail } from '../../kind.ts';
import type { BeamStart } from '../beam-family.ts';

export { inch };
/** Up to the next part of an inch. */
export const upTo = (mm: number, part: number): number => inch(Math.ceil(mm / INCH / part - 1e-9) * part);
/** Row to the end of a plate or angle: 1-1/4 in, or what the bolt needs. */
export const endOf = (d: number): number => Math.max(inch(1.25), upTo(leastEdge(d), 1 / 8));
/** Beam end to the support: 1/2 in, or what clears the flanges of the support. */
export const gapOf = (start: BeamStart): number => Math.max(inch(0.5), upTo(start.gap - 5, 1 / 2));

/** Rows at 3 in that a beam takes: from half of its clear web to all of it. */
export function rowCounts({ dims, clear }: BeamStart, d: number): number[] {
  const ends = (2 * endOf(d)) / INCH;
  const half = (dims.h - 2 * (dims.tf + dims.r)) / 2 / INCH;
  const fewest = Math.max(2, Math.ceil((half - ends) / 3 - 1e-9) + 1);
  const most = Math.min(12, Math.floor((clear / INCH - ends) / 3 + 1e-9) + 1);
  return Array.from({ length: Math.max(0, most - fewest + 1) }, (_, i) => fewest + i);
}

/** Top of the beam down to a plate or angle `h` deep whose first row is `e1` down: the row 3 in below the top where that is clear. */
export function placeOf({ beam, dims, clear }: BeamStart, h: number, e1: number): number {
  const top = beam.notch.type === 'none' ? dims.tf + dims.r : beam.notch.d_nt!;
  return Math.min(Math.max(inch(3) - e1, upTo(top, 1 / 16)), top + clear - h);
}

/** The cheapest of several choices that holds; else the strongest of them, and it says that it gives. */
export function firstOf<I>(
  start: BeamStart,
  combinations: readonly Combination[],
  o: {
    readonly details: Iterable<I>;
    judge(input: I): number;
    about(input: I): string[];
    why(input: I): string[];
    readonly none: string;
  },
): FirstDetail<I> {
  let best: { input: I; multiple: number } | null = null;
  for (const input of o.details) {
    const multiple = o.judge(input);
    if (!best || multiple > best.multiple) best = { input, multiple };
    if (multiple < 1) continue;
    const last = givesFirstAt(combinations.length ? multiple : null);
    return { input, why: [...start.why, ...o.about(input), ...o.why(input), last] };
  }
  if (!best)
    throw new Refusal(
      'beam.section',
      `beam.section: ${start.dims.name} leaves no room for two bolt rows between its fillets; accepted are deeper beams.`,
    );
  return { input: best.input, why: [...start.why, o.none] };
}

/** "4 rows make the plate 12 deep, at least half of the clear web of W16x31." */
export const rowWords = (start: BeamStart, rows: number, what: string): string =>
  `${rows} rows make the ${what}, at least half of the clear web of ${start.dims.name}.`;
