/**
 * Makes demo/heron-street.json, the invented job of the demo in the United States: members and forces are typed here in kips and kip-ft, first
 * details by the product itself, then some are changed so that the register shows every state. Run: npx tsx scripts/make-demo-us.ts
 */
import {
  actionsOf,
  standardOf,
  basisOf,
  EMPTY_JOB,
  fingerprint,
  INCH,
  KIP,
  usualBasis,
  withActions,
  type Combination,
  type JobDocument,
  type JointDocument,
} from '../packages/core/src/index.ts';
import { detailed, sharing, write } from './demo-joints.ts';

const round = (x: number): number => Number(x.toPrecision(12));
const kips = (x: number): number => round((x * KIP) / 1e3);
const kipFeet = (x: number): number => round((x * KIP * 12 * INCH) / 1e6);
const inch = (x: number): number => round(x * INCH);

const job: JobDocument = {
  ...EMPTY_JOB,
  number: '2621',
  name: 'Heron Street bus depot',
  client: 'Marlow Flats Transit',
  basis: { ...usualBasis(standardOf('AISC 360-22')), format: 'LRFD' },
  loads: {
    code: 'ASCE7',
    options: { L_factor: 0.5 },
    cases: [
      { id: 'D', kind: 'D', title: 'dead load' },
      { id: 'L', kind: 'L', title: 'floors' },
      { id: 'S', kind: 'S', title: 'snow' },
      { id: 'W', kind: 'W', title: 'wind', reversible: true },
    ],
  },
};
const basis = basisOf(job);

/** name, note, V, N in kips */
type Actions = readonly (readonly [name: string, note: string, V: number, N?: number])[];
/** A floor beam whose largest reaction is 1.2 D + 1.6 L = V. */
const floor = (V: number): Pick<BeamSeed, 'actions' | 'forces'> => {
  const D = Math.round(V * 0.39);
  return { actions: [], forces: { D: { V_Ed: kips(D) }, L: { V_Ed: kips(Math.floor(((V - 1.2 * D) / 1.6) * 10) / 10) } } };
};
const roof = (V: number, up: number, N: number): Actions => [
  ['C1', '1.2 D + 1.6 S', V],
  ['C2', '1.2 D + 1.0 W', Math.round(V * 0.6), N],
  ['C3', '0.9 D + 1.0 W', -up, N],
];

