import Joi from 'joi';
import type { CustomSteel } from '../catalogue/index.ts';
import { fieldKeys, type BasisField } from './field.ts';
import type { CustomSection } from './basis.ts';
import { once } from '../lazy.ts';

const dimension = (id: string, limits: readonly [number, number], about: string): BasisField => ({
  id,
  label: id,
  type: 'number',
  unit: 'mm',
  limits,
  about,
});
/** Dimensions of an own section. */
export const SECTION_FIELDS: readonly BasisField[] = [
  dimension('h', [40, 1500], 'Depth over the flanges'),
  dimension('b', [20, 600], 'Width of the flanges'),
  dimension('tw', [2, 80], 'Thickness of the web'),
  dimension('tf', [2, 140], 'Thickness of the flanges'),
  dimension('r', [0, 60], 'Radius between web and flange'),
];
/** Strengths of an own steel. */
export const STEEL_FIELDS: readonly BasisField[] = [
  { id: 'f_y', label: 'f_y', type: 'number', unit: 'MPa', limits: [100, 1000], about: 'Yield strength' },
  { id: 'f_u', label: 'f_u', type: 'number', unit: 'MPa', limits: [100, 1500], about: 'Ultimate strength' },
  {
    id: 'beta_w',
    label: 'β_w',
    type: 'number',
    limits: [0.5, 1.5],
    about: 'Correlation factor of fillet welds (Table 4.1): 0.8 for S235, 0.85 for S275, 0.9 for S355',
  },
];

const NEW_SECTION: Omit<CustomSection, 'name'> = { shape: 'I', h: 400, b: 180, tw: 8, tf: 13, r: 10 };
const NEW_STEEL: Omit<CustomSteel, 'name'> = { f_y: 300, f_u: 420, beta_w: 0.85 };
/** A section and a steel to start an own one from. */
export const newSection = (name: string): CustomSection => ({ name, ...NEW_SECTION });
export const newSteel = (name: string): CustomSteel => ({ name, ...NEW_STEEL });

const required = (fields: readonly BasisField[]): Record<string, Joi.Schema> =>
  Object.fromEntries(Object.entries(fieldKeys(fields)).map(([k, s]) => [k, s.required()]));

export const customSectionSchema = once(() =>
  Joi.object({ name: Joi.string().max(60).required(), shape: Joi.string().valid('I').default('I'), ...required(SECTION_FIELDS) }),
);

export const customSteelSchema = once(() =>
  Joi.object({
    name: Joi.string()
      .max(40)
      .pattern(/^[A-Za-z][\w.+ -]*$/, 'letters, figures, and . + - _ after a letter')
      .required(),
    ...required(STEEL_FIELDS),
  }),
);
