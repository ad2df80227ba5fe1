import { inNewtons, type Combination } from '../actions/combination.ts';
import type { Basis } from '../basis/basis.ts';
import { isBroken, loadsIn, type Loads } from '../checks/check.ts';
import type { Practice } from '../basis/practice.ts';
import { kindTitle, type Joint, type JointKind, type Start } from '../joints/kind.ts';
import { givenOf } from '../joints/given.ts';
import { KINDS, kindOf } from '../joints/registry.ts';
import { lastOf } from '../lazy.ts';
import { runOf, standsUnder, summarise, summaryUnder, type StandsUnder, type Summary } from '../joints/report.ts';
import { choiceAt, sizeOf, type SearchAxis, type SearchSpace } from '../joints/search.ts';
import { orNone, refusalOf, Refusal } from '../refusal.ts';
import type { CostRates } from '../rules/rates.ts';
import { validate } from '../validate/index.ts';
import { costOf, costParts, type CostPart } from './cost.ts';
import { leastMultiple } from './judge.ts';

/** What is searched: a joint as it stands, with what the office makes details of and what things cost there. */
export interface SearchAsked {
  readonly kind: string;
  /** The joint as it stands, or what a first detail starts from. */
  readonly input: unknown;
  readonly start?: Start;
  /** What acts on it, by the kind: each takes its own of the forces that are given, and says what it does not take. */
  acting(kind: string): readonly Combination[];
  readonly basis: Basis;
  readonly practice: Practice;
  readonly rates: CostRates;
  /** Kinds of its family, by their ids; all when absent. */
  readonly kinds?: readonly string[];
}

/** A detail that holds every combination and keeps every rule that must be kept. */
export interface FoundDetail {
  readonly kind: string;
  readonly title: string;
  readonly input: unknown;
  readonly line: string;
  /** What was chosen on each axis, in words. */
  readonly choice: readonly { readonly axis: string; readonly value: string }[];
  readonly cost: number;
  readonly parts: readonly CostPart[];
  /** Least load multiple, and what gives there. */
  readonly multiple: number;
  readonly first: string;
  readonly state: Summary['state'];
  readonly bolts: number;
  readonly fastener?: string;
  readonly rows: number;
  readonly plateMass: number;
}

/** What was gone through of one kind. */
export interface SearchedKind {
  readonly kind: string;
  readonly title: string;
  readonly axes: readonly SearchAxis[];
  readonly fixed: string;
  /** Choices of its axes, and those that make a detail which can be built. */
  readonly choices: number;
  readonly details: number;
  /** Why it was not gone through. */
  readonly refusal?: string;
}

export interface SearchProgress {
  readonly kinds: readonly SearchedKind[];
  /** Details in all, those that were judged, and what became of them. */
  readonly details: number;
  readonly judged: number;
  readonly give: number;
  readonly broken: number;
  readonly notWhole: number;
  /** Rules that details break and checks that bring them down, each with how many it is the first of. */
  readonly lacks: readonly Lacking[];
  /** Those that hold, the cheapest first. */
  readonly found: readonly FoundDetail[];
  /** Where none holds: those that keep their rules and give last, the strongest first. */
  readonly nearest: readonly FoundDetail[];
}
export interface Lacking {
  readonly title: string;
  readonly lack: 'broken' | 'give' | 'notWhole';
  readonly details: number;
}

interface Candidate {
  readonly kind: JointKind;
  readonly input: unknown;
  readonly cost: number;
  readonly space: SearchSpace;
  readonly choice: readonly (number | string)[];
  readonly judge: Judge;
}

/** So many details are judged, or made, between two answers. */
const AT_A_TIME = 16;
const MADE_AT_A_TIME = 200;
/** Where none holds, so many of the dearest that give are judged to the end. */
const MOST_NEAR = 1500;

/** What a detail that does not hold lacks first: a rule that must be kept, strength under some combination, or a check that could not be made. */
type Lack = Omit<Lacking, 'details'>;

/**
 * Judges the details of a search in turn, each no further than it takes to show that it does not hold: its rules first, then the combinations, from
 * those that brought others down. One that holds has the summary of its report.
 */
export class Judge {
  private readonly order: number[];
  private readonly acting: readonly Combination[];
  private readonly loads: Loads;
  constructor(
    readonly combinations: readonly Combination[],
    private readonly basis: Basis,
  ) {
    this.order = combinations.map((_, i) => i);
    this.acting = combinations.map(inNewtons);
    this.loads = loadsIn(this.acting);
  }

