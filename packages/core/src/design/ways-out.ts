import type { Combination } from '../actions/combination.ts';
import type { RuleResult } from '../checks/check.ts';
import type { Basis } from '../basis/basis.ts';
import type { Joint, JointKind, Move } from '../joints/kind.ts';
import { reportOf, summaryUnder, type JointReport, type State, type Summary } from '../joints/report.ts';
import { kindOf } from '../joints/registry.ts';
import { orNone } from '../refusal.ts';
import { RATES, type CostRates, type GivenPractice } from '../rules/index.ts';
import { validate } from '../validate/index.ts';
import { costOf } from './cost.ts';
import { leastMultiple, tryBuild } from './judge.ts';
import { straysOf } from './strays.ts';

export interface WayOut {
  readonly label: string;
  readonly input: unknown;
  readonly line: string;
  readonly before: number;
  readonly after: number;
  readonly state: State;
  /** Rules that the detail breaks now and would break then. */
  readonly rulesBefore: number;
  readonly rulesAfter: number;
  /** Change in plate mass (kg), bolts, concrete (m3) and relative cost. */
  readonly mass: number;
  readonly bolts: number;
  readonly fastener?: string;
  readonly concrete: number;
  readonly cost: number;
  /** How many moves it is made of: two or three where no fewer bring the joint home. */
  readonly moves: number;
}

/** What the strongest way still lacks: a limit, and by how much it is missed. */
export interface Lack {
  readonly title: string;
  readonly part: string;
  /** The combination that it gives first under; empty for a rule. */
  readonly combination: string;
  /** Multiple at which it gives, and how much more it would have to carry, as a share; null for a rule. */
  readonly multiple: number | null;
  readonly more: number | null;
  /** What is wrong with a rule that is broken. */
  readonly rule: RuleResult | null;
}

export interface Ways {
  readonly ways: readonly WayOut[];
  /** Where none of them brings the joint home: the strongest, and what it lacks, the worst first. */
  readonly short: { readonly label: string; readonly lacks: readonly Lack[] } | null;
}

/** Of a joint that nothing loads, or that is none. */
export const NO_WAYS: Ways = { ways: [], short: null };

/** What a joint goes by when ways out of it are looked for. */
export interface WaysBy {
  readonly most?: number;
  readonly details?: GivenPractice;
  readonly rates?: CostRates;
}

interface Trial {
  readonly way: WayOut;
  /** It brings the joint to the state that it lacks: sound when it is not, over the close limit when it is close. */
  readonly arrives: boolean;
}

/** So many of the strongest pairs are taken a move further. */
const TAKEN_FURTHER = 8;

/** A joint that ways out are looked for, as it stands. */
class Escape {
  private readonly before: number;
  private readonly rulesBefore: number;
  private readonly missing: number;
  private readonly cost: number;
  private readonly strays: readonly string[];
  readonly sound: boolean;
  constructor(
    private readonly kind: JointKind,
    private readonly built: Joint,
    now: JointReport,
    private readonly combinations: readonly Combination[],
    private readonly basis: Basis,
    private readonly by: Required<Omit<WaysBy, 'most'>>,
  ) {
    this.before = leastMultiple(now);
    this.rulesBefore = now.brokenRules.length;
    this.missing = now.missing.length;
    this.sound = now.state === 'holds' || now.state === 'close';
    this.cost = costOf(built, by.rates);
    this.strays = straysOf(kind, built, by.details);
  }

  movesOf(input: unknown): readonly Move<unknown>[] {
    return orNone(() => this.kind.build(input, this.basis).moves()) ?? [];
  }

  /** What a move comes to, really checked; null where it is none that helps. */
  attempt(label: string, input: unknown, moves: number): Trial | null {
    const tried = this.tried(input);
    if (!tried) return null;
    const { joint, summary } = tried;
    const after = leastMultiple(summary);
    const rulesAfter = summary.brokenRules.length;
    const mends = rulesAfter < this.rulesBefore;
    if (
      (after <= this.before + 0.02 && !mends) ||
      rulesAfter > this.rulesBefore ||
      summary.missing.length > this.missing ||
      (mends && after < Math.min(this.before, 1)) ||
      'error' in validate(this.kind.schema(), input)
    )
      return null;
    return {
      way: this.way(label, input, moves, joint, summary),
      arrives: rulesAfter === 0 && after >= Math.max(this.sound ? this.basis.close : 1, this.by.details.least_multiple ?? 1),
    };
  }

  private tried(input: unknown): { readonly joint: Joint; readonly summary: Summary } | null {
    // Checks refuse too, when they are first asked for.
    return orNone(() => {
      const joint = this.kind.build(input, this.basis);
      // No way out leads to what the office does not make, but for what is that already.
      if (straysOf(this.kind, joint, this.by.details).some((s) => !this.strays.includes(s))) return null;
      return { joint, summary: summaryUnder(joint, this.combinations) };
    });
  }

  private way(label: string, input: unknown, moves: number, joint: Joint, summary: Summary): WayOut {
    const [q, was] = [joint.quantities, this.built.quantities];
    return {
      label,
      input,
      line: this.kind.line.print(input, this.basis.units),
      before: this.before,
      after: leastMultiple(summary),
      state: summary.state,
      rulesBefore: this.rulesBefore,
      rulesAfter: summary.brokenRules.length,
      moves,
      mass: q.plateMass - was.plateMass,
      bolts: q.bolts - was.bolts,
      ...(q.fastener ? { fastener: q.fastener } : {}),
      concrete: (q.concrete?.volume ?? 0) - (was.concrete?.volume ?? 0),
      cost: costOf(joint, this.by.rates) - this.cost,
    };
  }

