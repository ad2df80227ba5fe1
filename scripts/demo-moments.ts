import type { Basis, Combination, JointDocument } from '../packages/core/src/index.ts';
import { detailed } from './demo-joints.ts';

/** Moment end plates: M, V, N and the moment of the beam on the other face, in kNm and kN. */
interface MomentSeed {
  readonly mark: string;
  readonly seed: Readonly<Record<string, string>>;
  readonly note?: string;
  readonly actions: readonly (readonly [string, string, number, number, number, number?])[];
  readonly set?: Readonly<Record<string, number | string | boolean>>;
}
const MOMENTS: readonly MomentSeed[] = [
  {
    mark: 'R1-01',
    seed: {
      form: 'column',
      beam: 'UB 356x171x51',
      beamGrade: 'S275',
      column: 'UB 457x191x82',
      columnGrade: 'S275',
      sides: '1',
      haunch: 'yes',
    },
    note: 'Eaves of the hall, portal on gridline 7.',
    set: {
      'column.end_above': 110,
      'column.sigma_com': 60,
      'stiffeners.top': 'yes',
      'stiffeners.top.b': 85,
      'stiffeners.bottom': 'yes',
      'stiffeners.bottom.b': 85,
      'stiffeners.bottom.t': 12,
      frame: 'yes',
      'frame.L_b': 18000,
      'frame.braced': false,
    },
    actions: [
      ['C1', 'gravity', 196, 84, -58],
      ['C2', 'snow', 268, 112, -76],
      ['C4', 'wind up', -118, -46, 64],
    ],
  },
  {
    mark: 'R2-04',
    seed: {
      form: 'column',
      beam: 'UB 406x178x60',
      beamGrade: 'S355',
      column: 'UC 254x254x107',
      columnGrade: 'S355',
      sides: '2',
      haunch: 'no',
    },
    note: 'Sway frame, internal column. The joint on the other face is R2-05.',
    set: { 'column.other_checked': true, 'column.sigma_com': 90, frame: 'yes', 'frame.L_b': 7200, 'frame.braced': false },
    actions: [
      ['C1', 'gravity', 148, 120, 0, 132],
      ['C4', 'wind + x', 186, 104, 0, 41],
      ['C5', 'wind - x', 44, 98, 0, 178],
    ],
  },
  {
    mark: 'R3-01',
    seed: { form: 'splice', beam: 'UB 457x191x67', beamGrade: 'S355', haunch: 'no' },
    note: 'Splice of the transfer beam at a quarter of its span.',
    actions: [
      ['C1', 'gravity', 96, 64, 0],
      ['C2', 'crowd', 164, 92, -20],
    ],
  },
];

function moment(s: MomentSeed, basis: Basis): JointDocument {
  const combinations = s.actions.map(([name, note, M_Ed, V_Ed, N_Ed, M_other]): Combination => ({
    name,
    note,
    V_Ed,
    N_Ed,
    N_tie: 0,
    M_Ed,
    ...(M_other === undefined ? {} : { M_other }),
  }));
  return detailed({ mark: s.mark, kind: 'moment-end-plate', seed: s.seed, combinations, note: s.note, set: s.set }, basis);
}

/** The moment end plates of the ferry hall. */
export const moments = (basis: Basis): JointDocument[] => MOMENTS.map((s) => moment(s, basis));
