import { chooseFew } from '../design/choose.ts';
import { costOf } from '../design/cost.ts';
import { Judge, leastMultiple } from '../design/judge.ts';
import { searchDetails, type SearchAsked } from '../design/search.ts';
import { kindTitle } from '../joints/kind.ts';
import { kindOf } from '../joints/registry.ts';
import { Refusal } from '../refusal.ts';
import { validate } from '../validate/index.ts';
import { canonical } from './print.ts';
import type { RuledJob } from './actions.ts';
import { presentCost, searchOf, type SearchedJoint } from './search.ts';
import { detailOf, withDetailOf } from './shared.ts';

/** A joint among those that are to have few details, and the one that serves it. */
export interface StandardJoint {
  readonly mark: string;
  /** What it costs as it stands, and with the cheapest detail of its own; null where there is none that holds. */
  readonly present: number | null;
  readonly cheapest: number | null;
  /** Which of the details serves it, as its input with its own members, what it costs so and its least multiple; null where none does. */
  readonly served: {
    readonly detail: number;
    readonly kind: string;
    readonly input: unknown;
    readonly line: string;
    readonly cost: number;
    readonly multiple: number;
  } | null;
  /** Why nothing was found for it. */
  readonly refusal?: string;
}
export interface StandardDetail {
  readonly kind: string;
  readonly title: string;
  readonly line: string;
  readonly marks: readonly string[];
  readonly cost: number;
}
export interface Standardised {
  readonly most: number;
  readonly joints: readonly StandardJoint[];
  readonly details: readonly StandardDetail[];
  /** Cost of those that are served: with these details, and each with the cheapest of its own; the difference is the price of standardising. */
  readonly total: number;
  readonly apart: number;
  /** Details that were tried at every joint, and whether every other choice of them was shown to be no better. */
  readonly tried: number;
  readonly proved: boolean;
}
/** "1 detail serves 2 of 3 joints". */
export const servesWords = ({ details, joints }: Pick<Standardised, 'details' | 'joints'>): string =>
  `${details.length} ${details.length === 1 ? 'detail serves' : 'details serve'} ${joints.filter((j) => j.served).length} of ${joints.length} joints`;

export interface StandardStage {
  readonly stage: 'search' | 'compare';
  readonly done: number;
  readonly of: number;
}

/** So many of the cheapest details of each joint are tried at every other one. */
const OF_EACH = 24;

interface Sought {
  readonly mark: string;
  readonly asked: SearchAsked | null;
  readonly refusal: string;
  /** What stands for the given parts of each kind, from its own details. */
  readonly own: ReadonlyMap<string, unknown>;
  readonly present: number | null;
  readonly cheapest: number | null;
}
interface Cell {
  readonly cost: number;
  readonly multiple: number;
  readonly input: unknown;
}

/**
 * At most `most` details for many joints: the cheapest details of each are found by the house rules, tried at every other one with its own members and
 * forces, and so many of them chosen that all joints together cost least. Throws a Refusal where the joints are of several families.
 */
export function* standardise(
  joints: readonly (SearchedJoint & { readonly mark: string })[],
  job: RuledJob,
  most: number,
): Generator<StandardStage, Standardised> {
  const [first] = joints;
  const other = joints.find((j) => kindOf(j.kind).family !== kindOf(first!.kind).family);
  if (other)
    throw new Refusal(
      'joints',
      `joints: ${other.mark} joins other members than ${first!.mark}; accepted are joints of one family.`,
    );
  const details = new Map<string, { readonly kind: string; readonly input: unknown }>();
  const sought: Sought[] = [];
  for (const [n, joint] of joints.entries()) {
    yield { stage: 'search', done: n, of: joints.length };
    sought.push(yield* seek(joint, job, details, n, joints.length));
  }
  const list = [...details.values()];
  const cells: (Cell | null)[][] = [];
  for (const [n, s] of sought.entries()) {
    yield { stage: 'compare', done: n, of: joints.length };
    cells.push(trials(s, list));
  }
  const chosen = chooseFew(
    cells.map((row) => row.map((c) => c?.cost ?? Infinity)),
    most,
  );
  return told(sought, list, cells, chosen, most);
}

