import type { HoleKind } from '../catalogue/index.ts';

/** What an office makes joints of: sizes in mm. */
export interface Practice {
  readonly bolts: readonly number[];
  readonly classes: readonly string[];
  readonly steels: readonly string[];
  readonly plates: readonly number[];
  /** Legs of fillets. */
  readonly legs: readonly number[];
  readonly pitches: readonly number[];
  /** Bolt rows that a beam end has at least. */
  readonly least_rows: number;
  /** Lines of bolts that stand side by side at most. */
  readonly most_lines: number;
  /** Gap between a beam and its support; that of the joint, or what is usual, where the office says nothing. */
  readonly gap?: number;
  /** Multiple of their forces that details hold at least; 1 where the office says nothing. */
  readonly least_multiple?: number;
  /** Ends, edges, gauges and depths are multiples of it; those of practice where the office says nothing. */
  readonly step?: number;
  /** Kind of all holes; normal round ones where the office says nothing. */
  readonly holes?: HoleKind;
  /** Diameters of anchors, and thicknesses of the plates on them; those of practice where the office says nothing. */
  readonly anchors?: readonly number[];
  readonly base_plates?: readonly number[];
  /** What of it the office says itself, as far as the standard knows it: kinds that have a practice of their own go by it. */
  readonly said?: Pick<Partial<Practice>, 'plates' | 'legs' | 'anchors' | 'base_plates' | 'step'>;
}
