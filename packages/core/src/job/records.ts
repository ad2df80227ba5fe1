import type { CustomSteel } from '../catalogue/index.ts';
import type { State } from '../joints/report.ts';
import type { CustomSection, JobBasis } from '../basis/basis.ts';
import type { JobLoads } from '../standards/loads.ts';
import type { GivenRules } from '../rules/rules.ts';
import type { Following } from './house-mark.ts';
import type { CalculationDocument } from './document.ts';
import type { JointDocument } from './joint-document.ts';

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
  readonly loads?: JobLoads | undefined;
  /** What of the house rules is its own. */
  readonly rules?: GivenRules | undefined;
  readonly archived: boolean;
  readonly updatedAt: string;
}

export interface JobListEntry extends Omit<JobRecord, 'basis' | 'sections' | 'steels' | 'loads' | 'rules'> {
  /** How many. */
  readonly joints: number;
}

export interface JointRecord extends JointDocument {
  readonly id: string;
  readonly jobId: string;
  readonly version: number;
  readonly updatedAt: string;
  /** Why what is stored can't be read by this version; the input is then as it stands in the store. */
  readonly unreadable?: string;
}

/** A joint's place among the others of its job. */
export interface Sibling {
  readonly id: string;
  readonly mark: string;
  /** The group of joints that share its detail. */
  readonly group?: string;
}

/** One line of the register: the joint and what its check said. */
export interface JointSummary {
  readonly state: State;
  readonly stale: boolean;
  readonly verdict: string;
  readonly first: {
    readonly title: string;
    readonly multiple: number;
    readonly combination: string;
    readonly note: string;
  } | null;
  readonly refusal: string | null;
  readonly members: string;
  readonly bolts: number;
  readonly plateMass: number;
}

/** What the rows of a register show of a joint and its check; kept until the joint or its job changes. */
export interface JudgedRow {
  readonly line: string;
  /** How it stands to its house detail, where it has one. */
  readonly house?: Following;
  readonly summary: JointSummary;
  readonly unreadable?: string;
}

export interface RegisterEntry
  extends
    JudgedRow,
    Pick<JointRecord, 'id' | 'jobId' | 'version' | 'mark' | 'kind' | 'note' | 'updatedAt' | 'checked' | 'group'> {
  /** How many comments are open. */
  readonly open: number;
}

/** A part of a register, in the order in which the joints were made. */
export interface RegisterPage {
  readonly rows: readonly RegisterEntry[];
  /** How many joints the job has. */
  readonly total: number;
  /** What the next page begins after; null on the last one. */
  readonly next: number | null;
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

/** A calculation in the store; its answer is worked out from its input when it is read. */
export interface CalculationRecord extends CalculationDocument {
  readonly id: string;
  readonly jobId: string;
  readonly version: number;
  readonly updatedAt: string;
  /** The calculator's name, its one sentence, and whether it holds. */
  readonly toolTitle: string;
  readonly answer: string;
  readonly state: 'holds' | 'gives' | 'none';
}

/** What a user changes of a joint, and what a revision keeps. */
export type JointContent = Pick<
  JointDocument,
  'mark' | 'kind' | 'note' | 'input' | 'input_version' | 'combinations' | 'loads' | 'group' | 'house' | 'settings'
>;

/** The changeable part of a joint, and nothing else of it. */
export const contentOf = (j: JointContent): JointContent => ({
  mark: j.mark,
  kind: j.kind,
  note: j.note,
  input: j.input,
  ...(j.input_version === undefined ? {} : { input_version: j.input_version }),
  combinations: j.combinations,
  ...(j.loads ? { loads: j.loads } : {}),
  ...(j.group === undefined ? {} : { group: j.group }),
  ...(j.house ? { house: j.house } : {}),
  ...(j.settings ? { settings: j.settings } : {}),
});

/** A table that was taken into a job. */
export interface TakenTable {
  readonly id: string;
  readonly name: string;
  /** How it was read; null where that is not known any more. */
  readonly mapping: unknown;
  readonly joints: number;
  readonly who: string;
  readonly at: string;
  readonly droppedAt: string | null;
}

/** Where a joint of a job is in its model. */
export interface ModelPlace {
  readonly mark: string;
  /** Lasting name of the proposal that it comes from; empty where it was told by another program. */
  readonly key: string;
  readonly at: readonly number[];
  /** Ids of the members that meet there. */
  readonly joins: readonly string[];
}

/** What an issue is, as it was asked for. */
export interface IssueWhat {
  /** `pdf`, or a format of the office or the shop. */
  readonly format: string;
  readonly level?: string;
  readonly copy?: string;
  /** Mark of the one joint that it is of. */
  readonly mark?: string;
  /** It holds only what changed since the issue of this number. */
  readonly since?: number;
}
/** A joint as it was sent. */
export interface IssuedJoint {
  readonly id: string;
  readonly mark: string;
  readonly version: number;
}
/** What was sent out of a job. */
export interface IssueRecord {
  readonly number: number;
  /** The moment that it shows the job at. */
  readonly at: string;
  readonly who: string;
  readonly reason: string;
  readonly name: string;
  readonly what: IssueWhat;
  /** How many. */
  readonly joints: number;
  readonly size: number;
  readonly sha256: string;
}
/** One with the joints that were in it. */
export type IssueOfJoints = Omit<IssueRecord, 'joints'> & { readonly joints: readonly IssuedJoint[] };
/** What is another since an issue, those before it counted in. */
export interface SinceIssue {
  readonly number: number;
  /** What of the job itself is another; every joint then is. */
  readonly job: readonly string[];
  /** Joints that changed, and the issue that they were last in; null: in none. */
  readonly changed: readonly { readonly id: string; readonly mark: string; readonly last: number | null }[];
  /** Marks of joints that were sent and are not in the job any more. */
  readonly gone: readonly string[];
}

/** A PDF that is being written, or is ready to fetch. */
export interface DocumentState {
  readonly id: string;
  readonly name: string;
  /** `waiting`: others are written first. */
  readonly status: 'waiting' | 'working' | 'ready' | 'cancelled' | 'failed';
  readonly done: number;
  readonly total: number;
  /** The part at hand. */
  readonly what: string;
  readonly message?: string;
  /** Number of the issue that it is kept as. */
  readonly issue?: number;
}
