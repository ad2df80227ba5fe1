/** A list that is bought, made or set out from: for screen, paper, CSV and workbooks. */
export interface List {
  readonly id: string;
  readonly title: string;
  readonly head: readonly string[];
  readonly rows: readonly (readonly (string | number)[])[];
  /** Sums of the columns that have one; empty texts elsewhere. */
  readonly total?: readonly (string | number)[];
}

/** The sums of a list with a word for them in the first cell that has none. */
export function totalRow(total: readonly (string | number)[]): readonly (string | number)[] {
  const free = total.findIndex((x) => x === '');
  return total.map((x, i) => (i === free ? 'Total' : x));
}

/** A table of like things: what each column is called, shows, and sums up to. */
export interface Column<T> {
  readonly head: string;
  cell(row: T, at: number): string | number;
  total?(rows: readonly T[]): string | number;
}

/** The list of some rows; a list without a column that sums up has no total. */
export function listOf<T>(id: string, title: string, rows: readonly T[], columns: readonly (Column<T> | null)[]): List {
  const kept = columns.filter((c) => c !== null);
  return {
    id,
    title,
    head: kept.map((c) => c.head),
    rows: rows.map((r, i) => kept.map((c) => c.cell(r, i))),
    ...(kept.some((c) => c.total) ? { total: kept.map((c) => c.total?.(rows) ?? '') } : {}),
  };
}

/** What is alike, each with what of it there is: in the order in which the first of each stands. */
export function alike<T>(list: readonly T[], key: (x: T) => string): { readonly of: T; readonly all: readonly T[] }[] {
  const found = new Map<string, T[]>();
  for (const x of list) {
    const known = found.get(key(x));
    if (known) known.push(x);
    else found.set(key(x), [x]);
  }
  return [...found.values()].map((all) => ({ of: all[0]!, all }));
}
export const sum = <T>(list: readonly T[], of: (x: T) => number): number => list.reduce((s, x) => s + of(x), 0);
