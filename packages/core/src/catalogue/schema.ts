import Joi from 'joi';
import { size } from '../validate/sizes.ts';
import { once } from '../lazy.ts';

/** A steel by its grade or its strengths, MPa. */
export const steelSchema = once(() =>
  Joi.object({ grade: Joi.string().max(40), f_y: size(100, 1000), f_u: size(100, 1500), beta_w: size(0.5, 1.5) }).or(
    'grade',
    'f_y',
  ),
);
