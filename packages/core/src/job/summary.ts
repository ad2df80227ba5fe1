import { kindOf } from '../joints/registry.ts';
import { refusalOf } from '../refusal.ts';
import { summaryUnder } from '../joints/report.ts';
import { basisOf } from '../standards/job-basis.ts';
import type { JointDocument } from './joint-document.ts';
import { withActions, type JudgedBy } from './actions.ts';
import { builtIn, type Details } from './built.ts';
import { isStale } from './fingerprint.ts';
import type { JointSummary } from './records.ts';

/** One line of the register. Never throws: a joint that can't be checked says why. `details` of those that are asked for one after another. */
export function summaryOf(
  stored: Pick<JointDocument, 'kind' | 'input' | 'combinations' | 'loads' | 'settings' | 'checked'>,
  job: JudgedBy,
  details?: Details,
): JointSummary {
  let told = { stale: false, members: '' };
  try {
    const basis = basisOf(job, stored.settings);
    const kind = kindOf(stored.kind);
    told = { stale: isStale(stored, job), members: kind.members(stored.input, basis.units) };
    const joint = withActions(stored, job);
    const known = details?.built(joint, job);
    const built = known?.joint ?? builtIn(joint, job);
    const report = summaryUnder(built, joint.combinations, joint.proof, known?.rules);
    const q = built.quantities;
    const worst = report.combinations[report.worst];
    return {
      ...told,
      state: report.state,
      verdict: report.verdict,
      refusal: null,
      bolts: q.bolts,
      plateMass: q.plateMass,
      first: worst?.first
        ? {
            title: worst.first.title,
            multiple: worst.first.multiple,
            combination: worst.combination.name,
            note: worst.combination.note ?? '',
          }
        : null,
    };
  } catch (e) {
    return {
      ...told,
      state: 'none',
      verdict: "can't be checked",
      first: null,
      refusal: refusalOf(e).message,
      bolts: 0,
      plateMass: 0,
    };
  }
}
