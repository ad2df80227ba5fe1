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
}
