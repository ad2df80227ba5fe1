import type Joi from 'joi';
import { ACTION_NAMES, type ActionField, type ActionName, type Combination, type EndActions } from '../actions/combination.ts';
import type { Drawing, TitleBlock } from '../drawing/index.ts';
import type { Ground } from '../detail/ground.ts';
import type { Point, Quantities, Solid } from '../detail/solid.ts';
import type { List } from '../shop/list.ts';
import type { ShopItems } from '../shop/items.ts';
import type { Basis } from '../basis/basis.ts';
import type { Standard } from '../basis/standard.ts';
import type { Quantity, Units } from '../units/system.ts';
import type { Prepared } from '../checks/check.ts';
import type { MemberFacts } from './members.ts';
import type { Met } from './met.ts';
import type { RowsFlow } from './rows.ts';
import type { Practice, SearchSpace } from './search.ts';

export type FieldValue = number | string | boolean;

export interface Option {
  readonly value: FieldValue;
  readonly label: string;
}

/** One value of a joint that the user can change; what screens, popovers and dimensions know of it. */
export interface Field<I> {
  readonly id: string;
  readonly label: string;
  readonly symbol?: string;
  /** What it is; the job's system of units says how it is shown and typed. */
  readonly quantity: Quantity;
  /** `list`: one number, or several with spaces between them. */
  readonly type: 'number' | 'list' | 'choice' | 'toggle' | 'section' | 'grade';
  /** Choices; a function where the standard of the job has its own. `optionsOf` gives them. */
  readonly options?: readonly Option[] | ((of: Standard) => readonly Option[]);
  /** Shapes of section that it may be; I and C when absent. */
  readonly shapes?: readonly string[];
  /** Practical values that the arrow keys step through, in mm where it is a length. */
  readonly steps?: readonly number[];
  /** House rule whose sizes are its practical values where the office has them. */
  readonly follows?: 'plates' | 'base_plates' | 'legs' | 'pitches';
  get(input: I): FieldValue | undefined;
  /** The joint with this value; other sizes follow as the drawing shows them. */
  set(input: I, value: FieldValue): I;
  /** Whether the field means anything on this joint; shown always when absent. */
  applies?(input: I): boolean;
  /** Standards whose jobs have it, by their names; all when absent. */
  readonly under?: readonly string[];
}

/** Whether a field stands on a joint of a job to this standard. */
export const fieldApplies = <I>({ applies, under }: Field<I>, input: I, { id }: Pick<Standard, 'id'>): boolean =>
  (!under || under.includes(id)) && (!applies || applies(input));

/** The choices of a field under a standard; undefined where it has none. */
export const optionsOf = <I>({ options }: Field<I>, standard: Standard): readonly Option[] | undefined =>
  typeof options === 'function' ? options(standard) : options;

/** A change made at a place on the drawing: a row more, a row less. */
export interface Edit<I> {
  readonly id: string;
  readonly label: string;
  apply(input: I, basis: Basis): I | null;
}

/** A small move that might lift the joint; the design module re-checks each. */
export interface Move<I> {
  readonly label: string;
  /** It changes what the job gives (a foundation, its concrete): offered, never taken unasked. */
  readonly given?: true;
  readonly input: I;
}

/** What a first detail starts from: members, steels and a few choices, by the ids of the kind's seed fields. */
export type Seed = Readonly<Record<string, string>>;
/** A first detail starts from what was asked, or from the members of a joint as they stand in its input. */
export type Start = Seed | { readonly members: object };

/** One thing to ask before a first detail is made. */
export interface SeedField {
  readonly id: string;
  readonly label: string;
  /** `grade` stands on the line of the section before it. */
  readonly type: 'section' | 'grade' | 'choice' | 'number';
  readonly options?: readonly { readonly value: string; readonly label: string }[];
  /** What a number is; it is typed in the units of the job. */
  readonly quantity?: Quantity;
  readonly start: string;
  readonly example?: string;
  readonly shapes?: readonly string[];
  /** It may stay empty. */
  readonly optional?: true;
  /** Whether it is worth asking; always when absent. */
  applies?(seed: Seed): boolean;
}

export interface FirstDetail<I> {
  readonly input: I;
  /** What was chosen and why, one sentence each. */
  readonly why: readonly string[];
}
/** The last sentence of why: where a detail gives first; null before there are forces. */
export const givesFirstAt = (multiple: number | null): string =>
  multiple === null ? 'No forces were given yet.' : `First to give at ${multiple.toFixed(2)} of the worst combination.`;

