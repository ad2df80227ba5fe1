import { kindOf } from '../joints/registry.ts';
import { Refusal } from '../refusal.ts';
import { tryCheckJoint } from './check.ts';
import { basisOf } from './basis.ts';
import { type JobDocument, type JointDocument } from './document.ts';
import { fingerprint } from './fingerprint.ts';
import type { JointSummary } from './records.ts';

/** One line of the register. Never throws: a joint that can't be checked says why. */
export function summaryOf(joint: Pick<JointDocument, 'kind' | 'input' | 'combinations' | 'settings' | 'checked'>, job: Pick<JobDocument, 'basis' | 'sections' | 'steels'>): JointSummary {
  const basis = basisOf(job, joint.settings);
  const kind = kindOf(joint.kind);
  const members = kind.members(joint.input);
  const stale = joint.checked !== undefined && joint.checked.fingerprint !== fingerprint(joint, basis);
  const result = tryCheckJoint(joint, basis);
  try {
    if ('refusal' in result) throw new Refusal(result.refusal.field, result.refusal.message);
    const { report } = result;
    const q = kind.quantities(kind.model(joint.input, basis));
    const worst = report.combinations[report.worst];
    return {
      state: report.state, stale, verdict: report.verdict, refusal: null, members, bolts: q.bolts, plateMass: q.plateMass,
      first: worst?.first ? { title: worst.first.title, multiple: worst.first.multiple, combination: worst.combination.name } : null,
    };
  } catch (e) {
    if (!(e instanceof Refusal)) throw e;
    return { state: 'none', stale, verdict: "can't be checked", first: null, refusal: e.message, members, bolts: 0, plateMass: 0 };
  }
}
