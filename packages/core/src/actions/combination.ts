import { SI, type Units } from '../units/system.ts';

/** What an action is: a force in kN or a moment in kNm, as typed and stored. */
interface ActionRow {
  readonly quantity: 'force' | 'moment';
  /** It always has a value, 0 where none is given; the others may be left open. */
  readonly always?: true;
  readonly least?: 0;
  /** It is given with a ready combination alone: no load case brings it. */
  readonly ready?: true;
  /** Heads that a pasted table may give it, letters only and in lower case, besides its name. */
  readonly heads: readonly string[];
}

/**
 * The actions of a combination, each one row: which of them a joint takes, its kind says (`JointKind.actions`).
 * Beams: `V_Ed` >= 0: the beam pushes the joint down; negative: uplift. `N_Ed` > 0 pulls the beam off its support and acts together with
 * `V_Ed`. `N_tie` >= 0 is the accidental tying force and acts alone. `V_ser` is the serviceability shear of slip category B. `V_far` is the
 * reaction of a beam on the far face of the same support, downwards. `M_Ed` > 0 pulls at the top of the beam (hogging), and `M_other` is that of
 * the beam on the other face of the same column. `N_col` > 0 pulls the column, `M_col` bends it, `V_col` is its shear that acts against what the beams bring
 * to the panel of its web.
 * Columns: `N_Ed` > 0 lifts the base, compression is negative. `M_y` presses the +z side in, `M_z` the +y side. `V_y` and `V_z` push the base
 * towards +y and +z. `T` twists from +y towards +z.
 */
const ACTIONS = {
  V_Ed: { quantity: 'force', always: true, heads: ['v', 'vu', 'va'] },
  N_Ed: { quantity: 'force', always: true, heads: ['n', 'nu', 'na'] },
  N_tie: { quantity: 'force', always: true, least: 0, ready: true, heads: ['tie', 'tying'] },
  V_ser: { quantity: 'force', ready: true, heads: [] },
  V_far: { quantity: 'force', least: 0, heads: ['far'] },
  M_Ed: { quantity: 'moment', heads: ['m', 'mu', 'ma'] },
  M_other: { quantity: 'moment', heads: ['mother', 'other'] },
  N_col: { quantity: 'force', heads: ['ncolumn'] },
  V_col: { quantity: 'force', heads: ['vcolumn'] },
  M_col: { quantity: 'moment', heads: ['mcolumn'] },
  M_y: { quantity: 'moment', heads: ['myed'] },
  M_z: { quantity: 'moment', heads: ['mzed'] },
  V_y: { quantity: 'force', heads: ['vyed'] },
  V_z: { quantity: 'force', heads: ['vzed'] },
  T: { quantity: 'moment', heads: ['ted', 'twist'] },
} as const satisfies Record<string, ActionRow>;

export type ActionName = keyof typeof ACTIONS;
type Always = { [K in ActionName]: (typeof ACTIONS)[K] extends { always: true } ? K : never }[ActionName];
export const ACTION_NAMES = Object.keys(ACTIONS) as readonly ActionName[];
/** Actions that a load case can bring. */
export const CASE_ACTIONS = ACTION_NAMES.filter((k) => !(ACTIONS[k] as ActionRow).ready);
export const actionRow = (name: ActionName): ActionRow => ACTIONS[name];
/** Unit that an action is typed in; it is stored in kN and kNm. */
export const actionUnit = (name: ActionName, units: Units = SI): string => units.unitOf(ACTIONS[name].quantity);

/** How a combination was made of load cases. */
export interface MadeOf {
  /** Limit state, and the rule of the code; empty where the office gave the factors. */
  readonly state: string;
  readonly clause: string;
  readonly leading: string | null;
  /** "1.35 G + 1.5 Q". */
  readonly name: string;
  /** Case to factor, and what each is made of. */
  readonly factors: Readonly<Record<string, number>>;
  readonly why: Readonly<Record<string, string>>;
}

/** An action that a joint was given and does not take: the largest of it over all combinations, with its sign, and the one that has it. */
export interface UnusedAction {
  readonly name: ActionName;
  readonly most: number;
  readonly of: string;
  /** Why it may be left out, where somebody said so. */
  readonly aside?: string;
  /** What of it this combination has, in kN or kNm; as a joint's own, not told. */
  readonly here?: number;
}

