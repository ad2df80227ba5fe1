// Papers that drawings are put on, and how many sheets each takes.

/** Sizes in mm, the longer side first. ISO 216; ANSI/ASME Y14.1. */
export const PAPERS = [
  { id: 'A4', label: 'A4', long: 297, short: 210 },
  { id: 'A3', label: 'A3', long: 420, short: 297 },
  { id: 'A2', label: 'A2', long: 594, short: 420 },
  { id: 'A1', label: 'A1', long: 841, short: 594 },
  { id: 'letter', label: 'Letter (ANSI A)', long: 279.4, short: 215.9 },
  { id: 'ansi-b', label: 'ANSI B', long: 431.8, short: 279.4 },
  { id: 'ansi-c', label: 'ANSI C', long: 558.8, short: 431.8 },
  { id: 'ansi-d', label: 'ANSI D', long: 863.6, short: 558.8 },
] as const;
export type PaperId = (typeof PAPERS)[number]['id'];

/** Edge of a paper that stays clear, mm. */
const EDGE = 5;

export interface LaidPaper {
  readonly width: number;
  readonly height: number;
  /** Upper left corners of the sheets on it, row by row. */
  readonly places: readonly (readonly [x: number, y: number])[];
}

/** Sheets of one size on a paper in true scale, as many as it takes, lying or upright; evenly spread. */
export function layOn(id: PaperId, sheet: { readonly width: number; readonly height: number }): LaidPaper {
  const { long, short } = PAPERS.find((p) => p.id === id)!;
  const laid = (width: number, height: number): LaidPaper => {
    const count = (room: number, size: number): number => Math.floor((room - 2 * EDGE) / size);
    const [n, m] = [Math.max(1, count(width, sheet.width)), Math.max(1, count(height, sheet.height))];
    const gap = (room: number, size: number, k: number): number => (room - k * size) / (k + 1);
    const [gx, gy] = [gap(width, sheet.width, n), gap(height, sheet.height, m)];
    const places = Array.from(
      { length: n * m },
      (_, i) => [gx + (i % n) * (sheet.width + gx), gy + Math.floor(i / n) * (sheet.height + gy)] as const,
    );
    return { width, height, places };
  };
  const [lying, upright] = [laid(long, short), laid(short, long)];
  // One that is wider than the paper is laid along it all the same.
  const fits = upright.width - 2 * EDGE >= sheet.width && upright.places.length > lying.places.length;
  return fits ? upright : lying;
}
