import type { Combination } from '../../actions/combination.ts';
import { DEFAULT_BASIS } from '../../standards/job-basis.ts';
import { tryCheckJoint } from '../report.ts';
import type { StrengthResult } from '../../checks/check.ts';
import { validate } from '../../validate/index.ts';
import { baseSchema, type BaseInput } from './input.ts';

/*
 * What no engineer would let hold. The base: column 280 x 240, t_w 10, t_f 16, r 14, S355; plate 540 x 380 x 35 S275 (f_y 265 over 16 mm);
 * concrete C30/37 in the UK, f_cd 0.85 30/1.5 = 17; four anchors M27 8.8 at 240 x 430 with washer plates, welded with 8 and 5 mm throats.
 */
export type Loose = Record<string, unknown>;
export const START = {
  column: { shape: 'I', h: 280, b: 240, tw: 10, tf: 16, r: 14, steel: { grade: 'S355' }, L: 5200 } as Loose,
  plate: { h: 540, b: 380, t: 35, steel: { grade: 'S275' } } as Loose,
  concrete: { f_ck: 30, B_y: 1400, B_z: 1700, H: 900 } as Loose,
  grout: { t: 30, f_ck: 35 } as Loose,
  anchors: {
    pattern: { type: 'rows', n_y: 2, n_z: 2, s_y: 240, s_z: 430 },
    d: 27,
    cls: '8.8',
    type: 'washer',
    h_ef: 450,
    hole: 30,
    head: 95,
    head_t: 16,
    washers_welded: true,
  } as Loose,
  weld: { a_f: 8, a_w: 5, method: 'directional' } as Loose,
  shear: {} as Loose,
  options: {} as Loose,
};
export type Change = { [K in keyof typeof START]?: Loose };
export function base(change: Change): BaseInput {
  const raw = Object.fromEntries(
    Object.entries(START)
      .map(([k, v]) => [k, { ...v, ...(change[k as keyof typeof START] ?? {}) }])
      .filter(([, v]) => Object.keys(v as object).length),
  );
  const checked = validate<BaseInput>(baseSchema(), JSON.parse(JSON.stringify(raw)));
  if ('error' in checked) throw new Error(checked.error.message);
  return checked.value;
}
export const answer = (change: Change, c: Partial<Combination>) =>
  tryCheckJoint(
    { kind: 'column-base', input: base(change), combinations: [{ name: 'C', V_Ed: 0, N_tie: 0, N_Ed: 0, ...c }] },
    DEFAULT_BASIS,
  );
export function report(change: Change, c: Partial<Combination>) {
  const result = answer(change, c);
  if ('refusal' in result) throw new Error(result.refusal.message);
  return result.report;
}
export const refused = (change: Change): string => {
  const result = answer(change, { N_Ed: -100 });
  return 'refusal' in result ? result.refusal.message : 'taken';
};
export const all = (change: Change, c: Partial<Combination>, id: string) =>
  report(change, c).combinations[0]!.checks.filter((x): x is StrengthResult => x.id === id && x.type === 'strength');
export const check = (change: Change, c: Partial<Combination>, id: string): StrengthResult =>
  all(change, c, id).reduce((a, b) => (b.multiple < a.multiple ? b : a));
export const skipped = (change: Change, c: Partial<Combination>, id: string) =>
  report(change, c).combinations[0]!.checks.find((x) => x.id === id && x.type === 'skip');
export const rule = (change: Change, id: string) => report(change, { N_Ed: -500, V_z: 20 }).rules.find((x) => x.id === id)!;
export const pass = (change: Change, id: string): boolean | string => {
  const found = rule(change, id);
  return found.type === 'rule' ? found.pass : 'missing' in found && found.missing ? 'missing' : 'skip';
};
export const multiple = (change: Change, c: Partial<Combination>): number => report(change, c).combinations[0]!.first!.multiple;
export const NONE = { pattern: { type: 'none' } };