interface BeamSeed {
  readonly mark: string;
  readonly kind: 'fin-plate' | 'end-plate' | 'cleats';
  readonly beam: string;
  readonly support: string;
  readonly type: 'column_flange' | 'column_web' | 'beam_web' | 'hss_face';
  readonly level?: true;
  readonly note?: string;
  readonly actions: Actions;
  /** What the load cases of the job do at it. */
  readonly forces?: NonNullable<JointDocument['loads']>['forces'];
  readonly set?: Readonly<Record<string, number | string | boolean>>;
  readonly signed?: true;
}
const BEAMS: readonly BeamSeed[] = [
  { mark: 'D1-01', kind: 'fin-plate', beam: 'W16x31', support: 'W10x49', type: 'column_flange', ...floor(38), signed: true },
  { mark: 'D1-02', kind: 'fin-plate', beam: 'W18x50', support: 'W12x65', type: 'column_flange', ...floor(62), signed: true },
  {
    mark: 'D1-03',
    kind: 'fin-plate',
    beam: 'W21x62',
    support: 'W14x90',
    type: 'column_web',
    note: 'Beam end stays clear of the column flanges: an extended plate.',
    ...floor(31),
    set: { gap: inch(6), 'plate.t': inch(0.5), 'plate.e2': inch(1.5), 'weld.s': inch(0.3125), 'bolts.n1': 5 },
  },
  {
    mark: 'D1-04',
    kind: 'fin-plate',
    beam: 'W14x22',
    support: 'HSS8x8x3/8',
    type: 'hss_face',
    note: 'Canopy post: the plate is welded to the face of the tube.',
    ...floor(26),
  },
  {
    mark: 'D1-06',
    kind: 'fin-plate',
    beam: 'W16x36',
    support: 'W24x84',
    type: 'beam_web',
    level: true,
    note: 'Tops level: the beam is coped.',
    ...floor(34),
  },
  {
    mark: 'D1-07',
    kind: 'fin-plate',
    beam: 'W14x30',
    support: 'W10x49',
    type: 'column_flange',
    ...floor(30),
    set: { 'plate.e2': inch(0.875) },
    note: 'Plate cut short on site: edge distance under Table J3.4.',
  },
  { mark: 'D2-01', kind: 'end-plate', beam: 'W18x40', support: 'W12x65', type: 'column_flange', ...floor(58), signed: true },
  {
    mark: 'D2-02',
    kind: 'end-plate',
    beam: 'W16x31',
    support: 'W10x49',
    type: 'column_flange',
    note: 'Drag strut: the plate pries its bolts.',
    actions: roof(28, 9, 46),
    set: { 'plate.t': inch(0.3125) },
  },
  { mark: 'D2-03', kind: 'end-plate', beam: 'W14x26', support: 'W21x57', type: 'beam_web', level: true, ...floor(24) },
  { mark: 'D3-01', kind: 'cleats', beam: 'W21x55', support: 'W14x90', type: 'column_flange', ...floor(84), signed: true },
  { mark: 'D3-02', kind: 'cleats', beam: 'W18x40', support: 'W12x65', type: 'column_flange', actions: roof(40, 12, 22) },
  {
    mark: 'D3-03',
    kind: 'cleats',
    beam: 'W16x36',
    support: 'W24x84',
    type: 'beam_web',
    level: true,
    ...floor(36),
    note: 'Welded to the beam in the shop.',
    set: { fixing: 'welded_to_beam', 'weld.s': inch(0.1875) },
  },
  {
    mark: 'D3-04',
    kind: 'cleats',
    beam: 'W14x22',
    support: 'W10x33',
    type: 'column_flange',
    ...floor(14),
    note: 'One angle: the other side is closed by the stair.',
    set: { arrangement: 'single', 'cleat.t': inch(0.375) },
  },
];

function beam(s: BeamSeed): JointDocument {
  const combinations = s.actions.map(([name, note, V, N = 0]): Combination => ({
    name,
    note,
    V_Ed: kips(V),
    N_Ed: kips(N),
    N_tie: 0,
  }));
  const seed = {
    beam: s.beam,
    beamGrade: 'A992',
    support: s.support,
    supportGrade: 'A992',
    hollow: s.support,
    hollowGrade: 'A500-C',
    supportType: s.type,
    tops: s.level ? 'level' : 'apart',
  };
  const given = { combinations, ...(s.forces ? { loads: { forces: s.forces } } : {}) };
  const acting = actionsOf({ kind: s.kind, ...given }, job).combinations;
  const made = {
    ...detailed({ mark: s.mark, kind: s.kind, seed, combinations: acting, note: s.note, set: s.set }, basis),
    ...given,
  };
  return s.signed
    ? {
        ...made,
        checked: { by: 'R. Amsel', at: '2026-11-20T15:20:00Z', fingerprint: fingerprint(withActions(made, job), basis) },
      }
    : made;
}

