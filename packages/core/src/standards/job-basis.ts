import Joi from 'joi';
import { CLOSE_FIELD, type Basis, type CustomSection, type JobBasis, type Settings } from '../basis/basis.ts';
import { basisFieldHelp, fieldKeys, fieldSchema, usualOf, type BasisField } from '../basis/field.ts';
import { SECTION_FIELDS, STEEL_FIELDS } from '../basis/own.ts';
import { choiceOf, type FactorChoice, type Standard } from '../basis/standard.ts';
import type { CustomSteel } from '../catalogue/index.ts';
import { SYSTEMS, systemOf, type Units } from '../units/system.ts';
import { standardOf, STANDARDS } from './registry.ts';
import { once } from '../lazy.ts';

/** The set or format that a job names. */
export const setOf = (basis: Pick<JobBasis, 'standard' | 'set' | 'format'>): string => {
  const standard = standardOf(basis.standard);
  return choiceOf(standard, basis[standard.sets.key]).id;
};

type Named = Pick<JobBasis, 'standard' | 'set' | 'format'>;
const named = (basis: Named): FactorChoice => choiceOf(standardOf(basis.standard), setOf(basis));
/** Standard and set of a job, as a title block has them: "EN 1993-1-8 UK". */
export const basisWords = (basis: Named, between = ' '): string => `${basis.standard}${between}${named(basis).short}`;
/** The same in full: "EN 1993-1-8 with EN 1993-1-1, UK National Annex". */
export const basisTitle = (basis: Named): string => `${standardOf(basis.standard).title}, ${named(basis).label}`;

/** The system of units that a job is shown in. */
export const unitsOf = (basis: Pick<JobBasis, 'standard' | 'units'>): Units =>
  systemOf(basis.units ?? standardOf(basis.standard).units);

/** The basis of a job under another standard: its usual set and settings; own sections and steels stay. */
export const basisUnder = (basis: Basis, other: Standard, set?: string): Basis => {
  const choice = choiceOf(other, set);
  return {
    ...basis,
    standard: other,
    set: choice.id,
    factors: choice.factors,
    settings: { ...usualOf(other.settings), rows_from: basis.settings.rows_from } as Basis['settings'],
  };
};

/** The basis of a new job. */
export function usualBasis(standard: Standard = STANDARDS[0]!): JobBasis {
  const { key } = standard.sets;
  return { standard: standard.id, [key]: standard.sets.choices[0]!.id, settings: {}, close: CLOSE_FIELD.usual as number };
}

/** The basis that joints are checked to, from the job's own values. Settings of other standards are kept in the job and do not count. */
export function basisOf(
  job: { readonly basis: JobBasis; readonly sections: readonly CustomSection[]; readonly steels: readonly CustomSteel[] },
  settings: Partial<Settings> = {},
): Basis {
  const { basis } = job;
  const standard = standardOf(basis.standard);
  const choice = choiceOf(standard, setOf(basis));
  const usual = usualOf(standard.settings);
  const given = Object.entries({ ...basis.settings, ...settings }).filter(([k, v]) => Object.hasOwn(usual, k) && v !== undefined);
  return {
    standard,
    set: choice.id,
    factors: choice.own ? { ...choice.factors, ...basis.factors } : choice.factors,
    settings: { ...usual, ...Object.fromEntries(given) } as Settings,
    sections: job.sections,
    steels: job.steels,
    close: basis.close,
    units: unitsOf(basis),
  };
}

export const DEFAULT_BASIS: Basis = basisOf({ basis: usualBasis(), sections: [], steels: [] });

/** Settings of every standard: a joint or a job keeps its own where the standard is changed. */
export const settingsSchema = once(() => Joi.object(Object.assign({}, ...STANDARDS.map((s) => fieldKeys(s.settings)))));

/** A set or format is named by the key of its standard alone. */
const namedBy = (key: Standard['sets']['key']): Joi.Schema =>
  STANDARDS.filter((s) => s.sets.key === key).reduce<Joi.Schema>(
    (otherwise, s) =>
      Joi.any().when('standard', {
        is: s.id,
        then: Joi.string()
          .valid(...s.sets.choices.map((c) => c.id))
          .default(s.sets.choices[0]!.id),
        otherwise,
      }),
    Joi.forbidden(),
  );
const OWN = STANDARDS.flatMap((s) => s.sets.choices.filter((c) => c.own).map((c) => c.id));

export const basisSchema = once(() =>
  Joi.object({
    standard: Joi.string()
      .valid(...STANDARDS.map((s) => s.id))
      .default(STANDARDS[0]!.id),
    set: namedBy('set'),
    format: namedBy('format'),
    factors: Joi.object(Object.assign({}, ...STANDARDS.map((s) => fieldKeys(s.factors)))).when('set', {
      is: Joi.valid(...OWN),
      then: Joi.optional(),
      otherwise: Joi.forbidden(),
    }),
    settings: settingsSchema().default({}),
    units: Joi.string().valid(...SYSTEMS.map((s) => s.id)),
    close: fieldSchema(CLOSE_FIELD).default(CLOSE_FIELD.usual),
  }),
);

/** What a field of a job's basis is and what it accepts, by its name: `factors.gamma_M2`. */
export function basisHelp(standard: Standard, name: string): string {
  const groups: Readonly<Record<string, readonly BasisField[]>> = {
    factors: standard.factors,
    settings: standard.settings,
    basis: [CLOSE_FIELD],
    section: SECTION_FIELDS,
    steel: STEEL_FIELDS,
  };
  const [group, id] = name.split('.') as [string, string];
  return basisFieldHelp(groups[group]!.find((f) => f.id === id)!);
}
