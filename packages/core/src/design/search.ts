import type { Combination } from '../actions/combination.ts';
import type { Basis } from '../basis/basis.ts';
import type { Practice } from '../basis/practice.ts';
import { kindTitle, type Joint, type JointKind, type Start } from '../joints/kind.ts';
import { givenOf } from '../joints/given.ts';
import { KINDS, kindOf } from '../joints/registry.ts';
import { lastOf } from '../lazy.ts';
import { summaryUnder, type Summary } from '../joints/report.ts';
import { choiceAt, chosenOf, sizeOf, type Chosen, type SearchAxis, type SearchSpace } from '../joints/search.ts';
import { orNone, refusalOf, Refusal } from '../refusal.ts';
import type { CostRates } from '../rules/rates.ts';
import { validate } from '../validate/index.ts';
import { costOf, costParts, sumOf, type CostPart } from './cost.ts';
import { fastenedAs } from './fastened.ts';
import { asHoused } from './housed.ts';
import { Judge, leastMultiple, type Lacked } from './judge.ts';

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
  /** So many of the cheapest are wanted: what is dearer than they are is not judged; all when absent. */
  readonly most?: number;
  /** One share of the choices, where several threads go through them: every `of`-th, from number `at` on. */
  readonly share?: { readonly at: number; readonly of: number };
}

/** A detail that holds every combination and keeps every rule that must be kept. */
export interface FoundDetail {
  readonly kind: string;
  readonly title: string;
  readonly input: unknown;
  readonly line: string;
  /** What was chosen on each axis, in words. */
  readonly choice: readonly Chosen[];
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
  /** Number of its choice. */
  readonly nth: number;
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
  /** Choices in all, those that were gone through, the details that came of them, and what became of these. */
  readonly choices: number;
  readonly gone: number;
  readonly details: number;
  readonly give: number;
  readonly broken: number;
  readonly notWhole: number;
  /** Dearer than those that were wanted, and not judged therefore. */
  readonly dearer: number;
  /** Rules that details break and checks that bring them down, each with how many it is the first of. */
  readonly lacks: readonly Lacking[];
  /** Those that hold, the cheapest first. */
  readonly found: readonly FoundDetail[];
  /** Where none holds: those that keep their rules and give last, the strongest first. */
  readonly nearest: readonly FoundDetail[];
}
export interface Lacking extends Lacked {
  readonly details: number;
}

interface Candidate {
  readonly kind: JointKind;
  readonly input: unknown;
  readonly space: SearchSpace;
  readonly choice: readonly (number | string)[];
  readonly judge: Judge;
  readonly nth: number;
}

const built = ({ judge, kind, input }: Candidate): Joint | null => judge.build(kind, input);

/** A stride that visits each of so many choices once, and is about the golden section of them: any number of steps lies evenly among them. */
export function strideOf(choices: number): number {
  const common = (a: number, b: number): number => (b === 0 ? a : common(b, a % b));
  let stride = Math.max(1, Math.round(choices * (Math.sqrt(5) / 2 - 0.5)));
  while (common(stride, choices) > 1) stride += 1;
  return stride;
}

/** So many choices are gone through between two answers. */
const AT_A_TIME = 32;
/** Where none holds, so many of the dearest that give are judged to the end, and so many of them told. */
const MOST_NEAR = 1500;
const NEAREST = 5;

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
      return space ? [{ kind, present, space: given ? space : fastenedAs(space, kind, { kind: own, input }, basis) }] : [];
    } catch (e) {
      if (e instanceof Refusal) return [{ kind, present, space: refusalOf(e).message }];
      throw e;
    }
  });
}
/** Members of the joint; nothing where no other kind could start from them: its search goes out from the joint as it stands. */
const startOf = (kind: JointKind, input: unknown): Start => orNone(() => kind.seedOf(input)) ?? {};

/** A search as it goes: what was gone through, judged and found so far. */
class Searching {
  private readonly kinds: SearchedKind[];
  private readonly choices: number;
  private readonly counts = { gone: 0, details: 0, give: 0, broken: 0, notWhole: 0, dearer: 0 };
  private readonly lacks = new Map<string, Lacking>();
  private readonly giving: (Candidate & Priced)[] = [];
  private readonly found: FoundDetail[] = [];
  private readonly lines = new Map<string, FoundDetail>();
  private readonly spaces: readonly Gone[];
  constructor(private readonly asked: SearchAsked) {
    this.spaces = spacesOf(asked);
    this.kinds = this.spaces.map(({ kind, space }): SearchedKind => {
      const about = { kind: kind.id, title: kindTitle(kind, asked.basis.standard), details: 0 };
      if (typeof space === 'string') return { ...about, axes: [], fixed: '', choices: 0, refusal: space };
      return { ...about, axes: space.axes, fixed: space.fixed, choices: sizeOf(space) };
    });
    this.choices = this.kinds.reduce((n, k) => n + k.choices, 0);
  }

