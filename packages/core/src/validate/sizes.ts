import Joi from 'joi';

/** Numbers with limits. Every limit has a sentence that says what is accepted. */
export const size = (min: number, max: number) => Joi.number().min(min).max(max);
export const count = (min: number, max: number) => Joi.number().integer().min(min).max(max);
