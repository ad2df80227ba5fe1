import { Refusal, type ReadJob } from '@ample/core';
import {
  analyse,
  besideHand,
  bucklingWords,
  eventWords,
  sizeWords,
  jointField,
  leastField,
  meshEffect,
  notComputed,
  partUses,
  proposedCombinations,
  worstOf,
  worstUses,
  type Counterpart,
  type FieldResult,
  type JointField,
} from '@ample/core/field';
import { BadInput, markOf, named, readJson } from './input.ts';

export interface FieldCommand {
  readonly combination?: string;
  readonly preview?: boolean;
  readonly buckling?: boolean;
  readonly until?: 'design' | 'limit';
  /** Parts that are left out, by the names under which their use is told. */
  readonly without?: readonly string[];
  /** Once more with larger cells. */
  readonly mesh?: boolean;
}

/** A joint of a job, loaded until something stops it. */
export function fieldOfJoint({ job, unreadable }: ReadJob, mark: string, options: FieldCommand): JointField {
  const joint = markOf(job, mark, unreadable);
  return named(`joint ${mark}`, () => jointField(joint, job, options));
}
/** What larger cells change of a result. */
export function meshOfJoint(read: ReadJob, mark: string, options: FieldCommand, fine: JointField) {
  const coarse = fieldOfJoint(read, mark, { ...options, preview: true, buckling: false }).result.multiple;
  return { coarse, ...meshEffect(coarse, fine.result.multiple) };
}

/** A joint under every combination that some check of the hand method gives first under; those that can't be analysed with their reason. */
export function worstOfJoint({ job, unreadable }: ReadJob, mark: string, options: FieldCommand): WorstOfJoint {
  const joint = markOf(job, mark, unreadable);
  const proposed = named(`joint ${mark}`, () => proposedCombinations(joint, job));
  const fields: JointField[] = [];
  const left: WorstOfJoint['left'][number][] = [];
  for (const { name } of proposed)
    try {
      fields.push(jointField(joint, job, { ...options, combination: name }));
    } catch (e) {
      if (!(e instanceof Refusal)) throw e;
      left.push({ combination: name, reason: e.message });
    }
  const [only] = left;
  if (!fields.length)
    throw new BadInput(`joint ${mark}: ${only ? only.reason : 'no combination loads it; accepted are joints with actions.'}`);
  return { mark, fields, left };
}
export interface WorstOfJoint {
  readonly mark: string;
  readonly fields: readonly JointField[];
  readonly left: readonly { readonly combination: string; readonly reason: string }[];
}
/** What the worst says, for machines. */
export const plainWorst = ({ mark, fields, left }: WorstOfJoint) => ({
  mark,
  multiple: leastField(fields)!.result.multiple,
  combination: leastField(fields)!.combination,
  combinations: fields.map((f) => ({
    combination: f.combination,
    hand: f.hand,
    counterparts: f.counterparts,
    absent: f.absent,
    ...plainResult(f.result),
  })),
  uses: worstUses(fields),
  left,
});
export function printWorst({ mark, fields, left }: WorstOfJoint): string {
  const worst = leastField(fields)!;
  return [
    `${mark}, worst of ${fields.length}: ${worst.combination}. ${worst.result.words}`,
    '',
    ...fields.map(
      (f) =>
        `  ${f.combination}: ${f.result.words}${f.hand ? ` Hand method: ${f.hand.multiple.toFixed(2)}, ${f.hand.title}.` : ''}`,
    ),
    ...left.map((l) => `  ${l.combination}: not analysed: ${l.reason}`),
    '',
    'Used at most, at the design load or where it stops before:',
    ...worstUses(fields).map((u) => `  ${percent(u.share).padStart(6)}  ${u.part}: ${u.of}, ${u.combination}`),
    '',
  ].join('\n');
}

/** A model of plates from its own file. */
export const fieldOfModel = (path: string, { until, buckling }: FieldCommand): FieldResult =>
  named(path, () => analyse(readJson(path, 'a model'), { ...(until ? { until } : {}), buckling: buckling ?? false }));

/** What a result says, for machines: multiple, stop, events, use of each part, balance. */
export const plainResult = (r: FieldResult) => ({
  multiple: r.multiple,
  end: r.end,
  stop: r.stop && { ...r.stop, words: eventWords(r.stop) },
  words: r.words,
  events: r.events.map((e) => ({ ...e, words: eventWords(e) })),
  states: Object.fromEntries(
    (['design', 'limit'] as const).flatMap((k) => {
      const state = r[k];
      return state
        ? [[k, { multiple: state.lam, uses: partUses(state), bolts: state.bolts, probes: state.probes, balance: state.balance }]]
        : [];
    }),
  ),
  buckling: r.buckling,
  size: r.size,
  steps: r.steps,
  iterations: r.iterations,
});

const percent = (x: number): string => `${(100 * x).toFixed(x < 0.1 ? 1 : 0)} %`;

export function printField(r: FieldResult, beside = '', absent: readonly string[] = []): string {
  const state = r.design ?? r.limit;
  const uses = state ? partUses(state) : [];
  const worst = state ? worstOf(state.balance) : 0;
  return [
    r.words,
    ...(beside ? [beside] : []),
    ...r.buckling.map((b) => bucklingWords(b) || `Plate ${b.plate} buckles at ${b.multiple.toFixed(1)} of the load, elastic.`),
    ...(r.events.length
      ? ['', 'Events, by load multiple:', ...r.events.map((e) => `  ${e.at.toFixed(3)}  ${eventWords(e)}`)]
      : []),
    ...(state
      ? [
          '',
          `Used at ${state.lam.toFixed(3)} of the load:`,
          ...uses.map((u) => `  ${percent(u.share).padStart(6)}  ${u.part}: ${u.of}`),
        ]
      : []),
    '',
    `${sizeWords(r)}; reactions against loads ${worst.toExponential(1)}`,
    `${notComputed(absent)} It stands beside the checks of the standard.`,
    '',
  ].join('\n');
}
export const printJointField = (f: JointField, beside: readonly string[] = []): string =>
  `${f.mark}, ${f.combination}${f.without.length ? `, without ${f.without.join(', ')}` : ''}: ${printField(f.result, [besideHand(f), ...beside].filter(Boolean).join('\n'), f.absent)}${counterpartLines(f)}`;

/** Checks that the analysis has too, both numbers and their ratio. */
function counterpartLines({ counterparts }: JointField): string {
  if (!counterparts.length) return '';
  const told = (c: Counterpart, value: number): string => (c.of === 'force' ? `${(value / 1e3).toFixed(1)} kN` : percent(value));
  return [
    'Beside the checks: by hand, analysed, ratio',
    ...counterparts.map(
      (c) =>
        `  ${told(c, c.hand).padStart(9)}  ${told(c, c.analysed).padStart(9)}  ${(c.ratio?.toFixed(2) ?? '–').padStart(5)}  ${c.title}${c.part ? `: ${c.part}` : ''}${c.why ? `; ${c.why}` : ''}`,
    ),
    '',
  ].join('\n');
}
