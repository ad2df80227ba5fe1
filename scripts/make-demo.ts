/**
 * Makes demo/tern-quay.json, the invented job of the demo: members and forces are typed here, first details by the product itself, then
 * a few are changed so that the register shows every state. Run: npx tsx scripts/make-demo.ts
 */
import { writeFileSync } from 'node:fs';
import {
  actionsOf,
  basisOf,
  EMPTY_JOB,
  fingerprint,
  houseFile,
  toolOf,
  withActions,
  type Combination,
  type JobDocument,
  type JointDocument,
} from '../packages/core/src/index.ts';
import { detailed, housed, houseDetail, sharing, write } from './demo-joints.ts';
import { moments } from './demo-moments.ts';

interface Seed {
  readonly mark: string;
  /** A fin plate unless said. */
  readonly kind?: string;
  readonly beam: string;
  readonly grade?: string;
  readonly support: string;
  readonly type: 'column_flange' | 'column_web' | 'beam_web';
  /** Tops of beam and supporting beam level: the beam is notched. */
  readonly level?: true;
  readonly note?: string;
  /** name, note, V, N, tie in kN */
  readonly actions: readonly (readonly [string, string, number, number, number])[];
  /** What the load cases of the job do at it. */
  readonly forces?: NonNullable<JointDocument['loads']>['forces'];
  /** Fields to set after the first detail. */
  readonly set?: Readonly<Record<string, number | string>>;
  readonly signed?: 'now' | 'before a change';
}

/** Ready combinations, or forces of the load cases of the job with the tying force beside them. */
const ready = (v: number, up: number, drag: number, tie: number): Pick<Seed, 'actions'> => ({
  actions: [
    ['C1', 'gravity', Math.round(v * 0.7), 0, 0],
    ['C2', 'snow', Math.round(v * 0.83), 0, 0],
    ['C3', 'snow + crowd', v, 0, 0],
    ['C4', 'wind up', -up, 24, 0],
    ['C5', 'drag', Math.round(v * 0.6), drag, 0],
    ['T1', 'tying', 0, 0, tie],
  ],
});
const tenths = (x: number): number => Math.floor(x * 10) / 10;
/** A floor beam whose largest reaction is 1.35 G + 1.5 Q = v. */
const floor = (v: number, tie: number): Pick<Seed, 'actions' | 'forces'> => {
  const G = Math.round(v * 0.3);
  return { forces: { G: { V_Ed: G }, Q: { V_Ed: tenths((v - 1.35 * G) / 1.5) } }, actions: [['T1', 'tying', 0, 0, tie]] };
};
/** A roof beam: 1.35 G + 1.5 S + 1.05 Q = v; wind lifts it to -up with 24 kN along it, and drags at it. */
const roof = (v: number, up: number, drag: number, tie: number): Pick<Seed, 'actions' | 'forces'> => {
  const G = Math.round(v * 0.35);
  const Q = tenths(v * 0.14);
  return {
    forces: {
      G: { V_Ed: G },
      Q: { V_Ed: Q },
      S: { V_Ed: tenths((v - 1.35 * G - 1.05 * Q) / 1.5) },
      'W-up': { V_Ed: -tenths((up + G) / 1.5), N_Ed: 16 },
      'W-x': { N_Ed: tenths(drag / 1.5) },
    },
    actions: [['T1', 'tying', 0, 0, tie]],
  };
};

