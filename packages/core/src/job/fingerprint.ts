import { Refusal } from '../refusal.ts';
import { basisOf } from '../standards/job-basis.ts';
import { withActions, type Acted, type JudgedBy } from './actions.ts';
import { fingerprint } from './print.ts';

/** Whether a signed joint has changed since: its input, what acts on it, or the basis of its job. One whose load cases can't be combined has. */
export function isStale(
  joint: Acted & { readonly input: unknown; readonly checked?: { readonly fingerprint: string } | undefined },
  job: JudgedBy,
): boolean {
  if (!joint.checked) return false;
  try {
    return joint.checked.fingerprint !== fingerprint(withActions(joint, job), basisOf(job, joint.settings));
  } catch (e) {
    if (e instanceof Refusal) return true;
    throw e;
  }
}
