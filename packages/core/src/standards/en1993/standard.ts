import { fieldStrengths } from './field-strengths.ts';
import {
  ANCHOR_CLASS_NAMES,
  ANCHOR_DIAMETERS,
  anchorSize,
  anchorStrength,
  ANGLES,
  BOLT_CLASS_NAMES,
  BOLT_CLASSES,
  BOLT_DIAMETERS,
  boltSize,
  holeSize,
  STEEL_GRADES,
  steelStrength,
} from '../../catalogue/index.ts';
import { PROVES_FIELD, ROWS_FIELD, type Basis } from '../../basis/basis.ts';
import type { BasisField } from '../../basis/field.ts';
import type { FactorChoice, Standard } from '../../basis/standard.ts';
import { Refusal } from '../../refusal.ts';

/** Partial factors, EN 1993-1-8 Table 2.1; gamma_Mu serves all tie checks that use f_u. Concrete and its bars: EN 1992-1-1, 2.4.2.4 and 3.1.6. */
export interface Factors extends Readonly<Record<string, number>> {
  readonly gamma_M0: number;
  readonly gamma_M1: number;
  readonly gamma_M2: number;
  readonly gamma_M3: number;
  readonly gamma_M3_ser: number;
  readonly gamma_Mu: number;
  readonly gamma_C: number;
  readonly gamma_S: number;
  /** Long-term effects on concrete in compression and in tension. */
  readonly alpha_cc: number;
  readonly alpha_ct: number;
}

/** What EN 1993-1-8 leaves to the office or the job. */
export interface En1993Settings {
  /** Steel exposed to weather: maximum end and edge distances apply. */
  readonly exposed: boolean;
  /** Long-joint reduction of EN 1993-1-8, 3.8. */
  readonly long_joint: boolean;
  /** The full-strength weld is a must (true) or advice (false). */
  readonly full_strength_weld: boolean;
  readonly weld_method: 'directional' | 'simplified';
  /** Throat over leg of a fillet weld. */
  readonly throat_factor: number;
  /** The top flange of a notched beam is held sideways. */
  readonly flange_held: boolean;
  /** Its bottom flange is, which uplift compresses. */
  readonly bottom_flange_held: boolean;
}

/** Factors and settings of a basis as this standard describes them. */
export const factorsOf = ({ factors }: Basis): Factors => factors as Factors;
export const settingsOf = ({ settings }: Basis): En1993Settings => settings as unknown as En1993Settings;
/** Words for where a factor came from. */
export const factorSource = ({ standard, set }: Basis, id: string): string =>
  `partial factors, ${standard.sets.choices.find((c) => c.id === set)!.source}: ${id}`;

const UK: Factors = {
  gamma_M0: 1,
  gamma_M1: 1,
  gamma_M2: 1.25,
  gamma_M3: 1.25,
  gamma_M3_ser: 1.1,
  gamma_Mu: 1.1,
  gamma_C: 1.5,
  gamma_S: 1.15,
  alpha_cc: 0.85,
  alpha_ct: 1,
};
const CHOICES: readonly FactorChoice[] = [
  { id: 'UK', label: 'UK National Annex', short: 'UK', source: 'UK National Annex', factors: UK },
  // EN 1993-1-8, Table 2.1, and EN 1993-1-1, 6.1: the numbers are those of the UK set but for alpha_cc; the strengths of steel differ.
  {
    id: 'recommended',
    label: 'recommended values',
    short: 'recommended',
    source: 'recommended values',
    factors: { ...UK, alpha_cc: 1 },
  },
  { id: 'custom', label: 'own factors', short: 'own factors', source: 'custom set', factors: UK, own: true },
];

const gamma = (id: keyof Factors & string, symbol: string, label: string, about: string): BasisField => ({
  id,
  symbol,
  label,
  type: 'number',
  limits: [0.8, 3],
  usual: UK[id]!,
  about,
  ...(id.startsWith('gamma_') ? { partial: true as const } : {}),
});
const FACTORS: readonly BasisField[] = [
  gamma('gamma_M0', 'γ_M0', 'yielding', 'Divides what yields: plates, webs, gross sections'),
  gamma('gamma_M1', 'γ_M1', 'instability', 'Divides what buckles'),
  gamma('gamma_M2', 'γ_M2', 'fracture, bolts, welds', 'Divides net sections, bolts, bearing and welds'),
  gamma('gamma_M3', 'γ_M3', 'slip, category C', 'Divides the slip resistance at the ultimate limit'),
  gamma('gamma_M3_ser', 'γ_M3,ser', 'slip, category B', 'Divides the slip resistance in service'),
  gamma('gamma_Mu', 'γ_Mu', 'tying', 'Divides the ultimate strength in tying checks'),
  gamma('gamma_C', 'γ_C', 'concrete', 'Divides the strength of concrete and what fastens in it'),
  gamma('gamma_S', 'γ_S', 'reinforcement', 'Divides the yield strength of bars'),
  { ...gamma('alpha_cc', 'α_cc', 'concrete in compression', 'Long-term effects on concrete that is pressed'), limits: [0.5, 1] },
  {
    ...gamma('alpha_ct', 'α_ct', 'concrete in tension', 'Long-term effects on concrete that is pulled, for bond'),
    limits: [0.5, 1],
  },
];