const SEEDS: readonly Seed[] = [
  { mark: 'B1-01', beam: 'UB 305x165x40', support: 'UC 203x203x60', type: 'column_flange', ...floor(88, 75), signed: 'now' },
  { mark: 'B1-02', beam: 'UB 356x171x51', support: 'UC 203x203x60', type: 'column_flange', ...floor(124, 90) },
  { mark: 'B1-03', beam: 'UB 406x178x60', support: 'UC 254x254x89', type: 'column_flange', ...floor(168, 110), signed: 'now' },
  {
    mark: 'B1-07',
    beam: 'UB 457x191x67',
    support: 'UC 254x254x89',
    type: 'column_web',
    note: 'Beam end passes between the column flanges.',
    ...floor(182, 75),
  },
  { mark: 'B1-08', beam: 'UB 254x146x31', support: 'UC 203x203x46', type: 'column_web', ...floor(64, 40) },
  {
    mark: 'B2-03',
    beam: 'UB 533x210x82',
    support: 'UC 305x305x118',
    type: 'column_flange',
    ...floor(262, 150),
    signed: 'before a change',
  },
  { mark: 'B2-14', beam: 'UB 406x140x39', support: 'UC 203x203x60', type: 'column_flange', ...ready(207, 31, 65, 120) },
  {
    mark: 'B2-15',
    beam: 'UB 406x140x46',
    support: 'UC 203x203x60',
    type: 'column_flange',
    ...ready(232, 28, 40, 120),
    set: { 'bolts.n1': 3, 'bolts.p1': 85, 'plate.t': 10 },
  },
  {
    mark: 'B2-16',
    beam: 'UB 457x152x52',
    support: 'UC 203x203x71',
    type: 'column_flange',
    ...ready(150, 42, 38, 110),
    set: { 'plate.e2': 35 },
  },
  { mark: 'B3-02', beam: 'UB 610x229x101', support: 'UC 305x305x137', type: 'column_flange', ...floor(420, 190) },
  {
    mark: 'M1-04',
    beam: 'IPE 300',
    grade: 'S355',
    support: 'UB 533x210x92',
    type: 'beam_web',
    note: 'Mezzanine beam between the flanges of the primary.',
    ...floor(96, 45),
  },
  { mark: 'M1-05', beam: 'IPE 360', grade: 'S355', support: 'UB 610x229x113', type: 'beam_web', ...floor(138, 55) },
  {
    mark: 'M1-06',
    beam: 'UB 406x178x54',
    support: 'UB 610x229x113',
    type: 'beam_web',
    level: true,
    note: 'Roof edge: wind lifts it, and its bottom flange is not said to be held.',
    ...ready(64, 18, 0, 40),
  },
  {
    mark: 'C1-01',
    beam: 'HEA 200',
    support: 'HEB 240',
    type: 'column_flange',
    note: 'Canopy, exposed.',
    ...roof(46, 22, 14, 30),
  },
  { mark: 'C1-02', beam: 'HEA 240', support: 'HEB 240', type: 'column_flange', ...roof(58, 30, 18, 30) },
  {
    mark: 'E1-01',
    kind: 'end-plate',
    beam: 'UB 406x178x60',
    support: 'UC 254x254x89',
    type: 'column_flange',
    ...floor(210, 120),
  },
  {
    mark: 'E1-02',
    kind: 'end-plate',
    beam: 'UB 533x210x92',
    support: 'UC 305x305x118',
    type: 'column_flange',
    ...floor(390, 170),
  },
  {
    mark: 'E1-05',
    kind: 'end-plate',
    beam: 'UB 356x171x45',
    support: 'UC 254x254x73',
    type: 'column_web',
    note: 'Beam end passes between the column flanges.',
    ...ready(120, 30, 24, 60),
  },
  {
    mark: 'E2-01',
    kind: 'end-plate',
    beam: 'UB 533x210x82',
    support: 'UB 610x229x125',
    type: 'beam_web',
    level: true,
    note: 'Shares its lower holes with a shallower beam on the far face.',
    set: { 'bolts.n2': 2, 'support.other.V': 130, 'support.other.bolts': 'own', 'support.other.n1': 3, 'support.other.drop': 70 },
    ...floor(300, 90),
  },
  { mark: 'A1-01', kind: 'cleats', beam: 'UB 457x191x67', support: 'UC 254x254x89', type: 'column_flange', ...floor(210, 110) },
  {
    mark: 'A1-03',
    kind: 'cleats',
    beam: 'UB 406x178x54',
    support: 'UB 610x229x113',
    type: 'beam_web',
    note: 'Tops level with the primary.',
    set: { 'notch.type': 'single', 'notch.l_n': 120, 'notch.d_nt': 50, 'cleat.top': 60 },
    ...floor(120, 60),
  },
  {
    mark: 'A2-01',
    kind: 'cleats',
    beam: 'UB 356x171x45',
    support: 'UC 203x203x60',
    type: 'column_flange',
    note: 'Angles shop-welded to the beam.',
    set: { fixing: 'welded_to_beam', 'weld.s': 6 },
    ...floor(110, 50),
  },
  { mark: 'K1-01', beam: 'PFC 260x90x35', support: 'UC 203x203x52', type: 'column_flange', ...floor(70, 35) },
];