/** The cheapest details of one joint, put among those of all. */
function* seek(
  joint: SearchedJoint & { readonly mark: string },
  job: RuledJob,
  details: Map<string, { readonly kind: string; readonly input: unknown }>,
  done: number,
  of: number,
): Generator<StandardStage, Sought> {
  const nothing = { mark: joint.mark, own: new Map<string, unknown>(), present: null, cheapest: null };
  let asked: SearchAsked;
  try {
    asked = searchOf(joint, job);
  } catch (e) {
    if (!(e instanceof Refusal)) throw e;
    return { ...nothing, asked: null, refusal: e.message };
  }
  let found: readonly { readonly kind: string; readonly input: unknown; readonly cost: number }[] = [];
  for (const step of searchDetails({ ...asked, most: OF_EACH })) {
    found = step.found;
    yield { stage: 'search', done, of };
  }
  const own = new Map<string, unknown>([[joint.kind, joint.input]]);
  for (const f of found.slice(0, OF_EACH)) {
    if (!own.has(f.kind)) own.set(f.kind, f.input);
    details.set(`${f.kind} ${canonical(detailOf(f))}`, { kind: f.kind, input: f.input });
  }
  return {
    mark: joint.mark,
    asked,
    own,
    present: presentCost(asked)?.cost ?? null,
    cheapest: found[0]?.cost ?? null,
    refusal: found.length ? '' : 'No detail that the house rules allow holds here.',
  };
}

/** Every detail at one joint: what it costs there, null where it does not hold. */
function trials(
  { asked, own, mark }: Sought,
  list: readonly { readonly kind: string; readonly input: unknown }[],
): (Cell | null)[] {
  if (!asked) return list.map(() => null);
  const judges = new Map<string, Judge>();
  return list.map((detail) => {
    const base = own.get(detail.kind);
    if (base === undefined) return null;
    const kind = kindOf(detail.kind);
    const input = withDetailOf({ kind: detail.kind, input: base, mark }, detail);
    if (!judges.has(detail.kind))
      judges.set(detail.kind, new Judge(asked.acting(detail.kind), asked.basis, asked.practice.least_multiple));
    const judge = judges.get(detail.kind)!;
    const joint = judge.build(kind, input);
    const report = joint && judge.judge(joint);
    if (!report || 'lack' in report || 'error' in validate(kind.schema(), input)) return null;
    return { cost: costOf(joint, asked.rates), multiple: leastMultiple(report), input };
  });
}

function told(
  sought: readonly Sought[],
  list: readonly { readonly kind: string; readonly input: unknown }[],
  cells: readonly (readonly (Cell | null)[])[],
  chosen: ReturnType<typeof chooseFew>,
  most: number,
): Standardised {
  const at = new Map(chosen.picked.map((c, i) => [c, i]));
  const joints = sought.map((s, j): StandardJoint => {
    const c = chosen.serves[j] ?? null;
    const { mark, present, cheapest, asked } = s;
    if (c === null || !asked) {
      const refusal = s.refusal || 'None of the details that were chosen holds here: one more may.';
      return { mark, present, cheapest, served: null, refusal };
    }
    const { kind } = list[c]!;
    const { input, cost, multiple } = cells[j]![c]!;
    const line = kindOf(kind).line.print(input, asked.basis.units);
    return { mark, present, cheapest, served: { detail: at.get(c)!, kind, input, line, cost, multiple } };
  });
  const served = joints.filter((j) => j.served);
  const details = chosen.picked.map((c, i): StandardDetail => {
    const mine = served.filter((j) => j.served!.detail === i);
    const kind = kindOf(list[c]!.kind);
    return {
      kind: kind.id,
      title: kindTitle(kind, sought[0]!.asked?.basis.standard ?? { id: '' }),
      line: mine[0]!.served!.line,
      marks: mine.map((j) => j.mark),
      cost: mine.reduce((sum, j) => sum + j.served!.cost, 0),
    };
  });
  return {
    most,
    joints,
    details,
    total: chosen.total,
    apart: served.reduce((sum, j) => sum + (j.cheapest ?? 0), 0),
    tried: list.length,
    proved: chosen.proved,
  };
}
