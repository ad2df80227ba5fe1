import { kindByCode, KINDS, LineError } from '@ample/core';
import { BadInput } from './input.ts';

/** Reads a detail line without members; prints it again and what it says. */
export function printLine(text: string, json: boolean): string {
  const code = text.trim().split(/[\s|]/)[0] ?? '';
  const kind = kindByCode(code);
  if (!kind) throw new BadInput(`line: "${code}" is no code of a joint; accepted are ${KINDS.map((k) => k.code).join(', ')}.`);
  try {
    const input = kind.line.parse(text, { beam: {} });
    const line = kind.line.print(input);
    if (json) return `${JSON.stringify({ kind: kind.id, line, input }, null, 2)}\n`;
    const values = kind.fields.flatMap((f) => {
      try {
        if (f.applies && !f.applies(input)) return [];
        const value = f.get(input);
        return value === undefined ? [] : [`  ${f.label}: ${String(value)}${f.unit ? ` ${f.unit}` : ''}`];
      } catch {
        return []; // a field of the members, which a line does not hold
      }
    });
    return `${line}\n${values.join('\n')}\n`;
  } catch (e) {
    if (!(e instanceof LineError)) throw e;
    throw new BadInput(`line, character ${e.start + 1}: ${e.message}`);
  }
}
