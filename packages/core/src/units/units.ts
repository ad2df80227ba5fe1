/**
 * Units of the core. Every quantity is held in N, mm and MPa; `scale` divides the held value to give the displayed one.
 * `dim` is [exponent of force, exponent of length], enough to prove every formula of a static calculation.
 */
export type Dim = readonly [force: number, length: number];

interface UnitDef {
  readonly dim: Dim;
  readonly scale: number;
  /** As printed beside a number; empty for pure numbers. */
  readonly text: string;
  readonly tex: string;
}

export const UNITS = {
  '-': { dim: [0, 0], scale: 1, text: '', tex: '' },
  mm: { dim: [0, 1], scale: 1, text: 'mm', tex: '\\text{mm}' },
  mm2: { dim: [0, 2], scale: 1, text: 'mm²', tex: '\\text{mm}^2' },
  mm3: { dim: [0, 3], scale: 1, text: 'mm³', tex: '\\text{mm}^3' },
  mm4: { dim: [0, 4], scale: 1, text: 'mm⁴', tex: '\\text{mm}^4' },
  N: { dim: [1, 0], scale: 1, text: 'N', tex: '\\text{N}' },
  kN: { dim: [1, 0], scale: 1e3, text: 'kN', tex: '\\text{kN}' },
  kNm: { dim: [1, 1], scale: 1e6, text: 'kNm', tex: '\\text{kNm}' },
  Nmm: { dim: [1, 1], scale: 1, text: 'Nmm', tex: '\\text{Nmm}' },
  cm3: { dim: [0, 3], scale: 1e3, text: 'cm³', tex: '\\text{cm}^3' },
  cm4: { dim: [0, 4], scale: 1e4, text: 'cm⁴', tex: '\\text{cm}^4' },
  /** Moment of a strip of plate. */
  'Nmm/mm': { dim: [1, 0], scale: 1, text: 'Nmm/mm', tex: '\\text{Nmm/mm}' },
  'kNm/rad': { dim: [1, 1], scale: 1e6, text: 'kNm/rad', tex: '\\text{kNm/rad}' },
  'N/mm3': { dim: [1, -3], scale: 1, text: 'N/mm³', tex: '\\text{N/mm}^3' },
  '1/mm': { dim: [0, -1], scale: 1, text: '1/mm', tex: '\\text{1/mm}' },
  deg: { dim: [0, 0], scale: 1, text: '°', tex: '^\\circ' },
  rad: { dim: [0, 0], scale: 1, text: 'rad', tex: '\\text{rad}' },
  /** Factors k_1 and their like of EN 1992-4, which turn sqrt(MPa) mm^1.5 into N: printed as pure numbers, as the code does. */
  cone: { dim: [0.5, -0.5], scale: 1, text: '', tex: '' },
  /** The factor k_5 of EN 1992-4, 7.2.1.8, which turns sqrt(MPa) mm^2 into N. */
  face: { dim: [0.5, -1], scale: 1, text: '', tex: '' },
  'N/mm': { dim: [1, -1], scale: 1, text: 'N/mm', tex: '\\text{N/mm}' },
  'kN/mm': { dim: [1, -1], scale: 1e3, text: 'kN/mm', tex: '\\text{kN/mm}' },
  MPa: { dim: [1, -2], scale: 1, text: 'MPa', tex: '\\text{MPa}' },
} as const satisfies Record<string, UnitDef>;

export type UnitId = keyof typeof UNITS;

/** Held value (N, mm, MPa) to the unit shown. */
export const shown = (value: number, unit: UnitId): number => value / UNITS[unit].scale;
