import Joi from 'joi';
import { once } from '../lazy.ts';

/** Marks are part of file names and drawings. */
export const markSchema = once(() =>
  Joi.string()
    .max(24)
    .pattern(/^[\p{L}\p{N}][\p{L}\p{N} ._/+-]*$/u, 'letters, figures and . - _ / + after a letter or figure'),
);

/** The house detail that a joint is meant to have, by its name and the version of it. */
export interface HouseMark {
  readonly name: string;
  readonly version: number;
}
export const houseMarkSchema = once(() =>
  Joi.object({ name: markSchema().required(), version: Joi.number().integer().min(1).max(100_000).required() }),
);

/**
 * How a joint stands to its house detail. `strayed`: its detail is another one; `outside`: it has the detail, and its members are none that
 * it is meant for; `unknown`: the house detail, or that version, is not kept here.
 */
export interface Following extends HouseMark {
  readonly state: 'follows' | 'strayed' | 'outside' | 'unknown';
  /** In what, one sentence each. */
  readonly words: readonly string[];
}
