import { lastOf, multipleText, servesWords, standardise, type ReadJob, type Standardised } from '@ample/core';
import { BadInput, markOf, named } from './input.ts';

/** At most so many details for these joints of a job; all of them when none is named. */
export function standardiseJoints({ job, unreadable }: ReadJob, marks: readonly string[], most: number): Standardised {
  const joints = marks.length ? marks.map((m) => markOf(job, m, unreadable)) : job.joints;
  if (!joints.length) throw new BadInput('mark: the job has no joints; accepted is a job that has some.');
  return named('joints', () => lastOf(standardise(joints, job, most)));
}

const cost = (x: number | null): string => (x === null ? '–' : x.toFixed(2)).padStart(9);

export function printStandardised(s: Standardised): string {
  const price = s.total - s.apart;
  return [
    `${servesWords(s)} at ${s.total.toFixed(2)}; each with the cheapest of its own they cost ${s.apart.toFixed(2)}: standardising costs ${price.toFixed(2)}.`,
    `${s.tried} details were tried at every joint; ${s.proved ? 'no other choice of them is cheaper' : 'whether another choice of them is cheaper is not proved'}.`,
    '',
    ...s.details.flatMap((d, i) => [`${i + 1}  ${d.line}`, `   ${d.marks.join(', ')}: ${d.cost.toFixed(2)}`]),
    '',
    '     mark   as it is  its own  with it   least  detail',
    ...s.joints.map(
      (j) =>
        `${j.mark.padStart(9)}  ${cost(j.present)}${cost(j.cheapest)}${cost(j.served?.cost ?? null)}  ${
          j.served ? `${multipleText(j.served.multiple).padStart(6)}  ${j.served.detail + 1}` : j.refusal
        }`,
    ),
    '',
  ].join('\n');
}
