import type { Combination } from '../../actions/combination.ts';
import { DEFAULT_BASIS } from '../../standards/job-basis.ts';
import { tryCheckJoint } from '../report.ts';

/** The least load multiple of a joint under one combination and the check that has it; null where it is refused. */
export function least(kind: string, input: unknown, c: Combination): { readonly u: number; readonly by: string } | null {
  const result = tryCheckJoint({ kind, input, combinations: [c] }, DEFAULT_BASIS);
  if ('refusal' in result) return null;
  const first = result.report.combinations[0]!.first;
  return first ? { u: first.multiple > 0 ? 1 / first.multiple : 1e3, by: first.id } : { u: 0, by: 'nothing' };
}

/**
 * How far the verdict jumps where `action` passes zero: the change over a breath on either side, against the utilisation at zero. A
 * breath is a millionth of a kN or kNm.
 */
export function jumpAtZero(
  kind: string,
  input: unknown,
  c: Combination,
  action: keyof Combination,
): { readonly jump: number; readonly words: string } | null {
  const at = (x: number) => least(kind, input, { ...c, [action]: x });
  const [low, zero, high] = [at(-1e-6), at(0), at(1e-6)];
  if (!low || !zero || !high) return null;
  const [a, b] = [Math.abs(low.u - zero.u), Math.abs(high.u - zero.u)];
  const worst = a > b ? low : high;
  return {
    jump: Math.max(a, b) / Math.max(0.05, zero.u),
    words: `${action}: ${zero.u.toFixed(4)} by ${zero.by}, beside zero ${worst.u.toFixed(4)} by ${worst.by}`,
  };
}
