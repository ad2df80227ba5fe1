import { inNewtons, NO_ACTIONS, type Combination } from '../../actions/combination.ts';
import type { CheckResult, StrengthResult } from '../../checks/check.ts';
import { Run } from '../../formula/index.ts';
import { DEFAULT_BASIS } from '../../standards/job-basis.ts';
import { tryCheckJoint } from '../report.ts';
import { W2 } from './cases.testing.ts';
import { momentPlateToEn1993 } from './en1993/index.ts';
import type { MomentPlateInput } from './input.ts';
import { momentPlateModel } from './model.ts';

export const actions = (M_Ed: number, N_Ed = 0, V_Ed = 0, M_other?: number): Combination => ({
  name: 'C',
  ...NO_ACTIONS,
  M_Ed,
  N_Ed,
  V_Ed,
  ...(M_other === undefined ? {} : { M_other }),
});
export const results = (input: MomentPlateInput, c: Combination): readonly CheckResult[] => {
  const p = momentPlateToEn1993(momentPlateModel(input, DEFAULT_BASIS));
  return p.check(inNewtons(c), new Run(p.sheet)).results;
};
export const strength = (input: MomentPlateInput, c: Combination, id: string): StrengthResult => {
  const found = results(input, c).find((x) => x.id === id);
  if (found?.type !== 'strength') throw new Error(`${id}: ${JSON.stringify(found)}`);
  return found;
};
export const missing = (input: MomentPlateInput, c: Combination): string[] =>
  results(input, c).flatMap((x) => (x.type === 'skip' && x.missing ? [x.id] : []));
export const state = (input: MomentPlateInput, ...list: Combination[]): string => {
  const r = tryCheckJoint({ kind: 'moment-end-plate', input, combinations: list }, DEFAULT_BASIS);
  return 'report' in r ? r.report.state : r.refusal.message;
};
export const onColumn = (change: object): MomentPlateInput => ({ ...W2, column: { ...W2.column!, ...change } });