  told(nearest: readonly FoundDetail[] = []): SearchProgress {
    const { kinds, choices, counts, lacks, found } = this;
    return { kinds: [...kinds], choices, ...counts, lacks: listed([...lacks.values()]), found: [...found], nearest };
  }

  /** Makes the detail of every choice and judges it, kind after kind, each in long strides: what was gone through of it so far is like the whole. */
  *through(): Generator<SearchProgress, void> {
    const { at, of } = this.asked.share ?? { at: 0, of: 1 };
    let before = 0;
    for (const [k, gone] of this.spaces.entries()) {
      const { choices } = this.kinds[k]!;
      const stride = strideOf(choices);
      const isMade = this.trier(gone);
      for (let i = 0; i < choices; i += 1) {
        if ((before + i) % of !== at) continue;
        const n = (i * stride) % choices;
        if (isMade(n, before + n)) this.kinds[k] = { ...this.kinds[k]!, details: this.kinds[k]!.details + 1 };
        this.counts.gone += 1;
        if (this.counts.gone % AT_A_TIME === 0) yield this.told();
      }
      before += choices;
    }
  }

  /** Makes and judges the detail of the choice of a kind with this number; false where it makes none that can be built. */
  private trier({ kind, present, space }: Gone): (n: number, nth: number) => boolean {
    if (typeof space === 'string') return () => false;
    const { acting, basis, practice } = this.asked;
    const judge = new Judge(acting(kind.id), basis, practice.least_multiple);
    // What is given stays over a detail of the same kind.
    const stays = present === null ? {} : givenOf(kind, present);
    return (n, nth) => {
      const choice = choiceAt(space, n);
      const made = space.make(choice);
      if (made === null) return false;
      const input: unknown = { ...(asHoused(kind, made, practice) as object), ...stays };
      return this.one({ kind, input, space, choice, judge, nth });
    };
  }

  /** Judges the detail of a choice; false where it can't be built. */
  private one(c: Candidate): boolean {
    const { rates } = this.asked;
    const joint = built(c);
    if (!joint) return false;
    this.counts.details += 1;
    // Its price first where that may end it.
    if (this.bound < Infinity && costOf(joint, rates) > this.bound) {
      this.counts.dearer += 1;
      return true;
    }
    const report = c.judge.judge(joint);
    if ('lack' in report) {
      this.lacking(report);
      if (report.lack === 'give' && !this.found.length) this.giving.push({ ...c, cost: costOf(joint, rates) });
      return true;
    }
    const detail = detailOf(c, joint, report, this.asked);
    if (this.isKnown(detail)) return true;
    // What is outside of the kind's own limits is no detail of it.
    if ('error' in validate(c.kind.schema(), c.input))
      this.lacking({ lack: 'broken', title: 'a size outside of what the kind takes' });
    else {
      insert(this.found, detail);
      // The nearest are told where none holds.
      this.giving.length = 0;
    }
    return true;
  }

  /** Two choices may come to one detail: the one with the lower number stands for it. */
  private isKnown(detail: FoundDetail): boolean {
    const name = detailName(detail);
    const known = this.lines.get(name);
    if (!known || known.nth > detail.nth) this.lines.set(name, detail);
    if (!known) return false;
    const place = known.nth > detail.nth ? this.found.indexOf(known) : -1;
    if (place >= 0) {
      this.found.splice(place, 1);
      insert(this.found, detail);
    }
    return true;
  }

  /** What a detail may cost at most to be among the cheapest that are wanted. */
  private get bound(): number {
    const { most } = this.asked;
    return most === undefined ? Infinity : (this.found[most - 1]?.cost ?? Infinity);
  }

  private lacking({ lack, title }: Lacked): void {
    this.counts[lack] += 1;
    count(this.lacks, { lack, title, details: 1 });
  }

