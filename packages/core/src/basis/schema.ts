import Joi from 'joi';
import { size } from '../validate/sizes.ts';

export const settingsSchema = Joi.object({
  exposed: Joi.boolean(),
  long_joint: Joi.boolean(),
  full_strength_weld: Joi.boolean(),
  weld_method: Joi.string().valid('directional', 'simplified'),
  throat_factor: size(0.5, 1),
  flange_held: Joi.boolean(),
  bottom_flange_held: Joi.boolean(),
  rows_from: Joi.string().valid('chain', 'steel', 'middle', 'plate'),
});

const gamma = size(0.8, 3);
export const basisSchema = Joi.object({
  standard: Joi.string().valid('EN 1993-1-8').default('EN 1993-1-8'),
  set: Joi.string().valid('UK', 'recommended', 'custom').default('UK'),
  factors: Joi.object({
    gamma_M0: gamma,
    gamma_M1: gamma,
    gamma_M2: gamma,
    gamma_M3: gamma,
    gamma_M3_ser: gamma,
    gamma_Mu: gamma,
    gamma_C: gamma,
    gamma_S: gamma,
    alpha_cc: size(0.5, 1),
    alpha_ct: size(0.5, 1),
  }).when('set', { is: 'custom', then: Joi.optional(), otherwise: Joi.forbidden() }),
  settings: settingsSchema.default({}),
  close: size(1, 2).default(1.1),
});

export const customSectionSchema = Joi.object({
  name: Joi.string().max(60).required(),
  shape: Joi.string().valid('I').default('I'),
  h: size(40, 1500).required(),
  b: size(20, 600).required(),
  tw: size(2, 80).required(),
  tf: size(2, 140).required(),
  r: size(0, 60).required(),
});

export const customSteelSchema = Joi.object({
  name: Joi.string()
    .max(40)
    .pattern(/^[A-Za-z][\w.+ -]*$/, 'letters, figures, and . + - _ after a letter')
    .required(),
  f_y: size(100, 1000).required(),
  f_u: size(100, 1500).required(),
  beta_w: size(0.5, 1.5).required(),
});
