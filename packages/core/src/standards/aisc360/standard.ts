import {
  boltGroup,
  BOLT_CLASS_NAMES,
  BOLT_GROUPS,
  inches,
  KSI,
  STEEL_GRADES,
  steelStrength,
  ANCHOR_CLASS_NAMES,
  US_ANCHOR_DIAMETERS,
  US_ANCHORS,
  US_ANGLES,
  US_STEELS,
  usAnchor,
  usAnchorSize,
  usBolt,
  usHole,
  usSteel,
} from '../../catalogue/index.ts';
import { ROWS_FIELD } from '../../basis/basis.ts';
import type { BasisField } from '../../basis/field.ts';
import type { FactorChoice, Standard } from '../../basis/standard.ts';
import { Refusal } from '../../refusal.ts';
import { fieldStrengths } from './field-strengths.ts';

export { aiscSettings, isLrfd, type Aisc360Settings } from './settings.ts';

/** Modulus of elasticity, MPa: 29,000 ksi. */
export const ELASTICITY = 29_000 * KSI;

const names = (suffix: string): FactorChoice['actions'] => ({
  V_Ed: `V_${suffix}`,
  N_Ed: `N_${suffix}`,
  N_tie: 'N_tie',
  V_far: `V_${suffix},far`,
  M_Ed: `M_${suffix}`,
  M_other: `M_${suffix},far`,
  N_col: `N_${suffix},col`,
  V_col: `V_${suffix},col`,
  M_col: `M_${suffix},col`,
  M_y: `M_${suffix},y`,
  M_z: `M_${suffix},z`,
  V_z: `V_${suffix},z`,
  V_y: `V_${suffix},y`,
  T: `T_${suffix}`,
});
const CHOICES: readonly FactorChoice[] = [
  { id: 'LRFD', label: 'LRFD, load and resistance factors', short: 'LRFD', source: 'LRFD', factors: {}, actions: names('u')! },
  {
    id: 'ASD',
    label: 'ASD, allowable strength',
    short: 'ASD',
    source: 'ASD',
    factors: {},
    allowable: true,
    actions: names('a')!,
  },
];

const SETTINGS: readonly BasisField[] = [
  {
    id: 'electrode',
    label: 'Weld metal',
    type: 'choice',
    options: [
      ['60', 'E60, 60 ksi'],
      ['70', 'E70, 70 ksi'],
      ['80', 'E80, 80 ksi'],
    ],
    usual: '70',
    about: 'Tensile strength of the electrodes (J2.4)',
  },
  {
    id: 'bolt_groups',
    label: 'Eccentric bolt groups by the',
    type: 'choice',
    options: [
      ['instantaneous', 'instantaneous centre'],
      ['elastic', 'elastic method'],
    ],
    usual: 'instantaneous',
    about: 'The instantaneous centre counts what bolts give before they break; the elastic method is on the safe side of it',
  },
  {
    id: 'configuration',
    label: 'Single plates are',
    type: 'choice',
    options: [
      ['auto', 'conventional where they may be'],
      ['conventional', 'conventional'],
      ['extended', 'extended'],
    ],
    usual: 'auto',
    about: 'A conventional single plate keeps limits under which its bending needs no check',
  },
  ROWS_FIELD,
  {
    id: 'underrun',
    label: 'Underrun of the beam’s length, mm',
    type: 'number',
    limits: [0, 15],
    usual: 6.35,
    about: 'A beam may be cut so much short: its bolts are then nearer to its end (strength alone, not the edge rule)',
  },
  {
    id: 'deformation',
    label: 'Deformation at bolt holes is a concern',
    type: 'yes',
    usual: true,
    about: 'Else bearing and tearout take 3.0 and 1.5 in place of 2.4 and 1.2 (J3.11)',
  },
  {
    id: 'directional',
    label: 'Fillets count the direction of the force',
    type: 'yes',
    usual: true,
    about: 'Up to half as much again across the weld, where all lines run alike (J2.4)',
  },
  {
    id: 'base_spread',
    label: 'A pulled row of a base bends',
    type: 'choice',
    options: [
      ['width', 'the whole width of its plate'],
      ['45', 'what spreads from each rod at 45°'],
    ],
    usual: 'width',
    about: 'Design Guide 1 spreads the tension over the width of the plate; the spread at 45° is on the safe side of it',
  },
  {
    id: 'plate_basis',
    label: 'Moment end plates are thick enough for',
    type: 'choice',
    options: [
      ['demand', 'the moment that acts'],
      ['bolt', 'the full strength of their bolts'],
    ],
    usual: 'demand',
    later: true,
    about: 'A plate made for the moment keeps its bolts from prying up to it; in earthquakes plates are made for the bolts',
  },
  {
    id: 'panel_deformation',
    label: 'Panel zones deform in the frame’s analysis',
    type: 'yes',
    usual: false,
    later: true,
    about: 'Panels then count the frame of the column’s flanges besides (J10.6)',
  },
  {
    id: 'exposed',
    label: 'Unpainted weathering steel',
    type: 'yes',
    usual: false,
    about: 'Bolts may stand no further apart than 14 t and 7 in (J3.6)',
  },
];

