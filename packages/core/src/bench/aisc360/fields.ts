import { KIP, US_STEELS } from '../../catalogue/index.ts';
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
/** Whether the threads of a bolt are in the plane of its shear. */
export const threads: ToolField = {
  ...choice('threads', 'Threads', []),
  options: [
    { value: 'N', label: 'N, in the plane' },
    { value: 'X', label: 'X, out of it' },
  ],
};
