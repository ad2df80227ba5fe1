import { limitWords } from '../validate/limits.ts';
import type { Tool, ToolField } from './tool.ts';

/** What a field of a calculator is, what is accepted and what is usual, in one line. */
export function toolFieldHelp(tool: Tool, field: ToolField): string {
  const accepted =
    field.type === 'section'
      ? 'a section of the catalogue or the job'
      : field.options
        ? field.options.map((o) => o.label).join(', ')
        : field.type === 'lines'
          ? field.hint
          : (limitWords(tool.schema, tool.start, field.id, field.unit) ?? `a number${field.unit ? ` in ${field.unit}` : ''}`);
  const usual = field.type === 'lines' || field.options ? undefined : tool.start[field.id] || undefined;
  return `${field.label}.${accepted ? ` Accepted: ${accepted}.` : ''}${usual === undefined ? '' : ` Usual: ${String(usual)}.`}${field.optional ? ' It may stay empty.' : ''}`;
}