export const aisc360: Standard = {
  id: 'AISC 360-22',
  title: 'ANSI/AISC 360-22',
  sets: { key: 'format', label: 'Design format', noun: 'format', choices: CHOICES },
  factors: [],
  settings: SETTINGS,
  units: 'US',
  materials: {
    grades: [...US_STEELS, ...STEEL_GRADES],
    diameters: [0.5, 0.625, 0.75, 0.875, 1, 1.125, 1.25, 1.375, 1.5].map(inches),
    classes: [...BOLT_GROUPS, ...BOLT_CLASS_NAMES],
    steel: (steel, t, _set, field, own) => {
      const named = steel.grade === undefined || own.some((o) => o.name === steel.grade) ? undefined : usSteel(steel.grade);
      // The correlation factor of EN 1993 means nothing here.
      if (named) {
        const [f_y, f_u] = [steel.f_y ?? named.f_y, steel.f_u ?? named.f_u];
        if (f_u < f_y) throw new Refusal(field, `${field}: f_u is less than f_y; accepted is f_u of at least f_y.`);
        return { f_y, f_u, beta_w: 1 };
      }
      if (
        steel.grade !== undefined &&
        !own.some((o) => o.name === steel.grade) &&
        !(STEEL_GRADES as readonly string[]).includes(steel.grade)
      )
        throw new Refusal(
          field,
          `${field}: there is no steel grade "${steel.grade}"; accepted are ${[...US_STEELS, ...STEEL_GRADES, ...own.map((o) => o.name)].join(', ')}.`,
        );
      return steelStrength({ ...steel, beta_w: steel.beta_w ?? 1 }, t, 'UK', field, own);
    },
    bolt: usBolt,
    boltClass: (name, field = 'bolts.cls') => {
      const group = boltGroup(name);
      if (group) return { f_ub: group.F_u, alpha_v: group.F_nv_N / group.F_u };
      throw new Refusal(
        field,
        `${field}: there is no bolt group "${name}"; accepted are ${[...BOLT_GROUPS, ...BOLT_CLASS_NAMES].join(', ')}.`,
      );
    },
    hole: usHole,
    preload: {
      classes: [...BOLT_GROUPS.filter((x) => x !== 'A307'), '8.8', '10.9'],
      clause: 'AISC 360-22, J3.1',
      categories: [
        ['A', 'snug-tight, bearing'],
        ['C', 'slip-critical'],
      ],
      surfaces: [
        ['A', 'A, 0.30'],
        ['B', 'B, 0.50'],
      ],
    },
    angles: US_ANGLES,
    anchors: {
      classes: [...US_ANCHORS, ...ANCHOR_CLASS_NAMES],
      diameters: US_ANCHOR_DIAMETERS,
      strength: usAnchor,
      size: usAnchorSize,
      usual: 'F1554-36',
      stronger: { 'F1554-36': 'F1554-55', 'F1554-55': 'F1554-105', '4.6': '8.8' },
    },
    stronger: { A36: 'A572-50', S235: 'S275', S275: 'S355', '120': '150', A307: '120', '8.8': '10.9' },
    usualBolts: [0.75, 0.875, 1, 1.125].map(inches),
    practice: {
      bolts: [0.75, 0.875, 1].map(inches),
      classes: ['120'],
      steels: ['A36', 'A572-50'],
      plates: [1 / 4, 5 / 16, 3 / 8, 1 / 2, 5 / 8, 3 / 4, 1, 1.25, 1.5].map(inches),
      legs: [3 / 16, 1 / 4, 5 / 16, 3 / 8, 1 / 2].map(inches),
      pitches: [inches(3)],
      ...{ least_rows: 2, most_lines: 2 },
    },
    usual: {
      grade: 'A992',
      beam: 'W16x31',
      column: 'W10x49',
      columnGrade: 'A992',
      hollow: { section: 'HSS8x8x3/8', grade: 'A500-C' },
      concrete: { symbol: 'f_c', f: 4 * KSI },
    },
  },
  loads: 'ASCE7',
  legMark: '',
  fillets: 'leg',
  weldSymbols: 'AWS A2.4',
  field: fieldStrengths,
  throat: () => Math.SQRT1_2,
  // Nominal strengths without buckling, factored as the strength that is available in LRFD: 0.90, and 1.00 in shear (G2.1).
  section: (p, f_y) => ({
    shear: 0.6 * f_y * p.A_v,
    axial: 0.9 * f_y * p.A,
    moment_y: 0.9 * f_y * p.W_pl_y,
    moment_z: 0.9 * f_y * p.W_pl_z,
  }),
};
