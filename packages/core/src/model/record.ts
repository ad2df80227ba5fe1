import Joi from 'joi';
import { markSchema } from '../job/house-mark.ts';
import type { ModelPlace } from '../job/records.ts';
import { size } from '../validate/sizes.ts';
import { membersSchema, type ModelMember } from './member.ts';
import { once } from '../lazy.ts';

/** The model of a job as it is stored: its members, and where its joints are. */
export interface ModelRecord {
  readonly name: string;
  readonly who: string;
  readonly at: string;
  readonly members: readonly ModelMember[];
  readonly places: readonly ModelPlace[];
}
const placeSchema = once(() =>
  Joi.object({
    mark: markSchema().required(),
    key: Joi.string().max(120).allow('').required(),
    at: Joi.array().items(size(-1e7, 1e7)).length(3).required(),
    joins: Joi.array().items(Joi.string().max(90)).max(8).required(),
  }),
);
export const placesSchema = once(() => Joi.array().items(placeSchema()).max(5000).unique('mark'));
/** A model as it is given to be stored. */
export const modelSchema = once(() =>
  Joi.object({
    name: Joi.string().trim().min(1).max(120).required(),
    members: membersSchema().required(),
    places: placesSchema().default([]),
  }),
);
