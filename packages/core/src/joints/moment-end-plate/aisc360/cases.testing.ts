import type { Combination } from '../../../actions/combination.ts';
import type { CheckResult, RuleResult, StrengthResult } from '../../../checks/check.ts';
import type { Basis } from '../../../basis/basis.ts';
import { INCH, KIP } from '../../../catalogue/index.ts';
import { inches as inch, kips, ksi, to } from '../../aisc360.testing.ts';
import { checkJoint } from '../../report.ts';
import { USUAL_OPTIONS } from '../asked.ts';
import type { MomentPlateInput } from '../input.ts';

// Moment end plates to AISC 360 in inches, kips and ksi, as a user would type them.
export const steel = (f_y: number, f_u: number) => ({ f_y: ksi(f_y), f_u: ksi(f_u) });
/** Throat of a fillet of this leg, in. */
export const fillet = (leg: number): number => inch(leg) / Math.SQRT2;
/** Rows from the flanges: outside and inside at both, in, for a beam of depth d and flange t_f. */
export const rowsAt = (
  d: number,
  t_f: number,
  outside: readonly number[],
  inside: readonly number[],
): MomentPlateInput['rows'] => {
  const top = [...outside, ...inside.map((p) => -t_f - p)];
  return [...top, ...top.map((y) => -d - y)].sort((a, b) => b - a).map((y) => ({ y: inch(y), role: 'auto' }));
};

/** Case D of the basis: four bolts at each flange of a W21 on a W12, complete penetration at the flanges. */
export const D: MomentPlateInput = {
  form: 'column',
  beam: { h: inch(20.8), b: inch(8.22), tw: inch(0.375), tf: inch(0.522), r: inch(1.02 - 0.522), steel: steel(50, 65) },
  column: {
    h: inch(12.4),
    b: inch(12.1),
    tw: inch(0.47),
    tf: inch(0.75),
    r: inch(1.35 - 0.75),
    A: 23.2 * INCH ** 2,
    steel: steel(50, 65),
    sides: 1,
    other_checked: false,
  },
  plate: { b: inch(9), t: inch(0.875), top: inch(3), bottom: inch(3), steel: steel(50, 65) },
  bolts: { d: inch(0.875), cls: '150', w: inch(5), threads_in_plane: true, washers: 2 },
  rows: rowsAt(20.8, 0.522, [1.5], [1.5]),
  welds: {
    top: fillet(0.25),
    bottom: fillet(0.25),
    web: fillet(0.25),
    web_tension: fillet(0.3125),
    flanges: 'butt',
    design: 'resistance',
    sawn: true,
  },
  stiffeners: {},
  options: USUAL_OPTIONS,
};

export const kipInches = (x: number): number => (x * KIP * INCH) / 1e6;
export const load = (M: number, V = 0, N = 0, more: { M_other?: number; N_col?: number; V_col?: number } = {}): Combination => ({
  name: 'C',
  V_Ed: kips(V),
  N_Ed: kips(N),
  N_tie: 0,
  M_Ed: kipInches(M),
  ...(more.M_other === undefined ? {} : { M_other: kipInches(more.M_other) }),
  ...(more.N_col === undefined ? {} : { N_col: kips(more.N_col) }),
  ...(more.V_col === undefined ? {} : { V_col: kips(more.V_col) }),
});

export const reportOf = (input: MomentPlateInput, list: readonly Combination[], basis: Basis = to()) =>
  checkJoint({ kind: 'moment-end-plate', input, combinations: list }, basis);
export const checksOf = (input: MomentPlateInput, c: Combination, basis?: Basis): Map<string, CheckResult> =>
  new Map(reportOf(input, [c], basis).combinations[0]!.checks.map((x) => [x.id, x]));
/** A check in kip or kip-in. */
export function inKips(x: CheckResult | undefined): { demand: number; strength: number; multiple: number } {
  if (x?.type !== 'strength') throw new Error(`no strength: ${JSON.stringify(x)}`);
  const unit = x.unit === 'kNm' ? KIP * INCH : KIP;
  return { demand: x.demand / unit, strength: x.resistance / unit, multiple: x.multiple };
}
export const strengthOf = (input: MomentPlateInput, c: Combination, id: string, basis?: Basis) =>
  inKips(checksOf(input, c, basis).get(id));
export const ruleOf = (
  input: MomentPlateInput,
  id: string,
  list: readonly Combination[] = [load(2500, 38)],
  basis?: Basis,
): RuleResult => reportOf(input, list, basis).rules.find((x) => x.id === id)!;
export const isStrength = (x: CheckResult): x is StrengthResult => x.type === 'strength';

// Variants of case D.
export const C = load(2500, 38);
export const column = (change: object): MomentPlateInput => ({ ...D, column: { ...D.column!, ...change } });
export const rib = { t: inch(0.5), l: inch(6), steel: steel(50, 65) };
/** The same with ribs; `d_e` from the outer row to the end of the plate, in. */
export const ribbed = (d_e = 1.5): MomentPlateInput => ({
  ...D,
  rib,
  plate: { ...D.plate, top: inch(1.5 + d_e), bottom: inch(1.5 + d_e) },
});
/** Eight bolts at each flange in pairs 3 in apart. */
export const EIGHT: MomentPlateInput = {
  ...D,
  rib: { ...rib, l: inch(11) },
  plate: { ...D.plate, top: inch(6), bottom: inch(6) },
  rows: rowsAt(20.8, 0.522, [4.5, 1.5], [1.5, 4.5]),
};
export const pair = { b: inch(4), t: inch(0.5), a: fillet(0.25), depth: 'full', fitted: true, steel: steel(50, 65) } as const;
