import type { CustomSteel, FactorSet, Section } from '../catalogue/index.ts';

/** Partial factors, EN 1993-1-8 Table 2.1; gamma_Mu serves all tie checks that use f_u. Concrete and its bars: EN 1992-1-1, 2.4.2.4 and 3.1.6. */
export interface Factors {
  readonly gamma_M0: number;
  readonly gamma_M1: number;
  readonly gamma_M2: number;
  readonly gamma_M3: number;
  readonly gamma_M3_ser: number;
  readonly gamma_Mu: number;
  readonly gamma_C: number;
  readonly gamma_S: number;
  /** Long-term effects on concrete in compression and in tension. */
  readonly alpha_cc: number;
  readonly alpha_ct: number;
}

/** How bolt rows are dimensioned; it changes no result. */
export type RowsFrom = 'chain' | 'steel' | 'middle' | 'plate';

/** Ways in which an office gives its bolt rows. */
export const ROWS_FROM: readonly (readonly [RowsFrom, string])[] = [
  ['chain', 'as a chain of spacings'],
  ['steel', 'from the top of steel'],
  ['middle', 'from the middle of the beam'],
  ['plate', 'from the top of the plate'],
];

/** Choices that the code leaves to the office or the job. */
export interface Settings {
  /** Steel exposed to weather: maximum end and edge distances apply. */
  readonly exposed: boolean;
  /** Long-joint reduction of EN 1993-1-8, 3.8. */
  readonly long_joint: boolean;
  /** The full-strength weld is a must (true) or advice (false). */
  readonly full_strength_weld: boolean;
  readonly weld_method: 'directional' | 'simplified';
  /** Throat over leg of a fillet weld. */
  readonly throat_factor: number;
  /** The top flange of a notched beam is held sideways. */
  readonly flange_held: boolean;
  /** Its bottom flange is, which uplift compresses. */
  readonly bottom_flange_held: boolean;
  readonly rows_from: RowsFrom;
}

/** What a job is designed to. */
export interface Basis {
  readonly set: FactorSet;
  readonly factors: Factors;
  readonly settings: Settings;
  readonly sections: readonly Section[];
  readonly steels: readonly CustomSteel[];
  /** Multiple under which a joint counts as close. */
  readonly close: number;
}

export const UK_FACTORS: Factors = {
  gamma_M0: 1,
  gamma_M1: 1,
  gamma_M2: 1.25,
  gamma_M3: 1.25,
  gamma_M3_ser: 1.1,
  gamma_Mu: 1.1,
  gamma_C: 1.5,
  gamma_S: 1.15,
  alpha_cc: 0.85,
  alpha_ct: 1,
};
/** EN 1993-1-8, Table 2.1, and EN 1993-1-1, 6.1: the numbers are those of the UK set but for alpha_cc; the strengths of steel differ. */
export const RECOMMENDED_FACTORS: Factors = { ...UK_FACTORS, alpha_cc: 1 };

export const DEFAULT_SETTINGS: Settings = {
  exposed: false,
  long_joint: true,
  full_strength_weld: true,
  weld_method: 'directional',
  throat_factor: 0.7,
  flange_held: true,
  bottom_flange_held: false,
  rows_from: 'chain',
};

export const DEFAULT_BASIS: Basis = {
  set: 'UK',
  factors: UK_FACTORS,
  settings: DEFAULT_SETTINGS,
  sections: [],
  steels: [],
  close: 1.1,
};

/** A custom section is an I or H by its dimensions. */
export type CustomSection = Section & { readonly shape: 'I' };

/** Standard, factors and choices of a job as they are written in its file. */
export interface JobBasis {
  readonly standard: 'EN 1993-1-8';
  readonly set: FactorSet;
  /** Only with the custom set. */
  readonly factors?: Partial<Factors>;
  readonly settings: Partial<Settings>;
  readonly close: number;
}

/** The basis that joints are checked to, from the job's own values. */
export function basisOf(
  job: { readonly basis: JobBasis; readonly sections: readonly CustomSection[]; readonly steels: readonly CustomSteel[] },
  settings: Partial<Settings> = {},
): Basis {
  const { basis } = job;
  const factors =
    basis.set === 'recommended' ? RECOMMENDED_FACTORS : basis.set === 'custom' ? { ...UK_FACTORS, ...basis.factors } : UK_FACTORS;
  return {
    set: basis.set,
    factors,
    settings: { ...DEFAULT_SETTINGS, ...basis.settings, ...settings },
    sections: job.sections,
    steels: job.steels,
    close: basis.close,
  };
}