/** A drawing in true size, mm, by layers: for DXF. */
export interface Template {
  readonly title: string;
  readonly layers: readonly {
    readonly name: string;
    readonly closed: readonly (readonly Point[])[];
    readonly circles: readonly { readonly at: Point; readonly r: number }[];
    readonly lines: readonly (readonly [Point, Point])[];
    readonly texts: readonly { readonly at: Point; readonly text: string; readonly height: number }[];
  }[];
}

/** Axial force and moment: resistance beside a constant shear, and the combinations. kN and kNm, tension positive. */
export interface MomentChart {
  readonly axis: 'M_y' | 'M_z';
  /** Shear along z and y that the curve stands beside, and the combination that it is of. */
  readonly shear: readonly [number, number];
  readonly of: string;
  readonly curve: readonly { readonly N: number; readonly plus: number; readonly minus: number }[];
  readonly points: readonly { readonly name: string; readonly N: number; readonly M: number; readonly governs: boolean }[];
}

/** One joint: what is made of its input under a basis, each part once and when it is first asked for. */
export interface Joint<I = unknown> {
  readonly input: I;
  readonly basis: Basis;
  readonly prepared: Prepared;
  readonly solid: Solid;
  readonly quantities: Quantities;
  drawing(title: TitleBlock, combination: Combination | null): Drawing;
  /** Small moves that might lift it. */
  moves(): Move<I>[];
  /** Resistance in axial force and moment with the combinations in it; `governing` is the index of the one that gives first. Null where the kind has none. */
  chart(combinations: readonly Combination[], governing: number): MomentChart | null;
  /** How its rows share the tension of a combination, and how it turns; null where the kind has none. */
  rows(combination: Combination | null): RowsFlow | null;
  /** What it stands on under a combination, where that is not steel; null of joints that stand on none. */
  ground(combination: Combination): Ground | null;
  /** Pieces, bolts, anchors and welds that it is made of. */
  readonly shop: ShopItems;
  /** Lists that its kind has of its own, and with those of what it is made of. */
  readonly ownLists: readonly List[];
  readonly lists: readonly List[];
  readonly template: Template | null;
}

/** What more a kind gives than every kind does. */
export interface Offers {
  readonly chart: boolean;
  readonly rows: boolean;
  readonly template: boolean;
}

/** Parts of one joint that others are made from. */
export interface Parts<M, P> {
  readonly model: M;
  readonly prepared: P;
  readonly solid: Solid;
}

/** What a search starts from: the members, and the joint as it stands where that is one of the kind. */
export interface SearchFrom<I> {
  readonly start: Start;
  readonly present: I | null;
  readonly combinations: readonly Combination[];
}

/** A kind under one standard: its checks, and the first detail of that practice. */
export interface UnderStandard<I, M, P> {
  /** The joint laid out for checking. */
  prepare(model: M, solid: () => Solid): P;
  first(start: Start, combinations: readonly Combination[], basis: Basis, judge: (input: I) => number): FirstDetail<I>;
  /** Everything that a search of details goes through; none where the kind has no search there. */
  search?(from: SearchFrom<I>, basis: Basis, practice: Practice): SearchSpace<I>;
  /** What the trade calls the kind there, where that is another name. */
  readonly title?: string;
  /** Actions of the kind that are not covered there: a joint that has one says so. */
  readonly leaves?: readonly ActionName[];
  /** Small moves of that practice, where the kind has no others. */
  moves?(input: I, model: M): Move<I>[];
}

/** What a kind makes, each from what it needs. `M` is its looked-up model, `P` the joint laid out for checking. */
export interface Making<I, M, P extends Prepared> {
  /** Looks everything up; throws a Refusal when the joint can't be built as described. */
  model(input: I, basis: Basis): M;
  /** What it is under each standard that the kind knows, by the standard's name. */
  readonly standards: Readonly<Record<string, UnderStandard<I, M, P>>>;
  solid(model: M): Solid;
  quantities(parts: Parts<M, P>): Quantities;
  drawing(parts: Parts<M, P>, title: TitleBlock, combination: Combination | null): Drawing;
  /** Small moves under every standard; those of a standard alone stand beside its checks. */
  moves?(input: I, model: M): Move<I>[];
  chart?(parts: Parts<M, P>, combinations: readonly Combination[], governing: number): MomentChart | null;
  rows?(parts: Parts<M, P>, combination: Combination | null): RowsFlow;
  ground?(parts: Parts<M, P>, combination: Combination): Ground | null;
  /** Lists of its own, before those that every joint has. */
  lists?(parts: Parts<M, P>): List[];
  template?(parts: Parts<M, P>): Template;
}

