import type { ActionName } from '../actions/combination.ts';
import type { Practice } from './practice.ts';
import type {
  AnchorSize,
  AngleSection,
  SectionProperties,
  SteelStrength,
  CustomSteel,
  SteelInput,
  BoltSize,
  HoleKind,
  HoleSize,
} from '../catalogue/index.ts';
import type { SystemId } from '../units/system.ts';
import type { BasisField } from './field.ts';

/** One set of factors, or one format of design, that a standard knows. */
export interface FactorChoice {
  readonly id: string;
  /** As a choice on a page: "UK National Annex". */
  readonly label: string;
  /** On a title block: "UK". */
  readonly short: string;
  /** In workings, as where a factor came from. */
  readonly source: string;
  readonly factors: Readonly<Record<string, number>>;
  /** How it writes actions, where that is not as they are stored: `V_u` for `V_Ed`. */
  readonly actions?: Readonly<Partial<Record<ActionName, string>>>;
  /** Its actions are those of allowable strength design, not of strength design. */
  readonly allowable?: true;
  /** Its factors may be typed; those above are where they start. */
  readonly own?: true;
}

/** What a joint is made of, as the standard has it: each refuses what it does not know, naming the field. */
export interface Materials {
  readonly grades: readonly string[];
  readonly diameters: readonly number[];
  readonly classes: readonly string[];
  /** Strength of a part `t` mm thick, under a set of factors, the job's own steels included. */
  steel(steel: SteelInput, t: number, set: string, field: string, own: readonly CustomSteel[]): SteelStrength;
  bolt(d: number, field?: string): BoltSize;
  /** Strength of a bolt and the factor on it where it is cut through its threads, or its shank. */
  boltClass(name: string, field?: string): { readonly f_ub: number; readonly alpha_v: number };
  hole(d: number, kind: HoleKind): HoleSize;
  /** Rolled angles that shops have. */
  readonly angles: readonly AngleSection[];
  /** Anchors of column bases: classes, sizes, the strength of a class; null for a size whose stress area is not known. */
  readonly anchors: {
    readonly classes: readonly string[];
    readonly diameters: readonly number[];
    strength(cls: string): { readonly f_yb: number; readonly f_ub: number } | undefined;
    size(d: number, A_s: number | undefined): AnchorSize | null;
    /** The class of a first detail, and the next stronger ones. */
    readonly usual: string;
    readonly stronger: Readonly<Record<string, string>>;
  };
  /** Bolts that may be preloaded, by their classes, and where that is said; what a joint may ask of slip, and classes of faying surface with their names. */
  readonly preload: {
    readonly classes: readonly string[];
    readonly clause: string;
    readonly categories: readonly (readonly ['A' | 'B' | 'C', string])[];
    readonly surfaces: readonly (readonly ['A' | 'B' | 'C' | 'D', string])[];
  };
  /** The next stronger grade and class that shops have, and usual sizes of bolts. */
  readonly stronger: Readonly<Record<string, string>>;
  readonly usualBolts: readonly number[];
  /** What details are made of where no office says otherwise; sizes in mm. */
  readonly practice: Practice;
  /** What a first detail starts from, and examples of sections. */
  readonly usual: {
    readonly grade: string;
    readonly beam: string;
    readonly column: string;
    readonly columnGrade: string;
    /** A hollow section that beams are joined to by its face, where that is covered. */
    readonly hollow?: { readonly section: string; readonly grade: string };
    /** Cylinder strength of concrete, MPa, under its symbol. */
    readonly concrete: { readonly symbol: string; readonly f: number };
  };
}

type Factors = Readonly<Record<string, number>>;
/** What of a basis strengths depend on: factors, the set or format, and settings. */
export interface Under {
  readonly factors: Factors;
  readonly set: string;
  readonly settings: Readonly<Record<string, unknown>>;
}