  /** Pairs of moves of different things, in the order in which the first ones stand. */
  pairs(moves: readonly Move<unknown>[]): Trial[] {
    return moves.flatMap((first, i) =>
      this.movesOf(first.input)
        .slice(i)
        .filter((next) => thing(next.label) !== thing(first.label))
        .flatMap((next) => this.attempt(`${first.label}, ${next.label}`, next.input, 2) ?? []),
    );
  }

  /** The strongest pairs with one move more. */
  triples(pairs: readonly Trial[]): Trial[] {
    const strongest = [...pairs].sort((a, b) => b.way.after - a.way.after).slice(0, TAKEN_FURTHER);
    return strongest.flatMap(({ way }) =>
      this.movesOf(way.input)
        .filter((next) => !way.label.split(', ').some((l) => thing(l) === thing(next.label)))
        .flatMap((next) => this.attempt(`${way.label}, ${next.label}`, next.input, 3) ?? []),
    );
  }

  /** What a detail lacks that does not hold, the worst first: each check that gives, each rule that is broken. */
  lacksOf(input: unknown): Lack[] {
    const report = orNone(() => reportOf(this.kind.build(input, this.basis), this.combinations));
    return report ? lacksOf(report, this.by.details.least_multiple) : [];
  }
}
/** What a move moves: its first word. */
const thing = (label: string): string => label.split(' ')[0]!;

/** What a joint lacks that does not hold `least` times its forces, the worst first: each check that gives, each rule that is broken. */
export function lacksOf(report: JointReport, least = 1): Lack[] {
  const worst = new Map<string, Lack & { readonly multiple: number }>();
  for (const { combination, checks } of report.combinations)
    for (const c of checks) {
      if (c.type !== 'strength' || c.info || (c.pass && c.multiple >= least)) continue;
      const { title, part, multiple } = c;
      if (multiple >= (worst.get(c.id)?.multiple ?? Infinity)) continue;
      const more = multiple > 0 ? least / multiple - 1 : null;
      worst.set(c.id, { title, part, combination: combination.name, multiple, more, rule: null });
    }
  return [
    ...[...worst.values()].sort((a, b) => a.multiple - b.multiple),
    ...report.brokenRules.map((rule): Lack => ({
      title: rule.title,
      part: '',
      combination: '',
      multiple: null,
      more: null,
      rule,
    })),
  ];
}

/**
 * The smallest moves that would lift a joint, each really re-checked, cheapest first. A joint that gives or breaks a rule gets moves
 * that mend it, pairs where no two single moves do, three where no pair does, then those that help most, and what is lacking where none of them
 * brings it home; a sound joint gets moves that lift it further.
 */
export function waysOf(
  kindId: string,
  input: unknown,
  combinations: readonly Combination[],
  basis: Basis,
  { most = 6, details = {}, rates = RATES }: WaysBy = {},
): Ways {
  const kind = kindOf(kindId);
  // Moves go by what the office makes.
  const housed: Basis = { ...basis, practice: details };
  const start = tryBuild(kindId, input, combinations, housed);
  if (!start || start.report.worst < 0) return NO_WAYS;
  const escape = new Escape(kind, start.built, start.report, combinations, housed, { details, rates });
  const moves = start.built.moves();
  const trials = moves.flatMap((m) => escape.attempt(m.label, m.input, 1) ?? []);
  const arrived = (): number => trials.filter((t) => t.arrives).length;
  if (!escape.sound && arrived() < 2) {
    const pairs = escape.pairs(moves);
    trials.push(...pairs.filter((t) => t.arrives));
    if (!arrived()) {
      const triples = escape.triples(pairs);
      // Where nothing arrives, what comes nearest of all.
      trials.push(...(triples.some((t) => t.arrives) ? triples.filter((t) => t.arrives) : nearest([...pairs, ...triples])));
    }
  }
  const seen = new Set<string>();
  const ways = trials
    .sort((a, b) => rank(a) - rank(b))
    .map((t) => t.way)
    .filter((w) => !seen.has(w.line) && seen.add(w.line))
    .filter((w, i, list) => !list.some((o, k) => dominates(o, w, k < i)))
    .slice(0, most);
  if (escape.sound || arrived()) return { ways, short: null };
  const [strongest] = nearest(trials);
  return { ways, short: { label: strongest?.way.label ?? '', lacks: escape.lacksOf(strongest?.way.input ?? input) } };
}

/** The one that comes nearest to a sound joint: with the fewest rules broken, then the strongest, then the cheapest. */
const nearest = (trials: readonly Trial[]): Trial[] =>
  [...trials]
    .sort((a, b) => a.way.rulesAfter - b.way.rulesAfter || b.way.after - a.way.after || a.way.cost - b.way.cost)
    .slice(0, 1);

/** Another way that costs no more, lifts no less and mends no less makes a way pointless. */
const dominates = (o: WayOut, w: WayOut, earlier: boolean): boolean => {
  if (o === w || o.cost > w.cost + 1e-6 || o.after < w.after - 1e-6 || o.rulesAfter > w.rulesAfter) return false;
  const equal = Math.abs(o.cost - w.cost) < 1e-6 && Math.abs(o.after - w.after) < 1e-6 && o.rulesAfter === w.rulesAfter;
  return equal ? (o.moves === w.moves ? earlier : w.moves > o.moves) : true;
};

/** Moves that arrive come first, cheapest first; the rest by how much they lift for what they cost. */
const rank = (t: Trial): number => (t.arrives ? t.way.cost - 1e6 : t.way.cost - 100 * t.way.after);
