import { KeptRules } from '../checks/kept-rules.ts';
import type { Joint } from '../joints/kind.ts';
import { buildJoint } from '../joints/report.ts';
import { lazyOnce, Recent } from '../lazy.ts';
import { basisOf } from '../standards/job-basis.ts';
import { judgedBy, type Acted, type JudgedBy } from './actions.ts';
import { readJoint, type JointDocument } from './joint-document.ts';

/** What a joint is built from. */
type Detailed = Pick<Acted, 'kind' | 'settings'> & { readonly input: unknown };

/** The joint that this describes, in a job. Throws a Refusal when it can't be built so. */
export const builtIn = (joint: Detailed, job: JudgedBy): Joint => buildJoint(joint, basisOf(job, joint.settings));

interface Kept {
  readonly joint: Joint;
  readonly rules: KeptRules;
}

/** All of a job that its joints are built by. */
const basisText = lazyOnce((job: JudgedBy) => JSON.stringify({ ...judgedBy(job), loads: undefined }));

/**
 * Details of joints that are judged one after another. A job has few beside its joints, and a joint is what it is under whatever acts on it: each
 * that comes again is kept as it was read and built, with what is made of it (solid, values, quantities). The last `most` are.
 */
export class Details {
  private readonly inputs: Recent<JointDocument>;
  private readonly joints: Recent<Kept>;
  constructor(most = 64) {
    this.inputs = new Recent(most);
    this.joints = new Recent(most);
  }

  /** `readJoint` of one that has no line of its own. Those of one detail get one input, which nobody changes. */
  read(stored: Omit<JointDocument, 'line'>, where: string): JointDocument {
    const { input_version: given, ...rest } = stored;
    const text = `${stored.kind} ${given ?? ''} ${JSON.stringify(stored.input)}`;
    const { input, line, input_version } = this.inputs.of(text, () => readJoint(stored, where));
    return { ...rest, input, ...(input_version === undefined ? {} : { input_version }), line };
  }

  /** `builtIn`, and its rules. */
  built(of: Detailed, job: JudgedBy): Kept {
    const text = `${of.kind} ${JSON.stringify(of.input)} ${JSON.stringify(of.settings)} ${basisText(job)}`;
    return this.joints.of(text, () => {
      const joint = builtIn(of, job);
      return { joint, rules: new KeptRules(joint.prepared) };
    });
  }
}
