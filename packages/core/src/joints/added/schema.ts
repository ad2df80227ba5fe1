import Joi from 'joi';
import { steelSchema } from '../../catalogue/schema.ts';
import { CORNERS, type AddedPlate } from '../../detail/added.ts';
import { size } from '../../validate/sizes.ts';
import { once } from '../../lazy.ts';

/** Plates that one joint can have besides those of its kind. */
export const MOST_ADDED = 12;
/** Input of any kind with its added plates. */
export interface WithAdded {
  readonly added?: readonly AddedPlate[];
}

const place = once(() => size(-5000, 5000).required());
const cut = once(() => size(1, 3000).when('corner', { is: 'none', then: Joi.optional(), otherwise: Joi.required() }));
export const addedSchema = once(() =>
  Joi.array()
    .items(
      Joi.object({
        plane: Joi.string().valid('xz', 'yz', 'xy').required(),
        ...{ at: place(), u1: place(), u2: place(), v1: place(), v2: place() },
        t: size(3, 100).required(),
        steel: steelSchema().required(),
        leg: size(3, 40).required(),
        corner: Joi.string()
          .valid(...CORNERS)
          .default('none'),
        ...{ cut_u: cut(), cut_v: cut() },
      }),
    )
    .max(MOST_ADDED),
);
