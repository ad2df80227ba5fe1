import { combine, type Combined, type LoadCombination } from '@ample/core';
import { named, readJson } from './input.ts';

/** Load combinations of a file of cases, generated and pruned. */
export function combineFile(path: string): Combined {
  return named(path, () => combine(readJson(path, 'load cases')));
}

const line = ({ state, clause, name, leading }: LoadCombination): string =>
  `${state} ${clause}: ${name}${leading === null ? '' : ` [${leading}]`}`;

/** One line a combination, with the count; `all`: also what was pruned, and why. */
export function printCombined(c: Combined, all: boolean): string {
  const between = c.distinct - c.kept;
  return [
    ...c.combinations.map(line),
    ...(all ? c.pruned.map((p) => `pruned: ${line(p)} (${p.reason})`) : []),
    ...c.notes,
    `kept ${c.kept} of ${c.distinct}${between ? `; ${between} can't govern` : ''} (${c.generated} generated)`,
    '',
  ].join('\n');
}
