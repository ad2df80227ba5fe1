import type { Combination } from '../actions/combination.ts';
import type { CustomSteel } from '../catalogue/index.ts';
import type { Settings } from './basis.ts';
import type { State } from './check.ts';
import type { CustomSection, JobBasis, SignOff } from './document.ts';

/** What the store and the screens exchange. Each save names the version that it was made from. */
export interface JobRecord {
  readonly id: string;
  readonly version: number;
  readonly number: string;
  readonly name: string;
  readonly client: string;
  readonly basis: JobBasis;
  readonly sections: readonly CustomSection[];
  readonly steels: readonly CustomSteel[];
  readonly archived: boolean;
  readonly updatedAt: string;
}

export interface JobListEntry {
  readonly id: string;
  readonly version: number;
  readonly number: string;
  readonly name: string;
  readonly client: string;
  readonly archived: boolean;
  readonly updatedAt: string;
  readonly joints: number;
}

export interface JointRecord {
  readonly id: string;
  readonly jobId: string;
  readonly version: number;
  readonly mark: string;
  readonly kind: string;
  readonly line: string;
  readonly note: string;
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- each kind has its own input
  readonly input: any;
  readonly combinations: readonly Combination[];
  readonly settings?: Partial<Settings>;
  readonly checked?: SignOff;
  readonly updatedAt: string;
}

/** One line of the register: the joint and what its check said. */
export interface JointSummary {
  readonly state: State;
  readonly stale: boolean;
  readonly verdict: string;
  readonly first: { readonly title: string; readonly multiple: number; readonly combination: string } | null;
  readonly refusal: string | null;
  readonly members: string;
  readonly bolts: number;
  readonly plateMass: number;
}

export interface RegisterEntry extends JointRecord {
  readonly summary: JointSummary;
}

export interface RevisionRecord {
  readonly id: number;
  readonly version: number;
  readonly who: string;
  readonly at: string;
  readonly label: string;
  /** The joint's changeable part before and after; null before it existed. */
  readonly before: JointContent | null;
  readonly after: JointContent | null;
}

export interface JointContent {
  readonly mark: string;
  readonly note: string;
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- each kind has its own input
  readonly input: any;
  readonly combinations: readonly Combination[];
  readonly settings?: Partial<Settings>;
}