/** A change of a kind's input: what was stored before it goes through it when it is read. */
export interface InputMigration {
  /** What changed, in a few words. */
  readonly name: string;
  /** From the input of the version before to that of the next; it may meet anything that was once accepted. */
  apply(input: unknown): unknown;
}

/** Everything that the rest of the product knows of a kind of joint. */
export interface JointKind<I = unknown> {
  readonly id: string;
  readonly code: string;
  readonly title: string;
  readonly schema: () => Joi.ObjectSchema;
  /** Changes of its input so far, oldest first; none when absent. */
  readonly migrations?: readonly InputMigration[];
  readonly fields: readonly Field<I>[];
  /** Its rows can be dimensioned in several ways. */
  readonly measured?: true;
  /** Fields of a place or of a way of measuring, named by the drawing. */
  placeField?(id: string): Field<I> | undefined;
  readonly edits: readonly Edit<I>[];
  /** Kinds of one family join the same members under the same actions: one can be changed for another. */
  readonly family: string;
  /** What is asked before a first detail, under a standard. */
  seeds(of: Standard): readonly SeedField[];
  /** What a first detail of it starts from where members meet so in a model; null where it does not join them. */
  meets?(met: Met, of: Standard): Seed | null;
  /** Members of a joint as the start of another form of its family; throws a Refusal where there is none. */
  seedOf(input: I): Start;
  /** Actions that it takes, in the order of cards and tables. */
  readonly actions: readonly ActionField[];
  /** Parts of its input that are given, not detailed: members, and what else stands around it. Joints that share a detail keep their own. */
  readonly given: readonly string[];
  /** What the end forces of its member are here. */
  readonly ends: EndActions;
  /** Some demand of it is not convex in the actions: a combination between two others may govern, so none is pruned. */
  readonly everySet?: true;
  /** A joint of this kind; throws a Refusal when it can't be built as described. */
  build(input: I, basis: Basis): Joint<I>;
  /** Names of the standards that it is checked to. */
  readonly standards: readonly string[];
  /** Another name of it under a standard. */
  called(of: Pick<Standard, 'id'>): string | undefined;
  /** Its actions that a standard does not cover. */
  leaves(of: Pick<Standard, 'id'>): readonly ActionName[];
  readonly offers: Offers;
  /** What it joins, in a few words. */
  members(input: I, units?: Units): string;
  /** Dimensions and resistances of its members, by the callout that shows each. */
  facts(input: I, basis: Basis): Readonly<Record<string, MemberFacts | null>>;
  line: {
    /** In millimetres, or in the lengths of a system of units. */
    print(input: I, units?: Units): string;
    /** The joint `base` with the detail of the line, in the units of the job where the line does not say its own; a LineError points at the token. */
    parse(text: string, base: I, units?: Units): I;
  };
  first(start: Start, combinations: readonly Combination[], basis: Basis, judge: (input: I) => number): FirstDetail<I>;
  /** Everything that a search of details goes through; null where it has none under this standard. Throws a Refusal where no detail fits the members. */
  search(from: SearchFrom<I>, basis: Basis, practice: Practice): SearchSpace<I> | null;
}

/** A kind as the trade names it under a standard. */
export const kindTitle = (kind: Pick<JointKind, 'title' | 'called'>, standard: Pick<Standard, 'id'>): string =>
  kind.called(standard) ?? kind.title;

/** Actions of a kind in a job to this standard: those that it covers, and what else some combination has, taken or not. */
export const actionsUnder = (
  kind: Pick<JointKind, 'actions' | 'leaves'>,
  standard: Pick<Standard, 'id'>,
  combinations: readonly Combination[] = [],
): readonly ActionField[] => {
  const left = kind.leaves(standard);
  const given = (name: ActionName): boolean => combinations.some((c) => c[name]);
  const others = ACTION_NAMES.filter((name) => given(name) && !kind.actions.some((a) => a.name === name));
  return [
    ...kind.actions.filter((a) => !left.includes(a.name) || given(a.name)),
    ...others.map((name): ActionField => ({ name, short: name.replace('_', ' '), meaning: '', example: 0, optional: true })),
  ];
};

/** An error in a detail line: where it is and what would be accepted. */
export class LineError extends Error {
  override readonly name = 'LineError';
  constructor(
    readonly start: number,
    readonly end: number,
    message: string,
  ) {
    super(message);
  }
}
