import type { Combination } from '../actions/combination.ts';
import type { Basis } from '../basis/basis.ts';
import type { State } from '../joints/report.ts';
import { kindOf } from '../joints/registry.ts';
import { costOf } from './cost.ts';
import type { GivenPractice } from '../rules/index.ts';
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
  /** True for a pair of moves, offered where no single one brings the joint home. */
  readonly pair: boolean;
}

interface Trial {
  readonly way: WayOut;
  /** It brings the joint to the state that it lacks: sound when it is not, over the close limit when it is close. */
  readonly arrives: boolean;
}

/**
 * The smallest moves that would lift a joint, each really re-checked, cheapest first. A joint that gives or breaks a rule gets moves
 * that mend it, pairs where no single move does, then those that help most; a sound joint gets moves that lift it further.
 */
export function waysOut(
  kindId: string,
  input: unknown,
  combinations: readonly Combination[],
  basis: Basis,
  most = 6,
  details: GivenPractice = {},
): WayOut[] {
  const kind = kindOf(kindId);
  const start = tryBuild(kindId, input, combinations, basis);
  if (!start || start.report.worst < 0) return [];
  const now = start.report;
  const before = leastMultiple(now);
  const rulesBefore = now.brokenRules.length;
  const soundNow = now.state === 'holds' || now.state === 'close';
  const { quantities } = start.built;
  const cost = costOf(start.built);
  const strays = straysOf(start.built, details);

  const attempt = (label: string, trial: unknown, pair: boolean): Trial | null => {
    const tried = tryBuild(kindId, trial, combinations, basis);
    if (!tried) return null;
    const { report } = tried;
    // No way out leads to what the office does not make, but for what is that already.
    if (straysOf(tried.built, details).some((s) => !strays.includes(s))) return null;
    const after = leastMultiple(report);
    const rulesAfter = report.brokenRules.length;
    const lifts = after > before + 0.02;
    const mends = rulesAfter < rulesBefore;
    if (
      (!lifts && !mends) ||
      rulesAfter > rulesBefore ||
      report.missing.length > now.missing.length ||
      (mends && after < Math.min(before, 1))
    )
      return null;
    const q = tried.built.quantities;
    const way: WayOut = {
      label,
      input: trial,
      line: kind.line.print(trial, basis.units),
      before,
      after,
      state: report.state,
      rulesBefore,
      rulesAfter,
      pair,
      mass: q.plateMass - quantities.plateMass,
      bolts: q.bolts - quantities.bolts,
      ...(q.fastener ? { fastener: q.fastener } : {}),
      concrete: (q.concrete?.volume ?? 0) - (quantities.concrete?.volume ?? 0),
      cost: costOf(tried.built) - cost,
    };
    return { way, arrives: rulesAfter === 0 && after >= (soundNow ? basis.close : 1) };
  };

  const moves = start.built.moves();
  const singles = moves.map((m) => attempt(m.label, m.input, false)).filter((t) => t !== null);
  const home = singles.filter((t) => t.arrives);
  const trials = [...singles];
  if (!soundNow && home.length < 2) trials.push(...pairs(kindId, moves, basis, attempt));
  const seen = new Set<string>();
  return trials
    .sort((a, b) => rank(a) - rank(b))
    .map((t) => t.way)
    .filter((w) => !seen.has(w.line) && seen.add(w.line))
    .filter((w, i, list) => !list.some((o, k) => dominates(o, w, k < i)))
    .slice(0, most);
}

/** Another way that costs no more, lifts no less and mends no less makes a way pointless. */
const dominates = (o: WayOut, w: WayOut, earlier: boolean): boolean => {
  if (o === w || o.cost > w.cost + 1e-6 || o.after < w.after - 1e-6 || o.rulesAfter > w.rulesAfter) return false;
  const equal = Math.abs(o.cost - w.cost) < 1e-6 && Math.abs(o.after - w.after) < 1e-6 && o.rulesAfter === w.rulesAfter;
  return equal ? (o.pair === w.pair ? earlier : w.pair) : true;
};

/** Moves that arrive come first, cheapest first; the rest by how much they lift for what they cost. */
const rank = (t: Trial): number => (t.arrives ? t.way.cost - 1e6 : t.way.cost - 100 * t.way.after);

function pairs(
  kindId: string,
  moves: readonly { label: string; input: unknown }[],
  basis: Basis,
  attempt: (label: string, input: unknown, pair: boolean) => Trial | null,
): Trial[] {
  const kind = kindOf(kindId);
  const found: Trial[] = [];
  for (const [i, first] of moves.entries()) {
    let second: readonly { label: string; input: unknown }[];
    try {
      second = kind.build(first.input, basis).moves();
    } catch {
      continue; // the first move alone can't be built; its pairs are not looked for
    }
    for (const next of second.slice(i)) {
      if (next.label.split(' ')[0] === first.label.split(' ')[0]) continue;
      const t = attempt(`${first.label}, ${next.label}`, next.input, true);
      if (t?.arrives) found.push(t);
    }
  }
  return found;
}
