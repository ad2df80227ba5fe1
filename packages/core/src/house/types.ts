import type { CustomSection, JobBasis, Settings } from '../basis/basis.ts';
import type { CustomSteel } from '../catalogue/index.ts';
import type { FieldValue } from '../joints/kind.ts';

/** Sections by family and depth, both ends included, mm; a number from least to most; or values of which it is one. */
export type RangePart =
  { readonly families?: readonly string[]; readonly from: number; readonly to: number } | { readonly of: readonly FieldValue[] };
export type HouseRange = Readonly<Record<string, RangePart>>;

/** A detail under a name, for the joints of a range; kept with the office, so that it says the basis that it is meant under. */
export interface HouseDetail {
  readonly name: string;
  readonly note: string;
  readonly kind: string;
  /** A joint that has it: its detail is the house detail, its members stand for those of the range. */
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- each kind has its own input
  readonly input: any;
  readonly input_version?: number;
  /** What it is meant for, by the ids of the fields of what is given: members, steels, where it stands. */
  readonly range: HouseRange;
  /** Fields of the detail that a joint may choose among these values. */
  readonly open: Readonly<Record<string, readonly FieldValue[]>>;
  readonly basis: JobBasis;
  readonly sections: readonly CustomSection[];
  readonly steels: readonly CustomSteel[];
  readonly settings?: Partial<Settings>;
}

/** A version of a house detail: who made it, when, and why. */
export interface HouseVersion {
  readonly version: number;
  readonly who: string;
  readonly at: string;
  readonly label: string;
  readonly detail: HouseDetail;
}
/** A house detail as it stands in the store: its newest version. */
export interface HouseRecord extends HouseVersion {
  readonly id: string;
  /** Offered no more. */
  readonly retired: boolean;
  /** Joints of all jobs that name it. */
  readonly joints: number;
}
