import { fieldApplies, kindByCode, KINDS, LineError, SI, STANDARDS, US_CUSTOMARY } from '@ample/core';
import { BadInput } from './input.ts';

/** Reads a detail line without members; prints it again and what it says. */
export function printLine(text: string, json: boolean): string {
  const code = text.trim().split(/[\s|]/)[0] ?? '';
  const kind = kindByCode(code);
  if (!kind) throw new BadInput(`line: "${code}" is no code of a joint; accepted are ${KINDS.map((k) => k.code).join(', ')}.`);
  try {
    const input = kind.line.parse(text, { beam: {} });
    const units = /^\s*\S+\s+in\b/i.test(text) ? US_CUSTOMARY : SI;
    const line = kind.line.print(input, units);
    if (json) return `${JSON.stringify({ kind: kind.id, line, input }, null, 2)}\n`;
    // A line says no standard: its values are named as the first that reads in these units has them.
    const standard = STANDARDS.find((s) => s.units === units.id) ?? STANDARDS[0]!;
    const values = kind.fields.flatMap((f) => {
      try {
        if (!fieldApplies(f, input, standard)) return [];
        const value = f.get(input);
        return value === undefined
          ? []
          : [
              `  ${f.label}: ${typeof value === 'number' ? units.typed(value, f.quantity) : String(value)}${f.quantity === 'none' ? '' : ` ${units.unitOf(f.quantity)}`}`,
            ];
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
