import type { FormulaSection, Run } from '../../../formula/index.ts';
import type { Lengths, PatternRow, Place } from './patterns.ts';
import type { Stub } from './t-stub.ts';

/** A row of a line of bolts along a flange or plate; `y` upwards, rows from the top. */
export interface StubRow extends PatternRow {
  readonly y: number;
}

/** A line of rows and how each is worked: its section's symbols are set row by row. */
export interface Line<R extends StubRow> {
  readonly rows: readonly R[];
  /** Whether the next row may stand in one group with it. */
  joined(i: number): boolean;
  named(from: number, to: number): string;
  /** Writes m, e and n of the row into the run. Returns m. */
  size(r: Run, row: R): number;
  lengths(r: Run, row: R, place: Place): Lengths;
  stub(r: Run): Stub;
}

/** A T-stub of the rows from `from` to `to`, by their places in the line, with the lengths of each. */
export interface RowsStub extends Stub {
  readonly from: number;
  readonly to: number;
  readonly each: readonly Lengths[];
}

/** All T-stubs of a line of rows: each alone, and each set of neighbours that nothing separates. */
export interface LineStubs {
  readonly alone: readonly RowsStub[];
  /** Groups that end at a row, the shortest first. */
  readonly groups: readonly (readonly RowsStub[])[];
}

/**
 * EN 1993-1-8, 6.2.4.2 and 6.2.6.4 to 6.2.6.5: rows alone and in groups, in a section that is then given its T-stub (`rowStub`). Lengths of one kind
 * are added, and the larger m of its rows counts.
 */
export function lineStubs(s: FormulaSection) {
  const n_b = s.found('n_b', '-', 'rows of the T-stub', 'counted');
  const sum_cp = s.found('l_cp', 'mm', 'circular patterns of its rows together', 'sum over the rows');
  const sum_nc = s.found('l_nc', 'mm', 'other patterns of its rows together', 'sum over the rows');
  const one = <R extends StubRow>(r: Run, line: Line<R>, i: number): RowsStub => {
    const row = line.rows[i]!;
    line.size(r, row);
    const lengths = line.lengths(r, row, { of: 'alone' });
    n_b(r, 1);
    return { ...line.stub(r), from: i, to: i, each: [lengths] };
  };
  const several = <R extends StubRow>(r: Run, line: Line<R>, from: number, to: number): RowsStub => {
    const part = line.rows.slice(from, to + 1);
    let widest = part[0]!;
    let m = 0;
    const each = part.map((row, k) => {
      const own = line.size(r, row);
      if (own > m) [m, widest] = [own, row];
      return line.lengths(r, row, placeIn(part, k));
    });
    line.size(r, widest);
    n_b(r, part.length);
    sum_cp(
      r,
      each.reduce((x, l) => x + l.l_cp, 0),
    );
    sum_nc(
      r,
      each.reduce((x, l) => x + l.l_nc, 0),
    );
    return { ...line.stub(r), from, to, each };
  };
  return <R extends StubRow>(r: Run, line: Line<R>): LineStubs => {
    const before = r.where;
    const inPlace = (from: number, to: number): RowsStub => {
      r.where = line.named(from, to);
      return from === to ? one(r, line, from) : several(r, line, from, to);
    };
    const alone = line.rows.map((_, i) => inPlace(i, i));
    const groups = line.rows.map((_, to) => {
      const list: RowsStub[] = [];
      for (let from = to - 1; from >= 0 && line.joined(from); from -= 1) list.push(inPlace(from, to));
      return list;
    });
    r.where = before;
    return { alone, groups };
  };
}

/** Where a row stands in its group: an inner one takes the mean of its pitches. */
function placeIn(part: readonly StubRow[], k: number): Place {
  const above = k > 0 ? part[k - 1]!.y - part[k]!.y : 0;
  const below = k < part.length - 1 ? part[k]!.y - part[k + 1]!.y : 0;
  if (k === 0) return { of: 'first', p: below };
  return k === part.length - 1 ? { of: 'last', p: above } : { of: 'inner', p: (above + below) / 2 };
}