/** Actions of one combination, forces in kN and moments in kNm. */
export type Combination = {
  readonly name: string;
  readonly note?: string | undefined;
  /** Where `V_Ed` came from when it was not typed as a force: a share of the member, or a load and a span. */
  readonly from?: string | undefined;
  /** Absent where it was given as it is. */
  readonly made?: MadeOf;
  /** What its joint does not take, left out of the actions. */
  readonly unused?: readonly UnusedAction[];
} & { readonly [K in Always]: number } & { readonly [K in Exclude<ActionName, Always>]?: number | undefined };

/** No action at all: the start of a new combination. */
export const NO_ACTIONS = Object.fromEntries(ACTION_NAMES.filter((k) => actionRow(k).always).map((k) => [k, 0])) as {
  readonly [K in Always]: number;
};

/** The actions that a combination has and its joint does not take, without those that are set aside, in kN and kNm. */
export const untakenOf = ({ unused = [] }: Combination): { readonly [K in ActionName]?: number } =>
  Object.fromEntries(unused.flatMap((u) => (u.aside === undefined && u.here ? [[u.name, u.here]] : [])));

/** A combination with every action multiplied: by 1e3 and 1e6 it is in N and Nmm. */
function scaled(c: Combination, factor: (name: ActionName) => number): Combination {
  const out: Record<string, unknown> = { ...c };
  for (const k of ACTION_NAMES) if (c[k] !== undefined) out[k] = c[k] * factor(k);
  return out as unknown as Combination;
}
export const timesLoad = (c: Combination, k: number): Combination => scaled(c, () => k);

/** kN and kNm of the job to the N and Nmm of the core. */
export const inNewtons = (c: Combination): Combination => scaled(c, (k) => (ACTIONS[k].quantity === 'force' ? 1e3 : 1e6));

/** Forces and moments at the end of a member, in its own axes: along it, and about its strong axis y and its weak axis z. */
export const END_FORCES = ['N', 'V_y', 'V_z', 'M_y', 'M_z', 'T'] as const;
export type EndForce = (typeof END_FORCES)[number];
/** The action that each of them is at a joint. */
export type EndActions = Readonly<Record<EndForce, ActionName>>;
export const BEAM_END: EndActions = { N: 'N_Ed', V_y: 'V_y', V_z: 'V_Ed', M_y: 'M_Ed', M_z: 'M_z', T: 'T' };
export const COLUMN_END: EndActions = { N: 'N_Ed', V_y: 'V_y', V_z: 'V_z', M_y: 'M_y', M_z: 'M_z', T: 'T' };

/** One action as a kind takes it: its short name on cards, and what its sign means. */
export interface ActionField {
  readonly name: ActionName;
  readonly short: string;
  readonly meaning: string;
  /** A usual value, to show the pattern of a table. */
  readonly example: number;
  /** It may be left open. */
  readonly optional?: true;
  /** In a table it has a head: one without heads leaves it out. */
  readonly headed?: true;
  /** It may be typed as a share of the member, or as a load and a span. */
  readonly typedAs?: 'share';
}

export const BEAM_ACTIONS: readonly ActionField[] = [
  { name: 'V_Ed', short: 'V', meaning: 'V positive presses the joint down, negative is uplift', example: 142, typedAs: 'share' },
  { name: 'N_Ed', short: 'N', meaning: 'N positive pulls the beam off and acts with V', example: 0 },
  { name: 'N_tie', short: 'tie', meaning: 'tying acts alone', example: 0 },
  { name: 'V_ser', short: 'V ser', meaning: 'V_ser serves category B bolts', example: 0, optional: true, headed: true },
  {
    name: 'V_far',
    short: 'V far',
    meaning: 'V_far is the reaction of the beam on the far face, that of the joint where it is empty',
    example: 0,
    optional: true,
    headed: true,
  },
];

export const COLUMN_ACTIONS: readonly ActionField[] = [
  { name: 'N_Ed', short: 'N', meaning: 'N positive lifts the base, compression is negative', example: -480 },
  { name: 'M_y', short: 'My', meaning: 'M_y positive presses the +z side in', example: 40, optional: true },
  { name: 'M_z', short: 'Mz', meaning: 'M_z positive presses the +y side in', example: 0, optional: true },
  { name: 'V_z', short: 'Vz', meaning: 'V_z and V_y push the base towards +z and +y', example: 25, optional: true },
  { name: 'V_y', short: 'Vy', meaning: '', example: 0, optional: true },
  { name: 'T', short: 'T', meaning: 'T twists from +y towards +z', example: 0, optional: true },
];
