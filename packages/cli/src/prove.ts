import {
  againstProof,
  carriedWords,
  claimOf,
  proofOf,
  withActions,
  type Carried,
  type JobDocument,
  type ReadJob,
  type Signature,
} from '@ample/core';
import { jointField } from '@ample/core/field';
import { markOf, named } from './input.ts';

/** How far the whole of a joint carries what no check takes, combination by combination; `job` with the proof where it does, and else what speaks against it. */
export interface Proved {
  readonly mark: string;
  readonly carried: readonly (Carried & { readonly against: string })[];
  readonly job: JobDocument | null;
}

/** What loads a joint until something stops it, with buckling. */
type Analyse = (...of: Parameters<typeof jointField>) => { readonly result: Pick<Carried, 'multiple' | 'buckling'> };

/** Analyses a joint under each combination that has what no check takes, and signs that it carries them. Throws BadInput where there is nothing to sign. */
export function proveJoint(
  { job, unreadable }: ReadJob,
  mark: string,
  signature: Signature,
  analyse: Analyse = jointField,
): Proved {
  const joint = markOf(job, mark, unreadable);
  return named(`joint ${mark}`, () => {
    const acted = withActions(joint, job);
    // Before the analysis, which takes its time.
    const { under } = claimOf(acted, job, signature);
    const carried = under.map((combination) => {
      const { multiple, buckling } = analyse(joint, job, { combination, buckling: true }).result;
      return { combination, multiple, buckling, against: againstProof({ multiple, buckling }) };
    });
    if (carried.some((c) => c.against)) return { mark, carried, job: null };
    const signed = { ...joint, loads: { ...joint.loads, proof: proofOf(acted, job, carried, signature) } };
    return { mark, carried, job: { ...job, joints: job.joints.map((j) => (j === joint ? signed : j)) } };
  });
}

/** What a proof says, for machines. */
export const plainProved = ({ mark, carried, job }: Proved) => ({
  mark,
  proved: job !== null,
  combinations: carried.map(({ combination, multiple, buckling: [first], against }) => ({
    combination,
    multiple,
    buckles: first ? first.multiple : null,
    against,
  })),
});

export const printProved = ({ mark, carried, job }: Proved): string =>
  [
    ...carried.map((c) => `${mark}, ${c.combination}: ${carriedWords(c)}.`),
    job ? 'Proved and signed.' : 'Not proved: nothing is signed.',
    '',
  ].join('\n');