  /** Where none holds, the strongest of those that keep their rules. */
  *nearest(): Generator<SearchProgress, FoundDetail[]> {
    if (this.found.length) return [];
    const near: FoundDetail[] = [];
    const dearest = this.giving.sort(byCost).slice(-MOST_NEAR);
    for (const [i, c] of dearest.entries()) {
      const joint = built(c)!;
      near.push(detailOf(c, joint, summaryUnder(joint, c.judge.combinations), this.asked));
      if (i % AT_A_TIME === 0) yield this.told();
    }
    return strongest(near);
  }
}
/** The cheapest first; of equal cost the one that was made first. */
const byCost = (a: Priced, b: Priced): number => a.cost - b.cost || a.nth - b.nth;
type Priced = Pick<FoundDetail, 'cost' | 'nth'>;
const strongest = (near: readonly FoundDetail[]): FoundDetail[] =>
  [...near].sort((a, b) => b.multiple - a.multiple || byCost(a, b)).slice(0, NEAREST);

/** Puts a detail in its place among those that were found. */
function insert(found: FoundDetail[], detail: FoundDetail): void {
  let [low, high] = [0, found.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (byCost(found[middle]!, detail) < 0) low = middle + 1;
    else high = middle;
  }
  found.splice(low, 0, detail);
}

/**
 * Every detail that the office allows for the members and actions of a joint, over all kinds of its family, each made, priced and judged once. Answers
 * as it goes with the cheapest so far; the last answer has all, so that nothing cheaper in these ranges is left out.
 */
export function* searchDetails(asked: SearchAsked): Generator<SearchProgress, SearchProgress> {
  const search = new Searching(asked);
  yield* search.through();
  return search.told(yield* search.nearest());
}
const listed = (lacks: readonly Lacking[]): Lacking[] =>
  [...lacks].sort((a, b) => b.details - a.details || (a.title < b.title ? -1 : 1));

/** Counts what so many details lack. */
function count(lacks: Map<string, Lacking>, { lack, title, details }: Lacking): void {
  const key = `${lack} ${title}`;
  lacks.set(key, { lack, title, details: details + (lacks.get(key)?.details ?? 0) });
}

/** The shares of a search together: what one that goes through everything says. */
export function together(shares: readonly SearchProgress[]): SearchProgress {
  const [first] = shares;
  const sum = (of: (s: SearchProgress) => number): number => shares.reduce((n, s) => n + of(s), 0);
  const lines = new Set<string>();
  const found = shares
    .flatMap((s) => s.found)
    .sort(byCost)
    .filter((f) => !lines.has(detailName(f)) && lines.add(detailName(f)));
  const lacks = new Map<string, Lacking>();
  for (const l of shares.flatMap((s) => s.lacks)) count(lacks, l);
  return {
    kinds: first!.kinds.map((k, i) => ({ ...k, details: sum((s) => s.kinds[i]!.details) })),
    choices: first!.choices,
    gone: sum((s) => s.gone),
    details: sum((s) => s.details),
    give: sum((s) => s.give),
    broken: sum((s) => s.broken),
    notWhole: sum((s) => s.notWhole),
    dearer: sum((s) => s.dearer),
    lacks: listed([...lacks.values()]),
    found,
    nearest: found.length ? [] : strongest(shares.flatMap((s) => s.nearest)),
  };
}
/** What tells one detail from another: two choices may come to one. */
export const detailName = ({ kind, line }: Pick<FoundDetail, 'kind' | 'line'>): string => `${kind} ${line}`;

function detailOf(c: Candidate, joint: Joint, report: Summary, { basis, rates }: SearchAsked): FoundDetail {
  const { quantities: q, solid } = joint;
  const worst = report.combinations[report.worst];
  const parts = costParts(joint, rates);
  return {
    kind: c.kind.id,
    title: kindTitle(c.kind, basis.standard),
    input: c.input,
    line: c.kind.line.print(c.input, basis.units),
    choice: chosenOf(c.space, c.choice),
    cost: sumOf(parts),
    parts,
    multiple: leastMultiple(report),
    first: worst?.first?.title ?? '',
    state: report.state,
    bolts: q.bolts,
    ...(q.fastener ? { fastener: q.fastener } : {}),
    rows: new Set(solid.bolts.filter((b) => b.axis === solid.bolts[0]!.axis).map((b) => b.row)).size,
    plateMass: q.plateMass,
    nth: c.nth,
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
