import { frontierOf, multipleText, searched, type Searched, type FoundDetail, type ReadJob } from '@ample/core';
import { markOf, named } from './input.ts';

export interface SearchCommand {
  readonly top: number;
  readonly kind?: readonly string[];
}
/** Every detail that the house rules allow for the members and actions of a joint, judged. */
export function searchJoint({ job, unreadable }: ReadJob, mark: string, { top, kind }: SearchCommand): Searched {
  const joint = markOf(job, mark, unreadable);
  return named(`joint ${mark}`, () => searched(joint, job, { top, kinds: kind }));
}

const costText = (x: number): string => x.toFixed(2).padStart(9);
const detailLine = (f: FoundDetail): string =>
  `${costText(f.cost)}  ${multipleText(f.multiple).padStart(6)}  ${f.line}${f.first ? `  (${f.first.toLowerCase()})` : ''}`;

export function printSearch({ mark, present, result: r, top }: Searched): string {
  const cheapest = r.found.slice(0, top);
  return [
    `${mark}: ${r.found.length} of ${r.details} details hold; ${r.give} give, ${r.broken} break a rule${r.notWhole ? `, ${r.notWhole} could not be checked whole` : ''}.`,
    ...r.kinds.map((k) =>
      k.refusal
        ? `  ${k.title}: ${k.refusal}`
        : `  ${k.title}: ${k.details} details of ${k.choices} choices: ${k.axes
            .filter((a) => a.values.length > 1)
            .map((a) => `${a.title} ${a.words.join(' ')}`)
            .join('; ')}`,
    ),
    'All of them were judged: nothing cheaper in these ranges is left out.',
    '',
    '     cost   least  detail, and what gives first',
    ...(present ? [`${costText(present.cost)}  ${multipleText(present.multiple).padStart(6)}  ${present.line}  (as it is)`] : []),
    ...(cheapest.length ? cheapest : r.nearest).map(detailLine),
    ...(cheapest.length
      ? ['', 'More for more: nothing is as cheap and holds as much as', ...frontierOf(r.found).map(detailLine)]
      : [
          '',
          'None holds. What they lack first:',
          ...r.lacks.slice(0, 8).map((l) => `  ${l.details} ${l.lack === 'give' ? 'give by' : 'break'} ${l.title.toLowerCase()}`),
        ]),
    '',
  ].join('\n');
}
