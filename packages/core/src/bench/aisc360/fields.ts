import Joi from 'joi';
import { BOLT_GROUPS, KIP, US_STEELS } from '../../catalogue/index.ts';
import { once } from '../../lazy.ts';
import { size } from '../../validate/sizes.ts';
import type { ToolField } from '../tool.ts';

/** A force in kips, as the kN of an input, without floating-point dust. */
export const kips = (x: number): number => Number(((x * KIP) / 1e3).toPrecision(12));

export const number = (id: string, label: string, quantity: ToolField['quantity'] = 'length', optional = false): ToolField => ({
  id,
  label,
  quantity,
  type: 'number',
  ...(optional ? { optional } : {}),
});
export const choice = (id: string, label: string, options: readonly string[]): ToolField => ({
  id,
  label,
  quantity: 'none',
  type: 'choice',
  options: options.map((value) => ({ value, label: value })),
});
/** Steels of the United States. */
export const usGrade = (id: string, label: string): ToolField => ({
  id,
  label,
  quantity: 'none',
  type: 'grade',
  options: US_STEELS.map((value) => ({ value, label: value })),
});
/** A bolt: its diameter, its group, and whether its threads are in the plane of shear. */
export const boltKeys = once(() => ({
  d: size(5, 80).required(),
  group: Joi.string()
    .valid(...BOLT_GROUPS)
    .required(),
  threads: Joi.string().valid('N', 'X').required(),
}));
/** Whether the threads of a bolt are in the plane of its shear. */
export const threads: ToolField = {
  ...choice('threads', 'Threads', []),
  options: [
    { value: 'N', label: 'N, in the plane' },
    { value: 'X', label: 'X, out of it' },
  ],
};
