import { limitWords } from '../validate/limits.ts';
import type { Tool, ToolField } from './tool.ts';
import { SI, type Units } from '../units/system.ts';

/** What a field of a calculator is, what is accepted and what is usual, in one line. */
export function toolFieldHelp(tool: Tool, field: ToolField, units: Units = SI): string {
  const { quantity } = field;
  const unit = units.unitOf(quantity);
  const accepted =
    field.type === 'section'
      ? 'a section of the catalogue or the job'
      : field.options
        ? field.options.map((o) => o.label).join(', ')
        : field.type === 'lines'
          ? field.hint
          : (limitWords(
              tool.schema(),
              tool.start,
              field.id,
              quantity === 'none' ? undefined : { show: (x) => units.typed(x, quantity), unit },
            ) ?? `a number${unit ? ` in ${unit}` : ''}`);
  const usual = field.type === 'lines' || field.options ? undefined : tool.start[field.id] || undefined;
  return `${field.label}.${accepted ? ` Accepted: ${accepted}.` : ''}${usual === undefined ? '' : ` Usual: ${typeof usual === 'number' ? units.typed(usual, quantity) : String(usual)}.`}${field.optional ? ' It may stay empty.' : ''}`;
}
