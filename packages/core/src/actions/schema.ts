import Joi from 'joi';
import { size } from '../validate/sizes.ts';
import { ACTION_NAMES, actionRow } from './combination.ts';
import { once } from '../lazy.ts';

export const FORCE = 1e6; // kN; a larger end force is a slip of the keyboard
export const combinationSchema = once(() =>
  Joi.object({
    name: Joi.string().max(20).required(),
    note: Joi.string().max(120).allow('').default(''),
    ...Object.fromEntries(
      ACTION_NAMES.map((k) => {
        const { always, least = -FORCE } = actionRow(k);
        return [k, always ? size(least, FORCE).default(0) : size(least, FORCE)];
      }),
    ),
    from: Joi.string().max(200),
  }),
);
