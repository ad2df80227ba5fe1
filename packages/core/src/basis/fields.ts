import {
  ROWS_FROM,
  DEFAULT_BASIS,
  DEFAULT_SETTINGS,
  UK_FACTORS,
  type CustomSection,
  type Factors,
  type Settings,
} from './basis.ts';
import { limitWords } from '../validate/limits.ts';
import { basisSchema, customSectionSchema, customSteelSchema } from './schema.ts';
import type { CustomSteel } from '../catalogue/index.ts';

/** A value of a job's basis, described, so that the page that shows it need not know it. */
export interface BasisField<K extends string = string> {
  readonly id: K;
  readonly label: string;
  readonly symbol?: string;
  readonly type: 'number' | 'choice' | 'yes';
  readonly unit?: string;
  readonly options?: readonly (readonly [string, string])[];
  /** What it does, in a sentence. */
  readonly about: string;
}

const factor = (id: keyof Factors, symbol: string, label: string, about: string): BasisField<keyof Factors> => ({
  id,
  symbol,
  label,
  type: 'number',
  about,
});
/** Partial factors, in the order of their tables. */
export const FACTOR_FIELDS: readonly BasisField<keyof Factors>[] = [
  factor('gamma_M0', 'γ_M0', 'yielding', 'Divides what yields: plates, webs, gross sections'),
  factor('gamma_M1', 'γ_M1', 'instability', 'Divides what buckles'),
  factor('gamma_M2', 'γ_M2', 'fracture, bolts, welds', 'Divides net sections, bolts, bearing and welds'),
  factor('gamma_M3', 'γ_M3', 'slip, category C', 'Divides the slip resistance at the ultimate limit'),
  factor('gamma_M3_ser', 'γ_M3,ser', 'slip, category B', 'Divides the slip resistance in service'),
  factor('gamma_Mu', 'γ_Mu', 'tying', 'Divides the ultimate strength in tying checks'),
  factor('gamma_C', 'γ_C', 'concrete', 'Divides the strength of concrete and what fastens in it'),
  factor('gamma_S', 'γ_S', 'reinforcement', 'Divides the yield strength of bars'),
  factor('alpha_cc', 'α_cc', 'concrete in compression', 'Long-term effects on concrete that is pressed'),
  factor('alpha_ct', 'α_ct', 'concrete in tension', 'Long-term effects on concrete that is pulled, for bond'),
];

/** Multiple under which a joint counts as close. */
export const CLOSE_FIELD: BasisField<'close'> = {
  id: 'close',
  label: 'A joint is close under a multiple of',
  type: 'number',
  about: 'A joint that holds with less than this to spare is marked',
};

/** House rules: what the code leaves to the office. */
export const SETTING_FIELDS: readonly BasisField<keyof Settings>[] = [
  {
    id: 'throat_factor',
    label: 'Throat of a fillet weld over its leg',
    type: 'number',
    about: 'Equal legs meeting at a right angle have a throat of 0.7 of the leg',
  },
  {
    id: 'weld_method',
    label: 'Weld strength by the',
    type: 'choice',
    options: [
      ['directional', 'directional method, 4.5.3.2'],
      ['simplified', 'simplified method, 4.5.3.3'],
    ],
    about: 'The directional method counts which way the force goes through the throat, the simplified one takes the worst',
  },
  {
    id: 'rows_from',
    label: 'Bolt rows are dimensioned',
    type: 'choice',
    options: ROWS_FROM,
    about: 'How drawings and lists give the places of rows; no result depends on it',
  },
  {
    id: 'full_strength_weld',
    label: 'Weld must be as strong as the plate',
    type: 'yes',
    about: 'Else that is advice, and the weld is judged by its force alone',
  },
  {
    id: 'long_joint',
    label: 'Long joints are reduced (3.8)',
    type: 'yes',
    about: 'Bolts over a length of more than 15 d share the force unevenly',
  },
  {
    id: 'flange_held',
    label: 'Top flange of notched beams is held sideways',
    type: 'yes',
    about: 'A floor on it, for example; else the notch may buckle sideways and is not checked',
  },
  {
    id: 'bottom_flange_held',
    label: 'Bottom flange of notched beams is held too (uplift)',
    type: 'yes',
    about: 'The same for uplift, which presses on the bottom flange',
  },
  {
    id: 'exposed',
    label: 'Steel is exposed to weather: largest edge distances apply',
    type: 'yes',
    about: 'Largest distances of Table 3.3, so that plates stay closed and dry',
  },
];

