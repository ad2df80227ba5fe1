import { ACTION_NAMES } from '../actions/combination.ts';
import { depthOf, familyOf, findSection } from '../catalogue/index.ts';
import { fieldWords } from '../joints/field-help.ts';
import { givenFields } from '../joints/given.ts';
import { kindOf } from '../joints/registry.ts';
import { basisOf } from '../standards/job-basis.ts';
import { tryCombinations, type JudgedBy } from './actions.ts';
import type { JointDocument } from './joint-document.ts';

/** Joints that one detail might serve. */
export interface GroupProposal {
  /** By their marks, the deepest member first. */
  readonly marks: readonly string[];
  /** What they have in common, in words. */
  readonly words: string;
  /** Least and greatest depth of the member, mm, and of the greatest force, kN or kNm. */
  readonly depth: readonly [number, number];
  readonly force: readonly [number, number];
}

/** How far joints of one group may be apart: depth and force of the greatest over those of the least, less one. */
export interface GroupWithin {
  readonly depth: number;
  readonly force: number;
}
export const USUAL_WITHIN: GroupWithin = { depth: 0.2, force: 0.5 };

interface Candidate {
  readonly mark: string;
  readonly key: string;
  readonly words: string;
  readonly depth: number;
  readonly force: number;
}

/** Kind, families, steels and support situation of a joint, the depth of its first member and its greatest force; null where it can't be known. */
function candidateOf(joint: JointDocument, job: JudgedBy): Candidate | null {
  const kind = kindOf(joint.kind);
  const basis = basisOf(job, joint.settings);
  const [parts, words]: [string[], string[]] = [[], [kind.title]];
  let depth: number | null = null;
  try {
    for (const f of givenFields(kind, joint.input, basis.standard.id)) {
      const value = f.get(joint.input);
      if (value === undefined || value === '') continue;
      if (f.type === 'section') {
        const section = findSection(String(value), f.id, basis.sections);
        // The first is the member; what it stands on counts by what it is, not by its size.
        if (depth === null) depth = depthOf(section);
        parts.push(familyOf(section));
        words.push(familyOf(section));
      } else if (f.type === 'choice' || f.type === 'grade' || f.type === 'toggle') {
        parts.push(String(value));
        // Yes and no say nothing without their question.
        if (typeof value === 'string') words.push(fieldWords(f, value, basis));
      }
    }
  } catch {
    return null;
  }
  const combinations = tryCombinations(joint, job);
  if (depth === null || !combinations?.length) return null;
  const force = Number(Math.max(...combinations.flatMap((c) => ACTION_NAMES.map((k) => Math.abs(c[k] ?? 0)))).toPrecision(12));
  return { mark: joint.mark, key: [joint.kind, ...parts].join('/'), words: words.join(', '), depth, force };
}

/** Groups of joints that share no detail yet and are alike: the same kind, families, steels and support situation, near in depth and in force. */
export function proposeGroups(
  joints: readonly JointDocument[],
  job: JudgedBy,
  within: GroupWithin = USUAL_WITHIN,
): GroupProposal[] {
  const alike = new Map<string, Candidate[]>();
  for (const joint of joints) {
    const c = joint.group === undefined ? candidateOf(joint, job) : null;
    if (c && c.force > 0) alike.set(c.key, [...(alike.get(c.key) ?? []), c]);
  }
  const out: GroupProposal[] = [];
  for (const list of alike.values()) {
    let left = [...list].sort((a, b) => b.depth - a.depth || b.force - a.force);
    while (left.length > 1) {
      const [first, ...rest] = left as [Candidate, ...Candidate[]];
      const group = [first];
      for (const c of rest) {
        const of = (k: 'depth' | 'force', x: (...n: number[]) => number): number => x(...group.map((g) => g[k]), c[k]);
        if (
          of('depth', Math.max) <= of('depth', Math.min) * (1 + within.depth) &&
          of('force', Math.max) <= of('force', Math.min) * (1 + within.force)
        )
          group.push(c);
      }
      left = left.filter((c) => !group.includes(c));
      if (group.length < 2) continue;
      const ends = (k: 'depth' | 'force'): [number, number] => [
        Math.min(...group.map((g) => g[k])),
        Math.max(...group.map((g) => g[k])),
      ];
      out.push({ marks: group.map((g) => g.mark), words: first.words, depth: ends('depth'), force: ends('force') });
    }
  }
  return out.sort((a, b) => b.marks.length - a.marks.length);
}
