/** psi_0, psi_1, psi_2 of a category: EN 1990, Table A1.1. */
export type Psi = readonly [psi_0: number, psi_1: number, psi_2: number];

export const CATEGORIES = ['A', 'B', 'C', 'D', 'E', 'F', 'G', 'H', 'snow', 'snow_high', 'wind', 'temperature'] as const;
export type Category = (typeof CATEGORIES)[number];

const RECOMMENDED: Readonly<Record<Category, Psi>> = {
  A: [0.7, 0.5, 0.3],
  B: [0.7, 0.5, 0.3],
  C: [0.7, 0.7, 0.6],
  D: [0.7, 0.7, 0.6],
  E: [1, 0.9, 0.8],
  F: [0.7, 0.7, 0.6],
  G: [0.7, 0.5, 0.3],
  H: [0, 0, 0],
  snow: [0.5, 0.2, 0],
  snow_high: [0.7, 0.5, 0.2],
  wind: [0.6, 0.2, 0],
  temperature: [0.6, 0.5, 0],
};

/** What a National Annex chooses: psi and xi. */
export const ANNEXES = {
  recommended: { psi: RECOMMENDED, xi: 0.85 },
  // NA to BS EN 1990, Table NA.A1.1.
  uk: { psi: { ...RECOMMENDED, H: [0.7, 0, 0], wind: [0.5, 0.2, 0] } as Readonly<Record<Category, Psi>>, xi: 0.925 },
} as const;
export type AnnexName = keyof typeof ANNEXES;

/** Partial factors of sets B and A: EN 1990, Tables A1.2(B) and A1.2(A). */
export const GAMMA = { G_sup: 1.35, G_inf: 1, Q: 1.5, P: 1, G_sup_equ: 1.1, G_inf_equ: 0.9, Q_equ: 1.5 } as const;
export type GammaName = keyof typeof GAMMA;

/** The independent variable action that a category belongs to, unless a case names another. */
export const actionOf = (category: Category): string =>
  category === 'H'
    ? 'roof'
    : category === 'snow' || category === 'snow_high'
      ? 'snow'
      : category === 'wind' || category === 'temperature'
        ? category
        : 'imposed';
