import { ENTRY_WORDS, isEntryUnit, readQuantity, type Tool } from '@ample/core';

/** Values of a form as they were typed. */
export type Typed = Readonly<Record<string, string>>;

/** A calculator's input as text, over it what was typed before. */
export function typedOf(tool: Tool, input: unknown, before: Typed | null): Typed {
  const from = input as Record<string, unknown>;
  return Object.fromEntries(
    tool.fields.map((f) => [f.id, before?.[f.id] ?? (from[f.id] === undefined ? '' : String(from[f.id]))]),
  );
}

/** The input that was typed; or the field that is not what it should be. */
export function inputOf(
  tool: Tool,
  typed: Typed,
): { input: Record<string, unknown> | null; problem: { field: string; message: string } | null } {
  const input: Record<string, unknown> = {};
  for (const f of tool.fields) {
    const text = typed[f.id] ?? '';
    if (f.type === 'number') {
      if (text.trim() === '') {
        if (f.optional) continue;
        return { input: null, problem: { field: f.id, message: `${f.id}: the value is missing; it must be given.` } };
      }
      const n = isEntryUnit(f.unit)
        ? readQuantity(text, f.unit)
        : Number(
            text
              .trim()
              .replace(/[\u2212\u2013]/g, '-')
              .replace(',', '.'),
          );
      if (n === null || !Number.isFinite(n))
        return {
          input: null,
          problem: {
            field: f.id,
            message: `${f.id}: "${text}" is not a number; accepted is ${isEntryUnit(f.unit) ? ENTRY_WORDS[f.unit] : `a number${f.unit ? ` in ${f.unit}` : ''}`}.`,
          },
        };
      input[f.id] = n;
    } else if (f.type === 'choice') input[f.id] = f.options!.find((o) => String(o.value) === text)?.value ?? text;
    else input[f.id] = text;
  }
  return { input, problem: null };
}
