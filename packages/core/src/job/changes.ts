import type { JointChange } from './compare.ts';
import type { JobRecord, JointContent } from './records.ts';

/** A moment at which a job changed: one change, or all that came at once. */
export interface ChangeMoment {
  readonly at: string;
  readonly who: string;
  readonly label: string;
  readonly joints: number;
}

/** What was different at two moments of a job, before its joints are judged. */
export interface ChangeList {
  readonly before: ChangedJob;
  readonly after: ChangedJob;
  /** What of the job itself is another. */
  readonly job: readonly string[];
  /** Joints that changed, or that have to be judged anew since the job did. */
  readonly joints: readonly { readonly id: string; readonly mark: string }[];
  /** How many are the same in both. */
  readonly same: number;
}
export type ChangedJob = Pick<JobRecord, 'name' | 'number' | 'basis' | 'sections' | 'steels' | 'loads'>;

/** One joint at both moments, judged at each. */
export interface JointThen extends JointChange {
  readonly id: string;
  readonly was: JointContent | null;
  readonly is: JointContent | null;
}
