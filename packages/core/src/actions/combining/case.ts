import { Refusal } from '../../refusal.ts';

/** A load case as every code of combinations knows it; what else its code asks stands beside. */
export interface LoadCase {
  /** Unique, without blanks. */
  readonly id: string;
  readonly kind: string;
  /** Cases of one name never act together. */
  readonly exclusive?: string | undefined;
  /** It also acts with the opposite sign. */
  readonly reversible?: boolean | undefined;
  /** Direction of a seismic case. */
  readonly direction?: 'x' | 'y' | undefined;
}

/** Places of the cases of these kinds. */
export const placesOf = (cases: readonly LoadCase[], ...kinds: readonly string[]): number[] =>
  cases.flatMap((c, k) => (kinds.includes(c.kind) ? [k] : []));

/** Cases with what holds unless they say otherwise: the group that a code puts them in, and that earthquakes reverse. */
export const withUsual = <C extends LoadCase>(cases: readonly C[], groupOf: (c: C) => string | undefined): C[] =>
  cases.map((c) => {
    const exclusive = c.exclusive ?? groupOf(c);
    return { ...c, ...(exclusive === undefined ? {} : { exclusive }), reversible: c.reversible ?? c.kind === 'E' };
  });

/** A factor of a combination with what it is made of: "1.5 x 0.5: gamma_Q x psi_0 of wind". */
export interface Factor {
  readonly value: number;
  readonly why: string;
}

/** A combination as a rule makes it: a factor for each case, in the order of the cases; null where the case does not act. */
export interface Made {
  /** Limit state. */
  readonly state: string;
  readonly clause: string;
  /** Leading variable action; null where none leads. */
  readonly leading: string | null;
  readonly factors: readonly (Factor | null)[];
}

/** A factor made of parts, each a value with its name: their product, and how it reads. */
export function product(...parts: readonly (readonly [value: number, name: string])[]): Factor {
  const counted = parts.filter(([x], i) => x !== 1 || parts.length === 1 || i === 0);
  return {
    value: parts.reduce((x, [value]) => x * value, 1),
    why: `${counted.map(([x]) => String(x)).join(' x ')}: ${counted.map(([, name]) => name).join(' x ')}`,
  };
}

/** The same with the opposite sign. */
export const signed = (f: Factor, sign: 1 | -1): Factor => (sign === 1 ? f : { value: -f.value, why: `-(${f.why})` });

/** Places of the cases that act; the others are out. */
export type Acting = ReadonlySet<number>;

/** How many arrangements of variable loads are made at most. */
export const MOST_ARRANGEMENTS = 200_000;

export function tooMany(arranged: number): never {
  throw new Refusal('cases', `cases: ${arranged} arrangements of variable loads: tie cases together or make them exclusive.`);
}

/** Every arrangement of the cases at these places: each in or out, the first one slowest, at most one of an exclusive group. */
export function* arrangements(
  cases: readonly LoadCase[],
  places: readonly number[],
  allowed: (acting: Acting, next: number) => boolean = () => true,
): Generator<Acting> {
  function* from(at: number, acting: Acting): Generator<Acting> {
    if (at === places.length) return yield acting;
    yield* from(at + 1, acting);
    const place = places[at]!;
    if (!excluded(cases, acting, place) && allowed(acting, place)) yield* from(at + 1, new Set([...acting, place]));
  }
  yield* from(0, new Set());
}

/** Whether a case can't act beside these: another of its group does. */
export function excluded(cases: readonly LoadCase[], acting: Iterable<number>, place: number): boolean {
  const { exclusive } = cases[place]!;
  return exclusive !== undefined && [...acting].some((k) => cases[k]!.exclusive === exclusive);
}

/** Every choice of signs of the cases that act: both of those that reverse. */
export function* signsOf(cases: readonly LoadCase[], acting: Iterable<number>): Generator<ReadonlyMap<number, 1 | -1>> {
  const places = [...acting];
  function* from(at: number, signs: ReadonlyMap<number, 1 | -1>): Generator<ReadonlyMap<number, 1 | -1>> {
    if (at === places.length) return yield signs;
    const k = places[at]!;
    for (const s of cases[k]!.reversible ? ([1, -1] as const) : ([1] as const)) yield* from(at + 1, new Map([...signs, [k, s]]));
  }
  yield* from(0, new Map());
}

/** How many arrangements there are: the product over groups and free cases. */
export function countArrangements(cases: readonly LoadCase[], places: readonly number[]): number {
  const ways = new Map<string, number>();
  for (const k of places) {
    const { id, exclusive, reversible } = cases[k]!;
    const group = exclusive === undefined ? `case ${id}` : `group ${exclusive}`;
    ways.set(group, (ways.get(group) ?? 1) + (reversible ? 2 : 1));
  }
  return [...ways.values()].reduce((n, x) => n * x, 1);
}

/**
 * Seismic cases as they act (EN 1998-1, 4.3.3.5.1(3); ASCE 7, 12.5.3.1): one at a time; `orthogonal`: each pair of directions with the whole of one
 * and 0.3 of the other, or that alone where one direction has none.
 */
export function seismicSets(
  cases: readonly LoadCase[],
  places: readonly number[],
  orthogonal: boolean,
): ReadonlyMap<number, number>[] {
  const shared = (shares: ReadonlyMap<number, number>): ReadonlyMap<number, number>[] =>
    [...signsOf(cases, shares.keys())].map((signs) => new Map([...shares].map(([k, share]) => [k, signs.get(k)! * share])));
  if (!orthogonal) return places.flatMap((k) => shared(new Map([[k, 1]])));
  const [x, y] = (['x', 'y'] as const).map((d) => places.filter((k) => cases[k]!.direction === d)) as [number[], number[]];
  if (!x.length || !y.length) return [...x, ...y].flatMap((k) => [1, 0.3].flatMap((share) => shared(new Map([[k, share]]))));
  return [
    [1, 0.3],
    [0.3, 1],
  ].flatMap(([a, b]) =>
    x.flatMap((i) =>
      y.flatMap((j) =>
        shared(
          new Map([
            [i, a!],
            [j, b!],
          ]),
        ),
      ),
    ),
  );
}
