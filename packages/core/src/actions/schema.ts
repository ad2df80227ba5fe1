import Joi from 'joi';
import { size } from '../validate/sizes.ts';

const FORCE = 1e6; // kN; a larger end force is a slip of the keyboard
export const combinationSchema = Joi.object({
  name: Joi.string().max(20).required(),
  note: Joi.string().max(120).allow('').default(''),
  V_Ed: size(-FORCE, FORCE).default(0),
  N_Ed: size(-FORCE, FORCE).default(0),
  N_tie: size(0, FORCE).default(0),
  V_ser: size(-FORCE, FORCE),
  ...Object.fromEntries((['M_y', 'M_z', 'V_y', 'V_z', 'T'] as const).map((k) => [k, size(-FORCE, FORCE)])),
  from: Joi.string().max(200),
});
