/** How one bolt row pulls, as drawings and diagrams show it under any standard. Forces of both bolts, N. */
export interface RowFlow {
  /** From the top of the joint as it stands. */
  readonly number: number;
  /** Height over the top of the beam, mm. */
  readonly y: number;
  /** Under the combination, and at the moment resistance. */
  readonly F: number;
  readonly F_Rd: number;
  /** Prying of one bolt under the combination. */
  readonly Q: number;
  /** What the row could bring alone, then what each taker leaves of it. */
  readonly steps: readonly number[];
  /** Mode of its own T-stub that is the weaker, in words; empty where the row does not pull. */
  readonly mode: string;
  /** What ends it, in a few words, and the failure path that shows it; none where nothing is drawn for it. */
  readonly by: string;
  readonly path: string | null;
}

/** What a part takes of one row alone, or of rows together as a group, with the failure path that shows it. */
export interface RowPattern {
  readonly path: string;
  readonly part: string;
  /** Numbers of its rows. */
  readonly rows: readonly number[];
  /** Of all its rows, N. */
  readonly F: number;
  /** Mode of its T-stub, in words; empty where it has none. */
  readonly mode: string;
}

/** Moment over rotation: kNm and mrad, with the limits of stiffness where a frame is given. */
export interface RotationFlow {
  readonly points: readonly { readonly M: number; readonly phi: number }[];
  readonly S_ini: number;
  readonly S: number;
  readonly limits: { readonly rigid: number; readonly pinned: number } | null;
  readonly class: string;
  /** Class of strength with the moment that it goes by, and whether the joint is shown to turn without breaking: a sentence each. */
  readonly strength: string;
  readonly ductility: string;
}

/** How the rows of a joint share its tension under a combination, and how it turns. */
export interface RowsFlow {
  readonly rows: readonly RowFlow[];
  readonly patterns: readonly RowPattern[];
  /** What takes from what a row could bring alone, in words: "its groups", "the panel". */
  readonly takers: readonly string[];
  /** Compression at the other flange, and the height at which it acts. */
  readonly C: number;
  readonly y_C: number;
  readonly M_Rd: number;
  readonly rotation: RotationFlow | null;
}
