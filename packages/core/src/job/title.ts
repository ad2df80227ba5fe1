import type { Basis } from '../basis/basis.ts';
import type { TitleBlock } from '../drawing/index.ts';
import { kindTitle } from '../joints/kind.ts';
import { kindOf } from '../joints/registry.ts';
import type { JointLike } from '../joints/report.ts';
import { basisWords, unitsOf } from '../standards/job-basis.ts';
import type { JobDocument } from './document.ts';
import type { SignOff } from './joint-document.ts';
import type { Acted, JudgedBy } from './actions.ts';
import { isStale } from './fingerprint.ts';

type Job = Pick<JobDocument, 'name' | 'number'> & JudgedBy;

/** Title block of a joint's sheet but for the verdict, which the check gives: the same on screen and on paper. */
export function titleOf(
  job: Job,
  joint: Acted & JointLike & { readonly mark: string; readonly checked?: SignOff | undefined },
  basis: Basis,
  revision: string,
): Omit<TitleBlock, 'verdict'> {
  return {
    job: job.name,
    number: job.number,
    revision,
    mark: joint.mark,
    kind: kindTitle(kindOf(joint.kind), basis.standard),
    basis: basisWords(job.basis),
    units: basis.units.name('mm'),
    checked: signWords(joint, job),
  };
}

/** The detail line of a joint as its job shows it. */
export const lineOf = (joint: Pick<JointLike, 'kind' | 'input'>, job: Pick<JobDocument, 'basis'>): string =>
  kindOf(joint.kind).line.print(joint.input, unitsOf(job.basis));

/** Who signed a joint and whether it has changed since. */
function signWords(joint: Parameters<typeof isStale>[0] & { readonly checked?: SignOff | undefined }, job: Job): string {
  const { checked } = joint;
  if (!checked) return 'not yet checked';
  return isStale(joint, job) ? `changed since checked by ${checked.by}` : `checked by ${checked.by}, ${checked.at.slice(0, 10)}`;
}
