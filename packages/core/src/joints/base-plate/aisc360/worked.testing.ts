import type { Combination } from '../../../actions/combination.ts';
import type { StrengthResult } from '../../../checks/check.ts';
import { INCH, KIP, KSI } from '../../../catalogue/index.ts';
import type { Basis } from '../../../basis/basis.ts';
import { validate } from '../../../validate/index.ts';
import { inches as inch, kips, ksi, to } from '../../aisc360.testing.ts';
import { checkJoint } from '../../report.ts';
import { baseSchema, type BaseInput } from '../input.ts';

const own = (F_y: number, F_u: number) => ({ f_y: ksi(F_y), f_u: ksi(F_u) });

/** Case E of the basis: a moment base on a footing, its shear by friction. */
export const E = {
  column: { shape: 'I', h: inch(10), b: inch(10), tw: inch(0.34), tf: inch(0.56), r: inch(0.5), steel: own(50, 65) },
  plate: { h: inch(18), b: inch(18), t: inch(1.5), steel: own(50, 65) },
  // Edges 12 and 24 in from the axis along x, 24 in both ways along y.
  concrete: { f_ck: ksi(4), B_z: inch(36), z: inch(6), B_y: inch(48), alpha: 1.5 },
  grout: { t: inch(1.5), f_ck: ksi(6), C_fd: 0.55 },
  anchors: {
    pattern: { type: 'rows', n_y: 2, n_z: 2, s_y: inch(12), s_z: inch(14) },
    d: inch(1),
    cls: 'F1554-55',
    type: 'headed',
    h_ef: inch(12),
    head: inch(1.7056),
    head_t: inch(0.7),
    A_brg: 1.5 * INCH ** 2,
    hole: inch(1.25),
    washers_welded: true,
  },
  shear: { path: 'friction' },
  weld: { a_f: inch(0.25) / Math.SQRT2 },
} as const;

type Change = { readonly [K in keyof BaseInput]?: object };

/** The case with groups changed field by field. */
export function base(change: Change = {}): BaseInput {
  const groups = Object.entries(change).map(([k, v]) => [k, { ...(E as unknown as Record<string, object>)[k], ...v }]);
  const checked = validate<BaseInput>(baseSchema(), { ...E, ...Object.fromEntries(groups) });
  if ('error' in checked) throw new Error(checked.error.message);
  return checked.value;
}

/** P in compression and V in kips, M in kip-in. */
export const load = (P: number, M = 0, V = 0, more: object = {}): Combination => ({
  name: 'C',
  V_Ed: 0,
  N_Ed: -kips(P),
  N_tie: 0,
  M_y: (kips(M) * INCH) / 1e3,
  V_z: kips(V),
  ...more,
});

export const reported = (input: BaseInput, c: Combination, b: Basis = to()) =>
  checkJoint({ kind: 'column-base', input, combinations: [c] }, b);

export const results = (input: BaseInput, c: Combination, b: Basis = to()): Map<string, StrengthResult> =>
  new Map(reported(input, c, b).combinations[0]!.checks.flatMap((x) => (x.type === 'strength' ? [[x.id, x]] : [])));

/** A demand or strength as the basis prints it: kips, ksi, in2, or kip-in of an inch. */
export const us = (x: number, unit: string): number =>
  unit === 'mm2'
    ? x / INCH ** 2
    : unit === 'MPa'
      ? x / KSI
      : unit === 'Nmm/mm'
        ? x / KIP
        : unit === 'N/mm'
          ? (x * INCH) / KIP
          : x / KIP;