/** Column bases: P in compression, M and V in kips and kip-ft; the block in inches. */
interface BaseSeed {
  readonly mark: string;
  readonly column: string;
  readonly grade?: string;
  readonly base: 'pinned' | 'fixed';
  readonly block: readonly [B_z: string, B_y: string, H: string];
  readonly note?: string;
  readonly actions: readonly (readonly [name: string, note: string, P: number, M: number, V: number])[];
  readonly set?: Readonly<Record<string, number | string | boolean>>;
}
const BASES: readonly BaseSeed[] = [
  {
    mark: 'A1-01',
    column: 'W10x49',
    base: 'pinned',
    block: ['42', '42', '30'],
    actions: [
      ['C1', '1.2 D + 1.6 L', 210, 0, 4],
      ['C3', '0.9 D + 1.0 W', -12, 0, 7],
    ],
  },
  {
    mark: 'A1-02',
    column: 'W12x65',
    base: 'fixed',
    block: ['66', '60', '36'],
    note: 'Frame along grid 4.',
    actions: [
      ['C1', '1.2 D + 1.6 L', 180, 30, 6],
      ['C2', '1.2 D + 1.0 W', 110, 62, 11],
      ['C3', '0.9 D + 1.0 W', 45, -58, -10],
    ],
  },
  {
    mark: 'A1-03',
    column: 'W12x65',
    base: 'fixed',
    block: ['72', '66', '42'],
    note: 'Bracing bay: shear by a lug.',
    actions: [
      ['C1', '1.2 D + 1.0 W', 160, 22, 30],
      ['C3', '0.9 D + 1.0 W', 70, -18, -26],
    ],
    set: { 'shear.by': 'key', 'key.t': inch(1.75), 'key.b': inch(10), 'plate.t': inch(2) },
  },
];

function base(s: BaseSeed): JointDocument {
  const combinations = s.actions.map(([name, note, P, M, V]): Combination => ({
    name,
    note,
    V_Ed: 0,
    N_Ed: -kips(P),
    N_tie: 0,
    M_y: kipFeet(M),
    V_z: kips(V),
  }));
  const [B_z, B_y, H] = s.block;
  const seed = { column: s.column, columnGrade: s.grade ?? 'A992', base: s.base, f_ck: '4', B_z, B_y, H };
  return detailed({ mark: s.mark, kind: 'column-base', seed, combinations, note: s.note, set: s.set }, basis);
}

/** Moment end plates: M in kip-ft, V and N in kips, the moment of the beam on the other face, axial force of the column. */
interface MomentSeed {
  readonly mark: string;
  readonly beam: string;
  readonly column: string;
  readonly sides: '1' | '2';
  readonly note?: string;
  readonly actions: readonly (readonly [
    name: string,
    note: string,
    M: number,
    V: number,
    N: number,
    far: number | null,
    column: number,
  ])[];
  readonly set?: Readonly<Record<string, number | string | boolean>>;
}
const MOMENTS: readonly MomentSeed[] = [
  {
    mark: 'M1-01',
    beam: 'W18x50',
    column: 'W14x90',
    sides: '1',
    note: 'Moment frame along grid B, end column.',
    actions: [
      ['C1', '1.2 D + 1.6 L', 118, 46, 0, null, -260],
      ['C2', '1.2 D + 1.0 W', 176, 38, -9, null, -210],
      ['C3', '0.9 D + 1.0 W', -84, -6, 9, null, -120],
    ],
  },
  {
    mark: 'M1-02',
    beam: 'W21x62',
    column: 'W14x109',
    sides: '2',
    note: 'Moment frame along grid B, internal column. The joint on the other face is M1-03.',
    actions: [
      ['C1', '1.2 D + 1.6 L', 248, 71, 0, 226, -540],
      ['C2', '1.2 D + 1.0 W', 372, 62, 0, -118, -430],
      ['C3', '1.2 D - 1.0 W', -118, 22, 0, 372, -430],
    ],
    set: { 'column.other_checked': true, rib: 'yes', 'rib.t': inch(0.5) },
  },
];

function moment(s: MomentSeed): JointDocument {
  const combinations = s.actions.map(([name, note, M, V, N, far, N_col]): Combination => ({
    name,
    note,
    V_Ed: kips(V),
    N_Ed: kips(N),
    N_tie: 0,
    M_Ed: kipFeet(M),
    N_col: kips(N_col),
    ...(far === null ? {} : { M_other: kipFeet(far) }),
  }));
  const seed = { beam: s.beam, beamGrade: 'A992', column: s.column, columnGrade: 'A992', sides: s.sides };
  return detailed({ mark: s.mark, kind: 'moment-end-plate', seed, combinations, note: s.note, set: s.set }, basis);
}

write('heron-street', {
  ...job,
  joints: sharing([...BEAMS.map(beam), ...BASES.map(base), ...MOMENTS.map(moment)], 'S1', 'D1-01', 'D1-04'),
});
