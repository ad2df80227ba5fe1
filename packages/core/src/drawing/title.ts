import { fit, path, SHEET, text, wrap, type Item } from './items.ts';

export interface TitleBlock {
  readonly job: string;
  readonly number: string;
  readonly revision: string;
  readonly mark: string;
  readonly kind: string;
  readonly verdict: string;
  readonly checked: string;
  readonly basis: string;
  /** Unit of the figures on the sheet; mm when absent. */
  readonly units?: string;
}

export const TITLE = { width: 84, height: 25 } as const;

/** Frame and title block at the lower right of the sheet. */
export function sheetFrame(t: TitleBlock, scale: string): Item[] {
  const { width, height, margin } = SHEET;
  const [x, y] = [width - margin - TITLE.width, height - margin - TITLE.height];
  const mid = x + 40;
  const right = width - margin;
  const verdict = wrap(t.verdict, 42, 3.2, 3);
  const under = `${t.basis} · ${scale} · ${t.units ?? 'mm'}`;
  // The unit stands at its end: a long line is set smaller before it is cut.
  const small = [2.6, 2.4, 2.2].find((size) => fit(under, 38, size) === under) ?? 2.2;
  const full = verdict.length > 2;
  const [start, leading] = full ? [11.1, 3.8] : [11.6, 4];
  return [
    path(
      [
        [margin, margin],
        [right, margin],
        [right, height - margin],
        [margin, height - margin],
      ],
      'outline',
      true,
    ),
    path(
      [
        [x, y],
        [right, y],
        [right, height - margin],
        [x, height - margin],
      ],
      'outline',
      true,
      'paper',
    ),
    path(
      [
        [x, y + 7],
        [right, y + 7],
      ],
      'thin',
    ),
    path(
      [
        [mid, y],
        [mid, height - margin],
      ],
      'thin',
    ),
    text([x + 2, y + 4.7], fit(t.job, 38, 3.1), { size: 3.1 }),
    text([mid + 2, y + 4.7], fit(`Job ${t.number} · rev ${t.revision}`, 42, 3.1), { size: 3.1 }),
    text([x + 2, y + 14.5], fit(t.mark, 37, 6), { size: 6, bold: true }),
    text([x + 2, y + 19], fit(t.kind, 38, 2.9), { size: 2.9, style: 'muted' }),
    text([x + 2, y + 23], fit(under, 38, small), { size: small, style: 'muted' }),
    ...verdict.map((line, i) => text([mid + 2, y + start + i * leading], line, { size: 3.2, bold: true })),
    ...wrap(t.checked, 42, 2.9, verdict.length > 1 ? 1 : 2).map((line, i) =>
      text([mid + 2, y + (full ? 23.2 : 16.6 + (verdict.length - 1) * 4 + i * 3.8)], line, { size: 2.9 }),
    ),
  ];
}
