import { numberLines, type Tool, type ToolField, type Units } from '@ample/core';

/** Values of a form as they were typed. */
export type Typed = Readonly<Record<string, string>>;

/** Lines of numbers, each turned. */
const eachNumber = (text: string, turn: (x: number) => number): string =>
  numberLines(text)
    .map((line, i) => line?.map((x) => Number(turn(x).toPrecision(12))).join(' ') ?? text.split(/\r?\n/)[i] ?? '')
    .join('\n');

/** A value of a field as it is typed in these units. */
function shownValue({ type, quantity }: ToolField, value: unknown, units: Units): string {
  if (typeof value === 'number') return units.typed(value, quantity);
  if (type === 'lines' && quantity === 'length' && units.id !== 'SI')
    return eachNumber(String(value), (x) => units.shown(x, 'mm'));
  return String(value);
}

/** A calculator's input as text, over it what was typed before. */
export function typedOf(tool: Tool, input: unknown, before: Typed | null, units: Units): Typed {
  const from = input as Record<string, unknown>;
  return Object.fromEntries(
    tool.fields.map((f) => [f.id, before?.[f.id] ?? (from[f.id] === undefined ? '' : shownValue(f, from[f.id], units))]),
  );
}

/** The input that was typed; or the field that is not what it should be. */
export function inputOf(
  tool: Tool,
  typed: Typed,
  units: Units,
): { input: Record<string, unknown> | null; problem: { field: string; message: string } | null } {
  const input: Record<string, unknown> = {};
  for (const f of tool.fields) {
    const text = typed[f.id] ?? '';
    if (f.type === 'number') {
      if (text.trim() === '') {
        if (f.optional) continue;
        return { input: null, problem: { field: f.id, message: `${f.id}: the value is missing; it must be given.` } };
      }
      const n = units.read(text, f.quantity);
      if (n === null)
        return {
          input: null,
          problem: { field: f.id, message: `${f.id}: "${text}" is not a number; accepted is ${units.words(f.quantity)}.` },
        };
      input[f.id] = n;
    } else if (f.type === 'choice') input[f.id] = f.options!.find((o) => String(o.value) === text)?.value ?? text;
    else if (f.type === 'lines' && f.quantity === 'length' && units.id !== 'SI')
      input[f.id] = eachNumber(text, (x) => units.read(String(x), 'length')!);
    else input[f.id] = text;
  }
  return { input, problem: null };
}