  judge(joint: Joint): Summary | Lack {
    try {
      return this.judged(joint);
    } catch (e) {
      // What the checks of the kind do not cover can't be shown to hold.
      if (e instanceof Refusal) return { lack: 'notWhole', title: e.message };
      throw e;
    }
  }

  private judged(joint: Joint): Summary | Lack {
    const { prepared } = joint;
    const run = runOf(prepared.sheet);
    const rules = prepared.judge(run, this.loads, true);
    const broken = rules.find(isBroken);
    if (broken) return { lack: 'broken', title: broken.title };
    const standings = new Array<StandsUnder>(this.order.length);
    for (const [n, i] of this.order.entries()) {
      const standing = standsUnder(joint, this.combinations[i]!, this.acting[i]!, run, 1);
      standings[i] = standing;
      if (standing.state !== 'gives') continue;
      // What brought this one down is likely to bring the next one down.
      this.order.splice(n, 1);
      this.order.unshift(i);
      return { lack: 'give', title: standing.first!.title };
    }
    const report = summarise(standings, rules, this.basis);
    // Where nothing loads it a detail that keeps its rules is one: a first detail comes before its forces.
    if (report.state === 'holds' || report.state === 'close' || report.state === 'none') return report;
    const title = report.missing[0]?.title ?? report.verdict;
    return { lack: report.state === 'gives' ? 'give' : 'notWhole', title };
  }

  build(kind: JointKind, input: unknown): Joint | null {
    return orNone(() => kind.build(input, this.basis));
  }
}

interface Gone {
  readonly kind: JointKind;
  readonly present: unknown;
  /** A sentence where it has none for these members. */
  readonly space: SearchSpace | string;
}
/** Spaces of the kinds that are gone through. */
function spacesOf({ kind: id, input, acting, basis, practice, kinds, start: given }: SearchAsked): Gone[] {
  const own = kindOf(id);
  const start = given ?? startOf(own, input);
  const wanted = KINDS.filter((k) => k.family === own.family && (!kinds || kinds.includes(k.id)));
  return wanted.flatMap((kind): Gone[] => {
    const present: unknown = kind === own && !given ? input : null;
    try {
      const space = kind.search({ start, present, combinations: acting(kind.id) }, basis, practice);
      return space ? [{ kind, present, space }] : [];
    } catch (e) {
      if (e instanceof Refusal) return [{ kind, present, space: refusalOf(e).message }];
      throw e;
    }
  });
}
/** Members of the joint; nothing where no other kind could start from them: its search goes out from the joint as it stands. */
const startOf = (kind: JointKind, input: unknown): Start => orNone(() => kind.seedOf(input)) ?? {};

/** A search as it goes: what was made, judged and found so far. */
class Searching {
  private readonly kinds: SearchedKind[] = [];
  private readonly candidates: Candidate[] = [];
  private readonly counts = { judged: 0, give: 0, broken: 0, notWhole: 0 };
  private readonly lacks = new Map<string, Lacking>();
  private readonly giving: Candidate[] = [];
  private readonly found: FoundDetail[] = [];
  private readonly lines = new Set<string>();
  constructor(private readonly asked: SearchAsked) {}

  told(nearest: readonly FoundDetail[] = []): SearchProgress {
    const { kinds, candidates, counts, lacks, found } = this;
    return { kinds: [...kinds], details: candidates.length, ...counts, lacks: listed(lacks), found: [...found], nearest };
  }

  /** Makes and prices every detail. */
  *make(): Generator<SearchProgress, void> {
    const { basis } = this.asked;
    for (const { kind, present, space } of spacesOf(this.asked)) {
      const title = kindTitle(kind, basis.standard);
      if (typeof space === 'string') {
        this.kinds.push({ kind: kind.id, title, axes: [], fixed: '', choices: 0, details: 0, refusal: space });
        continue;
      }
      const judge = new Judge(this.asked.acting(kind.id), basis);
      const { axes, fixed } = space;
      const choices = sizeOf(space);
      const at = this.kinds.push({ kind: kind.id, title, axes, fixed, choices, details: 0 }) - 1;
      const before = this.candidates.length;
      for (let n = 0; n < choices; n += 1) {
        if (n % MADE_AT_A_TIME === MADE_AT_A_TIME - 1) yield this.told();
        const choice = choiceAt(space, n);
        const made = space.make(choice);
        if (made === null) continue;
        // What is given stays over a detail of the same kind.
        const input: unknown = present === null ? made : { ...made, ...givenOf(kind, present) };
        const joint = judge.build(kind, input);
        if (joint) this.candidates.push({ kind, input, cost: costOf(joint, this.asked.rates), space, choice, judge });
      }
      this.kinds[at] = { ...this.kinds[at]!, details: this.candidates.length - before };
    }
    // Of equal cost the one that was made first.
    this.candidates.sort((a, b) => a.cost - b.cost);
    yield this.told();
  }

