import { LineError } from '../joints/kind.ts';
import { kindOf } from '../joints/registry.ts';
import { Refusal } from '../refusal.ts';
import type { Units } from '../units/system.ts';

const wordOf = (part: string): string => /^[a-z_]+\d*(?=\s|$)/i.exec(part.trim())?.[0].toLowerCase() ?? '';

/**
 * The joint with a part of a detail line in place of its own: `fw 10`, `12x110x290 S355`, or several with | between them. A part that begins with a
 * word takes the place of the one with that word, or is added; one of sizes takes the place of that which it can be read as. Throws a
 * Refusal that names what fits nowhere.
 */
export function withFragment(joint: { readonly kind: string; readonly input: unknown }, text: string, units?: Units): unknown {
  const { line, code } = kindOf(joint.kind);
  let { input } = joint;
  for (const part of text.split('|').map((t) => t.trim())) {
    if (part === '' || part === code) continue;
    const parts = line.print(input, units).split(' | ');
    const own = wordOf(part) ? parts.findIndex((p, i) => i > 0 && wordOf(p) === wordOf(part)) : -1;
    const places = own > 0 ? [own] : wordOf(part) ? [parts.length] : parts.map((_, i) => i).slice(1);
    const read = places.flatMap((at): { readonly input: unknown }[] => {
      const whole = at < parts.length ? parts.map((p, i) => (i === at ? part : p)) : [...parts, part];
      try {
        return [{ input: line.parse(whole.join(' | '), input, units) }];
      } catch (e) {
        if (e instanceof LineError) return [];
        throw e;
      }
    });
    if (read.length === 0)
      throw new Refusal(
        'line',
        `line: "${part.slice(0, 60)}" fits no part of ${parts.join(' | ')}; accepted is a part as it stands there, with other values.`,
      );
    input = read[0]!.input;
  }
  return input;
}