/** What a plate analysis takes from a standard, design values: MPa, N, N/mm. */
export interface FieldStrengths {
  yield(f_y: number, under: Under): number;
  /** One bolt: tension, and one shear plane through its threads with its stiffness. */
  bolt(
    bolt: { readonly d: number; readonly A_s: number; readonly f_ub: number; readonly alpha_v: number },
    under: Under,
  ): { readonly F_t_Rd: number; readonly F_v_Rd: number; readonly k_v: number };
  /** Of the head through a part; infinite where the standard knows no such limit. */
  punching(part: { readonly d_m: number; readonly t: number; readonly f_u: number }, under: Under): number;
  /** One bolt on a part, along a direction: distances along it and across it; null where there is no other bolt. */
  bearing(
    part: {
      readonly d: number;
      readonly d0: number;
      readonly t: number;
      readonly f_u: number;
      readonly f_ub: number;
      readonly end: number;
      readonly pitch: number | null;
      readonly edge: number;
      readonly gauge: number | null;
      /** Of a slot: how long it is, and whether the force goes across it. */
      readonly slot?: { readonly long: number; readonly across: boolean };
      /** Of an anchor, whose hole is large as they are, closed by its washer. */
      readonly anchor?: true;
    },
    under: Under,
  ): { readonly F_b_Rd: number; readonly k_b: number };
  /** A fillet on the weaker of two steels: its strength on the throat is fu/(beta_w gamma_M2), reached where sqrt(2 N^2 + 2 T^2 + 3 L^2) does. */
  weld(
    steel: { readonly f_u: number; readonly beta_w: number },
    under: Under,
  ): { readonly fu: number; readonly beta_w: number; readonly gamma_M2: number };
}

/** A standard as described data: what pages, files, title blocks and kinds of joint ask of it. Its resistances stand beside, in its folder. */
export interface Standard {
  /** As it is written in a job's file. */
  readonly id: string;
  /** With what else it brings: "EN 1993-1-8 with EN 1993-1-1". */
  readonly title: string;
  /** Sets of factors or formats: the key that names one in a job's file, what they are called on a page and in a sentence, and the choices, the usual one first. */
  readonly sets: {
    readonly key: 'set' | 'format';
    readonly label: string;
    readonly noun: string;
    readonly choices: readonly FactorChoice[];
  };
  /** Factors, in the order of their tables; none where the code fixes them. */
  readonly factors: readonly BasisField[];
  readonly settings: readonly BasisField[];
  /** System of units that its users think in. */
  readonly units: SystemId;
  readonly materials: Materials;
  /** The code that combines load cases for it, by its name. */
  readonly loads: string;
  /** Stands before the leg of a fillet in its symbol: `z6`. */
  readonly legMark: 'z' | '';
  /** What a fillet is named by where a kind may name it by either. */
  readonly fillets: 'throat' | 'leg';
  /** For plate analysis; a standard without them has none. */
  readonly field?: FieldStrengths;
  /** How weld symbols read on its drawings. */
  readonly weldSymbols: 'ISO 2553' | 'AWS A2.4';
  /** Throat over leg of a fillet weld with equal legs. */
  throat(settings: Readonly<Record<string, unknown>>): number;
  /** Resistances of a whole section of this yield strength, without buckling: N and Nmm; shear along the web. */
  section(p: Omit<SectionProperties, 'mass' | 'I_t'>, f_y: number, factors: Readonly<Record<string, number>>): SectionStrength;
}

export interface SectionStrength {
  readonly shear: number;
  readonly axial: number;
  readonly moment_y: number;
  readonly moment_z: number;
}

/** The set or format with this id; the usual one for an unknown id. */
export const choiceOf = (standard: Standard, id: string | undefined): FactorChoice =>
  standard.sets.choices.find((c) => c.id === id) ?? standard.sets.choices[0]!;

/** An action as the standard writes it. */
export const actionSymbol = (basis: { readonly standard: Standard; readonly set: string }, name: ActionName): string =>
  choiceOf(basis.standard, basis.set).actions?.[name] ?? name;
