/** What holds a row, or a group of rows that ends at it, to a force: N, of all its bolts. Rows by their places from the top. */
export interface Cap {
  readonly id: string;
  readonly from: number;
  readonly to: number;
  readonly F: number;
}

/** The force of a row in the order in which it is cut down. N. */
export interface RowForce {
  readonly alone: number;
  readonly byAlone: Cap;
  readonly groups: number;
  readonly compression: number;
  readonly panel: number;
  /** Tension of the row at the resistance of the joint. */
  readonly F: number;
  readonly by: RowLimit;
}

/** What a row ends at: a component alone or as a group, the compression side, the panel, or the plastic limit that an upper row sets. */
export type RowLimit =
  | { readonly type: 'cap'; readonly cap: Cap }
  | { readonly type: 'compression' }
  | { readonly type: 'panel' }
  | { readonly type: 'plastic'; readonly row: number };

/** What the rows are filled up to. */
export interface Filling {
  /** Lever arms, mm. */
  readonly h: readonly number[];
  readonly alone: readonly (readonly Cap[])[];
  /** Groups that end at a row. */
  readonly groups: readonly (readonly Cap[])[];
  /** Compression that the other side takes, and what the panel's shear leaves; null: no limit. */
  readonly compression: number | null;
  readonly panel: number | null;
  /** Force of one row beyond which those below follow a straight line: 6.2.7.2(9); null: never. */
  readonly plastic: number | null;
}

/** A change counts as a limit when it takes more than this off, N. */
const LEAST = 1e-6;

/** EN 1993-1-8, 6.2.7.2(6) to (9): forces of the bolt rows from the top. Every step is a minimum, so the order of the steps changes no number. */
export function distribute(f: Filling): RowForce[] {
  const rows: RowForce[] = [];
  let above = 0;
  f.alone.forEach((caps, i) => {
    const first = caps.reduce((least, c) => (c.F < least.F ? c : least));
    let by: RowLimit = { type: 'cap', cap: first };
    let F = first.F;
    const cut = (to: number, limit: RowLimit): number => {
      const value = Math.max(0, to);
      if (value < F - LEAST) by = limit;
      F = Math.min(F, value);
      return F;
    };
    for (const cap of f.groups[i]!) {
      let others = 0;
      for (let k = cap.from; k < i; k += 1) others += rows[k]!.F;
      cut(cap.F - others, { type: 'cap', cap });
    }
    const groups = F;
    const compression = f.compression === null ? F : cut(f.compression - above, { type: 'compression' });
    const panel = f.panel === null ? F : cut(f.panel - above, { type: 'panel' });
    const stiff = f.plastic === null ? -1 : rows.findIndex((r) => r.F > f.plastic!);
    if (stiff >= 0) cut((rows[stiff]!.F * f.h[i]!) / f.h[stiff]!, { type: 'plastic', row: stiff });
    rows.push({ alone: first.F, byAlone: first, groups, compression, panel, F, by });
    above += F;
  });
  return rows;
}
