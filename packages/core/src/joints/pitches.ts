/** One pitch for all rows, or each spacing from the top: `70` or `[60, 80, 80]`. */
export type Pitch = number | readonly number[];

interface Rows {
  readonly n1: number;
  readonly p1: Pitch;
}

/** Spacings between the rows from the top, n1 - 1 of them. */
export const pitches = ({ n1, p1 }: Rows): readonly number[] =>
  typeof p1 === 'number' ? Array.from({ length: n1 - 1 }, () => p1) : p1;

/** Depth of each row below the first, n1 of them. */
export const rowDepths = (b: Rows): number[] =>
  pitches(b).reduce<number[]>((rows, p) => [...rows, rows[rows.length - 1]! + p], [0]);

/** Height of the group, first row to last. */
export const groupHeight = (b: Rows): number => pitches(b).reduce((sum, p) => sum + p, 0);

/** The pitch of rows that are added: the last one, or the usual when there is none. */
export const lastPitch = (b: Rows, usual = 70): number =>
  pitches(b)[b.n1 - 2] ?? ((typeof b.p1 === 'number' ? b.p1 : 0) || usual);

/** Equal spacings as one number, so that there is one way to write them. */
export function tidyPitch(list: readonly number[]): Pitch {
  return list.length && list.every((p) => p === list[0]) ? list[0]! : list.length ? list : 0;
}

/** Another number of rows: rows come and go at the bottom. */
export function withRowCount(b: Rows, n1: number): Rows {
  if (typeof b.p1 === 'number') return { n1, p1: b.p1 || (n1 > 1 ? 70 : 0) };
  const list = pitches(b);
  return {
    n1,
    p1: tidyPitch([...list.slice(0, n1 - 1), ...Array.from({ length: Math.max(0, n1 - 1 - list.length) }, () => lastPitch(b))]),
  };
}

/** Reads `70` or `60 80 80`; a list sets the number of rows. Null when it is neither. */
export function readPitch(text: string, b: Rows): Rows | null {
  const list = text
    .trim()
    .split(/[\s,;]+/)
    .map(Number);
  if (!list.length || list.some((p) => !Number.isFinite(p) || p <= 0)) return null;
  return list.length === 1 ? { n1: b.n1, p1: list[0]! } : { n1: list.length + 1, p1: tidyPitch(list) };
}

export const printPitch = (p1: Pitch): string =>
  typeof p1 === 'number' ? String(Math.round(p1 * 1e6) / 1e6) : p1.map((p) => Math.round(p * 1e6) / 1e6).join(' ');