  /** Judges them, the cheapest first. */
  *judge(): Generator<SearchProgress, void> {
    for (const c of this.candidates) {
      this.one(c);
      this.counts.judged += 1;
      if (this.counts.judged % AT_A_TIME === 0) yield this.told();
    }
  }

  private one(c: Candidate): void {
    const joint = c.judge.build(c.kind, c.input)!;
    const report = c.judge.judge(joint);
    if ('lack' in report) {
      this.lacking(report);
      if (report.lack === 'give') this.giving.push(c);
      return;
    }
    // What is outside of the kind's own limits is no detail of it.
    if ('error' in validate(c.kind.schema, c.input))
      return this.lacking({ lack: 'broken', title: 'a size outside of what the kind takes' });
    const detail = detailOf(c, joint, report, this.asked);
    // Two choices may come to one detail.
    const name = `${detail.kind} ${detail.line}`;
    if (!this.lines.has(name)) this.found.push(detail);
    this.lines.add(name);
  }

  private lacking({ lack, title }: Lack): void {
    this.counts[lack] += 1;
    const key = `${lack} ${title}`;
    this.lacks.set(key, { lack, title, details: (this.lacks.get(key)?.details ?? 0) + 1 });
  }

  /** Where none holds, the strongest of those that keep their rules. */
  *nearest(): Generator<SearchProgress, FoundDetail[]> {
    if (this.found.length) return [];
    const near: FoundDetail[] = [];
    for (const [i, c] of this.giving.slice(-MOST_NEAR).entries()) {
      const joint = c.judge.build(c.kind, c.input)!;
      near.push(detailOf(c, joint, summaryUnder(joint, c.judge.combinations), this.asked));
      if (i % AT_A_TIME === 0) yield this.told();
    }
    return near.sort((a, b) => b.multiple - a.multiple).slice(0, 5);
  }
}

/**
 * Every detail that the office allows for the members and actions of a joint, over all kinds of its family: each is made and priced, then judged from
 * the cheapest on, so that nothing cheaper than a detail that was found is left out at any time. Answers as it goes; the last answer has all.
 */
export function* searchDetails(asked: SearchAsked): Generator<SearchProgress, SearchProgress> {
  const search = new Searching(asked);
  yield* search.make();
  yield* search.judge();
  return search.told(yield* search.nearest());
}
const listed = (lacks: ReadonlyMap<string, Lacking>): Lacking[] => [...lacks.values()].sort((a, b) => b.details - a.details);

function detailOf(c: Candidate, joint: Joint, report: Summary, { basis, rates }: SearchAsked): FoundDetail {
  const { quantities: q, solid } = joint;
  const worst = report.combinations[report.worst];
  return {
    kind: c.kind.id,
    title: kindTitle(c.kind, basis.standard),
    input: c.input,
    line: c.kind.line.print(c.input, basis.units),
    choice: c.space.axes.flatMap((a, i) =>
      a.values.length > 1 ? [{ axis: a.title, value: a.words[a.values.indexOf(c.choice[i]!)]! }] : [],
    ),
    cost: c.cost,
    parts: costParts(joint, rates),
    multiple: leastMultiple(report),
    first: worst?.first?.title ?? '',
    state: report.state,
    bolts: q.bolts,
    ...(q.fastener ? { fastener: q.fastener } : {}),
    rows: new Set(solid.bolts.filter((b) => b.axis === solid.bolts[0]!.axis).map((b) => b.row)).size,
    plateMass: q.plateMass,
  };
}

/** Those of the found that nothing is as cheap as and holds as much: the cheapest of each multiple, from the cheapest on. */
export function frontierOf(found: readonly FoundDetail[]): FoundDetail[] {
  const out: FoundDetail[] = [];
  for (const f of [...found].sort((a, b) => a.cost - b.cost || b.multiple - a.multiple))
    if (!out.length || f.multiple > out.at(-1)!.multiple + 1e-9) out.push(f);
  return out;
}

/** All of a search at once. */
export const searchAll = (asked: SearchAsked): SearchProgress => lastOf(searchDetails(asked));
