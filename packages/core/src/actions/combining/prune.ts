import type { MadeOf } from '../combination.ts';
import type { LoadCase, Made } from './case.ts';

/** A combination that stays, or that went and why. */
export type LoadCombination = MadeOf;
export interface Pruned extends LoadCombination {
  readonly reason: 'nothing acts' | 'the same as one before it' | 'lies between two others: it can not govern';
}
export interface Combined {
  readonly generated: number;
  /** Without duplicates. */
  readonly distinct: number;
  readonly kept: number;
  readonly combinations: readonly LoadCombination[];
  readonly pruned: readonly Pruned[];
  /** States that were asked and have nothing to act in them: a sentence each. */
  readonly notes: readonly string[];
}

/** Factors that agree to this many decimals are the same. */
const DECIMALS = 12;
const NONE = String.fromCharCode(1);

/** Four decimals at most, without what ends in zeros; a factor of 1 is not written. */
const shown = (x: number): string => {
  const text = String(Number(Math.abs(x).toFixed(4)));
  return text === '1' ? '' : `${text} `;
};

/** "1.35 G1 + 1.5 Q1 - 0.75 W1". */
export function combinationName(cases: readonly LoadCase[], factors: readonly number[]): string {
  const terms = factors.flatMap((x, k) => (x === 0 ? [] : [{ x, text: `${shown(x)}${cases[k]!.id}` }]));
  return terms.map(({ x, text }, i) => (i === 0 ? (x < 0 ? `-${text}` : text) : `${x < 0 ? '-' : '+'} ${text}`)).join(' ');
}

interface Place {
  readonly values: readonly number[];
  /** One character a case: the same where the factors agree to twelve decimals. */
  readonly key: string;
}
interface Vector extends Place {
  readonly made: Made;
}

/** Names factors by characters, the first of them for none. */
function keys(): (values: readonly number[]) => string {
  const known = new Map<string, string>([['0', NONE]]);
  return (values) => {
    let key = '';
    for (const x of values) {
      const text = x === 0 ? '0' : x.toFixed(DECIMALS);
      const at = Number(text) === 0 ? '0' : text;
      let name = known.get(at);
      if (name === undefined) known.set(at, (name = String.fromCharCode(known.size + 1)));
      key += name;
    }
    return key;
  };
}

function describe(cases: readonly LoadCase[], { made, values }: Vector): LoadCombination {
  const acting = values.flatMap((x, k) => (x === 0 ? [] : [k]));
  return {
    state: made.state,
    clause: made.clause,
    leading: made.leading,
    name: combinationName(cases, values),
    factors: Object.fromEntries(acting.map((k) => [cases[k]!.id, values[k]!])),
    why: Object.fromEntries(acting.map((k) => [cases[k]!.id, made.factors[k]!.why])),
  };
}

/** Cases that carry equal factors in every set are one coordinate: the first place of each. */
function coordinates(list: readonly Place[], n: number): number[] {
  const places: number[] = [];
  for (let k = 0; k < n; k += 1) if (!places.some((p) => list.every((v) => v.key[p] === v.key[k]))) places.push(k);
  return places;
}

/** Sets that agree with two others in all coordinates but one, and lie strictly between these in that one. */
function dominated<V extends Place>(list: readonly V[], n: number): ReadonlySet<V> {
  const out = new Set<V>();
  const places = coordinates(list, n);
  for (const [k, place] of places.entries()) {
    const groups = new Map<string, V[]>();
    for (const v of list) {
      const own = places.length === n ? v.key : places.map((p) => v.key[p]).join('');
      const others = own.slice(0, k) + own.slice(k + 1);
      const group = groups.get(others);
      if (group) group.push(v);
      else groups.set(others, [v]);
    }
    for (const group of groups.values()) {
      if (group.length < 3) continue;
      const by = (pick: (a: number, b: number) => boolean): V =>
        group.reduce((a, b) => (pick(b.values[place]!, a.values[place]!) ? b : a));
      const ends = [by((a, b) => a < b).key[place], by((a, b) => a > b).key[place]];
      for (const v of group) if (!ends.includes(v.key[place])) out.add(v);
    }
  }
  return out;
}

/**
 * Which of these sets of factors can't govern beside the others: in all coordinates but one they agree with two others, and in that one they lie strictly
 * between these. Any demand that is linear or convex in the actions is worst in another one.
 */
export function betweenOthers(sets: readonly (readonly number[])[]): ReadonlySet<number> {
  const keyOf = keys();
  const list = sets.map((values) => ({ values, key: keyOf(values) }));
  const gone = dominated(list, sets[0]?.length ?? 0);
  return new Set(list.flatMap((v, i) => (gone.has(v) ? [i] : [])));
}

/**
 * Duplicates go, then what can't govern, inside each limit state and never across. What is dominated is a weighted mean of two that stay or of
 * others between them, so no demand that is linear or convex in the forces is worst there; `keepDominated` for those that are not.
 */
export function pruned(cases: readonly LoadCase[], made: readonly Made[], keepDominated: boolean): Omit<Combined, 'notes'> {
  const combinations: LoadCombination[] = [];
  const gone: Pruned[] = [];
  let distinct = 0;
  const keyOf = keys();
  const nothing = NONE.repeat(cases.length);
  const byState = new Map<string, Vector[]>();
  for (const m of made) {
    const values = m.factors.map((f) => f?.value ?? 0);
    const v = { made: m, values, key: keyOf(values) };
    const list = byState.get(m.state);
    if (list) list.push(v);
    else byState.set(m.state, [v]);
  }
  for (const list of byState.values()) {
    const seen = new Set<string>();
    const apart = list.filter((v) => {
      const reason = v.key === nothing ? 'nothing acts' : seen.has(v.key) ? 'the same as one before it' : null;
      if (reason) gone.push({ ...describe(cases, v), reason });
      else seen.add(v.key);
      return reason === null;
    });
    distinct += apart.length;
    const between = keepDominated ? new Set<Vector>() : dominated(apart, cases.length);
    for (const v of apart)
      if (between.has(v)) gone.push({ ...describe(cases, v), reason: 'lies between two others: it can not govern' });
      else combinations.push(describe(cases, v));
  }
  return { generated: made.length, distinct, kept: combinations.length, combinations, pruned: gone };
}
