import type { CustomSteel, Section } from '../catalogue/index.ts';
import type { BasisField } from './field.ts';
import type { SystemId, Units } from '../units/system.ts';
import type { Practice } from './practice.ts';
import type { Standard } from './standard.ts';

/** How bolt rows are dimensioned; it changes no result. */
export type RowsFrom = 'chain' | 'steel' | 'middle' | 'plate';

/** Ways in which an office gives its bolt rows. */
export const ROWS_FROM: readonly (readonly [RowsFrom, string])[] = [
  ['chain', 'as a chain of spacings'],
  ['steel', 'from the top of steel'],
  ['middle', 'from the middle of the beam'],
  ['plate', 'from the top of the plate'],
];

/** Choices that the code leaves to the office or the job: those that every standard has, and its own by their ids. */
export interface Settings extends Readonly<Record<string, number | string | boolean>> {
  readonly rows_from: RowsFrom;
}

/** House rules under every standard. */
export const ROWS_FIELD: BasisField = {
  id: 'rows_from',
  label: 'Bolt rows are dimensioned',
  type: 'choice',
  options: ROWS_FROM,
  usual: 'chain',
  about: 'How drawings and lists give the places of rows; no result depends on it',
};

/** Multiple under which a joint counts as close. */
export const CLOSE_FIELD: BasisField = {
  id: 'close',
  label: 'A joint is close under a multiple of',
  type: 'number',
  limits: [1, 2],
  usual: 1.1,
  about: 'A joint that holds with less than this to spare is marked',
};

/** Whether a plate analysis may stand where no check of the standard does. */
export const PROVES_FIELD: BasisField = {
  id: 'analysis_proves',
  label: 'Plate analysis may prove what the checks do not cover',
  type: 'yes',
  usual: false,
  later: true,
  about:
    'An action that no check of a joint takes may then be shown by its plate analysis, signed by name joint by joint; else it keeps the joint from being whole',
};
export const mayProve = ({ settings }: Pick<Basis, 'settings'>): boolean => settings[PROVES_FIELD.id] === true;

/** What a job is designed to. */
export interface Basis {
  readonly standard: Standard;
  /** Id of its set of factors or its format. */
  readonly set: string;
  readonly factors: Readonly<Record<string, number>>;
  readonly settings: Settings;
  readonly sections: readonly Section[];
  readonly steels: readonly CustomSteel[];
  /** Multiple under which a joint counts as close. */
  readonly close: number;
  /** How values are shown and typed; it changes no result. */
  readonly units: Units;
  /** What the office makes details of, where moves and practical values go by it; it changes no result. */
  readonly practice?: Partial<Practice>;
}

/** A custom section is an I or H by its dimensions. */
export type CustomSection = Section & { readonly shape: 'I' };

/** Standard, factors and choices of a job as they are written in its file. */
export interface JobBasis {
  readonly standard: string;
  readonly set?: string;
  readonly format?: string;
  /** Only with a set whose factors may be typed. */
  readonly factors?: Readonly<Record<string, number>>;
  readonly settings: Partial<Settings>;
  readonly close: number;
  /** System of units that the job is shown in; that of its standard where it is missing. */
  readonly units?: SystemId;
}
