import type { Field } from '@ample/core';
import type { JointEditor } from './editor.ts';
import { readEntry } from './entry.ts';

/** The next practical value from a ladder. */
export function stepped(value: number, steps: readonly number[], up: boolean): number {
  const next = up ? steps.find((s) => s > value + 1e-9) : [...steps].reverse().find((s) => s < value - 1e-9);
  return next ?? value;
}

/** The same of what is typed into a field. */
export const steppedText = (field: Field<unknown>, text: string, editor: JointEditor, up: boolean): string =>
  editor.units.typed(
    stepped(Number(readEntry({ ...field, type: 'number' }, text, editor.units) ?? 0), editor.steps(field), up),
    field.quantity,
  );