const SETTINGS: readonly BasisField[] = [
  {
    id: 'throat_factor',
    label: 'Throat of a fillet weld over its leg',
    type: 'number',
    limits: [0.5, 1],
    usual: 0.7,
    about: 'Equal legs meeting at a right angle have a throat of 0.7 of the leg',
  },
  {
    id: 'weld_method',
    label: 'Weld strength by the',
    type: 'choice',
    options: [
      ['directional', 'directional method, 4.5.3.2'],
      ['simplified', 'simplified method, 4.5.3.3'],
    ],
    usual: 'directional',
    about: 'The directional method counts which way the force goes through the throat, the simplified one takes the worst',
  },
  ROWS_FIELD,
  {
    id: 'full_strength_weld',
    label: 'Weld must be as strong as the plate',
    type: 'yes',
    usual: true,
    about: 'Else that is advice, and the weld is judged by its force alone',
  },
  {
    id: 'long_joint',
    label: 'Long joints are reduced (3.8)',
    type: 'yes',
    usual: true,
    about: 'Bolts over a length of more than 15 d share the force unevenly',
  },
  {
    id: 'flange_held',
    label: 'Top flange of notched beams is held sideways',
    type: 'yes',
    usual: true,
    about: 'A floor on it, for example; else the notch may buckle sideways and is not checked',
  },
  {
    id: 'bottom_flange_held',
    label: 'Bottom flange of notched beams is held too (uplift)',
    type: 'yes',
    usual: false,
    about: 'The same for uplift, which presses on the bottom flange',
  },
  {
    id: 'exposed',
    label: 'Steel is exposed to weather: largest edge distances apply',
    type: 'yes',
    usual: false,
    about: 'Largest distances of Table 3.3, so that plates stay closed and dry',
  },
  PROVES_FIELD,
];

export const en1993: Standard = {
  id: 'EN 1993-1-8',
  title: 'EN 1993-1-8 with EN 1993-1-1',
  sets: { key: 'set', label: 'Factors and steels', noun: 'factors', choices: CHOICES },
  factors: FACTORS,
  settings: SETTINGS,
  units: 'SI',
  field: fieldStrengths,
  materials: {
    grades: STEEL_GRADES,
    diameters: BOLT_DIAMETERS,
    classes: BOLT_CLASS_NAMES,
    steel: steelStrength,
    bolt: boltSize,
    boltClass: (name, field = 'bolts.cls') => {
      const found = Object.hasOwn(BOLT_CLASSES, name) ? BOLT_CLASSES[name] : undefined;
      if (found) return found;
      throw new Refusal(field, `${field}: there is no bolt class "${name}"; accepted are ${BOLT_CLASS_NAMES.join(', ')}.`);
    },
    hole: holeSize,
    preload: {
      classes: ['8.8', '10.9'],
      clause: 'EN 1993-1-8, 3.4.1',
      categories: [
        ['A', 'A, bearing'],
        ['B', 'B, no slip in service'],
        ['C', 'C, no slip at ultimate'],
      ],
      surfaces: [
        ['A', 'A, 0.5'],
        ['B', 'B, 0.4'],
        ['C', 'C, 0.3'],
        ['D', 'D, 0.2'],
      ],
    },
    angles: ANGLES,
    anchors: {
      classes: ANCHOR_CLASS_NAMES,
      diameters: ANCHOR_DIAMETERS,
      strength: anchorStrength,
      size: anchorSize,
      usual: '8.8',
      stronger: { '4.6': '8.8' },
    },
    stronger: { S235: 'S275', S275: 'S355', S355: 'S460', '4.6': '8.8', '8.8': '10.9' },
    usualBolts: [16, 20, 24, 30],
    practice: {
      bolts: [16, 20, 24],
      classes: ['8.8'],
      steels: ['S275', 'S355'],
      plates: [8, 10, 12, 15, 20, 25],
      legs: [6, 8, 10, 12],
      pitches: [60, 70],
      ...{ least_rows: 2, most_lines: 2 },
    },
    usual: {
      grade: 'S275',
      beam: 'UB 406x140x39',
      column: 'UC 203x203x60',
      columnGrade: 'S355',
      concrete: { symbol: 'f_ck', f: 30 },
    },
  },
  loads: 'EN1990',
  legMark: 'z',
  fillets: 'throat',
  weldSymbols: 'ISO 2553',
  throat: (settings) => settings['throat_factor'] as number,
  // EN 1993-1-1, 6.2.3, 6.2.5, 6.2.6.
  section: (p, f_y, factors) => {
    const stress = f_y / factors['gamma_M0']!;
    return {
      shear: (p.A_v * stress) / Math.sqrt(3),
      axial: p.A * stress,
      moment_y: p.W_pl_y * stress,
      moment_z: p.W_pl_z * stress,
    };
  },
};