const dimension = (id: string, about: string): BasisField => ({ id, label: id, type: 'number', unit: 'mm', about });
/** Dimensions of an own section. */
export const SECTION_FIELDS: readonly BasisField[] = [
  dimension('h', 'Depth over the flanges'),
  dimension('b', 'Width of the flanges'),
  dimension('tw', 'Thickness of the web'),
  dimension('tf', 'Thickness of the flanges'),
  dimension('r', 'Radius between web and flange'),
];
/** Strengths of an own steel. */
export const STEEL_FIELDS: readonly BasisField<'f_y' | 'f_u' | 'beta_w'>[] = [
  { id: 'f_y', label: 'f_y', type: 'number', unit: 'MPa', about: 'Yield strength' },
  { id: 'f_u', label: 'f_u', type: 'number', unit: 'MPa', about: 'Ultimate strength' },
  {
    id: 'beta_w',
    label: 'β_w',
    type: 'number',
    about: 'Correlation factor of fillet welds (Table 4.1): 0.8 for S235, 0.85 for S275, 0.9 for S355',
  },
];

const NEW_SECTION: Omit<CustomSection, 'name'> = { shape: 'I', h: 400, b: 180, tw: 8, tf: 13, r: 10 };
const NEW_STEEL: Omit<CustomSteel, 'name'> = { f_y: 300, f_u: 420, beta_w: 0.85 };
/** A section and a steel to start an own one from. */
export const newSection = (name: string): CustomSection => ({ name, ...NEW_SECTION });
export const newSteel = (name: string): CustomSteel => ({ name, ...NEW_STEEL });

const CUSTOM = { set: 'custom', factors: UK_FACTORS, settings: DEFAULT_SETTINGS, close: DEFAULT_BASIS.close };
/** Where each group of fields stands: the schema that judges it, an input of it, the path before the field, and its usual values. */
const GROUPS = {
  factors: [basisSchema, CUSTOM, 'factors.', UK_FACTORS],
  settings: [basisSchema, CUSTOM, 'settings.', DEFAULT_SETTINGS],
  basis: [basisSchema, CUSTOM, '', CUSTOM],
  section: [customSectionSchema, newSection('Own'), '', {}],
  steel: [customSteelSchema, newSteel('Own'), '', {}],
} as const;

/** What a field of the basis is, what it does, what is accepted and what is usual, in one line. */
export function basisFieldHelp(
  group: keyof typeof GROUPS,
  { id, label, symbol, type, unit, options, about }: BasisField,
): string {
  const [schema, input, path, usualOf] = GROUPS[group];
  const accepted =
    type === 'number' ? limitWords(schema, input, `${path}${id}`, unit) : options?.map(([, words]) => words).join(', ');
  const value: unknown = (usualOf as Record<string, unknown>)[id];
  const usual = type === 'yes' ? (value ? 'yes' : 'no') : options ? options.find(([k]) => k === value)?.[1] : value;
  return `${symbol ? `${symbol}, ${label}` : label}. ${about}.${accepted ? ` Accepted: ${accepted}.` : ''}${usual === undefined ? '' : ` Usual: ${String(usual)}.`}`;
}

const FIELDS: Readonly<Record<keyof typeof GROUPS, readonly BasisField[]>> = {
  factors: FACTOR_FIELDS,
  settings: SETTING_FIELDS,
  basis: [CLOSE_FIELD],
  section: SECTION_FIELDS,
  steel: STEEL_FIELDS,
};
/** The same of a field by its name, `factors.gamma_M2`. */
export function basisHelp(name: string): string {
  const [group, id] = name.split('.') as [keyof typeof GROUPS, string];
  return basisFieldHelp(
    group,
    FIELDS[group].find((f) => f.id === id)!,
  );
}
