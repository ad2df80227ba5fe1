import data from './data/anchors.json' with { type: 'json' };

/** Sizes in mm; `A_s` stress area, `flats` width across the flats of the nut, `nut` its height. */
export interface AnchorSize {
  readonly d: number;
  readonly pitch: number;
  readonly A_s: number;
  readonly flats: number;
  readonly nut: number;
}

export const ANCHOR_SIZES: readonly AnchorSize[] = data.rows.map(
  (row) => Object.fromEntries(data.columns.map((c, i) => [c, row[i]])) as unknown as AnchorSize,
);
export const ANCHOR_DIAMETERS: readonly number[] = ANCHOR_SIZES.map((a) => a.d);
export const ANCHOR_CLASSES: Readonly<Record<string, { readonly f_yb: number; readonly f_ub: number }>> = data.classes;
export const ANCHOR_CLASS_NAMES: readonly string[] = Object.keys(data.classes);

/** Sizes of an anchor; those of one outside the table follow the proportions of its neighbours, but for the stress area, which must be given. */
export function anchorSize(d: number, A_s: number | undefined): AnchorSize | null {
  const found = ANCHOR_SIZES.find((a) => a.d === d);
  if (found) return A_s === undefined ? found : { ...found, A_s };
  return A_s === undefined ? null : { d, pitch: d / 8, A_s, flats: 1.55 * d, nut: 0.85 * d };
}

export const anchorStrength = (cls: string): { readonly f_yb: number; readonly f_ub: number } | undefined =>
  Object.hasOwn(ANCHOR_CLASSES, cls) ? ANCHOR_CLASSES[cls] : undefined;

/** Largest hole that lets an anchor take shear without slip: EN 1992-4, Table 6.1; sizes between and above as the basis continues it. */
export const tightHole = (d: number): number => data.tight_holes.find(([size]) => size === d)?.[1] ?? d + (d <= 24 ? 2 : 3);
