import Joi from 'joi';
import { once } from '../lazy.ts';

/** Where a comment is pinned: a check or rule by its id, or a spot on the drawing, mm on the sheet from its top left. */
export type Pin = { readonly check: string } | { readonly spot: readonly [number, number] };

/** What somebody said to a comment. */
export interface Reply {
  readonly who: string;
  /** ISO date and time. */
  readonly at: string;
  readonly text: string;
}

/** A remark on a joint, numbered within it, until it is resolved and after. */
export interface CommentDocument {
  readonly number: number;
  readonly who: string;
  readonly at: string;
  readonly text: string;
  /** The whole joint when absent. */
  readonly pin?: Pin;
  /** Version of the joint that it was made to. */
  readonly version: number;
  readonly replies: readonly Reply[];
  readonly resolved?: { readonly who: string; readonly at: string };
}

export interface CommentRecord extends CommentDocument {
  readonly id: string;
  readonly jointId: string;
}

const who = once(() => Joi.string().max(60).allow('').default(''));
const at = once(() => Joi.string().max(40).required());
export const commentText = once(() => Joi.string().trim().min(1).max(2000));
export const pinSchema = once(() =>
  Joi.alternatives().conditional(Joi.object({ check: Joi.exist() }).unknown(), {
    then: Joi.object({ check: Joi.string().max(80).required() }),
    otherwise: Joi.object({ spot: Joi.array().items(Joi.number().min(-1000).max(1000)).length(2).required() }),
  }),
);
export const commentSchema = once(() =>
  Joi.object({
    number: Joi.number().integer().min(1).max(100_000).required(),
    who: who(),
    at: at(),
    text: commentText().required(),
    pin: pinSchema(),
    version: Joi.number().integer().min(1).default(1),
    replies: Joi.array()
      .items(Joi.object({ who: who(), at: at(), text: commentText().required() }))
      .max(200)
      .default([]),
    resolved: Joi.object({ who: who(), at: at() }),
  }),
);
