import type { Combination } from '../../actions/combination.ts';
import { type Basis, type Settings } from '../../basis/basis.ts';
import { DEFAULT_BASIS } from '../../standards/job-basis.ts';
import { checkJoint, tryCheckJoint, type JointReport } from '../report.ts';
import type { CheckResult, RuleResult, StrengthResult } from '../../checks/check.ts';
import type { CleatsInput } from '../cleats/input.ts';
import type { EndPlateInput } from '../end-plate/input.ts';
import type { FinPlateInput } from '../fin-plate/input.ts';

/*
 * Plain joints to vary one thing at a time: a beam 402 x 178 x 8 x 12.8 r 10.2 in S275, a plate or cleats 10 x 290 with e1 40, four rows of
 * M20 8.8 at 70, on a UC 203x203x60 or what a test says.
 */
const S275 = { grade: 'S275' };
const beam = { h: 402, b: 178, tw: 8, tf: 12.8, r: 10.2, steel: S275, notch: { type: 'none' as const } };
const support = { type: 'column_flange' as const, section: 'UC 203x203x60', steel: S275 };
const rows = {
  d: 20,
  cls: '8.8',
  n1: 4,
  p1: 70,
  threads_in_plane: true,
  category: 'A' as const,
  friction: 'B' as const,
  packing: 0,
};
const normal = { plate: 'normal' as const, web: 'normal' as const };

export const FIN: FinPlateInput = {
  beam,
  support,
  plate: { t: 10, h: 290, e1: 40, e2: 50, steel: S275, side: 'near' },
  fixing: 'bolted',
  web: { e2b: 50, top_to_bolt: 96 },
  gap: 10,
  bolts: { ...rows, n2: 1, p2: 0 },
  weld: { s: 8 },
  holes: normal,
};
export const END: EndPlateInput = {
  beam,
  support,
  plate: { t: 10, h: 290, b: 180, e1: 40, top: 56, full_depth: false, steel: S275 },
  bolts: { ...rows, p3: 100 },
  weld: { s: 6 },
  holes: { plate: 'normal', support: 'normal' },
};
export const CLEATS: CleatsInput = {
  beam,
  support,
  cleat: { t: 10, h: 290, e1: 40, leg_web: 100, leg_support: 90, r: 12, steel: S275 },
  web: { e2b: 50, top_to_bolt: 96 },
  gap: 10,
  arrangement: 'double',
  fixing: 'bolted',
  bolts: { ...rows, n2: 1, p2: 0, p3: 120 },
  support_bolts: { n1: 4, p1: 70, e1: 40 },
  holes: { cleat: 'normal', web: 'normal', leg: 'normal', support: 'normal' },
};
export const SAMPLES = [
  ['fin-plate', FIN],
  ['end-plate', END],
  ['cleats', CLEATS],
] as const;

export const load = (c: Partial<Combination>): Combination => ({ name: 'C', V_Ed: 0, N_Ed: 0, N_tie: 0, ...c });
export const withSettings = (settings: Partial<Settings>): Basis => ({
  ...DEFAULT_BASIS,
  settings: { ...DEFAULT_BASIS.settings, ...settings } as Settings,
});
export const judge = (kind: string, input: unknown, c: Partial<Combination>, basis: Basis = DEFAULT_BASIS): JointReport =>
  checkJoint({ kind, input, combinations: [load(c)] }, basis);
export const resultOf = (kind: string, input: unknown, c: Partial<Combination>, id: string, basis?: Basis): CheckResult =>
  judge(kind, input, c, basis).combinations[0]!.checks.find((x) => x.id === id)!;
export function strengthOf(kind: string, input: unknown, c: Partial<Combination>, id: string, basis?: Basis): StrengthResult {
  const found = resultOf(kind, input, c, id, basis);
  if (found?.type !== 'strength')
    throw new Error(`${id}: ${found && 'reason' in found ? found.reason : 'there is no such check'}`);
  return found;
}
export const ruleOf = (
  kind: string,
  input: unknown,
  id: string,
  c: Partial<Combination> = { V_Ed: 10 },
  basis?: Basis,
): RuleResult => judge(kind, input, c, basis).rules.find((r) => r.id === id)!;
/** The sentence that refuses a joint; null where it is accepted. */
export const refusalOf = (kind: string, input: unknown): string | null => {
  const r = tryCheckJoint({ kind, input, combinations: [] }, DEFAULT_BASIS);
  return 'refusal' in r ? r.refusal.message : null;
};
