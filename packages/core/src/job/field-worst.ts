import { partUses, type PartUse } from '../analysis/use.ts';
import { Refusal } from '../refusal.ts';
import { tryCheckStored } from './actions.ts';
import type { JobDocument } from './document.ts';
import type { JointField } from './field.ts';
import type { StoredJoint } from './lists.ts';
import { unproved } from './prove.ts';

/** A combination that is worth analysing: it gives first in some check. */
export interface ProposedCombination {
  readonly name: string;
  /** Least load multiple of the checks in which it gives first, and what they are called, the least first. */
  readonly multiple: number;
  readonly checks: readonly string[];
}

/** Checks that give at more than so many times the least multiple of the joint propose nothing. */
const FAR = 4;
const MOST = 6;

/** Combinations that some check of the hand method gives first under, those that give first of all before. Throws a Refusal of a joint that can't be checked. */
export function proposedCombinations(joint: StoredJoint, job: JobDocument): ProposedCombination[] {
  if (joint.unreadable !== undefined) throw new Refusal('joint', joint.unreadable);
  const checked = tryCheckStored(unproved(joint), job);
  if ('refusal' in checked) throw new Refusal(checked.refusal.field, checked.refusal.message);
  const least = new Map<string, { readonly name: string; readonly title: string; readonly multiple: number }>();
  for (const { combination, checks } of checked.report.combinations)
    for (const c of checks) {
      if (c.type !== 'strength' || c.info || !Number.isFinite(c.multiple)) continue;
      // Of each anchor, side or row that it speaks of.
      const key = `${c.id}/${c.where ?? ''}`;
      const found = least.get(key);
      if (!found || c.multiple < found.multiple) least.set(key, { name: combination.name, title: c.title, multiple: c.multiple });
    }
  const sorted = [...least.values()].sort((a, b) => a.multiple - b.multiple);
  const limit = FAR * (sorted[0]?.multiple ?? 0);
  const out = new Map<string, ProposedCombination>();
  for (const { name, title, multiple } of sorted) {
    if (multiple > limit) break;
    const found = out.get(name);
    out.set(name, found ? { ...found, checks: [...new Set([...found.checks, title])] } : { name, multiple, checks: [title] });
  }
  return [...out.values()].slice(0, MOST);
}

/** How far two sizes of cells differ: an estimate of what is left of the larger error, from above, and what it means (first order: twice the difference). */
export function meshEffect(coarse: number, fine: number): { readonly effect: number; readonly words: string } {
  const effect = (2 * Math.abs(coarse - fine)) / fine;
  const percent = `${(100 * effect).toFixed(effect < 0.0995 ? 1 : 0)} %`;
  const words =
    effect <= 0.03
      ? `Mesh effect ${percent}: the cells are fine enough.`
      : effect <= 0.06
        ? `Mesh effect ${percent}: finer cells would change the multiple a little.`
        : `Mesh effect ${percent}: the multiple depends on the size of the cells; lean on it with care.`;
  return { effect, words };
}

/** How much of a part is used at most, and under which combination. */
export interface WorstUse extends PartUse {
  readonly combination: string;
}
/** The extreme of each part over some combinations, the most used first: at the design load, or where one stops before it. */
export function worstUses(fields: readonly JointField[]): WorstUse[] {
  const worst = new Map<string, WorstUse>();
  for (const { combination, result } of fields) {
    const state = result.design ?? result.limit;
    for (const use of state ? partUses(state) : []) {
      const found = worst.get(use.part);
      if (!found || use.share > found.share) worst.set(use.part, { ...use, combination });
    }
  }
  return [...worst.values()].sort((a, b) => b.share - a.share);
}
/** Where a path was stopped; one that was only followed to the design load goes on for as far as one likes. */
const stoppedAt = ({ result }: JointField): number => (result.end === 'design' ? Infinity : result.multiple);
/** The one that is stopped first before. */
export const byStop = (fields: readonly JointField[]): JointField[] =>
  [...fields].sort((a, b) => stoppedAt(a) - stoppedAt(b) || a.result.multiple - b.result.multiple || 0);
/** The one that is stopped first. */
export const leastField = (fields: readonly JointField[]): JointField | null => byStop(fields)[0] ?? null;