/** Dead load, people, snow, and wind that lifts the roof or blows along it. */
const loads: JobDocument['loads'] = {
  code: 'EN1990',
  cases: [
    { id: 'G', kind: 'G', title: 'self weight and finishes' },
    { id: 'Q', kind: 'Q', category: 'C', title: 'crowd' },
    { id: 'S', kind: 'Q', category: 'snow', title: 'snow' },
    { id: 'W-up', kind: 'Q', category: 'wind', title: 'wind lifting the roof' },
    { id: 'W-x', kind: 'Q', category: 'wind', title: 'wind along the hall', reversible: true },
  ],
};
const start: JobDocument = { ...EMPTY_JOB, loads };
const basis = basisOf(start);
const combination = ([name, note, V_Ed, N_Ed, N_tie]: Seed['actions'][number]): Combination => ({
  name,
  note,
  V_Ed,
  N_Ed,
  N_tie,
});

function joint(s: Seed): JointDocument {
  const kind = s.kind ?? 'fin-plate';
  const given = { combinations: s.actions.map(combination), ...(s.forces ? { loads: { forces: s.forces } } : {}) };
  const made = {
    ...detailed(
      {
        mark: s.mark,
        kind,
        seed: {
          beam: s.beam,
          beamGrade: s.grade ?? 'S275',
          support: s.support,
          supportGrade: s.grade ?? 'S275',
          supportType: s.type,
          tops: s.level ? 'level' : 'apart',
        },
        combinations: actionsOf({ kind, ...given }, start).combinations,
        note: s.note,
        set: s.set,
      },
      basis,
    ),
    ...given,
  };
  if (!s.signed) return made;
  const before = s.signed === 'now' ? made : { ...made, combinations: [] };
  return {
    ...made,
    checked: { by: 'R. Amsel', at: '2026-11-12T15:20:00Z', fingerprint: fingerprint(withActions(before, start), basis) },
  };
}

/** Column bases: N, M_y, M_z, V_z, V_y in kN and kNm. */
interface BaseSeed {
  readonly mark: string;
  readonly column: string;
  readonly base: 'pinned' | 'fixed';
  readonly block: readonly [B_z: string, B_y: string, H: string];
  readonly note?: string;
  readonly actions: readonly (readonly [string, string, number, number, number, number, number])[];
  readonly set?: Readonly<Record<string, number | string | boolean>>;
}
const BASES: readonly BaseSeed[] = [
  {
    mark: 'P1-01',
    column: 'UC 203x203x60',
    base: 'pinned',
    block: ['1200', '1200', '700'],
    actions: [
      ['C1', 'gravity', -620, 0, 0, 24, 0],
      ['C2', 'snow + crowd', -880, 0, 0, 36, 0],
      ['C4', 'wind up', -60, 0, 0, 48, 10],
    ],
  },
  {
    mark: 'P1-04',
    column: 'UC 254x254x89',
    base: 'fixed',
    block: ['2000', '1600', '900'],
    note: 'Portal leg on gridline 4.',
    actions: [
      ['C1', 'gravity', -540, 62, 0, 40, 0],
      ['C2', 'snow', -610, 84, 0, 52, 0],
      ['C4', 'wind + x', -310, 148, 0, 96, 0],
      ['C5', 'wind - x', -290, -118, 0, -82, 0],
    ],
  },
  {
    mark: 'P2-01',
    column: 'CHS 273x10',
    base: 'fixed',
    block: ['1600', '1600', '1000'],
    note: 'Mast. Wind from any side.',
    actions: [
      ['C1', 'gravity', -320, 0, 0, 0, 0],
      ['C4', 'wind + x', -280, 78, 12, 32, 6],
      ['C5', 'wind oblique', -280, 58, 50, 24, 22],
      ['C6', 'wind + y', -250, 8, 74, 6, 30],
    ],
  },
  {
    mark: 'P2-03',
    column: 'SHS 160x160x8',
    base: 'pinned',
    block: ['800', '900', '700'],
    note: 'Canopy post near the quay edge.',
    set: { 'concrete.z': -120, 'grout.t': 10, 'anchors.hole': 22 },
    actions: [
      ['C1', 'gravity', -140, 0, 0, 6, 0],
      ['C4', 'wind up', 82, 0, 0, 13, 8],
    ],
  },
  {
    mark: 'P3-02',
    column: 'UC 254x254x107',
    base: 'fixed',
    block: ['1600', '1400', '900'],
    note: 'Bracing bay: shear by a key.',
    set: {
      'anchors.d': 30,
      'anchors.hole': 36,
      'pattern.s_z': 430,
      'pattern.s_y': 250,
      'plate.h': 580,
      'plate.b': 400,
      'shear.path': 'friction+key',
      'key.depth': 160,
      'weld.a_f': 9,
    },
    actions: [
      ['C1', 'gravity', -700, 30, 0, 90, 0],
      ['C4', 'wind', -420, 74, 0, 210, 0],
    ],
  },
];

function base(s: BaseSeed): JointDocument {
  const combinations = s.actions.map(([name, note, N_Ed, M_y, M_z, V_z, V_y]): Combination => ({
    name,
    note,
    V_Ed: 0,
    N_Ed,
    N_tie: 0,
    M_y,
    M_z,
    V_z,
    V_y,
  }));
  const [B_z, B_y, H] = s.block;
  const seed = { column: s.column, columnGrade: 'S355', base: s.base, f_ck: '30', B_z, B_y, H };
  return detailed({ mark: s.mark, kind: 'column-base', seed, combinations, note: s.note, set: s.set }, basis);
}

const job: JobDocument = {
  ...start,
  number: '2417',
  name: 'Tern Quay ferry hall',
  client: 'Skerry Harbour Trust',
  joints: housed(sharing([...SEEDS.map(joint), ...BASES.map(base), ...moments(basis)], 'S1', 'B1-03', 'B1-07'), {
    'FP-3': ['B1-01', 'B1-02', 'B2-15', 'M1-05'],
    'FP-4': ['B1-03', 'B1-07', 'B2-14', 'B2-16'],
  }),
  calculations: [{ title: 'Sign bracket on gridline C', tool: 'bolt-group', input: toolOf('bolt-group').start }],
};
write('tern-quay', job);
const columns = {
  'beam.grade': { of: ['S275', 'S355'] },
  'support.type': { of: ['column_flange'] },
  'support.section': { families: ['UC'], from: 200, to: 330 },
};
const details = [
  houseDetail(job, 'B1-02', 'FP-3', {
    note: 'Three rows of M20 for light floor beams, on a column flange or face.',
    open: { 'bolts.cls': ['8.8', '10.9'] },
    range: columns,
  }),
  houseDetail(job, 'B1-03', 'FP-4', {
    note: 'Four rows of M20 for floor beams of 406 and 457 mm.',
    open: { 'bolts.cls': ['8.8', '10.9'] },
    range: columns,
  }),
];
writeFileSync(new URL('../demo/house-details.json', import.meta.url), `${JSON.stringify(houseFile(details), null, 2)}\n`);
